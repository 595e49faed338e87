//! Lists, page by page: newest first by (time, id), from behind the last row of the page before.

use sqlx::{AssertSqlSafe, PgExecutor};
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::Row;

/// The place of a row in its list.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Place {
    /// Its time, to the microsecond.
    pub at: OffsetDateTime,
    /// Its id.
    pub id: Uuid,
}

/// Which page is asked for.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Page {
    /// How many rows at most.
    pub limit: i64,
    /// Behind which row; from the newest on where it is left out.
    pub after: Option<Place>,
}

/// What a list is made of.
pub struct List<'a, T> {
    /// The column of its time.
    pub time: &'static str,
    /// The time in that column.
    pub at: fn(&T) -> OffsetDateTime,
    /// What its rows must match besides, with `$1` for the text.
    pub matching: Option<(&'static str, &'a str)>,
}

/// A page of rows that are not deleted, and the place of its last row where more follow.
///
/// # Errors
/// When the database fails.
pub async fn page<T: Row>(
    db: impl PgExecutor<'_>,
    list: &List<'_, T>,
    page: &Page,
) -> ApiResult<(Vec<T>, Option<Place>)> {
    let List { time, at, matching } = list;
    let behind = page.after.map_or("", |_| "AND ({time}, id) < ($3, $4)").replace("{time}", time);
    let matching_sql = matching.map_or("$1::text IS NULL", |(condition, _)| condition);
    // table, column and condition are constants of ours, never an input
    let sql = AssertSqlSafe(format!(
        "SELECT * FROM {} WHERE deleted_at IS NULL AND {matching_sql} {behind}
         ORDER BY {time} DESC, id DESC LIMIT $2",
        T::TABLE
    ));
    let mut query = sqlx::query_as(sql).bind(matching.map(|(_, text)| text)).bind(page.limit + 1);
    if let Some(after) = page.after {
        query = query.bind(after.at).bind(after.id);
    }
    let mut rows: Vec<T> = query.fetch_all(db).await?;
    let whole = usize::try_from(page.limit).unwrap_or(usize::MAX);
    let more = rows.len() > whole;
    rows.truncate(whole);
    let last = rows.last().filter(|_| more);
    let next = last.map(|row| Place { at: at(row), id: row.record().id });
    Ok((rows, next))
}
