//! The edge: what can be seen, what can cause it, what it was, and which grade it has.

use std::collections::BTreeMap;

use actix_web::{get, post, web};
use galvanon_core::edge::diagnosis::{Diagnosis, Suspect, diagnose};
use galvanon_core::edge::evidence::{Evidence, Record, evidence};
use galvanon_core::edge::grade::{
    PERPENDICULARITY, ROUGHNESS, THICKNESS, acceptance_rules, perpendicularity_range,
    roughness_range,
};
use galvanon_core::edge::remedy::{Change, Figures, Setting, change};
use galvanon_core::edge::{Finding, causes, findings};
use galvanon_core::error::Error;
use galvanon_core::quantity::Length;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use super::body::Body;
use super::burns::tip_of;
use super::cut_reply::CutPlan;
use super::fields::{Fields, Given, NumberField, wrong_shape};
use super::prediction::{FaceWire, changes, sample};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::store::burns::Burn;
use crate::store::find;
use crate::store::plans::{self, Plan};
use crate::text::{Section, filled, in_contract_unit, sentence, unit, with_values};

fn internal(error: Error) -> ApiError {
    ApiError::Internal(error.to_string())
}

/// Something a person can see, hear, feel or measure.
#[derive(Debug, Serialize, ToSchema)]
pub struct FindingWire {
    /// Its code.
    pub code: String,
    /// top edge, face, bottom edge, kerf, flame, torch, metal.
    pub place: String,
    /// In plain words.
    pub text: String,
    /// Effort to look.
    pub seconds: f64,
    /// True where it comes before any probability: shut the gas first.
    pub dangerous: bool,
    /// What its picture changes in the figures of a right face; empty for what no face shows.
    pub changes: BTreeMap<String, f64>,
}

/// Everything that can be found.
#[derive(Debug, Serialize, ToSchema)]
pub struct FindingsReply {
    /// In the order of looking: from the top edge down.
    pub findings: Vec<FindingWire>,
    /// The right face that the pictures are drawn on.
    pub right: FaceWire,
}

/// Findings that are answered before any probability. Source: `common_practice`.
const DANGEROUS: [&str; 1] = ["whistles_inside"];

/// Everything that can be found at an edge, a flame or a torch.
#[utoipa::path(get, operation_id = "edge_findings", path = "/api/v1/edge/findings", responses((status = 200, body = FindingsReply)))]
#[get("/edge/findings")]
pub async fn list_findings() -> ApiResult<web::Json<FindingsReply>> {
    let wire = |finding: &Finding| {
        Ok(FindingWire {
            code: finding.code.clone(),
            place: finding.place.clone(),
            text: finding.plain_words.clone(),
            seconds: finding.seconds,
            dangerous: DANGEROUS.contains(&finding.code.as_str()),
            changes: changes(&finding.code)?,
        })
    };
    let findings = findings().map_err(internal)?.iter().map(wire).collect::<ApiResult<_>>()?;
    Ok(web::Json(FindingsReply { findings, right: FaceWire::from(&sample()) }))
}

/// Something that can make an edge poor.
#[derive(Debug, Serialize, ToSchema)]
pub struct CauseWire {
    /// Its code.
    pub code: String,
    /// motion, pressure, flame, tip, attitude, metal, supply, start, support, none.
    pub group: String,
    /// Relative odds before anything is seen.
    pub prior: f64,
    /// How to make sure.
    pub check: String,
    /// What to do.
    pub remedy: String,
}

/// Everything that can be the cause.
#[derive(Debug, Serialize, ToSchema)]
pub struct CausesReply {
    /// In the order of the table.
    pub causes: Vec<CauseWire>,
}

/// Everything that can make an edge poor.
#[utoipa::path(get, operation_id = "edge_causes", path = "/api/v1/edge/causes", responses((status = 200, body = CausesReply)))]
#[get("/edge/causes")]
pub async fn list_causes() -> ApiResult<web::Json<CausesReply>> {
    let all = causes().map_err(internal)?.map(|cause| CauseWire {
        code: cause.code.clone(),
        group: cause.group.clone(),
        prior: cause.prior,
        check: cause.check.clone(),
        remedy: cause.remedy.clone(),
    });
    Ok(web::Json(CausesReply { causes: all.collect() }))
}

