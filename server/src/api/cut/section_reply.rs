//! A shape's strokes as the contract says them, with what a drawing needs.

use galvanon_core::code::Code;
use galvanon_core::cut::section::plan::{SectionPlan, SectionRequest, WayTotals};
use galvanon_core::section::balance::Part;
use galvanon_core::section::freed::Freed;
use galvanon_core::section::held::Hold;
use galvanon_core::section::outline::Point;
use galvanon_core::section::panel::Panel;
use galvanon_core::section::reach::Lie;
use galvanon_core::section::{Family, Profile, kinds};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::cut::stroke_reply::{Lying, StrokeWire, part_of, part_text, stroke};
use crate::api::cut::totals::{TimeWire, TipReply};
use crate::api::section::profiles::{OutlinePoint, ProfileWire, profile_wire};
use crate::error::ApiResult;
use crate::wire::note::NoteWire;
use crate::wire::text::{Section, with_values, words};
use crate::wire::unit::{fine, mm};
use crate::wire::value::Words;

/// One way of cutting it.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct WayWire {
    /// Its code.
    #[schema(value_type = String)]
    pub code: Words,
    /// In words.
    pub text: String,
    /// How many strokes.
    pub strokes: usize,
    /// How often the piece is turned.
    pub turns: usize,
    /// Whether everything is in reach.
    pub reached: bool,
    /// Times.
    pub time_s: TimeWire,
    /// Oxygen.
    pub oxygen_l: f64,
    /// Fuel.
    pub fuel_l: f64,
    /// Money, where prices were given.
    pub cost: Option<f64>,
}

/// A piece of the shape, unfolded.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct PanelWire {
    /// flange, web, leg, wall, plate.
    #[schema(value_type = String)]
    pub element: Words,
    /// Which of them, in words, as the shape lies.
    pub text: String,
    /// Across it.
    pub width_mm: f64,
    /// Its thickness in the middle.
    pub thickness_mm: f64,
    /// Round its outer face, as the shape lies.
    pub face: Vec<OutlinePoint>,
}

/// What one part weighs, and where it hangs.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct PartWire {
    /// Its mass.
    pub mass_kg: f64,
    /// From the cut to its centre of gravity.
    pub centre_mm: f64,
}

/// A place where steel is held while it is cut.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct HoldWire {
    /// piece, drop, block, plug, flange, tee.
    #[schema(value_type = String)]
    pub part: Words,
    /// From the cut, or from the end that is cut, along the shape.
    pub at_mm: f64,
    /// prop, sling, clamp.
    #[schema(value_type = String)]
    pub by: Words,
    /// The stroke that it must be there before.
    pub before_stroke: usize,
    /// All that the part weighs.
    #[serde(default)]
    pub mass_kg: f64,
    /// Code of the reason.
    #[serde(default)]
    #[schema(value_type = String)]
    pub why_code: Words,
    /// The reason.
    #[serde(default)]
    pub why: String,
}

/// A part that comes free.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct FreedWire {
    /// drop, block, plug, flange, tee.
    #[schema(value_type = String)]
    pub part: Words,
    /// All that it weighs.
    pub mass_kg: f64,
    /// The stroke after which it is free.
    pub after_stroke: usize,
}

/// A cut of a shape, planned.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct SectionReply {
    /// The shape.
    pub profile: ProfileWire,
    /// The cut: square, mitre, bevel, saddle, cope, access_hole, web_opening, strip, split.
    #[schema(value_type = String)]
    pub kind: Words,
    /// The cuts that its family is offered.
    #[schema(value_type = Vec<String>)]
    pub kinds: Vec<Words>,
    /// ok, caution, stop.
    #[schema(value_type = String)]
    pub verdict: Words,
    /// How it lies.
    #[schema(value_type = String)]
    pub way: Words,
    /// Every way, the first the least burdened.
    pub ways: Vec<WayWire>,
    /// In order.
    pub strokes: Vec<StrokeWire>,
    /// The shape, unfolded.
    pub panels: Vec<PanelWire>,
    /// Round the steel, as it lies.
    pub outer: Vec<OutlinePoint>,
    /// Round the hollow.
    pub inner: Vec<OutlinePoint>,
    /// Whether one tip makes every stroke.
    pub one_tip: bool,
    /// That tip, or the one of the stroke that cuts most.
    pub tip: TipReply,
    /// All strokes.
    pub time_s: TimeWire,
    /// All strokes.
    pub oxygen_l: f64,
    /// All strokes.
    pub fuel_l: f64,
    /// The piece, where its length is known.
    pub piece: Option<PartWire>,
    /// The drop, where its length is known.
    pub drop: Option<PartWire>,
    /// Where both are held, and before which stroke.
    pub holds: Vec<HoldWire>,
    /// What comes free, and after which stroke.
    #[serde(default)]
    pub freed: Vec<FreedWire>,
    /// What must be said.
    pub notes: Vec<NoteWire>,
}

