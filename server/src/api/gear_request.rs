//! Tips with their charts, gear and prices, as a cut plan request holds them, read into core's.

use galvanon_core::cut::cost::{PRICE, TIP_LIFE};
use galvanon_core::cut::{Prices, Tip};
use galvanon_core::gas::fuel::{Fuel, TipFace};
use galvanon_core::gas::gear::{Gear, HoseGrade, Seat, TorchFuels};
use galvanon_core::quantity::{GaugePressure, Length, Speed};
use galvanon_core::range::Range;
use galvanon_core::tip::chart::{self, Chart, ChartRow, Ends, ReadAt};
use galvanon_core::tip::owned::TipKind;
use galvanon_core::tip::pressure::BORE;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::fields::{Fields, Given, NumberField};

/// The codes of fuels.
pub const FUELS: &[(Fuel, &str)] = &[
    (Fuel::Acetylene, "acetylene"),
    (Fuel::Propane, "propane"),
    (Fuel::Propylene, "propylene"),
    (Fuel::NaturalGas, "natural_gas"),
];
/// The codes of tip faces.
pub const FACES: &[(TipFace, &str)] = &[(TipFace::Flush, "flush"), (TipFace::Recessed, "recessed")];
/// The codes of tip seats.
pub const SEATS: &[(Seat, &str)] = &[
    (Seat::Tapered2, "tapered_2"),
    (Seat::Tapered3, "tapered_3"),
    (Seat::Tapered4, "tapered_4"),
    (Seat::Flat, "flat"),
];
/// The codes of kinds of tip.
pub const TIP_KINDS: &[(TipKind, &str)] = &[
    (TipKind::General, "general"),
    (TipKind::HighPreheat, "high_preheat"),
    (TipKind::Gouging, "gouging"),
    (TipKind::Sheet, "sheet"),
];
/// The grades of fuel hose.
pub const GRADES: &[(HoseGrade, &str)] =
    &[(HoseGrade::R, "R"), (HoseGrade::Rm, "RM"), (HoseGrade::T, "T")];
/// The codes of what a torch is made for.
pub const TORCH_FUELS: &[(TorchFuels, &str)] = &[
    (TorchFuels::All, "all_fuels"),
    (TorchFuels::Acetylene, "acetylene_only"),
    (TorchFuels::Alternate, "alternate_only"),
];
/// Where a chart's pressures were read.
pub const READ_AT: &[(ReadAt, &str)] =
    &[(ReadAt::Torch, "torch"), (ReadAt::Regulator, "regulator")];

/// The two ends of a band.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EndsWire {
    /// Lower end.
    #[schema(value_type = f64)]
    pub low: Option<Given>,
    /// Upper end.
    #[schema(value_type = f64)]
    pub high: Option<Given>,
}

/// A row of a maker's chart.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChartRowWire {
    /// Plate thickness.
    #[schema(value_type = f64)]
    pub thickness_mm: Option<Given>,
    /// Oxygen pressure.
    pub oxygen_pressure_kpa: EndsWire,
    /// Fuel pressure.
    pub fuel_pressure_kpa: Option<EndsWire>,
    /// Travel speed.
    pub travel_speed_mm_min: Option<EndsWire>,
}

/// A maker's chart of a tip for one fuel; it outranks generic figures for that tip.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChartWire {
    /// acetylene, propane, propylene, natural_gas.
    #[schema(value_type = String)]
    pub fuel: Option<Given>,
    /// torch, regulator: where the maker read its pressures; torch when left out.
    #[schema(value_type = Option<String>)]
    pub read_at: Option<Given>,
    /// Thin to thick.
    pub rows: Vec<ChartRowWire>,
    /// Where it comes from, as the shop says: file or sheet, who, when.
    pub provenance: Option<String>,
}

/// A tip.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TipWire {
    /// Cutting-oxygen bore, 0.3 to 10 mm.
    #[schema(value_type = f64)]
    pub bore_mm: Option<Given>,
    /// flush, recessed.
    #[schema(value_type = Option<String>)]
    pub face: Option<Given>,
    /// tapered_2, tapered_3, tapered_4, flat.
    #[schema(value_type = Option<String>)]
    pub seat: Option<Given>,
    /// general, high_preheat, gouging, sheet; general when left out.
    #[schema(value_type = Option<String>)]
    pub kind: Option<Given>,
    /// Its maker's charts, at most one for each fuel.
    pub charts: Option<Vec<ChartWire>>,
}