/// What was seen and what was looked for in vain.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DiagnosisRequest {
    /// Codes of findings seen.
    #[serde(default)]
    pub present: Vec<String>,
    /// Codes of findings looked for in vain.
    #[serde(default)]
    pub absent: Vec<String>,
    /// The card the cut was made by: its figures weigh in.
    pub plan_id: Option<Uuid>,
    /// The burn: what was noted of it weighs in.
    pub burn_id: Option<Uuid>,
}

/// What a record says of a cause.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecordWire {
    /// Code of the sentence.
    pub code: String,
    /// The sentence.
    pub text: String,
    /// True when it speaks for the cause.
    pub speaks_for: bool,
}

/// What is set otherwise when a cause is put right.
#[derive(Debug, Serialize, ToSchema)]
pub struct ChangeWire {
    /// travel_speed_mm_min, oxygen_pressure_kpa, fuel_flow_l_min, standoff_mm, bore_mm, start_preheat_s.
    pub quantity: String,
    /// What it was, in the unit of its name; null where neither plan nor burn tells.
    pub from: Option<f64>,
    /// What it becomes.
    pub to: Option<f64>,
    /// New over old.
    pub factor: f64,
}

/// A cause with its odds.
#[derive(Debug, Serialize, ToSchema)]
pub struct SuspectWire {
    /// Its code; all_well for nothing wrong.
    pub code: String,
    /// Its name in words.
    pub text: String,
    /// Probability that it acts, alone or with others.
    pub probability: f64,
    /// How to make sure.
    pub check: String,
    /// What to do.
    pub remedy: String,
    /// The remedy in numbers; null where no setting mends it.
    pub change: Option<ChangeWire>,
    /// Codes of findings seen that it makes show.
    pub speaks_for: Vec<String>,
    /// Codes of findings that speak against it, seen or looked for in vain.
    pub speaks_against: Vec<String>,
    /// What plan, burn and gear say of it.
    pub records: Vec<RecordWire>,
}

/// What to look at next.
#[derive(Debug, Serialize, ToSchema)]
pub struct NextWire {
    /// Code of the finding.
    pub finding: String,
    /// Why this one.
    pub why: String,
}

/// What must be done before anything else.
#[derive(Debug, Serialize, ToSchema)]
pub struct DangerWire {
    /// Code of the finding.
    pub finding: String,
    /// What to shut, in order.
    pub text: String,
}

/// What was found out.
#[derive(Debug, Serialize, ToSchema)]
pub struct DiagnosisReply {
    /// First of all, whatever the probabilities say.
    pub dangers: Vec<DangerWire>,
    /// Most likely first; nothing wrong among them.
    pub causes: Vec<SuspectWire>,
    /// What to look at next; null when little is left to learn.
    pub next_check: Option<NextWire>,
    /// Pairs of findings that hardly go together: look again.
    pub contradictions: Vec<[String; 2]>,
}

/// What plan and burn say, as core's record.
fn record(plan: Option<&Plan>, burn: Option<&Burn>, tip: Option<&Value>) -> ApiResult<Record> {
    let mut record = Record::default();
    let planned: Option<CutPlan> =
        plan.map(|plan| serde_json::from_value(plan.result.clone())).transpose()?;
    if let Some(plan) = plan {
        let steel = &plan.input["steel"];
        let dirty = |face: &str| {
            let code = steel[face].as_str().unwrap_or("clean").to_owned();
            Some(code != "clean")
        };
        record.near_face_dirty = dirty("surface");
        record.far_face_dirty = dirty("back_surface");
        record.layered = Some(steel["layers"].as_f64().unwrap_or(1.0) > 1.0);
    }
    if let Some(planned) = &planned {
        let stops = planned.notes.iter().any(|note| note.code == "not_oxygen_cuttable");
        record.steel_stops = Some(stops);
    }
    if let Some(burn) = burn {
        let over = |value: Option<f64>, wanted: Option<f64>| {
            value.zip(wanted).map(|(value, wanted)| value / wanted)
        };
        let speed = planned.as_ref().map(|plan| plan.travel_speed_mm_min.set / 60e3);
        let pressure = planned.as_ref().map(|plan| plan.oxygen_pressure_kpa.set);
        record.pace = over(burn.pace_m_s, speed);
        record.oxygen_pressure = over(burn.readings["oxygen_pressure_kpa"].as_f64(), pressure);
        record.set_flowing = burn.readings["set_flowing"].as_bool();
        record.cylinder_left =
            burn.readings["cylinder_left_percent"].as_f64().map(|percent| percent / 100.0);
    }
    if let Some(tip) = tip {
        let cuts = tip["cuts_since_cleaned"].as_u64();
        record.cuts_since_cleaned = cuts.and_then(|cuts| u32::try_from(cuts).ok());
        record.seat_dinged = tip["seat_state"].as_str().map(|state| state == "dinged");
        let wanted = planned.as_ref().map(|plan| plan.tip.bore_mm);
        record.bore = tip["bore_mm"].as_f64().zip(wanted).map(|(bore, wanted)| bore / wanted);
    }
    Ok(record)
}

