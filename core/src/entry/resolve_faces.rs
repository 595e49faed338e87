//! Which face is what: the near one, the far one, or both.

use crate::entry::reader::{Face, FoundFace, Reader};
use crate::entry::said::Mark;
use crate::steel::surface::Surface;

impl Reader<'_> {
    /// "back" belongs to the face word beside it; "both" to the one before it.
    pub fn assign_faces(&mut self) {
        let faces = std::mem::take(&mut self.faces);
        let mut used = vec![false; faces.len()];
        for (i, found) in faces.iter().enumerate().filter(|(_, it)| it.says == Face::Back) {
            let next = faces.get(i + 1).filter(|_| !used[i + 1]);
            if let Some(FoundFace { says: Face::Is(surface, light), span }) = next {
                used[i + 1] = true;
                let span = found.span.start..span.end;
                let assumed = assumption(*surface, *light);
                self.back(Mark { part: "back_surface", span, assumed }, *surface);
            } else {
                self.problem("back_of_what", found.span.clone(), Vec::new());
            }
        }
        for (i, found) in faces.iter().enumerate().filter(|(i, _)| !used[*i]) {
            let Face::Is(surface, light) = found.says else { continue };
            let (span, assumed) = (found.span.clone(), assumption(surface, light));
            let mark = Mark { part: "surface", span, assumed };
            self.take(mark, surface, |l| &mut l.understood.surface);
            if let Some(both) = faces.get(i + 1).filter(|next| next.says == Face::Both) {
                self.back(Mark::plain("back_surface", both.span.clone()), surface);
            }
        }
    }

    fn back(&mut self, mark: Mark, surface: Surface) {
        self.take(mark, surface, |l| &mut l.understood.back_surface);
    }
}

/// "rust" and "scale" alone are taken for the light kind, and that is said back.
const fn assumption(surface: Surface, plain: bool) -> Option<&'static str> {
    match (surface, plain) {
        (Surface::LightRust, true) => Some("rust_is_light"),
        (Surface::MillScale, true) => Some("scale_is_mill_scale"),
        _ => None,
    }
}
