//! What the steel, its faces, the start and the oxygen make one say before the cut.

use crate::code::Code;
use crate::cut::practice::HowHot;
use crate::cut::practice::faces::faces;
use crate::cut::request::{Access, Process, Request, Start, Stroke};
use crate::error::Result;
use crate::note::{Level, Note};
use crate::quantity::{Angle, Length, Temperature};
use crate::steel::cuttability::{Cuttability, assess, too_hot};
use crate::steel::grade::grade;
use crate::steel::surface::Surface;
use crate::trace::{Kind, Measure, Named};

/// What is taken where no grade is told. Source: `common_practice`; the note says so.
const MILD: &str = "mild";

/// A pierce by hand beyond this is a caution. Source: `ours`.
const PIERCE_BY_HAND: Length = Length::from_mm(25.0);
/// A freehand pierce beyond this is a stop. Source: `ours`.
const PIERCE_BY_HAND_AT_ALL: Length = Length::from_mm(50.0);
/// Any pierce beyond this is a stop. Source: `ours`.
const PIERCE_AT_ALL: Length = Length::from_mm(100.0);
/// Through more than this a carriage's pierce is a caution. Source: `from_memory`.
const PIERCE_DEEP: Length = Length::from_mm(75.0);
/// From here the flame begins to glance off, and beyond the other it does. Source: `from_memory`.
const BEVEL_STEEP: Angle = Angle::from_deg(45.0);
const BEVEL_AT_ALL: Angle = Angle::from_deg(60.0);
/// A hair of rounding is no bevel, rad.
const HAIR: f64 = 1e-9;
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
    notes.extend(heat_note(request.policy.how_hot));
    notes.extend(bevel_note(request.cut.bevel));
    notes.extend(start_note(request, path));
    notes.extend(purity_note(request.gas.oxygen_purity));
    if request.cut.process == Process::Freehand && path > FREEHAND {
        notes.push(Note::new(Level::Caution, "freehand_thick", vec![length("thickness", path)]));
    }
    Ok(notes)
}

/// What of a steel hurts whoever brings a flame to it, whatever the torch does.
const HURTS: [&str; 5] =
    ["sealed_volume", "zinc_fume", "paint_fume", "fume_poison", "burns_in_oxygen"];

/// What of a steel must be said of every work of the torch: what hurts, and where oxygen is to burn it, that it cannot.
///
/// # Errors
/// For a grade that is not known.
pub(crate) fn for_any_work(request: &Request, burns: bool) -> Result<Vec<Note>> {
    let told = grade_notes(request)?.into_iter().chain(work_notes(request));
    let told = told.chain(face_notes(request));
    let kept =
        |note: &Note| HURTS.contains(&note.code) || (burns && note.code == "not_oxygen_cuttable");
    Ok(told.filter(kept).collect())
}

fn grade_notes(request: &Request) -> Result<Vec<Note>> {
    let steel = &request.steel;
    let mut assumed = None;
    let (composition, family, name) = match (&steel.composition, steel.grade.as_deref()) {
        (Some(composition), _) => (composition.clone(), None, "this_steel"),
        (None, Some(name)) => {
            let grade = grade(name)?;
            (grade.typical()?, Some(grade.kind), grade.grade.as_str())
        }
        (None, None) => {
            assumed = Some(Note::new(Level::Info, "mild_assumed", vec![]));
            let grade = grade(MILD)?;
            (grade.typical()?, Some(grade.kind), grade.grade.as_str())
        }
    };
    let found = assess(&composition, family, steel.thickness)?;
    let named = ("grade", Measure::Word(name));
    let hot = too_hot(&composition, family, steel.plate_temperature);
    if found.cuttability == Cuttability::DoesNotCut {
        let (element, share) = found.because.unwrap_or(("Fe", composition.iron()));
        let values = vec![
            named,
            ("element", Measure::Word(element)),
            ("percent", Measure::Number(Kind::Percent, share / 100.0)),
        ];
        let mut notes = vec![Note::new(Level::Stop, "not_oxygen_cuttable", values)];
        // what can hurt is told of steel that is not cut, too
        let hurts = ["burns_in_oxygen", "fume_poison"];
        let told = found.reasons.into_iter().filter(|it| hurts.contains(&it.code));
        notes.extend(told.map(|reason| eased(reason, request)));
        return Ok(notes);
    }
    let reasons = found.reasons.into_iter().map(|reason| eased(reason, request));
    Ok(assumed.into_iter().chain(hot).chain(reasons).collect())
}

/// A plate that is warm enough already needs no more than to be told so.
fn eased(mut reason: Note, request: &Request) -> Note {
    let low = reason.values.iter().find(|(name, _)| *name == "low");
    if let ("preheat_the_steel", Some((_, Measure::Number(_, low)))) = (reason.code, low)
        && request.steel.plate_temperature.as_k() >= *low
    {
        reason.level = Level::Info;
    }
    if reason.code == "fume_poison" && request.steel.ventilation_named {
        reason.level = Level::Caution;
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
    let ground = faces(request).ground;
    if ground > 0 {
        let count = Measure::Number(Kind::Count, f64::from(ground));
        notes.push(Note::new(Level::Info, "ground_first", vec![("count", count)]));
    }
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

/// What a start that is taken hotter than cherry leaves on the edge.
fn heat_note(how_hot: HowHot) -> Option<Note> {
    let code = match how_hot {
        HowHot::Cherry => return None,
        HowHot::Orange => "start_orange",
        HowHot::Sweating => "start_molten",
    };
    Some(Note::new(Level::Info, code, vec![]))
}

fn start_note(request: &Request, path: Length) -> Option<Note> {
    if request.cut.start != Start::Pierce {
        return None;
    }
    // guided work is by hand too
    let (careful, most) = if request.cut.process.by_hand() {
        (PIERCE_BY_HAND, PIERCE_BY_HAND_AT_ALL)
    } else {
        (PIERCE_DEEP, PIERCE_AT_ALL)
    };
    let (level, limit) = if path > most {
        (Level::Stop, most)
    } else if path > careful {
        (Level::Caution, careful)
    } else {
        return Some(Note::new(Level::Info, "pierce_in_scrap", vec![]));
    };
    Some(Note::new(level, "pierce_deep", vec![length("thickness", path), length("limit", limit)]))
}

fn bevel_note(bevel: Angle) -> Option<Note> {
    let over = |limit: Angle| bevel.as_rad() > limit.as_rad() + HAIR;
    let (level, code, limit) = if over(BEVEL_AT_ALL) {
        (Level::Stop, "bevel_too_steep", BEVEL_AT_ALL)
    } else if over(BEVEL_STEEP) {
        (Level::Caution, "bevel_steep", BEVEL_STEEP)
    } else {
        return None;
    };
    let angle = |value: Angle| Measure::Number(Kind::Angle, value.as_rad());
    let values = vec![("bevel", angle(bevel)), ("limit", angle(limit))];
    Some(Note::new(level, code, values))
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
