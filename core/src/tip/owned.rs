//! A tip as a shop owns it: known by its bore, the face for its fuel, its seat and its kind.
//! The mark stamped on it is a label and no size.

use crate::gas::fuel::{Fuel, TipFace};
use crate::gas::gear::Seat;
use crate::quantity::Length;
use crate::tip::chart::Chart;

/// What a tip is made for.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum TipKind {
    /// Clean plate.
    #[default]
    General,
    /// More heat: rust, rivets, cold plate.
    HighPreheat,
    /// Bent, with a larger, slower jet: washes and gouges.
    Gouging,
    /// Thin sheet.
    Sheet,
}

/// What a hand knows a tip by; neither is a size.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Label {
    /// The mark stamped on it.
    pub mark: Option<String>,
    /// What the drawer calls it.
    pub name: Option<String>,
}

/// A tip.
#[derive(Clone, Debug, PartialEq)]
pub struct Tip {
    /// Cutting-oxygen bore.
    pub bore: Length,
    /// Its face, where it is known.
    pub face: Option<TipFace>,
    /// Its seat, where it is known.
    pub seat: Option<Seat>,
    /// What it is made for.
    pub kind: TipKind,
    /// Its maker's charts, one for each fuel.
    pub charts: Vec<Chart>,
    /// What a hand knows it by; empty for one of our own series.
    pub label: Label,
}

impl Tip {
    /// A general tip of which only the bore is known.
    #[must_use]
    pub const fn of_bore(bore: Length) -> Self {
        let label = Label { mark: None, name: None };
        Self { bore, face: None, seat: None, kind: TipKind::General, charts: Vec::new(), label }
    }

    /// Its maker's chart for a fuel.
    #[must_use]
    pub fn chart(&self, fuel: Fuel) -> Option<&Chart> {
        self.charts.iter().find(|chart| chart.fuel == fuel)
    }
}
