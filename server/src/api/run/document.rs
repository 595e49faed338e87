//! Everything a tablet needs for a run, in one piece.

use std::collections::BTreeMap;

use galvanon_core::cut::ACETYLENE_CEILING;
use galvanon_core::edge::trouble::troubles;
use galvanon_core::gas::flame::{CARBURISING_BELOW, OXIDISING_ABOVE};
use galvanon_core::gas::fuel::Fuel;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::cuts::{Cuts, RunCut, StoppedCut, is_coated, thickest};
use crate::api::body::read;
use crate::api::cut_reply::SentenceWire;
use crate::api::edge::{FindingsReply, all_findings, internal};
use crate::api::fields::{Fields, Given};
use crate::api::gear_request::FUELS;
use crate::api::setup::{PlaceWire, RunPhase, RunSheetRequest, sheet};
use crate::api::trouble::{TroubleWire, trouble_wire};
use crate::error::ApiResult;
use crate::settings::{EMERGENCY, FIRE_WATCH_MIN, School, schools};
use crate::shop::{Gauges, Shop};
use crate::store::jobs::Job;
use crate::store::people::{self, Person};
use crate::store::run_events::RunEvent;
use crate::text::Section;

/// For a burn of the skin. Source: `common_practice` of first aid.
const FIRST_AID: [&str; 4] = ["burn_flame_out", "burn_cool", "burn_cover", "burn_call"];

/// What the place and the gear bring with them.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RunQuery {
    /// The fuel that is rigged. Where it is left out: that of the cuts where they agree, else that of the rig or shop.
    pub fuel: Option<String>,
    /// Wind.
    pub wind: Option<bool>,
    /// Over bare concrete or stones.
    pub bare_floor: Option<bool>,
    /// In a pit or cellar.
    pub low: Option<bool>,
    /// In a confined space.
    pub confined: Option<bool>,
    /// The steel is painted, plated or galvanised.
    pub coated: Option<bool>,
    /// Regulators, hoses and torch are still together from the last time.
    pub assembled: Option<bool>,
    /// An acetylene cylinder that lay down has stood so many hours.
    pub lying_acetylene_hours_upright: Option<f64>,
}

impl RunQuery {
    /// What a run was begun with.
    #[must_use]
    pub fn of(place: &PlaceWire, assembled: bool) -> Self {
        Self {
            fuel: None,
            wind: Some(place.wind),
            bare_floor: Some(place.bare_floor),
            low: Some(place.low),
            confined: Some(place.confined),
            coated: Some(place.coated),
            assembled: Some(assembled),
            lying_acetylene_hours_upright: None,
        }
    }

    fn place(&self) -> PlaceWire {
        let holds = |told: Option<bool>| told.unwrap_or(false);
        PlaceWire {
            wind: holds(self.wind),
            bare_floor: holds(self.bare_floor),
            low: holds(self.low),
            confined: holds(self.confined),
            coated: holds(self.coated),
        }
    }
}

/// Which flame a mixture makes: oxygen to fuel, in parts of the neutral ratio.
#[derive(Debug, Serialize, ToSchema)]
pub struct FlameBands {
    /// Below this it is carburising.
    pub carburising_below: f64,
    /// Above this it is oxidising.
    pub oxidising_above: f64,
}

/// Everything a tablet needs for a run, in one piece.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunDocument {
    /// The job.
    pub job_id: Uuid,
    /// Its name.
    pub job_name: String,
    /// When this was written.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// The fuel that is rigged.
    pub fuel: String,
    /// Every fuel that the job's cuts are planned for.
    pub fuels: Vec<String>,
    /// What the place brings with it, as it was asked.
    pub place: PlaceWire,
    /// Whether the set is still together.
    pub assembled: bool,
    /// The order of work.
    pub phases: Vec<RunPhase>,
    /// Its cuts, in order; those that must not be made are among them.
    pub cuts: Vec<RunCut>,
    /// Every cut that is stopped, whatever its fuel, with what stops it.
    pub stopped: Vec<StoppedCut>,
    /// The ends of the scales of the gauges in use.
    pub gauges: Gauges,
    /// What the fuel never goes above at its regulator, flowing or shut; null where there is no such limit.
    pub ceiling_kpa: Option<f64>,
    /// Which flame a mixture makes.
    pub flame: FlameBands,
    /// What can go wrong with this fuel, what can hurt first.
    pub troubles: Vec<TroubleWire>,
    /// What to do for a burn of the skin, in order.
    pub first_aid: Vec<SentenceWire>,
    /// Whom to call, in the shop's words; empty until it is set.
    pub emergency_numbers: String,
    /// The shop's answer to each question the trade disagrees on, and the other ones.
    pub schools: Vec<School>,
    /// Those the shop holds, by question.
    #[schema(value_type = Object)]
    pub held: Value,
    /// Signs that an edge can show, with what their pictures are drawn on.
    pub signs: FindingsReply,
    /// The people of the shop.
    pub people: Vec<Person>,
    /// What happened so far: in the run that was asked for, or in every run of the job.
    pub events: Vec<RunEvent>,
}

