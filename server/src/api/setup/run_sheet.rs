//! The order of work at the torch, by the contract.

use std::collections::BTreeMap;

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::limits;
use galvanon_core::quantity::{Duration, Length};
use galvanon_core::setup::asked::{FIRE_WATCH, HOSE, STOOD, USUAL_WATCH};
use galvanon_core::setup::{Phase, Place, Setup, Skip, Step, Unsaid, ValveTurns, run_sheet};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;

use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::plan::settings::schools;
use crate::wire::setup::{PlaceWire, UnsaidWire};
use crate::wire::text::{Section, filled, sentence};

/// What a shop settles once.
#[derive(Clone, Debug, Default, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunPolicy {
    /// fuel_first, oxygen_first; by fuel when left out.
    #[schema(value_type = Option<String>)]
    pub shutdown: Option<Given>,
    /// 0.25, 0.5, 0.75, 1.0; 0.75 when left out.
    #[schema(value_type = Option<f64>)]
    pub acetylene_valve_turns: Option<Given>,
    /// oxygen, fuel; oxygen when left out.
    #[schema(value_type = Option<String>)]
    pub first_cylinder: Option<Given>,
    /// fuel_only, little_oxygen; fuel_only when left out.
    #[schema(value_type = Option<String>)]
    pub lighting: Option<Given>,
}

/// Everything that decides the order of work.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunSheetRequest {
    /// acetylene, propane, propylene, natural_gas.
    #[schema(value_type = String)]
    pub fuel: Option<Given>,
    /// combination, dedicated.
    #[schema(value_type = String)]
    pub torch: Option<Given>,
    /// The shop's schools.
    #[serde(default)]
    pub policy: RunPolicy,
    /// An acetylene cylinder that lay down has stood so many hours, 0 to 1000; left out when none lay.
    #[schema(value_type = Option<f64>)]
    pub lying_acetylene_hours_upright: Option<Given>,
    /// Where.
    #[serde(default)]
    pub place: PlaceWire,
    /// Regulators, hoses and torch are still together from the last time.
    #[serde(default)]
    pub assembled: bool,
    /// Whether flashback arrestors are in the lines; yes when left out.
    pub arrestors: Option<bool>,
    /// The longer hose, 0.5 to 200 m; 15 when left out.
    #[schema(value_type = Option<f64>)]
    pub hose_length_m: Option<Given>,
    /// How long the fire watch stays, 30 to 240 minutes; 60 when left out.
    #[schema(value_type = Option<f64>)]
    pub fire_watch_min: Option<Given>,
    /// What the shop holds where the trade disagrees: question and option of GET /shop.
    #[serde(default)]
    pub schools: BTreeMap<String, String>,
    /// The thickness that the lens is for; left out, all shades are named.
    #[schema(value_type = Option<f64>)]
    pub lens_thickness_mm: Option<Given>,
    /// every_step, phases, stops; every_step when left out. Depth never removes a stop.
    #[schema(value_type = Option<String>)]
    pub depth: Option<Given>,
    /// What nobody said of the cuts: it is asked with the place.
    #[serde(default)]
    pub unsaid: UnsaidWire,
}

/// One step.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunStep {
    /// Its name among all steps of a sheet.
    pub key: String,
    /// Code of its sentence.
    pub code: String,
    /// Its sentence.
    pub text: String,
    /// step: do it; check: look; stop: not one step further until it holds.
    pub level: String,
    /// How long its clock runs.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub timer_s: Option<f64>,
    /// The gas that it is done for: oxygen or the fuel.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub gas: Option<String>,
    /// Whether it may be left out only with a reason that is kept.
    pub needs_reason: bool,
    /// free, reason (only with a reason that is kept), never.
    pub skip: String,
    /// Steps that follow from this one alone, and stand in no phase of their own.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schema(no_recursion)]
    pub then: Vec<RunStep>,
    /// The questions, of those the trade disagrees on, that decide it.
    #[serde(skip_serializing_if = "<[String]>::is_empty")]
    pub policies: Vec<String>,
    /// The values in its sentence.
    #[schema(value_type = Object)]
    pub values: Value,
}

/// One stage of the work.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunPhase {
    /// Its code.
    pub code: String,
    /// What it is called.
    pub title: String,
    /// Its steps, in order.
    pub steps: Vec<RunStep>,
}

/// The order of work.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunSheetReply {
    /// In order: place, dress, cylinders, regulators, hoses, tip, open, leak_test, pressures, light, cut, torch_off,
    /// shut_down, bleed, hand_over.
    pub phases: Vec<RunPhase>,
}

