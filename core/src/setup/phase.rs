//! Which stages has the work at the torch, and in which order?

use serde::Deserialize;

/// The stages of the work.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, PartialOrd, Ord)]
#[serde(rename_all = "snake_case")]
#[allow(missing_docs, reason = "their names are the trade's")]
pub enum Phase {
    Place,
    Dress,
    Cylinders,
    Regulators,
    Hoses,
    Tip,
    Open,
    LeakTest,
    Pressures,
    Light,
    Cut,
    TorchOff,
    ShutDown,
    Bleed,
    HandOver,
}

impl Phase {
    /// In order.
    pub const ALL: [Self; 15] = [
        Self::Place,
        Self::Dress,
        Self::Cylinders,
        Self::Regulators,
        Self::Hoses,
        Self::Tip,
        Self::Open,
        Self::LeakTest,
        Self::Pressures,
        Self::Light,
        Self::Cut,
        Self::TorchOff,
        Self::ShutDown,
        Self::Bleed,
        Self::HandOver,
    ];

    /// Its code in interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Place => "place",
            Self::Dress => "dress",
            Self::Cylinders => "cylinders",
            Self::Regulators => "regulators",
            Self::Hoses => "hoses",
            Self::Tip => "tip",
            Self::Open => "open",
            Self::LeakTest => "leak_test",
            Self::Pressures => "pressures",
            Self::Light => "light",
            Self::Cut => "cut",
            Self::TorchOff => "torch_off",
            Self::ShutDown => "shut_down",
            Self::Bleed => "bleed",
            Self::HandOver => "hand_over",
        }
    }
}
