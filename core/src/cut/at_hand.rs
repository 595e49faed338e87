//! Which tips are at hand for a stroke, and which of them suits best?

use crate::code::Code;
use crate::cut::practice::faces::faces;
use crate::cut::request::{Request, Stroke};
use crate::error::{Error, Result};
use crate::gas::fuel::TipFace;
use crate::note::{Level, Note};
use crate::quantity::{GasFlow, GaugePressure, Length};
use crate::steel::surface::Surface;
use crate::tip::choose::{Need, choose, comfortable, generic_series};
use crate::tip::owned::{Tip, TipKind};
use crate::trace::Measure;

/// The tip of those at hand that suits best.
pub(super) fn best(owned: &[Tip], request: &Request, path: Length, flow: GasFlow) -> Result<Tip> {
    let policy = &request.policy;
    let wanted = match policy.fixed_pressure() {
        Some(one) => less_loss(request, one),
        None => comfortable(path),
    };
    let need = Need {
        thickness: path,
        fuel: request.gas.fuel,
        flow,
        part: policy.pressure_school.part(),
        wanted,
        discharge: policy.discharge,
        ambient: policy.ambient,
        kind: wanted_kind(request),
        school: policy.tip_school,
    };
    choose(owned, &need)?.cloned().ok_or_else(|| Error::Reference {
        file: "tip-bores.csv",
        what: "the series is empty".into(),
    })
}

/// A tip that was named by its bore, with what the drawer knows of it.
pub(super) fn known(given: &Tip, drawer: &[Tip]) -> Tip {
    let same = |owned: &&Tip| {
        (owned.bore.as_m() - given.bore.as_m()).abs() < 1e-6
            && (given.face.is_none() || owned.face == given.face)
    };
    match drawer.iter().find(same) {
        Some(owned) if given.charts.is_empty() => owned.clone(),
        _ => given.clone(),
    }
}

/// What the work asks of a tip: rust and rivets take more heat. Source: `common_practice`.
fn wanted_kind(request: &Request) -> TipKind {
    let rusty = matches!(faces(request).near, Surface::LightRust | Surface::HeavyRust);
    match request.cut.stroke {
        Stroke::Head => TipKind::HighPreheat,
        _ if rusty => TipKind::HighPreheat,
        Stroke::Cut | Stroke::Nut | Stroke::Gouge | Stroke::Wash => TipKind::General,
    }
}

/// Tips that sit in the torch in use, where that is known of both; all of them where none does, which is then said.
fn seated(request: &Request, tips: Vec<Tip>) -> Vec<Tip> {
    let Some(seat) = request.gear.torch_seat else { return tips };
    let sits = |tip: &&Tip| tip.seat.is_none_or(|own| own == seat);
    let sitting: Vec<Tip> = tips.iter().filter(sits).cloned().collect();
    if sitting.is_empty() { tips } else { sitting }
}

/// The tips at hand with the face that the fuel wants; our own series, with a stop, where the
/// drawer holds none.
pub(super) fn at_hand(request: &Request, face: TipFace) -> Result<(Vec<Tip>, Option<Note>)> {
    if request.drawer.is_empty() {
        return Ok((generic_series()?, None));
    }
    let gouging = request.cut.stroke.wants_gouging_tip();
    let fits = |tip: &&Tip| {
        tip.face.is_none_or(|known| known == face) && (tip.kind == TipKind::Gouging) == gouging
    };
    let mut drawer: Vec<Tip> = request.drawer.iter().filter(fits).cloned().collect();
    if drawer.is_empty() && gouging {
        let of_face = |tip: &&Tip| tip.face.is_none_or(|known| known == face);
        drawer = request.drawer.iter().filter(of_face).cloned().collect();
    }
    if !drawer.is_empty() {
        return Ok((seated(request, drawer), None));
    }
    let values = vec![
        ("wanted", Measure::Word(face.code())),
        ("fuel", Measure::Word(request.gas.fuel.code())),
    ];
    let note = request.tip.is_none().then(|| Note::new(Level::Stop, "drawer_lacks_face", values));
    Ok((generic_series()?, note))
}

/// A pressure at the regulator less the torch's loss, the hose's drop left in.
pub(super) fn less_loss(request: &Request, regulator: GaugePressure) -> GaugePressure {
    let (ambient, loss) = (request.policy.ambient, request.policy.torch_loss);
    let inlet = regulator.absolute(ambient).as_pa();
    GaugePressure::from_pa((inlet / (1.0 + loss) - ambient.as_pa()).max(0.0))
}
