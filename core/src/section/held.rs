//! Where are piece and drop held while a shape is cut, by what, and before which stroke?
//!
//! The drop's hold stands before the first stroke where it would tip the piece off its props or weighs more than a hand
//! holds; else before the first stroke after which what is left no longer carries it; else before the last; never later
//! than the first turn. Everything is set with the torch out. Holds for a member that lies level on its props: a column, a
//! member built in or a slope is for the person who rigs it.

use crate::quantity::{Length, Mass};
use crate::range::Range;
use crate::section::asked::Cut;
use crate::section::balance::Part;
use crate::section::carry::{Hanging, carrying};
use crate::section::freed::{Freed, Named};
use crate::section::ligament::ligament;
use crate::section::panel::Panel;
use crate::section::profile::{Family, Profile};
use crate::section::reach::Lie;
use crate::section::stroke::Stroke;

/// What a shop may say that it lifts.
pub const LIFT: Range = Range::new("section.lifting_limit", "kg", 1.0, 100_000.0);
/// The most that a shop lifts where it has said nothing. Source: `ours`.
pub const USUAL_LIFT: Mass = Mass::from_kg(1_000.0);
/// What one lifts without help where the shop says nothing; nobody rigs more beside a part-cut section. Source: `ours`.
pub const BY_HAND: Mass = Mass::from_kg(25.0);
/// Two props carry a piece level and still, this part of its length in from each end. Source: `ours`.
const PROP: f64 = 0.2;
/// The common centre of gravity stays this part of the props' span inside both. Source: `ours`.
const INSIDE: f64 = 0.1;
/// A longer drop is held at two places. Source: `ours`.
const LONG_DROP: Length = Length::from_m(3.0);
/// From prop to prop under parts that are freed along their length. Source: `ours`.
const BETWEEN_PROPS: f64 = 2.0;

/// How a part is held.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Support {
    /// It lies on something snug, never jacked.
    Prop,
    /// It hangs plumb in a sling: too heavy for a hand.
    Sling,
    /// It is clamped to what stays.
    Clamp,
}

/// A place where steel is held while it is cut.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Hold {
    /// What is held there.
    pub part: Named,
    /// From the cut, or from the end that is cut, along the shape.
    pub at: Length,
    /// How.
    pub by: Support,
    /// The stroke that it must be there before, from 1.
    pub before: usize,
    /// All that the part weighs.
    pub mass: Mass,
    /// Code of the reason.
    pub why: &'static str,
}

/// How a member stands before it is cut.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Stands {
    /// Level on props.
    #[default]
    #[strum(serialize = "level_on_props")]
    Level,
    /// Upright.
    Column,
    /// Held by what it is part of.
    BuiltIn,
    /// On a slope over 5°.
    Sloping,
}

/// What a cut leaves to hold.
pub struct Holding<'a> {
    /// The shape and its panels.
    pub shape: (&'a Profile, &'a [Panel]),
    /// The cut.
    pub cut: &'a Cut,
    /// Its strokes.
    pub strokes: &'a [Stroke],
    /// Length of the piece, where it is known, with its mass.
    pub piece: Option<(Length, Part)>,
    /// Length of the drop, where it is known, with its mass.
    pub drop: Option<(Length, Part)>,
    /// Yield strength of the steel, cold, Pa.
    pub strength: f64,
}

/// Whether piece and drop together stay on the piece's props (models: rule b). A length that is not told fails.
fn stays_on_props(piece: Option<(Length, Part)>, drop: &Part) -> bool {
    let Some((length, piece)) = piece else { return false };
    let sum = piece.mass.as_kg() + drop.mass.as_kg();
    // the cut stands at 0, the piece beyond it, the drop before it
    let common =
        (piece.mass.as_kg() * piece.centre.as_m() - drop.mass.as_kg() * drop.centre.as_m()) / sum;
    let (near, far) = (PROP * length.as_m(), (1.0 - PROP) * length.as_m());
    let margin = INSIDE * (far - near);
    // a hair of rounding is no overhang
    common >= near + margin - 1e-9 && common <= far - margin + 1e-9
}

