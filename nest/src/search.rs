//! In which order are parts laid? The largest first; then moves and swaps, and what comes out better is kept.

use galvanon_core::cancel::cancelled;
use galvanon_core::geometry::{Affine, Bounds, Contour, Point};
use rand::RngExt;
use rand_pcg::Pcg64Mcg;
use rand_pcg::rand_core::SeedableRng;

use crate::filling::Filling;
use crate::places::{better, worth};
use crate::remnant::remnant;
use crate::sheet::{Lying, Sheet};
use crate::turned::{Turned, turns};
use crate::{Asked, Laid, LeftOver, Nested, NoNest, Placed, Plate, Why};

/// A part in its turn to be laid, in one of its ways to lie or in the best.
#[derive(Clone, Copy, PartialEq)]
struct Next {
    part: usize,
    turn: Option<usize>,
}

/// What does not change from round to round.
struct Ground<'a> {
    asked: &'a Asked,
    sheets: Vec<Sheet>,
    turns: Vec<Vec<Turned>>,
    /// On which kinds of plates a part fits alone.
    fits: Vec<Vec<bool>>,
}

/// Plates with what lies on them, and what found no place.
struct Outcome<'a> {
    plates: Vec<(usize, Filling<'a>)>,
    left: Vec<(usize, Why)>,
}

/// Less is better, the first before the next: steel not laid, steel of plates begun, reach on the last of them, heights.
type Score = [f64; 4];

/// Every part of a nest lies with its lower left where its plate's is, however it was drawn.
fn ground(asked: &Asked) -> Result<Ground<'_>, NoNest> {
    let (gap, margin) = (asked.gap.as_m(), asked.margin.as_m());
    let sheet =
        |(at, plate): (usize, &Plate)| Sheet::of(plate, gap, margin).ok_or(NoNest::Plate(at));
    let sheets = asked.plates.iter().enumerate().map(sheet).collect::<Result<Vec<_>, _>>()?;
    let mut all = Vec::with_capacity(asked.parts.len());
    for (at, wanted) in asked.parts.iter().enumerate() {
        let turned = turns(wanted, gap / 2.0);
        if turned.is_empty() {
            return Err(NoNest::Part(at));
        }
        all.push(turned);
    }
    let alone = |turned: &Vec<Turned>, sheet: &Sheet| {
        let empty = Filling::of(sheet);
        turned.iter().any(|own| empty.place(own, None).is_some())
    };
    let fits = all.iter().map(|own| sheets.iter().map(|it| alone(own, it)).collect()).collect();
    Ok(Ground { asked, sheets, turns: all, fits })
}

impl<'a> Ground<'a> {
    /// The largest first; of equal ones those of a kind together.
    fn largest_first(&self) -> Vec<Next> {
        let size = |part: usize| {
            let Bounds { low, high } = self.asked.parts[part].part.outer.bounds();
            (high - low).x * (high - low).y
        };
        let mut kinds: Vec<usize> = (0..self.asked.parts.len()).collect();
        kinds.sort_by(|a, b| size(*b).total_cmp(&size(*a)));
        let each = |part: usize| (0..self.asked.parts[part].count).map(move |_| part);
        kinds.into_iter().flat_map(each).map(|part| Next { part, turn: None }).collect()
    }

    /// The best place on one plate.
    fn best(&self, filling: &Filling<'a>, next: Next) -> Option<(usize, Point)> {
        let turned = &self.turns[next.part];
        if let Some(turn) = next.turn {
            let at = filling.place(&turned[turn], None);
            if let Some(at) = at {
                return Some((turn, at));
            }
        }
        let mut best: Option<(usize, Point, (f64, f64))> = None;
        for (turn, own) in turned.iter().enumerate() {
            let Some(at) = filling.place(own, best.map(|(_, _, worth)| worth)) else { continue };
            let its = worth(at, own);
            if best.is_none_or(|(_, _, than)| better(its, than)) {
                best = Some((turn, at, its));
            }
        }
        best.map(|(turn, at, _)| (turn, at))
    }

