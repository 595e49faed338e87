//! Where a number comes from: the keys of `reference/sources.toml`.

use std::collections::BTreeMap;
use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};

/// One entry of `reference/sources.toml`.
#[derive(Clone, Debug, Deserialize, PartialEq)]
pub struct Source {
    /// Who wrote it.
    pub author: String,
    /// Title, chapter, edition.
    pub title: String,
    /// standard, review, measured, derived or estimate.
    pub kind: String,
    /// What the screen calls it: published, practice, ours, computed, given or shop.
    pub standing: String,
    /// A few words for a line of a trace.
    pub short: String,
}

/// The key of a [`Source`].
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct SourceKey(pub &'static str);

/// The trade's common practice, without a published source.
pub const COMMON_PRACTICE: SourceKey = SourceKey("common_practice");
/// A judgement of this project.
pub const OURS: SourceKey = SourceKey("ours");
/// A handbook value written from memory.
pub const FROM_MEMORY: SourceKey = SourceKey("from_memory");
/// Computed from the steps before it.
pub const COMPUTED: SourceKey = SourceKey("computed");
/// Given by the person who asks.
pub const GIVEN: SourceKey = SourceKey("request");
/// A setting or measurement of the shop.
pub const SHOP: SourceKey = SourceKey("shop");
/// A maker's chart that the shop has put in.
pub const MAKERS_CHART: SourceKey = SourceKey("makers_chart");
/// The handbook's cutting data.
pub const CUTTING_DATA: SourceKey = SourceKey("awhb_oxygen_cutting");
/// The handbook's fuel gas table.
pub const FUEL_GASES: SourceKey = SourceKey("awhb_fuel_gases");
/// Flow through an orifice.
pub const ORIFICE: SourceKey = SourceKey("white_fluid_mechanics");
/// Flow through a hose.
pub const PIPE_FLOW: SourceKey = SourceKey("crane_tp410");
/// Heating a thick body at constant flux.
pub const HEATING: SourceKey = SourceKey("carslaw_jaeger");
/// Carbon equivalent.
pub const CARBON_EQUIVALENT: SourceKey = SourceKey("iiw_carbon_equivalent");
/// The stricter school of acetylene withdrawal.
pub const ACETYLENE_DRAW: SourceKey = SourceKey("cga_g1");
/// Depth of the heat-affected edge.
pub const HEAT_AFFECTED: SourceKey = SourceKey("awhb_heat_affected");
/// Oxygen needed to burn iron.
pub const IRON_OXYGEN: SourceKey = SourceKey("awhb_slag_oxygen");
/// ISO 9013, its ranges from memory.
pub const ISO_9013: SourceKey = SourceKey("iso_9013");

static SOURCES: LazyLock<std::result::Result<BTreeMap<String, Source>, String>> =
    LazyLock::new(|| {
        toml::from_str(include_str!("../../reference/sources.toml")).map_err(|e| e.to_string())
    });

/// Every source by key.
///
/// # Errors
/// [`Error::Reference`] when the file compiled in cannot be read.
pub fn sources() -> Result<&'static BTreeMap<String, Source>> {
    SOURCES.as_ref().map_err(|what| Error::Reference { file: "sources.toml", what: what.clone() })
}
