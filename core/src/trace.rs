//! How a number came to be: the chain of values behind it, in codes that a screen turns
//! into words of the reader's units.

use crate::source::SourceKey;

/// What kind of quantity a traced value is; its SI unit is fixed by the kind.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Kind {
    /// Length, m.
    Length,
    /// A bore or a kerf: a small length people give in decimals, m.
    Bore,
    /// A short length that a hand sets by eye, m.
    Gap,
    /// Gauge pressure, Pa.
    Pressure,
    /// Gas flow at reference conditions, m³/s.
    GasFlow,
    /// Gas volume at reference conditions, m³.
    GasVolume,
    /// Mass, kg.
    Mass,
    /// Time, s.
    Duration,
    /// Travel speed, m/s.
    Speed,
    /// Temperature, K.
    Temperature,
    /// Angle, rad.
    Angle,
    /// A plain ratio, 1.
    Ratio,
    /// A part of the whole, 1 (shown in percent).
    Percent,
    /// A whole number.
    Count,
    /// An amount of the shop's own money.
    Money,
}

/// A value as it stands in a trace, note or cue.
#[derive(Clone, Debug, PartialEq)]
pub enum Measure {
    /// A number in the SI unit of its kind.
    Number(Kind, f64),
    /// Several numbers of one kind.
    List(Kind, Vec<f64>),
    /// A word by its code, as `light_rust`.
    Word(&'static str),
}

/// A named value inside a sentence.
pub type Named = (&'static str, Measure);

/// A number with its name.
#[must_use]
pub const fn number(name: &'static str, kind: Kind, value: f64) -> Named {
    (name, Measure::Number(kind, value))
}

/// One link of the chain.
#[derive(Clone, Debug, PartialEq)]
pub struct Step {
    /// Code of the sentence that says what this is.
    pub code: &'static str,
    /// Its value.
    pub value: Measure,
    /// Where it comes from.
    pub source: SourceKey,
    /// The values inside its sentence.
    pub values: Vec<Named>,
}

/// A result that can be opened.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Quantity {
    /// The longest path of the jet through the metal.
    PathThickness,
    /// The tip.
    Tip,
    /// Oxygen pressure at the regulator.
    OxygenPressure,
    /// Fuel pressure at the regulator.
    FuelPressure,
    /// Cutting oxygen.
    OxygenFlow,
    /// Oxygen of the preheat flames.
    PreheatOxygenFlow,
    /// Fuel.
    FuelFlow,
    /// Heating before the cutting oxygen goes on.
    StartPreheat,
    /// Pace of the torch.
    TravelSpeed,
    /// Width of the cut.
    Kerf,
    /// How far the bottom of the cut lags its top.
    Drag,
    /// Depth of the edge that the heat changes.
    HeatAffected,
    /// Inner cones to plate.
    Standoff,
    /// Tip face to plate.
    TipToPlate,
    /// How often the cut is started.
    Starts,
    /// Time from taking the torch to laying it down.
    Time,
    /// Oxygen used.
    Oxygen,
    /// Fuel used.
    Fuel,
    /// Money for one cut.
    Cost,
    /// How the alloy hardens, as if it were carbon.
    CarbonEquivalent,
    /// How a job is supplied with one gas.
    Supply,
    /// Oxygen supplied against oxygen needed to burn the kerf.
    OxygenBalance,
}

/// An input that a quantity depends on.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Input {
    /// Thickness and bevel.
    Thickness,
    /// Which fuel.
    Fuel,
    /// Freehand, guided or by machine.
    Process,
    /// Quality asked.
    Quality,
    /// Faces of the plate.
    Surface,
    /// Temperature of the plate.
    PlateTemperature,
    /// Kind of start.
    Start,
    /// Length of the cut.
    Length,
    /// Oxygen purity.
    Purity,
    /// The tip fitted.
    Tip,
    /// Hoses.
    Hose,
    /// Torch kind.
    Torch,
    /// The shop's policies.
    Policy,
    /// What the shop's burns have taught.
    Learned,
    /// The shop's prices.
    Prices,
    /// What the steel is made of.
    Composition,
    /// The cylinders at hand.
    Cylinders,
}

/// Inputs of a quantity that hangs on the fuel only where a maker's chart may be followed: the list begins with the fuel.
#[must_use]
pub(crate) fn fuel_by_chart(inputs: &'static [Input], charts: bool) -> &'static [Input] {
    &inputs[usize::from(!charts)..]
}

/// Inputs of a flow, which hangs on hose and fuel where one pressure is held at the regulator, and on the fuel where a maker's
/// chart may be followed: the list begins with hose and fuel.
#[must_use]
pub(crate) fn hose_by_pressure(
    inputs: &'static [Input],
    one_pressure: bool,
    charts: bool,
) -> &'static [Input] {
    if one_pressure { inputs } else { fuel_by_chart(&inputs[1..], charts) }
}

/// Inputs of what is used of a flow: the hose, with which the list begins, counts where one pressure is held at the regulator.
#[must_use]
pub(crate) fn with_hose(inputs: &'static [Input], one_pressure: bool) -> &'static [Input] {
    &inputs[usize::from(!one_pressure)..]
}

/// A quantity, the chain behind it, and what would move it.
#[derive(Clone, Debug, PartialEq)]
pub struct Trace {
    /// What was computed.
    pub quantity: Quantity,
    /// The chain, base first, result last.
    pub steps: Vec<Step>,
    /// Inputs that move it.
    pub depends_on: &'static [Input],
}

/// Collects the steps of one quantity.
#[derive(Debug)]
pub struct Tracer(Trace);

impl Tracer {
    /// Starts the chain of `quantity`.
    #[must_use]
    pub fn new(quantity: Quantity, depends_on: &'static [Input]) -> Self {
        Self(Trace { quantity, steps: Vec::with_capacity(8), depends_on })
    }

    /// Adds a number.
    pub fn number(
        &mut self,
        code: &'static str,
        kind: Kind,
        value: f64,
        source: SourceKey,
    ) -> &mut Self {
        self.step(code, Measure::Number(kind, value), source, Vec::new())
    }

    /// Adds a step with values inside its sentence.
    pub fn step(
        &mut self,
        code: &'static str,
        value: Measure,
        source: SourceKey,
        values: Vec<Named>,
    ) -> &mut Self {
        self.0.steps.push(Step { code, value, source, values });
        self
    }

    /// The finished chain.
    #[must_use]
    pub fn done(self) -> Trace {
        self.0
    }
}
