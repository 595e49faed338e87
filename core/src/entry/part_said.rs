//! What a line says of a part, and how it is said back.

use crate::code::Code;
use crate::entry::measure::TypedLength;
use crate::entry::said::{Mark, Problem};
use crate::layout::shapes::ShapeKind;

/// What a line says of a part; `None` where it says nothing.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct SaidPart {
    /// How many.
    pub count: Option<u32>,
    /// What it is.
    pub shape: Option<ShapeKind>,
    /// Of the plate.
    pub thickness: Option<TypedLength>,
    /// Across.
    pub width: Option<TypedLength>,
    /// Up, or over all.
    pub height: Option<TypedLength>,
    /// Of a round.
    pub diameter: Option<TypedLength>,
    /// Across its hole.
    pub hole: Option<TypedLength>,
    /// From that hole to the top.
    pub edge: Option<TypedLength>,
    /// Of its corners, or of its curved side.
    pub radius: Option<TypedLength>,
    /// Cut off its corners.
    pub cut: Option<TypedLength>,
    /// Of a polygon.
    pub sides: Option<u32>,
}

/// A line, read.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct PartLine {
    /// What it says.
    pub said: SaidPart,
    /// Where.
    pub marks: Vec<Mark>,
    /// What must be asked. A line without problems can be laid out.
    pub problems: Vec<Problem>,
}

impl SaidPart {
    /// The part said back in full; it reads the same again.
    #[must_use]
    pub fn echo(&self) -> String {
        let word = |length: Option<TypedLength>, word: &str| {
            length.map(|length| format!("{} {word}", length.echo()))
        };
        let named = |name: &str, length: Option<TypedLength>| {
            length.map(|length| format!("{name} {}", length.echo()))
        };
        let shape = self.shape.map(|shape| shape.code().replace('_', " "));
        let parts = [
            self.count.map(|count| format!("{count}x")),
            shape,
            word(self.width, "wide"),
            word(self.height, "high"),
            word(self.diameter, "dia"),
            self.sides.map(|sides| format!("{sides} sides")),
            named("hole", self.hole),
            named("edge", self.edge),
            named("radius", self.radius),
            named("snipe", self.cut),
            word(self.thickness, "plate"),
        ];
        parts.into_iter().flatten().collect::<Vec<_>>().join(" ")
    }
}
