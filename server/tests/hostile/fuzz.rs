//! Every reader of foreign bytes reads what nobody wrote: real files and hostile ones, cut, spliced and changed. It answers
//! or refuses, soon and within its memory; it never panics. `bin/fuzz` runs it for longer.

use std::path::{Path, PathBuf};
use std::time::{Duration, Instant};

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use galvanon_core::code::Code;
use galvanon_core::entry::cut_list::List;
use galvanon_core::entry::field::{self, FieldKind};
use galvanon_core::entry::measure::System;
use galvanon_core::entry::notebook::{self, Answered};
use galvanon_core::entry::{line, part, table, work};
use galvanon_server::api::job::workbook;
use galvanon_server::api::layout::read::{DrawingRequest, reply};
use galvanon_server::api::run::event::NewEvents;
use galvanon_server::backup;
use galvanon_server::http::body::read;
use galvanon_server::wire::run_event::RunEventBody;
use proptest::prelude::*;
use proptest::sample::{Index, select};
use proptest::test_runner::{Config, TestRunner};
use serde_json::{Value, json};

use crate::server::ALONE;

/// The longest that one input may take, in a build without optimisation.
const SOON: Duration = Duration::from_secs(5);
/// The most memory that the whole test program may take at its peak, MB.
const MEMORY: f64 = 1_500.0;
/// Inputs between two looks at the clock.
const BATCH: u32 = 16;

/// How long each reader is tried.
fn span() -> Duration {
    let told = std::env::var("GALVANON_FUZZ_SECONDS").ok().and_then(|it| it.parse().ok());
    Duration::from_secs_f64(told.unwrap_or(1.5))
}

