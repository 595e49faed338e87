//! Parts typed by their dimensions, as a shop writes them.

use galvanon_core::entry::measure::{System, TypedLength};
use galvanon_core::entry::part::{PartLine, SaidPart, read};
use galvanon_core::layout::shapes::ShapeKind;
use proptest::prelude::*;

fn said(text: &str) -> SaidPart {
    let line = read(text);
    assert!(line.problems.is_empty(), "{text}: {:?}", line.problems);
    line.said
}

fn inches(length: Option<TypedLength>) -> f64 {
    let length = length.expect("a length");
    assert_eq!(length.system, System::Inch);
    length.amount
}

fn problems(text: &str) -> Vec<&'static str> {
    read(text).problems.into_iter().map(|problem| problem.code).collect()
}

#[test]
fn a_lug_is_read_as_it_is_written() {
    let lug = said("6x lug 4x6 1/2 plate, hole 1-1/8, r2");
    assert_eq!((lug.count, lug.shape), (Some(6), Some(ShapeKind::Lug)));
    let sizes = [lug.width, lug.height, lug.thickness, lug.hole, lug.radius].map(inches);
    assert_eq!(sizes, [4.0, 6.0, 0.5, 1.125, 2.0]);
    // in the middle of the round: 2 - 9/16
    assert!((inches(lug.edge) - 1.4375).abs() < 1e-12);
}

#[test]
fn strips_with_an_end_piece_are_one_more() {
    let strips = said("strips 1-1/2 wide 12 long, 4 and an end piece, 3/8 plate");
    assert_eq!((strips.count, strips.shape), (Some(5), Some(ShapeKind::Strip)));
    assert_eq!([strips.width, strips.height, strips.thickness].map(inches), [1.5, 12.0, 0.375]);
}

#[test]
fn every_shape_has_its_words() {
    let cases = [
        ("4 gussets 8x6 in, snipe 3/4, 1/2 plate", ShapeKind::Gusset),
        ("base plate 10x10x1-1/2 in, r1/2", ShapeKind::BasePlate),
        ("2x disc 8 in dia 3/8 plate", ShapeKind::Disc),
        ("ring 8 in, hole 4", ShapeKind::Ring),
        ("hexagon 6 in dia", ShapeKind::Polygon),
        ("polygon 8 sides 100 mm dia", ShapeKind::Polygon),
        ("rectangle 300 x 200 mm radius 20", ShapeKind::Rectangle),
        ("bracket 8x8 in", ShapeKind::Bracket),
        ("lug 100 mm wide 150 mm high hole 30 edge 35 20 mm plate", ShapeKind::Lug),
    ];
    for (text, shape) in cases {
        assert_eq!(said(text).shape, Some(shape), "{text}");
    }
    assert_eq!(said("base plate 10x10x1-1/2 in").thickness.map(|t| t.amount), Some(1.5));
    assert_eq!(said("hexagon 6 in dia").sides, Some(6));
    assert_eq!(said("2x disc 8 in dia 3/8 plate").count, Some(2));
}

#[test]
fn a_bare_number_takes_the_system_of_its_line_and_is_asked_for_without_one() {
    let line = read("gusset 8x6 3/8 plate");
    assert!(line.problems.is_empty(), "{:?}", line.problems);
    let assumed: Vec<_> = line.marks.iter().filter_map(|mark| mark.assumed).collect();
    assert!(assumed.contains(&"bare_number_is_inches"), "{assumed:?}");
    assert_eq!(problems("gusset 8x6"), ["bare_number", "bare_number", "which_sizes"]);
    assert_eq!(read("gusset 8x6").problems[0].offers, ["8 in", "8 mm"]);
}

#[test]
fn what_is_missing_or_wrong_is_asked() {
    assert_eq!(problems("4x6 in 1/2 plate"), ["which_shape"]);
    assert_eq!(problems("lug 4x6 in"), ["which_hole"]);
    assert_eq!(problems("lug 4x6 in hole 1 r 1/2"), ["lug_radius"]);
    assert_eq!(problems("ring 8 in"), ["which_sizes"]);
    assert_eq!(problems("disc 8 in sprocket"), ["unknown_word"]);
    assert_eq!(problems("disc 1,5 in dia"), ["unclear_number", "which_sizes"]);
    assert_eq!(problems("lug gusset 4x6 in hole 1"), ["said_twice"]);
    assert_eq!(problems("polygon 8 in dia"), ["how_many_sides"]);
}

#[test]
fn what_is_said_back_reads_the_same() {
    for text in [
        "6x lug 4x6 1/2 plate, hole 1-1/8, r2",
        "4 gussets 8x6 in, snipe 3/4, 1/2 plate",
        "3x ring 200 mm, hole 100, 12 mm plate",
        "polygon 8 sides 100 mm dia",
        "base plate 10x10x1-1/2 in, r1/2",
    ] {
        let first = said(text);
        assert_eq!(said(&first.echo()), first, "{text}: {}", first.echo());
    }
}

proptest! {
    /// Whatever is typed, places lie in the text and nothing panics.
    #[test]
    fn nothing_that_is_typed_breaks_it(text in "[0-9x/ .,lugripshoe\"'½-]{0,40}") {
        let PartLine { marks, problems, .. } = read(&text);
        for span in marks.iter().map(|m| m.span.clone()).chain(problems.into_iter().filter_map(|p| p.span)) {
            prop_assert!(text.get(span.clone()).is_some(), "{:?} of {}", span, text);
        }
    }
}
