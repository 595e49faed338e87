//! `8 ft 1/2 plate` was read as plate of eight feet and a half inch: the fraction after the feet was taken for inches of the same
//! length, although the word after it names another one.

use galvanon_core::entry::line::read;

fn lengths(text: &str) -> (Option<f64>, Option<f64>) {
    let said = read(text).understood;
    (said.thickness.map(|it| it.amount), said.length.map(|it| it.amount))
}

#[test]
fn a_fraction_that_names_the_plate_is_no_part_of_the_feet_before_it() {
    assert_eq!(lengths("8 ft 1/2 plate guided"), (Some(0.5), Some(96.0)));
    assert_eq!(lengths("8ft 3/4 thick guided"), (Some(0.75), Some(96.0)));
    assert_eq!(lengths("guided 2 ft 1/4 pl"), (Some(0.25), Some(24.0)));
}

#[test]
fn inches_after_feet_are_still_one_length_with_them() {
    for text in [
        "1/2 plate 5 ft 3-1/2 in guided",
        "1/2 plate 5' 3-1/2\" guided",
        "1/2 plate 5 ft 3-1/2 guided",
    ] {
        assert_eq!(lengths(text), (Some(0.5), Some(63.5)), "{text}");
    }
}
