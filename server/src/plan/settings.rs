//! What a shop can set: the schools of `reference/tables/schools.csv`, and a few figures of its own.

use std::sync::LazyLock;

use galvanon_core::code::Code;
use galvanon_core::cut::Prices;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{Length, Mass};
use galvanon_core::section::held;
use galvanon_core::setup::asked::{FIRE_WATCH, USUAL_WATCH};
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value, json};
use sqlx::PgExecutor;
use utoipa::ToSchema;

use crate::api::layout::marking::MarkingWire;
use crate::api::layout::post::Post;
use crate::error::{ApiError, ApiResult};

/// One school of one question.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
pub struct School {
    /// Key of the question.
    pub question: String,
    /// The question in words.
    pub question_text: String,
    /// Key of this answer.
    pub option: String,
    /// This answer in words.
    pub option_text: String,
    /// Why people hold it.
    pub reason: String,
    /// yes for the answer a shop has until it picks one.
    pub is_default: String,
    /// yes when it moves the computed figures, card when it is printed on the run card.
    pub acts: String,
}

static SCHOOLS: LazyLock<Result<Vec<School>, String>> = LazyLock::new(|| {
    csv::ReaderBuilder::new()
        .comment(Some(b'#'))
        .from_reader(include_str!("../../../reference/tables/schools.csv").as_bytes())
        .deserialize()
        .collect::<Result<_, _>>()
        .map_err(|error| error.to_string())
});

/// Every school.
///
/// # Errors
/// Only when the table compiled in cannot be read.
pub fn schools() -> ApiResult<&'static [School]> {
    SCHOOLS.as_deref().map_err(|error| ApiError::Internal(format!("schools.csv: {error}")))
}

/// A figure a shop can set. Its range and default are those of the request field it goes to.
pub struct Figure {
    /// Its key.
    pub key: &'static str,
    /// The field of `policy` in a request.
    pub policy_field: &'static str,
}

/// The figures a shop can set.
pub const FIGURES: [Figure; 8] = [
    Figure { key: "one_pressure_kpa", policy_field: "one_pressure_kpa" },
    Figure { key: "ambient_pressure_kpa", policy_field: "ambient_pressure_kpa" },
    Figure { key: "discharge_coefficient", policy_field: "discharge_coefficient" },
    Figure { key: "torch_loss_percent", policy_field: "torch_loss_percent" },
    Figure { key: "clean_up_s_m", policy_field: "clean_up_s_m" },
    Figure { key: "reach_mm", policy_field: "reach_mm" },
    Figure { key: "handling_s", policy_field: "handling_s" },
    Figure { key: "reposition_s", policy_field: "reposition_s" },
];

/// A price, or what goes with prices, in the shop's own money.
pub struct Price {
    /// Its key.
    pub key: &'static str,
    /// The field of `prices` in a request that it goes to.
    pub field: &'static str,
}

const fn price(key: &'static str, field: &'static str) -> Price {
    Price { key, field }
}

/// The prices a shop can set.
pub const PRICES: [Price; 8] = [
    price("price_oxygen_m3", "oxygen_m3"),
    price("price_acetylene_m3", "fuel_m3"),
    price("price_propane_m3", "fuel_m3"),
    price("price_propylene_m3", "fuel_m3"),
    price("price_natural_gas_m3", "fuel_m3"),
    price("price_labour_h", "labour_h"),
    price("price_tip", "tip"),
    price("tip_life_starts", "tip_life_starts"),
];

impl Price {
    /// What stands until the shop puts in its own.
    #[must_use]
    pub fn estimate(&self) -> f64 {
        let of_fuel = |code: &str| Fuel::of(code).map(Prices::estimate);
        let fuel = self.key.strip_prefix("price_").and_then(|it| it.strip_suffix("_m3"));
        let any = Prices::estimate(Fuel::Acetylene);
        match self.field {
            "oxygen_m3" => any.oxygen_m3,
            "labour_h" => any.labour_h,
            "tip" => any.tip,
            "tip_life_starts" => any.tip_life_starts,
            _ => fuel.and_then(of_fuel).map_or(0.0, |prices| prices.fuel_m3),
        }
    }
}

/// A figure that goes into no policy: its key, what stands until the shop sets it, and what it may be, in the key's unit.
#[derive(Debug)]
pub struct OwnFigure {
    /// Its key.
    pub key: &'static str,
    /// What stands until the shop sets it.
    pub usual: f64,
    /// Lowest and highest.
    pub range: (f64, f64),
}

/// The heaviest piece that one person or the shop's crane lifts.
pub const LIFTING_LIMIT: OwnFigure = OwnFigure {
    key: "lifting_limit_kg",
    usual: held::USUAL_LIFT.as_kg(),
    range: (held::LIFT.low, held::LIFT.high),
};

