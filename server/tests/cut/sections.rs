//! Shapes over HTTP, as the contract says it.

use serde_json::json;

use crate::test_app::TestApp;

/// Dimensions of W12x26 as in the AISC shapes database: 12.2 in deep, flanges 6.49 by 0.38 in, web 0.23 in.
#[actix_web::test]
async fn shapes_are_found_as_they_are_typed() {
    let app = TestApp::start().await;
    let ask = async |query: &str| app.get(&format!("/api/v1/sections/profiles?{query}")).await;
    let found = ask("query=w12x26").await.body;
    let first = &found["profiles"][0];
    assert_eq!((&first["code"], &first["family"]), (&json!("W12X26"), &json!("i")));
    assert_eq!(first["mass_kg_m"], json!(38.692));
    let mm = |key: &str| first["dimensions_mm"][key].as_f64().unwrap();
    for (key, inches) in [("depth", 12.2), ("width", 6.49), ("flange", 0.38), ("web", 0.23)] {
        assert!((mm(key) / 25.4 - inches).abs() < 1e-3, "{key}");
    }
    let some = ask("query=W12&limit=5").await.body;
    assert_eq!(some["profiles"].as_array().unwrap().len(), 5);
    let tube = ask("query=HSS%206x6x1/4").await.body["profiles"][0].clone();
    // the nominal wall, and the one its published area rests on
    assert_eq!(tube["dimensions_mm"]["web"], 6.35);
    assert_eq!(tube["dimensions_mm"]["design_wall"], 5.918);
    let outline = app.get("/api/v1/sections/outline?code=HSS6X6X1/4").await.body;
    // 6 in square: the outline reaches 76.2 mm from its middle, the hollow a wall less
    let reach = |line: &str| {
        let points = outline[line].as_array().unwrap().iter();
        points.map(|point| point["x_mm"].as_f64().unwrap()).fold(0.0, f64::max)
    };
    assert!((reach("outer") - 76.2).abs() < 1e-6 && (reach("inner") - 69.85).abs() < 1e-6);
    let unknown = app.get("/api/v1/sections/outline?code=W12x28").await;
    let allowed = &unknown.body["error"]["fields"][0]["allowed"];
    assert_eq!(unknown.status, 422);
    assert!(allowed.as_array().unwrap().contains(&json!("W12X30")), "{allowed}");
    let strange = ask("query=W12x28").await.body;
    assert_eq!(strange["profiles"], json!([]));
    assert_eq!(strange["nearest"][0]["code"], "W12X30");
    let long = format!("query={}", "W".repeat(99));
    for (query, at) in [
        ("", "query"),
        ("query=%20", "query"),
        (long.as_str(), "query"),
        ("query=W12&limit=0", "limit"),
    ] {
        let refused = ask(query).await;
        let path = &refused.body["error"]["fields"][0]["path"];
        assert_eq!((refused.status.as_u16(), path), (422, &json!(at)), "{}", refused.body);
    }
}

fn asked(profile: &str, cut: serde_json::Value) -> serde_json::Value {
    json!({ "profile": profile, "cut": cut, "access": "all", "gas": { "fuel": "acetylene" } })
}

fn sum(strokes: &serde_json::Value, key: &str) -> f64 {
    strokes.as_array().unwrap().iter().map(|it| it[key].as_f64().unwrap()).sum()
}

