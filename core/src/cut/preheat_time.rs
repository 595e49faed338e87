//! How long is the spot heated before the cutting oxygen goes on?
//!
//! A shop table of seconds by thickness, times factors for fuel, faces, kind of start and
//! plate temperature. The bands of table and factors are independent, so their half-widths
//! add in quadrature, in logarithms.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::band::Band;
use crate::code::Code;
use crate::cut::practice::HowHot;
use crate::cut::practice::faces::faces;
use crate::cut::request::{Request, Start};
use crate::error::Result;
use crate::quantity::{Duration, Length, Temperature};
use crate::reference::{BandTable, Table, no_row, read, table};
use crate::source::{COMMON_PRACTICE, COMPUTED, HEATING};
use crate::steel::surface::Surface;
use crate::tip::owned::TipKind;
use crate::trace::{Input, Kind, Measure, Named, Quantity, Trace, Tracer};

/// Iron burns in oxygen from here on. Source: `common_practice`.
const T_IGNITION: Temperature = Temperature::from_c(870.0);
/// The plate temperature of the table. Source: start-preheat.csv.
const T_TABLE: Temperature = Temperature::from_c(20.0);
/// However hot the plate, the flame still needs this part of the time. Source: `ours`.
const LEAST_PLATE_FACTOR: f64 = 0.15;
/// A start in the hot end of the same cut. Source: `ours`.
pub const RESTART_FACTOR: f64 = 0.5;

const PREHEAT_INPUTS: &[Input] = &[
    Input::Thickness,
    Input::Fuel,
    Input::Tip,
    Input::Quality,
    Input::Surface,
    Input::Start,
    Input::PlateTemperature,
    Input::Policy,
    Input::Learned,
];

/// Seconds of preheat.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct StartPreheat {
    /// For the first start.
    pub first: Band<Duration>,
    /// For each start again in the hot kerf, which is a start at an edge.
    pub restart: Duration,
}

/// What a warm or cold plate makes of the time.
///
/// ```text
/// ((T_ignition − T_plate)/(T_ignition − 20 °C))², not below 0.15
/// ```
/// Source: `carslaw_jaeger`: under constant flux the time to a temperature goes with the
/// square of the rise.
#[must_use]
pub fn plate_factor(plate: Temperature) -> f64 {
    let rise = (T_IGNITION.as_k() - plate.as_k()) / (T_IGNITION.as_k() - T_TABLE.as_k());
    (rise.max(0.0) * rise).max(LEAST_PLATE_FACTOR)
}

/// A multiplier with the band it is met in.
#[derive(Clone, Copy, Debug, PartialEq)]
struct Factor {
    /// The value to take.
    value: f64,
    /// Lowest met.
    low: f64,
    /// Highest met.
    high: f64,
}

impl Factor {
    /// No effect.
    const ONE: Self = Self { value: 1.0, low: 1.0, high: 1.0 };
}

#[derive(Deserialize)]
struct SecondsRow {
    thickness_mm: f64,
    seconds_low: f64,
    seconds_high: f64,
}

static SECONDS: Table<BandTable> = LazyLock::new(|| {
    let rows: Vec<SecondsRow> = table!("start-preheat.csv")?;
    let in_si = |row: &SecondsRow| (row.thickness_mm / 1e3, row.seconds_low, row.seconds_high);
    BandTable::new("start-preheat.csv", &rows.iter().map(in_si).collect::<Vec<_>>())
});

#[derive(Deserialize)]
struct FactorRow {
    factor: String,
    value: Option<f64>,
    low: Option<f64>,
    high: Option<f64>,
}

impl FactorRow {
    /// The row of the plate temperature holds a formula and no number.
    fn factor(&self) -> Option<Factor> {
        Some(Factor { value: self.value?, low: self.low?, high: self.high? })
    }
}

static FACTORS: Table<Vec<FactorRow>> = LazyLock::new(|| table!("start-preheat-factors.csv"));

fn factor(name: &str) -> Result<Factor> {
    let rows = read(&FACTORS)?.iter();
    let mut found = rows.filter(|row| row.factor == name).filter_map(FactorRow::factor);
    found.next().ok_or_else(|| no_row("start-preheat-factors.csv", name))
}

fn start_factor(start: Start) -> Result<Factor> {
    match start {
        Start::Edge => Ok(Factor::ONE),
        Start::DrilledHole => factor("start_drilled_hole"),
        Start::Pierce => factor("start_pierce"),
    }
}

fn surface_factor(surface: Surface) -> Result<Factor> {
    match surface {
        Surface::Clean => Ok(Factor::ONE),
        Surface::MillScale => factor("surface_mill_scale"),
        Surface::LightRust => factor("surface_light_rust"),
        Surface::HeavyRust => factor("surface_heavy_rust"),
        Surface::Paint => factor("surface_paint"),
        Surface::Galvanised => factor("surface_galvanised"),
    }
}

fn heat_factor(how_hot: HowHot) -> Result<Factor> {
    match how_hot {
        HowHot::Cherry => Ok(Factor::ONE),
        HowHot::Orange => factor("heat_orange"),
        HowHot::Sweating => factor("heat_sweating"),
    }
}