/// Plan and burn as figures that a remedy starts from.
#[derive(Default)]
struct OnRecord {
    evidence: Vec<Evidence>,
    planned: Figures,
    was: Figures,
}

/// The settings of a plan, SI.
fn figures(plan: &CutPlan) -> Figures {
    let si = |value: f64, kind: Kind| value / unit(kind).1;
    Figures {
        speed: Some(si(plan.travel_speed_mm_min.set, Kind::Speed)),
        oxygen: Some(si(plan.oxygen_pressure_kpa.set, Kind::Pressure)),
        fuel: Some(si(plan.fuel_flow_l_min, Kind::GasFlow)),
        standoff: Some(si(plan.standoff_mm.set, Kind::Bore)),
        bore: Some(si(plan.tip.bore_mm, Kind::Bore)),
        start_preheat: Some(si(plan.start_preheat_s.set, Kind::Duration)),
    }
}

/// What was read at a burn, SI.
fn readings(burn: &Burn, tip: Option<&Value>) -> Figures {
    let number = |value: &Value, kind: Kind| value.as_f64().map(|value| value / unit(kind).1);
    Figures {
        speed: burn.pace_m_s,
        oxygen: number(&burn.readings["oxygen_pressure_kpa"], Kind::Pressure),
        bore: tip.and_then(|tip| number(&tip["bore_mm"], Kind::Bore)),
        start_preheat: burn.start_s,
        ..Figures::default()
    }
}

fn change_wire(change: &Change) -> ChangeWire {
    let (quantity, kind) = match change.setting {
        Setting::Speed => ("travel_speed_mm_min", Kind::Speed),
        Setting::Oxygen => ("oxygen_pressure_kpa", Kind::Pressure),
        Setting::Fuel => ("fuel_flow_l_min", Kind::GasFlow),
        Setting::Standoff => ("standoff_mm", Kind::Bore),
        Setting::Bore => ("bore_mm", Kind::Bore),
        Setting::StartPreheat => ("start_preheat_s", Kind::Duration),
    };
    let wire = |si: Option<f64>| si.map(|si| (in_contract_unit(kind, si) * 1e3).round() / 1e3);
    let factor = (change.factor * 1e3).round() / 1e3;
    ChangeWire { quantity: quantity.into(), from: wire(change.from), to: wire(change.to), factor }
}

/// The records that a request names; what is not there is a fault of its field.
async fn records(pool: &PgPool, asked: &DiagnosisRequest) -> ApiResult<OnRecord> {
    let gone = |path: &str, id: Uuid| {
        let expected = "the id of something in this shop";
        ApiError::Invalid(vec![wrong_shape(path, expected, json!(id))])
    };
    let burn: Option<Burn> = match asked.burn_id {
        Some(id) => Some(find(pool, id).await?.ok_or_else(|| gone("burn_id", id))?),
        None => None,
    };
    let plan = match asked.plan_id.or(burn.as_ref().and_then(|burn| burn.plan_id)) {
        Some(id) => Some(plans::find(pool, id).await.map_err(|error| match error {
            ApiError::NotFound => gone("plan_id", id),
            other => other,
        })?),
        None => None,
    };
    let tip = match &burn {
        Some(burn) => tip_of(pool, burn).await?,
        None => None,
    };
    let tip = tip.as_ref().map(|tip| &tip.fields);
    let record = record(plan.as_ref(), burn.as_ref(), tip)?;
    let planned: Option<CutPlan> =
        plan.map(|plan| serde_json::from_value(plan.result)).transpose()?;
    Ok(OnRecord {
        evidence: evidence(&record),
        planned: planned.as_ref().map(figures).unwrap_or_default(),
        was: burn.as_ref().map(|burn| readings(burn, tip)).unwrap_or_default(),
    })
}

