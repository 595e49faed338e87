//! The lines of the demo's jobs: cuts as they are typed, and parts as they are typed and laid on a plate.

use galvanon_core::geometry::{Affine, Point};
use galvanon_core::layout::part::Part;
use serde::Deserialize;
use serde_json::{Value, json};
use sqlx::PgPool;
use uuid::Uuid;

use crate::api::entry::part::shape;
use crate::api::entry::typed::input;
use crate::api::job::cards::{PlanRequest, new_plan};
use crate::api::layout::contour::LayoutPart;
use crate::api::layout::shape::ShapeRequest;
use crate::demo::known::{DemoError, Loaded, ago};
use crate::http::body::read as read_body;
use crate::plan::rig::Rig;
use crate::plan::shop::Shop;
use crate::store::job_lines::{self, JobLine, NewLine};
use crate::store::jobs::{self as jobs_store, NewJob};
use crate::store::{Made, RowKey, find, plans};

#[derive(Deserialize)]
pub(super) struct LineEntry {
    typed: String,
    /// Days ago on which its card was printed, if it was.
    card_days_ago: Option<i64>,
    /// Where the part lies, if a part is typed.
    laid: Option<LaidEntry>,
}

/// How a part that is typed lies on its plate, and how it is cut.
#[derive(Deserialize)]
struct LaidEntry {
    plate_mm: [f64; 2],
    /// Its lower left, from the corner of the plate.
    at_mm: [f64; 2],
    /// The side that is near the rim.
    at_edge: String,
    process: String,
    surface: String,
    /// Holes besides its own.
    #[serde(default)]
    holes: Vec<Value>,
}

/// What a line says, and how that is said back.
struct Said {
    input: Value,
    echo: String,
}

impl LineEntry {
    fn said(&self) -> Result<Said, DemoError> {
        let fault = |code: &str| DemoError::Line(self.typed.clone(), code.to_owned());
        let Some(laid) = &self.laid else {
            let read = galvanon_core::entry::line::read(&self.typed);
            return match read.problems.first() {
                Some(problem) => Err(fault(problem.code)),
                None => Ok(Said { input: input(&read.understood), echo: read.understood.echo() }),
            };
        };
        let read = galvanon_core::entry::part::read(&self.typed);
        if let Some(problem) = read.problems.first() {
            return Err(fault(problem.code));
        }
        let mut asked = shape(&read.said);
        asked["holes"] = json!(laid.holes);
        let part = laid.part(&read_body::<ShapeRequest>(&asked)?.part()?);
        let thickness = read.said.thickness.ok_or_else(|| fault("no_thickness"))?;
        let input = json!({
            "steel": { "thickness_mm": thickness.length().as_mm(), "surface": laid.surface },
            "cut": { "process": laid.process, "count": read.said.count.unwrap_or(1) },
            "layout": {
                "part": LayoutPart::of(&part), "datum": [0.0, 0.0], "plate_mm": laid.plate_mm,
                "at_edge": [laid.at_edge], "rim_mm": laid.rim_mm(),
            },
        });
        Ok(Said { input, echo: read.said.echo() })
    }
}

impl LaidEntry {
    fn part(&self, part: &Part) -> Part {
        let at = Affine::moved(Point::new(self.at_mm[0] / 1e3, self.at_mm[1] / 1e3));
        part.placed(&at)
    }

    /// From the part to that side: the demo's parts lie by the left or the lower one.
    fn rim_mm(&self) -> f64 {
        if self.at_edge == "left" { self.at_mm[0] } else { self.at_mm[1] }
    }
}

/// Where a line of the demo goes.
pub(super) struct LinePlace<'a> {
    pub job: &'a NewJob,
    pub job_id: Uuid,
    pub by: Option<Uuid>,
    /// Its place among the lines, from 0.
    pub place: usize,
}

/// Loads a line, and its card where it has one.
pub(super) async fn load_line(
    pool: &PgPool,
    shop: &Shop,
    entry: LineEntry,
    at: &LinePlace<'_>,
) -> Result<Loaded, DemoError> {
    let LinePlace { job, job_id, by, place } = *at;
    let Said { input, echo } = entry.said()?;
    #[allow(clippy::cast_precision_loss, reason = "a job has a handful of lines")]
    let position = (place + 1) as f64;
    let line = NewLine { job_id, typed: entry.typed, input, position };
    let body =
        json!({ "job_id": job_id, "typed": line.typed, "input": line.input, "position": position });
    let id = Uuid::now_v7();
    let Made::New(_) =
        job_lines::put(&mut *pool.acquire().await?, RowKey { id, by }, &line, &body).await?
    else {
        return Err(DemoError::Line(line.typed, "id used twice".into()));
    };
    let planned = Rig::of(shop, &job.rig).request(shop, &line.input)?.request;
    let plan = crate::api::cut::planned::planned(&planned)?;
    let request = serde_json::to_value(&planned).map_err(crate::error::ApiError::from)?;
    let settings = planned.to_work()?.settings();
    let settings = settings.map_err(|errors| crate::error::faults(&errors))?;
    let card = match entry.card_days_ago {
        None => None,
        Some(days) => {
            let title = format!("{}: {}", job.name, echo);
            let plan = PlanRequest { job_line_id: Some(id), title, request: request.clone() };
            Some(load_card(pool, &plan, by, days).await?)
        }
    };
    Ok(Loaded {
        line: id,
        card,
        pace_mm_min: plan.travel_speed_mm_min.set,
        oxygen_kpa: plan.oxygen_pressure_kpa.map_or(0.0, |at| at.set),
        start_s: plan.start_preheat_s.set,
        kerf_mm: plan.kerf_mm,
        clean_up_s: settings.time.clean_up.as_s(),
        tip: plan.tip.name.flatten(),
        request,
    })
}

/// A card, written with its age at once: a plan is never changed afterwards.
async fn load_card(
    pool: &PgPool,
    plan: &PlanRequest,
    by: Option<Uuid>,
    days_ago: i64,
) -> Result<Uuid, DemoError> {
    let body =
        json!({ "job_line_id": plan.job_line_id, "title": plan.title, "request": plan.request });
    let card = Uuid::now_v7();
    let new = new_plan(plan, ago(days_ago))?;
    plans::put(&mut *pool.acquire().await?, RowKey { id: card, by }, &new, &body).await?;
    Ok(card)
}

/// Makes the cards anew whose figures the shop's burns have moved, as a planner would.
pub(super) async fn cards_anew(pool: &PgPool, jobs: &[Vec<Loaded>]) -> Result<(), DemoError> {
    let shop = Shop::read(pool, None).await?;
    for loaded in jobs.iter().flatten() {
        let Some(card) = loaded.card else { continue };
        let line: JobLine =
            find(pool, loaded.line).await?.ok_or(crate::error::ApiError::NotFound)?;
        let job = jobs_store::live(pool, line.job_id).await?;
        let planned = Rig::of(&shop, &job.rig).request(&shop, &line.input)?.request;
        if planned.factors.is_none() {
            continue;
        }
        let request = serde_json::to_value(planned).map_err(crate::error::ApiError::from)?;
        let title = plans::find(pool, card).await?.title;
        let plan = PlanRequest { job_line_id: Some(loaded.line), title, request };
        let body =
            json!({ "job_line_id": loaded.line, "title": plan.title, "request": plan.request });
        plans::put(
            &mut *pool.acquire().await?,
            RowKey { id: Uuid::now_v7(), by: None },
            &new_plan(&plan, ago(0))?,
            &body,
        )
        .await?;
    }
    Ok(())
}
