//! Journeys through the real build. One binary; a module for each journey of a person.

#![allow(missing_docs, reason = "journeys are named as sentences")]

mod accessibility;
mod at_the_screen;
mod choose_the_gear;
mod clear_a_hand;
mod come_and_go;
mod cut_a_plate;
mod cut_a_shape;
mod do_other_work;
mod find_why_the_edge_is_bad;
mod hand_it_over;
mod keep_a_job;
mod lay_out_a_job;
mod lay_out_a_plate;
mod long_job;
mod own_account;
mod print_a_card;
mod put_it_right;
mod read_the_record;
mod screenshots;
mod torch_hand;
mod typescript;

mod torch {
    mod more_at_the_torch;
    mod run_at_the_torch;
    mod shared_tablet;
}
