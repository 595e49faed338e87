//! The table `burns`: what happened at the torch.

use serde::Serialize;
use serde_json::Value;
use sqlx::{PgExecutor, PgPool, QueryBuilder};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::page::{Page, Place};
use crate::store::{Made, Record, Recorded, made};

/// A burn.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Burn {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card it was cut by.
    pub plan_id: Option<Uuid>,
    /// Who held the torch.
    pub person_id: Option<Uuid>,
    /// Whether it is known that it was they: their own session said so.
    pub verified: bool,
    /// The tip in the torch.
    pub tip_id: Option<Uuid>,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
    /// Seconds of heating before the lever.
    pub start_s: Option<f64>,
    /// Seconds from lever to end.
    pub duration_s: Option<f64>,
    /// Pace, m/s.
    #[serde(skip)]
    #[schema(ignore)]
    pub pace_m_s: Option<f64>,
    /// good, usable, poor, lost.
    pub outcome: Option<String>,
    /// Gauges and the like as they were read.
    #[schema(value_type = Object)]
    pub readings: Value,
    /// In the torch hand's words.
    pub note: String,
    /// What else was measured, and the burn against its plan.
    #[sqlx(flatten)]
    #[serde(skip)]
    #[schema(ignore)]
    pub more: Measured,
    /// The burn against its plan.
    #[sqlx(flatten)]
    #[serde(skip)]
    #[schema(ignore)]
    pub against: Against,
}

/// What else was measured of a burn, SI.
#[derive(Clone, Copy, Debug, Default, PartialEq, sqlx::FromRow)]
pub struct Measured {
    /// Width of the cut, m.
    pub kerf_m: Option<f64>,
    /// Oxygen, m3.
    pub oxygen_m3: Option<f64>,
    /// Fuel, m3.
    pub fuel_m3: Option<f64>,
    /// At the grinder, s.
    pub clean_up_s: Option<f64>,
}

/// A burn against its plan with all learned factors at 1: where it belongs, and done over planned.
#[derive(Clone, Debug, Default, PartialEq, sqlx::FromRow)]
pub struct Against {
    /// freehand, guided, machine.
    pub process: Option<String>,
    /// What burnt.
    pub fuel: Option<String>,
    /// Bore of the tip, m.
    pub bore_m: Option<f64>,
    /// Thickness, m.
    pub thickness_m: Option<f64>,
    /// Travel.
    pub speed_factor: Option<f64>,
    /// Heating before the lever.
    pub start_preheat_factor: Option<f64>,
    /// Width of the cut.
    pub kerf_factor: Option<f64>,
    /// Oxygen.
    pub oxygen_factor: Option<f64>,
    /// Fuel.
    pub fuel_factor: Option<f64>,
    /// Time at the grinder.
    pub clean_up_factor: Option<f64>,
}

impl Recorded for Burn {
    const TABLE: &str = "burns";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What makes a burn, in the units of the table.
#[derive(Clone, Debug)]
pub struct NewBurn {
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card it was cut by.
    pub plan_id: Option<Uuid>,
    /// Who held the torch.
    pub person_id: Option<Uuid>,
    /// Whether it is known that it was they: their own session said so.
    pub verified: bool,
    /// The tip in the torch.
    pub tip_id: Option<Uuid>,
    /// When.
    pub happened_at: OffsetDateTime,
    /// Seconds of heating before the lever.
    pub start_s: Option<f64>,
    /// Seconds from lever to end.
    pub duration_s: Option<f64>,
    /// Pace, m/s.
    pub pace_m_s: Option<f64>,
    /// good, usable, poor, lost.
    pub outcome: Option<String>,
    /// Gauges and the like as they were read.
    pub readings: Value,
    /// In the torch hand's words.
    pub note: String,
    /// What else was measured.
    pub more: Measured,
    /// The burn against its plan.
    pub against: Against,
}

/// Adds a burn under an id of the client's choice; nothing where that id is taken.
///
/// # Errors
/// When the database fails.
pub async fn insert<'e>(
    database: impl PgExecutor<'e>,
    (id, by): (Uuid, Option<Uuid>),
    (burn, body): (&NewBurn, &Value),
) -> ApiResult<Option<Burn>> {
    let sql = "INSERT INTO burns
                   (id, job_line_id, plan_id, person_id, tip_id, happened_at, start_s, duration_s,
                    pace_m_s, outcome, readings, note, made_from, made_by, changed_by, verified,
                    kerf_m, oxygen_m3, fuel_m3, clean_up_s, process, fuel, bore_m, thickness_m,
                    speed_factor, start_preheat_factor, kerf_factor, oxygen_factor, fuel_factor,
                    clean_up_factor)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $14, $15,
                    $16, $17, $18, $19, $20, $21, $22, $23, $24, $25, $26, $27, $28, $29)
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let new = sqlx::query_as(sql)
        .bind(id)
        .bind(burn.job_line_id)
        .bind(burn.plan_id)
        .bind(burn.person_id)
        .bind(burn.tip_id)
        .bind(burn.happened_at)
        .bind(burn.start_s)
        .bind(burn.duration_s)
        .bind(burn.pace_m_s)
        .bind(&burn.outcome)
        .bind(&burn.readings)
        .bind(&burn.note)
        .bind(body)
        .bind(by)
        .bind(burn.verified);
    Ok(measures(new, burn).fetch_optional(database).await?)
}