/// What the shop holds, question by question.
fn held_schools(shop: &Shop) -> ApiResult<BTreeMap<String, Value>> {
    let asked = schools()?.iter().map(|school| school.question.as_str());
    let told = |question: &str| Some((question.to_owned(), shop.settings.get(question)?.clone()));
    Ok(asked.filter_map(told).collect())
}

/// The run sheet that shop, rig and place give.
fn phases(
    shop: &Shop,
    (fuel, rig, thickest): (Fuel, &Value, Option<f64>),
    query: &RunQuery,
) -> ApiResult<Vec<RunPhase>> {
    let setting = |key: &str| shop.settings.get(key).and_then(Value::as_str).unwrap_or_default();
    let torch = shop.build_of_torch(rig).unwrap_or("combination");
    let shutdown = Some(setting("torch_off")).filter(|school| *school != "by_fuel");
    let turns = match setting("acetylene_valve") {
        "quarter" => 0.25,
        "half" => 0.5,
        "one" => 1.0,
        _ => 0.75,
    };
    let asked: RunSheetRequest = read(&json!({
        "fuel": fuel.code(),
        "torch": torch,
        "policy": {
            "shutdown": shutdown,
            "acetylene_valve_turns": turns,
            "first_cylinder": setting("first_cylinder"),
            "lighting": setting("lighting"),
        },
        "place": query.place(),
        "assembled": query.assembled.unwrap_or(false),
        "arrestors": shop.arrestors(),
        "lying_acetylene_hours_upright": query.lying_acetylene_hours_upright,
        "hose_length_m": shop.longest_hose(rig),
        "fire_watch_min": shop.settings.get(FIRE_WATCH_MIN.0),
        "schools": held_schools(shop)?,
        "lens_thickness_mm": thickest,
    }))?;
    sheet(&asked.to_core()?)
}

/// What a run is asked with.
pub struct Asked {
    /// The fuel that is rigged.
    pub fuel: Fuel,
    /// What place and gear bring with them.
    pub query: RunQuery,
    /// What happened so far.
    pub events: Vec<RunEvent>,
}

/// The fuel of a code.
///
/// # Errors
/// [`ApiError::Invalid`] at `fuel` when there is none of that name.
pub fn fuel_named(code: &str) -> ApiResult<Fuel> {
    let mut fields = Fields::default();
    let fuel = fields.choice("fuel", Some(&Given(json!(code))), (FUELS, Some(Fuel::Acetylene)));
    fields.done(fuel)
}

/// The fuel that a job's rig or the shop names.
///
/// # Errors
/// [`ApiError::Invalid`] at `fuel` when there is none of that name.
pub fn usual_fuel(shop: &Shop, job: &Job) -> ApiResult<Fuel> {
    let told = job.rig["gas"]["fuel"].as_str();
    fuel_named(told.or_else(|| shop.settings.get("fuel")?.as_str()).unwrap_or_default())
}

/// A job's run in one document.
///
/// # Errors
/// When the database fails; when an hour of a cylinder that lay down is out of range.
pub async fn document(
    pool: &PgPool,
    (shop, job, cuts): (&Shop, Job, Cuts),
    asked: Asked,
) -> ApiResult<RunDocument> {
    let Asked { fuel, mut query, events } = asked;
    let (fuels, stopped) = (cuts.fuels(), cuts.stopped());
    let cuts = cuts.judged(fuel);
    // paint or zinc that a cut names is known of the place too
    if cuts.iter().any(|cut| cut.fits && is_coated(&cut.view)) {
        query.coated = Some(true);
    }
    let emergency = shop.settings.get(EMERGENCY).and_then(Value::as_str).unwrap_or_default();
    Ok(RunDocument {
        job_id: job.record.id,
        made_at: OffsetDateTime::now_utc(),
        fuel: fuel.code().into(),
        fuels,
        place: query.place(),
        assembled: query.assembled.unwrap_or(false),
        phases: phases(shop, (fuel, &job.rig, thickest(&cuts)), &query)?,
        cuts,
        stopped,
        gauges: shop.gauges(&job.rig),
        ceiling_kpa: (fuel == Fuel::Acetylene).then(|| ACETYLENE_CEILING.as_pa() / 1e3),
        flame: FlameBands {
            carburising_below: CARBURISING_BELOW,
            oxidising_above: OXIDISING_ABOVE,
        },
        troubles: troubles(fuel).map_err(internal)?.map(trouble_wire).collect(),
        first_aid: FIRST_AID
            .iter()
            .map(|code| SentenceWire::of(Section::Steps, code, &[]))
            .collect(),
        emergency_numbers: emergency.to_owned(),
        schools: schools()?.to_vec(),
        held: Value::Object(shop.settings.clone()),
        signs: all_findings()?,
        people: people::all(pool).await?,
        events,
        job_name: job.name,
    })
}
