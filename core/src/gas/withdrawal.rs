//! How fast may fuel be drawn from one cylinder, and how many does a flow need?
//!
//! Acetylene leaves its acetone no faster than a part of the contents an hour; drawn harder,
//! acetone comes along and the cylinder turns cold. Liquefied fuel boils no faster than the air
//! around gives it heat. Left out: wind, sun, a cylinder in a bath. Theory: docs/model/gas.md.

use crate::code::Code;
use crate::error::{Error, Result};
use crate::gas::fuel::{Fuel, characteristics};
use crate::gas::vapour::{boiling_temperature, latent_heat};
use crate::note::{Level, Note};
use crate::quantity::{AbsolutePressure, GasFlow, GasVolume, GaugePressure, Mass, Temperature};
use crate::range::Range;
use crate::trace::{Kind, Measure};

/// Gas in a cylinder that may be asked about.
pub const CONTENTS: Range = Range::new("cylinder_free_gas", "m3", 0.01, 500.0);
/// Gas by weight in a cylinder that may be asked about.
pub const CONTENTS_MASS: Range = Range::new("cylinder_kg", "kg", 0.0, 1_000.0);
/// Flow that may be asked for.
pub const FLOW: Range = Range::new("flow", "m3/s", 0.0, 0.1);
/// Air around a cylinder.
pub const TEMPERATURE: Range = Range::new("temperature", "K", 233.15, 333.15);

/// The part of an acetylene cylinder's rated contents that may leave it in an hour.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Rule {
    /// The long-standing rule. Source: `common_practice`.
    OneSeventh,
    /// The stricter school, for a torch in and out of use. Source: `cga_g1`.
    OneTenth,
    /// The stricter school, for a torch that stays lit. Source: `cga_g1`.
    #[default]
    OneFifteenth,
}

impl Rule {
    /// The rule of a shop: its own long-standing one, or the stricter school, which is milder with a torch that goes in
    /// and out.
    #[must_use]
    pub const fn of_shop(long_standing: bool, freehand: bool) -> Self {
        match (long_standing, freehand) {
            (true, _) => Self::OneSeventh,
            (false, true) => Self::OneTenth,
            (false, false) => Self::OneFifteenth,
        }
    }

    /// Part of the contents an hour, 1/h.
    #[must_use]
    pub const fn part(self) -> f64 {
        match self {
            Self::OneSeventh => 1.0 / 7.0,
            Self::OneTenth => 1.0 / 10.0,
            Self::OneFifteenth => 1.0 / 15.0,
        }
    }
}

/// A flow of fuel set against what one cylinder gives.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Demand {
    /// Which fuel.
    pub fuel: Fuel,
    /// The school, of acetylene.
    pub rule: Option<Rule>,
    /// The flow that is wanted.
    pub flow: GasFlow,
    /// The most that one cylinder gives.
    pub limit: GasFlow,
    /// What is left in it, a part of its rated contents, where it is known.
    pub left: Option<f64>,
}

impl Demand {
    /// How many cylinders it takes; `None` where one gives nothing.
    #[must_use]
    pub fn cylinders(&self) -> Option<u32> {
        cylinders_needed(self.flow, self.limit)
    }

    /// What must be said where one cylinder does not give it.
    #[must_use]
    pub fn notes(&self) -> Vec<Note> {
        let gas = ("gas", Measure::Word(self.fuel.code()));
        let number = |name, flow: GasFlow| (name, Measure::Number(Kind::GasFlow, flow.as_m3_s()));
        if self.left.is_some_and(|left| left <= 0.0) {
            return vec![Note::new(Level::Stop, "empty_cylinder", vec![gas])];
        }
        let needed = self.cylinders();
        let low = self.fuel == Fuel::Acetylene && self.left.is_some_and(|it| it < ACETYLENE_KEEP);
        if low && needed != Some(1) {
            let values = vec![gas, number("flow", self.flow), number("limit", self.limit)];
            return vec![Note::new(Level::Stop, "nearly_empty_cylinder", values)];
        }
        let Some(count) = needed else {
            return vec![Note::new(Level::Stop, "too_cold_to_give", vec![gas])];
        };
        if count < 2 {
            return Vec::new();
        }
        let mut values = vec![
            number("flow", self.flow),
            number("limit", self.limit),
            ("count", Measure::Number(Kind::Count, f64::from(count))),
        ];
        let code = match self.rule {
            Some(rule) => {
                values.push(("rule", Measure::Word(rule.code())));
                "acetylene_overdrawn"
            }
            None => {
                values.push(gas);
                "boil_off_short"
            }
        };
        vec![Note::new(Level::Stop, code, values)]
    }
}

/// What stays in an acetylene cylinder when it is swapped, a part of its rated contents: below
/// that acetone comes along. Source: `ours`.
pub const ACETYLENE_KEEP: f64 = 0.10;

const HOUR: f64 = 3_600.0; // s

/// What cold leaves of an acetylene cylinder's limit: °C and factor. Source: `ours`.
const COLD: [(f64, f64); 3] = [(-10.0, 0.5), (0.0, 0.7), (15.0, 1.0)];

/// What cold leaves of the limit, 1: straight between the knots of [`COLD`], falling on below
/// the coldest one, never below 0. Source: `ours`.
#[must_use]
pub fn cold_factor(t: Temperature) -> f64 {
    let celsius = t.as_c();
    let [(t_0, f_0), (t_1, f_1), (t_2, f_2)] = COLD;
    let line = |(x_0, y_0): (f64, f64), (x_1, y_1): (f64, f64)| {
        y_0 + (y_1 - y_0) * (celsius - x_0) / (x_1 - x_0)
    };
    let factor =
        if celsius < t_1 { line((t_0, f_0), (t_1, f_1)) } else { line((t_1, f_1), (t_2, f_2)) };
    factor.clamp(0.0, 1.0)
}

