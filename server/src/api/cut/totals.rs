//! The tip of a plan, and what its cuts take: time, gas, money.

use galvanon_core::code::Code;
use galvanon_core::cut::{Cost, Settings, Times};
use galvanon_core::quantity::Duration;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::wire::text::words;
use crate::wire::unit::{tidy, wire};
use crate::wire::value::Words;

/// In place of a kind of tip where nothing is cut.
const HEATING: &str = "heating_head";

/// What a hand knows a tip by: text or null in a reply; left out of what two plans are compared by, for a name is no figure.
type Called = Option<Option<String>>;

/// The tip to fit.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct TipReply {
    /// Its cutting-oxygen bore.
    pub bore_mm: f64,
    /// The bore with the face in words.
    #[schema(value_type = String)]
    pub label: Words,
    /// flush, recessed.
    #[schema(value_type = String)]
    pub face: Words,
    /// general, high_preheat, gouging, sheet; heating_head where a heating head is on the torch and nothing is cut: it has no bore.
    #[schema(value_type = String)]
    #[serde(default)]
    pub kind: Words,
    /// Whether its maker's chart gave the figures.
    #[serde(default)]
    pub by_chart: bool,
    /// Where that chart comes from, as the shop says; null where none gave the figures or nobody said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub chart_from: Called,
    /// The mark stamped on the drawer's tip; null for our own series.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub mark: Called,
    /// What the drawer calls it; null for our own series.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub name: Called,
}

/// Money for one cut, in the shop's own.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct CostWire {
    /// Cutting and flame oxygen.
    pub oxygen: f64,
    /// Fuel.
    pub fuel: f64,
    /// Time at the torch.
    pub labour: f64,
    /// The tip's share.
    pub tip_wear: f64,
    /// Time at the grinder.
    pub clean_up: f64,
    /// Their sum.
    pub total: f64,
}

/// Times of one cut, seconds.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct TimeWire {
    /// Heating, all starts.
    pub preheat: f64,
    /// The torch travelling.
    pub cutting: f64,
    /// Taking the torch, moving on, laying it down, cleaning the edge.
    pub handling: f64,
    /// Of that, cleaning the edge.
    #[serde(default)]
    pub clean_up: f64,
    /// Sum of preheat, cutting and handling.
    pub total: f64,
}

/// All cuts of the line together.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct LineTotal {
    /// How many cuts.
    pub count: u32,
    /// Time of all.
    pub time_s: f64,
    /// Oxygen of all.
    pub oxygen_l: f64,
    /// Fuel of all.
    pub fuel_l: f64,
    /// Money of all, where prices were given.
    #[serde(default)]
    pub cost: Option<f64>,
}

impl TipReply {
    /// The tip of settings.
    #[must_use]
    pub fn of(settings: &Settings) -> Self {
        let (bore_mm, face) = (wire(Kind::Bore, settings.bore.as_m()), settings.face.code());
        let cutting = || format!("{bore_mm} mm bore, {face} face");
        Self {
            bore_mm,
            label: if settings.heats { words(HEATING).into() } else { Words::Owned(cutting()) },
            face: face.into(),
            kind: if settings.heats { HEATING } else { settings.tip_kind.code() }.into(),
            by_chart: settings.by_chart,
            chart_from: Some(settings.chart_from.clone()),
            mark: Some(match &settings.tip_label.mark {
                None if settings.heats => Some(words(HEATING)),
                mark => mark.clone(),
            }),
            name: Some(settings.tip_label.name.clone()),
        }
    }
}

impl TipReply {
    /// The tip without what a hand calls it.
    pub fn nameless(&mut self) {
        (self.mark, self.name, self.chart_from) = (None, None, None);
    }
}

impl CostWire {
    /// Cost of core, in the shop's own money.
    #[must_use]
    pub fn of(cost: &Cost) -> Self {
        Self {
            oxygen: tidy(cost.oxygen),
            fuel: tidy(cost.fuel),
            labour: tidy(cost.labour),
            tip_wear: tidy(cost.tip_wear),
            clean_up: tidy(cost.clean_up),
            total: tidy(cost.total()),
        }
    }
}

impl TimeWire {
    /// Times of core; what is handled counts the clean-up, and the total is the sum of what is shown.
    #[must_use]
    pub fn of(time: &Times) -> Self {
        let seconds = |time: Duration| wire(Kind::Duration, time.as_s());
        let clean_up = seconds(time.clean_up);
        let (preheat, cutting) = (seconds(time.preheat), seconds(time.cutting));
        let handling = seconds(time.handling) + clean_up;
        Self { preheat, cutting, handling, clean_up, total: preheat + cutting + handling }
    }
}

/// The planned stops of settings, from the start of the cut.
#[must_use]
pub fn stops_mm(settings: &Settings) -> Vec<f64> {
    settings.starts.stops.iter().map(|at| wire(Kind::Length, at.as_m())).collect()
}
