//! The line through the marks of a carriage's dial.

use std::collections::BTreeMap;

use galvanon_core::error::Error;
use galvanon_core::quantity::{Duration, Speed};
use galvanon_core::work::dial::{Dial, Timed};

use crate::mm;

fn timed(mark: f64, length: f64, seconds: f64) -> Timed {
    Timed { mark, length: mm(length), time: Duration::from_s(seconds) }
}

/// Source: numpy 2.4.6, polyfit (reference/cases/work.py).
#[test]
fn the_line_is_that_of_numpy() {
    let path = format!("{}/../reference/cases/work_dial.csv", env!("CARGO_MANIFEST_DIR"));
    let mut reader = csv::ReaderBuilder::new().comment(Some(b'#')).from_path(path).expect("cases");
    let rows: Vec<BTreeMap<String, String>> =
        reader.deserialize().collect::<Result<_, _>>().expect("rows");
    assert!(rows.len() > 20);
    for row in rows {
        let list = |name: &str| -> Vec<f64> {
            row[name].split(' ').map(|it| it.parse().expect("a number")).collect()
        };
        let number = |name: &str| row[name].parse::<f64>().expect("a number");
        let (marks, lengths, times) = (list("marks"), list("lengths_mm"), list("times_s"));
        let all: Vec<Timed> =
            (0..marks.len()).map(|i| timed(marks[i], lengths[i], times[i])).collect();
        let dial = Dial::of(&all).expect("a line");
        assert!((dial.slope * 1e3 - number("slope_mm_s")).abs() < 1e-9, "{row:?}");
        assert!((dial.at_nought * 1e3 - number("at_nought_mm_s")).abs() < 1e-9, "{row:?}");
        let found = dial.for_pace(Speed::from_m_s(number("pace_mm_s") * 1e-3));
        assert!((found.mark - number("mark")).abs() < 1e-6, "{row:?}");
        let inside = (marks[0]..=marks[marks.len() - 1]).contains(&found.mark);
        assert_eq!(found.outside, !inside);
    }
}

/// One mark says how far it goes at nought too: not at all.
#[test]
fn one_mark_goes_through_nought() {
    let dial = Dial::of(&[timed(40.0, 400.0, 100.0)]).expect("a line");
    let found = dial.for_pace(Speed::from_m_s(2e-3));
    assert!((found.mark - 20.0).abs() < 1e-9 && found.outside);
}

#[test]
fn marks_that_say_nothing_are_refused_by_name() {
    let code = |all: &[Timed]| match Dial::of(all) {
        Err(Error::Contradiction { code, .. }) => code,
        other => panic!("{other:?}"),
    };
    let twice = [timed(20.0, 300.0, 60.0), timed(30.0, 300.0, 40.0), timed(20.0, 300.0, 61.0)];
    assert_eq!(code(&twice), "dial_marks_equal");
    assert_eq!(code(&[timed(0.0, 300.0, 60.0)]), "dial_mark_nought");
    assert_eq!(code(&[timed(10.0, 300.0, 40.0), timed(30.0, 300.0, 80.0)]), "dial_does_not_rise");
}
