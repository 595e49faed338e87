//! What a person is in the shop; `doors::rights` says what each may do.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What a person is in the shop.
#[derive(
    Clone, Copy, Debug, Default, Deserialize, PartialEq, Eq, Serialize, sqlx::Type, ToSchema,
)]
#[serde(rename_all = "snake_case")]
#[sqlx(type_name = "text", rename_all = "snake_case")]
pub enum Role {
    /// Runs the shop: people, too.
    Owner,
    /// Settles how the shop works, clears people, registers tablets.
    Foreman,
    /// Makes jobs and their cuts.
    Planner,
    /// Cuts, and notes what came of it.
    #[default]
    TorchHand,
    /// Keeps gas and gear.
    CribKeeper,
    /// Looks.
    Viewer,
}

impl Role {
    /// Every role, from the one that may most.
    pub const ALL: [Self; 6] = [
        Self::Owner,
        Self::Foreman,
        Self::Planner,
        Self::TorchHand,
        Self::CribKeeper,
        Self::Viewer,
    ];

    /// Its word.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Owner => "owner",
            Self::Foreman => "foreman",
            Self::Planner => "planner",
            Self::TorchHand => "torch_hand",
            Self::CribKeeper => "crib_keeper",
            Self::Viewer => "viewer",
        }
    }
}
