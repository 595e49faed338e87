//! A shop that leaves its oxygen regulator at one setting and changes only the tip: what is that at the tip, and what does
//! it cost?
//!
//! The hose carries cutting and preheat oxygen; the pressure at the tip is the one whose own flow makes hose and torch
//! take what is missing to the regulator. Source: `ours` for the way, `crane_tp410` for the hose.

use crate::band::Band;
use crate::cut::flame_flow::flame;
use crate::cut::request::Request;
use crate::error::Result;
use crate::gas::OXYGEN;
use crate::gas::hose::{TorchEnd, regulator_end};
use crate::note::{Level, Note};
use crate::quantity::{GasFlow, GaugePressure, Length};
use crate::solve::root::bracketed;
use crate::trace::{Kind, Measure};

/// Pressure at the tip with the regulator at the shop's one setting; nothing where the shop has none, or where the hose
/// lets not even the flames through: then the hose is what has to be told.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `path` | path of the jet through the metal: it decides the preheat oxygen in the same hose | m |
/// | `flow` | cutting oxygen that a pressure at the tip drives | Pa to m³/s |
/// | → | gauge pressure at the tip, gas flowing | Pa |
///
/// # Errors
/// `OutOfRange` for an impossible hose.
pub fn at_tip(
    request: &Request,
    path: Length,
    flow: impl Fn(GaugePressure) -> Result<GasFlow>,
) -> Result<Option<GaugePressure>> {
    let Some(regulator) = request.policy.fixed_pressure() else { return Ok(None) };
    let (ambient, loss) = (request.policy.ambient, request.policy.torch_loss);
    let ((_, flames), _) = flame(request.gas.fuel, path)?;
    let over = |tip: f64| -> Result<f64> {
        let tip = GaugePressure::from_pa(tip);
        let pressure = GaugePressure::from_pa(tip.as_pa() + loss * tip.absolute(ambient).as_pa());
        let torch = TorchEnd { pressure, ambient };
        let all = GasFlow::from_m3_s(flow(tip)?.as_m3_s() + flames.as_m3_s());
        let end = regulator_end(OXYGEN, &request.gas.oxygen_hose, all, torch)?;
        Ok(end.pressure.as_pa() - regulator.as_pa())
    };
    if over(0.0)? >= 0.0 {
        return Ok(None);
    }
    let reached = bracketed("pressure at the tip", 0.0, regulator.as_pa(), |tip| {
        // both ends were tried: what is between them is a pressure too
        over(tip).unwrap_or(f64::NAN)
    })?;
    Ok(Some(GaugePressure::from_pa(reached)))
}

/// A band whose set point is the one setting; it reaches as far as that, where what is published does not.
#[must_use]
pub fn held_to(band: Band<GaugePressure>, one: GaugePressure) -> Band<GaugePressure> {
    let low = if one < band.low { one } else { band.low };
    let high = if one > band.high { one } else { band.high };
    Band { low, set: one, high }
}

/// What the one setting does to this cut: the pressure that was wanted at the tip, and the oxygen more or less.
#[must_use]
pub fn cost_note(
    published: Band<GaugePressure>,
    at_tip: GaugePressure,
    wanted: GasFlow,
    taken: GasFlow,
) -> Note {
    let inside = at_tip >= published.low && at_tip <= published.high;
    let (level, code) =
        if inside { (Level::Info, "one_pressure") } else { (Level::Caution, "one_pressure_off") };
    let pressure = |p: GaugePressure| Measure::Number(Kind::Pressure, p.as_pa());
    let more = taken.as_m3_s() / wanted.as_m3_s() - 1.0;
    let values = vec![
        ("pressure", pressure(at_tip)),
        ("wanted", pressure(published.set)),
        ("low", pressure(published.low)),
        ("high", pressure(published.high)),
        ("flow", Measure::Number(Kind::GasFlow, taken.as_m3_s())),
        ("more", Measure::Number(Kind::Percent, more)),
    ];
    Note::new(level, code, values)
}
