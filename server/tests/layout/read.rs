//! Drawings into parts: every entity that is read, and what is said of those that are not.

use std::f64::consts::PI;

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use serde_json::{Value, json};

use crate::test_app::{Answer, TestApp};

const READ: &str = "/api/v1/layout/parts/read";

fn case(name: &str) -> String {
    let path = format!("{}/../reference/cases/layout/{name}", env!("CARGO_MANIFEST_DIR"));
    std::fs::read_to_string(path).unwrap()
}

async fn svg(app: &TestApp, inner: &str) -> Answer {
    let text = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"200mm\" height=\"100mm\" viewBox=\"0 0 200 100\">{inner}</svg>"
    );
    app.post(READ, &json!({ "format": "svg", "text": text })).await
}

fn codes(answer: &Answer) -> Vec<String> {
    let problems = answer.body["problems"].as_array().unwrap();
    problems.iter().map(|one| one["code"].as_str().unwrap().to_owned()).collect()
}

fn path_of(answer: &Answer) -> &str {
    answer.body["error"]["fields"][0]["path"].as_str().unwrap_or_default()
}

/// Source: ezdxf 1.4.5 wrote the files and measured them, shapely 2.2.0 the splines (reference/cases/layout.py).
#[tokio::test]
async fn drawings_of_another_library_read_to_its_areas() {
    let app = TestApp::start().await;
    let file = concat!(env!("CARGO_MANIFEST_DIR"), "/../reference/cases/layout_drawings.csv");
    let mut rows = 0;
    for row in csv::Reader::from_path(file).unwrap().deserialize() {
        let (name, parts, holes, area, tolerance, _): (String, usize, usize, f64, f64, String) =
            row.unwrap();
        let read = app.post(READ, &json!({ "format": "dxf", "text": case(&name) })).await;
        assert_eq!(read.status, 200, "{name}: {}", read.body);
        let found = read.body["parts"].as_array().unwrap();
        assert_eq!((found.len(), read.body["problems"].clone()), (parts, json!([])), "{name}");
        assert_eq!(found[0]["holes"].as_array().unwrap().len(), holes, "{name}");
        let off = found[0]["area_mm2"].as_f64().unwrap() / area - 1.0;
        assert!(off.abs() < tolerance, "{name}: {off}");
        assert_eq!(read.body["unit_from"], "file");
        rows += 1;
    }
    assert!(rows >= 6, "{rows}");
}

/// Areas by the formulas of the shapes.
#[tokio::test]
async fn every_shape_and_command_of_svg_reads_to_its_area() {
    let app = TestApp::start().await;
    let cases = [
        ("<rect x='10' y='10' width='60' height='40'/>", 2400.0),
        ("<rect x='10' y='10' width='60' height='40' rx='10'/>", 2400.0 - (4.0 - PI) * 100.0),
        ("<circle cx='50' cy='50' r='30'/>", PI * 900.0),
        ("<ellipse cx='50' cy='50' rx='40' ry='20'/>", PI * 800.0),
        ("<polygon points='0,0 100,0 100,50'/>", 2500.0),
        ("<path d='M0 0H50V40H0z'/>", 2000.0),
        ("<path d='m10 10 l50 0 0 40 -50 0z'/>", 2000.0),
        ("<path d='M0 50A50 50 0 0 1 100 50z'/>", PI * 1250.0),
        // a quarter of a circle by a cubic is off by under 3e-4 of its radius
        ("<path d='M50 0 C50 27.6142 27.6142 50 0 50 L0 0z'/>", PI * 625.0),
        // area under a parabola: two thirds of its box
        ("<path d='M0 0 Q50 80 100 0z'/>", 2.0 / 3.0 * 100.0 * 40.0),
        ("<path d='M0 0 Q25 40 50 0 T100 0 V-60 H0z'/>", 6000.0),
        (
            "<g transform='translate(20,5) rotate(30) scale(2)'><rect width='10' height='20'/></g>",
            800.0,
        ),
    ];
    for (inner, area) in cases {
        let read = svg(&app, inner).await;
        assert_eq!(read.status, 200, "{inner}: {}", read.body);
        assert_eq!(read.body["parts"].as_array().unwrap().len(), 1, "{inner}: {}", read.body);
        let found = read.body["parts"][0]["area_mm2"].as_f64().unwrap();
        assert!((found / area - 1.0).abs() < 4e-4, "{inner}: {found} {area}");
    }
}

#[tokio::test]
async fn arcs_of_a_drawing_stay_arcs_and_its_up_is_up() {
    let app = TestApp::start().await;
    let read = svg(&app, "<path d='M0 0H40A20 20 0 0 1 60 20V60H0z'/>").await;
    let outer = &read.body["parts"][0]["outer"];
    let arcs: Vec<&Value> = outer["segments"]
        .as_array()
        .unwrap()
        .iter()
        .filter(|one| one["centre"].is_array())
        .collect();
    assert_eq!(arcs.len(), 1, "{outer}");
    // the rounded corner is at the top right of the paper: 100 mm high, so the arc's centre is at 40, 80
    let centre = arcs[0]["centre"].as_array().unwrap();
    let (x, y) = (centre[0].as_f64().unwrap(), centre[1].as_f64().unwrap());
    assert!((x - 40.0).abs() < 1e-4 && (y - 80.0).abs() < 1e-4, "{x} {y}");
}

