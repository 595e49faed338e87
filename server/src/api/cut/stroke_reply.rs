//! One stroke of a shape in the contract's names and units.

use galvanon_core::code::Code;
use galvanon_core::cut::section::plan::StrokePlan;
use galvanon_core::section::outline::Point;
use galvanon_core::section::panel::Panel;
use galvanon_core::section::reach::{Lie, Side};
use galvanon_core::section::{Family, Stroke};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::cut::totals::{TimeWire, TipReply, stops_mm};
use crate::wire::band::{BandWire, paces, pressures, seconds};
use crate::wire::text::{Section, with_values, words};
use crate::wire::unit::{fine, mm, wire};
use crate::wire::value::Words;

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

/// The part that an element is, by where it lies.
pub fn part_of(element: &'static str, outward: Point, family: Family) -> String {
    let round = matches!(family, Family::RoundTube | Family::Pipe);
    match element {
        "web" | "plate" => element.to_owned(),
        "wall" if round => format!("quarter_{}", Side::facing(outward).code()),
        _ => format!("{element}_{}", Side::facing(outward).code()),
    }
}

/// What a part of a shape is called.
pub fn part_text(part: &str) -> String {
    crate::wire::text::sentence(Section::Words, part).unwrap_or(part).to_owned()
}

/// A shape as it lies.
pub struct Lying<'a> {
    /// Unfolded.
    pub panels: &'a [Panel],
    /// How it lies.
    pub lie: Lie,
    /// Its family.
    pub family: Family,
}

fn thickness(stroke: &Stroke) -> ThicknessWire {
    ThicknessWire { low: mm(stroke.thin), usual: mm(stroke.usual), high: mm(stroke.thick) }
}

fn unfolded((u, z): &Point) -> UnfoldedPoint {
    UnfoldedPoint { u_mm: fine(u * 1e3), z_mm: fine(z * 1e3) }
}

/// Where the torch slows, and to what.
fn slow(plan: &StrokePlan) -> Vec<SlowWire> {
    let zones = plan.stroke.slow.iter().zip(&plan.slow_speeds);
    zones
        .map(|(zone, speed)| SlowWire {
            from_mm: mm(zone.from),
            to_mm: mm(zone.to),
            thickness_mm: mm(zone.thickness),
            speed_mm_min: fine(speed.as_m_s() * 60e3),
            why: zone.why.into(),
        })
        .collect()
}

impl Lying<'_> {
    /// What a stroke cuts, by where it lies.
    fn part(&self, stroke: &Stroke) -> String {
        let outward = self.lie.turn(self.panels[stroke.panel].outward());
        part_of(stroke.element.code(), outward, self.family)
    }

    /// A stroke's line in the room.
    fn path(&self, stroke: &Stroke) -> Vec<RoomPoint> {
        let panel = &self.panels[stroke.panel];
        let place = |(u, z): &Point| {
            let (mut x, mut y) = panel.at(*u);
            if stroke.inside {
                let cell = panel.cell(*u);
                let (normal, thickness) = (panel.normal(cell), panel.thickness[cell]);
                x -= normal.0 * thickness;
                y -= normal.1 * thickness;
            }
            let (x, y) = self.lie.turn((x, y));
            RoomPoint { x_mm: fine(x * 1e3), y_mm: fine(y * 1e3), z_mm: fine(z * 1e3) }
        };
        stroke.line.iter().map(place).collect()
    }
}

/// A stroke of core; `order` counts from 1.
pub fn stroke(order: usize, plan: &StrokePlan, shape: &Lying<'_>) -> StrokeWire {
    let (it, settings) = (&plan.stroke, &plan.settings);
    let part = shape.part(it);
    StrokeWire {
        order,
        element: it.element.code().into(),
        part_text: part_text(&part),
        part,
        panel: it.panel,
        length_mm: mm(it.length),
        travel_mm: mm(it.travel),
        through_mm: mm(it.through),
        thickness_mm: thickness(it),
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
        line: it.line.iter().map(unfolded).collect(),
        path: shape.path(it),
        slow: slow(plan),
        tip: TipReply::of(settings),
        oxygen_pressure_kpa: settings.oxygen_pressure.as_ref().map(pressures),
        fuel_pressure_kpa: settings.fuel_pressure.as_ref().map(pressures),
        start_preheat_s: seconds(&settings.start_preheat),
        travel_speed_mm_min: paces(&settings.travel_speed),
        kerf_mm: wire(Kind::Bore, settings.kerf.as_m()),
        starts: settings.starts.count,
        stops_mm: stops_mm(settings),
        time_s: TimeWire::of(&plan.time),
        oxygen_l: fine(plan.gas.oxygen.as_m3() * 1e3),
        fuel_l: fine(plan.gas.fuel.as_m3() * 1e3),
    }
}
