//! How a part is to be laid out: its rims, its starts, its small holes, the order. What a cut says comes with the cut.

use galvanon_core::cut::Handedness;
use galvanon_core::cut::limits::REACH;
use galvanon_core::geometry::Point;
use galvanon_core::layout::lead::Edge;
use galvanon_core::layout::marking::Marking;
use galvanon_core::layout::order::OrderBy;
use galvanon_core::layout::part::Of;
use galvanon_core::layout::paths::{Asked, SmallHoles};
use galvanon_core::layout::tabs::Tabs;
use galvanon_core::quantity::{Length, Mass};
use galvanon_core::range::Range;
use galvanon_core::section::held::LIFT;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::ToSchema;

use crate::api::layout::contour::{LayoutPart, Place, point};
use crate::api::layout::marking::MarkingWire;
use crate::http::fields::{Fields, Given, NumberField};

/// Where a person wants a path to be met.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StartWire {
    /// hole, outer, cut.
    #[schema(value_type = String)]
    pub of: Option<Given>,
    /// Which of them, from 0.
    #[serde(default)]
    pub index: usize,
    /// The nearest place of its path is taken.
    #[schema(value_type = Vec<f64>)]
    pub at: Place,
}

/// Where a person wants to stop on a path, in place of where a hand's reach ends.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StopsWire {
    /// hole, outer, cut.
    #[schema(value_type = String)]
    pub of: Option<Given>,
    /// Which of them, from 0.
    #[serde(default)]
    pub index: usize,
    /// Of each the nearest place of its path is taken; none: it is cut in one go.
    #[schema(value_type = Vec<Vec<f64>>)]
    pub at: Vec<Place>,
}

/// What a path cuts.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
enum OfWord {
    Hole,
    Outer,
    Cut,
}

/// A part that is laid out for a cut; reach and hand are the cut's.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LayoutWire {
    /// The part.
    pub part: LayoutPart,
    /// left, right, top, bottom: sides that lie near the plate's rim.
    #[schema(value_type = Option<Vec<String>>)]
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub at_edge: Vec<Given>,
    /// How far from the part the rim is there; as parts keep from each other when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rim_mm: Option<Given>,
    /// drill, cut: holes too small to burn well; drill when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub small_holes: Option<Given>,
    /// Marks are measured from here, as the corner of the plate; from the lower left of the part when left out.
    #[schema(value_type = Option<Vec<f64>>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub datum: Option<Place>,
    /// Across and up: the plate that it lies on, its corner at the datum. Drawn, and not planned by.
    #[schema(value_type = Option<Vec<f64>>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub plate_mm: Option<Place>,
    /// The most that this shop lifts, kg: what comes free and weighs more is a stop.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lifting_limit_kg: Option<Given>,
    /// What the part was drawn from, as the screen keeps it, so that it can be drawn on. Not read.
    #[schema(value_type = Option<Object>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub drawn: Option<Value>,
    /// Where paths shall be met; the best place when left out.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub starts: Vec<StartWire>,
    /// Where a person wants to stop.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub stops: Vec<StopsWire>,
    /// long, none: whether long thin parts are tied to their plate; long when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub tabs: Option<Given>,
    /// How the shop marks.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub marking: Option<MarkingWire>,
    /// cool, near: whether the order spares heat or ways; cool when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub order: Option<Given>,
}

/// What a request says of the way a part is laid out, read.
#[derive(Clone, Debug)]
pub struct Ways {
    rims: Vec<(Edge, Option<Length>)>,
    small_holes: SmallHoles,
    order_by: OrderBy,
    starts: Vec<(Of, Point)>,
    stops: Vec<(Of, Vec<Point>)>,
    tabs: Tabs,
    lifting_limit: Option<Mass>,
    /// How the shop marks.
    pub marking: Marking,
    /// Where marks are measured from.
    pub datum: Option<Point>,
    /// How far the torch goes before it stops, where it is said beside the cut.
    pub reach: Option<Length>,
    /// The torch hand's, where it is said beside the cut.
    pub hand: Option<Handedness>,
}

