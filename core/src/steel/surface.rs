//! What does a dirty face cost? Factors on speed (here) and on the start preheat
//! (`start-preheat-factors.csv`). Near face and far face count apart: dirt behind blows back.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::code::Code;
use crate::error::Result;
use crate::reference::{Table, no_row, read, table};

/// What a face of the plate carries.
#[derive(
    Clone,
    Copy,
    Debug,
    Default,
    PartialEq,
    Eq,
    Deserialize,
    strum::IntoStaticStr,
    strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Surface {
    /// Bare bright metal.
    #[default]
    Clean,
    /// Blue-black scale from the rolling mill.
    MillScale,
    /// A film of rust.
    LightRust,
    /// Flaking rust.
    HeavyRust,
    /// Paint or primer.
    Paint,
    /// Zinc.
    Galvanised,
}

/// A row of surface-factors.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct SpeedFactors {
    surface: String,
    /// What it leaves of the speed on the near face, 1.
    pub speed_front: f64,
    /// What it leaves of the speed on the far face, 1.
    pub speed_back: f64,
}

static FACTORS: Table<Vec<SpeedFactors>> = LazyLock::new(|| table!("surface-factors.csv"));

/// What a dirty face leaves of the speed.
///
/// # Errors
/// Only when the table compiled in has no row for it.
pub fn speed_factors(surface: Surface) -> Result<&'static SpeedFactors> {
    let row = read(&FACTORS)?.iter().find(|row| row.surface == surface.code());
    row.ok_or_else(|| no_row("surface-factors.csv", surface.code()))
}
