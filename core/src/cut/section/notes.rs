//! What must be said of a cut through a shape, beside what its strokes say.

use crate::code::Code;
use crate::cut::limits;
use crate::cut::section::plan::{SectionPlan, SectionRequest};
use crate::note::{Level, Note};
use crate::quantity::{Length, Mass, Temperature};
use crate::section::balance::Part;
use crate::section::freed::{Freed, Named};
use crate::section::held::{BY_HAND, Stands, Support, wants_chocks};
use crate::section::{Attitude, Cut, Family};
use crate::trace::{Kind, Measure, Named as Value};

/// A flange beyond this is warmed before a cope or an access hole is cut. Source: `aisc_360`, from memory.
const HEAVY_FLANGE: Length = Length::from_mm(50.0);
/// To this at least: 150 °F. Source: `aisc_360`, from memory.
const HEAVY_PREHEAT: Temperature = Temperature::from_c(66.0);

fn length(name: &'static str, value: Length) -> Value {
    (name, Measure::Number(Kind::Length, value.as_m()))
}

fn mass(name: &'static str, value: Mass) -> Value {
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
    let usual = |it: &crate::cut::section::plan::StrokePlan| it.stroke.through.as_m();
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

/// A tube is a vessel until somebody has said that it is open at both ends.
fn family_notes(asked: &SectionRequest) -> Vec<Note> {
    if !asked.profile.family.is_hollow() {
        return Vec::new();
    }
    let ends = match asked.ends_open {
        Some(true) => Note::new(Level::Info, "ends_open", vec![]),
        Some(false) => Note::new(Level::Stop, "closed_vessel", vec![]),
        None => Note::new(Level::Stop, "ends_not_known", vec![]),
    };
    vec![ends, Note::new(Level::Info, "each_wall_alone", vec![])]
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

/// Whether the drop or a freed part hangs in a sling.
fn is_slung(plan: &SectionPlan, part: Named) -> bool {
    plan.holds.iter().any(|hold| hold.part == part && hold.by == Support::Sling)
}

fn weight_notes(asked: &SectionRequest, plan: &SectionPlan) -> Vec<Note> {
    let mut notes = Vec::new();
    notes.extend(plan.piece.map(|piece| piece_note(asked, plan, piece)));
    for part in &plan.freed {
        notes.push(freed_note(asked, plan, part));
    }
    if plan.holds.iter().any(|hold| hold.part == Named::Drop && hold.before > 1) {
        notes.push(Note::new(Level::Info, "held_while_part_cut", vec![]));
    }
    if plan.holds.iter().filter(|hold| hold.part == Named::Drop).count() > 1 {
        notes.push(Note::new(Level::Info, "long_drop_at_two_places", vec![]));
    }
    if plan.way.turns() > 0 {
        notes.push(Note::new(Level::Info, "rollers_for_turning", vec![]));
    } else if wants_chocks(&asked.profile, plan.way.lie) {
        notes.push(Note::new(Level::Info, "chock_the_piece", vec![]));
    }
    if asked.asked.cut.is_across() && plan.drop.is_none() {
        notes.push(Note::new(Level::Caution, "drop_not_said", vec![]));
    }
    if asked.stands != Stands::Level && !asked.rigging_named {
        let values = vec![("stands", Measure::Word(asked.stands.code()))];
        notes.push(Note::new(Level::Stop, "rigging_not_named", values));
    }
    notes
}

fn weighed(part: Named, weight: Mass, centre: Length) -> Vec<Value> {
    vec![("part", Measure::Word(part.code())), mass("mass", weight), length("centre", centre)]
}

/// Over what the shop lifts: a stop where it is lifted, a caution where it stays on its props.
fn over_limit(
    asked: &SectionRequest,
    values: &[Value],
    weight: Mass,
    lifted: bool,
) -> Option<Note> {
    let limit = asked.lifting_limit.filter(|limit| weight > *limit)?;
    let level = if lifted { Level::Stop } else { Level::Caution };
    let code = if lifted { "over_the_lifting_limit" } else { "over_the_limit_on_props" };
    Some(Note::new(level, code, [values, &[mass("limit", limit)]].concat()))
}

fn piece_note(asked: &SectionRequest, plan: &SectionPlan, piece: Part) -> Note {
    let values = weighed(Named::Piece, piece.mass, piece.centre);
    // a piece that is turned is lifted
    let over = over_limit(asked, &values, piece.mass, plan.way.turns() > 0);
    over.unwrap_or_else(|| match (piece.mass > BY_HAND, asked.asked.cut.is_across()) {
        (true, true) => Note::new(Level::Caution, "piece_on_props", values),
        (true, false) => Note::new(Level::Info, "piece_on_props", values),
        (false, _) => Note::new(Level::Info, "piece_steady", values),
    })
}

fn freed_note(asked: &SectionRequest, plan: &SectionPlan, part: &Freed) -> Note {
    let values = weighed(part.part, part.mass, part.at);
    let slung = is_slung(plan, part.part);
    if let Some(note) = over_limit(asked, &values, part.mass, slung) {
        return note;
    }
    let before = plan.holds.iter().find(|hold| hold.part == part.part).map_or(1, |it| it.before);
    #[allow(clippy::cast_precision_loss, reason = "a few dozen strokes")]
    let stroke = ("stroke", Measure::Number(Kind::Count, before as f64));
    let values = [values, vec![stroke]].concat();
    match (part.part, slung) {
        (_, true) => Note::new(Level::Caution, "hold_by_hoist", values),
        (Named::Flange | Named::Tee, _) => Note::new(Level::Info, "freed_on_props", values),
        (Named::Block | Named::Plug, _) => Note::new(Level::Info, "freed_by_hand", values),
        _ => Note::new(Level::Info, "hold_by_support", values),
    }
}
