//! A thing taken apart: in which order, so that nothing falls on the hand that cuts.
//!
//! A piece that holds another stays until that one is gone. What is heavier than a hand holds is held before it is cut. Each cut is
//! taken as one through plate, as thick and long as is said or as is usual. A piece that nobody weighed
//! is weighed by its shape or plate and its length, and hangs from its middle. Left out: the balance of what is left standing.

use crate::cut::{Note, Process, Quality, Request, plan as plan_cut};
use crate::error::{Error, Result};
use crate::note::Level;
use crate::quantity::{Duration, Length, Mass};
use crate::range::{Range, all};
use crate::section::Profile;
use crate::section::held::BY_HAND;
use crate::steel::thermal::DENSITY;
use crate::trace::{Kind, Measure, Named};
use crate::work::jet::Jet;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::as_one;

/// A piece.
#[derive(Clone, Debug, PartialEq)]
pub struct Piece {
    /// What the shop calls it.
    pub name: String,
    /// What it weighs.
    pub mass: Mass,
    /// How long it is itself, where it is one bar or plate all along: it balances in its middle.
    pub long: Option<Length>,
    /// What holds it: another piece by its name, or anything else.
    pub held_by: String,
    /// Steel that is cut to free it; what is usual where nobody says.
    pub thickness: Length,
    /// How long the cut is.
    pub length: Length,
}

/// What is asked.
#[derive(Clone, Debug, PartialEq)]
pub struct TakeApart {
    /// In any order.
    pub pieces: Vec<Piece>,
}

/// What a piece that nobody weighed is made of, all along.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum MadeOf {
    /// A shape of the tables.
    Shape(&'static Profile),
    /// Plate: how wide and how thick.
    Plate(Length, Length),
}

impl MadeOf {
    /// What so much of it weighs.
    ///
    /// ```
    /// use galvanon_core::quantity::Length;
    /// use galvanon_core::work::apart::MadeOf;
    ///
    /// // 10 mm plate: 78.5 kg a square metre
    /// let plate = MadeOf::Plate(Length::from_mm(500.0), Length::from_mm(10.0));
    /// assert!((plate.mass(Length::from_mm(2_000.0)).as_kg() - 78.5).abs() < 1e-9);
    /// ```
    #[must_use]
    pub fn mass(&self, long: Length) -> Mass {
        match self {
            Self::Shape(profile) => Mass::from_kg(profile.mass_per_metre * long.as_m()),
            Self::Plate(wide, thick) => {
                Mass::from_kg(DENSITY * wide.as_m() * thick.as_m() * long.as_m())
            }
        }
    }
}

/// How long and how wide a piece is.
pub const SIZE: Range = Range::new("size", "m", 0.003, 100.0);
/// How many pieces.
pub const PIECES: Range = Range::new("pieces", "1", 1.0, 200.0);
/// What one weighs.
pub const MASS: Range = Range::new("mass", "kg", 0.01, 1e6);
/// Steel that is cut to free one.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.003, 0.3);
/// How long that cut is.
pub const LENGTH: Range = Range::new("length", "m", 0.001, 100.0);
/// Where nobody says. Source: `ours`.
pub const USUAL: (Length, Length) = (Length::from_mm(10.0), Length::from_mm(300.0));
/// Hanging a piece, or laying blocks under it, s. Source: `ours`.
const HOLDING: f64 = 300.0;

impl TakeApart {
    /// The pieces in the order in which they go: the first, as given, that no piece still there is held by.
    fn order(&self) -> Result<Vec<usize>> {
        let mut left: Vec<usize> = (0..self.pieces.len()).collect();
        let mut order = Vec::with_capacity(left.len());
        while !left.is_empty() {
            let held = |at: &usize| {
                left.iter().any(|other| {
                    other != at && self.pieces[*other].held_by == self.pieces[*at].name
                })
            };
            let Some(place) = left.iter().position(|at| !held(at)) else {
                #[allow(clippy::cast_precision_loss, reason = "at most 200 pieces")]
                let number = |at: usize| (at + 1) as f64;
                let last = left[left.len() - 1];
                return Err(Error::Contradiction {
                    input: "pieces",
                    code: "pieces_hold_each_other",
                    value: number(left[0]),
                    against: number(last),
                    unit: "1",
                });
            };
            order.push(left.remove(place));
        }
        Ok(order)
    }

