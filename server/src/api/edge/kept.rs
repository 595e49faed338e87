//! Diagnoses that are kept: with the cut they belong to, what it turned out to be, a note, photos.

use actix_web::{HttpResponse, delete, get, patch, post, put, web};
use galvanon_core::edge::causes;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::api::edge::diagnosis::{DiagnosisRequest, diagnosed};
use crate::api::edge::weights;
use crate::api::record::burns::unknown;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, wrong_shape};
use crate::http::page::{PageQuery, token};
use crate::http::rows::{Seen, new_id, put_reply, seen};
use crate::photo::{MOST_BYTES, MOST_PHOTOS, MOST_PIXELS};
use crate::store::diagnoses::{self, DiagnosisChange, KeptDiagnosis, NewDiagnosis};
use crate::store::job_lines::JobLine;
use crate::store::jobs::Job;
use crate::store::page::{List, page};
use crate::store::photos::{self, Photo};
use crate::store::{find, set_deleted};

const LONGEST_NOTE: usize = 2_000;
const SHOWN: i64 = 50;
/// Causes that are kept of an answer: the rest is hardly likely.
const KEPT_CAUSES: usize = 5;

/// What makes a kept diagnosis.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeptRequest {
    /// When the edge was looked at, RFC 3339.
    pub happened_at: String,
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card whose figures weigh in.
    pub plan_id: Option<Uuid>,
    /// The burn whose figures weigh in.
    pub burn_id: Option<Uuid>,
    /// acetylene, propane, propylene, natural_gas.
    #[schema(value_type = Option<String>)]
    pub fuel: Option<Given>,
    /// Codes of findings seen.
    #[serde(default)]
    pub present: Vec<String>,
    /// Codes of findings looked for in vain.
    #[serde(default)]
    pub absent: Vec<String>,
    /// Code of the cause it turned out to be; empty while nobody knows.
    #[serde(default)]
    pub settled: String,
    /// In the torch hand's words.
    #[serde(default)]
    pub note: String,
}

/// What may change in a kept diagnosis; what is left out stays.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeptChange {
    /// The version that was seen.
    pub version: i32,
    /// Code of the cause it turned out to be; empty takes it back.
    pub settled: Option<String>,
    /// In the torch hand's words.
    pub note: Option<String>,
}

/// A kept diagnosis with its photos and the cut in words.
#[derive(Debug, Serialize, ToSchema)]
pub struct KeptView {
    /// The diagnosis itself.
    pub diagnosis: KeptDiagnosis,
    /// Its photos, the oldest first.
    pub photos: Vec<Photo>,
    /// The job of its cut.
    pub job_id: Option<Uuid>,
    /// The name of that job.
    pub job_name: Option<String>,
    /// The cut as it was typed.
    pub cut: Option<String>,
}

/// What a photo may be.
#[derive(Debug, Serialize, ToSchema)]
pub struct PhotoLimits {
    /// Bytes of the file.
    pub bytes: usize,
    /// Millions of pixels.
    pub megapixels: u64,
    /// Photos of one diagnosis.
    pub count: usize,
}

/// The newest diagnoses.
#[derive(Debug, Serialize, ToSchema)]
pub struct KeptReply {
    /// The newest first.
    pub diagnoses: Vec<KeptView>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
    /// What a photo may be.
    pub photo: PhotoLimits,
}

/// Which diagnoses are asked for.
#[derive(Debug, Deserialize, IntoParams)]
pub struct KeptQuery {
    /// Those of one cut.
    pub job_line_id: Option<Uuid>,
    /// How many rows, 1 to 200.
    #[param(value_type = Option<i64>)]
    pub limit: Option<String>,
    /// The `next` of the page before.
    pub after: Option<String>,
}

async fn views(pool: &PgPool, all: Vec<KeptDiagnosis>) -> ApiResult<Vec<KeptView>> {
    let ids: Vec<Uuid> = all.iter().map(|it| it.record.id).collect();
    let mut photos = photos::of_diagnoses(pool, &ids).await?;
    let mut views = Vec::new();
    for diagnosis in all {
        let line: Option<JobLine> = match diagnosis.job_line_id {
            Some(line) => find(pool, line).await?,
            None => None,
        };
        let job: Option<Job> = match &line {
            Some(line) => find(pool, line.job_id).await?,
            None => None,
        };
        let mine = |photo: &mut Photo| photo.diagnosis_id == diagnosis.record.id;
        views.push(KeptView {
            photos: photos.extract_if(.., mine).collect(),
            job_id: job.as_ref().map(|job| job.record.id),
            job_name: job.map(|job| job.name),
            cut: line.map(|line| line.typed),
            diagnosis,
        });
    }
    Ok(views)
}

