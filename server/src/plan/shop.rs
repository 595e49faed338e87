//! The shop as a planner needs it: its settings, prices and rack, and how they complete what a job
//! and a line say.

use serde::Serialize;
use serde_json::{Map, Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::request::CutPlanRequest;
use crate::api::tip::request::TipWire;
use crate::error::ApiResult;
use crate::http::body::read;
use crate::plan::gear_fields::TipFields;
use crate::plan::merge::merged;
use crate::plan::rack::{GearView, view};
use crate::plan::settings::{self, LIFTING_LIMIT};
use crate::wire::note::NoteWire;

/// The places of a rig that a piece of gear can stand in.
pub const PLACES: [&str; 5] =
    ["oxygen_hose", "fuel_hose", "oxygen_regulator", "fuel_regulator", "torch"];

/// The shop now.
#[derive(Debug)]
pub struct Shop {
    /// Its settings by key.
    pub settings: Map<String, Value>,
    /// Everything it owns.
    pub rack: Vec<GearView>,
    /// The part of a request that its settings and the person at the screen give.
    defaults: Value,
    /// Its tips in service, as a request holds them.
    drawer: Vec<TipWire>,
}

/// A line's request in the shop, and what the gear of its rig makes one say.
#[derive(Debug)]
pub struct InShop {
    /// Everything the plan depends on.
    pub request: CutPlanRequest,
    /// About the gear itself: out of service, overdue.
    pub notes: Vec<NoteWire>,
    /// The scales of the gauges in use, as far as they are known.
    pub gauges: Gauges,
}

/// The ends of the scales of two delivery gauges.
#[derive(Clone, Copy, Debug, Default, Serialize, ToSchema)]
pub struct Gauges {
    /// Of the oxygen regulator.
    pub oxygen_kpa: Option<f64>,
    /// Of the fuel regulator.
    pub fuel_kpa: Option<f64>,
    /// The face of the oxygen gauge.
    pub oxygen_face: GaugeFace,
    /// The face of the fuel gauge.
    pub fuel_face: GaugeFace,
}

/// What is printed on a delivery gauge, as far as the rack knows it.
#[derive(Clone, Copy, Debug, Default, Serialize, ToSchema)]
pub struct GaugeFace {
    /// From one numbered mark to the next.
    pub major_kpa: Option<f64>,
    /// From one small mark to the next.
    pub minor_kpa: Option<f64>,
    /// Where its red zone begins.
    pub red_from_kpa: Option<f64>,
}

impl Shop {
    /// Reads the shop.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn read(pool: &PgPool, person: Option<Uuid>) -> ApiResult<Self> {
        let settings = settings::current(pool).await?;
        let mut defaults = settings::as_request(&settings);
        if let Some(hand) = crate::store::people::handedness(pool, person).await? {
            json_patch::merge(&mut defaults, &json!({ "cut": { "handedness": hand } }));
        }
        let now = OffsetDateTime::now_utc();
        let rack: Vec<GearView> = crate::store::gear::all(pool)
            .await?
            .into_iter()
            .map(|gear| view(gear, now))
            .collect::<ApiResult<_>>()?;
        let drawer = drawer(&rack);
        Ok(Self { settings, rack, defaults, drawer })
    }

    /// The request of an input in a job's rig: what is more particular outranks.
    ///
    /// # Errors
    /// [`crate::error::ApiError::Invalid`] when a field has the wrong shape.
    pub fn request(&self, rig: &Value, input: &Value) -> ApiResult<InShop> {
        let (gear, notes) = self.rigged(rig);
        let mut bare = rig.clone();
        if let Some(parts) = bare.as_object_mut() {
            parts.remove("rack");
        }
        let mut whole = merged(&[&self.defaults, &bare, &gear, input]);
        if whole["section"].is_object() {
            let limit = self.settings.get(LIFTING_LIMIT.0).cloned().unwrap_or(Value::Null);
            json_patch::merge(&mut whole, &json!({ "section": { "lifting_limit_kg": limit } }));
        }
        let fuel = whole["gas"]["fuel"].as_str().unwrap_or_default().to_owned();
        let prices = self.prices(&fuel);
        json_patch::merge(&mut whole, &json!({ "prices": prices }));
        let mut request: CutPlanRequest = read(&whole)?;
        // the drawer is read once for all lines, unless job or line has one of its own
        if request.drawer.is_none() && !self.drawer.is_empty() {
            request.drawer = Some(self.drawer.clone());
        }
        Ok(InShop { request, notes, gauges: self.gauges(rig) })
    }

    /// The shop's prices with that of a fuel.
    #[must_use]
    pub fn prices(&self, fuel: &str) -> Value {
        let of = |key: &str| self.settings.get(key).cloned().unwrap_or(Value::Null);
        let own = settings::PRICES.iter().any(|price| {
            self.settings.get(price.key).is_some_and(|value| *value != json!(price.estimate))
        });
        json!({
            "oxygen_m3": of("price_oxygen_m3"),
            "fuel_m3": of(&format!("price_{fuel}_m3")),
            "labour_h": of("price_labour_h"),
            "tip": of("price_tip"),
            "tip_life_starts": of("tip_life_starts"),
            "estimated": !own,
        })
    }

    /// The gear that a rig names, as a part of a request, with its notes.
    fn rigged(&self, rig: &Value) -> (Value, Vec<NoteWire>) {
        let mut request = json!({ "gas": {}, "gear": {} });
        let mut notes = Vec::new();
        let Some(places) = rig["rack"].as_object() else { return (Value::Null, notes) };
        for (place, id) in places {
            let found = self.rack.iter().find(|view| id == &json!(view.gear.record.id));
            let Some(view) = found else { continue };
            notes.extend(view.notes.iter().cloned());
            let fields = &view.gear.fields;
            match place.as_str() {
                "oxygen_hose" | "fuel_hose" => {
                    let parts = ["bore_mm", "length_m", "fittings_m"];
                    let hose: Map<String, Value> = parts
                        .map(|part| (part.to_owned(), fields[part].clone()))
                        .into_iter()
                        .collect();
                    request["gas"][place] = Value::Object(hose);
                    if place == "fuel_hose" {
                        request["gear"]["hose_grade"] = fields["grade"].clone();
                    }
                }
                "oxygen_regulator" => {
                    request["gear"]["oxygen_regulator_max_kpa"] = fields["max_kpa"].clone();
                }
                "fuel_regulator" => {
                    request["gear"]["regulator"] = fields["gas"].clone();
                    request["gear"]["regulator_max_kpa"] = fields["max_kpa"].clone();
                }
                "torch" => {
                    request["torch"] = fields["mixing"].clone();
                    request["gear"]["torch_fuels"] = fields["fuels"].clone();
                    request["gear"]["torch_seat"] = fields["seat"].clone();
                    request["gear"]["torch_max_oxygen_kpa"] = fields["max_oxygen_kpa"].clone();
                }
                _ => {}
            }
        }
        if let Some(there) = self.arrestors() {
            request["gear"]["arrestors"] = json!(there);
            let demanded = self.settings.get("arrestors").is_some_and(|told| told == "demanded");
            request["gear"]["arrestors_demanded"] = json!(demanded);
        }
        (request, notes)
    }

    /// How the torch of a rig is built, where one is named.
    #[must_use]
    pub fn build_of_torch(&self, rig: &Value) -> Option<&str> {
        let id = &rig["rack"]["torch"];
        let found = self.rack.iter().find(|view| *id == json!(view.gear.record.id));
        found.and_then(|view| view.gear.fields["build"].as_str())
    }

    /// The longer of a rig's hoses, m, where one is known.
    #[must_use]
    pub fn longest_hose(&self, rig: &Value) -> Option<f64> {
        let (gear, _) = self.rigged(rig);
        let of = |place: &str| {
            let named = gear["gas"][place]["length_m"].as_f64();
            named.or_else(|| rig["gas"][place]["length_m"].as_f64())
        };
        ["oxygen_hose", "fuel_hose"].into_iter().filter_map(of).reduce(f64::max)
    }

    /// The ends of the scales of a rig's gauges.
    #[must_use]
    pub fn gauges(&self, rig: &Value) -> Gauges {
        let of = |place: &str, field: &str| {
            let id = &rig["rack"][place];
            let found = self.rack.iter().find(|view| *id == json!(view.gear.record.id));
            found.and_then(|view| view.gear.fields[field].as_f64())
        };
        let face = |place: &str| GaugeFace {
            major_kpa: of(place, "major_kpa"),
            minor_kpa: of(place, "minor_kpa"),
            red_from_kpa: of(place, "red_from_kpa"),
        };
        Gauges {
            oxygen_kpa: of("oxygen_regulator", "scale_kpa"),
            fuel_kpa: of("fuel_regulator", "scale_kpa"),
            oxygen_face: face("oxygen_regulator"),
            fuel_face: face("fuel_regulator"),
        }
    }

    /// Whether arrestors in service stand for both lines; `None` where none is on the list.
    pub fn arrestors(&self) -> Option<bool> {
        let mut all = self.rack.iter().filter(|view| view.gear.kind == "arrestor").peekable();
        all.peek()?;
        let serving: Vec<_> = all.filter(|view| view.gear.in_service).collect();
        let on = |line: &str| serving.iter().any(|view| view.gear.fields["gas"] == line);
        Some(on("oxygen") && on("fuel"))
    }
}

/// The tips that may be fitted: in service, with a good seat.
fn drawer(rack: &[GearView]) -> Vec<TipWire> {
    let mut tips = Vec::new();
    for view in rack.iter().filter(|view| view.gear.kind == "tip" && view.gear.in_service) {
        if view.gear.fields["seat_state"] == "dinged" {
            continue;
        }
        // a tip that cannot be read says so in the rack, and is not fitted
        let Ok(fields) = read::<TipFields>(&view.gear.fields) else { continue };
        tips.push(fields.wire());
    }
    tips
}
