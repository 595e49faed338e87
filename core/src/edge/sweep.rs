//! How does the edge change while one thing is moved, the rest as it is? Points along a slider, close enough that a drawing
//! looks smooth between them.

use crate::edge::face::Face;
use crate::edge::predict::{Off, Planned, predict};
use crate::error::Result;

/// Points of a sweep.
const POINTS: u32 = 13;

/// What a slider moves.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Swept {
    /// Pace over the planned one.
    Speed,
    /// Oxygen over the planned.
    Oxygen,
    /// Flame over the planned.
    Flame,
    /// From too much fuel, −1, to too much oxygen, 1.
    Mixture,
    /// Distance over the planned one.
    Standoff,
    /// A clean bore, 0, to a foul one, 1.
    Dirt,
}

impl Swept {
    /// How far the slider goes. Source: `ours`, as far as the relations say anything.
    #[must_use]
    pub const fn reach(self) -> (f64, f64) {
        match self {
            Self::Speed | Self::Oxygen => (0.5, 1.7),
            Self::Flame => (0.4, 2.2),
            Self::Mixture => (-1.0, 1.0),
            Self::Standoff => (0.2, 3.8),
            Self::Dirt => (0.0, 1.0),
        }
    }

    /// The same cut with this one moved.
    #[must_use]
    pub const fn moved(self, off: Off, at: f64) -> Off {
        match self {
            Self::Speed => Off { speed: at, ..off },
            Self::Oxygen => Off { oxygen: at, ..off },
            Self::Flame => Off { flame: at, ..off },
            Self::Mixture => Off { mixture: at, ..off },
            Self::Standoff => Off { standoff: at, ..off },
            Self::Dirt => Off { dirt: at, ..off },
        }
    }
}

/// The faces along a slider, each with where it stands.
///
/// # Errors
/// As [`predict`].
pub fn sweep(planned: &Planned, swept: Swept, off: Off) -> Result<Vec<(f64, Face)>> {
    let (from, to) = swept.reach();
    let step = (to - from) / f64::from(POINTS - 1);
    (0..POINTS)
        .map(|point| {
            let at = from + step * f64::from(point);
            Ok((at, predict(planned, &swept.moved(off, at))?.face))
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::code::Code;
    use crate::cut::{Request, plan};
    use crate::quantity::Length;

    #[test]
    fn a_slider_ends_where_it_should_and_passes_the_cut_as_it_is() {
        let request = Request::plate(Length::from_mm(20.0), Length::from_mm(300.0));
        let settings = plan(&request).expect("a plan");
        let planned = Planned::of(&settings, request.cut.process, request.gas.oxygen_purity);
        let right = predict(&planned, &Off::NOTHING).expect("a face").face;
        for swept in Swept::ALL.iter().copied() {
            let faces = sweep(&planned, swept, Off::NOTHING).expect("a sweep");
            let ends = (faces.first().map(|(at, _)| *at), faces.last().map(|(at, _)| *at));
            let (from, to) = swept.reach();
            assert_eq!(ends.0, Some(from));
            assert!(ends.1.is_some_and(|at| (at - to).abs() < 1e-9), "{swept:?}");
            // what is as planned stands on every slider: its own middle is the right face
            let as_planned = match swept {
                Swept::Mixture | Swept::Dirt => 0.0,
                _ => 1.0,
            };
            let face = predict(&planned, &swept.moved(Off::NOTHING, as_planned)).expect("a face");
            assert_eq!(face.face, right, "{swept:?}");
        }
    }

    #[test]
    fn a_faster_cut_lags_more_along_its_slider() {
        let request = Request::plate(Length::from_mm(20.0), Length::from_mm(300.0));
        let settings = plan(&request).expect("a plan");
        let planned = Planned::of(&settings, request.cut.process, request.gas.oxygen_purity);
        let faces = sweep(&planned, Swept::Speed, Off::NOTHING).expect("a sweep");
        let drags: Vec<f64> = faces.iter().map(|(_, face)| face.drag.as_m()).collect();
        assert!(drags.windows(2).all(|pair| pair[0] <= pair[1]), "{drags:?}");
    }
}
