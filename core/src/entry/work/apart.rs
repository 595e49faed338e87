//! A line of what is taken apart: `take apart: post 80 kg on ground; beam 200 kg on post`.
//!
//! Each piece is a name, what it weighs, and after `on`, `by`, `from` or `to` what holds it; a semicolon parts them, or a comma
//! where there is no semicolon. Left out: how thick and long each cut is, which the bench asks.

use std::ops::Range;

use crate::code::Code;
use crate::entry::said::{Line, Mark, Problem, Understood};
use crate::entry::work::said::{SaidPiece, SaidWork};
use crate::gas::fuel::Fuel;
use crate::quantity::Mass;
use crate::work::WorkKind;

/// What begins such a line.
const LEADS: [&str; 4] = ["take apart", "take down", "taking apart", "dismantle"];
/// What stands before that which holds a piece.
const HOLDERS: [&str; 6] = ["on", "by", "from", "to", "under", "in"];
/// Words before a holder's name that say nothing.
const THE: [&str; 5] = ["the", "a", "an", "held", "hung"];

/// Reads such a line; `None` where it is none.
pub(super) fn read(text: &str) -> Option<Line> {
    let lower = text.to_lowercase();
    let start = lower.len() - lower.trim_start().len();
    let lead = LEADS.into_iter().find(|lead| lower[start..].starts_with(lead))?;
    let from = start + lead.len();
    // lower case may be longer than what was typed: then nothing here is sure
    if lower.len() != text.len() || !text.is_char_boundary(from) {
        return None;
    }
    let mut reader = Reader { line: Line::default(), said: Vec::new(), fuel: None };
    reader.mark(start..from);
    let mut end = text.len();
    // what burns may stand at the end, as in every line
    if let Some((before, last)) = text[from..].rsplit_once([',', ';'])
        && let Some(fuel) =
            Fuel::ALL.iter().find(|fuel| name(**fuel).eq_ignore_ascii_case(last.trim()))
    {
        end = from + before.len();
        reader.fuel = Some(*fuel);
    }
    let parts = if text[from..end].contains(';') { ';' } else { ',' };
    let mut at = from;
    for part in text[from..end].split(parts) {
        let span = at..at + part.len();
        at = span.end + parts.len_utf8();
        reader.piece(text, span);
    }
    Some(reader.done())
}

struct Reader {
    line: Line,
    said: Vec<SaidPiece>,
    fuel: Option<Fuel>,
}

/// A number with a unit of weight at the beginning of words, and how many words it takes.
fn weight(words: &[(&str, Range<usize>)]) -> Option<(Mass, usize)> {
    let first = words.first()?.0;
    let digits = first.find(|c: char| !c.is_ascii_digit() && c != '.').unwrap_or(first.len());
    let (number, unit) = first.split_at(digits);
    let number: f64 = number.parse().ok()?;
    let (unit, taken) = if unit.is_empty() { (words.get(1)?.0, 2) } else { (unit, 1) };
    let mass = match unit.to_lowercase().as_str() {
        "kg" => Mass::from_kg(number),
        "t" => Mass::from_kg(number * 1_000.0),
        "lb" | "lbs" => Mass::from_lb(number),
        _ => return None,
    };
    Some((mass, taken))
}

impl Reader {
    fn problem(&mut self, code: &'static str, span: Range<usize>) {
        self.line.problems.push(Problem { code, span: Some(span), offers: Vec::new() });
    }

    fn mark(&mut self, span: Range<usize>) {
        self.line.marks.push(Mark { part: "work", span, assumed: None });
    }

    fn piece(&mut self, text: &str, span: Range<usize>) {
        let part = &text[span.clone()];
        let words: Vec<(&str, Range<usize>)> = part
            .split(|c: char| c.is_whitespace() || c == ':')
            .filter(|word| !word.is_empty())
            .map(|word| {
                let at = span.start + (word.as_ptr() as usize - part.as_ptr() as usize);
                (word, at..at + word.len())
            })
            .collect();
        let Some(last) = words.last() else { return };
        let whole = words[0].1.start..last.1.end;
        let found = (0..words.len()).find_map(|at| weight(&words[at..]).map(|it| (at, it)));
        let Some((at, (mass, taken))) = found else {
            self.problem("missing_mass", whole);
            return;
        };
        if at == 0 {
            self.problem("piece_unnamed", whole);
            return;
        }
        let named = |words: &[(&str, Range<usize>)]| {
            words.iter().map(|(word, _)| *word).collect::<Vec<_>>().join(" ")
        };
        let name = named(&words[..at]);
        let rest = &words[at + taken..];
        let holds = rest.iter().position(|(word, _)| HOLDERS.contains(word));
        let holder = holds.map_or(rest, |at| &rest[at + 1..]);
        let skipped = holder.iter().take_while(|(word, _)| THE.contains(word)).count();
        let held_by = named(&holder[skipped..]);
        if !rest.is_empty() && (holds.is_none() || held_by.is_empty()) {
            self.problem("unclear_holder", rest[0].1.start..whole.end);
            return;
        }
        self.said.push(SaidPiece { name, mass, held_by });
        self.mark(whole);
    }

    fn done(mut self) -> Line {
        if self.said.is_empty() && self.line.problems.is_empty() {
            let none = Problem { code: "missing_pieces", span: None, offers: Vec::new() };
            self.line.problems.push(none);
        }
        let said = SaidWork { kind: WorkKind::TakeApart, pieces: self.said, ..SaidWork::default() };
        let understood = Understood { fuel: self.fuel, work: Some(said), ..Understood::default() };
        Line { understood, ..self.line }
    }
}

/// A fuel as a hand writes it.
const fn name(fuel: Fuel) -> &'static str {
    match fuel {
        Fuel::Acetylene => "acetylene",
        Fuel::Propane => "propane",
        Fuel::Propylene => "propylene",
        Fuel::NaturalGas => "natural gas",
    }
}
