//! Burns by what they were: a page of the log.

use sqlx::{PgExecutor, QueryBuilder};
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::burns::Burn;
use crate::store::page::{Page, Place};

/// Which burns are looked for.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Sought {
    /// What burnt.
    pub fuel: Option<String>,
    /// How it came out.
    pub outcome: Option<String>,
    /// By whom.
    pub person: Option<Uuid>,
    /// In which job.
    pub job: Option<Uuid>,
    /// With which tip.
    pub tip: Option<Uuid>,
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
    db: impl PgExecutor<'_>,
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
    if let Some(job) = sought.job {
        let of_job = " AND job_line_id IN (SELECT id FROM job_lines WHERE job_id = ";
        sql.push(of_job).push_bind(job).push(")");
    }
    if let Some(tip) = sought.tip {
        sql.push(" AND tip_id = ").push_bind(tip);
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
    let mut rows: Vec<Burn> = sql.build_query_as().fetch_all(db).await?;
    let whole = usize::try_from(page.limit).unwrap_or(usize::MAX);
    let more = rows.len() > whole;
    rows.truncate(whole);
    let last = rows.last().filter(|_| more);
    let next = last.map(|burn| Place { at: burn.happened_at, id: burn.record.id });
    Ok((rows, next))
}
