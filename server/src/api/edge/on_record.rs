//! What plan, burn and gear say of an edge, as evidence and as figures that a remedy starts from.

use galvanon_core::code::Code;
use galvanon_core::edge::evidence::{Evidence, Record, evidence};
use galvanon_core::edge::remedy::Figures;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::trace::Kind;
use serde_json::{Value, json};
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::api::cut::reply::CutPlan;
use crate::api::record::burns::tip_of;
use crate::error::{ApiError, ApiResult};
use crate::http::fields::wrong_shape;
use crate::plan::supply::draw_of_line;
use crate::store::burns::Burn;
use crate::store::find;
use crate::store::plans::{self, Plan};
use crate::store::tip_log::before;
use crate::wire::unit::unit;

/// The rack still stands as it did so long after a burn. Source: `ours`.
const RACK_HOLDS_FOR: Duration = Duration::hours(24);

/// What plan and burn say, as core's record.
fn record(
    plan: Option<&Plan>,
    planned: Option<&CutPlan>,
    burn: Option<&Burn>,
    tip: Option<&Value>,
) -> Record {
    let mut record = Record::default();
    if let Some(plan) = plan {
        let steel = &plan.input["steel"];
        let dirty = |face: &str| {
            let code = steel[face].as_str().unwrap_or("clean").to_owned();
            Some(code != "clean")
        };
        record.near_face_dirty = dirty("surface");
        record.far_face_dirty = dirty("back_surface");
        let process = plan.input["cut"]["process"].as_str();
        record.by_carriage = process.map(|code| code == "machine");
        record.layered = Some(steel["layers"].as_f64().unwrap_or(1.0) > 1.0);
    }
    if let Some(planned) = planned {
        let stops = planned.notes.iter().any(|note| note.code == "not_oxygen_cuttable");
        record.steel_stops = Some(stops);
    }
    if let Some(burn) = burn {
        let over = |value: Option<f64>, wanted: Option<f64>| {
            value.zip(wanted).map(|(value, wanted)| value / wanted)
        };
        let speed = planned.map(|plan| plan.travel_speed_mm_min.set / 60e3);
        let pressure = planned.and_then(|plan| plan.oxygen_pressure_kpa).map(|at| at.set);
        record.pace = over(burn.pace_m_s, speed);
        record.oxygen_pressure = over(burn.readings["oxygen_pressure_kpa"].as_f64(), pressure);
        record.set_flowing = burn.readings["set_flowing"].as_bool();
        record.cylinder_left =
            burn.readings["cylinder_left_percent"].as_f64().map(|percent| percent / 100.0);
    }
    if let Some(tip) = tip {
        let cuts = tip["cuts_since_cleaned"].as_u64();
        record.cuts_since_cleaned = cuts.and_then(|cuts| u32::try_from(cuts).ok());
        record.seat_dinged = tip["seat_state"].as_str().map(|state| state == "dinged");
        let wanted = planned.map(|plan| plan.tip.bore_mm);
        record.bore = tip["bore_mm"].as_f64().zip(wanted).map(|(bore, wanted)| bore / wanted);
    }
    record
}

/// What is on record of an edge.
#[derive(Debug, Default)]
pub struct OnRecord {
    /// What it says of causes.
    pub evidence: Vec<Evidence>,
    /// What was planned, SI.
    pub planned: Figures,
    /// What was read, SI.
    pub was: Figures,
    /// The fuel of the plan.
    pub fuel: Option<Fuel>,
}

/// The settings of a plan, SI.
impl OnRecord {
    /// The evidence, with what the hand says of this oxygen.
    #[must_use]
    pub fn with_oxygen(&self, every_cut_slow: Option<bool>) -> Vec<Evidence> {
        let told = evidence(&Record { every_cut_slow, ..Record::default() });
        self.evidence.iter().cloned().chain(told).collect()
    }
}