#[tokio::test]
async fn a_unit_is_read_or_asked_for_and_never_guessed() {
    let app = TestApp::start().await;
    let square = "<rect width='10' height='10'/>";
    let bare =
        format!("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 20 20'>{square}</svg>");
    let refused = app.post(READ, &json!({ "format": "svg", "text": bare })).await;
    assert_eq!((refused.status.as_u16(), path_of(&refused)), (422, "unit"), "{}", refused.body);
    let asked = app.post(READ, &json!({ "format": "svg", "text": bare, "unit": "in" })).await;
    assert_eq!([&asked.body["unit"], &asked.body["unit_from"]], ["in", "asked"]);
    let area = asked.body["parts"][0]["area_mm2"].as_f64().unwrap();
    assert!((area - 254.0 * 254.0).abs() < 1e-3, "{area}");
    // 10 px of 96 to the inch
    let inches = format!("<svg xmlns='http://www.w3.org/2000/svg' width='2in'>{square}</svg>");
    let read = app.post(READ, &json!({ "format": "svg", "text": inches })).await;
    let side = 10.0 / 96.0 * 25.4;
    assert!(
        (read.body["parts"][0]["area_mm2"].as_f64().unwrap() - side * side).abs() < 1e-4,
        "{}",
        read.body
    );
    // a DXF whose header says none, whatever it says of metric or imperial
    let unitless = case("polyline.dxf").replace("$INSUNITS\n 70\n4", "$INSUNITS\n 70\n0");
    assert_ne!(unitless, case("polyline.dxf"));
    let refused = app.post(READ, &json!({ "format": "dxf", "text": unitless })).await;
    assert_eq!((refused.status.as_u16(), path_of(&refused)), (422, "unit"), "{}", refused.body);
}

#[tokio::test]
async fn what_is_no_drawing_is_told_at_the_text() {
    let app = TestApp::start().await;
    let whole = case("lines_arcs.dxf");
    let cut_off = &whole[..whole.len() / 2];
    let no_entity = "0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n";
    let cases = [
        ("dxf", ""),
        ("dxf", "not a drawing"),
        ("dxf", cut_off),
        ("dxf", no_entity),
        ("dxf", "binary\r\n\u{1a}\u{0}"),
        ("svg", ""),
        ("svg", "<html/>"),
        ("svg", "<svg xmlns='http://www.w3.org/2000/svg'><rect"),
        ("svg", "<svg xmlns='http://www.w3.org/2000/svg' width='10mm'/>"),
        (
            "svg",
            "<!DOCTYPE svg [<!ENTITY a 'b'>]><svg xmlns='http://www.w3.org/2000/svg'>&a;</svg>",
        ),
    ];
    for (format, text) in cases {
        let refused = app.post(READ, &json!({ "format": format, "text": text })).await;
        assert_eq!(
            (refused.status.as_u16(), path_of(&refused)),
            (422, "text"),
            "{text}: {}",
            refused.body
        );
        let message = refused.body["error"]["fields"][0]["message"].as_str().unwrap();
        assert!(!message.contains("layout_") && !message.contains('{'), "{message}");
    }
}

#[tokio::test]
async fn a_file_comes_in_base64_too_and_one_that_is_too_large_is_refused() {
    let app = TestApp::start().await;
    let coded = STANDARD.encode(case("ellipse.dxf"));
    let read = app.post(READ, &json!({ "format": "dxf", "base64": coded })).await;
    assert_eq!(read.body["parts"].as_array().unwrap().len(), 1, "{}", read.body);
    let wrong = app.post(READ, &json!({ "format": "dxf", "base64": "*" })).await;
    assert_eq!((wrong.status.as_u16(), path_of(&wrong)), (422, "base64"));
    let both = app.post(READ, &json!({ "format": "dxf", "base64": coded, "text": "x" })).await;
    assert_eq!((both.status.as_u16(), path_of(&both)), (422, "text"));
    let large = "x".repeat(16_000_001);
    let refused = app.post(READ, &json!({ "format": "dxf", "text": large })).await;
    assert_eq!(refused.status, 413);
}

