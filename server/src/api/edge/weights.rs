//! What a shop weighs otherwise than the tables when it asks why an edge is poor: kept with every
//! version, as a setting of the shop.

use std::borrow::Cow;
use std::collections::BTreeMap;

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::edge::{Link, Network, PRIOR, Tuning, network};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult};
use crate::http::body::read;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField};
use crate::store::shop_settings;
use crate::wire::text::cause_words;

/// The setting that holds them.
pub const KEY: &str = "edge_weights";

/// What a shop weighs otherwise, as it is kept.
#[derive(Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct OwnWeights {
    /// Relative odds of a cause, 0.1 to 50, by its code.
    #[schema(value_type = BTreeMap<String, f64>)]
    pub priors: BTreeMap<String, Given>,
    /// How strongly causes show findings.
    pub links: Vec<OwnLink>,
}

/// How strongly a cause shows a finding in this shop.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnLink {
    /// Code of the cause.
    pub cause: String,
    /// Code of the finding.
    pub finding: String,
    /// never, weak, medium, strong, against.
    #[schema(value_type = String)]
    pub link: Option<Given>,
}

impl OwnWeights {
    /// As core takes them; every fault names its place.
    fn tuning(&self) -> ApiResult<Tuning> {
        let plain = network()?;
        let mut fields = Fields::default();
        let mut tuning = Tuning::default();
        let causes = || plain.causes.iter().map(|cause| cause.code.clone()).collect();
        for (cause, given) in &self.priors {
            let path = format!("value.priors.{cause}");
            if plain.cause(cause).is_none() {
                fields.unknown_choice(&path, json!(cause), causes());
                continue;
            }
            let field = NumberField::new(path, &PRIOR, Kind::Ratio);
            tuning.priors.push((cause.clone(), fields.number(&field, Some(given), None)));
        }
        for (i, own) in self.links.iter().enumerate() {
            let path = |part: &str| format!("value.links.{i}.{part}");
            if plain.cause(&own.cause).is_none() {
                fields.unknown_choice(&path("cause"), json!(own.cause), causes());
            }
            if plain.finding(&own.finding).is_none() {
                let known = plain.findings.iter().map(|finding| finding.code.clone()).collect();
                fields.unknown_choice(&path("finding"), json!(own.finding), known);
            }
            let link = fields.code(&path("link"), own.link.as_ref(), None);
            tuning.links.push((own.cause.clone(), own.finding.clone(), link));
        }
        fields.done(tuning)
    }
}

/// Whether a value may stand under [`KEY`].
///
/// # Errors
/// [`ApiError::Invalid`] with every place at fault.
pub fn checked(value: &Value) -> ApiResult<()> {
    let own: OwnWeights = read(value).map_err(|error| match error {
        ApiError::Invalid(fields) => ApiError::Invalid(
            fields
                .into_iter()
                .map(|mut field| {
                    field.path = format!("value.{}", field.path).trim_end_matches('.').to_owned();
                    field
                })
                .collect(),
        ),
        other => other,
    })?;
    own.tuning().map(|_| ())
}

/// The weights a shop asks with.
#[derive(Debug)]
pub struct Weights {
    /// The tables, or what the shop has made of them.
    pub network: Cow<'static, Network>,
    /// How many times it has set them; 0 for the tables.
    pub version: i64,
}

/// The weights for a caller: those of the tables for somebody who is not signed in.
///
/// # Errors
/// When the database fails.
pub async fn for_caller(pool: &PgPool, caller: Caller) -> ApiResult<Weights> {
    match caller.role {
        Some(_) => of_shop(pool).await,
        None => Ok(Weights { network: Cow::Borrowed(network()?), version: 0 }),
    }
}

/// The weights of a shop now.
///
/// # Errors
/// When the database fails.
pub async fn of_shop(pool: &PgPool) -> ApiResult<Weights> {
    let versions = shop_settings::history(pool, KEY).await?;
    let plain = network()?;
    let Some(newest) = versions.first() else {
        return Ok(Weights { network: Cow::Borrowed(plain), version: 0 });
    };
    let own: OwnWeights = read(&newest.value)?;
    let tuned = plain.tuned(&own.tuning()?)?;
    Ok(Weights { network: Cow::Owned(tuned), version: newest.version })
}

/// A finding that a cause shows, here and by the table.
#[derive(Debug, Serialize, ToSchema)]
pub struct LinkWire {
    /// Code of the finding.
    pub finding: String,
    /// never, weak, medium, strong, against: in this shop.
    pub link: String,
    /// The same by the table.
    pub table: String,
}

/// A cause with its weights.
#[derive(Debug, Serialize, ToSchema)]
pub struct CauseWeights {
    /// Its code.
    pub code: String,
    /// In words.
    pub text: String,
    /// Relative odds in this shop.
    pub prior: f64,
    /// The same by the table.
    pub table_prior: f64,
    /// Findings it shows or that speak against it, here or by the table.
    pub links: Vec<LinkWire>,
}

/// A version of the weights.
#[derive(Debug, Serialize, ToSchema)]
pub struct WeightsVersion {
    /// 1 for the first.
    pub version: i64,
    /// When it was set.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// By whom.
    pub made_by: Option<Uuid>,
    /// What it was.
    #[schema(value_type = Object)]
    pub value: Value,
}

/// The weights of a shop.
#[derive(Debug, Serialize, ToSchema)]
pub struct WeightsReply {
    /// How many times they were set; 0 for those of the tables.
    pub version: i64,
    /// In the order of the table.
    pub causes: Vec<CauseWeights>,
    /// The newest first.
    pub history: Vec<WeightsVersion>,
}

fn code_of(link: Link) -> String {
    link.code().to_owned()
}

/// The weights a shop asks with, beside those of the tables, and every earlier version.
#[utoipa::path(get, operation_id = "edge_weights", path = "/api/v1/edge/weights", responses((status = 200, body = WeightsReply)))]
#[get("/edge/weights")]
pub async fn list_weights(pool: web::Data<PgPool>) -> ApiResult<web::Json<WeightsReply>> {
    let (own, plain) = (of_shop(&pool).await?, network()?);
    let links = |cause: usize| {
        let all = (0..plain.findings.len())
            .map(|finding| (finding, own.network.link(finding, cause), plain.link(finding, cause)));
        all.filter(|(_, here, table)| *here != Link::None || *table != Link::None)
            .map(|(finding, here, table)| LinkWire {
                finding: plain.findings[finding].code.clone(),
                link: code_of(here),
                table: code_of(table),
            })
            .collect()
    };
    let causes = plain.causes.iter().enumerate().map(|(at, cause)| CauseWeights {
        code: cause.code.clone(),
        text: cause_words(&cause.code),
        prior: own.network.priors[at],
        table_prior: cause.prior,
        links: links(at),
    });
    let history = shop_settings::history(pool.get_ref(), KEY).await?.into_iter().map(|past| {
        let shop_settings::Past { version, made_at, made_by, value } = past;
        WeightsVersion { version, made_at, made_by, value }
    });
    Ok(web::Json(WeightsReply {
        version: own.version,
        causes: causes.collect(),
        history: history.collect(),
    }))
}
