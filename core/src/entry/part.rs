//! A part typed by its dimensions: `6x lug 4x6 1/2 plate, hole 1-1/8, r2`.
//!
//! Sizes are across, then up; a number without a unit takes the one system of its line, and is asked for where there is none.
//! [`SaidPart::echo`] says the part back so that it reads the same again.

use crate::entry::LONGEST;
use crate::entry::measure::{Measured, System, TypedLength, measure};
pub use crate::entry::part_said::{PartLine, SaidPart};
use crate::entry::part_words::{POLYGONS, Role, SHAPES, SILENT, after, before};
use crate::entry::said::{Mark, Problem};
use crate::entry::token::{Form, Token, TokenKind, tokens};
use crate::layout::shapes::ShapeKind;

/// A number as it stands in a line, with its system where it has one.
#[derive(Clone, Copy)]
struct Amount {
    value: f64,
    system: Option<System>,
}

/// A length as it stands in a line; its system may still be missing.
struct Found {
    role: Role,
    amount: Amount,
    span: std::ops::Range<usize>,
}

/// Reads a part. Never panics, whatever is typed.
#[must_use]
pub fn read(text: &str) -> PartLine {
    if text.chars().count() > LONGEST {
        let problem = Problem { code: "text_too_long", span: None, offers: Vec::new() };
        return PartLine { problems: vec![problem], ..PartLine::default() };
    }
    let mut reader =
        Reader { text, tokens: tokens(text), line: PartLine::default(), found: Vec::new() };
    reader.walk();
    reader.settle();
    reader.line
}

struct Reader<'a> {
    text: &'a str,
    tokens: Vec<Token>,
    line: PartLine,
    found: Vec<Found>,
}

