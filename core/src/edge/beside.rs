//! A kerf that is not through: where is the new cut begun, how far beside the old one, and where does it come back?

use crate::edge::lost::{Lost, Step, heating, step};
use crate::quantity::Length;
use crate::trace::Kind;

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

/// The way beside a kerf that is not through, m along the line from the stop.
pub(super) struct Beside {
    /// How much behind the stop is not through.
    pub bad: f64,
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
    pub ahead: f64,
}

impl Beside {
    pub fn of(lost: &Lost) -> Self {
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
    pub fn strip(&self, kerf: Length) -> [f64; 2] {
        [self.back + self.past + self.rejoin, self.aside - kerf.as_m() / 2.0]
    }

    /// What to do, in order.
    pub fn steps(&self, lost: &Lost) -> Vec<Step> {
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
    pub fn path(&self, thickness: f64) -> Vec<(f64, f64)> {
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
