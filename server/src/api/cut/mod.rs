//! One cut over HTTP: what is asked, and the plan that answers it.

pub mod factors;
pub mod gas;
pub mod gear;
pub mod planned;
pub mod policy;
pub mod preview;
pub mod prices;
pub mod read;
pub mod reply;
pub mod request;
pub mod section_reply;
pub mod stroke_reply;
pub mod strokes;
pub mod totals;
pub mod work;