/// The gear on the gas's way, as far as it is known; what is left out is not judged.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GearWire {
    /// Grade of the fuel hose: R, RM, T.
    #[schema(value_type = Option<String>)]
    pub hose_grade: Option<Given>,
    /// The fuel its regulator is made for.
    #[schema(value_type = Option<String>)]
    pub regulator: Option<Given>,
    /// The most the fuel regulator delivers.
    #[schema(value_type = Option<f64>)]
    pub regulator_max_kpa: Option<Given>,
    /// The most the oxygen regulator delivers.
    #[schema(value_type = Option<f64>)]
    pub oxygen_regulator_max_kpa: Option<Given>,
    /// Whether flashback arrestors stand in both lines.
    pub arrestors: Option<bool>,
    /// Whether the shop demands them; a caution becomes a stop then.
    pub arrestors_demanded: Option<bool>,
    /// all_fuels, acetylene_only, alternate_only.
    #[schema(value_type = Option<String>)]
    pub torch_fuels: Option<Given>,
    /// The highest oxygen pressure the torch is made for.
    #[schema(value_type = Option<f64>)]
    pub torch_max_oxygen_kpa: Option<Given>,
    /// How a tip sits in the torch, as the seat of a tip.
    #[schema(value_type = Option<String>)]
    pub torch_seat: Option<Given>,
}

/// What things cost the shop, in its own money.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PricesWire {
    /// A cubic metre of oxygen.
    #[schema(value_type = f64)]
    pub oxygen_m3: Option<Given>,
    /// A cubic metre of the fuel in use.
    #[schema(value_type = f64)]
    pub fuel_m3: Option<Given>,
    /// An hour of the torch hand.
    #[schema(value_type = f64)]
    pub labour_h: Option<Given>,
    /// A tip.
    #[schema(value_type = f64)]
    pub tip: Option<Given>,
    /// Starts that it lasts.
    #[schema(value_type = f64)]
    pub tip_life_starts: Option<Given>,
    /// True while these are no figures of the shop's own.
    pub estimated: Option<bool>,
}

/// The most a regulator may be said to deliver.
const REGULATOR: Range = Range::new("regulator_max", "Pa", 1e3, 5e6);

