//! A cut that went out: where it is picked up again, how, and what the mend costs.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::plan;
use galvanon_core::edge::lost::{Lost, NOT_THROUGH, Side};
use galvanon_core::edge::recovery::{Recovery, recover};
use galvanon_core::edge::remedy::{Figures, change};
use galvanon_core::edge::{causes, network};
use galvanon_core::quantity::{Duration, Length};
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use sqlx::PgPool;
use utoipa::ToSchema;

use crate::api::cut::request::CutPlanRequest;
use crate::api::edge::diagnosis::{ChangeWire, change_wire};
use crate::api::edge::on_record::figures;
use crate::api::edge::prediction::{cut_of, under_cut};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField};
use crate::plan::shop::Shop;
use crate::wire::sentence::SentenceWire;
use crate::wire::text::Section;
use crate::wire::text::cause_words;
use crate::wire::unit::thousandths as fine;

const SCRAP: [(Option<Side>, &str); 3] =
    [(Some(Side::Left), "left"), (Some(Side::Right), "right"), (None, "none_of_the_two")];

/// A cut that went out, as the torch hand tells it.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RecoveryRequest {
    /// The cut as for a plan.
    pub cut: CutPlanRequest,
    /// Whether it was through up to the stop.
    pub through: bool,
    /// Which way the slag went last: down, up, stayed.
    #[schema(value_type = Option<String>)]
    pub slag: Option<Given>,
    /// Which side is scrap, in the direction of travel: left, right, none_of_the_two.
    #[schema(value_type = String)]
    pub scrap: Option<Given>,
    /// Whether the edge stays as it is cut.
    #[serde(default)]
    pub finished: bool,
    /// How much behind the stop is not through, seen from below.
    #[schema(value_type = Option<f64>)]
    pub not_through_mm: Option<Given>,
    /// How far it had been cut from its start; going back then never leaves the plate.
    #[schema(value_type = Option<f64>)]
    pub done_mm: Option<Given>,
    /// Why it was lost: the code of one of the reasons of an earlier answer.
    pub because: Option<String>,
}

/// A point of the torch's path.
#[derive(Debug, Serialize, ToSchema)]
pub struct PathPoint {
    /// Along the line, 0 at the stop.
    pub along_mm: f64,
    /// From the line, to the scrap side.
    pub beside_mm: f64,
}

/// What is left to grind on the part.
#[derive(Debug, Serialize, ToSchema)]
pub struct CleanUpWire {
    /// Along the edge.
    pub length_mm: f64,
    /// From the line.
    pub width_mm: f64,
    /// At the grinder: an estimate.
    pub time_s: f64,
    /// That time at the shop's wage.
    pub cost: f64,
    /// True while that wage is an estimate of ours.
    pub cost_estimated: bool,
}

/// Another way to the same end.
#[derive(Debug, Serialize, ToSchema)]
pub struct OfferWire {
    /// What it is.
    pub say: SentenceWire,
    /// At the torch.
    pub time_s: f64,
}

/// Why a cut may be lost.
#[derive(Debug, Serialize, ToSchema)]
pub struct ReasonWire {
    /// Code of the cause.
    pub code: String,
    /// In words.
    pub text: String,
}

/// Why it was lost, and what is set otherwise before it is picked up.
#[derive(Debug, Serialize, ToSchema)]
pub struct BecauseWire {
    /// Code of the cause.
    pub code: String,
    /// What to do.
    pub remedy: String,
    /// The setting to change, where it is one.
    pub change: Option<ChangeWire>,
}

