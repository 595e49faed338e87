//! Which signs of the trade does an edge show, and how is each drawn?
//!
//! A sign is read off the figures of a face, against those of a right one. Its picture is a right edge with
//! just that changed, far enough to be read back. Thresholds are `ours`.

use crate::edge::face::Face;
use crate::edge::predict::{Expected, Off};
use crate::quantity::{Angle, Length};

/// A sign, when a face shows it, and the picture of it.
struct Sign {
    code: &'static str,
    shows: fn(&Face, &Face) -> bool,
    picture: fn(&mut Face),
}

fn mm(value: f64) -> Length {
    Length::from_mm(value)
}

/// So many times the right size. Source: `ours`.
fn beyond(length: Length, right: Length, times: f64) -> bool {
    length.as_m() > right.as_m() * times
}

/// A part of the thickness.
fn part(face: &Face, share: f64) -> Length {
    Length::from_m(face.thickness.as_m() * share)
}

fn scaled(length: Length, times: f64) -> Length {
    Length::from_m(length.as_m() * times)
}

/// Every sign that a face itself can show. Sources: `common_practice` for the signs, `ours` for where
/// each begins.
const SIGNS: [Sign; 23] = [
    Sign {
        code: "top_edge_rounded",
        shows: |face, right| beyond(face.top_radius, right.top_radius, 2.2),
        picture: |face| face.top_radius = part(face, 0.14),
    },
    Sign {
        code: "top_edge_beads",
        shows: |face, _| face.top_beads > 0.3,
        picture: |face| face.top_beads = 0.9,
    },
    Sign {
        code: "top_edge_square",
        shows: |face, right| {
            !beyond(face.top_radius, right.top_radius, 1.4) && face.top_beads < 0.1
        },
        picture: |face| face.top_radius = scaled(face.top_radius, 0.5),
    },
    Sign {
        code: "undercut_below_top",
        shows: |face, _| face.undercut.as_mm() > 0.4,
        picture: |face| face.undercut = mm(1.6),
    },
    Sign {
        code: "face_concave",
        shows: |face, _| face.dish.as_mm() > 0.4,
        picture: |face| face.dish = mm(1.6),
    },
    Sign {
        code: "face_gouged",
        shows: |face, _| face.gouged > 0.35,
        picture: |face| face.gouged = 0.8,
    },
    Sign {
        code: "face_scalloped",
        shows: |face, _| face.wave.as_mm() > 0.3,
        picture: |face| (face.wave, face.wave_pitch) = (mm(1.2), mm(12.0)),
    },
    Sign {
        code: "drag_lines_even_upright",
        shows: |face, right| !beyond(face.drag, right.drag, 1.3) && face.line_uneven < 0.2,
        picture: |face| face.drag = part(face, 0.03),
    },
    Sign {
        code: "drag_lines_raked",
        shows: |face, right| beyond(face.drag, right.drag, 1.5),
        picture: |face| face.drag = part(face, 0.45),
    },
    Sign {
        code: "drag_lines_uneven",
        shows: |face, _| face.line_uneven > 0.3,
        picture: |face| face.line_uneven = 0.9,
    },
    Sign {
        code: "notch_at_stop",
        shows: |face, _| face.notch.as_mm() > 0.5,
        picture: |face| face.notch = mm(3.0),
    },
    Sign {
        code: "out_of_square",
        shows: |face, _| face.lean.as_rad().abs() > 0.04,
        picture: |face| face.lean = Angle::from_rad(0.2),
    },
    Sign {
        code: "kerf_wide",
        shows: |face, right| {
            beyond(face.kerf_top, right.kerf_top, 1.18)
                && beyond(face.kerf_bottom, right.kerf_top, 1.18)
        },
        picture: |face| {
            (face.kerf_top, face.kerf_bottom) =
                (scaled(face.kerf_top, 1.8), scaled(face.kerf_top, 1.8));
        },
    },
    Sign {
        code: "kerf_widens_at_bottom",
        shows: |face, _| beyond(face.kerf_bottom, face.kerf_top, 1.15),
        picture: |face| face.kerf_bottom = scaled(face.kerf_top, 2.2),
    },
    Sign {
        code: "kerf_tapers_top_wide",
        shows: |face, _| beyond(face.kerf_top, face.kerf_bottom, 1.2),
        picture: |face| face.kerf_top = scaled(face.kerf_bottom, 2.2),
    },
    Sign {
        code: "dross_hard",
        shows: |face, _| face.slag_held > 0.45,
        picture: |face| (face.slag, face.slag_held) = (part(face, 0.22), 0.9),
    },
    Sign {
        code: "dross_easy",
        shows: |face, _| face.slag_held < 0.3 && face.uncut < 0.01,
        picture: |face| (face.slag, face.slag_held) = (part(face, 0.06), 0.1),
    },
    Sign {
        code: "dross_beads_bottom_corner",
        shows: |face, _| face.bottom_radius.as_mm() > 0.4,
        picture: |face| face.bottom_radius = part(face, 0.14),
    },
    Sign {
        code: "not_through",
        shows: |face, _| face.uncut > 0.05,
        picture: |face| face.uncut = 0.3,
    },
    Sign {
        code: "corner_left_uncut",
        shows: |face, _| face.corner_left.as_m() > 0.15 * face.thickness.as_m(),
        picture: |face| face.corner_left = part(face, 0.5),
    },
    Sign {
        code: "slag_comes_up",
        shows: |face, _| face.blown_up > 0.2,
        picture: |face| face.blown_up = 0.9,
    },
    Sign {
        code: "cut_lost_midway",
        shows: |face, _| face.kept_to < 0.95,
        picture: |face| face.kept_to = 0.55,
    },
    Sign {
        code: "wide_heat_band",
        shows: |face, right| beyond(face.heat_band, right.heat_band, 1.25),
        picture: |face| face.heat_band = scaled(face.heat_band, 3.0),
    },
];

