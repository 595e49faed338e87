//! What a step of a run says, for whoever reads of it later.

use crate::api::setup::run_sheet::{capital, shade_in_words};
use crate::wire::text::{Section, filled, sentence};

/// What a step says by its key alone, for whoever reads of it later: of which gas it was stands behind the colon; how far this
/// shop opened a valve then is not known.
#[must_use]
pub fn said_of(key: &str) -> String {
    let (code, of) = key.split_once(':').map_or((key, None), |(code, of)| (code, Some(of)));
    let by_gas = of.map(|of| format!("{code}_{of}"));
    let own = by_gas.filter(|own| sentence(Section::Run, own).is_some());
    let own = own.as_deref().unwrap_or(code);
    if sentence(Section::Run, own).is_none() {
        return capital(&code.replace('_', " "));
    }
    let gas = of.and_then(|of| sentence(Section::Words, of)).unwrap_or("gas");
    let text = filled(Section::Run, own, |placeholder| match placeholder {
        "gas" => Some(gas.to_owned()),
        "turns" => Some("as far as the shop does".to_owned()),
        "shade" => Some(shade_in_words((3, 6))),
        _ => None,
    });
    capital(&text)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::api::setup::run_sheet::sheet;

    #[test]
    fn a_step_is_said_by_its_key_alone() {
        assert_eq!(said_of("soap_test"), "Soap every joint, with soap that holds no oil.");
        assert!(said_of("crack_valve:oxygen").contains("Crack the oxygen valve"));
        assert!(said_of("not_in_low_places:propane").starts_with("Propane sinks"));
        // behind the colon may stand a cut
        let of_a_cut = said_of("soap_test:0198c0de-0000-7000-8000-000000000001");
        assert_eq!(of_a_cut, said_of("soap_test"));
        // a step that a later version no longer has is told by its name
        assert_eq!(said_of("ring_the_bell"), "Ring the bell");
    }

    /// Every step of every sheet: no code and no open place is left in what the record says of it.
    #[test]
    fn no_step_of_a_sheet_is_told_in_code() {
        use galvanon_core::code::Code;
        use galvanon_core::gas::fuel::Fuel;
        use galvanon_core::setup::{Setup, TorchKind};
        for fuel in Fuel::ALL {
            let all = sheet(&Setup::usual(*fuel, TorchKind::ALL[0])).unwrap();
            let steps: Vec<_> = all.iter().flat_map(|phase| &phase.steps).collect();
            assert!(steps.len() > 30, "{}", steps.len());
            for step in steps {
                let said = said_of(&step.key);
                assert!(!said.contains(['{', '_']) && said.contains(' '), "{}: {said}", step.key);
            }
        }
    }
}
