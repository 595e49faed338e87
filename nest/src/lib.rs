//! Which part lies where on which plate, so that little plate is left over?
//!
//! [`nest`] lays the largest part first, each as far left and then as low as it goes on the first plate with room for it, in
//! the turns it may take; then it changes the order, a move or a swap a round, and keeps what came out better. The same
//! seed and the same number of rounds give the same nest. Lengths are metres, as in core. What collides is told by
//! `jagua-rs`; what must keep its distance to the last micrometre is measured once more here. Left out: parts in the holes
//! of others, cuts that two parts share, and the order of cutting. Theory: docs/model/layout.md, "Nests".

mod clear;
mod filling;
mod grown;
mod outline;
mod places;
mod remnant;
mod search;
mod sheet;
mod turned;

pub use search::{laid, nest};

use galvanon_core::geometry::Contour;
use galvanon_core::layout::part::Part;
use galvanon_core::quantity::Length;

/// Kinds of plates, and plates in all, at most. Source: `ours`.
pub const MOST_PLATES: u32 = 200;
/// Parts in all, at most. Source: `ours`.
pub const MOST_PARTS: u32 = 500;

/// Plates of a kind.
#[derive(Clone, Debug, PartialEq)]
pub struct Plate {
    /// Its rim, anticlockwise; a remnant has any.
    pub outline: Contour,
    /// How many there are.
    pub count: u32,
}

/// How a part may be turned: rolled plate is not alike along and across, and a hand measures better square.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Turns {
    /// Any way that lays one of its long sides along the plate.
    Free,
    /// By quarters.
    #[default]
    Quarter,
    /// As drawn.
    None,
}

/// Parts of a kind.
#[derive(Clone, Debug, PartialEq)]
pub struct Wanted {
    /// The part.
    pub part: Part,
    /// How many.
    pub count: u32,
    /// Which turns are allowed.
    pub turns: Turns,
    /// Whether it may be laid on its other face.
    pub mirror: bool,
}

/// What is to be fitted.
#[derive(Clone, Debug, PartialEq)]
pub struct Asked {
    /// Plates, taken in this order.
    pub plates: Vec<Plate>,
    /// Parts.
    pub parts: Vec<Wanted>,
    /// Parts keep this distance from each other.
    pub gap: Length,
    /// And this one from the plate's rim.
    pub margin: Length,
    /// Which changes of order are tried.
    pub seed: u64,
}

/// A part on a plate: mirrored (x to -x), then turned about its own origin, then moved.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Placed {
    /// Which part, from 0.
    pub part: usize,
    /// Where its origin comes to lie, m.
    pub x: f64,
    /// The same, up.
    pub y: f64,
    /// Turned anticlockwise, degrees.
    pub angle_deg: f64,
    /// Whether it lies on its other face.
    pub mirrored: bool,
}

/// A plate with its parts.
#[derive(Clone, Debug, PartialEq)]
pub struct Laid {
    /// Which kind of plate, from 0.
    pub plate: usize,
    /// Its parts.
    pub placed: Vec<Placed>,
    /// Steel of the parts over steel of the plate.
    pub used_share: f64,
    /// The largest piece left over; `None` where nothing worth naming is.
    pub remnant: Option<Contour>,
}

/// Why parts are left over.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Why {
    /// It fits on none of the plates, even alone.
    TooLarge,
    /// The plates are full.
    NoRoom,
    /// The time was over before it was its turn.
    NoTime,
}

/// Parts that found no place.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct LeftOver {
    /// Which part, from 0.
    pub part: usize,
    /// How many of it.
    pub count: u32,
    /// Why.
    pub why: Why,
}

/// What came out.
#[derive(Clone, Debug, PartialEq)]
pub struct Nested {
    /// Plates that have a part on them.
    pub plates: Vec<Laid>,
    /// What found no place.
    pub left_over: Vec<LeftOver>,
    /// How many orders were tried.
    pub rounds: u32,
}

/// Why there is no nest.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum NoNest {
    /// A plate, from 0, of which the margin leaves nothing.
    Plate(usize),
    /// A part, from 0, whose outline cannot be laid.
    Part(usize),
}
