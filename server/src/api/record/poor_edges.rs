//! What the shop's poor edges cost, by cause, and whether cleaning tips more often would have paid.

use std::collections::BTreeMap;

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::cut::prices::Prices;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::gas::rack::CLEAN_AFTER;
use galvanon_core::quantity::{Duration, GasVolume};
use galvanon_core::record::done::Outcome;
use galvanon_core::record::poor_edges::{
    Bill, Burnt, CLEANING, Cleaning, Grinding, OfCause, bill, cleaning,
};
use galvanon_core::tip::upkeep::{Happened, since_cleaned};
use serde::{Deserialize, Serialize};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::api::cut::prices::{PricesWire, read_prices};
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::read;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, wrong_shape};
use crate::plan::learning::MOST;
use crate::plan::shop::Shop;
use crate::queue::Worker;
use crate::store::burns::cost::{Weighed, weighed};
use crate::store::tip_log::cleanings;
use crate::wire::text::cause_words;
use crate::wire::unit::{fine, hundredths, litres};

/// How far back it looks where nobody says. Source: `ours`: a quarter of a year.
const BACK: time::Duration = time::Duration::days(91);

/// Which time is looked at.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
#[serde(deny_unknown_fields)]
pub struct CostQuery {
    /// From, RFC 3339; 91 days before `to` where it is left out.
    pub from: Option<String>,
    /// To; now where it is left out.
    pub to: Option<String>,
}

/// What a cause cost.
#[derive(Debug, Serialize, ToSchema)]
pub struct CauseCost {
    /// Its code; null where nobody looked.
    pub cause: Option<String>,
    /// What it is, in words.
    pub words: Option<String>,
    /// Burns; parts of one where several causes were likely.
    pub burns: f64,
    /// Ground beyond the usual.
    pub grinding_s: f64,
    /// In the shop's money, of what was measured.
    pub money: f64,
}

/// Whether cleaning more often would have paid.
#[derive(Debug, Serialize, ToSchema)]
pub struct CleaningCost {
    /// Every so many cuts.
    pub every: u32,
    /// Burns by a tip cleaner than that.
    pub early: usize,
    /// Burns by one that was not.
    pub late: usize,
    /// How sure it is that the later ones cost more.
    pub probability: f64,
    /// What cleaning every so many cuts would have saved, cleanings paid.
    pub saved: f64,
    /// Low end of its 95 % band.
    pub low: f64,
    /// High end.
    pub high: f64,
    /// Cleanings more that it would have taken.
    pub cleanings: u32,
    /// Seconds that one takes, an estimate of ours.
    pub cleaning_s: f64,
}

/// What poor edges cost.
#[derive(Debug, Serialize, ToSchema)]
pub struct PoorEdgesReply {
    /// From.
    #[serde(with = "time::serde::rfc3339")]
    pub from: OffsetDateTime,
    /// To.
    #[serde(with = "time::serde::rfc3339")]
    pub to: OffsetDateTime,
    /// Burns that came out somehow.
    pub burns: usize,
    /// Of these usable: brushed or chipped.
    pub usable: u32,
    /// Poor: ground.
    pub poor: u32,
    /// Lost.
    pub lost: u32,
    /// Cut anew, as was said at the torch.
    pub recut: u32,
    /// Ground over planned where a cut comes out good: what is usual in this shop.
    pub usual: f64,
    /// Ground beyond the usual.
    pub grinding_s: f64,
    /// Burnt for nothing.
    pub burning_s: f64,
    /// Oxygen for nothing, where it was read.
    pub oxygen_l: f64,
    /// Fuel for nothing.
    pub fuel_l: f64,
    /// In the shop's money, of what was measured.
    pub money: f64,
    /// Of what was not, each taken as the mean of its like.
    pub estimated_money: f64,
    /// Burns that were not measured and have no like: they are in none of the figures.
    pub unknown: u32,
    /// By cause, the dearest first.
    pub causes: Vec<CauseCost>,
    /// Null where too few burns tell.
    pub cleaning: Option<CleaningCost>,
    /// Whether the shop has put in no price of its own.
    pub prices_estimated: bool,
}

/// The shop's prices by fuel; of an unknown fuel those of acetylene, of which nothing but the wage is taken.
fn prices(shop: &Shop) -> ApiResult<BTreeMap<&'static str, Prices>> {
    let mut all = BTreeMap::new();
    for fuel in Fuel::ALL {
        let mut fields = Fields::default();
        let wire: PricesWire = read(&shop.prices(fuel.code()))?;
        let prices = read_prices(&mut fields, &wire);
        all.insert(fuel.code(), fields.done(prices)?);
    }
    Ok(all)
}

/// What an edge came from, in parts of one: what it turned out to be, else what was likely.
fn causes(burn: &Weighed) -> Vec<(String, f64)> {
    match (&burn.settled, &burn.causes) {
        (Some(settled), _) if !settled.is_empty() => vec![(settled.clone(), 1.0)],
        (_, Some(likely)) => likely
            .as_array()
            .into_iter()
            .flatten()
            .filter_map(|it| Some((it["code"].as_str()?.to_owned(), it["probability"].as_f64()?)))
            .collect(),
        _ => Vec::new(),
    }
}

