//! The strokes of every shape: what must always hold, and what one adds up by hand.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::code::Code;
use std::collections::BTreeSet;
use std::f64::consts::PI;

use galvanon_core::error::Error;
use galvanon_core::quantity::{Angle, Length};
use galvanon_core::section::asked::{Across, Flanges, Opening};
use galvanon_core::section::development::{RoundEnd, height, template};
use galvanon_core::section::panel::{End, Panel};
use galvanon_core::section::{
    Access, Asked, Attitude, Cut, Family, Profile, StrokeStart, Strokes, Way, balance, find,
    profiles, strokes,
};
use proptest::prelude::*;

fn mm(value: f64) -> Length {
    Length::from_mm(value)
}

fn deg(value: f64) -> Angle {
    Angle::from_deg(value)
}

fn shape(code: &str) -> &'static Profile {
    find(code).expect("a shape of the catalogue")
}

fn planned(profile: &Profile, cut: Cut, access: Access) -> Strokes {
    strokes(profile, &Asked { cut, access }).expect("a plan")
}

fn all_ways(code: &str, cut: Cut) -> Strokes {
    planned(shape(code), cut, Access::ALL)
}

fn area(way: &Way) -> f64 {
    way.strokes.iter().map(|stroke| stroke.cut_area.as_m2()).sum()
}

/// Models, section 4: thickness times length of a square cut's strokes is the section, within 2 % for every shape.
#[test]
fn the_strokes_of_a_square_cut_add_up_to_every_section_of_the_catalogue() {
    let mut seen = 0;
    for profile in profiles().expect("the catalogue") {
        let nominal = profile.outline().area().as_m2();
        for way in planned(profile, Cut::Square, Access::ALL).ways {
            seen += 1;
            let off = area(&way) / nominal - 1.0;
            assert!(off.abs() < 0.02, "{} {}: {off}", profile.code, way.code);
        }
    }
    assert!(seen > 5_000, "{seen}");
}

/// A first start on an edge, then only edges and kerfs; the top first, the half near by last.
#[test]
fn a_standing_beam_is_cut_from_its_upper_flange_down() {
    let plan = all_ways("W12x26", Cut::Square);
    let way = plan.way("standing").expect("the way");
    let told: Vec<_> = way
        .strokes
        .iter()
        .map(|it| (it.element.code(), it.start.code(), it.attitude.code(), it.from.code()))
        .collect();
    assert_eq!(
        told,
        [
            ("flange", "edge", "down", "above"),
            ("web", "kerf", "level", "near"),
            ("flange", "edge", "down", "far"),
            ("flange", "edge", "down", "near"),
        ]
    );
    // 6.49 in flanges of 0.38 in, a web of 0.23 in between them, from the handbook's dimensions
    let lengths: Vec<f64> = way
        .strokes
        .iter()
        .map(|it| it.length.as_m() / 0.0254)
        .map(|l| (l * 1e3).round() / 1e3)
        .collect();
    assert_eq!(lengths, [6.49, 11.44, 3.245, 3.245]);
    assert!((way.strokes[0].usual.as_mm() / 25.4 - 0.38).abs() < 0.002);
    assert!((way.strokes[1].usual.as_mm() / 25.4 - 0.23).abs() < 0.002);
    // the web's fillets, above and below
    assert_eq!(
        way.strokes[1].slow.iter().map(|it| it.why).collect::<Vec<_>>(),
        ["fillet", "fillet"]
    );
    let lying = plan.way("lying").expect("the way");
    assert_eq!(lying.strokes.len(), 3);
    // both flanges from outside, then the web between their kerfs, the torch pointing down
    assert_eq!(lying.strokes[2].attitude, Attitude::Down);
    assert_eq!(lying.strokes[2].start, StrokeStart::Kerf);
}

