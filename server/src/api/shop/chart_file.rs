//! The charts of a tip in the drawer, as a file that reads in again.

use actix_web::{HttpResponse, get, web};
use galvanon_core::entry::chart::{self, ChartOf};
use sqlx::PgPool;

use crate::api::tip::request::read_tip;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::read;
use crate::http::csv::csv;
use crate::http::fields::Fields;
use crate::http::rows::id;
use crate::plan::gear_fields::TipFields;

/// The charts of a tip as CSV, which reads in again.
#[utoipa::path(get, operation_id = "charts_write", path = "/api/v1/gear/{id}/chart.csv", params(("id" = String, Path)),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = ErrorBody)))]
#[get("/gear/{id}/chart.csv")]
pub async fn write_chart(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<HttpResponse> {
    let gear: crate::store::gear::Gear =
        crate::store::find(pool.get_ref(), id(&path)?).await?.ok_or(ApiError::NotFound)?;
    if gear.kind != "tip" {
        return Err(ApiError::NotFound);
    }
    let tip: TipFields = read(&gear.fields)?;
    let mark = tip.mark.clone();
    let mut fields = Fields::default();
    let tip = read_tip(&mut fields, "fields", &tip.wire(""));
    fields.done(())?;
    let charts: Vec<ChartOf> = tip
        .charts
        .into_iter()
        .map(|chart| ChartOf { bore: tip.bore, mark: mark.clone(), chart })
        .collect();
    let text = chart::write(&charts)?;
    let mut rows = ::csv::ReaderBuilder::new().has_headers(false).from_reader(text.as_bytes());
    let rows: Result<Vec<_>, _> = rows.records().collect();
    let rows = rows.map_err(|error| ApiError::Internal(error.to_string()))?;
    csv(&format!("tip {} mm chart.csv", tip.bore.as_mm()), &rows)
}
