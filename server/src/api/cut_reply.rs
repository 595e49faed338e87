//! The plan as the contract says it: units in the names, sentences beside codes and values.

use std::borrow::Cow;
use std::collections::BTreeMap;

use galvanon_core::band::Band;
use galvanon_core::cut::{Cue, Direction, Level, Note, Settings, Verdict};
use galvanon_core::source::{SourceKey, sources};
use galvanon_core::trace::{Input, Kind, Measure, Named, Quantity, Step, Trace};
use serde::{Deserialize, Serialize};
use sha2::{Digest, Sha256};
use utoipa::ToSchema;

use super::section_reply::SectionReply;
use crate::error::{ApiError, ApiResult};
use crate::text::{Section, in_contract_unit, unit, with_values};

/// A word or sentence of ours: mostly one that stands in the program, so it is lent and not copied.
pub type Words = Cow<'static, str>;

/// A set point with the band it may move in.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct BandWire {
    /// Lowest sensible value.
    pub low: f64,
    /// The value to set.
    pub set: f64,
    /// Highest sensible value.
    pub high: f64,
}

/// A value inside a sentence.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct ValueWire {
    /// length, bore, gap, pressure, gas_flow, gas_volume, duration, speed, temperature, angle, ratio,
    /// percent, count, money, word.
    #[schema(value_type = String)]
    pub kind: Words,
    /// Its unit; empty for plain numbers and words.
    #[schema(value_type = String)]
    pub unit: Words,
    /// One number, or several of one kind; empty for a word.
    pub numbers: Vec<f64>,
    /// The code of a word.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub word: Option<Words>,
}

/// A remark on the plan.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct NoteWire {
    /// info, caution, stop.
    #[schema(value_type = String)]
    pub level: Words,
    /// Code of its sentence.
    #[schema(value_type = String)]
    pub code: Words,
    /// The sentence.
    #[schema(value_type = String)]
    pub text: Words,
    /// The values inside it.
    #[schema(value_type = BTreeMap<String, ValueWire>)]
    pub values: BTreeMap<Words, ValueWire>,
}

/// A sentence by its code.
#[derive(Clone, Debug, PartialEq, Serialize, ToSchema)]
pub struct SentenceWire {
    /// Its code.
    #[schema(value_type = String)]
    pub code: Words,
    /// The sentence.
    #[schema(value_type = String)]
    pub text: Words,
    /// The values inside it.
    #[schema(value_type = BTreeMap<String, ValueWire>)]
    pub values: BTreeMap<Words, ValueWire>,
}

impl SentenceWire {
    /// The sentence of a code of core.
    #[must_use]
    pub fn of(section: Section, code: &'static str, named: &[Named]) -> Self {
        let text = with_values(section, code, named);
        Self { code: code.into(), text, values: values(named) }
    }
}

/// What eye and ear tell beside a number.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct CueWire {
    /// The field of this plan that it goes with.
    #[schema(value_type = String)]
    pub quantity: Words,
    /// Code of its sentence.
    #[schema(value_type = String)]
    pub code: Words,
    /// The sentence.
    #[schema(value_type = String)]
    pub text: Words,
}

/// One link of the chain behind a number.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct StepWire {
    /// Code of its sentence.
    #[schema(value_type = String)]
    pub code: Words,
    /// What it is.
    #[schema(value_type = String)]
    pub what: Words,
    /// Its value; of a band, the lower end.
    pub value: f64,
    /// Of a band, the upper end.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub to: Option<f64>,
    /// Kind of quantity, as in values.
    #[schema(value_type = String)]
    pub kind: Words,
    /// Unit of the value.
    #[schema(value_type = String)]
    pub unit: Words,
    /// Where it comes from, in words.
    #[schema(value_type = String)]
    pub source: Words,
    /// published, practice, ours, computed, given, shop.
    #[schema(value_type = String)]
    pub standing: Words,
    /// The values inside the sentence.
    #[schema(value_type = BTreeMap<String, ValueWire>)]
    pub values: BTreeMap<Words, ValueWire>,
}

