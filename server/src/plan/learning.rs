//! Learning of the shop's burns: all of them anew, or one more.

use std::collections::{BTreeMap, BTreeSet};

use galvanon_core::code::Code;
use galvanon_core::record::class::{Class, Taught as Kind};
use galvanon_core::record::learn::{Leaf, Learned, faded, learn};
use galvanon_core::record::one_more;
use sqlx::PgPool;
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::plan::taught::{Taught, row, seen};
use crate::store::learned::{self, LeafRow, NewKind};

/// Burns that are learned from at most: the newest. Source: `ours`: six years of fifteen a day.
pub const MOST: i64 = 20_000;
/// Up to so many burns each new one lets all be learned from anew: that is quick, and exact. Source: `ours`.
const FEW: i64 = 1_000;
/// After so many burns more all are learned from anew, behind. Source: `ours`.
const AT_MOST_SINCE: i32 = 50;

/// Learns anew of the shop's burns; plans are told where anything they are told moved.
///
/// # Errors
/// When the database fails.
pub async fn learn_again(pool: &PgPool) -> ApiResult<()> {
    let mut connection = pool.begin().await?;
    learned::alone(&mut connection).await?;
    let now = OffsetDateTime::now_utc();
    let before = Taught::of(&learned::all(&mut connection).await?, now);
    let burns = learned::that_teach(&mut *connection, MOST).await?;
    let mut after = Taught { kinds: BTreeMap::new(), choices: before.choices.clone() };
    for kind in Kind::ALL {
        let (seen, _) = seen(&burns, *kind, now);
        if seen.is_empty() && !before.kinds.contains_key(kind) {
            continue;
        }
        let found = learn(*kind, &seen);
        let leaves: Vec<LeafRow> = found.leaves().map(|leaf| row(*kind, &leaf)).collect();
        let count = i64::try_from(seen.len()).unwrap_or(i64::MAX);
        let new = NewKind { kind: kind.code(), noise: found.noise, burns: count };
        learned::keep(&mut connection, &new, &leaves).await?;
        after.kinds.insert(*kind, found);
    }
    if after.tells_else_than(&before, Kind::ALL) {
        learned::raise_stamp(&mut connection).await?;
    }
    connection.commit().await?;
    Ok(())
}

/// Learns of burns that were just noted. While the shop has few, all are learned from anew; with many each is added to what
/// is known, and noise and weights are found again behind, by [`catch_up`].
///
/// # Errors
/// When the database fails.
pub async fn learn_more(pool: &PgPool, new: &[Uuid]) -> ApiResult<()> {
    let mut connection = pool.begin().await?;
    learned::alone(&mut connection).await?;
    let known = learned::all(&mut connection).await?;
    if known.burns() <= FEW {
        connection.rollback().await?;
        return learn_again(pool).await;
    }
    let now = OffsetDateTime::now_utc();
    let before = Taught::of(&known, now);
    let mut after = before.clone();
    let burns = learned::by_ids(&mut connection, new).await?;
    let (mut moved, mut leaves) = (Vec::new(), Vec::new());
    for of_kind in &known.kinds {
        let Some(kind) = Kind::of(&of_kind.kind) else { continue };
        let Some(learned) = after.kinds.get_mut(&kind) else { continue };
        // what is kept fades from when all was learned: what is added now is put down as much larger
        let since = faded((now - of_kind.learnt_at).as_seconds_f64() / 86_400.0);
        let (seen, _) = seen(&burns, kind, now);
        for burn in &seen {
            let weight = one_more::add(learned, burn) / since;
            let leaf = Leaf { class: burn.class, weight, pull: weight * burn.factor.ln(), n: 1 };
            leaves.push(row(kind, &leaf));
        }
        if !seen.is_empty() {
            moved.push(kind);
        }
    }
    learned::add(&mut connection, &leaves).await?;
    if after.tells_else_than(&before, &moved) {
        learned::raise_stamp(&mut connection).await?;
    }
    connection.commit().await?;
    Ok(())
}

/// Learns all anew where enough burns were added since it was done last.
///
/// # Errors
/// When the database fails.
pub async fn catch_up(pool: &PgPool) -> ApiResult<()> {
    if learned::since(pool).await? >= AT_MOST_SINCE { learn_again(pool).await } else { Ok(()) }
}

impl Taught {
    /// Whether any plan of a class that either knows is told something else of one of some kinds.
    fn tells_else_than(&self, other: &Self, kinds: &[Kind]) -> bool {
        let classes = |taught: &Self| -> BTreeSet<Class> {
            let all = taught.kinds.values().flat_map(Learned::leaves);
            all.map(|leaf| leaf.class.by(None)).collect()
        };
        let all = &classes(self) | &classes(other);
        let factor =
            |taught: &Self, kind, class: &Class| taught.told(kind, class).map(|it| it.factor);
        kinds.iter().any(|kind| {
            all.iter().any(|class| factor(self, *kind, class) != factor(other, *kind, class))
        })
    }
}
