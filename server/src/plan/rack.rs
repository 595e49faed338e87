//! The rack as it stands now: each piece of gear with what is in it and what must be said of it.

use galvanon_core::code::Code;
use galvanon_core::gas::cylinder::is_doubted;
use galvanon_core::gas::fuel::Gas;
use galvanon_core::gas::rack::{
    GearKind, Inspected, SeatState, inspected, must_be_cleaned, must_stand, reading_is_old,
};
use galvanon_core::note::Level;
use galvanon_core::quantity::{Duration, GasVolume};
use galvanon_core::trace::{Kind, Measure};
use serde::Serialize;
use serde_json::Value;
use sqlx::PgExecutor;
use time::{Date, OffsetDateTime};
use utoipa::ToSchema;

use crate::api::gas::contents::read_contents;
use crate::error::{ApiError, ApiResult};
use crate::http::body::read;
use crate::http::fields::Fields;
use crate::plan::gear_fields::{CylinderFields, TipFields};
use crate::store::gear::Gear;
use crate::store::tip_log::since_cleaned;
use crate::wire::note::NoteWire;
use crate::wire::text::{Section, filled, printed};
use crate::wire::unit::litres;

/// A piece of gear with what is to be said of it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GearView {
    /// The piece itself.
    pub gear: Gear,
    /// Gas in a cylinder; null where it is not known.
    pub free_gas_l: Option<f64>,
    /// What must be said.
    pub notes: Vec<NoteWire>,
}

impl GearView {
    /// Which kind of gear it is; `None` for one that this version does not know.
    #[must_use]
    pub fn kind(&self) -> Option<GearKind> {
        GearKind::of(&self.gear.kind)
    }

    /// The gas that it is for, where its kind has one.
    #[must_use]
    pub fn gas(&self) -> Option<Gas> {
        Gas::of(self.gear.fields["gas"].as_str()?)
    }

    /// Whether something of it says stop.
    #[must_use]
    pub fn is_stopped(&self) -> bool {
        self.notes.iter().any(NoteWire::is_stop)
    }

    /// The acetylene cylinder lay down, and stands since then for less than its time.
    #[must_use]
    pub fn standing_since(&self, now: OffsetDateTime) -> Option<OffsetDateTime> {
        standing_since(&self.gear, now)
    }
}

/// A note about a piece of gear; its name and reason are the shop's own words.
fn said(level: Level, code: &'static str, gear: &Gear, rest: &[(&str, Measure)]) -> NoteWire {
    let text = filled(Section::Notes, code, |placeholder| match placeholder {
        "label" => Some(gear.label.clone()),
        "why" => Some(gear.out_because.clone()),
        name => rest.iter().find(|(known, _)| *known == name).map(|(_, value)| printed(value)),
    });
    NoteWire {
        level: level.code().into(),
        code: code.into(),
        text: text.into(),
        values: std::collections::BTreeMap::new(),
    }
}

/// How long ago a moment was; nothing where it is still to come.
fn age(moment: OffsetDateTime, now: OffsetDateTime) -> Duration {
    Duration::from_s((now - moment).as_seconds_f64().max(0.0))
}

fn standing_since(gear: &Gear, now: OffsetDateTime) -> Option<OffsetDateTime> {
    let since = Fields::default().moment("", gear.fields["upright_since"].as_str())?;
    let acetylene = gear.fields["gas"] == Gas::Acetylene.code();
    (acetylene && must_stand(age(since, now))).then_some(since)
}

fn tip_notes(gear: &Gear) -> Vec<NoteWire> {
    let mut notes = Vec::new();
    if gear.fields["seat_state"] == SeatState::Dinged.code() {
        notes.push(said(Level::Caution, "seat_dinged", gear, &[]));
    }
    let cuts = gear.fields["cuts_since_cleaned"].as_f64().unwrap_or(0.0);
    #[allow(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "checked to be whole and below 100 000"
    )]
    if must_be_cleaned(cuts as u32) {
        let count = ("count", Measure::Number(Kind::Count, cuts));
        notes.push(said(Level::Info, "tip_dirty", gear, &[count]));
    }
    notes
}

/// The day on which a piece of gear was last inspected, as it is noted, and how it stands now.
#[must_use]
pub fn inspection(gear: &Gear, now: OffsetDateTime) -> (Option<Date>, Inspected) {
    let seen = Fields::default().day("", gear.fields["inspected_on"].as_str());
    let days = |day: Date| Duration::from_s((now.date() - day).as_seconds_f64());
    (seen, inspected(seen.map(days)))
}

fn inspection_notes(gear: &Gear, now: OffsetDateTime) -> Vec<NoteWire> {
    let due = inspection(gear, now).1 == Inspected::Overdue;
    due.then(|| said(Level::Caution, "hose_overdue", gear, &[])).into_iter().collect()
}