/// How a number came to be.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct TraceWire {
    /// The field of this plan.
    #[schema(value_type = String)]
    pub quantity: Words,
    /// The chain, base first, result last.
    pub steps: Vec<StepWire>,
    /// The inputs that would move it.
    #[schema(value_type = Vec<String>)]
    pub depends_on: Vec<Words>,
}

/// The tip to fit.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct TipReply {
    /// Its cutting-oxygen bore.
    pub bore_mm: f64,
    /// The bore with the face in words.
    #[schema(value_type = String)]
    pub label: Words,
    /// flush, recessed.
    #[schema(value_type = String)]
    pub face: Words,
    /// general, high_preheat, gouging, sheet.
    #[schema(value_type = String)]
    #[serde(default)]
    pub kind: Words,
    /// Whether its maker's chart gave the figures.
    #[serde(default)]
    pub by_chart: bool,
}

/// Money for one cut, in the shop's own.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct CostWire {
    /// Cutting and flame oxygen.
    pub oxygen: f64,
    /// Fuel.
    pub fuel: f64,
    /// Time at the torch.
    pub labour: f64,
    /// The tip's share.
    pub tip_wear: f64,
    /// Time at the grinder.
    pub clean_up: f64,
    /// Their sum.
    pub total: f64,
}

/// Times of one cut, seconds.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct TimeWire {
    /// Heating, all starts.
    pub preheat: f64,
    /// The torch travelling.
    pub cutting: f64,
    /// Taking the torch, moving on, laying it down, cleaning the edge.
    pub handling: f64,
    /// Of that, cleaning the edge.
    #[serde(default)]
    pub clean_up: f64,
    /// Sum of preheat, cutting and handling.
    pub total: f64,
}

/// All cuts of the line together.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct LineTotal {
    /// How many cuts.
    pub count: u32,
    /// Time of all.
    pub time_s: f64,
    /// Oxygen of all.
    pub oxygen_l: f64,
    /// Fuel of all.
    pub fuel_l: f64,
    /// Money of all, where prices were given.
    #[serde(default)]
    pub cost: Option<f64>,
}

/// Settings of one stroke, each with its chain.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct CutPlan {
    /// ok, caution, stop.
    #[schema(value_type = String)]
    pub verdict: Words,
    /// The tip to fit.
    pub tip: TipReply,
    /// At the oxygen regulator, gas flowing; null where a stop says that there is no such setting.
    pub oxygen_pressure_kpa: Option<BandWire>,
    /// At the fuel regulator, gas flowing; null where a stop says that there is no such setting.
    pub fuel_pressure_kpa: Option<BandWire>,
    /// Cutting oxygen alone.
    pub oxygen_flow_l_min: f64,
    /// Oxygen of the preheat flames.
    pub preheat_oxygen_flow_l_min: f64,
    /// Fuel.
    pub fuel_flow_l_min: f64,
    /// Before the cutting oxygen goes on.
    pub start_preheat_s: BandWire,
    /// Pace.
    pub travel_speed_mm_min: BandWire,
    /// Width of the cut.
    pub kerf_mm: f64,
    /// How far the bottom lags the top.
    pub drag_mm: f64,
    /// Depth of the edge that the heat changes.
    #[serde(default)]
    pub heat_affected_mm: f64,
    /// Inner cones to plate.
    pub standoff_mm: BandWire,
    /// Tip face to plate.
    pub tip_to_plate_mm: BandWire,
    /// Starts of one cut.
    pub starts: u32,
    /// Planned stops, from the start of the cut.
    pub stops_mm: Vec<f64>,
    /// right_to_left, left_to_right.
    #[schema(value_type = String)]
    pub direction: Words,
    /// Longest path of the jet through the metal.
    pub path_thickness_mm: f64,
    /// Times of one cut.
    pub time_s: TimeWire,
    /// Cutting and preheat oxygen of one cut.
    pub oxygen_l: f64,
    /// Fuel of one cut.
    pub fuel_l: f64,
    /// Money of one cut, where prices were given.
    #[serde(default)]
    pub cost: Option<CostWire>,
    /// All cuts of the line.
    pub line_total: LineTotal,
    /// Oxygen supplied over oxygen needed to burn the kerf.
    pub oxygen_balance: f64,
    /// What must be said.
    pub notes: Vec<NoteWire>,
    /// What eye and ear tell.
    pub cues: Vec<CueWire>,
    /// How each number came to be.
    pub trace: Vec<TraceWire>,
    /// The strokes, where a shape is cut; the figures above are then those of all together, and the settings those of
    /// the stroke that cuts most.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub section: Option<Box<SectionReply>>,
}

