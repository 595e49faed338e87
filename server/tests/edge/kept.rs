//! Diagnoses that are kept, and their photos: what is stored, what is refused, what a photo loses.

use futures_util::future::join_all;
use image::codecs::jpeg::JpegEncoder;
use image::{ImageEncoder, ImageFormat, Rgb, RgbImage};
use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{Answer, TestApp};

fn looked_at() -> Value {
    json!({
        "happened_at": "2026-11-20T10:00:00Z",
        "present": ["drag_lines_raked", "not_through"],
        "absent": ["pops"],
        "fuel": "acetylene",
        "note": "second piece",
    })
}

async fn kept(app: &TestApp) -> Uuid {
    let id = Uuid::now_v7();
    let made = app.put(&format!("/api/v1/diagnoses/{id}"), &looked_at()).await;
    assert_eq!(made.status, 201, "{}", made.body);
    id
}

/// A picture with a bright left half, wider than it is high.
fn picture(width: u32, height: u32) -> RgbImage {
    RgbImage::from_fn(width, height, |x, _| Rgb(if x < width / 2 { [250; 3] } else { [5; 3] }))
}

/// What a camera writes: "turn me a quarter to the right", and where it was.
fn exif() -> Vec<u8> {
    let mut tiff = b"II*\0\x08\0\0\0".to_vec();
    tiff.extend(2_u16.to_le_bytes());
    // orientation, a short: 6
    tiff.extend([0x12, 0x01, 3, 0, 1, 0, 0, 0, 6, 0, 0, 0]);
    // the maker's note, seven bytes of text behind the directory
    tiff.extend([0x0f, 0x01, 2, 0, 8, 0, 0, 0, 38, 0, 0, 0]);
    tiff.extend([0, 0, 0, 0]);
    tiff.extend(b"N54.973\0");
    tiff
}

fn jpeg_with_place(width: u32, height: u32) -> Vec<u8> {
    let mut bytes = Vec::new();
    let mut encoder = JpegEncoder::new(&mut bytes);
    encoder.set_exif_metadata(exif()).unwrap();
    let drawn = picture(width, height);
    encoder.encode_image(&drawn).unwrap();
    bytes
}

fn png(width: u32, height: u32) -> Vec<u8> {
    let mut bytes = std::io::Cursor::new(Vec::new());
    picture(width, height).write_to(&mut bytes, ImageFormat::Png).unwrap();
    bytes.into_inner()
}

async fn send(app: &TestApp, path: &str, bytes: Vec<u8>) -> Answer {
    let request = app.client.request(Method::PUT, format!("{}{path}", app.address));
    let reply = request.header("content-type", "image/jpeg").body(bytes).send().await.unwrap();
    let status = reply.status();
    Answer { status, body: reply.json().await.unwrap_or(Value::Null) }
}

async fn bytes(app: &TestApp, path: &str) -> Vec<u8> {
    let reply = app.client.get(format!("{}{path}", app.address)).send().await.unwrap();
    assert_eq!(reply.headers()["content-type"], "image/jpeg");
    reply.bytes().await.unwrap().to_vec()
}

#[actix_web::test]
async fn a_diagnosis_is_kept_with_the_answer_of_that_day() {
    let app = TestApp::start().await;
    let id = kept(&app).await;
    let path = format!("/api/v1/diagnoses/{id}");
    assert_eq!(app.put(&path, &looked_at()).await.status, 200, "sent twice, kept once");
    let mut other = looked_at();
    other["note"] = json!("another");
    assert_eq!(app.put(&path, &other).await.status, 409);
    let list = app.get("/api/v1/diagnoses").await.body;
    let first = &list["diagnoses"][0]["diagnosis"];
    assert_eq!(first["causes"][0]["code"], "too_fast");
    assert_eq!(first["causes"].as_array().unwrap().len(), 5);
    let settled = app.patch(&path, &json!({ "version": 1, "settled": "too_fast" })).await;
    assert_eq!((settled.status.as_u16(), &settled.body["note"]), (200, &json!("second piece")));
    assert_eq!(app.patch(&path, &json!({ "version": 1, "note": "late" })).await.status, 409);
    let gone = app.send(Method::DELETE, &path, Some(&json!({ "version": 2 }))).await;
    assert_eq!(gone.status, 200);
    assert_eq!(app.get("/api/v1/diagnoses").await.body["diagnoses"], json!([]));
    app.post(&format!("{path}/restore"), &json!({ "version": 3 })).await;
    assert_eq!(app.get("/api/v1/diagnoses").await.body["diagnoses"].as_array().unwrap().len(), 1);
}

#[actix_web::test]
async fn what_cannot_be_kept_names_its_field() {
    let app = TestApp::start().await;
    let with = |key: &str, value: Value| {
        let mut body = looked_at();
        body[key] = value;
        body
    };
    for (body, at) in [
        (with("happened_at", json!("yesterday")), "happened_at"),
        (with("settled", json!("ghosts")), "settled"),
        (with("present", json!(["roses"])), "present.0"),
        (with("fuel", json!("hydrogen")), "fuel"),
        (with("note", json!("x".repeat(3_000))), "note"),
        (with("job_line_id", json!(Uuid::now_v7())), "job_line_id"),
        (json!({ "happened_at": "2026-11-20T10:00:00Z" }), "present"),
    ] {
        let refused = app.put(&format!("/api/v1/diagnoses/{}", Uuid::now_v7()), &body).await;
        let path = &refused.body["error"]["fields"][0]["path"];
        assert_eq!((refused.status.as_u16(), path), (422, &json!(at)), "{}", refused.body);
    }
}

