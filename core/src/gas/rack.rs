//! What the gear on a rack tells by its age and state: is an inspection due, has a cylinder that lay down stood long
//! enough, does a reading still hold, must a tip be cleaned?
//!
//! Core knows no clock: whoever has one passes ages.

use serde::Deserialize;

use crate::quantity::{Duration, GaugePressure};

/// In what a gauge's face is printed: the hand sets what is printed there, whatever it reads elsewhere.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, Deserialize, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum GaugeUnit {
    /// Pounds on the square inch.
    Psi,
    /// Bar.
    Bar,
    /// Kilopascal.
    Kpa,
}

impl GaugeUnit {
    /// The pressure at which a number is printed.
    #[must_use]
    pub const fn pressure(self, printed: f64) -> GaugePressure {
        match self {
            Self::Psi => GaugePressure::from_psi(printed),
            Self::Bar => GaugePressure::from_pa(printed * 1e5),
            Self::Kpa => GaugePressure::from_pa(printed * 1e3),
        }
    }
}

/// Hoses, regulators and arrestors are inspected once a year; maker and local code may ask more. Source: `common_practice`.
pub const INSPECTION: Duration = Duration::from_s(365.0 * 86_400.0);
/// An inspection is announced so long before it is due. Source: `ours`.
const ANNOUNCED: Duration = Duration::from_s(30.0 * 86_400.0);
/// Acetylene that lay down stands up this long before it is used. Source: `common_practice`.
pub const STANDING: Duration = Duration::from_s(86_400.0);
/// A reading of a cylinder older than this is doubted. Source: `ours`.
const READING: Duration = Duration::from_s(7.0 * 86_400.0);
/// What the rack says now tells of a cut that is no older than this. Source: `ours`.
const TELLS: Duration = Duration::from_s(86_400.0);
/// A tip is cleaned after so many cuts. Source: `common_practice` (every 4 to 5).
pub const CLEAN_AFTER: u32 = 5;

/// What is made of gear that is inspected, read or cleaned: what kinds of it a shop keeps.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum GearKind {
    /// A cutting tip.
    Tip,
    /// A hose.
    Hose,
    /// A regulator.
    Regulator,
    /// A flashback arrestor.
    Arrestor,
    /// A torch.
    Torch,
    /// A cylinder.
    Cylinder,
    /// A carriage that runs on a rail, with the timed marks of its dial.
    Carriage,
    /// The wires that bores are cleaned and measured with.
    WireSet,
    /// A heating head, with what its maker's chart says it takes.
    HeatingHead,
}

impl GearKind {
    /// Whether it is inspected by the calendar.
    #[must_use]
    pub const fn is_inspected(self) -> bool {
        matches!(self, Self::Hose | Self::Regulator | Self::Arrestor)
    }
}

/// How what is inspected by the calendar stands.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Inspected {
    /// Nobody noted that it ever was.
    Never,
    /// Longer ago than it may be.
    Overdue,
    /// It is due soon.
    Soon,
    /// It is not due yet.
    Fine,
}

/// The two lines of a rig.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum GasLine {
    /// Oxygen.
    Oxygen,
    /// Fuel.
    Fuel,
}

/// The seat of a tip as it was found.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum SeatState {
    /// It seals.
    Good,
    /// It leaks: the tip is not fitted.
    Dinged,
}

/// Whether what was last inspected so long ago is due again.
#[must_use]
pub fn inspection_due(age: Duration) -> bool {
    age > INSPECTION
}

/// How what was last inspected so long ago stands.
#[must_use]
pub fn inspected(age: Option<Duration>) -> Inspected {
    match age {
        None => Inspected::Never,
        Some(age) if inspection_due(age) => Inspected::Overdue,
        Some(age) if age.as_s() > INSPECTION.as_s() - ANNOUNCED.as_s() => Inspected::Soon,
        Some(_) => Inspected::Fine,
    }
}

/// Whether acetylene that lay down and stands for so long must still wait.
#[must_use]
pub fn must_stand(stood: Duration) -> bool {
    stood < STANDING
}

/// Whether a reading of this age is doubted.
#[must_use]
pub fn reading_is_old(age: Duration) -> bool {
    age > READING
}

/// Whether the rack as it is now tells anything of a cut of this age.
#[must_use]
pub fn tells_of_a_cut(age: Duration) -> bool {
    age <= TELLS
}

/// Whether a tip that has made so many cuts since it was cleaned is due.
#[must_use]
pub const fn must_be_cleaned(cuts: u32) -> bool {
    cuts >= CLEAN_AFTER
}

#[cfg(test)]
mod tests {
    use super::*;

    const HOUR: f64 = 3_600.0;

    #[test]
    fn acetylene_that_lay_down_waits_a_day() {
        assert!(must_stand(Duration::from_s(0.0)) && must_stand(Duration::from_s(23.9 * HOUR)));
        assert!(!must_stand(Duration::from_s(24.0 * HOUR)));
    }

    #[test]
    fn a_year_a_week_and_five_cuts_are_the_limits() {
        let days = |days: f64| Duration::from_s(days * 24.0 * HOUR);
        assert!(!inspection_due(days(365.0)) && inspection_due(days(365.1)));
        let stands = [Some(366.0), Some(365.0), Some(335.5), Some(334.0), None];
        let stands = stands.map(|age| inspected(age.map(days)));
        use Inspected::{Fine, Never, Overdue, Soon};
        assert_eq!(stands, [Overdue, Soon, Soon, Fine, Never]);
        assert!(!reading_is_old(days(7.0)) && reading_is_old(days(7.1)));
        assert!(tells_of_a_cut(days(1.0)) && !tells_of_a_cut(days(1.1)));
        assert!(!must_be_cleaned(4) && must_be_cleaned(5));
    }
}
