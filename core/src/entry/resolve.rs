//! Gives each piece of a line its meaning: which length is the thickness, what a number
//! counts, which face the rust is on.

use std::ops::Range;

use super::line::{Line, Mark, Problem};
use super::measure::{Measured, System, TypedLength, measure};
use super::token::{Form, Number, Token, TokenKind};
use super::words::{Says, near, says};
use crate::steel::grade::grade;
use crate::steel::surface::Surface;

/// Words in the longest phrase.
const PHRASE_WORDS: usize = 2;

/// Reads the pieces of `text`.
pub fn resolve(text: &str, tokens: &[Token]) -> Line {
    let mut reader = Reader {
        text,
        tokens,
        at: 0,
        lengths: Vec::new(),
        faces: Vec::new(),
        line: Line::default(),
    };
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
        let offers = near(&word).into_iter().map(str::to_owned).collect();
        let section = word.chars().any(|c| c.is_ascii_digit()) && word.contains('x');
        self.problem(if section { "section_not_yet" } else { "unknown_word" }, span, offers);
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
            Says::Bevel | Says::Pieces | Says::Filler => {}
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
                None => self.problem("extra_length", length.span, vec![String::new()]),
            }
        }
    }

    fn ask_for_missing(&mut self) {
        let said = &self.line.understood;
        let asked = !self.line.problems.is_empty();
        let mut missing = Vec::new();
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
