//! Each burn beside what those before it told of it: whether bands are honest, and whether plans get truer.

use std::collections::BTreeMap;

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::record::class::{Key, Level, Taught as Kind};
use galvanon_core::record::truer::{foretold, within};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::api::record::factors::ClassWire;
use crate::api::record::held::HeldWire;
use crate::error::{ApiResult, ErrorBody};
use crate::http::fields::{Fields, Given};
use crate::plan::learning::MOST;
use crate::plan::taught::seen;
use crate::queue::Worker;
use crate::store::learned;
use crate::wire::unit::fine;

/// Burns that are drawn at most: the newest. Source: `ours`.
const DRAWN: usize = 400;

/// Which figure is looked at.
#[derive(Clone, Debug, Default, Deserialize, IntoParams)]
pub struct CalibrationQuery {
    /// speed, start_preheat, kerf, oxygen, fuel, clean_up; speed where it is left out.
    pub kind: Option<String>,
}

/// A burn and what was told of it before.
#[derive(Debug, Serialize, ToSchema)]
pub struct CalibrationPoint {
    /// The burn.
    pub burn_id: Uuid,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
    /// Done over planned with nothing learned.
    pub done: f64,
    /// What the burns before it told: half lie under it.
    pub told: f64,
    /// The low end of the band that should hold 80 of 100.
    pub low: f64,
    /// Its high end.
    pub high: f64,
    /// Whether it lay in it.
    pub within: bool,
}

/// How honest the bands of a class were.
#[derive(Debug, Serialize, ToSchema)]
pub struct CalibrationClass {
    /// Which.
    pub class: ClassWire,
    /// Its burns.
    #[serde(flatten)]
    pub held: HeldWire,
}

/// Burns beside what was told of them.
#[derive(Debug, Serialize, ToSchema)]
pub struct CalibrationReply {
    /// The figure.
    pub kind: String,
    /// The newest burns, the oldest of them first.
    pub points: Vec<CalibrationPoint>,
    /// By class, those with the most burns first.
    pub classes: Vec<CalibrationClass>,
}

/// Shows each burn beside what those before it told of it.
#[utoipa::path(get, operation_id = "factors_calibration", path = "/api/v1/factors/calibration", params(CalibrationQuery),
    responses((status = 200, body = CalibrationReply), (status = 422, body = ErrorBody)))]
#[get("/factors/calibration")]
pub async fn calibrate(
    pool: web::Data<PgPool>,
    worker: Worker,
    query: web::Query<CalibrationQuery>,
) -> ApiResult<web::Json<CalibrationReply>> {
    let mut fields = Fields::default();
    let given = query.kind.clone().map(|kind| Given(Value::from(kind)));
    let kind = fields.code("kind", given.as_ref(), Some(Kind::Speed));
    fields.done(())?;
    let burns = learned::that_teach(pool.get_ref(), MOST).await?;
    worker.run(move || Ok(reply(kind, &burns))).await.map(web::Json)
}

fn reply(kind: Kind, burns: &[learned::Taught]) -> CalibrationReply {
    let (all, places) = seen(burns, kind, OffsetDateTime::now_utc());
    let told = foretold(kind, &all);
    let mut classes: BTreeMap<Key, (u32, u32)> = BTreeMap::new();
    let mut points = Vec::new();
    for ((burn, told), place) in all.iter().zip(&told).zip(&places) {
        let inside = within(told, burn.factor);
        let (n, held) = classes.entry(Key::at(&burn.class, Level::Class)).or_default();
        *n += 1;
        *held += u32::from(inside);
        points.push(CalibrationPoint {
            burn_id: burns[*place].id,
            happened_at: burns[*place].happened_at,
            done: fine(burn.factor),
            told: fine(told.median),
            low: fine(told.low),
            high: fine(told.high),
            within: inside,
        });
    }
    points.drain(..points.len().saturating_sub(DRAWN));
    let mut classes: Vec<CalibrationClass> = classes
        .into_iter()
        .map(|(key, (n, within))| CalibrationClass {
            class: ClassWire::of(&key),
            held: HeldWire::of(within, n),
        })
        .collect();
    classes.sort_by_key(|class| std::cmp::Reverse(class.held.n));
    CalibrationReply { kind: kind.code().to_owned(), points, classes }
}
