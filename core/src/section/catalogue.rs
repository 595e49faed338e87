//! Which shape does a person mean? The catalogue, and a search that takes what people type.
//!
//! A name is read as letters and numbers; fractions, decimals, spaces, × and x are one. The last number may be
//! typed in part. A name that is whole comes first. Where nothing fits, the nearest names are given.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::quantity::{Area, Length};
use crate::reference::rows;
use crate::section::profile::{Family, Profile};

#[derive(Debug, Deserialize)]
struct Row {
    code: String,
    family: Family,
    depth_mm: f64,
    width_mm: f64,
    web_mm: f64,
    flange_mm: f64,
    root_radius_mm: f64,
    toe_radius_mm: f64,
    slope: f64,
    slope_at_mm: f64,
    design_wall_mm: f64,
    area_mm2: f64,
    mass_kg_m: f64,
    source: String,
}

/// A piece of a name.
#[derive(Clone, Debug, PartialEq)]
enum Part {
    Letters(String),
    /// Its value, and the digits as typed.
    Number(f64, String),
}

struct Entry {
    profile: Profile,
    name: Vec<Part>,
}

static ENTRIES: LazyLock<Result<Vec<Entry>>> = LazyLock::new(load);

fn profile(row: Row) -> Result<Profile> {
    let known = crate::source::sources()?;
    let source = known.keys().find(|key| **key == row.source).ok_or(Error::Reference {
        file: "section-profiles.csv",
        what: format!("no source {}", row.source),
    })?;
    Ok(Profile {
        code: row.code,
        family: row.family,
        depth: Length::from_mm(row.depth_mm),
        width: Length::from_mm(row.width_mm),
        web: Length::from_mm(row.web_mm),
        flange: Length::from_mm(row.flange_mm),
        root: Length::from_mm(row.root_radius_mm),
        toe: Length::from_mm(row.toe_radius_mm),
        slope: row.slope,
        slope_at: Length::from_mm(row.slope_at_mm),
        design_wall: (row.design_wall_mm > 0.0).then(|| Length::from_mm(row.design_wall_mm)),
        area: Area::from_m2(row.area_mm2 / 1e6),
        mass_per_metre: row.mass_kg_m,
        source,
    })
}

fn load() -> Result<Vec<Entry>> {
    let mut all: Vec<Row> = rows(
        "section-profiles.csv",
        include_str!("../../../reference/tables/section-profiles.csv"),
    )?;
    all.extend(rows::<Row>(
        "section-pipes.csv",
        include_str!("../../../reference/tables/section-pipes.csv"),
    )?);
    all.into_iter()
        .map(|row| {
            let profile = profile(row)?;
            Ok(Entry { name: parts(&profile.code), profile })
        })
        .collect()
}

fn entries() -> Result<&'static [Entry]> {
    ENTRIES.as_deref().map_err(Error::clone)
}

/// Every shape, in the order of the tables.
///
/// # Errors
/// [`Error::Reference`] when a table compiled in cannot be read.
pub fn profiles() -> Result<impl Iterator<Item = &'static Profile>> {
    Ok(entries()?.iter().map(|entry| &entry.profile))
}

/// Words that people add or spell otherwise: dropped, or brought to the catalogue's.
fn tidy(text: &str) -> String {
    let upper = text.trim().to_uppercase().replace(['×', '*'], "X").replace(['"', '″', '”'], " ");
    let words = upper.replace("SCHEDULE", "SCH").replace("INCH", " ");
    let kept: Vec<&str> = words
        .split_whitespace()
        .filter(|word| !["IN", "MM", "TUBE", "SHAPE"].contains(word))
        .collect();
    // a mixed fraction keeps its halves together: "2 1/2" is "2-1/2"
    let mut out = String::new();
    for word in kept {
        let fraction =
            word.chars().next().is_some_and(|c| c.is_ascii_digit()) && word.contains('/');
        let after_number = out.chars().last().is_some_and(|c| c.is_ascii_digit());
        let whole = out.rsplit(|c: char| !c.is_ascii_digit()).next().is_some_and(|n| n.len() < 3);
        if fraction && after_number && whole {
            out.push('-');
        } else if after_number && word.chars().next().is_some_and(|c| c.is_ascii_digit()) {
            out.push('X');
        }
        out.push_str(word);
    }
    out
}