/// How long the fire watch stays after the last flame, minutes. Source: `nfpa_51b`; at least `osha_1910_252`.
pub const FIRE_WATCH_MIN: OwnFigure = OwnFigure {
    key: "fire_watch_min",
    usual: USUAL_WATCH.as_s() / 60.0,
    range: (FIRE_WATCH.low / 60.0, FIRE_WATCH.high / 60.0),
};

/// Diameters of the wires of the shop's tip cleaner, mm: what a bore is measured with.
pub const WIRES: &str = "cleaner_wires_mm";

/// Whom to call, in the shop's own words: local numbers differ.
pub const EMERGENCY: &str = "emergency_numbers";

/// The words of the shop's machine for gas and dwell, as a program is written with them.
pub const MACHINE_WORDS: &str = "machine_words";

/// How the shop marks a plate.
pub const MARKING: &str = "marking";

/// Whether plans follow the shop's own burns.
pub const LEARNING: &str = "learning";

/// Choices that are no schools: what the shop reads in, and its usual fuel.
pub const CHOICES: [(&str, &[&str], &str); 5] = [
    // whether plans take what the shop's burns have taught, or it is only shown
    (LEARNING, &["follow", "show"], "follow"),
    // how the torch is usually moved: taken in a line that does not say, or asked
    ("usual_process", &["asked", "freehand", "guided", "machine"], "asked"),
    ("currency", &["$", "€", "£", "kr", "zł"], "$"),
    ("units", &["inch", "metric", "metric_kpa"], "inch"),
    ("fuel", &["acetylene", "propane", "propylene", "natural_gas"], "acetylene"),
];

/// The settings of a shop that has picked nothing but its units.
///
/// # Errors
/// Only a fault of ours.
pub fn usual(units: &str) -> ApiResult<Map<String, Value>> {
    let mut all = Map::new();
    for school in schools()?.iter().filter(|school| school.is_default == "yes") {
        all.insert(school.question.clone(), json!(school.option));
    }
    for (key, _, default) in CHOICES {
        all.insert(key.into(), json!(default));
    }
    let usual = galvanon_core::cut::Policy::default();
    all.insert("ambient_pressure_kpa".into(), json!(usual.ambient.as_pa() / 1e3));
    all.insert("discharge_coefficient".into(), json!(usual.discharge));
    all.insert("torch_loss_percent".into(), json!(usual.torch_loss * 100.0));
    all.insert("one_pressure_kpa".into(), json!(usual.one_pressure.as_pa() / 1e3));
    // a round figure of what the shop reads: 18 in, and 2,200 lb, for those who read inches
    let inch = units == "inch";
    let reach = if inch { Length::from_in(18.0) } else { usual.reach };
    all.insert("reach_mm".into(), json!(reach.as_mm()));
    all.insert("handling_s".into(), json!(usual.handling.as_s()));
    all.insert("reposition_s".into(), json!(usual.reposition.as_s()));
    // grinding a metre of edge: an estimate of ours, until the shop times its own
    all.insert("clean_up_s_m".into(), json!(60.0));
    for price in PRICES {
        all.insert(price.key.into(), json!(price.estimate()));
    }
    let lift = if inch { Mass::from_lb(2_200.0).as_kg() } else { LIFTING_LIMIT.usual };
    all.insert(LIFTING_LIMIT.key.into(), json!(lift));
    all.insert(FIRE_WATCH_MIN.key.into(), json!(FIRE_WATCH_MIN.usual));
    all.insert(EMERGENCY.into(), json!(""));
    all.insert(WIRES.into(), json!([]));
    all.insert(MACHINE_WORDS.into(), serde_json::to_value(Post::default())?);
    all.insert(MARKING.into(), serde_json::to_value(MarkingWire::usual(inch))?);
    Ok(all)
}

/// The settings of the shop now: what was picked, else the defaults.
///
/// # Errors
/// When the database fails.
pub async fn current(db: impl PgExecutor<'_>) -> ApiResult<Map<String, Value>> {
    let picked = crate::store::shop_settings::newest(db).await?;
    let units = picked.iter().find(|row| row.key == "units");
    let mut all = usual(units.and_then(|row| row.value.as_str()).unwrap_or("inch"))?;
    for row in picked {
        all.insert(row.key, row.value);
    }
    Ok(all)
}

/// The questions whose answer a request carries to the planner.
const IN_A_REQUEST: [&str; 6] =
    ["pressure_school", "tip_school", "how_hot", "scale", "thick_speed", "hole"];

/// The part of a cut plan request that some settings are.
#[must_use]
pub fn as_request(settings: &Map<String, Value>) -> Value {
    let mut policy = Map::new();
    for key in IN_A_REQUEST {
        policy.insert(key.into(), settings.get(key).cloned().unwrap_or(Value::Null));
    }
    for figure in FIGURES {
        let value = settings.get(figure.key).cloned().unwrap_or(Value::Null);
        policy.insert(figure.policy_field.into(), value);
    }
    json!({ "gas": { "fuel": settings.get("fuel") }, "policy": policy })
}