impl Reader<'_> {
    fn word(&self, at: usize) -> Option<&str> {
        match &self.tokens.get(at)?.kind {
            TokenKind::Word(word) => Some(word),
            _ => None,
        }
    }

    fn is_number(&self, at: usize) -> bool {
        self.tokens.get(at).is_some_and(|token| matches!(token.kind, TokenKind::Number(_)))
    }

    fn mark(&mut self, span: std::ops::Range<usize>, part: &'static str) {
        self.line.marks.push(Mark { span, part, assumed: None });
    }

    fn problem(&mut self, code: &'static str, span: Option<std::ops::Range<usize>>) {
        self.line.problems.push(Problem { code, span, offers: Vec::new() });
    }

    fn walk(&mut self) {
        let mut at = 0;
        let mut role = None;
        while at < self.tokens.len() {
            let span = self.tokens[at].span.clone();
            if self.is_number(at) {
                at += self.number(at, role.take());
                continue;
            }
            let Some(word) = self.word(at).map(str::to_owned) else {
                at += 1;
                continue;
            };
            if self.two_words(at, &word) {
                at += 2;
                continue;
            }
            at += 1;
            if let Some(shape) = SHAPES.iter().find(|(known, _)| *known == word) {
                self.shape(shape.1, span);
            } else if let Some((_, sides)) = POLYGONS.iter().find(|(known, _)| *known == word) {
                self.line.said.sides = Some(*sides);
                self.shape(ShapeKind::Polygon, span);
            } else if let Some(next) = before(&word) {
                role = Some(next);
                self.mark(span, "role");
            } else if let Some(radius) = word.strip_prefix('r').and_then(|rest| self.glued(rest)) {
                self.keep(Role::Radius, radius, span);
            } else if word == "sides" || word == "plate" || SILENT.contains(&word.as_str()) {
                self.mark(span, "role");
            } else {
                self.problem("unknown_word", Some(span));
            }
        }
    }

    /// `end piece`, `base plate`, `bearing plate`.
    fn two_words(&mut self, at: usize, word: &str) -> bool {
        let Some(next) = self.word(at + 1).map(str::to_owned) else { return false };
        let span = self.tokens[at].span.start..self.tokens[at + 1].span.end;
        match (word, next.as_str()) {
            ("end", "piece" | "pieces") => {
                // one more is cut, and kept to clamp by
                self.line.said.count = Some(self.line.said.count.unwrap_or(1) + 1);
                self.line.marks.push(Mark {
                    span,
                    part: "count",
                    assumed: Some("end_piece_is_one_more"),
                });
            }
            ("base" | "bearing", "plate" | "plates") => self.shape(ShapeKind::BasePlate, span),
            _ => return false,
        }
        true
    }

    fn shape(&mut self, shape: ShapeKind, span: std::ops::Range<usize>) {
        if self.line.said.shape.is_some_and(|said| said != shape) {
            return self.problem("said_twice", Some(span));
        }
        self.line.said.shape = Some(shape);
        self.mark(span, "shape");
    }

    /// The number glued to a letter, as in r2 or r1-1/2.
    fn glued(&self, rest: &str) -> Option<Amount> {
        let tokens = tokens(rest);
        match measure(&tokens) {
            Some((found, taken)) if taken == tokens.len() => amount(&found),
            _ => None,
        }
    }

    fn keep(&mut self, role: Role, amount: Amount, span: std::ops::Range<usize>) {
        self.found.push(Found { role, amount, span });
    }

    /// Reads what begins with a number; how many pieces of the line it takes.
    fn number(&mut self, at: usize, role: Option<Role>) -> usize {
        let Some((found, taken)) = measure(&self.tokens[at..]) else { return 1 };
        let span = self.tokens[at].span.start..self.tokens[at + taken - 1].span.end;
        let Some(amount @ Amount { value, system }) = amount(&found) else {
            self.problem("unclear_number", Some(span));
            return taken;
        };
        let next = self.word(at + taken).map(str::to_owned);
        let whole = system.is_none() && value.fract() == 0.0 && (1.0..=10_000.0).contains(&value);
        if role.is_none() && whole && self.counts(at, next.as_deref(), at + taken) {
            #[allow(
                clippy::cast_possible_truncation,
                clippy::cast_sign_loss,
                reason = "1 to 10 000"
            )]
            let count = value as u32;
            if next.as_deref() == Some("sides") {
                self.line.said.sides = Some(count);
            } else {
                self.line.said.count = Some(count);
            }
            self.mark(span, "count");
            return taken;
        }
        let said = next.as_deref().and_then(after).filter(|_| role.is_none());
        if said == Some(Role::Thickness) && self.after_times(at) && self.split(at) {
            return taken + 1;
        }
        self.keep(role.or(said).unwrap_or(Role::Size), amount, span);
        taken + usize::from(said.is_some())
    }

    /// Whether a number counts: `6x lug`, `4 strips`, `6 sides`, and `4` alone where strips have their measures.
    fn counts(&self, at: usize, next: Option<&str>, after_it: usize) -> bool {
        let first = at == 0 || !matches!(self.word(at - 1), Some("x" | "×"));
        let named = |word: &str| SHAPES.iter().any(|(known, _)| *known == word);
        match next {
            Some("x" | "×") => first && !self.is_number(after_it + 1),
            Some("sides") => true,
            Some("and") => self.line.said.shape == Some(ShapeKind::Strip),
            Some(word) => first && at == 0 && named(word),
            None => self.line.said.shape == Some(ShapeKind::Strip) && self.found.len() >= 2,
        }
    }

    fn after_times(&self, at: usize) -> bool {
        at > 0 && matches!(self.word(at - 1), Some("x" | "×"))
    }

    /// `4x6 1/2 plate`: what reads as 6-1/2 is a size and a thickness, as a plate needs one.
    fn split(&mut self, at: usize) -> bool {
        let span = self.tokens[at].span.clone();
        let typed = &self.text[span.clone()];
        let Some((size, thickness)) = typed.rsplit_once(' ') else { return false };
        let (size, thickness) = (size.trim_end().to_owned(), thickness.to_owned());
        let place = span.start + size.len();
        let number = |text: &str| measure(&tokens(text)).and_then(|(found, _)| amount(&found));
        let (Some(size), Some(thickness)) = (number(&size), number(&thickness)) else {
            return false;
        };
        self.keep(Role::Size, size, span.start..place);
        self.keep(Role::Thickness, thickness, place + 1..span.end);
        true
    }

    /// Gives every number its system and its place.
    fn settle(&mut self) {
        let found = std::mem::take(&mut self.found);
        let systems: Vec<System> = found.iter().filter_map(|one| one.amount.system).collect();
        let one =
            systems.first().copied().filter(|first| systems.iter().all(|other| other == first));
        for length in found {
            let Some(system) = length.amount.system.or(one) else {
                let typed = &self.text[length.span.clone()];
                let offers = ["in", "mm"].map(|unit| format!("{typed} {unit}")).to_vec();
                let span = Some(length.span);
                self.line.problems.push(Problem { code: "bare_number", span, offers });
                continue;
            };
            let typed = TypedLength { amount: length.amount.value, system };
            let assumed = length.amount.system.is_none().then_some(match system {
                System::Inch => "bare_number_is_inches",
                System::Metric => "bare_number_is_millimetres",
            });
            self.place(length.role, typed, length.span, assumed);
        }
        self.complete();
    }

    fn place(
        &mut self,
        role: Role,
        typed: TypedLength,
        span: std::ops::Range<usize>,
        assumed: Option<&'static str>,
    ) {
        let round = matches!(
            self.line.said.shape,
            Some(ShapeKind::Disc | ShapeKind::Ring | ShapeKind::Polygon)
        );
        let said = &mut self.line.said;
        let (slot, part) = match role {
            Role::Thickness => (&mut said.thickness, "thickness"),
            Role::Width => (&mut said.width, "width"),
            Role::Height => (&mut said.height, "height"),
            Role::Diameter => (&mut said.diameter, "diameter"),
            Role::Hole => (&mut said.hole, "hole"),
            Role::Edge => (&mut said.edge, "edge"),
            Role::Radius => (&mut said.radius, "radius"),
            Role::Cut => (&mut said.cut, "cut"),
            Role::Size if round && said.diameter.is_none() => (&mut said.diameter, "diameter"),
            Role::Size if round => (&mut said.hole, "hole"),
            Role::Size if said.width.is_none() => (&mut said.width, "width"),
            Role::Size if said.height.is_none() => (&mut said.height, "height"),
            Role::Size => (&mut said.thickness, "thickness"),
        };
        if slot.is_some_and(|before| before != typed) {
            return self.problem("said_twice", Some(span));
        }
        *slot = Some(typed);
        self.line.marks.push(Mark { span, part, assumed });
    }

    /// What is missing, and what follows from the rest.
    fn complete(&mut self) {
        let said = &self.line.said;
        let Some(shape) = said.shape else { return self.problem("which_shape", None) };
        let missing = match shape {
            ShapeKind::Disc | ShapeKind::Polygon => said.diameter.is_none(),
            ShapeKind::Ring => said.diameter.is_none() || said.hole.is_none(),
            _ => said.width.is_none() || said.height.is_none(),
        };
        if missing {
            return self.problem("which_sizes", None);
        }
        if shape == ShapeKind::Polygon && said.sides.is_none() {
            return self.problem("how_many_sides", None);
        }
        if shape == ShapeKind::Lug {
            self.lug();
        }
    }

    /// A lug's top is half a circle of its width; its hole stands in the middle of that where nothing else is said.
    fn lug(&mut self) {
        let said = &mut self.line.said;
        let (Some(width), Some(hole)) = (said.width, said.hole) else {
            return self.problem("which_hole", None);
        };
        let half = width.length().as_m() / 2.0;
        let other = said.radius.filter(|radius| (radius.length().as_m() - half).abs() > 1e-6);
        if said.edge.is_none() {
            let amount = if hole.system == width.system {
                (width.amount - hole.amount) / 2.0
            } else {
                (half - hole.length().as_m() / 2.0) * 1e3
            };
            let system = if hole.system == width.system { width.system } else { System::Metric };
            said.edge = Some(TypedLength { amount, system });
        }
        if other.is_some() {
            self.problem("lug_radius", None);
        }
    }
}

/// What was measured as an amount; `None` of what is no length.
fn amount(found: &Measured) -> Option<Amount> {
    match found {
        Measured::Length(length, _) | Measured::Gauge(_, length) => {
            Some(Amount { value: length.amount, system: Some(length.system) })
        }
        Measured::Bare(number) if number.form != Form::Unclear => {
            Some(Amount { value: number.value, system: None })
        }
        _ => None,
    }
}
