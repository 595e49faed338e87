//! The plan of a job's gas took the air at sea level whatever the shop had set: high up, more oxygen was thought to stay
//! behind in a cylinder than does, and a liquefied fuel to boil off as it does below.

use galvanon_core::gas::fuel::Gas;
use galvanon_core::gas::job_supply::{Cylinder, JobGas, Surroundings};
use galvanon_core::gas::supply::Draw;
use galvanon_core::gas::withdrawal::Rule;
use galvanon_core::quantity::{
    AbsolutePressure, Duration, GasFlow, GasVolume, GaugePressure, WaterVolume,
};

/// What one job of 30 m³ lacks, of oxygen from five cylinders of 50 l at about 40 bar.
fn lacks(ambient: AbsolutePressure) -> f64 {
    let cylinder = Cylinder {
        gas: Gas::Oxygen,
        contents: GasVolume::from_m3(2.0),
        rated: GasVolume::from_m3(8.0),
        space: Some(WaterVolume::from_m3(0.05)),
    };
    let job = JobGas {
        gas: Gas::Oxygen,
        draws: vec![Draw {
            time: Duration::from_s(3_600.0),
            flow: GasFlow::from_m3_s(30.0 / 3_600.0),
            volume: GasVolume::from_m3(30.0),
            pieces: 30,
        }],
        setting: Some(GaugePressure::from_pa(300e3)),
        around: Surroundings { air: None, ambient },
        rule: Rule::OneTenth,
    };
    let supply = job.supply(&[cylinder; 5]).expect("a supply").supply;
    supply.shortfall.map_or(0.0, GasVolume::as_m3)
}

#[test]
fn high_up_a_cylinder_gives_more_before_it_is_swapped() {
    let (low, high) =
        (lacks(AbsolutePressure::from_pa(101_325.0)), lacks(AbsolutePressure::from_pa(80e3)));
    // five spaces of 50 l, each 21.3 kPa less over the keep: some 0.05 m³ in all
    assert!(low > high, "{low} against {high}");
    assert!((low - high - 0.0526).abs() < 0.006, "{}", low - high);
}
