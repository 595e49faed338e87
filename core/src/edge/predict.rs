//! What will the edge look like, before it is cut?
//!
//! A plan's own figures give a right edge; what is off the plan at the torch moves it. Every relation is
//! a judgement of ours that follows the trade's direction (faster: lines rake, more oxygen: the bottom
//! opens): its sizes are to be tuned on records. Left out: how faults act on each other beyond what
//! the two numbers below share. Theory: docs/model/edge.md.

use crate::cut::{Process, Settings, purity_factor};
use crate::edge::face::Face;
use crate::error::Result;
use crate::quantity::{Angle, Length};
use crate::range::Range;
use crate::source::{COMMON_PRACTICE, ISO_9013, OURS, SourceKey};

/// Pace over the planned pace.
pub const SPEED: Range = Range::new("off.speed", "1", 0.4, 2.0);
/// Oxygen pressure over the planned one.
pub const OXYGEN: Range = Range::new("off.oxygen", "1", 0.4, 1.8);
/// Bore over the planned one.
pub const BORE: Range = Range::new("off.bore", "1", 0.5, 2.0);
/// Heat of the flame over the planned one.
pub const FLAME: Range = Range::new("off.flame", "1", 0.3, 2.5);
/// Mixture: -1 carburising, 0 neutral, 1 oxidising.
pub const MIXTURE: Range = Range::new("off.mixture", "1", -1.0, 1.0);
/// Cones to plate over the planned distance.
pub const STANDOFF: Range = Range::new("off.standoff", "1", 0.2, 4.0);
/// Torch from square.
pub const LEAN: Range = Range::new("off.lean", "rad", -0.262, 0.262);
/// Dirt in the bore: 0 clean, 1 a ragged jet.
pub const DIRT: Range = Range::new("off.dirt", "1", 0.0, 1.0);
/// Unsteady hand: 0 as the process usually goes, 1 jerky.
pub const SWAY: Range = Range::new("off.sway", "1", 0.0, 1.0);
/// Shaking carriage: 0 none, 1 strong.
pub const SHAKE: Range = Range::new("off.shake", "1", 0.0, 1.0);
/// Oxygen purity, a part of the whole: where the relation is used.
pub const PURITY: Range = Range::new("off.purity", "1", 0.9, 1.0);

/// What is off the plan at the torch.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Off {
    /// Pace over the planned pace.
    pub speed: f64,
    /// Oxygen pressure over the planned one.
    pub oxygen: f64,
    /// Bore over the planned one.
    pub bore: f64,
    /// Heat of the flame over the planned one.
    pub flame: f64,
    /// -1 carburising, 0 neutral, 1 oxidising.
    pub mixture: f64,
    /// Cones to plate over the planned distance.
    pub standoff: f64,
    /// Torch from square.
    pub lean: Angle,
    /// Dirt in the bore, 0 to 1.
    pub dirt: f64,
    /// Unsteady hand, 0 to 1.
    pub sway: f64,
    /// Shaking carriage, 0 to 1.
    pub shake: f64,
    /// Oxygen purity, a part of the whole; as planned when left out.
    pub purity: Option<f64>,
}

impl Off {
    /// Everything as planned.
    pub const NOTHING: Self = Self {
        speed: 1.0,
        oxygen: 1.0,
        bore: 1.0,
        flame: 1.0,
        mixture: 0.0,
        standoff: 1.0,
        lean: Angle::from_rad(0.0),
        dirt: 0.0,
        sway: 0.0,
        shake: 0.0,
        purity: None,
    };

    fn check(&self) -> Result<()> {
        let all = [
            (&SPEED, self.speed),
            (&OXYGEN, self.oxygen),
            (&BORE, self.bore),
            (&FLAME, self.flame),
            (&MIXTURE, self.mixture),
            (&STANDOFF, self.standoff),
            (&LEAN, self.lean.as_rad()),
            (&DIRT, self.dirt),
            (&SWAY, self.sway),
            (&SHAKE, self.shake),
        ];
        all.iter().try_for_each(|(range, value)| range.check(*value).map(|_| ()))?;
        self.purity.map_or(Ok(()), |purity| PURITY.check(purity).map(|_| ()))
    }
}

