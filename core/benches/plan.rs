//! How long core takes: one plan, and a long cut list typed line by line.

#![allow(missing_docs, reason = "the macros of criterion make undocumented functions")]
#![allow(clippy::unwrap_used, reason = "a benchmark fails by stopping")]

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use galvanon_core::cut::compare::fuels;
use galvanon_core::cut::section::plan::SectionRequest;
use galvanon_core::cut::section::plan_section;
use galvanon_core::cut::{Process, Request, Work, plan};
use galvanon_core::entry::line::read;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::geometry::{Contour, Point, Segment};
use galvanon_core::layout::order::{Item, OrderBy, order};
use galvanon_core::quantity::Length;
use galvanon_core::section::{Access, Asked, Cut, find, search};
use galvanon_core::steel::surface::Surface;

/// Lines in the long list.
const LINES: u32 = 10_000;

fn one_plan(criterion: &mut Criterion) {
    let request = Request::plate(Length::from_in(0.75), Length::from_in(36.0));
    criterion.bench_function("one plan", |b| b.iter(|| plan(black_box(&request)).unwrap()));
}

/// A wheel of 500 corners, every other piece an arc.
fn wheel() -> Contour {
    let corner = |i: u32| {
        let radius = if i.is_multiple_of(2) { 0.5 } else { 0.48 };
        Point::heading(f64::from(i) * std::f64::consts::TAU / 500.0) * radius
    };
    let piece = |i: u32| {
        Segment::bulged(corner(i), corner(i + 1), if i.is_multiple_of(2) { 0.2 } else { 0.0 })
    };
    Contour { closed: true, segments: (0..500).map(piece).collect() }
}

/// The way round a contour of 500 pieces, and the order of a hundred parts on a plate.
fn laid_out(criterion: &mut Criterion) {
    let contour = wheel();
    criterion.bench_function("offset of 500 pieces, half of them arcs", |b| {
        b.iter(|| black_box(&contour).offset(-0.001));
    });
    let item = |i: u32| {
        // a plate of ten by ten, listed across and back as a shuffle would leave them
        let at = Point::new(f64::from(i * 37 % 100 / 10) * 0.2, f64::from(i * 37 % 10) * 0.2);
        Item { from: at, to: at, time: 30.0, after: Vec::new() }
    };
    let items: Vec<Item> = (0..100).map(item).collect();
    criterion.bench_function("order of 100 parts", |b| {
        b.iter(|| order(black_box(&items), OrderBy::Cool));
    });
}

fn four_fuels(criterion: &mut Criterion) {
    let work = Work::from(Request::plate(Length::from_in(0.75), Length::from_in(36.0)));
    criterion.bench_function("four fuels compared", |b| {
        b.iter(|| fuels(black_box(&work), |_| None).unwrap());
    });
}

/// A search at each letter of a name, and one for a name that there is not.
fn search_as_typed(criterion: &mut Criterion) {
    for (name, typed) in
        [("a beginning", "W12"), ("a whole name", "HSS 6x6x1/4"), ("a strange name", "W12x28")]
    {
        criterion.bench_function(&format!("shapes searched by {name}"), |b| {
            b.iter(|| search(black_box(typed), 20).unwrap());
        });
    }
}

fn section_cuts(criterion: &mut Criterion) {
    for name in ["W12x26", "HSS6x6x1/4", "pipe 6 sch 40"] {
        let asked = SectionRequest {
            profile: find(name).unwrap().clone(),
            asked: Asked { cut: Cut::Square, access: Access::ALL },
            way: None,
            base: Request::plate(Length::from_mm(10.0), Length::from_mm(100.0)),
            inside: Surface::Clean,
            piece: None,
            drop: None,
            lifting_limit: None,
            ends_open: Some(true),
            stands: galvanon_core::section::held::Stands::Level,
            rigging_named: false,
            explain: None,
        };
        criterion.bench_function(&format!("strokes of {name}, every way"), |b| {
            b.iter(|| plan_section(black_box(&asked)).unwrap());
        });
    }
}

/// The same cuts as `reference/cases/straightforward.py` plans, so that their times compare.
fn same_as_python(criterion: &mut Criterion) {
    let requests: Vec<Request> = (0..LINES)
        .map(|i| {
            let part = f64::from(i) / f64::from(LINES - 1);
            let mm = 3.2 * (300.0_f64 / 3.2).powf(part);
            Request::plate(Length::from_mm(mm.min(300.0)), Length::from_mm(900.0))
        })
        .collect();
    let mut group = criterion.benchmark_group("against python");
    group.sample_size(10);
    group.bench_function("10 000 plates planned", |b| {
        b.iter(|| requests.iter().for_each(|request| _ = black_box(plan(request).unwrap())));
    });
    group.finish();
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

criterion_group!(
    benches,
    one_plan,
    laid_out,
    four_fuels,
    search_as_typed,
    section_cuts,
    same_as_python,
    cut_list
);
criterion_main!(benches);