fn number(text: &str) -> Option<f64> {
    let part = |text: &str| -> Option<f64> {
        match text.split_once('/') {
            Some((over, under)) => {
                let (over, under) = (over.parse::<f64>().ok()?, under.parse::<f64>().ok()?);
                (under > 0.0).then_some(over / under)
            }
            None => text.parse().ok(),
        }
    };
    match text.split_once('-') {
        Some((whole, fraction)) if fraction.contains('/') => Some(part(whole)? + part(fraction)?),
        _ => part(text),
    }
}

/// A name as letters and numbers; X between numbers only divides them.
fn parts(text: &str) -> Vec<Part> {
    let tidied = tidy(text);
    let mut all = Vec::new();
    let mut run = String::new();
    let flush = |run: &mut String, all: &mut Vec<Part>| {
        if run.is_empty() {
            return;
        }
        let text = std::mem::take(run);
        match number(&text) {
            Some(value) => all.push(Part::Number(value, text)),
            None if text == "X" && matches!(all.last(), Some(Part::Number(..))) => {}
            None => all.push(Part::Letters(text)),
        }
    };
    let is_number = |c: char| c.is_ascii_digit() || ".-/".contains(c);
    for c in tidied.chars() {
        let changes = run.chars().last().is_some_and(|last| is_number(last) != is_number(c));
        if changes {
            flush(&mut run, &mut all);
        }
        run.push(c);
    }
    flush(&mut run, &mut all);
    pipe_first(all)
}

/// "6 sch 40 pipe" is "pipe 6 sch 40".
fn pipe_first(mut all: Vec<Part>) -> Vec<Part> {
    let is_pipe = |part: &Part| matches!(part, Part::Letters(text) if text == "PIPE");
    if let Some(at) = all.iter().position(is_pipe).filter(|at| *at > 0) {
        let pipe = all.remove(at);
        all.insert(0, pipe);
    }
    all
}

/// Numbers of two names are the same.
const SAME: f64 = 1e-6;

/// How well a name fits what was typed: 0 whole, 1 begins so; `None` not at all.
fn fits(typed: &[Part], name: &[Part]) -> Option<u8> {
    if typed.is_empty() || typed.len() > name.len() {
        return None;
    }
    for (i, (asked, known)) in typed.iter().zip(name).enumerate() {
        let last = i + 1 == typed.len();
        let same = match (asked, known) {
            (Part::Letters(asked), Part::Letters(known)) => {
                asked == known || (last && known.starts_with(asked.as_str()))
            }
            (Part::Number(asked, text), Part::Number(value, known)) => {
                (asked - value).abs() < SAME || (last && known.starts_with(text.as_str()))
            }
            _ => false,
        };
        if !same {
            return None;
        }
    }
    let whole = typed.len() == name.len()
        && typed.iter().zip(name).all(|(asked, known)| match (asked, known) {
            (Part::Letters(asked), Part::Letters(known)) => asked == known,
            (Part::Number(asked, _), Part::Number(known, _)) => (asked - known).abs() < SAME,
            _ => false,
        });
    Some(u8::from(!whole))
}

/// Letters that a name begins with.
static BEGINNINGS: LazyLock<Vec<&'static str>> = LazyLock::new(|| {
    let mut all: Vec<&'static str> = Vec::new();
    for entry in entries().into_iter().flatten() {
        if let Some(Part::Letters(letters)) = entry.name.first()
            && !all.contains(&letters.as_str())
        {
            all.push(letters);
        }
    }
    all
});

/// Longer than any name.
const LONGEST_NAME: usize = 32;

