//! The panels of each family, unfolded: webs, flanges, legs, walls.

use std::f64::consts::PI;

use crate::section::outline::Point;
use crate::section::panel::{
    CELLS, Element, End, FILLET_CELLS, FILLET_REACH, Panel, Slow, at_web, chord_across, chord_from,
    even, spread, straight, with_fillets,
};
use crate::section::profile::{Family, Profile};

/// The panels of a shape, in the order of the outline.
#[must_use]
pub fn panels(profile: &Profile) -> Vec<Panel> {
    match profile.family {
        Family::I => flanged(profile, true),
        Family::Tee => flanged(profile, false),
        Family::Channel => channel(profile),
        Family::Angle => angle(profile),
        Family::RectangularTube => rectangular(profile),
        Family::RoundTube | Family::Pipe => round(profile),
        Family::Flat => flat(profile),
        Family::RoundBar => bar(profile),
    }
}

fn root_zone(middle: f64, profile: &Profile) -> Slow {
    let half = profile.web.as_m() / 2.0 + profile.root.as_m();
    let extra = profile.root.as_m();
    Slow { span: (middle - half, middle + half), extra, why: "web_behind" }
}

/// I and tee: the flange over the web, the web (or stem), the flange under it.
fn flanged(profile: &Profile, two: bool) -> Vec<Panel> {
    let outline = profile.outline();
    let (d, b, w) =
        (profile.depth.as_m() / 2.0, profile.width.as_m() / 2.0, profile.web.as_m() / 2.0);
    let flange = at_web(profile);
    let of_flange = |top: bool| {
        let (y, from, to) = if top { (d, b, -b) } else { (-d, -b, b) };
        let mut panel =
            straight(Element::Flange, ((from, y), (to, y)), even(2.0 * b, CELLS), |(x, _)| {
                chord_from(&outline, x, top).min(flange)
            });
        panel.slow.push(root_zone(b, profile));
        panel.carries = Some(1);
        panel
    };
    let bottom = if two { -d + flange } else { -d };
    let (from, to) = ((-w, d - flange), (-w, bottom));
    let reach = profile.root.as_m() * FILLET_REACH;
    let borders = with_fillets(from.1 - to.1, reach, [true, two]);
    let mut web =
        straight(Element::Web, (from, to), borders, |(_, y)| chord_across(&outline, y, 0.0));
    web.ends = [End::Joined(0), if two { End::Joined(2) } else { End::Free }];
    let mut all = vec![of_flange(true), web];
    if two {
        all.push(of_flange(false));
    }
    all
}

fn heel_zone(width: f64, at_end: bool, profile: &Profile) -> Slow {
    let reach = profile.web.as_m() + profile.root.as_m();
    let span = if at_end { (width - reach, width) } else { (0.0, reach) };
    Slow { span, extra: profile.root.as_m().max(profile.web.as_m() / 2.0), why: "heel" }
}

fn channel(profile: &Profile) -> Vec<Panel> {
    let outline = profile.outline();
    let (d, b, w) = (profile.depth.as_m() / 2.0, profile.width.as_m(), profile.web.as_m());
    let (x, flange) = (-b / 2.0, at_web(profile));
    let of_flange = |top: bool| {
        let (y, from, to) = if top { (d, x + b, x) } else { (-d, x, x + b) };
        let mut panel =
            straight(Element::Flange, ((from, y), (to, y)), even(b, CELLS), |(at, _)| {
                chord_from(&outline, at, top).min(flange)
            });
        panel.ends = if top { [End::Free, End::Joined(1)] } else { [End::Joined(1), End::Free] };
        panel.slow.push(heel_zone(b, top, profile));
        panel
    };
    let (from, to) = ((x, d - flange), (x, -d + flange));
    let borders = with_fillets(from.1 - to.1, profile.root.as_m() * FILLET_REACH, [true, true]);
    let mut web = straight(Element::Web, (from, to), borders, |(_, y)| {
        chord_across(&outline, y, x + w / 2.0)
    });
    web.ends = [End::Joined(0), End::Joined(2)];
    vec![of_flange(true), web, of_flange(false)]
}

/// The upright leg with its tip up, then the flat one with the heel.
fn angle(profile: &Profile) -> Vec<Panel> {
    let outline = profile.outline();
    let (d, b) = (profile.depth.as_m(), profile.width.as_m());
    let (w, f) = (profile.web.as_m(), profile.flange.as_m());
    let (x, y) = (-b / 2.0, -d / 2.0);
    let (from, to) = ((x, y + d), (x, y + f));
    let borders = with_fillets(d - f, profile.root.as_m(), [true, true]);
    let mut upright = straight(Element::Leg, (from, to), borders, |(_, at)| {
        chord_across(&outline, at, x + w / 2.0)
    });
    upright.ends = [End::Free, End::Joined(1)];
    let mut lying = straight(Element::Leg, ((x, y), (x + b, y)), even(b, CELLS), |(at, _)| {
        chord_from(&outline, at, false).min(f)
    });
    lying.ends = [End::Joined(0), End::Free];
    lying.slow.push(heel_zone(b, false, profile));
    vec![upright, lying]
}