/// A change of some bytes.
#[derive(Clone, Debug)]
enum Change {
    Cut(Index),
    Drop(Index, usize),
    Repeat(Index, usize, usize),
    Set(Index, u8),
    Insert(Index, &'static str),
}

/// What readers stumble over.
const ODD: [&str; 16] = [
    "1e308",
    "-0",
    "NaN",
    "999999999999999999999",
    "\0",
    "\u{feff}",
    "\u{202e}",
    "\"",
    "\n0\nINSERT\n2\nA\n",
    "<g>",
    "</g>",
    "&a;",
    "\r\n",
    ",,,,",
    "1/0",
    "{\"a\":[",
];

fn change() -> impl Strategy<Value = Change> {
    let at = any::<Index>;
    prop_oneof![
        at().prop_map(Change::Cut),
        (at(), 1..400_usize).prop_map(|(at, long)| Change::Drop(at, long)),
        (at(), 1..60_usize, 2..200_usize)
            .prop_map(|(at, long, times)| Change::Repeat(at, long, times)),
        (at(), any::<u8>()).prop_map(|(at, byte)| Change::Set(at, byte)),
        (at(), select(&ODD[..])).prop_map(|(at, odd)| Change::Insert(at, odd)),
    ]
}

fn changed(mut bytes: Vec<u8>, changes: &[Change]) -> Vec<u8> {
    for change in changes {
        if bytes.is_empty() {
            bytes.push(b'0');
        }
        let length = bytes.len();
        let until = |at: usize, long: usize| (at + long).min(length);
        match change {
            Change::Cut(at) => bytes.truncate(at.index(length)),
            Change::Drop(at, long) => {
                let at = at.index(length);
                bytes.drain(at..until(at, *long));
            }
            Change::Repeat(at, long, times) => {
                let at = at.index(length);
                let again = bytes[at..until(at, *long)].repeat(*times);
                bytes.splice(at..at, again);
            }
            Change::Set(at, byte) => bytes[at.index(length)] = *byte,
            Change::Insert(at, odd) => {
                let at = at.index(length);
                bytes.splice(at..at, odd.bytes());
            }
        }
    }
    bytes
}

/// Files of some endings below some folders.
fn files(endings: &[&str]) -> Vec<Vec<u8>> {
    fn below(folder: &Path, found: &mut Vec<PathBuf>) {
        for entry in std::fs::read_dir(folder).unwrap() {
            let path = entry.unwrap().path();
            if path.is_dir() {
                below(&path, found);
            } else {
                found.push(path);
            }
        }
    }
    let top = Path::new(env!("CARGO_MANIFEST_DIR")).join("..");
    let mut found = Vec::new();
    for folder in ["reference/hostile", "reference/cases", "demo"] {
        below(&top.join(folder), &mut found);
    }
    found.sort();
    let wanted = |path: &PathBuf| {
        path.extension().is_some_and(|it| endings.iter().any(|ending| it == *ending))
    };
    let found = found.into_iter().filter(wanted).map(|path| std::fs::read(path).unwrap());
    found.filter(|bytes| bytes.len() < 100_000).collect()
}

/// Peak memory of this program, MB.
fn peak() -> f64 {
    let status = std::fs::read_to_string("/proc/self/status").unwrap();
    let line = status.lines().find(|line| line.starts_with("VmHWM")).unwrap();
    line.split_whitespace().nth(1).unwrap().parse::<f64>().unwrap() / 1e3
}

/// Tries a reader on changed seeds until its time is over.
fn tried(seeds: Vec<Vec<u8>>, reads: impl Fn(&[u8])) {
    let _alone = ALONE.blocking_lock();
    assert!(!seeds.is_empty());
    for seed in &seeds {
        reads(seed);
    }
    let inputs = (select(seeds), proptest::collection::vec(change(), 0..6));
    let config = Config { cases: BATCH, failure_persistence: None, ..Config::default() };
    let began = Instant::now();
    while began.elapsed() < span() {
        let outcome = TestRunner::new(config.clone()).run(&inputs, |(seed, changes)| {
            let input = changed(seed, &changes);
            let began = Instant::now();
            reads(&input);
            prop_assert!(began.elapsed() < SOON, "{:?} for {} bytes", began.elapsed(), input.len());
            Ok(())
        });
        outcome.unwrap();
    }
    assert!(peak() < MEMORY, "{} MB", peak());
}

fn text(bytes: &[u8]) -> String {
    String::from_utf8_lossy(bytes).into_owned()
}

fn drawing(format: &str, bytes: &[u8]) {
    let body = json!({ "format": format, "base64": STANDARD.encode(bytes), "unit": "mm" });
    let request: DrawingRequest = serde_json::from_value(body).unwrap();
    if let Err(error) = reply(&request) {
        assert!(error.detail().message.contains(' '));
    }
}

#[test]
fn a_dxf_is_read_or_refused() {
    tried(files(&["dxf"]), |bytes| drawing("dxf", bytes));
}

#[test]
fn an_svg_is_read_or_refused() {
    tried(files(&["svg"]), |bytes| drawing("svg", bytes));
}

#[test]
fn a_workbook_is_read_or_refused() {
    tried(files(&["xlsx"]), |bytes| {
        if let Err(code) = workbook::read(bytes) {
            assert!(code.starts_with("table_"));
        }
    });
}

#[test]
fn a_table_is_read_or_refused() {
    tried(files(&["csv", "txt"]), |bytes| {
        let Ok(table) = table::read(&text(bytes)) else { return };
        let burns = notebook::read(&table, &Answered::default());
        assert!(burns.entries.len() <= table.rows.len());
        let list = List::new(table, "guided");
        for row in 0..list.len().min(50) {
            assert!(list.row(row).is_some());
        }
    });
}

#[test]
fn a_typed_line_is_read() {
    let typed = [
        "4x 3/4 plate 36in guided, rust",
        "W12x26 cope 3 x 2",
        "heat to 1100 F, 85 cfh, 15 min",
        "1 1/4 in x 900 mm",
    ];
    let seeds = typed.iter().map(|text| text.as_bytes().to_vec()).collect();
    tried(seeds, |bytes| {
        let typed = text(bytes);
        let _ = (line::read(&typed), part::read(&typed), work::read(&typed));
        for kind in FieldKind::ALL {
            let _ = field::read(&typed, *kind, System::Inch);
        }
    });
}

#[test]
fn a_backup_is_read_or_refused() {
    let whole = b"galvanon-backup 1\n{\"made_at\":\"2026-03-01T09:00:00Z\",\"app\":\"0.1.0\",\"migration\":24,\"tables\":[{\"name\":\"jobs\",\"columns\":[\"id\"]}]}\n3\na\tb0\n";
    let path =
        std::env::temp_dir().join(format!("galvanon-fuzz-{}", uuid::Uuid::now_v7().simple()));
    tried(vec![whole.to_vec(), Vec::new()], |bytes| {
        use sha2::Digest;
        // with the right sum, so that what is behind it is read too
        let sum: String =
            sha2::Sha256::digest(bytes).iter().map(|byte| format!("{byte:02x}")).collect();
        std::fs::write(&path, [bytes, format!("sha256 {sum}\n").as_bytes()].concat()).unwrap();
        if let Err(error) = backup::check(&path) {
            assert!(error.to_string().contains(' '));
        }
    });
    std::fs::remove_file(&path).unwrap();
}

#[test]
fn events_of_a_run_are_read_or_refused() {
    let event = r#"{"events":[{"id":"01a22987-8dda-7408-94de-3846e86b4ec5","happened_at":"2026-03-01T09:00:00Z","kind":"cut","body":{"line_id":"01a22987-8dda-7408-94de-3846e86b4ec5","piece":1,"outcome":"good","heat_s":12.5}},{"kind":"step","body":{"key":"soap_test","done":true}}]}"#;
    tried(vec![event.as_bytes().to_vec(), b"{\"events\":[]}".to_vec()], |bytes| {
        let Ok(json) = serde_json::from_slice::<Value>(bytes) else { return };
        let Ok(events) = read::<NewEvents>(&json) else { return };
        for event in &events.events {
            if let Err(error) = read::<RunEventBody>(event) {
                assert!(error.detail().message.contains(' '));
            }
        }
    });
}
