//! The tables `credentials` and `recovery_codes`.

use sqlx::{Connection, PgConnection, PgExecutor};
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::door::KeyHash;
use crate::store::role::Role;

/// How a person can show who they are.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Credentials {
    /// The person.
    pub person: Uuid,
    /// Their name.
    pub name: String,
    /// What they may do.
    pub role: Role,
    /// An invented person of the demo.
    pub demo: bool,
    /// The hash of the password.
    pub password: Option<String>,
    /// The hash of the PIN.
    pub pin: Option<String>,
    /// Wrong PINs since the last right one.
    pub pin_wrong: i32,
    /// The secret of the second factor.
    pub totp_secret: Option<Vec<u8>>,
    /// Whether the second factor is asked for.
    pub second_factor: bool,
    /// The last time step whose code was taken.
    pub totp_step: i64,
}

const OF: &str = "SELECT p.id AS person, p.name, p.role, p.demo, c.password, c.pin,
        coalesce(c.pin_wrong, 0) AS pin_wrong, c.totp_secret,
        c.totp_since IS NOT NULL AS second_factor, coalesce(c.totp_step, 0) AS totp_step
    FROM people p LEFT JOIN credentials c ON c.person_id = p.id WHERE p.deleted_at IS NULL AND";

/// The people of a name, in any case: two may share one.
///
/// # Errors
/// When the database fails.
pub async fn named(db: impl PgExecutor<'_>, name: &str) -> ApiResult<Vec<Credentials>> {
    let sql =
        sqlx::AssertSqlSafe(format!("{OF} lower(p.name) = lower($1) ORDER BY p.made_at LIMIT 5"));
    Ok(sqlx::query_as(sql).bind(name).fetch_all(db).await?)
}

/// One person.
///
/// # Errors
/// When the database fails.
pub async fn of(db: impl PgExecutor<'_>, person: Uuid) -> ApiResult<Option<Credentials>> {
    let sql = sqlx::AssertSqlSafe(format!("{OF} p.id = $1"));
    Ok(sqlx::query_as(sql).bind(person).fetch_optional(db).await?)
}

/// Keeps the hash of a password.
///
/// # Errors
/// When the database fails.
pub async fn set_password(db: impl PgExecutor<'_>, person: Uuid, hash: &str) -> ApiResult<()> {
    let sql = "INSERT INTO credentials (person_id, password) VALUES ($1, $2)
        ON CONFLICT (person_id) DO UPDATE SET password = excluded.password";
    sqlx::query(sql).bind(person).bind(hash).execute(db).await?;
    Ok(())
}

/// Keeps the hash of a PIN.
///
/// # Errors
/// When the database fails.
pub async fn set_pin(db: impl PgExecutor<'_>, person: Uuid, hash: &str) -> ApiResult<()> {
    let sql = "INSERT INTO credentials (person_id, pin) VALUES ($1, $2)
        ON CONFLICT (person_id) DO UPDATE SET pin = excluded.pin, pin_wrong = 0";
    sqlx::query(sql).bind(person).bind(hash).execute(db).await?;
    Ok(())
}

/// Counts a wrong PIN, or forgets them after a right one.
///
/// # Errors
/// When the database fails.
pub async fn count_pin(db: impl PgExecutor<'_>, person: Uuid, right: bool) -> ApiResult<()> {
    let sql = "UPDATE credentials SET pin_wrong = CASE WHEN $2 THEN 0 ELSE pin_wrong + 1 END WHERE person_id = $1";
    sqlx::query(sql).bind(person).bind(right).execute(db).await?;
    Ok(())
}