fn plain(code: &str) -> ApiResult<String> {
    let all = findings().map_err(internal)?;
    let found = all.iter().find(|finding| finding.code == code);
    Ok(found.map_or(code, |finding| finding.plain_words.as_str()).to_owned())
}

fn cause_words(code: &str) -> String {
    sentence(Section::Words, code).map_or_else(|| code.replace('_', " "), str::to_owned)
}

fn suspect(suspect: &Suspect, on_record: &OnRecord) -> ApiResult<SuspectWire> {
    let mut all = causes().map_err(internal)?;
    let row = all
        .find(|cause| cause.code == suspect.code)
        .ok_or_else(|| ApiError::Internal(format!("no cause {}", suspect.code)))?;
    let codes = |list: &[&str]| list.iter().map(|code| (*code).to_owned()).collect();
    Ok(SuspectWire {
        code: suspect.code.into(),
        text: cause_words(suspect.code),
        probability: (suspect.probability * 1e9).round() / 1e9,
        check: row.check.clone(),
        remedy: row.remedy.clone(),
        change: change(suspect.code, &on_record.planned, &on_record.was).as_ref().map(change_wire),
        speaks_for: codes(&suspect.speaks_for),
        speaks_against: codes(&suspect.speaks_against),
        records: suspect
            .records
            .iter()
            .map(|record| RecordWire {
                code: record.code.into(),
                text: with_values(Section::Notes, record.code, &record.values).into_owned(),
                speaks_for: record.likelihood_ratio > 1.0,
            })
            .collect(),
    })
}

fn reply(
    found: &Diagnosis,
    (present, on_record): (&[String], &OnRecord),
) -> ApiResult<DiagnosisReply> {
    let next = found.next_check.map(|next| {
        let (one, other) = next.between;
        let looked_at = plain(next.finding)?;
        let why = filled(Section::Notes, "next_check", |name| match name {
            "finding" => Some(looked_at.clone()),
            "one" => Some(cause_words(one)),
            "other" => Some(cause_words(other)),
            _ => None,
        });
        ApiResult::Ok(NextWire { finding: next.finding.into(), why })
    });
    let dangers = DANGEROUS.iter().filter(|code| present.iter().any(|seen| seen == *code));
    Ok(DiagnosisReply {
        dangers: dangers
            .map(|code| DangerWire {
                finding: (*code).into(),
                text: with_values(Section::Notes, code, &[]).into_owned(),
            })
            .collect(),
        causes: found.suspects.iter().map(|it| suspect(it, on_record)).collect::<ApiResult<_>>()?,
        next_check: next.transpose()?,
        contradictions: found
            .contradictions
            .iter()
            .map(|(one, other)| [(*one).to_owned(), (*other).to_owned()])
            .collect(),
    })
}

/// What made the edge poor, with odds, and what to look at next.
#[utoipa::path(post, operation_id = "edge_diagnoses", path = "/api/v1/edge/diagnoses", request_body = DiagnosisRequest,
    responses((status = 200, body = DiagnosisReply), (status = 422, body = ErrorBody)))]
#[post("/edge/diagnoses")]
pub async fn diagnoses(
    pool: web::Data<PgPool>,
    body: Body<DiagnosisRequest>,
) -> ApiResult<web::Json<DiagnosisReply>> {
    let asked = &body.value;
    let known = findings().map_err(internal)?;
    let mut fields = Fields::default();
    for (list, codes) in [("present", &asked.present), ("absent", &asked.absent)] {
        for (i, code) in codes.iter().enumerate() {
            let path = format!("{list}.{i}");
            if !known.iter().any(|finding| finding.code == *code) {
                let allowed = known.iter().map(|finding| finding.code.clone()).collect();
                fields.unknown_choice(&path, json!(code), allowed);
            } else if list == "absent" && asked.present.contains(code) {
                fields.refuse(&path, "seen_and_not", json!(code), &[("value", plain(code)?)]);
            }
        }
    }
    fields.done(())?;
    let on_record = records(&pool, asked).await?;
    let seen: Vec<&str> = asked.present.iter().map(String::as_str).collect();
    let missed: Vec<&str> = asked.absent.iter().map(String::as_str).collect();
    let found = diagnose(&seen, &missed, &on_record.evidence).map_err(|error| match error {
        Error::Missing { .. } => {
            let mut fields = Fields::default();
            fields.refuse("present", "no_findings", json!([]), &[]);
            ApiError::Invalid(fields.errors)
        }
        other => internal(other),
    })?;
    Ok(web::Json(reply(&found, (&asked.present, &on_record))?))
}

