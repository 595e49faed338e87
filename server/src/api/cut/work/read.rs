//! Reads a work into core's, field by field.

use galvanon_core::code::Code;
use galvanon_core::cut::Request;
use galvanon_core::error::Error;
use galvanon_core::quantity::{Angle, Duration, GasFlow, Length, Mass, Temperature};
use galvanon_core::range::Range;
use galvanon_core::section::find;
use galvanon_core::trace::Kind;
use galvanon_core::work::apart::{self, MadeOf, Piece, TakeApart};
use galvanon_core::work::circle::{self, Circle, Kept, Turned};
use galvanon_core::work::dial::{self, Timed};
use galvanon_core::work::fastener::{self, Coated, Fastener, Save, What};
use galvanon_core::work::gouge::{self, Gouge};
use galvanon_core::work::heat::{self, Heat};
use galvanon_core::work::long_cut::{self, LongCut};
use galvanon_core::work::rail::{self, Rail};
use galvanon_core::work::wash::{self, Wash};
use galvanon_core::work::{Asked, WorkKind};
use serde_json::json;

use crate::api::cut::work::request::{PieceWire, TimedWire, WorkRequest};
use crate::error::{ApiError, ApiResult};
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};

/// A name of a piece holds so much.
const NAME: usize = 120;

/// What a kind asks for.
const fn fields_of(kind: WorkKind) -> &'static [&'static str] {
    match kind {
        WorkKind::Rail => {
            &["length_mm", "thickness_mm", "highest_mm", "rail_mm", "bevel_deg", "dial"]
        }
        WorkKind::Fastener => &["fastener", "head", "diameter_mm", "save", "rusted", "coated"],
        WorkKind::Circle => &["diameter_mm", "thickness_mm", "kept", "turned"],
        WorkKind::Wash => &["thickness_mm", "width_mm", "length_mm", "leave_mm"],
        WorkKind::Gouge | WorkKind::LongCut => &["depth_mm", "length_mm", "thickness_mm"],
        WorkKind::TakeApart => &["pieces"],
        WorkKind::Heat => &["flow_l_min", "temperature_c", "spell_s"],
    }
}

fn length(fields: &mut Fields, at: &str, range: &Range, given: Option<&Given>) -> Length {
    let field = NumberField::new(at, range, Kind::Length);
    Length::from_m(fields.number(&field, given, None))
}

