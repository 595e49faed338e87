//! Which set points does no hose, regulator, torch or cylinder stand?
//!
//! Each is a stop that says the way out, and its number is not shown: a number that must not be set is no setting. What
//! the shop's gear is rated for outranks the usual limits here. Left out: a hose's own rating and age.

use crate::band::Band;
use crate::code::Code;
use crate::cut::request::Request;
use crate::error::Result;
use crate::gas::fuel::Fuel;
use crate::gas::vapour::vapour_pressure;
use crate::note::{Level, Note};
use crate::quantity::GaugePressure;
use crate::trace::{Kind, Measure};

/// Acetylene is never above this, flowing or shut. Source: `osha_1910_253`.
pub const ACETYLENE_CEILING: GaugePressure = GaugePressure::from_psi(15.0);
/// As a setting it is read on a gauge in kPa: over this is over the ceiling. Source: `osha_1910_253`, rounded down.
const ACETYLENE_HIGHEST: GaugePressure = GaugePressure::from_pa(103e3);
/// Flowing setting from which the rise of a closing regulator may pass the ceiling: it can
/// rise by 30 %. Source: `from_memory`.
pub const ACETYLENE_WATCH: GaugePressure = GaugePressure::from_pa(79e3);
/// Oxygen setting above which hoses and regulator should be looked at. Source: `ours`.
const OXYGEN_WATCH: GaugePressure = GaugePressure::from_pa(690e3);
/// What hoses and usual regulators take; the shop's own regulator outranks it. Source: `from_memory`.
pub const OXYGEN_HIGHEST: GaugePressure = GaugePressure::from_pa(1_000e3);
/// A liquefied fuel's setting this near to its vapour pressure will sag. Source: `ours`.
const NEAR_VAPOUR: f64 = 50e3;

fn pressure(name: &'static str, value: GaugePressure) -> (&'static str, Measure) {
    (name, Measure::Number(Kind::Pressure, value.as_pa()))
}

/// Oxygen over what hose and regulator take: a stop; near it a caution.
#[must_use]
pub fn oxygen_note(request: &Request, set: GaugePressure) -> Option<Note> {
    let limit = request.gear.oxygen_regulator_limit.unwrap_or(OXYGEN_HIGHEST);
    if set > limit && request.gear.oxygen_regulator_limit.is_none() {
        let values = vec![pressure("needed", set), pressure("limit", limit)];
        return Some(Note::new(Level::Stop, "oxygen_over_limit", values));
    }
    // over the shop's own regulator is told with the gear
    (set > OXYGEN_WATCH && set <= limit)
        .then(|| Note::new(Level::Caution, "oxygen_setting_high", vec![pressure("pressure", set)]))
}

/// Acetylene over its ceiling: a stop; a setting from which it may rise over it: a caution.
#[must_use]
pub fn acetylene_note(fuel: Fuel, set: GaugePressure) -> Option<Note> {
    if fuel != Fuel::Acetylene || set <= ACETYLENE_WATCH {
        return None;
    }
    let over = set > ACETYLENE_HIGHEST;
    let (level, code) =
        if over { (Level::Stop, "fuel_over_limit") } else { (Level::Caution, "fuel_near_limit") };
    let values = vec![pressure("needed", set), pressure("ceiling", ACETYLENE_CEILING)];
    Some(Note::new(level, code, values))
}

/// Acetylene's band ends where its caution begins, or at the setting: nothing above is shown as one.
#[must_use]
pub fn under_the_ceiling(fuel: Fuel, band: Band<GaugePressure>) -> Band<GaugePressure> {
    if fuel != Fuel::Acetylene {
        return band;
    }
    let most = band.set.as_pa().max(ACETYLENE_WATCH.as_pa());
    band.map(|p| GaugePressure::from_pa(p.as_pa().min(most)))
}