/// Turns as a hand counts them: "3/4 turn".
fn turns_in_words(turns: f64) -> String {
    let quarters = (turns * 4.0).round();
    match quarters {
        q if q <= 1.0 => "1/4 turn".into(),
        q if q <= 2.0 => "1/2 turn".into(),
        q if q <= 3.0 => "3/4 turn".into(),
        _ => "1 turn".into(),
    }
}

/// A shade, or two between which one chooses.
pub(super) fn shade_in_words((from, to): (u8, u8)) -> String {
    if from == to { from.to_string() } else { format!("{from} to {to}") }
}

/// The sentence of a step: its own for what the shop holds, or for the gas, where there is one; else the common one.
fn sentence_of(step: &Step) -> String {
    let with = |word: Option<&str>| {
        let key = format!("{}_{}", step.code, word?);
        sentence(Section::Run, &key).map(|_| key)
    };
    let by_answer = step.options.iter().find_map(|option| with(Some(option)));
    by_answer.or_else(|| with(step.gas)).unwrap_or_else(|| step.code.to_owned())
}

/// A sentence that begins with a gas begins as a sentence does.
pub(super) fn capital(text: &str) -> String {
    let mut letters = text.chars();
    let first = letters.next().into_iter().flat_map(char::to_uppercase);
    first.chain(letters).collect()
}

fn step_wire(step: &Step) -> RunStep {
    let gas = step.gas.map(|gas| sentence(Section::Words, gas).unwrap_or(gas).to_owned());
    let turns = step.turns.map(turns_in_words);
    let shade = step.shade.map(shade_in_words);
    let text = filled(Section::Run, &sentence_of(step), |placeholder| match placeholder {
        "gas" => gas.clone(),
        "turns" => turns.clone(),
        "shade" => Some(shade.clone().unwrap_or_else(|| shade_in_words((3, 6)))),
        _ => None,
    });
    let text = capital(&text);
    RunStep {
        key: step.key(),
        code: step.code.into(),
        text,
        level: step.level.code().into(),
        timer_s: step.timer.map(Duration::as_s),
        gas: step.gas.map(str::to_owned),
        needs_reason: step.skip == Skip::Reason,
        skip: step.skip.code().into(),
        then: step.then.iter().map(step_wire).collect(),
        policies: step.policies.to_vec(),
        values: json!({ "gas": step.gas, "turns": step.turns }),
    }
}

/// The order of work with its sentences.
///
/// # Errors
/// Only a fault of ours: what can be wrong is refused before.
pub fn sheet(setup: &Setup) -> ApiResult<Vec<RunPhase>> {
    let wire = |(phase, steps): (Phase, Vec<Step>)| RunPhase {
        code: phase.code().into(),
        title: filled(Section::Run, &format!("phase_{}", phase.code()), |_| None),
        steps: steps.iter().map(step_wire).collect(),
    };
    Ok(run_sheet(setup)?.into_iter().map(wire).collect())
}

fn turns(fields: &mut Fields, given: Option<&Given>) -> Option<ValveTurns> {
    let given = given.filter(|given| !given.0.is_null())?;
    let found = ValveTurns::ALL.iter().copied().find(|it| given.0.as_f64() == Some(it.turns()));
    if found.is_none() {
        let fault =
            wrong_shape("policy.acetylene_valve_turns", "0.25, 0.5, 0.75 or 1", given.0.clone());
        fields.errors.push(fault);
    }
    found
}

impl RunSheetRequest {
    /// The shop's answer to a question whose options are words of a choice; nothing for one that is no such word.
    fn held<T: Code>(&self, question: &str) -> Option<T> {
        T::of(self.schools.get(question)?)
    }

    /// How far acetylene is opened by the shop's answer; half a turn after the needle has moved is told in words.
    fn turns_held(&self) -> Option<ValveTurns> {
        match self.schools.get("acetylene_valve")?.as_str() {
            "quarter" => Some(ValveTurns::Quarter),
            "half" | "half_after_needle" => Some(ValveTurns::Half),
            "three_quarter" => Some(ValveTurns::ThreeQuarters),
            "one" => Some(ValveTurns::One),
            _ => None,
        }
    }

