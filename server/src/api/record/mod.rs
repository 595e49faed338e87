//! What was burnt, what it teaches, and what a list of cuts is worth.

use actix_web::web::ServiceConfig;

pub mod burns;
pub mod choices;
pub mod factors;
pub mod log;
pub mod quote;
pub mod trial;
pub mod update;

/// Registers the paths of the record, in order.
pub fn routes(app: &mut ServiceConfig) {
    app.service(log::list)
        .service(log::correct)
        .service(burns::create)
        .service(factors::list)
        .service(update::update)
        .service(choices::choose)
        .service(choices::tell_change)
        .service(trial::judge_trial)
        .service(quote::price_quote);
}
