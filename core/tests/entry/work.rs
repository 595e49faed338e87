//! Lines of other work: what a hand types, what is asked back, and that plain cuts stay plain cuts.

use galvanon_core::code::Code;
use galvanon_core::entry::line::read;
use galvanon_core::entry::measure::{System, TypedLength};
use galvanon_core::entry::said::Line;
use galvanon_core::entry::work::said::SaidWork;
use galvanon_core::quantity::Angle;
use galvanon_core::work::WorkKind;
use galvanon_core::work::fastener::{Coated, Save, What};
use proptest::prelude::*;

fn work(text: &str) -> SaidWork {
    let line = read(text);
    assert!(line.problems.is_empty(), "{text}: {:?}", line.problems);
    line.understood.work.unwrap_or_else(|| panic!("{text} is no work"))
}

fn asks(text: &str) -> Vec<&'static str> {
    read(text).problems.iter().map(|problem| problem.code).collect()
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
        kind in prop::sample::select(vec![WorkKind::Rail, WorkKind::Fastener, WorkKind::Wash, WorkKind::Gouge, WorkKind::LongCut]),
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
                said.diameter = Some(a);
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
        let again = back(&said, count);
        prop_assert!(again.problems.is_empty(), "{:?}", again.problems);
        prop_assert_eq!(again.understood.work, Some(said));
        prop_assert_eq!(again.understood.count, count);
    }

    #[test]
    fn nothing_typed_panics(text in "(rail|gouge|wash|bolt|stud|save|deep|weld|bar|x|[0-9/. -]{1,5}|mm|in|,| |M[0-9]{1,3}|é){0,14}") {
        let line = read(&text);
        prop_assert!(line.marks.iter().all(|mark| text.get(mark.span.clone()).is_some()));
    }
}
