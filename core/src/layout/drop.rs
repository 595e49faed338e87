//! What comes free of a plate, what does it weigh, and how is it held?
//!
//! The part is free at the end of its outline, the slug of a hole at the end of its path. What weighs more than a hand holds
//! hangs in a sling or lies on blocks before that path; what the shop does not lift is a stop. Left out: a part that is held
//! by the kerf alone, and what the plate itself does when a large part is gone.

use crate::geometry::Contour;
use crate::layout::part::Part;
use crate::note::{Level, Note};
use crate::quantity::{Length, Mass};
use crate::section::held::BY_HAND;
use crate::steel::thermal::DENSITY;
use crate::trace::{Kind, Measure, Named};

/// What a part of a plate weighs.
#[must_use]
pub fn mass(part: &Part, thickness: Length) -> Mass {
    Mass::from_kg(part.area() * thickness.as_m() * DENSITY)
}

/// What falls out of a hole that is burnt.
fn slug(contour: &Contour, thickness: Length) -> Mass {
    Mass::from_kg(contour.area().abs() * thickness.as_m() * DENSITY)
}

/// What comes free.
pub(super) struct Free<'a> {
    /// The part.
    pub part: &'a Part,
    /// Holes that are burnt, not drilled.
    pub burnt: Vec<&'a Contour>,
    /// Of the plate, where it is known.
    pub thickness: Option<Length>,
    /// The most that the shop lifts, where it has said so.
    pub limit: Option<Mass>,
}

/// What must be said of what comes free; without a thickness nothing is weighed.
pub(super) fn notes(free: &Free<'_>) -> Vec<Note> {
    let drops = Note::new(Level::Caution, "layout_piece_drops", vec![]);
    let Some(thickness) = free.thickness else { return vec![drops] };
    let slugs = free.burnt.iter().map(|hole| slug(hole, thickness).as_kg());
    let heaviest = slugs.reduce(f64::max).map(Mass::from_kg).filter(|slug| *slug > BY_HAND);
    let mut notes = vec![drops, held("piece", mass(free.part, thickness), free.limit)];
    notes.extend(heaviest.map(|slug| held("slug", slug, free.limit)));
    notes
}

/// How something that comes free is held, by what it weighs.
fn held(what: &'static str, weight: Mass, limit: Option<Mass>) -> Note {
    let kg = |name, mass: Mass| -> Named { (name, Measure::Number(Kind::Mass, mass.as_kg())) };
    let part = ("part", Measure::Word(what));
    if let Some(limit) = limit.filter(|limit| weight > *limit) {
        let values = vec![part, kg("mass", weight), kg("limit", limit)];
        return Note::new(Level::Stop, "over_the_lifting_limit", values);
    }
    let values = vec![part, kg("mass", weight)];
    if weight > BY_HAND {
        Note::new(Level::Caution, "layout_hold", values)
    } else {
        Note::new(Level::Info, "layout_weighs", values)
    }
}
