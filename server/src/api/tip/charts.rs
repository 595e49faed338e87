//! A maker's chart, read from a table of text before anything is kept, and written out again.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::entry::chart::{self, Context, ReadCharts};
use galvanon_core::entry::column::Said;
use galvanon_core::entry::table;
use galvanon_core::quantity::Length;
use galvanon_core::tip::chart::{Chart, ReadAt};
use galvanon_core::tip::pressure::BORE;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;

use crate::api::tip::request::ChartWire;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::text::{Section, sentence};
use crate::wire::unit::{tidy, wire};

/// What a person says of a column against its heading.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SaidWire {
    /// thickness, bore, mark, fuel, oxygen_pressure (_low, _high), fuel_pressure (_low, _high),
    /// speed (_low, _high), ignored.
    #[schema(value_type = Option<String>)]
    pub role: Option<Given>,
    /// mm, in; psi, kpa, bar; in/min, mm/min, m/min.
    pub unit: Option<String>,
}

/// A table of text that may be a chart.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChartRequest {
    /// The file, or what was pasted.
    pub text: String,
    /// What a person says of its columns, in their order.
    #[serde(default)]
    pub columns: Vec<SaidWire>,
    /// The bore of the tip, where no column gives it.
    #[schema(value_type = Option<f64>)]
    pub bore_mm: Option<Given>,
    /// The fuel, where no column gives it.
    #[schema(value_type = String)]
    pub fuel: Option<Given>,
    /// torch, regulator: where its pressures were read; torch when left out.
    #[schema(value_type = Option<String>)]
    pub read_at: Option<Given>,
    /// Where it comes from, as the shop says.
    pub provenance: Option<String>,
}

/// A column as it was matched.
#[derive(Debug, Serialize, ToSchema)]
pub struct ColumnWire {
    /// Its heading in the file.
    pub heading: String,
    /// What it holds.
    pub role: String,
    /// Its unit; null where none is needed or none is known.
    pub unit: Option<String>,
}

/// A cell that is faulty.
#[derive(Debug, Serialize, ToSchema)]
pub struct CellFaultWire {
    /// Row in the file, from 1.
    pub row: usize,
    /// Heading of its column.
    pub column: String,
    /// What stands there.
    pub value: String,
    /// What is wrong, as a code.
    pub code: String,
    /// What is wrong, in words.
    pub message: String,
}

/// A chart for one tip.
#[derive(Debug, Serialize, ToSchema)]
pub struct TipChartWire {
    /// The tip's bore.
    pub bore_mm: f64,
    /// The mark stamped on it, where the chart gives one.
    pub mark: Option<String>,
    /// The chart, as a tip of the drawer keeps it.
    pub chart: ChartWire,
}

/// What a table gives as charts; nothing is kept.
#[derive(Debug, Serialize, ToSchema)]
pub struct ChartReply {
    /// Its columns.
    pub columns: Vec<ColumnWire>,
    /// Its first rows, to look at.
    pub preview: Vec<Vec<String>>,
    /// A chart for each bore and fuel; none while a cell is faulty.
    pub charts: Vec<TipChartWire>,
    /// Every faulty cell.
    pub faults: Vec<CellFaultWire>,
}

const PREVIEW: usize = 12;

fn given(value: f64) -> Option<Given> {
    Some(Given(json!(tidy(value))))
}

fn chart_wire(chart: &Chart, provenance: Option<&String>) -> ChartWire {
    use crate::api::tip::request::{ChartRowWire, EndsWire};
    let ends = |low: f64, high: f64| EndsWire { low: given(low), high: given(high) };
    ChartWire {
        fuel: Some(Given(json!(chart.fuel.code()))),
        read_at: Some(Given(json!(chart.read_at.code()))),
        rows: chart
            .rows()
            .iter()
            .map(|row| ChartRowWire {
                thickness_mm: given(row.thickness.as_mm()),
                oxygen_pressure_kpa: ends(
                    row.oxygen.low.as_pa() / 1e3,
                    row.oxygen.high.as_pa() / 1e3,
                ),
                fuel_pressure_kpa: row
                    .fuel
                    .map(|e| ends(e.low.as_pa() / 1e3, e.high.as_pa() / 1e3)),
                travel_speed_mm_min: row.speed.map(|e| ends(e.low.as_mm_min(), e.high.as_mm_min())),
            })
            .collect(),
        provenance: provenance.cloned(),
    }
}

fn reply(found: ReadCharts, preview: Vec<Vec<String>>, provenance: Option<&String>) -> ChartReply {
    let words = |code: &str| sentence(Section::Errors, code).unwrap_or(code).to_owned();
    ChartReply {
        columns: found
            .columns
            .into_iter()
            .map(|column| ColumnWire {
                heading: column.heading,
                role: column.role.code().into(),
                unit: column.unit,
            })
            .collect(),
        preview,
        charts: found
            .charts
            .iter()
            .map(|of| TipChartWire {
                bore_mm: wire(Kind::Bore, of.bore.as_m()),
                mark: of.mark.clone(),
                chart: chart_wire(&of.chart, provenance),
            })
            .collect(),
        faults: found
            .faults
            .into_iter()
            .map(|fault| CellFaultWire {
                row: fault.row,
                column: fault.column,
                value: fault.value,
                code: fault.code.into(),
                message: words(fault.code),
            })
            .collect(),
    }
}

/// Reads a table as charts and gives back what was matched and what is faulty; keeps nothing.
#[utoipa::path(post, operation_id = "charts_read", path = "/api/v1/tip-charts/read", request_body = ChartRequest,
    responses((status = 200, body = ChartReply), (status = 413, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/read")]
pub async fn read_chart(body: Body<ChartRequest>) -> ApiResult<web::Json<ChartReply>> {
    let (mut fields, asked) = (Fields::default(), &body.value);
    let fuel = fields.code("fuel", asked.fuel.as_ref(), None);
    let read_at = fields.code("read_at", asked.read_at.as_ref(), Some(ReadAt::Torch));
    let bore = NumberField::new("bore_mm", &BORE, Kind::Bore);
    let bore = fields.number_if_said(&bore, asked.bore_mm.as_ref()).map(Length::from_m);
    let said: Vec<Said<_>> = asked
        .columns
        .iter()
        .enumerate()
        .map(|(i, column)| Said {
            role: fields.optional(&format!("columns.{i}.role"), column.role.as_ref()),
            unit: column.unit.clone(),
        })
        .collect();
    fields.done(())?;
    let table = read_table(&asked.text)?;
    let found = chart::read(&table, &said, &Context { bore, fuel, read_at });
    let preview = table.rows.into_iter().take(PREVIEW).map(|(_, cells)| cells).collect();
    Ok(web::Json(reply(found, preview, asked.provenance.as_ref())))
}

/// A table of text, or the refusal that names the row.
///
/// # Errors
/// [`ApiError::Invalid`] for `text`.
pub fn read_table(text: &str) -> ApiResult<table::Table> {
    table::read(text).map_err(|fault| {
        let mut fields = Fields::default();
        let value = fault.row.map_or(Value::Null, |row| json!({ "row": row }));
        fields.refuse("text", fault.code, value, &[]);
        ApiError::Invalid(fields.errors)
    })
}
