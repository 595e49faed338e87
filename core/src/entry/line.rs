//! The quick-entry line: `4x 3/4 plate 36in guided, rust`.
//!
//! [`read`] gives back what was understood, where each part stands in the text, and what
//! must be asked. [`Understood::echo`] says it back so that it reads the same again.

use crate::cut::Process;
use crate::entry::LONGEST;
use crate::entry::resolve::resolve;
use crate::entry::said::{Line, Problem};
use crate::entry::shape::find_in;
use crate::entry::token::tokens;
use crate::entry::work;

/// Reads a quick-entry line. Never panics, whatever is typed.
#[must_use]
pub fn read(text: &str) -> Line {
    read_in(text, None)
}

/// Reads a line in a shop that usually moves the torch so: where the line does not say how, that is taken, and said.
#[must_use]
pub fn read_in(text: &str, usual: Option<Process>) -> Line {
    if text.chars().count() > LONGEST {
        let problem = Problem { code: "text_too_long", span: None, offers: Vec::new() };
        return Line { problems: vec![problem], ..Line::default() };
    }
    if let Some(line) = work::read(text) {
        return line;
    }
    match find_in(text) {
        // the name is read: spaces in its place keep every other place
        Some((span, shape)) => {
            let rest = [&text[..span.start], &" ".repeat(span.len()), &text[span.end..]].concat();
            resolve(&rest, &tokens(&rest), Some((span, shape)), usual)
        }
        None => resolve(text, &tokens(text), None, usual),
    }
}
