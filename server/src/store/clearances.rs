//! The table `clearances`: who may work with what, beside the role.

use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use time::{Date, Duration, OffsetDateTime};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, RowSeen, changed, made};

time::serde::format_description!(day, Date, "[year]-[month]-[day]");

/// What a person was cleared for; what is left out covers any.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Clearance {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who cleared them and when.
    pub record: Record,
    /// Who is cleared.
    pub person_id: Uuid,
    /// acetylene, propane, propylene, `natural_gas`.
    pub fuel: Option<String>,
    /// How thick at most, m.
    #[serde(skip)]
    #[schema(ignore)]
    pub thickness_to_m: Option<f64>,
    /// freehand, guided, machine.
    pub process: Option<String>,
    /// The last day that it holds.
    #[serde(with = "day::option")]
    #[schema(value_type = Option<String>, format = Date)]
    pub until: Option<Date>,
    /// Why a foreman cleared them at the torch, for that day.
    pub override_because: String,
    /// When it was withdrawn.
    #[serde(with = "time::serde::rfc3339::option")]
    pub withdrawn_at: Option<OffsetDateTime>,
    /// Who withdrew it.
    pub withdrawn_by: Option<Uuid>,
    /// Why.
    pub withdrawn_because: String,
}

impl Recorded for Clearance {
    const TABLE: &str = "clearances";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// The day that counts for a last day: one that is over nowhere yet, so that no clearance ends in the middle of a shift because
/// the server counts in UTC. It ends up to half a day late, never early.
#[must_use]
pub fn day_of(now: OffsetDateTime) -> Date {
    (now - Duration::hours(12)).date()
}

impl Clearance {
    /// Whether it holds on a day.
    #[must_use]
    pub fn holds(&self, day: Date) -> bool {
        self.withdrawn_at.is_none() && self.until.is_none_or(|until| until >= day)
    }
}

/// A clearance to be kept.
#[derive(Clone, Debug)]
pub struct NewClearance {
    /// Who is cleared.
    pub person: Uuid,
    /// The fuel.
    pub fuel: Option<&'static str>,
    /// How thick at most, m.
    pub thickness_to_m: Option<f64>,
    /// freehand, guided, machine.
    pub process: Option<&'static str>,
    /// The last day.
    pub until: Option<Date>,
    /// Why, where it is given at the torch.
    pub override_because: String,
}

/// Why a clearance is withdrawn.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Withdrawal {
    /// The version that was seen.
    pub version: i32,
    /// Why.
    pub because: String,
}

/// Clears a person, under an id of the client's choice.
///
/// # Errors
/// [`crate::error::ApiError::Different`] when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    new: &NewClearance,
    body: &Value,
) -> ApiResult<Made<Clearance>> {
    let sql = "INSERT INTO clearances
            (id, person_id, fuel, thickness_to_m, process, until, override_because, made_from, made_by, changed_by)
        VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $9) ON CONFLICT (id) DO NOTHING RETURNING *";
    let row: Option<Clearance> = sqlx::query_as(sql)
        .bind(id)
        .bind(new.person)
        .bind(new.fuel)
        .bind(new.thickness_to_m)
        .bind(new.process)
        .bind(new.until)
        .bind(&new.override_because)
        .bind(body)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, row, body).await
}

/// Withdraws one whose version is the one sent.
///
/// # Errors
/// [`crate::error::ApiError::Stale`] when it was changed meanwhile.
pub async fn withdraw(
    conn: &mut PgConnection,
    row: &RowSeen,
    because: &str,
) -> ApiResult<Clearance> {
    let sql =
        "UPDATE clearances SET withdrawn_at = coalesce(withdrawn_at, now()), withdrawn_by = $3,
            withdrawn_because = $4, version = version + 1, changed_at = now(), changed_by = $3
        WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let found = sqlx::query_as(sql)
        .bind(row.id)
        .bind(row.version)
        .bind(row.by)
        .bind(because)
        .fetch_optional(&mut *conn)
        .await?;
    changed(&mut *conn, row.id, found, &serde_json::json!({ "version": row.version })).await
}

/// Every clearance, the newest first, also those that ended.
///
/// # Errors
/// When the database fails.
pub async fn all(db: impl PgExecutor<'_>) -> ApiResult<Vec<Clearance>> {
    let sql = "SELECT * FROM clearances WHERE deleted_at IS NULL ORDER BY made_at DESC, id DESC LIMIT 1000";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

#[cfg(test)]
mod tests {
    use time::macros::{date, datetime};

    use super::*;

    #[test]
    fn a_last_day_is_over_only_when_it_is_over_everywhere() {
        // four in the afternoon of the 28th at UTC-8 is midnight in UTC: the shift goes on
        assert_eq!(day_of(datetime!(2026-11-29 00:10 UTC)), date!(2026 - 11 - 28));
        assert_eq!(day_of(datetime!(2026-11-29 11:59 UTC)), date!(2026 - 11 - 28));
        assert_eq!(day_of(datetime!(2026-11-29 12:00 UTC)), date!(2026 - 11 - 29));
    }
}
