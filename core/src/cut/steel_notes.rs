//! What the steel, its faces, the start and the oxygen make one say before the cut.

use super::note::{Level, Note};
use super::request::{Process, Request, Start};
use crate::error::Result;
use crate::quantity::{Length, Temperature};
use crate::steel::cuttability::{Cuttability, cuttability};
use crate::steel::grade::grade;
use crate::steel::preheat_need::preheat_need;
use crate::steel::surface::Surface;
use crate::trace::{Kind, Measure, Named};

/// A pierce by hand beyond this is a caution. Source: `ours`.
const PIERCE_BY_HAND: Length = Length::from_mm(25.0);
/// A freehand pierce beyond this is a stop. Source: `ours`.
const PIERCE_FREEHAND: Length = Length::from_mm(50.0);
/// Any pierce beyond this is a stop. Source: `ours`.
const PIERCE_AT_ALL: Length = Length::from_mm(100.0);
/// A freehand cut beyond this is a caution. Source: `ours`.
const FREEHAND: Length = Length::from_mm(150.0);
/// Plate colder than this is warmed to the touch. Source: `common_practice` (steel-preheat.csv).
const COLD_PLATE: Temperature = Temperature::from_c(5.0);
/// Oxygen below this is slow. Source: `common_practice`.
const SLOW_PURITY: f64 = 0.99;
/// Oxygen below this washes and does not cut. Source: `common_practice`.
const WASHING_PURITY: f64 = 0.95;

fn length(name: &'static str, value: Length) -> Named {
    (name, Measure::Number(Kind::Length, value.as_m()))
}

/// Every note that the steel and the start give.
///
/// # Errors
/// `UnknownChoice` for an unknown grade.
pub fn steel_notes(request: &Request, path: Length) -> Result<Vec<Note>> {
    let mut notes = grade_notes(request)?;
    notes.extend(temperature_note(request));
    notes.extend(face_notes(request));
    notes.extend(start_note(request, path));
    notes.extend(purity_note(request.gas.oxygen_purity));
    if request.cut.process == Process::Freehand && path > FREEHAND {
        notes.push(Note::new(Level::Caution, "freehand_thick", vec![length("thickness", path)]));
    }
    Ok(notes)
}

fn grade_notes(request: &Request) -> Result<Vec<Note>> {
    let Some(name) = request.steel.grade.as_deref() else { return Ok(Vec::new()) };
    let steel = grade(name)?;
    let verdict = cuttability(steel)?;
    let because = verdict.because.map_or(Vec::new(), |(element, percent)| {
        vec![
            ("grade", Measure::Word(steel.grade.as_str())),
            ("element", Measure::Word(element)),
            ("percent", Measure::Number(Kind::Percent, percent / 100.0)),
        ]
    });
    let mut notes = match verdict.cuttability {
        Cuttability::Cuts => Vec::new(),
        Cuttability::WithCare => vec![Note::new(Level::Caution, "steel_with_care", because)],
        Cuttability::DoesNotCut => {
            return Ok(vec![Note::new(Level::Stop, "not_oxygen_cuttable", because)]);
        }
    };
    if let Some((low, high)) = preheat_need(steel, request.steel.thickness)? {
        let values = vec![
            ("grade", Measure::Word(steel.grade.as_str())),
            ("low", Measure::Number(Kind::Temperature, low.as_k())),
            ("high", Measure::Number(Kind::Temperature, high.as_k())),
            ("equivalent", Measure::Number(Kind::Ratio, steel.carbon_equivalent())),
        ];
        // a plate that is warm enough already needs no more than to be told so
        let warm = request.steel.plate_temperature >= low;
        let level = if warm { Level::Info } else { Level::Caution };
        notes.push(Note::new(level, "preheat_the_steel", values));
    }
    Ok(notes)
}

fn temperature_note(request: &Request) -> Option<Note> {
    let plate = request.steel.plate_temperature;
    (plate < COLD_PLATE).then(|| {
        let values = vec![("temperature", Measure::Number(Kind::Temperature, plate.as_k()))];
        Note::new(Level::Info, "plate_cold", values)
    })
}

fn face_notes(request: &Request) -> Vec<Note> {
    let (front, back) = (request.steel.surface, request.steel.back_surface);
    let has = |surface| front == surface || back == surface;
    let mut notes = Vec::new();
    if has(Surface::Galvanised) {
        notes.push(Note::new(Level::Caution, "zinc_fume", vec![]));
    }
    if has(Surface::Paint) {
        notes.push(Note::new(Level::Caution, "paint_fume", vec![]));
    }
    if has(Surface::HeavyRust) {
        notes.push(Note::new(Level::Info, "heavy_rust", vec![]));
    }
    if back != Surface::Clean {
        let values = vec![("surface", Measure::Word(back.code()))];
        notes.push(Note::new(Level::Info, "back_dirty", values));
    }
    notes
}

fn start_note(request: &Request, path: Length) -> Option<Note> {
    if request.cut.start != Start::Pierce {
        return None;
    }
    let process = request.cut.process;
    let limit = if process == Process::Freehand { PIERCE_FREEHAND } else { PIERCE_AT_ALL };
    let level = if path > limit {
        Level::Stop
    } else if process.by_hand() && path > PIERCE_BY_HAND {
        Level::Caution
    } else {
        return Some(Note::new(Level::Info, "pierce_in_scrap", vec![]));
    };
    Some(Note::new(level, "pierce_deep", vec![length("thickness", path), length("limit", limit)]))
}

fn purity_note(purity: f64) -> Option<Note> {
    let (level, code) = if purity < WASHING_PURITY {
        (Level::Stop, "purity_too_low")
    } else if purity < SLOW_PURITY {
        (Level::Caution, "purity_low")
    } else {
        return None;
    };
    let values = vec![("purity", Measure::Number(Kind::Percent, purity))];
    Some(Note::new(level, code, values))
}
