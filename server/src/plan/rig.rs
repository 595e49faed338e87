//! A job's rig in the shop: what its gear says, once for all its lines.

use galvanon_core::code::Code;
use galvanon_core::gas::rack::GaugeUnit;
use galvanon_core::gas::rack::{GasLine, GearKind};
use galvanon_core::work::WorkKind;
use serde::Serialize;
use serde_json::{Map, Value, json};
use utoipa::ToSchema;

use crate::api::cut::request::CutPlanRequest;
use crate::error::ApiResult;
use crate::http::body::read;
use crate::plan::merge::merged;
use crate::plan::rack::GearView;
use crate::plan::settings::{LIFTING_LIMIT, MARKING};
use crate::plan::shop::Shop;
use crate::plan::told::ToldOfPlan;
use crate::store::jobs::Job;
use crate::wire::note::NoteWire;

/// The places of a rig that a piece of gear can stand in.
pub const PLACES: [&str; 5] =
    ["oxygen_hose", "fuel_hose", "oxygen_regulator", "fuel_regulator", "torch"];

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
    /// psi, bar, kpa: what it is printed in; null where the rack does not know.
    #[schema(value_type = Option<String>)]
    pub printed_in: Option<&'static str>,
}

/// A rig with its gear looked up in the rack.
#[derive(Debug)]
pub struct Rig {
    /// The parts of a request that its gear says.
    pub gear: Value,
    /// The parts of a request that the job says itself.
    pub said: Value,
    /// About the gear itself: out of service, overdue.
    pub notes: Vec<NoteWire>,
    /// The scales of its gauges, as far as they are known.
    pub gauges: Gauges,
    /// How its torch is built, where one is named.
    pub build_of_torch: Option<String>,
    /// The longer of its hoses, m, where one is known.
    pub longest_hose: Option<f64>,
}

/// Whether arrestors in service stand for both lines; `None` where none is on the list.
#[must_use]
pub fn arrestors(shop: &Shop) -> Option<bool> {
    let mut all = shop.rack.iter().filter(|it| it.kind() == Some(GearKind::Arrestor)).peekable();
    all.peek()?;
    let serving: Vec<_> = all.filter(|view| view.gear.in_service).collect();
    let on = |line: GasLine| serving.iter().any(|view| view.gear.fields["gas"] == line.code());
    Some(GasLine::ALL.iter().all(|line| on(*line)))
}

/// The parts of a request that a piece of gear says in its place.
fn part_of(place: &str, view: &GearView) -> Value {
    let fields = &view.gear.fields;
    match place {
        "oxygen_hose" | "fuel_hose" => {
            let hose: Map<String, Value> = ["bore_mm", "length_m", "fittings_m"]
                .into_iter()
                .map(|part| (part.to_owned(), fields[part].clone()))
                .collect();
            let mut part = json!({ "gas": { place: hose } });
            if place == "fuel_hose" {
                part["gear"] = json!({ "hose_grade": fields["grade"] });
            }
            part
        }
        "oxygen_regulator" => json!({ "gear": { "oxygen_regulator_max_kpa": fields["max_kpa"] } }),
        "fuel_regulator" => json!({ "gear": {
            "regulator": fields["gas"],
            "regulator_max_kpa": fields["max_kpa"],
        } }),
        "torch" => json!({
            "torch": fields["mixing"],
            "gear": {
                "torch_fuels": fields["fuels"],
                "torch_seat": fields["seat"],
                "torch_max_oxygen_kpa": fields["max_oxygen_kpa"],
            },
        }),
        // a place of another version: it says nothing of a cut
        _ => json!({}),
    }
}

impl Rig {
    /// The request of an input in a job's rig: line over job over shop, prices and lifting limit too.
    ///
    /// # Errors
    /// [`crate::error::ApiError::Invalid`] when a field is of the wrong type.
    pub fn request(&self, shop: &Shop, input: &Value) -> ApiResult<InShop> {
        let layers = [&shop.defaults, &self.said, &self.gear, input];
        let mut whole = merged(&layers);
        let fuel = whole["gas"]["fuel"].as_str().unwrap_or_default().to_owned();
        let prices = json!({ "prices": shop.prices(&fuel) });
        // what hangs on the fuel, or on there being a shape or a layout, is the shop's last word where nobody else has one
        let mut last = vec![&prices];
        let limit = shop.settings.get(LIFTING_LIMIT.key).cloned().unwrap_or(Value::Null);
        let limits =
            ["section", "layout"].map(|kind| json!({ kind: { "lifting_limit_kg": limit } }));
        for (kind, limit) in ["section", "layout"].into_iter().zip(&limits) {
            if whole[kind].is_object() {
                last.push(limit);
            }
        }
        let marking = json!({ "layout": { "marking": shop.settings.get(MARKING) } });
        if whole["layout"].is_object() {
            last.push(&marking);
        }
        // a rail whose line tells no marks of a dial runs on the shop's carriage
        let dial = json!({ "work": { "dial": shop.dial() } });
        if whole["work"]["kind"] == WorkKind::Rail.code() {
            last.push(&dial);
        }
        last.extend(layers);
        whole = merged(&last);
        if layers[1..].iter().any(|layer| layer["prices"].is_object()) {
            whole["prices"]["estimated"] = json!(false);
        }
        let mut request: CutPlanRequest = read(&whole)?;
        // the drawer is read once for all lines, unless job or line has one of its own
        if request.drawer.is_none() && !shop.drawer.is_empty() {
            request.drawer = Some(shop.drawer.clone());
        }
        // what somebody said of a job or a line outranks what the shop's burns tell
        let mut told = ToldOfPlan::default();
        if request.factors.is_none() && !shop.taught.is_empty() {
            told = ToldOfPlan::of(&request, &shop.taught);
            request.factors = told.wire();
        }
        Ok(InShop { request, told, notes: self.notes.clone(), gauges: self.gauges })
    }

