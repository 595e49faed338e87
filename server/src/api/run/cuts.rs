//! The cuts of a job at the torch: which may be made with what is rigged, and why the others may not.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::gas::fuel::Fuel;
use serde::Serialize;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::edge::recovery::guides;
use crate::api::job::lines::{LineView, cards_of, view};
use crate::error::ApiResult;
use crate::plan::rig::Rigged;
use crate::plan::shop::Shop;
use crate::store::job_lines;
use crate::store::jobs::Job;
use crate::wire::note::NoteWire;
use crate::wire::sentence::SentenceWire;
use crate::wire::setup::UnsaidWire;
use crate::wire::text::{Section, filled};

/// One cut of the run.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunCut {
    /// The line with its plan, without traces.
    #[serde(flatten)]
    pub view: LineView,
    /// Whether it may be made with what is rigged.
    pub fits: bool,
    /// Why it may not: stopped, or planned for other_fuel; null where it fits.
    pub why_not: Option<String>,
    /// When it goes out and was through up to there: what to do, in order.
    pub lost_through: Vec<SentenceWire>,
    /// When it goes out and was not through.
    pub lost_not_through: Vec<SentenceWire>,
}

impl RunCut {
    /// The fuel that it is planned for.
    #[must_use]
    pub fn fuel(&self) -> Option<String> {
        fuel_of(&self.view)
    }
}

/// A cut that must not be made as it is planned.
#[derive(Debug, Serialize, ToSchema)]
pub struct StoppedCut {
    /// The line.
    pub line_id: Uuid,
    /// As it was typed.
    pub title: String,
    /// What stops it.
    pub notes: Vec<NoteWire>,
}

/// The cuts of a job as the shop plans them now, each with the fuel of its plan.
pub struct Cuts(Vec<(LineView, [Vec<SentenceWire>; 2])>);

impl Cuts {
    /// Plans the cuts of a job.
    ///
    /// # Errors
    /// When the database fails, or a line does not plan.
    pub async fn of(pool: &PgPool, shop: &Shop, job: &Job) -> ApiResult<Self> {
        let lines = job_lines::of_job(pool, job.record.id).await?;
        let ids: Vec<Uuid> = lines.iter().map(|line| line.record.id).collect();
        let cards = cards_of(pool, &ids).await?;
        let rigged = Rigged::of(shop, job);
        let mut cuts = Vec::new();
        for line in lines {
            let input = line.input.clone();
            let view = view(line, &rigged, &cards);
            let guides = match &view.plan {
                Some(_) => guides(&rigged.request(&input)?.request)?,
                None => Default::default(),
            };
            cuts.push((view, guides));
        }
        Ok(Self(cuts))
    }

    /// Every fuel that they are planned for, each once, in the order of the cuts.
    #[must_use]
    pub fn fuels(&self) -> Vec<String> {
        let mut fuels: Vec<String> = Vec::new();
        for fuel in self.0.iter().filter_map(|(view, _)| fuel_of(view)) {
            if !fuels.contains(&fuel) {
                fuels.push(fuel);
            }
        }
        fuels
    }

    /// Those that must not be made, whatever they are planned for.
    #[must_use]
    pub fn stopped(&self) -> Vec<StoppedCut> {
        let stopped = self.0.iter().map(|(view, _)| view).filter(|view| is_stopped(view));
        let told = |view: &LineView| StoppedCut {
            line_id: view.line.record.id,
            title: view.line.typed.clone(),
            notes: stops(view),
        };
        stopped.map(told).collect()
    }

    /// All of them, judged by what is rigged.
    #[must_use]
    pub fn judged(self, fuel: Fuel) -> Vec<RunCut> {
        let judge = |(view, guides): (LineView, [Vec<SentenceWire>; 2])| {
            let [lost_through, lost_not_through] = guides;
            let why_not = if is_stopped(&view) {
                Some("stopped")
            } else {
                (fuel_of(&view).as_deref() != Some(fuel.code())).then_some("other_fuel")
            };
            RunCut {
                fits: why_not.is_none(),
                why_not: why_not.map(str::to_owned),
                view,
                lost_through,
                lost_not_through,
            }
        };
        self.0.into_iter().map(judge).collect()
    }
}

fn is_stopped(view: &LineView) -> bool {
    view.verdict() == "stop"
}

/// What stops a cut: its notes, or why it does not plan at all.
fn stops(view: &LineView) -> Vec<NoteWire> {
    let notes = view.plan.iter().flat_map(|plan| plan.notes.iter());
    let notes = notes.filter(|note| note.level == "stop").cloned();
    let fault = view.fault.iter().map(|fault| NoteWire {
        level: "stop".into(),
        code: "does_not_plan".into(),
        text: filled(Section::Notes, "does_not_plan", |_| Some(fault.message.clone())).into(),
        values: BTreeMap::new(),
    });
    notes.chain(fault).collect()
}

/// Whether a cut names paint or zinc on a face.
#[must_use]
pub fn is_coated(view: &LineView) -> bool {
    let steel = view.request.as_ref().map(|request| &request.steel);
    let told = steel.into_iter().flat_map(|steel| [&steel.surface, &steel.back_surface]);
    let coats = ["paint", "galvanised"];
    told.flatten().any(|face| coats.iter().any(|coat| face.0 == *coat))
}

/// Rust, or steel that hardens: where some shops run a short feather.
pub fn wants_a_feather(view: &LineView) -> bool {
    let surface = view.request.as_ref().and_then(|request| request.steel.surface.as_ref());
    let rusty = surface.is_some_and(|face| face.0 == "light_rust" || face.0 == "heavy_rust");
    let mut notes = view.plan.iter().flat_map(|plan| &plan.notes);
    rusty || notes.any(|note| note.code == "preheat_the_steel")
}

fn fuel_of(view: &LineView) -> Option<String> {
    let told = view.request.as_ref()?.gas.fuel.as_ref()?.0.as_str()?;
    Some(told.to_owned())
}

/// What nobody said of the cuts of a run, so that it is asked once where one can look. Of a shape, whose ends and sides are
/// asked with its strokes, only what steel it is.
#[must_use]
pub fn unsaid(cuts: &[RunCut]) -> UnsaidWire {
    let cuts = cuts.iter().filter(|cut| cut.fits);
    let mut out = UnsaidWire::default();
    for request in cuts.filter_map(|cut| cut.view.request.as_ref()) {
        let steel = &request.steel;
        out.steel |= steel.grade.is_none() && steel.composition_percent.is_none();
        if request.section.is_none() {
            out.layers |= steel.layers.is_none();
            out.closed_space |= steel.sealed.is_none();
            out.far_side |= steel.access.is_none();
        }
    }
    out
}

/// The thickest cut of a run: the lens is for that one.
#[must_use]
pub fn thickest(cuts: &[RunCut]) -> Option<f64> {
    let cuts = cuts.iter().filter(|cut| cut.fits);
    let paths = cuts.filter_map(|cut| Some(cut.view.plan.as_ref()?.path_thickness_mm));
    paths.max_by(f64::total_cmp)
}
