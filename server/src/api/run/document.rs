//! Everything a tablet needs for a run, in one piece.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::cut::ACETYLENE_CEILING;
use galvanon_core::edge::trouble::troubles;
use galvanon_core::gas::flame::{CARBURISING_BELOW, OXIDISING_ABOVE};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::setup::clearance::Burn;
use galvanon_core::setup::record::{CLEAN_AFTER, PAUSE};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::api::edge::signs::{FindingsReply, all_findings};
use crate::api::edge::trouble::{TroubleWire, trouble_wire};
use crate::api::run::cuts::{
    Cuts, RunCut, StoppedCut, is_coated, thickest, unsaid, wants_a_feather,
};
use crate::api::run::rack::{GasNeed, RunCylinder, at_hand, needs, stood};
use crate::api::setup::run_sheet::{RunPhase, RunSheetRequest, sheet};
use crate::error::{ApiError, ApiResult};
use crate::http::body::read;
use crate::http::fields::{Fields, Given, wrong_shape};
use crate::plan::cleared::{Cleared, burn_of};
use crate::plan::rig::{Gauges, Rig, arrestors};
use crate::plan::settings::{EMERGENCY, FIRE_WATCH_MIN, School, schools};
use crate::plan::shop::Shop;
use crate::store::jobs::Job;
use crate::store::people::{self, Person};
use crate::store::run_events::RunEvent;
use crate::wire::note::NoteWire;
use crate::wire::run_event::RigBody;
use crate::wire::sentence::SentenceWire;
use crate::wire::setup::{PlaceWire, UnsaidWire};
use crate::wire::text::Section;
use crate::wire::usual::{UsualGauge, usual_gauges};

/// For a burn of the skin. Source: `common_practice` of first aid.
const FIRST_AID: [&str; 4] = ["burn_flame_out", "burn_cool", "burn_cover", "burn_call"];

/// What the place and the gear bring with them.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RunQuery {
    /// The fuel that is rigged. Where it is left out: that of the cuts where they agree, else that of the rig or shop.
    pub fuel: Option<String>,
    /// Wind.
    pub wind: Option<bool>,
    /// Over bare concrete or stones.
    pub bare_floor: Option<bool>,
    /// In a pit or cellar.
    pub low: Option<bool>,
    /// In a confined space.
    pub confined: Option<bool>,
    /// The steel is painted, plated or galvanised.
    pub coated: Option<bool>,
    /// Regulators, hoses and torch are still together from the last time.
    pub assembled: Option<bool>,
    /// An acetylene cylinder that lay down has stood so many hours.
    pub lying_acetylene_hours_upright: Option<f64>,
    /// The cylinders of the rack that stand on the rig, with commas between.
    pub cylinders: Option<String>,
}

impl RunQuery {
    /// The place.
    #[must_use]
    pub fn place(&self) -> PlaceWire {
        let holds = |told: Option<bool>| told.unwrap_or(false);
        PlaceWire {
            wind: holds(self.wind),
            bare_floor: holds(self.bare_floor),
            low: holds(self.low),
            confined: holds(self.confined),
            coated: holds(self.coated),
        }
    }

    /// The rig.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] at `cylinders` when one of them is no id.
    pub fn rig(&self) -> ApiResult<RigBody> {
        let assembled = self.assembled.unwrap_or(false);
        let told = self.cylinders.iter().flat_map(|told| told.split(','));
        let ids: Result<Vec<Uuid>, _> = told.map(Uuid::parse_str).collect();
        let cylinders = ids.map_err(|_| {
            let expected = "ids of cylinders, with commas between";
            let fault = wrong_shape("cylinders", expected, json!(self.cylinders));
            ApiError::Invalid(vec![fault])
        })?;
        Ok(RigBody { assembled, lying: false, cylinders })
    }
}

/// Which flame a mixture makes: oxygen to fuel, in parts of the neutral ratio.
#[derive(Debug, Serialize, ToSchema)]
pub struct FlameBands {
    /// Below this it is carburising.
    pub carburising_below: f64,
    /// Above this it is oxidising.
    pub oxidising_above: f64,
    /// neutral; carburising where the shop runs a short feather on rust or hardening steel, and a cut here is one.
    pub wanted: String,
}

