//! The table `job_lines`.

use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::{Connection, PgConnection, PgExecutor};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, changed, made};

/// The schema of `input` that this version writes and reads.
pub const INPUT_SCHEMA: i32 = 1;

/// One kind of cut in a job.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct JobLine {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// The job it is in.
    pub job_id: Uuid,
    /// plate, section, layout, work.
    pub kind: String,
    /// As it was typed.
    pub typed: String,
    /// Schema number of the input.
    pub input_schema: i32,
    /// Its own part of a cut plan request; it outranks job and shop.
    #[schema(value_type = Object)]
    pub input: Value,
    /// Its place among the lines: a number between its neighbours'.
    pub position: f64,
}

impl Recorded for JobLine {
    const TABLE: &str = "job_lines";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What makes a line.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewLine {
    /// The job it is in.
    pub job_id: Uuid,
    /// As it was typed.
    pub typed: String,
    /// Its own part of a cut plan request.
    #[schema(value_type = Object)]
    pub input: Value,
    /// Its place among the lines.
    pub position: f64,
}

/// Lines that one statement adds. Source: `ours`.
const TOGETHER: usize = 1_000;

/// What an input cuts.
fn kind_of(input: &Value) -> &'static str {
    let cuts = |kind: &&str| input[*kind].is_object();
    let stroke = input["cut"]["stroke"].as_str().unwrap_or_default();
    let old = ["gouge", "wash", "head", "nut"].contains(&stroke).then_some("work");
    ["section", "layout", "work"].into_iter().find(cuts).or(old).unwrap_or("plate")
}

/// The lines of a job, in order.
///
/// # Errors
/// When the database fails.
pub async fn of_job(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<Vec<JobLine>> {
    let sql =
        "SELECT * FROM job_lines WHERE job_id = $1 AND deleted_at IS NULL ORDER BY position, id";
    Ok(sqlx::query_as(sql).bind(job).fetch_all(db).await?)
}

/// Where a page of a job's lines goes on: behind this position and id.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct After {
    /// The last line's position.
    pub position: f64,
    /// Its id.
    pub id: Uuid,
}

/// Some lines of a job, in order, behind one.
///
/// # Errors
/// When the database fails.
pub async fn some_of_job(
    db: impl PgExecutor<'_>,
    job: Uuid,
    after: Option<After>,
    limit: i64,
) -> ApiResult<Vec<JobLine>> {
    let sql = "SELECT * FROM job_lines WHERE job_id = $1 AND deleted_at IS NULL
                   AND ($2::float8 IS NULL OR (position, id) > ($2, $3))
               ORDER BY position, id LIMIT $4";
    let query = sqlx::query_as(sql).bind(job);
    let query = query.bind(after.map(|it| it.position)).bind(after.map(|it| it.id)).bind(limit);
    Ok(query.fetch_all(db).await?)
}

