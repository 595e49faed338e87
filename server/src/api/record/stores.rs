//! What the shop's gear asks of the one who keeps it: what is due, which cylinders go back, what is to be ordered.

use std::collections::BTreeMap;

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::gas::cylinder_log::{Turn, is_empty};
use galvanon_core::gas::fuel::Gas;
use galvanon_core::gas::job_supply::Cylinder;
use galvanon_core::gas::order::Stand;
use galvanon_core::gas::rack::{GearKind, INSPECTION};
use galvanon_core::quantity::{GasVolume, GaugePressure};
use galvanon_core::tip::upkeep::is_worn;
use serde::Serialize;
use sqlx::PgPool;
use time::{Date, OffsetDateTime};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::tips::life_starts;
use crate::error::ApiResult;
use crate::http::caller::Caller;
use crate::plan::cylinder_log::{Logged, logged};
use crate::plan::rack::{GearView, inspection};
use crate::plan::shop::Shop;
use crate::plan::supply::{cylinder, ready, surroundings};
use crate::store::gear::cylinder_log::readings;
use crate::store::line_figures::{Needed, Which, count, needed};
use crate::store::tip_log::{self, Use};
use crate::wire::unit::litres;

/// Jobs and readings are looked at for so long back. Source: `ours`: a quarter of a year.
const BACK: time::Duration = time::Duration::days(91);

/// A hose, a regulator or an arrestor by the calendar.
#[derive(Debug, Serialize, ToSchema)]
pub struct DueGear {
    /// The piece.
    pub gear_id: Uuid,
    /// hose, regulator, arrestor.
    pub kind: String,
    /// What the shop calls it.
    pub label: String,
    /// never, overdue, soon, fine.
    pub state: String,
    /// The day it was last inspected, as 2026-05-31; null where none is noted.
    pub inspected_on: Option<String>,
    /// The day it is due.
    pub due_on: Option<String>,
    /// Days until then; under nothing where it is over.
    pub days_left: Option<i64>,
}

/// A gas of the shop: what it has, needs and took.
#[derive(Debug, Serialize, ToSchema)]
pub struct GasStand {
    /// oxygen, or the code of the fuel.
    pub gas: String,
    /// Cylinders that may be drawn on.
    pub ready: usize,
    /// What they give before each is changed.
    pub at_hand_l: f64,
    /// What the jobs of the last 91 days still take.
    pub needed_l: f64,
    /// What is missing, a tenth more than needed.
    pub missing_l: f64,
    /// Taken in the last 91 days, by gauge and scale.
    pub taken_l: f64,
    /// Cylinders changed in that time.
    pub changed: usize,
}

/// An empty cylinder.
#[derive(Debug, Serialize, ToSchema)]
pub struct EmptyCylinder {
    /// The cylinder.
    pub gear_id: Uuid,
    /// What the shop calls it.
    pub label: String,
    /// Its gas.
    pub gas: String,
    /// What is left in it.
    pub left_l: f64,
    /// Whether it is marked: out of service.
    pub marked: bool,
}

/// That a cylinder was changed.
#[derive(Debug, Serialize, ToSchema)]
pub struct CylinderChanged {
    /// Its place in the rack.
    pub gear_id: Uuid,
    /// What the shop calls it.
    pub label: String,
    /// Its gas.
    pub gas: String,
    /// When the new one was first read.
    #[serde(with = "time::serde::rfc3339")]
    pub at: OffsetDateTime,
    /// Last read in the one before.
    pub left_l: f64,
    /// First read in the one after.
    pub with_l: f64,
}

/// Something to be ordered, or mended.
#[derive(Debug, Serialize, ToSchema)]
pub struct ToOrder {
    /// cylinder, or the kind of gear.
    pub kind: String,
    /// Which gas, of a cylinder.
    pub gas: Option<String>,
    /// How many; null where nobody knows how much a fresh one gives.
    pub count: Option<u32>,
    /// The piece that it replaces.
    pub gear_id: Option<Uuid>,
    /// What the shop calls that.
    pub label: Option<String>,
    /// short, worn, dinged, out.
    pub why: String,
    /// Of gear out of service: why it is.
    pub out_because: Option<String>,
}