/// The longest name that a text begins with, and its bytes.
#[must_use]
pub fn name_at(text: &str) -> Option<(usize, &'static Profile)> {
    let letters = text.find(|c: char| !c.is_ascii_alphabetic()).unwrap_or(text.len());
    let first = text[..letters].to_uppercase();
    let numbered = text[letters..].trim_start().starts_with(|c: char| c.is_ascii_digit());
    if !numbered || !BEGINNINGS.contains(&first.as_str()) {
        return None;
    }
    let stop = text.find([',', ';', '(', '|', '\t']).unwrap_or(text.len());
    let ends = text.char_indices().map(|(at, _)| at).chain([text.len()]);
    let mut ends: Vec<usize> = ends
        .filter(|at| *at > letters && *at <= stop.min(LONGEST_NAME))
        .filter(|at| !text[..*at].ends_with(' '))
        .filter(|at| !text[*at..].starts_with(|c: char| c.is_alphanumeric() || "./×".contains(c)))
        .collect();
    ends.reverse();
    ends.into_iter().find_map(|to| {
        let typed = parts(&text[..to]);
        let whole = |entry: &&Entry| fits(&typed, &entry.name) == Some(0);
        entries().ok()?.iter().find(whole).map(|entry| (to, &entry.profile))
    })
}

/// What a search gives.
#[derive(Clone, Debug, PartialEq)]
pub struct Found {
    /// Shapes that fit, a whole name first.
    pub profiles: Vec<&'static Profile>,
    /// The nearest names where none fits.
    pub nearest: Vec<&'static Profile>,
}

/// Names given where none fits. Source: `ours`.
const NEAREST: usize = 5;

/// How far a name is from what was typed: other letters count most, then numbers by their ratio.
fn distance(typed: &[Part], name: &[Part]) -> f64 {
    let mut sum = 4.0 * typed.len().abs_diff(name.len()) as f64;
    for (asked, known) in typed.iter().zip(name) {
        sum += match (asked, known) {
            (Part::Letters(a), Part::Letters(b)) if a == b => 0.0,
            (Part::Letters(a), Part::Letters(b))
                if a.starts_with(b.as_str()) || b.starts_with(a.as_str()) =>
            {
                2.0
            }
            (Part::Letters(a), Part::Letters(b)) if a.chars().next() == b.chars().next() => 4.0,
            (Part::Number(a, _), Part::Number(b, _)) => (a.max(SAME) / b.max(SAME)).ln().abs(),
            _ => 8.0,
        };
    }
    sum
}

/// Shapes by what a person typed.
///
/// | symbol | meaning |
/// |---|---|
/// | `text` | a name, whole or its beginning: `W12x26`, `hea 200`, `HSS 6x6x1/4`, `pipe 6 sch 40` |
/// | `limit` | at most so many |
/// | → | what fits, a whole name first, then in the order of the tables; else the nearest |
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn search(text: &str, limit: usize) -> Result<Found> {
    let (all, typed) = (entries()?, parts(text));
    let mut fitting: Vec<(u8, &'static Entry)> =
        all.iter().filter_map(|entry| Some((fits(&typed, &entry.name)?, entry))).collect();
    fitting.sort_by_key(|(rank, _)| *rank);
    let profiles: Vec<_> =
        fitting.into_iter().take(limit).map(|(_, entry)| &entry.profile).collect();
    let mut nearest = Vec::new();
    if profiles.is_empty() && !typed.is_empty() {
        let mut ranked: Vec<_> =
            all.iter().map(|entry| (distance(&typed, &entry.name), entry)).collect();
        ranked.sort_by(|a, b| a.0.total_cmp(&b.0));
        nearest = ranked.into_iter().take(NEAREST).map(|(_, entry)| &entry.profile).collect();
    }
    Ok(Found { profiles, nearest })
}

/// The shape of just this name.
///
/// # Errors
/// `UnknownChoice` with the nearest names.
pub fn find(code: &str) -> Result<&'static Profile> {
    let typed = parts(code);
    let whole = |entry: &&Entry| fits(&typed, &entry.name) == Some(0);
    if let Some(entry) = entries()?.iter().find(whole) {
        return Ok(&entry.profile);
    }
    let found = search(code, NEAREST)?;
    let near = if found.profiles.is_empty() { found.nearest } else { found.profiles };
    Err(Error::UnknownChoice {
        input: "profile",
        value: code.to_owned(),
        allowed: near.into_iter().map(|profile| profile.code.as_str()).collect(),
    })
}
