//! The HTTP interface, a folder for each domain in the order of work; [`routes`] lists every path.

pub mod cut;
pub mod edge;
pub mod entry;
pub mod gas;
pub mod health;
pub mod job;
pub mod layout;
pub mod openapi;
pub mod people;
pub mod record;
pub mod reference;
pub mod routes;
pub mod run;
pub mod section;
pub mod setup;
pub mod shop;
pub mod steel;
pub mod tip;
pub mod work;