/// What is due, empty and to be ordered.
#[derive(Debug, Serialize, ToSchema)]
pub struct StoresReply {
    /// Hoses, regulators and arrestors: what is due first.
    pub due: Vec<DueGear>,
    /// By gas.
    pub gases: Vec<GasStand>,
    /// Cylinders to go back.
    pub empty: Vec<EmptyCylinder>,
    /// Cylinders changed in the last 91 days, the newest first.
    pub changed: Vec<CylinderChanged>,
    /// What to order.
    pub order: Vec<ToOrder>,
    /// Cuts that are being planned anew: what they need is not in yet.
    pub pending: usize,
}

fn due(view: &GearView, now: OffsetDateTime) -> DueGear {
    let (seen, state) = inspection(&view.gear, now);
    let due = seen.and_then(|day| day.checked_add(time::Duration::seconds_f64(INSPECTION.as_s())));
    DueGear {
        gear_id: view.gear.record.id,
        kind: view.gear.kind.clone(),
        label: view.gear.label.clone(),
        state: state.code().to_owned(),
        inspected_on: seen.map(|day: Date| day.to_string()),
        due_on: due.map(|day| day.to_string()),
        days_left: due.map(|day| (day - now.date()).whole_days()),
    }
}

/// What is due first; what nobody ever noted before all.
fn all_due(shop: &Shop, now: OffsetDateTime) -> Vec<DueGear> {
    let inspected =
        |view: &&GearView| view.gear.in_service && view.kind().is_some_and(GearKind::is_inspected);
    let mut all: Vec<DueGear> =
        shop.rack.iter().filter(inspected).map(|view| due(view, now)).collect();
    all.sort_by(|a, b| a.days_left.cmp(&b.days_left).then_with(|| a.label.cmp(&b.label)));
    all
}

/// What a cylinder gives before it is changed. What its regulator is set to hangs on the cut: the margin of an order covers that.
fn gives(shop: &Shop, cylinder: &Cylinder) -> ApiResult<GasVolume> {
    let keep = cylinder.keep(GaugePressure::from_pa(0.0), surroundings(shop, None))?;
    Ok(GasVolume::from_m3((cylinder.contents.as_m3() - keep.as_m3()).max(0.0)))
}

/// The cylinders of a gas in the rack whose contents are known, those out of service too.
fn of_gas(shop: &Shop, gas: Gas) -> impl Iterator<Item = (&GearView, Cylinder)> {
    let mine = shop.rack.iter().filter(|view| view.kind() == Some(GearKind::Cylinder));
    mine.filter_map(|view| Some((view, cylinder(view)?))).filter(move |(_, it)| it.gas == gas)
}

fn stand(shop: &Shop, gas: Gas, needed: &[Needed]) -> ApiResult<Stand> {
    let mut at_hand = 0.0;
    for (_, cylinder) in ready(shop, gas) {
        at_hand += gives(shop, &cylinder)?.as_m3();
    }
    let full = of_gas(shop, gas).map(|(_, it)| Cylinder { contents: it.rated, ..it });
    let largest = full.max_by(|a, b| a.rated.as_m3().total_cmp(&b.rated.as_m3()));
    let needed = needed.iter().find(|it| it.gas == gas.code()).map_or(0.0, |it| it.volume_m3);
    Ok(Stand {
        needed: GasVolume::from_m3(needed),
        at_hand: GasVolume::from_m3(at_hand),
        fresh: largest.map(|it| gives(shop, &it)).transpose()?,
    })
}

fn changed(cylinders: &[Logged]) -> Vec<CylinderChanged> {
    let of = |cylinder: &Logged| {
        let gas = cylinder.gas.code().to_owned();
        let each = cylinder.turns.iter().filter_map(move |(turn, after)| {
            let Turn::Changed { left, with } = turn else { return None };
            Some(CylinderChanged {
                gear_id: after.gear_id,
                label: after.label.clone(),
                gas: gas.clone(),
                at: after.read_at,
                left_l: litres(*left),
                with_l: litres(*with),
            })
        });
        each.collect::<Vec<_>>()
    };
    let mut all: Vec<CylinderChanged> = cylinders.iter().flat_map(of).collect();
    all.sort_by_key(|it| std::cmp::Reverse(it.at));
    all
}

