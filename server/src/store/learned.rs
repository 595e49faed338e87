//! The tables `learned`, `learned_leaves` and `factor_choices`: what the shop's burns taught, and what a foreman made of it.

use sqlx::postgres::PgArguments;
use sqlx::query::Query;
use sqlx::{AssertSqlSafe, PgConnection, PgExecutor, Postgres};
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::RowKey;
use crate::store::burns::Against;

/// A burn as it teaches.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Taught {
    /// When.
    pub happened_at: OffsetDateTime,
    /// Whose hand.
    pub person_id: Option<Uuid>,
    /// The rig's job: changes are looked for in each by itself.
    pub job_id: Option<Uuid>,
    /// Its name.
    pub job_name: Option<String>,
    /// Whether the shop has said that its rig changed after it.
    pub changed_since: bool,
    /// The burn.
    pub id: Uuid,
    /// Against its plan.
    #[sqlx(flatten)]
    pub against: Against,
}

/// A burn as it teaches.
const TEACHES: &str = "SELECT b.id, b.happened_at, b.person_id, l.job_id, j.name AS job_name,
        EXISTS (SELECT 1 FROM rig_changes r WHERE r.job_id = l.job_id
            AND r.changed_at > b.happened_at) AS changed_since, b.process, b.fuel, b.bore_m,
        b.thickness_m, b.speed_factor, b.start_preheat_factor, b.kerf_factor,
        b.oxygen_factor, b.fuel_factor, b.clean_up_factor, b.starts
    FROM burns b LEFT JOIN job_lines l ON l.id = b.job_line_id
        LEFT JOIN jobs j ON j.id = l.job_id
    WHERE b.deleted_at IS NULL AND b.process IS NOT NULL";

/// The newest burns that were burnt against a plan, oldest first.
///
/// # Errors
/// When the database fails.
pub async fn that_teach(db: impl PgExecutor<'_>, most: i64) -> ApiResult<Vec<Taught>> {
    let sql = AssertSqlSafe(format!(
        "SELECT * FROM ({TEACHES} ORDER BY b.happened_at DESC, b.id DESC LIMIT $1) newest
         ORDER BY happened_at, id"
    ));
    Ok(sqlx::query_as(sql).bind(most).fetch_all(db).await?)
}

/// Some burns, as far as they were burnt against a plan, oldest first.
///
/// # Errors
/// When the database fails.
pub async fn by_ids(connection: &mut PgConnection, ids: &[Uuid]) -> ApiResult<Vec<Taught>> {
    let sql = AssertSqlSafe(format!("{TEACHES} AND b.id = ANY($1) ORDER BY b.happened_at, b.id"));
    Ok(sqlx::query_as(sql).bind(ids).fetch_all(connection).await?)
}

/// Burns added since all was learned anew: of the kind that has most.
///
/// # Errors
/// When the database fails.
pub async fn since(db: impl PgExecutor<'_>) -> ApiResult<i32> {
    let sql = "SELECT coalesce(max(since), 0) FROM learned";
    Ok(sqlx::query_scalar(sql).fetch_one(db).await?)
}

/// Leaves as rows of a statement, a column each: `$1` to `$9`.
const GIVEN: &str = "unnest($1::text[], $2::text[], $3::text[], $4::integer[], $5::smallint[],
    $6::uuid[], $7::double precision[], $8::double precision[], $9::integer[])
    AS given (kind, process, fuel, bore_um, band, hand, weight, pull, n)";

/// Adds burns, each to the leaf of its hand, in one statement; several may share a leaf.
///
/// # Errors
/// When the database fails.
pub async fn add(connection: &mut PgConnection, leaves: &[LeafRow]) -> ApiResult<()> {
    let sql = AssertSqlSafe(format!(
        "WITH given AS MATERIALIZED (SELECT * FROM {GIVEN}),
         counted AS (
             UPDATE learned SET burns = burns + new.n, since = since + new.n
             FROM (SELECT kind, count(*)::integer AS n FROM given GROUP BY kind) new
             WHERE learned.kind = new.kind)
         INSERT INTO learned_leaves AS known
             (kind, process, fuel, bore_um, band, hand, weight, pull, n)
         SELECT kind, process, fuel, bore_um, band, hand, sum(weight), sum(pull), sum(n)
         FROM given GROUP BY kind, process, fuel, bore_um, band, hand
         ON CONFLICT (kind, process, fuel, bore_um, band, hand) DO UPDATE SET
             weight = known.weight + EXCLUDED.weight, pull = known.pull + EXCLUDED.pull,
             n = known.n + EXCLUDED.n"
    ));
    with_leaves(sqlx::query(sql), leaves).execute(connection).await?;
    Ok(())
}

