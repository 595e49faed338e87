//! A row of a notebook as a burn of this shop: its hand, its tip, its moment, and the plan it is held against.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::cut::limits::{CUT_LENGTH, THICKNESS};
use galvanon_core::entry::notebook::{Entry, Role};
use galvanon_core::range::Range;
use galvanon_core::record::class::Taught as Kind;
use galvanon_core::record::done::{NOTED_DURATION, NOTED_PACE};
use galvanon_core::tip::pressure::BORE;
use galvanon_core::trace::Kind as Measure;
use serde::Serialize;
use serde_json::{Map, Value, json};
use sqlx::PgPool;
use time::{Duration, OffsetDateTime, Time};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::burns::{BurnRequest, checked};
use crate::error::{ApiError, ApiResult, FieldError};
use crate::http::body::read;
use crate::http::fields::{Fields, Given, NumberField};
use crate::plan::against::{Done, against};
use crate::plan::gear_fields::TipFields;
use crate::plan::taught::factor_of;
use crate::store::burns::{Against, NewBurn};
use crate::store::{gear, people};
use crate::wire::unit::{fine, wire};

/// A factor beyond these is looked at before it is kept. Source: models.md 7: factors stay inside half to twice.
const NEAR: std::ops::RangeInclusive<f64> = 0.5..=2.0;
/// Where no length is told the plan of a cut is of this one: its pace and heating do not hang on it, m.
const UNTOLD_LENGTH: f64 = 1.0;

/// Whom and what a notebook may name.
pub struct Shop {
    people: Vec<(String, Uuid)>,
    tips: Vec<(String, Uuid, Option<f64>)>,
}

impl Shop {
    /// Reads the people and the drawer.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn read(pool: &PgPool) -> ApiResult<Self> {
        let people = people::all(pool).await?;
        let people = people.into_iter().map(|person| (lower(&person.name), person.record.id));
        let mut tips = Vec::new();
        for tip in gear::all(pool).await?.into_iter().filter(|gear| gear.kind == "tip") {
            // one that cannot be read any more is not named by its mark
            let Ok(fields) = read::<TipFields>(&tip.fields) else { continue };
            let bore = fields.bore_mm.as_ref().and_then(|bore| bore.0.as_f64());
            if let Some(mark) = fields.mark {
                tips.push((lower(&mark), tip.record.id, bore));
            }
        }
        Ok(Self { people: people.collect(), tips })
    }

    fn person(&self, name: &str) -> Option<Uuid> {
        let name = lower(name);
        let first = |whole: &str| whole.split(' ').next() == Some(name.as_str());
        let whole = self.people.iter().find(|(known, _)| *known == name);
        let mut by_first = self.people.iter().filter(|(known, _)| first(known));
        // a first name that two bear names nobody
        let alone = by_first.next().filter(|_| by_first.next().is_none());
        whole.or(alone).map(|(_, id)| *id)
    }

    fn tip(&self, mark: &str) -> Option<(Uuid, Option<f64>)> {
        let mark = lower(mark);
        self.tips.iter().find(|(known, ..)| *known == mark).map(|(_, id, bore)| (*id, *bore))
    }
}

fn lower(text: &str) -> String {
    text.trim().to_lowercase()
}

/// A row as a burn.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NotebookRow {
    /// Row in the file, from 1.
    pub row: usize,
    /// The body that a burn would be made from.
    #[schema(value_type = Object)]
    pub burn: Value,
    /// Of the plate.
    pub thickness_mm: Option<f64>,
    /// What burnt.
    pub fuel: Option<String>,
    /// freehand, guided, machine.
    pub process: Option<String>,
    /// Of the tip.
    pub bore_mm: Option<f64>,
    /// Done over planned, by figure; empty where thickness, fuel or process is not told.
    #[schema(value_type = Object)]
    pub factors: BTreeMap<&'static str, f64>,
    /// Which of them lie outside half to twice: looked at before they are kept.
    pub far: Vec<&'static str>,
}

/// What a row came to.
pub enum Read {
    /// A burn.
    Burn(Box<NotebookRow>, Box<NewBurn>),
    /// Figures that no burn has, with what they are.
    Faults(Vec<(Option<Role>, FieldError)>),
}