/// The contract: thickness never includes what lies behind, areas add up to the section, gas and time are there.
#[actix_web::test]
async fn strokes_add_up_to_the_section_and_carry_their_settings() {
    let app = TestApp::start().await;
    let path = "/api/v1/sections/strokes";
    let plan = app.post(path, &asked("W12x26", json!({ "kind": "square" }))).await;
    assert_eq!(plan.status, 200, "{}", plan.body);
    let plan = plan.body;
    let area = plan["profile"]["area_mm2"].as_f64().unwrap();
    assert!((sum(&plan["strokes"], "cut_area_mm2") / area - 1.0).abs() < 0.02);
    for (at, stroke) in plan["strokes"].as_array().unwrap().iter().enumerate() {
        assert_eq!(stroke["order"], json!(at + 1));
        let flange = stroke["element"] == "flange";
        let thick = stroke["thickness_mm"]["high"].as_f64().unwrap();
        // 0.38 in flanges; the web's fillets of 0.30 in widen it from 0.23 in at most
        assert!(if flange { thick < 9.7 } else { thick < 5.9 + 2.0 * 7.7 }, "{stroke}");
        for key in ["why", "attitude", "start", "tip", "oxygen_pressure_kpa", "travel_speed_mm_min"]
        {
            assert!(!stroke[key].is_null(), "{key}");
        }
    }
    let total = &plan["time_s"];
    let parts: f64 =
        ["preheat", "cutting", "handling"].iter().map(|k| total[k].as_f64().unwrap()).sum();
    assert!((parts - total["total"].as_f64().unwrap()).abs() < 1e-6);
    assert!((sum(&plan["strokes"], "oxygen_l") - plan["oxygen_l"].as_f64().unwrap()).abs() < 1e-3);
    assert!(plan["ways"].as_array().unwrap().len() > 1);
    // every sentence is there, and every value in it
    let text = plan.to_string();
    assert!(!text.contains("{\\\"") && !plan["notes"].to_string().contains("{limit}"), "{text}");
    for note in plan["notes"].as_array().unwrap() {
        assert_ne!(note["code"], note["text"], "no sentence");
    }
}

/// One side in reach: a flange keeps its thickness and area, the jet goes through its width.
#[actix_web::test]
async fn an_edgewise_stroke_keeps_its_elements_thickness() {
    let app = TestApp::start().await;
    let mut body = asked("W12x26", json!({ "kind": "square" }));
    body["access"] = json!("one_side");
    body["piece_length_mm"] = json!(6096);
    body["drop_length_mm"] = json!(500);
    let plan = app.post("/api/v1/sections/strokes", &body).await.body;
    let flange = &plan["strokes"][0];
    assert_eq!(flange["attitude"], "edgewise");
    let inches = |key: &serde_json::Value| key.as_f64().unwrap() / 25.4;
    assert!((inches(&flange["thickness_mm"]["high"]) - 0.38).abs() < 0.002, "{flange}");
    assert!((inches(&flange["length_mm"]) - 6.49).abs() < 0.001);
    assert!((inches(&flange["through_mm"]) - 6.49).abs() < 0.001);
    assert!((inches(&flange["travel_mm"]) - 0.38).abs() < 0.002);
    let area = plan["profile"]["area_mm2"].as_f64().unwrap();
    assert!((sum(&plan["strokes"], "cut_area_mm2") / area - 1.0).abs() < 0.02);
    // the piece on two props before the first stroke, the drop under its middle before the last
    let holds: Vec<_> = plan["holds"].as_array().unwrap().iter().collect();
    let told: Vec<_> = holds.iter().map(|it| (&it["part"], &it["before_stroke"])).collect();
    let (piece, drop) = (json!("piece"), json!("drop"));
    assert_eq!(told, [(&piece, &json!(1)), (&piece, &json!(1)), (&drop, &json!(3))]);
    assert_eq!(holds[2]["at_mm"], 250.0);
}

/// A number of one stroke says how it came to be: the trace is that stroke's, where it is asked for.
#[actix_web::test]
async fn a_stroke_is_explained_when_it_is_asked_for() {
    let app = TestApp::start().await;
    let ask = |stroke: u32| {
        json!({ "steel": {}, "cut": { "process": "freehand" }, "gas": { "fuel": "acetylene" },
            "section": { "profile": "C10x15.3", "cut": { "kind": "square" }, "explain_stroke": stroke } })
    };
    let plan = app.post("/api/v1/cut-plans/preview", &ask(1)).await;
    assert_eq!(plan.status, 200, "{}", plan.body);
    let strokes = plan.body["section"]["strokes"].as_array().unwrap().clone();
    for (at, stroke) in strokes.iter().enumerate() {
        let order = u32::try_from(at + 1).unwrap();
        let plan = app.post("/api/v1/cut-plans/preview", &ask(order)).await.body;
        let mut chains = plan["trace"].as_array().unwrap().iter();
        let heat = chains.find(|it| it["quantity"] == "start_preheat_s").unwrap();
        let last = heat["steps"].as_array().unwrap().last().unwrap()["value"].as_f64().unwrap();
        let shown = stroke["start_preheat_s"]["set"].as_f64().unwrap();
        assert!((last / shown - 1.0).abs() < 1e-6, "{order}: {last} against {shown}");
    }
    let refused = app.post("/api/v1/cut-plans/preview", &ask(9)).await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "section.explain_stroke");
}

