//! From a shape and a cut to strokes in order: the door of the planner.
//!
//! Every way in which a shape may lie is planned; ways that reach everything come first, then those with the fewest
//! edgewise and overhead strokes. How long each takes is the matter of `cut`.

use crate::error::{Error, Result};
use crate::section::asked::Cut;
use crate::section::fits::check;
use crate::section::notch::notch;
use crate::section::panel::Panel;
use crate::section::panels::panels;
use crate::section::profile::{Family, Profile};
use crate::section::reach::{Access, Attitude, Lie, Lying, Side, Wish};
use crate::section::stroke::Stroke;
use crate::section::through::through;

/// One way of cutting: how the shape lies, and the strokes.
#[derive(Clone, Debug, PartialEq)]
pub struct Way {
    /// Code: `standing`, `lying`, `quarter_turns`...
    pub code: &'static str,
    /// How the shape lies.
    pub lie: Lie,
    /// In order.
    pub strokes: Vec<Stroke>,
}

impl Way {
    /// Whether every stroke is in reach.
    #[must_use]
    pub fn is_reached(&self) -> bool {
        self.strokes.iter().all(|stroke| stroke.reached)
    }

    /// How often the piece is turned.
    #[must_use]
    pub fn turns(&self) -> usize {
        self.strokes.iter().filter(|stroke| stroke.turned).count()
    }

    fn burden(&self) -> (usize, usize) {
        let count = |attitude| self.strokes.iter().filter(|it| it.attitude == attitude).count();
        let missed = self.strokes.iter().filter(|it| !it.reached).count();
        (missed, count(Attitude::Edgewise))
    }

    /// Sides that a stroke needs and that are not in reach.
    #[must_use]
    pub fn missing(&self) -> Vec<Side> {
        let mut all = Vec::new();
        for stroke in self.strokes.iter().filter(|it| !it.reached) {
            if !all.contains(&stroke.from) {
                all.push(stroke.from);
            }
        }
        all
    }
}

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Asked {
    /// Which cut.
    pub cut: Cut,
    /// Which sides are in reach.
    pub access: Access,
}

/// A shape's strokes, every way.
#[derive(Clone, Debug, PartialEq)]
pub struct Strokes {
    /// The shape, unfolded.
    pub panels: Vec<Panel>,
    /// Ways of cutting, the first the least burdened.
    pub ways: Vec<Way>,
}

/// How each family may lie. Source: `common_practice`.
const fn lies(family: Family) -> &'static [(&'static str, Lie, Wish)] {
    match family {
        Family::I => &[
            ("standing", Lie(0), Wish::Best),
            ("lying", Lie(1), Wish::Best),
            ("standing_from_below", Lie(0), Wish::Outside),
        ],
        Family::Channel => &[
            ("mouth_near", Lie(2), Wish::Best),
            ("on_its_back", Lie(1), Wish::Best),
            ("toes_down", Lie(3), Wish::Best),
        ],
        Family::Tee => &[
            ("flange_up", Lie(0), Wish::Best),
            ("stem_up", Lie(2), Wish::Best),
            ("on_its_side", Lie(3), Wish::Best),
        ],
        Family::Angle => &[("heel_up", Lie(3), Wish::Best), ("leg_flat", Lie(0), Wish::Best)],
        Family::RectangularTube => {
            &[("turned", Lie(0), Wish::Turned), ("walked_round", Lie(0), Wish::Best)]
        }
        Family::RoundTube | Family::Pipe => {
            &[("quarter_turns", Lie(0), Wish::Turned), ("walked_round", Lie(0), Wish::Best)]
        }
        Family::Flat | Family::RoundBar => &[("as_it_lies", Lie(0), Wish::Best)],
    }
}

/// Plans every way of making a cut in a shape.
///
/// # Errors
/// Those of [`check`]; `UnknownChoice` where a way is asked that the family has not.
pub fn strokes(profile: &Profile, asked: &Asked) -> Result<Strokes> {
    let panels = panels(profile);
    check(profile, &panels, &asked.cut)?;
    let mut ways: Vec<Way> = lies(profile.family)
        .iter()
        .filter(|(_, _, wish)| asked.access.turning || *wish != Wish::Turned)
        .map(|&(code, lie, wish)| {
            // a tall flat lies down
            let tall = profile.family == Family::Flat && profile.depth > profile.width;
            let lie = if tall { Lie(3) } else { lie };
            let lying = Lying { lie, wish, access: asked.access };
            let take = if asked.cut.is_across() { through } else { notch };
            let strokes = take(profile, &panels, &asked.cut, lying);
            Way { code, lie, strokes }
        })
        .collect();
    ways.sort_by_key(Way::burden);
    // a way that is stroke for stroke another is no choice
    let mut seen: Vec<(u8, Vec<Stroke>)> = Vec::new();
    ways.retain(|way| {
        let same = seen.iter().any(|(lie, strokes)| *lie == way.lie.0 && *strokes == way.strokes);
        seen.push((way.lie.0, way.strokes.clone()));
        !same
    });
    Ok(Strokes { panels, ways })
}

/// Every way that a family may lie, by code.
#[must_use]
pub fn way_codes(family: Family) -> Vec<&'static str> {
    lies(family).iter().map(|(code, ..)| *code).collect()
}

impl Strokes {
    /// The way of this code.
    ///
    /// # Errors
    /// `UnknownChoice` with the codes there are.
    pub fn way(&self, code: &str) -> Result<&Way> {
        self.ways.iter().find(|way| way.code == code).ok_or_else(|| Error::UnknownChoice {
            input: "way",
            value: code.to_owned(),
            allowed: self.ways.iter().map(|way| way.code).collect(),
        })
    }
}
