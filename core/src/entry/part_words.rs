//! The words of a typed part: what shapes are called, and what a word beside a number makes of it.

use crate::layout::shapes::ShapeKind;

/// Shapes by their words.
pub const SHAPES: [(&str, ShapeKind); 26] = [
    ("lug", ShapeKind::Lug),
    ("lugs", ShapeKind::Lug),
    ("gusset", ShapeKind::Gusset),
    ("gussets", ShapeKind::Gusset),
    ("bracket", ShapeKind::Bracket),
    ("brackets", ShapeKind::Bracket),
    ("strip", ShapeKind::Strip),
    ("strips", ShapeKind::Strip),
    ("coupon", ShapeKind::Strip),
    ("coupons", ShapeKind::Strip),
    ("disc", ShapeKind::Disc),
    ("discs", ShapeKind::Disc),
    ("disk", ShapeKind::Disc),
    ("disks", ShapeKind::Disc),
    ("circle", ShapeKind::Disc),
    ("circles", ShapeKind::Disc),
    ("ring", ShapeKind::Ring),
    ("rings", ShapeKind::Ring),
    ("washer", ShapeKind::Ring),
    ("washers", ShapeKind::Ring),
    ("rectangle", ShapeKind::Rectangle),
    ("rectangles", ShapeKind::Rectangle),
    ("baseplate", ShapeKind::BasePlate),
    ("baseplates", ShapeKind::BasePlate),
    ("polygon", ShapeKind::Polygon),
    ("polygons", ShapeKind::Polygon),
];

/// Polygons by their words.
pub const POLYGONS: [(&str, u32); 6] = [
    ("triangle", 3),
    ("pentagon", 5),
    ("hexagon", 6),
    ("hexagons", 6),
    ("octagon", 8),
    ("octagons", 8),
];

/// Words that join others and say nothing of their own.
pub const SILENT: [&str; 9] = ["and", "an", "a", "with", "of", "the", "from", "at", "x"];

/// What a number is.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Role {
    /// Of the plate.
    Thickness,
    /// Across.
    Width,
    /// Up, or over all.
    Height,
    /// Of a round.
    Diameter,
    /// Across a hole.
    Hole,
    /// From a hole to the top.
    Edge,
    /// Of corners, or a curved side.
    Radius,
    /// Cut off corners.
    Cut,
    /// Sizes in their order.
    Size,
}

/// A word before a number that says what it is.
pub fn before(word: &str) -> Option<Role> {
    Some(match word {
        "hole" | "holes" | "inner" | "id" => Role::Hole,
        "edge" => Role::Edge,
        "r" | "radius" | "rounded" => Role::Radius,
        "snipe" | "snipes" | "sniped" | "chamfer" | "chamfers" | "chamfered" | "cut" => Role::Cut,
        "dia" | "diameter" | "od" => Role::Diameter,
        _ => return None,
    })
}

/// A word after a number that says what it is.
pub fn after(word: &str) -> Option<Role> {
    Some(match word {
        "plate" | "thick" => Role::Thickness,
        "wide" | "across" => Role::Width,
        "long" | "high" | "up" | "tall" => Role::Height,
        "dia" | "diameter" | "round" => Role::Diameter,
        "hole" => Role::Hole,
        "radius" => Role::Radius,
        _ => return None,
    })
}