/// Flats, bars and hollow sections by their sizes, offered as they are typed; a unit is never guessed.
#[actix_web::test]
async fn shapes_are_typed_by_their_sizes() {
    let app = TestApp::start().await;
    let found = app.get("/api/v1/sections/profiles?query=rhs%20100x60x5").await.body;
    assert_eq!(found["profiles"][0]["code"], "RHS 100X60X5 mm");
    let plan = app
        .post("/api/v1/sections/strokes", &asked("flat 4x1/2 in", json!({ "kind": "square" })))
        .await
        .body;
    assert_eq!(plan["profile"]["code"], "FLAT 4X1/2 in");
    assert_eq!(plan["strokes"].as_array().unwrap().len(), 1);
    // 4 by 1/2 in
    let area = plan["strokes"][0]["cut_area_mm2"].as_f64().unwrap();
    assert!((area - 4.0 * 25.4 * 0.5 * 25.4).abs() < 1e-3, "{area}");
    for (typed, code) in [
        ("flat 100x12", "shape_without_unit"),
        ("SHS 80x50", "shape_sizes"),
        ("W12x28", "unknown_choice"),
    ] {
        let refused =
            app.post("/api/v1/sections/strokes", &asked(typed, json!({ "kind": "square" }))).await;
        let field = &refused.body["error"]["fields"][0];
        assert_eq!((&field["path"], &field["code"]), (&json!("profile"), &json!(code)));
        assert!(!field["message"].as_str().unwrap().contains('{'), "{field}");
    }
}

#[actix_web::test]
async fn every_cut_is_planned_over_http_and_says_its_words() {
    let app = TestApp::start().await;
    for (profile, cut) in [
        ("W12x26", json!({ "kind": "mitre", "angle_deg": 45 })),
        ("W12x26", json!({ "kind": "mitre", "angle_deg": 30, "across": "width" })),
        ("W12x26", json!({ "kind": "cope", "length_mm": 100, "depth_mm": 50 })),
        ("W12x26", json!({ "kind": "access_hole", "flanges": "both" })),
        ("W12x26", json!({ "kind": "web_opening", "width_mm": 150, "height_mm": 100 })),
        ("W12x26", json!({ "kind": "web_opening", "diameter_mm": 100, "start": "drilled_hole" })),
        ("W12x26", json!({ "kind": "strip", "length_mm": 2000 })),
        ("W12x26", json!({ "kind": "split", "length_mm": 2000 })),
        ("W14x665", json!({ "kind": "cope", "length_mm": 300, "depth_mm": 180 })),
        ("HEA200", json!({ "kind": "bevel", "angle_deg": 30 })),
        ("C10x15.3", json!({ "kind": "square" })),
        ("WT6x25", json!({ "kind": "square" })),
        ("L4x4x3/8", json!({ "kind": "cope", "length_mm": 80, "depth_mm": 40 })),
        ("HSS6x6x1/4", json!({ "kind": "square" })),
        ("pipe 6 sch 40", json!({ "kind": "saddle", "header_mm": 219.1 })),
    ] {
        for access in ["all", "one_side"] {
            let mut body = asked(profile, cut.clone());
            body["access"] = json!(access);
            body["piece_length_mm"] = json!(6000);
            body["drop_length_mm"] = json!(800);
            body["lifting_limit_kg"] = json!(20);
            let plan = app.post("/api/v1/sections/strokes", &body).await;
            assert_eq!(plan.status, 200, "{profile} {cut}: {}", plan.body);
            for stroke in plan.body["strokes"].as_array().unwrap() {
                assert_ne!(stroke["why"], stroke["why_code"], "{profile} {cut}");
                let part = stroke["part_text"].as_str().unwrap();
                assert!(!part.contains('_'), "{part}");
            }
            for way in plan.body["ways"].as_array().unwrap() {
                let named = way["text"].as_str().unwrap();
                assert!(!named.contains('_'), "{named}");
            }
            for note in plan.body["notes"].as_array().unwrap() {
                assert_ne!(note["code"], note["text"], "{profile} {cut}");
                assert!(!note["text"].as_str().unwrap().contains('{'), "{note}");
            }
        }
    }
    let custom = json!({ "custom": { "family": "rectangular_tube", "depth_mm": 120, "width_mm": 80, "web_mm": 5 },
        "cut": { "kind": "square" }, "gas": { "fuel": "propane" }, "inside_surface": "heavy_rust" });
    let plan = app.post("/api/v1/sections/strokes", &custom).await;
    assert_eq!(plan.body["profile"]["code"], "rectangular tube 120 × 80 × 5 mm");
}

