//! A cut compared: every fuel side by side, and which input moves a result most.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::compare;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::trace::{Kind, Quantity};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::reply::CutPlan;
use crate::api::job::draft::DraftRequest;
use crate::error::{ApiError, ApiResult, ErrorBody, faults};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given};
use crate::plan::rig::{InShop, Rig};
use crate::plan::shop::Shop;
use crate::wire::note::{NoteWire, in_words};
use crate::wire::trace::field_of;
use crate::wire::unit::{unit, wire};

/// One fuel for the cut.
#[derive(Debug, Serialize, ToSchema)]
pub struct FuelOption {
    /// Its code.
    pub fuel: String,
    /// Whether it is the one in use.
    pub in_use: bool,
    /// What to set, with the gear it wants.
    pub plan: CutPlan,
    /// What of the gear in use would have to change.
    pub changes: Vec<NoteWire>,
}

/// Every fuel for the cut.
#[derive(Debug, Serialize, ToSchema)]
pub struct FuelsReply {
    /// Acetylene, propane, propylene, natural gas.
    pub options: Vec<FuelOption>,
}

async fn in_shop(
    pool: &PgPool,
    caller: Caller,
    job: Option<Uuid>,
    input: &Value,
) -> ApiResult<(Shop, InShop)> {
    let rig = match job {
        Some(_) if caller.role.is_none() => return Err(ApiError::SignedOut),
        Some(id) => crate::store::jobs::live(pool, id).await?.rig,
        None => Value::Null,
    };
    let shop = Shop::for_caller(pool, caller).await?;
    let found = Rig::of(&shop, &rig).request(&shop, input)?;
    Ok((shop, found))
}

/// What a cubic metre of a fuel costs this shop.
fn price_in(shop: &Shop) -> impl Fn(Fuel) -> Option<f64> {
    |fuel| shop.prices(fuel.code())["fuel_m3"].as_f64()
}

/// Compares every fuel for one cut in the shop.
#[utoipa::path(post, operation_id = "cut_fuels", path = "/api/v1/cut-plans/fuels", request_body = DraftRequest,
    responses((status = 200, body = FuelsReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/cut-plans/fuels")]
pub async fn fuels(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<DraftRequest>,
) -> ApiResult<web::Json<FuelsReply>> {
    let (shop, found) = in_shop(&pool, caller, body.value.job_id, &body.value.input).await?;
    let work = found.request.to_work()?;
    let options = compare::fuels(&work, price_in(&shop)).map_err(|errors| faults(&errors))?;
    let options = options.into_iter().map(|option| {
        Ok(FuelOption {
            fuel: option.fuel.code().into(),
            in_use: option.fuel == work.request().gas.fuel,
            plan: CutPlan::from_core(&option.settings)?,
            changes: in_words(&option.changes),
        })
    });
    Ok(web::Json(FuelsReply { options: options.collect::<ApiResult<_>>()? }))
}

/// Which result of a cut is asked about.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SensitivityRequest {
    /// The job whose fuel and rig apply.
    pub job_id: Option<Uuid>,
    /// Any part of a cut plan request.
    #[schema(value_type = Object)]
    pub input: Value,
    /// time_s, oxygen_l, fuel_l, cost, oxygen_pressure_kpa, fuel_pressure_kpa, start_preheat_s,
    /// travel_speed_mm_min, kerf_mm.
    #[schema(value_type = String)]
    pub quantity: Option<Given>,
}

/// How far an input moves the result.
#[derive(Debug, Serialize, ToSchema)]
pub struct Bar {
    /// The input.
    pub input: String,
    /// The lowest result.
    pub low: f64,
    /// Code of the change that gives it.
    pub low_by: String,
    /// The highest result.
    pub high: f64,
    /// Code of the change that gives it.
    pub high_by: String,
}

/// What moves a result, most first.
#[derive(Debug, Serialize, ToSchema)]
pub struct SensitivityReply {
    /// The result asked about.
    pub quantity: String,
    /// Kind of quantity, as in a trace.
    pub kind: String,
    /// Its unit.
    pub unit: String,
    /// As the cut stands.
    pub base: f64,
    /// One for each input that moves it.
    pub bars: Vec<Bar>,
}

const QUANTITIES: [((Quantity, Kind), &str); 9] = [
    ((Quantity::Time, Kind::Duration), "time_s"),
    ((Quantity::Oxygen, Kind::GasVolume), "oxygen_l"),
    ((Quantity::Fuel, Kind::GasVolume), "fuel_l"),
    ((Quantity::Cost, Kind::Money), "cost"),
    ((Quantity::OxygenPressure, Kind::Pressure), "oxygen_pressure_kpa"),
    ((Quantity::FuelPressure, Kind::Pressure), "fuel_pressure_kpa"),
    ((Quantity::StartPreheat, Kind::Duration), "start_preheat_s"),
    ((Quantity::TravelSpeed, Kind::Speed), "travel_speed_mm_min"),
    ((Quantity::Kerf, Kind::Bore), "kerf_mm"),
];

/// Which input moves a result most: one input changed at a time.
#[utoipa::path(post, operation_id = "cut_sensitivity", path = "/api/v1/cut-plans/sensitivity", request_body = SensitivityRequest,
    responses((status = 200, body = SensitivityReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/cut-plans/sensitivity")]
pub async fn sensitivity(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<SensitivityRequest>,
) -> ApiResult<web::Json<SensitivityReply>> {
    let mut fields = Fields::default();
    let asked = body.value.quantity.as_ref();
    let (quantity, kind) = fields.choice(&QUANTITIES, "quantity", asked, None);
    fields.done(())?;
    let (shop, found) = in_shop(&pool, caller, body.value.job_id, &body.value.input).await?;
    let work = found.request.to_work()?;
    let settings = work.settings().map_err(|errors| faults(&errors))?;
    let wire = |si: f64| wire(kind, si);
    let sways = compare::sensitivity(&work, quantity, price_in(&shop));
    let sways = sways.map_err(|errors| faults(&errors))?;
    let bar = |sway: &compare::Sway| Bar {
        input: sway.input.code().into(),
        low: wire(sway.low.0),
        low_by: sway.low.1.into(),
        high: wire(sway.high.0),
        high_by: sway.high.1.into(),
    };
    Ok(web::Json(SensitivityReply {
        quantity: field_of(quantity).into(),
        kind: kind.code().into(),
        unit: unit(kind).0.into(),
        base: compare::figure(&settings, quantity).map(wire).unwrap_or_default(),
        bars: sways.iter().map(bar).collect(),
    }))
}
