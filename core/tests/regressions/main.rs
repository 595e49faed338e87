//! What was at fault once, each with its story: it stays mended.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

mod chart_marks;
mod drawn_from_thin_air;
mod feet_before_a_plate;
mod nearest_next_ends_far_off;
mod one_large_hot_tip;
