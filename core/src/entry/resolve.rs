//! Gives each piece of a line its meaning: which length is the thickness, what a number
//! counts, which face the rust is on.

use std::ops::Range;

use super::line::SaidSection;
use super::line::{Line, Mark, Problem};
use super::measure::{Measured, System, TypedLength, measure};
use super::shape::{NoShape, find};
use super::token::{Form, Number, Token, TokenKind};
use super::words::{CutMeasure, Says, near, says};
use crate::section::{Profile, kinds, search};
use crate::steel::grade::grade;
use crate::steel::surface::Surface;

/// Shapes offered where a name is not known. Source: `ours`.
const SHAPES_OFFERED: usize = 4;
/// Words in the longest phrase.
const PHRASE_WORDS: usize = 2;

/// Reads the pieces of `text`.
///
/// A shape that was found stands in `shape`, with its bytes.
pub fn resolve(
    text: &str,
    tokens: &[Token],
    shape: Option<(Range<usize>, Result<Profile, NoShape>)>,
) -> Line {
    let mut reader = Reader {
        text,
        tokens,
        at: 0,
        lengths: Vec::new(),
        faces: Vec::new(),
        line: Line::default(),
    };
    if let Some((span, shape)) = shape {
        reader.shape(span, shape);
    }
    while reader.at < tokens.len() {
        reader.step();
    }
    reader.assign_faces();
    reader.assign_lengths();
    reader.ask_for_missing();
    reader.line.marks.sort_by_key(|mark| mark.span.start);
    reader.line
}

/// A length found, waiting to learn what it is.
struct FoundLength {
    value: TypedLength,
    span: Range<usize>,
    /// The token after it.
    next: usize,
    role: Option<Role>,
    assumed: Option<&'static str>,
}

#[derive(Clone, Copy, PartialEq, Eq)]
enum Role {
    Thickness,
    Length,
    Of(CutMeasure),
}

/// A face word found, and whether "back" stood before it.
struct FoundFace {
    says: Face,
    span: Range<usize>,
}

#[derive(Clone, Copy, PartialEq)]
enum Face {
    Is(Surface, bool),
    Back,
    Both,
}

struct Reader<'a> {
    text: &'a str,
    tokens: &'a [Token],
    at: usize,
    lengths: Vec<FoundLength>,
    faces: Vec<FoundFace>,
    line: Line,
}

