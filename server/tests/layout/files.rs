//! Each file that is written reads back to the geometry it was written of.

use std::f64::consts::PI;

use serde_json::{Value, json};

use crate::test_app::{TestApp, plate};

pub async fn written(app: &TestApp, body: &Value) -> Vec<u8> {
    let url = format!("{}/api/v1/layout/out", app.address);
    let answer = app.client.post(url).json(body).send().await.unwrap();
    let status = answer.status();
    let bytes = answer.bytes().await.unwrap().to_vec();
    assert_eq!(status, 200, "{}", String::from_utf8_lossy(&bytes));
    bytes
}

async fn lug(app: &TestApp) -> Value {
    let body = json!({ "shape": "lug", "name": "lifting lug", "width_mm": 100, "height_mm": 150,
        "hole_diameter_mm": 30, "hole_edge_mm": 35 });
    app.post("/api/v1/layout/parts/shape", &body).await.body
}

#[tokio::test]
async fn a_drawing_that_is_written_reads_back() {
    let app = TestApp::start().await;
    let part = lug(&app).await;
    for format in ["dxf", "svg"] {
        for unit in ["mm", "in"] {
            let file =
                written(&app, &json!({ "format": format, "part": part, "unit": unit })).await;
            let text = String::from_utf8(file).unwrap();
            assert!(!text.contains('\r'), "{format}");
            let read = app
                .post("/api/v1/layout/parts/read", &json!({ "format": format, "text": text }))
                .await;
            assert_eq!(read.status, 200, "{format} {}", read.body);
            assert_eq!(read.body["unit"], unit);
            let (found, wanted) = (&read.body["parts"][0], part["area_mm2"].as_f64().unwrap());
            let area = found["area_mm2"].as_f64().unwrap();
            assert!((area / wanted - 1.0).abs() < 1e-6, "{format} {unit}: {area} {wanted}");
            assert_eq!(found["holes"].as_array().unwrap().len(), 1);
        }
    }
}

#[tokio::test]
async fn a_drawing_with_its_paths_holds_the_layers() {
    let app = TestApp::start().await;
    let part = lug(&app).await;
    let body = |format: &str| json!({ "format": format, "part": part, "kerf_mm": 2.0 });
    let dxf = String::from_utf8(written(&app, &body("dxf")).await).unwrap();
    for layer in ["OUTLINE", "CUT_PATH", "LEAD", "MARKS", "TEXT"] {
        assert!(dxf.contains(layer), "{layer}");
    }
    let svg = String::from_utf8(written(&app, &body("svg")).await).unwrap();
    for group in ["outline", "cut_path", "lead", "marks"] {
        assert!(svg.contains(&format!("id=\"{group}\"")), "{group}");
    }
}

/// A small machine, apart from the writer: it walks the words and keeps what it cut with the oxygen on.
#[derive(Default)]
pub struct Machine {
    at: (f64, f64),
    burning: bool,
    unit: f64,
    pub cuts: Vec<Vec<(f64, f64)>>,
}

impl Machine {
    pub fn run(program: &str) -> Self {
        let mut machine = Self { unit: 1.0, ..Self::default() };
        for line in program.lines() {
            let bare: String = line.split('(').next().unwrap().to_owned();
            let words: Vec<(char, f64)> = bare
                .split_whitespace()
                .map(|word| (word.chars().next().unwrap(), word[1..].parse().unwrap()))
                .collect();
            machine.line(&words);
        }
        machine
    }

    fn line(&mut self, words: &[(char, f64)]) {
        let value = |letter: char| {
            words.iter().find(|(known, _)| *known == letter).map(|(_, value)| *value)
        };
        let moves = words
            .iter()
            .find(|(letter, number)| *letter == 'G' && [0.0, 1.0, 2.0, 3.0].contains(number));
        for (letter, number) in words {
            match (letter, *number) {
                ('G', 20.0) => self.unit = 25.4,
                ('M', 23.0) => {
                    self.burning = true;
                    self.cuts.push(vec![self.at]);
                }
                ('M', 24.0) => self.burning = false,
                _ => {}
            }
        }
        let Some((_, kind)) = moves else { return };
        let to = (value('X').unwrap() * self.unit, value('Y').unwrap() * self.unit);
        let mut points = vec![to];
        if *kind >= 2.0 {
            let centre = (
                self.at.0 + value('I').unwrap() * self.unit,
                self.at.1 + value('J').unwrap() * self.unit,
            );
            let radius = (self.at.0 - centre.0).hypot(self.at.1 - centre.1);
            assert!(
                (radius - (to.0 - centre.0).hypot(to.1 - centre.1)).abs() < 0.01,
                "an arc that does not close"
            );
            let angle = |p: (f64, f64)| (p.1 - centre.1).atan2(p.0 - centre.0);
            let mut swept = angle(to) - angle(self.at);
            if *kind == 3.0 && swept <= 0.0 {
                swept += 2.0 * PI;
            }
            if *kind == 2.0 && swept >= 0.0 {
                swept -= 2.0 * PI;
            }
            let begin = angle(self.at);
            points = (1..=200)
                .map(|i| begin + swept * f64::from(i) / 200.0)
                .map(|a| (centre.0 + radius * a.cos(), centre.1 + radius * a.sin()))
                .collect();
        }
        if self.burning {
            self.cuts.last_mut().unwrap().extend(points);
        }
        self.at = to;
    }
}

