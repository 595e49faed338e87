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

/// Reads such a line; `None` where it is none: a heat number begins with the same word, and is no measure.
pub(super) fn read(text: &str) -> Option<Line> {
    let words = words(text);
    let (lead, place) = words.first()?;
    if !LEADS.contains(&lead.as_str()) {
        return None;
    }
    let known = |at: usize| {
        given(&words[at..]).is_some()
            || fuel(&words[at..]).is_some()
            || FILLERS.contains(&words[at].0.as_str())
    };
    if words.len() > 1 && !known(1) {
        return None;
    }
    let mut line = Line::default();
    let mark = |span| Mark { part: "work", span, assumed: None };
    let problem = |code, span| Problem { code, span: Some(span), offers: Vec::new() };
    line.marks.push(mark(place.clone()));
    let mut said = SaidHeat::default();
    let mut at = 1;
    while at < words.len() {
        let span = |taken: usize| words[at].1.start..words[at + taken - 1].1.end;
        if let Some((says, taken)) = given(&words[at..]) {
            let twice = match says {
                Given::Flow(flow) => said.flow.replace(flow).is_some(),
                Given::Hot(hot) => said.temperature.replace(hot).is_some(),
                Given::Spell(spell) => said.spell.replace(spell).is_some(),
            };
            let place = span(taken);
            if twice {
                line.problems.push(problem("said_twice", place));
            } else {
                said.typed.push(text[place.clone()].to_owned());
                line.marks.push(mark(place));
            }
            at += taken;
        } else if let Some((fuel, taken)) = fuel(&words[at..]) {
            line.understood.fuel = Some(fuel);
            line.marks.push(mark(span(taken)));
            at += taken;
        } else {
            let (word, place) = &words[at];
            if !FILLERS.contains(&word.as_str()) {
                let number = word.starts_with(|c: char| c.is_ascii_digit());
                let code = if number { "missing_unit" } else { "unknown_word" };
                line.problems.push(problem(code, place.clone()));
            }
            at += 1;
        }
    }
    if said.flow.is_none() && line.problems.is_empty() {
        line.problems.push(Problem { code: "missing_flow", span: None, offers: Vec::new() });
    }
    let work = SaidWork { kind: WorkKind::Heat, heat: said, ..SaidWork::default() };
    let understood = Understood { work: Some(work), ..line.understood };
    Some(Line { understood, ..line })
}
