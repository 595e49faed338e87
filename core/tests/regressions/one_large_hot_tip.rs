//! A drawer's one high-preheat tip was taken for every head and for rust wherever its bore lay in the band, though it could not
//! be run low enough there: a small bolt's head was stopped as "wrong tip", with general tips beside it that suit.

use galvanon_core::cut::{Request, plan};
use galvanon_core::note::Level;
use galvanon_core::quantity::Length;
use galvanon_core::steel::surface::Surface;
use galvanon_core::tip::owned::{Tip, TipKind};
use proptest::prelude::*;

fn mm(value: f64) -> Length {
    Length::from_mm(value)
}

fn rusty(thickness: f64, hot: f64) -> Request {
    let mut request = Request::plate(mm(thickness), mm(300.0));
    request.steel.surface = Surface::HeavyRust;
    request.drawer = [0.8, 1.0, 1.2, 1.5, 1.7, 2.1].map(|bore| Tip::of_bore(mm(bore))).into();
    request.drawer.push(Tip { kind: TipKind::HighPreheat, ..Tip::of_bore(mm(hot)) });
    request
}

proptest! {
    /// Whatever hot tip lies beside a whole series, no rusty plate is stopped for its tip.
    #[test]
    fn rust_is_never_stopped_for_a_tip_while_a_general_one_suits(thickness in 6.0..60.0_f64, hot in 0.8..3.0_f64) {
        let settings = plan(&rusty(thickness, hot)).expect("a plan");
        let stopped = settings.notes.iter().find(|note| note.level == Level::Stop && note.code.starts_with("tip_"));
        prop_assert!(stopped.is_none(), "{:?} {:?}", settings.bore, stopped);
    }
}

#[test]
fn where_it_runs_it_is_taken() {
    let settings = plan(&rusty(25.0, 1.5)).expect("a plan");
    assert_eq!(settings.tip_kind, TipKind::HighPreheat);
}
