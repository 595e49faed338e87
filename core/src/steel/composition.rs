//! What is the steel made of? Elements in percent by weight; the balance is iron.

use std::collections::BTreeMap;

use crate::error::Error;
use crate::range::Range;
use crate::source::{CARBON_EQUIVALENT, COMPUTED};
use crate::trace::{Input, Kind, Quantity, Trace, Tracer};

/// Percent by weight of one element.
pub const PERCENT: Range = Range::new("composition_percent", "%", 0.0, 100.0);

/// What all elements add up to where iron is named too, percent. Source: `ours`: a mill sheet's rounding.
pub const STATED: (f64, f64) = (98.0, 102.0);

/// Every chemical element. Source: the periodic table of IUPAC.
pub const ELEMENTS: [&str; 118] = [
    "H", "He", "Li", "Be", "B", "C", "N", "O", "F", "Ne", "Na", "Mg", "Al", "Si", "P", "S", "Cl",
    "Ar", "K", "Ca", "Sc", "Ti", "V", "Cr", "Mn", "Fe", "Co", "Ni", "Cu", "Zn", "Ga", "Ge", "As",
    "Se", "Br", "Kr", "Rb", "Sr", "Y", "Zr", "Nb", "Mo", "Tc", "Ru", "Rh", "Pd", "Ag", "Cd", "In",
    "Sn", "Sb", "Te", "I", "Xe", "Cs", "Ba", "La", "Ce", "Pr", "Nd", "Pm", "Sm", "Eu", "Gd", "Tb",
    "Dy", "Ho", "Er", "Tm", "Yb", "Lu", "Hf", "Ta", "W", "Re", "Os", "Ir", "Pt", "Au", "Hg", "Tl",
    "Pb", "Bi", "Po", "At", "Rn", "Fr", "Ra", "Ac", "Th", "Pa", "U", "Np", "Pu", "Am", "Cm", "Bk",
    "Cf", "Es", "Fm", "Md", "No", "Lr", "Rf", "Db", "Sg", "Bh", "Hs", "Mt", "Ds", "Rg", "Cn", "Nh",
    "Fl", "Mc", "Lv", "Ts", "Og",
];

/// A fault of a composition: the symbol it lies in, if in one, and what is wrong.
pub type Fault = (Option<String>, Error);

