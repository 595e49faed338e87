//! A point of the plane, or the way from one to another.

use std::ops::{Add, Mul, Sub};

/// A point, or a way, m.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Point {
    /// To the right.
    pub x: f64,
    /// Up.
    pub y: f64,
}

impl Point {
    /// A point.
    #[must_use]
    pub const fn new(x: f64, y: f64) -> Self {
        Self { x, y }
    }

    /// The way of length 1 at an angle from the x axis, rad.
    #[must_use]
    pub fn heading(angle: f64) -> Self {
        Self::new(angle.cos(), angle.sin())
    }

    /// Its length.
    #[must_use]
    pub fn length(self) -> f64 {
        self.x.hypot(self.y)
    }

    /// From here to another.
    #[must_use]
    pub fn distance(self, other: Self) -> f64 {
        (other - self).length()
    }

    /// The same way with length 1; nothing stays nothing.
    #[must_use]
    pub fn unit(self) -> Self {
        let length = self.length();
        if length > 0.0 { self * (1.0 / length) } else { self }
    }

    /// A quarter turn anticlockwise: what lies to the left of this way.
    #[must_use]
    pub const fn left(self) -> Self {
        Self::new(-self.y, self.x)
    }

    /// Product of the lengths along each other.
    #[must_use]
    pub fn dot(self, other: Self) -> f64 {
        self.x * other.x + self.y * other.y
    }

    /// Twice the area between the two, over 0 where the other lies to the left.
    #[must_use]
    pub fn cross(self, other: Self) -> f64 {
        self.x * other.y - self.y * other.x
    }

    /// Its angle from the x axis, rad, -π to π.
    #[must_use]
    pub fn angle(self) -> f64 {
        self.y.atan2(self.x)
    }

    /// Turned anticlockwise by an angle about the origin.
    #[must_use]
    pub fn turned(self, angle: f64) -> Self {
        let (sin, cos) = angle.sin_cos();
        Self::new(self.x * cos - self.y * sin, self.x * sin + self.y * cos)
    }

    /// Part of the way to another, 0 to 1.
    #[must_use]
    pub fn toward(self, other: Self, part: f64) -> Self {
        self + (other - self) * part
    }

    /// Whether both numbers are numbers.
    #[must_use]
    pub fn is_finite(self) -> bool {
        self.x.is_finite() && self.y.is_finite()
    }
}

impl Add for Point {
    type Output = Self;
    fn add(self, other: Self) -> Self {
        Self::new(self.x + other.x, self.y + other.y)
    }
}

impl Sub for Point {
    type Output = Self;
    fn sub(self, other: Self) -> Self {
        Self::new(self.x - other.x, self.y - other.y)
    }
}

impl Mul<f64> for Point {
    type Output = Self;
    fn mul(self, by: f64) -> Self {
        Self::new(self.x * by, self.y * by)
    }
}
