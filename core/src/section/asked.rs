//! Which cut is asked of a shape, and can it be made there at all?
//!
//! Every refusal names the input at fault with what is allowed. Left out: cuts that join two of these.

use crate::quantity::{Angle, Length};
use crate::range::Range;
use crate::section::panel::{Element, Panel};
use crate::section::profile::Family;

/// Which way a mitre slants.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Across {
    /// From the upper to the lower flange: the web's line is slanted.
    #[default]
    Depth,
    /// From side to side: the flanges' lines are slanted.
    Width,
}

/// Which of two flanges.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Flanges {
    /// The upper one, as the shape is drawn.
    #[default]
    Top,
    /// The lower one.
    Bottom,
    /// Both.
    Both,
}

impl Flanges {
    /// Whether the upper (or the lower) one is meant.
    #[must_use]
    pub const fn has(self, top: bool) -> bool {
        matches!((self, top), (Self::Both, _) | (Self::Top, true) | (Self::Bottom, false))
    }
}

/// What an opening looks like.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Opening {
    /// Rounded corners.
    Rectangle {
        /// Along the shape.
        width: Length,
        /// Across the web.
        height: Length,
        /// Of its corners.
        radius: Length,
    },
    /// A circle.
    Round {
        /// Its diameter.
        diameter: Length,
    },
}

impl Opening {
    pub(crate) fn height(self) -> f64 {
        match self {
            Self::Rectangle { height, .. } => height.as_m(),
            Self::Round { diameter } => diameter.as_m(),
        }
    }
}

/// The cut asked for.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Cut {
    /// Square across.
    Square,
    /// Slanted across.
    Mitre {
        /// From square.
        angle: Angle,
        /// Which way.
        across: Across,
    },
    /// Square across, with the torch tilted all round for a weld.
    Bevel {
        /// From square.
        angle: Angle,
    },
    /// The end of a round fitted to another round: a fish mouth.
    Saddle {
        /// Outside diameter of the one it is fitted to.
        header: Length,
        /// Between the two.
        angle: Angle,
    },
    /// A corner taken out at the end, so that the shape fits under a flange.
    Cope {
        /// Along the shape.
        length: Length,
        /// From the outer face.
        depth: Length,
        /// Of its inner corner.
        radius: Length,
        /// At which flange.
        flanges: Flanges,
    },
    /// A small hole in the web at the end, so that a flange weld runs through.
    AccessHole {
        /// Along the shape.
        length: Length,
        /// From the flange's inner face.
        height: Length,
        /// Of its inner corner.
        radius: Length,
        /// At which flange.
        flanges: Flanges,
    },
    /// A hole in a web, stem, wall, leg or flat.
    WebOpening {
        /// Its form.
        opening: Opening,
        /// Its middle from the middle of the panel, toward its end.
        offset: Length,
        /// Whether a hole is drilled to start in.
        drilled: bool,
    },
    /// A flange (or leg) taken off its web along the whole piece.
    Strip {
        /// Which one; a tee has one, an angle loses its flat leg.
        flanges: Flanges,
        /// Of the piece.
        length: Length,
    },
    /// The shape parted along its whole length.
    Split {
        /// The line from the middle of the web, toward its end.
        offset: Length,
        /// Of the piece.
        length: Length,
    },
}

/// A mitre's angle from square. Source: `ours`: beyond 75° a hand torch lies on the steel.
pub const MITRE: Range = Range::new("cut.angle", "rad", 0.0, 75.0_f64.to_radians());
/// A bevel's angle from square. Source: `ours`: beyond 60° the path doubles.
pub const BEVEL: Range = Range::new("cut.angle", "rad", 0.0, 60.0_f64.to_radians());
/// Between two rounds. Source: `ours`: below 30° the toe of the saddle is a knife.
pub const SADDLE: Range =
    Range::new("cut.angle", "rad", 30.0_f64.to_radians(), 90.0_f64.to_radians());
