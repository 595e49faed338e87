//! Reads a shape and its cut into core's, and refuses what has no room in it.

use galvanon_core::code::Code;
use galvanon_core::cut::practice::HoleStart;
use galvanon_core::cut::section::plan::SectionRequest;
use galvanon_core::cut::{Request, Start, limits};
use galvanon_core::entry::shape::{self, NoShape};
use galvanon_core::error::Error;
use galvanon_core::quantity::{Angle, Length, Mass};
use galvanon_core::range::Range;
use galvanon_core::section::asked::{
    ALONG, Across, BEVEL, CutKind, DEPTH, Flanges, HEADER, MITRE, OFFSET, OPENING, Opening, PIECE,
    RADIUS, SADDLE, USUAL_HOLE_HEIGHT, USUAL_HOLE_LENGTH, USUAL_RADIUS,
};
use galvanon_core::section::held::{LIFT, Stands};
use galvanon_core::section::profile::{SIZE, WALL};
use galvanon_core::section::{Access, Asked, Cut, Family, Profile, Side, kinds, strokes};
use galvanon_core::steel::surface::Surface;
use galvanon_core::trace::Kind;
use serde_json::{Value, json};

use crate::api::section::profiles::LONGEST;
use crate::api::section::refusal::{Broke, field_of, no_such_shape, refuse_length};
use crate::api::section::request::{CustomWire, SectionCutWire, SectionWire};
use crate::error::{ApiError, ApiResult};
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};

const ACCESS: &[(Access, &str)] = &[(Access::ALL, "all"), (Access::ONE_SIDE, "one_side")];
/// Reads the parts of one shape; `at` is its place in the request, with a dot, or nothing.
struct Reader<'a> {
    fields: &'a mut Fields,
    at: &'static str,
    /// Whether the shape is given by its sizes and not by a name.
    by_sizes: bool,
    /// How the shop begins an opening.
    hole: HoleStart,
}

