//! What every handler needs of HTTP: bodies, fields, guard, pages, rows. Nothing of the trade.

pub mod body;
pub mod caller;
pub mod connections;
pub mod csv;
pub mod fields;
pub mod guard;
pub mod incoming;
pub mod metrics;
mod number_field;
pub mod page;
pub mod rows;