/// What the supply gives at all: a pipe's pressure, or the vapour over the liquid at the cylinder's temperature.
///
/// # Errors
/// `OutOfRange` for a temperature at which the vapour pressure is not known.
pub fn supply_notes(request: &Request, set: GaugePressure) -> Result<Vec<Note>> {
    let gas = &request.gas;
    let fuel = ("fuel", Measure::Word(gas.fuel.code()));
    let mut notes = Vec::new();
    if let Some(supply) = gas.fuel_supply.filter(|supply| *supply < set) {
        let values = vec![fuel.clone(), pressure("needed", set), pressure("supply", supply)];
        notes.push(Note::new(Level::Stop, "fuel_supply_low", values));
    }
    if let Some(t) = gas.cylinder_temperature.filter(|_| gas.fuel.is_liquefied()) {
        let vapour = vapour_pressure(gas.fuel, t)?.gauge(request.policy.ambient);
        let over = set.as_pa() - vapour.as_pa();
        let told = if over > 0.0 {
            Some((Level::Stop, "fuel_over_vapour"))
        } else if over > -NEAR_VAPOUR {
            Some((Level::Caution, "fuel_near_vapour"))
        } else {
            None
        };
        notes.extend(told.map(|(level, code)| {
            let temperature = ("temperature", Measure::Number(Kind::Temperature, t.as_k()));
            let values =
                vec![fuel, pressure("needed", set), pressure("vapour", vapour), temperature];
            Note::new(level, code, values)
        }));
    }
    Ok(notes)
}

/// Whether a stop among these is about the setting of a gas, so that there is no such setting.
#[must_use]
pub fn has_no_setting(notes: &[Note], gas: &'static str) -> bool {
    let oxygen = gas == crate::gas::OXYGEN;
    notes.iter().filter(|note| note.level == Level::Stop).any(|note| match note.code {
        "hose_too_small" | "regulator_too_small" => {
            note.values.iter().any(|(name, value)| *name == "gas" && *value == Measure::Word(gas))
        }
        "oxygen_over_limit" | "torch_over_limit" | "tip_too_large" | "tip_too_small" => oxygen,
        "fuel_over_limit" | "fuel_supply_low" | "fuel_over_vapour" => !oxygen,
        _ => false,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Length, Temperature};

    /// CoolProp 8.0: propane at 0 °C stands at 373.1 kPa(g); 373 is near it, 374 is over it.
    #[test]
    fn a_liquefied_fuel_is_never_set_over_its_vapour() {
        let mut request = Request::plate(Length::from_mm(10.0), Length::from_m(1.0));
        request.gas.fuel = Fuel::Propane;
        let told = |request: &Request, kpa: f64| {
            let notes = supply_notes(request, GaugePressure::from_pa(kpa * 1e3));
            notes.map(|all| all.first().map(|note| (note.level, note.code)))
        };
        assert_eq!(told(&request, 900.0), Ok(None), "nobody told the temperature");
        request.gas.cylinder_temperature = Some(Temperature::from_c(0.0));
        assert_eq!(told(&request, 318.0), Ok(None));
        assert_eq!(told(&request, 360.0), Ok(Some((Level::Caution, "fuel_near_vapour"))));
        assert_eq!(told(&request, 380.0), Ok(Some((Level::Stop, "fuel_over_vapour"))));
    }

    /// 15 psi is 103.42 kPa: over 103, as the ceiling is read on a gauge.
    #[test]
    fn fifteen_psi_is_no_setting() {
        let of = |p| acetylene_note(Fuel::Acetylene, p).map(|note| note.level);
        assert_eq!(of(GaugePressure::from_psi(15.0)), Some(Level::Stop));
        assert_eq!(of(GaugePressure::from_pa(102e3)), Some(Level::Caution));
        assert_eq!(of(GaugePressure::from_pa(79e3)), None);
        assert_eq!(acetylene_note(Fuel::Propane, GaugePressure::from_psi(15.0)), None);
    }
}
