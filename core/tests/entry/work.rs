//! Lines of other work: what a hand types, what is asked back, and that plain cuts stay plain cuts.

use galvanon_core::code::Code;
use galvanon_core::entry::line::read;
use galvanon_core::entry::measure::{System, TypedLength};
use galvanon_core::entry::said::Line;
use galvanon_core::entry::work::said::{SaidPiece, SaidWork};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{Angle, Duration, GasFlow, Mass, Temperature};
use galvanon_core::work::WorkKind;
use galvanon_core::work::circle::{Kept, Turned};
use galvanon_core::work::fastener::{Coated, Save, What};
use galvanon_core::work::head::Head;
use proptest::prelude::*;

fn work(text: &str) -> SaidWork {
    let line = read(text);
    assert!(line.problems.is_empty(), "{text}: {:?}", line.problems);
    line.understood.work.unwrap_or_else(|| panic!("{text} is no work"))
}

fn asks(text: &str) -> Vec<&'static str> {
    read(text).problems.iter().map(|problem| problem.code).collect()
}

/// Heat by its head: how hot, how much fuel, how long, in any order and either system.
#[test]
fn heat_is_read_in_any_order() {
    let line = read("heat to 1100 F, 85 cfh, 15 min, propane");
    assert_eq!((line.problems.len(), line.understood.fuel), (0, Some(Fuel::Propane)));
    let said = work("heat to 1100 F, 85 cfh, 15 min, propane");
    let heat = said.heat.clone();
    assert_eq!(said.kind, WorkKind::Heat);
    assert!((heat.temperature.map_or(0.0, |hot| hot.as_c()) - 593.333_333).abs() < 1e-5);
    assert!((heat.flow.map_or(0.0, |flow| flow.as_ft3_h()) - 85.0).abs() < 1e-9);
    assert_eq!(heat.spell, Some(Duration::from_s(900.0)));
    let metric = work("warm with a head of 40 l/min to 600C for 600s").heat;
    assert_eq!(metric.temperature, Some(Temperature::from_c(600.0)));
    assert_eq!(
        (metric.spell, metric.flow),
        (Some(Duration::from_s(600.0)), Some(GasFlow::from_m3_s(40.0 / 60e3)))
    );
    // said back as a hand typed it
    assert_eq!(said.echo(), "heat 1100 F, 85 cfh, 15 min");
    let bare = work("Heat 40 lpm").heat;
    assert!(bare.temperature.is_none() && bare.spell.is_none());
}

#[test]
fn what_is_unclear_of_heat_is_asked() {
    for (text, code) in [
        ("heat", "missing_flow"),
        ("heat to 600 C", "missing_flow"),
        ("heat 40 l/min to 600", "missing_unit"),
        ("heat to 600in", "missing_unit"),
        ("heat 40 l/min quickly", "unknown_word"),
        ("heat 40 l/min, 50 l/min", "said_twice"),
    ] {
        assert_eq!(asks(text), [code], "{text}");
    }
    // a mill's heat number is no heating
    assert!(read("heat A4711, 1/2 plate 12in").understood.work.is_none());
    assert!(read("1/2 plate 12in guided").understood.work.is_none());
}

proptest! {
    /// Said back it reads the same.
    #[test]
    fn heat_reads_back_as_it_was_said(hot in 60..900_u32, flow in 1..900_u32, spell in 10..7200_u32, fuel in prop::sample::select(vec!["", ", acetylene", ", natural gas"])) {
        let text = format!("heat {flow} l/min, {spell} s, to {hot} C{fuel}");
        let said = work(&text);
        prop_assert_eq!(&work(&said.echo()).heat, &said.heat, "{}", said.echo());
    }
}

fn inches(amount: f64) -> Option<TypedLength> {
    Some(TypedLength { amount, system: System::Inch })
}

/// The four lines of the trade that the page promises.
#[test]
fn what_a_hand_types_is_read() {
    let bolts = read("cut off 6 rusted 3/4 bolts, save the studs");
    assert_eq!(bolts.understood.count, Some(6));
    let said = work("cut off 6 rusted 3/4 bolts, save the studs");
    assert_eq!(
        (said.kind, said.what, said.save),
        (WorkKind::Fastener, Some(What::BoltHead), Save::Stud)
    );
    assert_eq!((said.rusted, said.diameter), (true, inches(0.75)));
    let bar = work("wash off backing bar 3/8x1-1/2, 24in");
    assert_eq!((bar.thickness, bar.width, bar.length), (inches(0.375), inches(1.5), inches(24.0)));
    let groove = work("gouge 3/16 deep 12in");
    assert_eq!((groove.depth, groove.length), (inches(0.1875), inches(12.0)));
    let rail = work("rail 8ft 1/2 plate over a weld");
    assert_eq!((rail.length, rail.thickness), (inches(96.0), inches(0.5)));
    assert_eq!(rail.highest.map(|it| it.length().as_mm()), Some(3.0));
}