/// A measured edge.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GradeRequest {
    /// Thickness, 3 to 300 mm.
    #[schema(value_type = f64)]
    pub thickness_mm: Option<Given>,
    /// Perpendicularity or angularity tolerance u.
    #[schema(value_type = Option<f64>)]
    pub perpendicularity_mm: Option<Given>,
    /// Mean height of the profile Rz5; not the Ra of structural codes.
    #[schema(value_type = Option<f64>)]
    pub roughness_rz5_um: Option<Given>,
}

/// Its ranges.
#[derive(Debug, Serialize, ToSchema)]
pub struct GradeReply {
    /// 1 to 5; null when not measured or beyond the last.
    pub perpendicularity_range: Option<u8>,
    /// 1 to 4; null when not measured or beyond the last.
    pub roughness_range: Option<u8>,
    /// Where the limits come from.
    pub source: String,
    /// Rules of structural codes: check the edition your contract names.
    pub rules: Vec<RuleWire>,
}

/// A rule of a structural code.
#[derive(Debug, Serialize, ToSchema)]
pub struct RuleWire {
    /// roughness, gouge_or_notch, reentrant_corner, tension_edge, heavy_shape_cope.
    pub rule: String,
    /// Where it applies.
    pub applies_to: String,
    /// What is allowed.
    pub limit: String,
    /// What is done beyond it.
    pub repair: String,
    /// Code and clause.
    pub clause: String,
}

/// The ranges of ISO 9013 that a measured edge reaches.
#[utoipa::path(post, operation_id = "edge_grade", path = "/api/v1/edge/grade", request_body = GradeRequest,
    responses((status = 200, body = GradeReply), (status = 422, body = ErrorBody)))]
#[post("/edge/grade")]
pub async fn grade(body: Body<GradeRequest>) -> ApiResult<web::Json<GradeReply>> {
    let (mut fields, asked) = (Fields::default(), &body.value);
    let thickness =
        NumberField { path: "thickness_mm".into(), range: &THICKNESS, kind: Kind::Length };
    let thickness = Length::from_m(fields.number(&thickness, asked.thickness_mm.as_ref(), None));
    let said = |given: &Option<Given>| given.as_ref().is_some_and(|given| !given.0.is_null());
    let square = said(&asked.perpendicularity_mm).then(|| {
        let path = "perpendicularity_mm".into();
        let field = NumberField { path, range: &PERPENDICULARITY, kind: Kind::Length };
        fields.number(&field, asked.perpendicularity_mm.as_ref(), None)
    });
    let rough = said(&asked.roughness_rz5_um).then(|| {
        let path = "roughness_rz5_um".into();
        let field = NumberField { path, range: &MICROMETRES, kind: Kind::Ratio };
        fields.number(&field, asked.roughness_rz5_um.as_ref(), None)
    });
    fields.done(())?;
    let range = |found: Result<Option<u8>, Error>| found.map_err(internal);
    let sources = galvanon_core::source::sources().map_err(internal)?;
    let short = |key: &str| sources.get(key).map_or(key, |source| source.short.as_str()).to_owned();
    Ok(web::Json(GradeReply {
        perpendicularity_range: match square {
            Some(m) => range(perpendicularity_range(Length::from_m(m), thickness))?,
            None => None,
        },
        roughness_range: match rough {
            Some(um) => range(roughness_range(Length::from_m(um / 1e6), thickness))?,
            None => None,
        },
        source: short("iso_9013"),
        rules: acceptance_rules()
            .map_err(internal)?
            .iter()
            .map(|rule| RuleWire {
                rule: rule.rule.clone(),
                applies_to: rule.applies_to.clone(),
                limit: rule.limit.clone(),
                repair: rule.repair.clone(),
                clause: rule.clause.clone(),
            })
            .collect(),
    }))
}

/// [`ROUGHNESS`] in the unit of its field: micrometres are not a unit of any other.
const MICROMETRES: galvanon_core::range::Range = galvanon_core::range::Range::new(
    ROUGHNESS.input,
    "µm",
    ROUGHNESS.low * 1e6,
    ROUGHNESS.high * 1e6,
);