/// A composition that can be: known elements, none negative, together at most 100 %.
#[derive(Clone, Debug, PartialEq)]
pub struct Composition(BTreeMap<&'static str, f64>);

impl Composition {
    /// A composition of `(symbol, percent by weight)`. Iron is the balance, or what it is stated to be.
    ///
    /// # Errors
    /// `Missing` for an empty one, `UnknownChoice` for a symbol that is no element, `OutOfRange`
    /// for a percentage outside 0 to 100, `Contradiction` for a sum over 100, or far from it where iron is named: every fault.
    pub fn new<'a>(
        parts: impl IntoIterator<Item = (&'a str, f64)>,
    ) -> std::result::Result<Self, Vec<Fault>> {
        let mut found = BTreeMap::new();
        let mut faults = Vec::new();
        for (symbol, percent) in parts {
            let Some(element) = ELEMENTS.iter().find(|known| **known == symbol) else {
                let value = symbol.to_owned();
                let allowed = vec!["C", "Mn", "Si", "Cr", "Ni", "Mo", "V", "Cu", "Al", "P", "S"];
                let unknown = Error::UnknownChoice { input: PERCENT.input, value, allowed };
                faults.push((Some(symbol.to_owned()), unknown));
                continue;
            };
            match PERCENT.check(percent) {
                Ok(percent) => _ = found.insert(*element, percent),
                Err(error) => faults.push((Some(symbol.to_owned()), error)),
            }
        }
        let sum: f64 = found.values().sum();
        if found.is_empty() && faults.is_empty() {
            let missing = Error::Missing { input: PERCENT.input, needed_for: "cuttability" };
            faults.push((None, missing));
        }
        // a mill sheet that adds up to 100.0 must pass whatever the rounding
        let stated = found.contains_key("Fe");
        let (low, high) = if stated { STATED } else { (PERCENT.low, PERCENT.high) };
        let code = if stated { "composition_not_100" } else { "composition_over_100" };
        if !found.is_empty() && (sum > high + 1e-9 || sum < low - 1e-9) {
            let (value, against) = (sum, PERCENT.high);
            let off =
                Error::Contradiction { input: PERCENT.input, code, value, against, unit: "%" };
            faults.push((None, off));
        }
        if faults.is_empty() { Ok(Self(found)) } else { Err(faults) }
    }

    /// Percent of `element`; `None` where it is not given.
    #[must_use]
    pub fn of(&self, element: &str) -> Option<f64> {
        self.0.get(element).copied()
    }

    /// The elements given, without iron.
    pub fn alloying(&self) -> impl Iterator<Item = (&'static str, f64)> + '_ {
        self.0.iter().filter(|(element, _)| **element != "Fe").map(|(&e, &percent)| (e, percent))
    }

    /// Iron as stated, else the balance, percent.
    #[must_use]
    pub fn iron(&self) -> f64 {
        if let Some(stated) = self.of("Fe") {
            return stated;
        }
        100.0 - self.alloying().map(|(_, percent)| percent).sum::<f64>()
    }

    /// Carbon equivalent, percent; `None` where carbon is not given, for it is never taken as 0.
    ///
    /// ```text
    /// CE = C + Mn/6 + (Cr + Mo + V)/5 + (Ni + Cu)/15
    /// ```
    /// Source: `iiw_carbon_equivalent`.
    #[must_use]
    pub fn carbon_equivalent(&self) -> Option<f64> {
        let terms = self.terms();
        self.of("C")?;
        Some(terms.iter().map(|(_, share)| share).sum())
    }

    /// What each group of elements adds to the carbon equivalent.
    fn terms(&self) -> [(&'static str, f64); 4] {
        let part = |element| self.of(element).unwrap_or(0.0);
        [
            ("equivalent_carbon", part("C")),
            ("equivalent_manganese", part("Mn") / 6.0),
            ("equivalent_chromium", (part("Cr") + part("Mo") + part("V")) / 5.0),
            ("equivalent_nickel", (part("Ni") + part("Cu")) / 15.0),
        ]
    }

    /// How the carbon equivalent came to be; `None` where carbon is not given.
    #[must_use]
    pub fn equivalent_trace(&self) -> Option<Trace> {
        let sum = self.carbon_equivalent()?;
        let mut trace = Tracer::new(Quantity::CarbonEquivalent, &[Input::Composition]);
        for (code, share) in self.terms() {
            trace.number(code, Kind::Ratio, share, CARBON_EQUIVALENT);
        }
        trace.number("result_equivalent", Kind::Ratio, sum, COMPUTED);
        Some(trace.done())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_composition_that_cannot_be_is_refused_part_by_part() {
        let faults = Composition::new([("C", -0.1), ("Xx", 1.0), ("Cr", f64::NAN)]);
        let faults = faults.err().unwrap_or_default();
        let symbols: Vec<_> = faults.iter().map(|(symbol, _)| symbol.as_deref()).collect();
        assert_eq!(symbols, [Some("C"), Some("Xx"), Some("Cr")]);
        assert!(matches!(
            Composition::new([]).err().unwrap_or_default().as_slice(),
            [(None, Error::Missing { .. })]
        ));
        assert!(matches!(
            Composition::new([("Cr", 60.0), ("Ni", 41.0)]).err().unwrap_or_default().as_slice(),
            [(None, Error::Contradiction { code: "composition_over_100", .. })]
        ));
    }

    #[test]
    fn iron_is_the_balance_whether_it_is_named_or_not() {
        let bare = Composition::new([("C", 0.2), ("Mn", 0.8)]);
        let named = Composition::new([("C", 0.2), ("Mn", 0.8), ("Fe", 99.0)]);
        assert!(bare.is_ok_and(|it| (it.iron() - 99.0).abs() < 1e-12));
        assert!(named.is_ok_and(|it| (it.iron() - 99.0).abs() < 1e-12));
    }
}
