//! A line of other work: `cut off 6 rusted 3/4 bolts, save the studs`, `wash off backing bar 3/8x1-1/2, 24in`,
//! `gouge 3/16 deep 12in in 3/4 plate`, `rail 8ft 1/2 plate over a weld`, `circle 12in hole 1/2 plate by pivot`.
//!
//! A line is such work where it names the thing that comes off, a depth that is gouged, a bar that is washed off, a rail, a circle, or a
//! long cut; then every word of it is one of these, or asked about. What is taken apart, a list of pieces, and heat are
//! read by themselves. Left out: how a hand stands to it.

mod apart;
mod heat;
pub mod said;
mod words;

use std::ops::Range;

use crate::entry::measure::{Measured, System, TypedLength, measure};
use crate::entry::said::{Line, Mark, Problem, Understood};
use crate::entry::token::{Form, Token, TokenKind, tokens};
use crate::entry::work::said::{Role, SaidWork};
use crate::entry::work::words::{Word, word};
use crate::gas::fuel::Fuel;
use crate::work::WorkKind;
use crate::work::circle::Turned;
use crate::work::fastener::Save;

/// How high a weld stands where a line says only that there is one. Source: `ours`.
const WELD: TypedLength = TypedLength { amount: 3.0, system: System::Metric };
/// A plate that no line says is taken so many grooves thick. Source: `ours`.
const PLATE: f64 = 4.0;

/// A length as it stands in the line.
struct Found {
    value: TypedLength,
    token: usize,
    mark: Mark,
    bare: bool,
    role: Option<Role>,
}

struct Reader<'a> {
    text: &'a str,
    tokens: &'a [Token],
    at: usize,
    said: SaidWork,
    count: Option<u32>,
    fuel: Option<Fuel>,
    lengths: Vec<Found>,
    marks: Vec<Mark>,
    problems: Vec<Problem>,
    /// The next words say what is spared.
    sparing: bool,
}

/// Which work a line is, if it is one: what its words name, and that no plain plate is told to be cut by them.
fn kind_of(tokens: &[Token]) -> Option<WorkKind> {
    let found: Vec<Word> =
        (0..tokens.len()).filter_map(|at| word(tokens, at)).map(|(it, _)| it).collect();
    let has = |wanted: &Word| found.contains(wanted);
    let kinds =
        [WorkKind::Rail, WorkKind::Circle, WorkKind::LongCut, WorkKind::Gouge, WorkKind::Wash];
    let lead = kinds.into_iter().find(|kind| has(&Word::Lead(*kind)));
    let plate_cut = has(&Word::Is(Role::Thickness)) && !has(&Word::Spare);
    match lead {
        // "gouge, 12 mm plate, 300 mm" is a stroke along plate, as before
        Some(WorkKind::Gouge) if !has(&Word::Is(Role::Depth)) => None,
        Some(WorkKind::Wash) if !has(&Word::Bar) => None,
        Some(kind) => Some(kind),
        None => {
            let comes_off = found.iter().any(|it| matches!(it, Word::Off(_)));
            (comes_off && !plate_cut).then_some(WorkKind::Fastener)
        }
    }
}

/// Reads a line of other work; `None` where it is none.
#[must_use]
pub fn read(text: &str) -> Option<Line> {
    if let Some(line) = apart::read(text).or_else(|| heat::read(text)) {
        return Some(line);
    }
    let tokens = tokens(text);
    let kind = kind_of(&tokens)?;
    let mut reader = Reader {
        text,
        tokens: &tokens,
        at: 0,
        said: SaidWork { kind, ..SaidWork::default() },
        count: None,
        fuel: None,
        lengths: Vec::new(),
        marks: Vec::new(),
        problems: Vec::new(),
        sparing: false,
    };
    while reader.at < tokens.len() {
        reader.step();
    }
    Some(reader.line())
}

