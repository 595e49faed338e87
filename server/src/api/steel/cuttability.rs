//! Can this steel be cut by plain oxygen? By composition, by grade, or by tests at the bench.

use std::collections::BTreeMap;

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::limits;
use galvanon_core::error::Error;
use galvanon_core::quantity::Length;
use galvanon_core::steel::composition::{Composition, PERCENT};
use galvanon_core::steel::cuttability::{Assessment, assess};
use galvanon_core::steel::grade::{Grade, grade};
use galvanon_core::steel::unknown::{TESTS, guess};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::note::{NoteWire, note};
use crate::wire::trace::{TraceWire, trace};
use crate::wire::unit::tidy;

/// A steel to be judged.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CuttabilityRequest {
    /// Thickness, 3 to 300 mm.
    #[schema(value_type = f64)]
    pub thickness_mm: Option<Given>,
    /// Percent by weight by chemical symbol; outranks the grade. The balance is iron.
    #[schema(value_type = Option<BTreeMap<String, f64>>)]
    pub composition_percent: Option<BTreeMap<String, Given>>,
    /// Grade by name.
    #[schema(value_type = Option<String>)]
    pub grade: Option<Given>,
}

/// Temperatures the steel itself is brought to.
#[derive(Debug, Serialize, ToSchema)]
pub struct PreheatWire {
    /// At least.
    pub low: f64,
    /// At most.
    pub high: f64,
}

/// How a steel stands to plain oxygen.
#[derive(Debug, Serialize, ToSchema)]
pub struct Judged {
    /// cuts, with_care, does_not_cut.
    pub verdict: String,
    /// IIW carbon equivalent, percent; null where carbon is not given.
    pub carbon_equivalent: Option<f64>,
    /// Preheat of the steel, °C; null when none is needed or none can be given.
    pub preheat_c: Option<PreheatWire>,
    /// Why, most serious first.
    pub reasons: Vec<NoteWire>,
}

/// A steel, judged.
#[derive(Debug, Serialize, ToSchema)]
pub struct CuttabilityReply {
    /// By the composition given, or the typical one of the grade.
    #[serde(flatten)]
    pub judged: Judged,
    /// The composition that was judged, percent by weight.
    pub composition_percent: BTreeMap<String, f64>,
    /// How the carbon equivalent came to be; null without carbon.
    pub trace: Option<TraceWire>,
    /// What the grade's specification allows at most, judged the same way; null without limits.
    pub worst_case: Option<WorstCase>,
}

/// A steel at the limits of its specification.
#[derive(Debug, Serialize, ToSchema)]
pub struct WorstCase {
    /// The most it may hold, percent by weight.
    pub composition_percent: BTreeMap<String, f64>,
    /// Where the limits come from, in words.
    pub source: String,
    /// How it stands then.
    #[serde(flatten)]
    pub judged: Judged,
}

/// A composition; faults are noted symbol by symbol.
pub fn read_composition(
    fields: &mut Fields,
    path: &str,
    parts: &BTreeMap<String, Given>,
) -> Option<Composition> {
    let before = fields.errors.len();
    let read: Vec<(&str, f64)> = parts
        .iter()
        .map(|(symbol, given)| {
            let path = format!("{path}.{symbol}");
            // percent by weight stays percent in core: a plain number
            let number = NumberField::new(path, &PERCENT, Kind::Ratio);
            (symbol.as_str(), fields.number(&number, Some(given), None))
        })
        .collect();
    let faults = match Composition::new(read) {
        Ok(composition) if fields.errors.len() == before => return Some(composition),
        Ok(_) => return None,
        Err(faults) => faults,
    };
    for (symbol, fault) in faults {
        let at = symbol.as_ref().map_or(path.to_owned(), |symbol| format!("{path}.{symbol}"));
        match fault {
            Error::UnknownChoice { value, .. } => {
                fields.refuse(&at, "no_element", json!(value), &[("value", value.clone())]);
            }
            Error::Missing { .. } => fields.refuse(&at, "composition_empty", json!({}), &[]),
            Error::Contradiction { value, code, .. } => {
                fields.refuse(&at, code, json!(value), &[("value", format!("{value} %"))]);
            }
            _ => {}
        }
    }
    None
}

/// A grade by any of its names; an unknown one is noted with those known.
pub fn read_grade(fields: &mut Fields, path: &str, given: &Given) -> Option<String> {
    if given.0.is_null() {
        return None;
    }
    let name = given.0.as_str().unwrap_or_default();
    match grade(name) {
        Ok(_) => Some(name.to_owned()),
        Err(error) => {
            let allowed = match error {
                Error::UnknownChoice { allowed, .. } => {
                    allowed.into_iter().map(str::to_owned).collect()
                }
                _ => Vec::new(),
            };
            fields.unknown_choice(path, given.0.clone(), allowed);
            None
        }
    }
}

fn judged(found: &Assessment) -> Judged {
    Judged {
        verdict: found.cuttability.code().into(),
        carbon_equivalent: found.carbon_equivalent.map(tidy),
        preheat_c: found.preheat.map(|preheat| PreheatWire {
            low: tidy(preheat.low.as_c()),
            high: tidy(preheat.high.as_c()),
        }),
        reasons: found.reasons.iter().map(note).collect(),
    }
}

fn parts(steel: &Composition) -> BTreeMap<String, f64> {
    steel.alloying().map(|(symbol, percent)| (symbol.to_owned(), percent)).collect()
}