/// From a cut to a circle about a centre, at the worst, mm; the way in and out left aside.
fn on_circle(cut: &[(f64, f64)], centre: (f64, f64), radius: f64) -> usize {
    cut.iter().filter(|p| ((p.0 - centre.0).hypot(p.1 - centre.1) - radius).abs() < 0.01).count()
}

#[tokio::test]
async fn a_program_walks_the_paths_within_a_hundredth() {
    let app = TestApp::start().await;
    let part = lug(&app).await;
    for unit in ["mm", "in"] {
        let body = json!({ "format": "gcode", "part": part, "plan": plate(), "unit": unit });
        let text = String::from_utf8(written(&app, &body).await).unwrap();
        assert!(text.lines().next().unwrap().contains("dry run first"), "{text}");
        assert_eq!(text.lines().last().unwrap(), "M2");
        assert!(
            text.contains(if unit == "mm" { "G21" } else { "G20" })
                && text.contains("G90")
                && text.contains("G4 P")
        );
        assert!(text.contains(" F"));
        let machine = Machine::run(&text);
        assert_eq!(machine.cuts.len(), 2);
        let kerf = app.preview(&plate()).await.body["kerf_mm"].as_f64().unwrap();
        // the hole's path: a circle half a kerf inside, all of its points but the leads
        let hole = &machine.cuts[0];
        assert!(on_circle(hole, (50.0, 100.0), 15.0 - kerf / 2.0) > 390, "{}", hole.len());
        let top = on_circle(&machine.cuts[1], (50.0, 100.0), 50.0 + kerf / 2.0);
        assert!(top > 190, "{top}");
        // a second reader finds the same words
        let program = gcode::parse(&text).expect("a program");
        assert!(program.blocks.len() > 20);
    }
}

#[tokio::test]
async fn a_machines_own_words_are_taken_and_nothing_else_gets_in() {
    let app = TestApp::start().await;
    let part = lug(&app).await;
    let post = json!({ "heat_on": "M71", "heat_off": "M72", "oxygen_on": "M73", "oxygen_off": "M74", "dwell": "X", "dwell_in_ms": true });
    let body = json!({ "format": "gcode", "part": part, "plan": plate(), "post": post });
    let text = String::from_utf8(written(&app, &body).await).unwrap();
    assert!(text.contains("M71\nG4 X") && text.contains("M73\n") && !text.contains("M23"));
    let bad = json!({ "format": "gcode", "part": part, "kerf_mm": 2, "post": { "heat_on": "M21\nG0 X0" } });
    let refused = app.post("/api/v1/layout/out", &bad).await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "post.heat_on");
}

#[tokio::test]
async fn the_table_of_marks_is_measured_from_the_corner() {
    let app = TestApp::start().await;
    let body = json!({ "format": "marks_csv", "part": lug(&app).await, "unit": "in" });
    let text = written(&app, &body).await;
    let mut reader = csv::Reader::from_reader(&text[..]);
    assert_eq!(reader.headers().unwrap(), vec!["order", "mark", "x_in", "y_in", "radius_in"]);
    let rows: Vec<csv::StringRecord> = reader.records().map(Result::unwrap).collect();
    assert_eq!(&rows[0][1], "datum");
    let of_plate = json!({ "format": "marks_csv", "part": lug(&app).await, "unit": "mm", "datum": [-20, -10] });
    let of_plate = String::from_utf8(written(&app, &of_plate).await).unwrap();
    assert!(of_plate.contains("corner,20,10,"), "{of_plate}");
    let diagonal = rows.last().unwrap();
    let wanted = 100.0_f64.hypot(150.0) / 25.4;
    assert!((diagonal[4].parse::<f64>().unwrap() - wanted).abs() < 1e-5, "{diagonal:?}");
    let hole = rows.iter().any(|row| {
        &row[1] == "centre" && (row[3].parse::<f64>().unwrap() - 100.0 / 25.4).abs() < 1e-5
    });
    assert!(hole);
}

