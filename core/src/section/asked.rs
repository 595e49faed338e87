//! Which cut is asked of a shape, and can it be made there at all?
//!
//! Every refusal names the input at fault with what is allowed. Left out: cuts that join two of these.

use super::panel::{Element, Panel, at_web};
use super::profile::{Family, Profile};
use crate::error::{Error, Result};
use crate::quantity::{Angle, Length};
use crate::range::Range;

/// Which way a mitre slants.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum Across {
    /// From the upper to the lower flange: the web's line is slanted.
    #[default]
    Depth,
    /// From side to side: the flanges' lines are slanted.
    Width,
}

/// Which of two flanges.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
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
    fn height(self) -> f64 {
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
const WEB_LEFT: f64 = 0.15;
/// Steel left between two copes, or between a cope and a free edge. Source: `ours`.
const LEFT: f64 = 0.01;

impl Cut {
    /// Its code in interfaces.
    #[must_use]
    pub const fn code(&self) -> &'static str {
        match self {
            Self::Square => "square",
            Self::Mitre { .. } => "mitre",
            Self::Bevel { .. } => "bevel",
            Self::Saddle { .. } => "saddle",
            Self::Cope { .. } => "cope",
            Self::AccessHole { .. } => "access_hole",
            Self::WebOpening { .. } => "web_opening",
            Self::Strip { .. } => "strip",
            Self::Split { .. } => "split",
        }
    }

    /// Whether it parts the shape across.
    #[must_use]
    pub const fn is_across(&self) -> bool {
        matches!(self, Self::Square | Self::Mitre { .. } | Self::Bevel { .. } | Self::Saddle { .. })
    }
}

/// The cuts that a family is offered, by code.
#[must_use]
pub const fn kinds(family: Family) -> &'static [&'static str] {
    match family {
        Family::I | Family::Channel => {
            &["square", "mitre", "bevel", "cope", "access_hole", "web_opening", "strip", "split"]
        }
        Family::Tee => &["square", "mitre", "bevel", "cope", "access_hole", "web_opening", "strip"],
        Family::Angle => &["square", "mitre", "bevel", "cope", "web_opening", "strip"],
        Family::RectangularTube => &["square", "mitre", "bevel", "cope", "web_opening", "split"],
        Family::RoundTube | Family::Pipe => &["square", "mitre", "bevel", "saddle", "split"],
        Family::Flat => &["square", "mitre", "bevel", "cope", "web_opening", "split"],
        Family::RoundBar => &["square", "mitre"],
    }
}

/// The panel that takes a cope, an opening, a split: web, stem, upright leg, near wall, plate.
#[must_use]
pub fn web_of(panels: &[Panel]) -> usize {
    let upright = panels.iter().position(|panel| panel.element == Element::Web);
    upright.unwrap_or(if panels.len() == 4 { 1 } else { 0 })
}

fn contradiction(input: &'static str, code: &'static str, value: f64, against: f64) -> Error {
    Error::Contradiction { input, code, value, against, unit: "m" }
}

/// Whether a cut can be made in a shape.
///
/// # Errors
/// `UnknownChoice` for a cut that the family is not offered, `OutOfRange` for a measure that is no measure of its
/// kind, `Contradiction` for one that this shape has no room for.
pub fn check(profile: &Profile, panels: &[Panel], cut: &Cut) -> Result<()> {
    let offered = kinds(profile.family);
    if !offered.contains(&cut.code()) {
        return Err(Error::UnknownChoice {
            input: "cut.kind",
            value: cut.code().to_owned(),
            allowed: offered.to_vec(),
        });
    }
    if profile.family == Family::RoundBar {
        BAR.check(profile.depth.as_m())?;
    }
    let web = &panels[web_of(panels)];
    match *cut {
        Cut::Square => Ok(()),
        Cut::Mitre { angle, .. } => MITRE.check(angle.as_rad()).map(|_| ()),
        Cut::Bevel { angle } => BEVEL.check(angle.as_rad()).map(|_| ()),
        Cut::Saddle { header, angle } => {
            HEADER.check(header.as_m())?;
            SADDLE.check(angle.as_rad())?;
            // the branch cannot be wider than what it stands on
            let (branch, header) = (profile.depth.as_m(), header.as_m());
            let fits = branch <= header * (1.0 + 1e-9);
            if fits {
                Ok(())
            } else {
                Err(contradiction("cut.header", "header_too_small", header, branch))
            }
        }
        Cut::Cope { length, depth, radius, flanges } => {
            ALONG.check(length.as_m())?;
            DEPTH.check(depth.as_m())?;
            RADIUS.check(radius.as_m())?;
            cope_fits(profile, web, (length.as_m(), depth.as_m(), radius.as_m(), flanges))
        }
        Cut::AccessHole { length, height, radius, .. } => {
            ALONG.check(length.as_m())?;
            RADIUS.check(radius.as_m())?;
            let room = web.width() / 2.0;
            Range::new("cut.height", "m", radius.as_m(), room).check(height.as_m())?;
            longer_than_radius(length.as_m(), radius.as_m())
        }
        Cut::WebOpening { opening, offset, .. } => opening_fits(profile, web, (opening, offset)),
        Cut::Strip { length, .. } => PIECE.check(length.as_m()).map(|_| ()),
        Cut::Split { offset, length } => {
            PIECE.check(length.as_m())?;
            let room = (web.width() / 2.0 - fillet(profile)).max(0.0);
            Range::new("cut.offset", "m", -room, room).check(offset.as_m()).map(|_| ())
        }
    }
}

