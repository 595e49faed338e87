//! The quick-entry line: what people type, what is understood, and what is asked.

#![allow(clippy::expect_used, clippy::panic, reason = "a test fails by saying what it expected")]

mod notebook;
mod part;
mod work;

use galvanon_core::code::Code;
use galvanon_core::cut::{Process, Quality, Start, Stroke};
use galvanon_core::entry::line::{read, read_in};
use galvanon_core::entry::measure::{System, TypedLength};
use galvanon_core::entry::said::Line;
use galvanon_core::entry::said::Understood;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{Angle, Temperature};
use galvanon_core::section::{find, profiles};
use galvanon_core::steel::surface::Surface;
use proptest::prelude::*;

fn codes(line: &Line) -> Vec<&str> {
    line.problems.iter().map(|problem| problem.code).collect()
}

#[test]
fn the_line_of_the_trade_is_understood() {
    let line = read("4x 3/4 plate 36in guided, rust");
    assert_eq!(codes(&line), [] as [&str; 0]);
    let said = &line.understood;
    assert_eq!(said.count, Some(4));
    assert!((said.thickness.expect("thickness").length().as_mm() - 19.05).abs() < 1e-9);
    assert!((said.length.expect("length").length().as_mm() - 914.4).abs() < 1e-9);
    assert_eq!(said.process, Some(Process::Guided));
    assert_eq!(said.surface, Some(Surface::LightRust));
    let assumed: Vec<_> = line.marks.iter().filter_map(|mark| mark.assumed).collect();
    assert_eq!(assumed, ["bare_fraction_is_inches", "rust_is_light"]);
}

#[test]
fn lines_are_said_back_in_full() {
    for (typed, echo) in [
        ("1/2 x 12in hand", "1/2 in plate, 12 in, freehand"),
        ("20mm plate 1.2m machine fine propane", "20 mm plate, 1200 mm, machine, fine, propane"),
        (
            "2 off 1-1/2\" plate, 8\" long, by hand, pierce, heavy rust, back paint",
            "2x 1-1/2 in plate, 8 in, freehand, heavy rust, back paint, pierce",
        ),
        (
            "36in long 3/4 plate guided rust both sides",
            "3/4 in plate, 36 in, guided, light rust, back light rust",
        ),
        ("10 ga 5 ft 3-1/2 in guided galv", "0.1345 in plate, 63-1/2 in, guided, galvanised"),
        (
            "25 mm 300 mm guided 30 deg bevel natural gas A36 120 degC 99.2%",
            "25 mm plate, 300 mm, guided, 30 deg bevel, natural gas, A36, 120 degC, 99.2 %",
        ),
        ("1/4 plate 20in machine 304 stainless", "1/4 in plate, 20 in, machine, grade 304"),
        ("3/4 × 900 mm × guided", "3/4 in plate, 900 mm, guided"),
    ] {
        let line = read(typed);
        assert_eq!(codes(&line), [] as [&str; 0], "{typed}");
        assert_eq!(line.understood.echo(), echo, "{typed}");
    }
}