    /// Looks the gear of a job's rig up in the rack.
    #[must_use]
    pub fn of(shop: &Shop, rig: &Value) -> Self {
        let mut said = rig.clone();
        if let Some(parts) = said.as_object_mut() {
            parts.remove("rack");
        }
        let found = Standing::of(shop, rig);
        let hose = |place: &str| {
            let told = || rig["gas"][place]["length_m"].as_f64();
            found.at(place, "length_m").as_f64().or_else(told)
        };
        let hoses = ["oxygen_hose", "fuel_hose"].into_iter().filter_map(hose);
        Self {
            notes: found.0.iter().flat_map(|(_, view)| view.notes.iter().cloned()).collect(),
            gauges: found.gauges(),
            build_of_torch: found.at("torch", "build").as_str().map(str::to_owned),
            longest_hose: hoses.reduce(f64::max),
            gear: if rig["rack"].is_object() { found.gear(shop) } else { Value::Null },
            said,
        }
    }
}

/// The gear that a rig names, each by its place.
struct Standing<'a>(Vec<(&'a str, &'a GearView)>);

impl<'a> Standing<'a> {
    fn of(shop: &'a Shop, rig: &'a Value) -> Self {
        let places = rig["rack"].as_object().into_iter().flatten();
        let found = places.filter_map(|(place, id)| {
            let view = shop.rack.iter().find(|view| *id == json!(view.gear.record.id))?;
            Some((place.as_str(), view))
        });
        Self(found.collect())
    }

    /// What is kept of the piece at a place.
    fn at(&self, place: &str, field: &str) -> &Value {
        let view = self.0.iter().find(|(known, _)| *known == place);
        view.map_or(&Value::Null, |(_, view)| &view.gear.fields[field])
    }

    fn face(&self, place: &str) -> GaugeFace {
        let printed = self.at(place, "printed_in").as_str();
        GaugeFace {
            major_kpa: self.at(place, "major_kpa").as_f64(),
            minor_kpa: self.at(place, "minor_kpa").as_f64(),
            red_from_kpa: self.at(place, "red_from_kpa").as_f64(),
            printed_in: printed.and_then(GaugeUnit::of).map(Code::code),
        }
    }

    fn gauges(&self) -> Gauges {
        Gauges {
            oxygen_kpa: self.at("oxygen_regulator", "scale_kpa").as_f64(),
            fuel_kpa: self.at("fuel_regulator", "scale_kpa").as_f64(),
            oxygen_face: self.face("oxygen_regulator"),
            fuel_face: self.face("fuel_regulator"),
        }
    }

    /// The gear as a request names it.
    fn gear(&self, shop: &Shop) -> Value {
        let mut gear = json!({ "gear": {} });
        for (place, view) in &self.0 {
            json_patch::merge(&mut gear, &part_of(place, view));
        }
        if let Some(there) = arrestors(shop) {
            let demanded = shop.settings.get("arrestors").is_some_and(|told| told == "demanded");
            gear["gear"]["arrestors"] = json!(there);
            gear["gear"]["arrestors_demanded"] = json!(demanded);
        }
        gear
    }
}

/// A line's request in the shop, and what the gear of its rig makes one say.
#[derive(Debug)]
pub struct InShop {
    /// Everything the plan depends on.
    pub request: CutPlanRequest,
    /// What the shop's burns tell of it.
    pub told: ToldOfPlan,
    /// About the gear itself: out of service, overdue.
    pub notes: Vec<NoteWire>,
    /// The scales of the gauges in use, as far as they are known.
    pub gauges: Gauges,
}

/// A shop with the rig of one job: what all its lines are planned in.
#[derive(Debug)]
pub struct Rigged<'a> {
    /// The shop.
    pub shop: &'a Shop,
    /// The job's rig.
    pub rig: Rig,
}

impl<'a> Rigged<'a> {
    /// Looks a job's rig up.
    #[must_use]
    pub fn of(shop: &'a Shop, job: &Job) -> Self {
        Self { shop, rig: Rig::of(shop, &job.rig) }
    }

    /// The request of one of its lines.
    ///
    /// # Errors
    /// [`crate::error::ApiError::Invalid`] when a field is of the wrong type.
    pub fn request(&self, input: &Value) -> ApiResult<InShop> {
        self.rig.request(self.shop, input)
    }
}
