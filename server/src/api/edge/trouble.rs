//! Trouble at flame and torch, by fuel: what can hurt first, with what to shut in which order.

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::edge::trouble::{Trouble, Urgency, troubles};
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::{IntoParams, ToSchema};

use crate::error::{ApiResult, ErrorBody};
use crate::http::fields::{Fields, Given};
use crate::wire::sentence::SentenceWire;
use crate::wire::text::{Section, sentence};

/// The fuel in the hose.
#[derive(Debug, Deserialize, IntoParams)]
pub struct TroublesQuery {
    /// acetylene, propane, propylene, natural_gas.
    pub fuel: Option<String>,
}

/// A trouble as one hears or sees it.
#[derive(Debug, Serialize, ToSchema)]
pub struct TroubleWire {
    /// Its code.
    pub code: String,
    /// In words.
    pub text: String,
    /// stop, caution, right.
    pub urgency: String,
    /// flame, gas (gauges, hoses, cylinders), cut (what the metal and the piece do).
    pub about: String,
    /// The finding that it is for a diagnosis; null where it needs none.
    pub finding: Option<String>,
    /// What to do, in order.
    pub steps: Vec<SentenceWire>,
    /// Kinds of gear to keep out of service until they were looked at.
    pub gear: Vec<String>,
}

/// Everything that can go wrong at the torch with a fuel.
#[derive(Debug, Serialize, ToSchema)]
pub struct TroublesReply {
    /// What can hurt first, what is right last.
    pub troubles: Vec<TroubleWire>,
}

/// A trouble with its sentences.
#[must_use]
pub fn trouble_wire(trouble: &'static Trouble) -> TroubleWire {
    let text = sentence(Section::Troubles, &trouble.code).unwrap_or(&trouble.code).to_owned();
    let urgency = match trouble.urgency {
        Urgency::Stop => "stop",
        Urgency::Caution => "caution",
        Urgency::Right => "right",
    };
    let about = trouble.about.code().to_owned();
    TroubleWire {
        about,
        code: trouble.code.clone(),
        text,
        urgency: urgency.into(),
        finding: trouble.finding.clone(),
        steps: trouble
            .steps
            .iter()
            .map(|code| SentenceWire::of(Section::Steps, code, &[]))
            .collect(),
        gear: trouble.gear.clone(),
    }
}

/// What can go wrong at flame and torch with a fuel, and what to do.
#[utoipa::path(get, operation_id = "edge_troubles", path = "/api/v1/edge/troubles", params(TroublesQuery),
    responses((status = 200, body = TroublesReply), (status = 422, body = ErrorBody)))]
#[get("/edge/troubles")]
pub async fn list_troubles(
    query: web::Query<TroublesQuery>,
) -> ApiResult<web::Json<TroublesReply>> {
    let mut fields = Fields::default();
    let given = query.fuel.as_ref().map(|fuel| Given(json!(fuel)));
    let fuel = fields.code("fuel", given.as_ref(), None);
    fields.done(())?;
    let all = troubles(fuel)?.map(trouble_wire);
    Ok(web::Json(TroublesReply { troubles: all.collect() }))
}