const fn kind_code(kind: Kind) -> &'static str {
    match kind {
        Kind::Length => "length",
        Kind::Bore => "bore",
        Kind::Gap => "gap",
        Kind::Pressure => "pressure",
        Kind::GasFlow => "gas_flow",
        Kind::GasVolume => "gas_volume",
        Kind::Mass => "mass",
        Kind::Duration => "duration",
        Kind::Speed => "speed",
        Kind::Temperature => "temperature",
        Kind::Angle => "angle",
        Kind::Ratio => "ratio",
        Kind::Percent => "percent",
        Kind::Count => "count",
        Kind::Money => "money",
    }
}

/// The field of the plan that a quantity of core is.
const fn field_of(quantity: Quantity) -> &'static str {
    match quantity {
        Quantity::PathThickness => "path_thickness_mm",
        Quantity::Tip => "tip",
        Quantity::OxygenPressure => "oxygen_pressure_kpa",
        Quantity::FuelPressure => "fuel_pressure_kpa",
        Quantity::OxygenFlow => "oxygen_flow_l_min",
        Quantity::PreheatOxygenFlow => "preheat_oxygen_flow_l_min",
        Quantity::FuelFlow => "fuel_flow_l_min",
        Quantity::StartPreheat => "start_preheat_s",
        Quantity::TravelSpeed => "travel_speed_mm_min",
        Quantity::Kerf => "kerf_mm",
        Quantity::Drag => "drag_mm",
        Quantity::Standoff => "standoff_mm",
        Quantity::TipToPlate => "tip_to_plate_mm",
        Quantity::Starts => "starts",
        Quantity::Time => "time_s",
        Quantity::Oxygen => "oxygen_l",
        Quantity::Fuel => "fuel_l",
        Quantity::HeatAffected => "heat_affected_mm",
        Quantity::Cost => "cost",
        Quantity::CarbonEquivalent => "carbon_equivalent",
        Quantity::Supply => "supply",
        Quantity::OxygenBalance => "oxygen_balance",
    }
}

pub(super) const fn input_code(input: Input) -> &'static str {
    match input {
        Input::Thickness => "thickness",
        Input::Fuel => "fuel",
        Input::Process => "process",
        Input::Quality => "quality",
        Input::Surface => "surface",
        Input::PlateTemperature => "plate_temperature",
        Input::Start => "start",
        Input::Length => "length",
        Input::Purity => "purity",
        Input::Tip => "tip",
        Input::Hose => "hose",
        Input::Torch => "torch",
        Input::Policy => "policy",
        Input::Prices => "prices",
        Input::Composition => "composition",
        Input::Cylinders => "cylinders",
    }
}

/// Nine decimals: what a conversion leaves behind them is noise in every unit of the contract.
fn tidy(value: f64) -> f64 {
    (value * 1e9).round() / 1e9
}

fn wire(kind: Kind, si: f64) -> f64 {
    tidy(in_contract_unit(kind, si))
}

impl ValueWire {
    fn from_core(value: &Measure) -> Self {
        let (kind, numbers, word) = match value {
            Measure::Number(kind, si) => (Some(*kind), vec![wire(*kind, *si)], None),
            Measure::List(kind, list) => {
                (Some(*kind), list.iter().map(|si| wire(*kind, *si)).collect(), None)
            }
            Measure::Word(code) => (None, Vec::new(), Some(Cow::Borrowed(*code))),
        };
        Self {
            kind: Cow::Borrowed(kind.map_or("word", kind_code)),
            unit: Cow::Borrowed(kind.map_or("", |kind| unit(kind).0)),
            numbers,
            word,
        }
    }
}

fn values(named: &[Named]) -> BTreeMap<Words, ValueWire> {
    named.iter().map(|(name, value)| (Cow::Borrowed(*name), ValueWire::from_core(value))).collect()
}