/// By hand (docs/model/section.md): the strokes of W12x26 in square inches, fillets 0.2146·r² each; published 7.65.
#[test]
fn the_strokes_of_a_beam_have_the_areas_that_one_adds_up() {
    let plan = all_ways("W12x26", Cut::Square);
    let fillets = 4.0 * 0.2146 * 0.30_f64.powi(2);
    let by_hand = [6.49 * 0.38, 11.44 * 0.23 + fillets, 3.245 * 0.38, 3.245 * 0.38];
    let way = plan.way("standing").expect("the way");
    for (stroke, expected) in way.strokes.iter().zip(by_hand) {
        let area = stroke.cut_area.as_m2() / 0.0254_f64.powi(2);
        assert!((area / expected - 1.0).abs() < 0.003, "{area} against {expected}");
    }
    assert!((by_hand.iter().sum::<f64>() / 7.65 - 1.0).abs() < 0.002);
}

/// By hand (docs/model/section.md): a quarter of 3 in pipe is 2.579 in round the middle of its wall; the line rises
/// 0.240 in over half of an upper one and 0.260 in over half of a side one, nearly as a parabola does.
#[test]
fn the_quarters_of_a_saddle_are_as_long_as_by_hand() {
    let cut = Cut::Saddle { header: Length::from_in(6.625), angle: deg(90.0) };
    let plan = all_ways("pipe 3 sch 40", cut);
    let half = PI / 8.0 * (3.5 - 0.216);
    let long = |rise: f64| 2.0 * half * (1.0 + 2.0 / 3.0 * (rise / half).powi(2));
    for (stroke, expected) in plan.ways[0].strokes.iter().zip([0.240, 0.260, 0.240, 0.260]) {
        let length = stroke.length.as_m() / 0.0254;
        assert!((length / long(expected) - 1.0).abs() < 0.005, "{length}");
    }
    let saddle =
        template(RoundEnd::Saddle(Length::from_in(6.625), deg(90.0)), Length::from_in(3.5), 360);
    let high = saddle.iter().map(|p| p.1).fold(0.0, f64::max) / 0.0254;
    assert!((high - 0.500).abs() < 0.001, "{high}");
}

#[test]
fn a_tube_is_pierced_once_and_a_channel_never() {
    let tube = all_ways("HSS6x6x1/4", Cut::Square);
    for way in &tube.ways {
        let starts: Vec<_> = way.strokes.iter().map(|it| it.start.code()).collect();
        assert_eq!(starts, ["pierce", "kerf", "kerf", "kerf"], "{}", way.code);
    }
    assert_eq!(tube.way("turned").expect("the way").turns(), 3);
    for way in all_ways("C10x15.3", Cut::Square).ways {
        assert!(way.strokes.iter().all(|it| it.start != StrokeStart::Pierce), "{}", way.code);
    }
}

/// Nothing but the near side: flanges run edgewise, and a tube's far wall is out of reach.
#[test]
fn with_one_side_in_reach_flanges_run_edgewise_and_a_far_wall_is_missed() {
    let beam = planned(shape("W12x26"), Cut::Square, Access::ONE_SIDE);
    let attitudes: Vec<_> = beam.ways[0].strokes.iter().map(|it| it.attitude.code()).collect();
    assert_eq!(attitudes, ["edgewise", "level", "edgewise"]);
    // the jet runs along the flange: as thick as it is wide, for no longer than it is thick; the flange stays what it is
    let flange = &beam.ways[0].strokes[0];
    assert!((flange.through.as_m() - shape("W12x26").width.as_m()).abs() < 1e-9);
    assert!((flange.travel.as_mm() - 0.38 * 25.4).abs() < 0.05 && flange.thick.as_mm() < 9.7);
    let tube = planned(shape("HSS6x6x1/4"), Cut::Square, Access::ONE_SIDE);
    assert!(!tube.ways[0].is_reached());
    assert_eq!(tube.ways[0].missing().first().map(|side| side.code()), Some("far"));
}