/// How a lost cut is picked up again.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecoveryReply {
    /// at_the_stop, from_the_scrap, alongside.
    pub way: String,
    /// left, right.
    pub side: String,
    /// What to do, in order.
    pub steps: Vec<SentenceWire>,
    /// The middle of the torch from the new start on.
    pub path: Vec<PathPoint>,
    /// Slag in the old kerf reaches from here to the stop; 0 where it is clean.
    pub slag_from_mm: f64,
    /// Width of the cut.
    pub kerf_mm: f64,
    /// Thickness of the plate.
    pub thickness_mm: f64,
    /// What is left to grind.
    pub clean_up: CleanUpWire,
    /// What is to be minded.
    pub cautions: Vec<SentenceWire>,
    /// Other ways to the same end.
    pub offers: Vec<OfferWire>,
    /// Why a cut is lost: one of them is to be named and put right before it is picked up.
    pub reasons: Vec<ReasonWire>,
    /// The reason that was named, with what to change; null until then.
    pub because: Option<BecauseWire>,
}

fn lost(asked: &RecoveryRequest) -> ApiResult<Lost> {
    let request = cut_of(&asked.cut).map_err(under_cut)?;
    let settings = plan(&request).map_err(|errors| {
        let all: Vec<String> = errors.iter().map(ToString::to_string).collect();
        ApiError::Internal(all.join("; "))
    })?;
    let mut fields = Fields::default();
    let given = asked.not_through_mm.as_ref().filter(|given| !given.0.is_null());
    let not_through = given.map(|given| {
        let path = "not_through_mm";
        let field = NumberField::new(path, &NOT_THROUGH, Kind::Length);
        Length::from_m(fields.number(&field, Some(given), None))
    });
    let given = asked.done_mm.as_ref().filter(|given| !given.0.is_null());
    let done = given.map(|given| {
        let range = Range::new("done", "m", 0.0, request.cut.length.as_m());
        let field = NumberField::new("done_mm", &range, Kind::Length);
        Length::from_m(fields.number(&field, Some(given), None))
    });
    let slag = fields.optional("slag", asked.slag.as_ref());
    let scrap = fields.choice(&SCRAP, "scrap", asked.scrap.as_ref(), None);
    fields.done(())?;
    Ok(Lost {
        thickness: settings.path,
        kerf: settings.kerf,
        start_preheat: (settings.start_preheat.low, settings.start_preheat.high),
        through: asked.through,
        slag,
        scrap,
        finished: asked.finished,
        not_through,
        done,
        line: request.cut.length,
        new_cut: settings.time.total(),
    })
}

/// Causes that lose a cut midway, as the diagnosis knows them.
fn reasons() -> ApiResult<Vec<ReasonWire>> {
    let network = network()?;
    let sign = network.finding("cut_lost_midway");
    let shows = |cause: usize| sign.is_some_and(|sign| network.weight[sign][cause] > 0.0);
    let all = (0..network.causes.len()).filter(|cause| shows(*cause));
    let mut named: Vec<&str> = all.map(|cause| network.causes[cause].code.as_str()).collect();
    let odds = |code: &str| network.cause(code).map_or(0.0, |cause| network.priors[cause]);
    named.sort_by(|a, b| odds(b).total_cmp(&odds(a)));
    Ok(named
        .into_iter()
        .map(|code| ReasonWire { code: code.into(), text: cause_words(code) })
        .collect())
}

/// The reason that was named, with the change of the plan's own figures.
fn because(asked: &RecoveryRequest, reasons: &[ReasonWire]) -> ApiResult<Option<BecauseWire>> {
    let Some(code) = asked.because.as_deref() else { return Ok(None) };
    let mut fields = Fields::default();
    if !reasons.iter().any(|reason| reason.code == code) {
        let allowed = reasons.iter().map(|reason| reason.code.clone()).collect();
        fields.unknown_choice("because", serde_json::json!(code), allowed);
    }
    fields.done(())?;
    let row = causes()?.find(|cause| cause.code == code);
    let row = row.ok_or_else(|| ApiError::Internal(format!("no cause {code}")))?;
    let planned = figures(&crate::api::cut::planned::planned(&asked.cut).map_err(under_cut)?);
    let changed = change(code, &planned, &Figures::default());
    Ok(Some(BecauseWire {
        code: code.into(),
        remedy: row.remedy.clone(),
        change: changed.as_ref().map(change_wire),
    }))
}

