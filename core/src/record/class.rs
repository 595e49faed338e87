//! Which burns are alike? Those of a shop; of a way of working with a fuel; of a bore in a band of thickness there;
//! of a hand in that.

use crate::gas::fuel::Fuel;
use crate::quantity::Length;
use crate::record::way::Way;

/// What is learned.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum Taught {
    /// Travel.
    Speed,
    /// Heating before the lever.
    StartPreheat,
    /// Width of the cut.
    Kerf,
    /// Oxygen.
    Oxygen,
    /// Fuel.
    Fuel,
    /// Time at the grinder.
    CleanUp,
}

impl Taught {
    /// How far one burn lies from what its class does, a standard deviation of the logarithm, before the shop has said it.
    /// Source: `ours`.
    #[must_use]
    pub const fn noise(self) -> f64 {
        match self {
            Self::StartPreheat | Self::CleanUp => 0.30,
            _ => 0.15,
        }
    }
}

/// Bands of thickness: half decades, so that 3.2 to 10 mm and 10 to 32 mm are two.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub struct Band(i8);

impl Band {
    /// A band by its number, as [`Band::number`] gives it.
    #[must_use]
    pub const fn numbered(number: i8) -> Self {
        Self(number)
    }

    /// Its number: twice the power of ten that its lower end is, in mm.
    #[must_use]
    pub const fn number(self) -> i8 {
        self.0
    }

    /// The band that a thickness lies in.
    #[must_use]
    pub fn of(thickness: Length) -> Self {
        #[allow(clippy::cast_possible_truncation, reason = "3 to 300 mm: a small whole number")]
        Self((2.0 * thickness.as_mm().max(f64::MIN_POSITIVE).log10()).floor() as i8)
    }

    /// Its ends; a thickness on the upper one lies in the next band.
    #[must_use]
    pub fn ends(self) -> (Length, Length) {
        let end = |half: f64| Length::from_mm(10_f64.powf(half / 2.0));
        (end(f64::from(self.0)), end(f64::from(self.0) + 1.0))
    }
}

/// Where a burn belongs, from the shop down to the hand.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub struct Class {
    /// How it was done.
    pub process: Way,
    /// What burnt.
    pub fuel: Fuel,
    /// Bore of the tip, thousandths of a millimetre, to the hundredth.
    pub bore: u32,
    /// The band of its thickness.
    pub band: Band,
    /// Whose hand, where that is known.
    pub hand: Option<u128>,
}

impl Class {
    /// The class of a cut or of other work.
    #[must_use]
    pub fn of(process: impl Into<Way>, fuel: Fuel, bore: Length, thickness: Length) -> Self {
        #[allow(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "bores are under 10 mm"
        )]
        let bore = (bore.as_mm() * 100.0).round() as u32 * 10;
        Self { process: process.into(), fuel, bore, band: Band::of(thickness), hand: None }
    }

    /// The same of one hand.
    #[must_use]
    pub const fn by(self, hand: Option<u128>) -> Self {
        Self { hand, ..self }
    }
}

/// How deep in the tree a number stands.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum Level {
    /// All burns.
    Shop,
    /// Those done alike with one fuel.
    Process,
    /// Of those, one bore in one band of thickness.
    Class,
    /// Of those, one hand.
    Hand,
}

impl Level {
    /// How far a node of it lies from the one above, a standard deviation of the logarithm. Source: `ours`.
    #[must_use]
    pub const fn spread(self) -> f64 {
        match self {
            Self::Shop => 0.25,
            Self::Process => 0.15,
            Self::Class => 0.12,
            Self::Hand => 0.10,
        }
    }
}

/// The way from the shop down to a hand, as keys: what stands below a level is left out.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub struct Key {
    /// How it is done, and what burns.
    pub process: Option<(Way, Fuel)>,
    /// Bore and band of thickness.
    pub class: Option<(u32, Band)>,
    /// Whose hand; `Some(None)` where nobody said.
    pub hand: Option<Option<u128>>,
}

impl Key {
    /// The key of a class at a level.
    #[must_use]
    pub fn at(class: &Class, level: Level) -> Self {
        let Class { process, fuel, bore, band, hand } = *class;
        Self {
            process: (level >= Level::Process).then_some((process, fuel)),
            class: (level >= Level::Class).then_some((bore, band)),
            hand: (level == Level::Hand).then_some(hand),
        }
    }

    /// How deep it stands.
    #[must_use]
    pub const fn level(&self) -> Level {
        match (self.process, self.class, self.hand) {
            (_, _, Some(_)) => Level::Hand,
            (_, Some(_), None) => Level::Class,
            (Some(_), None, None) => Level::Process,
            (None, None, None) => Level::Shop,
        }
    }

    /// The one above; `None` of the shop.
    #[must_use]
    pub const fn above(&self) -> Option<Self> {
        match self.level() {
            Level::Shop => None,
            Level::Process => Some(Self { process: None, ..*self }),
            Level::Class => Some(Self { class: None, ..*self }),
            Level::Hand => Some(Self { hand: None, ..*self }),
        }
    }
}
