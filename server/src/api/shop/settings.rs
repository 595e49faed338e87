//! How this shop works: its schools and figures.

use actix_web::{get, put, web};
use galvanon_core::cut::prices::{PRICE, TIP_LIFE};
use galvanon_core::range::Range;
use galvanon_core::tip::pressure::BORE;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::request::CutPlanRequest;
use crate::api::edge::weights;
use crate::api::layout::marking::MarkingWire;
use crate::api::layout::post::Post;
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::plan::merge::merged;
use crate::plan::settings::{
    CHOICES, EMERGENCY, FIGURES, FIRE_WATCH_MIN, LIFTING_LIMIT, MACHINE_WORDS, MARKING, OwnFigure,
    PRICES, School, WIRES, as_request, current, schools,
};
use crate::store::shop_settings::{self, Setting};

/// How the shop works, and what it may choose from.
#[derive(Debug, Serialize, ToSchema)]
pub struct ShopReply {
    /// Value by key: every school, reach_mm, handling_s, reposition_s, clean_up_s_m,
    /// ambient_pressure_kpa, discharge_coefficient, torch_loss_percent, units,
    /// fuel, usual_process, cleaner_wires_mm, every price, tip_life_starts, lifting_limit_kg, fire_watch_min, emergency_numbers, machine_words, marking. What was never set is an estimate.
    #[schema(value_type = Object)]
    pub settings: Map<String, Value>,
    /// The schools, with reasons.
    pub schools: Vec<School>,
}

/// A new value of a setting.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewSetting {
    /// Id of this change, chosen by the client; a repeated one changes nothing.
    pub id: Uuid,
    /// The value.
    pub value: Value,
}

/// How the shop works now.
#[utoipa::path(get, operation_id = "shop_list", path = "/api/v1/shop", responses((status = 200, body = ShopReply)))]
#[get("/shop")]
pub async fn list(pool: web::Data<PgPool>) -> ApiResult<web::Json<ShopReply>> {
    reply(&pool).await
}

async fn reply(pool: &PgPool) -> ApiResult<web::Json<ShopReply>> {
    Ok(web::Json(ShopReply { settings: current(pool).await?, schools: schools()?.to_vec() }))
}

/// The range of a setting that goes into no formula of the planner by itself.
fn plain_range(key: &str) -> Option<Range> {
    let own = |figure: &OwnFigure, unit| Range::new("value", unit, figure.range.0, figure.range.1);
    match PRICES.iter().find(|price| price.key == key) {
        Some(price) if price.field == "tip_life_starts" => Some(TIP_LIFE),
        Some(_) => Some(PRICE),
        None if key == LIFTING_LIMIT.key => Some(own(&LIFTING_LIMIT, "kg")),
        None if key == FIRE_WATCH_MIN.key => Some(own(&FIRE_WATCH_MIN, "min")),
        None => None,
    }
}

/// The longest list of numbers to call.
const LONGEST_NUMBERS: usize = 300;

fn numbers_to_call(value: &Value) -> ApiResult<()> {
    let mut fields = Fields::default();
    if value.as_str().is_none_or(|text| text.chars().count() > LONGEST_NUMBERS) {
        let expected = format!("at most {LONGEST_NUMBERS} characters");
        fields.errors.push(wrong_shape("value", &expected, Value::Null));
    }
    fields.done(())
}

/// The largest set of wires.
const MOST_WIRES: usize = 30;

/// The wires of a tip cleaner: numbers that are bores.
fn wires(value: &Value) -> ApiResult<()> {
    let mut fields = Fields::default();
    let all = value.as_array().filter(|all| all.len() <= MOST_WIRES);
    let Some(all) = all else {
        let expected = format!("a list of at most {MOST_WIRES} diameters");
        fields.errors.push(wrong_shape("value", &expected, value.clone()));
        return fields.done(());
    };
    let bore = NumberField::new("value", &BORE, Kind::Bore).shown_in("mm", 1e-3);
    for wire in all {
        fields.number(&bore, Some(&Given(wire.clone())), None);
    }
    fields.done(())
}