/// A shape stands in place of the thickness; what has no name is the length of the piece.
#[test]
fn shapes_are_said_back_in_full() {
    for (typed, echo) in [
        ("2x W12x26 square 20ft, painted, hand", "2x W12X26, square, 240 in, freehand, paint"),
        ("HEA 200 mitre 45 deg 3 m guided", "HEA200, mitre, 3000 mm, guided, 45 deg"),
        (
            "w12x26 cope 2in deep 4in long 1/2in radius both flanges 20 ft freehand",
            "W12X26, cope, 2 in deep, 4 in long, 1/2 in radius, both flanges, 240 in, freehand",
        ),
        ("L4x4x3/8 36in 6in drop freehand", "L4X4X3/8, square, 36 in, 6 in drop, freehand"),
        (
            "HSS 6x6x1/4 inside heavy rust, one side, freehand propane",
            "HSS6X6X1/4, square, one side, freehand, inside heavy rust, propane",
        ),
        (
            "pipe 6 sch 40 saddle 8.625in header hand",
            "PIPE6SCH40, saddle, 8-5/8 in header, freehand",
        ),
        (
            "ipe 300 opening 100mm dia drilled, hand",
            "IPE300, opening, 100 mm dia, freehand, drilled hole",
        ),
        (
            "opening 4x3in HSS6x6x1/4 freehand",
            "HSS6X6X1/4, opening, 4 in wide, 3 in high, freehand",
        ),
        (
            "2x opening 100mm x 60 mm in HSS 6x6x1/4, hand",
            "2x HSS6X6X1/4, opening, 100 mm wide, 60 mm high, freehand",
        ),
        ("4 off W12×26 bevel 30° hand", "4x W12X26, bevel, freehand, 30 deg bevel"),
        ("2x flat 4x1/2 square 20ft guided", "2x FLAT 4X1/2 in, square, 240 in, guided"),
        ("RHS100x60x5 mitre 45 deg 2 m hand", "RHS 100X60X5 mm, mitre, 2000 mm, freehand, 45 deg"),
        ("3x square bar 2in 6in drop hand", "3x SQUARE BAR 2 in, square, 6 in drop, freehand"),
        ("round bar 50 mm, rust, hand", "ROUND BAR 50 mm, square, freehand, light rust"),
        ("flat 4in x 12mm hand", "FLAT 4 in X 12 mm, square, freehand"),
    ] {
        let line = read(typed);
        assert_eq!(codes(&line), [] as [&str; 0], "{typed}");
        let said = line.understood.echo();
        assert_eq!(said, echo, "{typed}");
        assert_eq!(read(&said).understood, line.understood, "{said}");
        assert_places_inside(typed);
    }
}

/// Every shape of the catalogue is read in a line, whatever stands beside it.
#[test]
fn every_shape_is_read_in_a_line() {
    for profile in profiles().expect("the catalogue").step_by(7) {
        let line = read(&format!("3x {}, square 2 ft, hand", profile.code));
        let said = line.understood.section.expect("a shape").profile;
        let same = find(&said).expect("a shape").area == find(&profile.code).expect("a shape").area;
        assert!(same, "{} was read as {said}", profile.code);
        assert_eq!(line.understood.count, Some(3), "{}", profile.code);
    }
}

#[test]
fn what_is_unclear_is_marked_and_asked() {
    for (typed, asked) in [
        ("20 plate 36 guided", vec!["bare_number", "bare_number"]),
        ("3/4 plate 20 mm 36 guided", vec!["bare_number"]),
        ("1/2 lug 4in guided", vec!["laid_out_later"]),
        ("1/2 plate 12in guided unknown steel", vec!["unknown_steel"]),
        ("3/4 in 19 mm, 36in guided", vec!["two_systems", "extra_length"]),
        ("3/4 plate 36in", vec!["missing_process"]),
        ("plate guided", vec!["missing_thickness", "missing_length"]),
        ("3/4 plate 36in guided machine", vec!["said_twice"]),
        ("3/4 plate 36in guided wibble", vec!["unknown_word"]),
        ("W12x27 20ft guided", vec!["unknown_shape"]),
        ("W12x26 mitre 20ft guided", vec!["missing_angle"]),
        ("W12x26 cope 2in deep guided", vec!["missing_cope"]),
        ("W12x26 square mitre 30 deg guided", vec!["shape_kind_twice"]),
        ("W12x26 saddle 10in header guided", vec!["shape_not_offered"]),
        ("HSS6x6x1/4 split guided", vec!["missing_piece"]),
        ("W12x26 20ft, 3in guided", vec!["extra_length"]),
        ("W12x26 20ft", vec!["missing_process"]),
        ("3/4 plate 36in guided square", vec!["unknown_word"]),
        ("flat 100 x 12 square guided", vec!["bare_number"]),
        ("SHS 80x50 square guided", vec!["shape_sizes"]),
        ("1,25 in plate 36in guided", vec!["unclear_number"]),
        ("0x 3/4 plate 36in guided", vec!["count_out_of_range"]),
        ("99 ga 36in guided", vec!["unknown_gauge"]),
        ("3/4 plate 36in guided back", vec!["back_of_what"]),
        ("", vec!["missing_thickness", "missing_length", "missing_process"]),
    ] {
        assert_eq!(codes(&read(typed)), asked, "{typed}");
    }
}