/// Those who have a PIN, by name: who may be chosen at a tablet.
///
/// # Errors
/// When the database fails.
pub async fn with_pin(db: impl PgExecutor<'_>) -> ApiResult<Vec<(Uuid, String)>> {
    let sql = "SELECT p.id, p.name FROM people p JOIN credentials c ON c.person_id = p.id
        WHERE c.pin IS NOT NULL AND p.deleted_at IS NULL ORDER BY p.name, p.id LIMIT 200";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// The invented people of a demo, by name.
///
/// # Errors
/// When the database fails.
pub async fn of_demo(db: impl PgExecutor<'_>) -> ApiResult<Vec<(String, Role)>> {
    let sql =
        "SELECT name, role FROM people WHERE demo AND deleted_at IS NULL ORDER BY number LIMIT 50";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// Keeps the secret of a second factor that is to be tried first.
///
/// # Errors
/// When the database fails.
pub async fn offer_second(db: impl PgExecutor<'_>, person: Uuid, secret: &[u8]) -> ApiResult<()> {
    let sql = "INSERT INTO credentials (person_id, totp_secret) VALUES ($1, $2)
        ON CONFLICT (person_id) DO UPDATE SET totp_secret = excluded.totp_secret, totp_since = NULL, totp_step = 0";
    sqlx::query(sql).bind(person).bind(secret).execute(db).await?;
    Ok(())
}

/// Takes a time step; whether it is a later one than was ever taken.
///
/// # Errors
/// When the database fails.
pub async fn take_step(db: impl PgExecutor<'_>, person: Uuid, step: i64) -> ApiResult<bool> {
    let sql = "UPDATE credentials SET totp_step = $2 WHERE person_id = $1 AND totp_step < $2";
    Ok(sqlx::query(sql).bind(person).bind(step).execute(db).await?.rows_affected() > 0)
}

/// Asks for the second factor from now on, with new recovery codes in place of those before.
///
/// # Errors
/// When the database fails.
pub async fn require_second(
    conn: &mut PgConnection,
    person: Uuid,
    codes: &[KeyHash],
) -> ApiResult<()> {
    let codes: Vec<Vec<u8>> = codes.iter().map(|code| code.to_vec()).collect();
    let mut all = conn.begin().await?;
    sqlx::query("UPDATE credentials SET totp_since = now() WHERE person_id = $1")
        .bind(person)
        .execute(&mut *all)
        .await?;
    sqlx::query("DELETE FROM recovery_codes WHERE person_id = $1")
        .bind(person)
        .execute(&mut *all)
        .await?;
    sqlx::query("INSERT INTO recovery_codes (hash, person_id) SELECT unnest($2::bytea[]), $1")
        .bind(person)
        .bind(codes)
        .execute(&mut *all)
        .await?;
    all.commit().await?;
    Ok(())
}

/// Asks for no second factor any more.
///
/// # Errors
/// When the database fails.
pub async fn drop_second(conn: &mut PgConnection, person: Uuid) -> ApiResult<()> {
    let mut all = conn.begin().await?;
    sqlx::query("UPDATE credentials SET totp_secret = NULL, totp_since = NULL, totp_step = 0 WHERE person_id = $1")
        .bind(person)
        .execute(&mut *all)
        .await?;
    sqlx::query("DELETE FROM recovery_codes WHERE person_id = $1")
        .bind(person)
        .execute(&mut *all)
        .await?;
    all.commit().await?;
    Ok(())
}

/// Uses a recovery code of a person; whether it was one.
///
/// # Errors
/// When the database fails.
pub async fn use_recovery(
    db: impl PgExecutor<'_>,
    person: Uuid,
    code: &KeyHash,
) -> ApiResult<bool> {
    let sql = "UPDATE recovery_codes SET used_at = now() WHERE hash = $1 AND person_id = $2 AND used_at IS NULL";
    Ok(sqlx::query(sql).bind(code).bind(person).execute(db).await?.rows_affected() > 0)
}

/// Takes away all that a person could come in by.
///
/// # Errors
/// When the database fails.
pub async fn forget(conn: &mut PgConnection, person: Uuid) -> ApiResult<()> {
    for sql in [
        "DELETE FROM recovery_codes WHERE person_id = $1",
        "DELETE FROM passkeys WHERE person_id = $1",
        "DELETE FROM invitations WHERE person_id = $1 AND used_at IS NULL",
        "DELETE FROM credentials WHERE person_id = $1",
    ] {
        sqlx::query(sql).bind(person).execute(&mut *conn).await?;
    }
    Ok(())
}
