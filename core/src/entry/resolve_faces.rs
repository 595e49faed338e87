//! Which face is what: the near one, the far one, or both.

use crate::entry::reader::{Face, Reader};
use crate::entry::said::Mark;
use crate::steel::surface::Surface;

impl Reader<'_> {
    /// "back" belongs to the face word beside it; "both" to the one before it.
    pub fn assign_faces(&mut self) {
        let faces = std::mem::take(&mut self.faces);
        let mut used = vec![false; faces.len()];
        for (i, found) in faces.iter().enumerate() {
            if found.says == Face::Back {
                let after = (i + 1 < faces.len() && matches!(faces[i + 1].says, Face::Is(..)))
                    .then_some(i + 1)
                    .filter(|next| !used[*next]);
                match after {
                    Some(next) => {
                        used[next] = true;
                        let Face::Is(surface, light) = faces[next].says else { continue };
                        let span = found.span.start..faces[next].span.end;
                        self.take(
                            Mark {
                                part: "back_surface",
                                span,
                                assumed: assumption(surface, light),
                            },
                            surface,
                            |l| &mut l.understood.back_surface,
                        );
                    }
                    None => self.problem("back_of_what", found.span.clone(), Vec::new()),
                }
            }
        }
        for (i, found) in faces.iter().enumerate() {
            let Face::Is(surface, light) = found.says else { continue };
            if used[i] {
                continue;
            }
            let (span, assumed) = (found.span.clone(), assumption(surface, light));
            self.take(Mark { part: "surface", span, assumed }, surface, |l| {
                &mut l.understood.surface
            });
            if faces.get(i + 1).is_some_and(|next| next.says == Face::Both) {
                let span = faces[i + 1].span.clone();
                self.take(Mark { part: "back_surface", span, assumed: None }, surface, |l| {
                    &mut l.understood.back_surface
                });
            }
        }
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
