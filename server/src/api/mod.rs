//! The HTTP interface, one file for each domain; [`routes`] lists every path in order.

pub mod body;
pub mod burns;
pub mod charts;
pub mod compare;
pub mod cut;
pub mod cut_lists;
pub mod cut_reply;
pub mod cut_request;
pub mod diagnosis;
pub mod edge;
pub mod entry;
pub mod fields;
pub mod figures;
pub mod gas;
pub mod gear;
pub mod gear_fields;
pub mod gear_request;
pub mod grade;
pub mod guard;
pub mod health;
pub mod jobs;
pub mod kept;
pub mod lines;
pub mod merge;
pub mod on_record;
pub mod paging;
pub mod people;
pub mod photos;
pub mod plans;
pub mod prediction;
pub mod recovery;
pub mod reference;
pub mod rows;
pub mod run;
pub mod section_reply;
pub mod section_request;
pub mod section_strokes;
pub mod section_template;
pub mod sections;
pub mod setup;
pub mod shop;
pub mod steel;
pub mod supply;
pub mod today;
pub mod trouble;
pub mod weights;

use actix_web::web;
use utoipa::OpenApi;

use crate::config::LIST_LIMIT;
use crate::error::{ApiError, ApiResult};

/// Registers every path.
pub fn routes(app: &mut web::ServiceConfig) {
    // these take whole files
    let files = |path| {
        web::scope(path)
            .app_data(web::PayloadConfig::new(LIST_LIMIT))
            .app_data(body::Limit(LIST_LIMIT))
    };
    let v1 = web::scope("/v1")
        .service(files("/cut-lists").service(cut_lists::plan_list).service(cut_lists::keep))
        .service(files("/tip-charts").service(charts::read_chart))
        .service(cut::preview)
        .service(cut::draft)
        .service(compare::fuels)
        .service(compare::sensitivity)
        .service(supply::gas_plan)
        .service(supply::tips)
        .service(cut_lists::write_list)
        .service(charts::write_chart)
        .service(edge::list_findings)
        .service(edge::list_causes)
        .service(diagnosis::diagnoses)
        .service(grade::grade)
        .service(trouble::list_troubles)
        .service(recovery::recovery)
        .service(weights::list_weights)
        .service(prediction::prediction)
        .service(setup::write_sheet)
        .service(run::show)
        .service(run::keep)
        .service(run::show_record)
        .service(run::runs::list)
        .service(run::runs::begin)
        .service(run::runs::show)
        .service(run::runs::show_record)
        .service(run::runs::keep)
        .service(burns::list)
        .service(burns::create)
        .service(kept::list)
        .service(kept::create)
        .service(kept::change)
        .service(kept::delete)
        .service(kept::restore)
        .service(photos::add)
        .service(photos::show)
        .service(photos::show_small)
        .service(photos::delete)
        .service(photos::restore)
        .service(sections::list_profiles)
        .service(sections::outline)
        .service(section_strokes::strokes)
        .service(section_template::show_template)
        .service(section_template::template_svg)
        .service(section_template::template_dxf)
        .service(steel::cuttability)
        .service(steel::unknown)
        .service(gas::orifice)
        .service(gas::regulator)
        .service(gas::contents)
        .service(gas::withdraw)
        .service(entry::line)
        .service(entry::field)
        .service(reference::reference)
        .service(today::today)
        .service(jobs::list)
        .service(jobs::show)
        .service(jobs::create)
        .service(jobs::change)
        .service(jobs::delete)
        .service(jobs::restore)
        .service(lines::create)
        .service(lines::change)
        .service(lines::delete)
        .service(lines::restore)
        .service(plans::create)
        .service(plans::show)
        .service(plans::code)
        .service(gear::list)
        .service(gear::create)
        .service(gear::change)
        .service(gear::delete)
        .service(gear::restore)
        .service(people::list)
        .service(people::create)
        .service(people::change)
        .service(people::delete)
        .service(people::restore)
        .service(shop::list)
        .service(shop::set)
        .default_service(web::to(nothing));
    app.service(
        web::scope("/api")
            .service(health::health)
            .service(health::ready)
            .service(openapi_document)
            .service(v1)
            .default_service(web::to(nothing)),
    );
}

async fn nothing() -> ApiResult<String> {
    Err(ApiError::NotFound)
}

/// The interface in the OpenAPI format.
#[derive(OpenApi)]
#[openapi(
    info(title = "Galvanon", description = "Oxygen cutting, planned and explained"),
    paths(
        health::health,
        health::ready,
        cut::preview,
        cut::draft,
        compare::fuels,
        compare::sensitivity,
        supply::gas_plan,
        supply::tips,
        cut_lists::plan_list,
        cut_lists::keep,
        cut_lists::write_list,
        charts::read_chart,
        charts::write_chart,
        edge::list_findings,
        edge::list_causes,
        diagnosis::diagnoses,
        grade::grade,
        trouble::list_troubles,
        recovery::recovery,
        weights::list_weights,
        prediction::prediction,
        setup::write_sheet,
        run::show,
        run::keep,
        run::show_record,
        run::runs::list,
        run::runs::begin,
        run::runs::show,
        run::runs::show_record,
        run::runs::keep,
        burns::list,
        burns::create,
        kept::list,
        kept::create,
        kept::change,
        kept::delete,
        kept::restore,
        photos::add,
        photos::show,
        photos::show_small,
        photos::delete,
        photos::restore,
        sections::list_profiles,
        sections::outline,
        section_strokes::strokes,
        section_template::show_template,
        section_template::template_svg,
        section_template::template_dxf,
        steel::cuttability,
        steel::unknown,
        gas::orifice,
        gas::regulator,
        gas::contents,
        gas::withdraw,
        entry::line,
        entry::field,
        reference::reference,
        today::today,
        jobs::list,
        jobs::show,
        jobs::create,
        jobs::change,
        jobs::delete,
        jobs::restore,
        lines::create,
        lines::change,
        lines::delete,
        lines::restore,
        plans::create,
        plans::show,
        plans::code,
        gear::list,
        gear::create,
        gear::change,
        gear::delete,
        gear::restore,
        people::list,
        people::create,
        people::change,
        people::delete,
        people::restore,
        shop::list,
        shop::set,
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

#[actix_web::get("/openapi.json")]
async fn openapi_document() -> web::Json<utoipa::openapi::OpenApi> {
    web::Json(Api::openapi())
}
