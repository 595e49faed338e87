//! The OpenAPI document of every path, made from the code.

use std::sync::LazyLock;

use actix_web::{HttpResponse, get};
use utoipa::OpenApi;

use crate::api::{
    cut, edge, entry, gas, health, job, layout, people, record, reference, run, section, setup,
    shop, steel, tip, work,
};
use crate::error::{ApiError, ApiResult};

/// The interface in the OpenAPI format.
#[derive(OpenApi)]
#[openapi(
    info(title = "Galvanon", description = "Oxygen cutting, planned and explained"),
    paths(
        health::health,
        health::ready,
        cut::preview::preview,
        job::draft::draft,
        job::work_draft::draft_work,
        job::compare::fuels,
        job::compare::sensitivity,
        job::gas_plan::gas_plan,
        job::tips::tips,
        job::nest::nest_job,
        job::cut_lists::plan_list,
        job::kept_lists::keep,
        job::kept_lists::write_list,
        tip::charts::read_chart,
        layout::read::read_drawing,
        layout::shape::draw_shape,
        layout::paths::find_paths,
        layout::out::file::write_file,
        layout::line_check::check_line,
        layout::nest::nest_parts,
        shop::chart_file::write_chart,
        edge::signs::list_findings,
        edge::signs::list_causes,
        edge::diagnosis::diagnoses,
        edge::grade::grade,
        edge::trouble::list_troubles,
        edge::recovery::recovery,
        edge::weights::list_weights,
        edge::prediction::prediction,
        setup::run_sheet::write_sheet,
        work::plan::plan_torch_work,
        run::show,
        run::keep,
        run::show_record,
        run::runs::list,
        run::runs::begin,
        run::runs::show,
        run::runs::show_record,
        run::job_record::show_job_record,
        run::shop_runs::shop_runs,
        run::runs::keep,
        record::log::list,
        record::log::correct,
        record::factors::list,
        record::calibration::calibrate,
        record::choices::choose,
        record::choices::tell_change,
        record::burns::create,
        record::notebook::read_notebook,
        record::import::keep_notebook,
        record::written::write_log,
        record::quotes::list,
        record::quotes::create,
        record::quotes::show,
        record::quotes::change,
        record::quotes::write,
        record::update::update,
        record::trial::judge_trial,
        record::of_burns::of_burns,
        record::poor_edges::cost,
        record::tips::log,
        record::tips::clean,
        record::stores::stores,
        record::trials::list,
        record::trials::create,
        record::trials::show,
        record::trials::note,
        record::quote::price_quote,
        edge::kept::list,
        edge::kept::create,
        edge::kept::change,
        edge::kept::delete,
        edge::kept::restore,
        edge::photos::add,
        edge::photos::show,
        edge::photos::show_small,
        edge::photos::delete,
        edge::photos::restore,
        section::profiles::list_profiles,
        section::profiles::outline,
        cut::strokes::strokes,
        section::template::show_template,
        section::template::template_svg,
        section::template::template_dxf,
        steel::cuttability::cuttability,
        steel::cuttability::unknown,
        gas::orifice::orifice,
        gas::regulator::regulator,
        gas::contents::contents,
        gas::withdrawal::withdraw,
        entry::typed::line,
        entry::typed::field,
        entry::part::part,
        reference::reference,
        job::today::today,
        job::jobs::list,
        job::jobs::show,
        job::jobs::create,
        job::jobs::change,
        job::jobs::delete,
        job::jobs::restore,
        job::lines::create,
        job::lines::change,
        job::lines::delete,
        job::lines::restore,
        job::cards::create,
        job::cards::show,
        job::cards::code,
        shop::gear::list,
        shop::gear::create,
        shop::gear::change,
        shop::gear::delete,
        shop::gear::restore,
        people::session::show,
        people::session::begin,
        people::session::end,
        people::list,
        people::create,
        people::change,
        people::delete,
        people::restore,
        people::invite,
        people::forget,
        people::account::set_password,
        people::account::set_pin,
        people::account::offer_second,
        people::account::set_second,
        people::account::drop_second,
        people::passkeys::ask,
        people::passkeys::keep,
        people::passkeys::list,
        people::passkeys::remove,
        people::account::list_sessions,
        people::account::end_session,
        people::tokens::create,
        people::tokens::list,
        people::tokens::revoke,
        people::clearances::list,
        people::clearances::override_one,
        people::clearances::create,
        people::clearances::withdraw,
        people::clearances::of_card,
        people::devices::create,
        people::devices::list,
        people::devices::revoke,
        people::trail::list,
        shop::settings::list,
        shop::settings::set,
    ),
    // kept as it was found, told as what it is
    components(schemas(record::quote_of_job::QuoteFound))
)]
pub struct Api;

/// The OpenAPI document, as it is committed for the web client.
///
/// # Errors
/// When it cannot be written as JSON.
pub fn openapi_json() -> Result<String, serde_json::Error> {
    Api::openapi().to_pretty_json()
}

/// The document as it is sent: it is the same for as long as the application runs.
static DOCUMENT: LazyLock<Result<String, String>> =
    LazyLock::new(|| Api::openapi().to_json().map_err(|error| error.to_string()));

/// The interface, described.
///
/// # Errors
/// Only a fault of ours.
#[get("/openapi.json")]
pub async fn document() -> ApiResult<HttpResponse> {
    let document = DOCUMENT.as_deref().map_err(|error| ApiError::Internal(error.clone()))?;
    Ok(HttpResponse::Ok().content_type("application/json").body(document))
}
