//! What the shop's burns tell of a cut that it plans: what its figures are multiplied by, and where the next burn is expected.

use galvanon_core::band::Band;
use galvanon_core::code::Code;
use galvanon_core::record::class::Taught as Kind;
use galvanon_core::record::learn::Told;
use serde::Serialize;
use serde_json::json;
use utoipa::ToSchema;

use crate::api::cut::factors::FactorsWire;
use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::http::fields::Given;
use crate::plan::against::way_of;
use crate::plan::taught::Taught;
use crate::wire::unit::tidy;

/// Of each kind what a plan is told, as far as burns tell anything.
#[derive(Clone, Copy, Debug, Default)]
pub struct ToldOfPlan {
    speed: Option<Told>,
    start_preheat: Option<Told>,
    kerf: Option<Told>,
    oxygen: Option<Told>,
    fuel: Option<Told>,
    clean_up: Option<Told>,
}

/// Where the next burn is expected, 80 %: beside the handbook's band, never in its place.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct NextBurn {
    /// One burn in ten lies under it.
    pub low: f64,
    /// What half of them lie under.
    pub set: f64,
    /// One burn in ten lies over it.
    pub high: f64,
    /// Burns behind the level that it is named by.
    pub n: u32,
    /// shop, process, class, hand: that level.
    #[schema(value_type = String)]
    pub from: &'static str,
}

/// Where the shop's next burn of a planned cut is expected; null where its burns tell nothing.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct Expected {
    /// Pace.
    pub travel_speed_mm_min: Option<NextBurn>,
    /// Heating before the lever.
    pub start_preheat_s: Option<NextBurn>,
    /// Width of the cut.
    pub kerf_mm: Option<NextBurn>,
    /// Oxygen of one cut.
    pub oxygen_l: Option<NextBurn>,
    /// Fuel of one cut.
    pub fuel_l: Option<NextBurn>,
}

fn next(told: Option<Told>, planned: f64) -> Option<NextBurn> {
    let told = told?;
    let Band { low, set, high } = told.next(planned).map(tidy);
    Some(NextBurn { low, set, high, n: told.n, from: told.from.code() })
}

impl ToldOfPlan {
    /// What is told of a cut by the tip that it takes; nothing of one that does not plan.
    #[must_use]
    pub fn of(request: &CutPlanRequest, taught: &Taught) -> Self {
        let Ok(work) = request.to_work() else { return Self::default() };
        let Ok(settings) = work.settings() else { return Self::default() };
        let base = work.request();
        let Ok(way) = way_of(request, base.cut.process) else { return Self::default() };
        let told = |kind| taught.of_plan(kind, way, base, &settings);
        Self {
            speed: told(Kind::Speed),
            start_preheat: told(Kind::StartPreheat),
            kerf: told(Kind::Kerf),
            oxygen: told(Kind::Oxygen),
            fuel: told(Kind::Fuel),
            clean_up: told(Kind::CleanUp),
        }
    }

    /// As a request carries it; `None` where nothing is told.
    #[must_use]
    pub fn wire(&self) -> Option<FactorsWire> {
        let factor = |told: Option<Told>| told.map(|told| Given(json!(told.factor)));
        let n = |told: Option<Told>| told.map(|told| Given(json!(f64::from(told.n))));
        let Self { speed, start_preheat, kerf, oxygen, fuel, clean_up } = *self;
        let all = [speed, start_preheat, kerf, oxygen, fuel, clean_up];
        all.iter().any(Option::is_some).then(|| FactorsWire {
            speed: factor(speed),
            speed_n: n(speed),
            start_preheat: factor(start_preheat),
            start_preheat_n: n(start_preheat),
            kerf: factor(kerf),
            kerf_n: n(kerf),
            oxygen: factor(oxygen),
            oxygen_n: n(oxygen),
            fuel: factor(fuel),
            fuel_n: n(fuel),
            clean_up: factor(clean_up),
            clean_up_n: n(clean_up),
            kerf_mm: None,
        })
    }

    /// Where the next burn is expected of a plan that was told this.
    #[must_use]
    pub fn expected(&self, plan: &CutPlan) -> Expected {
        Expected {
            travel_speed_mm_min: next(self.speed, plan.travel_speed_mm_min.set),
            start_preheat_s: next(self.start_preheat, plan.start_preheat_s.set),
            kerf_mm: next(self.kerf, plan.kerf_mm),
            oxygen_l: next(self.oxygen, plan.oxygen_l),
            fuel_l: next(self.fuel, plan.fuel_l),
        }
    }
}