/// The figures of a plan that a remedy starts from.
pub(crate) fn figures(plan: &CutPlan) -> Figures {
    let si = |value: f64, kind: Kind| value / unit(kind).1;
    Figures {
        speed: Some(si(plan.travel_speed_mm_min.set, Kind::Speed)),
        oxygen: plan.oxygen_pressure_kpa.map(|at| si(at.set, Kind::Pressure)),
        fuel: Some(si(plan.fuel_flow_l_min, Kind::GasFlow)),
        standoff: Some(si(plan.standoff_mm.set, Kind::Bore)),
        bore: Some(si(plan.tip.bore_mm, Kind::Bore)),
        start_preheat: Some(si(plan.start_preheat_s.set, Kind::Duration)),
    }
}

/// What was read at a burn, SI.
fn readings(burn: &Burn, tip: Option<&Value>) -> Figures {
    let number = |value: &Value, kind: Kind| value.as_f64().map(|value| value / unit(kind).1);
    Figures {
        speed: burn.pace_m_s,
        oxygen: number(&burn.readings["oxygen_pressure_kpa"], Kind::Pressure),
        bore: tip.and_then(|tip| number(&tip["bore_mm"], Kind::Bore)),
        start_preheat: burn.start_s,
        ..Figures::default()
    }
}

/// The records that a plan and a burn name; what is not there is a fault of its field.
///
/// # Errors
/// [`ApiError::Invalid`] for an id that this shop does not hold.
pub async fn on_record(
    pool: &PgPool,
    plan_id: Option<Uuid>,
    burn_id: Option<Uuid>,
) -> ApiResult<OnRecord> {
    let gone = |path: &str, id: Uuid| {
        let expected = "the id of something in this shop";
        ApiError::Invalid(vec![wrong_shape(path, expected, json!(id))])
    };
    let burn: Option<Burn> = match burn_id {
        Some(id) => Some(find(pool, id).await?.ok_or_else(|| gone("burn_id", id))?),
        None => None,
    };
    let plan = match plan_id.or(burn.as_ref().and_then(|burn| burn.plan_id)) {
        Some(id) => Some(plans::find(pool, id).await.map_err(|error| match error {
            ApiError::NotFound => gone("plan_id", id),
            other => other,
        })?),
        None => None,
    };
    let tip = match &burn {
        Some(burn) => tip_of(pool, burn).await?,
        None => None,
    };
    let tip = tip.as_ref().map(|tip| &tip.fields);
    let since = match burn.as_ref().and_then(|burn| Some((burn.tip_id?, burn.happened_at))) {
        Some((tip, at)) => before(pool, tip, at).await?,
        None => None,
    };
    let planned: Option<CutPlan> =
        plan.as_ref().map(|plan| serde_json::from_value(plan.result.clone())).transpose()?;
    let mut record = record(plan.as_ref(), planned.as_ref(), burn.as_ref(), tip);
    if let Some(since) = since {
        record.cuts_since_cleaned = u32::try_from(since).ok();
    }
    record.draw = draw(pool, plan.as_ref(), burn.as_ref()).await?;
    let fuel = plan.as_ref().and_then(|plan| plan.input["gas"]["fuel"].as_str());
    Ok(OnRecord {
        evidence: evidence(&record),
        planned: planned.as_ref().map(figures).unwrap_or_default(),
        was: burn.as_ref().map(|burn| readings(burn, tip)).unwrap_or_default(),
        fuel: fuel.and_then(Fuel::of),
    })
}

/// Fuel drawn over what the cylinders at hand give; `None` where the rack has changed since.
async fn draw(pool: &PgPool, plan: Option<&Plan>, burn: Option<&Burn>) -> ApiResult<Option<f64>> {
    if burn.is_some_and(|burn| OffsetDateTime::now_utc() - burn.happened_at > RACK_HOLDS_FOR) {
        return Ok(None);
    }
    let of_burn = burn.and_then(|burn| burn.job_line_id);
    match of_burn.or(plan.and_then(|plan| plan.job_line_id)) {
        Some(line) => draw_of_line(pool, line).await,
        None => Ok(None),
    }
}
