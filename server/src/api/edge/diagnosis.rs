//! What made an edge poor, from what was seen and what is on record.

use actix_web::{post, web};
use galvanon_core::edge::diagnosis::{Diagnosis, Suspect, Told, diagnose_with};
use galvanon_core::edge::remedy::{Change, Setting, change};
use galvanon_core::edge::trouble::{danger, shows_with};
use galvanon_core::edge::{causes, findings};
use galvanon_core::error::Error;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::edge::on_record::{OnRecord, on_record};
use crate::api::edge::signs::plain;
use crate::api::edge::trouble::{TroubleWire, trouble_wire};
use crate::api::edge::weights::{self, Weights};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given};
use crate::wire::text::cause_words;
use crate::wire::text::{Section, filled, with_values};
use crate::wire::unit::in_contract_unit;

/// What was seen and what was looked for in vain.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DiagnosisRequest {
    /// Codes of findings seen.
    #[serde(default)]
    pub present: Vec<String>,
    /// Codes of findings looked for in vain.
    #[serde(default)]
    pub absent: Vec<String>,
    /// The card the cut was made by: its figures weigh in.
    pub plan_id: Option<Uuid>,
    /// The burn: what was noted of it weighs in.
    pub burn_id: Option<Uuid>,
    /// acetylene, propane, propylene, natural_gas; that of the plan when left out.
    #[schema(value_type = Option<String>)]
    pub fuel: Option<Given>,
    /// Whether every cut runs slow with this oxygen: the supplier's grade is then doubted.
    pub every_cut_slow: Option<bool>,
}

/// What a record says of a cause.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecordWire {
    /// Code of the sentence.
    pub code: String,
    /// The sentence.
    pub text: String,
    /// True when it speaks for the cause.
    pub speaks_for: bool,
}

/// What is set otherwise when a cause is put right.
#[derive(Debug, Serialize, ToSchema)]
pub struct ChangeWire {
    /// travel_speed_mm_min, oxygen_pressure_kpa, fuel_flow_l_min, standoff_mm, bore_mm, start_preheat_s.
    pub quantity: String,
    /// What it was, in the unit of its name; null where neither plan nor burn tells.
    pub from: Option<f64>,
    /// What it becomes.
    pub to: Option<f64>,
    /// New over old.
    pub factor: f64,
}

/// A cause with its odds.
#[derive(Debug, Serialize, ToSchema)]
pub struct SuspectWire {
    /// Its code; all_well for nothing wrong.
    pub code: String,
    /// Its name in words.
    pub text: String,
    /// Probability that it acts, alone or with others.
    pub probability: f64,
    /// How to make sure.
    pub check: String,
    /// What to do.
    pub remedy: String,
    /// The remedy in numbers; null where no setting mends it.
    pub change: Option<ChangeWire>,
    /// Codes of findings seen that it makes show.
    pub speaks_for: Vec<String>,
    /// Codes of findings that speak against it, seen or looked for in vain.
    pub speaks_against: Vec<String>,
    /// What plan, burn and gear say of it.
    pub records: Vec<RecordWire>,
}

/// What to look at next.
#[derive(Debug, Serialize, ToSchema)]
pub struct NextWire {
    /// Code of the finding.
    pub finding: String,
    /// Why this one.
    pub why: String,
}

/// What must be done before anything else.
#[derive(Debug, Serialize, ToSchema)]
pub struct DangerWire {
    /// Code of the finding.
    pub finding: String,
    /// The trouble it is.
    pub trouble: TroubleWire,
    /// What to do, in order, in one text.
    pub text: String,
}

/// What was found out.
#[derive(Debug, Serialize, ToSchema)]
pub struct DiagnosisReply {
    /// First of all, whatever the probabilities say.
    pub dangers: Vec<DangerWire>,
    /// Most likely first; nothing wrong among them.
    pub causes: Vec<SuspectWire>,
    /// What to look at next; null when little is left to learn.
    pub next_check: Option<NextWire>,
    /// Pairs of findings that hardly go together: look again.
    pub contradictions: Vec<[String; 2]>,
    /// fuel where signs were told that weigh nothing until it is known; else null.
    pub ask: Option<String>,
    /// Codes of findings seen that the fuel never shows: look again.
    pub not_with_fuel: Vec<String>,
    /// Version of the shop's own weights; 0 for those of the tables.
    pub weights_version: i64,
}

/// A change of a setting in the contract's units.
pub(crate) fn change_wire(change: &Change) -> ChangeWire {
    let (quantity, kind) = match change.setting {
        Setting::Speed => ("travel_speed_mm_min", Kind::Speed),
        Setting::Oxygen => ("oxygen_pressure_kpa", Kind::Pressure),
        Setting::Fuel => ("fuel_flow_l_min", Kind::GasFlow),
        Setting::Standoff => ("standoff_mm", Kind::Bore),
        Setting::Bore => ("bore_mm", Kind::Bore),
        Setting::StartPreheat => ("start_preheat_s", Kind::Duration),
    };
    let wire = |si: Option<f64>| si.map(|si| (in_contract_unit(kind, si) * 1e3).round() / 1e3);
    let factor = (change.factor * 1e3).round() / 1e3;
    ChangeWire { quantity: quantity.into(), from: wire(change.from), to: wire(change.to), factor }
}