/// By hand: every flat element of a mitre is as long, or as thick along the jet, as 1/cos says.
#[test]
fn a_mitre_is_the_square_cut_over_the_cosine() {
    for (across, code) in
        [(Across::Depth, "W12x26"), (Across::Width, "W12x26"), (Across::Depth, "HSS6x6x1/4")]
    {
        let cut = Cut::Mitre { angle: deg(30.0), across };
        let (square, mitred) = (all_ways(code, Cut::Square), all_ways(code, cut));
        let (square, mitred) = (&square.ways[0], &mitred.ways[0]);
        let along_the_jet: f64 =
            mitred.strokes.iter().map(|it| it.cut_area.as_m2() / it.bevel.as_rad().cos()).sum();
        let expected = area(square) / deg(30.0).as_rad().cos();
        // a tube's bent corners are taken flat
        let allowed = if code.starts_with("HSS") { 0.05 } else { 1e-6 };
        assert!(
            (along_the_jet / expected - 1.0).abs() < allowed,
            "{code} {across:?}: {along_the_jet} against {expected}"
        );
    }
}

/// The standard developments (from memory): a 45° mitre rises by the diameter; a saddle at right angles dips by the
/// sagitta of the header.
#[test]
fn templates_are_the_standard_developments() {
    let d = 168.3;
    let line = template(RoundEnd::Mitre(deg(45.0)), mm(d), 360);
    let highest = line.iter().map(|p| p.1).fold(0.0, f64::max);
    assert!((highest * 1e3 - d).abs() < 1e-6);
    assert!((line.last().expect("a point").0 * 1e3 - PI * d).abs() < 1e-6);
    let header = 219.1;
    let saddle = template(RoundEnd::Saddle(mm(header), deg(90.0)), mm(d), 360);
    let dip = saddle.iter().map(|p| p.1).fold(0.0, f64::max);
    let sagitta = header / 2.0 - ((header / 2.0_f64).powi(2) - (d / 2.0_f64).powi(2)).sqrt();
    assert!((dip * 1e3 - sagitta).abs() < 1e-6, "{dip} against {sagitta}");
    // deepest at top and bottom, highest at the sides
    assert!(saddle[90].1 > saddle[0].1 && (saddle[0].1 - saddle[180].1).abs() < 1e-12);
    assert!((height(RoundEnd::Square, mm(d), 1.0)).abs() < 1e-12);
    // equal rounds at right angles: z = r − r·|cos φ|
    let equal = template(RoundEnd::Saddle(mm(d), deg(90.0)), mm(d), 4);
    assert!((equal[1].1 * 1e3 - d / 2.0).abs() < 1e-6);
}

/// By hand: W12x26 of 20 ft weighs 520 lb; a mitre through its middle takes nothing away, and hangs off the middle.
#[test]
fn masses_are_those_of_the_handbook() {
    let (beam, length) = (shape("W12x26"), Length::from_in(240.0));
    let square = balance::part(beam, &Cut::Square, length, false);
    assert!((square.mass.as_kg() / 0.453_592_37 - 520.0).abs() < 1.0, "{square:?}");
    assert!((square.centre.as_m() - length.as_m() / 2.0).abs() < 1e-9);
    let cut = Cut::Mitre { angle: deg(45.0), across: Across::Depth };
    let mitred = balance::part(beam, &cut, length, false);
    assert!((mitred.mass.as_kg() - square.mass.as_kg()).abs() < 1e-6);
    assert!(mitred.centre > square.centre);
    // an angle is heavier on its heel's side: what one end loses the other gains
    let (angle, cut) = (shape("L4x4x3/8"), Cut::Mitre { angle: deg(45.0), across: Across::Depth });
    let parts = [false, true].map(|drop| balance::part(angle, &cut, mm(500.0), drop).mass.as_kg());
    let whole = balance::part(angle, &Cut::Square, mm(1_000.0), false).mass.as_kg();
    assert!((parts[0] + parts[1] - whole).abs() < 1e-9 && (parts[0] - parts[1]).abs() > 0.1);
}

fn cope(depth: f64, radius: f64) -> Cut {
    let (length, flanges) = (mm(100.0), Flanges::Top);
    Cut::Cope { length, depth: mm(depth), radius: mm(radius), flanges }
}

