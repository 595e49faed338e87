//! Keeps what lists show of lines, and what was learned of burns, up with what changes.

use std::time::Duration;

use sqlx::{Connection, PgConnection, PgPool};

use crate::api::job::figures::{AT_ONCE, fill};
use crate::error::ApiResult;
use crate::plan::learning::catch_up;
use crate::plan::shop::Shop;
use crate::store::line_figures::{Which, count, first};

/// Between two looks for lines to be planned anew, where none was left.
const LOOK_AGAIN: Duration = Duration::from_secs(5);

/// Which of several servers looks: a lock of the database.
const LOOKS: i64 = 0x6669_6775;

/// Plans the next lines whose figures are not those of now; says how many are left.
///
/// # Errors
/// When the database fails.
pub async fn plan_some(pool: &PgPool) -> ApiResult<usize> {
    let mut next = first(pool, Which::Stale, i64::try_from(AT_ONCE).unwrap_or(i64::MAX)).await?;
    if next.is_empty() {
        return Ok(0);
    }
    let shop = Shop::read(pool, None).await?;
    fill(pool, shop, &mut next).await?;
    count(pool, Which::Stale).await
}

/// Keeps figures up with what changes, for as long as the application runs; of several servers one does, until it ends.
pub async fn keep_up(pool: PgPool) {
    let mut lock = None;
    loop {
        match look(&pool, &mut lock).await {
            Ok(left) if left > 0 => continue,
            Ok(_) => {}
            Err(error) => {
                tracing::warn!(%error, "figures of lines are planned later");
                lock = None;
            }
        }
        actix_web::rt::time::sleep(LOOK_AGAIN).await;
    }
}

/// The lock of the server that plans, on a connection of its own: one of the pool would be missing there for as long as
/// the server runs.
struct Lock {
    connection: PgConnection,
    held: bool,
}

/// Plans some lines, where this server holds the lock.
async fn look(pool: &PgPool, lock: &mut Option<Lock>) -> ApiResult<usize> {
    let lock = match lock {
        Some(lock) => lock,
        None => {
            let connection = PgConnection::connect_with(&pool.connect_options()).await?;
            lock.insert(Lock { connection, held: false })
        }
    };
    // a connection that was lost lost its lock too: asked of it, either way
    let sql = "SELECT $2 OR pg_try_advisory_lock($1)";
    let asked = sqlx::query_scalar(sql).bind(LOOKS).bind(lock.held);
    lock.held = asked.fetch_one(&mut lock.connection).await?;
    if !lock.held {
        return Ok(0);
    }
    catch_up(pool).await?;
    plan_some(pool).await
}
