//! A shape and its cut, field by field, read into core's.

use galvanon_core::cut::section_cut::SectionRequest;
use galvanon_core::cut::{Request, limits};
use galvanon_core::entry::shape::{self, NoShape};
use galvanon_core::error::Error;
use galvanon_core::quantity::{Angle, Length, Mass};
use galvanon_core::range::Range;
use galvanon_core::section::asked::{
    ALONG, Across, BEVEL, DEPTH, Flanges, HEADER, MITRE, OFFSET, OPENING, Opening, PIECE, RADIUS,
    SADDLE,
};
use galvanon_core::section::held::Stands;
use galvanon_core::section::profile::{SIZE, WALL};
use galvanon_core::section::{Access, Asked, Cut, Family, Profile, kinds, strokes};
use galvanon_core::steel::surface::Surface;
use galvanon_core::trace::{Kind, Measure};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;

use super::fields::{Fields, Given, NumberField, wrong_shape};
use super::sections::LONGEST;
use crate::error::{ApiError, ApiResult, Limits};
use crate::text::{Section, filled, printed};

/// A shape by hand.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CustomWire {
    /// i, channel, tee, angle, rectangular_tube, round_tube, pipe, flat, round_bar.
    #[schema(value_type = String)]
    pub family: Option<Given>,
    /// Over the flanges, the longer leg, the outside diameter; 5 to 3000 mm.
    #[schema(value_type = f64)]
    pub depth_mm: Option<Given>,
    /// Across; as the depth when left out.
    #[schema(value_type = Option<f64>)]
    pub width_mm: Option<Given>,
    /// Web, leg or wall, 0.5 to 300 mm; a flat or a round bar has none.
    #[schema(value_type = Option<f64>)]
    pub web_mm: Option<Given>,
    /// Flange; as the web when left out.
    #[schema(value_type = Option<f64>)]
    pub flange_mm: Option<Given>,
}

/// The cut of a shape; which measures it takes depends on its kind.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SectionCutWire {
    /// square, mitre, bevel, saddle, cope, access_hole, web_opening, strip, split.
    #[schema(value_type = String)]
    pub kind: Option<Given>,
    /// Mitre (0 to 75) and bevel (0 to 60) from square; saddle (30 to 90, 90 when left out) between the two.
    #[schema(value_type = Option<f64>)]
    pub angle_deg: Option<Given>,
    /// depth, width: which way a mitre slants; depth when left out.
    #[schema(value_type = Option<String>)]
    pub across: Option<Given>,
    /// Cope, access hole (40 when left out): along the shape. Strip, split: of the piece.
    #[schema(value_type = Option<f64>)]
    pub length_mm: Option<Given>,
    /// Cope: from the outer face.
    #[schema(value_type = Option<f64>)]
    pub depth_mm: Option<Given>,
    /// Opening: across the web. Access hole: from the flange's inner face, 25 when left out.
    #[schema(value_type = Option<f64>)]
    pub height_mm: Option<Given>,
    /// Opening: along the shape.
    #[schema(value_type = Option<f64>)]
    pub width_mm: Option<Given>,
    /// Opening: a circle.
    #[schema(value_type = Option<f64>)]
    pub diameter_mm: Option<Given>,
    /// Of inner corners, 9.5 to 300 mm; 12.7 when left out.
    #[schema(value_type = Option<f64>)]
    pub radius_mm: Option<Given>,
    /// Opening, split: from the middle of the web, toward its lower end; 0 when left out.
    #[schema(value_type = Option<f64>)]
    pub offset_mm: Option<Given>,
    /// Saddle: outside diameter of what it is fitted to.
    #[schema(value_type = Option<f64>)]
    pub header_mm: Option<Given>,
    /// top, bottom, both; top when left out.
    #[schema(value_type = Option<String>)]
    pub flanges: Option<Given>,
    /// Opening: pierce, drilled_hole; pierce when left out.
    #[schema(value_type = Option<String>)]
    pub start: Option<Given>,
}

