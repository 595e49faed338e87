//! Hostile requests too large to keep as files: made when they are sent.

use std::f64::consts::TAU;
use std::fmt::Write;
use std::io::Cursor;

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use image::codecs::png::{CompressionType, FilterType, PngEncoder};
use image::{ExtendedColorType, ImageEncoder};
use serde_json::{Value, json};

/// A name, a path, and a body.
type Request = (&'static str, &'static str, Value);

const READ: &str = "/api/v1/layout/parts/read";
const PATHS: &str = "/api/v1/layout/paths";

fn svg(inner: &str) -> Value {
    let text = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100mm\" viewBox=\"0 0 100 100\">{inner}</svg>"
    );
    json!({ "format": "svg", "text": text })
}

/// A gear of so many corners, its teeth so high, mm; without teeth a disc.
fn gear(corners: u32, teeth: f64) -> Value {
    let at = |i: u32| {
        let angle = TAU * f64::from(i) / f64::from(corners);
        let radius = if i.is_multiple_of(2) { 1_000.0 } else { 1_000.0 - teeth };
        json!([radius * angle.cos(), radius * angle.sin()])
    };
    let segments: Vec<Value> = (1..=corners).map(|i| json!({ "to": at(i % corners) })).collect();
    json!({ "name": "gear", "outer": { "closed": true, "start": at(0), "segments": segments } })
}

/// A workbook whose one cell unpacks to 100 MB.
fn packed_cell() -> Value {
    use std::io::Write;
    let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
    let options = zip::write::SimpleFileOptions::default();
    out.start_file("xl/worksheets/sheet1.xml", options).unwrap();
    out.write_all(b"<worksheet><sheetData><row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>")
        .unwrap();
    for _ in 0..100 {
        out.write_all(&[b'x'; 1024 * 1024]).unwrap();
    }
    let bytes = out.finish().unwrap().into_inner();
    json!({ "xlsx_base64": STANDARD.encode(bytes) })
}

/// A PNG of 6,000 by 4,000 pixels in some kilobytes.
pub fn picture() -> Vec<u8> {
    let mut bytes = Vec::new();
    let encoder =
        PngEncoder::new_with_quality(&mut bytes, CompressionType::Fast, FilterType::NoFilter);
    encoder.write_image(&vec![0; 24_000_000], 6_000, 4_000, ExtendedColorType::L8).unwrap();
    bytes
}

/// What somebody sends who is signed in.
pub fn requests() -> Vec<Request> {
    let lines = "4x 1/2 in plate 10 in guided\n".repeat(19_000);
    vec![
        ("a cell that unpacks to 100 MB", "/api/v1/cut-lists/plan", packed_cell()),
        (
            "a list of 20,001 rows",
            "/api/v1/cut-lists/plan",
            json!({ "text": "x\n".repeat(20_001) }),
        ),
        ("lines where a notebook is expected", "/api/v1/burns/read", json!({ "text": lines })),
    ]
}

/// What a stranger sends.
pub fn of_strangers() -> Vec<Request> {
    let mut star = String::new();
    let mut rings = String::new();
    for i in 0..50_000 {
        let angle = f64::from(i) * 0.001;
        write!(star, "<line x2=\"{}\" y2=\"{}\"/>", 90.0 * angle.cos(), 90.0 * angle.sin())
            .unwrap();
    }
    for i in 1..5_000 {
        write!(rings, "<circle r=\"{}\"/>", f64::from(i) * 0.01).unwrap();
    }
    let deep = format!(
        "{}<rect width=\"5\" height=\"5\"/>{}",
        "<g>".repeat(100_000),
        "</g>".repeat(100_000)
    );
    let path = format!("<path d=\"M0 0{}\"/>", " h1 v1".repeat(400_000));
    let nest = json!({ "plates": [{ "width_mm": 3_000, "height_mm": 3_000, "count": 3 }],
        "parts": [{ "part": gear(3_000, 1.0), "count": 20, "turns": "free", "mirror": true }],
        "gap_mm": 8, "margin_mm": 10, "seconds": 0.5 });
    vec![
        ("100,000 groups in groups", READ, svg(&deep)),
        ("50,000 lines from one point", READ, svg(&star)),
        ("5,000 circles in circles", READ, svg(&rings)),
        ("a path of 800,000 lines", READ, svg(&path)),
        ("a disc of 12,000 corners", PATHS, json!({ "part": gear(12_000, 0.0), "kerf_mm": 2 })),
        ("a gear of 12,000 corners", PATHS, json!({ "part": gear(12_000, 0.2), "kerf_mm": 2 })),
        ("a gear of 20,000 corners", PATHS, json!({ "part": gear(20_000, 20.0), "kerf_mm": 20 })),
        ("a nest of twenty gears", "/api/v1/layout/nest", nest),
    ]
}