/// Whether something off the plan shows at flame or torch.
type AtTorch = fn(&Off) -> bool;

/// What shows at flame and torch, and from what on. Sources: as [`SIGNS`].
const AT_THE_TORCH: [(&str, AtTorch); 8] = [
    ("slow_to_start", |off| off.flame * off.bore < 0.85 || off.standoff > 2.0),
    ("flame_feathered", |off| off.mixture < -0.3),
    ("flame_thin_hissing", |off| off.mixture > 0.3),
    ("flame_lifts_off", |off| off.flame > 1.45),
    ("jet_ragged", |off| off.dirt > 0.4),
    ("tip_face_spattered", |off| off.standoff < 0.45),
    ("pops", |off| off.standoff < 0.3 || off.flame < 0.5),
    ("regulator_falls", |off| off.oxygen < 0.65),
];

/// The signs that a face shows, from the top corner down.
#[must_use]
pub fn signs(face: &Face, right: &Face) -> Vec<&'static str> {
    SIGNS.iter().filter(|sign| (sign.shows)(face, right)).map(|sign| sign.code).collect()
}

/// Everything that shows at an expected edge: on the face, and at flame and torch.
#[must_use]
pub fn all_signs(expected: &Expected, right: &Face, off: &Off) -> Vec<&'static str> {
    let at_torch = AT_THE_TORCH.iter().filter(|(_, shows)| shows(off)).map(|(code, _)| *code);
    signs(&expected.face, right).into_iter().chain(at_torch).collect()
}

/// The picture of a sign: a right face with just that changed; `None` for what no face shows.
#[must_use]
pub fn picture(code: &str, right: &Face) -> Option<Face> {
    let sign = SIGNS.iter().find(|sign| sign.code == code)?;
    let mut face = *right;
    (sign.picture)(&mut face);
    Some(face)
}