/// The roles whose figures a burn keeps: name in the body, and what it measures.
const KEPT: [(Role, &str, Measure); 7] = [
    (Role::Start, "start_s", Measure::Duration),
    (Role::Duration, "duration_s", Measure::Duration),
    (Role::Pace, "pace_mm_min", Measure::Speed),
    (Role::Kerf, "kerf_mm", Measure::Bore),
    (Role::Oxygen, "oxygen_l", Measure::GasVolume),
    (Role::FuelUsed, "fuel_l", Measure::GasVolume),
    (Role::CleanUp, "clean_up_s", Measure::Duration),
];
const OXYGEN_PRESSURE: &str = "readings.oxygen_pressure_kpa";
/// The roles that say what was cut, and those whose slips a notebook is told of.
const LOOKED_AT: [(Role, &str, &Range, Measure); 5] = [
    (Role::Pace, "pace_mm_min", &NOTED_PACE, Measure::Speed),
    (Role::Duration, "duration_s", &NOTED_DURATION, Measure::Duration),
    (Role::Thickness, "thickness_mm", &THICKNESS, Measure::Length),
    (Role::Bore, "bore_mm", &BORE, Measure::Bore),
    (Role::Length, "length_mm", &CUT_LENGTH, Measure::Length),
];

fn role_at(path: &str) -> Option<Role> {
    let kept = KEPT.iter().map(|(role, name, _)| (*role, *name));
    let cut = LOOKED_AT.iter().map(|(role, name, ..)| (*role, *name));
    let all = kept.chain(cut).chain([(Role::OxygenPressure, OXYGEN_PRESSURE)]);
    let mut all = all.chain([(Role::Note, "note")]);
    all.find(|(_, name)| *name == path).map(|(role, _)| role)
}

/// When a row was burnt. A row without a time of day is put at noon, a second behind the one before it: rows of a day keep
/// their order.
fn moment(entry: &Entry, offset: f64, at: usize) -> Option<OffsetDateTime> {
    let untold = Time::MIDNIGHT + Duration::hours(12) + Duration::seconds((at % 3_600) as i64);
    let local = entry.day?.with_time(entry.clock.unwrap_or(untold)).assume_utc();
    Some(local - Duration::seconds_f64(offset))
}

/// The body that a burn would be made from.
fn body(entry: &Entry, shop: &Shop, happened: OffsetDateTime) -> ApiResult<Value> {
    let happened = happened.format(&time::format_description::well_known::Rfc3339);
    let happened = happened.map_err(|error| ApiError::Internal(error.to_string()))?;
    let mut body = Map::new();
    body.insert("happened_at".into(), json!(happened));
    for (role, name, kind) in KEPT {
        if let Some(si) = entry.figure(role) {
            body.insert(name.into(), json!(wire(kind, si)));
        }
    }
    if let Some(pressure) = entry.figure(Role::OxygenPressure) {
        let said = json!({ "oxygen_pressure_kpa": wire(Measure::Pressure, pressure) });
        body.insert("readings".into(), said);
    }
    if let Some(outcome) = entry.outcome {
        body.insert("outcome".into(), json!(outcome.code()));
    }
    // who or what this shop does not know stays with the note: nothing that was written is lost
    let mut note: Vec<String> = entry.words(Role::Note).map(str::to_owned).into_iter().collect();
    if let Some(name) = entry.words(Role::Person) {
        match shop.person(name) {
            Some(id) => drop(body.insert("person_id".into(), json!(id))),
            None => note.push(format!("by {name}")),
        }
    }
    if let Some(mark) = entry.words(Role::Mark) {
        match shop.tip(mark) {
            Some((id, _)) => drop(body.insert("tip_id".into(), json!(id))),
            None => note.push(format!("tip {mark}")),
        }
    }
    note.extend(entry.words(Role::Job).map(|job| format!("job {job}")));
    if !note.is_empty() {
        body.insert("note".into(), json!(note.join("; ")));
    }
    Ok(Value::Object(body))
}

