//! What is to be done with a measured edge: accept, brush, chip, grind, weld, or turn down?
//!
//! Each measure is held against the rule of the structural codes that speaks of it; the most work that
//! any rule asks for is what is to be done. A measure nobody took says nothing. Left out: which rule a
//! contract names, and fatigue classes. Theory: docs/model/edge.md.

use crate::error::Result;
use crate::quantity::Length;
use crate::range::Range;
use crate::trace::{Kind, Measure, Named};

/// Depth of a groove or notch that may be given.
pub const GOUGE: Range = Range::new("gouge_depth", "m", 0.0, 0.1);
/// Part of the section lost at it.
pub const LOSS: Range = Range::new("section_loss", "1", 0.0, 1.0);
/// Radius of an inside corner that may be given.
pub const RADIUS: Range = Range::new("corner_radius", "m", 0.0, 0.5);
/// Arithmetic roughness Ra that may be given; not the Rz5 of ISO 9013.
pub const ROUGHNESS_RA: Range = Range::new("roughness_ra", "m", 0.0, 0.001);
/// Thickness that the rules are asked for.
pub const THICKNESS: Range = crate::edge::grade::THICKNESS;

/// Ra up to each thickness, m. Source: `aws_d1_1` (from memory, edge-acceptance.csv).
const RA_LIMITS: [(f64, f64); 2] = [(0.100, 25e-6), (0.200, 50e-6)];
/// A groove deeper than this is no matter of grinding alone, m. Source: as [`RA_LIMITS`].
const DEEP: f64 = 0.005;
/// Unless it takes no more of the section than this. Source: as [`RA_LIMITS`].
const SMALL_LOSS: f64 = 0.02;
/// Least radius of an inside corner, m. Source: as [`RA_LIMITS`].
const INSIDE_CORNER: f64 = 0.025;

/// What hangs on the bottom edge.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Slag {
    /// Nothing.
    None,
    /// It taps off.
    TapsOff,
    /// It must be ground or chiselled off.
    Holds,
}

/// What was measured; `None` where nobody did.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Measured {
    /// Of the plate.
    pub thickness: Length,
    /// Arithmetic roughness Ra.
    pub roughness_ra: Option<Length>,
    /// Depth of the deepest groove or notch.
    pub gouge: Option<Length>,
    /// Part of the section lost at it.
    pub section_loss: Option<f64>,
    /// Whether it is sharp, a V.
    pub sharp: bool,
    /// Radius of an inside corner.
    pub corner_radius: Option<Length>,
    /// Whether the free edge is pulled.
    pub tension: bool,
    /// Whether it is a cope or access hole of a heavy shape.
    pub heavy_shape: bool,
    /// What hangs on the bottom edge.
    pub slag: Option<Slag>,
}

impl Measured {
    /// A plate of which nothing else was measured yet.
    #[must_use]
    pub const fn of(thickness: Length) -> Self {
        Self {
            thickness,
            roughness_ra: None,
            gouge: None,
            section_loss: None,
            sharp: false,
            corner_radius: None,
            tension: false,
            heavy_shape: false,
            slag: None,
        }
    }
}

/// What is to be done, from least work to most.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum Action {
    /// Nothing.
    Accept,
    /// Wire-brush it.
    Brush,
    /// Chip the slag off.
    Chip,
    /// Grind it.
    Grind,
    /// Weld it up as the engineer approves, or turn the part down.
    WeldOrReject,
}

/// What one rule says.
#[derive(Clone, Debug, PartialEq)]
pub struct Judgement {
    /// The rule, as in edge-acceptance.csv; slag for what no code speaks of.
    pub rule: &'static str,
    /// Which of the rows of that rule speaks, counted from 0.
    pub row: usize,
    /// What is to be done.
    pub action: Action,
    /// Code of the sentence that says why.
    pub code: &'static str,
    /// The values inside it.
    pub values: Vec<Named>,
}

