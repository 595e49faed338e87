//! What people make of what was learned: a factor frozen or refused, a rig that changed.

use actix_web::{put, web};
use galvanon_core::code::Code;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::Length;
use galvanon_core::record::class::{Band, Key, Taught as Kind};
use galvanon_core::record::way::Way;
use serde::{Deserialize, Serialize};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::burns::unknown;
use crate::api::record::factors::{ClassWire, FactorsReply, ThicknessBand, everything};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, wrong_shape};
use crate::http::rows::new_id;
use crate::plan::learning::learn_again;
use crate::plan::taught::{State, Taught};
use crate::queue::Worker;
use crate::store::RowKey;
use crate::store::learned::{self, ChoiceRow};

impl ClassWire {
    /// The node it names.
    fn key(&self, fields: &mut Fields) -> Key {
        let given = |word: &Option<String>| word.clone().map(|word| Given(word.into()));
        let (process, fuel) = (given(&self.process), given(&self.fuel));
        let process: Option<Way> = fields.optional("class.process", process.as_ref());
        let fuel: Option<Fuel> = fields.optional("class.fuel", fuel.as_ref());
        if process.is_some() != fuel.is_some() {
            let expected = "process and fuel, or neither";
            fields.errors.push(wrong_shape("class.process", expected, serde_json::Value::Null));
        }
        if self.bore_mm.is_some() != self.thickness_mm.is_some() {
            let expected = "bore and thickness, or neither";
            fields.errors.push(wrong_shape("class.bore_mm", expected, serde_json::Value::Null));
        }
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a bore")]
        let bore = self.bore_mm.map(|mm| (mm.clamp(0.0, 100.0) * 1e3).round() as u32);
        let middle = |band: &ThicknessBand| Length::from_mm((band.low * band.high).sqrt());
        let band = self.thickness_mm.as_ref().map(|band| Band::of(middle(band)));
        Key {
            process: process.zip(fuel),
            class: bore.zip(band),
            hand: self.person_id.map(|id| Some(id.as_u128())),
        }
    }
}

/// What a foreman makes of a factor.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChoiceRequest {
    /// speed, start_preheat, kerf, oxygen, fuel, clean_up.
    #[schema(value_type = String)]
    pub kind: Option<Given>,
    /// Of which burns.
    pub class: ClassWire,
    /// learning, frozen, refused.
    #[schema(value_type = String)]
    pub state: Option<Given>,
}

/// Freezes a factor as it stands, refuses it, or lets it learn again, under a UUIDv7 of the client's choice.
#[utoipa::path(put, operation_id = "factors_choose", path = "/api/v1/factors/{id}", request_body = ChoiceRequest, params(("id" = String, Path)),
    responses((status = 200, body = FactorsReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/factors/{id}")]
pub async fn choose(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
    body: Body<ChoiceRequest>,
) -> ApiResult<web::Json<FactorsReply>> {
    let RowKey { id, by } = new_id(&path, caller)?;
    let mut fields = Fields::default();
    let kind: Kind = fields.code("kind", body.value.kind.as_ref(), None);
    let state: State = fields.code("state", body.value.state.as_ref(), None);
    let key = body.value.class.key(&mut fields);
    fields.done(())?;
    let taught = Taught::read(&pool).await?;
    let nodes = taught.kinds().filter(|(known, _)| *known == kind);
    let found = nodes.flat_map(|(_, learned)| learned.nodes()).find(|(known, ..)| *known == key);
    let (_, factor, _) = found.ok_or(ApiError::NotFound)?;
    let choice = ChoiceRow {
        kind: kind.code().to_owned(),
        process: key.process.map(|(process, _)| process.code().to_owned()),
        fuel: key.process.map(|(_, fuel)| fuel.code().to_owned()),
        bore_um: key.class.and_then(|(bore, _)| i32::try_from(bore).ok()),
        band: key.class.map(|(_, band)| i16::from(band.number())),
        hand: key.hand.flatten().map(Uuid::from_u128),
        state: state.code().to_owned(),
        median: factor.median,
    };
    learned::choose(&**pool, RowKey { id, by }, &choice).await?;
    everything(&pool, &worker).await
}

/// The answer that a rig changed.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChangeRequest {
    /// The job whose rig it is.
    pub job_id: Uuid,
    /// Burns before this weigh a tenth from now on, RFC 3339.
    pub changed_at: String,
}

/// Says that a rig changed, under a UUIDv7 of the client's choice: what was burnt with it before weighs little.
#[utoipa::path(put, operation_id = "rig_changes_tell", path = "/api/v1/rig-changes/{id}", request_body = ChangeRequest, params(("id" = String, Path)),
    responses((status = 200, body = FactorsReply), (status = 422, body = ErrorBody)))]
#[put("/rig-changes/{id}")]
pub async fn tell_change(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
    body: Body<ChangeRequest>,
) -> ApiResult<web::Json<FactorsReply>> {
    let RowKey { id, by } = new_id(&path, caller)?;
    let mut fields = Fields::default();
    let at = fields.moment("changed_at", Some(&body.value.changed_at));
    let at = fields.done(at)?.unwrap_or(OffsetDateTime::UNIX_EPOCH);
    let kept = learned::changed(&**pool, RowKey { id, by }, body.value.job_id, at).await;
    kept.map_err(|error| unknown("rig_changes", error))?;
    learn_again(&pool).await?;
    everything(&pool, &worker).await
}