/// What a plan says of its edge.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Planned {
    /// Along the cut.
    pub thickness: Length,
    /// Width of the cut.
    pub kerf: Length,
    /// Lag of the bottom.
    pub drag: Length,
    /// How the torch is moved.
    pub process: Process,
    /// Oxygen purity, a part of the whole.
    pub purity: f64,
}

impl Planned {
    /// From the settings of a plan.
    #[must_use]
    pub fn of(settings: &Settings, process: Process, purity: f64) -> Self {
        let Settings { path, kerf, drag, .. } = *settings;
        Self { thickness: path, kerf, drag, process, purity }
    }
}

/// The edge to expect.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Expected {
    /// In figures.
    pub face: Face,
    /// Perpendicularity or angularity tolerance u.
    pub perpendicularity: Length,
    /// Mean height of the profile Rz5.
    pub roughness: Length,
    /// What the pace asks of the jet over what the plan asks, 1.
    pub load: f64,
    /// Heat at the top corner over the planned heat, 1.
    pub heat: f64,
}

/// Pressure to this power is what the jet can take. Source: `ours`.
const BY_PRESSURE: f64 = 0.7;
/// A ragged jet takes so much less. Source: `ours`.
const RAGGED: f64 = 0.3;
/// The jet no longer gets through above this load. Source: `ours`.
const THROUGH: f64 = 1.3;
/// Pace to this power takes heat off the top corner. Source: `ours`.
const BY_PACE: f64 = 0.8;
/// An oxidising flame melts the corner so much more. Source: `common_practice` for the direction.
const OXIDISING: f64 = 0.5;
/// Heat to this power rounds the corner. Source: `ours`.
const ROUNDS: f64 = 3.0;

/// `value` above `from`, times `slope`, held between 0 and 1.
fn ramp(value: f64, from: f64, slope: f64) -> f64 {
    ((value - from) * slope).clamp(0.0, 1.0)
}

/// `value` above 1, or 0.
fn over(value: f64) -> f64 {
    (value - 1.0).max(0.0)
}

/// Base and slope of Rz5 (m) and u (m) that a process usually reaches: machine in range 2 of ISO 9013,
/// guided in range 3, freehand in range 4, each in the middle of its range.
/// Source: `common_practice` for the ranges, `iso_9013` (from memory) for their limits.
const fn usual(process: Process) -> ([f64; 2], [f64; 2]) {
    match process {
        Process::Machine => ([25e-6, 0.7e-3], [0.10e-3, 0.005]),
        Process::Guided => ([55e-6, 1.0e-3], [0.275e-3, 0.0085]),
        Process::Freehand => ([90e-6, 1.5e-3], [0.6e-3, 0.015]),
    }
}

/// The edge to expect of a plan with something off it.
///
/// | symbol | meaning | refused outside |
/// |---|---|---|
/// | `planned` | thickness, kerf and drag of the plan, process, purity | |
/// | `off` | pace, oxygen, bore, flame, standoff over the planned ones; mixture, lean, dirt, sway, shake, purity | the ranges above |
/// | → | the face, u, Rz5 | |
///
/// ```text
/// load = pace / (oxygen^0.7 · bore · purity · (1 − 0.3·dirt))     what is asked of the jet
/// heat = flame · bore · (1 + 0.5·oxidising) / pace^0.8              what the top corner gets
/// drag = planned · load²      top radius = right · heat³      through while load < 1.3
/// kerf opens at the bottom with oxygen, at the top with standoff, all over with heat and dirt
/// ```
/// Source: `ours` for sizes, `common_practice` for directions; drag as in the plan.
///
/// # Errors
/// `OutOfRange` with the part of `off` that is beyond its range.
pub fn predict(planned: &Planned, off: &Off) -> Result<Expected> {
    off.check()?;
    let purity =
        purity_factor(off.purity.unwrap_or(planned.purity)) / purity_factor(planned.purity);
    let jet = off.oxygen.powf(BY_PRESSURE) * off.bore * purity * (1.0 - RAGGED * off.dirt);
    let load = off.speed / jet;
    let heat =
        off.flame * off.bore / off.speed.powf(BY_PACE) * (1.0 + OXIDISING * off.mixture.max(0.0));
    let right = Face::right(planned.thickness, planned.kerf, planned.drag);
    let face = moved(&right, off, &Burden { load, heat, purity });
    let a = planned.thickness.as_m();
    let ([rough, rough_by], [square, square_by]) = usual(planned.process);
    let coarse = 1.0 + face.line_uneven + 2.0 * face.gouged + over(load) + 0.5 * over(heat);
    let taper = (face.kerf_bottom.as_m() - face.kerf_top.as_m()).abs() / 2.0;
    let bent = face.undercut.as_m() + face.dish.as_m() + face.wave.as_m();
    let leaning = a * off.lean.as_rad().abs().tan();
    Ok(Expected {
        perpendicularity: Length::from_m(square + square_by * a + taper + bent + leaning),
        roughness: Length::from_m((rough + rough_by * a) * coarse),
        face,
        load,
        heat,
    })
}

