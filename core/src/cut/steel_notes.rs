//! What the steel, its faces, the start and the oxygen make one say before the cut.

use super::request::{Access, Process, Request, Start, Stroke};
use crate::error::Result;
use crate::note::{Level, Note};
use crate::quantity::{Length, Temperature};
use crate::steel::cuttability::{Cuttability, assess};
use crate::steel::grade::grade;
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
    notes.extend(work_notes(request));
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
    let steel = &request.steel;
    let (composition, family, name) = match (&steel.composition, steel.grade.as_deref()) {
        (Some(composition), _) => (composition.clone(), None, "this_steel"),
        (None, Some(name)) => {
            let grade = grade(name)?;
            (grade.typical()?, Some(grade.kind), grade.grade.as_str())
        }
        (None, None) => return Ok(Vec::new()),
    };
    let found = assess(&composition, family, steel.thickness)?;
    let named = ("grade", Measure::Word(name));
    if found.cuttability == Cuttability::DoesNotCut {
        let (element, share) = found.because.unwrap_or(("Fe", composition.iron()));
        let values = vec![
            named,
            ("element", Measure::Word(element)),
            ("percent", Measure::Number(Kind::Percent, share / 100.0)),
        ];
        return Ok(vec![Note::new(Level::Stop, "not_oxygen_cuttable", values)]);
    }
    Ok(found.reasons.into_iter().map(|reason| eased(reason, request)).collect())
}

/// A plate that is warm enough already needs no more than to be told so.
fn eased(mut reason: Note, request: &Request) -> Note {
    let low = reason.values.iter().find(|(name, _)| *name == "low");
    if let ("preheat_the_steel", Some((_, Measure::Number(_, low)))) = (reason.code, low)
        && request.steel.plate_temperature.as_k() >= *low
    {
        reason.level = Level::Info;
    }
    reason
}

/// What lies behind or between, and what the torch does to it.
fn work_notes(request: &Request) -> Vec<Note> {
    let mut notes = Vec::new();
    if request.steel.layers > 1 {
        let count = Measure::Number(Kind::Count, f64::from(request.steel.layers));
        notes.push(Note::new(Level::Stop, "layers_not_one", vec![("count", count)]));
    }
    if request.steel.sealed {
        notes.push(Note::new(Level::Stop, "sealed_volume", vec![]));
    }
    if request.steel.access == Access::NearOnly {
        notes.push(Note::new(Level::Info, "far_face_out_of_reach", vec![]));
    }
    let code = match request.cut.stroke {
        Stroke::Cut => return notes,
        Stroke::Gouge => "stroke_gouge",
        Stroke::Wash => "stroke_wash",
        Stroke::Head => "stroke_head",
        Stroke::Nut => "stroke_nut",
    };
    notes.push(Note::new(Level::Caution, code, vec![]));
    notes
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