/// Lists the newest diagnoses.
#[utoipa::path(get, operation_id = "kept_list", path = "/api/v1/diagnoses", params(KeptQuery), responses((status = 200, body = KeptReply), (status = 422, body = ErrorBody)))]
#[get("/diagnoses")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<KeptQuery>,
) -> ApiResult<web::Json<KeptReply>> {
    let KeptQuery { job_line_id, limit, after } = query.into_inner();
    let asked = PageQuery { limit, after }.page(SHOWN)?;
    let line = job_line_id.map(|line| line.to_string());
    let list = List {
        time: "happened_at",
        at: |kept: &KeptDiagnosis| kept.happened_at,
        matching: line.as_deref().map(|line| ("job_line_id = $1::uuid", line)),
    };
    let (all, next) = page(pool.get_ref(), &list, &asked).await?;
    let photo =
        PhotoLimits { bytes: MOST_BYTES, megapixels: MOST_PIXELS / 1_000_000, count: MOST_PHOTOS };
    let diagnoses = views(&pool, all).await?;
    Ok(web::Json(KeptReply { diagnoses, next: next.map(token), photo }))
}

fn check_words(fields: &mut Fields, settled: &str, note: &str) -> ApiResult<()> {
    let known: Vec<String> = causes()?.map(|cause| cause.code.clone()).collect();
    if !settled.is_empty() && !known.iter().any(|code| code == settled) {
        fields.unknown_choice("settled", json!(settled), known);
    }
    if note.chars().count() > LONGEST_NOTE {
        let expected = format!("at most {LONGEST_NOTE} characters");
        fields.errors.push(wrong_shape("note", &expected, Value::Null));
    }
    Ok(())
}

/// A diagnosis as the table keeps it: core is asked once more, so that the answer is ours.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub async fn checked(pool: &PgPool, asked: &KeptRequest) -> ApiResult<NewDiagnosis> {
    let mut fields = Fields::default();
    let happened_at = fields.moment("happened_at", Some(&asked.happened_at));
    check_words(&mut fields, &asked.settled, &asked.note)?;
    fields.done(())?;
    let request = DiagnosisRequest {
        every_cut_slow: None,
        present: asked.present.clone(),
        absent: asked.absent.clone(),
        plan_id: asked.plan_id,
        burn_id: asked.burn_id,
        fuel: asked.fuel.clone(),
    };
    let answer = diagnosed(pool, &weights::of_shop(pool).await?, &request).await?;
    let causes = answer.causes.iter().take(KEPT_CAUSES);
    let causes = causes.map(|it| json!({ "code": it.code, "probability": it.probability }));
    Ok(NewDiagnosis {
        job_line_id: asked.job_line_id,
        plan_id: asked.plan_id,
        burn_id: asked.burn_id,
        happened_at: happened_at.ok_or_else(|| ApiError::Internal("no time".into()))?,
        fuel: asked.fuel.as_ref().and_then(|fuel| fuel.0.as_str()).map(str::to_owned),
        present: asked.present.clone(),
        absent: asked.absent.clone(),
        causes: causes.collect(),
        weights_version: answer.weights_version,
        settled: asked.settled.clone(),
        note: asked.note.clone(),
    })
}

/// Keeps a diagnosis under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "kept_create", path = "/api/v1/diagnoses/{id}", request_body = KeptRequest, params(("id" = String, Path)),
    responses((status = 201, body = KeptDiagnosis), (status = 200, body = KeptDiagnosis), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/diagnoses/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<KeptRequest>,
) -> ApiResult<HttpResponse> {
    let key = new_id(&path, caller)?;
    let new = checked(&pool, &body.value).await?;
    let made = diagnoses::put(&mut *pool.acquire().await?, key, &new, &body.json).await;
    Ok(put_reply(made.map_err(|error| unknown("diagnoses", error))?))
}

/// Says what it turned out to be, or changes the note.
#[utoipa::path(patch, operation_id = "kept_change", path = "/api/v1/diagnoses/{id}", request_body = KeptChange, params(("id" = String, Path)),
    responses((status = 200, body = KeptDiagnosis), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/diagnoses/{id}")]
pub async fn change(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<KeptChange>,
) -> ApiResult<web::Json<KeptDiagnosis>> {
    let asked = &body.value;
    let mut fields = Fields::default();
    let (settled, note) = (asked.settled.as_deref(), asked.note.as_deref());
    check_words(&mut fields, settled.unwrap_or_default(), note.unwrap_or_default())?;
    fields.done(())?;
    let row = seen(&path, asked.version, caller)?;
    let change = DiagnosisChange { settled, note };
    Ok(web::Json(diagnoses::patch(&mut *pool.acquire().await?, &row, &change, &body.json).await?))
}

/// Deletes a kept diagnosis; it can be taken back.
#[utoipa::path(delete, operation_id = "kept_delete", path = "/api/v1/diagnoses/{id}", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = KeptDiagnosis), (status = 409, body = ErrorBody)))]
#[delete("/diagnoses/{id}")]
pub async fn delete(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<KeptDiagnosis>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<KeptDiagnosis>(&mut *pool.acquire().await?, &row, true).await?))
}

/// Takes a deletion back.
#[utoipa::path(post, operation_id = "kept_restore", path = "/api/v1/diagnoses/{id}/restore", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = KeptDiagnosis), (status = 409, body = ErrorBody)))]
#[post("/diagnoses/{id}/restore")]
pub async fn restore(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<KeptDiagnosis>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<KeptDiagnosis>(&mut *pool.acquire().await?, &row, false).await?))
}
