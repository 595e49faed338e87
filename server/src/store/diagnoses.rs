//! The table `diagnoses`: what was made of a poor edge.

use serde::Serialize;
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, RowSeen, changed, made};

/// A diagnosis as it was kept.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct KeptDiagnosis {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card whose figures weighed in.
    pub plan_id: Option<Uuid>,
    /// The burn whose figures weighed in.
    pub burn_id: Option<Uuid>,
    /// When the edge was looked at.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
    /// The fuel, where it was said.
    pub fuel: Option<String>,
    /// Codes of findings seen.
    pub present: Vec<String>,
    /// Codes of findings looked for in vain.
    pub absent: Vec<String>,
    /// The likeliest causes with their probabilities, as they stood then.
    #[schema(value_type = Vec<Object>)]
    pub causes: Value,
    /// Version of the shop's weights it was asked with; 0 for the tables.
    pub weights_version: i64,
    /// The cause it turned out to be; empty while nobody knows.
    pub settled: String,
    /// In the torch hand's words.
    pub note: String,
}

impl Recorded for KeptDiagnosis {
    const TABLE: &str = "diagnoses";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What makes a kept diagnosis.
#[derive(Clone, Debug)]
pub struct NewDiagnosis {
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card whose figures weighed in.
    pub plan_id: Option<Uuid>,
    /// The burn whose figures weighed in.
    pub burn_id: Option<Uuid>,
    /// When the edge was looked at.
    pub happened_at: OffsetDateTime,
    /// The fuel, where it was said.
    pub fuel: Option<String>,
    /// Codes of findings seen.
    pub present: Vec<String>,
    /// Codes of findings looked for in vain.
    pub absent: Vec<String>,
    /// The likeliest causes with their probabilities.
    pub causes: Value,
    /// Version of the shop's weights.
    pub weights_version: i64,
    /// The cause it turned out to be.
    pub settled: String,
    /// In the torch hand's words.
    pub note: String,
}

/// Adds a diagnosis under an id of the client's choice.
///
/// # Errors
/// [`crate::error::ApiError::Different`] when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    new: &NewDiagnosis,
    body: &Value,
) -> ApiResult<Made<KeptDiagnosis>> {
    let sql = "INSERT INTO diagnoses
                   (id, job_line_id, plan_id, burn_id, happened_at, fuel, present, absent, causes,
                    weights_version, settled, note, made_from, made_by, changed_by)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $14)
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let row: Option<KeptDiagnosis> = sqlx::query_as(sql)
        .bind(id)
        .bind(new.job_line_id)
        .bind(new.plan_id)
        .bind(new.burn_id)
        .bind(new.happened_at)
        .bind(&new.fuel)
        .bind(&new.present)
        .bind(&new.absent)
        .bind(&new.causes)
        .bind(new.weights_version)
        .bind(&new.settled)
        .bind(&new.note)
        .bind(body)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, row, body).await
}

/// What may change in a kept diagnosis; what is left out stays.
#[derive(Clone, Copy, Debug)]
pub struct DiagnosisChange<'a> {
    /// What it turned out to be.
    pub settled: Option<&'a str>,
    /// Anything to know about it.
    pub note: Option<&'a str>,
}

/// Changes what it turned out to be and the note, where the version is the one sent.
///
/// # Errors
/// [`crate::error::ApiError::Stale`] when it was changed meanwhile.
pub async fn patch(
    conn: &mut PgConnection,
    row: &RowSeen,
    change: &DiagnosisChange<'_>,
    body: &Value,
) -> ApiResult<KeptDiagnosis> {
    let RowSeen { id, version, by } = *row;
    let sql = "UPDATE diagnoses SET settled = COALESCE($3, settled), note = COALESCE($4, note),
                   version = version + 1, changed_at = now(), changed_by = $5
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let row = sqlx::query_as(sql)
        .bind(id)
        .bind(version)
        .bind(change.settled)
        .bind(change.note)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    changed(&mut *conn, id, row, body).await
}

/// What was made of the edges of a job's cuts, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_job(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<Vec<KeptDiagnosis>> {
    let sql = "SELECT d.* FROM diagnoses d JOIN job_lines l ON l.id = d.job_line_id
               WHERE l.job_id = $1 AND d.deleted_at IS NULL
               ORDER BY d.happened_at DESC, d.id DESC";
    Ok(sqlx::query_as(sql).bind(job).fetch_all(db).await?)
}
