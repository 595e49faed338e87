//! The marks as a table, all from the datum corner.

use galvanon_core::code::Code;
use galvanon_core::layout::marks::Mark;

use crate::api::layout::out::drawn::{Drawn, OutUnit};
use crate::error::ApiResult;
use crate::http::csv::table;
use crate::wire::unit::fine;

/// The file.
pub(super) fn written(drawn: &Drawn<'_>) -> ApiResult<Vec<u8>> {
    let unit = match drawn.unit {
        OutUnit::Mm => "mm",
        OutUnit::In => "in",
    };
    let number = |m: f64| fine(m * drawn.unit.in_a_metre()).to_string();
    let found = drawn.marks(drawn.datum);
    let [x, y, radius] = ["x", "y", "radius"].map(|name| format!("{name}_{unit}"));
    let head = ["order".to_owned(), "mark".to_owned(), x, y, radius];
    let row = |(i, mark): (usize, &Mark)| {
        let radius = mark.radius.map_or_else(String::new, number);
        [
            (i + 1).to_string(),
            mark.kind.code().to_owned(),
            number(mark.at.x),
            number(mark.at.y),
            radius,
        ]
    };
    let marks = found.marks.iter().enumerate().map(row);
    let order = (found.marks.len() + 1).to_string();
    // both diagonals of the box are as long, or it is not square
    let check = [
        order,
        "diagonal".to_owned(),
        number(found.size.x),
        number(found.size.y),
        number(found.diagonal),
    ];
    table([head].into_iter().chain(marks).chain([check]))
}