/// Everything a tablet needs for a run, in one piece.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunDocument {
    /// The job.
    pub job_id: Uuid,
    /// Its name.
    pub job_name: String,
    /// When this was written.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// The fuel that is rigged.
    pub fuel: String,
    /// Every fuel that the job's cuts are planned for.
    pub fuels: Vec<String>,
    /// What the place brings with it, as it was asked.
    pub place: PlaceWire,
    /// Whether the set is still together.
    pub assembled: bool,
    /// Whether somebody said that the acetylene cylinder was laid down.
    pub lying: bool,
    /// The cylinders of the rack that may stand on the rig: oxygen, and the fuel that is rigged.
    pub cylinders: Vec<RunCylinder>,
    /// What the cuts that are still open take of each gas, and whether it is there.
    pub needs: Vec<GasNeed>,
    /// The order of work.
    pub phases: Vec<RunPhase>,
    /// Its cuts, in order; those that must not be made are among them.
    pub cuts: Vec<RunCut>,
    /// Every cut that is stopped, whatever its fuel, with what stops it.
    pub stopped: Vec<StoppedCut>,
    /// The ends of the scales of the gauges in use.
    pub gauges: Gauges,
    /// The scales of usual gauges, where the rack does not know those in use.
    pub usual_gauges: Vec<UsualGauge>,
    /// What the fuel never goes above at its regulator, flowing or shut; null where there is no such limit.
    pub ceiling_kpa: Option<f64>,
    /// Which flame a mixture makes.
    pub flame: FlameBands,
    /// What can go wrong with this fuel, what can hurt first.
    pub troubles: Vec<TroubleWire>,
    /// What to do for a burn of the skin, in order.
    pub first_aid: Vec<SentenceWire>,
    /// Whom to call, in the shop's words; empty until it is set.
    pub emergency_numbers: String,
    /// The shop's answer to each question the trade disagrees on, and the other ones.
    pub schools: Vec<School>,
    /// Those the shop holds, by question.
    #[schema(value_type = Object)]
    pub held: Value,
    /// Signs that an edge can show, with what their pictures are drawn on.
    pub signs: FindingsReply,
    /// The people of the shop.
    pub people: Vec<Person>,
    /// Who is not cleared for which cut, where the shop keeps clearances.
    pub uncleared: Vec<Uncleared>,
    /// What happened so far: in the run that was asked for, or in every run of the job.
    pub events: Vec<RunEvent>,
    /// What counts of the job's other runs: pieces made, what was taken back, the clock of a cylinder that lay.
    pub elsewhere: Vec<RunEvent>,
    /// The shop cleans its tip after so many cuts; null where the jet says when.
    pub clean_after_cuts: Option<u32>,
    /// A run that nothing was heard of for longer is not gone on with, s.
    pub goes_on_s: f64,
}

/// What the shop holds, question by question.
fn held_schools(shop: &Shop) -> ApiResult<BTreeMap<String, Value>> {
    let asked = schools()?.iter().map(|school| school.question.as_str());
    let told = |question: &str| Some((question.to_owned(), shop.settings.get(question)?.clone()));
    Ok(asked.filter_map(told).collect())
}

/// The run sheet that shop, rig and place give.
fn phases(
    shop: &Shop,
    rig: &Rig,
    thickest: Option<f64>,
    at: &Standing,
) -> ApiResult<Vec<RunPhase>> {
    let torch = rig.build_of_torch.as_deref().unwrap_or("combination");
    let asked: RunSheetRequest = read(&json!({
        "fuel": at.fuel.code(),
        "torch": torch,
        "place": at.place,
        "assembled": at.assembled,
        "arrestors": arrestors(shop),
        "lying_acetylene_hours_upright": at.stood_h,
        "hose_length_m": rig.longest_hose,
        "fire_watch_min": shop.settings.get(FIRE_WATCH_MIN.key),
        "schools": held_schools(shop)?,
        "lens_thickness_mm": thickest,
        "unsaid": at.unsaid,
    }))?;
    sheet(&asked.to_core()?)
}

/// Who is not cleared for a cut, and why.
#[derive(Debug, Serialize, ToSchema)]
pub struct Uncleared {
    /// The person.
    pub person_id: Uuid,
    /// The cut.
    pub line_id: Uuid,
    /// Why.
    pub note: NoteWire,
}

fn uncleared(cleared: &Cleared, people: &[Person], cuts: &[RunCut]) -> Vec<Uncleared> {
    let planned = cuts.iter().filter_map(|cut| {
        let (request, plan) = cut.view.request.as_ref().zip(cut.view.plan.as_ref())?;
        Some((cut.view.line.record.id, burn_of(request, plan)?))
    });
    let planned: Vec<_> = planned.collect();
    let of = |person: &Person| {
        let id = person.record.id;
        let told = |(line, burn): &(Uuid, Burn)| {
            let note = cleared.refuses(id, burn)?;
            Some(Uncleared { person_id: id, line_id: *line, note })
        };
        planned.iter().filter_map(told).collect::<Vec<_>>()
    };
    people.iter().flat_map(of).collect()
}

/// What the order of work hangs on besides shop and job.
struct Standing {
    fuel: Fuel,
    place: PlaceWire,
    assembled: bool,
    /// Hours that an acetylene cylinder stands which lay down.
    stood_h: Option<f64>,
    unsaid: UnsaidWire,
}