#[test]
fn an_offer_mends_the_line() {
    let typed = "3/4 plate 20 mm 36 guided";
    let problem = &read(typed).problems[0];
    let span = problem.span.clone().expect("a place");
    assert_eq!(&typed[span.clone()], "36");
    let mended = format!("{}{}{}", &typed[..span.start], problem.offers[0], &typed[span.end..]);
    assert_eq!(mended, "3/4 plate 20 mm 36 in guided");
    assert_eq!(codes(&read(&mended)), ["two_systems", "extra_length"]);
}

#[test]
fn ten_thousand_characters_are_refused_with_a_reason() {
    assert_eq!(codes(&read(&"3/4 ".repeat(2_500))), ["text_too_long"]);
}

/// Every mark and problem points at characters of the text.
#[track_caller]
fn assert_places_inside(text: &str) {
    let line = read(text);
    for mark in &line.marks {
        assert!(text.get(mark.span.clone()).is_some(), "{mark:?}");
    }
    for problem in &line.problems {
        assert!(problem.span.clone().is_none_or(|span| text.get(span).is_some()), "{problem:?}");
    }
}

fn length(low: f64, high: f64) -> impl Strategy<Value = TypedLength> {
    let inches = (1..6400_u32)
        .prop_map(|parts| TypedLength { amount: f64::from(parts) / 64.0, system: System::Inch });
    let metric = (low..high)
        .prop_map(|mm| TypedLength { amount: (mm * 1e3).round() / 1e3, system: System::Metric });
    prop_oneof![inches, metric]
}

prop_compose! {
    fn understood()(
        count in prop::option::of(1..10_000_u32),
        thickness in length(3.0, 300.0), length in length(5.0, 90_000.0),
        process in prop::sample::select(vec![Process::Freehand, Process::Guided, Process::Machine]),
        faces in (prop::option::of(0..6_usize), prop::option::of(0..6_usize)),
        start in prop::option::of(prop::sample::select(vec![Start::Edge, Start::DrilledHole, Start::Pierce])),
        quality in prop::option::of(prop::sample::select(vec![Quality::Fine, Quality::Standard, Quality::Severance])),
        fuel in prop::option::of(prop::sample::select(Fuel::ALL.to_vec())),
        stroke in prop::option::of(prop::sample::select(vec![Stroke::Gouge, Stroke::Wash, Stroke::Head, Stroke::Nut])),
        grade in prop::option::of(prop::sample::select(vec!["A36", "A572-50", "304", "S355"])),
        bevel in prop::option::of(1..60_u32), degrees in prop::option::of(-30..500_i32), purity in prop::option::of(900..1000_u32),
    ) -> Understood {
        Understood {
            work: None,
            section: None,
            count, thickness: Some(thickness), length: Some(length), process: Some(process),
            surface: faces.0.map(|i| Surface::ALL[i]), back_surface: faces.1.map(|i| Surface::ALL[i]),
            start, quality, fuel, grade, stroke,
            bevel: bevel.map(|d| Angle::from_deg(f64::from(d))),
            plate_temperature: degrees.map(|d| Temperature::from_c(f64::from(d))),
            oxygen_purity: purity.map(|p| f64::from(p) / 10.0 / 100.0),
        }
    }
}

proptest! {
    #[test]
    fn the_echo_of_a_line_parses_to_the_same(said in understood()) {
        let line = read(&said.echo());
        prop_assert_eq!(&line.problems, &vec![], "{}", said.echo());
        prop_assert_eq!(line.understood.echo(), said.echo());
        prop_assert_eq!(line.understood, said);
    }

    #[test]
    fn the_parser_never_panics_and_marks_stay_inside_the_text(text in ".{0,80}") {
        assert_places_inside(&text);
    }

    #[test]
    fn nor_on_shop_like_text(text in "[0-9xX/ .,'\"½°%-]{0,12}( ?(plate|in|mm|ft|rust|back|guided|ga|deg|both sides|A36|x)){0,8}") {
        assert_places_inside(&text);
    }
}

