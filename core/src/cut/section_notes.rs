//! What must be said of a cut through a shape, beside what its strokes say.

use super::limits;
use super::section_cut::{SectionPlan, SectionRequest};
use crate::note::{Level, Note};
use crate::quantity::{Length, Mass, Temperature};
use crate::section::balance::BY_HAND;
use crate::section::{Attitude, Cut, Family};
use crate::trace::{Kind, Measure, Named};

/// A flange beyond this is warmed before a cope or an access hole is cut. Source: `aisc_360`, from memory.
const HEAVY_FLANGE: Length = Length::from_mm(50.0);
/// To this at least: 150 °F. Source: `aisc_360`, from memory.
const HEAVY_PREHEAT: Temperature = Temperature::from_c(66.0);

fn length(name: &'static str, value: Length) -> Named {
    (name, Measure::Number(Kind::Length, value.as_m()))
}

fn mass(name: &'static str, value: Mass) -> Named {
    (name, Measure::Number(Kind::Mass, value.as_kg()))
}

/// Every note of the cut: its own first, then those of its strokes, each once at its most serious.
pub(super) fn section_notes(asked: &SectionRequest, plan: &SectionPlan) -> Vec<Note> {
    let mut notes = reach_notes(plan);
    notes.extend(thickness_notes(plan));
    notes.extend(family_notes(asked));
    notes.extend(cut_notes(asked));
    notes.extend(weight_notes(asked, plan));
    if !plan.one_tip {
        notes.push(Note::new(Level::Info, "several_tips", vec![]));
    }
    for note in plan.strokes.iter().flat_map(|it| &it.settings.notes) {
        // stops are said with their own stroke
        if note.code == "planned_stops" {
            continue;
        }
        match notes.iter_mut().find(|known| known.code == note.code) {
            Some(known) if known.level < note.level => *known = note.clone(),
            Some(_) => {}
            None => notes.push(note.clone()),
        }
    }
    notes
}

fn reach_notes(plan: &SectionPlan) -> Vec<Note> {
    let mut notes: Vec<Note> = plan
        .way
        .missing()
        .into_iter()
        .map(|side| {
            let values = vec![("side", Measure::Word(side.code()))];
            Note::new(Level::Stop, "side_out_of_reach", values)
        })
        .collect();
    let has = |attitude| plan.way.strokes.iter().any(|it| it.attitude == attitude && it.reached);
    if has(Attitude::Edgewise) {
        notes.push(Note::new(Level::Caution, "edgewise_rough", vec![]));
    }
    if has(Attitude::Overhead) {
        notes.push(Note::new(Level::Caution, "overhead", vec![]));
    }
    notes
}

fn thickness_notes(plan: &SectionPlan) -> Vec<Note> {
    let usual = |it: &super::section_cut::StrokePlan| it.stroke.through.as_m();
    let thinnest = plan.strokes.iter().map(usual).fold(f64::INFINITY, f64::min);
    let thickest = plan.strokes.iter().map(usual).fold(0.0, f64::max);
    let mut notes = Vec::new();
    let mut say = |code, thickness: f64, limit: f64| {
        let values = vec![
            length("thickness", Length::from_m(thickness)),
            length("limit", Length::from_m(limit)),
        ];
        notes.push(Note::new(Level::Stop, code, values));
    };
    if thinnest < limits::THICKNESS.low * (1.0 - 1e-9) {
        say("wall_too_thin", thinnest, limits::THICKNESS.low);
    }
    if thickest > limits::THICKNESS.high * (1.0 + 1e-9) {
        say("wall_too_thick", thickest, limits::THICKNESS.high);
    }
    notes
}

fn family_notes(asked: &SectionRequest) -> Vec<Note> {
    let hollow =
        matches!(asked.profile.family, Family::RectangularTube | Family::RoundTube | Family::Pipe);
    if !hollow {
        return Vec::new();
    }
    vec![
        Note::new(Level::Caution, "vent_before_heating", vec![]),
        Note::new(Level::Info, "each_wall_alone", vec![]),
    ]
}

fn cut_notes(asked: &SectionRequest) -> Vec<Note> {
    let info = |code, values| Note::new(Level::Info, code, values);
    match asked.asked.cut {
        Cut::Cope { radius, .. } | Cut::AccessHole { radius, .. } => {
            let mut notes = vec![info("radius_not_notch", vec![length("radius", radius)])];
            if asked.profile.flange > HEAVY_FLANGE {
                let warm = Measure::Number(Kind::Temperature, HEAVY_PREHEAT.as_k());
                let values = vec![length("thickness", asked.profile.flange), ("low", warm)];
                notes.push(Note::new(Level::Caution, "heavy_shape_preheat", values));
            }
            notes
        }
        Cut::WebOpening { .. } => vec![info("opening_by_drawing", vec![])],
        Cut::Strip { .. } => vec![info("strip_leaves_a_stub", vec![]), info("tabs_last", vec![])],
        Cut::Split { .. } => vec![info("tabs_last", vec![])],
        Cut::Saddle { .. } => vec![info("saddle_by_template", vec![])],
        Cut::Mitre { .. } if matches!(asked.profile.family, Family::RoundTube | Family::Pipe) => {
            vec![info("saddle_by_template", vec![])]
        }
        Cut::Mitre { .. } | Cut::Bevel { .. } => vec![info("torch_tilted", vec![])],
        Cut::Square => Vec::new(),
    }
}

fn weight_notes(asked: &SectionRequest, plan: &SectionPlan) -> Vec<Note> {
    let mut notes = Vec::new();
    let across = asked.asked.cut.is_across();
    for (of, part) in [("piece", plan.piece), ("drop", plan.drop)] {
        let Some(part) = part else { continue };
        let values = vec![
            ("part", Measure::Word(of)),
            mass("mass", part.mass),
            length("centre", part.centre),
        ];
        let heavy = part.mass > BY_HAND;
        notes.push(match asked.lifting_limit {
            Some(limit) if part.mass > limit => {
                let values = [values, vec![mass("limit", limit)]].concat();
                Note::new(Level::Stop, "over_the_lifting_limit", values)
            }
            // what is not parted lies where it lay
            _ if heavy && of == "piece" => {
                let level = if across { Level::Caution } else { Level::Info };
                Note::new(level, "piece_on_props", values)
            }
            _ if heavy => Note::new(Level::Caution, "hold_by_hoist", values),
            _ => Note::new(Level::Info, "hold_by_support", values),
        });
    }
    if across && plan.drop.is_none() {
        notes.push(Note::new(Level::Caution, "drop_not_said", vec![]));
    }
    notes
}
