//! What does steel look like at a temperature?
//!
//! Bright steel takes an oxide film that goes from straw to blue, then it is grey, then it glows. Eyes and light differ: a stick
//! or a pyrometer is surer. Left out: stainless and coated steel, which colour otherwise. Theory: docs/model/work.md.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::Result;
use crate::quantity::Temperature;
use crate::reference::{Table, read, table};

/// A colour that steel takes or glows in.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, Deserialize, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Colour {
    /// A film, pale yellow.
    Straw,
    /// A film, brown.
    Bronze,
    /// A film.
    Purple,
    /// A film.
    Blue,
    /// The film is thick and dull.
    Grey,
    /// It glows, seen in the dark only.
    FaintRed,
    /// It glows, seen in shade.
    DarkRed,
    /// It glows.
    CherryRed,
    /// It glows: where oxygen takes hold.
    BrightCherry,
    /// It glows.
    OrangeHeat,
}

/// A colour with the temperatures at which steel has it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct HeatColour {
    /// Which.
    pub colour: Colour,
    /// Whether it glows; a film of oxide else.
    pub glows: bool,
    /// From.
    pub low: Temperature,
    /// To.
    pub high: Temperature,
}

#[derive(Deserialize)]
struct Row {
    colour: Colour,
    kind: String,
    low_c: f64,
    high_c: f64,
}

static COLOURS: Table<Vec<Row>> = LazyLock::new(|| table!("heat-colours.csv"));

/// Every colour, the coolest first.
///
/// # Errors
/// When the table cannot be read.
pub fn heat_colours() -> Result<Vec<HeatColour>> {
    let of = |row: &Row| HeatColour {
        colour: row.colour,
        glows: row.kind == "glow",
        low: Temperature::from_c(row.low_c),
        high: Temperature::from_c(row.high_c),
    };
    Ok(read(&COLOURS)?.iter().map(of).collect())
}

/// The colour of steel at a temperature; `None` where it has none yet, or is hotter than the table goes.
///
/// # Errors
/// When the table cannot be read.
pub fn colour_at(t: Temperature) -> Result<Option<HeatColour>> {
    let all = heat_colours()?;
    Ok(all.into_iter().find(|it| it.low.as_k() <= t.as_k() && t.as_k() < it.high.as_k()))
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Common practice: bending heats of 600 to 650 °C are a dark red; blue comes near 300 °C.
    #[test]
    fn steel_is_blue_at_300_and_dark_red_where_it_is_straightened() {
        let at = |c: f64| colour_at(Temperature::from_c(c)).expect("a table").map(|it| it.colour);
        assert_eq!((at(300.0), at(620.0)), (Some(Colour::Blue), Some(Colour::DarkRed)));
        assert_eq!((at(100.0), at(1_200.0)), (None, None));
    }

    #[test]
    fn each_colour_begins_where_the_one_before_ends_and_what_glows_is_hotter() {
        let all = heat_colours().expect("a table");
        for pair in all.windows(2) {
            assert!((pair[0].high.as_k() - pair[1].low.as_k()).abs() < 1e-9, "{pair:?}");
            assert!(pair[0].low.as_k() < pair[0].high.as_k());
            assert!(pair[1].glows || !pair[0].glows, "{pair:?}");
        }
    }
}