/// A shape to be cut.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SectionWire {
    /// Its name: W12x26, HEA 200, HSS 6x6x1/4, pipe 6 sch 40.
    pub profile: Option<String>,
    /// In place of a name: its family and sizes.
    pub custom: Option<CustomWire>,
    /// The cut.
    pub cut: SectionCutWire,
    /// all, one_side: which sides are in reach; all when left out.
    #[schema(value_type = Option<String>)]
    pub access: Option<Given>,
    /// In place of access: above, near, far, below.
    #[schema(value_type = Option<Vec<String>>)]
    pub sides: Option<Vec<Given>>,
    /// Whether the piece can be turned over; as the access says when left out.
    pub turning: Option<bool>,
    /// How it lies, one of the ways of an earlier answer; the best when left out.
    pub way: Option<String>,
    /// Length of the piece.
    #[schema(value_type = Option<f64>)]
    pub piece_length_mm: Option<Given>,
    /// Length of the drop.
    #[schema(value_type = Option<f64>)]
    pub drop_length_mm: Option<Given>,
    /// Inside a tube (clean when left out), or between flanges and legs (as outside when left out): the words of a surface.
    #[schema(value_type = Option<String>)]
    pub inside_surface: Option<Given>,
    /// The most that is lifted.
    #[schema(value_type = Option<f64>)]
    pub lifting_limit_kg: Option<Given>,
    /// The stroke whose numbers the traces tell of, from 1; the one that cuts most when left out.
    pub explain_stroke: Option<usize>,
    /// Whether a tube or pipe is open at both ends; left out where nobody looked. Accepted for every shape.
    pub ends_open: Option<bool>,
    /// level_on_props, column, built_in, sloping: how the member stands before it is cut; level when left out.
    #[schema(value_type = Option<String>)]
    pub stands: Option<Given>,
    /// Whether a person has named the rigging of a member that is not level on its props.
    pub rigging_named: Option<bool>,
}

const FAMILIES: &[(Family, &str)] = &[
    (Family::I, "i"),
    (Family::Channel, "channel"),
    (Family::Tee, "tee"),
    (Family::Angle, "angle"),
    (Family::RectangularTube, "rectangular_tube"),
    (Family::RoundTube, "round_tube"),
    (Family::Pipe, "pipe"),
    (Family::Flat, "flat"),
    (Family::RoundBar, "round_bar"),
];
const STANDS: &[(Stands, &str)] = &[
    (Stands::Level, "level_on_props"),
    (Stands::Column, "column"),
    (Stands::BuiltIn, "built_in"),
    (Stands::Sloping, "sloping"),
];
const ACROSS: &[(Across, &str)] = &[(Across::Depth, "depth"), (Across::Width, "width")];
const FLANGES: &[(Flanges, &str)] =
    &[(Flanges::Top, "top"), (Flanges::Bottom, "bottom"), (Flanges::Both, "both")];
const STARTS: &[(bool, &str)] = &[(false, "pierce"), (true, "drilled_hole")];
const ACCESS: &[(Access, &str)] = &[(Access::ALL, "all"), (Access::ONE_SIDE, "one_side")];
const SIDES: &[(usize, &str)] = &[(0, "above"), (1, "near"), (2, "far"), (3, "below")];
const KINDS: &[(&str, &str)] = &[
    ("square", "square"),
    ("mitre", "mitre"),
    ("bevel", "bevel"),
    ("saddle", "saddle"),
    ("cope", "cope"),
    ("access_hole", "access_hole"),
    ("web_opening", "web_opening"),
    ("strip", "strip"),
    ("split", "split"),
];
/// A corner that is not said. Source: `common_practice`: 1/2 in.
const USUAL_RADIUS: f64 = 0.0127;
/// An access hole that is not said. Source: `ours`, over the least of `aisc_360`.
const USUAL_HOLE: (f64, f64) = (0.040, 0.025);
/// Mass of a lift.
const LIFT: Range = Range::new("section.lifting_limit", "kg", 1.0, 1e6);

/// Reads the parts of one shape; `at` is its place in the request, with a dot, or nothing.
struct Reader<'a> {
    fields: &'a mut Fields,
    at: &'static str,
    /// Whether the shape is given by its sizes and not by a name.
    by_sizes: bool,
}

