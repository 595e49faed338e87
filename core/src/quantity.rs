//! A type for each physical quantity, SI inside.
//!
//! A bare number comes in and goes out only through a method that names its unit.
//! Gauge and absolute pressure are different types, and so are a temperature and a
//! difference of temperatures; volumes of gas carry their reference state (101 325 Pa,
//! 294.26 K, which is 70 °F) in their name.

macro_rules! quantity {
    ($(#[$doc:meta])* $name:ident, $from:ident, $into:ident, $unit:literal) => {
        $(#[$doc])*
        #[derive(Clone, Copy, Debug, PartialEq, PartialOrd)]
        pub struct $name(f64);
        impl $name {
            #[doc = concat!("From a value in ", $unit, ".")]
            #[must_use]
            pub const fn $from(value: f64) -> Self {
                Self(value)
            }
            #[doc = concat!("The value in ", $unit, ".")]
            #[must_use]
            pub const fn $into(self) -> f64 {
                self.0
            }
        }
    };
}

quantity!(
    /// A length: thickness, bore, kerf, distance.
    Length, from_m, as_m, "m"
);
quantity!(
    /// Area.
    Area, from_m2, as_m2, "m²"
);
quantity!(
    /// Pressure above the air around: what a gauge shows.
    GaugePressure, from_pa, as_pa, "Pa above ambient"
);
quantity!(
    /// Pressure above vacuum: what the laws of gases take.
    AbsolutePressure, from_pa, as_pa, "Pa above vacuum"
);
quantity!(
    /// A temperature on the absolute scale.
    Temperature, from_k, as_k, "K"
);
quantity!(
    /// Flow of gas, counted as volume at 101 325 Pa and 294.26 K.
    GasFlow, from_m3_s, as_m3_s, "m³/s at 101 325 Pa and 294.26 K"
);
quantity!(
    /// Amount of gas, counted as volume at 101 325 Pa and 294.26 K.
    GasVolume, from_m3, as_m3, "m³ at 101 325 Pa and 294.26 K"
);
quantity!(
    /// Mass flow.
    MassFlow, from_kg_s, as_kg_s, "kg/s"
);
quantity!(
    /// Mass: a cylinder on the scale, gas inside it.
    Mass, from_kg, as_kg, "kg"
);
quantity!(
    /// Space inside a cylinder, as filled with water.
    WaterVolume, from_m3, as_m3, "m³"
);
quantity!(
    /// Heat for each kilogram: latent heat.
    SpecificHeat, from_j_kg, as_j_kg, "J/kg"
);
quantity!(
    /// Travel speed of the torch.
    Speed, from_m_s, as_m_s, "m/s"
);
quantity!(
    /// A span of time.
    Duration, from_s, as_s, "s"
);
quantity!(
    /// An angle.
    Angle, from_rad, as_rad, "rad"
);

/// Reference pressure of gas volumes, Pa: one standard atmosphere.
pub const P_REFERENCE: AbsolutePressure = AbsolutePressure::from_pa(101_325.0);
/// Reference temperature of gas volumes: 70 °F.
pub const T_REFERENCE: Temperature = Temperature::from_k(294.26);

const INCH: f64 = 0.0254; // m, exact by definition
const FOOT: f64 = 0.3048; // m, exact by definition
const PSI: f64 = 6_894.757_293_168; // Pa: lbf/in², from the exact pound, inch and standard gravity
const ZERO_CELSIUS: f64 = 273.15; // K, exact by definition
const HOUR: f64 = 3_600.0; // s

impl Length {
    /// From inches.
    #[must_use]
    pub const fn from_in(value: f64) -> Self {
        Self(value * INCH)
    }
    /// From millimetres.
    #[must_use]
    pub const fn from_mm(value: f64) -> Self {
        Self(value / 1e3)
    }
    /// In inches.
    #[must_use]
    pub const fn as_in(self) -> f64 {
        self.0 / INCH
    }
    /// In millimetres.
    #[must_use]
    pub const fn as_mm(self) -> f64 {
        self.0 * 1e3
    }
}

impl GaugePressure {
    /// From pounds per square inch.
    #[must_use]
    pub const fn from_psi(value: f64) -> Self {
        Self(value * PSI)
    }
    /// In pounds per square inch.
    #[must_use]
    pub const fn as_psi(self) -> f64 {
        self.0 / PSI
    }
    /// The absolute pressure where the air around has `ambient`.
    #[must_use]
    pub const fn absolute(self, ambient: AbsolutePressure) -> AbsolutePressure {
        AbsolutePressure(self.0 + ambient.0)
    }
}

impl AbsolutePressure {
    /// What a gauge shows where the air around has `ambient`.
    #[must_use]
    pub const fn gauge(self, ambient: AbsolutePressure) -> GaugePressure {
        GaugePressure(self.0 - ambient.0)
    }
}

impl Temperature {
    /// From degrees Celsius.
    #[must_use]
    pub const fn from_c(value: f64) -> Self {
        Self(value + ZERO_CELSIUS)
    }
    /// In degrees Celsius.
    #[must_use]
    pub const fn as_c(self) -> f64 {
        self.0 - ZERO_CELSIUS
    }
}

const POUND: f64 = 0.453_592_37; // kg, exact by definition

impl Mass {
    /// From pounds.
    #[must_use]
    pub const fn from_lb(value: f64) -> Self {
        Self(value * POUND)
    }
    /// The gas that this mass is, at so many cubic feet a pound (at 70 °F, one atmosphere).
    #[must_use]
    pub const fn at_ft3_per_lb(self, ft3_per_lb: f64) -> GasVolume {
        GasVolume(self.0 / POUND * ft3_per_lb * FOOT * FOOT * FOOT)
    }
}

impl GasVolume {
    /// The mass that this gas has, at so many cubic feet a pound (at 70 °F, one atmosphere).
    #[must_use]
    pub const fn mass_at_ft3_per_lb(self, ft3_per_lb: f64) -> Mass {
        Mass(self.0 / (FOOT * FOOT * FOOT) / ft3_per_lb * POUND)
    }
    /// In cubic feet.
    #[must_use]
    pub const fn as_ft3(self) -> f64 {
        self.0 / (FOOT * FOOT * FOOT)
    }
    /// From cubic feet.
    #[must_use]
    pub const fn from_ft3(value: f64) -> Self {
        Self(value * FOOT * FOOT * FOOT)
    }
}

impl GasFlow {
    /// From cubic feet an hour.
    #[must_use]
    pub const fn from_ft3_h(value: f64) -> Self {
        Self(value * FOOT * FOOT * FOOT / HOUR)
    }
    /// In cubic feet an hour.
    #[must_use]
    pub const fn as_ft3_h(self) -> f64 {
        self.0 / (FOOT * FOOT * FOOT) * HOUR
    }
    /// The amount that flows in `time`.
    #[must_use]
    pub const fn over(self, time: Duration) -> GasVolume {
        GasVolume(self.0 * time.0)
    }
}

impl Speed {
    /// From inches a minute.
    #[must_use]
    pub const fn from_in_min(value: f64) -> Self {
        Self(value * INCH / 60.0)
    }
    /// In millimetres a minute.
    #[must_use]
    pub const fn as_mm_min(self) -> f64 {
        self.0 * 60e3
    }
}

impl Angle {
    /// From degrees.
    #[must_use]
    pub const fn from_deg(value: f64) -> Self {
        Self(value.to_radians())
    }
    /// In degrees.
    #[must_use]
    pub const fn as_deg(self) -> f64 {
        self.0.to_degrees()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn units_agree_with_their_definitions() {
        assert!((Length::from_in(0.75).as_mm() - 19.05).abs() < 1e-12);
        // NIST SP 811: 1 psi = 6.894 757 kPa; 1 ft³/h = 7.865 79e-6 m³/s
        assert!((GaugePressure::from_psi(1.0).as_pa() - 6_894.757).abs() < 1e-3);
        assert!((GasFlow::from_ft3_h(1.0).as_m3_s() - 7.865_79e-6).abs() < 1e-11);
        assert!((T_REFERENCE.as_c() - 21.11).abs() < 0.01);
    }
}
