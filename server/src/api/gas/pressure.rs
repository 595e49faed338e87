//! Pressures that may be asked about, and the one that acetylene never has.

use galvanon_core::gas::fuel::Gas;
use galvanon_core::quantity::GaugePressure;
use galvanon_core::range::Range;
use galvanon_core::tip::chart::ACETYLENE;
use serde_json::json;

use crate::http::fields::Fields;
use crate::wire::unit::tidy;

/// Pressure before a bore or behind a hose that may be asked about.
pub const PRESSURE: Range = Range::new("pressure", "Pa", 0.0, 5e6);

/// Acetylene is never above its ceiling; over it is refused, saying so.
pub fn refuse_acetylene(fields: &mut Fields, path: &str, gas: Gas, at: GaugePressure) {
    if gas == Gas::Acetylene && at.as_pa() > ACETYLENE.high * (1.0 + 1e-9) {
        let kpa = |pa: f64| format!("{:.1} kPa", pa / 1e3);
        let words = [("value", kpa(at.as_pa())), ("high", kpa(ACETYLENE.high))];
        fields.refuse(path, "acetylene_over_limit", json!(tidy(at.as_pa() / 1e3)), &words);
    }
}