/// What was not said and is taken all the same is said back.
#[test]
fn what_is_assumed_is_marked() {
    let assumed = |text: &str| -> Vec<&'static str> {
        read(text).marks.iter().filter_map(|mark| mark.assumed).collect()
    };
    assert_eq!(assumed("rail 8ft 1/2in plate over a weld"), ["weld_is_3_mm"]);
    assert_eq!(assumed("rail 8 ft 1/2in plate over a 1/8in weld"), Vec::<&str>::new());
    assert!(assumed("gouge 5 mm deep 300 mm").contains(&"plate_is_four_grooves"));
    assert_eq!(work("gouge 5 mm deep 300 mm").thickness.map(|it| it.length().as_mm()), Some(20.0));
    assert!(!assumed("gouge 5 mm deep 300 mm in 12 mm plate").contains(&"plate_is_four_grooves"));
    assert!(assumed("gouge 5 mm deep 300").contains(&"bare_number_is_millimetres"));
}

#[test]
fn fasteners_are_read_in_the_words_of_the_shop() {
    for (text, what, save, coated) in [
        ("4x M20 nuts, save both", What::Nut, Save::Both, Coated::None),
        ("12 galvanised 5/8 nuts", What::Nut, Save::None, Coated::Zinc),
        ("take off 7/8 rivets, save the plate", What::Rivet, Save::Plate, Coated::None),
        ("cut off 1in stud", What::Stud, Save::None, Coated::None),
        (
            "cadmium 1/2 bolt heads save thread and plate",
            What::BoltHead,
            Save::Both,
            Coated::Cadmium,
        ),
    ] {
        let said = work(text);
        assert_eq!((said.what, said.save, said.coated), (Some(what), save, coated), "{text}");
    }
    assert_eq!(work("4x M20 nuts").diameter.map(|it| it.length().as_mm()), Some(20.0));
    assert_eq!(read("4x M20 nuts, propane").understood.fuel.map(Code::code), Some("propane"));
}

#[test]
fn a_circle_and_heads_are_read_in_the_words_of_the_shop() {
    let hole = work("circle 12in hole 1/2 plate by pivot");
    assert_eq!((hole.kind, hole.kept, hole.turned), (WorkKind::Circle, Kept::Hole, Turned::Pivot));
    assert_eq!((hole.diameter, hole.thickness), (inches(12.0), inches(0.5)));
    let disc = work("3x circle disc 400 mm, 20 mm plate, radius bar");
    assert_eq!((disc.kept, disc.turned), (Kept::Disc, Turned::Carriage));
    assert_eq!(disc.diameter.map(|it| it.length().as_mm()), Some(400.0));
    assert_eq!(read("3x circle disc 400 mm, 20 mm plate").understood.count, Some(3));
    for (text, head) in [
        ("cut off 6 countersunk 3/4 rivets", Some(Head::Countersunk)),
        ("4x pan 5/8 rivets", Some(Head::Pan)),
        ("4x hex 5/8 bolts", Some(Head::Hex)),
        ("4x 5/8 bolts", None),
    ] {
        assert_eq!(work(text).head, head, "{text}");
    }
    // a word of another work is asked about, not passed over
    assert_eq!(asks("gouge 3/16 deep 12in hole"), ["unknown_word"]);
    assert_eq!(asks("rail 8ft 1/2 plate countersunk"), ["unknown_word"]);
    assert_eq!(asks("circle 12in hole"), ["missing_thickness"]);
    assert_eq!(asks("rail 8ft 1/2 plate carriage"), Vec::<&str>::new());
}

#[test]
fn what_is_taken_apart_is_a_list_of_pieces() {
    let said = work("take apart: post 80 kg on the ground; top beam 440lb held by post, propane");
    assert_eq!(said.kind, WorkKind::TakeApart);
    let told: Vec<_> = said
        .pieces
        .iter()
        .map(|it| (it.name.as_str(), it.mass.as_kg().round(), it.held_by.as_str()))
        .collect();
    // 440 lb are 199.6 kg
    assert_eq!(told, [("post", 80.0, "ground"), ("top beam", 200.0, "post")]);
    let line = read("Take down post 0.08 t, rail 30 kg on post, propane");
    assert_eq!(line.understood.fuel.map(Code::code), Some("propane"));
    let pieces = line.understood.work.expect("a work").pieces;
    assert!((pieces[0].mass.as_kg() - 80.0).abs() < 1e-9 && pieces[0].held_by.is_empty());
    assert_eq!(pieces[1].held_by, "post");
    for (text, problem) in [
        ("take apart", "missing_pieces"),
        ("take apart the trailer", "missing_mass"),
        ("take apart: 80 kg on ground", "piece_unnamed"),
        ("take apart: post 80 kg ground", "unclear_holder"),
        ("take apart: post 80 kg on", "unclear_holder"),
    ] {
        assert_eq!(asks(text), [problem], "{text}");
    }
    // the place of what is asked is what was typed
    let asked = &read("take apart: post 80 kg; the beam on post").problems[0];
    assert_eq!(
        asked.span.clone().map(|span| &"take apart: post 80 kg; the beam on post"[span]),
        Some("the beam on post")
    );
}

