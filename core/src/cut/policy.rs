//! How this shop works, where the trade disagrees or every shop differs; and what its own burns
//! have taught.

use crate::cut::practice::{HoleStart, HowHot, Scale, ThickSpeed};
use crate::quantity::{AbsolutePressure, Duration, GaugePressure, Length, P_REFERENCE};
use crate::tip::choose::TipSchool;
use crate::tip::pressure::DRILLED;

/// The hand that holds the torch.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Handedness {
    /// Right-handed: usually cuts right to left.
    #[default]
    Right,
    /// Left-handed: usually cuts left to right.
    Left,
}

/// Which way the torch travels.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Direction {
    /// Toward the left hand.
    RightToLeft,
    /// Toward the right hand.
    LeftToRight,
}

impl Direction {
    /// The way in which the hand that holds the torch sees the cut.
    #[must_use]
    pub const fn of(hand: Handedness) -> Self {
        match hand {
            Handedness::Right => Self::RightToLeft,
            Handedness::Left => Self::LeftToRight,
        }
    }
}

/// How a shop sets its oxygen within the published band.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum PressureSchool {
    /// Low and slow: the lower third.
    Low,
    /// By the chart: the middle.
    #[default]
    Chart,
    /// Brisk: the upper third.
    High,
    /// One setting of the regulator for all work; only the tip is changed.
    OnePressure,
}

impl PressureSchool {
    /// Where in the band the set point lies, 0 to 1. Source: `ours`.
    #[must_use]
    pub const fn part(self) -> f64 {
        match self {
            Self::Low => 1.0 / 3.0,
            // of what is published the middle; the regulator stands where it stands
            Self::Chart | Self::OnePressure => 0.5,
            Self::High => 2.0 / 3.0,
        }
    }
}

/// How this shop works.
#[derive(Clone, Debug, PartialEq)]
pub struct Policy {
    /// Oxygen pressure within the published band.
    pub pressure_school: PressureSchool,
    /// Size of tips.
    pub tip_school: TipSchool,
    /// Where the oxygen regulator stands in a shop that has one setting for all.
    pub one_pressure: GaugePressure,
    /// How hot a start is taken.
    pub how_hot: HowHot,
    /// What is done about scale.
    pub scale: Scale,
    /// How thick plate is paced.
    pub thick_speed: ThickSpeed,
    /// How an opening begins.
    pub hole: HoleStart,
    /// How far one hold of the torch reaches.
    pub reach: Length,
    /// Taking the torch, setting up, laying it down, for each cut.
    pub handling: Duration,
    /// Moving the body on at a planned stop.
    pub reposition: Duration,
    /// Chipping and grinding a metre of edge; nothing where it is not counted.
    pub clean_up_per_m: Duration,
    /// Pressure of the air around.
    pub ambient: AbsolutePressure,
    /// Discharge coefficient of the tips.
    pub discharge: f64,
    /// Loss between torch inlet and tip, a part of the absolute tip pressure.
    pub torch_loss: f64,
}

impl Policy {
    /// The one setting of the oxygen regulator, in a shop that has one.
    #[must_use]
    pub fn fixed_pressure(&self) -> Option<GaugePressure> {
        (self.pressure_school == PressureSchool::OnePressure).then_some(self.one_pressure)
    }
}

impl Default for Policy {
    /// Source of every figure: `ours`.
    fn default() -> Self {
        Self {
            pressure_school: PressureSchool::default(),
            tip_school: TipSchool::default(),
            one_pressure: GaugePressure::from_pa(275e3),
            how_hot: HowHot::default(),
            scale: Scale::default(),
            thick_speed: ThickSpeed::default(),
            hole: HoleStart::default(),
            reach: Length::from_mm(450.0),
            handling: Duration::from_s(30.0),
            reposition: Duration::from_s(10.0),
            clean_up_per_m: Duration::from_s(0.0),
            ambient: P_REFERENCE,
            discharge: DRILLED,
            torch_loss: 0.05,
        }
    }
}
