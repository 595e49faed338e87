//! Is a person cleared for a cut: for its fuel, its thickness, and how the torch is carried?
//!
//! A shop that keeps clearances has cleared each person for something until some day; one clearance that covers the cut is
//! enough. What is left out of a clearance covers any. Core knows no day: whoever has one says which still hold.

use crate::code::Code;
use crate::cut::{Level, Note, Process};
use crate::gas::fuel::Fuel;
use crate::quantity::Length;
use crate::trace::{Kind, Measure};

/// What a person was cleared for.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Clearance {
    /// Whether it holds today: neither ended nor withdrawn.
    pub holds: bool,
    /// The fuel; any where it is left out.
    pub fuel: Option<Fuel>,
    /// How thick at most; any where it is left out.
    pub thickness_to: Option<Length>,
    /// How the torch is carried; any way where it is left out.
    pub process: Option<Process>,
}

/// A cut, as far as one is cleared for it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Burn {
    /// The fuel.
    pub fuel: Fuel,
    /// The thickness of the steel.
    pub thickness: Length,
    /// How the torch is carried.
    pub process: Process,
}

/// Why a person is not cleared for a cut; `None` when one of their clearances covers it.
///
/// # Examples
///
/// ```
/// use galvanon_core::cut::Process;
/// use galvanon_core::gas::fuel::Fuel;
/// use galvanon_core::quantity::Length;
/// use galvanon_core::setup::clearance::{Burn, Clearance, uncleared};
///
/// let upto_50 = Clearance { holds: true, fuel: None, thickness_to: Some(Length::from_mm(50.0)), process: None };
/// let burn = |mm| Burn { fuel: Fuel::Propane, thickness: Length::from_mm(mm), process: Process::Guided };
/// assert_eq!(uncleared(&[upto_50], &burn(50.0)), None);
/// assert_eq!(uncleared(&[upto_50], &burn(51.0)).map(|note| note.code), Some("cleared_thinner"));
/// assert_eq!(uncleared(&[], &burn(5.0)).map(|note| note.code), Some("cleared_never"));
/// ```
#[must_use]
pub fn uncleared(held: &[Clearance], burn: &Burn) -> Option<Note> {
    let note = |code, values| Some(Note::new(Level::Caution, code, values));
    let fuel = ("fuel", Measure::Word(burn.fuel.code()));
    let process = ("process", Measure::Word(burn.process.code()));
    if held.is_empty() {
        return note("cleared_never", Vec::new());
    }
    let holding: Vec<_> = held.iter().filter(|one| one.holds).collect();
    if holding.is_empty() {
        return note("cleared_no_more", Vec::new());
    }
    let of_fuel: Vec<_> =
        holding.into_iter().filter(|one| one.fuel.is_none_or(|fuel| fuel == burn.fuel)).collect();
    if of_fuel.is_empty() {
        return note("cleared_other_fuel", vec![fuel]);
    }
    let carried: Vec<_> = of_fuel
        .into_iter()
        .filter(|one| one.process.is_none_or(|process| process == burn.process))
        .collect();
    if carried.is_empty() {
        return note("cleared_other_process", vec![process]);
    }
    // a plate that is as thick as allowed is not thicker for the sake of a digit
    let covers = |most: Length| burn.thickness.as_m() <= most.as_m() * (1.0 + 1e-9);
    if carried.iter().any(|one| one.thickness_to.is_none_or(covers)) {
        return None;
    }
    let most = carried.iter().filter_map(|one| one.thickness_to).map(Length::as_m);
    let most = most.fold(0.0, f64::max);
    note("cleared_thinner", vec![("thickness", Measure::Number(Kind::Length, most))])
}

#[cfg(test)]
mod tests {
    use super::*;

    const ANY: Clearance = Clearance { holds: true, fuel: None, thickness_to: None, process: None };

    fn burn() -> Burn {
        Burn { fuel: Fuel::Propane, thickness: Length::from_mm(25.0), process: Process::Freehand }
    }

    fn code(held: &[Clearance]) -> Option<&'static str> {
        uncleared(held, &burn()).map(|note| note.code)
    }

    #[test]
    fn what_is_not_said_covers_any() {
        assert_eq!(code(&[ANY]), None);
        let all = Clearance {
            fuel: Some(Fuel::Propane),
            thickness_to: Some(Length::from_mm(25.0)),
            process: Some(Process::Freehand),
            ..ANY
        };
        assert_eq!(code(&[all]), None);
    }

    #[test]
    fn the_nearest_reason_is_told() {
        let other = Clearance { fuel: Some(Fuel::Acetylene), ..ANY };
        let carried = Clearance { process: Some(Process::Machine), ..ANY };
        let thin = Clearance { thickness_to: Some(Length::from_mm(24.0)), ..ANY };
        let over = Clearance { holds: false, ..ANY };
        assert_eq!(code(&[over]), Some("cleared_no_more"));
        assert_eq!(code(&[over, other]), Some("cleared_other_fuel"));
        assert_eq!(code(&[over, other, carried]), Some("cleared_other_process"));
        assert_eq!(code(&[over, other, carried, thin]), Some("cleared_thinner"));
        assert_eq!(code(&[over, other, carried, thin, ANY]), None);
    }

    #[test]
    fn two_that_each_cover_a_part_do_not_cover_the_cut() {
        let thick_of_another = Clearance { fuel: Some(Fuel::Acetylene), ..ANY };
        let thin = Clearance { thickness_to: Some(Length::from_mm(10.0)), ..ANY };
        let told = uncleared(&[thick_of_another, thin], &burn());
        let most = told.map(|note| note.values);
        assert_eq!(most, Some(vec![("thickness", Measure::Number(Kind::Length, 0.01))]));
    }
}
