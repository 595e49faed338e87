//! With how few tips can a whole job be cut?

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::cut::job_tips::{Cutting, TipChoice, TipUse, job_tips};
use galvanon_core::tip::owned::Label;
use galvanon_core::trace::Kind;
use serde::Serialize;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiResult, ErrorBody, faults};
use crate::http::caller::Caller;
use crate::http::rows::id;
use crate::plan::job::{JobCuts, StoredJob, cuts_of, stored};
use crate::plan::shop::Shop;
use crate::queue::Worker;
use crate::wire::unit::{litres, wire};

/// One tip with the lines it cuts.
#[derive(Debug, Serialize, ToSchema)]
pub struct TipUseWire {
    /// Its bore.
    pub bore_mm: f64,
    /// flush, recessed.
    pub face: String,
    /// The mark stamped on the drawer's tip; null for our own series.
    pub mark: Option<String>,
    /// What the drawer calls it; null for our own series.
    pub name: Option<String>,
    /// The lines, in the order of the job.
    pub lines: Vec<Uuid>,
    /// As they were typed.
    pub typed: Vec<String>,
}

/// What a choice of tips takes for the whole job.
#[derive(Debug, Serialize, ToSchema)]
pub struct TipsTake {
    /// All cuts, as the job adds them up.
    pub cutting_s: f64,
    /// Changing from each tip to the next, once.
    pub changing_s: f64,
    /// Both.
    pub total_s: f64,
    /// All cuts.
    pub oxygen_l: f64,
    /// All cuts.
    pub fuel_l: f64,
}

fn takes(choice: &TipChoice) -> TipsTake {
    let (cutting_s, changing_s) = (choice.time.as_s(), choice.changing.as_s());
    TipsTake {
        cutting_s,
        changing_s,
        total_s: cutting_s + changing_s,
        oxygen_l: litres(choice.gas.oxygen),
        fuel_l: litres(choice.gas.fuel),
    }
}

/// The tips of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobTipsReply {
    /// The fewest tips that make every cut.
    pub fewest: Vec<TipUseWire>,
    /// The tip each line would have by itself.
    pub best: Vec<TipUseWire>,
    /// Time of all cuts with the fewest tips.
    pub time_fewest_s: f64,
    /// Time of all cuts with the best tip for each.
    pub time_best_s: f64,
    /// What the fewest tips take, changing them counted.
    pub with_fewest: TipsTake,
    /// What the best tips take, changing them counted.
    pub with_best: TipsTake,
    /// Lines that no tip at hand suits, as typed.
    pub without: Vec<String>,
    /// Lines that are stopped and left out.
    pub stopped: usize,
}

/// With how few tips a job can be cut, and what that costs in time.
#[utoipa::path(get, operation_id = "job_tips", path = "/api/v1/jobs/{id}/tips", params(("id" = String, Path)),
    responses((status = 200, body = JobTipsReply), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/tips")]
pub async fn tips(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
) -> ApiResult<web::Json<JobTipsReply>> {
    let shop = Shop::read(&pool, caller.person).await?;
    let stored = stored(&pool, id(&path)?).await?;
    worker.run(move || found(&shop, stored)).await.map(web::Json)
}

fn found(shop: &Shop, stored: StoredJob) -> ApiResult<JobTipsReply> {
    let JobCuts { going: lines, stopped } = cuts_of(shop, stored)?;
    let cuttings: Vec<Cutting> = lines.iter().flat_map(|line| line.cuttings.clone()).collect();
    let found = job_tips(&cuttings).map_err(|errors| faults(&errors))?;
    // of a shape every stroke counts, and the line is told once
    let owner: Vec<usize> =
        lines.iter().enumerate().flat_map(|(at, line)| vec![at; line.cuttings.len()]).collect();
    let of = |cuts: &[usize]| {
        let mut all: Vec<usize> = cuts.iter().map(|&cut| owner[cut]).collect();
        all.dedup();
        all
    };
    let wire = |tip: &TipUse| {
        let (bore_mm, face) = (wire(Kind::Bore, tip.bore.as_m()), tip.face.code());
        let Label { mark, name } = tip.label.clone();
        TipUseWire {
            bore_mm,
            face: face.into(),
            mark,
            name,
            lines: of(&tip.cuts).into_iter().map(|at| lines[at].id).collect(),
            typed: of(&tip.cuts).into_iter().map(|at| lines[at].typed.clone()).collect(),
        }
    };
    Ok(JobTipsReply {
        fewest: found.fewest.tips.iter().map(wire).collect(),
        best: found.best.tips.iter().map(wire).collect(),
        time_fewest_s: found.fewest.time.as_s(),
        time_best_s: found.best.time.as_s(),
        with_fewest: takes(&found.fewest),
        with_best: takes(&found.best),
        without: of(&found.without).into_iter().map(|at| lines[at].typed.clone()).collect(),
        stopped,
    })
}
