//! Who of the shop is cleared for which cut; nobody is asked in a shop that keeps no clearances.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::cut::Process;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::Length;
use galvanon_core::setup::clearance::{Burn, Clearance, uncleared};
use sqlx::PgPool;
use time::{Date, OffsetDateTime};
use uuid::Uuid;

use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::error::ApiResult;
use crate::store::clearances::{self, Clearance as Row};
use crate::wire::note::{NoteWire, note};

/// The clearances of a shop on a day.
pub struct Cleared {
    /// By person; none where the shop keeps no clearances.
    held: Option<BTreeMap<Uuid, Vec<Clearance>>>,
}

impl Cleared {
    /// Reads them as they stand today.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn read(pool: &PgPool) -> ApiResult<Self> {
        let day = clearances::day_of(OffsetDateTime::now_utc());
        Ok(Self::of(&clearances::all(pool).await?, day))
    }

    fn of(rows: &[Row], day: Date) -> Self {
        let mut held: BTreeMap<Uuid, Vec<Clearance>> = BTreeMap::new();
        for row in rows {
            held.entry(row.person_id).or_default().push(Clearance {
                holds: row.holds(day),
                fuel: row.fuel.as_deref().and_then(Fuel::of),
                thickness_to: row.thickness_to_m.map(Length::from_m),
                process: row.process.as_deref().and_then(Process::of),
            });
        }
        Self { held: (!rows.is_empty()).then_some(held) }
    }

    /// Why a person is not cleared for a cut; `None` where they are.
    #[must_use]
    pub fn refuses(&self, person: Uuid, burn: &Burn) -> Option<NoteWire> {
        let held = self.held.as_ref()?;
        let own = held.get(&person).map(Vec::as_slice).unwrap_or_default();
        uncleared(own, burn).map(|told| note(&told))
    }
}

/// What of a cut one is cleared for, of a shape the thickest of its strokes; `None` for what plans no more.
#[must_use]
pub fn burn_of(cut: &CutPlanRequest, plan: &CutPlan) -> Option<Burn> {
    let whole = cut.to_core().ok()?;
    let strokes = plan.section.iter().flat_map(|section| &section.strokes);
    let thickest = strokes.map(|stroke| stroke.thickness_mm.high).reduce(f64::max);
    let thickness = thickest.map_or(whole.steel.thickness, Length::from_mm);
    Some(Burn { fuel: whole.gas.fuel, thickness, process: whole.cut.process })
}