/// Starts by hand at most: as many as a part has contours that a person would look at. Source: `ours`.
const MOST_STARTS: usize = 1_000;
/// How far the rim may be. Source: `ours`.
const RIM: Range = Range::new("layout.rim", "m", 0.0, 5.0);

impl LayoutWire {
    /// Reads it; `at` is its place in the request, with a dot, or nothing.
    pub fn read(&self, fields: &mut Fields, at: &str) -> Ways {
        let here = |name: &str| format!("{at}{name}");
        let lift = NumberField::new(here("lifting_limit_kg"), &LIFT, Kind::Mass);
        let lift = fields.number_if_said(&lift, self.lifting_limit_kg.as_ref());
        let holes = Some(SmallHoles::default());
        let marking = self.marking.as_ref();
        Ways {
            small_holes: fields.code(&here("small_holes"), self.small_holes.as_ref(), holes),
            order_by: fields.code(&here("order"), self.order.as_ref(), Some(OrderBy::default())),
            starts: self.starts(fields, at),
            stops: self.stops(fields, at),
            tabs: fields.code(&here("tabs"), self.tabs.as_ref(), Some(Tabs::default())),
            marking: marking.map(|it| it.read(fields, &here("marking."))).unwrap_or_default(),
            rims: self.rims(fields, at),
            lifting_limit: lift.map(Mass::from_kg),
            datum: self.datum.map(point),
            reach: None,
            hand: None,
        }
    }

    fn starts(&self, fields: &mut Fields, at: &str) -> Vec<(Of, Point)> {
        let starts = self.starts.iter().take(MOST_STARTS).enumerate();
        starts
            .map(|(i, start)| {
                let word = format!("{at}starts.{i}.of");
                (of(fields, &word, start.of.as_ref(), start.index), point(start.at))
            })
            .collect()
    }

    fn stops(&self, fields: &mut Fields, at: &str) -> Vec<(Of, Vec<Point>)> {
        let stops = self.stops.iter().take(MOST_STARTS).enumerate();
        stops
            .map(|(i, stops)| {
                let word = format!("{at}stops.{i}.of");
                let places = stops.at.iter().take(MOST_STARTS).map(|at| point(*at));
                (of(fields, &word, stops.of.as_ref(), stops.index), places.collect())
            })
            .collect()
    }

    /// The plate's own edges that the part lies at, and how far the plate goes beyond.
    fn rims(&self, fields: &mut Fields, at: &str) -> Vec<(Edge, Option<Length>)> {
        let rim = NumberField::new(format!("{at}rim_mm"), &RIM, Kind::Length);
        let rim = fields.number_if_said(&rim, self.rim_mm.as_ref()).map(Length::from_m);
        let edges = self.at_edge.iter().take(4).enumerate();
        edges
            .map(|(i, edge)| (fields.code(&format!("{at}at_edge.{i}"), Some(edge), None), rim))
            .collect()
    }
}

fn of(fields: &mut Fields, word: &str, given: Option<&Given>, index: usize) -> Of {
    match fields.code(word, given, None) {
        OfWord::Hole => Of::Hole(index),
        OfWord::Outer => Of::Outer,
        OfWord::Cut => Of::Cut(index),
    }
}

impl Ways {
    /// With what is said beside the cut.
    #[must_use]
    pub fn beside(self, fields: &mut Fields, reach: Option<&Given>, hand: Option<&Given>) -> Self {
        let field = NumberField::new("reach_mm", &REACH, Kind::Length);
        Self {
            reach: fields.number_if_said(&field, reach).map(Length::from_m),
            hand: fields.optional::<Handedness>("hand", hand),
            ..self
        }
    }

    /// Laid over what a kerf or a cut asks.
    #[must_use]
    pub fn over(&self, asked: Asked) -> Asked {
        Asked {
            rims: self.rims.clone(),
            small_holes: self.small_holes,
            order_by: self.order_by,
            starts: self.starts.clone(),
            stops: self.stops.clone(),
            tabs: self.tabs,
            lifting_limit: self.lifting_limit,
            reach: self.reach.or(asked.reach),
            hand: self.hand.unwrap_or(asked.hand),
            ..asked
        }
    }
}