/// The words a part of the line is understood by, each on a line that is complete otherwise.
#[test]
fn every_word_of_the_trade_says_its_part() {
    let said = |words: &str| {
        let line = read(&format!("1/2 plate 12in {words}"));
        let others: Vec<_> =
            codes(&line).into_iter().filter(|code| *code != "missing_process").collect();
        assert_eq!(others, [] as [&str; 0], "{words}");
        line.understood
    };
    for word in ["freehand", "free hand", "by hand", "hand"] {
        assert_eq!(said(word).process, Some(Process::Freehand), "{word}");
    }
    for word in ["guided", "guide", "straightedge", "straight edge"] {
        assert_eq!(said(word).process, Some(Process::Guided), "{word}");
    }
    for word in ["machine", "carriage", "track"] {
        assert_eq!(said(word).process, Some(Process::Machine), "{word}");
    }
    for (words, surface) in [
        ("clean", Surface::Clean),
        ("scale", Surface::MillScale),
        ("mill scale", Surface::MillScale),
        ("rusty", Surface::LightRust),
        ("heavy rust", Surface::HeavyRust),
        ("primer", Surface::Paint),
        ("painted", Surface::Paint),
        ("galv", Surface::Galvanised),
        ("zinc", Surface::Galvanised),
    ] {
        assert_eq!(said(words).surface, Some(surface), "{words}");
        assert_eq!(said(&format!("back {words}")).back_surface, Some(surface), "back {words}");
        let both = said(&format!("{words} both sides"));
        assert_eq!((both.surface, both.back_surface), (Some(surface), Some(surface)), "{words}");
    }
    for (words, start) in
        [("edge start", Start::Edge), ("drilled", Start::DrilledHole), ("pierced", Start::Pierce)]
    {
        assert_eq!(said(words).start, Some(start), "{words}");
    }
    for (words, quality) in
        [("fine", Quality::Fine), ("rough", Quality::Severance), ("scrap", Quality::Severance)]
    {
        assert_eq!(said(words).quality, Some(quality), "{words}");
    }
    for (words, fuel) in [
        ("natgas", Fuel::NaturalGas),
        ("natural gas", Fuel::NaturalGas),
        ("propylene", Fuel::Propylene),
    ] {
        assert_eq!(said(words).fuel, Some(fuel), "{words}");
    }
    for (words, grade) in
        [("A36", "A36"), ("S355J2", "S355"), ("A572", "A572-50"), ("stainless", "304")]
    {
        assert_eq!(said(words).grade, Some(grade), "{words}");
    }
}

#[test]
fn degrees_are_a_bevel_or_a_temperature_by_their_scale() {
    let said = |words: &str| read(&format!("1/2 plate 12in guided {words}")).understood;
    for words in ["30 deg", "30°", "30 degrees bevel"] {
        let bevel = said(words).bevel.expect("a bevel");
        assert!((bevel.as_deg() - 30.0).abs() < 1e-9, "{words}");
    }
    for words in ["200 C", "200°C", "200 degC", "392 F", "392 degF"] {
        let plate = said(words).plate_temperature.expect("a temperature");
        assert!((plate.as_c() - 200.0).abs() < 1e-9, "{words}");
    }
}

#[test]
fn a_count_is_told_from_a_dimension() {
    for (typed, count) in [
        ("4x 3/4 plate 36in guided", Some(4)),
        ("4 x 3/4 plate 36in guided", Some(4)),
        ("3/4 plate 36in guided 4 off", Some(4)),
        ("3/4 plate 36in guided, 4 pcs", Some(4)),
        ("3/4 x 36in guided", None),
        ("20mm x 900mm guided", None),
    ] {
        let line = read(typed);
        assert_eq!(codes(&line), [] as [&str; 0], "{typed}");
        assert_eq!(line.understood.count, count, "{typed}");
    }
}

#[test]
fn marks_stand_where_the_words_stand() {
    let typed = "2x 20 mm plate, 300 mm long, by hand, back rust";
    let line = read(typed);
    let marked: Vec<_> = line.marks.iter().map(|m| (m.part, &typed[m.span.clone()])).collect();
    assert_eq!(
        marked,
        [
            ("count", "2x"),
            ("thickness", "20 mm"),
            ("length", "300 mm"),
            ("process", "by hand"),
            ("back_surface", "back rust"),
        ]
    );
}

