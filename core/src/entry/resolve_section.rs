//! The part of a line that names a shape: its name, its cut, and which length is what.

use std::ops::Range;

use crate::entry::reader::{FoundLength, Reader, Role};
use crate::entry::said::{Mark, SaidSection};
use crate::entry::shape::{NoShape, find};
use crate::entry::words::CutMeasure;
use crate::section::asked::CutKind;
use crate::section::{Profile, kinds};

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
