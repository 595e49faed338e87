//! The other work of the torch: no straight cut through plate, but stages one after the other.
//!
//! A carriage on its rail, a head or a nut off, a bar washed off, a groove gouged, a cut along the length, a circle round a
//! pivot, a thing taken apart, heat to bend or free. [`plan_work`] is the door; each kind stands in a file of its own and is made of [`stage::Stage`]s: what
//! to do comes as a code, with its time and its settings. Left out: what a drawing of the piece would tell of reach and stance.
//! Theory: docs/model/work.md.

pub mod apart;
pub mod circle;
pub mod dial;
pub mod done;
pub mod fastener;
pub mod gouge;
pub mod head;
pub mod heat;
pub mod heat_colour;
pub mod jet;
pub mod long_cut;
pub mod oxygen;
pub mod rail;
pub mod stage;
pub mod wash;
mod whole;

pub use stage::WorkKind;

use crate::cut::steel_notes::for_any_work;
use crate::cut::work::Whole;
use crate::cut::{Request, Settings};
use crate::error::Error;
use crate::work::apart::TakeApart;
use crate::work::circle::Circle;
use crate::work::fastener::Fastener;
use crate::work::gouge::Gouge;
use crate::work::heat::Heat;
use crate::work::long_cut::LongCut;
use crate::work::rail::Rail;
use crate::work::stage::WorkPlan;
use crate::work::wash::Wash;

/// What is to be done.
#[derive(Clone, Debug, PartialEq)]
pub enum Asked {
    /// A carriage on a rail.
    Rail(Rail),
    /// A fastener taken off.
    Fastener(Fastener),
    /// A bar washed off.
    Wash(Wash),
    /// A groove.
    Gouge(Gouge),
    /// The torch laid along the length.
    LongCut(LongCut),
    /// Round a pivot.
    Circle(Circle),
    /// Pieces, one after the other.
    TakeApart(TakeApart),
    /// Heat, and the gas it takes.
    Heat(Heat),
}

impl Asked {
    /// Its kind.
    #[must_use]
    pub const fn kind(&self) -> WorkKind {
        match self {
            Self::Rail(_) => WorkKind::Rail,
            Self::Fastener(_) => WorkKind::Fastener,
            Self::Wash(_) => WorkKind::Wash,
            Self::Gouge(_) => WorkKind::Gouge,
            Self::LongCut(_) => WorkKind::LongCut,
            Self::Circle(_) => WorkKind::Circle,
            Self::TakeApart(_) => WorkKind::TakeApart,
            Self::Heat(_) => WorkKind::Heat,
        }
    }

    /// Whether it parts the steel and leaves a cut edge: a wash and a groove leave a face, heat leaves none.
    #[must_use]
    pub const fn cuts_through(&self) -> bool {
        !matches!(self, Self::Wash(_) | Self::Gouge(_) | Self::Heat(_))
    }

    /// The cut that it is like: what job, burn and clearance hold it to be; of heat the shop's request as it is.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        match self {
            Self::Rail(rail) => rail.like(base),
            Self::Fastener(fastener) => fastener.like(base),
            Self::Wash(wash) => wash.like(base),
            Self::Gouge(gouge) => gouge.like(base),
            Self::LongCut(long) => long.like(base),
            Self::Circle(circle) => circle.like(base),
            Self::TakeApart(apart) => apart.like(base),
            Self::Heat(_) => base.clone(),
        }
    }
}

impl Whole for Asked {
    fn settings(&self, base: &Request) -> Result<Settings, Vec<Error>> {
        let cut = plan_work(self, base)?.cut;
        cut.map(|cut| *cut)
            .ok_or_else(|| vec![Error::Missing { input: "work", needed_for: "a job" }])
    }

    fn keeps_its_fuel(&self) -> bool {
        // the flow of a heating head is that of its chart for one fuel
        matches!(self, Self::Heat(_))
    }
}

/// Plans a work of the torch with a shop's gas, gear and policy; thickness, length and process of `base` are not read.
///
/// # Errors
/// Every input that is not possible.
pub fn plan_work(asked: &Asked, base: &Request) -> Result<WorkPlan, Vec<Error>> {
    let made = by_kind(asked, base)?;
    let burns = !matches!(asked, Asked::Heat(_));
    let told = for_any_work(&asked.like(base), burns).map_err(|error| vec![error])?;
    Ok(made.telling(told))
}

fn by_kind(asked: &Asked, base: &Request) -> Result<WorkPlan, Vec<Error>> {
    match asked {
        Asked::Rail(rail) => rail::plan(rail, base),
        Asked::Fastener(fastener) => fastener::plan(fastener, base),
        Asked::Wash(wash) => wash::plan(wash, base),
        Asked::Gouge(gouge) => gouge::plan(gouge, base),
        Asked::LongCut(long) => long_cut::plan(long, base),
        Asked::Circle(circle) => circle::plan(circle, base),
        Asked::TakeApart(apart) => apart::plan(apart, base),
        Asked::Heat(heat) => heat::plan(heat, base),
    }
}