#[actix_web::test]
async fn what_a_shape_has_no_room_for_is_said_at_its_field() {
    let app = TestApp::start().await;
    for (profile, cut, at, code) in [
        ("W12x28", json!({ "kind": "square" }), "profile", "unknown_choice"),
        ("", json!({ "kind": "square" }), "profile", "wrong_shape"),
        ("W12x26", json!({}), "cut.kind", "missing_choice"),
        ("W12x26", json!({ "kind": "saddle" }), "cut.kind", "unknown_choice"),
        ("W12x26", json!({ "kind": "mitre", "angle_deg": 76 }), "cut.angle_deg", "out_of_range"),
        ("W12x26", json!({ "kind": "mitre" }), "cut.angle_deg", "missing"),
        (
            "W12x26",
            json!({ "kind": "cope", "length_mm": 100, "depth_mm": 400 }),
            "cut.depth_mm",
            "cope_too_deep",
        ),
        (
            "W12x26",
            json!({ "kind": "cope", "length_mm": 100, "depth_mm": 12 }),
            "cut.depth_mm",
            "cope_in_fillet",
        ),
        (
            "W12x26",
            json!({ "kind": "web_opening", "width_mm": 100, "height_mm": 290 }),
            "cut.height_mm",
            "opening_in_fillet",
        ),
        (
            "W12x26",
            json!({ "kind": "web_opening", "width_mm": 100, "height_mm": 250 }),
            "cut.height_mm",
            "too_little_web",
        ),
        ("W12x26", json!({ "kind": "split" }), "cut.length_mm", "missing"),
        ("W12x26", json!({ "kind": "square", "nonsense": 1 }), "cut.nonsense", "unknown_field"),
        (
            "pipe 6 sch 40",
            json!({ "kind": "saddle", "header_mm": 100 }),
            "cut.header_mm",
            "header_too_small",
        ),
    ] {
        let refused = app.post("/api/v1/sections/strokes", &asked(profile, cut.clone())).await;
        let field = &refused.body["error"]["fields"][0];
        assert_eq!(refused.status, 422, "{cut}: {}", refused.body);
        assert_eq!((&field["path"], &field["code"]), (&json!(at), &json!(code)), "{cut}");
        let said = field["message"].as_str().unwrap();
        assert!(!said.contains('{') && said != code, "{said}");
    }
    let near =
        app.post("/api/v1/sections/strokes", &asked("W12x28", json!({ "kind": "square" }))).await;
    let allowed = &near.body["error"]["fields"][0]["allowed"];
    assert!(allowed.as_array().unwrap().contains(&json!("W12X30")), "{allowed}");
    let thick = json!({ "custom": { "family": "i", "depth_mm": 100, "width_mm": 50, "web_mm": 60 },
        "cut": { "kind": "square" }, "gas": { "fuel": "acetylene" } });
    let refused = app.post("/api/v1/sections/strokes", &thick).await.body;
    assert_eq!(refused["error"]["fields"][0]["path"], "custom.web_mm", "{refused}");
    assert_eq!(refused["error"]["fields"][0]["code"], "wall_thicker_than_outside");
    let surface = json!({ "profile": "W12x26", "cut": { "kind": "square" }, "gas": { "fuel": "acetylene" }, "surface": "moss" });
    let refused = app.post("/api/v1/sections/strokes", &surface).await.body;
    assert_eq!(refused["error"]["fields"][0]["path"], "surface");
}