/// A preview's request of what the row says was cut; none where thickness, fuel or process is not told.
fn asked(entry: &Entry, shop: &Shop) -> Option<Value> {
    let (fuel, process) = (entry.fuel?, entry.process?);
    let thickness = wire(Measure::Length, entry.figure(Role::Thickness)?);
    let length = wire(Measure::Length, entry.figure(Role::Length).unwrap_or(UNTOLD_LENGTH));
    let of_mark = || entry.words(Role::Mark).and_then(|mark| shop.tip(mark)).and_then(|it| it.1);
    let bore = entry.figure(Role::Bore).map(|si| wire(Measure::Bore, si)).or_else(of_mark);
    let mut asked = json!({
        "steel": { "thickness_mm": thickness },
        "cut": { "length_mm": length, "process": process.code() },
        "gas": { "fuel": fuel.code() },
    });
    if let Some(bore) = bore {
        asked["tip"] = json!({ "bore_mm": bore });
    }
    Some(asked)
}

/// What a row teaches; nothing where its plan cannot be made.
fn held(entry: &Entry, burn: &NewBurn, asked: &Value) -> ApiResult<Against> {
    let mut done = Done {
        pace: burn.pace_m_s,
        start: burn.start_s,
        duration: burn.duration_s,
        more: burn.more,
        ..Done::default()
    };
    if entry.figure(Role::Length).is_none() {
        // what grows with the cut says nothing while its length is not told
        done.duration = None;
        (done.more.oxygen_m3, done.more.fuel_m3, done.more.clean_up_s) = (None, None, None);
    }
    match against(asked, &done) {
        Err(ApiError::Invalid(_)) => Ok(Against::default()),
        found => found,
    }
}

/// Where a row is read.
#[derive(Clone, Copy)]
pub struct InShop<'a> {
    /// Whom and what it may name.
    pub shop: &'a Shop,
    /// How far the notebook's clock lies ahead of the world's, s.
    pub offset: f64,
    /// Its place among the rows.
    pub at: usize,
}

/// A row's figures as a burn, or every field at fault.
fn read_burn(entry: &Entry, body: &Value) -> ApiResult<Result<NewBurn, Vec<FieldError>>> {
    let mut fields = Fields::default();
    for (role, name, range, kind) in LOOKED_AT {
        let given = entry.figure(role).map(|si| Given(json!(wire(kind, si))));
        fields.number_if_said(&NumberField::new(name, range, kind), given.as_ref());
    }
    let request: BurnRequest = read(body)?;
    match checked(&request) {
        Ok(burn) if fields.errors.is_empty() => Ok(Ok(burn)),
        Ok(_) => Ok(Err(fields.errors)),
        Err(ApiError::Invalid(mut errors)) => {
            fields.errors.append(&mut errors);
            Ok(Err(fields.errors))
        }
        Err(other) => Err(other),
    }
}

/// A row as a burn.
///
/// # Errors
/// Only a fault of ours.
pub fn burn_of(entry: &Entry, place: &InShop<'_>) -> ApiResult<Read> {
    let InShop { shop, offset, at } = *place;
    // a row without a day is told already
    let Some(happened) = moment(entry, offset, at) else { return Ok(Read::Faults(Vec::new())) };
    let body = body(entry, shop, happened)?;
    let mut burn = match read_burn(entry, &body)? {
        Ok(burn) => burn,
        Err(faults) => {
            let of = |error: FieldError| (role_at(&error.path), error);
            return Ok(Read::Faults(faults.into_iter().map(of).collect()));
        }
    };
    if let Some(asked) = asked(entry, shop) {
        burn.against = held(entry, &burn, &asked)?;
        burn.from.asked = Some(asked);
    }
    burn.from.import_row = i32::try_from(entry.row).ok();
    let factors = Kind::ALL
        .iter()
        .filter_map(|kind| Some((kind.code(), fine(factor_of(&burn.against, *kind)?))));
    let factors: BTreeMap<_, _> = factors.collect();
    let far = factors.iter().filter(|(_, factor)| !NEAR.contains(*factor)).map(|(kind, _)| *kind);
    let row = NotebookRow {
        row: entry.row,
        burn: body,
        thickness_mm: burn.against.thickness_m.map(|si| wire(Measure::Length, si)),
        fuel: burn.against.fuel.clone(),
        process: burn.against.process.clone(),
        bore_mm: burn.against.bore_m.map(|si| wire(Measure::Bore, si)),
        far: far.collect(),
        factors,
    };
    Ok(Read::Burn(Box::new(row), Box::new(burn)))
}