fn opening(width: f64, height: f64) -> Cut {
    let opening = Opening::Rectangle { width: mm(width), height: mm(height), radius: mm(20.0) };
    Cut::WebOpening { opening, offset: mm(0.0), drilled: false }
}

#[test]
fn a_cope_takes_the_flange_first_and_ends_in_the_open() {
    let plan = all_ways("W12x26", cope(50.0, 13.0));
    let way = plan.way("standing").expect("the way");
    let starts: Vec<_> =
        way.strokes.iter().map(|it| (it.element.code(), it.start.code())).collect();
    assert_eq!(starts, [("flange", "edge"), ("web", "kerf")]);
    // down the web, a quarter of a circle, out to the end
    let deep = 50.0 - 0.38 * 25.4;
    let by_hand = (deep - 13.0) + PI / 2.0 * 13.0 + (100.0 - 13.0);
    assert!((way.strokes[1].length.as_mm() - by_hand).abs() < 0.1, "{by_hand}");
    assert_eq!(way.strokes[1].line.last().map(|p| p.1), Some(0.0));
}

#[test]
fn an_opening_is_begun_in_its_scrap_and_comes_back_to_its_line() {
    let plan = all_ways("W12x26", opening(150.0, 120.0));
    let stroke = &plan.ways[0].strokes[0];
    assert_eq!(stroke.start, StrokeStart::Pierce);
    assert_eq!(stroke.line[1], *stroke.line.last().expect("a point"));
    let round = 2.0 * (150.0 - 40.0) + 2.0 * (120.0 - 40.0) + 2.0 * PI * 20.0;
    assert!((stroke.length.as_mm() - round - 12.0).abs() < 0.2, "{:?}", stroke.length);
    let cut = Cut::WebOpening {
        opening: Opening::Round { diameter: mm(100.0) },
        offset: mm(0.0),
        drilled: true,
    };
    let round = all_ways("W12x26", cut);
    assert_eq!(round.ways[0].strokes[0].start, StrokeStart::DrilledHole);
    assert!((round.ways[0].strokes[0].length.as_mm() - PI * 100.0 - 12.0).abs() < 0.3);
}

#[test]
fn a_long_split_stays_tied_until_the_end() {
    let cut = Cut::Split { offset: mm(0.0), length: mm(6_000.0) };
    let way = &all_ways("W12x26", cut).ways[0];
    let sum: f64 = way.strokes.iter().map(|it| it.length.as_mm()).sum();
    assert!((sum - 6_000.0).abs() < 1e-6);
    let tabs = way.strokes.iter().filter(|it| it.why == "tab_last").count();
    assert_eq!(tabs, 9);
    // by then the kerfs beside a tab are cold edges
    assert!(way.strokes[way.strokes.len() - tabs..].iter().all(|it| it.start == StrokeStart::Edge));
    // a tube is parted in both walls
    let tube = &all_ways("HSS6x6x1/4", cut).ways[0];
    let walls: BTreeSet<usize> = tube.strokes.iter().map(|it| it.panel).collect();
    assert_eq!(walls.len(), 2);
}

#[test]
fn what_a_shape_has_no_room_for_is_refused_at_its_field() {
    let beam = shape("W12x26");
    let refused = |cut: Cut| strokes(beam, &Asked { cut, access: Access::ALL }).expect_err("no");
    let at = |error: Error| match error {
        Error::Contradiction { input, code, .. } => (input, code),
        Error::OutOfRange { input, .. } => (input, "range"),
        Error::UnknownChoice { input, .. } => (input, "choice"),
        other => panic!("{other}"),
    };
    let mitre = |angle| Cut::Mitre { angle: deg(angle), across: Across::Depth };
    assert_eq!(at(refused(mitre(76.0))), ("cut.angle", "range"));
    assert_eq!(at(refused(cope(400.0, 13.0))), ("cut.depth", "cope_too_deep"));
    assert_eq!(at(refused(cope(12.0, 13.0))), ("cut.depth", "cope_in_fillet"));
    assert_eq!(at(refused(cope(50.0, 2.0))), ("cut.radius", "range"));
    assert_eq!(at(refused(opening(150.0, 290.0))), ("cut.height", "opening_in_fillet"));
    assert_eq!(at(refused(opening(150.0, 250.0))), ("cut.height", "too_little_web"));
    let saddle = Cut::Saddle { header: mm(200.0), angle: deg(90.0) };
    assert_eq!(at(refused(saddle)), ("cut.kind", "choice"));
    let pipe = strokes(
        shape("pipe 6 sch 40"),
        &Asked { cut: Cut::Saddle { header: mm(100.0), angle: deg(90.0) }, access: Access::ALL },
    );
    assert_eq!(at(pipe.expect_err("too small")), ("cut.header", "header_too_small"));
}

