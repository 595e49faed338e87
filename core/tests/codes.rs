//! The words by which choices are named outside are those of the HTTP contract, all of them and no other.

use galvanon_core::code::Code;
use galvanon_core::cut::{Access, Handedness, PressureSchool, Process, Quality, ScrapSide, Start};
use galvanon_core::gas::fuel::{Fuel, TipFace, Torch};
use galvanon_core::gas::gear::{HoseGrade, Seat, TorchFuels};
use galvanon_core::gas::withdrawal::{Draw, Rule};
use galvanon_core::note::{Level, Verdict};
use galvanon_core::section::asked::{Across, Flanges};
use galvanon_core::section::held::Support;
use galvanon_core::section::panel::Element;
use galvanon_core::section::stroke::StrokeStart;
use galvanon_core::setup::{Depth, FirstCylinder, Lighting, Phase, Shutdown, TorchKind};
use galvanon_core::steel::surface::Surface;
use galvanon_core::tip::choose::TipSchool;

fn words<T: Code>() -> Vec<&'static str> {
    T::ALL.iter().map(|one| one.code()).collect()
}

#[test]
fn words_are_those_of_the_contract() {
    let same = [
        (words::<Verdict>(), "ok caution stop"),
        (words::<Level>(), "info caution stop"),
        (words::<Surface>(), "clean mill_scale light_rust heavy_rust paint galvanised"),
        (words::<Process>(), "freehand guided machine"),
        (words::<Start>(), "edge drilled_hole pierce"),
        (words::<Quality>(), "fine standard severance"),
        (words::<Fuel>(), "acetylene propane propylene natural_gas"),
        (words::<Torch>(), "equal_pressure injector"),
        (words::<Rule>(), "one_seventh one_tenth one_fifteenth"),
        (words::<Element>(), "flange web leg wall plate"),
        (words::<StrokeStart>(), "edge kerf pierce drilled_hole"),
        (words::<TorchKind>(), "combination dedicated"),
        (words::<Shutdown>(), "fuel_first oxygen_first"),
        (words::<FirstCylinder>(), "oxygen fuel"),
        (words::<Depth>(), "every_step phases stops"),
        (
            words::<Phase>(),
            "place dress cylinders regulators hoses tip open leak_test pressures light cut \
             torch_off shut_down bleed hand_over",
        ),
    ];
    for (found, contract) in same {
        assert_eq!(found, contract.split_whitespace().collect::<Vec<_>>());
    }
}

#[test]
fn a_word_leads_back_to_its_choice_and_no_other_word_does() {
    fn there_and_back<T: Code + PartialEq + std::fmt::Debug>() {
        for one in T::ALL {
            assert_eq!(T::of(one.code()), Some(*one));
            assert_eq!(T::of(&format!("{} ", one.code())), None);
            assert_eq!(
                T::of(&one.code().to_uppercase()).is_some(),
                one.code() == one.code().to_uppercase()
            );
        }
        let mut distinct = words::<T>();
        distinct.sort_unstable();
        distinct.dedup();
        assert_eq!(distinct.len(), T::ALL.len());
    }
    there_and_back::<Surface>();
    there_and_back::<Fuel>();
    there_and_back::<TipFace>();
    there_and_back::<HoseGrade>();
    there_and_back::<Seat>();
    there_and_back::<TorchFuels>();
    there_and_back::<Draw>();
    there_and_back::<Access>();
    there_and_back::<ScrapSide>();
    there_and_back::<Handedness>();
    there_and_back::<PressureSchool>();
    there_and_back::<TipSchool>();
    there_and_back::<Across>();
    there_and_back::<Flanges>();
    there_and_back::<Support>();
    there_and_back::<Lighting>();
}