fn empties(shop: &Shop) -> Vec<EmptyCylinder> {
    let all = Gas::IN_CYLINDERS.iter().flat_map(|gas| of_gas(shop, *gas));
    let empty = all.filter(|(_, it)| is_empty(it.contents, it.rated));
    let told = empty.map(|(view, it)| EmptyCylinder {
        gear_id: view.gear.record.id,
        label: view.gear.label.clone(),
        gas: it.gas.code().to_owned(),
        left_l: litres(it.contents),
        marked: !view.gear.in_service,
    });
    told.collect()
}

/// Why a piece of gear is to be ordered anew or mended; `None` where it is not, and of a cylinder: that goes by its gas.
fn wanted(view: &GearView, used: &BTreeMap<Uuid, i64>, life: Option<f64>) -> Option<&'static str> {
    let kind = view.kind().filter(|kind| *kind != GearKind::Cylinder)?;
    if !view.gear.in_service {
        return Some("out");
    }
    if kind != GearKind::Tip {
        return None;
    }
    let starts = used.get(&view.gear.record.id).copied().unwrap_or(0);
    let starts = u32::try_from(starts).unwrap_or(u32::MAX);
    match life {
        Some(life) if is_worn(starts, life) => Some("worn"),
        _ => (view.gear.fields["seat_state"] == "dinged").then_some("dinged"),
    }
}

fn gear_to_order(shop: &Shop, used: &[Use]) -> Vec<ToOrder> {
    let used: BTreeMap<Uuid, i64> = used.iter().map(|it| (it.tip_id, it.starts)).collect();
    let life = life_starts(shop);
    let of = |view: &GearView| {
        let why = wanted(view, &used, life)?;
        Some(ToOrder {
            kind: view.gear.kind.clone(),
            gas: None,
            count: Some(1),
            gear_id: Some(view.gear.record.id),
            label: Some(view.gear.label.clone()),
            why: why.to_owned(),
            out_because: (why == "out").then(|| view.gear.out_because.clone()),
        })
    };
    shop.rack.iter().filter_map(of).collect()
}

/// What is due, which cylinders are empty or were changed, and what is to be ordered.
#[utoipa::path(get, operation_id = "stores", path = "/api/v1/record/stores", responses((status = 200, body = StoresReply)))]
#[get("/record/stores")]
pub async fn stores(pool: web::Data<PgPool>, caller: Caller) -> ApiResult<web::Json<StoresReply>> {
    let now = OffsetDateTime::now_utc();
    let shop = Shop::read(&pool, caller.person).await?;
    let needed = needed(pool.get_ref(), now - BACK).await?;
    let cylinders = logged(readings(pool.get_ref(), now - BACK).await?);
    let changed = changed(&cylinders);
    let mut order = Vec::new();
    let mut gases = Vec::new();
    for gas in Gas::IN_CYLINDERS {
        let stand = stand(&shop, gas, &needed)?;
        let of_gas: Vec<&Logged> = cylinders.iter().filter(|it| it.gas == gas).collect();
        let took = GasVolume::from_m3(of_gas.iter().map(|it| it.taken().as_m3()).sum());
        let missing = stand.cylinders();
        if missing != Some(0) {
            order.push(ToOrder {
                kind: GearKind::Cylinder.code().to_owned(),
                gas: Some(gas.code().to_owned()),
                count: missing,
                gear_id: None,
                label: None,
                why: "short".to_owned(),
                out_because: None,
            });
        }
        if stand.fresh.is_none() && stand.needed.as_m3() <= 0.0 && of_gas.is_empty() {
            continue;
        }
        gases.push(GasStand {
            gas: gas.code().to_owned(),
            ready: ready(&shop, gas).len(),
            at_hand_l: litres(stand.at_hand),
            needed_l: litres(stand.needed),
            missing_l: litres(stand.missing()),
            taken_l: litres(took),
            changed: changed.iter().filter(|it| it.gas == gas.code()).count(),
        });
    }
    order.extend(gear_to_order(&shop, &tip_log::used(pool.get_ref()).await?));
    let pending = count(pool.get_ref(), Which::Stale).await?;
    let (due, empty) = (all_due(&shop, now), empties(&shop));
    Ok(web::Json(StoresReply { due, gases, empty, changed, order, pending }))
}