type Asked<'q> = sqlx::query::QueryAs<'q, sqlx::Postgres, Burn, sqlx::postgres::PgArguments>;

/// Binds what was measured besides, and the burn against its plan.
fn measures<'q>(query: Asked<'q>, burn: &'q NewBurn) -> Asked<'q> {
    let (more, against) = (&burn.more, &burn.against);
    query
        .bind(more.kerf_m)
        .bind(more.oxygen_m3)
        .bind(more.fuel_m3)
        .bind(more.clean_up_s)
        .bind(&against.process)
        .bind(&against.fuel)
        .bind(against.bore_m)
        .bind(against.thickness_m)
        .bind(against.speed_factor)
        .bind(against.start_preheat_factor)
        .bind(against.kerf_factor)
        .bind(against.oxygen_factor)
        .bind(against.fuel_factor)
        .bind(against.clean_up_factor)
}

/// Adds a burn under an id of the client's choice, once.
///
/// # Errors
/// [`ApiError::Different`](crate::error::ApiError::Different) when the id holds another body.
pub async fn put(
    pool: &PgPool,
    (id, by): (Uuid, Option<Uuid>),
    (burn, body): (&NewBurn, &Value),
) -> ApiResult<Made<Burn>> {
    let new = insert(pool, (id, by), (burn, body)).await?;
    made(pool, id, (new, body)).await
}

/// Which burn is corrected, and by whom.
#[derive(Clone, Copy, Debug)]
pub struct Corrected {
    /// The burn.
    pub id: Uuid,
    /// The version that was looked at.
    pub version: i32,
    /// Who.
    pub by: Option<Uuid>,
}

/// Corrects a burn of a version; what it said before is kept. Nothing where somebody changed it meanwhile.
///
/// # Errors
/// When the database fails.
pub async fn correct(
    connection: &mut sqlx::PgConnection,
    at: &Corrected,
    burn: &NewBurn,
) -> ApiResult<Option<Burn>> {
    let Corrected { id, version, by } = *at;
    let kept = "INSERT INTO burn_versions (burn_id, version, was, changed_at, changed_by)
                SELECT id, version, to_jsonb(burns) - 'made_from', changed_at, changed_by
                FROM burns WHERE id = $1 AND version = $2 AND deleted_at IS NULL
                ON CONFLICT DO NOTHING";
    sqlx::query(kept).bind(id).bind(version).execute(&mut *connection).await?;
    let sql = "UPDATE burns SET version = version + 1, changed_at = now(), changed_by = $3,
                   job_line_id = $4, plan_id = $5, person_id = $6, tip_id = $7, happened_at = $8,
                   start_s = $9, duration_s = $10, pace_m_s = $11, outcome = $12, readings = $13,
                   note = $14, verified = $15, kerf_m = $16, oxygen_m3 = $17, fuel_m3 = $18,
                   clean_up_s = $19, process = $20, fuel = $21, bore_m = $22, thickness_m = $23,
                   speed_factor = $24, start_preheat_factor = $25, kerf_factor = $26,
                   oxygen_factor = $27, fuel_factor = $28, clean_up_factor = $29
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let changed = sqlx::query_as(sql)
        .bind(id)
        .bind(version)
        .bind(by)
        .bind(burn.job_line_id)
        .bind(burn.plan_id)
        .bind(burn.person_id)
        .bind(burn.tip_id)
        .bind(burn.happened_at)
        .bind(burn.start_s)
        .bind(burn.duration_s)
        .bind(burn.pace_m_s)
        .bind(&burn.outcome)
        .bind(&burn.readings)
        .bind(&burn.note)
        .bind(burn.verified);
    Ok(measures(changed, burn).fetch_optional(connection).await?)
}