    /// Lays parts in an order; `None` where time was over and `whole` was wanted.
    fn laid(
        &'a self,
        order: &[Next],
        whole: bool,
        over: &mut dyn FnMut() -> bool,
    ) -> Option<Outcome<'a>> {
        let mut plates = Plates::of(self);
        let mut left = Vec::new();
        for next in order {
            let mut over = || over() || cancelled();
            let why = if over() {
                Why::NoTime
            } else if !self.fits[next.part].contains(&true) {
                Why::TooLarge
            } else if plates.lay(*next, &mut over) {
                continue;
            } else if over() {
                Why::NoTime
            } else {
                Why::NoRoom
            };
            if whole && why == Why::NoTime {
                return None;
            }
            left.push((next.part, why));
        }
        let begun = plates.filled.into_iter().zip(plates.kinds);
        let begun = begun.filter_map(|(plate, kind)| Some((kind, plate?))).collect();
        Some(Outcome { plates: begun, left })
    }

    fn score(&self, outcome: &Outcome) -> Score {
        let area = |(part, _): &(usize, Why)| self.asked.parts[*part].part.area();
        let heights = outcome.plates.iter().flat_map(|(_, filling)| &filling.lying);
        [
            outcome.left.iter().map(area).sum(),
            outcome.plates.iter().map(|(_, filling)| filling.sheet.area).sum(),
            outcome.plates.last().map_or(0.0, |(_, filling)| filling.reach()),
            heights.map(|one| one.outline.bounds.high.x + one.outline.bounds.high.y).sum(),
        ]
    }

    /// Whether there is more than one order worth trying.
    fn has_others(&self, order: &[Next]) -> bool {
        order.iter().any(|next| next.part != order[0].part || self.turns[next.part].len() > 1)
    }

    /// A move, a swap or another turn.
    fn changed(&self, order: &[Next], chance: &mut Pcg64Mcg) -> Vec<Next> {
        let mut order = order.to_vec();
        let (a, b) = (chance.random_range(0..order.len()), chance.random_range(0..order.len()));
        match chance.random_range(0..3_u8) {
            0 => order.swap(a, b),
            1 => {
                let one = order.remove(a);
                order.insert(b, one);
            }
            _ => {
                let turns = self.turns[order[a].part].len();
                // one more than there are: the best of them again
                let turn = chance.random_range(0..=turns);
                order[a].turn = (turn < turns).then_some(turn);
            }
        }
        order
    }
}

/// The plates of a nest while parts are laid.
struct Plates<'a> {
    ground: &'a Ground<'a>,
    /// Which kind each of them is.
    kinds: Vec<usize>,
    filled: Vec<Option<Filling<'a>>>,
    /// By part and plate: a plate only fills, and what found no room once finds none later.
    full: Vec<Vec<bool>>,
}

impl<'a> Plates<'a> {
    fn of(ground: &'a Ground<'a>) -> Self {
        let kinds = ground.asked.plates.iter().enumerate();
        let kinds: Vec<usize> =
            kinds.flat_map(|(kind, plate)| (0..plate.count).map(move |_| kind)).collect();
        let full = vec![vec![false; kinds.len()]; ground.turns.len()];
        Self { ground, filled: kinds.iter().map(|_| None).collect(), kinds, full }
    }

    /// Lays a part on the first plate with room for it; whether there was one.
    fn lay(&mut self, next: Next, over: &mut dyn FnMut() -> bool) -> bool {
        let Self { ground, kinds, filled, full } = self;
        for (at, plate) in filled.iter_mut().enumerate() {
            if full[next.part][at] || !ground.fits[next.part][kinds[at]] {
                continue;
            }
            let filling = plate.get_or_insert_with(|| Filling::of(&ground.sheets[kinds[at]]));
            if let Some((turn, place)) = ground.best(filling, next) {
                filling.lay((next.part, turn), &ground.turns[next.part][turn], place);
                return true;
            }
            // a part that was not looked for to the end may have had room
            if over() {
                return false;
            }
            full[next.part][at] = true;
        }
        false
    }
}

/// By more than rounding.
fn lower(one: &Score, other: &Score) -> bool {
    for (a, b) in one.iter().zip(other) {
        if (a - b).abs() > 1e-9 {
            return a < b;
        }
    }
    false
}

