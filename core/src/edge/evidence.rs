//! What plan, burn and gear say of a cause before anybody looks at the edge. Every ratio is `ours`.

use crate::gas::rack::CLEAN_AFTER;
use crate::trace::{Kind, Measure, Named};

/// What a record says of a cause.
#[derive(Clone, Debug, PartialEq)]
pub struct Evidence {
    /// Code of the cause.
    pub cause: &'static str,
    /// How many times likelier the record is with the cause than without.
    pub likelihood_ratio: f64,
    /// Code of the sentence that says why.
    pub code: &'static str,
    /// The values inside it.
    pub values: Vec<Named>,
}

/// What is on record of a cut; `None` where nobody noted it.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Record {
    /// Pace over the planned pace, 1.
    pub pace: Option<f64>,
    /// Oxygen pressure over the planned one, 1.
    pub oxygen_pressure: Option<f64>,
    /// Cuts since the tip was cleaned.
    pub cuts_since_cleaned: Option<u32>,
    /// Whether its seat is dinged.
    pub seat_dinged: Option<bool>,
    /// What is left in the cylinder, a part of its rating.
    pub cylinder_left: Option<f64>,
    /// Fuel flow over what the cylinder gives, 1.
    pub draw: Option<f64>,
    /// Whether the gauges were set with gas flowing.
    pub set_flowing: Option<bool>,
    /// Bore over the planned bore, 1.
    pub bore: Option<f64>,
    /// Whether the near face carried rust, scale, paint or zinc.
    pub near_face_dirty: Option<bool>,
    /// Whether the far face did.
    pub far_face_dirty: Option<bool>,
    /// Whether there were several layers.
    pub layered: Option<bool>,
    /// Whether the steel stops oxygen cutting.
    pub steel_stops: Option<bool>,
    /// Whether a carriage moved the torch.
    pub by_carriage: Option<bool>,
    /// Whether every cut runs slow with this oxygen.
    pub every_cut_slow: Option<bool>,
}

/// Off the plan by more than this, a reading speaks for its cause. Source: `ours`.
const OFF: f64 = 0.15;
/// Speaks plainly for a cause. Source: `ours`.
const PLAINLY: f64 = 4.0;
/// Speaks somewhat for it. Source: `ours`.
const SOMEWHAT: f64 = 2.0;
/// Speaks against it. Source: `ours`.
const HARDLY: f64 = 0.4;
/// Uneven motion on a carriage; a carriage's shaking on a carriage, and by hand. Source: `ours`.
const UNEVEN_ON_CARRIAGE: f64 = 0.3;
const SHAKES: (f64, f64) = (3.0, 0.1);
/// Every cut runs slow: the oxygen itself. Source: `ours`.
const ALL_SLOW: f64 = 8.0;
/// A cylinder below this is near its end. Source: `ours`.
const NEAR_END: f64 = 0.15;

fn say(cause: &'static str, ratio: f64, code: &'static str, values: Vec<Named>) -> Evidence {
    Evidence { cause, likelihood_ratio: ratio, code, values }
}

/// A reading against the plan: above it speaks for one cause, below it for the other.
fn off_plan(
    reading: Option<f64>,
    (above, below): (&'static str, &'static str),
    (over, under): (&'static str, &'static str),
) -> Vec<Evidence> {
    let Some(ratio) = reading else { return Vec::new() };
    // said in whole percent: a reading is no finer
    let whole = (ratio * 100.0).round() / 100.0;
    let value = || vec![("ratio", Measure::Number(Kind::Percent, whole))];
    let (up, down) = if ratio > 1.0 + OFF {
        (PLAINLY, HARDLY)
    } else if ratio < 1.0 - OFF {
        (HARDLY, PLAINLY)
    } else {
        (HARDLY, HARDLY)
    };
    vec![say(above, up, over, value()), say(below, down, under, value())]
}