fn reply(lost: &Lost, found: &Recovery, wage: f64, estimated: bool) -> RecoveryReply {
    let mm = |length: Length| fine(length.as_mm());
    let point = |&(along, beside): &(f64, f64)| PathPoint {
        along_mm: mm(Length::from_m(along)),
        beside_mm: mm(Length::from_m(beside)),
    };
    let steps = found.steps.iter();
    let cautions = found.cautions.iter();
    let offers = found.offers.iter();
    let offer = |(code, time): &(&'static str, Duration)| OfferWire {
        say: SentenceWire::of(Section::Steps, code, &[]),
        time_s: time.as_s().round(),
    };
    RecoveryReply {
        way: found.way.code().into(),
        side: found.side.code().into(),
        steps: steps.map(|it| SentenceWire::of(Section::Steps, it.code, &it.values)).collect(),
        path: found.path.iter().map(point).collect(),
        slag_from_mm: mm(Length::from_m(found.slag_from)),
        kerf_mm: mm(lost.kerf),
        thickness_mm: mm(lost.thickness),
        clean_up: CleanUpWire {
            length_mm: mm(found.clean_up.length),
            width_mm: mm(found.clean_up.width),
            time_s: found.clean_up.time.as_s().round(),
            cost: (found.clean_up.cost(wage) * 100.0).round() / 100.0,
            cost_estimated: estimated,
        },
        cautions: cautions.map(|code| SentenceWire::of(Section::Notes, code, &[])).collect(),
        offers: offers.map(offer).collect(),
        reasons: Vec::new(),
        because: None,
    }
}

/// How a lost cut is picked up again, and what the mend costs.
#[utoipa::path(post, operation_id = "edge_recovery", path = "/api/v1/edge/recoveries", request_body = RecoveryRequest,
    responses((status = 200, body = RecoveryReply), (status = 422, body = ErrorBody)))]
#[post("/edge/recoveries")]
pub async fn recovery(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<RecoveryRequest>,
) -> ApiResult<web::Json<RecoveryReply>> {
    let lost = lost(&body.value)?;
    let found = recover(&lost)?;
    let prices = Shop::for_caller(&pool, caller).await?.prices("acetylene");
    let wage = prices["labour_h"].as_f64();
    let wage = wage.ok_or_else(|| ApiError::Internal("the shop has no wage".into()))?;
    let estimated = prices["estimated"].as_bool().unwrap_or(true);
    let reasons = reasons()?;
    let because = because(&body.value, &reasons)?;
    Ok(web::Json(RecoveryReply { because, reasons, ..reply(&lost, &found, wage, estimated) }))
}

/// What to do in order when a cut goes out, for a card at the torch: where it was through, and where it was not; nothing of
/// work that leaves no cut to go back into.
///
/// # Errors
/// [`ApiError::Invalid`] when the cut is not possible.
pub fn guides(cut: &CutPlanRequest) -> ApiResult<[Vec<SentenceWire>; 2]> {
    if let Some(work) = &cut.work
        && !work.asked()?.cuts_through()
    {
        return Ok(Default::default());
    }
    let guide = |through: bool| -> ApiResult<Vec<SentenceWire>> {
        let lost = lost(&RecoveryRequest {
            cut: cut.clone(),
            through,
            slag: None,
            scrap: Some(Given(serde_json::json!("none_of_the_two"))),
            finished: false,
            not_through_mm: None,
            done_mm: None,
            because: None,
        })?;
        let found = recover(&lost)?;
        let steps = found.steps.iter();
        Ok(steps.map(|it| SentenceWire::of(Section::Steps, it.code, &it.values)).collect())
    };
    Ok([guide(true)?, guide(false)?])
}
