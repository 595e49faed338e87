//! What became of the cylinders between their readings: what was taken of each, and when it was changed.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::gas::cylinder_log::{Turn, taken, turns};
use galvanon_core::gas::fuel::Gas;
use galvanon_core::quantity::GasVolume;
use uuid::Uuid;

use crate::plan::rack::contents;
use crate::store::gear::cylinder_log::CylinderReading;

/// A cylinder by its readings.
#[derive(Debug)]
pub struct Logged {
    /// Which.
    pub gear_id: Uuid,
    /// What the shop calls it.
    pub label: String,
    /// Its gas.
    pub gas: Gas,
    /// What happened up to each reading but the first.
    pub turns: Vec<(Turn, CylinderReading)>,
}

impl Logged {
    /// What was taken of it.
    #[must_use]
    pub fn taken(&self) -> GasVolume {
        taken(&self.turns.iter().map(|(turn, _)| *turn).collect::<Vec<_>>())
    }

    /// Of readings of one cylinder, the oldest first; `None` where none of them tells its gas.
    fn of(read: Vec<(GasVolume, CylinderReading)>) -> Option<Self> {
        let (inside, newest) = read.last()?;
        let gas = Gas::of(newest.fields["gas"].as_str()?)?;
        let (gear_id, label) = (newest.gear_id, newest.label.clone());
        let rated = newest.fields["rated_l"].as_f64().map(|l| GasVolume::from_m3(l / 1e3));
        let volumes: Vec<GasVolume> = read.iter().map(|(volume, _)| *volume).collect();
        let found = turns(&volumes, rated.unwrap_or(*inside));
        let after = read.into_iter().skip(1).map(|(_, reading)| reading);
        Some(Self { gear_id, label, gas, turns: found.into_iter().zip(after).collect() })
    }
}

/// Readings, of each cylinder the oldest first, by cylinder. One that cannot be stands as a fault in the rack, and tells nothing
/// here.
#[must_use]
pub fn logged(read: Vec<CylinderReading>) -> Vec<Logged> {
    let mut of: BTreeMap<Uuid, Vec<(GasVolume, CylinderReading)>> = BTreeMap::new();
    for reading in read {
        if let Ok(Some(inside)) = contents(&reading.fields) {
            of.entry(reading.gear_id).or_default().push((inside, reading));
        }
    }
    of.into_values().filter_map(Logged::of).collect()
}