pub(super) fn note(note: &Note) -> NoteWire {
    NoteWire {
        level: match note.level {
            Level::Info => "info",
            Level::Caution => "caution",
            Level::Stop => "stop",
        }
        .into(),
        code: note.code.into(),
        text: with_values(Section::Notes, note.code, &note.values),
        values: values(&note.values),
    }
}

fn cue(cue: &Cue) -> CueWire {
    CueWire {
        quantity: field_of(cue.quantity).into(),
        code: cue.code.into(),
        text: with_values(Section::Cues, cue.code, &[]),
    }
}

fn step(step: &Step) -> ApiResult<StepWire> {
    let (kind, value, to) = match &step.value {
        Measure::Number(kind, si) => (*kind, wire(*kind, *si), None),
        Measure::List(kind, list) => {
            let end = |si: Option<&f64>| si.map(|si| wire(*kind, *si));
            (*kind, end(list.first()).unwrap_or(0.0), end(list.last()))
        }
        Measure::Word(code) => {
            return Err(ApiError::Internal(format!("step {} is the word {code}", step.code)));
        }
    };
    let (source, standing) = source_words(step.source)?;
    Ok(StepWire {
        code: step.code.into(),
        what: with_values(Section::Trace, step.code, &step.values),
        value,
        to,
        kind: kind_code(kind).into(),
        unit: unit(kind).0.into(),
        source: source.into(),
        standing: standing.into(),
        values: values(&step.values),
    })
}

fn source_words(key: SourceKey) -> ApiResult<(&'static str, &'static str)> {
    let all = sources().map_err(|error| ApiError::Internal(error.to_string()))?;
    let source = all
        .get(key.0)
        .ok_or_else(|| ApiError::Internal(format!("no source {} in sources.toml", key.0)))?;
    Ok((&source.short, &source.standing))
}

pub(super) fn trace(trace: &Trace) -> ApiResult<TraceWire> {
    Ok(TraceWire {
        quantity: field_of(trace.quantity).into(),
        steps: trace.steps.iter().map(step).collect::<ApiResult<_>>()?,
        depends_on: trace
            .depends_on
            .iter()
            .map(|input| Cow::Borrowed(input_code(*input)))
            .collect(),
    })
}

fn band<T: Copy>(band: &Band<T>, kind: Kind, si: impl Fn(T) -> f64) -> BandWire {
    let wired = band.map(|value| wire(kind, si(value)));
    BandWire { low: wired.low, set: wired.set, high: wired.high }
}

impl CutPlan {
    /// The plan without its sentences and its direction: what two plans have in common when
    /// their figures agree, however a later version words them and whoever holds the torch.
    #[must_use]
    pub fn figures(mut self) -> Self {
        self.notes.iter_mut().for_each(|note| note.text = Cow::Borrowed(""));
        self.direction = Cow::Borrowed("");
        self.cues.clear();
        self.trace.clear();
        if let Some(section) = &mut self.section {
            section.notes.clear();
            section.strokes.iter_mut().for_each(|stroke| stroke.why.clear());
        }
        self
    }

    /// What its figures come to: two plans whose figures agree come to the same.
    ///
    /// # Errors
    /// Only a fault of ours.
    pub fn figures_hash(&self) -> ApiResult<Vec<u8>> {
        let figures = serde_json::to_vec(&self.clone().figures())?;
        Ok(Sha256::digest(figures).to_vec())
    }

    /// The plan with what the gear in use makes one say.
    #[must_use]
    pub fn with_notes(mut self, notes: Vec<NoteWire>) -> Self {
        self.notes.extend(notes);
        let worst = self.notes.iter().map(|note| note.level.as_ref());
        let rank = |level: &str| ["info", "caution", "stop"].iter().position(|it| *it == level);
        let verdict = match worst.filter_map(rank).max() {
            Some(2) => "stop",
            Some(1) => "caution",
            _ => "ok",
        };
        self.verdict = verdict.into();
        self
    }

