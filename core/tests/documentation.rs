//! Every number has a source, and every source is known.

#![allow(clippy::disallowed_methods, reason = "a test of the tree reads the tree")]
#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

#[path = "../examples/validation.rs"]
mod validation;

use std::path::{Path, PathBuf};

use galvanon_core::source::sources;

fn csv_files(folder: &str) -> Vec<PathBuf> {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("../reference").join(folder);
    let entries = std::fs::read_dir(path).expect("the folder");
    let files = entries.filter_map(Result::ok).map(|entry| entry.path());
    files.filter(|file| file.extension().is_some_and(|kind| kind == "csv")).collect()
}

#[test]
fn every_row_of_every_table_and_case_names_a_known_source() {
    let known = sources().expect("sources.toml");
    let files = [csv_files("tables"), csv_files("cases")].concat();
    assert!(files.len() > 12, "{files:?}");
    for file in files {
        let mut reader =
            csv::ReaderBuilder::new().comment(Some(b'#')).from_path(&file).expect("a table");
        let header = reader.headers().expect("a header").clone();
        assert_eq!(header.iter().next_back(), Some("source"), "{}", file.display());
        for row in reader.records() {
            let row = row.expect("a row");
            let key = row.iter().next_back().expect("a source");
            assert!(known.contains_key(key), "{}: \"{key}\" in {row:?}", file.display());
        }
    }
}

#[test]
fn sources_say_their_kind_and_standing() {
    for (key, source) in sources().expect("sources.toml") {
        let kinds = ["standard", "review", "measured", "derived", "estimate"];
        assert!(kinds.contains(&source.kind.as_str()), "{key}: {}", source.kind);
        let standings = ["published", "practice", "ours", "computed", "given", "shop"];
        assert!(standings.contains(&source.standing.as_str()), "{key}: {}", source.standing);
        assert!(!source.short.is_empty() && !source.author.is_empty(), "{key}");
    }
}

#[test]
fn the_validation_page_is_current() {
    let committed = include_str!("../../docs/validation.md");
    let now = validation::page();
    assert_eq!(committed, now, "run bin/gen-validation and commit what it writes");
}