#[actix_web::test]
async fn a_photo_is_turned_upright_made_small_and_loses_its_place() {
    let app = TestApp::start().await;
    let id = kept(&app).await;
    let sent = jpeg_with_place(2_600, 1_300);
    assert!(sent.windows(7).any(|it| it == b"N54.973"), "the file holds a place");
    let photo = Uuid::now_v7();
    let path = format!("/api/v1/diagnoses/{id}/photos/{photo}");
    let made = send(&app, &path, sent.clone()).await;
    assert_eq!(made.status, 201, "{}", made.body);
    // a quarter to the right: now higher than wide, the longer side held to 2048
    assert_eq!((&made.body["width"], &made.body["height"]), (&json!(1024), &json!(2048)));
    assert_eq!(send(&app, &path, sent).await.status, 200, "sent twice, kept once");
    assert_eq!(send(&app, &path, png(20, 10)).await.status, 409);
    let large = bytes(&app, &format!("/api/v1/photos/{photo}")).await;
    assert!(
        !large.windows(4).any(|it| it == b"Exif") && !large.windows(7).any(|it| it == b"N54.973")
    );
    let seen = image::load_from_memory(&large).unwrap().to_luma8();
    assert!(seen.get_pixel(512, 100)[0] > 200, "the bright half was left and is above now");
    assert!(seen.get_pixel(512, 1_900)[0] < 50);
    let small = bytes(&app, &format!("/api/v1/photos/{photo}/small")).await;
    let small = image::load_from_memory(&small).unwrap();
    assert_eq!((small.width(), small.height()), (160, 320));
    let list = app.get("/api/v1/diagnoses").await.body;
    assert_eq!(list["diagnoses"][0]["photos"][0]["id"], json!(photo));
    let gone = app
        .send(Method::DELETE, &format!("/api/v1/photos/{photo}"), Some(&json!({ "version": 1 })))
        .await;
    assert_eq!(gone.status, 200);
    assert_eq!(app.get(&format!("/api/v1/photos/{photo}")).await.status, 404);
    let back = app.post(&format!("/api/v1/photos/{photo}/restore"), &json!({ "version": 2 })).await;
    assert_eq!(back.status, 200);
}

/// A PNG that says it is 12 000 by 10 000: its head is true, its picture was never drawn.
fn huge() -> Vec<u8> {
    let mut bytes = png(2, 2);
    bytes[16..20].copy_from_slice(&12_000_u32.to_be_bytes());
    bytes[20..24].copy_from_slice(&10_000_u32.to_be_bytes());
    let mut crc = 0xffff_ffff_u32;
    for byte in &bytes[12..29] {
        crc ^= u32::from(*byte);
        for _ in 0..8 {
            crc = if crc & 1 == 1 { (crc >> 1) ^ 0xedb8_8320 } else { crc >> 1 };
        }
    }
    bytes[29..33].copy_from_slice(&(!crc).to_be_bytes());
    bytes
}

#[actix_web::test]
async fn a_file_that_is_no_photo_of_ours_is_refused_and_the_diagnosis_stays() {
    let app = TestApp::start().await;
    let id = kept(&app).await;
    let upload = async |bytes: Vec<u8>| {
        let path = format!("/api/v1/diagnoses/{id}/photos/{}", Uuid::now_v7());
        let answer = send(&app, &path, bytes).await;
        (answer.status.as_u16(), answer.body["error"]["fields"][0].clone())
    };
    let mut cut_short = png(60, 40);
    cut_short.truncate(80);
    for (file, code, says) in [
        (b"dear edge, this is a letter".to_vec(), "photo_not_one", "no JPEG or PNG"),
        (cut_short, "photo_not_one", "no JPEG or PNG"),
        (Vec::new(), "photo_not_one", "no JPEG or PNG"),
        (huge(), "photo_pixels", "120 million pixels; it must have at most 50 million"),
        (vec![0xff; 13 * 1024 * 1024], "photo_bytes", "13.0 MB; it must be at most 12.0 MB"),
    ] {
        let (status, field) = upload(file).await;
        assert_eq!((status, field["code"].as_str()), (422, Some(code)), "{field}");
        assert!(field["message"].as_str().unwrap().contains(says), "{field}");
    }
    for _ in 0..8 {
        assert_eq!(upload(png(30, 20)).await.0, 201);
    }
    assert_eq!(upload(png(30, 20)).await.1["code"], "photo_many");
    let nowhere = format!("/api/v1/diagnoses/{}/photos/{}", Uuid::now_v7(), Uuid::now_v7());
    assert_eq!(send(&app, &nowhere, png(3, 2)).await.status, 404);
    assert_eq!(
        app.get("/api/v1/diagnoses").await.body["diagnoses"][0]["photos"].as_array().unwrap().len(),
        8
    );
}

/// Two tablets that hold up a diagnosis each looked whether there was room, and both added: it held more than it may.
#[actix_web::test]
async fn photos_added_at_once_are_counted_one_after_the_other() {
    let app = TestApp::start().await;
    let id = kept(&app).await;
    let paths: Vec<String> =
        (0..14).map(|_| format!("/api/v1/diagnoses/{id}/photos/{}", Uuid::now_v7())).collect();
    let all = join_all(paths.iter().map(|path| send(&app, path, png(30, 20)))).await;
    let of = |status: u16| all.iter().filter(|answer| answer.status == status).count();
    assert_eq!((of(201), of(422)), (8, 6));
    let list = app.get("/api/v1/diagnoses").await.body;
    assert_eq!(list["diagnoses"][0]["photos"].as_array().unwrap().len(), 8);
    // a photo that is there is there, however full it is: its answer may have been lost
    let first = all.iter().position(|answer| answer.status == 201).unwrap();
    assert_eq!(send(&app, &paths[first], png(30, 20)).await.status, 200);
}