/// How many cuts the tip of each burn had made since it was cleaned; both lists come oldest first.
fn since(burns: &[Weighed], cleaned: &[(Uuid, OffsetDateTime)]) -> Vec<Option<u32>> {
    let mut by_tip: BTreeMap<Uuid, Vec<(OffsetDateTime, Option<usize>)>> = BTreeMap::new();
    for (at, burn) in burns.iter().enumerate() {
        let Some(tip) = burn.tip_id else { continue };
        by_tip.entry(tip).or_default().push((burn.happened_at, Some(at)));
    }
    for (tip, at) in cleaned {
        by_tip.entry(*tip).or_default().push((*at, None));
    }
    let mut found = vec![None; burns.len()];
    for mut happened in by_tip.into_values() {
        happened.sort_by_key(|(at, _)| *at);
        let kinds: Vec<Happened> = happened
            .iter()
            .map(|(_, burn)| if burn.is_some() { Happened::Cut } else { Happened::Cleaned })
            .collect();
        let places = happened.iter().filter_map(|(_, burn)| *burn);
        for (place, count) in places.zip(since_cleaned(&kinds)) {
            found[place] = count;
        }
    }
    found
}

/// A burn as core weighs it.
fn burnt(burn: &Weighed, since_cleaned: Option<u32>, prices: &Prices) -> Option<Burnt> {
    let planned = |done: f64| Some(done / burn.clean_up_factor.filter(|factor| *factor > 0.0)?);
    let grinding = burn.clean_up_s.and_then(|done| {
        Some(Grinding { done: Duration::from_s(done), planned: Duration::from_s(planned(done)?) })
    });
    let timed = burn.duration_s.map(|cut| Duration::from_s(cut + burn.start_s.unwrap_or(0.0)));
    Some(Burnt {
        outcome: Outcome::of(&burn.outcome)?,
        again: burn.again,
        burning: timed,
        oxygen: GasVolume::from_m3(burn.oxygen_m3.unwrap_or(0.0)),
        fuel: GasVolume::from_m3(burn.fuel_m3.unwrap_or(0.0)),
        grinding,
        causes: causes(burn),
        since_cleaned,
        prices: *prices,
    })
}

impl CauseCost {
    fn of(found: OfCause) -> Self {
        Self {
            words: found.cause.as_deref().map(cause_words),
            cause: found.cause,
            burns: hundredths(found.burns),
            grinding_s: found.loss.grinding.as_s().round(),
            money: hundredths(found.loss.money),
        }
    }
}

impl CleaningCost {
    fn of(found: &Cleaning) -> Self {
        let (low, saved, high) = found.saved;
        Self {
            every: found.every,
            early: found.early,
            late: found.late,
            probability: fine(1.0 - found.judged.probability_a_better),
            saved: hundredths(saved),
            low: hundredths(low),
            high: hundredths(high),
            cleanings: found.cleanings,
            cleaning_s: CLEANING.as_s(),
        }
    }
}

/// Says what poor edges cost, and what cleaning tips would have saved.
#[utoipa::path(get, operation_id = "record_poor_edges", path = "/api/v1/record/poor-edges", params(CostQuery),
    responses((status = 200, body = PoorEdgesReply), (status = 422, body = ErrorBody)))]
#[get("/record/poor-edges")]
pub async fn cost(
    pool: web::Data<PgPool>,
    query: web::Query<CostQuery>,
    (caller, worker): (Caller, Worker),
) -> ApiResult<web::Json<PoorEdgesReply>> {
    let mut fields = Fields::default();
    let to = query.to.as_deref().and_then(|to| fields.moment("to", Some(to)));
    let to = to.unwrap_or_else(OffsetDateTime::now_utc);
    let from = query.from.as_deref().and_then(|from| fields.moment("from", Some(from)));
    let from = from.unwrap_or(to - BACK);
    if from > to {
        let told = query.from.clone().unwrap_or_default();
        fields.errors.push(wrong_shape("from", "a moment before `to`", told.into()));
    }
    fields.done(())?;
    let burns = weighed(pool.get_ref(), (from, to), MOST).await?;
    let since = since(&burns, &cleanings(pool.get_ref()).await?);
    let prices = prices(&Shop::read(&pool, caller.person).await?)?;
    let usual = prices[Fuel::Acetylene.code()];
    let of = |burn: &Weighed| {
        let own = burn.fuel.as_deref().and_then(|fuel| prices.get(fuel));
        own.copied().unwrap_or(usual)
    };
    let burnt: Vec<Burnt> =
        burns.iter().zip(since).filter_map(|(burn, since)| burnt(burn, since, &of(burn))).collect();
    let found = worker.run(move || {
        let number = burnt.len();
        Ok((number, bill(&burnt), cleaning(&burnt, CLEAN_AFTER)?))
    });
    let (number, bill, cleaning) = found.await?;
    let mut reply = PoorEdgesReply::of((from, to), number, bill);
    reply.cleaning = cleaning.as_ref().map(CleaningCost::of);
    reply.prices_estimated = usual.estimated;
    Ok(web::Json(reply))
}

impl PoorEdgesReply {
    fn of((from, to): (OffsetDateTime, OffsetDateTime), burns: usize, bill: Bill) -> Self {
        let [usable, poor, lost, recut] = bill.counts;
        Self {
            from,
            to,
            burns,
            usable,
            poor,
            lost,
            recut,
            usual: fine(bill.usual),
            grinding_s: bill.measured.grinding.as_s().round(),
            burning_s: bill.measured.burning.as_s().round(),
            oxygen_l: litres(bill.measured.oxygen),
            fuel_l: litres(bill.measured.fuel),
            money: hundredths(bill.measured.money),
            estimated_money: hundredths(bill.estimated),
            unknown: bill.unknown,
            causes: bill.causes.into_iter().map(CauseCost::of).collect(),
            cleaning: None,
            prices_estimated: false,
        }
    }
}
