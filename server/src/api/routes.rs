//! Every path of the HTTP interface, in order.

use actix_web::middleware::from_fn;
use actix_web::{Scope, web};

use crate::api::{
    cut, edge, entry, gas, health, job, layout, openapi, people, record, reference, run, section,
    setup, shop, steel, tip, work,
};
use crate::config::{DRAWING_BODY, LIST_LIMIT};
use crate::doors::enter::only_judged;
use crate::error::{ApiError, ApiResult};
use crate::http::body::Limit;

/// What is computed of a cut, a job, a shape and a piece of gear, and what is read of words.
fn worked(v1: Scope) -> Scope {
    v1.service(cut::preview::preview)
        .service(job::draft::draft)
        .service(job::work_draft::draft_work)
        .service(job::compare::fuels)
        .service(job::compare::sensitivity)
        .service(job::gas_plan::gas_plan)
        .service(job::tips::tips)
        .service(job::nest::nest_job)
        .service(job::kept_lists::write_list)
        .service(shop::chart_file::write_chart)
        .service(work::plan::plan_torch_work)
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

/// What is said and kept of a run at the torch.
fn at_the_torch(v1: Scope) -> Scope {
    v1.service(setup::run_sheet::write_sheet)
        .service(run::show)
        .service(run::keep)
        .service(run::show_record)
        .service(run::runs::list)
        .service(run::runs::begin)
        .service(run::runs::show)
        .service(run::runs::show_record)
        .service(run::job_record::show_job_record)
        .service(run::shop_runs::shop_runs)
        .service(run::runs::keep)
        .configure(record::routes)
}

/// What is said and kept of an edge.
fn of_an_edge(v1: Scope) -> Scope {
    v1.service(edge::signs::list_findings)
        .service(edge::signs::list_causes)
        .service(edge::diagnosis::diagnoses)
        .service(edge::grade::grade)
        .service(edge::trouble::list_troubles)
        .service(edge::recovery::recovery)
        .service(edge::weights::list_weights)
        .service(edge::prediction::prediction)
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

fn every_path(v1: Scope) -> Scope {
    people_and_doors(kept(of_an_edge(at_the_torch(worked(v1)))))
}

/// Registers every path.
pub fn routes(app: &mut web::ServiceConfig) {
    // these take whole files
    let files = |path, limit| web::scope(path).app_data(Limit(limit));
    let v1 = web::scope("/v1")
        .service(
            files("/cut-lists", LIST_LIMIT)
                .service(job::cut_lists::plan_list)
                .service(job::kept_lists::keep),
        )
        .service(files("/tip-charts", LIST_LIMIT).service(tip::charts::read_chart))
        .service(files("/burns/read", LIST_LIMIT).service(record::notebook::read_notebook))
        .service(files("/burns/import", LIST_LIMIT).service(record::import::keep_notebook))
        .service(
            files("/layout", DRAWING_BODY)
                .service(layout::read::read_drawing)
                .service(layout::shape::draw_shape)
                .service(layout::paths::find_paths)
                .service(layout::out::file::write_file)
                .service(layout::line_check::check_line)
                .service(layout::nest::nest_parts),
        );
    app.service(
        web::scope("/api")
            .wrap(from_fn(only_judged))
            .service(health::health)
            .service(health::ready)
            .service(openapi::document)
            .service(every_path(v1).default_service(web::to(nothing)))
            .default_service(web::to(nothing)),
    );
}

async fn nothing() -> ApiResult<String> {
    Err(ApiError::NoPath)
}
