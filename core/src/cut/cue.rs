//! What eye and ear tell beside each number: nobody at a torch counts seconds.
//! Source of all: `common_practice`.

use crate::cut::practice::HowHot;
use crate::gas::fuel::Fuel;
use crate::trace::Quantity;

/// A cue for a quantity, by the code of its sentence.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Cue {
    /// What it goes with.
    pub quantity: Quantity,
    /// Code of its sentence.
    pub code: &'static str,
}

/// The cues for a fuel and for how hot the shop takes its starts: a whistle is right for alternates, a loud roar wrong for acetylene.
#[must_use]
pub fn cues(fuel: Fuel, how_hot: HowHot) -> [Cue; 8] {
    let acetylene = fuel == Fuel::Acetylene;
    let by_fuel = |is: &'static str, other: &'static str| if acetylene { is } else { other };
    let preheat = match how_hot {
        HowHot::Cherry => by_fuel("cue_preheat_acetylene", "cue_preheat_alternate"),
        HowHot::Orange => "cue_preheat_orange",
        HowHot::Sweating => "cue_preheat_sweating",
    };
    let cue = |quantity, code| Cue { quantity, code };
    [
        cue(Quantity::Tip, by_fuel("cue_tip_flush", "cue_tip_recessed")),
        cue(Quantity::OxygenPressure, "cue_oxygen_pressure"),
        cue(Quantity::FuelPressure, by_fuel("cue_flame_acetylene", "cue_flame_alternate")),
        cue(Quantity::StartPreheat, preheat),
        cue(Quantity::TravelSpeed, "cue_travel_speed"),
        cue(Quantity::Kerf, "cue_kerf"),
        cue(Quantity::Drag, "cue_drag"),
        cue(Quantity::Standoff, by_fuel("cue_standoff_acetylene", "cue_standoff_alternate")),
    ]
}
