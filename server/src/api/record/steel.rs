//! What does one piece of a quoted cut weigh?

use galvanon_core::cut::Work;
use galvanon_core::layout::drop;
use galvanon_core::quantity::Mass;

use crate::api::layout::laid::LaidOut;

/// A part by its outline and its plate, a shape by its length; `None` of a straight cut and of other work, which make no piece
/// that is known.
#[must_use]
pub fn piece_mass(work: &Work, laid: Option<&LaidOut>) -> Option<Mass> {
    match work {
        Work::Section(asked) => asked.piece_mass(),
        Work::Runs(asked) => Some(drop::mass(&laid?.part, asked.base.steel.thickness)),
        Work::Plate(_) | Work::Other(..) => None,
    }
}
