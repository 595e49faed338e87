//! Several runs of the torch in one plate: they add up, one alone is a plain cut, and a part's runs are its paths.

use galvanon_core::cut::job_tips::job_tips;
use galvanon_core::cut::work::runs::{Run, RunsRequest, plan_runs};
use galvanon_core::cut::work::{Made, Work};
use galvanon_core::cut::{Amounts, Process, Request, Settings, Start, Times, plan};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::geometry::{Arc, Contour, Point, Segment, Turn};
use galvanon_core::layout::cut::burnt;
use galvanon_core::layout::part::Part;
use galvanon_core::layout::paths::{Asked, lay};
use galvanon_core::layout::shapes::{Corner, Shape};
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::{Duration, GaugePressure, Length};
use galvanon_core::trace::{Measure, Quantity};
use proptest::prelude::*;

fn plate() -> Request {
    let mut request = Request::plate(Length::from_mm(12.7), Length::from_mm(300.0));
    request.cut.process = Process::Machine;
    request.policy.handling = Duration::from_s(40.0);
    request.policy.reposition = Duration::from_s(15.0);
    request
}

fn run(mm: f64, start: Start) -> Run {
    Run { length: Length::from_mm(mm), start, stops: 0, ties: 0 }
}

fn made(runs: Vec<Run>) -> Made {
    Work::Runs(Box::new(RunsRequest::new(plate(), runs, vec![]))).plan().unwrap()
}

fn near(a: f64, b: f64) -> bool {
    (a - b).abs() <= 1e-9 * a.abs().max(b.abs()).max(1e-12)
}

fn totals(settings: &Settings) -> [f64; 4] {
    let (time, gas) = (settings.time, settings.gas);
    [time.total().as_s(), gas.oxygen.as_m3(), gas.fuel.as_m3(), f64::from(settings.starts.count)]
}

#[test]
fn one_run_is_a_plain_cut() {
    for start in [Start::Edge, Start::Pierce, Start::DrilledHole] {
        let mut alone = plate();
        alone.cut.start = start;
        let (alone, one) = (plan(&alone).unwrap(), made(vec![run(300.0, start)]).settings);
        assert_eq!(totals(&alone), totals(&one), "{start:?}");
        assert_eq!(alone.notes, one.notes, "{start:?}");
        assert_eq!(alone.start_preheat, one.start_preheat, "{start:?}");
    }
}

#[test]
fn the_torch_is_taken_up_once_and_moved_on_to_every_other_run() {
    let runs = [200.0, 200.0, 900.0].map(|mm| run(mm, Start::Pierce));
    let whole = made(runs.to_vec()).settings;
    assert!(near(whole.time.handling.as_s(), 40.0 + 2.0 * 15.0), "{:?}", whole.time);
    assert_eq!(whole.starts.count, 3);
}

#[test]
fn a_layout_says_each_note_once_and_its_own_beside_them() {
    let said = vec![Note::new(Level::Caution, "layout_piece_drops", vec![])];
    let runs = [100.0, 110.0, 120.0].map(|mm| run(mm, Start::Edge));
    let asked = RunsRequest::new(plate(), runs.to_vec(), said);
    let notes = plan_runs(&asked).unwrap().notes;
    let mut codes: Vec<_> = notes.iter().map(|note| note.code).collect();
    assert!(codes.contains(&"layout_piece_drops") && codes.contains(&"closing_rise"), "{codes:?}");
    let all = codes.len();
    codes.sort_unstable();
    codes.dedup();
    assert_eq!(codes.len(), all, "said twice: {codes:?}");
}

#[test]
fn a_layout_of_nothing_is_refused_and_names_the_part() {
    let none = Work::Runs(Box::new(RunsRequest::new(plate(), vec![], vec![])));
    let errors = none.plan().unwrap_err();
    assert!(errors[0].to_string().contains("layout.part"), "{errors:?}");
}

#[test]
fn equal_runs_are_one_cut_for_the_choice_of_tips_made_as_often() {
    let mut base = plate();
    base.cut.count = 4;
    let runs = [90.0, 90.0, 90.0, 500.0].map(|mm| run(mm, Start::Pierce));
    let work = Work::Runs(Box::new(RunsRequest::new(base, runs.to_vec(), vec![])));
    let counts: Vec<u32> = work.cuttings().unwrap().iter().map(|it| it.count).collect();
    assert_eq!(counts, [4, 8, 4], "the first is taken up for, the others are moved on to");
    let (tips, whole) = (job_tips(&work.cuttings().unwrap()).unwrap(), work.settings().unwrap());
    assert!(near(tips.best.time.as_s(), 4.0 * whole.time.total().as_s()));
}

#[test]
fn another_fuel_burns_the_same_runs() {
    let runs = vec![run(90.0, Start::Pierce), run(500.0, Start::Edge)];
    let work = Work::Runs(Box::new(RunsRequest::new(plate(), runs.clone(), vec![])));
    let mut other = plate();
    other.gas.fuel = Fuel::Propane;
    let Work::Runs(asked) = work.under(&other) else { panic!("no runs any more") };
    assert_eq!((asked.runs.clone(), asked.base.gas.fuel), (runs, Fuel::Propane));
    assert!(near(asked.base.cut.length.as_mm(), 500.0), "its main run is the longest");
}