    /// Core's question.
    ///
    /// # Errors
    /// [`crate::error::ApiError::Invalid`] with every field at fault.
    pub fn to_core(&self) -> ApiResult<Setup> {
        let mut fields = Fields::default();
        let fuel = fields.code("fuel", self.fuel.as_ref(), None);
        let torch = fields.code("torch", self.torch.as_ref(), None);
        let told = self.by_policy(&mut fields, Setup::usual(fuel, torch));
        let measured = self.measured(&mut fields, told);
        let depth = fields.optional("depth", self.depth.as_ref());
        self.check_schools(&mut fields)?;
        let PlaceWire { wind, bare_floor, low, confined, coated } = self.place;
        let UnsaidWire { layers, closed_space, steel, far_side } = self.unsaid;
        fields.done(Setup {
            first_bled: self.held("first_bled").unwrap_or_default(),
            place: Place { wind, bare_floor, low, confined, coated },
            assembled: self.assembled,
            arrestors: self.arrestors.unwrap_or(true),
            arrestors_demanded: self.schools.get("arrestors").is_some_and(|it| it == "demanded"),
            schools: self.schools.clone(),
            depth: depth.unwrap_or_default(),
            unsaid: Unsaid { layers, closed_space, steel, far_side },
            ..measured
        })
    }

    /// What has a place of its own in `policy`, and may be told there or among the schools.
    fn by_policy(&self, fields: &mut Fields, usual: Setup) -> Setup {
        let policy = &self.policy;
        let shutdown = fields.optional("policy.shutdown", policy.shutdown.as_ref());
        let first = fields.optional("policy.first_cylinder", policy.first_cylinder.as_ref());
        let lighting = fields.optional("policy.lighting", policy.lighting.as_ref());
        let turns = turns(fields, policy.acetylene_valve_turns.as_ref());
        Setup {
            shutdown: shutdown.or_else(|| self.held("torch_off")).unwrap_or(usual.shutdown),
            turns: turns.or_else(|| self.turns_held()).unwrap_or_default(),
            first_cylinder: first.or_else(|| self.held("first_cylinder")).unwrap_or_default(),
            lighting: lighting.or_else(|| self.held("lighting")).unwrap_or_default(),
            ..usual
        }
    }

    /// Hours, minutes and lengths.
    fn measured(&self, fields: &mut Fields, usual: Setup) -> Setup {
        let lying = "lying_acetylene_hours_upright";
        let lying = NumberField::new(lying, &STOOD, Kind::Duration).shown_in("h", 3_600.0);
        let watch = NumberField::new("fire_watch_min", &FIRE_WATCH, Kind::Duration);
        let watch = watch.shown_in("min", 60.0);
        let hose = NumberField::new("hose_length_m", &HOSE, Kind::Length);
        let lens = NumberField::new("lens_thickness_mm", &limits::THICKNESS, Kind::Length);
        let mut said = |field: &NumberField<'_>, given: &Option<Given>| {
            fields.number_if_said(field, given.as_ref())
        };
        let upright_for = said(&lying, &self.lying_acetylene_hours_upright);
        let fire_watch = said(&watch, &self.fire_watch_min).map(Duration::from_s);
        let hose = said(&hose, &self.hose_length_m).map(Length::from_m);
        let lens_thickness = said(&lens, &self.lens_thickness_mm).map(Length::from_m);
        Setup {
            upright_for: upright_for.map(Duration::from_s),
            hose: hose.unwrap_or(usual.hose),
            fire_watch: fire_watch.unwrap_or(USUAL_WATCH),
            lens_thickness,
            ..usual
        }
    }

    /// Every question is one of the trade's, and every answer one of its own.
    fn check_schools(&self, fields: &mut Fields) -> ApiResult<()> {
        for (question, option) in &self.schools {
            let known: Vec<_> = schools()?.iter().filter(|it| it.question == *question).collect();
            let path = format!("schools.{question}");
            if known.is_empty() {
                let questions = schools()?.iter().map(|it| it.question.clone()).collect();
                fields.unknown_choice(&path, json!(question), questions);
            } else if !known.iter().any(|it| it.option == *option) {
                let options = known.iter().map(|it| it.option.clone()).collect();
                fields.unknown_choice(&path, json!(option), options);
            }
        }
        Ok(())
    }
}

/// The order of work for a fuel, a torch, a place and a shop's schools, from the request alone.
#[utoipa::path(post, operation_id = "setup_run_sheet", path = "/api/v1/setup/run-sheet", request_body = RunSheetRequest,
    responses((status = 200, body = RunSheetReply), (status = 422, body = ErrorBody)))]
#[post("/setup/run-sheet")]
pub async fn write_sheet(body: Body<RunSheetRequest>) -> ApiResult<web::Json<RunSheetReply>> {
    Ok(web::Json(RunSheetReply { phases: sheet(&body.value.to_core()?)? }))
}
