//! What does a column of a table hold, and in which unit? Read from its heading, or said by a person.

use crate::code::Code;
use crate::entry::table::heading;
use crate::quantity::{GaugePressure, Length};

/// What a unit is in SI.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Unit(pub(crate) f64);

/// Units by their names; of several names for one unit the first is the usual.
pub(crate) type Units = &'static [(&'static str, Unit)];

/// What a column of a kind of table may hold.
pub trait Holds: Code + PartialEq {
    /// By a heading in small letters, without its unit.
    #[must_use]
    fn of_heading(name: &str) -> Self;

    /// The units that its figures may have; none where it holds no figure.
    #[must_use]
    fn units(self) -> &'static [(&'static str, Unit)];
}

/// A column as it was matched.
#[derive(Clone, Debug, PartialEq)]
pub struct Column<R> {
    /// Its heading in the file.
    pub heading: String,
    /// What it holds.
    pub role: R,
    /// Its unit; `None` where none is needed or none is known.
    pub unit: Option<String>,
}

/// What a person says of a column against its heading.
#[derive(Clone, Debug, PartialEq)]
pub struct Said<R> {
    /// What it holds.
    pub role: Option<R>,
    /// Its unit.
    pub unit: Option<String>,
}

impl<R> Default for Said<R> {
    fn default() -> Self {
        Self { role: None, unit: None }
    }
}

/// A unit in SI by any of its names.
pub(crate) fn unit<R: Holds>(role: R, name: &str) -> Option<f64> {
    role.units().iter().find(|(known, _)| *known == name).map(|(_, Unit(si))| *si)
}

/// A unit that a heading names as a last word: `oxygen pressure kpa`, `thickness mm`.
fn unit_in_words<R: Holds>(name: &str, role: R) -> Option<String> {
    name.split(' ').rev().find(|word| unit(role, word).is_some()).map(str::to_owned)
}

/// The usual spelling of a unit: `ipm` is `in/min`.
fn usual<R: Holds>(name: &str, role: R) -> String {
    let units = role.units();
    let same = units.iter().find(|(known, _)| *known == name).map(|(_, si)| *si);
    let first = units.iter().find(|(_, si)| Some(*si) == same);
    first.map_or_else(|| name.to_owned(), |(usual, _)| (*usual).to_owned())
}

/// A column by its heading, or by what is said of it.
pub(crate) fn column<R: Holds>(cell: &str, said: Option<&Said<R>>) -> Column<R> {
    let (name, bracket) = heading(cell);
    let role = said.and_then(|said| said.role).unwrap_or_else(|| R::of_heading(&name));
    let known = |name: &String| unit(role, name).is_some();
    let unit = said
        .and_then(|said| said.unit.clone())
        .or(bracket)
        .filter(known)
        .or_else(|| unit_in_words(&name, role))
        .map(|name| usual(&name, role));
    Column { heading: cell.to_owned(), role, unit }
}

const IN: f64 = Length::from_in(1.0).as_m();
const PSI: f64 = GaugePressure::from_psi(1.0).as_pa();

pub(crate) const LENGTHS: Units =
    &[("mm", Unit(1e-3)), ("in", Unit(IN)), ("inch", Unit(IN)), ("inches", Unit(IN))];

pub(crate) const PRESSURES: Units = &[
    ("psi", Unit(PSI)),
    ("psig", Unit(PSI)),
    ("kpa", Unit(1e3)),
    ("bar", Unit(1e5)),
    ("mpa", Unit(1e6)),
];

pub(crate) const SPEEDS: Units = &[
    ("in/min", Unit(IN / 60.0)),
    ("ipm", Unit(IN / 60.0)),
    ("mm/min", Unit(1e-3 / 60.0)),
    ("cm/min", Unit(1e-2 / 60.0)),
    ("m/min", Unit(1.0 / 60.0)),
];