fn suspect(suspect: &Suspect, on_record: &OnRecord) -> ApiResult<SuspectWire> {
    let mut all = causes()?;
    let row = all
        .find(|cause| cause.code == suspect.code)
        .ok_or_else(|| ApiError::Internal(format!("no cause {}", suspect.code)))?;
    let codes = |list: &[&str]| list.iter().map(|code| (*code).to_owned()).collect();
    Ok(SuspectWire {
        code: suspect.code.into(),
        text: cause_words(suspect.code),
        probability: (suspect.probability * 1e9).round() / 1e9,
        check: row.check.clone(),
        remedy: row.remedy.clone(),
        change: change(suspect.code, &on_record.planned, &on_record.was).as_ref().map(change_wire),
        speaks_for: codes(&suspect.speaks_for),
        speaks_against: codes(&suspect.speaks_against),
        records: suspect
            .records
            .iter()
            .map(|record| RecordWire {
                code: record.code.into(),
                text: with_values(Section::Notes, record.code, &record.values).into_owned(),
                speaks_for: record.likelihood_ratio > 1.0,
            })
            .collect(),
    })
}

fn dangers(present: &[String]) -> ApiResult<Vec<DangerWire>> {
    let mut all = Vec::new();
    for finding in present {
        let Some(trouble) = danger(finding)? else { continue };
        let trouble = trouble_wire(trouble);
        let steps: Vec<&str> = trouble.steps.iter().map(|step| step.text.as_ref()).collect();
        let text = format!("STOP. {}", steps.join(" "));
        all.push(DangerWire { finding: finding.clone(), trouble, text });
    }
    Ok(all)
}

fn reply(
    found: &Diagnosis,
    asked: &DiagnosisRequest,
    on_record: &OnRecord,
    weights_version: i64,
) -> ApiResult<DiagnosisReply> {
    let next = found.next_check.map(|next| {
        let (one, other) = next.between;
        let looked_at = plain(next.finding)?;
        let why = filled(Section::Notes, "next_check", |name| match name {
            "finding" => Some(looked_at.clone()),
            "one" => Some(cause_words(one)),
            "other" => Some(cause_words(other)),
            _ => None,
        });
        ApiResult::Ok(NextWire { finding: next.finding.into(), why })
    });
    let never = |code: &&String| on_record.fuel.is_some_and(|fuel| !shows_with(code, fuel));
    Ok(DiagnosisReply {
        dangers: dangers(&asked.present)?,
        causes: found.suspects.iter().map(|it| suspect(it, on_record)).collect::<ApiResult<_>>()?,
        next_check: next.transpose()?,
        contradictions: found
            .contradictions
            .iter()
            .map(|(one, other)| [(*one).to_owned(), (*other).to_owned()])
            .collect(),
        ask: found.asks_fuel.then(|| "fuel".to_owned()),
        not_with_fuel: asked.present.iter().filter(never).cloned().collect(),
        weights_version,
    })
}

/// What made the edge poor, with odds, and what to look at next.
#[utoipa::path(post, operation_id = "edge_diagnoses", path = "/api/v1/edge/diagnoses", request_body = DiagnosisRequest,
    responses((status = 200, body = DiagnosisReply), (status = 422, body = ErrorBody)))]
#[post("/edge/diagnoses")]
pub async fn diagnoses(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<DiagnosisRequest>,
) -> ApiResult<web::Json<DiagnosisReply>> {
    let of_shop = body.value.plan_id.is_some() || body.value.burn_id.is_some();
    if of_shop && caller.role.is_none() {
        return Err(ApiError::SignedOut);
    }
    let weights = weights::for_caller(&pool, caller).await?;
    Ok(web::Json(diagnosed(&pool, &weights, &body.value).await?))
}

/// What a request for a diagnosis is answered.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub async fn diagnosed(
    pool: &PgPool,
    weights: &Weights,
    asked: &DiagnosisRequest,
) -> ApiResult<DiagnosisReply> {
    let known = findings()?;
    let mut fields = Fields::default();
    for (list, codes) in [("present", &asked.present), ("absent", &asked.absent)] {
        for (i, code) in codes.iter().enumerate() {
            let path = format!("{list}.{i}");
            if !known.iter().any(|finding| finding.code == *code) {
                let allowed = known.iter().map(|finding| finding.code.clone()).collect();
                fields.unknown_choice(&path, json!(code), allowed);
            } else if list == "absent" && asked.present.contains(code) {
                fields.refuse(&path, "seen_and_not", json!(code), &[("value", plain(code)?)]);
            }
        }
    }
    let given = fields.optional("fuel", asked.fuel.as_ref());
    fields.done(())?;
    let mut records = on_record(pool, asked.plan_id, asked.burn_id).await?;
    records.fuel = given.or(records.fuel);
    let evidence = records.with_oxygen(asked.every_cut_slow);
    let seen: Vec<&str> = asked.present.iter().map(String::as_str).collect();
    let missed: Vec<&str> = asked.absent.iter().map(String::as_str).collect();
    let told = Told { present: &seen, absent: &missed, evidence: &evidence, fuel: records.fuel };
    let found = diagnose_with(&weights.network, &told).map_err(|error| match error {
        Error::Missing { .. } => {
            let mut fields = Fields::default();
            fields.refuse("present", "no_findings", json!([]), &[]);
            ApiError::Invalid(fields.errors)
        }
        other => other.into(),
    })?;
    reply(&found, asked, &records, weights.version)
}