type Statement<'q> = Query<'q, Postgres, PgArguments>;

fn with_leaves<'q>(sql: Statement<'q>, leaves: &'q [LeafRow]) -> Statement<'q> {
    let words = |of: fn(&LeafRow) -> &String| -> Vec<&str> {
        leaves.iter().map(|leaf| of(leaf).as_str()).collect()
    };
    sql.bind(words(|leaf| &leaf.kind))
        .bind(words(|leaf| &leaf.process))
        .bind(words(|leaf| &leaf.fuel))
        .bind(leaves.iter().map(|leaf| leaf.bore_um).collect::<Vec<_>>())
        .bind(leaves.iter().map(|leaf| leaf.band).collect::<Vec<_>>())
        .bind(leaves.iter().map(|leaf| leaf.hand).collect::<Vec<_>>())
        .bind(leaves.iter().map(|leaf| leaf.weight).collect::<Vec<_>>())
        .bind(leaves.iter().map(|leaf| leaf.pull).collect::<Vec<_>>())
        .bind(leaves.iter().map(|leaf| leaf.n).collect::<Vec<_>>())
}

/// What was learned of a kind.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Kind {
    /// Which figure.
    pub kind: String,
    /// Noise of one burn, a standard deviation of the logarithm.
    pub noise: f64,
    /// When all of it was learned anew.
    pub learnt_at: OffsetDateTime,
    /// Of so many burns.
    pub burns: i64,
}

/// What was learned anew of a kind.
#[derive(Clone, Copy, Debug)]
pub struct NewKind {
    /// Which figure.
    pub kind: &'static str,
    /// Noise of one burn, a standard deviation of the logarithm.
    pub noise: f64,
    /// Of so many burns.
    pub burns: i64,
}

/// A hand's burns of a kind and a class.
#[derive(Clone, Debug, PartialEq, sqlx::FromRow)]
pub struct LeafRow {
    /// Which figure.
    pub kind: String,
    /// How the torch was moved.
    pub process: String,
    /// What burnt.
    pub fuel: String,
    /// Bore, thousandths of a millimetre.
    pub bore_um: i32,
    /// Number of the band of thickness.
    pub band: i16,
    /// Whose.
    pub hand: Option<Uuid>,
    /// Sum of weights.
    pub weight: f64,
    /// Sum of weights times the logarithm.
    pub pull: f64,
    /// Burns.
    pub n: i32,
}

/// A foreman's choice for a node; what lies below its level is null.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct ChoiceRow {
    /// Which figure.
    pub kind: String,
    /// How the torch is moved.
    pub process: Option<String>,
    /// What burns.
    pub fuel: Option<String>,
    /// Bore, thousandths of a millimetre.
    pub bore_um: Option<i32>,
    /// Number of the band of thickness.
    pub band: Option<i16>,
    /// Whose hand.
    pub hand: Option<Uuid>,
    /// learning, frozen, refused.
    pub state: String,
    /// As it stood then.
    pub median: f64,
}

/// What is kept of all that was learned.
#[derive(Clone, Debug, Default)]
pub struct Known {
    /// By figure.
    pub kinds: Vec<Kind>,
    /// Of all kinds.
    pub leaves: Vec<LeafRow>,
    /// What a foreman decided.
    pub choices: Vec<ChoiceRow>,
}

impl Known {
    /// Burns that it was learned from: of the kind that has most.
    #[must_use]
    pub fn burns(&self) -> i64 {
        self.kinds.iter().map(|kind| kind.burns).max().unwrap_or_default()
    }
}

