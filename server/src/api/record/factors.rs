//! What the shop's own burns have taught.

use std::collections::BTreeMap;

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::record::class::{Band, Key, Level, Taught as Kind};
use galvanon_core::record::learn::{Factor, Seen, learn};
use galvanon_core::record::truer::{Truer, foretold, truer};
use serde::{Deserialize, Serialize};
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::held::HeldWire;
use crate::error::ApiResult;
use crate::plan::learning::MOST;
use crate::plan::taught::{State, Taught, seen};
use crate::queue::Worker;
use crate::store::learned;
use crate::wire::unit::fine;

/// A band of thickness.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ThicknessBand {
    /// Lower end.
    pub low: f64,
    /// Upper end.
    pub high: f64,
}

/// Which burns a factor is of; what is left out lies below it.
#[derive(Clone, Debug, Default, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(default, deny_unknown_fields)]
pub struct ClassWire {
    /// Bore of the tip.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub bore_mm: Option<f64>,
    /// What burnt.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub fuel: Option<String>,
    /// Band of thickness.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thickness_mm: Option<ThicknessBand>,
    /// freehand, guided, machine; wash, gouge, fastener, long_cut of other work whose time follows no cut's pace.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub process: Option<String>,
    /// Whose hand.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub person_id: Option<Uuid>,
}

/// A factor of the shop.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FactorWire {
    /// speed, start_preheat, kerf, oxygen, fuel, clean_up.
    pub kind: String,
    /// Of which burns.
    pub class: ClassWire,
    /// How many.
    pub n: u32,
    /// Half of them lie under it.
    pub median: f64,
    /// Low end of its 80 % band.
    pub low: f64,
    /// High end.
    pub high: f64,
    /// shop, process, class, hand.
    pub from: String,
    /// learning, frozen, refused.
    pub state: String,
    /// As it was frozen.
    pub frozen: Option<f64>,
}

/// A burn that is far off what all others expect of it, or with which a change came.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct SeenWire {
    /// The burn.
    pub burn_id: Uuid,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
    /// The job it was of, where it was of one.
    pub job: Option<String>,
    /// Its id.
    pub job_id: Option<Uuid>,
    /// Whose hand.
    pub person_id: Option<Uuid>,
    /// Of which figure.
    pub kind: String,
    /// Done over planned.
    pub factor: f64,
    /// How far off, standard deviations; null of a change.
    pub off: Option<f64>,
    /// Of a change: whether the figure is more than before; null of a burn that is far off.
    pub more: Option<bool>,
}

/// Whether plans of a figure got truer.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TruerWire {
    /// Which figure.
    pub kind: String,
    /// Burns that were held against what those before them told.
    #[serde(flatten)]
    pub held: HeldWire,
    /// How far burns lay from the tables, percent.
    pub before_percent: f64,
    /// How far from what the burns before them told.
    pub after_percent: f64,
}

/// What moved within a week.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MovedWire {
    /// Which figure.
    pub kind: String,
    /// Of which burns.
    pub class: ClassWire,
    /// A week ago.
    pub before: f64,
    /// Now.
    pub now: f64,
    /// Burns behind it now.
    pub n: u32,
}

/// Everything that was learned.
#[derive(Debug, Serialize, ToSchema)]
pub struct FactorsReply {
    /// By kind, from the shop down to the hands.
    pub factors: Vec<FactorWire>,
    /// Burns far off what is expected of them: they weigh less, and are never left out.
    pub flagged: Vec<SeenWire>,
    /// Where a rig changed its ways.
    pub changes: Vec<SeenWire>,
    /// Whether plans got truer, by kind.
    pub truer: Vec<TruerWire>,
    /// What moved most within a week, at most three.
    pub week: Vec<MovedWire>,
    /// Burns of that week.
    pub week_burns: usize,
}

/// A change is seen some burns after it came: within so many days it is the same one. Source: `ours`.
const ABOUT_THEN: i64 = 14;
/// What is told of a week.
const TOLD: usize = 3;

impl ClassWire {
    /// A class by its key.
    #[must_use]
    pub fn of(key: &Key) -> Self {
        let ends = |band: Band| {
            let (low, high) = band.ends();
            ThicknessBand { low: fine(low.as_mm()), high: fine(high.as_mm()) }
        };
        Self {
            bore_mm: key.class.map(|(bore, _)| f64::from(bore) / 1e3),
            fuel: key.process.map(|(_, fuel)| fuel.code().to_owned()),
            thickness_mm: key.class.map(|(_, band)| ends(band)),
            process: key.process.map(|(process, _)| process.code().to_owned()),
            person_id: key.hand.flatten().map(Uuid::from_u128),
        }
    }
}

/// Says what the shop's burns have taught.
#[utoipa::path(get, operation_id = "factors_list", path = "/api/v1/factors", responses((status = 200, body = FactorsReply)))]
#[get("/factors")]
pub async fn list(pool: web::Data<PgPool>, worker: Worker) -> ApiResult<web::Json<FactorsReply>> {
    everything(&pool, &worker).await
}