/// Length drawn on a page of the PDF, by its own operators, points.
fn longest_level_line(document: &lopdf::Document, page: lopdf::ObjectId) -> f64 {
    let content = document.get_and_decode_page_content(page).unwrap();
    let (mut here, mut longest, mut scale) = ((0.0, 0.0), 0.0_f64, 1.0);
    for step in content.operations {
        let numbers: Vec<f64> =
            step.operands.iter().filter_map(|one| one.as_float().ok().map(f64::from)).collect();
        match (step.operator.as_str(), &numbers[..]) {
            ("cm", [a, ..]) if scale == 1.0 => scale = a.abs(),
            ("m", [x, y]) => here = (*x, *y),
            ("l", [x, y]) => {
                if (*y - here.1).abs() < 1e-3 {
                    longest = longest.max((*x - here.0).abs());
                }
                here = (*x, *y);
            }
            _ => {}
        }
    }
    longest * scale
}

#[tokio::test]
async fn a_template_is_true_to_its_length_over_as_many_sheets_as_it_takes() {
    let app = TestApp::start().await;
    // 180 wide fits an A4 sheet's 190; the bar of 200 stands up the side there
    let body = json!({ "shape": "rectangle", "name": "plate", "width_mm": 180, "height_mm": 100 });
    let part = app.post("/api/v1/layout/parts/shape", &body).await.body;
    let one =
        written(&app, &json!({ "format": "template_pdf", "part": part, "paper": "a4" })).await;
    let document = lopdf::Document::load_mem(&one).unwrap();
    let pages = document.get_pages();
    assert_eq!(pages.len(), 1);
    let length = longest_level_line(&document, pages[&1]) / 72.0 * 25.4;
    assert!((length / 180.0 - 1.0).abs() < 0.002, "{length}");
    // a printer whose bar came out 198 long makes all of it a hundredth short: the next sheet is drawn that much larger
    let body = json!({ "format": "template_pdf", "part": part, "paper": "a4", "bar_mm": 198 });
    let again = lopdf::Document::load_mem(&written(&app, &body).await).unwrap();
    let printed = longest_level_line(&again, again.get_pages()[&1]) / 72.0 * 25.4 * 198.0 / 200.0;
    assert!((printed / 180.0 - 1.0).abs() < 0.002, "{printed}");
    // A3: 277 across, 388 up; sheets step by 10 less: 600 takes 3 across, 500 takes 2 up
    let body = json!({ "shape": "rectangle", "width_mm": 600, "height_mm": 500 });
    let part = app.post("/api/v1/layout/parts/shape", &body).await.body;
    let many =
        written(&app, &json!({ "format": "template_pdf", "part": part, "paper": "a3" })).await;
    let document = lopdf::Document::load_mem(&many).unwrap();
    assert_eq!(document.get_pages().len(), 6);
    let bar = longest_level_line(&document, document.get_pages()[&2]) / 72.0 * 25.4;
    assert!(bar >= 200.0 * 0.998, "{bar}");
    let huge = app
        .post(
            "/api/v1/layout/parts/shape",
            &json!({ "shape": "rectangle", "width_mm": 9000, "height_mm": 9000 }),
        )
        .await
        .body;
    let refused = app
        .post(
            "/api/v1/layout/out",
            &json!({ "format": "template_pdf", "part": huge, "paper": "letter" }),
        )
        .await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
        (422, &json!("paper"))
    );
}

#[tokio::test]
async fn the_shops_machine_words_stand_in_its_programs_and_in_nobody_elses() {
    let app = TestApp::start().await;
    let body = json!({ "format": "gcode", "part": lug(&app).await, "plan": plate() });
    let program = async || String::from_utf8(written(&app, &body).await).unwrap();
    assert!(program().await.contains("M23"), "ours until the shop has said its own");
    let words = json!({ "heat_on": "M40", "heat_off": "M41", "oxygen_on": "M42", "oxygen_off": "M43",
        "dwell": "X", "dwell_in_ms": true });
    let set = |value: &Value| {
        let body = json!({ "id": uuid::Uuid::now_v7(), "value": value });
        let app = &app;
        async move { app.put("/api/v1/shop/machine_words", &body).await }
    };
    assert_eq!(set(&words).await.status, 200);
    let own = program().await;
    assert!(own.contains("M42") && own.contains("G4 X") && !own.contains("M23"), "{own}");
    let url = format!("{}/api/v1/layout/out", app.address);
    let theirs = app.nobody.post(url).json(&body).send().await.unwrap().text().await.unwrap();
    assert!(theirs.contains("M23") && !theirs.contains("M42"), "{theirs}");
    for (field, word) in [("heat_on", "G0 X0"), ("oxygen_off", "M"), ("dwell", "Q")] {
        let mut bad = words.clone();
        bad[field] = json!(word);
        let refused = set(&bad).await;
        assert_eq!(refused.status, 422, "{field}");
        assert_eq!(refused.body["error"]["fields"][0]["path"], format!("value.{field}"));
    }
    assert_eq!(set(&json!("M21")).await.body["error"]["fields"][0]["path"], "value");
}
