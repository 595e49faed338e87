//! A maker's chart, read from a table of text before anything is kept, and written out again.

use actix_web::{HttpResponse, get, post, web};
use galvanon_core::entry::chart::{self, ChartOf, Context, ReadCharts, Role, Said};
use galvanon_core::entry::table;
use galvanon_core::quantity::Length;
use galvanon_core::tip::chart::{Chart, ReadAt};
use galvanon_core::tip::pressure::BORE;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;

use super::body::{Body, read};
use super::fields::{Fields, Given, NumberField};
use super::gear_fields::TipFields;
use super::gear_request::{ChartWire, FUELS, READ_AT, read_tip};
use super::rows::id;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::text::{Section, sentence};

const ROLES: [(Role, &str); 14] = Role::ALL;

/// What a person says of a column against its heading.
#[derive(Debug, Deserialize, ToSchema)]
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
    Some(Given(json!((value * 1e9).round() / 1e9)))
}

fn chart_wire(chart: &Chart, provenance: Option<&String>) -> ChartWire {
    use super::gear_request::{ChartRowWire, EndsWire};
    let ends = |low: f64, high: f64| EndsWire { low: given(low), high: given(high) };
    let code = |read_at| READ_AT.iter().find(|(known, _)| *known == read_at).map(|(_, code)| *code);
    ChartWire {
        fuel: Some(Given(json!(chart.fuel.code()))),
        read_at: code(chart.read_at).map(|code| Given(json!(code))),
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
                bore_mm: (of.bore.as_mm() * 1e6).round() / 1e6,
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
    let fuel = fields.choice("fuel", asked.fuel.as_ref(), (FUELS, None));
    let read_at = (READ_AT, Some(ReadAt::Torch));
    let read_at = fields.choice("read_at", asked.read_at.as_ref(), read_at);
    let bore = asked.bore_mm.as_ref().filter(|bore| !bore.0.is_null()).map(|bore| {
        let field = NumberField { path: "bore_mm".into(), range: &BORE, kind: Kind::Bore };
        Length::from_m(fields.number(&field, Some(bore), None))
    });
    let said: Vec<Said> = asked
        .columns
        .iter()
        .enumerate()
        .map(|(i, column)| Said {
            role: super::gear_request::optional(
                &mut fields,
                &format!("columns.{i}.role"),
                (column.role.as_ref(), &ROLES),
            ),
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

/// The charts of a tip as CSV, which reads in again.
#[utoipa::path(get, operation_id = "charts_write", path = "/api/v1/gear/{id}/chart.csv", params(("id" = String, Path)),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = ErrorBody)))]
#[get("/gear/{id}/chart.csv")]
pub async fn write_chart(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<HttpResponse> {
    let gear: crate::store::gear::Gear =
        crate::store::find(&pool, id(&path)?).await?.ok_or(ApiError::NotFound)?;
    if gear.kind != "tip" {
        return Err(ApiError::NotFound);
    }
    let tip: TipFields = read(&gear.fields)?;
    let mark = tip.mark.clone();
    let mut fields = Fields::default();
    let tip = read_tip(&mut fields, "fields", &tip.wire());
    fields.done(())?;
    let charts: Vec<ChartOf> = tip
        .charts
        .into_iter()
        .map(|chart| ChartOf { bore: tip.bore, mark: mark.clone(), chart })
        .collect();
    Ok(csv(&format!("tip {} mm chart.csv", tip.bore.as_mm()), chart::write(&charts)))
}

/// A CSV file to keep.
pub fn csv(name: &str, text: String) -> HttpResponse {
    let plain: String = name.chars().filter(|c| c.is_ascii_graphic() || *c == ' ').collect();
    let plain = plain.replace(['"', '\\', '/'], "");
    HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header(("Content-Disposition", format!("attachment; filename=\"{plain}\"")))
        .body(text)
}
