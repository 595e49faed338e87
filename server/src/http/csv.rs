//! A table as a file to keep.

use actix_web::HttpResponse;

/// A CSV file to keep.
pub fn csv(name: &str, text: String) -> HttpResponse {
    let plain: String = name.chars().filter(|c| c.is_ascii_graphic() || *c == ' ').collect();
    let plain = plain.replace(['"', '\\', '/'], "");
    HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header(("Content-Disposition", format!("attachment; filename=\"{plain}\"")))
        .body(text)
}
