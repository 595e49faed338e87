//! How does a hand get round a circle?
//!
//! A bar with a pivot keeps the radius; the body has to walk round it. Said in the order of work: pivot, start, stands, hoses,
//! the last bit. Source: `common_practice`.

use crate::code::Code;
use crate::layout::kerf::Keep;
use crate::note::{Level, Note};
use crate::trace::{Kind, Measure, Named};

/// A circle of the tip's centre, as a hand walks it.
#[derive(Clone, Copy, Debug)]
pub struct Round {
    /// From the pivot to the tip's centre, m.
    pub pivot: f64,
    /// What is kept: inside it, a disc; outside it, a hole.
    pub keep: Keep,
    /// From the pivot to where the plate is pierced, m; `None` where it is not pierced inside the circle.
    pub pierced: Option<f64>,
    /// Places at which the hand stops and the feet move.
    pub stops: usize,
}

/// Nearer to a pierce a pivot finds no steel to stand on, m. Source: `ours`.
const STANDS_ON: f64 = 0.012;
/// Full round, rad.
const ROUND: f64 = std::f64::consts::TAU;

/// What a hand does to get round, in order.
#[must_use]
pub fn by_hand(round: &Round) -> Vec<Note> {
    #[allow(clippy::cast_precision_loss, reason = "a handful of stands")]
    let stands = (round.stops + 1) as f64;
    // the tip starts where nothing is kept
    let scrap = if round.keep == Keep::Inside { Keep::Outside } else { Keep::Inside };
    let say = |code, values: Vec<Named>| Note::new(Level::Info, code, values);
    let turned = if round.stops == 0 {
        say("circle_one_stand", vec![])
    } else {
        let count = ("count", Measure::Number(Kind::Count, stands));
        let angle = ("angle", Measure::Number(Kind::Angle, ROUND / stands));
        say("circle_stands", vec![count, angle])
    };
    let pivot = if round.pierced.is_some_and(|off| off < STANDS_ON) {
        say("circle_no_pivot", vec![])
    } else {
        say("circle_pivot", vec![("pivot", Measure::Number(Kind::Bore, round.pivot))])
    };
    vec![
        pivot,
        say("circle_start", vec![("scrap", Measure::Word(scrap.code()))]),
        turned,
        say("circle_hoses", vec![]),
        say("circle_end", vec![]),
    ]
}

#[cfg(test)]
mod tests {
    use super::*;

    const fn round(keep: Keep, stops: usize) -> Round {
        Round { pivot: 0.1, keep, pierced: None, stops }
    }

    fn codes(round: &Round) -> Vec<&'static str> {
        by_hand(round).iter().map(|note| note.code).collect()
    }

    #[test]
    fn a_disc_is_begun_outside_and_a_hole_inside() {
        for (keep, scrap) in [(Keep::Inside, "outside"), (Keep::Outside, "inside")] {
            let steps = by_hand(&round(keep, 0));
            assert_eq!(steps[1].values, [("scrap", Measure::Word(scrap))]);
        }
    }

    #[test]
    fn the_feet_move_at_each_stop_and_the_stands_share_the_round() {
        let steps = by_hand(&round(Keep::Inside, 2));
        let third = Measure::Number(Kind::Angle, 2.0 * std::f64::consts::PI / 3.0);
        assert_eq!(
            steps[2].values,
            [("count", Measure::Number(Kind::Count, 3.0)), ("angle", third)]
        );
        assert_eq!(codes(&round(Keep::Inside, 0))[2], "circle_one_stand");
    }

    #[test]
    fn the_pivot_comes_first_and_the_last_bit_last() {
        let all = codes(&round(Keep::Outside, 1));
        assert_eq!((all[0], all[4]), ("circle_pivot", "circle_end"));
    }

    #[test]
    fn where_the_pivot_would_stand_nothing_is_pierced() {
        let of = |pierced| codes(&Round { pierced, ..round(Keep::Outside, 0) })[0];
        assert_eq!(of(Some(0.0)), "circle_no_pivot");
        assert_eq!((of(Some(0.03)), of(None)), ("circle_pivot", "circle_pivot"));
    }
}