impl WorkRequest {
    /// Reads what is asked; gas and gear are not looked at.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn asked(&self) -> ApiResult<Asked> {
        let mut fields = Fields::default();
        let kind: WorkKind = fields.code("kind", self.kind.as_ref(), None);
        if fields.errors.is_empty() {
            self.refuse_others(&mut fields, kind);
        }
        let asked = match kind {
            WorkKind::Rail => Asked::Rail(self.rail(&mut fields)),
            WorkKind::Fastener => Asked::Fastener(self.fastener(&mut fields)),
            WorkKind::Wash => Asked::Wash(self.wash(&mut fields)),
            WorkKind::Gouge => Asked::Gouge(self.gouge(&mut fields)),
            WorkKind::LongCut => Asked::LongCut(self.long_cut(&mut fields)),
            WorkKind::Circle => Asked::Circle(self.circle(&mut fields)),
            WorkKind::TakeApart => Asked::TakeApart(self.take_apart(&mut fields)),
            WorkKind::Heat => Asked::Heat(self.heat(&mut fields)),
        };
        fields.done(asked)
    }

    /// Reads a work that is a line of a job, with the cut that it is like; gas and gear are those of the cut plan request.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn in_a_cut(&self, base: &Request) -> ApiResult<(Asked, Request)> {
        let mut fields = Fields::default();
        let beside = [
            ("gas", self.gas.is_some()),
            ("torch", self.torch.is_some()),
            ("tip", self.tip.is_some()),
            ("drawer", self.drawer.is_some()),
            ("policy", self.policy.is_some()),
            ("gear", self.gear.is_some()),
        ];
        for (name, _) in beside.into_iter().filter(|(_, said)| *said) {
            let expected = "left out: it stands beside the work";
            fields.errors.push(wrong_shape(name, expected, serde_json::Value::Null));
        }
        fields.done(())?;
        let asked = self.asked()?;
        let like = asked.like(base);
        Ok((asked, like))
    }

    /// What belongs to another kind would be passed over unread: it is refused.
    fn refuse_others(&self, fields: &mut Fields, kind: WorkKind) {
        let own = fields_of(kind);
        for (name, _) in self.said().into_iter().filter(|(name, said)| *said && !own.contains(name))
        {
            let words = [("kind", kind.code().replace('_', " "))];
            fields.refuse(name, "not_of_this_work", json!(kind.code()), &words);
        }
    }

    fn rail(&self, fields: &mut Fields) -> Rail {
        let long = length(fields, "length_mm", &rail::LENGTH, self.length_mm.as_ref());
        let bevel = NumberField::new("bevel_deg", &rail::BEVEL, Kind::Angle);
        let rails = Rail::rails(long);
        let of_rail = NumberField::new("rail_mm", &rails, Kind::Length);
        Rail {
            length: long,
            rail: fields.number_if_said(&of_rail, self.rail_mm.as_ref()).map(Length::from_m),
            thickness: length(fields, "thickness_mm", &rail::THICKNESS, self.thickness_mm.as_ref()),
            highest: length(fields, "highest_mm", &rail::HIGHEST, self.highest_mm.as_ref()),
            bevel: Angle::from_rad(fields.number(&bevel, self.bevel_deg.as_ref(), Some(0.0))),
            dial: read_dial(fields, "dial", self.dial.as_deref()),
        }
    }

    fn fastener(&self, fields: &mut Fields) -> Fastener {
        let what: What = fields.code("fastener", self.fastener.as_ref(), None);
        let usual = what.usual_head();
        if usual.is_none() && self.head.as_ref().is_some_and(Given::is_said) {
            let words = [("kind", what.code().to_owned())];
            fields.refuse("head", "not_of_this_work", json!(what.code()), &words);
        }
        Fastener {
            what,
            head: fields.code("head", self.head.as_ref(), Some(usual.unwrap_or_default())),
            diameter: length(fields, "diameter_mm", &fastener::DIAMETER, self.diameter_mm.as_ref()),
            save: fields.code("save", self.save.as_ref(), Some(Save::None)),
            rusted: self.rusted.unwrap_or_default(),
            coated: fields.code("coated", self.coated.as_ref(), Some(Coated::None)),
        }
    }

    fn circle(&self, fields: &mut Fields) -> Circle {
        Circle {
            diameter: length(fields, "diameter_mm", &circle::DIAMETER, self.diameter_mm.as_ref()),
            thickness: length(
                fields,
                "thickness_mm",
                &circle::THICKNESS,
                self.thickness_mm.as_ref(),
            ),
            kept: fields.code("kept", self.kept.as_ref(), Some(Kept::Disc)),
            turned: fields.code("turned", self.turned.as_ref(), Some(Turned::Pivot)),
        }
    }

    fn wash(&self, fields: &mut Fields) -> Wash {
        let thickness =
            length(fields, "thickness_mm", &wash::THICKNESS, self.thickness_mm.as_ref());
        let leaves = Wash::leaves(thickness);
        let leave = NumberField::new("leave_mm", &leaves, Kind::Length);
        let usual = wash::LEAVE.as_m().min(leaves.high);
        Wash {
            thickness,
            width: length(fields, "width_mm", &wash::WIDTH, self.width_mm.as_ref()),
            length: length(fields, "length_mm", &wash::LENGTH, self.length_mm.as_ref()),
            leave: Length::from_m(fields.number(&leave, self.leave_mm.as_ref(), Some(usual))),
        }
    }

    fn gouge(&self, fields: &mut Fields) -> Gouge {
        let thickness =
            length(fields, "thickness_mm", &gouge::THICKNESS, self.thickness_mm.as_ref());
        let depths = Gouge::depths(thickness);
        Gouge {
            thickness,
            depth: length(fields, "depth_mm", &depths, self.depth_mm.as_ref()),
            length: length(fields, "length_mm", &gouge::LENGTH, self.length_mm.as_ref()),
        }
    }

    fn long_cut(&self, fields: &mut Fields) -> LongCut {
        let thickness =
            length(fields, "thickness_mm", &long_cut::THICKNESS, self.thickness_mm.as_ref());
        let depths = LongCut::depths(thickness);
        LongCut {
            thickness,
            depth: length(fields, "depth_mm", &depths, self.depth_mm.as_ref()),
            length: length(fields, "length_mm", &long_cut::LENGTH, self.length_mm.as_ref()),
        }
    }

    fn take_apart(&self, fields: &mut Fields) -> TakeApart {
        let pieces = self.pieces.as_deref().unwrap_or_default();
        let Range { low, high, .. } = apart::PIECES;
        #[allow(clippy::cast_precision_loss, reason = "compared with a small limit")]
        if !(low..=high).contains(&(pieces.len() as f64)) {
            let expected = format!("{low} to {high} pieces");
            fields.errors.push(wrong_shape("pieces", &expected, json!(pieces.len())));
            return TakeApart { pieces: Vec::new() };
        }
        let mut read = |(at, piece): (usize, &PieceWire)| {
            let path = |name: &str| format!("pieces.{at}.{name}");
            let (mass, size) = weighed(fields, at, piece);
            let thick = NumberField::new(path("thickness_mm"), &apart::THICKNESS, Kind::Length);
            let long = NumberField::new(path("length_mm"), &apart::LENGTH, Kind::Length);
            let (usual_thick, usual_long) = apart::USUAL;
            let mut measure = |field, given: &Option<Given>, usual: Length| {
                Length::from_m(fields.number(field, given.as_ref(), Some(usual.as_m())))
            };
            let thickness = measure(&thick, &piece.thickness_mm, usual_thick);
            let length = measure(&long, &piece.length_mm, usual_long);
            Piece {
                name: fields.text(&path("name"), &piece.name, NAME),
                mass,
                long: size,
                held_by: piece.held_by.clone().unwrap_or_default(),
                thickness,
                length,
            }
        };
        TakeApart { pieces: pieces.iter().enumerate().map(&mut read).collect() }
    }

    fn heat(&self, fields: &mut Fields) -> Heat {
        let flow = NumberField::new("flow_l_min", &heat::FLOW, Kind::GasFlow);
        let hot = NumberField::new("temperature_c", &heat::TEMPERATURE, Kind::Temperature);
        let spell = NumberField::new("spell_s", &heat::SPELL, Kind::Duration);
        let usual = Some(heat::USUAL_SPELL.as_s());
        Heat {
            flow: GasFlow::from_m3_s(fields.number(&flow, self.flow_l_min.as_ref(), None)),
            temperature: fields
                .number_if_said(&hot, self.temperature_c.as_ref())
                .map(Temperature::from_k),
            spell: Duration::from_s(fields.number(&spell, self.spell_s.as_ref(), usual)),
        }
    }
}

