//! Does what is left of a shape carry the drop while the next stroke is cut?
//!
//! The ligament is a beam of no length, as short as the kerf is wide: bent by the drop's weight, twisted where that hangs
//! beside it, and sheared. Each is held against half of the cold strength, for steel beside a cut is hot, and three times
//! over, for a drop that is let go is a sudden load. Left out: buckling, a piece that somebody leans on.
//! Theory: docs/model/section.md.

use crate::quantity::Length;
use crate::section::asked::{Across, Cut};
use crate::section::balance::Part;
use crate::section::ligament::Ligament;

/// Standard gravity, m/s². Source: the third CGPM, 1901.
const G: f64 = 9.806_65;
/// Strength that steel beside a cut keeps. Source: `ours`, after EN 1993-1-2 at about 590 °C.
const HOT: f64 = 0.5;
/// What is asked over what there is, for a load that comes suddenly. Source: `ours`.
const SUDDEN: f64 = 3.0;
/// Of a ligament that is free to swing sideways. Source: `ours`.
const UNSYMMETRIC: f64 = 0.7;
/// A narrower ligament counts as none. Source: `ours`.
const NARROW: Length = Length::from_mm(25.0);
/// Yield strength where the grade is not told, and the most that is counted on, Pa. Source: `ours`.
pub const YIELD: (f64, f64) = (235e6, 355e6);

/// What a ligament has to carry, and what it can, in N·m and N.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Carrying {
    /// Moment of the drop.
    pub moment: f64,
    /// Moment that the ligament carries, hot, with nothing over.
    pub plastic_moment: f64,
    /// Torsion over what it carries.
    pub torsion: f64,
    /// Shear over what it carries.
    pub shear: f64,
}

impl Carrying {
    /// Three times the load over the strength: at most 1 where it carries.
    ///
    /// ```text
    /// 3·√((M/M_p)² + (T/T_p)² + (V/V_p)²)
    /// ```
    #[must_use]
    pub fn used(&self) -> f64 {
        let bending = self.moment / self.plastic_moment;
        SUDDEN * (bending * bending + self.torsion.powi(2) + self.shear.powi(2)).sqrt()
    }
}

/// How far along the shape the cut stands at a place of the section, from the middle of its box: a mitre's slant.
fn stands_at(cut: &Cut, (x, y): (f64, f64)) -> f64 {
    match *cut {
        Cut::Mitre { angle, across } => {
            (if across == Across::Width { x } else { y }) * angle.as_rad().tan()
        }
        _ => 0.0,
    }
}

/// A drop that hangs from what is left.
#[derive(Clone, Copy, Debug)]
pub struct Hanging<'a> {
    /// The drop.
    pub part: &'a Part,
    /// Where its weight hangs, across the room.
    pub across: Length,
}

/// What a drop asks of a ligament; `None` where that is too narrow to count.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `left` | ligament, in the lie of the stroke | |
/// | `drop` | mass and centre of gravity, along the shape and across the room | kg, m |
/// | `strength` | yield strength, cold | Pa |
/// | → | loads, and what is held against them | N·m, 1 |
///
/// ```text
/// M = W·x, T = W·e, V = W
/// M_p = 0.5·f_y·W_pl, T_p = 0.5·f_y/√3·Σt²(b − t/3)/2, V_p = 0.5·A·f_y/√3
/// ```
/// Source: `ours`; plastic moduli and torsion of thin plates as in every textbook.
#[must_use]
pub fn carrying(left: &Ligament, drop: Hanging<'_>, cut: &Cut, strength: f64) -> Option<Carrying> {
    if left.width < NARROW {
        return None;
    }
    let weight = drop.part.mass.as_kg() * G;
    let lever = drop.part.centre.as_m() + stands_at(cut, left.centroid);
    let beside = drop.across.as_m() - left.across.as_m();
    let shear_strength = HOT * strength / 3.0_f64.sqrt();
    let swinging = if left.is_symmetric { 1.0 } else { UNSYMMETRIC };
    Some(Carrying {
        moment: weight * lever.abs(),
        plastic_moment: HOT * strength * left.plastic * swinging,
        torsion: weight * beside.abs() / (shear_strength * left.torsion),
        shear: weight / (shear_strength * left.area.as_m2()),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Angle, Area, Mass};

    /// By hand: a flat of 100 by 10 mm lying, 10 kg half a metre out: W_pl = 100·10²/4 mm³, M = 49 N·m.
    #[test]
    fn a_flat_carries_what_one_works_out() {
        let flat = Ligament {
            area: Area::from_m2(1e-3),
            centroid: (0.0, 0.05),
            across: Length::from_m(0.0),
            width: Length::from_mm(100.0),
            plastic: 2.5e-6,
            torsion: 1e-4 * (0.1 - 0.01 / 3.0) / 2.0,
            is_symmetric: true,
        };
        let drop = Part { mass: Mass::from_kg(10.0), centre: Length::from_mm(500.0) };
        let of = |cut: &Cut, left: &Ligament| {
            carrying(left, Hanging { part: &drop, across: Length::from_m(0.0) }, cut, YIELD.0)
        };
        let square = of(&Cut::Square, &flat);
        assert!(square.is_some_and(|it| (it.moment - 49.03).abs() < 0.01
            && (it.plastic_moment - 293.75).abs() < 1e-6
            && (it.used() - 3.0 * 49.03 / 293.75).abs() < 1e-3));
        // a mitre through the upper side stands 50 mm nearer to the piece there: a longer lever
        let cut = Cut::Mitre { angle: Angle::from_deg(45.0), across: Across::Depth };
        assert!(of(&cut, &flat).is_some_and(|it| (it.moment - 53.94).abs() < 0.01));
        let narrow = Ligament { width: Length::from_mm(24.0), ..flat };
        assert_eq!(of(&Cut::Square, &narrow), None);
    }
}
