//! What is set otherwise when a cause is put right, in numbers.
//!
//! Where plan and burn tell what was off, the change leads back to the plan. Where they do not, it is a
//! step of a size that shows on the next inch without overshooting. Left out: causes that are mended by
//! hand and not by a setting. Theory: docs/model/edge.md.

/// What can be set.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub enum Setting {
    /// Travel speed.
    Speed,
    /// Oxygen at the regulator.
    Oxygen,
    /// Fuel flow: the size of the flame.
    Fuel,
    /// Cones to plate.
    Standoff,
    /// Bore of the tip.
    Bore,
    /// Heating before the lever.
    StartPreheat,
}

/// A setting and what it is changed by.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Change {
    /// Which.
    pub setting: Setting,
    /// What it was, where that is on record; SI.
    pub from: Option<f64>,
    /// What it becomes, where a plan is on file; SI.
    pub to: Option<f64>,
    /// New over old.
    pub factor: f64,
}

/// Figures of a plan or a burn, SI; `None` where they are not known.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Figures {
    /// Travel speed, m/s.
    pub speed: Option<f64>,
    /// Oxygen at the regulator, Pa.
    pub oxygen: Option<f64>,
    /// Fuel flow, m³/s.
    pub fuel: Option<f64>,
    /// Cones to plate, m.
    pub standoff: Option<f64>,
    /// Bore, m.
    pub bore: Option<f64>,
    /// Heating before the lever, s.
    pub start_preheat: Option<f64>,
}

impl Figures {
    const fn of(&self, setting: Setting) -> Option<f64> {
        match setting {
            Setting::Speed => self.speed,
            Setting::Oxygen => self.oxygen,
            Setting::Fuel => self.fuel,
            Setting::Standoff => self.standoff,
            Setting::Bore => self.bore,
            Setting::StartPreheat => self.start_preheat,
        }
    }
}

/// Cause, setting, and the step where nothing is on record. Sources: `common_practice` for the
/// direction (the remedies of edge-causes.csv), `ours` for the size.
const STEPS: [(&str, Setting, f64); 15] = [
    ("too_fast", Setting::Speed, 0.8),
    ("too_slow", Setting::Speed, 1.25),
    ("oxygen_too_high", Setting::Oxygen, 0.85),
    ("oxygen_too_low", Setting::Oxygen, 1.15),
    ("preheat_too_strong", Setting::Fuel, 0.75),
    ("preheat_too_weak", Setting::Fuel, 1.3),
    ("tip_too_large", Setting::Bore, 0.8),
    ("tip_too_small", Setting::Bore, 1.25),
    ("standoff_high", Setting::Standoff, 0.5),
    ("standoff_low", Setting::Standoff, 2.0),
    ("impure_oxygen", Setting::Speed, 0.8),
    ("surface_dirty", Setting::StartPreheat, 1.5),
    ("started_too_soon", Setting::StartPreheat, 1.3),
    ("plate_overheated", Setting::Fuel, 0.8),
    ("back_dirty", Setting::Speed, 0.85),
];

/// What to set otherwise when a cause is put right; `None` for what no setting mends.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `planned` | what the plan says | SI |
/// | `was` | what was read at the burn | SI |
/// | → | from, to, new over old | SI, 1 |
///
/// A reading off the plan in the direction of the cause goes back to the plan; otherwise the step is taken
/// from the plan, or stands alone.
#[must_use]
pub fn change(cause: &str, planned: &Figures, was: &Figures) -> Option<Change> {
    let (_, setting, step) = *STEPS.iter().find(|(code, ..)| *code == cause)?;
    let (plan, read) = (planned.of(setting), was.of(setting));
    let back = plan.zip(read).map(|(plan, read)| plan / read);
    // only a reading that was off the way this cause says leads back to the plan
    if let Some(factor) = back.filter(|factor| (factor - 1.0) * (step - 1.0) > 0.0) {
        return Some(Change { setting, from: read, to: plan, factor });
    }
    let from = read.or(plan);
    Some(Change { setting, from, to: from.map(|from| from * step), factor: step })
}