fn way(way: &WayTotals) -> WayWire {
    WayWire {
        code: way.code.into(),
        text: words(way.code),
        strokes: way.strokes,
        turns: way.turns,
        reached: way.reached,
        time_s: TimeWire::of(&way.time),
        oxygen_l: fine(way.gas.oxygen.as_m3() * 1e3),
        fuel_l: fine(way.gas.fuel.as_m3() * 1e3),
        cost: way.cost.map(|cost| fine(cost.total())),
    }
}

fn panel_wire(panel: &Panel, lie: Lie, family: Family) -> PanelWire {
    let middle = panel.cell(panel.width() / 2.0);
    PanelWire {
        element: panel.element.code().into(),
        text: part_text(&part_of(panel.element.code(), lie.turn(panel.outward()), family)),
        width_mm: fine(panel.width() * 1e3),
        thickness_mm: fine(panel.thickness[middle] * 1e3),
        face: points(&panel.face, lie),
    }
}

fn points(line: &[Point], lie: Lie) -> Vec<OutlinePoint> {
    let place = |p: &Point| {
        let (x, y) = lie.turn(*p);
        OutlinePoint { x_mm: fine(x * 1e3), y_mm: fine(y * 1e3) }
    };
    line.iter().map(place).collect()
}

fn weight(part: &Part) -> PartWire {
    PartWire { mass_kg: fine(part.mass.as_kg()), centre_mm: mm(part.centre) }
}

fn hold(hold: &Hold) -> HoldWire {
    HoldWire {
        part: hold.part.code().into(),
        at_mm: mm(hold.at),
        by: hold.by.code().into(),
        before_stroke: hold.before,
        mass_kg: fine(hold.mass.as_kg()),
        why_code: hold.why.into(),
        why: with_values(Section::Steps, hold.why, &[]).into_owned(),
    }
}

fn freed(part: &Freed) -> FreedWire {
    FreedWire {
        part: part.part.code().into(),
        mass_kg: fine(part.mass.as_kg()),
        after_stroke: part.after,
    }
}

/// The name of a shape by hand: family and sizes.
fn named(profile: &Profile) -> ApiResult<ProfileWire> {
    let mut wire = profile_wire(profile)?;
    if wire.code.is_empty() {
        let round = matches!(wire.family.as_str(), "round_tube" | "pipe" | "round_bar");
        let size = |value: f64| (value * 10.0).round() / 10.0;
        let (depth, width) = (size(profile.depth.as_mm()), size(profile.width.as_mm()));
        let across = if round { String::new() } else { format!(" × {width}") };
        let wall = match wire.family.as_str() {
            "flat" | "round_bar" => String::new(),
            _ => format!(" × {}", size(profile.web.as_mm())),
        };
        let family =
            crate::wire::text::sentence(Section::Words, &wire.family).unwrap_or(&wire.family);
        wire.code = format!("{family} {depth}{across}{wall} mm");
    }
    Ok(wire)
}

/// What a cut of a shape says as one cut.
#[derive(Clone, Debug)]
pub struct AsOne {
    /// ok, caution, stop.
    pub verdict: Words,
    /// The tip of all strokes, or of the one that cuts most.
    pub tip: TipReply,
    /// All strokes.
    pub time_s: TimeWire,
    /// All strokes.
    pub oxygen_l: f64,
    /// All strokes.
    pub fuel_l: f64,
    /// What must be said.
    pub notes: Vec<NoteWire>,
}

impl SectionReply {
    /// Core's plan in the contract's names and units; `whole` is the same as one cut.
    ///
    /// # Errors
    /// Only a fault of ours.
    pub fn of(asked: &SectionRequest, plan: &SectionPlan, whole: AsOne) -> ApiResult<Self> {
        let (lie, outline) = (plan.way.lie, asked.profile.outline());
        let strokes = plan.strokes.iter().enumerate();
        let shape = Lying { panels: &plan.panels, lie, family: asked.profile.family };
        Ok(Self {
            profile: named(&asked.profile)?,
            kind: asked.asked.cut.kind().code().into(),
            kinds: kinds(asked.profile.family).iter().map(|kind| kind.code().into()).collect(),
            verdict: whole.verdict,
            way: plan.way.code.into(),
            ways: plan.ways.iter().map(way).collect(),
            strokes: strokes.map(|(at, it)| stroke(at + 1, it, &shape)).collect(),
            panels: plan
                .panels
                .iter()
                .map(|panel| panel_wire(panel, lie, asked.profile.family))
                .collect(),
            outer: points(&outline.outer, lie),
            inner: points(&outline.inner, lie),
            one_tip: plan.one_tip,
            tip: whole.tip,
            time_s: whole.time_s,
            oxygen_l: whole.oxygen_l,
            fuel_l: whole.fuel_l,
            piece: plan.piece.as_ref().map(weight),
            drop: plan.drop.as_ref().map(weight),
            holds: plan.holds.iter().map(hold).collect(),
            freed: plan.freed.iter().map(freed).collect(),
            notes: whole.notes,
        })
    }
}