impl Reader<'_> {
    fn span(&self, from: usize, taken: usize) -> Range<usize> {
        let last = (from + taken).min(self.tokens.len()) - 1;
        self.tokens[from].span.start..self.tokens[last].span.end
    }

    fn problem(&mut self, code: &'static str, span: Range<usize>) {
        self.problems.push(Problem { code, span: Some(span), offers: Vec::new() });
    }

    fn step(&mut self) {
        match &self.tokens[self.at].kind {
            TokenKind::Separator => self.at += 1,
            TokenKind::Number(number) => {
                let whole = number.form == Form::Whole;
                let value = number.value;
                self.number(whole, value);
            }
            TokenKind::Word(_) => self.word(),
        }
    }

    /// A whole number without a unit before what comes off, or before an x at the head, counts pieces.
    fn counts(&self, taken: usize) -> bool {
        let times = matches!(word(self.tokens, self.at + taken), Some((Word::Times, _)));
        let first = self.lengths.is_empty() && self.count.is_none();
        first && (times || self.said.kind == WorkKind::Fastener)
    }

    fn number(&mut self, whole: bool, value: f64) {
        // `8 ft 1/2 plate` is eight feet of half-inch plate, not eight feet and a half inch
        let named = matches!(word(self.tokens, self.at + 3), Some((Word::Is(_), _)));
        let end = if named { self.at + 2 } else { self.tokens.len() };
        let Some((measured, taken)) = measure(&self.tokens[self.at..end]) else {
            self.at += 1;
            return;
        };
        let (span, token) = (self.span(self.at, taken), self.at + taken);
        let mark = |assumed| Mark { part: "work", span: span.clone(), assumed };
        match measured {
            Measured::Bare(_) if whole && self.counts(taken) => self.count(value, span),
            Measured::Length(value, bare) => {
                let mark = mark(bare.then_some("bare_fraction_is_inches"));
                self.lengths.push(Found { value, token, mark, bare: false, role: None });
            }
            Measured::Bare(number) => {
                let value = TypedLength { amount: number.value, system: System::Inch };
                let mark = mark(None);
                self.lengths.push(Found { value, token, mark, bare: true, role: None });
            }
            Measured::Angle(angle) => {
                self.said.bevel = Some(angle);
                self.marks.push(mark(None));
            }
            Measured::Unclear => self.problem("unclear_number", span),
            Measured::UnknownGauge => self.problem("unknown_gauge", span),
            Measured::Gauge(..) | Measured::Temperature(_) | Measured::Percent(_) => {
                self.problem("unknown_word", span);
            }
        }
        self.at = token;
    }

    fn count(&mut self, value: f64, span: Range<usize>) {
        if !(1.0..=10_000.0).contains(&value) {
            return self.problem("count_out_of_range", span);
        }
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "checked above")]
        let count = value as u32;
        self.count = Some(count);
        self.marks.push(Mark::plain("count", span));
    }

    fn word(&mut self) {
        let (found, taken) = match word(self.tokens, self.at) {
            Some((found, taken)) if self.belongs(found) => (found, taken),
            strange => {
                let taken = strange.map_or(1, |(_, taken)| taken);
                let span = self.span(self.at, taken);
                self.problem("unknown_word", span);
                self.at += taken;
                return;
            }
        };
        let span = self.span(self.at, taken);
        match found {
            Word::Is(role) if self.sparing && role == Role::Thickness => self.spare(Save::Plate),
            Word::Is(role) => self.name(role),
            Word::Off(_) if self.sparing => self.spare(Save::Stud),
            Word::Off(what) => self.said.what = Some(what),
            Word::Thread => self.spare(Save::Stud),
            Word::Both if self.sparing => self.spare(Save::Both),
            Word::Spare => self.sparing = true,
            Word::Rusted => self.said.rusted = true,
            Word::Coated(coated) => self.said.coated = coated,
            Word::Head(head) => self.said.head = Some(head),
            Word::Kept(kept) => self.said.kept = kept,
            Word::Turned(turned) => self.said.turned = turned,
            Word::Fuel(fuel) => self.fuel = Some(fuel),
            Word::Metric(mm) => {
                let value = TypedLength { amount: mm, system: System::Metric };
                let mark = Mark::plain("work", span.clone());
                let (token, role) = (self.at + taken, Some(Role::Diameter));
                self.lengths.push(Found { value, token, mark, bare: false, role });
            }
            Word::Both | Word::Lead(_) | Word::Bar | Word::Times | Word::Filler => {}
        }
        if !matches!(found, Word::Metric(_)) {
            self.marks.push(Mark::plain("work", span));
        }
        self.at += taken;
    }

    /// Whether a word says something of this kind of work: a hole is nothing to a groove.
    fn belongs(&self, found: Word) -> bool {
        match found {
            Word::Head(_) => self.said.kind == WorkKind::Fastener,
            Word::Turned(Turned::Carriage) => {
                matches!(self.said.kind, WorkKind::Circle | WorkKind::Rail)
            }
            Word::Kept(_) | Word::Turned(_) => self.said.kind == WorkKind::Circle,
            _ => true,
        }
    }

    fn spare(&mut self, save: Save) {
        let both = self.said.save != Save::None && self.said.save != save;
        self.said.save = if both { Save::Both } else { save };
    }

    /// A word names the length right before it; a weld without a height has the usual one; what is left, the length that follows.
    fn name(&mut self, role: Role) {
        let at = self.at;
        let before = self.lengths.last_mut().filter(|it| it.token == at && it.role.is_none());
        match before {
            Some(found) => found.role = Some(role),
            None if role == Role::Highest && self.said.kind == WorkKind::Rail => {
                let span = self.span(at, 1);
                self.said.highest = Some(WELD);
                self.marks.push(Mark { part: "work", span, assumed: Some("weld_is_3_mm") });
            }
            None => {}
        }
    }

    /// Numbers without a unit take the one system of the line.
    fn settle(&mut self) {
        let mut systems = self.lengths.iter().filter(|it| !it.bare).map(|it| it.value.system);
        let first = systems.next();
        let system = first.filter(|first| systems.all(|other| other == *first));
        for found in &mut self.lengths {
            if !found.bare {
                continue;
            }
            if let Some(system) = system {
                found.value.system = system;
                found.mark.assumed = Some(match system {
                    System::Inch => "bare_number_is_inches",
                    System::Metric => "bare_number_is_millimetres",
                });
                continue;
            }
            let typed = &self.text[found.mark.span.clone()];
            let offers = ["in", "mm"].map(|unit| format!("{typed} {unit}")).to_vec();
            let span = Some(found.mark.span.clone());
            self.problems.push(Problem { code: "bare_number", span, offers });
        }
    }

    /// Each length goes where its word says, the others where the kind still needs one, in order.
    fn assign(&mut self) {
        let lengths = std::mem::take(&mut self.lengths);
        let (named, free): (Vec<_>, Vec<_>) = lengths.into_iter().partition(|it| it.role.is_some());
        for Found { value, mark, role, .. } in named {
            if let Some(place) = role.map(|role| self.said.measure(role)) {
                *place = Some(value);
            }
            self.marks.push(mark);
        }
        for Found { value, mark, .. } in free {
            let needs = self.said.needs();
            let open = needs.iter().find(|(role, _)| self.said.measure(*role).is_none());
            match open {
                Some((role, _)) => {
                    *self.said.measure(*role) = Some(value);
                    self.marks.push(mark);
                }
                None => self.problem("extra_length", mark.span),
            }
        }
    }

    fn line(mut self) -> Line {
        self.settle();
        self.assign();
        let depth =
            self.said.depth.map(|depth| TypedLength { amount: PLATE * depth.amount, ..depth });
        if self.said.kind == WorkKind::Gouge && self.said.thickness.is_none() {
            self.said.thickness = depth;
            let mark = self.marks.iter_mut().find(|mark| mark.assumed.is_none());
            if let (Some(mark), true) = (mark, depth.is_some()) {
                mark.assumed = Some("plate_is_four_grooves");
            }
        }
        if self.said.kind == WorkKind::Fastener && self.said.what.is_none() {
            self.problems.push(Problem {
                code: "missing_diameter",
                span: None,
                offers: Vec::new(),
            });
        }
        for (role, code) in self.said.needs() {
            if self.said.measure(*role).is_none() && self.problems.is_empty() {
                self.problems.push(Problem { code, span: None, offers: Vec::new() });
            }
        }
        self.marks.sort_by_key(|mark| mark.span.start);
        let understood = Understood {
            count: self.count,
            fuel: self.fuel,
            work: Some(self.said),
            ..Understood::default()
        };
        Line { understood, marks: self.marks, problems: self.problems }
    }
}