/// What a stroke takes of its panel, across it.
fn span(stroke: &galvanon_core::section::Stroke) -> (f64, f64) {
    let across = stroke.line.iter().map(|p| p.0);
    (across.clone().fold(f64::INFINITY, f64::min), across.fold(0.0, f64::max))
}

fn severed_once(panels: &[Panel], way: &Way) -> bool {
    panels.iter().enumerate().all(|(at, panel)| {
        let mut spans: Vec<_> = way.strokes.iter().filter(|it| it.panel == at).map(span).collect();
        spans.sort_by(|a, b| a.0.total_cmp(&b.0));
        let mut end = 0.0;
        spans.iter().all(|(from, to)| {
            let joins = (from - end).abs() < 1e-9;
            end = *to;
            joins
        }) && (end - panel.width()).abs() < 1e-9
    })
}

/// Something in reach to start on: an edge of the panel, or a neighbour that is cut already.
fn could_start(panels: &[Panel], way: &Way, at: usize) -> bool {
    let done: BTreeSet<usize> = way.strokes[..at].iter().map(|it| it.panel).collect();
    (0..panels.len()).filter(|panel| !done.contains(panel)).any(|panel| {
        panels[panel].ends.iter().any(|end| match end {
            End::Free => true,
            End::Joined(other) => done.contains(other),
        })
    })
}

fn access() -> impl Strategy<Value = Access> {
    any::<[bool; 5]>().prop_map(|[above, near, far, below, turning]| Access {
        above,
        near,
        far,
        below,
        turning,
    })
}

