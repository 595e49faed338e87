//! Every code that core can say has a sentence, and every placeholder in it a value.

use galvanon_core::code::Code;
use galvanon_core::cut::{Factors, Handedness, Own, Process, Quality, Request, Start, Tip, plan};
use galvanon_core::gas::fuel::{Fuel, TipFace, Torch};
use galvanon_core::quantity::{Angle, Duration, GaugePressure, Length, Temperature};
use galvanon_core::steel::surface::Surface;
use galvanon_server::api::cut::reply::CutPlan;
use proptest::prelude::*;

prop_compose! {
    /// Requests of every kind, likely to meet every note.
    fn request()(
        mm in prop_oneof![3.0..300.0_f64, Just(250.0)], length in 0.05..5.0_f64,
        fuel in prop::sample::select(Fuel::ALL.to_vec()),
        process in prop::sample::select(vec![Process::Freehand, Process::Guided, Process::Machine]),
        faces in (0..6_usize, 0..6_usize),
        start in prop::sample::select(vec![Start::Edge, Start::DrilledHole, Start::Pierce]),
        grade in prop::sample::select(vec![None, Some("A36"), Some("304"), Some("A514")]),
        bore in prop::option::of(0.6..4.0_f64), purity in 0.9..1.0_f64, plate in -40.0..600.0_f64,
        hose in (3.0..12.0_f64, 1.0..300.0_f64), bevel in prop_oneof![Just(0.0), 1.0..60.0_f64],
        flags in (any::<bool>(), any::<bool>(), any::<bool>()),
    ) -> Request {
        let mut request = Request::plate(Length::from_mm(mm), Length::from_m(length));
        request.steel.surface = Surface::ALL[faces.0];
        request.steel.back_surface = Surface::ALL[faces.1];
        request.steel.grade = grade.map(str::to_owned);
        request.steel.plate_temperature = Temperature::from_c(plate);
        request.cut.process = process;
        request.cut.start = start;
        request.cut.bevel = Angle::from_deg(bevel);
        request.cut.quality = Quality::Fine;
        request.cut.handedness = Handedness::Left;
        request.gas.fuel = fuel;
        request.gas.oxygen_purity = purity;
        request.gas.oxygen_hose.bore = Length::from_mm(hose.0);
        request.gas.fuel_hose.bore = Length::from_mm(hose.0);
        request.gas.fuel_hose.length = Length::from_m(hose.1);
        request.gas.fuel_supply = flags.0.then(|| GaugePressure::from_pa(2e3));
        request.gas.torch = if flags.1 { Torch::Injector } else { Torch::EqualPressure };
        request.tip = bore.map(|mm| Tip { face: flags.2.then_some(TipFace::Flush), ..Tip::of_bore(Length::from_mm(mm)) });
        let own = Own { factor: if flags.0 { 1.1 } else { 1.0 }, n: if flags.1 { 7 } else { 0 } };
        request.factors = Factors { speed: own, start_preheat: own, kerf: own, oxygen: own, fuel: own, clean_up: own, measured_kerf: None };
        request.factors.measured_kerf = flags.1.then(|| Length::from_mm(2.0));
        request.policy.clean_up_per_m = Duration::from_s(40.0);
        request
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(600))]
    #[test]
    fn all_codes_have_sentences_and_all_placeholders_values(request in request()) {
        let settings = plan(&request).expect("a possible request");
        let plan = CutPlan::from_core(&settings).expect("every source is known");
        let notes = plan.notes.iter().map(|note| (&note.code, &note.text));
        let cues = plan.cues.iter().map(|cue| (&cue.code, &cue.text));
        let steps = plan.trace.iter().flat_map(|trace| trace.steps.iter().map(|step| (&step.code, &step.what)));
        for (code, text) in notes.chain(cues).chain(steps) {
            prop_assert!(text != code, "no sentence for {code}");
            prop_assert!(!text.contains('{'), "a value is missing in {code}: {text}");
        }
    }
}
