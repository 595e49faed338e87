//! How a shop marks, and strips side by side.

use galvanon_core::layout::marking::{Hatched, LineMark, Marking, PUNCH, PUNCHES};
use galvanon_core::layout::shapes::SIZE;
use galvanon_core::layout::strips::strips;
use galvanon_core::quantity::Length;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::unit::fine;

/// How a shop marks; what is left out is what most do.
#[derive(Clone, Debug, Default, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(default, deny_unknown_fields)]
pub struct MarkingWire {
    /// leave, on: the drawn line stays on the part, or is the middle of the cut.
    #[schema(value_type = String)]
    pub line: Option<Given>,
    /// kept, scrap: which side is hatched.
    #[schema(value_type = String)]
    pub hatched: Option<Given>,
    /// Punches on straights, 3 to 500 mm apart.
    #[schema(value_type = f64)]
    pub punch_straight_mm: Option<Given>,
    /// And on curves.
    #[schema(value_type = f64)]
    pub punch_curve_mm: Option<Given>,
}

/// 1 in and 3/8 in, m. Source: `common_practice`.
const INCH: (f64, f64) = (0.0254, 0.009_525);

impl MarkingWire {
    /// What most shops do; for those who read inches in their round figures.
    #[must_use]
    pub fn usual(inch: bool) -> Self {
        let given = |value| Some(Given(value));
        let (straight, curve) = if inch { INCH } else { PUNCHES };
        Self {
            line: given(json!("leave")),
            hatched: given(json!("kept")),
            punch_straight_mm: given(json!(fine(straight * 1e3))),
            punch_curve_mm: given(json!(fine(curve * 1e3))),
        }
    }

    /// Reads it; `at` is its place in the request, with a dot.
    pub fn read(&self, fields: &mut Fields, at: &str) -> Marking {
        let usual = Marking::default();
        let here = |name: &str| format!("{at}{name}");
        let mut punch = |name: &str, given: Option<&Given>, usual: Length| {
            let field = NumberField::new(name, &PUNCH, Kind::Length).at(here(name));
            fields.number_if_said(&field, given).map_or(usual, Length::from_m)
        };
        let straight = punch("punch_straight_mm", self.punch_straight_mm.as_ref(), usual.straight);
        let curve = punch("punch_curve_mm", self.punch_curve_mm.as_ref(), usual.curve);
        Marking {
            line: fields.code(&here("line"), self.line.as_ref(), Some(LineMark::default())),
            hatched: fields.code(&here("hatched"), self.hatched.as_ref(), Some(Hatched::default())),
            straight,
            curve,
        }
    }
}

/// Strips side by side out of one plate.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StripsWire {
    /// How many are wanted, 1 to 10 000.
    #[schema(value_type = f64)]
    pub count: Option<Given>,
    /// The plate across them, from the edge that they are measured from.
    #[schema(value_type = f64)]
    pub plate_mm: Option<Given>,
}

/// Where they are marked, and what the last one keeps.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct StripsReply {
    /// From the plate's edge to the line of each whole strip: never one from another.
    pub lines_mm: Vec<f64>,
    /// How many come out whole.
    pub whole: u32,
    /// What is left behind the last whole one and its kerf.
    pub keeps_mm: f64,
}

/// So many of one part as may be asked.
const COUNT: Range = Range::new("layout.strips.count", "1", 1.0, 10_000.0);

impl StripsWire {
    /// Reads it: how many, and the plate.
    pub fn read(&self, fields: &mut Fields) -> (u32, Length) {
        let count = NumberField::new("count", &COUNT, Kind::Count).at("strips.count".into());
        let count = fields.whole(&count, self.count.as_ref(), None);
        let plate = NumberField::new("plate_mm", &SIZE, Kind::Length).at("strips.plate_mm".into());
        let plate = fields.number(&plate, self.plate_mm.as_ref(), None);
        (count, Length::from_m(plate))
    }
}

impl StripsReply {
    /// Of strips so wide, with such a kerf.
    #[must_use]
    pub fn of(width: Length, kerf: Length, count: u32, plate: Length) -> Self {
        let found = strips(width, kerf, count, plate);
        Self {
            lines_mm: found.lines.iter().map(|m| fine(m * 1e3)).collect(),
            whole: found.whole,
            keeps_mm: fine(found.keeps * 1e3),
        }
    }
}
