//! What a column of a shop's notebook may hold.

use crate::entry::column::{Holds, LENGTHS, PRESSURES, SPEEDS, Unit, Units};
use crate::quantity::Length;

/// What a column holds.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Role {
    /// The day, perhaps with the time.
    Date,
    /// The time of day.
    Clock,
    /// Who held the torch.
    Person,
    /// The job, as the shop calls it.
    Job,
    /// What burnt.
    Fuel,
    /// How the torch was moved.
    Process,
    /// Plate thickness.
    Thickness,
    /// Bore of the tip.
    Bore,
    /// The mark stamped on the tip.
    Mark,
    /// Length of the cut.
    Length,
    /// Travel.
    Pace,
    /// Heating before the lever.
    Start,
    /// Lever to end.
    Duration,
    /// Width of the cut.
    Kerf,
    /// Oxygen by gauge or scale.
    Oxygen,
    /// Fuel by gauge or scale.
    FuelUsed,
    /// At the grinder.
    CleanUp,
    /// How it came out.
    Outcome,
    /// Oxygen at the regulator.
    OxygenPressure,
    /// In the torch hand's words.
    Note,
    /// Not used.
    Ignored,
}

/// Beginnings of words by which a heading tells what it holds; the first row that fits is taken. Source: `common practice`.
const HEADINGS: [(&[&str], Role); 21] = [
    (&["of plan"], Role::Ignored),
    (&["kerf"], Role::Kerf),
    (&["bore", "orifice"], Role::Bore),
    (&["clean", "grind"], Role::CleanUp),
    (&["pressure", "psi", "kpa"], Role::OxygenPressure),
    (&["oxygen", "o2", "oxy"], Role::Oxygen),
    (&["gas used", "fuel used", "acetylene", "propane", "propylene"], Role::FuelUsed),
    (&["fuel", "gas"], Role::Fuel),
    (&["thick", "plate", "material"], Role::Thickness),
    (&["preheat", "heat", "start"], Role::Start),
    (&["speed", "pace", "travel", "ipm"], Role::Pace),
    (&["time of day", "clock", "hour"], Role::Clock),
    (&["cut time", "burn", "duration", "time", "seconds"], Role::Duration),
    (&["length", "long"], Role::Length),
    (&["tip", "mark", "nozzle"], Role::Mark),
    (&["process", "how", "method", "moved"], Role::Process),
    (&["outcome", "edge", "result", "grade", "quality"], Role::Outcome),
    (&["who", "hand", "person", "name", "operator", "welder", "burner"], Role::Person),
    (&["date", "day", "when"], Role::Date),
    (&["job", "project"], Role::Job),
    (&["note", "remark", "comment"], Role::Note),
];

impl Holds for Role {
    fn of_heading(name: &str) -> Self {
        let begins = |word: &&str| name.starts_with(*word) || name.contains(&format!(" {word}"));
        let found = HEADINGS.iter().find(|(words, _)| words.iter().any(begins));
        found.map_or(Self::Ignored, |(_, role)| *role)
    }

    fn units(self) -> &'static [(&'static str, Unit)] {
        match self {
            Self::Thickness | Self::Bore | Self::Kerf => LENGTHS,
            Self::Length => LONG,
            Self::Pace => SPEEDS,
            Self::Start | Self::Duration | Self::CleanUp => TIMES,
            Self::Oxygen | Self::FuelUsed => VOLUMES,
            Self::OxygenPressure => PRESSURES,
            Self::Date | Self::Clock | Self::Person | Self::Job | Self::Fuel | Self::Process => &[],
            Self::Mark | Self::Outcome | Self::Note | Self::Ignored => &[],
        }
    }
}

const IN: f64 = Length::from_in(1.0).as_m();
const FOOT: f64 = 12.0 * IN; // m
const CUBIC_FOOT: f64 = FOOT * FOOT * FOOT; // m3

const LONG: Units = &[
    ("mm", Unit(1e-3)),
    ("cm", Unit(1e-2)),
    ("m", Unit(1.0)),
    ("in", Unit(IN)),
    ("inch", Unit(IN)),
    ("inches", Unit(IN)),
    ("ft", Unit(FOOT)),
    ("feet", Unit(FOOT)),
];

const TIMES: Units = &[
    ("s", Unit(1.0)),
    ("sec", Unit(1.0)),
    ("seconds", Unit(1.0)),
    ("min", Unit(60.0)),
    ("minutes", Unit(60.0)),
    ("h", Unit(3_600.0)),
];

const VOLUMES: Units = &[
    ("l", Unit(1e-3)),
    ("litres", Unit(1e-3)),
    ("liters", Unit(1e-3)),
    ("m3", Unit(1.0)),
    ("ft3", Unit(CUBIC_FOOT)),
    ("cf", Unit(CUBIC_FOOT)),
];

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn headings_as_shops_write_them_are_known() {
        for (heading, role) in [
            ("date", Role::Date),
            ("plate thickness", Role::Thickness),
            ("preheat", Role::Start),
            ("cut time", Role::Duration),
            ("start time", Role::Start),
            ("oxygen pressure", Role::OxygenPressure),
            ("oxygen used", Role::Oxygen),
            ("fuel gas", Role::Fuel),
            ("gas used", Role::FuelUsed),
            ("grinding", Role::CleanUp),
            ("torch hand", Role::Person),
            ("edge", Role::Outcome),
            ("weather", Role::Ignored),
        ] {
            assert_eq!(Role::of_heading(heading), role, "{heading}");
        }
    }
}