/// One of some choices, where something is said.
pub fn optional<T: Copy>(
    fields: &mut Fields,
    path: &str,
    (given, choices): (Option<&Given>, &[(T, &'static str)]),
) -> Option<T> {
    let given = given.filter(|given| !given.0.is_null())?;
    Some(fields.choice(path, Some(given), (choices, None)))
}

fn optional_number(
    fields: &mut Fields,
    path: String,
    (given, range, kind): (Option<&Given>, &Range, Kind),
) -> Option<f64> {
    let given = given.filter(|given| !given.0.is_null())?;
    Some(fields.number(&NumberField { path, range, kind }, Some(given), None))
}

fn read_ends(
    fields: &mut Fields,
    path: &str,
    (ends, range, kind): (&EndsWire, &Range, Kind),
) -> (f64, f64) {
    let mut end = |name: &str, given: Option<&Given>| {
        let path = format!("{path}.{name}");
        fields.number(&NumberField { path, range, kind }, given, None)
    };
    (end("low", ends.low.as_ref()), end("high", ends.high.as_ref()))
}

fn read_row(fields: &mut Fields, path: &str, (row, fuel): (&ChartRowWire, Fuel)) -> ChartRow {
    let pressures =
        |(low, high)| Ends { low: GaugePressure::from_pa(low), high: GaugePressure::from_pa(high) };
    let thickness = NumberField {
        path: format!("{path}.thickness_mm"),
        range: &chart::THICKNESS,
        kind: Kind::Length,
    };
    let of_fuel = if fuel == Fuel::Acetylene { &chart::ACETYLENE } else { &chart::FUEL };
    let oxygen = (&row.oxygen_pressure_kpa, &chart::OXYGEN, Kind::Pressure);
    ChartRow {
        thickness: Length::from_m(fields.number(&thickness, row.thickness_mm.as_ref(), None)),
        oxygen: pressures(read_ends(fields, &format!("{path}.oxygen_pressure_kpa"), oxygen)),
        fuel: row.fuel_pressure_kpa.as_ref().map(|ends| {
            let ends = (ends, of_fuel, Kind::Pressure);
            pressures(read_ends(fields, &format!("{path}.fuel_pressure_kpa"), ends))
        }),
        speed: row.travel_speed_mm_min.as_ref().map(|ends| {
            let ends = (ends, &chart::SPEED, Kind::Speed);
            let (low, high) = read_ends(fields, &format!("{path}.travel_speed_mm_min"), ends);
            Ends { low: Speed::from_m_s(low), high: Speed::from_m_s(high) }
        }),
    }
}

/// A chart; a faulty one is noted row by row and left out.
fn read_chart(fields: &mut Fields, path: &str, wire: &ChartWire) -> Option<Chart> {
    let before = fields.errors.len();
    let fuel = fields.choice(&format!("{path}.fuel"), wire.fuel.as_ref(), (FUELS, None));
    let read_at = (READ_AT, Some(ReadAt::Torch));
    let read_at = fields.choice(&format!("{path}.read_at"), wire.read_at.as_ref(), read_at);
    let rows = wire.rows.iter().enumerate();
    let rows = rows.map(|(i, row)| read_row(fields, &format!("{path}.rows.{i}"), (row, fuel)));
    let rows: Vec<ChartRow> = rows.collect();
    if fields.errors.len() > before {
        return None;
    }
    match Chart::new((fuel, read_at), rows) {
        Ok(chart) => Some(chart),
        Err(faults) => {
            for fault in faults {
                let at = format!("{path}.rows.{}.{}", fault.row, fault.column);
                fields.refuse(&at, fault.code, serde_json::Value::Null, &[]);
            }
            None
        }
    }
}

/// A tip.
pub fn read_tip(fields: &mut Fields, path: &str, tip: &TipWire) -> Tip {
    let bore = NumberField { path: format!("{path}.bore_mm"), range: &BORE, kind: Kind::Bore };
    let charts = tip.charts.iter().flatten().enumerate();
    let kind = (TIP_KINDS, Some(TipKind::General));
    Tip {
        bore: Length::from_m(fields.number(&bore, tip.bore_mm.as_ref(), None)),
        face: optional(fields, &format!("{path}.face"), (tip.face.as_ref(), FACES)),
        seat: optional(fields, &format!("{path}.seat"), (tip.seat.as_ref(), SEATS)),
        kind: fields.choice(&format!("{path}.kind"), tip.kind.as_ref(), kind),
        charts: charts
            .filter_map(|(i, chart)| read_chart(fields, &format!("{path}.charts.{i}"), chart))
            .collect(),
    }
}

/// The gear of a request.
pub fn read_gear(fields: &mut Fields, gear: Option<&GearWire>) -> Gear {
    let Some(gear) = gear else { return Gear::default() };
    let mut limit = |name: &str, given: Option<&Given>| {
        let given = (given, &REGULATOR, Kind::Pressure);
        optional_number(fields, format!("gear.{name}"), given).map(GaugePressure::from_pa)
    };
    let regulator_limit = limit("regulator_max_kpa", gear.regulator_max_kpa.as_ref());
    let oxygen_regulator_limit =
        limit("oxygen_regulator_max_kpa", gear.oxygen_regulator_max_kpa.as_ref());
    let torch_limit = limit("torch_max_oxygen_kpa", gear.torch_max_oxygen_kpa.as_ref());
    Gear {
        torch_limit,
        hose_grade: optional(fields, "gear.hose_grade", (gear.hose_grade.as_ref(), GRADES)),
        regulator: optional(fields, "gear.regulator", (gear.regulator.as_ref(), FUELS)),
        regulator_limit,
        oxygen_regulator_limit,
        arrestors: gear.arrestors,
        arrestors_demanded: gear.arrestors_demanded.unwrap_or(false),
        torch: optional(fields, "gear.torch_fuels", (gear.torch_fuels.as_ref(), TORCH_FUELS)),
        torch_seat: optional(fields, "gear.torch_seat", (gear.torch_seat.as_ref(), SEATS)),
        tip_face: None,
        tip_seat: None,
    }
}

/// The prices of a request.
pub fn read_prices(fields: &mut Fields, prices: &PricesWire) -> Prices {
    let mut number = |name: &str, given: Option<&Given>, range: &Range| {
        let path = format!("prices.{name}");
        fields.number(&NumberField { path, range, kind: Kind::Money }, given, None)
    };
    Prices {
        oxygen_m3: number("oxygen_m3", prices.oxygen_m3.as_ref(), &PRICE),
        fuel_m3: number("fuel_m3", prices.fuel_m3.as_ref(), &PRICE),
        labour_h: number("labour_h", prices.labour_h.as_ref(), &PRICE),
        tip: number("tip", prices.tip.as_ref(), &PRICE),
        tip_life_starts: number("tip_life_starts", prices.tip_life_starts.as_ref(), &TIP_LIFE),
        estimated: prices.estimated.unwrap_or(false),
    }
}
