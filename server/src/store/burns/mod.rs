//! The table `burns`: what happened at the torch.

pub mod cost;
pub mod sought;

use serde::Serialize;
use serde_json::Value;
use sqlx::query_builder::Separated;
use sqlx::{PgConnection, PgExecutor, Postgres, QueryBuilder};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, made};

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
    /// Where it was written down.
    #[sqlx(flatten)]
    #[serde(skip)]
    #[schema(ignore)]
    pub from: From,
}

/// Where a burn was written down, if not here.
#[derive(Clone, Debug, Default, PartialEq, sqlx::FromRow)]
pub struct From {
    /// The notebook that was read in.
    pub import_id: Option<Uuid>,
    /// Its row there, from 1.
    pub import_row: Option<i32>,
    /// A preview's request of what its row says: what it is held against.
    pub asked: Option<Value>,
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
    /// freehand, guided, machine; of other work its kind.
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
    /// Starts that its plan has.
    pub starts: Option<i32>,
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
    /// Where it was written down.
    pub from: From,
}

/// What a burn says, in the order in which [`values`] binds it.
const COLUMNS: &str = "job_line_id, plan_id, person_id, tip_id, happened_at, start_s, duration_s, pace_m_s, outcome,
    readings, note, verified, kerf_m, oxygen_m3, fuel_m3, clean_up_s, process, fuel, bore_m, thickness_m, speed_factor,
    start_preheat_factor, kerf_factor, oxygen_factor, fuel_factor, clean_up_factor, starts, import_id,
    import_row, asked";
/// Burns in one statement: PostgreSQL binds 65,535 values at most.
const TOGETHER: usize = 1_000;

fn values(row: &mut Separated<'_, Postgres, &'static str>, burn: &NewBurn) {
    let (more, against, from) = (&burn.more, &burn.against, &burn.from);
    row.push_bind(burn.job_line_id)
        .push_bind(burn.plan_id)
        .push_bind(burn.person_id)
        .push_bind(burn.tip_id)
        .push_bind(burn.happened_at)
        .push_bind(burn.start_s)
        .push_bind(burn.duration_s)
        .push_bind(burn.pace_m_s)
        .push_bind(burn.outcome.clone())
        .push_bind(burn.readings.clone())
        .push_bind(burn.note.clone())
        .push_bind(burn.verified)
        .push_bind(more.kerf_m)
        .push_bind(more.oxygen_m3)
        .push_bind(more.fuel_m3)
        .push_bind(more.clean_up_s)
        .push_bind(against.process.clone())
        .push_bind(against.fuel.clone())
        .push_bind(against.bore_m)
        .push_bind(against.thickness_m)
        .push_bind(against.speed_factor)
        .push_bind(against.start_preheat_factor)
        .push_bind(against.kerf_factor)
        .push_bind(against.oxygen_factor)
        .push_bind(against.fuel_factor)
        .push_bind(against.clean_up_factor)
        .push_bind(against.starts)
        .push_bind(from.import_id)
        .push_bind(from.import_row)
        .push_bind(from.asked.clone());
}

/// A burn to be added: its id, what it says, and the body it was made from.
pub type Added<'a> = (Uuid, &'a NewBurn, &'a Value);

fn insertion<'q>(by: Option<Uuid>, burns: &'q [Added<'q>]) -> QueryBuilder<Postgres> {
    let into = "INSERT INTO burns (id, made_from, made_by, changed_by, ";
    let mut sql = QueryBuilder::new(format!("{into}{COLUMNS}) "));
    sql.push_values(burns, |mut row, (id, burn, body)| {
        row.push_bind(*id).push_bind((*body).clone()).push_bind(by).push_bind(by);
        values(&mut row, burn);
    });
    sql.push(" ON CONFLICT (id) DO NOTHING RETURNING *");
    sql
}

/// Adds a burn under an id of the client's choice; nothing where that id is taken.
///
/// # Errors
/// When the database fails.
pub async fn insert<'e>(
    database: impl PgExecutor<'e>,
    RowKey { id, by }: RowKey,
    burn: &NewBurn,
    body: &Value,
) -> ApiResult<Option<Burn>> {
    let mut sql = insertion(by, &[(id, burn, body)]);
    Ok(sql.build_query_as().fetch_optional(database).await?)
}

/// Adds many burns.
///
/// # Errors
/// When the database fails.
pub async fn insert_all(
    connection: &mut PgConnection,
    by: Option<Uuid>,
    burns: &[Added<'_>],
) -> ApiResult<()> {
    for some in burns.chunks(TOGETHER) {
        insertion(by, some).build().execute(&mut *connection).await?;
    }
    Ok(())
}

/// Adds a burn under an id of the client's choice, once.
///
/// # Errors
/// [`ApiError::Different`](crate::error::ApiError::Different) when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    burn: &NewBurn,
    body: &Value,
) -> ApiResult<Made<Burn>> {
    let new = insert(&mut *conn, RowKey { id, by }, burn, body).await?;
    made(&mut *conn, id, new, body).await
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
    connection: &mut PgConnection,
    at: &Corrected,
    burn: &NewBurn,
) -> ApiResult<Option<Burn>> {
    let Corrected { id, version, by } = *at;
    let kept = "INSERT INTO burn_versions (burn_id, version, was, changed_at, changed_by)
                SELECT id, version, to_jsonb(burns) - 'made_from', changed_at, changed_by
                FROM burns WHERE id = $1 AND version = $2 AND deleted_at IS NULL
                ON CONFLICT DO NOTHING";
    sqlx::query(kept).bind(id).bind(version).execute(&mut *connection).await?;
    let head = "UPDATE burns SET version = version + 1, changed_at = now(), changed_by = ";
    let mut sql = QueryBuilder::new(head);
    sql.push_bind(by).push(format!(", ({COLUMNS}) = ("));
    values(&mut sql.separated(", "), burn);
    sql.push(") WHERE id = ").push_bind(id).push(" AND version = ").push_bind(version);
    sql.push(" AND deleted_at IS NULL RETURNING *");
    Ok(sql.build_query_as().fetch_optional(connection).await?)
}

/// What a burn said before each of its corrections, the oldest first.
///
/// # Errors
/// When the database fails.
pub async fn versions(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<Vec<Value>> {
    let sql = "SELECT was FROM burn_versions WHERE burn_id = $1 ORDER BY version";
    Ok(sqlx::query_scalar(sql).bind(id).fetch_all(db).await?)
}

/// The burns of a job's cuts, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_job(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<Vec<Burn>> {
    let sql = "SELECT b.* FROM burns b JOIN job_lines l ON l.id = b.job_line_id
               WHERE l.job_id = $1 AND b.deleted_at IS NULL
               ORDER BY b.happened_at DESC, b.id DESC";
    Ok(sqlx::query_as(sql).bind(job).fetch_all(db).await?)
}
