//! Keeps what lists show of lines, and what was learned of burns, up with what changes.

use std::time::Duration;

use sqlx::PgPool;

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

/// Keeps figures up with what changes, for as long as the application runs; of several servers one at a time.
pub async fn keep_up(pool: PgPool) {
    loop {
        match look(&pool).await {
            Ok(left) if left > 0 => continue,
            Ok(_) => {}
            Err(error) => tracing::warn!(%error, "figures of lines are planned later"),
        }
        actix_web::rt::time::sleep(LOOK_AGAIN).await;
    }
}

async fn look(pool: &PgPool) -> ApiResult<usize> {
    // held for as long as this transaction
    let mut held = pool.begin().await?;
    let mine: bool = sqlx::query_scalar("SELECT pg_try_advisory_xact_lock($1)")
        .bind(LOOKS)
        .fetch_one(&mut *held)
        .await?;
    if !mine {
        return Ok(0);
    }
    catch_up(pool).await?;
    plan_some(pool).await
}
