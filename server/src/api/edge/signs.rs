//! The edge: what can be seen of it, and what can cause it.

use std::collections::BTreeMap;

use actix_web::{get, web};
use galvanon_core::edge::trouble::{danger, shows_with};
use galvanon_core::edge::{Finding, causes, findings};
use galvanon_core::gas::fuel::Fuel;
use serde::Serialize;
use utoipa::ToSchema;

use crate::api::edge::face::{FaceWire, changes, sample};
use crate::error::ApiResult;

/// What a finding is called.
///
/// # Errors
/// Only a fault of ours.
pub fn plain(code: &str) -> ApiResult<String> {
    let all = findings()?;
    let found = all.iter().find(|finding| finding.code == code);
    Ok(found.map_or(code, |finding| finding.plain_words.as_str()).to_owned())
}

/// Something a person can see, hear, feel or measure.
#[derive(Debug, Serialize, ToSchema)]
pub struct FindingWire {
    /// Its code.
    pub code: String,
    /// top edge, face, bottom edge, kerf, flame, torch, metal.
    pub place: String,
    /// In plain words.
    pub text: String,
    /// Effort to look.
    pub seconds: f64,
    /// True where it comes before any probability: shut the gas first.
    pub dangerous: bool,
    /// True where acetylene never shows it.
    pub alternate_only: bool,
    /// True where what it means depends on the fuel: it weighs nothing while no fuel is known.
    pub by_fuel: bool,
    /// What its picture changes in the figures of a right face; empty for what no face shows.
    pub changes: BTreeMap<String, f64>,
}

/// Everything that can be found.
#[derive(Debug, Serialize, ToSchema)]
pub struct FindingsReply {
    /// In the order of looking: from the top edge down.
    pub findings: Vec<FindingWire>,
    /// The right face that the pictures are drawn on.
    pub right: FaceWire,
}

/// Everything that can be found at an edge, a flame or a torch.
#[utoipa::path(get, operation_id = "edge_findings", path = "/api/v1/edge/findings", responses((status = 200, body = FindingsReply)))]
#[get("/edge/findings")]
pub async fn list_findings() -> ApiResult<web::Json<FindingsReply>> {
    all_findings().map(web::Json)
}

/// Everything that can be found, with what its pictures are drawn on.
///
/// # Errors
/// Only a fault of ours.
pub fn all_findings() -> ApiResult<FindingsReply> {
    let wire = |finding: &Finding| {
        Ok(FindingWire {
            code: finding.code.clone(),
            place: finding.place.clone(),
            text: finding.plain_words.clone(),
            seconds: finding.seconds,
            dangerous: danger(&finding.code)?.is_some(),
            alternate_only: !shows_with(&finding.code, Fuel::Acetylene),
            by_fuel: finding.by_fuel,
            changes: changes(&finding.code)?,
        })
    };
    let findings = findings()?.iter().map(wire).collect::<ApiResult<_>>()?;
    Ok(FindingsReply { findings, right: FaceWire::from(&sample()) })
}

/// Something that can make an edge poor.
#[derive(Debug, Serialize, ToSchema)]
pub struct CauseWire {
    /// Its code.
    pub code: String,
    /// motion, pressure, flame, tip, attitude, metal, supply, start, support, none.
    pub group: String,
    /// Relative odds before anything is seen.
    pub prior: f64,
    /// How to make sure.
    pub check: String,
    /// What to do.
    pub remedy: String,
}

/// Everything that can be the cause.
#[derive(Debug, Serialize, ToSchema)]
pub struct CausesReply {
    /// In the order of the table.
    pub causes: Vec<CauseWire>,
}

/// Everything that can make an edge poor.
#[utoipa::path(get, operation_id = "edge_causes", path = "/api/v1/edge/causes", responses((status = 200, body = CausesReply)))]
#[get("/edge/causes")]
pub async fn list_causes() -> ApiResult<web::Json<CausesReply>> {
    let all = causes()?.map(|cause| CauseWire {
        code: cause.code.clone(),
        group: cause.group.clone(),
        prior: cause.prior,
        check: cause.check.clone(),
        remedy: cause.remedy.clone(),
    });
    Ok(web::Json(CausesReply { causes: all.collect() }))
}