/// The most acetylene one cylinder gives without carrying acetone over.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `rated` | contents of the full cylinder | m³ at reference |
/// | `left` | contents now; full where nobody weighed it | m³ at reference |
/// | `air` | temperature of the cylinder; only where it is known | K |
/// | → | limit | m³/s at reference |
///
/// ```text
/// limit = part · rated / 1 h · min(1, left/(rated/2)) · cold
/// ```
/// Source: `cga_g1` for the stricter parts, `ours` for cold.
///
/// # Errors
/// `OutOfRange` outside [`CONTENTS`] or [`TEMPERATURE`].
pub fn acetylene_limit(
    rated: GasVolume,
    left: Option<GasVolume>,
    air: Option<Temperature>,
    rule: Rule,
) -> Result<GasFlow> {
    let full = CONTENTS.check(rated.as_m3())?;
    let cold = match air {
        Some(t) => cold_factor(Temperature::from_k(TEMPERATURE.check(t.as_k())?)),
        None => 1.0,
    };
    let low = left.map_or(1.0, |left| (left.as_m3() / (0.5 * full)).clamp(0.0, 1.0));
    Ok(GasFlow::from_m3_s(rule.part() * full / HOUR * low * cold))
}

/// Heat that still air gives the wetted wall of a cylinder, W/(m²·K). Source: `ours`.
const WALL: f64 = 12.0;
/// Wetted wall for the two-thirds power of the kilograms inside, m². Source: `ours`.
const WETTED: f64 = 0.085;
/// Pressure a regulator wants behind it. Source: `ours`.
const NEEDED: GaugePressure = GaugePressure::from_pa(170e3);
/// What a cylinder must give over the regulator's setting, so that it holds that, Pa. Source: `ours`.
const OVER_SETTING: f64 = 100e3;
/// What a long draw leaves, as the liquid cools itself. Source: `ours`.
const LONG_DRAW: f64 = 0.6;

/// How a liquefied gas is drawn.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Draw {
    /// In short spells with rests.
    Intermittent,
    /// For long.
    #[default]
    Continuous,
}

/// How a cylinder is drawn, and what its regulator is set to; 170 kPa where nobody says.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Withdrawal {
    /// In spells or for long.
    pub draw: Draw,
    /// The setting.
    pub setting: Option<GaugePressure>,
}

/// The air around a cylinder.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Air {
    /// How warm it is.
    pub temperature: Temperature,
    /// Its pressure.
    pub pressure: AbsolutePressure,
}

/// What boils off a cylinder of liquefied fuel in still air, drawn so by a regulator that is set so.
///
/// ```text
/// ṁ = U·A·(T_air − T_boil(p_needed))/h,  A = 0.085 m²·(m/kg)^(2/3);  × 0.6 for a long draw
/// ```
/// Nothing where the air is no warmer than the liquid would have to be. Source: `ours`.
///
/// # Errors
/// `UnknownChoice` for a fuel that is not liquefied; `OutOfRange` outside [`CONTENTS_MASS`]
/// or [`TEMPERATURE`].
pub fn boil_off(fuel: Fuel, left: Mass, around: Air, drawn: Withdrawal) -> Result<GasFlow> {
    let Withdrawal { draw, setting } = drawn;
    let left = CONTENTS_MASS.check(left.as_kg())?;
    let needed = setting.map_or(NEEDED, |p| GaugePressure::from_pa(p.as_pa() + OVER_SETTING));
    let air = Temperature::from_k(TEMPERATURE.check(around.temperature.as_k())?);
    let boiling = boiling_temperature(fuel, needed.absolute(around.pressure))?;
    let rise = (air.as_k() - boiling.as_k()).max(0.0);
    let area = WETTED * left.powf(2.0 / 3.0);
    let kg_s = WALL * area * rise / latent_heat(fuel, boiling)?.as_j_kg();
    let part = match draw {
        Draw::Continuous => LONG_DRAW,
        Draw::Intermittent => 1.0,
    };
    let gas = Mass::from_kg(kg_s * part).at_ft3_per_lb(characteristics(fuel)?.ft3_per_lb_at_70f);
    Ok(GasFlow::from_m3_s(gas.as_m3()))
}

/// Cylinders that together give `flow`, one limit each; `None` when one gives nothing.
#[must_use]
pub fn cylinders_needed(flow: GasFlow, limit: GasFlow) -> Option<u32> {
    let wanted = (flow.as_m3_s() / limit.as_m3_s() - 1e-9).ceil().max(1.0);
    #[allow(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "checked just before: a positive number below a million"
    )]
    (limit.as_m3_s() > 0.0 && wanted < 1e6).then_some(wanted as u32)
}

/// Natural gas comes by pipe and acetylene by the hour: who asks the wrong rule is told.
///
/// # Errors
/// `UnknownChoice` for natural gas.
pub fn drawn_from_cylinder(fuel: Fuel) -> Result<()> {
    if fuel != Fuel::NaturalGas {
        return Ok(());
    }
    let allowed = [Fuel::Acetylene, Fuel::Propane, Fuel::Propylene].map(Fuel::code).to_vec();
    Err(Error::UnknownChoice { input: "fuel", value: fuel.code().to_owned(), allowed })
}