fn worst_case(grade: &Grade, thickness: Length) -> ApiResult<Option<WorstCase>> {
    let Some((limits, source)) = grade.limits()? else { return Ok(None) };
    let found = assess(&limits, Some(grade.kind), thickness)?;
    let sources = galvanon_core::source::sources()?;
    let source = sources.get(source).map_or(source, |source| source.short.as_str()).to_owned();
    Ok(Some(WorstCase { composition_percent: parts(&limits), source, judged: judged(&found) }))
}

/// Judges a steel by its composition or by its grade.
#[utoipa::path(post, operation_id = "steel_cuttability", path = "/api/v1/steel/cuttability", request_body = CuttabilityRequest,
    responses((status = 200, body = CuttabilityReply), (status = 422, body = ErrorBody)))]
#[post("/steel/cuttability")]
pub async fn cuttability(body: Body<CuttabilityRequest>) -> ApiResult<web::Json<CuttabilityReply>> {
    let mut fields = Fields::default();
    let asked = &body.value;
    let range = NumberField::new("thickness_mm", &limits::THICKNESS, Kind::Length);
    let thickness = Length::from_m(fields.number(&range, asked.thickness_mm.as_ref(), None));
    let composition = asked
        .composition_percent
        .as_ref()
        .and_then(|parts| read_composition(&mut fields, "composition_percent", parts));
    let name = asked.grade.as_ref().and_then(|given| read_grade(&mut fields, "grade", given));
    if asked.composition_percent.is_none() && name.is_none() && fields.errors.is_empty() {
        fields.refuse("composition_percent", "composition_empty", Value::Null, &[]);
    }
    let (composition, name) = fields.done((composition, name))?;
    let grade = name.as_deref().map(grade).transpose()?;
    let steel = match (composition, grade) {
        (Some(composition), _) => composition,
        (None, Some(grade)) => grade.typical()?,
        (None, None) => return Err(ApiError::Internal("a steel without a composition".into())),
    };
    let found = assess(&steel, grade.map(|grade| grade.kind), thickness)?;
    Ok(web::Json(CuttabilityReply {
        judged: judged(&found),
        composition_percent: parts(&steel),
        trace: steel.equivalent_trace().as_ref().map(trace).transpose()?,
        worst_case: match grade {
            Some(grade) => worst_case(grade, thickness)?,
            None => None,
        },
    }))
}

/// What the tests at the bench have shown.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct UnknownRequest {
    /// Codes of the answers so far, at most one for each test.
    pub answers: Vec<String>,
}

/// A metal it may be.
#[derive(Debug, Serialize, ToSchema)]
pub struct MetalWire {
    /// Its code.
    pub metal: String,
    /// cuts, with_care, does_not_cut.
    pub verdict: String,
    /// 0 to 1.
    pub probability: f64,
}

/// A test at the bench.
#[derive(Debug, Serialize, ToSchema)]
pub struct TestWire {
    /// magnet, spark, file, chip.
    pub test: String,
    /// Codes of its answers.
    pub answers: Vec<String>,
}

/// What an unknown piece is taken for.
#[derive(Debug, Serialize, ToSchema)]
pub struct UnknownReply {
    /// cuts, with_care, does_not_cut: the best that holds with 90 %.
    pub verdict: String,
    /// Probability that it cuts no worse than the verdict says.
    pub confidence: f64,
    /// Most likely first.
    pub metals: Vec<MetalWire>,
    /// The test that would tell most; null when all are made.
    pub next_test: Option<String>,
    /// Every test.
    pub tests: Vec<TestWire>,
}

/// Weighs tests at the bench: an aid to a decision, no analysis.
#[utoipa::path(post, operation_id = "steel_unknown", path = "/api/v1/steel/unknown", request_body = UnknownRequest,
    responses((status = 200, body = UnknownReply), (status = 422, body = ErrorBody)))]
#[post("/steel/unknown")]
pub async fn unknown(body: Body<UnknownRequest>) -> ApiResult<web::Json<UnknownReply>> {
    let answers: Vec<&str> = body.value.answers.iter().map(String::as_str).collect();
    let mut fields = Fields::default();
    for (i, answer) in answers.iter().enumerate() {
        let test = TESTS.iter().find(|(_, known)| known.contains(answer));
        let others =
            test.map_or(0, |(_, known)| answers.iter().filter(|it| known.contains(it)).count());
        if others != 1 {
            let open = TESTS.iter().flat_map(|(_, known)| known.iter());
            let allowed = open.map(|answer| (*answer).to_owned()).collect();
            fields.unknown_choice(&format!("answers.{i}"), json!(answer), allowed);
        }
    }
    fields.done(())?;
    let found = guess(&answers)?;
    let tests = TESTS.iter().map(|(test, answers)| TestWire {
        test: (*test).to_owned(),
        answers: answers.iter().map(|answer| (*answer).to_owned()).collect(),
    });
    Ok(web::Json(UnknownReply {
        verdict: found.verdict.code().into(),
        confidence: found.confidence,
        metals: found
            .metals
            .into_iter()
            .map(|(metal, verdict, probability)| MetalWire {
                metal: metal.into(),
                verdict: verdict.code().into(),
                probability,
            })
            .collect(),
        next_test: found.next.map(str::to_owned),
        tests: tests.collect(),
    }))
}