proptest! {
    /// Whatever is in reach: every element is severed once and once only; nothing is pierced while an edge or a kerf is
    /// there; a kerf is that of an earlier stroke; no stroke leaves its panel, so none crosses a gap; and before
    /// the last stroke something still holds.
    #[test]
    fn a_shape_is_parted_once_and_by_its_last_stroke(
        at in 0..2_853_usize, access in access(), angle in 0.0..75.0_f64, wide in any::<bool>(),
    ) {
        let profile = profiles().expect("the catalogue").nth(at).expect("a shape");
        let across = if wide { Across::Width } else { Across::Depth };
        for cut in [Cut::Square, Cut::Mitre { angle: deg(angle), across }] {
            let plan = planned(profile, cut, access);
            prop_assert!(!plan.ways.is_empty());
            for way in &plan.ways {
                prop_assert!(severed_once(&plan.panels, way), "{} {}", profile.code, way.code);
                for (place, stroke) in way.strokes.iter().enumerate() {
                    if stroke.start == StrokeStart::Pierce {
                        prop_assert!(!could_start(&plan.panels, way, place), "{}", profile.code);
                    }
                    if stroke.start == StrokeStart::Kerf {
                        prop_assert!(stroke.kerf_of.is_some_and(|before| before < place));
                    }
                    let (from, to) = span(stroke);
                    prop_assert!(from >= -1e-9 && to <= plan.panels[stroke.panel].width() + 1e-9);
                    // one solid thickness: never more than the panel has
                    let most = plan.panels[stroke.panel].thickness.iter().copied().fold(0.0, f64::max);
                    let edgewise = stroke.attitude == Attitude::Edgewise;
                    prop_assert!(stroke.thick.as_m() <= most + 1e-9);
                    prop_assert!(edgewise || stroke.travel == stroke.length);
                    prop_assert!(!stroke.reached || edgewise || access.has(stroke.from) || stroke.turned || way.turns() > 0);
                }
                let held: BTreeSet<usize> = way.strokes.iter().map(|it| it.panel).collect();
                prop_assert_eq!(held.len(), plan.panels.len());
            }
        }
    }

    /// A mitre never takes less than the square cut, stroke by stroke.
    #[test]
    fn a_mitre_never_takes_less_than_the_square_cut(
        at in 0..2_853_usize, angle in 0.0..75.0_f64, wide in any::<bool>(),
    ) {
        let profile = profiles().expect("the catalogue").nth(at).expect("a shape");
        let across = if wide { Across::Width } else { Across::Depth };
        let square = planned(profile, Cut::Square, Access::ALL);
        let mitred = planned(profile, Cut::Mitre { angle: deg(angle), across }, Access::ALL);
        for (one, other) in square.ways[0].strokes.iter().zip(&mitred.ways[0].strokes) {
            prop_assert!(other.length.as_m() >= one.length.as_m() - 1e-9);
            prop_assert!(other.bevel.as_rad() >= one.bevel.as_rad());
        }
    }

    /// A pipe's mitre unfolds to the closed form: its length is that of an ellipse round the pipe's middle wall.
    #[test]
    fn a_pipe_mitre_is_as_long_as_its_ellipse(angle in 1.0..60.0_f64) {
        let pipe = shape("pipe 6 sch 40");
        let cut = Cut::Mitre { angle: deg(angle), across: Across::Depth };
        let plan = planned(pipe, cut, Access::ALL);
        let sum: f64 = plan.ways[0].strokes.iter().map(|it| it.length.as_m()).sum();
        // Ramanujan's perimeter, semi-axes of the cut through the cylinder; between outer and middle wall
        let ellipse = |r: f64| {
            let (a, b) = (r / deg(angle).as_rad().cos(), r);
            PI * (3.0 * (a + b) - ((3.0 * a + b) * (a + 3.0 * b)).sqrt())
        };
        let (outer, wall) = (pipe.depth.as_m() / 2.0, pipe.web.as_m());
        prop_assert!(sum < ellipse(outer) * 1.001 && sum > ellipse(outer - wall / 2.0) * 0.999, "{sum}");
    }

    /// Whatever is asked is planned or refused; what is planned has length, and only runs from tab to tab are drilled.
    #[test]
    fn every_cut_is_planned_or_refused(
        at in 0..2_853_usize, access in access(),
        sizes in (0.0..400.0_f64, 0.0..400.0_f64, 0.0..60.0_f64, -100.0..100.0_f64),
        which in 0..3_usize,
    ) {
        let profile = profiles().expect("the catalogue").nth(at).expect("a shape");
        let flanges = [Flanges::Top, Flanges::Bottom, Flanges::Both][which];
        let (length, depth, radius, offset) = (mm(sizes.0), mm(sizes.1), mm(sizes.2), mm(sizes.3));
        let opening = Opening::Rectangle { width: length, height: depth, radius };
        for cut in [
            Cut::Cope { length, depth, radius, flanges },
            Cut::AccessHole { length, height: depth, radius, flanges },
            Cut::WebOpening { opening, offset, drilled: which == 0 },
            Cut::Strip { flanges, length: mm(sizes.0 * 20.0) },
            Cut::Split { offset, length: mm(sizes.0 * 20.0) },
            Cut::Bevel { angle: deg(sizes.2) },
            Cut::Saddle { header: length, angle: deg(sizes.2 + 30.0) },
        ] {
            match strokes(profile, &Asked { cut, access }) {
                Ok(plan) => for way in &plan.ways {
                    prop_assert!(!way.strokes.is_empty(), "{} {cut:?}", profile.code);
                    for stroke in &way.strokes {
                        prop_assert!(stroke.length.as_m() > 0.0 && stroke.cut_area.as_m2() > 0.0, "{} {cut:?}", profile.code);
                        let (from, to) = span(stroke);
                        prop_assert!(from >= -1e-9 && to <= plan.panels[stroke.panel].width() + 1e-9, "{} {cut:?}", profile.code);
                    }
                },
                Err(error) => prop_assert!(!matches!(error, Error::Reference { .. }), "{error}"),
            }
        }
    }
}