fn told(ground: &Ground, outcome: &Outcome, rounds: u32) -> Nested {
    let placed = |one: &Lying| {
        let turned = &ground.turns[one.part][one.turn];
        let origin = one.at - turned.low;
        let (angle_deg, mirrored) = (turned.angle_deg, turned.mirrored);
        Placed { part: one.part, x: origin.x, y: origin.y, angle_deg, mirrored }
    };
    let laid = |(kind, filling): &(usize, Filling)| {
        let area = |one: &Lying| ground.asked.parts[one.part].part.area();
        Laid {
            plate: *kind,
            placed: filling.lying.iter().map(placed).collect(),
            used_share: filling.lying.iter().map(area).sum::<f64>() / filling.sheet.area,
            remnant: remnant(filling, ground.asked.gap.as_m()),
        }
    };
    let mut left_over: Vec<LeftOver> = Vec::new();
    for (part, why) in &outcome.left {
        match left_over.iter_mut().find(|one| one.part == *part && one.why == *why) {
            Some(one) => one.count += 1,
            None => left_over.push(LeftOver { part: *part, count: 1, why: *why }),
        }
    }
    Nested { plates: outcome.plates.iter().map(laid).collect(), left_over, rounds }
}

/// Lays parts on plates. The search calls `enough` with the number of orders it has tried; at its first yes, and when the
/// computation is cancelled, it returns the best so far. Parts for which the first order had no time are left over.
///
/// # Errors
/// The first plate or part that cannot be laid.
///
/// # Examples
/// ```
/// use galvanon_core::geometry::{Contour, Point};
/// use galvanon_core::layout::part::Part;
/// use galvanon_core::quantity::Length;
/// use galvanon_nest::{Asked, Plate, Turns, Wanted, nest};
///
/// let rectangle = |w, h| {
///     let corners = [(0.0, 0.0), (w, 0.0), (w, h), (0.0, h)];
///     Contour::polygon(&corners.map(|(x, y)| Point::new(x, y)))
/// };
/// let gusset = Part::solid("gusset", rectangle(0.2, 0.1));
/// let asked = Asked {
///     plates: vec![Plate { outline: rectangle(1.0, 0.5), count: 1 }],
///     parts: vec![Wanted { part: gusset, count: 10, turns: Turns::Quarter, mirror: false }],
///     gap: Length::from_mm(12.0),
///     margin: Length::from_mm(10.0),
///     seed: 1,
/// };
/// let nested = nest(&asked, &mut |rounds| rounds >= 5)?;
/// assert_eq!(nested.plates[0].placed.len(), 10);
/// assert!((nested.plates[0].used_share - 0.4).abs() < 1e-9);
/// # Ok::<(), galvanon_nest::NoNest>(())
/// ```
pub fn nest(asked: &Asked, enough: &mut dyn FnMut(u32) -> bool) -> Result<Nested, NoNest> {
    let ground = ground(asked)?;
    let mut chance = Pcg64Mcg::seed_from_u64(asked.seed);
    let mut order = ground.largest_first();
    let nothing = Outcome { plates: Vec::new(), left: Vec::new() };
    let mut best = ground.laid(&order, false, &mut || enough(0)).unwrap_or(nothing);
    let mut score = ground.score(&best);
    let mut rounds = 1;
    while ground.has_others(&order) && !enough(rounds) && !cancelled() {
        let tried = ground.changed(&order, &mut chance);
        let Some(outcome) = ground.laid(&tried, true, &mut || enough(rounds)) else { break };
        rounds += 1;
        let its = ground.score(&outcome);
        // as good goes on too: a row of equals may lead to a better one
        if !lower(&score, &its) {
            (best, score, order) = (outcome, its, tried);
        }
    }
    Ok(told(&ground, &best, rounds))
}

/// A part where a nest laid it.
#[must_use]
pub fn laid(contour: &Contour, placed: &Placed) -> Contour {
    let flip = if placed.mirrored { -1.0 } else { 1.0 };
    let mirrored = Affine::scaled(flip, 1.0);
    let turned = Affine::turned(placed.angle_deg.to_radians()).after(&mirrored);
    contour.placed(&Affine::moved(Point::new(placed.x, placed.y)).after(&turned))
}