/// What a record says of causes. What is not on record says nothing.
#[must_use]
pub fn evidence(record: &Record) -> Vec<Evidence> {
    let mut all = off_plan(record.pace, ("too_fast", "too_slow"), ("record_pace", "record_pace"));
    all.extend(off_plan(
        record.oxygen_pressure,
        ("oxygen_too_high", "oxygen_too_low"),
        ("record_oxygen", "record_oxygen"),
    ));
    all.extend(off_plan(
        record.bore,
        ("tip_too_large", "tip_too_small"),
        ("record_bore", "record_bore"),
    ));
    all.extend(record.cuts_since_cleaned.map(of_the_bore));
    all.extend(of_the_supply(record));
    all.extend(of_flags(record));
    all.extend(record.by_carriage.into_iter().flat_map(of_the_motion));
    if let Some(slow) = record.every_cut_slow {
        let (ratio, code) =
            if slow { (ALL_SLOW, "record_all_slow") } else { (HARDLY, "record_not_all_slow") };
        all.push(say("impure_oxygen", ratio, code, vec![]));
    }
    all.retain(|it| (it.likelihood_ratio - 1.0).abs() > 1e-9);
    all
}

/// A bore that was cleaned so many cuts ago.
fn of_the_bore(cuts: u32) -> Evidence {
    let ratio = match cuts {
        0..=1 => HARDLY,
        cuts if cuts >= 2 * CLEAN_AFTER => PLAINLY,
        cuts if cuts >= CLEAN_AFTER => SOMEWHAT,
        _ => 1.0,
    };
    let count = vec![("count", Measure::Number(Kind::Count, f64::from(cuts)))];
    say("tip_bore_dirty", ratio, "record_cuts", count)
}

/// What is left in the cylinder, and whether more is drawn than it gives.
fn of_the_supply(record: &Record) -> Vec<Evidence> {
    let mut all = Vec::new();
    if let Some(left) = record.cylinder_left {
        let value = vec![("left", Measure::Number(Kind::Percent, left))];
        let (starved, low) = if left < NEAR_END { (PLAINLY, SOMEWHAT) } else { (HARDLY, 1.0) };
        all.push(say("supply_starved", starved, "record_cylinder", value.clone()));
        all.push(say("oxygen_too_low", low, "record_cylinder", value));
    }
    if let Some(draw) = record.draw.filter(|draw| *draw > 1.0) {
        let value = vec![("ratio", Measure::Number(Kind::Percent, draw))];
        all.push(say("supply_starved", PLAINLY, "record_draw", value));
    }
    all
}

/// A carriage shakes and does not wander; a hand the other way round.
fn of_the_motion(carriage: bool) -> [Evidence; 2] {
    let (shakes, uneven, code) = if carriage {
        (SHAKES.0, UNEVEN_ON_CARRIAGE, "record_carriage")
    } else {
        (SHAKES.1, 1.0, "record_by_hand")
    };
    [say("machine_vibration", shakes, code, vec![]), say("uneven_motion", uneven, code, vec![])]
}

/// What is on record as yes or no.
fn of_flags(record: &Record) -> impl Iterator<Item = Evidence> {
    let set_dry = record.set_flowing.map(|flowing| !flowing);
    let flags = [
        (record.seat_dinged, "tip_worn_or_seat_damaged", 2.0 * PLAINLY, "record_seat"),
        (set_dry, "oxygen_too_low", PLAINLY, "record_not_flowing"),
        (record.near_face_dirty, "surface_dirty", PLAINLY, "record_near_face"),
        (record.far_face_dirty, "back_dirty", PLAINLY, "record_far_face"),
        (record.layered, "layered_or_gap", 2.0 * PLAINLY, "record_layers"),
        (record.steel_stops, "not_oxygen_cuttable", 4.0 * PLAINLY, "record_steel"),
    ];
    flags.into_iter().filter_map(|(flag, cause, plainly, code)| {
        let ratio = if flag? { plainly } else { HARDLY };
        Some(say(cause, ratio, code, vec![]))
    })
}
