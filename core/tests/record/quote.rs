//! A quote's lines are the money of their cuts, and its band follows what moves them.

use galvanon_core::cut::{Prices, Process, Request, plan};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::Length;
use galvanon_core::record::quote::{OnTop, Parts, Rates, Worth, parts, together, total, worth};
use proptest::prelude::*;

fn of(thickness: f64, length: f64, count: u32) -> (Worth, f64) {
    let mut request = Request::plate(Length::from_mm(thickness), Length::from_mm(length));
    request.cut.process = Process::Machine;
    let prices = Prices::estimate(Fuel::Acetylene);
    request.prices = Some(prices);
    let settings = plan(&request).unwrap();
    let rates = Rates::of(prices, 0.0, Process::Machine);
    (worth(&settings, &rates, count), settings.cost.unwrap().total())
}

fn parts_of(thickness: f64, length: f64, count: u32) -> Parts {
    let request = Request::plate(Length::from_mm(thickness), Length::from_mm(length));
    let settings = plan(&request).unwrap();
    let rates = Rates::of(Prices::estimate(Fuel::Acetylene), 0.0, Process::Machine);
    parts(&settings, &rates, count)
}

fn near(a: f64, b: f64) -> bool {
    (a - b).abs() <= 1e-9 * a.abs().max(b.abs()).max(1.0)
}

proptest! {
    /// A line is worth what its cut costs, so many times; the band holds it and grows with it.
    #[test]
    fn a_line_is_worth_its_cuts(
        thickness in 5.0..150.0_f64, length in 100.0..3_000.0_f64, count in 1..50_u32,
    ) {
        let (one, cost) = of(thickness, length, count);
        let band = together(&[one]);
        prop_assert!(near(band.set, cost * f64::from(count)), "{} {}", band.set, cost);
        prop_assert!(band.low < band.set && band.set < band.high);
        let (twice, _) = of(thickness, length, 2 * count);
        let wide = together(&[twice]);
        prop_assert!(near(wide.high - wide.set, 2.0 * (band.high - band.set)));
    }

    /// What a line's money goes into is all of it, and grows with the pieces.
    #[test]
    fn the_parts_of_a_line_are_its_money(
        thickness in 5.0..150.0_f64, length in 100.0..3_000.0_f64, count in 1..50_u32,
    ) {
        let mut request = Request::plate(Length::from_mm(thickness), Length::from_mm(length));
        request.cut.process = Process::Guided;
        let (settings, prices) = (plan(&request).unwrap(), Prices::estimate(Fuel::Acetylene));
        let rates = Rates::of(prices, 0.0, Process::Guided);
        let found = parts(&settings, &rates, count);
        prop_assert!(near(found.sum(), together(&[worth(&settings, &rates, count)]).set));
        let twice = parts(&settings, &rates, 2 * count);
        prop_assert!(near(twice.oxygen, 2.0 * found.oxygen) && near(twice.tips, 2.0 * found.tips));
    }

    /// Lines together are no surer than the least sure says, and no less sure than all off at once.
    #[test]
    fn lines_together_are_surer_than_all_off_at_once(
        lines in prop::collection::vec((5.0..80.0_f64, 100.0..2_000.0_f64, 1..9_u32), 2..8),
    ) {
        let all: Vec<Worth> = lines.iter().map(|(t, l, n)| of(*t, *l, *n).0).collect();
        let (both, each): (_, Vec<_>) = (together(&all), all.iter().map(|one| together(&[*one])).collect());
        let sum: f64 = each.iter().map(|band| band.set).sum();
        prop_assert!(near(both.set, sum));
        let worst: f64 = each.iter().map(|band| band.high - band.set).sum();
        prop_assert!(both.high - both.set <= worst * (1.0 + 1e-12));
        // what follows the pace is off in all lines alike
        let pace: f64 = all.iter().map(|one| one.pace.high - one.pace.set).sum();
        prop_assert!(both.high - both.set >= pace);
    }
}

/// A longer cut burns more of everything but the start: the tips wear no faster while the reach is not left.
#[test]
fn what_grows_with_the_cut_grows() {
    let (short, long) = (parts_of(20.0, 200.0, 1), parts_of(20.0, 400.0, 1));
    assert!(long.oxygen > 1.5 * short.oxygen && long.burning > 1.2 * short.burning);
    assert!(near(long.tips, short.tips), "{short:?} {long:?}");
}

/// 100 of lines and 20 of setting up, 10 % overhead, then 25 % margin: 165.
#[test]
fn overhead_then_margin_go_on_the_sum() {
    let (one, _) = of(12.0, 500.0, 1);
    let on_top = OnTop { set_up: 20.0, plates: 0.0, freight: 0.0, overhead: 0.10, margin: 0.25 };
    let found = total(100.0, &[one], &on_top);
    assert!(near(found.set, 165.0));
    let own = together(&[one]);
    assert!(near(found.high - found.set, (own.high - own.set) * 1.1 * 1.25));
}

/// Plate worth 60 in pieces that use three quarters of it, and 30 of freight: 110 more, under overhead and margin like the rest.
#[test]
fn plate_and_freight_are_paid_once_under_overhead_and_margin() {
    let (one, _) = of(12.0, 500.0, 1);
    let plates = galvanon_core::record::quote::plates(60.0, 0.75);
    let on_top = OnTop { set_up: 20.0, plates, freight: 30.0, overhead: 0.10, margin: 0.25 };
    assert!(near(total(100.0, &[one], &on_top).set, (100.0 + 20.0 + 80.0 + 30.0) * 1.375));
}

proptest! {
    /// A machine's hour is paid while its cuts burn, by hand never; and it follows the pace as the hand does.
    #[test]
    fn a_machines_hour_is_paid_while_it_burns(
        thickness in 5.0..100.0_f64, length in 100.0..2_000.0_f64, hour in 1.0..200.0_f64,
    ) {
        let mut request = Request::plate(Length::from_mm(thickness), Length::from_mm(length));
        request.cut.process = Process::Machine;
        let (settings, prices) = (plan(&request).unwrap(), Prices::estimate(Fuel::Acetylene));
        let at = |hour, process| Rates::of(prices, hour, process);
        let (with, without) = (at(hour, Process::Machine), at(0.0, Process::Machine));
        let burns = (settings.time.preheat.as_s() + settings.time.cutting.as_s()) / 3_600.0;
        let more = parts(&settings, &with, 3).sum() - parts(&settings, &without, 3).sum();
        prop_assert!(near(more, 3.0 * burns * hour));
        let band = |rates| together(&[worth(&settings, &rates, 3)]);
        prop_assert!(near(band(with).set - band(without).set, more));
        prop_assert!(band(with).high - band(with).set > band(without).high - band(without).set);
        prop_assert_eq!(at(hour, Process::Guided), without);
    }
}
