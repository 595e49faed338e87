//! Which faces does the torch meet, once the shop has ground off what it grinds off?

use crate::cut::practice::Scale;
use crate::cut::request::{Access, Quality, Request};
use crate::quantity::Duration;
use crate::steel::surface::Surface;

/// Grinding a metre of one face, a strip of 25 mm each side of the line. Source: `ours`.
const GRIND_PER_M: Duration = Duration::from_s(60.0);

/// Whether a practice grinds for an edge.
const fn grinds(scale: Scale, quality: Quality) -> bool {
    match scale {
        Scale::ByQuality => matches!(quality, Quality::Fine),
        Scale::GrindFirst => true,
        Scale::CutThrough => false,
    }
}

/// Scale and rust can be ground off; what is coated is stripped for its fume, whatever the practice.
const fn is_ground_off(surface: Surface) -> bool {
    matches!(surface, Surface::MillScale | Surface::LightRust | Surface::HeavyRust)
}

/// The faces as the torch meets them, and how many of them were ground for it.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Faces {
    /// The near one.
    pub near: Surface,
    /// The far one.
    pub far: Surface,
    /// How many are ground.
    pub ground: u8,
}

/// The faces of a request once the shop has done about scale what it does; a far face that nobody reaches stays.
#[must_use]
pub fn faces(request: &Request) -> Faces {
    let steel = &request.steel;
    let grinds = grinds(request.policy.scale, request.cut.quality);
    let ground = |surface: Surface, reached: bool| {
        if grinds && reached && is_ground_off(surface) { (Surface::Clean, 1) } else { (surface, 0) }
    };
    let (near, of_near) = ground(steel.surface, true);
    let (far, of_far) = ground(steel.back_surface, steel.access == Access::Both);
    Faces { near, far, ground: of_near + of_far }
}

/// Grinding the faces of a cut.
#[must_use]
pub fn grinding(request: &Request) -> Duration {
    let metres = request.cut.length.as_m() * f64::from(faces(request).ground);
    Duration::from_s(GRIND_PER_M.as_s() * metres)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Length;

    #[test]
    fn paint_is_never_ground_off_by_a_practice_and_a_face_out_of_reach_stays() {
        let mut request = Request::plate(Length::from_mm(20.0), Length::from_m(1.0));
        request.policy.scale = Scale::GrindFirst;
        request.steel.surface = Surface::Paint;
        request.steel.back_surface = Surface::HeavyRust;
        assert_eq!(faces(&request), Faces { near: Surface::Paint, far: Surface::Clean, ground: 1 });
        request.steel.access = Access::NearOnly;
        assert_eq!(
            faces(&request),
            Faces { near: Surface::Paint, far: Surface::HeavyRust, ground: 0 }
        );
        assert!(grinding(&request).as_s() < 1e-12);
    }

    #[test]
    fn by_quality_a_fine_edge_alone_is_ground_for() {
        let mut request = Request::plate(Length::from_mm(20.0), Length::from_m(2.0));
        request.policy.scale = Scale::ByQuality;
        request.steel.surface = Surface::MillScale;
        request.cut.quality = Quality::Standard;
        assert_eq!(faces(&request).ground, 0);
        request.cut.quality = Quality::Fine;
        assert_eq!(faces(&request).near, Surface::Clean);
        // two metres of one face, a minute each
        assert!((grinding(&request).as_s() - 120.0).abs() < 1e-9);
    }
}
