//! Fuels side by side, and which input moves a result most.

use crate::code::Code;
use crate::cut::PressureSchool;
use crate::cut::request::{Process, Quality, Request, Start};
use crate::cut::settings::Settings;
use crate::cut::work::Work;
use crate::error::Error;
use crate::gas::fuel::{Fuel, characteristics};
use crate::gas::gear::{Gear, misfits};
use crate::note::Note;
use crate::quantity::{Length, Temperature};
use crate::steel::surface::Surface;
use crate::tip::choose::{generic_series, would_suit};
use crate::tip::owned::Tip;
use crate::trace::{Input, Quantity};

/// One fuel for the same cut.
#[derive(Clone, Debug, PartialEq)]
pub struct FuelOption {
    /// Which fuel.
    pub fuel: Fuel,
    /// What to set with the gear it wants.
    pub settings: Settings,
    /// What of the gear in use would have to change for it.
    pub changes: Vec<Note>,
}

/// The same cut with another fuel, with a tip, hose and regulator that suit it.
#[must_use]
pub fn with_fuel(request: &Request, fuel: Fuel) -> Request {
    let face = characteristics(fuel).map(|row| row.tip_face).ok();
    let fits = |tip: &Tip| tip.face.is_none() || tip.face == face;
    let mut other = request.clone();
    other.gas.fuel = fuel;
    // what is not the fuel's stays: the torch in hand holds what it holds, whatever burns
    let Gear { oxygen_regulator_limit, torch_limit, torch_seat, .. } = request.gear;
    other.gear = Gear { oxygen_regulator_limit, torch_limit, torch_seat, ..Gear::default() };
    other.tip = other.tip.filter(fits);
    // without a tip of its face in the drawer the generic series stands in; the change says so
    if !other.drawer.iter().any(fits) {
        other.drawer.clear();
    }
    if fuel != request.gas.fuel {
        other.gas.fuel_supply = None;
    }
    other
}

/// The request with the price of its own fuel.
fn at_price(mut request: Request, price_m3: &impl Fn(Fuel) -> Option<f64>) -> Request {
    let price = price_m3(request.gas.fuel);
    if let (Some(prices), Some(price)) = (request.prices.as_mut(), price) {
        prices.fuel_m3 = price;
    }
    request
}

/// Every fuel for the same cut, or its own where it is asked for one alone; `price_m3` gives a cubic metre of each.
///
/// # Errors
/// As [`Work::settings`].
pub fn fuels(
    work: &Work,
    price_m3: impl Fn(Fuel) -> Option<f64>,
) -> Result<Vec<FuelOption>, Vec<Error>> {
    let (request, in_use) = (work.request(), work.settings()?);
    let current =
        Gear { tip_face: Some(in_use.face), ..request.gear_with_tip(request.tip.as_ref()) };
    Fuel::ALL
        .iter()
        .copied()
        .filter(|fuel| !work.keeps_its_fuel() || *fuel == request.gas.fuel)
        .map(|fuel| {
            let other = at_price(with_fuel(request, fuel), &price_m3);
            let changes = misfits(&current, fuel).map_err(|error| vec![error])?;
            Ok(FuelOption { fuel, settings: work.under(&other).settings()?, changes })
        })
        .collect()
}

