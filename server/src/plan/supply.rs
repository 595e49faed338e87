//! What the shop's cylinders give: which may be drawn on, how hard, and how a job's gas is asked of them.

use galvanon_core::code::Code;
use galvanon_core::cut::Process;
use galvanon_core::cut::draw::{draw, setting};
use galvanon_core::gas::fuel::{Fuel, Gas};
use galvanon_core::gas::job_supply::{Cylinder, JobGas, Surroundings};
use galvanon_core::gas::rack::GearKind;
use galvanon_core::gas::withdrawal::{Demand, Rule, acetylene_limit};
use galvanon_core::note::Level;
use galvanon_core::quantity::{AbsolutePressure, GasFlow, GasVolume, Temperature, WaterVolume};
use sqlx::PgPool;
use uuid::Uuid;

use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::error::{ApiError, ApiResult};
use crate::http::fields::Given;
use crate::plan::job::{Going, cuts_of, stored};
use crate::plan::rack::GearView;
use crate::plan::shop::Shop;
use crate::queue::aside;
use crate::store::find;
use crate::store::job_lines::JobLine;
use crate::wire::note::{NoteWire, in_words};

/// A cylinder of the rack whose contents are known, as core takes it.
#[must_use]
pub fn cylinder(view: &GearView) -> Option<Cylinder> {
    let litres = |field: &str| view.gear.fields[field].as_f64().map(|l| l / 1e3);
    let contents = GasVolume::from_m3(view.free_gas_l? / 1e3);
    Some(Cylinder {
        gas: view.gas()?,
        contents,
        rated: litres("rated_l").map_or(contents, GasVolume::from_m3),
        space: litres("water_volume_l").map(WaterVolume::from_m3),
    })
}

/// The cylinders of a gas that may be drawn on, those that were begun first.
#[must_use]
pub fn ready(shop: &Shop, gas: Gas) -> Vec<(&GearView, Cylinder)> {
    let usable = |view: &&GearView| {
        view.kind() == Some(GearKind::Cylinder) && view.gas() == Some(gas) && !view.is_stopped()
    };
    let mine = shop.rack.iter().filter(usable);
    let mut all: Vec<_> = mine.filter_map(|view| Some((view, cylinder(view)?))).collect();
    all.sort_by(|(_, a), (_, b)| a.contents.as_m3().total_cmp(&b.contents.as_m3()));
    all
}

/// How hard this shop draws acetylene.
#[must_use]
pub fn rule_of(shop: &Shop, freehand: bool) -> Rule {
    let told = shop.settings.get("acetylene_draw").and_then(|value| value.as_str());
    Rule::of_shop(told == Some(Rule::OneSeventh.code()), freehand)
}

/// The air around the shop's cylinders.
#[must_use]
pub fn surroundings(shop: &Shop, air: Option<Temperature>) -> Surroundings {
    let kpa = shop.settings.get("ambient_pressure_kpa").and_then(|value| value.as_f64());
    let usual = galvanon_core::cut::Policy::default().ambient;
    let ambient = kpa.map_or(usual, |kpa| AbsolutePressure::from_pa(kpa * 1e3));
    Surroundings { air, ambient }
}

/// What is said of a cut that draws acetylene harder than the fullest cylinder of the rack gives. It is a caution on the
/// cut; whether enough of them stand there is the job's question.
#[must_use]
pub fn draw_notes(shop: &Shop, request: &CutPlanRequest, plan: &CutPlan) -> Vec<NoteWire> {
    let told = |given: &Option<Given>, code: &str| given.as_ref().is_some_and(|it| it.0 == code);
    if !told(&request.gas.fuel, Fuel::Acetylene.code()) {
        return Vec::new();
    }
    let cylinders = ready(shop, Gas::Acetylene);
    let Some((_, full)) = cylinders.last() else { return Vec::new() };
    let rule = rule_of(shop, told(&request.cut.process, Process::Freehand.code()));
    let Ok(limit) = acetylene_limit(full.rated, Some(full.contents), None, rule) else {
        return Vec::new();
    };
    let demand = Demand {
        fuel: Fuel::Acetylene,
        rule: Some(rule),
        flow: GasFlow::from_m3_s(plan.fuel_flow_l_min / 60e3),
        limit,
        left: Some(full.left()),
    };
    let mut notes = demand.notes();
    notes.iter_mut().for_each(|note| note.level = Level::Caution);
    in_words(&notes)
}

/// What some lines of a job ask of a gas.
#[must_use]
pub fn asked_of(gas: Gas, lines: &[Going], around: Surroundings, rule: Rule) -> JobGas {
    let settings = lines.iter().filter_map(|it| setting(&it.settings, it.request.gas.fuel, gas));
    JobGas {
        gas,
        draws: lines.iter().map(|it| draw(&it.settings, it.request.gas.fuel, gas)).collect(),
        setting: settings.max_by(|a, b| a.as_pa().total_cmp(&b.as_pa())),
        around,
        rule,
    }
}

/// Whether every cut of a job is made freehand: the torch goes in and out.
#[must_use]
pub fn all_freehand(lines: &[Going]) -> bool {
    lines.iter().all(|line| line.request.cut.process == Process::Freehand)
}

/// Fuel that a line draws over what the cylinders at hand give; `None` where there is nothing to draw
/// from, the line is stopped or gone, or only pressure limits the draw.
///
/// # Errors
/// When the database fails.
pub async fn draw_of_line(pool: &PgPool, line: Uuid) -> ApiResult<Option<f64>> {
    let Some(line) = find::<JobLine>(pool, line).await? else { return Ok(None) };
    let shop = Shop::read(pool, None).await?;
    let stored = match stored(pool, line.job_id).await {
        Err(ApiError::NotFound) => return Ok(None),
        other => other?,
    };
    let (shop, lines) = aside(move || {
        let lines = cuts_of(&shop, stored)?.going;
        Ok((shop, lines))
    })
    .await?;
    let rule = rule_of(&shop, all_freehand(&lines));
    let mine: Vec<_> = lines.into_iter().filter(|going| going.id == line.record.id).collect();
    let Some(drawing) = mine.first() else { return Ok(None) };
    let gas = Gas::from(drawing.request.gas.fuel);
    let ready: Vec<_> = ready(&shop, gas).into_iter().map(|(_, cylinder)| cylinder).collect();
    let asked = asked_of(gas, &mine, surroundings(&shop, None), rule);
    let supply = asked.supply(&ready)?;
    let have = ready.len().min(supply.bank as usize);
    Ok(supply.limit.filter(|_| have > 0).map(|limit| {
        #[allow(clippy::cast_precision_loss, reason = "a handful of cylinders")]
        let given = limit.as_m3_s() * have as f64;
        supply.peak.as_m3_s() / given
    }))
}