impl Reader<'_> {
    fn path(&self, name: &str) -> String {
        format!("{}{name}", self.at)
    }

    fn number(
        &mut self,
        field: &NumberField<'_>,
        given: Option<&Given>,
        usual: Option<f64>,
    ) -> f64 {
        let field = field.at(self.path(&field.path));
        self.fields.number(&field, given, usual)
    }

    fn angle(&mut self, given: Option<&Given>, range: &Range, usual: Option<f64>) -> Angle {
        let field = NumberField::new("cut.angle_deg", range, Kind::Angle);
        Angle::from_rad(self.number(&field, given, usual))
    }

    fn length(&mut self, name: &str, given: Option<&Given>, range: &Range) -> Length {
        Length::from_m(self.number(&NumberField::new(name, range, Kind::Length), given, None))
    }

    fn length_or(
        &mut self,
        name: &str,
        given: Option<&Given>,
        range: &Range,
        usual: f64,
    ) -> Length {
        let field = NumberField::new(name, range, Kind::Length);
        Length::from_m(self.number(&field, given, Some(usual)))
    }

    fn optional(&mut self, name: &str, given: Option<&Given>, range: &Range) -> Option<Length> {
        let given = given.filter(|given| given.is_said())?;
        Some(self.length(name, Some(given), range))
    }

    fn code<T: Code>(&mut self, name: &str, given: Option<&Given>, usual: Option<T>) -> T {
        let path = self.path(name);
        self.fields.code(&path, given, usual)
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
        let family = self.code("custom.family", custom.family.as_ref(), None);
        let depth = self.length("custom.depth_mm", custom.depth_mm.as_ref(), &SIZE);
        let width =
            self.length_or("custom.width_mm", custom.width_mm.as_ref(), &SIZE, depth.as_m());
        let solid = matches!(family, Family::Flat | Family::RoundBar);
        let web = if solid {
            Length::from_m(WALL.low)
        } else {
            self.length("custom.web_mm", custom.web_mm.as_ref(), &WALL)
        };
        let flange =
            self.length_or("custom.flange_mm", custom.flange_mm.as_ref(), &WALL, web.as_m());
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
                let name = if ["profile", "way"].contains(&input) { input } else { "cut.kind" };
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
                refuse_length(self.fields, &path, &Broke { code, value, against });
            }
            Error::OutOfRange { input, value, low, high, unit } => {
                let named = input == "size" && !self.by_sizes;
                let name = if named { "profile".to_owned() } else { field_of(input) };
                let path = self.path(&name);
                let range = Range { input, unit, low, high };
                let kind = if unit == "rad" { Kind::Angle } else { Kind::Length };
                self.fields.out_of_range(&NumberField::new(path, &range, kind), value);
            }
            other => {
                let (path, why) = (self.path("cut"), [("why", other.to_string())]);
                self.fields.refuse(&path, "not_planned", Value::Null, &why);
            }
        }
    }

    fn access(&mut self, section: &SectionWire) -> Access {
        let (path, usual) = (self.path("access"), Some(Access::ALL));
        let mut access = self.fields.choice(ACCESS, &path, section.access.as_ref(), usual);
        if let Some(sides) = &section.sides {
            let mut open = [false; 4];
            for (at, side) in sides.iter().enumerate() {
                let side: Side = self.code(&format!("sides.{at}"), Some(side), None);
                open[side as usize] = true;
            }
            let [above, near, far, below] = open;
            access = Access { above, near, far, below, ..access };
        }
        Access { turning: section.turning.unwrap_or(access.turning), ..access }
    }

    fn cut(&mut self, section: &SectionWire, family: Family) -> Cut {
        let cut = &section.cut;
        let angle = cut.angle_deg.as_ref();
        let path = self.path("cut.kind");
        let kind = self.fields.code_of(kinds(family), &path, cut.kind.as_ref(), None);
        let flanges =
            |this: &mut Self| this.code("cut.flanges", cut.flanges.as_ref(), Some(Flanges::Top));
        let radius = |this: &mut Self| {
            this.length_or("cut.radius_mm", cut.radius_mm.as_ref(), &RADIUS, USUAL_RADIUS.as_m())
        };
        match kind {
            CutKind::Mitre => Cut::Mitre {
                angle: self.angle(angle, &MITRE, None),
                across: self.code("cut.across", cut.across.as_ref(), Some(Across::Depth)),
            },
            CutKind::Bevel => Cut::Bevel { angle: self.angle(angle, &BEVEL, None) },
            CutKind::Saddle => Cut::Saddle {
                header: self.length("cut.header_mm", cut.header_mm.as_ref(), &HEADER),
                angle: self.angle(angle, &SADDLE, Some(SADDLE.high)),
            },
            CutKind::Cope => Cut::Cope {
                length: self.length("cut.length_mm", cut.length_mm.as_ref(), &ALONG),
                depth: self.length("cut.depth_mm", cut.depth_mm.as_ref(), &DEPTH),
                radius: radius(self),
                flanges: flanges(self),
            },
            CutKind::AccessHole => {
                let [length, height] = self.access_hole(cut);
                Cut::AccessHole { length, height, radius: radius(self), flanges: flanges(self) }
            }
            CutKind::WebOpening => Cut::WebOpening {
                opening: self.opening(cut, radius),
                offset: self.offset(cut),
                drilled: self.is_drilled(cut),
            },
            CutKind::Strip => Cut::Strip { flanges: flanges(self), length: self.piece(section) },
            CutKind::Split => Cut::Split { offset: self.offset(cut), length: self.piece(section) },
            CutKind::Square => Cut::Square,
        }
    }

    fn offset(&mut self, cut: &SectionCutWire) -> Length {
        self.length_or("cut.offset_mm", cut.offset_mm.as_ref(), &OFFSET, 0.0)
    }

    /// How long a cut along the shape is: as the piece where it says nothing of itself.
    fn piece(&mut self, section: &SectionWire) -> Length {
        let length = section.cut.length_mm.as_ref().or(section.piece_length_mm.as_ref());
        self.length("cut.length_mm", length, &PIECE)
    }

    /// Length and height of a hole at a weld.
    fn access_hole(&mut self, cut: &SectionCutWire) -> [Length; 2] {
        let (length, height) = (cut.length_mm.as_ref(), cut.height_mm.as_ref());
        [
            self.length_or("cut.length_mm", length, &ALONG, USUAL_HOLE_LENGTH.as_m()),
            self.length_or("cut.height_mm", height, &ALONG, USUAL_HOLE_HEIGHT.as_m()),
        ]
    }

    /// Whether the way that is asked for is one of the cut's, and the stroke one of its strokes.
    fn check_way(&mut self, section: &SectionWire, profile: &Profile, asked: &Asked) {
        let chosen = strokes(profile, asked).and_then(|all| match section.way.as_deref() {
            Some(way) => all.way(way).map(|way| way.strokes.len()),
            None => Ok(all.ways.first().map_or(0, |way| way.strokes.len())),
        });
        match chosen {
            Ok(strokes) => self.explained(section.explain_stroke, strokes),
            Err(error) => self.refuse(error),
        }
    }

    fn is_drilled(&mut self, cut: &SectionCutWire) -> bool {
        let usual = match self.hole {
            HoleStart::Drilled => Start::DrilledHole,
            HoleStart::Pierce => Start::Pierce,
        };
        let path = self.path("cut.start");
        let starts = [Start::Pierce, Start::DrilledHole];
        self.fields.code_of(&starts, &path, cut.start.as_ref(), Some(usual)) == Start::DrilledHole
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

/// Reads a shape and its cut, and refuses what has no room in it. Thickness and length of `base` are overwritten.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn read_section(
    mut fields: Fields,
    at: &'static str,
    section: &SectionWire,
    base: Request,
) -> ApiResult<SectionRequest> {
    let by_sizes = section.custom.is_some();
    let mut reader = Reader { fields: &mut fields, at, by_sizes, hole: base.policy.hole };
    let profile = reader.profile(section);
    let access = reader.access(section);
    let piece = reader.optional("piece_length_mm", section.piece_length_mm.as_ref(), &PIECE);
    let drop = reader.optional("drop_length_mm", section.drop_length_mm.as_ref(), &PIECE);
    // between flanges it looks as outside unless it is said; inside a tube nobody has seen it
    let hollow = profile.as_ref().is_some_and(|it| it.family.is_hollow());
    let usual = if hollow { Surface::Clean } else { base.steel.surface };
    let inside = reader.code("inside_surface", section.inside_surface.as_ref(), Some(usual));
    let lift = NumberField::new(reader.path("lifting_limit_kg"), &LIFT, Kind::Mass);
    let lift = reader.fields.number_if_said(&lift, section.lifting_limit_kg.as_ref());
    let stands = reader.code("stands", section.stands.as_ref(), Some(Stands::Level));
    let Some(profile) = profile else { return Err(ApiError::Invalid(fields.errors)) };
    let asked = Asked { cut: reader.cut(section, profile.family), access };
    if reader.fields.errors.is_empty() {
        reader.check_way(section, &profile, &asked);
    }
    let mut base = base;
    let (low, high) = (limits::THICKNESS.low, limits::THICKNESS.high);
    base.steel.thickness = Length::from_m(profile.web.as_m().clamp(low, high));
    fields.done(SectionRequest {
        profile,
        asked,
        way: section.way.clone(),
        base,
        inside,
        piece,
        drop,
        lifting_limit: lift.map(Mass::from_kg),
        ends_open: section.ends_open,
        stands,
        rigging_named: section.rigging_named.unwrap_or(false),
        explain: section.explain_stroke,
    })
}