/// A custom shape is planned as one of the catalogue is.
#[test]
fn shapes_by_hand_are_planned_too() {
    for family in [
        Family::I,
        Family::Channel,
        Family::Tee,
        Family::Angle,
        Family::RectangularTube,
        Family::RoundTube,
        Family::Flat,
        Family::RoundBar,
    ] {
        let profile = Profile::custom(family, (mm(100.0), mm(100.0)), (mm(8.0), mm(10.0)));
        let profile = profile.expect("a shape");
        let plan = planned(&profile, Cut::Square, Access::ALL);
        let off = area(&plan.ways[0]) / profile.area.as_m2() - 1.0;
        assert!(off.abs() < 0.005, "{family:?}: {off}");
    }
}

mod settings {
    use galvanon_core::cut::section::plan::{SectionPlan, SectionRequest};
    use galvanon_core::cut::section::plan_section;
    use galvanon_core::cut::{Level, Request, plan};
    use galvanon_core::quantity::Mass;
    use galvanon_core::steel::surface::Surface;
    use galvanon_core::trace::{Kind, Measure, Quantity};

    use super::*;

    fn request(profile: &Profile, cut: Cut) -> SectionRequest {
        SectionRequest {
            profile: profile.clone(),
            asked: Asked { cut, access: Access::ALL },
            way: None,
            base: Request::plate(mm(10.0), mm(100.0)),
            inside: Surface::Clean,
            piece: Some(mm(6_096.0)),
            drop: Some(mm(500.0)),
            lifting_limit: Some(Mass::from_kg(1_000.0)),
            ends_open: Some(true),
            stands: galvanon_core::section::held::Stands::Level,
            rigging_named: false,
            explain: None,
        }
    }

    fn made(request: &SectionRequest) -> SectionPlan {
        plan_section(request).expect("a plan")
    }

    fn has(plan: &SectionPlan, level: Level, code: &str) -> bool {
        plan.notes.iter().any(|note| note.level == level && note.code == code)
    }

    /// One tip makes a W12x26; its web is set as a plate of its thickness is; the fillets cost time.
    #[test]
    fn a_beam_is_cut_with_one_tip_as_its_plates_would_be() {
        let plan = made(&request(shape("W12x26"), Cut::Square));
        assert!(plan.one_tip);
        let bores: BTreeSet<String> =
            plan.strokes.iter().map(|it| format!("{:?}", it.settings.bore)).collect();
        assert_eq!(bores.len(), 1);
        let flange = &plan.strokes[0];
        let mut plate = Request::plate(flange.stroke.usual, flange.stroke.length);
        plate.tip = Some(galvanon_core::cut::Tip {
            ..galvanon_core::tip::choose::generic_series()
                .expect("the series")
                .into_iter()
                .find(|tip| tip.bore == flange.settings.bore)
                .expect("its tip")
        });
        let alone = plan_of(&plate);
        assert_eq!(flange.settings.oxygen_pressure, alone.oxygen_pressure);
        // the root of the web slows the flange's stroke down
        assert!(flange.time.cutting > alone.time.cutting);
        assert!(flange.slow_speeds.iter().all(|slow| *slow < alone.travel_speed.set));
        let sum: f64 = plan.strokes.iter().map(|it| it.time.total().as_s()).sum();
        assert!((plan.totals.time.total().as_s() - sum).abs() < 1e-9);
    }

    fn plan_of(request: &Request) -> galvanon_core::cut::Settings {
        plan(request).expect("a plate")
    }