impl Reader<'_> {
    fn path(&self, name: &str) -> String {
        format!("{}{name}", self.at)
    }

    fn number(
        &mut self,
        name: &str,
        given: Option<&Given>,
        (range, kind, usual): (&Range, Kind, Option<f64>),
    ) -> f64 {
        let field = NumberField { path: self.path(name), range, kind };
        self.fields.number(&field, given, usual)
    }

    fn length(&mut self, name: &str, given: Option<&Given>, range: &Range) -> Length {
        Length::from_m(self.number(name, given, (range, Kind::Length, None)))
    }

    fn length_or(
        &mut self,
        name: &str,
        given: Option<&Given>,
        (range, usual): (&Range, f64),
    ) -> Length {
        Length::from_m(self.number(name, given, (range, Kind::Length, Some(usual))))
    }

    fn optional(&mut self, name: &str, given: Option<&Given>, range: &Range) -> Option<Length> {
        let given = given.filter(|given| !given.0.is_null())?;
        Some(self.length(name, Some(given), range))
    }

    fn choice<T: Copy>(
        &mut self,
        name: &str,
        given: Option<&Given>,
        choices: (&[(T, &'static str)], Option<T>),
    ) -> T {
        let path = self.path(name);
        self.fields.choice(&path, given, choices)
    }

    fn profile(&mut self, section: &SectionWire) -> Option<Profile> {
        if let Some(custom) = &section.custom {
            return self.custom(custom);
        }
        let name = section.profile.as_deref().unwrap_or_default();
        let path = self.path("profile");
        let tidy = self.fields.text(&path, name, LONGEST);
        if tidy.is_empty() || name.chars().count() > LONGEST {
            return None;
        }
        match shape::find(&tidy) {
            Ok(profile) => return Some(profile),
            Err(NoShape::Refused(error)) => self.refuse_name(&tidy, error),
            Err(NoShape::WithoutUnit(offers)) => {
                let words = [("typed", tidy.clone()), ("offers", offers.join(", "))];
                self.fields.refuse(&path, "shape_without_unit", json!(tidy), &words);
            }
        }
        None
    }

    fn custom(&mut self, custom: &CustomWire) -> Option<Profile> {
        let before = self.fields.errors.len();
        let family = self.choice("custom.family", custom.family.as_ref(), (FAMILIES, None));
        let depth = self.length("custom.depth_mm", custom.depth_mm.as_ref(), &SIZE);
        let width = (&SIZE, depth.as_m());
        let width = self.length_or("custom.width_mm", custom.width_mm.as_ref(), width);
        let solid = matches!(family, Family::Flat | Family::RoundBar);
        let web = if solid {
            Length::from_m(WALL.low)
        } else {
            self.length("custom.web_mm", custom.web_mm.as_ref(), &WALL)
        };
        let flange = (&WALL, web.as_m());
        let flange = self.length_or("custom.flange_mm", custom.flange_mm.as_ref(), flange);
        if self.fields.errors.len() > before {
            return None;
        }
        let made = Profile::custom(family, (depth, width), (web, flange));
        made.map_err(|error| self.refuse(error)).ok()
    }

    /// A stroke that is asked about is one of those there are.
    fn explained(&mut self, asked: Option<usize>, strokes: usize) {
        if let Some(order) = asked.filter(|order| !(1..=strokes).contains(order)) {
            let path = self.path("explain_stroke");
            let fault = wrong_shape(&path, &format!("1 to {strokes}"), json!(order));
            self.fields.errors.push(fault);
        }
    }

    /// A name that is none, or one whose sizes are no shape.
    fn refuse_name(&mut self, typed: &str, error: Error) {
        if matches!(error, Error::UnknownChoice { .. }) {
            return self.refuse(error);
        }
        let path = self.path("profile");
        self.fields.refuse(&path, "shape_sizes", json!(typed), &[("typed", typed.to_owned())]);
    }

    /// A refusal of core, at the field that caused it.
    fn refuse(&mut self, error: Error) {
        match error {
            Error::UnknownChoice { input, allowed, value } => {
                let name = match input {
                    "profile" => "profile",
                    "way" => "way",
                    _ => "cut.kind",
                };
                let path = self.path(name);
                let allowed: Vec<String> = allowed.into_iter().map(str::to_owned).collect();
                let message = (name == "profile").then(|| no_such_shape(&value, &allowed));
                self.fields.unknown_choice(&path, json!(value), allowed);
                if let (Some(message), Some(last)) = (message, self.fields.errors.last_mut()) {
                    last.message = message;
                }
            }
            Error::Contradiction { input, code, value, against, .. } => {
                let path = self.path(&field_of(input));
                refuse_length(self.fields, &path, (code, value, against));
            }
            Error::OutOfRange { input, value, low, high, unit } => {
                let named = input == "size" && !self.by_sizes;
                let name = if named { "profile".to_owned() } else { field_of(input) };
                let path = self.path(&name);
                let range = Range { input, unit, low, high };
                let kind = if unit == "rad" { Kind::Angle } else { Kind::Length };
                let shown = crate::text::in_contract_unit(kind, value);
                let given = Given(json!((shown * 1e6).round() / 1e6));
                self.fields.number(&NumberField { path, range: &range, kind }, Some(&given), None);
            }
            other => {
                let path = self.path("cut");
                self.fields.refuse(
                    &path,
                    "not_planned",
                    Value::Null,
                    &[("why", other.to_string())],
                );
            }
        }
    }

    fn access(&mut self, section: &SectionWire) -> Access {
        let usual = (ACCESS, Some(Access::ALL));
        let mut access = self.choice("access", section.access.as_ref(), usual);
        if let Some(sides) = &section.sides {
            let mut open = [false; 4];
            for (at, side) in sides.iter().enumerate() {
                open[self.choice(&format!("sides.{at}"), Some(side), (SIDES, None))] = true;
            }
            let [above, near, far, below] = open;
            access = Access { above, near, far, below, ..access };
        }
        Access { turning: section.turning.unwrap_or(access.turning), ..access }
    }

    fn cut(&mut self, section: &SectionWire, family: Family) -> Cut {
        let cut = &section.cut;
        let angle = cut.angle_deg.as_ref();
        let offered: Vec<(&str, &'static str)> =
            KINDS.iter().filter(|(kind, _)| kinds(family).contains(kind)).copied().collect();
        let kind = self.choice("cut.kind", cut.kind.as_ref(), (&offered, None));
        let flanges = |this: &mut Self| {
            this.choice("cut.flanges", cut.flanges.as_ref(), (FLANGES, Some(Flanges::Top)))
        };
        let radius = |this: &mut Self| {
            this.length_or("cut.radius_mm", cut.radius_mm.as_ref(), (&RADIUS, USUAL_RADIUS))
        };
        // a piece is as long as it is said to be
        let whole = cut.length_mm.as_ref().or(section.piece_length_mm.as_ref());
        match kind {
            "mitre" => Cut::Mitre {
                angle: Angle::from_rad(self.number(
                    "cut.angle_deg",
                    angle,
                    (&MITRE, Kind::Angle, None),
                )),
                across: self.choice(
                    "cut.across",
                    cut.across.as_ref(),
                    (ACROSS, Some(Across::Depth)),
                ),
            },
            "bevel" => Cut::Bevel {
                angle: Angle::from_rad(self.number(
                    "cut.angle_deg",
                    angle,
                    (&BEVEL, Kind::Angle, None),
                )),
            },
            "saddle" => Cut::Saddle {
                header: self.length("cut.header_mm", cut.header_mm.as_ref(), &HEADER),
                angle: Angle::from_rad(self.number(
                    "cut.angle_deg",
                    angle,
                    (&SADDLE, Kind::Angle, Some(SADDLE.high)),
                )),
            },
            "cope" => Cut::Cope {
                length: self.length("cut.length_mm", cut.length_mm.as_ref(), &ALONG),
                depth: self.length("cut.depth_mm", cut.depth_mm.as_ref(), &DEPTH),
                radius: radius(self),
                flanges: flanges(self),
            },
            "access_hole" => Cut::AccessHole {
                length: self.length_or(
                    "cut.length_mm",
                    cut.length_mm.as_ref(),
                    (&ALONG, USUAL_HOLE.0),
                ),
                height: self.length_or(
                    "cut.height_mm",
                    cut.height_mm.as_ref(),
                    (&ALONG, USUAL_HOLE.1),
                ),
                radius: radius(self),
                flanges: flanges(self),
            },
            "web_opening" => Cut::WebOpening {
                opening: self.opening(cut, radius),
                offset: self.length_or("cut.offset_mm", cut.offset_mm.as_ref(), (&OFFSET, 0.0)),
                drilled: self.choice("cut.start", cut.start.as_ref(), (STARTS, Some(false))),
            },
            "strip" => Cut::Strip {
                flanges: flanges(self),
                length: self.length("cut.length_mm", whole, &PIECE),
            },
            "split" => Cut::Split {
                offset: self.length_or("cut.offset_mm", cut.offset_mm.as_ref(), (&OFFSET, 0.0)),
                length: self.length("cut.length_mm", whole, &PIECE),
            },
            _ => Cut::Square,
        }
    }

    fn opening(&mut self, cut: &SectionCutWire, radius: impl Fn(&mut Self) -> Length) -> Opening {
        if cut.diameter_mm.as_ref().is_some_and(|given| !given.0.is_null()) {
            let diameter = self.length("cut.diameter_mm", cut.diameter_mm.as_ref(), &OPENING);
            return Opening::Round { diameter };
        }
        Opening::Rectangle {
            width: self.length("cut.width_mm", cut.width_mm.as_ref(), &OPENING),
            height: self.length("cut.height_mm", cut.height_mm.as_ref(), &OPENING),
            radius: radius(self),
        }
    }
}

/// Refusals of a length that must be at least what it is held against; of others it must be at most that.
const AT_LEAST: [&str; 4] =
    ["cope_in_fillet", "shorter_than_its_radius", "too_little_web", "header_too_small"];

/// Notes a length that has no room, with the limit it broke.
pub fn refuse_length(fields: &mut Fields, path: &str, (code, value, against): (&str, f64, f64)) {
    let mm = |m: f64| (m * 1e6).round() / 1e3;
    let (low, high) =
        if AT_LEAST.contains(&code) { (mm(against), mm(PIECE.high)) } else { (0.0, mm(against)) };
    let say = |m: f64| printed(&Measure::Number(Kind::Length, m));
    let words = [("value", say(value)), ("low", say(against)), ("high", say(against))];
    fields.refuse(path, code, json!(mm(value)), &words);
    if let Some(error) = fields.errors.last_mut() {
        error.limits = Some(Limits { low, high, unit: "mm".into() });
    }
}

/// A name that no shape has, with the nearest ones.
fn no_such_shape(typed: &str, nearest: &[String]) -> String {
    filled(Section::Errors, "no_such_shape", |placeholder| match placeholder {
        "typed" => Some(typed.to_owned()),
        "nearest" => Some(nearest.join(", ")),
        _ => None,
    })
}

/// The field of the wire that an input of core stands in.
fn field_of(input: &str) -> String {
    match input {
        "cut.angle" => "cut.angle_deg".into(),
        "wall" => "custom.web_mm".into(),
        "size" => "custom.depth_mm".into(),
        other => format!("{other}_mm"),
    }
}

/// Reads a shape and its cut, and refuses what has no room in it. Thickness and length of `base` are overwritten.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn read_section(
    mut fields: Fields,
    (section, at): (&SectionWire, &'static str),
    base: Request,
) -> ApiResult<SectionRequest> {
    let by_sizes = section.custom.is_some();
    let mut reader = Reader { fields: &mut fields, at, by_sizes };
    let profile = reader.profile(section);
    let access = reader.access(section);
    let piece = reader.optional("piece_length_mm", section.piece_length_mm.as_ref(), &PIECE);
    let drop = reader.optional("drop_length_mm", section.drop_length_mm.as_ref(), &PIECE);
    // between flanges it looks as outside unless it is said; inside a tube nobody has seen it
    let hollow = profile.as_ref().is_some_and(|it| it.family.is_hollow());
    let usual = if hollow { Surface::Clean } else { base.steel.surface };
    let faces = (&Surface::ALL[..], Some(usual));
    let inside = reader.choice("inside_surface", section.inside_surface.as_ref(), faces);
    let lift = section.lifting_limit_kg.as_ref().filter(|given| !given.0.is_null());
    let lifting_limit = lift.map(|given| {
        let measured = reader.number("lifting_limit_kg", Some(given), (&LIFT, Kind::Mass, None));
        Mass::from_kg(measured)
    });
    let stands = (STANDS, Some(Stands::Level));
    let stands = reader.choice("stands", section.stands.as_ref(), stands);
    let Some(profile) = profile else { return Err(ApiError::Invalid(fields.errors)) };
    let cut = reader.cut(section, profile.family);
    if reader.fields.errors.is_empty() {
        let planned = strokes(&profile, &Asked { cut, access });
        let way = section.way.as_deref();
        let chosen = planned.and_then(|all| match way {
            Some(way) => all.way(way).map(|way| way.strokes.len()),
            None => Ok(all.ways.first().map_or(0, |way| way.strokes.len())),
        });
        match chosen {
            Ok(strokes) => reader.explained(section.explain_stroke, strokes),
            Err(error) => reader.refuse(error),
        }
    }
    let mut base = base;
    let (low, high) = (limits::THICKNESS.low, limits::THICKNESS.high);
    base.steel.thickness = Length::from_m(profile.web.as_m().clamp(low, high));
    fields.done(SectionRequest {
        profile,
        asked: Asked { cut, access },
        way: section.way.clone(),
        base,
        inside,
        piece,
        drop,
        lifting_limit,
        ends_open: section.ends_open,
        stands,
        rigging_named: section.rigging_named.unwrap_or(false),
        explain: section.explain_stroke,
    })
}
