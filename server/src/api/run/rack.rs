//! The rack at the torch: which cylinders may stand on the rig, which of them lay down, and whether the gas will do.

use galvanon_core::gas::fuel::{Fuel, Gas};
use galvanon_core::gas::rack::{GearKind, STANDING};
use galvanon_core::quantity::GaugePressure;
use serde::Serialize;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::reply::CutPlan;
use crate::api::job::lines::LineView;
use crate::api::run::cuts::RunCut;
use crate::error::ApiResult;
use crate::plan::rack::GearView;
use crate::plan::shop::Shop;
use crate::plan::supply::{cylinder, surroundings};
use crate::store::run_events::RunEvent;
use crate::wire::run_event::{Outcome, RunEventBody};
use crate::wire::unit::thousandths;

/// A cylinder that may stand on the rig.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunCylinder {
    /// Its row in the rack.
    pub gear_id: Uuid,
    /// What the shop calls it.
    pub label: String,
    /// oxygen, or the code of the fuel.
    pub gas: String,
    /// Gas inside; null where nobody read it.
    pub free_gas_l: Option<f64>,
    /// Space inside: what a reading of its gauge is worked out with.
    pub water_volume_l: Option<f64>,
    /// It lay down and stands: since when, until its time is up; null where it may be used.
    #[serde(with = "time::serde::rfc3339::option")]
    pub upright_since: Option<OffsetDateTime>,
    /// Since when and until when it stands.
    #[serde(with = "time::serde::rfc3339::option")]
    pub stands_until: Option<OffsetDateTime>,
    /// Whether somebody said that it stands on the rig.
    pub rigged: bool,
}

/// What a run takes of a gas.
#[derive(Debug, Serialize, ToSchema)]
pub struct GasNeed {
    /// oxygen, or the code of the fuel.
    pub gas: String,
    /// What the pieces take that are still open and fit what is rigged.
    pub needed_l: f64,
    /// What the cylinders on the rig give; null where none is known to stand there.
    pub at_hand_l: Option<f64>,
    /// Whether that will do.
    pub enough: Option<bool>,
    /// The highest flow of an open cut.
    pub flow_l_min: f64,
    /// For how long the cylinders on the rig last with the flame lit and the lever down.
    pub minutes: Option<f64>,
}

/// The cylinders of oxygen and of a fuel that may stand on the rig, those that lay down among them.
#[must_use]
pub fn at_hand(shop: &Shop, fuel: Fuel, rigged: &[Uuid]) -> Vec<RunCylinder> {
    let now = OffsetDateTime::now_utc();
    let serves = |view: &&GearView| {
        let mut stops = view.notes.iter().filter(|note| note.is_stop());
        view.kind() == Some(GearKind::Cylinder) && stops.all(|note| note.code == "cylinder_lying")
    };
    let of_run =
        |view: &&GearView| view.gas().is_some_and(|it| [Gas::Oxygen, fuel.into()].contains(&it));
    let told = |view: &GearView| {
        let since = view.standing_since(now);
        RunCylinder {
            gear_id: view.gear.record.id,
            label: view.gear.label.clone(),
            gas: view.gear.fields["gas"].as_str().unwrap_or_default().to_owned(),
            free_gas_l: view.free_gas_l,
            water_volume_l: view.gear.fields["water_volume_l"].as_f64(),
            upright_since: since,
            stands_until: since.map(|since| since + time::Duration::seconds_f64(STANDING.as_s())),
            rigged: rigged.contains(&view.gear.record.id),
        }
    };
    shop.rack.iter().filter(serves).filter(of_run).map(told).collect()
}

/// Hours that the cylinder stands which lay down: the one on the rig, or where none is said to stand there the one that
/// stood longest, if no other may be used.
#[must_use]
pub fn stood(cylinders: &[RunCylinder], now: OffsetDateTime) -> Option<f64> {
    let fuels: Vec<_> = cylinders.iter().filter(|it| it.gas != "oxygen").collect();
    let hours = |it: &&RunCylinder| {
        it.upright_since.map(|since| (now - since).as_seconds_f64().max(0.0) / 3_600.0)
    };
    let on_it: Vec<_> = fuels.iter().filter(|it| it.rigged).copied().collect();
    if on_it.is_empty() {
        let stood: Option<Vec<f64>> = fuels.iter().map(hours).collect();
        return stood?.into_iter().reduce(f64::max);
    }
    // of several on the rig the one that stood least decides
    on_it.iter().filter_map(hours).reduce(f64::min)
}

