//! What is cut: which steel, whether plain oxygen cuts it, what its faces carry.

pub mod alloy_limit;
pub mod composition;
pub mod cuttability;
pub mod fume;
pub mod grade;
pub mod preheat_need;
pub mod surface;
pub mod thermal;
pub mod unknown;
