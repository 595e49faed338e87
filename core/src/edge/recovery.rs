//! The cut went out: where is it picked up again, how, and what will the mend cost?
//!
//! What counts is whether the cut was through up to the stop. If it was, the end of the kerf is heated again
//! and the cut goes on. If it was not, slag fills the kerf: it melts before steel and does not burn, so
//! the torch goes back to good kerf and cuts beside the old one, on the scrap side, until it is past the
//! stop. The line runs along x with the stop at 0, the torch travelling toward +x; scrap lies at +y.
//! Nothing of that leaves the plate: where no good kerf is left behind, the cut begins again at the edge. Left out: why it
//! went out, which is the diagnosis. Theory: docs/model/edge.md.

use crate::cut::RESTART_FACTOR;
use crate::error::Result;
use crate::quantity::{Duration, Length};
use crate::range::Range;
use crate::trace::{Kind, Measure, Named};

/// How much of the cut behind the stop is not through, seen from below.
pub const NOT_THROUGH: Range = Range::new("not_through", "m", 0.0, 2.0);

/// Which way the slag went last.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Slag {
    /// Down through the kerf.
    Down,
    /// Back up at the torch.
    Up,
    /// It stayed in the kerf.
    Stayed,
}

/// A side of the line, in the direction of travel.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Side {
    /// To the left.
    Left,
    /// To the right.
    Right,
}

/// A cut that went out, as the torch hand tells it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Lost {
    /// Along the jet.
    pub thickness: Length,
    /// Width of the cut.
    pub kerf: Length,
    /// Heating of a start at a cold edge, low to high.
    pub start_preheat: (Duration, Duration),
    /// Whether it was through up to the stop.
    pub through: bool,
    /// Which way the slag went last; `None` where nobody saw.
    pub slag: Option<Slag>,
    /// Which side is scrap; `None` where both are parts.
    pub scrap: Option<Side>,
    /// Whether the edge stays as it is cut.
    pub finished: bool,
    /// How much behind the stop is not through; `None` where nobody looked.
    pub not_through: Option<Length>,
    /// How far it had been cut from its start, where somebody measured.
    pub done: Option<Length>,
    /// Length of the whole line.
    pub line: Length,
    /// What a new cut of the whole line takes.
    pub new_cut: Duration,
}

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

/// A step by its code.
#[derive(Clone, Debug, PartialEq)]
pub struct Step {
    /// Code of its sentence.
    pub code: &'static str,
    /// The values inside it.
    pub values: Vec<Named>,
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

/// Not through for this part of the thickness where nobody looked. Source: `ours`.
const USUALLY_NOT_THROUGH: f64 = 2.0;
/// Good kerf to start in, part of the thickness. Source: `ours`.
const GOOD_KERF: f64 = 0.5;
/// The new cut beside the old one, in widths of the kerf: half a kerf of steel stays between them.
/// Source: `ours`.
const BESIDE: f64 = 1.5;
/// The new cut runs past the stop by this part of the thickness: the heat there is good and no slag.
/// Source: `ours`.
const PAST: f64 = 1.0;
/// Back to the line: so much along it for each unit across. Source: `ours`.
const SLANT: f64 = 2.0;
/// Notch of a restart in the kerf, in widths of the kerf along the edge. Source: `ours`.
const NOTCH_LENGTH: f64 = 2.0;
/// And across. Source: `ours`.
const NOTCH_WIDTH: f64 = 0.25;
/// What an angle grinder takes off, m³/s: 2 cm³ a minute. Source: `ours`, an estimate from memory.
const GRINDS: f64 = 2e-6 / 60.0;

fn step(code: &'static str, values: &[(&'static str, Kind, f64)]) -> Step {
    let number =
        |(name, kind, value): &(&'static str, Kind, f64)| (*name, Measure::Number(*kind, *value));
    Step { code, values: values.iter().map(number).collect() }
}

/// Whether the cut is taken as through: slag that went up or stayed says it was not.
fn was_through(lost: &Lost) -> bool {
    lost.through && !matches!(lost.slag, Some(Slag::Up | Slag::Stayed))
}

fn cautions(lost: &Lost) -> Vec<&'static str> {
    let mut all = Vec::new();
    if lost.through && !was_through(lost) {
        all.push("slag_says_not_through");
    }
    if !lost.through && lost.slag == Some(Slag::Down) {
        all.push("slag_says_through");
    }
    if lost.scrap.is_none() {
        all.push("both_sides_are_parts");
    }
    if lost.not_through.is_none() && !was_through(lost) {
        all.push("look_from_below");
    }
    all
}