/// By the standard development (from memory): a 45° mitre of 168.3 mm pipe is as high as the pipe is wide.
#[actix_web::test]
async fn templates_come_as_points_svg_and_dxf() {
    let app = TestApp::start().await;
    let query = "profile=pipe%206%20sch%2040&kind=mitre&angle_deg=45";
    let points = app.get(&format!("/api/v1/sections/template?{query}")).await.body;
    let mm = |key: &str| points[key].as_f64().unwrap();
    assert!((mm("circumference_mm") - std::f64::consts::PI * mm("diameter_mm")).abs() < 0.01);
    assert!((mm("height_mm") - mm("diameter_mm")).abs() < 0.01);
    let svg = app.get(&format!("/api/v1/sections/template.svg?{query}")).await.body;
    let svg = svg.as_str().unwrap();
    assert!(svg.contains(&format!("width=\"{:.3}mm\"", mm("circumference_mm"))), "{}", &svg[..200]);
    let file = app.get(&format!("/api/v1/sections/template.dxf?{query}")).await.body;
    // read back by the reader of the same open format
    let drawing = dxf::Drawing::load(&mut file.as_str().unwrap().as_bytes()).unwrap();
    assert_eq!(drawing.header.default_drawing_units, dxf::enums::Units::Millimeters);
    let lines: Vec<_> = drawing
        .entities()
        .filter_map(|entity| match &entity.specific {
            dxf::entities::EntityType::LwPolyline(line) => {
                Some((entity.common.layer.clone(), line.vertices.len()))
            }
            _ => None,
        })
        .collect();
    assert_eq!(lines, [("CUT".to_owned(), 361), ("WRAP".to_owned(), 4)]);
    for (query, at) in [
        ("kind=mitre&angle_deg=45", "diameter_mm"),
        ("diameter_mm=100&kind=mitre&angle_deg=80", "angle_deg"),
        ("diameter_mm=100&kind=saddle&header_mm=60", "header_mm"),
        ("diameter_mm=100&kind=wave", "kind"),
    ] {
        let refused = app.get(&format!("/api/v1/sections/template?{query}")).await;
        assert_eq!(refused.status, 422);
        assert_eq!(refused.body["error"]["fields"][0]["path"], at, "{query}");
    }
}