/// The words of a machine: M-words and the letter of a dwell, nothing else gets into a program.
fn machine_words(value: &Value) -> ApiResult<()> {
    let mut fields = Fields::default();
    match serde_json::from_value::<Post>(value.clone()) {
        Ok(words) => words.check(&mut fields, "value."),
        Err(_) => {
            let expected = "heat_on, heat_off, oxygen_on, oxygen_off, dwell, dwell_in_ms";
            fields.errors.push(wrong_shape("value", expected, value.clone()));
        }
    }
    fields.done(())
}

/// How a shop marks.
fn marking(value: &Value) -> ApiResult<()> {
    let mut fields = Fields::default();
    if let Ok(marking) = serde_json::from_value::<MarkingWire>(value.clone()) {
        marking.read(&mut fields, "value.");
    } else {
        let expected = "line, hatched, punch_straight_mm, punch_curve_mm";
        fields.errors.push(wrong_shape("value", expected, value.clone()));
    }
    fields.done(())
}

/// Whether a key may have a value: a school of its question, or a figure the planner accepts.
///
/// # Errors
/// [`ApiError::NotFound`] for an unknown key, [`ApiError::Invalid`] for a value it cannot have.
pub fn checked(key: &str, value: &Value) -> ApiResult<()> {
    if key == weights::KEY {
        return weights::checked(value);
    }
    let allowed = choices_of(key)?;
    if !allowed.is_empty() {
        return one_of(allowed, value);
    }
    match key {
        EMERGENCY => numbers_to_call(value),
        WIRES => wires(value),
        MACHINE_WORDS => machine_words(value),
        MARKING => marking(value),
        _ => match plain_range(key) {
            Some(range) => in_range(&range, value),
            None if FIGURES.iter().any(|figure| figure.key == key) => planned_with(key, value),
            None => Err(ApiError::NotFound),
        },
    }
}

/// The words that a key may have; none of one that is no choice.
fn choices_of(key: &str) -> ApiResult<Vec<String>> {
    if let Some((_, choices, _)) = CHOICES.iter().find(|(known, ..)| *known == key) {
        return Ok(choices.iter().map(|choice| (*choice).to_owned()).collect());
    }
    Ok(schools()?.iter().filter(|it| it.question == key).map(|it| it.option.clone()).collect())
}

fn one_of(allowed: Vec<String>, value: &Value) -> ApiResult<()> {
    let mut fields = Fields::default();
    if !value.as_str().is_some_and(|value| allowed.iter().any(|known| known == value)) {
        fields.unknown_choice("value", value.clone(), allowed);
    }
    fields.done(())
}

fn in_range(range: &Range, value: &Value) -> ApiResult<()> {
    let mut fields = Fields::default();
    let number = NumberField::new("value", range, Kind::Ratio);
    fields.number(&number, Some(&Given(value.clone())), None);
    fields.done(())
}

/// The planner knows the ranges of its figures: it is asked with a cut of its own.
fn planned_with(key: &str, value: &Value) -> ApiResult<()> {
    let figure = as_request(&Map::from_iter([(key.to_owned(), value.clone())]));
    let cut = json!({
        "steel": { "thickness_mm": 20 },
        "cut": { "length_mm": 100, "process": "guided" },
        "gas": { "fuel": "acetylene" }
    });
    let request: CutPlanRequest = read(&merged(&[&figure, &cut]))?;
    let at_value = |field| FieldError { path: "value".into(), ..field };
    request.to_core().map(|_| ()).map_err(|error| match error {
        ApiError::Invalid(fields) => ApiError::Invalid(fields.into_iter().map(at_value).collect()),
        other => other,
    })
}

/// Sets one; the old value stays on record.
#[utoipa::path(put, operation_id = "shop_set", path = "/api/v1/shop/{key}", request_body = NewSetting, params(("key" = String, Path)),
    responses((status = 200, body = ShopReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/shop/{key}")]
pub async fn set(
    pool: web::Data<PgPool>,
    key: web::Path<String>,
    caller: Caller,
    body: Body<NewSetting>,
) -> ApiResult<web::Json<ShopReply>> {
    checked(&key, &body.value.value)?;
    let setting = Setting { key: key.into_inner(), value: body.value.value };
    shop_settings::add(pool.get_ref(), body.value.id, &setting, caller.person).await?;
    reply(&pool).await
}