fn cylinder_notes(gear: &Gear, contents: Option<GasVolume>, now: OffsetDateTime) -> Vec<NoteWire> {
    let mut notes = Vec::new();
    if gear.fields["label_read"] != true {
        notes.push(said(Level::Stop, "cylinder_unlabelled", gear, &[]));
    }
    if standing_since(gear, now).is_some() {
        notes.push(said(Level::Stop, "cylinder_lying", gear, &[]));
    }
    let read = Fields::default().moment("", gear.fields["read_at"].as_str());
    if let Some(read) = read.filter(|read| reading_is_old(age(*read, now))) {
        #[allow(clippy::cast_precision_loss, reason = "days of a person's life")]
        let days = ("days", Measure::Number(Kind::Count, (now - read).whole_days() as f64));
        notes.push(said(Level::Info, "reading_old", gear, &[days]));
    }
    let rated = gear.fields["rated_l"].as_f64().map(|l| GasVolume::from_m3(l / 1e3));
    if contents.zip(rated).is_some_and(|(contents, rated)| is_doubted(contents, rated)) {
        notes.push(said(Level::Caution, "cylinder_doubted", gear, &[]));
    }
    if contents.is_none() {
        notes.push(said(Level::Info, "cylinder_unweighed", gear, &[]));
    }
    notes
}

/// Gear whose tips count their cuts on: from when they were cleaned, or from the number that was told of them last.
///
/// # Errors
/// When the database fails.
pub async fn counted(db: impl PgExecutor<'_>, mut gear: Vec<Gear>) -> ApiResult<Vec<Gear>> {
    let tip = |gear: &Gear| gear.kind == GearKind::Tip.code();
    if !gear.iter().any(tip) {
        return Ok(gear);
    }
    let since = since_cleaned(db).await?;
    for gear in gear.iter_mut().filter(|gear| tip(gear)) {
        let found = since.iter().find(|since| since.tip_id == gear.record.id);
        if let (Some(since), Some(fields)) = (found, gear.fields.as_object_mut()) {
            // a number that cannot be is left as it was told, and says so itself
            let told = fields.get("cuts_since_cleaned");
            if told.is_none_or(|told| told.is_number() || told.is_null()) {
                fields.insert("cuts_since_cleaned".into(), since.cuts.into());
            }
        }
    }
    Ok(gear)
}

/// What is in a cylinder of these fields, where it was read; what is still to be told is no fault.
///
/// # Errors
/// [`ApiError::Invalid`] where they cannot be.
pub fn contents(fields: &Value) -> ApiResult<Option<GasVolume>> {
    let cylinder: CylinderFields = read(fields)?;
    if !cylinder.was_read() {
        return Ok(None);
    }
    let mut fields = Fields::default();
    let found = read_contents(&mut fields, "", &cylinder.contents())?;
    fields.errors.retain(|error| !error.code.starts_with("missing"));
    fields.done(found.map(|(volume, _)| volume))
}

/// A piece of gear with its contents and what must be said of it now. One that cannot be read any more says so in its
/// place: it is not used, and takes nothing else down.
///
/// # Errors
/// Only a fault of ours.
pub fn view(gear: Gear, now: OffsetDateTime) -> ApiResult<GearView> {
    match seen(gear.clone(), now) {
        Err(ApiError::Invalid(faults)) => {
            let fault = faults.first().map_or("", |fault| fault.message.as_str()).to_owned();
            let faulty = Gear { out_because: fault, ..gear.clone() };
            let note = said(Level::Stop, "gear_fault", &faulty, &[]);
            Ok(GearView { gear, free_gas_l: None, notes: vec![note] })
        }
        seen => seen,
    }
}

fn seen(gear: Gear, now: OffsetDateTime) -> ApiResult<GearView> {
    let kind = GearKind::of(&gear.kind);
    let mut notes = Vec::new();
    if !gear.in_service {
        let cylinder = kind == Some(GearKind::Cylinder);
        let code = if cylinder { "cylinder_out" } else { "gear_out" };
        notes.push(said(Level::Stop, code, &gear, &[]));
    }
    let mut inside = None;
    match kind {
        Some(GearKind::Tip) => {
            let _: TipFields = read(&gear.fields)?;
            notes.extend(tip_notes(&gear));
        }
        Some(kind) if kind.is_inspected() => notes.extend(inspection_notes(&gear, now)),
        Some(GearKind::Cylinder) => {
            inside = contents(&gear.fields)?;
            notes.extend(cylinder_notes(&gear, inside, now));
        }
        _ => {}
    }
    Ok(GearView { gear, free_gas_l: inside.map(litres), notes })
}
