//! Reading what is typed: the browser asks, core reads.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::entry::field::Typed;
use galvanon_core::entry::line::read_in;
use galvanon_core::entry::measure::TypedLength;
use galvanon_core::entry::said::{Line, Mark, Problem, SaidSection, Understood};
use galvanon_core::entry::work::said::{SaidPiece, SaidWork};
use galvanon_core::section::asked::CutKind;
use galvanon_core::trace::Kind;
use galvanon_core::work::WorkKind;
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value, json};
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, wrong_shape};
use crate::wire::text::{Section, filled, sentence};
use crate::wire::unit::{in_contract_unit, wire};

/// A typed line.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LineRequest {
    /// As typed.
    pub text: String,
    /// freehand, guided, machine: how the shop usually moves the torch, taken where the line does not say; left out, it is asked.
    #[schema(value_type = Option<String>)]
    pub usual_process: Option<Given>,
}

/// What a part of the text was taken for; places count UTF-16 units, as a browser does.
#[derive(Debug, Serialize, ToSchema)]
pub struct MarkWire {
    /// First unit.
    pub start: usize,
    /// One past the last unit.
    pub end: usize,
    /// count, thickness, length, stroke, process, surface, back_surface, start, quality, bevel, fuel,
    /// grade, plate_temperature, oxygen_purity; of a shape: shape, kind, piece, drop, depth, width, height, diameter,
    /// radius, header, flanges, access.
    pub part: String,
    /// What was assumed on the way, in words.
    pub assumed: Option<String>,
}

/// Something to be asked or mended.
#[derive(Debug, Serialize, ToSchema)]
pub struct ProblemWire {
    /// Code of its sentence.
    pub code: String,
    /// The sentence.
    pub text: String,
    /// First unit of the place; null when something is missing.
    pub start: Option<usize>,
    /// One past the last unit.
    pub end: Option<usize>,
    /// Texts that would mend it: in place of the span, or at the end of the line.
    pub offers: Vec<String>,
}

/// A line, read.
#[derive(Debug, Serialize, ToSchema)]
pub struct LineReply {
    /// The line said back in full.
    pub echo: String,
    /// Whether it can be planned.
    pub complete: bool,
    /// What was understood, and where.
    pub marks: Vec<MarkWire>,
    /// What must be asked.
    pub problems: Vec<ProblemWire>,
    /// The part of a cut plan request that it says.
    #[schema(value_type = Object)]
    pub input: Value,
}

fn utf16(text: &str, byte: usize) -> usize {
    text.get(..byte).map_or(0, |before| before.encode_utf16().count())
}

/// A part of a text that was understood, as a browser counts its places.
#[must_use]
pub fn mark_wire(text: &str, mark: &Mark) -> MarkWire {
    MarkWire {
        start: utf16(text, mark.span.start),
        end: utf16(text, mark.span.end),
        part: mark.part.into(),
        assumed: mark.assumed.map(|code| filled(Section::Assumed, code, |_| None)),
    }
}

/// Something to be asked of a text, in words.
#[must_use]
pub fn problem_wire(text: &str, problem: &Problem) -> ProblemWire {
    ProblemWire {
        code: problem.code.into(),
        text: in_words(text, problem),
        start: problem.span.as_ref().map(|span| utf16(text, span.start)),
        end: problem.span.as_ref().map(|span| utf16(text, span.end)),
        offers: problem.offers.clone(),
    }
}

fn reply(text: &str, read: &Line) -> LineReply {
    let marks = read.marks.iter().map(|mark| mark_wire(text, mark));
    let problems = read.problems.iter().map(|problem| problem_wire(text, problem));
    LineReply {
        echo: read.understood.echo(),
        complete: read.problems.is_empty(),
        marks: marks.collect(),
        problems: problems.collect(),
        input: input(&read.understood),
    }
}

/// What must be asked of a line, with the part of it that raises the question.
fn in_words(text: &str, problem: &Problem) -> String {
    let typed = problem.span.clone().and_then(|span| text.get(span)).unwrap_or_default();
    let shown: String = typed.chars().take(60).collect();
    filled(Section::Problems, problem.code, |name| {
        (name == "typed").then(|| format!("\u{201c}{shown}\u{201d}"))
    })
}

/// Everything that must be asked of a line, in words.
#[must_use]
pub fn problems(text: &str, read: &Line) -> Vec<String> {
    read.problems.iter().map(|problem| in_words(text, problem)).collect()
}

