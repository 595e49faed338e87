//! A tip with its charts, as it is asked for.

use galvanon_core::cut::Tip;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{GaugePressure, Length, Speed};
use galvanon_core::tip::chart::{self, Chart, ChartRow, Ends, ReadAt};
use galvanon_core::tip::owned::{Label, TipKind};
use galvanon_core::tip::pressure::BORE;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::{Fields, Given, NumberField, wrong_shape};

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
    /// The mark stamped on it, at most 80 characters: a label and no size.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mark: Option<String>,
    /// What the drawer calls it, at most 80 characters.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
}

/// The longest mark or name of a tip.
const LONGEST_NAME: usize = 80;

/// The two ends of a band; `field` is that of both.
fn read_ends(fields: &mut Fields, field: &NumberField<'_>, ends: &EndsWire) -> (f64, f64) {
    let mut end = |name: &str, given: Option<&Given>| {
        fields.number(&field.at(format!("{}.{name}", field.path)), given, None)
    };
    (end("low", ends.low.as_ref()), end("high", ends.high.as_ref()))
}

fn read_row(fields: &mut Fields, path: &str, row: &ChartRowWire, fuel: Fuel) -> ChartRow {
    let pressures =
        |(low, high)| Ends { low: GaugePressure::from_pa(low), high: GaugePressure::from_pa(high) };
    let column = |name: &str, range, kind| NumberField::new(format!("{path}.{name}"), range, kind);
    let thickness = column("thickness_mm", &chart::THICKNESS, Kind::Length);
    let oxygen = column("oxygen_pressure_kpa", &chart::OXYGEN, Kind::Pressure);
    let of_fuel = if fuel == Fuel::Acetylene { &chart::ACETYLENE } else { &chart::FUEL };
    ChartRow {
        thickness: Length::from_m(fields.number(&thickness, row.thickness_mm.as_ref(), None)),
        oxygen: pressures(read_ends(fields, &oxygen, &row.oxygen_pressure_kpa)),
        fuel: row.fuel_pressure_kpa.as_ref().map(|ends| {
            let fuel = column("fuel_pressure_kpa", of_fuel, Kind::Pressure);
            pressures(read_ends(fields, &fuel, ends))
        }),
        speed: row.travel_speed_mm_min.as_ref().map(|ends| {
            let speed = column("travel_speed_mm_min", &chart::SPEED, Kind::Speed);
            let (low, high) = read_ends(fields, &speed, ends);
            Ends { low: Speed::from_m_s(low), high: Speed::from_m_s(high) }
        }),
    }
}

/// A chart; a faulty one is noted row by row and left out.
fn read_chart(fields: &mut Fields, path: &str, wire: &ChartWire) -> Option<Chart> {
    let before = fields.errors.len();
    let fuel = fields.code(&format!("{path}.fuel"), wire.fuel.as_ref(), None);
    let torch = Some(ReadAt::Torch);
    let read_at = fields.code(&format!("{path}.read_at"), wire.read_at.as_ref(), torch);
    let rows = wire.rows.iter().enumerate();
    let rows = rows.map(|(i, row)| read_row(fields, &format!("{path}.rows.{i}"), row, fuel));
    let rows: Vec<ChartRow> = rows.collect();
    if fields.errors.len() > before {
        return None;
    }
    match Chart::new(fuel, read_at, rows) {
        Ok(chart) => Some(chart.from_where(wire.provenance.clone())),
        Err(faults) => {
            for fault in faults {
                let at = format!("{path}.rows.{}.{}", fault.row, fault.column);
                fields.refuse(&at, fault.code, serde_json::Value::Null, &[]);
            }
            None
        }
    }
}

/// A mark or a name; one that says nothing is none.
fn read_name(fields: &mut Fields, path: &str, told: Option<&str>) -> Option<String> {
    let told = told.map(str::trim).filter(|told| !told.is_empty())?;
    if told.chars().count() > LONGEST_NAME {
        let expected = format!("at most {LONGEST_NAME} characters");
        fields.errors.push(wrong_shape(path, &expected, told.into()));
        return None;
    }
    Some(told.to_owned())
}

/// A tip.
pub fn read_tip(fields: &mut Fields, path: &str, tip: &TipWire) -> Tip {
    let bore = NumberField::new(format!("{path}.bore_mm"), &BORE, Kind::Bore);
    let charts = tip.charts.iter().flatten().enumerate();
    let general = Some(TipKind::General);
    let label = Label {
        mark: read_name(fields, &format!("{path}.mark"), tip.mark.as_deref()),
        name: read_name(fields, &format!("{path}.name"), tip.name.as_deref()),
    };
    Tip {
        bore: Length::from_m(fields.number(&bore, tip.bore_mm.as_ref(), None)),
        face: fields.optional(&format!("{path}.face"), tip.face.as_ref()),
        seat: fields.optional(&format!("{path}.seat"), tip.seat.as_ref()),
        kind: fields.code(&format!("{path}.kind"), tip.kind.as_ref(), general),
        charts: charts
            .filter_map(|(i, chart)| read_chart(fields, &format!("{path}.charts.{i}"), chart))
            .collect(),
        label,
    }
}
