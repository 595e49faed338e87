//! Has a cut room in a shape?

use crate::code::Code;
use crate::error::{Error, Result};
use crate::quantity::Length;
use crate::range::Range;
use crate::section::asked::{
    ALONG, BAR, BEVEL, Cut, CutKind, DEPTH, Flanges, HEADER, LEFT, MITRE, OFFSET, OPENING, Opening,
    PIECE, RADIUS, SADDLE, WEB_LEFT, kinds, web_of,
};
use crate::section::panel::{Panel, at_web};
use crate::section::profile::{Family, Profile};

fn contradiction(input: &'static str, code: &'static str, value: f64, against: f64) -> Error {
    Error::Contradiction { input, code, value, against, unit: "m" }
}

/// A notch at the end of a shape: a cope, or an access hole whose depth is its height.
#[derive(Clone, Copy, Debug, PartialEq)]
pub(crate) struct Notch {
    /// Along the shape, m.
    pub length: f64,
    /// From the outer face, m.
    pub depth: f64,
    /// Of its corner, m.
    pub radius: f64,
    /// At which flanges.
    pub flanges: Flanges,
}

impl Notch {
    pub fn new(length: Length, depth: Length, radius: Length, flanges: Flanges) -> Self {
        Self { length: length.as_m(), depth: depth.as_m(), radius: radius.as_m(), flanges }
    }
}

fn is_offered(family: Family, kind: CutKind) -> Result<()> {
    let offered = kinds(family);
    if offered.contains(&kind) {
        return Ok(());
    }
    Err(Error::UnknownChoice {
        input: "cut.kind",
        value: kind.code().to_owned(),
        allowed: offered.iter().map(|kind| kind.code()).collect(),
    })
}

/// Whether a cut can be made in a shape.
///
/// # Errors
/// `UnknownChoice` for a cut that the family is not offered, `OutOfRange` for a measure that is no measure of its
/// kind, `Contradiction` for one that this shape has no room for.
pub fn check(profile: &Profile, panels: &[Panel], cut: &Cut) -> Result<()> {
    is_offered(profile.family, cut.kind())?;
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
            stands_on(profile.depth.as_m(), header.as_m())
        }
        Cut::Cope { length, depth, radius, flanges } => {
            ALONG.check(length.as_m())?;
            DEPTH.check(depth.as_m())?;
            RADIUS.check(radius.as_m())?;
            cope_fits(profile, web, Notch::new(length, depth, radius, flanges))
        }
        Cut::AccessHole { length, height, radius, .. } => {
            ALONG.check(length.as_m())?;
            RADIUS.check(radius.as_m())?;
            let room = web.width() / 2.0;
            Range::new("cut.height", "m", radius.as_m(), room).check(height.as_m())?;
            longer_than_radius(length.as_m(), radius.as_m())
        }
        Cut::WebOpening { opening, offset, .. } => opening_fits(profile, web, opening, offset),
        Cut::Strip { length, .. } => PIECE.check(length.as_m()).map(|_| ()),
        Cut::Split { offset, length } => {
            PIECE.check(length.as_m())?;
            let room = (web.width() / 2.0 - fillet(profile)).max(0.0);
            Range::new("cut.offset", "m", -room, room).check(offset.as_m()).map(|_| ())
        }
    }
}

/// A branch cannot be wider than what it stands on.
fn stands_on(branch: f64, header: f64) -> Result<()> {
    if branch <= header * (1.0 + 1e-9) {
        return Ok(());
    }
    Err(contradiction("cut.header", "header_too_small", header, branch))
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

fn cope_fits(profile: &Profile, web: &Panel, cope: Notch) -> Result<()> {
    let Notch { length, depth, radius, flanges } = cope;
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

fn opening_fits(profile: &Profile, web: &Panel, opening: Opening, offset: Length) -> Result<()> {
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
