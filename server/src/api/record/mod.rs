//! What was burnt, what it teaches, and what a list of cuts is worth.

use actix_web::web::ServiceConfig;

pub mod burns;
pub mod calibration;
pub mod choices;
pub mod factors;
pub mod held;
pub mod import;
pub mod log;
pub mod notebook;
pub mod notebook_row;
pub mod of_burns;
pub mod poor_edges;
pub mod quote;
pub mod quote_of_job;
pub mod quotes;
pub mod steel;
pub mod stores;
pub mod tips;
pub mod trial;
pub mod trials;
pub mod update;
pub mod written;

/// Registers the paths of the record, in order.
pub fn routes(app: &mut ServiceConfig) {
    app.service(log::list)
        .service(log::correct)
        .service(written::write_log)
        .service(burns::create)
        .service(factors::list)
        .service(calibration::calibrate)
        .service(update::update)
        .service(poor_edges::cost)
        .service(tips::log)
        .service(tips::clean)
        .service(stores::stores)
        .service(choices::choose)
        .service(choices::tell_change)
        .service(trial::judge_trial)
        .service(of_burns::of_burns)
        .service(trials::list)
        .service(trials::create)
        .service(trials::show)
        .service(trials::note)
        .service(quote::price_quote)
        .service(quotes::list)
        .service(quotes::create)
        .service(quotes::write)
        .service(quotes::show)
        .service(quotes::change);
}