fn fuel_factor(request: &Request) -> Result<Factor> {
    match request.gas.fuel {
        crate::gas::fuel::Fuel::Acetylene => factor("fuel_acetylene"),
        crate::gas::fuel::Fuel::Propane => factor("fuel_propane"),
        crate::gas::fuel::Fuel::Propylene => factor("fuel_propylene"),
        crate::gas::fuel::Fuel::NaturalGas => factor("fuel_natural_gas"),
    }
}

/// Adds independent bands in quadrature of their logarithmic half-widths.
fn combined(set: f64, parts: &[Factor]) -> Band<f64> {
    let width =
        |pick: fn(&Factor) -> f64| parts.iter().map(|part| pick(part).powi(2)).sum::<f64>().sqrt();
    let down = width(|part| (part.value / part.low).ln());
    let up = width(|part| (part.high / part.value).ln());
    Band { low: set * (-down).exp(), set, high: set * up.exp() }
}

/// What the seconds of the table are taken times, each by itself.
struct Factors {
    fuel: Factor,
    tip: Factor,
    surface: Factor,
    heat: Factor,
    start: Factor,
    /// By [`plate_factor`].
    plate: f64,
    /// What the shop's own burns say.
    learned: f64,
}

impl Factors {
    fn of(request: &Request, kind: TipKind) -> Result<Self> {
        Ok(Self {
            fuel: fuel_factor(request)?,
            tip: match kind {
                TipKind::HighPreheat => factor("tip_high_preheat")?,
                TipKind::General | TipKind::Gouging | TipKind::Sheet => Factor::ONE,
            },
            surface: surface_factor(faces(request).near)?,
            heat: heat_factor(request.policy.how_hot)?,
            start: start_factor(request.cut.start)?,
            plate: plate_factor(request.steel.plate_temperature),
            learned: request.factors.start_preheat.factor,
        })
    }

    /// Those of a start at an edge, multiplied.
    fn at_edge(&self) -> f64 {
        let of_tables = self.fuel.value * self.tip.value * self.surface.value * self.heat.value;
        of_tables * self.plate * self.learned
    }

    /// Those that change something, each with what it is of.
    fn told(&self, request: &Request, kind: TipKind, trace: &mut Tracer) {
        let near = faces(request).near;
        let words: [(Factor, &'static str, Named); 5] = [
            (self.tip, "times_tip", ("tip", Measure::Word(kind.code()))),
            (self.fuel, "times_fuel", ("fuel", Measure::Word(request.gas.fuel.code()))),
            (self.surface, "times_near_face", ("surface", Measure::Word(near.code()))),
            (self.heat, "times_heat", ("heat", Measure::Word(request.policy.how_hot.code()))),
            (self.start, "times_start", ("start", Measure::Word(request.cut.start.code()))),
        ];
        for (factor, code, named) in words {
            if factor != Factor::ONE {
                let value = Measure::Number(Kind::Ratio, factor.value);
                trace.step(code, value, COMMON_PRACTICE, vec![named]);
            }
        }
        if self.plate != 1.0 {
            let temperature = request.steel.plate_temperature.as_k();
            let named = vec![("temperature", Measure::Number(Kind::Temperature, temperature))];
            trace.step("times_plate", Measure::Number(Kind::Ratio, self.plate), HEATING, named);
        }
        request.factors.start_preheat.step(trace);
    }
}

/// Seconds of preheat for a request at a path thickness.
/// Source: `common_practice` (start-preheat.csv and its factors).
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn start_preheat(
    request: &Request,
    path: Length,
    kind: TipKind,
) -> Result<(StartPreheat, Trace)> {
    let (low, high) = read(&SECONDS)?.at(path.as_m());
    let base = Factor { value: (low * high).sqrt(), low, high };
    let factors = Factors::of(request, kind)?;
    let Factors { fuel, tip, surface, heat, start, .. } = factors;
    let at_edge = base.value * factors.at_edge();
    let band = combined(at_edge * start.value, &[base, fuel, tip, surface, heat, start]);

    let mut trace = Tracer::new(Quantity::StartPreheat, PREHEAT_INPUTS);
    let thickness = vec![("thickness", Measure::Number(Kind::Length, path.as_m()))];
    let of_table = Measure::List(Kind::Duration, vec![low, high]);
    trace.step("preheat_band", of_table, COMMON_PRACTICE, thickness);
    trace.number("preheat_middle", Kind::Duration, base.value, COMPUTED);
    factors.told(request, kind, &mut trace);
    let spread = Measure::List(Kind::Duration, vec![band.low, band.high]);
    trace.step("preheat_spread", spread, COMPUTED, vec![]);
    trace.number("result_preheat", Kind::Duration, band.set, COMPUTED);
    let result = StartPreheat {
        first: band.map(Duration::from_s),
        restart: Duration::from_s(at_edge * RESTART_FACTOR),
    };
    Ok((result, trace.done()))
}