/// What a cut that is off asks of its jet, against the right one.
struct Burden {
    /// What the jet must carry.
    load: f64,
    /// What the top edge takes of the flame.
    heat: f64,
    /// What is left of the pace by its oxygen.
    purity: f64,
}

/// A right face moved by what is off. Every size in it is `ours`.
fn moved(right: &Face, off: &Off, burden: &Burden) -> Face {
    let Burden { load, heat, purity } = *burden;
    let (a, kerf) = (right.thickness.as_m(), right.kerf_top.as_m());
    let m = Length::from_m;
    let (high, low) = (over(off.standoff), ramp(1.0 - off.standoff, 0.3, 2.0));
    let slow = over(1.0 / off.speed);
    let wide = off.bore * (1.0 + 0.4 * slow + 0.3 * off.dirt);
    let uncut = ramp(load, THROUGH, 1.2);
    let held = right.slag_held
        + 0.9 * slow
        + 0.8 * over(off.flame)
        + 0.9 * over(load)
        + 0.5 * off.dirt
        + 0.5 * over(off.bore)
        + 0.4 * over(off.oxygen)
        + over(1.0 / purity);
    Face {
        top_radius: m(right.top_radius.as_m() * heat.powf(ROUNDS).clamp(0.2, 25.0)),
        top_beads: (ramp(heat, 1.35, 1.5) + low + ramp(high, 0.5, 0.3)).min(1.0),
        undercut: m(1.5e-3 * over(off.oxygen) + 0.7e-3 * low),
        dish: m(1.2e-3 * over(off.oxygen) + 0.3e-3 * over(load)),
        drag: m((right.drag.as_m() * load * load).min(0.6 * a)),
        line_uneven: (off.sway + 0.5 * off.shake + 0.4 * off.dirt).min(1.0),
        wave: m(0.8e-3 * off.sway + 0.5e-3 * off.shake),
        wave_pitch: if off.shake > off.sway { Length::from_mm(4.0) } else { right.wave_pitch },
        gouged: (0.8 * off.dirt + 0.6 * slow + 0.5 * (-off.mixture).max(0.0)).min(1.0),
        kerf_top: m(kerf * wide * (1.0 + 0.25 * high + 0.1 * over(off.flame))),
        kerf_bottom: m(kerf * wide * (1.0 + 0.8 * over(off.oxygen) - 0.2 * ramp(load, 1.0, 1.0))),
        lean: off.lean,
        slag: m(right.slag.as_m() * (1.0 + 3.0 * held.min(1.0))),
        slag_held: held.clamp(0.0, 1.0),
        bottom_radius: m(1e-3 * ramp(slow, 0.4, 1.0)),
        uncut,
        corner_left: m(over(load) * a / 2.0),
        blown_up: ramp(uncut, 0.05, 4.0),
        kept_to: 1.0 - 0.5 * (ramp(load, 1.35, 4.0) + ramp(1.0 - off.flame, 0.35, 3.0)).min(1.0),
        heat_band: m(right.heat_band.as_m() * heat.clamp(0.5, 3.0)),
        ..*right
    }
}

/// The relations of [`predict`] by the codes of their sentences, each with where it comes from.
pub const RELATIONS: [(&str, SourceKey); 9] = [
    ("relation_load", OURS),
    ("relation_heat", OURS),
    ("relation_drag", COMMON_PRACTICE),
    ("relation_through", OURS),
    ("relation_corner", OURS),
    ("relation_kerf", COMMON_PRACTICE),
    ("relation_slag", COMMON_PRACTICE),
    ("relation_square", ISO_9013),
    ("relation_rough", ISO_9013),
];

/// Too slow and too fast as a shop would show them, over the planned pace. Source: `ours`.
pub const SLOW_AND_FAST: (f64, f64) = (0.6, 1.4);
