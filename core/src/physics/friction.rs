//! How much does a smooth hose resist? The Darcy friction factor.

/// Reynolds number at which flow in a pipe turns turbulent.
/// Source: `crane_tp410`; the value 2040 is the usual critical one (Avila and others, 2011).
pub const CRITICAL_REYNOLDS: f64 = 2_040.0;
/// Steps of the Colebrook iteration; it gains about one digit each.
const COLEBROOK_STEPS: usize = 12;

/// Darcy friction factor `f` of a round pipe.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `reynolds` | Reynolds number `Re` | 1 |
/// | `roughness` | wall roughness over bore `ε/D` | 1 |
/// | → | Darcy friction factor | 1 |
///
/// ```text
/// Re < 2040:  f = 64/Re        above:  1/√f = −2·lg(ε/D/3.7 + 2.51/(Re·√f))
/// ```
/// The factor jumps where the flow turns turbulent: that is real.
///
/// Source: `crane_tp410` (Colebrook).
#[must_use]
pub fn darcy_factor(reynolds: f64, roughness: f64) -> f64 {
    if reynolds < CRITICAL_REYNOLDS {
        return 64.0 / reynolds;
    }
    let mut x = 7.0; // 1/√f of a typical hose
    for _ in 0..COLEBROOK_STEPS {
        x = -2.0 * (roughness / 3.7 + 2.51 * x / reynolds).log10();
    }
    1.0 / (x * x)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_factor_jumps_up_where_flow_turns_turbulent() {
        let below = darcy_factor(CRITICAL_REYNOLDS - 1.0, 0.0002);
        let above = darcy_factor(CRITICAL_REYNOLDS + 1.0, 0.0002);
        assert!((below - 64.0 / 2_039.0).abs() < 1e-12);
        assert!(above > 1.4 * below, "{below} to {above}");
    }
}