#[test]
fn what_is_missing_or_strange_is_asked() {
    assert_eq!(asks("cut off 6 bolts"), ["missing_diameter"]);
    assert_eq!(asks("wash off backing bar 3/8 in"), ["missing_width"]);
    assert_eq!(asks("gouge deep 12in"), ["missing_length"]);
    assert_eq!(asks("rail 1/2 plate"), ["missing_length"]);
    assert_eq!(asks("cut off 6 banana 3/4 bolts"), ["unknown_word"]);
    assert_eq!(asks("rail 8ft 1/2 plate 3in 4in"), ["extra_length", "extra_length"]);
    assert_eq!(asks("0x 3/4 bolts"), ["count_out_of_range"]);
    assert_eq!(asks("gouge 5 deep 300"), ["bare_number", "bare_number"]);
    assert_eq!(asks("long cut 2in deep 24in 4in thick"), Vec::<&str>::new());
}

/// A stroke along plate, as lines before said it, is still one.
#[test]
fn plain_cuts_stay_plain_cuts() {
    for text in [
        "4x 3/4 plate 36in guided, rust",
        "12 mm plate 300 mm gouge freehand",
        "1/2 plate 6in bolt head freehand",
        "3/8 plate 24in wash off freehand",
        "W12x26 square guided",
        "6 mm plate 2 m carriage",
    ] {
        assert_eq!(read(text).understood.work, None, "{text}");
    }
}

prop_compose! {
    fn any_length()(eighths in 1..4_000_u32, metric in any::<bool>()) -> TypedLength {
        let system = if metric { System::Metric } else { System::Inch };
        TypedLength { amount: f64::from(eighths) / 8.0, system }
    }
}

prop_compose! {
    fn any_said()(
        kind in prop::sample::select(vec![WorkKind::Rail, WorkKind::Fastener, WorkKind::Wash, WorkKind::Gouge, WorkKind::LongCut, WorkKind::Circle, WorkKind::TakeApart]),
        head in prop::option::of(prop::sample::select(vec![Head::Button, Head::Pan, Head::Countersunk, Head::Hex])),
        pieces in prop::collection::vec(("[a-z]{3,8}( beam)?", 1..9_000_u32, "(|post|far wall)"), 1..6),
        (a, b, c) in (any_length(), any_length(), any_length()),
        what in prop::sample::select(vec![What::Rivet, What::BoltHead, What::Nut, What::Stud]),
        save in prop::sample::select(vec![Save::None, Save::Stud, Save::Plate, Save::Both]),
        coated in prop::sample::select(vec![Coated::None, Coated::Zinc, Coated::Cadmium]),
        (rusted, more) in (any::<bool>(), any::<bool>()),
    ) -> SaidWork {
        let mut said = SaidWork { kind, ..SaidWork::default() };
        match kind {
            WorkKind::Fastener => {
                (said.what, said.save, said.coated, said.rusted) = (Some(what), save, coated, rusted);
                (said.diameter, said.head) = (Some(a), head);
            }
            WorkKind::Circle => {
                (said.diameter, said.thickness) = (Some(a), Some(b));
                (said.kept, said.turned) = if more { (Kept::Hole, Turned::Carriage) } else { Default::default() };
            }
            WorkKind::TakeApart => {
                let piece = |(name, tenths, held_by): (String, u32, String)| {
                    SaidPiece { name, mass: Mass::from_kg(f64::from(tenths) / 10.0), held_by }
                };
                said.pieces = pieces.into_iter().map(piece).collect();
            }
            WorkKind::Rail => {
                (said.length, said.thickness) = (Some(a), Some(b));
                if more {
                    (said.highest, said.bevel) = (Some(c), Some(Angle::from_deg(30.0)));
                }
            }
            WorkKind::Wash => {
                (said.thickness, said.width, said.length) = (Some(a), Some(b), Some(c));
            }
            _ => (said.depth, said.length, said.thickness) = (Some(a), Some(b), Some(c)),
        }
        said
    }
}

fn back(said: &SaidWork, count: Option<u32>) -> Line {
    let mut line = Line::default();
    (line.understood.work, line.understood.count) = (Some(said.clone()), count);
    read(&line.understood.echo())
}

proptest! {
    /// Whatever is said back reads the same again.
    #[test]
    fn what_is_said_back_reads_the_same(said in any_said(), count in prop::option::of(1..900_u32)) {
        let count = count.filter(|_| said.kind != WorkKind::TakeApart);
        let again = back(&said, count);
        prop_assert!(again.problems.is_empty(), "{:?}", again.problems);
        prop_assert_eq!(again.understood.work, Some(said));
        prop_assert_eq!(again.understood.count, count);
    }

    #[test]
    fn nothing_typed_panics(text in "(heat|l/min|cfh|C|rail|gouge|wash|bolt|stud|circle|take apart|hole|kg|;|on|save|deep|weld|bar|x|[0-9/. -]{1,5}|mm|in|,| |M[0-9]{1,3}|é){0,14}") {
        let line = read(&text);
        prop_assert!(line.marks.iter().all(|mark| text.get(mark.span.clone()).is_some()));
    }
}
