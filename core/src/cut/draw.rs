//! What a line of cuts draws of a gas, for the plan of a job's cylinders.

use crate::cut::settings::Settings;
use crate::gas::fuel::{Fuel, Gas};
use crate::gas::supply::Draw;
use crate::quantity::{Duration, GasFlow, GasVolume, GaugePressure};

/// What all cuts of a line draw of `gas`, its flames burning `fuel`.
#[must_use]
pub fn draw(settings: &Settings, fuel: Fuel, gas: Gas) -> Draw {
    let pieces = f64::from(settings.count);
    let (flow, volume) = match gas.fuel() {
        None => {
            let both = settings.oxygen_flow.as_m3_s() + settings.preheat_oxygen_flow.as_m3_s();
            (both, settings.gas.oxygen.as_m3())
        }
        Some(asked) if asked == fuel => (settings.fuel_flow.as_m3_s(), settings.gas.fuel.as_m3()),
        Some(_) => (0.0, 0.0),
    };
    Draw {
        time: Duration::from_s(settings.time.total().as_s() * pieces),
        flow: GasFlow::from_m3_s(flow),
        volume: GasVolume::from_m3(volume * pieces),
        pieces: settings.count,
    }
}

/// The setting of a gas's regulator in these settings; `None` where they have none, or burn another fuel.
#[must_use]
pub fn setting(settings: &Settings, fuel: Fuel, gas: Gas) -> Option<GaugePressure> {
    let band = match gas.fuel() {
        None => settings.oxygen_pressure,
        Some(asked) => settings.fuel_pressure.filter(|_| asked == fuel),
    };
    band.map(|band| band.set)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::cut::{Request, plan};
    use crate::quantity::Length;

    #[test]
    fn a_line_draws_oxygen_for_jet_and_flame_and_no_fuel_but_its_own() {
        let request = Request::plate(Length::from_mm(20.0), Length::from_mm(500.0));
        let settings = plan(&request).expect("a plan");
        let of = |gas| draw(&settings, request.gas.fuel, gas);
        let oxygen = of(Gas::Oxygen);
        assert!(oxygen.flow > settings.oxygen_flow);
        assert_eq!(oxygen.volume, settings.gas.oxygen);
        assert_eq!(of(Gas::from(request.gas.fuel)).volume, settings.gas.fuel);
        let others = Gas::IN_CYLINDERS.into_iter().filter_map(Gas::fuel);
        for other in others.filter(|other| *other != request.gas.fuel) {
            assert_eq!(of(other.into()).volume.as_m3(), 0.0);
            assert_eq!(setting(&settings, request.gas.fuel, other.into()), None);
        }
    }
}
