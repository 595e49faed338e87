//! How wide is the cut, and how far off the plate does the torch ride?

use crate::band::Band;
use crate::code::Code;
use crate::cut::request::{Process, Request};
use crate::error::Result;
use crate::gas::fuel::standoff;
use crate::quantity::Length;
use crate::source::{COMMON_PRACTICE, COMPUTED, SHOP};
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer, fuel_by_chart};

/// Kerf for each unit of bore, 1. Source: `common_practice`, a fit: a 1.0 mm bore on 10 mm
/// plate cuts about 1/16 in.
const BY_BORE: f64 = 1.25;
/// Kerf for each unit of thickness, 1. Source: as [`BY_BORE`].
const BY_THICKNESS: f64 = 0.012;

/// How far a hand strays to the side. Source: `common_practice`.
const fn wander(process: Process) -> Length {
    match process {
        Process::Freehand => Length::from_mm(0.5),
        Process::Guided => Length::from_mm(0.25),
        Process::Machine => Length::from_mm(0.0),
    }
}

const KERF_INPUTS: &[Input] =
    &[Input::Fuel, Input::Thickness, Input::Tip, Input::Process, Input::Policy, Input::Learned];

/// Width of the cut.
///
/// ```text
/// kerf = (1.25·d + 0.012·a + wander) · learned, or what the shop measured
/// ```
#[must_use]
pub fn kerf(request: &Request, path: Length, bore: Length) -> (Length, Trace) {
    let mut trace = Tracer::new(Quantity::Kerf, fuel_by_chart(KERF_INPUTS, request.has_charts()));
    let kerf = match request.factors.measured_kerf {
        Some(measured) => {
            trace.number("kerf_measured", Kind::Bore, measured.as_m(), SHOP);
            measured
        }
        None => {
            let (by_bore, by_thickness) = (BY_BORE * bore.as_m(), BY_THICKNESS * path.as_m());
            let wander = wander(request.cut.process).as_m();
            trace
                .step(
                    "kerf_by_bore",
                    Measure::Number(Kind::Bore, by_bore),
                    COMMON_PRACTICE,
                    vec![("bore", Measure::Number(Kind::Bore, bore.as_m()))],
                )
                .step(
                    "kerf_by_thickness",
                    Measure::Number(Kind::Bore, by_thickness),
                    COMMON_PRACTICE,
                    vec![("thickness", Measure::Number(Kind::Length, path.as_m()))],
                )
                .step(
                    "kerf_wander",
                    Measure::Number(Kind::Bore, wander),
                    COMMON_PRACTICE,
                    vec![("process", Measure::Word(request.cut.process.code()))],
                );
            let own = request.factors.kerf;
            own.step(&mut trace);
            Length::from_m((by_bore + by_thickness + wander) * own.factor)
        }
    };
    trace.number("result_kerf", Kind::Bore, kerf.as_m(), COMPUTED);
    (kerf, trace.done())
}

/// Distance of the torch: cones to plate, and tip face to plate.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Distance {
    /// From the inner cones to the plate.
    pub standoff: Band<Length>,
    /// From the tip face to the plate.
    pub tip_to_plate: Band<Length>,
}

/// The distance for a fuel. Source: `common_practice` (standoff.csv).
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn distance(request: &Request) -> Result<(Distance, [Trace; 2])> {
    let fuel = request.gas.fuel;
    let row = standoff(fuel)?;
    let distance = Distance { standoff: row.cone_to_plate(), tip_to_plate: row.tip_to_plate() };
    let named = |quantity, code, band: Band<Length>| {
        let mut trace = Tracer::new(quantity, &[Input::Fuel]);
        trace.step(
            code,
            Measure::List(Kind::Bore, vec![band.low.as_m(), band.high.as_m()]),
            COMMON_PRACTICE,
            vec![("fuel", Measure::Word(fuel.code()))],
        );
        trace.number("result_middle", Kind::Bore, band.set.as_m(), COMPUTED);
        trace.done()
    };
    let traces = [
        named(Quantity::Standoff, "standoff_band", distance.standoff),
        named(Quantity::TipToPlate, "tip_to_plate_band", distance.tip_to_plate),
    ];
    Ok((distance, traces))
}