/// Pieces of a cut that are still open.
fn open<'a>(cut: &LineView, events: impl Iterator<Item = &'a RunEvent> + Clone) -> f64 {
    let undone = |id: Uuid| {
        let mut all = events.clone();
        all.any(|it| matches!(&it.what, RunEventBody::Undo(undo) if undo.event == id))
    };
    let made = events.clone().filter(|event| match &event.what {
        RunEventBody::Cut(made) => {
            made.line_id == cut.line.record.id && made.outcome != Outcome::Redo && !undone(event.id)
        }
        _ => false,
    });
    let made = u32::try_from(made.count()).unwrap_or(u32::MAX);
    let of = cut.plan.as_ref().map_or(0, |plan| plan.line_total.count);
    f64::from(of.saturating_sub(made))
}

/// What the open cuts take of each gas, and for how long what stands on the rig lasts.
///
/// # Errors
/// Only a fault of ours.
pub fn needs<'a>(
    shop: &Shop,
    cuts: &[RunCut],
    cylinders: &[RunCylinder],
    events: impl Iterator<Item = &'a RunEvent> + Clone,
) -> ApiResult<Vec<GasNeed>> {
    let fit: Vec<&RunCut> = cuts.iter().filter(|cut| cut.fits).collect();
    let Some(fuel) = fit.first().and_then(|cut| cut.fuel()) else { return Ok(Vec::new()) };
    let plans = fit.iter().filter_map(|cut| {
        let pieces = open(&cut.view, events.clone());
        Some((cut.view.plan.as_ref()?, pieces)).filter(|_| pieces > 0.0)
    });
    let plans: Vec<(&CutPlan, f64)> = plans.collect();
    let highest = plans.iter().filter_map(|(plan, _)| plan.oxygen_pressure_kpa.as_ref());
    let setting = GaugePressure::from_pa(highest.map(|at| at.set * 1e3).fold(0.0, f64::max));
    ["oxygen".to_owned(), fuel]
        .into_iter()
        .map(|gas| {
            let of = |plan: &CutPlan| {
                if gas == "oxygen" {
                    (plan.oxygen_l, plan.oxygen_flow_l_min + plan.preheat_oxygen_flow_l_min)
                } else {
                    (plan.fuel_l, plan.fuel_flow_l_min)
                }
            };
            let needed_l: f64 = plans.iter().map(|(plan, pieces)| of(plan).0 * pieces).sum();
            let flow_l_min = plans.iter().map(|(plan, _)| of(plan).1).fold(0.0, f64::max);
            let at_hand_l = usable(shop, &gas, cylinders, setting)?;
            Ok(GasNeed {
                needed_l: thousandths(needed_l),
                at_hand_l: at_hand_l.map(thousandths),
                enough: at_hand_l.map(|there| there >= needed_l),
                flow_l_min: thousandths(flow_l_min),
                minutes: at_hand_l
                    .filter(|_| flow_l_min > 0.0)
                    .map(|there| thousandths(there / flow_l_min)),
                gas,
            })
        })
        .collect()
}

/// What the cylinders of a gas on the rig give, litres; `None` where none is said to stand there, or nobody read it.
fn usable(
    shop: &Shop,
    gas: &str,
    cylinders: &[RunCylinder],
    setting: GaugePressure,
) -> ApiResult<Option<f64>> {
    let ids = cylinders.iter().filter(|it| it.rigged && it.gas == gas).map(|it| it.gear_id);
    let ids: Vec<Uuid> = ids.collect();
    let on_it = shop.rack.iter().filter(|view| ids.contains(&view.gear.record.id));
    let Some(on_it) = on_it.map(cylinder).collect::<Option<Vec<_>>>() else { return Ok(None) };
    if on_it.is_empty() {
        return Ok(None);
    }
    let mut litres = 0.0;
    for cylinder in on_it {
        let keep = cylinder.keep(setting, surroundings(shop, None))?;
        litres += (cylinder.contents.as_m3() - keep.as_m3()).max(0.0) * 1e3;
    }
    Ok(Some(litres))
}