#[tokio::test]
async fn what_is_wrong_in_a_drawing_is_told_at_its_place() {
    let app = TestApp::start().await;
    let open = svg(&app, "<path d='M0 0H50V40H3'/>").await;
    assert_eq!(
        (open.body["parts"].clone(), codes(&open)),
        (json!([]), vec!["open_contour".to_owned()])
    );
    assert!(
        open.body["problems"][0]["at"].is_array()
            && open.body["problems"][0]["text"].as_str().unwrap().contains("mm apart")
    );
    let joined = json!({ "format": "svg", "join_mm": 0.6,
        "text": "<svg xmlns='http://www.w3.org/2000/svg' width='100mm' viewBox='0 0 100 100'><path d='M0 0H50V40H0V0.5'/></svg>" });
    let joined = app.post(READ, &joined).await;
    assert_eq!(
        (joined.body["parts"].as_array().unwrap().len(), joined.body["joined_within_mm"].clone()),
        (1, json!(0.6))
    );
    let crossed =
        svg(&app, "<path d='M0 0L50 50V0L0 50z'/><rect x='100' width='20' height='20'/>").await;
    assert_eq!(
        (crossed.body["parts"].as_array().unwrap().len(), codes(&crossed)),
        (1, vec!["crossing".to_owned()])
    );
    let twice = svg(&app, "<rect width='20' height='20'/><rect width='20' height='20'/>").await;
    assert_eq!(
        (twice.body["parts"].as_array().unwrap().len(), codes(&twice)),
        (1, vec!["doubled".to_owned()])
    );
    let strange = svg(
        &app,
        "<rect width='20' height='20'/><text>A</text><use href='#a'/><script>alert(1)</script>",
    )
    .await;
    assert_eq!(codes(&strange), ["unknown_entity"; 3]);
    let speck =
        svg(&app, "<rect width='20' height='20'/><rect x='40' width='0.2' height='0.2'/>").await;
    assert_eq!(codes(&speck), ["tiny"]);
}

#[tokio::test]
async fn nothing_of_a_dxf_is_left_out_without_a_word() {
    let app = TestApp::start().await;
    let square = "0\nLWPOLYLINE\n8\n0\n90\n4\n70\n1\n10\n0\n20\n0\n10\n50\n20\n0\n10\n50\n20\n50\n10\n0\n20\n50\n";
    let file = |blocks: &str, entities: &str| {
        format!(
            "0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1015\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nBLOCKS\n{blocks}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n{entities}0\nENDSEC\n0\nEOF\n"
        )
    };
    let read = async |blocks: &str, entities: &str| {
        let answer =
            app.post(READ, &json!({ "format": "dxf", "text": file(blocks, entities) })).await;
        assert_eq!(answer.status, 200, "{}", answer.body);
        answer
    };
    let text =
        format!("{square}0\nHATCH\n8\n0\n10\n7\n20\n8\n0\n3DFACE\n8\n0\n10\n0\n20\n0\n30\n0\n");
    let found = read("", &text).await;
    assert_eq!(
        (found.body["parts"].as_array().unwrap().len(), codes(&found)),
        (1, vec!["unknown_entity".to_owned(); 2])
    );
    assert_eq!(found.body["problems"][0]["at"], json!([7.0, 8.0]));
    let line = "0\nLINE\n8\n0\n10\n0\n20\n0\n30\n0\n11\n5\n21\n0\n31\n9\n";
    assert_eq!(codes(&read("", &format!("{square}{line}")).await), ["unknown_entity"]);
    let knot = "0\nBLOCK\n2\nA\n10\n0\n20\n0\n0\nINSERT\n2\nA\n10\n0\n20\n0\n0\nENDBLK\n";
    let itself = read(knot, &format!("{square}0\nINSERT\n8\n0\n2\nA\n10\n0\n20\n0\n")).await;
    assert!(
        itself.body["problems"][0]["text"].as_str().unwrap().contains("in itself"),
        "{}",
        itself.body
    );
    let zero = "0\nLINE\n8\n0\n10\n9\n20\n9\n11\n9\n21\n9\n";
    assert_eq!(codes(&read("", &format!("{square}{zero}")).await), ["tiny"]);
}

/// 2,000 contours, and a number that is none: an answer, and no fault of the server.
#[tokio::test]
async fn a_crowded_drawing_is_read() {
    let app = TestApp::start().await;
    let holes: String = (0..2_000)
        .map(|i| format!("<circle cx='{}' cy='{}' r='2'/>", 10 + 10 * (i % 50), 10 + 10 * (i / 50)))
        .collect();
    let text = format!(
        "<svg xmlns='http://www.w3.org/2000/svg' width='600mm' height='600mm' viewBox='0 0 600 600'><rect width='600' height='600'/>{holes}</svg>"
    );
    let read = app.post(READ, &json!({ "format": "svg", "text": text })).await;
    assert_eq!(read.status, 200);
    assert_eq!(read.body["parts"][0]["holes"].as_array().unwrap().len(), 2_000);
    let laid = json!({ "part": read.body["parts"][0], "kerf_mm": 0.6, "small_holes": "cut" });
    let laid = app.post("/api/v1/layout/paths", &laid).await;
    assert_eq!(laid.status, 200, "{}", laid.body["error"]);
    assert_eq!(laid.body["paths"].as_array().unwrap().len(), 2_001);
    assert_eq!(laid.body["paths"][2_000]["of"], "outer");
    let nan = svg(
        &app,
        "<circle cx='NaN' r='5'/><circle cx='1e308' cy='5' r='1e308'/><rect width='9' height='9'/>",
    )
    .await;
    assert_eq!(nan.status, 200, "{}", nan.body);
}
