//! How much fuel and oxygen do the preheat flames take?

use crate::code::Code;
use crate::error::Result;
use crate::gas::fuel::{Fuel, characteristics};
use crate::quantity::{GasFlow, Length};
use crate::reference::no_row;
use crate::source::{COMPUTED, CUTTING_DATA, FUEL_GASES, OURS};
use crate::tip::handbook::handbook;
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer};

/// Flow of the fuel and of the oxygen that its neutral flame takes.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn flame(fuel: Fuel, path: Length) -> Result<((GasFlow, GasFlow), [Trace; 2])> {
    let table = handbook()?.fuel_flow.get(&fuel);
    let table = table.ok_or_else(|| no_row("cutting-mild-steel.csv", fuel.code()))?;
    let (low, high) = table.at(path.as_m());
    let flow = 0.5 * (low + high);
    let ratio = characteristics(fuel)?.neutral_ratio;
    let mut of_fuel = Tracer::new(Quantity::FuelFlow, &[Input::Thickness, Input::Fuel]);
    of_fuel.step(
        if fuel == Fuel::Propylene { "fuel_band_propylene" } else { "fuel_band" },
        Measure::List(Kind::GasFlow, vec![low, high]),
        CUTTING_DATA,
        vec![("fuel", Measure::Word(fuel.code()))],
    );
    of_fuel.number("result_middle", Kind::GasFlow, flow, OURS);
    let mut of_oxygen = Tracer::new(Quantity::PreheatOxygenFlow, &[Input::Thickness, Input::Fuel]);
    of_oxygen
        .number("flame_fuel", Kind::GasFlow, flow, COMPUTED)
        .step(
            "flame_ratio",
            Measure::Number(Kind::Ratio, ratio),
            FUEL_GASES,
            vec![("fuel", Measure::Word(fuel.code()))],
        )
        .number("result_flow", Kind::GasFlow, flow * ratio, COMPUTED);
    let flows = (GasFlow::from_m3_s(flow), GasFlow::from_m3_s(flow * ratio));
    Ok((flows, [of_fuel.done(), of_oxygen.done()]))
}
