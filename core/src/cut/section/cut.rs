//! A shape's strokes with their settings: which tip, how long, how much gas, and what must be said.
//!
//! The strokes are planned one by one ([`crate::cut::section::strokes`]); here they are added up, way by way, with what comes
//! free and what holds it.

use crate::cut::consumption::{Amounts, Times};
use crate::cut::cost::Cost;
use crate::cut::job_tips::Cutting;
use crate::cut::request::Request;
use crate::cut::section::notes::section_notes;
use crate::cut::section::plan::{SectionPlan, SectionRequest, StrokePlan, WayTotals};
use crate::cut::section::strokes::{requests_of, way_plan};
use crate::cut::settings::Settings;
use crate::error::Error;
use crate::quantity::Length;
use crate::section::balance::{Part, part};
use crate::section::carry::YIELD;
use crate::section::freed::{BeingCut, Freed, freed};
use crate::section::held::{Hold, Holding};
use crate::section::panel::Panel;
use crate::section::{Way, strokes};
use crate::steel::grade::grade;
use crate::tip::owned::Tip;

fn totals(way: &Way, all: &[StrokePlan]) -> WayTotals {
    WayTotals {
        code: way.code,
        strokes: way.strokes.len(),
        turns: way.turns(),
        reached: way.is_reached(),
        time: Times::sum(all.iter().map(|it| it.time)),
        gas: Amounts::sum(all.iter().map(|it| it.gas)),
        cost: Cost::sum(all.iter().map(|it| it.cost)),
    }
}

/// Yield strength that is counted on, Pa: by the grade where one is told, never more than the most.
fn strength(base: &Request) -> f64 {
    let named = base.steel.grade.as_deref().and_then(|name| grade(name).ok());
    let (usual, most) = YIELD;
    named.and_then(|grade| grade.yield_strength()).unwrap_or(usual).min(most)
}

/// Plans a cut of a shape: every way for its time, the chosen one in full.
///
/// # Errors
/// Every input that is not possible.
pub fn plan_section(asked: &SectionRequest) -> std::result::Result<SectionPlan, Vec<Error>> {
    let found = strokes(&asked.profile, &asked.asked).map_err(|error| vec![error])?;
    let chosen = match &asked.way {
        Some(code) => found.way(code).map_err(|error| vec![error])?.code,
        None => found.ways.first().map_or("", |way| way.code),
    };
    let (mut ways, mut own) = (Vec::new(), None);
    for way in &found.ways {
        let (planned, one_tip) = way_plan(asked, way)?;
        let sum = totals(way, &planned);
        if way.code == chosen {
            own = Some((way.clone(), planned, sum.clone(), one_tip));
        }
        ways.push(sum);
    }
    let Some((way, planned, sum, one_tip)) = own else {
        // every family has a way without turning
        return Err(vec![Error::Missing { input: "way", needed_for: "section" }]);
    };
    let Parted { piece, drop, freed, holds } = parted(asked, &found.panels, &way);
    let mut made = SectionPlan {
        panels: found.panels,
        way,
        holds,
        freed,
        strokes: planned,
        totals: sum,
        ways,
        one_tip,
        piece,
        drop,
        notes: Vec::new(),
    };
    made.notes = section_notes(asked, &made);
    Ok(made)
}

/// What a cut parts the shape into, and what holds it.
struct Parted {
    piece: Option<Part>,
    drop: Option<Part>,
    freed: Vec<Freed>,
    holds: Vec<Hold>,
}

fn parted(asked: &SectionRequest, panels: &[Panel], way: &Way) -> Parted {
    let (profile, cut) = (&asked.profile, &asked.asked.cut);
    let of = |length: Length, is_drop| (length, part(profile, cut, length, is_drop));
    let piece = asked.piece.map(|length| of(length, false));
    let drop = asked.drop.filter(|_| cut.is_across()).map(|length| of(length, true));
    let freed = freed(BeingCut { profile, panels, strokes: &way.strokes }, cut, drop);
    let holding = Holding {
        shape: (profile, panels),
        cut,
        strokes: &way.strokes,
        piece,
        drop,
        strength: strength(&asked.base),
    };
    let holds = holding.holds(&freed);
    Parted { piece: piece.map(|(_, part)| part), drop: drop.map(|(_, part)| part), freed, holds }
}

impl SectionPlan {
    /// The strokes as cuts that a tip is wanted for, each with the tip it has here.
    #[must_use]
    pub fn cuttings(&self, asked: &SectionRequest) -> Vec<Cutting> {
        let requests = requests_of(asked, &self.way).into_iter().zip(&self.strokes).enumerate();
        requests
            .map(|(at, (mut request, it))| {
                let Settings { bore, face, tip_kind: kind, ref tip_label, .. } = it.settings;
                let (face, label) = (Some(face), tip_label.clone());
                request.tip = Some(Tip { face, kind, label, ..Tip::of_bore(bore) });
                let (stroke, count) = (Some((it.stroke.clone(), at == 0)), asked.base.cut.count);
                Cutting { stroke, count, ..request.into() }
            })
            .collect()
    }
}
