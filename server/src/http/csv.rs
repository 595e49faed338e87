//! A table as a file to keep. No cell of it is a formula: a spreadsheet would run what somebody typed.

use actix_web::HttpResponse;

use crate::error::{ApiError, ApiResult};

/// What a spreadsheet takes for the beginning of a formula. Source: OWASP, CSV Injection.
const FORMULA: [char; 6] = ['=', '+', '-', '@', '\t', '\r'];

/// A CSV file to keep.
///
/// # Errors
/// Only a fault of ours: `text` is no CSV.
pub fn csv(name: &str, text: &str) -> ApiResult<HttpResponse> {
    let plain: String = name.chars().filter(|c| c.is_ascii_graphic() || *c == ' ').collect();
    let plain = plain.replace(['"', '\\', '/'], "");
    Ok(HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header(("Content-Disposition", format!("attachment; filename=\"{plain}\"")))
        .body(harmless(text)?))
}

/// The same table with an apostrophe before each cell that would be a formula; a number stays one.
fn harmless(text: &str) -> ApiResult<String> {
    let failed = |error: ::csv::Error| ApiError::Internal(error.to_string());
    let mut rows =
        ::csv::ReaderBuilder::new().has_headers(false).flexible(true).from_reader(text.as_bytes());
    let mut out = ::csv::WriterBuilder::new().flexible(true).from_writer(Vec::new());
    for row in rows.records() {
        let row = row.map_err(failed)?;
        let cells = row.iter().map(|cell| {
            let formula = cell.starts_with(FORMULA) && cell.parse::<f64>().is_err();
            if formula { format!("'{cell}") } else { cell.to_owned() }
        });
        out.write_record(cells).map_err(failed)?;
    }
    let bytes = out.into_inner().map_err(|error| ApiError::Internal(error.to_string()))?;
    String::from_utf8(bytes).map_err(|error| ApiError::Internal(error.to_string()))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_somebody_typed_is_no_formula_and_a_number_stays_a_number() {
        let text = "name,mm\n=1+1,-5\n@SUM(A1),+2.5\n-x,\"a,\"\"b\"\"\"\n";
        let out = harmless(text).unwrap_or_default();
        assert_eq!(out, "name,mm\n'=1+1,-5\n'@SUM(A1),+2.5\n'-x,\"a,\"\"b\"\"\"\n");
        assert_eq!(harmless(&out).unwrap_or_default(), out, "once is enough");
    }
}
