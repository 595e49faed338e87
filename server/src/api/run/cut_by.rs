//! What a piece at the torch was cut by: its line as the shop plans it, the tip of the drawer that this plan takes, and the
//! pressure that was read last. Without them a burn at the torch would teach nothing.

use galvanon_core::code::Code;
use galvanon_core::gas::rack::GearKind;
use sqlx::PgPool;
use uuid::Uuid;

use crate::api::cut::planned::planned_untraced;
use crate::api::cut::request::CutPlanRequest;
use crate::error::{ApiError, ApiResult};
use crate::http::caller::Caller;
use crate::plan::rig::{InShop, Rigged};
use crate::plan::shop::Shop;
use crate::store::burns::NewBurn;
use crate::store::job_lines::{self, JobLine};
use crate::store::jobs::{self, Job};
use crate::store::run_events::oxygen_read;

/// Where events go, and who sends them.
#[derive(Clone, Copy, Debug)]
pub struct To {
    /// The job.
    pub job: Uuid,
    /// Its run.
    pub run: Uuid,
    /// Who sends them.
    pub by: Caller,
}

/// The shop and the job, read when the first cut of a sending comes.
#[derive(Debug, Default)]
pub struct Planning(Option<(Shop, Job)>);

impl Planning {
    /// The tip of the rack that a line of this job is cut with, as the shop plans it now.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn tip_of(&mut self, pool: &PgPool, to: &To, line: Uuid) -> ApiResult<Option<Uuid>> {
        Ok(self.of(pool, to, line).await?.and_then(|(_, tip)| tip))
    }

    /// What a line is cut by; nothing where it does not plan any more or is of another job.
    async fn of(
        &mut self,
        pool: &PgPool,
        to: &To,
        line: Uuid,
    ) -> ApiResult<Option<(CutPlanRequest, Option<Uuid>)>> {
        if self.0.is_none() {
            let shop = Shop::read(pool, to.by.person).await?;
            self.0 = Some((shop, jobs::live(pool, to.job).await?));
        }
        let lines = job_lines::by_ids(pool, &[line]).await?;
        let line = lines.first().filter(|line| line.job_id == to.job);
        let (Some((shop, job)), Some(line)) = (&self.0, line) else { return Ok(None) };
        match planned(&Rigged::of(shop, job), line) {
            Ok(found) => Ok(Some(found)),
            Err(ApiError::Invalid(_)) => Ok(None),
            Err(other) => Err(other),
        }
    }

    /// Tells a burn what it was cut by, as the shop plans its line when the event arrives: a tablet that was offline showed the
    /// plan of when it was loaded. A line that does not plan any more tells nothing.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn tell(
        &mut self,
        pool: &PgPool,
        to: &To,
        line: Uuid,
        burn: &mut NewBurn,
    ) -> ApiResult<()> {
        let read = oxygen_read(pool, to.run, burn.happened_at).await?;
        if let (Some(kpa), Some(readings)) = (read, burn.readings.as_object_mut()) {
            readings.insert("oxygen_pressure_kpa".into(), kpa.into());
        }
        if let Some((request, tip)) = self.of(pool, to, line).await? {
            burn.from.asked = Some(serde_json::to_value(request)?);
            burn.tip_id = tip;
        }
        Ok(())
    }
}

/// A line's request with the one tip that its plan takes in place of the whole drawer, and which piece of the rack that is. A
/// shape's strokes may take several: it keeps the drawer, and no tip is named.
fn planned(rigged: &Rigged<'_>, line: &JobLine) -> ApiResult<(CutPlanRequest, Option<Uuid>)> {
    let InShop { mut request, .. } = rigged.request(&line.input)?;
    if request.section.is_some() {
        return Ok((request, None));
    }
    let name = planned_untraced(&request)?.tip.name.flatten();
    let drawer = request.drawer.take().unwrap_or_default();
    let Some(name) = name else { return Ok((request, None)) };
    let in_drawer = drawer.into_iter().find(|tip| tip.name.as_ref() == Some(&name));
    request.tip = in_drawer.or(request.tip);
    let mut tips = rigged.shop.rack.iter().filter(|view| view.gear.kind == GearKind::Tip.code());
    let tip = tips.find(|view| view.gear.label == name);
    Ok((request, tip.map(|view| view.gear.record.id)))
}
