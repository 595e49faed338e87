//! Lays what is more particular over what is more general: shop, then job, then line.

use serde_json::{Value, json};

/// The parts of a request that must stand, so that a missing field is named and not its parent.
fn skeleton() -> Value {
    json!({ "steel": {}, "cut": {}, "gas": {} })
}

/// The layers merged in order, by the rules of JSON merge patch (RFC 7396).
#[must_use]
pub fn merged(layers: &[&Value]) -> Value {
    let mut out = skeleton();
    for layer in layers.iter().filter(|layer| !layer.is_null()) {
        json_patch::merge(&mut out, layer);
    }
    out
}
