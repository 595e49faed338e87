//! Gives each piece of a line its meaning: which length is the thickness, what a number
//! counts, which face the rust is on.

use std::ops::Range;

use crate::cut::Process;
use crate::entry::measure::{Measured, System, TypedLength, measure};
use crate::entry::reader::{Face, FoundFace, FoundLength, Reader, Role};
use crate::entry::resolve_section::SHAPES_OFFERED;
use crate::entry::said::{Line, Mark, Problem, SaidSection};
use crate::entry::shape::NoShape;
use crate::entry::token::{Form, Number, Token, TokenKind};
use crate::entry::words::{Says, near, says};
use crate::quantity::Angle;
use crate::section::asked::CutKind;
use crate::section::{Profile, search};
use crate::steel::grade::grade;

/// Words in the longest phrase.
const PHRASE_WORDS: usize = 2;

/// Reads the pieces of `text`.
///
/// A shape that was found stands in `shape`, with its bytes.
pub fn resolve(
    text: &str,
    tokens: &[Token],
    shape: Option<(Range<usize>, Result<Profile, NoShape>)>,
    usual: Option<Process>,
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
    reader.settle_bare();
    reader.assign_faces();
    reader.assign_lengths();
    reader.take_usual(usual);
    reader.ask_for_missing();
    reader.line.marks.sort_by_key(|mark| mark.span.start);
    reader.line
}

impl Reader<'_> {
    fn step(&mut self) {
        match &self.tokens[self.at].kind {
            TokenKind::Separator => self.at += 1,
            TokenKind::Number(number) => self.number(*number),
            TokenKind::Word(_) => self.phrase(),
        }
    }

    fn number(&mut self, number: Number) {
        if self.opening() {
            return;
        }
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
        let slant = self.is_slant(from, taken);
        match measured {
            Measured::Length(value, bare) => {
                self.length(value, span, bare.then_some("bare_fraction_is_inches"))
            }
            Measured::Gauge(_, value) => self.length(value, span, Some("gauge_is_sheet_steel")),
            Measured::Bare(number) => self.bare(number, span, slant),
            Measured::UnknownGauge => self.problem("unknown_gauge", span, Vec::new()),
            Measured::Unclear => self.problem("unclear_number", span, Vec::new()),
            Measured::Angle(angle) => {
                self.take(Mark::plain("bevel", span), angle, |l| &mut l.understood.bevel);
            }
            Measured::Temperature(t) => {
                let mark = Mark::plain("plate_temperature", span);
                self.take(mark, t, |l| &mut l.understood.plate_temperature);
            }
            Measured::Percent(p) => {
                let mark = Mark::plain("oxygen_purity", span);
                self.take(mark, p, |l| &mut l.understood.oxygen_purity);
            }
        }
    }

    /// A number without a unit: degrees beside a slant, else a length whose system the line tells.
    fn bare(&mut self, number: Number, span: Range<usize>, slant: bool) {
        if slant {
            let mark = Mark { part: "bevel", span, assumed: Some("bare_slant_is_degrees") };
            let angle = Angle::from_deg(number.value);
            return self.take(mark, angle, |l| &mut l.understood.bevel);
        }
        let value = TypedLength { amount: number.value, system: System::Inch };
        let (next, role, assumed) = (self.at, None, None);
        self.lengths.push(FoundLength { value, span, next, role, assumed, bare: true });
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
        self.take(Mark { part: "count", span, assumed: None }, count, |l| &mut l.understood.count);
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
        self.take(Mark { part: "grade", span, assumed: None }, found.grade.as_str(), |l| {
            &mut l.understood.grade
        });
        true
    }

    fn length(&mut self, value: TypedLength, span: Range<usize>, assumed: Option<&'static str>) {
        let next = self.at;
        self.lengths.push(FoundLength { value, span, next, role: None, assumed, bare: false });
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
            return self.take(
                Mark { part: "grade", span, assumed: None },
                found.grade.as_str(),
                |l| &mut l.understood.grade,
            );
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

    fn apply(&mut self, says: Says, span: Range<usize>) {
        let plain = |part| Mark::plain(part, span.clone());
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
            Says::Bevel if self.line.understood.section.is_some() => {
                self.kind(CutKind::Bevel, span)
            }
            Says::Kind(kind) if self.line.understood.section.is_some() => self.kind(kind, span),
            Says::Kind(_) | Says::Flanges(_) | Says::OneSide | Says::EndsOpen(_)
                if self.line.understood.section.is_none() =>
            {
                self.problem("unknown_word", span, Vec::new());
            }
            Says::Kind(_) => {}
            Says::Flanges(which) => self.of_shape("flanges", span, |it| it.flanges = Some(which)),
            Says::OneSide => self.of_shape("access", span, |it| it.one_side = true),
            Says::EndsOpen(open) => self.of_shape("ends", span, |it| it.ends_open = Some(open)),
            Says::Stroke(stroke) => {
                self.take(plain("stroke"), stroke, |l| &mut l.understood.stroke)
            }
            Says::UnknownSteel => self.problem("unknown_steel", span, vec![String::new()]),
            Says::LaidOut => self.problem("laid_out_later", span, vec![String::new()]),
            Says::Measure(measure) => self.name_length(Role::Of(measure)),
            Says::Bevel | Says::Slant | Says::Pieces | Says::Filler => {}
        }
    }

    /// A word that says something of the shape, where there is one.
    fn of_shape(
        &mut self,
        part: &'static str,
        span: Range<usize>,
        set: impl FnOnce(&mut SaidSection),
    ) {
        if let Some(section) = &mut self.line.understood.section {
            set(section);
            self.line.marks.push(Mark::plain(part, span));
        }
    }

    /// A line that says nothing of how the torch is moved means the usual way; an empty line means nothing.
    fn take_usual(&mut self, usual: Option<Process>) {
        if self.line.understood.process.is_some() || self.tokens.is_empty() {
            return;
        }
        if let Some(usual) = usual {
            self.line.understood.process = Some(usual);
            let end = self.text.len();
            let mark = Mark { part: "process", span: end..end, assumed: Some("usual_process") };
            self.line.marks.push(mark);
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