fn heating(lost: &Lost) -> [(&'static str, Kind, f64); 2] {
    // the cut is still hot
    let again = |cold: Duration| cold.as_s() * RESTART_FACTOR;
    let (low, high) = lost.start_preheat;
    [("low", Kind::Duration, again(low)), ("high", Kind::Duration, again(high))]
}

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

/// The way beside a kerf that is not through, m along the line from the stop.
struct Beside {
    /// How much behind the stop is not through.
    bad: f64,
    /// Whether it begins at the edge, for want of good kerf.
    at_edge: bool,
    /// How far behind the stop it begins.
    back: f64,
    /// How far from the old line.
    aside: f64,
    /// How far past the stop it stays aside.
    past: f64,
    /// Over how much it comes back to the line; 0 where the plate ends before.
    rejoin: f64,
    /// What is left of the line beyond the stop.
    ahead: f64,
}

impl Beside {
    fn of(lost: &Lost) -> Self {
        let a = lost.thickness.as_m();
        let bad = lost.not_through.map_or(USUALLY_NOT_THROUGH * a, Length::as_m);
        let wanted = bad + GOOD_KERF * a;
        // behind the start and beyond the end there is no plate
        let done = lost.done.map_or(f64::INFINITY, Length::as_m);
        let ahead =
            lost.done.map_or(f64::INFINITY, |done| (lost.line.as_m() - done.as_m()).max(0.0));
        let (aside, past) = (BESIDE * lost.kerf.as_m(), (PAST * a).min(ahead));
        Self {
            bad: bad.min(done),
            at_edge: done <= wanted,
            back: done.min(wanted),
            aside,
            past,
            rejoin: (SLANT * aside).min(ahead - past),
            ahead,
        }
    }

    /// What stays on the part: the old kerf's wall lies on the line, slag and the strip beyond it go.
    fn strip(&self, kerf: Length) -> [f64; 2] {
        [self.back + self.past + self.rejoin, self.aside - kerf.as_m() / 2.0]
    }

    fn steps(&self, lost: &Lost) -> Vec<Step> {
        let [length, width] = self.strip(lost.kerf);
        let (to, heat) = if self.at_edge {
            ("go_back_to_the_edge", "heat_the_edge_beside")
        } else {
            ("go_back_to_good_kerf", "heat_scrap_wall")
        };
        let beside = [("beside", Kind::Gap, self.aside), ("past", Kind::Gap, self.past)];
        let mut steps = vec![
            step("lever_off_flame_on", &[]),
            step("never_chase_the_slag", &[]),
            step(to, &[("back", Kind::Gap, self.back)]),
            step(heat, &heating(lost)),
            step("cut_alongside", &beside),
        ];
        if self.rejoin > 0.0 {
            steps.push(step("back_to_the_line", &[("over", Kind::Gap, self.rejoin)]));
        }
        let strip = [("length", Kind::Gap, length), ("width", Kind::Gap, width)];
        steps.push(step("grind_the_strip", &strip));
        steps
    }

    /// As it is drawn, x along the line and y toward the scrap.
    fn path(&self, thickness: f64) -> Vec<(f64, f64)> {
        let Self { at_edge, back, aside, past, rejoin, ahead, .. } = *self;
        let swing = if at_edge { 0.0 } else { (SLANT * aside / 2.0).min(back) };
        let (first, last) =
            (if at_edge { aside } else { 0.0 }, if rejoin > 0.0 { 0.0 } else { aside });
        let drawn = [
            (-back, first),
            (swing - back, aside),
            (past, aside),
            (past + rejoin, last),
            ((past + rejoin + thickness).min(ahead), last),
        ];
        // where the plate ends the path ends
        let mut path: Vec<(f64, f64)> = Vec::with_capacity(drawn.len());
        for point in drawn {
            if path.last().is_none_or(|last| point.0 > last.0) {
                path.push(point);
            }
        }
        path
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
