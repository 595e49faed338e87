//! A line of heat: `heat to 1100 F, 85 cfh, 15 min, propane`.
//!
//! A number with its unit says how hot, how much fuel the head takes, or for how long: in any order, each once. Left out: how much
//! steel is heated.

use std::ops::Range;

use crate::code::Code;
use crate::entry::said::{Line, Mark, Problem, Understood};
use crate::entry::work::said::{SaidHeat, SaidWork};
use crate::gas::fuel::Fuel;
use crate::quantity::{Duration, GasFlow, Temperature};
use crate::work::WorkKind;

/// What begins such a line.
const LEADS: [&str; 3] = ["heat", "heating", "warm"];
/// Words that say nothing by themselves.
const FILLERS: [&str; 12] =
    ["to", "at", "for", "with", "of", "the", "a", "head", "fuel", "steel", "by", "and"];

/// What a number with a unit says.
#[derive(Clone, Copy, Debug, PartialEq)]
enum Given {
    Flow(GasFlow),
    Hot(Temperature),
    Spell(Duration),
}

type Words = [(String, Range<usize>)];

/// A number with its unit at the beginning of words, and how many words it takes.
fn given(words: &Words) -> Option<(Given, usize)> {
    let first = words.first()?.0.as_str();
    let digits = first.find(|c: char| !c.is_ascii_digit() && c != '.').unwrap_or(first.len());
    let (number, unit) = first.split_at(digits);
    let number: f64 = number.parse().ok()?;
    let (unit, taken) = if unit.is_empty() { (words.get(1)?.0.as_str(), 2) } else { (unit, 1) };
    let says = match unit {
        "l/min" | "lpm" => Given::Flow(GasFlow::from_m3_s(number / 60e3)),
        "m3/h" => Given::Flow(GasFlow::from_m3_s(number / 3_600.0)),
        "cfh" | "scfh" | "ft3/h" | "ft³/h" => Given::Flow(GasFlow::from_ft3_h(number)),
        "c" | "°c" => Given::Hot(Temperature::from_c(number)),
        "f" | "°f" => Given::Hot(Temperature::from_c((number - 32.0) / 1.8)),
        "s" | "sec" => Given::Spell(Duration::from_s(number)),
        "min" | "mins" | "minutes" => Given::Spell(Duration::from_s(60.0 * number)),
        "h" => Given::Spell(Duration::from_s(3_600.0 * number)),
        _ => return None,
    };
    Some((says, taken))
}

/// The words of a line in small letters, each with its place. Commas and semicolons part them as spaces do.
fn words(text: &str) -> Vec<(String, Range<usize>)> {
    text.split(|c: char| c.is_whitespace() || matches!(c, ',' | ';' | ':'))
        .filter(|word| !word.is_empty())
        .map(|word| {
            let at = word.as_ptr() as usize - text.as_ptr() as usize;
            (word.to_lowercase(), at..at + word.len())
        })
        .collect()
}

/// A fuel at the beginning of words, and how many it takes.
fn fuel(words: &Words) -> Option<(Fuel, usize)> {
    let first = words.first()?.0.as_str();
    if first == "natural" && words.get(1).is_some_and(|(next, _)| next == "gas") {
        return Some((Fuel::NaturalGas, 2));
    }
    Fuel::of(first).map(|fuel| (fuel, 1))
}

impl SaidHeat {
    /// Keeps what is said; whether it was said before.
    fn twice(&mut self, says: Given) -> bool {
        match says {
            Given::Flow(flow) => self.flow.replace(flow).is_some(),
            Given::Hot(hot) => self.temperature.replace(hot).is_some(),
            Given::Spell(spell) => self.spell.replace(spell).is_some(),
        }
    }
}

const fn problem(code: &'static str, span: Range<usize>) -> Problem {
    Problem { code, span: Some(span), offers: Vec::new() }
}

/// What is asked of a word that says nothing here; nothing of a filler.
fn unread((word, place): &(String, Range<usize>)) -> Option<Problem> {
    let number = word.starts_with(|c: char| c.is_ascii_digit());
    let code = if number { "missing_unit" } else { "unknown_word" };
    (!FILLERS.contains(&word.as_str())).then(|| problem(code, place.clone()))
}

/// Where the word stands that makes it such a line: first, and with nothing after it that has no place here.
fn lead(words: &Words) -> Option<Range<usize>> {
    let (lead, place) = words.first()?;
    let known = words.get(1).is_none_or(|(next, _)| {
        given(&words[1..]).is_some()
            || fuel(&words[1..]).is_some()
            || FILLERS.contains(&next.as_str())
    });
    (LEADS.contains(&lead.as_str()) && known).then(|| place.clone())
}

/// Reads such a line; `None` where it is none: a heat number begins with the same word, and is no measure.
pub(super) fn read(text: &str) -> Option<Line> {
    let words = words(text);
    let place = lead(&words)?;
    let mut line = Line::default();
    line.marks.push(Mark::plain("work", place));
    let mut said = SaidHeat::default();
    let mut at = 1;
    while at < words.len() {
        let span = |taken: usize| words[at].1.start..words[at + taken - 1].1.end;
        let taken = if let Some((says, taken)) = given(&words[at..]) {
            let place = span(taken);
            if said.twice(says) {
                line.problems.push(problem("said_twice", place));
            } else {
                said.typed.push(text[place.clone()].to_owned());
                line.marks.push(Mark::plain("work", place));
            }
            taken
        } else if let Some((fuel, taken)) = fuel(&words[at..]) {
            line.understood.fuel = Some(fuel);
            line.marks.push(Mark::plain("work", span(taken)));
            taken
        } else {
            line.problems.extend(unread(&words[at]));
            1
        };
        at += taken;
    }
    if said.flow.is_none() && line.problems.is_empty() {
        line.problems.push(Problem { code: "missing_flow", span: None, offers: Vec::new() });
    }
    let work = SaidWork { kind: WorkKind::Heat, heat: said, ..SaidWork::default() };
    let understood = Understood { work: Some(work), ..line.understood };
    Some(Line { understood, ..line })
}
