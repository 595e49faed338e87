//! Tips by bore: what flow the thickness wants, what pressure drives it, which tip to fit.

pub mod chart;
pub mod choose;
pub mod handbook;
pub mod owned;
pub mod pressure;
pub mod upkeep;
