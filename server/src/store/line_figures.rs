//! The table `line_figures`: what lists show of each line. A cache; a row with another key is to be planned anew.

use sqlx::PgPool;
use uuid::Uuid;

use crate::error::ApiResult;

/// How a line stands in its list.
#[derive(Clone, Debug, PartialEq, sqlx::FromRow)]
pub struct Standing {
    /// The line.
    pub line_id: Uuid,
    /// Its job.
    pub job_id: Uuid,
    /// Whether it has a card.
    pub carded: bool,
    /// What it is to be planned from; null where its figures are those of now.
    pub stale: Option<String>,
    /// ok, caution, stop; null where it was never planned.
    pub verdict: Option<String>,
    /// Time of all its pieces.
    pub time_s: Option<f64>,
    /// Whether its newest card says what the plan says.
    pub card_current: Option<bool>,
}

impl Standing {
    /// Whether its newest card is known to say what the plan says; without a card nothing does.
    #[must_use]
    pub fn is_carded(&self) -> bool {
        self.carded && self.card_current == Some(true)
    }
}

/// What is kept of a line.
#[derive(Clone, Debug)]
pub struct Figures {
    /// The line.
    pub line_id: Uuid,
    /// What it was planned from.
    pub key: String,
    /// ok, caution, stop.
    pub verdict: String,
    /// Time of all its pieces.
    pub time_s: f64,
    /// Whether its newest card says what the plan says.
    pub card_current: bool,
}

/// Every line of some jobs, or of all, in the order of jobs and lines.
///
/// # Errors
/// When the database fails.
pub async fn standings(pool: &PgPool, jobs: Option<&[Uuid]>) -> ApiResult<Vec<Standing>> {
    // the gear's age in days and the application decide too
    let sql = "SELECT line_id, job_id, carded, verdict, time_s, card_current,
                      CASE WHEN kept IS DISTINCT FROM key THEN key END AS stale
               FROM (
                   SELECT line.id AS line_id, line.job_id, card.id IS NOT NULL AS carded, figures.verdict,
                          figures.time_s, figures.card_current, figures.key AS kept,
                          md5(concat_ws('|', line.version, job.version, stamp.stamp, current_date, $1::text,
                              card.id)) AS key,
                          job.made_at, line.position
                   FROM job_lines line
                   JOIN jobs job ON job.id = line.job_id AND job.deleted_at IS NULL
                   CROSS JOIN shop_stamp stamp
                   LEFT JOIN LATERAL (SELECT id FROM plans WHERE plans.job_line_id = line.id
                       ORDER BY made_at DESC LIMIT 1) card ON true
                   LEFT JOIN line_figures figures ON figures.line_id = line.id
                   WHERE line.deleted_at IS NULL AND ($2::uuid[] IS NULL OR job.id = ANY($2))) lines
               ORDER BY made_at DESC, job_id DESC, position, line_id";
    let all = sqlx::query_as(sql).bind(env!("CARGO_PKG_VERSION")).bind(jobs);
    Ok(all.fetch_all(pool).await?)
}

/// Keeps figures.
///
/// # Errors
/// When the database fails.
pub async fn keep(pool: &PgPool, all: &[Figures]) -> ApiResult<()> {
    // a line that was deleted for good meanwhile is left out
    let sql = "INSERT INTO line_figures (line_id, key, verdict, time_s, card_current)
               SELECT new.* FROM unnest($1::uuid[], $2::text[], $3::text[], $4::float8[], $5::bool[])
                   AS new(line_id, key, verdict, time_s, card_current)
               WHERE EXISTS (SELECT 1 FROM job_lines WHERE id = new.line_id)
               ON CONFLICT (line_id) DO UPDATE SET key = EXCLUDED.key, verdict = EXCLUDED.verdict,
                   time_s = EXCLUDED.time_s, card_current = EXCLUDED.card_current";
    sqlx::query(sql)
        .bind(all.iter().map(|it| it.line_id).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.key.clone()).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.verdict.clone()).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.time_s).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.card_current).collect::<Vec<_>>())
        .execute(pool)
        .await?;
    Ok(())
}
