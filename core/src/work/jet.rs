//! Which tip, at which pressures, for work that has a jet of its own: a wash at the low end of its band, a wide slow gouge.

use crate::band::Band;
use crate::code::Code;
use crate::cut::flame_flow::flame;
use crate::cut::preheat_time::start_preheat;
use crate::cut::pressure::{fuel_setting, oxygen_setting};
use crate::cut::settings::gear_notes;
use crate::cut::stands::has_no_setting;
use crate::cut::tip_plan::TipPlan;
use crate::cut::{Flows, Note, Own, Request, Settings};
use crate::error::Result;
use crate::gas::OXYGEN;
use crate::quantity::{Duration, GaugePressure, Length, Speed};
use crate::source::{COMPUTED, FROM_MEMORY, OURS};
use crate::trace::{Input, Kind, Measure, Named, Quantity, Trace, Tracer, number};
use crate::work::stage::Fitted;

/// What the pace of a jet of its own hangs on.
const PACE_INPUTS: &[Input] =
    &[Input::Thickness, Input::Fuel, Input::Hose, Input::Tip, Input::Policy, Input::Learned];

/// A tip with what is set and what flows.
#[derive(Clone, Debug, PartialEq)]
pub struct Jet {
    /// The tip.
    pub tip: Fitted,
    /// At the oxygen regulator, gas flowing; `None` where a stop says that there is no such setting.
    pub oxygen: Option<GaugePressure>,
    /// At the fuel regulator, likewise.
    pub fuel: Option<GaugePressure>,
    /// What flows.
    pub flows: Flows,
    /// Heating before the lever.
    pub heat: Duration,
    /// What its gear makes one say.
    pub notes: Vec<Note>,
    /// How pressures, flows of the flame, heating and pace came to be.
    pub traces: Vec<Trace>,
}

impl Jet {
    /// A tip at the low end of its pressures, in steel of a thickness.
    pub(super) fn low(request: &Request, tip: &TipPlan, path: Length) -> Result<Self> {
        let (p, q) = (tip.pressure.low, tip.flow.low);
        let pressure = Band { low: p, set: p, high: p };
        let flow = Band { low: q, set: q, high: q };
        let tip = TipPlan { pressure, flow, chart: None, ..tip.clone() };
        let ((fuel, preheat_oxygen), of_flame) = flame(request.gas.fuel, path)?;
        let flows = Flows { oxygen: tip.flow.set, preheat_oxygen, fuel };
        let (oxygen, mut notes, by_oxygen) = oxygen_setting(request, &tip, &flows)?;
        let (fuel, of_fuel, by_fuel) = fuel_setting(request, path, &tip, fuel)?;
        notes.extend(of_fuel);
        notes.extend(gear_notes(request, &tip.tip, fuel.set, oxygen.set)?);
        let stands =
            |band: Band<GaugePressure>, gas| (!has_no_setting(&notes, gas)).then_some(band.set);
        let (oxygen, fuel) = (stands(oxygen, OXYGEN), stands(fuel, request.gas.fuel.code()));
        let (heat, by_heat) = start_preheat(request, path, tip.tip.kind)?;
        let traces = of_flame.into_iter().chain([by_oxygen, by_fuel, by_heat]).collect();
        let fitted =
            Fitted { bore: tip.tip.bore, face: tip.face, kind: tip.tip.kind, label: tip.tip.label };
        Ok(Self { tip: fitted, oxygen, fuel, flows, heat: heat.first.set, notes, traces })
    }

    /// As a cut is set.
    #[must_use]
    pub fn of_cut(settings: &Settings) -> Self {
        Self {
            tip: Fitted {
                bore: settings.bore,
                face: settings.face,
                kind: settings.tip_kind,
                label: settings.tip_label.clone(),
            },
            oxygen: settings.oxygen_pressure.map(|band| band.set),
            fuel: settings.fuel_pressure.map(|band| band.set),
            flows: settings.flows(),
            heat: settings.start_preheat.set,
            notes: settings.notes.clone(),
            traces: settings.traces.clone(),
        }
    }

    /// The same with how its pace came to be: of a length by the time that its oxygen takes with nothing learned, and as it
    /// came out by what the shop has learned and by the fastest that a hand goes.
    pub(super) fn paced(mut self, unlearned: Speed, pace: Speed, own: Own) -> Self {
        let mut trace = Tracer::new(Quantity::TravelSpeed, PACE_INPUTS);
        trace.number("pace_by_oxygen", Kind::Speed, unlearned.as_m_s(), OURS);
        own.step(&mut trace);
        if pace.as_m_s() < unlearned.as_m_s() * own.factor * (1.0 - 1e-9) {
            trace.number("pace_of_a_hand", Kind::Speed, pace.as_m_s(), FROM_MEMORY);
        }
        trace.number("result_speed", Kind::Speed, pace.as_m_s(), COMPUTED);
        self.traces.push(trace.done());
        self
    }

    /// Both regulators, as a stage says them; what must not be set is left out.
    #[must_use]
    pub fn pressures(&self) -> Vec<Named> {
        let named = |name, pressure: Option<GaugePressure>| {
            pressure.map(|p| (name, Measure::Number(Kind::Pressure, p.as_pa())))
        };
        let all = [named("oxygen_pressure", self.oxygen), named("fuel_pressure", self.fuel)];
        all.into_iter().flatten().collect()
    }

    /// [`Self::pressures`] with the pace of a stage that burns.
    pub(super) fn at_pace(&self, pace: Speed) -> Vec<Named> {
        let mut set = self.pressures();
        set.push(number("pace", Kind::Speed, pace.as_m_s()));
        set
    }
}
