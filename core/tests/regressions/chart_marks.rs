//! A tip's mark with a comma, a quote or an inch sign in it lost them when its chart was written as a table: the cells were
//! joined by hand, and what would have broken them was replaced by spaces.

use galvanon_core::entry::{chart, table};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{GaugePressure, Length};
use galvanon_core::tip::chart::{Chart, ChartRow, Ends, ReadAt};

fn psi(value: f64) -> GaugePressure {
    GaugePressure::from_psi(value)
}

#[test]
fn a_mark_reads_again_as_it_was_stamped() {
    let row = ChartRow {
        thickness: Length::from_in(0.5),
        oxygen: Ends { low: psi(30.0), high: psi(35.0) },
        fuel: None,
        speed: None,
    };
    let context = chart::Context { bore: None, fuel: Fuel::Acetylene, read_at: ReadAt::Torch };
    for mark in ["1-101, long", "3/4\"", "a \"B\", c", "plain"] {
        let made = Chart::new(Fuel::Acetylene, ReadAt::Torch, vec![row]).expect("a chart");
        let of =
            chart::ChartOf { bore: Length::from_mm(1.2), mark: Some(mark.to_owned()), chart: made };
        let text = chart::write(&[of]).expect("a table");
        let read = chart::read(&table::read(&text).expect("a table"), &[], &context);
        assert!(read.faults.is_empty(), "{mark}: {:?}", read.faults);
        let marks: Vec<_> = read.charts.iter().map(|of| of.mark.as_deref()).collect();
        assert_eq!(marks, [Some(mark)]);
    }
}
