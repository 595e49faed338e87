//! A shape's strokes as the contract says them, with what a drawing needs.

use galvanon_core::cut::section_cut::{SectionPlan, SectionRequest, StrokePlan, WayTotals};
use galvanon_core::quantity::Length;
use galvanon_core::section::balance::Part;
use galvanon_core::section::freed::Freed;
use galvanon_core::section::held::Hold;
use galvanon_core::section::outline::Point;
use galvanon_core::section::panel::Panel;
use galvanon_core::section::reach::{Lie, Side};
use galvanon_core::section::{Family, Profile, Stroke, kinds};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::cut_reply::{BandWire, CutPlan, NoteWire, TimeWire, TipReply, Words};
use super::sections::{OutlinePoint, ProfileWire, profile_wire};
use crate::error::ApiResult;
use crate::text::{Section, with_values};

/// Thickness along a stroke, square to what is cut.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct ThicknessWire {
    /// The least.
    pub low: f64,
    /// What most of it has.
    pub usual: f64,
    /// The most.
    pub high: f64,
}

/// A stretch at which the torch slows.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct SlowWire {
    /// Along the stroke.
    pub from_mm: f64,
    /// Along the stroke.
    pub to_mm: f64,
    /// What the jet meets there.
    pub thickness_mm: f64,
    /// Pace there.
    pub speed_mm_min: f64,
    /// fillet, thick, web_behind, heel, corner.
    #[schema(value_type = String)]
    pub why: Words,
}

/// A point over an unfolded panel.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct UnfoldedPoint {
    /// Across the panel.
    pub u_mm: f64,
    /// Along the shape; the piece lies at more than 0.
    pub z_mm: f64,
}

/// A point in the room: seen from the end of the shape, and along it.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct RoomPoint {
    /// Across; the torch hand stands at less than 0.
    pub x_mm: f64,
    /// Up.
    pub y_mm: f64,
    /// Along the shape.
    pub z_mm: f64,
}

/// One stroke.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct StrokeWire {
    /// From 1.
    pub order: usize,
    /// flange, web, leg, wall, plate.
    #[schema(value_type = String)]
    pub element: Words,
    /// Which of them, as the shape lies: flange_above, web, wall_near.
    pub part: String,
    /// The same in words.
    pub part_text: String,
    /// Place among the panels.
    pub panel: usize,
    /// Along the line, over the face.
    pub length_mm: f64,
    /// As far as the torch moves: the line, or the thickness where it runs edgewise.
    pub travel_mm: f64,
    /// What the jet meets on most of its way, a tilt not counted: the thickness, or the line where it runs edgewise.
    pub through_mm: f64,
    /// Square to what is cut; never with what lies behind it.
    pub thickness_mm: ThicknessWire,
    /// Thickness integrated along the line.
    pub cut_area_mm2: f64,
    /// edge, kerf, pierce, drilled_hole.
    #[schema(value_type = String)]
    pub start: Words,
    /// The stroke in whose kerf it starts.
    pub kerf_of: Option<usize>,
    /// down, level, overhead, edgewise.
    #[schema(value_type = String)]
    pub attitude: Words,
    /// above, near, far, below: the side it is reached from.
    #[schema(value_type = String)]
    pub from: Words,
    /// stand_near, stand_far, stand_clear, stand_turned: where the torch hand stands.
    #[schema(value_type = String)]
    pub stand: Words,
    /// The same in words.
    pub stand_text: String,
    /// Tilt of the torch from square.
    pub bevel_deg: f64,
    /// Whether the torch is on the inner face.
    pub inside: bool,
    /// Whether the piece is turned before it.
    pub turned: bool,
    /// Whether its side is in reach.
    pub reached: bool,
    /// Code of the reason for its place in the order.
    #[schema(value_type = String)]
    pub why_code: Words,
    /// That reason.
    pub why: String,
    /// Over the unfolded panel.
    pub line: Vec<UnfoldedPoint>,
    /// In the room, on the face that the torch is at.
    pub path: Vec<RoomPoint>,
    /// Where the torch slows.
    pub slow: Vec<SlowWire>,
    /// The tip to fit.
    pub tip: TipReply,
    /// At the oxygen regulator, gas flowing.
    pub oxygen_pressure_kpa: Option<BandWire>,
    /// At the fuel regulator, gas flowing.
    pub fuel_pressure_kpa: Option<BandWire>,
    /// Before the cutting oxygen goes on; of a kerf that is still hot, half of a first start.
    pub start_preheat_s: BandWire,
    /// Pace where it does not slow.
    pub travel_speed_mm_min: BandWire,
    /// Width of the cut.
    pub kerf_mm: f64,
    /// Starts of one stroke.
    pub starts: u32,
    /// Planned stops, along the torch's way.
    pub stops_mm: Vec<f64>,
    /// Times.
    pub time_s: TimeWire,
    /// Cutting and preheat oxygen.
    pub oxygen_l: f64,
    /// Fuel.
    pub fuel_l: f64,
}

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

fn fine(value: f64) -> f64 {
    (value * 1e6).round() / 1e6
}

fn mm(length: Length) -> f64 {
    fine(length.as_mm())
}

fn words(code: &'static str) -> String {
    with_values(Section::Words, code, &[]).into_owned()
}

/// Which of several alike: by the side that it looks to.
fn part_of(element: &'static str, outward: Point, family: Family) -> String {
    let round = matches!(family, Family::RoundTube | Family::Pipe);
    match element {
        "web" | "plate" => element.to_owned(),
        "wall" if round => format!("quarter_{}", Side::of(outward).code()),
        _ => format!("{element}_{}", Side::of(outward).code()),
    }
}

fn part_text(part: &str) -> String {
    crate::text::sentence(Section::Words, part).unwrap_or(part).to_owned()
}