/// How far an input moves a result.
#[derive(Clone, Debug, PartialEq)]
pub struct Sway {
    /// The input.
    pub input: Input,
    /// The lowest result, in the SI unit of its kind, and the change that gives it.
    pub low: (f64, &'static str),
    /// The highest result and the change that gives it.
    pub high: (f64, &'static str),
}

/// The figure of a plan that a comparison is about, in SI.
#[must_use]
pub fn figure(settings: &Settings, quantity: Quantity) -> Option<f64> {
    Some(match quantity {
        Quantity::Time => settings.time.total().as_s(),
        Quantity::Oxygen => settings.gas.oxygen.as_m3(),
        Quantity::Fuel => settings.gas.fuel.as_m3(),
        Quantity::Cost => settings.cost?.total(),
        Quantity::OxygenPressure => settings.oxygen_pressure?.set.as_pa(),
        Quantity::FuelPressure => settings.fuel_pressure?.set.as_pa(),
        Quantity::StartPreheat => settings.start_preheat.set.as_s(),
        Quantity::TravelSpeed => settings.travel_speed.set.as_m_s(),
        Quantity::Kerf => settings.kerf.as_m(),
        _ => return None,
    })
}

/// Thickness and length that a rule may be off by, 1. Source: `ours`.
const OFF_BY: f64 = 0.10;

type Variation = (Input, &'static str, Request);

fn changed(request: &Request, change: impl FnOnce(&mut Request)) -> Request {
    let mut other = request.clone();
    change(&mut other);
    other
}

/// One input changed to each of some values, each with its code.
fn each<T>(
    request: &Request,
    input: Input,
    values: impl IntoIterator<Item = (T, &'static str)>,
    set: impl Fn(&mut Request, T),
) -> impl Iterator<Item = Variation> {
    values
        .into_iter()
        .map(move |(value, code)| (input, code, changed(request, |other| set(other, value))))
}

/// The values of a choice, each with its code.
fn coded<T: Code + Copy, const N: usize>(values: [T; N]) -> [(T, &'static str); N] {
    values.map(|value| (value, value.code()))
}

/// What a shop may find or do differently, one input at a time. Source: `ours`.
fn variations(request: &Request, price_m3: &impl Fn(Fuel) -> Option<f64>) -> Vec<Variation> {
    let scaled = |length: Length, by: f64| Length::from_m(length.as_m() * by);
    let off = [(1.0 - OFF_BY, "a_tenth_less"), (1.0 + OFF_BY, "a_tenth_more")];
    let lengthened = |r: &mut Request, by: f64| {
        r.gas.oxygen_hose.length = scaled(r.gas.oxygen_hose.length, by);
        r.gas.fuel_hose.length = scaled(r.gas.fuel_hose.length, by);
    };
    let fuels = Fuel::ALL
        .iter()
        .copied()
        .map(|fuel| (Input::Fuel, fuel.code(), at_price(with_fuel(request, fuel), price_m3)));
    let mut all: Vec<Variation> = Vec::with_capacity(40);
    all.extend(each(request, Input::Thickness, off, |r, by| {
        r.steel.thickness = scaled(r.steel.thickness, by);
    }));
    all.extend(each(request, Input::Length, off, |r, by| {
        r.cut.length = scaled(r.cut.length, by);
    }));
    all.extend(fuels);
    all.extend(choices(request));
    all.extend(each(request, Input::Hose, [(2.0, "hose_twice_as_long")], lengthened));
    all.extend(other_tips(request));
    all
}

/// What is chosen or found of cut, steel and gas.
fn choices(request: &Request) -> impl Iterator<Item = Variation> {
    let processes = coded([Process::Freehand, Process::Guided, Process::Machine]);
    let qualities = coded([Quality::Fine, Quality::Standard, Quality::Severance]);
    let surfaces = coded([Surface::Clean, Surface::LightRust, Surface::HeavyRust, Surface::Paint]);
    let starts = coded([Start::Edge, Start::DrilledHole, Start::Pierce]);
    let plates = [(0.0, "plate_at_0_c"), (20.0, "plate_at_20_c"), (150.0, "plate_at_150_c")];
    let purities = [(0.98, "purity_98"), (0.995, "purity_99_5")];
    let schools = [
        (PressureSchool::Low, "school_low"),
        (PressureSchool::Chart, "school_chart"),
        (PressureSchool::High, "school_high"),
    ];
    let celsius = |r: &mut Request, at| r.steel.plate_temperature = Temperature::from_c(at);
    each(request, Input::Process, processes, |r, it| r.cut.process = it)
        .chain(each(request, Input::Quality, qualities, |r, it| r.cut.quality = it))
        .chain(each(request, Input::Surface, surfaces, |r, it| r.steel.surface = it))
        .chain(each(request, Input::PlateTemperature, plates, celsius))
        .chain(each(request, Input::Start, starts, |r, it| r.cut.start = it))
        .chain(each(request, Input::Purity, purities, |r, it| r.gas.oxygen_purity = it))
        .chain(each(request, Input::Policy, schools, |r, it| r.policy.pressure_school = it))
}

/// The smallest and the largest of the tips that would do.
fn other_tips(request: &Request) -> Vec<Variation> {
    let path = Length::from_m(request.steel.thickness.as_m() / request.cut.bevel.as_rad().cos());
    let at_hand = match request.drawer.as_slice() {
        [] => generic_series().unwrap_or_default(),
        drawer => drawer.to_vec(),
    };
    let suit = would_suit(&at_hand, path, request.gas.fuel).unwrap_or_default();
    let ends = suit.first().map(|bore| (*bore, "smallest_tip"));
    let ends = ends.into_iter().chain(suit.last().map(|bore| (*bore, "largest_tip")));
    ends.map(|(bore, code)| {
        (Input::Tip, code, changed(request, |r| r.tip = Some(Tip::of_bore(bore))))
    })
    .collect()
}

/// Every input that moves `quantity`, the one that moves it most first.
///
/// One input is changed at a time, to what a shop may find or choose; a change that cannot be
/// planned is left out.
///
/// # Errors
/// As [`Work::settings`] for the cut itself.
pub fn sensitivity(
    work: &Work,
    quantity: Quantity,
    price_m3: impl Fn(Fuel) -> Option<f64>,
) -> Result<Vec<Sway>, Vec<Error>> {
    let request = work.request();
    let base = figure(&work.settings()?, quantity);
    let Some(base) = base else { return Ok(Vec::new()) };
    let mut found: Vec<Sway> = Vec::new();
    let asked = |input: Input| input != Input::Fuel || !work.keeps_its_fuel();
    let variations = variations(request, &price_m3);
    for (input, code, other) in variations.into_iter().filter(|(input, _, _)| asked(*input)) {
        let planned = work.under(&other).settings();
        let Some(value) = planned.ok().and_then(|plan| figure(&plan, quantity)) else {
            continue;
        };
        let place = found.iter().position(|sway| sway.input == input).unwrap_or_else(|| {
            found.push(Sway { input, low: (base, "as_it_is"), high: (base, "as_it_is") });
            found.len() - 1
        });
        let sway = &mut found[place];
        if value < sway.low.0 {
            sway.low = (value, code);
        }
        if value > sway.high.0 {
            sway.high = (value, code);
        }
    }
    let spread = |sway: &Sway| sway.high.0 - sway.low.0;
    // what moves it by less than a rounding step does not move it
    found.retain(|sway| spread(sway) > 1e-9 * base.abs());
    found.sort_by(|a, b| spread(b).total_cmp(&spread(a)));
    Ok(found)
}