/// How many lines a job has.
///
/// # Errors
/// When the database fails.
pub async fn count_of_job(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<i64> {
    let sql = "SELECT count(*) FROM job_lines WHERE job_id = $1 AND deleted_at IS NULL";
    Ok(sqlx::query_scalar(sql).bind(job).fetch_one(db).await?)
}

/// The position of a job's last line; 0 of a job without lines.
///
/// # Errors
/// When the database fails.
pub async fn last_position(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<f64> {
    let sql =
        "SELECT coalesce(max(position), 0) FROM job_lines WHERE job_id = $1 AND deleted_at IS NULL";
    Ok(sqlx::query_scalar(sql).bind(job).fetch_one(db).await?)
}

/// Some lines that are not deleted, in no order.
///
/// # Errors
/// When the database fails.
pub async fn by_ids(db: impl PgExecutor<'_>, ids: &[Uuid]) -> ApiResult<Vec<JobLine>> {
    let sql = "SELECT * FROM job_lines WHERE id = ANY($1) AND deleted_at IS NULL";
    Ok(sqlx::query_as(sql).bind(ids).fetch_all(db).await?)
}

/// The name of the job of each line, by the line's id.
///
/// # Errors
/// When the database fails.
pub async fn names_of_jobs(db: impl PgExecutor<'_>) -> ApiResult<Vec<(Uuid, String)>> {
    let sql = "SELECT l.id, j.name FROM job_lines l JOIN jobs j ON j.id = l.job_id";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// Whether a line is one of a job's, deleted or not.
///
/// # Errors
/// When the database fails.
pub async fn is_of(db: impl PgExecutor<'_>, line: Uuid, job: Uuid) -> ApiResult<bool> {
    let sql = "SELECT EXISTS (SELECT 1 FROM job_lines WHERE id = $1 AND job_id = $2)";
    Ok(sqlx::query_scalar(sql).bind(line).bind(job).fetch_one(db).await?)
}

/// Adds a line under an id of the client's choice.
///
/// # Errors
/// [`ApiError::Different`] when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    line: &NewLine,
    body: &Value,
) -> ApiResult<Made<JobLine>> {
    let sql = "INSERT INTO job_lines
                   (id, job_id, kind, typed, input_schema, input, position, made_from, made_by, changed_by)
               VALUES ($1, $2, $9, $3, $4, $5, $6, $7, $8, $8)
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let new: Option<JobLine> = sqlx::query_as(sql)
        .bind(id)
        .bind(line.job_id)
        .bind(&line.typed)
        .bind(INPUT_SCHEMA)
        .bind(&line.input)
        .bind(line.position)
        .bind(body)
        .bind(by)
        .bind(kind_of(&line.input))
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, new, body).await
}

/// Adds many lines at once: all of them, or none when one fails. Ids that are there already stay
/// as they are, so that it can be sent again.
///
/// # Errors
/// When the database fails.
pub async fn put_all(
    conn: &mut PgConnection,
    by: Option<Uuid>,
    lines: &[(Uuid, NewLine, Value)],
) -> ApiResult<Vec<JobLine>> {
    let sql = "INSERT INTO job_lines
                   (id, job_id, kind, typed, input_schema, input, position, made_from, made_by, changed_by)
               SELECT id, job_id, kind, typed, $9, input, position, made_from, $8, $8
               FROM unnest($1::uuid[], $2::uuid[], $3::text[], $4::text[], $5::jsonb[], $6::float8[], $7::jsonb[])
                   WITH ORDINALITY AS new(id, job_id, kind, typed, input, position, made_from, place)
               ORDER BY place
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let mut whole = conn.begin().await?;
    let mut kept = Vec::with_capacity(lines.len());
    for some in lines.chunks(TOGETHER) {
        let of = |line: fn(&NewLine) -> String| -> Vec<String> {
            some.iter().map(|(_, it, _)| line(it)).collect()
        };
        let new: Vec<JobLine> = sqlx::query_as(sql)
            .bind(some.iter().map(|(id, ..)| *id).collect::<Vec<_>>())
            .bind(some.iter().map(|(_, line, _)| line.job_id).collect::<Vec<_>>())
            .bind(of(|line| kind_of(&line.input).to_owned()))
            .bind(of(|line| line.typed.clone()))
            .bind(some.iter().map(|(_, line, _)| line.input.clone()).collect::<Vec<_>>())
            .bind(some.iter().map(|(_, line, _)| line.position).collect::<Vec<_>>())
            .bind(some.iter().map(|(.., body)| body.clone()).collect::<Vec<_>>())
            .bind(by)
            .bind(INPUT_SCHEMA)
            .fetch_all(&mut *whole)
            .await?;
        kept.extend(new);
    }
    whole.commit().await?;
    kept.sort_by(|a, b| a.position.total_cmp(&b.position));
    Ok(kept)
}

/// What may change in a line; what is left out stays.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LineChange {
    /// The version that was seen.
    pub version: i32,
    /// As it was typed.
    pub typed: Option<String>,
    /// Its own part of a cut plan request, whole.
    #[schema(value_type = Option<Object>)]
    pub input: Option<Value>,
    /// Its place among the lines.
    pub position: Option<f64>,
}

/// Changes a line whose version is the one sent.
///
/// # Errors
/// [`ApiError::Stale`] when it was changed meanwhile.
pub async fn patch(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    change: &LineChange,
    body: &Value,
) -> ApiResult<JobLine> {
    let sql = "UPDATE job_lines SET typed = COALESCE($3, typed), input = COALESCE($4, input),
                   kind = COALESCE($7, kind), position = COALESCE($5, position), version = version + 1,
                   changed_at = now(), changed_by = $6
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let row = sqlx::query_as(sql)
        .bind(id)
        .bind(change.version)
        .bind(&change.typed)
        .bind(&change.input)
        .bind(change.position)
        .bind(by)
        .bind(change.input.as_ref().map(kind_of))
        .fetch_optional(&mut *conn)
        .await?;
    changed(&mut *conn, id, row, body).await
}
