//! A notebook that was looked at is kept: all of its rows but those left out, or none.

use actix_web::{HttpResponse, put, web};
use sha2::{Digest, Sha256};
use sqlx::PgPool;
use uuid::Uuid;

use crate::api::record::burns::unknown;
use crate::api::record::notebook::{ImportReply, NotebookRequest, keepable, reading};
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::rows::{new_id, put_reply};
use crate::plan::learning::learn_again;
use crate::queue::Worker;
use crate::store::RowKey;
use crate::store::burn_imports::{self, NewImport};
use crate::store::burns::{self, Added};

/// Keeps the burns of a notebook under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "burns_import", path = "/api/v1/burns/import/{id}", request_body = NotebookRequest, params(("id" = String, Path)),
    responses((status = 201, body = ImportReply), (status = 200, body = ImportReply), (status = 409, body = ErrorBody), (status = 413, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/{id}")]
pub async fn keep_notebook(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
    body: Body<NotebookRequest>,
) -> ApiResult<HttpResponse> {
    let RowKey { id, by } = new_id(&path, caller)?;
    let digest = Sha256::digest(serde_json::to_vec(&body.json)?).to_vec();
    let reply = |kept| ImportReply { id, kept, left: body.value.leave.clone() };
    if let Some(kept) = burn_imports::known(pool.get_ref(), id, &digest).await? {
        return Ok(put_reply(crate::store::Made::Again(reply(kept))));
    }
    let mut read = reading(&pool, &worker, body.value.clone()).await?;
    keepable(&read)?;
    for burn in &mut read.burns {
        burn.from.import_id = Some(id);
    }
    let rows: Vec<_> = read.reply.rows.iter().map(|row| (Uuid::now_v7(), &row.burn)).collect();
    let added: Vec<Added<'_>> =
        rows.iter().zip(&read.burns).map(|(&(id, body), burn)| (id, burn, body)).collect();
    let kept = i32::try_from(added.len()).unwrap_or(i32::MAX);
    let mut connection = pool.begin().await?;
    let new = NewImport { id, by, kept, digest: digest.clone() };
    if !burn_imports::insert(&mut connection, &new).await? {
        // another sent it meanwhile
        drop(connection);
        let kept = burn_imports::known(pool.get_ref(), id, &digest).await?.unwrap_or(kept);
        return Ok(put_reply(crate::store::Made::Again(reply(kept))));
    }
    let inserted = burns::insert_all(&mut connection, by, &added).await;
    inserted.map_err(|error| unknown("burns", error))?;
    connection.commit().await?;
    learn_again(&pool).await?;
    Ok(put_reply(crate::store::Made::New(reply(kept))))
}
