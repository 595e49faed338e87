//! What the reading of a line holds on to while it goes through the pieces.

use std::ops::Range;

use crate::entry::measure::TypedLength;
use crate::entry::said::{Line, Mark, Problem};
use crate::entry::token::{Token, TokenKind};
use crate::entry::words::CutMeasure;
use crate::steel::surface::Surface;

/// A length found, waiting to learn what it is.
pub struct FoundLength {
    pub value: TypedLength,
    pub span: Range<usize>,
    /// The token after it.
    pub next: usize,
    pub role: Option<Role>,
    pub assumed: Option<&'static str>,
    /// A number without a unit: its system is that of the line, where the line has one.
    pub bare: bool,
}

#[derive(Clone, Copy, PartialEq, Eq)]
pub enum Role {
    Thickness,
    Length,
    Of(CutMeasure),
}

/// A face word found, and whether "back" stood before it.
pub struct FoundFace {
    pub says: Face,
    pub span: Range<usize>,
}

#[derive(Clone, Copy, PartialEq)]
pub enum Face {
    Is(Surface, bool),
    Back,
    Both,
}

pub struct Reader<'a> {
    pub text: &'a str,
    pub tokens: &'a [Token],
    pub at: usize,
    pub lengths: Vec<FoundLength>,
    pub faces: Vec<FoundFace>,
    pub line: Line,
}

impl Reader<'_> {
    pub fn word(&self, at: usize) -> Option<&str> {
        match self.tokens.get(at).map(|token| &token.kind) {
            Some(TokenKind::Word(word)) => Some(word),
            _ => None,
        }
    }

    pub fn span(&self, from: usize, taken: usize) -> Range<usize> {
        self.tokens[from].span.start..self.tokens[from + taken - 1].span.end
    }

    pub fn problem(&mut self, code: &'static str, span: Range<usize>, offers: Vec<String>) {
        self.line.problems.push(Problem { code, span: Some(span), offers });
    }

    /// Takes a value for a part once; a second one is asked about.
    pub fn take<T: PartialEq>(
        &mut self,
        mark: Mark,
        value: T,
        place: impl Fn(&mut Line) -> &mut Option<T>,
    ) {
        let slot = place(&mut self.line);
        if slot.as_ref().is_some_and(|known| *known != value) {
            self.problem("said_twice", mark.span, vec![String::new()]);
            return;
        }
        *slot = Some(value);
        self.line.marks.push(mark);
    }

    pub fn words_from(&self, from: usize, count: usize) -> Option<String> {
        let words: Option<Vec<&str>> = (from..from + count).map(|at| self.word(at)).collect();
        words.map(|words| words.join(" "))
    }
}