fn times(time: &galvanon_core::cut::Times) -> TimeWire {
    let clean_up = fine(time.clean_up.as_s());
    let (preheat, cutting) = (fine(time.preheat.as_s()), fine(time.cutting.as_s()));
    let handling = fine(time.handling.as_s()) + clean_up;
    TimeWire { preheat, cutting, handling, clean_up, total: preheat + cutting + handling }
}

fn path(panel: &Panel, stroke: &Stroke, lie: Lie) -> Vec<RoomPoint> {
    let place = |(u, z): &Point| {
        let (mut x, mut y) = panel.at(*u);
        if stroke.inside {
            let cell = panel.cell(*u);
            let (normal, thickness) = (panel.normal(cell), panel.thickness[cell]);
            x -= normal.0 * thickness;
            y -= normal.1 * thickness;
        }
        let (x, y) = lie.turn((x, y));
        RoomPoint { x_mm: fine(x * 1e3), y_mm: fine(y * 1e3), z_mm: fine(z * 1e3) }
    };
    stroke.line.iter().map(place).collect()
}

fn stroke(
    order: usize,
    plan: &StrokePlan,
    (panels, lie, family): (&[Panel], Lie, Family),
) -> ApiResult<StrokeWire> {
    let (it, panel) = (&plan.stroke, &panels[plan.stroke.panel]);
    let settings = CutPlan::untraced(&plan.settings);
    let part = part_of(it.element.code(), lie.turn(panel.outward()), family);
    let zones = it.slow.iter().zip(&plan.slow_speeds);
    Ok(StrokeWire {
        order,
        element: it.element.code().into(),
        part_text: part_text(&part),
        part,
        panel: it.panel,
        length_mm: mm(it.length),
        travel_mm: mm(it.travel),
        through_mm: mm(it.through),
        thickness_mm: ThicknessWire { low: mm(it.thin), usual: mm(it.usual), high: mm(it.thick) },
        cut_area_mm2: fine(it.cut_area.as_m2() * 1e6),
        start: it.start.code().into(),
        kerf_of: it.kerf_of.map(|at| at + 1),
        attitude: it.attitude.code().into(),
        from: it.from.code().into(),
        stand: it.stand().code().into(),
        stand_text: words(it.stand().code()),
        bevel_deg: fine(it.bevel.as_deg()),
        inside: it.inside,
        turned: it.turned,
        reached: it.reached,
        why_code: it.why.into(),
        why: with_values(Section::Steps, it.why, &[]).into_owned(),
        line: it
            .line
            .iter()
            .map(|(u, z)| UnfoldedPoint { u_mm: fine(u * 1e3), z_mm: fine(z * 1e3) })
            .collect(),
        path: path(panel, it, lie),
        slow: zones
            .map(|(zone, speed)| SlowWire {
                from_mm: mm(zone.from),
                to_mm: mm(zone.to),
                thickness_mm: mm(zone.thickness),
                speed_mm_min: fine(speed.as_m_s() * 60e3),
                why: zone.why.into(),
            })
            .collect(),
        tip: settings.tip,
        oxygen_pressure_kpa: settings.oxygen_pressure_kpa,
        fuel_pressure_kpa: settings.fuel_pressure_kpa,
        start_preheat_s: settings.start_preheat_s,
        travel_speed_mm_min: settings.travel_speed_mm_min,
        kerf_mm: settings.kerf_mm,
        starts: settings.starts,
        stops_mm: settings.stops_mm,
        time_s: times(&plan.time),
        oxygen_l: fine(plan.gas.oxygen.as_m3() * 1e3),
        fuel_l: fine(plan.gas.fuel.as_m3() * 1e3),
    })
}

fn way(way: &WayTotals) -> WayWire {
    WayWire {
        code: way.code.into(),
        text: words(way.code),
        strokes: way.strokes,
        turns: way.turns,
        reached: way.reached,
        time_s: times(&way.time),
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
        let family = crate::text::sentence(Section::Words, &wire.family).unwrap_or(&wire.family);
        wire.code = format!("{family} {depth}{across}{wall} mm");
    }
    Ok(wire)
}

impl SectionReply {
    /// Core's plan in the contract's names and units; `whole` is the same as one cut.
    ///
    /// # Errors
    /// Only a fault of ours.
    pub fn of(asked: &SectionRequest, plan: &SectionPlan, whole: &CutPlan) -> ApiResult<Self> {
        let (lie, outline) = (plan.way.lie, asked.profile.outline());
        let strokes = plan.strokes.iter().enumerate();
        Ok(Self {
            profile: named(&asked.profile)?,
            kind: asked.asked.cut.code().into(),
            kinds: kinds(asked.profile.family).iter().map(|kind| Words::from(*kind)).collect(),
            verdict: whole.verdict.clone(),
            way: plan.way.code.into(),
            ways: plan.ways.iter().map(way).collect(),
            strokes: strokes
                .map(|(at, it)| stroke(at + 1, it, (&plan.panels, lie, asked.profile.family)))
                .collect::<ApiResult<_>>()?,
            panels: plan
                .panels
                .iter()
                .map(|panel| panel_wire(panel, lie, asked.profile.family))
                .collect(),
            outer: points(&outline.outer, lie),
            inner: points(&outline.inner, lie),
            one_tip: plan.one_tip,
            tip: whole.tip.clone(),
            time_s: whole.time_s,
            oxygen_l: whole.oxygen_l,
            fuel_l: whole.fuel_l,
            piece: plan.piece.as_ref().map(weight),
            drop: plan.drop.as_ref().map(weight),
            holds: plan.holds.iter().map(hold).collect(),
            freed: plan.freed.iter().map(freed).collect(),
            notes: whole.notes.clone(),
        })
    }
}