/// The part of a cut plan request that a line says.
#[must_use]
pub fn input(said: &Understood) -> Value {
    let part = |pairs: Vec<(&str, Option<Value>)>| -> Value {
        let given = pairs.into_iter().filter_map(|(key, value)| Some((key.to_owned(), value?)));
        Value::Object(given.collect::<Map<_, _>>())
    };
    let nine = |value: f64| json!((value * 1e9).round() / 1e9);
    let steel = part(vec![
        ("thickness_mm", said.thickness.map(|l| nine(l.length().as_mm()))),
        ("grade", said.grade.map(|grade| json!(grade))),
        ("plate_temperature_c", said.plate_temperature.map(|t| nine(t.as_c()))),
        ("surface", said.surface.map(|s| json!(s.code()))),
        ("back_surface", said.back_surface.map(|s| json!(s.code()))),
    ]);
    let cut = part(vec![
        ("length_mm", said.length.map(|l| nine(l.length().as_mm()))),
        ("stroke", said.stroke.map(|stroke| json!(stroke.code()))),
        ("process", said.process.map(|p| json!(p.code()))),
        ("start", said.start.map(|s| json!(s.code()))),
        ("bevel_deg", said.bevel.map(|b| nine(b.as_deg()))),
        ("quality", said.quality.map(|q| json!(q.code()))),
        ("count", said.count.map(|count| json!(count))),
    ]);
    let gas = part(vec![
        ("fuel", said.fuel.map(|fuel| json!(fuel.code()))),
        ("oxygen_purity_percent", said.oxygen_purity.map(|p| nine(p * 100.0))),
    ]);
    let mut input = json!({ "steel": steel, "cut": cut, "gas": gas });
    if let Some(shape) = &said.section {
        as_section(&mut input, shape, said);
    }
    if let Some(work) = &said.work {
        input["work"] = as_work(work);
    }
    input
}

/// A piece as a request holds it.
fn as_piece(piece: &SaidPiece) -> Value {
    let mass = (piece.mass.as_kg() * 1e6).round() / 1e6;
    json!({ "name": piece.name, "mass_kg": mass, "held_by": piece.held_by })
}

/// The part of a request that other work says.
fn as_work(said: &SaidWork) -> Value {
    let mm = |length: Option<TypedLength>| {
        length.map(|length| json!((length.length().as_mm() * 1e9).round() / 1e9))
    };
    let rail = said.kind == WorkKind::Rail;
    let fastener = said.kind == WorkKind::Fastener;
    let circle = said.kind == WorkKind::Circle;
    let pairs = [
        ("kind", Some(json!(said.kind.code()))),
        ("fastener", said.what.map(|what| json!(what.code()))),
        ("head", said.head.map(|head| json!(head.code()))),
        ("kept", circle.then(|| json!(said.kept.code()))),
        ("turned", circle.then(|| json!(said.turned.code()))),
        ("diameter_mm", mm(said.diameter)),
        ("save", fastener.then(|| json!(said.save.code()))),
        ("rusted", fastener.then_some(json!(said.rusted))),
        ("coated", fastener.then(|| json!(said.coated.code()))),
        ("thickness_mm", mm(said.thickness)),
        ("width_mm", mm(said.width)),
        ("length_mm", mm(said.length)),
        ("depth_mm", mm(said.depth)),
        ("leave_mm", mm(said.leave)),
        ("highest_mm", rail.then(|| mm(said.highest).unwrap_or(json!(0)))),
        ("bevel_deg", said.bevel.map(|bevel| json!((bevel.as_deg() * 1e9).round() / 1e9))),
        ("flow_l_min", said.heat.flow.map(|flow| json!(wire(Kind::GasFlow, flow.as_m3_s())))),
        (
            "temperature_c",
            said.heat.temperature.map(|hot| json!(wire(Kind::Temperature, hot.as_k()))),
        ),
        ("spell_s", said.heat.spell.map(|spell| json!(wire(Kind::Duration, spell.as_s())))),
        ("pieces", (!said.pieces.is_empty()).then(|| said.pieces.iter().map(as_piece).collect())),
    ];
    let given = pairs.into_iter().filter_map(|(key, value)| Some((key.to_owned(), value?)));
    Value::Object(given.collect::<Map<_, _>>())
}