    /// Core's settings in the contract's names and units, with how each came to be.
    ///
    /// # Errors
    /// Only when a source is missing: a fault of the build.
    pub fn from_core(s: &Settings) -> ApiResult<Self> {
        let trace = s.traces.iter().map(trace).collect::<ApiResult<_>>()?;
        Ok(Self { trace, ..Self::untraced(s) })
    }

    /// Core's settings in the contract's names and units, without how they came to be.
    #[must_use]
    pub fn untraced(s: &Settings) -> Self {
        use galvanon_core::quantity::{Duration, GaugePressure, Length, Speed};
        let lengths = |b: &Band<Length>| band(b, Kind::Bore, Length::as_m);
        let pressures = |b: &Band<GaugePressure>| band(b, Kind::Pressure, GaugePressure::as_pa);
        let (bore_mm, face) = (wire(Kind::Bore, s.bore.as_m()), s.face.code());
        let seconds = |time: Duration| wire(Kind::Duration, time.as_s());
        let (oxygen_l, fuel_l) = (
            wire(Kind::GasVolume, s.gas.oxygen.as_m3()),
            wire(Kind::GasVolume, s.gas.fuel.as_m3()),
        );
        let clean_up = seconds(s.time.clean_up);
        let (preheat, cutting, handling) =
            (seconds(s.time.preheat), seconds(s.time.cutting), seconds(s.time.handling) + clean_up);
        let total = preheat + cutting + handling;
        let count = f64::from(s.count);
        Self {
            verdict: match s.verdict() {
                Verdict::Ok => "ok",
                Verdict::Caution => "caution",
                Verdict::Stop => "stop",
            }
            .into(),
            tip: TipReply {
                bore_mm,
                label: Cow::Owned(format!("{bore_mm} mm bore, {face} face")),
                face: face.into(),
                kind: s.tip_kind.code().into(),
                by_chart: s.by_chart,
            },
            oxygen_pressure_kpa: s.oxygen_pressure.as_ref().map(pressures),
            fuel_pressure_kpa: s.fuel_pressure.as_ref().map(pressures),
            oxygen_flow_l_min: wire(Kind::GasFlow, s.oxygen_flow.as_m3_s()),
            preheat_oxygen_flow_l_min: wire(Kind::GasFlow, s.preheat_oxygen_flow.as_m3_s()),
            fuel_flow_l_min: wire(Kind::GasFlow, s.fuel_flow.as_m3_s()),
            start_preheat_s: band(&s.start_preheat, Kind::Duration, Duration::as_s),
            travel_speed_mm_min: band(&s.travel_speed, Kind::Speed, Speed::as_m_s),
            kerf_mm: wire(Kind::Bore, s.kerf.as_m()),
            drag_mm: wire(Kind::Length, s.drag.as_m()),
            heat_affected_mm: wire(Kind::Bore, s.heat_affected.as_m()),
            standoff_mm: lengths(&s.standoff),
            tip_to_plate_mm: lengths(&s.tip_to_plate),
            starts: s.starts.count,
            stops_mm: s.starts.stops.iter().map(|at| wire(Kind::Length, at.as_m())).collect(),
            direction: match s.direction {
                Direction::RightToLeft => "right_to_left",
                Direction::LeftToRight => "left_to_right",
            }
            .into(),
            path_thickness_mm: wire(Kind::Length, s.path.as_m()),
            time_s: TimeWire { preheat, cutting, handling, clean_up, total },
            oxygen_l,
            fuel_l,
            cost: s.cost.map(|cost| CostWire {
                oxygen: tidy(cost.oxygen),
                fuel: tidy(cost.fuel),
                labour: tidy(cost.labour),
                tip_wear: tidy(cost.tip_wear),
                clean_up: tidy(cost.clean_up),
                total: tidy(cost.total()),
            }),
            line_total: LineTotal {
                count: s.count,
                time_s: tidy(count * total),
                oxygen_l: tidy(count * oxygen_l),
                fuel_l: tidy(count * fuel_l),
                cost: s.cost.map(|cost| tidy(count * cost.total())),
            },
            oxygen_balance: wire(Kind::Ratio, s.balance.ratio),
            notes: s.notes.iter().map(note).collect(),
            cues: s.cues.iter().map(cue).collect(),
            trace: Vec::new(),
            section: None,
        }
    }
}