/// Reads the timed marks of a dial; none where none are said.
pub fn read_dial(fields: &mut Fields, path: &str, dial: Option<&[TimedWire]>) -> Vec<Timed> {
    let Some(marks) = dial else { return Vec::new() };
    let (fewest, most) = dial::MARKS;
    if !(fewest..=most).contains(&marks.len()) {
        let expected = format!("{fewest} to {most} timed marks");
        fields.errors.push(wrong_shape(path, &expected, json!(marks.len())));
        return Vec::new();
    }
    let mut read = |(at, timed): (usize, &TimedWire)| {
        let path = |name: &str| format!("{path}.{at}.{name}");
        let mark = NumberField::new(path("mark"), &dial::MARK, Kind::Ratio);
        let mm = NumberField::new(path("mm"), &dial::LENGTH, Kind::Length);
        let s = NumberField::new(path("s"), &dial::TIME, Kind::Duration);
        Timed {
            mark: fields.number(&mark, timed.mark.as_ref(), None),
            length: Length::from_m(fields.number(&mm, timed.mm.as_ref(), None)),
            time: Duration::from_s(fields.number(&s, timed.s.as_ref(), None)),
        }
    };
    marks.iter().enumerate().map(&mut read).collect()
}

/// What a piece weighs: as it was typed, else by its shape or plate and its length; and how long it is, where that is said.
fn weighed(fields: &mut Fields, at: usize, piece: &PieceWire) -> (Mass, Option<Length>) {
    let path = |name: &str| format!("pieces.{at}.{name}");
    let mut size = |name: &str, given: &Option<Given>| {
        let field = NumberField::new(path(name), &apart::SIZE, Kind::Length);
        fields.number_if_said(&field, given.as_ref()).map(Length::from_m)
    };
    let long = size("long_mm", &piece.long_mm);
    let plate = size("wide_mm", &piece.wide_mm).zip(size("thick_mm", &piece.thick_mm));
    let plate = plate.map(|(wide, thick)| MadeOf::Plate(wide, thick));
    let mass = NumberField::new(path("mass_kg"), &apart::MASS, Kind::Mass);
    if let Some(typed) = fields.number_if_said(&mass, piece.mass_kg.as_ref()) {
        return (Mass::from_kg(typed), long);
    }
    let shape = piece.profile.as_deref().map(str::trim).filter(|code| !code.is_empty());
    let made_of = match shape.map(find) {
        Some(Ok(profile)) => Some(MadeOf::Shape(profile)),
        Some(Err(Error::UnknownChoice { value, allowed, .. })) => {
            let nearest: Vec<String> = allowed.into_iter().map(str::to_owned).collect();
            let words = [("typed", value.clone()), ("nearest", nearest.join(", "))];
            fields.refuse(&path("profile"), "no_such_shape", json!(value), &words);
            return (Mass::from_kg(apart::MASS.low), long);
        }
        Some(Err(_)) | None => plate,
    };
    let Some((made_of, long)) = made_of.zip(long) else {
        fields.refuse(&path("mass_kg"), "piece_not_weighed", json!(null), &[]);
        return (Mass::from_kg(apart::MASS.low), long);
    };
    let found = made_of.mass(long);
    if apart::MASS.check(found.as_kg()).is_err() {
        fields.out_of_range(&mass, found.as_kg());
    }
    (found, Some(long))
}

/// What core still refuses: marks and pieces that contradict each other. Anything else is a fault of ours.
pub fn refusal(errors: Vec<Error>) -> ApiError {
    let mut fields = Fields::default();
    for error in &errors {
        let Error::Contradiction { input, code, value, against, .. } = error else {
            return crate::error::faults(&errors);
        };
        let words = [("value", value.to_string()), ("against", against.to_string())];
        fields.refuse(input, code, json!(value), &words);
    }
    ApiError::Invalid(fields.errors)
}
