//! The part of a line that names a shape: its name, its cut, and which length is what.

use std::ops::Range;

use crate::entry::measure::{Measured, System, TypedLength, measure};
use crate::entry::reader::{FoundLength, Reader, Role};
use crate::entry::said::{Mark, SaidSection};
use crate::entry::shape::{NoShape, find};
use crate::entry::words::CutMeasure;
use crate::section::asked::CutKind;
use crate::section::{Profile, kinds};

/// A length, and whether it is a number alone.
fn length(measured: Measured) -> Option<(TypedLength, bool)> {
    match measured {
        Measured::Length(value, _) => Some((value, false)),
        Measured::Bare(number) => {
            Some((TypedLength { amount: number.value, system: System::Inch }, true))
        }
        _ => None,
    }
}

/// Shapes offered where a name is not known. Source: `ours`.
pub const SHAPES_OFFERED: usize = 4;

impl Reader<'_> {
    /// A shape, or what must be asked about it.
    pub fn shape(&mut self, span: Range<usize>, shape: Result<Profile, NoShape>) {
        let (profile, problem) = match shape {
            Ok(profile) => (profile.code, None),
            Err(NoShape::WithoutUnit(offers)) => (String::new(), Some(("bare_number", offers))),
            Err(NoShape::Refused(_)) => (String::new(), Some(("shape_sizes", Vec::new()))),
        };
        let section = SaidSection { profile, ..SaidSection::default() };
        self.line.understood.section = Some(section);
        match problem {
            Some((code, offers)) => self.problem(code, span, offers),
            None => self.line.marks.push(Mark { span, part: "shape", assumed: None }),
        }
    }

    pub fn kind(&mut self, kind: CutKind, span: Range<usize>) {
        let Some(section) = &mut self.line.understood.section else { return };
        if section.kind.is_some_and(|known| known != kind) {
            return self.problem("shape_kind_twice", span, vec![String::new()]);
        }
        section.kind = Some(kind);
        // a shape that is asked about already is not asked about twice
        let offered = section.profile.is_empty()
            || find(&section.profile).is_ok_and(|it| kinds(it.family).contains(&kind));
        if offered {
            self.line.marks.push(Mark { span, part: "kind", assumed: None });
        } else {
            self.problem("shape_not_offered", span, vec![String::new()]);
        }
    }

    /// `opening 4x3`: along the shape, then across its wall. Whether that was there.
    pub fn opening(&mut self) -> bool {
        let kind = self.line.understood.section.as_ref().and_then(|section| section.kind);
        if kind != Some(CutKind::WebOpening) || !self.lengths.is_empty() {
            return false;
        }
        let from = self.at;
        let Some((first, taken)) = measure(&self.tokens[from..]) else { return false };
        let by = from + taken;
        let times = matches!(self.word(by), Some("x" | "×" | "by"));
        let second = if times { measure(&self.tokens[by + 1..]) } else { None };
        let Some((second, more)) = second else { return false };
        let (Some(wide), Some(high)) = (length(first), length(second)) else { return false };
        let pair =
            [(wide, from, taken, CutMeasure::Width), (high, by + 1, more, CutMeasure::Height)];
        for ((value, bare), from, taken, of) in pair {
            let (span, next, role) = (self.span(from, taken), from + taken, Some(Role::Of(of)));
            self.lengths.push(FoundLength { value, span, next, role, assumed: None, bare });
            self.at = next;
        }
        true
    }

    /// Gives the lengths of a shape's line their places: what has no name is the piece.
    pub fn of_section(
        &mut self,
        mut section: SaidSection,
        lengths: Vec<FoundLength>,
    ) -> SaidSection {
        if section.kind.is_none() {
            section.kind = Some(section.kind());
            let shape = self.line.marks.iter_mut().find(|mark| mark.part == "shape");
            shape.into_iter().for_each(|mark| mark.assumed = Some("cut_is_square"));
        }
        let along = matches!(section.kind(), CutKind::Cope | CutKind::AccessHole);
        for length in lengths {
            let (slot, part) = match length.role {
                Some(Role::Of(CutMeasure::Depth)) => (&mut section.depth, "depth"),
                Some(Role::Of(CutMeasure::Width)) => (&mut section.width, "width"),
                Some(Role::Of(CutMeasure::Height)) => (&mut section.height, "height"),
                Some(Role::Of(CutMeasure::Diameter)) => (&mut section.diameter, "diameter"),
                Some(Role::Of(CutMeasure::Radius)) => (&mut section.radius, "radius"),
                Some(Role::Of(CutMeasure::Header)) => (&mut section.header, "header"),
                Some(Role::Of(CutMeasure::Drop)) => (&mut section.drop, "drop"),
                Some(Role::Length) if along => (&mut section.length, "length"),
                Some(Role::Length) | None => (&mut section.piece, "piece"),
                Some(Role::Thickness) => {
                    self.problem("extra_length", length.span, vec![String::new()]);
                    continue;
                }
            };
            if slot.is_some_and(|known| known != length.value) {
                self.problem("extra_length", length.span, vec![String::new()]);
                continue;
            }
            *slot = Some(length.value);
            self.line.marks.push(Mark { span: length.span, part, assumed: length.assumed });
        }
        section
    }

    /// What a shape's cut cannot do without.
    pub fn missing_of_section(section: &SaidSection, slanted: bool) -> Option<&'static str> {
        let open =
            section.diameter.is_some() || (section.width.is_some() && section.height.is_some());
        match section.kind() {
            CutKind::Mitre | CutKind::Bevel if !slanted => Some("missing_angle"),
            CutKind::Cope if section.depth.is_none() || section.length.is_none() => {
                Some("missing_cope")
            }
            CutKind::WebOpening if !open => Some("missing_opening"),
            CutKind::Saddle if section.header.is_none() => Some("missing_header"),
            CutKind::Strip | CutKind::Split if section.piece.is_none() => Some("missing_piece"),
            _ => None,
        }
    }
}