fn longer_than_radius(length: f64, radius: f64) -> Result<()> {
    if length > radius {
        return Ok(());
    }
    Err(contradiction("cut.length", "shorter_than_its_radius", length, radius))
}

/// Along the web from a flange: no straight line of a cut runs in here.
fn fillet(profile: &Profile) -> f64 {
    match profile.family {
        Family::RectangularTube => profile.root.as_m() - profile.web.as_m(),
        Family::RoundTube | Family::Pipe | Family::Flat | Family::RoundBar => 0.0,
        _ => profile.root.as_m(),
    }
    .max(0.0)
}

/// How far into the web panel a depth from the outer face reaches.
#[must_use]
pub fn into_web(profile: &Profile, web: &Panel, depth: f64) -> f64 {
    match profile.family {
        Family::I | Family::Channel | Family::Tee => depth - at_web(profile),
        Family::RectangularTube => {
            // the panel holds half of the bend
            let (t, corner) = (profile.web.as_m(), profile.root.as_m());
            let bend = (web.width() - (profile.depth.as_m() - 2.0 * corner)) / 2.0;
            if corner >= t { bend + depth - corner } else { depth - t }
        }
        _ => depth,
    }
}

fn cope_fits(
    profile: &Profile,
    web: &Panel,
    (length, depth, radius, flanges): (f64, f64, f64, Flanges),
) -> Result<()> {
    longer_than_radius(length, radius)?;
    let flange = depth - into_web(profile, web, depth);
    let (root, deep) = (fillet(profile), profile.depth.as_m().max(2.0 * LEFT));
    let corner = if profile.family == Family::RectangularTube { profile.root.as_m() } else { 0.0 };
    let least = (flange + radius.max(root)).max(corner + radius);
    let across = if profile.family == Family::Flat { web.width() } else { deep };
    let two = flanges == Flanges::Both && matches!(profile.family, Family::I | Family::Channel);
    let most = if two {
        across / 2.0 - LEFT
    } else {
        let beyond = match profile.family {
            Family::I | Family::Channel => flange + root,
            Family::Angle => profile.flange.as_m() + root,
            Family::RectangularTube => corner.max(profile.web.as_m()),
            _ => 0.0,
        };
        across - beyond.max(LEFT)
    };
    if depth < least {
        return Err(contradiction("cut.depth", "cope_in_fillet", depth, least));
    }
    if depth > most {
        return Err(contradiction("cut.depth", "cope_too_deep", depth, most));
    }
    Ok(())
}

fn opening_fits(
    profile: &Profile,
    web: &Panel,
    (opening, offset): (Opening, Length),
) -> Result<()> {
    OFFSET.check(offset.as_m())?;
    match opening {
        Opening::Rectangle { width, height, radius } => {
            let named = |input| Range { input, ..OPENING };
            named("cut.width").check(width.as_m())?;
            named("cut.height").check(height.as_m())?;
            RADIUS.check(radius.as_m())?;
            let least = width.as_m().min(height.as_m()) / 2.0;
            if radius.as_m() > least {
                return Err(contradiction("cut.radius", "radius_over_half", radius.as_m(), least));
            }
        }
        Opening::Round { diameter } => {
            Range { input: "cut.diameter", ..OPENING }.check(diameter.as_m())?;
        }
    }
    let (half, off) = (opening.height() / 2.0, offset.as_m().abs());
    let root = if profile.family == Family::RectangularTube {
        // the panel holds half of the bend
        (web.width() - profile.depth.as_m()) / 2.0 + profile.root.as_m()
    } else {
        fillet(profile)
    };
    let room = web.width() / 2.0 - root;
    if half + off > room {
        return Err(contradiction(
            "cut.height",
            "opening_in_fillet",
            2.0 * (half + off),
            2.0 * room,
        ));
    }
    let left = web.width() / 2.0 - half - off + (profile.depth.as_m() - web.width()).max(0.0) / 2.0;
    let least = WEB_LEFT * profile.depth.as_m().max(web.width());
    if left < least {
        return Err(contradiction("cut.height", "too_little_web", left, least));
    }
    Ok(())
}
