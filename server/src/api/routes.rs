//! Every path of the HTTP interface, in order, and its OpenAPI document.

use std::sync::LazyLock;

use actix_web::middleware::from_fn;
use actix_web::{HttpResponse, Scope, web};
use utoipa::OpenApi;

use crate::api::{
    cut, edge, entry, gas, health, job, layout, people, record, reference, run, section, setup,
    shop, steel, tip,
};
use crate::config::{DRAWING_BODY, LIST_LIMIT};
use crate::doors::enter::only_judged;
use crate::error::{ApiError, ApiResult};
use crate::http::body::Limit;

/// What is computed, looked up and kept of a run and an edge.
fn worked(v1: Scope) -> Scope {
    v1.service(cut::preview::preview)
        .service(job::draft::draft)
        .service(job::compare::fuels)
        .service(job::compare::sensitivity)
        .service(job::gas_plan::gas_plan)
        .service(job::tips::tips)
        .service(job::kept_lists::write_list)
        .service(shop::chart_file::write_chart)
        .service(edge::signs::list_findings)
        .service(edge::signs::list_causes)
        .service(edge::diagnosis::diagnoses)
        .service(edge::grade::grade)
        .service(edge::trouble::list_troubles)
        .service(edge::recovery::recovery)
        .service(edge::weights::list_weights)
        .service(edge::prediction::prediction)
        .service(setup::run_sheet::write_sheet)
        .service(run::show)
        .service(run::keep)
        .service(run::show_record)
        .service(run::runs::list)
        .service(run::runs::begin)
        .service(run::runs::show)
        .service(run::runs::show_record)
        .service(run::job_record::show_job_record)
        .service(run::runs::keep)
        .configure(record::routes)
        .service(edge::kept::list)
        .service(edge::kept::create)
        .service(edge::kept::change)
        .service(edge::kept::delete)
        .service(edge::kept::restore)
        .service(edge::photos::add)
        .service(edge::photos::show)
        .service(edge::photos::show_small)
        .service(edge::photos::delete)
        .service(edge::photos::restore)
        .service(section::profiles::list_profiles)
        .service(section::profiles::outline)
        .service(cut::strokes::strokes)
        .service(section::template::show_template)
        .service(section::template::template_svg)
        .service(section::template::template_dxf)
        .service(steel::cuttability::cuttability)
        .service(steel::cuttability::unknown)
        .service(gas::orifice::orifice)
        .service(gas::regulator::regulator)
        .service(gas::contents::contents)
        .service(gas::withdrawal::withdraw)
        .service(entry::typed::line)
        .service(entry::typed::field)
        .service(entry::part::part)
        .service(reference::reference)
}

/// What people make and change.
fn kept(v1: Scope) -> Scope {
    v1.service(job::today::today)
        .service(job::jobs::list)
        .service(job::jobs::show)
        .service(job::jobs::create)
        .service(job::jobs::change)
        .service(job::jobs::delete)
        .service(job::jobs::restore)
        .service(job::lines::create)
        .service(job::lines::change)
        .service(job::lines::delete)
        .service(job::lines::restore)
        .service(job::cards::create)
        .service(job::cards::show)
        .service(job::cards::code)
        .service(shop::gear::list)
        .service(shop::gear::create)
        .service(shop::gear::change)
        .service(shop::gear::delete)
        .service(shop::gear::restore)
        .service(shop::settings::list)
        .service(shop::settings::set)
}

/// The doors, and who works here.
fn people_and_doors(v1: Scope) -> Scope {
    v1.service(people::session::show)
        .service(people::session::begin)
        .service(people::session::end)
        .service(people::list)
        .service(people::create)
        .service(people::change)
        .service(people::delete)
        .service(people::restore)
        .service(people::invite)
        .service(people::forget)
        .service(people::account::set_password)
        .service(people::account::set_pin)
        .service(people::account::offer_second)
        .service(people::account::set_second)
        .service(people::account::drop_second)
        .service(people::passkeys::ask)
        .service(people::passkeys::keep)
        .service(people::passkeys::list)
        .service(people::passkeys::remove)
        .service(people::account::list_sessions)
        .service(people::account::end_session)
        .service(people::tokens::create)
        .service(people::tokens::list)
        .service(people::tokens::revoke)
        .service(people::clearances::list)
        .service(people::clearances::override_one)
        .service(people::clearances::create)
        .service(people::clearances::withdraw)
        .service(people::clearances::of_card)
        .service(people::devices::create)
        .service(people::devices::list)
        .service(people::devices::revoke)
        .service(people::trail::list)
}

/// Registers every path.
pub fn routes(app: &mut web::ServiceConfig) {
    // these take whole files
    let files = |path, limit| {
        web::scope(path).app_data(web::PayloadConfig::new(limit)).app_data(Limit(limit))
    };
    let v1 = web::scope("/v1")
        .service(
            files("/cut-lists", LIST_LIMIT)
                .service(job::cut_lists::plan_list)
                .service(job::kept_lists::keep),
        )
        .service(files("/tip-charts", LIST_LIMIT).service(tip::charts::read_chart))
        .service(
            files("/layout", DRAWING_BODY)
                .service(layout::read::read_drawing)
                .service(layout::shape::draw_shape)
                .service(layout::paths::find_paths)
                .service(layout::out::file::write_file)
                .service(layout::line_check::check_line),
        );
    app.service(
        web::scope("/api")
            .wrap(from_fn(only_judged))
            .service(health::health)
            .service(health::ready)
            .service(openapi_document)
            .service(people_and_doors(kept(worked(v1))).default_service(web::to(nothing)))
            .default_service(web::to(nothing)),
    );
}

async fn nothing() -> ApiResult<String> {
    Err(ApiError::NoPath)
}

/// The interface in the OpenAPI format.
#[derive(OpenApi)]
#[openapi(
    info(title = "Galvanon", description = "Oxygen cutting, planned and explained"),
    paths(
        health::health,
        health::ready,
        cut::preview::preview,
        job::draft::draft,
        job::compare::fuels,
        job::compare::sensitivity,
        job::gas_plan::gas_plan,
        job::tips::tips,
        job::cut_lists::plan_list,
        job::kept_lists::keep,
        job::kept_lists::write_list,
        tip::charts::read_chart,
        layout::read::read_drawing,
        layout::shape::draw_shape,
        layout::paths::find_paths,
        layout::out::file::write_file,
        layout::line_check::check_line,
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
        run::show,
        run::keep,
        run::show_record,
        run::runs::list,
        run::runs::begin,
        run::runs::show,
        run::runs::show_record,
        run::job_record::show_job_record,
        run::runs::keep,
        record::log::list,
        record::log::correct,
        record::factors::list,
        record::choices::choose,
        record::choices::tell_change,
        record::burns::create,
        record::update::update,
        record::trial::judge_trial,
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
    )
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

#[actix_web::get("/openapi.json")]
async fn openapi_document() -> ApiResult<HttpResponse> {
    let document = DOCUMENT.as_deref().map_err(|error| ApiError::Internal(error.clone()))?;
    Ok(HttpResponse::Ok().content_type("application/json").body(document))
}
