//! Does the gear suit the fuel? Hose, regulator, arrestors, torch, tip face and tip seat as
//! rules, each with its reason.
//!
//! A part that nobody told about is not judged. Left out: gear's own rating and age, which its
//! maker and the shop's inspections say. Source of the rules: `common_practice`.

use serde::Deserialize;

use crate::code::Code;
use crate::error::Result;
use crate::gas::fuel::{Fuel, TipFace, characteristics};
use crate::note::{Level, Note};
use crate::quantity::GaugePressure;
use crate::trace::{Kind, Measure};

/// What a fuel hose is lined with, by the grade printed on it.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, Deserialize, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum HoseGrade {
    /// Acetylene only.
    #[strum(serialize = "R")]
    R,
    /// Acetylene only, with a cover that resists oil and flame.
    #[serde(rename = "RM")]
    #[strum(serialize = "RM")]
    Rm,
    /// Every fuel gas.
    #[strum(serialize = "T")]
    T,
}

/// Which fuels a torch is made for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum TorchFuels {
    /// Every fuel gas.
    #[strum(serialize = "all_fuels")]
    All,
    /// Acetylene only.
    #[strum(serialize = "acetylene_only")]
    Acetylene,
    /// Every one but acetylene.
    #[strum(serialize = "alternate_only")]
    Alternate,
}

impl TorchFuels {
    /// Whether it is made for `fuel`.
    #[must_use]
    pub const fn takes(self, fuel: Fuel) -> bool {
        match self {
            Self::All => true,
            Self::Acetylene => matches!(fuel, Fuel::Acetylene),
            Self::Alternate => !matches!(fuel, Fuel::Acetylene),
        }
    }
}

/// How a tip sits in its torch.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Seat {
    /// Cones on the tip, by the number of its sealing faces.
    #[strum(serialize = "tapered_2")]
    Tapered2,
    /// Three sealing faces.
    #[strum(serialize = "tapered_3")]
    Tapered3,
    /// Four sealing faces.
    #[strum(serialize = "tapered_4")]
    Tapered4,
    /// A flat face.
    Flat,
}

/// The gear on the fuel's way, as far as it is known.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Gear {
    /// Grade of the fuel hose.
    pub hose_grade: Option<HoseGrade>,
    /// The fuel that its regulator is made for.
    pub regulator: Option<Fuel>,
    /// The most the fuel regulator delivers.
    pub regulator_limit: Option<GaugePressure>,
    /// The most the oxygen regulator delivers.
    pub oxygen_regulator_limit: Option<GaugePressure>,
    /// Whether flashback arrestors stand in both lines.
    pub arrestors: Option<bool>,
    /// Whether the shop demands them, or takes them as advised.
    pub arrestors_demanded: bool,
    /// Which fuels the torch is made for.
    pub torch: Option<TorchFuels>,
    /// The highest oxygen pressure the torch is made for.
    pub torch_limit: Option<GaugePressure>,
    /// How a tip sits in the torch.
    pub torch_seat: Option<Seat>,
    /// Face of the tip.
    pub tip_face: Option<TipFace>,
    /// Seat of the tip.
    pub tip_seat: Option<Seat>,
}

fn stop(code: &'static str, values: Vec<(&'static str, Measure)>) -> Note {
    Note::new(Level::Stop, code, values)
}

/// Liquefied petroleum gases share a regulator. Source: `common_practice`.
fn regulator_serves(made_for: Fuel, fuel: Fuel) -> bool {
    made_for == fuel || (made_for.is_liquefied() && fuel.is_liquefied())
}

/// Everything about the gear that does not suit `fuel`.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn misfits(gear: &Gear, fuel: Fuel) -> Result<Vec<Note>> {
    let row = characteristics(fuel)?;
    let word = ("fuel", Measure::Word(fuel.code()));
    let mut notes = Vec::new();
    if let Some(grade) = gear.hose_grade
        && !row.hose_grades().any(|made| made == grade.code())
    {
        let values = vec![("grade", Measure::Word(grade.code())), word.clone()];
        notes.push(stop("hose_grade_wrong", values));
    }
    if let Some(made_for) = gear.regulator
        && !regulator_serves(made_for, fuel)
    {
        let values = vec![("made_for", Measure::Word(made_for.code())), word.clone()];
        notes.push(stop("regulator_wrong", values));
    }
    if let Some(torch) = gear.torch
        && !torch.takes(fuel)
    {
        let values = vec![("torch", Measure::Word(torch.code())), word.clone()];
        notes.push(stop("torch_wrong_fuel", values));
    }
    if let Some(face) = gear.tip_face
        && face != row.tip_face
    {
        let wanted = ("wanted", Measure::Word(row.tip_face.code()));
        notes
            .push(stop("tip_face_wrong", vec![("face", Measure::Word(face.code())), wanted, word]));
    }
    if let (Some(tip), Some(torch)) = (gear.tip_seat, gear.torch_seat)
        && tip != torch
    {
        let values =
            vec![("seat", Measure::Word(tip.code())), ("wanted", Measure::Word(torch.code()))];
        notes.push(stop("tip_seat_wrong", values));
    }
    if gear.arrestors == Some(false) {
        let level = if gear.arrestors_demanded { Level::Stop } else { Level::Caution };
        notes.push(Note::new(level, "arrestor_missing", vec![]));
    }
    Ok(notes)
}

/// Regulators that cannot deliver what they must be set to, and a torch not made for it.
#[must_use]
pub fn regulators_too_small(
    gear: &Gear,
    fuel: Fuel,
    fuel_pressure: GaugePressure,
    oxygen: GaugePressure,
) -> Vec<Note> {
    let lines = [
        (gear.regulator_limit, fuel_pressure, fuel.code()),
        (gear.oxygen_regulator_limit, oxygen, crate::gas::OXYGEN),
    ];
    let too_small = |(limit, needed, gas): (Option<GaugePressure>, GaugePressure, &'static str)| {
        let limit = limit.filter(|limit| needed > *limit)?;
        let pressure = |p: GaugePressure| Measure::Number(Kind::Pressure, p.as_pa());
        let values = vec![
            ("gas", Measure::Word(gas)),
            ("needed", pressure(needed)),
            ("limit", pressure(limit)),
        ];
        Some(stop("regulator_too_small", values))
    };
    let mut notes: Vec<Note> = lines.into_iter().filter_map(too_small).collect();
    if let Some(limit) = gear.torch_limit.filter(|limit| oxygen > *limit) {
        let pressure = |p: GaugePressure| Measure::Number(Kind::Pressure, p.as_pa());
        let values = vec![("needed", pressure(oxygen)), ("limit", pressure(limit))];
        notes.push(stop("torch_over_limit", values));
    }
    notes
}
