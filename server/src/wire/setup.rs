//! How much a hand is told, what a place brings with it, what nobody said of the cuts.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// How much a hand is told; depth never removes a stop.
#[derive(Clone, Copy, Debug, Default, Deserialize, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum DepthWire {
    /// Each step by itself.
    #[default]
    EveryStep,
    /// A stage at a time, its stops apart.
    Phases,
    /// The stops alone.
    Stops,
}

impl DepthWire {
    /// Its word.
    #[must_use]
    pub fn code(self) -> &'static str {
        match self {
            Self::EveryStep => "every_step",
            Self::Phases => "phases",
            Self::Stops => "stops",
        }
    }
}

/// What a place brings with it; no where it is left out.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct PlaceWire {
    /// Wind.
    pub wind: bool,
    /// Over bare concrete or stones.
    pub bare_floor: bool,
    /// In a pit or cellar.
    pub low: bool,
    /// In a confined space.
    pub confined: bool,
    /// The steel is painted, plated or galvanised.
    pub coated: bool,
}

/// What nobody said of the cuts; said where it is left out.
#[derive(Clone, Copy, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
#[allow(clippy::struct_excessive_bools, reason = "each is a question with yes or no")]
pub struct UnsaidWire {
    /// Whether it is one solid layer.
    pub layers: bool,
    /// Whether a closed space is behind it or in it.
    pub closed_space: bool,
    /// What steel it is.
    pub steel: bool,
    /// Whether its far side can be reached.
    pub far_side: bool,
}