/// A cope or access hole along the shape.
pub const ALONG: Range = Range::new("cut.length", "m", 0.01, 5.0);
/// A piece that is parted or stripped along its length.
pub const PIECE: Range = Range::new("cut.length", "m", 0.05, 30.0);
/// A cope from the outer face.
pub const DEPTH: Range = Range::new("cut.depth", "m", 0.005, 3.0);
/// The inner corner of an opening or a cope that is not said: 1/2 in. Source: `common_practice`.
pub const USUAL_RADIUS: Length = Length::from_mm(12.7);
/// An access hole that is not said: how long. Source: `ours`, over the least of `aisc_360`.
pub const USUAL_HOLE_LENGTH: Length = Length::from_mm(40.0);
/// And how high. Source: `ours`, over the least of `aisc_360`.
pub const USUAL_HOLE_HEIGHT: Length = Length::from_mm(25.0);
/// Of an inner corner: never a notch. Source: `aisc_360`: 3/8 in at least, from memory.
pub const RADIUS: Range = Range::new("cut.radius", "m", 0.0095, 0.3);
/// An opening, either way. Source: `ours`: smaller ones are drilled.
pub const OPENING: Range = Range::new("cut.opening", "m", 0.025, 3.0);
/// Diameter of a round bar: the jet meets all of it. Source: `handbook_cutting_data`, whose figures end there.
pub const BAR: Range = Range::new("size", "m", 0.003, 0.3);
/// An offset from the middle.
pub const OFFSET: Range = Range::new("cut.offset", "m", -2.0, 2.0);
/// The round that a saddle is fitted to.
pub const HEADER: Range = Range::new("cut.header", "m", 0.01, 3.0);

/// Of its depth a shape keeps at least this above and below an opening.
/// Source: `aisc_design_guide_2`: tees of 0.15 of the depth at least, from memory.
pub const WEB_LEFT: f64 = 0.15;
/// Steel left between two copes, or between a cope and a free edge. Source: `ours`.
pub const LEFT: f64 = 0.01;

/// What kind of cut it is, without its measures.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum CutKind {
    /// As [`Cut::Square`].
    Square,
    /// As [`Cut::Mitre`].
    Mitre,
    /// As [`Cut::Bevel`].
    Bevel,
    /// As [`Cut::Saddle`].
    Saddle,
    /// As [`Cut::Cope`].
    Cope,
    /// As [`Cut::AccessHole`].
    AccessHole,
    /// As [`Cut::WebOpening`].
    WebOpening,
    /// As [`Cut::Strip`].
    Strip,
    /// As [`Cut::Split`].
    Split,
}

impl Cut {
    /// Its kind.
    #[must_use]
    pub const fn kind(&self) -> CutKind {
        match self {
            Self::Square => CutKind::Square,
            Self::Mitre { .. } => CutKind::Mitre,
            Self::Bevel { .. } => CutKind::Bevel,
            Self::Saddle { .. } => CutKind::Saddle,
            Self::Cope { .. } => CutKind::Cope,
            Self::AccessHole { .. } => CutKind::AccessHole,
            Self::WebOpening { .. } => CutKind::WebOpening,
            Self::Strip { .. } => CutKind::Strip,
            Self::Split { .. } => CutKind::Split,
        }
    }

    /// Whether it parts the shape across.
    #[must_use]
    pub const fn is_across(&self) -> bool {
        matches!(self, Self::Square | Self::Mitre { .. } | Self::Bevel { .. } | Self::Saddle { .. })
    }
}

/// The cuts that a family is offered.
#[must_use]
pub const fn kinds(family: Family) -> &'static [CutKind] {
    use CutKind::{AccessHole, Bevel, Cope, Mitre, Saddle, Split, Square, Strip, WebOpening};
    match family {
        Family::I | Family::Channel => {
            &[Square, Mitre, Bevel, Cope, AccessHole, WebOpening, Strip, Split]
        }
        Family::Tee => &[Square, Mitre, Bevel, Cope, AccessHole, WebOpening, Strip],
        Family::Angle => &[Square, Mitre, Bevel, Cope, WebOpening, Strip],
        Family::RectangularTube | Family::Flat => &[Square, Mitre, Bevel, Cope, WebOpening, Split],
        Family::RoundTube | Family::Pipe => &[Square, Mitre, Bevel, Saddle, Split],
        Family::RoundBar => &[Square, Mitre],
    }
}

/// The panel that takes a cope, an opening, a split: web, stem, upright leg, near wall, plate.
#[must_use]
pub fn web_of(panels: &[Panel]) -> usize {
    let upright = panels.iter().position(|panel| panel.element == Element::Web);
    upright.unwrap_or(if panels.len() == 4 { 1 } else { 0 })
}