/// A typed line with a shape goes into a job, onto a card, into the gas plan and among the tips.
#[actix_web::test]
async fn a_shape_is_a_line_of_a_job_like_any_plate() {
    let app = TestApp::start().await;
    let said = app
        .post("/api/v1/entry/line", &json!({ "text": "2x W12x26 square 20ft, painted, freehand" }))
        .await
        .body;
    assert_eq!(said["complete"], true, "{said}");
    assert_eq!(said["input"]["section"]["profile"], "W12X26");
    let job = uuid::Uuid::now_v7();
    let rig = json!({ "gas": { "fuel": "propane" } });
    app.put(
        &format!("/api/v1/jobs/{job}"),
        &json!({ "name": "Stringers", "note": "", "rig": rig }),
    )
    .await;
    let line = uuid::Uuid::now_v7();
    let body = json!({ "job_id": job, "typed": "2x W12x26 square 20ft, painted, freehand", "input": said["input"], "position": 1 });
    let made = app.put(&format!("/api/v1/job-lines/{line}"), &body).await;
    assert_eq!(
        (made.status.as_u16(), &made.body["kind"]),
        (201, &json!("section")),
        "{}",
        made.body
    );
    let shown = app.get(&format!("/api/v1/jobs/{job}")).await.body;
    let plan = &shown["lines"][0]["plan"];
    let strokes = &plan["section"]["strokes"];
    assert!(strokes.as_array().unwrap().len() >= 3);
    assert!((sum(strokes, "fuel_l") - plan["fuel_l"].as_f64().unwrap()).abs() < 1e-3);
    // the shop's own lifting limit stands in the request: 2,200 lb, round in what an inch shop reads
    assert_eq!(shown["lines"][0]["request"]["section"]["lifting_limit_kg"], json!(997.903_214));
    let gas = app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await.body;
    let twice = 2.0 * plan["oxygen_l"].as_f64().unwrap();
    assert!((gas["lines"][0]["oxygen_l"].as_f64().unwrap() / twice - 1.0).abs() < 1e-3, "{gas}");
    let tips = app.get(&format!("/api/v1/jobs/{job}/tips")).await.body;
    assert_eq!(tips["without"], json!([]), "{tips}");
    assert_eq!(tips["fewest"][0]["lines"], json!([line]));
    let request = shown["lines"][0]["request"].clone();
    let card = uuid::Uuid::now_v7();
    let kept = app
        .put(
            &format!("/api/v1/plans/{card}"),
            &json!({ "job_line_id": line, "title": "Stringer", "request": request }),
        )
        .await;
    assert_eq!(kept.status, 201, "{}", kept.body);
    assert_eq!(
        app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"][0]["card_current"],
        true
    );
    let fuels = app
        .post("/api/v1/cut-plans/fuels", &json!({ "job_id": job, "input": said["input"] }))
        .await
        .body;
    assert_eq!(fuels["options"].as_array().unwrap().len(), 4, "{fuels}");
    let bars = app
        .post(
            "/api/v1/cut-plans/sensitivity",
            &json!({ "job_id": job, "input": said["input"], "quantity": "time_s" }),
        )
        .await;
    assert_eq!(bars.status, 200);
    // a plate again: the kind follows
    let change = json!({ "version": 1, "input": { "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 300, "process": "guided" } } });
    assert_eq!(
        app.patch(&format!("/api/v1/job-lines/{line}"), &change).await.body["kind"],
        "plate"
    );
}

/// The contract, Strokes: what is held, by what, before which stroke, what comes free; the cases of the model.
#[actix_web::test]
async fn holds_and_freed_parts_are_told_with_their_masses() {
    let app = TestApp::start().await;
    let ask = async |body: serde_json::Value| {
        let reply = app.post("/api/v1/sections/strokes", &body).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body
    };
    for (profile, way, drop, before, by) in [
        ("w 12 X 26", "standing", 457.0, 4, "prop"),
        ("W12x26", "standing", 640.0, 3, "prop"),
        ("W12x26", "standing", 800.0, 1, "sling"),
        ("hss6x6x1/4", "walked_round", 600.0, 4, "prop"),
        ("HSS 6x6x1/4", "walked_round", 800.0, 3, "prop"),
        ("L4x4x3/8", "leg_flat", 1_200.0, 1, "prop"),
    ] {
        let mut body = asked(profile, json!({ "kind": "square" }));
        body["way"] = json!(way);
        body["piece_length_mm"] = json!(3000);
        body["drop_length_mm"] = json!(drop);
        body["ends_open"] = json!(true);
        let plan = ask(body).await;
        let holds = plan["holds"].as_array().unwrap();
        let hold = holds.iter().find(|hold| hold["part"] == "drop").unwrap();
        assert_eq!(
            (&hold["before_stroke"], &hold["by"]),
            (&json!(before), &json!(by)),
            "{profile}"
        );
        // kilograms a metre of the handbook times the drop
        let mass = plan["profile"]["mass_kg_m"].as_f64().unwrap() * drop / 1e3;
        assert!((hold["mass_kg"].as_f64().unwrap() / mass - 1.0).abs() < 1e-3);
        assert_ne!(hold["why"], hold["why_code"]);
        let last = plan["strokes"].as_array().unwrap().len();
        assert_eq!(plan["freed"][0]["after_stroke"], json!(last));
    }
    let mut cope = asked("W14x730", json!({ "kind": "cope", "depth_mm": 200, "length_mm": 300 }));
    cope["lifting_limit_kg"] = json!(100);
    let plan = ask(cope).await;
    let block = &plan["freed"][0];
    assert_eq!(block["part"], "block");
    assert!((block["mass_kg"].as_f64().unwrap() - 147.0).abs() < 2.0, "{block}");
    // a stop empties nothing
    assert_eq!(plan["verdict"], "stop");
    assert!(!plan["strokes"].as_array().unwrap().is_empty() && plan["time_s"]["total"].is_number());
}

/// A tube is a vessel until it is said to be open; the word is accepted for every shape. No note tells anybody to smell.
#[actix_web::test]
async fn a_tube_says_whether_its_ends_are_open() {
    let app = TestApp::start().await;
    for (profile, ends, verdict) in [
        ("HSS6x6x1/4", json!(null), "stop"),
        ("HSS6x6x1/4", json!(false), "stop"),
        ("HSS6x6x1/4", json!(true), "caution"),
        ("W12x26", json!(false), "caution"),
    ] {
        let mut body = asked(profile, json!({ "kind": "square" }));
        body["ends_open"] = ends.clone();
        body["grade"] = json!("A36");
        let plan = app.post("/api/v1/sections/strokes", &body).await;
        assert_eq!(plan.body["verdict"], verdict, "{profile} {ends}: {}", plan.body["notes"]);
        assert!(!plan.body["notes"].to_string().contains("smell"));
    }
    let mut strange = asked("W12x26", json!({ "kind": "square" }));
    strange["grade"] = json!("unobtainium");
    let refused = app.post("/api/v1/sections/strokes", &strange).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
        (422, &json!("grade"))
    );
    let line = app
        .post("/api/v1/entry/line", &json!({ "text": "HSS6x6x1/4 8ft, open ends, guided" }))
        .await;
    assert_eq!(line.body["input"]["section"]["ends_open"], json!(true), "{}", line.body);
}

/// A member that is not level on its props waits for the name of its rigging; a bar thicker than the figures is refused.
#[actix_web::test]
async fn what_the_rules_do_not_hold_for_is_stopped_or_refused() {
    let app = TestApp::start().await;
    let mut column = asked("W12x26", json!({ "kind": "square" }));
    column["stands"] = json!("column");
    let stops = |body: &serde_json::Value| body["notes"].to_string().contains("rigging_not_named");
    assert!(stops(&app.post("/api/v1/sections/strokes", &column).await.body));
    column["rigging_named"] = json!(true);
    assert!(!stops(&app.post("/api/v1/sections/strokes", &column).await.body));
    let bar = |name: &str| asked(name, json!({ "kind": "square" }));
    let thick = app.post("/api/v1/sections/strokes", &bar("round bar 301 mm")).await;
    assert_eq!(
        (thick.status.as_u16(), &thick.body["error"]["fields"][0]["path"]),
        (422, &json!("profile"))
    );
    let plan = app.post("/api/v1/sections/strokes", &bar("round bar 150 mm")).await.body;
    let plate = json!({ "steel": { "thickness_mm": 150 }, "cut": { "length_mm": 150, "process": "freehand" },
        "gas": { "fuel": "acetylene" } });
    let plate = app.preview(&plate).await.body;
    for key in
        ["oxygen_pressure_kpa", "fuel_pressure_kpa", "travel_speed_mm_min", "start_preheat_s"]
    {
        assert_eq!(plan["strokes"][0][key], plate[key], "{key}");
    }
}

/// What a field shows of a corner or a hole that nobody told is what is planned.
#[actix_web::test]
async fn what_is_shown_where_nothing_is_said_is_what_is_taken() {
    let app = TestApp::start().await;
    let limits = app.get("/api/v1/reference").await.body["limits"].clone();
    let usual = &limits["usual_of_a_shape"];
    let path = "/api/v1/sections/strokes";
    let cope = json!({ "kind": "cope", "length_mm": 100, "depth_mm": 40 });
    let hole = json!({ "kind": "access_hole" });
    let told = [
        (&cope, json!({ "radius_mm": usual["radius_mm"] })),
        (
            &hole,
            json!({
                "radius_mm": usual["radius_mm"],
                "length_mm": usual["hole_length_mm"],
                "height_mm": usual["hole_height_mm"],
            }),
        ),
    ];
    for (cut, measures) in told {
        let bare = app.post(path, &asked("W12x26", cut.clone())).await;
        let mut whole = cut.clone();
        for (name, value) in measures.as_object().unwrap() {
            assert!(value.as_f64().unwrap() > 0.0, "{name}");
            whole[name] = value.clone();
        }
        let named = app.post(path, &asked("W12x26", whole)).await;
        assert_eq!((bare.status.as_u16(), named.status.as_u16()), (200, 200), "{}", named.body);
        assert_eq!(bare.body["strokes"], named.body["strokes"]);
    }
}
