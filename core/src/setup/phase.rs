//! Which stages has the work at the torch, and in which order?

use serde::Deserialize;

/// The stages of the work.
#[derive(
    Clone,
    Copy,
    Debug,
    Deserialize,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    strum::IntoStaticStr,
    strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
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