#[test]
fn a_slip_is_offered_the_word_that_was_meant() {
    let line = read("3/4 plate 36in guidde");
    let slip = line.problems.iter().find(|p| p.code == "unknown_word").expect("a slip");
    assert!(slip.offers.contains(&"guided".to_owned()), "{:?}", slip.offers);
}

fn assumed(line: &galvanon_core::entry::said::Line) -> Vec<&'static str> {
    line.marks.iter().filter_map(|mark| mark.assumed).collect()
}

/// A bevel is never asked whether it is inches; a number far from any such word is no angle.
#[test]
fn a_bare_number_beside_a_slant_is_degrees() {
    for typed in [
        "3/4 plate 36in guided bevel 30",
        "3/4 plate 36in guided 30 bevel",
        "3/4 plate bevel 30 36in guided",
        "3/4 plate 36in guided tilt 30",
    ] {
        let line = read(typed);
        assert_eq!(codes(&line), [] as [&str; 0], "{typed}");
        let bevel = line.understood.bevel.expect("an angle").as_deg();
        assert!((bevel - 30.0).abs() < 1e-9, "{typed}: {bevel}");
        assert!(assumed(&line).contains(&"bare_slant_is_degrees"), "{typed}");
    }
    let mitre = read("W12x26 mitre 45 20ft hand").understood;
    assert!((mitre.bevel.expect("an angle").as_deg() - 45.0).abs() < 1e-9);
    // the length before the word keeps its inches, for a number follows the word
    let both = read("3/4 plate 36 bevel 30 guided").understood;
    assert!((both.length.expect("a length").amount - 36.0).abs() < 1e-9);
    assert!((both.bevel.expect("an angle").as_deg() - 30.0).abs() < 1e-9);
}

/// Units are taken from the line itself, said, and never guessed where the line has none or two.
#[test]
fn a_bare_number_takes_the_one_system_of_its_line() {
    for (typed, system, amount, code) in [
        ("3/4 plate 36 guided", System::Inch, 36.0, "bare_number_is_inches"),
        ("1/2in plate 24 guided", System::Inch, 24.0, "bare_number_is_inches"),
        ("20mm plate 900 guided", System::Metric, 900.0, "bare_number_is_millimetres"),
        ("20 plate 900 mm guided", System::Metric, 900.0, "bare_number_is_millimetres"),
    ] {
        let line = read(typed);
        assert_eq!(codes(&line), [] as [&str; 0], "{typed}");
        let length = line.understood.length.expect("a length");
        assert_eq!((length.system, length.amount), (system, amount), "{typed}");
        assert!(assumed(&line).contains(&code), "{typed}: {:?}", assumed(&line));
    }
}

#[test]
fn the_usual_way_of_moving_the_torch_is_taken_only_where_the_line_says_nothing() {
    let usual = Some(Process::Guided);
    let line = read_in("3/4 plate 36in", usual);
    assert_eq!(codes(&line), [] as [&str; 0]);
    assert_eq!(line.understood.process, usual);
    assert_eq!(assumed(&line), ["bare_fraction_is_inches", "usual_process"]);
    let said = read_in("3/4 plate 36in machine", usual);
    assert_eq!(said.understood.process, Some(Process::Machine));
    assert!(!assumed(&said).contains(&"usual_process"));
    assert_eq!(
        codes(&read_in("", usual)),
        ["missing_thickness", "missing_length", "missing_process"]
    );
}

/// Common practice: what is done with the torch besides cutting through has its own words.
#[test]
fn other_work_of_the_torch_is_named_in_a_line() {
    for (words, stroke) in [
        ("gouge", Stroke::Gouge),
        ("wash off", Stroke::Wash),
        ("backing bar", Stroke::Wash),
        ("bolt head", Stroke::Head),
        ("rivet", Stroke::Head),
        ("nut", Stroke::Nut),
    ] {
        let line = read(&format!("1/2in plate 12in guided {words}"));
        assert_eq!(line.understood.stroke, Some(stroke), "{words}");
        assert_eq!(codes(&line), [] as [&str; 0], "{words}");
    }
    for words in ["sheet", "flat bar", "bar"] {
        let line = read(&format!("3/8in {words} 6in guided"));
        let thickness = line.understood.thickness.expect("a thickness");
        assert!((thickness.amount - 0.375).abs() < 1e-9, "{words}");
    }
}
