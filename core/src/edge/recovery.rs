//! The cut went out: where is it picked up again, how, and what will the mend cost?
//!
//! What counts is whether the cut was through up to the stop. If it was, the end of the kerf is heated again
//! and the cut goes on. If it was not, slag fills the kerf: it melts before steel and does not burn, so
//! the torch goes back to good kerf and cuts beside the old one, on the scrap side, until it is past the
//! stop. The line runs along x with the stop at 0, the torch travelling toward +x; scrap lies at +y.
//! Nothing of that leaves the plate: where no good kerf is left behind, the cut begins again at the edge. Left out: why it
//! went out, which is the diagnosis. Theory: docs/model/edge.md.

use crate::edge::beside::Beside;
use crate::edge::lost::{Lost, NOT_THROUGH, Side, Step, cautions, heating, step, was_through};
use crate::error::Result;
use crate::quantity::{Duration, Length};

/// How the cut is picked up.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Way {
    /// At the stop itself.
    AtTheStop,
    /// In the scrap beside the stop, then back to the line.
    FromTheScrap,
    /// Beside the old kerf, from good kerf on.
    Alongside,
}

/// What is left to grind on the part.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct CleanUp {
    /// Along the edge.
    pub length: Length,
    /// From the line, through the whole thickness.
    pub width: Length,
    /// At the grinder.
    pub time: Duration,
}

impl CleanUp {
    /// That time at an hourly wage.
    #[must_use]
    pub fn cost(&self, wage_h: f64) -> f64 {
        const HOUR: f64 = 3_600.0; // s
        self.time.as_s() / HOUR * wage_h
    }
}

/// How a lost cut is picked up again.
#[derive(Clone, Debug, PartialEq)]
pub struct Recovery {
    /// How.
    pub way: Way,
    /// The side it is done on.
    pub side: Side,
    /// What to do, in order.
    pub steps: Vec<Step>,
    /// The middle of the torch from the new start on: along the line, and to the scrap side, m.
    pub path: Vec<(f64, f64)>,
    /// Slag in the old kerf reaches from here to the stop, m; 0 where it is clean.
    pub slag_from: f64,
    /// What is left to grind.
    pub clean_up: CleanUp,
    /// Codes of what is to be minded.
    pub cautions: Vec<&'static str>,
    /// Other ways to the same end, with the time at the torch.
    pub offers: Vec<(&'static str, Duration)>,
}

/// Notch of a restart in the kerf, in widths of the kerf along the edge. Source: `ours`.
const NOTCH_LENGTH: f64 = 2.0;
/// And across. Source: `ours`.
const NOTCH_WIDTH: f64 = 0.25;
/// What an angle grinder takes off, m³/s: 2 cm³ a minute. Source: `ours`, an estimate from memory.
const GRINDS: f64 = 2e-6 / 60.0;

fn clean_up(lost: &Lost, length: f64, width: f64) -> CleanUp {
    let time = length * width * lost.thickness.as_m() / GRINDS;
    CleanUp {
        length: Length::from_m(length),
        width: Length::from_m(width),
        time: Duration::from_s(time),
    }
}

fn at_the_stop(lost: &Lost, side: Side) -> Recovery {
    let kerf = lost.kerf.as_m();
    let out = lost.finished && lost.scrap.is_some();
    let heat = if out { "heat_in_the_scrap" } else { "heat_end_of_kerf" };
    let (way, path, width) = if out {
        // from beside the kerf into its end, so that the notch lies in the scrap
        (Way::FromTheScrap, vec![(0.0, kerf), (kerf, 0.0)], 0.0)
    } else {
        (Way::AtTheStop, vec![(0.0, 0.0)], NOTCH_WIDTH * kerf)
    };
    let length = if out { 0.0 } else { NOTCH_LENGTH * kerf };
    let steps = vec![
        step("lever_off_flame_on", &[]),
        step(heat, &heating(lost)),
        step("slag_below_must_glow", &[]),
        step("lever_slowly", &[]),
        step(if width > 0.0 { "dress_the_notch" } else { "notch_is_in_scrap" }, &[]),
    ];
    let path = path.into_iter().chain([(kerf + lost.thickness.as_m(), 0.0)]).collect();
    Recovery {
        way,
        side,
        steps,
        path,
        slag_from: 0.0,
        clean_up: clean_up(lost, length, width),
        cautions: cautions(lost),
        offers: Vec::new(),
    }
}

fn alongside(lost: &Lost, side: Side) -> Recovery {
    let beside = Beside::of(lost);
    let [length, width] = beside.strip(lost.kerf);
    let clean_up = clean_up(lost, length, width);
    let mut cautions = cautions(lost);
    if clean_up.time > lost.new_cut {
        cautions.push("grinds_longer_than_a_new_cut");
    }
    Recovery {
        way: Way::Alongside,
        side,
        steps: beside.steps(lost),
        path: beside.path(lost.thickness.as_m()),
        slag_from: -beside.bad,
        clean_up,
        cautions,
        offers: offers(lost, beside.ahead),
    }
}

/// The rest from the other end until it meets the old cut, or the whole line anew beside it.
fn offers(lost: &Lost, ahead: f64) -> Vec<(&'static str, Duration)> {
    let whole = lost.new_cut.as_s();
    let rest = (ahead / lost.line.as_m()).min(1.0);
    [("from_the_other_end", whole * rest), ("cut_anew", whole)]
        .map(|(code, time)| (code, Duration::from_s(time)))
        .to_vec()
}

/// How a lost cut is picked up again.
///
/// | symbol | meaning | unit | refused outside |
/// |---|---|---|---|
/// | `lost` | thickness `a`, kerf `k`, heating of a cold start, what was seen, which side is scrap | m, s | `not_through` 0 – 2 m |
/// | → | way, side, steps, path of the torch, what is left to grind | | |
///
/// ```text
/// through: heat the end of the kerf, go on (a finished edge: from a kerf's width inside the scrap)
/// not through over L (2·a where nobody looked): back by L + a/2, beside by 1.5·k, past by a, back over 3·k
/// to grind: (L + 1.5·a + 3·k) · k · a at 2 cm³ a minute
/// ```
/// Source: `common_practice` for the way, `ours` for sizes.
///
/// # Errors
/// `OutOfRange` for `not_through`.
pub fn recover(lost: &Lost) -> Result<Recovery> {
    if let Some(length) = lost.not_through {
        NOT_THROUGH.check(length.as_m())?;
    }
    let side = lost.scrap.unwrap_or(Side::Right);
    Ok(if was_through(lost) { at_the_stop(lost, side) } else { alongside(lost, side) })
}