    fn check(&self) -> std::result::Result<Vec<usize>, Vec<Error>> {
        #[allow(clippy::cast_precision_loss, reason = "compared with a small limit")]
        let mut checks = vec![PIECES.check(self.pieces.len() as f64)];
        for piece in &self.pieces {
            checks.push(MASS.check(piece.mass.as_kg()));
            checks.push(THICKNESS.check(piece.thickness.as_m()));
            checks.push(LENGTH.check(piece.length.as_m()));
        }
        all(checks)?;
        self.order().map_err(|error| vec![error])
    }
}

impl Piece {
    /// The cut that frees it.
    fn like(&self, base: &Request) -> Request {
        let mut request = base.clone();
        request.steel.thickness = self.thickness;
        request.cut.length = self.length;
        request.cut.process = Process::Freehand;
        request.cut.quality = Quality::Severance;
        request
    }
}

impl TakeApart {
    /// Its thickest cut, which picks the tip; the shop's request as it is where there is no piece.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        let thick = |piece: &&Piece| piece.thickness.as_m();
        let thickest = self.pieces.iter().max_by(|a, b| thick(a).total_cmp(&thick(b)));
        thickest.map_or_else(|| base.clone(), |piece| piece.like(base))
    }
}

/// What must be looked at before the first cut, each a stop of its own.
const BEFORE: [(&str, f64); 4] = [
    ("apart_vessels", 120.0),
    ("apart_coating", 120.0),
    ("apart_loads", 180.0),
    ("apart_stacks", 60.0),
];

/// How a piece is held before it is cut: in its middle, where it is known to balance there.
fn hold(piece: &Piece, mass: &Named) -> Stage {
    let Some(long) = piece.long else {
        return Stage::by_hand("apart_hold", HOLDING).with(vec![mass.clone()]);
    };
    let middle = ("middle", Measure::Number(Kind::Length, 0.5 * long.as_m()));
    Stage::by_hand("apart_hold_middle", HOLDING).with(vec![mass.clone(), middle])
}

/// Plans the taking apart.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &TakeApart, base: &Request) -> std::result::Result<WorkPlan, Vec<Error>> {
    let order = asked.check()?;
    // the thickest cut picks the tip that is fitted
    let like = asked.like(base);
    let main = plan_cut(&like)?;
    let jet = Jet::of_cut(&main);
    let mut stages: Vec<Stage> =
        BEFORE.into_iter().map(|(code, seconds)| Stage::by_hand(code, seconds)).collect();
    for at in &order {
        let piece = &asked.pieces[*at];
        let mass = ("mass", Measure::Number(Kind::Mass, piece.mass.as_kg()));
        let named = |stage: Stage| Stage { piece: Some(piece.name.clone()), ..stage };
        if piece.mass > BY_HAND {
            stages.push(named(hold(piece, &mass)));
        }
        let settings = plan_cut(&piece.like(base))?;
        let time = settings.time;
        let cut = Stage {
            heat: time.preheat,
            hands: time.handling,
            ..Stage::burning("apart_cut", time.cutting)
        };
        let pace = ("pace", Measure::Number(Kind::Speed, settings.travel_speed.set.as_m_s()));
        let mut set = jet.pressures();
        set.extend([pace, mass]);
        stages.push(named(cut).with(set));
    }
    stages.push(Stage { hands: Duration::from_s(120.0), ..Stage::by_hand("apart_ground", 0.0) });
    let mut made = WorkPlan::of(WorkKind::TakeApart, stages, &jet.flows, &base.factors);
    made.notes.clone_from(&jet.notes);
    made.notes.push(Note::new(Level::Caution, "work_closed_vessels", vec![]));
    made.notes.push(Note::new(Level::Info, "work_rough_is_fine", vec![]));
    made.cut = Some(Box::new(as_one(&made, main, &like)));
    made.tip = Some(jet.tip);
    Ok(made)
}
