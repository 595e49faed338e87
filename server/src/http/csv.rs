//! A table as a file to keep. No cell of it is a formula: a spreadsheet would run what somebody typed.

use std::borrow::Cow;

use actix_web::HttpResponse;

use crate::error::{ApiError, ApiResult};

/// What a spreadsheet takes for the beginning of a formula. Source: OWASP, CSV Injection.
const FORMULA: [char; 6] = ['=', '+', '-', '@', '\t', '\r'];

/// A CSV file to keep, of rows that are all as long.
///
/// # Errors
/// Only a fault of ours: rows of different lengths.
pub fn csv<R>(name: &str, rows: impl IntoIterator<Item = R>) -> ApiResult<HttpResponse>
where
    R: IntoIterator<Item: AsRef<str>>,
{
    let plain: String = name.chars().filter(|c| c.is_ascii_graphic() || *c == ' ').collect();
    let plain = plain.replace(['"', '\\', '/'], "");
    Ok(HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header(("Content-Disposition", format!("attachment; filename=\"{plain}\"")))
        .body(table(rows)?))
}

/// Rows as CSV, no cell of them a formula.
///
/// # Errors
/// Only a fault of ours: rows of different lengths.
pub fn table<R>(rows: impl IntoIterator<Item = R>) -> ApiResult<Vec<u8>>
where
    R: IntoIterator<Item: AsRef<str>>,
{
    let failed = |error: ::csv::Error| ApiError::Internal(error.to_string());
    let mut out = ::csv::Writer::from_writer(Vec::new());
    for row in rows {
        for cell in row {
            out.write_field(harmless(cell.as_ref()).as_bytes()).map_err(failed)?;
        }
        out.write_record(None::<&[u8]>).map_err(failed)?;
    }
    out.into_inner().map_err(|error| ApiError::Internal(error.to_string()))
}

/// A cell with an apostrophe before it where it would be a formula; a number stays one.
fn harmless(cell: &str) -> Cow<'_, str> {
    let formula = cell.starts_with(FORMULA) && cell.parse::<f64>().is_err();
    if formula { format!("'{cell}").into() } else { cell.into() }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_somebody_typed_is_no_formula_and_a_number_stays_a_number() {
        let rows = [["name", "mm"], ["=1+1", "-5"], ["@SUM(A1)", "+2.5"], ["-x", "a,\"b\""]];
        let out = table(rows).map(String::from_utf8);
        let told = "name,mm\n'=1+1,-5\n'@SUM(A1),+2.5\n'-x,\"a,\"\"b\"\"\"\n";
        assert!(matches!(&out, Ok(Ok(text)) if text == told), "{out:?}");
        assert_eq!(harmless("'=1+1"), "'=1+1", "once is enough");
    }

    #[test]
    fn a_row_that_is_longer_than_its_head_is_a_fault_of_ours() {
        assert!(matches!(table([vec!["a"], vec!["b", "c"]]), Err(ApiError::Internal(_))));
    }
}