/// What a burn said before each of its corrections, the oldest first.
///
/// # Errors
/// When the database fails.
pub async fn versions(pool: &PgPool, id: Uuid) -> ApiResult<Vec<Value>> {
    let sql = "SELECT was FROM burn_versions WHERE burn_id = $1 ORDER BY version";
    Ok(sqlx::query_scalar(sql).bind(id).fetch_all(pool).await?)
}

/// The burns of a job's cuts, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_job(pool: &PgPool, job: Uuid) -> ApiResult<Vec<Burn>> {
    let sql = "SELECT b.* FROM burns b JOIN job_lines l ON l.id = b.job_line_id
               WHERE l.job_id = $1 AND b.deleted_at IS NULL
               ORDER BY b.happened_at DESC, b.id DESC";
    Ok(sqlx::query_as(sql).bind(job).fetch_all(pool).await?)
}

/// Which burns are looked for.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Sought {
    /// What burnt.
    pub fuel: Option<String>,
    /// How it came out.
    pub outcome: Option<String>,
    /// By whom.
    pub person: Option<Uuid>,
    /// At least so thick, m.
    pub thickness_from: Option<f64>,
    /// At most so thick, m.
    pub thickness_to: Option<f64>,
    /// Not before.
    pub from: Option<OffsetDateTime>,
    /// Not after.
    pub to: Option<OffsetDateTime>,
}

/// A page of the burns that are looked for, newest first, and the place of its last where more follow.
///
/// # Errors
/// When the database fails.
pub async fn sought(
    pool: &PgPool,
    sought: &Sought,
    page: &Page,
) -> ApiResult<(Vec<Burn>, Option<Place>)> {
    let mut sql = QueryBuilder::new("SELECT * FROM burns WHERE deleted_at IS NULL");
    if let Some(fuel) = &sought.fuel {
        sql.push(" AND fuel = ").push_bind(fuel);
    }
    if let Some(outcome) = &sought.outcome {
        sql.push(" AND outcome = ").push_bind(outcome);
    }
    if let Some(person) = sought.person {
        sql.push(" AND person_id = ").push_bind(person);
    }
    if let Some(from) = sought.thickness_from {
        sql.push(" AND thickness_m >= ").push_bind(from);
    }
    if let Some(to) = sought.thickness_to {
        sql.push(" AND thickness_m <= ").push_bind(to);
    }
    if let Some(from) = sought.from {
        sql.push(" AND happened_at >= ").push_bind(from);
    }
    if let Some(to) = sought.to {
        sql.push(" AND happened_at <= ").push_bind(to);
    }
    if let Some(Place { at, id }) = page.after {
        sql.push(" AND (happened_at, id) < (").push_bind(at).push(", ").push_bind(id).push(")");
    }
    sql.push(" ORDER BY happened_at DESC, id DESC LIMIT ").push_bind(page.limit + 1);
    let mut rows: Vec<Burn> = sql.build_query_as().fetch_all(pool).await?;
    let whole = usize::try_from(page.limit).unwrap_or(usize::MAX);
    let more = rows.len() > whole;
    rows.truncate(whole);
    let last = rows.last().filter(|_| more);
    let next = last.map(|burn| Place { at: burn.happened_at, id: burn.record.id });
    Ok((rows, next))
}