/// What a run is asked with.
pub struct Asked {
    /// The job.
    pub job: Job,
    /// Its cuts.
    pub cuts: Cuts,
    /// The fuel that is rigged.
    pub fuel: Fuel,
    /// What the place brings with it.
    pub place: PlaceWire,
    /// The rig.
    pub rig: RigBody,
    /// Hours that an acetylene cylinder stands which lay down, where somebody said so.
    pub stood_h: Option<f64>,
    /// What happened so far.
    pub events: Vec<RunEvent>,
    /// What counts of other runs.
    pub elsewhere: Vec<RunEvent>,
}

/// The fuel of a code.
///
/// # Errors
/// [`ApiError::Invalid`] at `fuel` when there is none of that name.
pub fn fuel_named(code: &str) -> ApiResult<Fuel> {
    let mut fields = Fields::default();
    let fuel = fields.code("fuel", Some(&Given(json!(code))), Some(Fuel::Acetylene));
    fields.done(fuel)
}

/// The fuel that a job's rig or the shop names.
///
/// # Errors
/// [`ApiError::Invalid`] at `fuel` when there is none of that name.
pub fn usual_fuel(shop: &Shop, job: &Job) -> ApiResult<Fuel> {
    let told = job.rig["gas"]["fuel"].as_str();
    fuel_named(told.or_else(|| shop.settings.get("fuel")?.as_str()).unwrap_or_default())
}

fn numbers_to_call(shop: &Shop) -> String {
    shop.settings.get(EMERGENCY).and_then(Value::as_str).unwrap_or_default().to_owned()
}

fn first_aid() -> Vec<SentenceWire> {
    FIRST_AID.iter().map(|code| SentenceWire::of(Section::Steps, code, &[])).collect()
}

/// The flame to set: neutral, or with a feather where the shop holds that and a cut wants it.
fn flame_bands(shop: &Shop, cuts: &[RunCut]) -> FlameBands {
    let softer = shop.holds("flame", "slightly_carburising")
        && cuts.iter().any(|cut| cut.fits && wants_a_feather(&cut.view));
    FlameBands {
        carburising_below: CARBURISING_BELOW,
        oxidising_above: OXIDISING_ABOVE,
        wanted: if softer { "carburising" } else { "neutral" }.into(),
    }
}

/// A job's run in one document.
///
/// # Errors
/// When the database fails; when an hour of a cylinder that lay down is out of range.
pub async fn document(pool: &PgPool, shop: &Shop, asked: Asked) -> ApiResult<RunDocument> {
    let run = unmanned(shop, asked)?;
    let people = people::all(pool).await?;
    let uncleared = uncleared(&Cleared::read(pool).await?, &people, &run.cuts);
    Ok(RunDocument { people, uncleared, ..run })
}

/// The run before it is known who is there.
fn unmanned(shop: &Shop, asked: Asked) -> ApiResult<RunDocument> {
    let Asked { job, cuts, fuel, mut place, rig, stood_h, events, elsewhere } = asked;
    let now = OffsetDateTime::now_utc();
    let (fuels, stopped) = (cuts.fuels(), cuts.stopped());
    let cuts = cuts.judged(fuel);
    let at_rig = Rig::of(shop, &job.rig);
    // paint or zinc that a cut names is known of the place too
    place.coated |= cuts.iter().any(|cut| cut.fits && is_coated(&cut.view));
    let cylinders = at_hand(shop, fuel, &rig.cylinders);
    let stood_h = stood_h.or_else(|| stood(&cylinders, now)).or_else(|| rig.lying.then_some(0.0));
    let at = Standing { fuel, place, assembled: rig.assembled, stood_h, unsaid: unsaid(&cuts) };
    Ok(RunDocument {
        job_id: job.record.id,
        made_at: now,
        fuel: fuel.code().into(),
        fuels,
        phases: phases(shop, &at_rig, thickest(&cuts), &at)?,
        place: at.place,
        assembled: rig.assembled,
        lying: rig.lying,
        needs: needs(shop, &cuts, &cylinders, events.iter().chain(&elsewhere))?,
        cylinders,
        flame: flame_bands(shop, &cuts),
        cuts,
        stopped,
        gauges: at_rig.gauges,
        usual_gauges: usual_gauges()?,
        ceiling_kpa: (fuel == Fuel::Acetylene).then(|| ACETYLENE_CEILING.as_pa() / 1e3),
        troubles: troubles(fuel)?.map(trouble_wire).collect(),
        first_aid: first_aid(),
        emergency_numbers: numbers_to_call(shop),
        schools: schools()?.to_vec(),
        held: Value::Object(shop.settings.clone()),
        signs: all_findings()?,
        uncleared: Vec::new(),
        people: Vec::new(),
        events,
        elsewhere,
        clean_after_cuts: shop.holds("tip_cleaning", "every_five").then_some(CLEAN_AFTER),
        goes_on_s: PAUSE.as_s(),
        job_name: job.name,
    })
}
