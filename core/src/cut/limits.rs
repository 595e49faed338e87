//! The values a request may take; outside them it is refused. SI.

use crate::range::Range;

/// Plate thickness. Source: the handbook's table ends at 12 in; below 3 mm it warps. `ours`.
pub const THICKNESS: Range = Range::new("steel.thickness", "m", 0.003, 0.3);
/// Plate temperature. Source: `ours`.
pub const PLATE_TEMPERATURE: Range = Range::new("steel.plate_temperature", "K", 233.15, 873.15);
/// Length of one cut. Source: `ours`.
pub const CUT_LENGTH: Range = Range::new("cut.length", "m", 0.001, 100.0);
/// Bevel from square. Source: `ours`: beyond 75° a hand torch lies on the plate.
pub const BEVEL: Range = Range::new("cut.bevel", "rad", 0.0, 75.0_f64.to_radians());
/// Oxygen purity, a part of the whole.
pub const PURITY: Range = Range::new("gas.oxygen_purity", "1", 0.90, 1.0);
/// Temperature of a cylinder of liquefied fuel: -40 to 60 °C.
pub const CYLINDER_TEMPERATURE: Range = Range::new("gas.cylinder_temperature", "K", 233.15, 333.15);
/// Pressure at which a fuel comes into the shop.
pub const FUEL_SUPPLY: Range = Range::new("gas.fuel_supply", "Pa", 0.0, 2e6);
/// Pieces of one kind.
pub const COUNT: Range = Range::new("cut.count", "1", 1.0, 10_000.0);
/// Layers of steel on each other.
pub const LAYERS: Range = Range::new("steel.layers", "1", 1.0, 20.0);
/// One oxygen pressure for all work: what a tip may run at, and a hose on top.
pub const ONE_PRESSURE: Range = Range::new("policy.one_pressure", "Pa", 100e3, 700e3);
/// How far one hold of the torch reaches.
pub const REACH: Range = Range::new("policy.reach", "m", 0.05, 5.0);
/// A time of handling.
pub const HANDLING: Range = Range::new("policy.handling", "s", 0.0, 3_600.0);
/// Discharge coefficient of a tip.
pub const DISCHARGE: Range = Range::new("policy.discharge_coefficient", "1", 0.5, 1.0);
/// Loss between torch inlet and tip, a part of the absolute tip pressure.
pub const TORCH_LOSS: Range = Range::new("policy.torch_loss", "1", 0.0, 0.3);
/// A kerf measured by the shop.
pub const KERF: Range = Range::new("factors.kerf", "m", 0.0003, 0.03);
/// A factor learned by the shop.
pub const LEARNED: Range = Range::new("factors", "1", 0.2, 5.0);
/// Burns behind a learned factor.
pub const BURNS: Range = Range::new("factors.n", "1", 0.0, 1e9);

/// Pressure of the air around, from a high plateau to below sea level.
pub const AMBIENT: Range = Range::new("policy.ambient_pressure", "Pa", 50e3, 110e3);
