//! Two ways by the burns that are there already: those that are alike in all else, and what was left out.

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::record::class::{Class, Taught as Figure};
use galvanon_core::record::compare::judge;
use galvanon_core::record::trial::{By, Way, better, matched};
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};

use crate::api::record::trial::TrialReply;
use crate::error::{ApiResult, ErrorBody};
use crate::http::fields::{Fields, Given, wrong_shape};
use crate::plan::learning::MOST;
use crate::plan::taught::{class_of, factor_of};
use crate::store::learned::that_teach;

/// Which two ways.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
#[serde(deny_unknown_fields)]
pub struct WaysQuery {
    /// speed, start_preheat, kerf, oxygen, fuel, clean_up: done over planned is compared.
    pub kind: Option<String>,
    /// process, fuel, bore, hand: in what the two ways differ.
    pub by: Option<String>,
    /// The first: a process, a fuel, a bore in mm, or a person's id.
    pub a: String,
    /// The second.
    pub b: String,
}

/// Two ways held against each other by burns that were not drawn by lot.
#[derive(Debug, Serialize, ToSchema)]
pub struct WaysReply {
    /// Burns compared of each: as many of both.
    pub compared: usize,
    /// Burns of the first without a counterpart.
    pub left_out_a: usize,
    /// Of the second.
    pub left_out_b: usize,
    /// process, fuel, bore, thickness, hand: in what else the two differ, all burns taken. What is compared was matched in it.
    pub differs: Vec<&'static str>,
    /// Done over planned, first less second; null where fewer than two of each are alike.
    pub judged: Option<TrialReply>,
}

/// What a burn's class is called in one of its parts.
fn name_of(class: &Class, by: By) -> Option<String> {
    Some(match by {
        By::Process => class.process.code().to_owned(),
        By::Fuel => class.fuel.code().to_owned(),
        By::Bore => (f64::from(class.bore) / 1e3).to_string(),
        By::Hand => uuid::Uuid::from_u128(class.hand?).to_string(),
        By::Thickness => return None,
    })
}

fn given(text: Option<&String>) -> Option<Given> {
    text.map(|text| Given(json!(text)))
}

/// Compares two ways by burns that are alike in all else.
#[utoipa::path(get, operation_id = "trials_of_burns", path = "/api/v1/trials/of-burns", params(WaysQuery),
    responses((status = 200, body = WaysReply), (status = 422, body = ErrorBody)))]
#[get("/trials/of-burns")]
pub async fn of_burns(
    pool: web::Data<PgPool>,
    query: web::Query<WaysQuery>,
) -> ApiResult<web::Json<WaysReply>> {
    let mut fields = Fields::default();
    let kind: Figure = fields.code("kind", given(query.kind.as_ref()).as_ref(), None);
    let some = [By::Process, By::Fuel, By::Bore, By::Hand];
    let by = fields.code_of(&some, "by", given(query.by.as_ref()).as_ref(), None);
    if query.a == query.b {
        fields.errors.push(wrong_shape("b", "another than the first", json!(query.b)));
    }
    fields.done(())?;
    let burns = that_teach(pool.get_ref(), MOST).await?;
    let of_way = |class: &Class| {
        let name = name_of(class, by)?;
        let ways = [(&query.a, Way::A), (&query.b, Way::B)];
        ways.into_iter().find(|(known, _)| **known == name).map(|(_, way)| way)
    };
    let burns: Vec<(Way, Class, f64)> = burns
        .iter()
        .filter_map(|burn| {
            let class = class_of(&burn.against, burn.person_id)?;
            Some((of_way(&class)?, class, factor_of(&burn.against, kind)?))
        })
        .collect();
    let found = matched(&burns, by);
    let enough = found.a.len() > 1;
    let judged = enough.then(|| judge(&found.a, &found.b, better(kind))).transpose()?;
    Ok(web::Json(WaysReply {
        compared: found.a.len(),
        left_out_a: found.left_out.0,
        left_out_b: found.left_out.1,
        differs: found.differs.into_iter().map(By::code).collect(),
        judged: judged.as_ref().map(TrialReply::of),
    }))
}
