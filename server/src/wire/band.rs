//! A set point with its band.

use galvanon_core::band::Band;
use galvanon_core::quantity::{Duration, GaugePressure, Length, Speed};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::wire::unit::wire;

/// A set point with the band it may move in.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct BandWire {
    /// Lowest sensible value.
    pub low: f64,
    /// The value to set.
    pub set: f64,
    /// Highest sensible value.
    pub high: f64,
}

/// A band of core in the contract's unit.
fn band<T: Copy>(band: &Band<T>, kind: Kind, si: impl Fn(T) -> f64) -> BandWire {
    let wired = band.map(|value| wire(kind, si(value)));
    BandWire { low: wired.low, set: wired.set, high: wired.high }
}

/// A band of pressures, kPa.
#[must_use]
pub fn pressures(of: &Band<GaugePressure>) -> BandWire {
    band(of, Kind::Pressure, GaugePressure::as_pa)
}

/// A band of times, s.
#[must_use]
pub fn seconds(of: &Band<Duration>) -> BandWire {
    band(of, Kind::Duration, Duration::as_s)
}

/// A band of paces, mm/min.
#[must_use]
pub fn paces(of: &Band<Speed>) -> BandWire {
    band(of, Kind::Speed, Speed::as_m_s)
}

/// A band of short lengths, mm.
#[must_use]
pub fn gaps(of: &Band<Length>) -> BandWire {
    band(of, Kind::Bore, Length::as_m)
}