/// Four walls from the top one counter-clockwise.
fn rectangular(profile: &Profile) -> Vec<Panel> {
    let (d, b, t) = (profile.depth.as_m(), profile.width.as_m(), profile.web.as_m());
    let corner = profile.root.as_m();
    let joined = |at: usize| [End::Joined((at + 3) % 4), End::Joined((at + 1) % 4)];
    let turn = |p: Point, at: usize| match at {
        0 => p,
        1 => (-p.1, p.0),
        2 => (-p.0, -p.1),
        _ => (p.1, -p.0),
    };
    (0..4)
        .map(|at| {
            // along the wall, and from the middle of the tube to it
            let (along, off) = if at % 2 == 0 { (b, d / 2.0) } else { (d, b / 2.0) };
            let wall = if corner >= t {
                bent_wall((along, off), t, corner)
            } else {
                // sharp corners belong to the walls above and below
                let along = if at % 2 == 0 { along } else { along - 2.0 * t };
                let cut_off = move |(x, _): Point| {
                    let inside = (along / 2.0 - corner).max(0.0);
                    let over = (x.abs() - inside).max(0.0).min(corner);
                    let lost = corner - (corner * corner - over * over).max(0.0).sqrt();
                    if at % 2 == 0 { t - lost } else { t }
                };
                let ends = ((along / 2.0, off), (-along / 2.0, off));
                straight(Element::Wall, ends, even(along, CELLS), cut_off)
            };
            let face = wall.face.into_iter().map(|p| turn(p, at)).collect();
            Panel { face, ends: joined(at), ..wall }
        })
        .collect()
}

/// A wall with half of both its rounded corners, along the middle of its thickness.
fn bent_wall((along, off): (f64, f64), t: f64, corner: f64) -> Panel {
    let (flat, bend) = (along - 2.0 * corner, PI / 4.0 * (corner - t / 2.0));
    let mut u = vec![0.0];
    u.extend(spread(0.0, bend, FILLET_CELLS));
    u.extend(spread(bend, bend + flat, 8));
    u.extend(spread(bend + flat, 2.0 * bend + flat, FILLET_CELLS));
    let on = |u: f64| {
        let arc = |turned: f64, side: f64| {
            let (sin, cos) = turned.sin_cos();
            (side * (flat / 2.0 + corner * sin), off - corner + corner * cos)
        };
        if u < bend {
            arc((bend - u) / bend * PI / 4.0, 1.0)
        } else if u > bend + flat {
            arc((u - bend - flat) / bend * PI / 4.0, -1.0)
        } else {
            (flat / 2.0 - (u - bend), off)
        }
    };
    let width = 2.0 * bend + flat;
    let extra = t * (2.0_f64.sqrt() - 1.0);
    let slow = [(0.0, bend), (bend + flat, width)];
    Panel {
        element: Element::Wall,
        face: u.iter().map(|u| on(*u)).collect(),
        thickness: vec![t; u.len() - 1],
        u,
        ends: [End::Free; 2],
        slow: slow.map(|span| Slow { span, extra, why: "corner" }).to_vec(),
        carries: None,
    }
}

/// Four quarters from the top one counter-clockwise, along the middle of the wall.
fn round(profile: &Profile) -> Vec<Panel> {
    let (d, t) = (profile.depth.as_m(), profile.web.as_m());
    let quarter = PI / 4.0 * (d - t);
    (0..4)
        .map(|at| {
            let u = even(quarter, CELLS);
            #[allow(clippy::cast_precision_loss, reason = "0 to 3")]
            let begin = PI / 4.0 + PI / 2.0 * at as f64;
            let on = |u: &f64| {
                let angle = begin + u / quarter * PI / 2.0;
                (d / 2.0 * angle.cos(), d / 2.0 * angle.sin())
            };
            Panel {
                element: Element::Wall,
                face: u.iter().map(on).collect(),
                thickness: vec![t; CELLS],
                u,
                ends: [End::Joined((at + 3) % 4), End::Joined((at + 1) % 4)],
                slow: Vec::new(),
                carries: None,
            }
        })
        .collect()
}

/// A flat is cut through its wide face, whichever that is.
fn flat(profile: &Profile) -> Vec<Panel> {
    let (d, b) = (profile.depth.as_m(), profile.width.as_m());
    let (x, y) = (b / 2.0, d / 2.0);
    let (ends, length, t) =
        if b >= d { (((x, y), (-x, y)), b, d) } else { (((-x, y), (-x, -y)), d, b) };
    vec![straight(Element::Plate, ends, even(length, 8), |_| t)]
}

fn bar(profile: &Profile) -> Vec<Panel> {
    let r = profile.depth.as_m() / 2.0;
    let chord = |x: f64| 2.0 * (r * r - x * x).max(0.0).sqrt();
    let ends = ((r, 0.0), (-r, 0.0));
    let mut panel = straight(Element::Plate, ends, even(2.0 * r, CELLS), |(x, _)| chord(x));
    for point in &mut panel.face {
        point.1 = chord(point.0) / 2.0;
    }
    vec![panel]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::section::panel::Panel;
    use crate::section::profiles;

    /// The panels are the outline, cut up: nothing is lost, nothing is there twice.
    #[test]
    fn panels_add_up_to_the_outline_of_every_shape() {
        let mut worst = (0.0_f64, "");
        for profile in profiles().into_iter().flatten() {
            let sum: f64 = panels(profile).iter().map(Panel::area).sum();
            let off = (sum / profile.outline().area().as_m2() - 1.0).abs();
            if off > worst.0 {
                worst = (off, &profile.code);
            }
        }
        assert!(worst.0 < 0.005, "{worst:?}");
    }
}
