//! How many burns lay in their bands, as a share with its margin.

use galvanon_core::code::Code;
use galvanon_core::record::truer::share;
use serde::Serialize;
use utoipa::ToSchema;

use crate::wire::unit::fine;

/// How many burns lay in bands that should hold 80 of 100, with the margin that so few leave.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HeldWire {
    /// Burns.
    pub n: u32,
    /// How many lay in their bands.
    pub within: u32,
    /// That as a share: 0.8 is what it should be.
    pub share: f64,
    /// Low end of its 95 % margin.
    pub share_low: f64,
    /// High end.
    pub share_high: f64,
    /// honest, tight, wide: whether 0.8 lies in that margin.
    pub honesty: String,
}

impl HeldWire {
    /// So many of so many.
    #[must_use]
    pub fn of(within: u32, n: u32) -> Self {
        let found = share(within, n);
        Self {
            n,
            within,
            share: fine(found.share),
            share_low: fine(found.low),
            share_high: fine(found.high),
            honesty: found.honesty().code().to_owned(),
        }
    }
}