    /// A kerf is hot: half of the first heating.
    #[test]
    fn a_start_in_a_kerf_is_heated_for_half_the_time() {
        let plan = made(&request(shape("C10x15.3"), Cut::Square));
        let kerf = plan.strokes.iter().find(|it| it.stroke.start == StrokeStart::Kerf);
        let kerf = kerf.expect("a web");
        let mut plate = Request::plate(kerf.stroke.usual, kerf.stroke.length);
        let tips = galvanon_core::tip::choose::generic_series().expect("the series");
        plate.tip = tips.into_iter().find(|tip| tip.bore == kerf.settings.bore);
        let cold = plan_of(&plate).start_preheat.set.as_s();
        assert!((kerf.time.preheat.as_s() - cold / 2.0).abs() < 1e-9);
        assert!((kerf.settings.start_preheat.set.as_s() - cold / 2.0).abs() < 1e-9);
        // the chain says so, and ends in what is shown
        let chain = kerf.settings.traces.iter().find(|it| it.quantity == Quantity::StartPreheat);
        let steps = &chain.expect("a chain").steps;
        assert!(steps.iter().any(|step| step.code == "times_hot_kerf"));
        let shown = Measure::Number(Kind::Duration, kerf.settings.start_preheat.set.as_s());
        assert_eq!(steps.last().map(|step| &step.value), Some(&shown));
    }

    #[test]
    fn what_a_shape_brings_with_it_is_said() {
        let tube = made(&request(shape("HSS6x6x1/4"), Cut::Square));
        assert!(has(&tube, Level::Info, "ends_open"));
        let thin = made(&request(shape("pipe 1/2 sch 40"), Cut::Square));
        assert!(has(&thin, Level::Stop, "wall_too_thin"));
        let mut light = request(shape("W12x26"), Cut::Square);
        light.lifting_limit = Some(Mass::from_kg(200.0));
        // the piece stays on its props, the drop hangs in a sling
        assert!(has(&made(&light), Level::Caution, "over_the_limit_on_props"));
        light.drop = Some(mm(8_000.0));
        assert!(has(&made(&light), Level::Stop, "over_the_lifting_limit"));
        let mut held = request(shape("W12x26"), Cut::Square);
        held.asked.access = Access::ONE_SIDE;
        assert!(has(&made(&held), Level::Caution, "edgewise_rough"));
        let mut boxed = request(shape("HSS6x6x1/4"), Cut::Square);
        boxed.asked.access = Access::ONE_SIDE;
        assert!(has(&made(&boxed), Level::Stop, "side_out_of_reach"));
        let heavy = made(&request(shape("W14x665"), cope(180.0, 25.0)));
        assert!(has(&heavy, Level::Caution, "heavy_shape_preheat"));
        let mut rusty = request(shape("HSS6x6x1/4"), Cut::Square);
        rusty.inside = Surface::HeavyRust;
        assert!(made(&rusty).totals.time.total() > tube.totals.time.total());
    }

    /// A mitre of no angle is the square cut: of a tapered flange too, whose usual thickness stands between two cells.
    #[test]
    fn a_mitre_of_no_angle_is_the_square_cut() {
        for code in ["ST10X33", "S12X35", "W12X26", "C10X20"] {
            let square = made(&request(shape(code), Cut::Square));
            let cut = Cut::Mitre { angle: deg(0.0), across: Across::Depth };
            let mitred = made(&request(shape(code), cut));
            let (one, other) = (square.totals.time.cutting, mitred.totals.time.cutting);
            assert!((other.as_s() / one.as_s() - 1.0).abs() < 1e-9, "{code}");
        }
    }

    proptest! {
        /// A mitre takes at least the gas and the time of the square cut.
        #[test]
        fn a_mitre_takes_no_less_gas_and_time(at in 0..2_853_usize, angle in 0.0..60.0_f64) {
            let profile = profiles().expect("the catalogue").nth(at).expect("a shape");
            let square = made(&request(profile, Cut::Square));
            let cut = Cut::Mitre { angle: deg(angle), across: Across::Depth };
            let mitred = made(&request(profile, cut));
            let (one, other) = (square.totals.time.cutting, mitred.totals.time.cutting);
            prop_assert!(other.as_s() >= one.as_s() * (1.0 - 1e-9), "{}", profile.code);
        }
    }
}