/// Everything that was learned, as a reply says it.
///
/// # Errors
/// When the database fails.
pub async fn everything(pool: &PgPool, worker: &Worker) -> ApiResult<web::Json<FactorsReply>> {
    let taught = Taught::read(pool).await?;
    let burns = learned::that_teach(pool, MOST).await?;
    worker.run(move || Ok(reply(&taught, &burns))).await.map(web::Json)
}

fn reply(taught: &Taught, burns: &[learned::Taught]) -> FactorsReply {
    let now = OffsetDateTime::now_utc();
    let week = now - Duration::WEEK;
    let mut found = FactorsReply {
        factors: factors(taught),
        flagged: Vec::new(),
        changes: Vec::new(),
        truer: Vec::new(),
        week: Vec::new(),
        week_burns: burns.iter().filter(|burn| burn.happened_at > week).count(),
    };
    for kind in Kind::ALL {
        let (all, places) = seen(burns, *kind, now);
        if all.is_empty() {
            continue;
        }
        let learned = learn(*kind, &all);
        let one = |at: usize| SeenWire::of(&burns[places[at]], *kind, all[at].factor);
        let flagged = learned.flagged.iter();
        found
            .flagged
            .extend(flagged.map(|(at, off)| SeenWire { off: Some(fine(*off)), ..one(*at) }));
        // what the shop has answered is not asked again
        let open = learned.changes.iter().filter(|it| !answered(burns, &burns[places[it.at]]));
        found.changes.extend(open.map(|it| SeenWire { more: Some(it.more), ..one(it.at) }));
        found.truer.push(TruerWire::of(*kind, &truer(&all, &foretold(*kind, &all))));
        found.week.extend(moved(*kind, &all, 7.0));
    }
    let far = |moved: &MovedWire| (moved.now / moved.before).ln().abs();
    found.week.sort_by(|a, b| far(b).total_cmp(&far(a)));
    found.week.truncate(TOLD);
    found
}

impl SeenWire {
    fn of(burn: &learned::Taught, kind: Kind, factor: f64) -> Self {
        Self {
            more: None,
            burn_id: burn.id,
            happened_at: burn.happened_at,
            job: burn.job_name.clone(),
            job_id: burn.job_id,
            person_id: burn.person_id,
            kind: kind.code().to_owned(),
            factor: fine(factor),
            off: None,
        }
    }
}

impl TruerWire {
    fn of(kind: Kind, held: &Truer) -> Self {
        let percent = |ln: f64| fine((ln.exp() - 1.0) * 100.0);
        Self {
            kind: kind.code().to_owned(),
            held: HeldWire::of(held.within, held.n),
            before_percent: percent(held.before),
            after_percent: percent(held.after),
        }
    }
}

/// Whether the shop has said that a burn's rig changed about then, or after it.
fn answered(burns: &[learned::Taught], at: &learned::Taught) -> bool {
    let before = |burn: &&learned::Taught| burn.job_id == at.job_id && burn.changed_since;
    let last = burns.iter().filter(before).map(|burn| burn.happened_at).max();
    last.is_some_and(|last| at.happened_at <= last + Duration::days(ABOUT_THEN))
}

fn factors(taught: &Taught) -> Vec<FactorWire> {
    let mut all = Vec::new();
    for (kind, learned) in taught.kinds() {
        let mut nodes: Vec<(Key, Factor, u32)> = learned.nodes().collect();
        nodes.sort_by_key(|(key, ..)| (key.level(), *key));
        all.extend(nodes.into_iter().map(|(key, factor, n)| {
            let (state, median) = taught.state(kind, &key);
            FactorWire {
                kind: kind.code().to_owned(),
                class: ClassWire::of(&key),
                n,
                median: fine(factor.median),
                low: fine(factor.low),
                high: fine(factor.high),
                from: key.level().code().to_owned(),
                state: state.code().to_owned(),
                frozen: median.filter(|_| state == State::Frozen),
            }
        }));
    }
    all
}

/// Classes whose factor moved with the burns of the last days by a hundredth or more.
fn moved(kind: Kind, all: &[Seen], days: f64) -> Vec<MovedWire> {
    let before: Vec<Seen> = all.iter().filter(|burn| burn.age > days).copied().collect();
    let (then, now) = (learn(kind, &before), learn(kind, all));
    let then: BTreeMap<Key, f64> = then.nodes().map(|(key, it, _)| (key, it.median)).collect();
    let classes = now.nodes().filter(|(key, ..)| key.level() == Level::Class);
    let moved = classes.filter_map(|(key, factor, n)| {
        let before = then.get(&key).copied().unwrap_or(1.0);
        let far = (factor.median / before).ln().abs() >= 0.01;
        far.then(|| MovedWire {
            kind: kind.code().to_owned(),
            class: ClassWire::of(&key),
            before: fine(before),
            now: fine(factor.median),
            n,
        })
    });
    moved.collect()
}