/// Everything that was learned.
///
/// # Errors
/// When the database fails.
pub async fn all(connection: &mut PgConnection) -> ApiResult<Known> {
    let kinds = sqlx::query_as("SELECT kind, noise, learnt_at, burns FROM learned ORDER BY kind");
    let kinds: Vec<Kind> = kinds.fetch_all(&mut *connection).await?;
    if kinds.is_empty() {
        return Ok(Known::default());
    }
    let leaves = sqlx::query_as("SELECT * FROM learned_leaves").fetch_all(&mut *connection).await?;
    // the newest choice of a node holds
    let choices = "SELECT DISTINCT ON (kind, process, fuel, bore_um, band, hand)
                       kind, process, fuel, bore_um, band, hand, state, median
                   FROM factor_choices
                   ORDER BY kind, process, fuel, bore_um, band, hand, chosen_at DESC, id DESC";
    let choices = sqlx::query_as(choices).fetch_all(connection).await?;
    Ok(Known { kinds, leaves, choices })
}

/// Waits for whoever is learning now; held until the transaction ends.
///
/// # Errors
/// When the database fails.
pub async fn alone(connection: &mut PgConnection) -> ApiResult<()> {
    sqlx::query("SELECT pg_advisory_xact_lock(5815)").execute(connection).await?;
    Ok(())
}

/// Keeps what was learned of a kind in place of what was known.
///
/// # Errors
/// When the database fails.
pub async fn keep(
    connection: &mut PgConnection,
    kind: &NewKind,
    leaves: &[LeafRow],
) -> ApiResult<()> {
    let NewKind { kind, noise, burns } = *kind;
    sqlx::query("DELETE FROM learned WHERE kind = $1").bind(kind).execute(&mut *connection).await?;
    let sql = "INSERT INTO learned (kind, noise, learnt_at, burns) VALUES ($1, $2, now(), $3)";
    sqlx::query(sql).bind(kind).bind(noise).bind(burns).execute(&mut *connection).await?;
    let sql = AssertSqlSafe(format!(
        "INSERT INTO learned_leaves (kind, process, fuel, bore_um, band, hand, weight, pull, n)
         SELECT * FROM {GIVEN}"
    ));
    with_leaves(sqlx::query(sql), leaves).execute(connection).await?;
    Ok(())
}

/// Says that plans are no longer what they were.
///
/// # Errors
/// When the database fails.
pub async fn raise_stamp(connection: &mut PgConnection) -> ApiResult<()> {
    sqlx::query("UPDATE shop_stamp SET stamp = stamp + 1").execute(connection).await?;
    Ok(())
}

/// Keeps the answer that the rig of a job changed.
///
/// # Errors
/// When the database fails, or there is no such job.
pub async fn changed<'e>(
    database: impl PgExecutor<'e>,
    RowKey { id, by }: RowKey,
    job: Uuid,
    at: OffsetDateTime,
) -> ApiResult<()> {
    let sql = "INSERT INTO rig_changes (id, job_id, changed_at, told_by) VALUES ($1, $2, $3, $4)
               ON CONFLICT (id) DO NOTHING";
    sqlx::query(sql).bind(id).bind(job).bind(at).bind(by).execute(database).await?;
    Ok(())
}

/// Keeps a foreman's choice; the one before it stays on record.
///
/// # Errors
/// When the database fails.
pub async fn choose<'e>(
    database: impl PgExecutor<'e>,
    RowKey { id, by }: RowKey,
    choice: &ChoiceRow,
) -> ApiResult<()> {
    let sql = "INSERT INTO factor_choices
                   (id, kind, process, fuel, bore_um, band, hand, state, median, chosen_by)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) ON CONFLICT (id) DO NOTHING";
    sqlx::query(sql)
        .bind(id)
        .bind(&choice.kind)
        .bind(&choice.process)
        .bind(&choice.fuel)
        .bind(choice.bore_um)
        .bind(choice.band)
        .bind(choice.hand)
        .bind(&choice.state)
        .bind(choice.median)
        .bind(by)
        .execute(database)
        .await?;
    Ok(())
}