impl Reader<'_> {
    fn step(&mut self) {
        match &self.tokens[self.at].kind {
            TokenKind::Separator => self.at += 1,
            TokenKind::Number(number) => self.number(*number),
            TokenKind::Word(_) => self.phrase(),
        }
    }

    fn word(&self, at: usize) -> Option<&str> {
        match self.tokens.get(at).map(|token| &token.kind) {
            Some(TokenKind::Word(word)) => Some(word),
            _ => None,
        }
    }

    fn span(&self, from: usize, taken: usize) -> Range<usize> {
        self.tokens[from].span.start..self.tokens[from + taken - 1].span.end
    }

    fn problem(&mut self, code: &'static str, span: Range<usize>, offers: Vec<String>) {
        self.line.problems.push(Problem { code, span: Some(span), offers });
    }

    /// Takes a value for a part once; a second one is asked about.
    fn take<T: PartialEq>(
        &mut self,
        (part, span, assumed): (&'static str, Range<usize>, Option<&'static str>),
        value: T,
        place: impl Fn(&mut Line) -> &mut Option<T>,
    ) {
        let slot = place(&mut self.line);
        if slot.as_ref().is_some_and(|known| *known != value) {
            self.problem("said_twice", span, vec![String::new()]);
            return;
        }
        *slot = Some(value);
        self.line.marks.push(Mark { span, part, assumed });
    }

    fn number(&mut self, number: Number) {
        if self.is_count(number) {
            return self.count(number);
        }
        if self.is_grade_number() {
            return;
        }
        let from = self.at;
        let Some((measured, taken)) = measure(&self.tokens[from..]) else {
            self.at += 1;
            return;
        };
        let span = self.span(from, taken);
        self.at += taken;
        match measured {
            Measured::Length(value, bare) => {
                self.length(value, span, bare.then_some("bare_fraction_is_inches"))
            }
            Measured::Gauge(_, value) => self.length(value, span, Some("gauge_is_sheet_steel")),
            Measured::Angle(angle) => {
                self.take(("bevel", span, None), angle, |l| &mut l.understood.bevel)
            }
            Measured::Temperature(t) => {
                self.take(("plate_temperature", span, None), t, |l| {
                    &mut l.understood.plate_temperature
                });
            }
            Measured::Percent(p) => {
                self.take(("oxygen_purity", span, None), p, |l| &mut l.understood.oxygen_purity)
            }
            Measured::Bare(_) => {
                let typed = self.text[span.clone()].to_owned();
                let offers = ["in", "mm"].map(|unit| format!("{typed} {unit}")).to_vec();
                self.problem("bare_number", span, offers);
            }
            Measured::UnknownGauge => self.problem("unknown_gauge", span, Vec::new()),
            Measured::Unclear => self.problem("unclear_number", span, Vec::new()),
        }
    }

    /// `4x`, `4 off`, `4 pcs`: a whole number before its counting word, at the head of the line.
    fn is_count(&self, number: Number) -> bool {
        let counts = match self.word(self.at + 1) {
            Some("x" | "×") => self.lengths.is_empty() && self.line.understood.count.is_none(),
            Some(word) => says(word) == Some(Says::Pieces),
            None => false,
        };
        number.form == Form::Whole && counts
    }

    fn count(&mut self, number: Number) {
        let span = self.span(self.at, 2);
        self.at += 2;
        if !(1.0..=10_000.0).contains(&number.value) {
            return self.problem("count_out_of_range", span, Vec::new());
        }
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "checked above")]
        let count = number.value as u32;
        self.take(("count", span, None), count, |l| &mut l.understood.count);
    }

    /// `304 stainless` or `grade 304`: a number that a word beside it makes a grade.
    fn is_grade_number(&mut self) -> bool {
        let span = self.tokens[self.at].span.clone();
        let beside = [self.word(self.at + 1), self.at.checked_sub(1).and_then(|at| self.word(at))];
        let named = matches!(beside[0], Some("stainless" | "ss")) || beside[1] == Some("grade");
        let Some(found) = named.then(|| grade(&self.text[span.clone()]).ok()).flatten() else {
            return false;
        };
        let taken = if matches!(beside[0], Some("stainless" | "ss")) { 2 } else { 1 };
        let span = self.span(self.at, taken);
        self.at += taken;
        self.take(("grade", span, None), found.grade.as_str(), |l| &mut l.understood.grade);
        true
    }

    fn length(&mut self, value: TypedLength, span: Range<usize>, assumed: Option<&'static str>) {
        self.lengths.push(FoundLength { value, span, next: self.at, role: None, assumed });
    }

    fn phrase(&mut self) {
        for words in (1..=PHRASE_WORDS).rev() {
            let Some(phrase) = self.words_from(self.at, words) else { continue };
            if let Some(says) = says(&phrase) {
                let span = self.span(self.at, words);
                self.at += words;
                return self.apply(says, span);
            }
        }
        let span = self.tokens[self.at].span.clone();
        let word = self.word(self.at).unwrap_or_default().to_owned();
        self.at += 1;
        if let Ok(found) = grade(&word) {
            return self
                .take(("grade", span, None), found.grade.as_str(), |l| &mut l.understood.grade);
        }
        let section = word.chars().any(|c| c.is_ascii_digit()) && word.contains('x');
        let offers = if section {
            let found = search(&word, SHAPES_OFFERED).map(|found| [found.profiles, found.nearest]);
            let all = found.into_iter().flatten().flatten();
            all.take(SHAPES_OFFERED).map(|profile| profile.code.clone()).collect()
        } else {
            near(&word).into_iter().map(str::to_owned).collect()
        };
        self.problem(if section { "unknown_shape" } else { "unknown_word" }, span, offers);
    }

    fn words_from(&self, from: usize, count: usize) -> Option<String> {
        let words: Option<Vec<&str>> = (from..from + count).map(|at| self.word(at)).collect();
        words.map(|words| words.join(" "))
    }

    fn apply(&mut self, says: Says, span: Range<usize>) {
        let plain = |part| (part, span.clone(), None);
        match says {
            Says::Process(p) => self.take(plain("process"), p, |l| &mut l.understood.process),
            Says::Start(s) => self.take(plain("start"), s, |l| &mut l.understood.start),
            Says::Quality(q) => self.take(plain("quality"), q, |l| &mut l.understood.quality),
            Says::Fuel(f) => self.take(plain("fuel"), f, |l| &mut l.understood.fuel),
            Says::Surface(s, light) => {
                self.faces.push(FoundFace { says: Face::Is(s, light), span })
            }
            Says::Back => self.faces.push(FoundFace { says: Face::Back, span }),
            Says::Both => self.faces.push(FoundFace { says: Face::Both, span }),
            Says::Thickness => self.name_length(Role::Thickness),
            Says::Length => self.name_length(Role::Length),
            Says::Bevel if self.line.understood.section.is_some() => self.kind("bevel", span),
            Says::Kind(kind) if self.line.understood.section.is_some() => self.kind(kind, span),
            Says::Kind(_) | Says::Flanges(_) | Says::OneSide | Says::EndsOpen(_)
                if self.line.understood.section.is_none() =>
            {
                self.problem("unknown_word", span, Vec::new());
            }
            Says::Kind(_) => {}
            Says::Flanges(which) => {
                if let Some(section) = &mut self.line.understood.section {
                    section.flanges = Some(which);
                    self.line.marks.push(Mark { span, part: "flanges", assumed: None });
                }
            }
            Says::OneSide => {
                if let Some(section) = &mut self.line.understood.section {
                    section.one_side = true;
                    self.line.marks.push(Mark { span, part: "access", assumed: None });
                }
            }
            Says::EndsOpen(open) => {
                if let Some(section) = &mut self.line.understood.section {
                    section.ends_open = Some(open);
                    self.line.marks.push(Mark { span, part: "ends", assumed: None });
                }
            }
            Says::Measure(measure) => self.name_length(Role::Of(measure)),
            Says::Bevel | Says::Pieces | Says::Filler => {}
        }
    }

    /// A shape, or what must be asked about it.
    fn shape(&mut self, span: Range<usize>, shape: Result<Profile, NoShape>) {
        let (profile, problem) = match shape {
            Ok(profile) => (profile.code, None),
            Err(NoShape::WithoutUnit(offers)) => (String::new(), Some(("bare_number", offers))),
            Err(NoShape::Refused(_)) => (String::new(), Some(("shape_sizes", Vec::new()))),
        };
        let section = SaidSection { profile, ..SaidSection::default() };
        self.line.understood.section = Some(section);
        match problem {
            Some((code, offers)) => self.problem(code, span, offers),
            None => self.line.marks.push(Mark { span, part: "shape", assumed: None }),
        }
    }

    fn kind(&mut self, kind: &'static str, span: Range<usize>) {
        let Some(section) = &mut self.line.understood.section else { return };
        if section.kind.is_some_and(|known| known != kind) {
            return self.problem("shape_kind_twice", span, vec![String::new()]);
        }
        section.kind = Some(kind);
        // a shape that is asked about already is not asked about twice
        let offered = section.profile.is_empty()
            || find(&section.profile).is_ok_and(|it| kinds(it.family).contains(&kind));
        if offered {
            self.line.marks.push(Mark { span, part: "kind", assumed: None });
        } else {
            self.problem("shape_not_offered", span, vec![String::new()]);
        }
    }

    /// The word names the length right before it, unless that has its name already.
    fn name_length(&mut self, role: Role) {
        let before = self.at - 1;
        if let Some(last) = self.lengths.last_mut()
            && last.next == before
            && last.role.is_none()
        {
            last.role = Some(role);
        }
    }

    /// "back" belongs to the face word beside it; "both" to the one before it.
    fn assign_faces(&mut self) {
        let faces = std::mem::take(&mut self.faces);
        let mut used = vec![false; faces.len()];
        for (i, found) in faces.iter().enumerate() {
            if found.says == Face::Back {
                let after = (i + 1 < faces.len() && matches!(faces[i + 1].says, Face::Is(..)))
                    .then_some(i + 1)
                    .filter(|next| !used[*next]);
                match after {
                    Some(next) => {
                        used[next] = true;
                        let Face::Is(surface, light) = faces[next].says else { continue };
                        let span = found.span.start..faces[next].span.end;
                        self.take(
                            ("back_surface", span, assumption(surface, light)),
                            surface,
                            |l| &mut l.understood.back_surface,
                        );
                    }
                    None => self.problem("back_of_what", found.span.clone(), Vec::new()),
                }
            }
        }
        for (i, found) in faces.iter().enumerate() {
            let Face::Is(surface, light) = found.says else { continue };
            if used[i] {
                continue;
            }
            self.take(("surface", found.span.clone(), assumption(surface, light)), surface, |l| {
                &mut l.understood.surface
            });
            if faces.get(i + 1).is_some_and(|next| next.says == Face::Both) {
                let span = faces[i + 1].span.clone();
                self.take(("back_surface", span, None), surface, |l| {
                    &mut l.understood.back_surface
                });
            }
        }
    }

    fn assign_lengths(&mut self) {
        let mut lengths = std::mem::take(&mut self.lengths);
        for at in 1..lengths.len() {
            let (one, two) = (&lengths[at - 1], &lengths[at]);
            let between = self.text[one.span.end..two.span.start].trim().is_empty();
            if between && one.value.system != two.value.system {
                let span = one.span.start..two.span.end;
                self.problem("two_systems", span, Vec::new());
            }
        }
        if let Some(section) = self.line.understood.section.take() {
            let section = self.of_section(section, lengths);
            self.line.understood.section = Some(section);
            return;
        }
        for role in [Role::Thickness, Role::Length] {
            if !lengths.iter().any(|length| length.role == Some(role))
                && let Some(free) = lengths.iter_mut().find(|length| length.role.is_none())
            {
                free.role = Some(role);
            }
        }
        for length in lengths {
            let (value, mark) = (length.value, (length.span.clone(), length.assumed));
            match length.role {
                Some(Role::Thickness) => {
                    self.take(("thickness", mark.0, mark.1), value, |l| {
                        &mut l.understood.thickness
                    });
                }
                Some(Role::Length) => {
                    self.take(("length", mark.0, mark.1), value, |l| &mut l.understood.length);
                }
                Some(Role::Of(_)) | None => {
                    self.problem("extra_length", length.span, vec![String::new()]);
                }
            }
        }
    }

    /// Gives the lengths of a shape's line their places: what has no name is the piece.
    fn of_section(&mut self, mut section: SaidSection, lengths: Vec<FoundLength>) -> SaidSection {
        if section.kind.is_none() {
            section.kind = Some(section.kind());
            let shape = self.line.marks.iter_mut().find(|mark| mark.part == "shape");
            shape.into_iter().for_each(|mark| mark.assumed = Some("cut_is_square"));
        }
        let along = matches!(section.kind(), "cope" | "access_hole");
        for length in lengths {
            let (slot, part) = match length.role {
                Some(Role::Of(CutMeasure::Depth)) => (&mut section.depth, "depth"),
                Some(Role::Of(CutMeasure::Width)) => (&mut section.width, "width"),
                Some(Role::Of(CutMeasure::Height)) => (&mut section.height, "height"),
                Some(Role::Of(CutMeasure::Diameter)) => (&mut section.diameter, "diameter"),
                Some(Role::Of(CutMeasure::Radius)) => (&mut section.radius, "radius"),
                Some(Role::Of(CutMeasure::Header)) => (&mut section.header, "header"),
                Some(Role::Of(CutMeasure::Drop)) => (&mut section.drop, "drop"),
                Some(Role::Length) if along => (&mut section.length, "length"),
                Some(Role::Length) | None => (&mut section.piece, "piece"),
                Some(Role::Thickness) => {
                    self.problem("extra_length", length.span, vec![String::new()]);
                    continue;
                }
            };
            if slot.is_some_and(|known| known != length.value) {
                self.problem("extra_length", length.span, vec![String::new()]);
                continue;
            }
            *slot = Some(length.value);
            self.line.marks.push(Mark { span: length.span, part, assumed: length.assumed });
        }
        section
    }

    /// What a shape's cut cannot do without.
    fn missing_of_section(section: &SaidSection, slanted: bool) -> Option<&'static str> {
        let open =
            section.diameter.is_some() || (section.width.is_some() && section.height.is_some());
        match section.kind() {
            "mitre" | "bevel" if !slanted => Some("missing_angle"),
            "cope" if section.depth.is_none() || section.length.is_none() => Some("missing_cope"),
            "web_opening" if !open => Some("missing_opening"),
            "saddle" if section.header.is_none() => Some("missing_header"),
            "strip" | "split" if section.piece.is_none() => Some("missing_piece"),
            _ => None,
        }
    }

    fn ask_for_missing(&mut self) {
        let said = &self.line.understood;
        let asked = !self.line.problems.is_empty();
        let mut missing = Vec::new();
        if let Some(section) = &said.section
            && !asked
        {
            let code = Self::missing_of_section(section, said.bevel.is_some());
            missing.extend(code.map(|code| (code, Vec::new())));
        }
        let asked = asked || said.section.is_some();
        // a bare number will most likely become the missing length: ask one thing at a time
        if said.thickness.is_none() && !asked {
            missing.push(("missing_thickness", Vec::new()));
        }
        if said.length.is_none() && !asked {
            missing.push(("missing_length", Vec::new()));
        }
        if said.process.is_none() {
            missing.push((
                "missing_process",
                ["freehand", "guided", "machine"].map(str::to_owned).to_vec(),
            ));
        }
        let problems =
            missing.into_iter().map(|(code, offers)| Problem { code, span: None, offers });
        self.line.problems.extend(problems);
    }
}

/// "rust" and "scale" alone are taken for the light kind, and that is said back.
const fn assumption(surface: Surface, plain: bool) -> Option<&'static str> {
    match (surface, plain) {
        (Surface::LightRust, true) => Some("rust_is_light"),
        (Surface::MillScale, true) => Some("scale_is_mill_scale"),
        _ => None,
    }
}

/// Kept beside [`measure`]: two systems can also meet inside one field.
pub fn mixes_systems(found: &[TypedLength]) -> bool {
    let has = |system: System| found.iter().any(|length| length.system == system);
    has(System::Inch) && has(System::Metric)
}
