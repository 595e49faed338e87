//! How long core takes: one plan, and a long cut list typed line by line.

#![allow(missing_docs, reason = "the macros of criterion make undocumented functions")]
#![allow(clippy::unwrap_used, reason = "a benchmark fails by stopping")]

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use galvanon_core::cut::{Process, Request, plan};
use galvanon_core::entry::line::read;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::Length;

/// Lines in the long list.
const LINES: u32 = 10_000;

fn one_plan(criterion: &mut Criterion) {
    let request = Request::plate(Length::from_in(0.75), Length::from_in(36.0));
    criterion.bench_function("one plan", |b| b.iter(|| plan(black_box(&request)).unwrap()));
}

fn cut_list(criterion: &mut Criterion) {
    let texts: Vec<String> = (0..LINES)
        .map(|i| format!("{}x {}/8 plate {}in guided, rust", 1 + i % 9, 2 + i % 60, 6 + i % 80))
        .collect();
    let mut group = criterion.benchmark_group("cut list");
    group.sample_size(10);
    group.bench_function("10 000 lines read and planned", |b| {
        b.iter(|| {
            for text in &texts {
                let said = read(black_box(text)).understood;
                let (thickness, length) = (said.thickness.unwrap(), said.length.unwrap());
                let mut request = Request::plate(thickness.length(), length.length());
                request.cut.process = said.process.unwrap_or(Process::Guided);
                request.gas.fuel = said.fuel.unwrap_or(Fuel::Acetylene);
                black_box(plan(&request).unwrap());
            }
        });
    });
    group.finish();
}

criterion_group!(benches, one_plan, cut_list);
criterion_main!(benches);