fn says(
    rule: &'static str,
    action: Action,
    code: &'static str,
    values: &[(&'static str, Kind, f64)],
) -> Judgement {
    let values =
        values.iter().map(|(name, kind, value)| (*name, Measure::Number(*kind, *value))).collect();
    Judgement { rule, row: 0, action, code, values }
}

fn of_roughness(measured: &Measured) -> Option<Judgement> {
    let ra = measured.roughness_ra?.as_m();
    let row = RA_LIMITS.iter().position(|(to, _)| measured.thickness.as_m() <= *to);
    let (action, code) = match row.map(|row| RA_LIMITS[row].1) {
        None => (Action::Accept, "rough_no_rule"),
        Some(limit) if ra <= limit + 1e-9 => (Action::Accept, "rough_within"),
        Some(_) => (Action::Grind, "rough_beyond"),
    };
    let row = row.unwrap_or(RA_LIMITS.len());
    Some(Judgement { row, ..says("roughness", action, code, &[]) })
}

fn of_gouge(measured: &Measured) -> Option<Judgement> {
    let depth = measured.gouge?.as_m();
    let values = [("depth", Kind::Bore, depth)];
    let small = measured.section_loss.is_some_and(|loss| loss <= SMALL_LOSS);
    let (action, code) = if depth <= 0.0 {
        (Action::Accept, "gouge_none")
    } else if depth <= DEEP {
        (Action::Grind, "gouge_shallow")
    } else if small {
        (Action::Grind, "gouge_deep_small")
    } else if measured.section_loss.is_some() {
        (Action::WeldOrReject, "gouge_deep")
    } else {
        (Action::WeldOrReject, "gouge_deep_unmeasured")
    };
    let row = usize::from(depth > DEEP);
    Some(Judgement { row, ..says("gouge_or_notch", action, code, &values) })
}

fn of_tension(measured: &Measured) -> Option<Judgement> {
    if !measured.tension {
        return None;
    }
    let deep = measured.gouge.map(|depth| depth.as_m() > DEEP);
    let (action, code) = match (measured.sharp, deep) {
        (true, _) => (Action::Grind, "tension_sharp"),
        (false, Some(true)) => (Action::WeldOrReject, "tension_deep"),
        (false, Some(false)) => (Action::Accept, "tension_fair"),
        // nobody looked for a groove
        (false, None) => return None,
    };
    Some(says("tension_edge", action, code, &[]))
}

fn of_corner(measured: &Measured) -> Option<Judgement> {
    let radius = measured.corner_radius?.as_m();
    let values = [("given", Kind::Length, radius)];
    let (action, code) = if radius + 1e-9 >= INSIDE_CORNER {
        (Action::Accept, "corner_round")
    } else {
        (Action::Grind, "corner_tight")
    };
    Some(says("reentrant_corner", action, code, &values))
}

fn of_slag(measured: &Measured) -> Option<Judgement> {
    let (action, code) = match measured.slag? {
        Slag::None => (Action::Brush, "slag_none"),
        Slag::TapsOff => (Action::Chip, "slag_taps_off"),
        Slag::Holds => (Action::Grind, "slag_holds"),
    };
    Some(says("slag", action, code, &[]))
}

/// What each rule says of a measured edge; the greatest action is what is to be done.
///
/// | symbol | meaning | unit | refused outside |
/// |---|---|---|---|
/// | `measured` | thickness, Ra, depth and loss of a groove, inside radius, slag | m, 1 | the ranges above |
/// | → | a judgement for each rule that has something to judge | | |
///
/// Source: `aws_d1_1` and `aisc_360`, from memory; slag `common_practice`.
///
/// # Errors
/// `OutOfRange` with the measure that is beyond its range.
pub fn judge(measured: &Measured) -> Result<Vec<Judgement>> {
    THICKNESS.check(measured.thickness.as_m())?;
    let given = [
        (&ROUGHNESS_RA, measured.roughness_ra.map(Length::as_m)),
        (&GOUGE, measured.gouge.map(Length::as_m)),
        (&LOSS, measured.section_loss),
        (&RADIUS, measured.corner_radius.map(Length::as_m)),
    ];
    for (range, value) in given {
        if let Some(value) = value {
            range.check(value)?;
        }
    }
    let heavy = measured
        .heavy_shape
        .then(|| says("heavy_shape_cope", Action::Grind, "heavy_bright_and_tested", &[]));
    let all = [
        of_slag(measured),
        of_roughness(measured),
        of_gouge(measured),
        of_tension(measured),
        of_corner(measured),
        heavy,
    ];
    Ok(all.into_iter().flatten().collect())
}

/// What is to be done after all: the most work that any rule asks for.
#[must_use]
pub fn acceptance(judgements: &[Judgement]) -> Action {
    judgements.iter().map(|it| it.action).max().unwrap_or(Action::Accept)
}