impl Holding<'_> {
    /// Across the room: where the centre of gravity of the whole section hangs.
    fn hangs(&self, lie: Lie) -> Option<Length> {
        let (profile, panels) = self.shape;
        ligament(panels, profile.family, &[], lie).map(|whole| whole.across)
    }

    /// Whether what is left after `done` strokes carries the drop in this lie (models: rule a).
    fn carries(&self, drop: &Part, done: usize, lie: Lie) -> bool {
        let (profile, panels) = self.shape;
        let strokes: Vec<&Stroke> = self.strokes[..done].iter().collect();
        let left = ligament(panels, profile.family, &strokes, lie);
        let (Some(left), Some(across)) = (left, self.hangs(lie)) else { return false };
        carrying(&left, Hanging { part: drop, across }, self.cut, self.strength)
            .is_some_and(|asked| asked.used() <= 1.0)
    }

    /// The stroke that the drop is held before, with the code of the reason.
    #[must_use]
    pub fn before(&self, drop: &Part) -> (usize, &'static str) {
        let last = self.strokes.len().max(1);
        if !stays_on_props(self.piece, drop) {
            return (1, if self.piece.is_some() { "hold_tips" } else { "hold_piece_not_said" });
        }
        if drop.mass > BY_HAND {
            return (1, "hold_heavy");
        }
        let fails = (1..last).find(|done| {
            let lies = [self.strokes[done - 1].lie, self.strokes[*done].lie];
            !lies.iter().all(|lie| self.carries(drop, *done, *lie))
        });
        let turned = self.strokes.iter().position(|stroke| stroke.turned).map(|at| at + 1);
        match (fails, turned) {
            (Some(fails), Some(turned)) if turned < fails => (turned, "hold_turn"),
            (Some(fails), _) => (fails, "hold_weak"),
            (None, Some(turned)) => (turned, "hold_turn"),
            (None, None) => (last, "hold_last"),
        }
    }

    fn of_drop(&self) -> Vec<Hold> {
        let Some((length, drop)) = self.drop.filter(|_| self.cut.is_across()) else {
            return Vec::new();
        };
        let (before, why) = self.before(&drop);
        let by = if drop.mass > BY_HAND { Support::Sling } else { Support::Prop };
        let hold = |at| Hold { part: Named::Drop, at, by, before, mass: drop.mass, why };
        if length <= LONG_DROP {
            return vec![hold(drop.centre)];
        }
        [PROP, 1.0 - PROP].map(|part| hold(Length::from_m(length.as_m() * part))).to_vec()
    }

    fn of_piece(&self) -> Vec<Hold> {
        let Some((length, piece)) = self.piece else { return Vec::new() };
        let hold = |part: f64| Hold {
            part: Named::Piece,
            at: Length::from_m(length.as_m() * part),
            by: Support::Prop,
            before: 1,
            mass: piece.mass,
            why: "hold_piece",
        };
        [PROP, 1.0 - PROP].map(hold).to_vec()
    }

    /// Every place where something is held: the piece, then what comes free.
    #[must_use]
    pub fn holds(&self, freed: &[Freed]) -> Vec<Hold> {
        let along = matches!(self.cut, Cut::Strip { .. } | Cut::Split { .. });
        let mut all = match (along, self.cut) {
            (true, Cut::Strip { length, .. }) => self.web_left(freed, *length),
            (true, _) => Vec::new(),
            (false, _) => self.of_piece(),
        };
        all.extend(self.of_drop());
        for part in freed.iter().filter(|part| part.part != Named::Drop) {
            all.extend(if along { propped(part) } else { vec![caught(part)] });
        }
        all
    }

    /// What stays when flanges are stripped off lies on props as they do.
    fn web_left(&self, freed: &[Freed], length: Length) -> Vec<Hold> {
        let whole = self.shape.0.mass_per_metre * length.as_m();
        let gone: f64 = freed.iter().map(|part| part.mass.as_kg()).sum();
        let rest = Freed {
            part: Named::Piece,
            mass: Mass::from_kg((whole - gone).max(0.0)),
            at: Length::from_m(length.as_m() / 2.0),
            length,
            begun: 1,
            after: self.strokes.len(),
        };
        propped(&rest)
    }
}

/// Props under a part along its whole length.
#[allow(
    clippy::cast_possible_truncation,
    clippy::cast_sign_loss,
    clippy::cast_precision_loss,
    reason = "at most 30 m over 2 m"
)]
fn propped(part: &Freed) -> Vec<Hold> {
    let count = ((part.length.as_m() / BETWEEN_PROPS - 1e-9).ceil() as usize).max(2);
    let pitch = part.length.as_m() / count as f64;
    (0..count)
        .map(|turn| Hold {
            part: part.part,
            at: Length::from_m(pitch * (turn as f64 + 0.5)),
            by: Support::Prop,
            before: 1,
            mass: part.mass,
            why: "hold_along",
        })
        .collect()
}

/// A block or a plug: slung before anything loosens it, or clamped before the stroke that frees it.
fn caught(part: &Freed) -> Hold {
    let heavy = part.mass > BY_HAND;
    Hold {
        part: part.part,
        at: part.at,
        by: if heavy { Support::Sling } else { Support::Clamp },
        before: if heavy { part.begun } else { part.after },
        mass: part.mass,
        why: if heavy { "hold_heavy" } else { "hold_frees" },
    }
}

/// A shape is tall where its depth is more than this many times what it stands on. Source: `ours`.
const TALL: f64 = 2.0;
/// What counts as standing on the floor. Source: `ours`.
const ON_THE_FLOOR: f64 = 1e-3;

/// Whether a shape wants chocks or V-heads as it lies: it is round, or deep on a narrow foot.
#[must_use]
pub fn wants_chocks(profile: &Profile, lie: Lie) -> bool {
    if matches!(profile.family, Family::RoundTube | Family::Pipe | Family::RoundBar) {
        return true;
    }
    let outline: Vec<_> = profile.outline().outer.iter().map(|point| lie.turn(*point)).collect();
    let lowest = outline.iter().map(|point| point.1).fold(f64::INFINITY, f64::min);
    let highest = outline.iter().map(|point| point.1).fold(f64::NEG_INFINITY, f64::max);
    let foot = outline.iter().filter(|point| point.1 - lowest < ON_THE_FLOOR).map(|point| point.0);
    let (left, right) =
        foot.fold((f64::INFINITY, f64::NEG_INFINITY), |(l, r), x| (l.min(x), r.max(x)));
    highest - lowest > TALL * (right - left)
}
