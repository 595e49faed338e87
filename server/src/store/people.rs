//! The table `people`.

use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::role::Role;
use crate::store::{Made, Record, Recorded, RowKey, changed, made};
use crate::wire::setup::DepthWire;

/// A person of the shop.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Person {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// What they are called.
    pub name: String,
    /// left, right: the hand that holds the torch.
    pub handedness: String,
    /// How much a run tells them: every_step, phases, stops.
    #[schema(value_type = DepthWire)]
    pub depth: String,
    /// owner, foreman, planner, torch_hand, crib_keeper, viewer.
    pub role: Role,
    /// Their number in the shop's records: it stays when the name is removed.
    pub number: i32,
    /// An invented person, who comes in by the demo's door.
    pub demo: bool,
}

impl Recorded for Person {
    const TABLE: &str = "people";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What makes a person.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPerson {
    /// What they are called.
    pub name: String,
    /// left, right.
    pub handedness: String,
    /// every_step, phases, stops; every_step when left out.
    #[serde(default)]
    pub depth: DepthWire,
    /// owner, foreman, planner, torch_hand, crib_keeper, viewer; torch_hand when left out.
    #[serde(default)]
    pub role: Role,
}

/// What may change in a person; what is left out stays.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PersonChange {
    /// The version that was seen.
    pub version: i32,
    /// What they are called.
    pub name: Option<String>,
    /// left, right.
    pub handedness: Option<String>,
    /// every_step, phases, stops.
    pub depth: Option<DepthWire>,
    /// owner, foreman, planner, torch_hand, crib_keeper, viewer.
    pub role: Option<Role>,
}

/// Everybody, by name.
///
/// # Errors
/// When the database fails.
pub async fn all(db: impl PgExecutor<'_>) -> ApiResult<Vec<Person>> {
    let sql = "SELECT * FROM people WHERE deleted_at IS NULL ORDER BY name, id";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// The hand that a person holds the torch with; `None` for nobody.
///
/// # Errors
/// When the database fails.
pub async fn handedness(
    db: impl PgExecutor<'_>,
    person: Option<Uuid>,
) -> ApiResult<Option<String>> {
    let Some(person) = person else { return Ok(None) };
    let sql = "SELECT handedness FROM people WHERE id = $1";
    Ok(sqlx::query_scalar(sql).bind(person).fetch_optional(db).await?)
}

/// Adds a person under an id of the client's choice.
///
/// # Errors
/// [`crate::error::ApiError::Different`] when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    person: &NewPerson,
    body: &Value,
) -> ApiResult<Made<Person>> {
    let sql =
        "INSERT INTO people (id, name, handedness, made_from, made_by, changed_by, depth, role)
               VALUES ($1, $2, $3, $4, $5, $5, $6, $7) ON CONFLICT (id) DO NOTHING RETURNING *";
    let new: Option<Person> = sqlx::query_as(sql)
        .bind(id)
        .bind(&person.name)
        .bind(&person.handedness)
        .bind(body)
        .bind(by)
        .bind(person.depth.code())
        .bind(person.role)
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, new, body).await
}

/// Changes a person whose version is the one sent.
///
/// # Errors
/// [`crate::error::ApiError::Stale`] when it was changed meanwhile.
pub async fn patch(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    change: &PersonChange,
    body: &Value,
) -> ApiResult<Person> {
    let sql = "UPDATE people SET name = COALESCE($3, name), handedness = COALESCE($4, handedness),
                   depth = COALESCE($6, depth), role = COALESCE($7, role),
                   version = version + 1, changed_at = now(), changed_by = $5
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let row = sqlx::query_as(sql)
        .bind(id)
        .bind(change.version)
        .bind(&change.name)
        .bind(&change.handedness)
        .bind(by)
        .bind(change.depth.map(DepthWire::code))
        .bind(change.role)
        .fetch_optional(&mut *conn)
        .await?;
    changed(&mut *conn, id, row, body).await
}

/// Puts the number in place of the name, everywhere it stands.
///
/// # Errors
/// When the database fails.
pub async fn forget_name(
    db: impl PgExecutor<'_>,
    RowKey { id, by }: RowKey,
) -> ApiResult<Option<Person>> {
    let sql = "UPDATE people SET name = 'Person ' || number, made_from = made_from - 'name', demo = false,
            deleted_at = coalesce(deleted_at, now()), version = version + 1, changed_at = now(), changed_by = $2
        WHERE id = $1 RETURNING *";
    Ok(sqlx::query_as(sql).bind(id).bind(by).fetch_optional(db).await?)
}

/// Makes the person of a name an owner, or adds them as one: whoever claims a shop.
///
/// # Errors
/// When the database fails.
pub async fn first_owner(conn: &mut PgConnection, name: &str) -> ApiResult<Uuid> {
    let known = "UPDATE people SET role = 'owner', version = version + 1, changed_at = now()
        WHERE id = (SELECT id FROM people WHERE lower(name) = lower($1) AND deleted_at IS NULL ORDER BY made_at LIMIT 1)
        RETURNING id";
    if let Some(id) = sqlx::query_scalar(known).bind(name).fetch_optional(&mut *conn).await? {
        return Ok(id);
    }
    let new = "INSERT INTO people (id, name, handedness, made_from, role)
        VALUES ($1, $2, 'right', jsonb_build_object('name', $2::text), 'owner') RETURNING id";
    Ok(sqlx::query_scalar(new).bind(Uuid::now_v7()).bind(name).fetch_one(&mut *conn).await?)
}

/// Marks a person as invented: they come in by the demo's door.
///
/// # Errors
/// When the database fails.
pub async fn invented(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<()> {
    sqlx::query("UPDATE people SET demo = true WHERE id = $1").bind(id).execute(db).await?;
    Ok(())
}