#[test]
fn the_runs_of_a_disc_are_its_paths_with_their_leads() {
    let ring = |r: f64| {
        let (a, b) = (Point::new(r, 0.0), Point::new(-r, 0.0));
        let arc = Arc { centre: Point::new(0.0, 0.0), turn: Turn::Left };
        Contour { closed: true, segments: vec![Segment::arc(a, b, arc), Segment::arc(b, a, arc)] }
    };
    let part =
        Part { name: String::new(), outer: ring(0.1), holes: vec![ring(0.04)], cuts: vec![] };
    let request = plate();
    let asked = Asked::by_cut(&request, &plan(&request).unwrap());
    assert_eq!(asked.reach, None, "a machine does not stop for its reach");
    let laid = lay(&part, &asked).unwrap();
    let half = asked.kerf.as_m() / 2.0;
    let round = [0.04 - half, 0.1 + half].map(|r| std::f64::consts::TAU * r);
    for ((run, path), round) in laid.runs().iter().zip(&laid.paths).zip(round) {
        let lead = run.length.as_m() - round;
        // a lead of at most max(50 mm, 3 t) from the rim, or one into the scrap
        assert!(lead > 0.0 && lead < 0.06, "{lead} on {round}");
        assert_eq!((run.length, run.start), (burnt(path), path.lead.start));
    }
}

fn any_run() -> impl Strategy<Value = Run> {
    let starts = [Start::Edge, Start::Pierce, Start::DrilledHole];
    (5.0..4_000.0, 0..3_usize).prop_map(move |(mm, at)| run(mm, starts[at]))
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    #[test]
    fn what_runs_take_adds_up_in_any_order_and_the_chain_says_so(
        runs in prop::collection::vec(any_run(), 1..7),
        turned in 0..6_usize,
    ) {
        let one = made(runs.clone());
        let planned = one.runs.as_ref().unwrap();
        let time = Times::sum(planned.runs.iter().map(|it| it.time)).total().as_s();
        let oxygen = Amounts::sum(planned.runs.iter().map(|it| it.gas)).oxygen.as_m3();
        let whole = totals(&one.settings);
        prop_assert!(near(whole[0], time) && near(whole[1], oxygen));
        let mut other = runs.clone();
        other.rotate_left(turned % runs.len());
        for (a, b) in whole.iter().zip(totals(&made(other).settings)) {
            prop_assert!(near(*a, b), "{a} {b}");
        }
        for (quantity, expected) in [(Quantity::Time, whole[0]), (Quantity::Oxygen, whole[1])] {
            let chain = one.settings.traces.iter().find(|it| it.quantity == quantity).unwrap();
            prop_assert_eq!(chain.steps.len(), runs.len() + 1);
            let Measure::Number(_, last) = chain.steps[runs.len()].value else { panic!("no number") };
            prop_assert!(near(last, expected));
        }
    }

    /// What the plan counts is what the drawing shows, whatever the leads add to a path.
    #[test]
    fn a_hand_stops_as_often_as_the_layout_says(
        width in 60.0..1_500.0, height in 60.0..1_500.0, reach in 150.0..900.0,
    ) {
        let mut request = plate();
        request.cut.process = Process::Freehand;
        request.policy.reach = Length::from_mm(reach);
        let corner = Corner::Sharp;
        let (width, height) = (Length::from_mm(width), Length::from_mm(height));
        let part = Shape::Rectangle { width, height, corner }.part("plate", &[]).unwrap();
        let laid = lay(&part, &Asked::by_cut(&request, &plan(&request).unwrap())).unwrap();
        let stops: usize = laid.paths.iter().map(|path| path.stops.len()).sum();
        let made = plan_runs(&RunsRequest::new(request, laid.runs(), vec![])).unwrap();
        let starts: u32 = made.runs.iter().map(|it| it.settings.starts.count).sum();
        let ties: usize = laid.paths.iter().map(|path| path.tabs.len()).sum();
        prop_assert_eq!(starts as usize, laid.paths.len() + stops + ties);
    }
}

#[test]
fn what_is_said_of_both_gases_is_said_of_both() {
    let mut base = plate();
    base.gear.oxygen_regulator_limit = Some(GaugePressure::from_pa(50e3));
    base.gear.regulator_limit = Some(GaugePressure::from_pa(5e3));
    let alone = plan(&base).unwrap().notes;
    let runs = vec![run(300.0, Start::Edge), run(90.0, Start::Edge)];
    let both = plan_runs(&RunsRequest::new(base, runs, vec![])).unwrap().notes;
    let count = |notes: &[Note]| notes.iter().filter(|it| it.code.contains("regulator")).count();
    assert!(count(&alone) >= 2, "{alone:?}");
    assert_eq!(count(&alone), count(&both));
}