/// The part of a request that a shape says; a slant and a far face belong to it then.
fn as_section(input: &mut Value, shape: &SaidSection, said: &Understood) {
    let mm = |length: Option<TypedLength>| {
        length.map(|length| json!((length.length().as_mm() * 1e9).round() / 1e9))
    };
    let given = |pairs: Vec<(&str, Option<Value>)>| -> Value {
        let given = pairs.into_iter().filter_map(|(key, value)| Some((key.to_owned(), value?)));
        Value::Object(given.collect::<Map<_, _>>())
    };
    let angle = input["cut"].as_object_mut().and_then(|cut| cut.remove("bevel_deg"));
    let start = input["cut"].as_object_mut().and_then(|cut| cut.remove("start"));
    if let Some(steel) = input["steel"].as_object_mut() {
        steel.remove("back_surface");
    }
    let opening = shape.kind() == CutKind::WebOpening;
    let cut = given(vec![
        ("kind", Some(json!(shape.kind().code()))),
        ("angle_deg", angle),
        ("length_mm", mm(shape.length)),
        ("depth_mm", mm(shape.depth)),
        ("width_mm", mm(shape.width)),
        ("height_mm", mm(shape.height)),
        ("diameter_mm", mm(shape.diameter)),
        ("radius_mm", mm(shape.radius)),
        ("header_mm", mm(shape.header)),
        ("flanges", shape.flanges.map(|which| json!(which))),
        ("start", start.filter(|_| opening)),
    ]);
    input["section"] = given(vec![
        ("ends_open", shape.ends_open.map(|open| json!(open))),
        ("profile", Some(json!(shape.profile))),
        ("cut", Some(cut)),
        ("piece_length_mm", mm(shape.piece)),
        ("drop_length_mm", mm(shape.drop)),
        ("access", shape.one_side.then(|| json!("one_side"))),
        ("inside_surface", said.back_surface.map(|surface| json!(surface.code()))),
    ]);
}

/// Reads a quick-entry line, says back what was understood and asks for the rest.
#[utoipa::path(post, operation_id = "entry_line", path = "/api/v1/entry/line", request_body = LineRequest,
    responses((status = 200, body = LineReply), (status = 422, body = ErrorBody)))]
#[post("/entry/line")]
pub async fn line(body: Body<LineRequest>) -> ApiResult<web::Json<LineReply>> {
    let text = &body.value.text;
    let mut fields = Fields::default();
    let usual = fields.optional("usual_process", body.value.usual_process.as_ref());
    fields.done(())?;
    Ok(web::Json(reply(text, &read_in(text, usual))))
}

/// A typed field.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FieldRequest {
    /// As typed.
    pub text: String,
    /// length, temperature, angle, percent, pressure (with its unit), number.
    #[schema(value_type = String)]
    pub kind: Option<Given>,
    /// The unit shown beside the field, which a bare number takes: inch, metric.
    #[schema(value_type = String)]
    pub shown: Option<Given>,
}

/// A field, read.
#[derive(Debug, Serialize, ToSchema)]
pub struct FieldReply {
    /// In mm, °C, degrees, percent or as it is.
    pub value: f64,
    /// What was assumed on the way, in words.
    pub assumed: Option<String>,
}

/// Reads one typed field; the unit shown beside it applies to a bare number.
#[utoipa::path(post, operation_id = "entry_field", path = "/api/v1/entry/field", request_body = FieldRequest,
    responses((status = 200, body = FieldReply), (status = 422, body = ErrorBody)))]
#[post("/entry/field")]
pub async fn field(body: Body<FieldRequest>) -> ApiResult<web::Json<FieldReply>> {
    let request = &body.value;
    let mut fields = Fields::default();
    let kind = fields.code("kind", request.kind.as_ref(), None);
    let shown = fields.code("shown", request.shown.as_ref(), None);
    if !fields.errors.is_empty() {
        return Err(ApiError::Invalid(fields.errors));
    }
    let typed = galvanon_core::entry::field::read(&request.text, kind, shown).map_err(|code| {
        let shown: String = request.text.chars().take(60).collect();
        let mut error = wrong_shape("text", "", Value::String(shown.clone()));
        error.code = code.into();
        error.message = filled(Section::Problems, code, |name| {
            (name == "typed").then(|| format!("\u{201c}{shown}\u{201d}"))
        });
        ApiError::Invalid(vec![error])
    })?;
    let (kind, si, assumed) = match typed {
        Typed::Length(length, assumed) => (Kind::Length, length.length().as_m(), assumed),
        Typed::Temperature(t) => (Kind::Temperature, t.as_k(), false),
        Typed::Angle(angle) => (Kind::Angle, angle.as_rad(), false),
        Typed::Percent(part) => (Kind::Percent, part, false),
        Typed::Pressure(p) => (Kind::Pressure, p.as_pa(), false),
        Typed::Number(number) => (Kind::Ratio, number, false),
    };
    let value = (in_contract_unit(kind, si) * 1e9).round() / 1e9;
    let assumed = assumed
        .then(|| sentence(Section::Assumed, "bare_fraction_is_inches").map(str::to_owned))
        .flatten();
    Ok(web::Json(FieldReply { value, assumed }))
}
