//! Which tip for this stroke, what flows through it, and what is said when it does not suit.

use super::note::{Level, Note};
use super::request::Request;
use crate::band::Band;
use crate::error::{Error, Result};
use crate::gas::fuel::{TipFace, characteristics};
use crate::physics::compressible::Orifice;
use crate::quantity::{GasFlow, GaugePressure, Length};
use crate::reference::tables;
use crate::source::{CUTTING_DATA, GIVEN, ORIFICE, OURS, SHOP};
use crate::tip::choose::{Need, choose, generic_series, would_suit};
use crate::tip::pressure::{Fit, Shown, flow, pressure, shown};
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer};

/// The tip and what flows through it.
#[derive(Clone, Debug, PartialEq)]
pub struct TipPlan {
    /// Bore of the tip to fit.
    pub bore: Length,
    /// Its face.
    pub face: TipFace,
    /// Oxygen pressure at the tip.
    pub pressure: Band<GaugePressure>,
    /// Cutting oxygen at those pressures.
    pub flow: Band<GasFlow>,
}

/// The tip for a request at a path thickness, with notes and the chains of tip and flow.
///
/// # Errors
/// `OutOfRange` for a bore that no tip has.
pub fn tip_plan(request: &Request, path: Length) -> Result<(TipPlan, Vec<Note>, [Trace; 2])> {
    let policy = &request.policy;
    let (low, high) = tables()?.oxygen_flow.at(path.as_m());
    let published = Band::at(low, high, policy.pressure_school.part()).map(GasFlow::from_m3_s);
    let face = characteristics(request.gas.fuel)?.tip_face;
    let owned = owned_bores(request, face)?;
    let need = Need {
        thickness: path,
        flow: published.set,
        discharge: policy.discharge,
        ambient: policy.ambient,
        school: policy.tip_school,
    };
    let chosen = match request.tip {
        Some(tip) => Some(tip.bore),
        None => choose(&owned, &need)?,
    };
    let bore = chosen
        .ok_or(Error::Reference { file: "tip-bores.csv", what: "the series is empty".into() })?;
    let orifice = Orifice { bore, discharge: policy.discharge };
    let at_tip = published.try_map(|q| pressure(&orifice, q, policy.ambient))?;
    let held = shown(&at_tip);
    let delivered = held.band.try_map(|p| flow(&orifice, p, policy.ambient))?;
    let plan = TipPlan { bore, face, pressure: held.band, flow: delivered };

    let mut notes = fit_notes(path, (bore, &held))?;
    notes.extend(face_note(request, face));
    let traces = [tip_trace(request, &plan, path)?, flow_trace(request, (&published, &plan), path)];
    Ok((plan, notes, traces))
}

/// The bores at hand with the face that the fuel wants.
fn owned_bores(request: &Request, face: TipFace) -> Result<Vec<Length>> {
    let fits = |tip: &&super::request::Tip| tip.face.is_none_or(|known| known == face);
    let drawer: Vec<_> = request.drawer.iter().filter(fits).map(|tip| tip.bore).collect();
    if drawer.is_empty() { generic_series() } else { Ok(drawer) }
}

fn fit_notes(path: Length, (bore, held): (Length, &Shown)) -> Result<Vec<Note>> {
    let (low, high) = crate::tip::choose::suitable(path)?;
    let (code, no_overlap) = match held.fit {
        Fit::TooLarge { no_overlap } => ("tip_too_large", no_overlap),
        Fit::TooSmall { no_overlap } => ("tip_too_small", no_overlap),
        Fit::Suits if bore > high => ("tip_too_large", false),
        Fit::Suits if bore < low => ("tip_too_small", false),
        Fit::Suits => return Ok(Vec::new()),
    };
    let suit = would_suit(&generic_series()?, path)?;
    let values = vec![
        ("bore", Measure::Number(Kind::Bore, bore.as_m())),
        ("thickness", Measure::Number(Kind::Length, path.as_m())),
        ("suitable", Measure::List(Kind::Bore, suit.iter().map(|b| b.as_m()).collect())),
    ];
    Ok(vec![Note::new(if no_overlap { Level::Stop } else { Level::Caution }, code, values)])
}

fn face_note(request: &Request, face: TipFace) -> Option<Note> {
    let given = request.tip?.face?;
    (given != face).then(|| {
        Note::new(
            Level::Stop,
            "tip_face_wrong",
            vec![
                ("face", Measure::Word(given.code())),
                ("wanted", Measure::Word(face.code())),
                ("fuel", Measure::Word(request.gas.fuel.code())),
            ],
        )
    })
}

fn tip_trace(request: &Request, plan: &TipPlan, path: Length) -> Result<Trace> {
    let (low, high) = tables()?.bore.at(path.as_m());
    let mut trace = Tracer::new(Quantity::Tip, &[Input::Thickness, Input::Tip, Input::Policy]);
    trace
        .step(
            "tip_band",
            Measure::List(Kind::Bore, vec![low, high]),
            CUTTING_DATA,
            vec![("thickness", Measure::Number(Kind::Length, path.as_m()))],
        )
        .number("tip_pressure", (Kind::Pressure, plan.pressure.set.as_pa()), ORIFICE);
    let (code, source) = match (request.tip, request.drawer.is_empty()) {
        (Some(_), _) => ("tip_given", GIVEN),
        (None, true) => ("tip_chosen", OURS),
        (None, false) => ("tip_chosen", SHOP),
    };
    trace.number(code, (Kind::Bore, plan.bore.as_m()), source);
    Ok(trace.done())
}

fn flow_trace(
    request: &Request,
    (published, plan): (&Band<GasFlow>, &TipPlan),
    path: Length,
) -> Trace {
    let mut trace =
        Tracer::new(Quantity::OxygenFlow, &[Input::Thickness, Input::Tip, Input::Policy]);
    trace
        .step(
            "flow_band",
            Measure::List(Kind::GasFlow, vec![published.low.as_m3_s(), published.high.as_m3_s()]),
            CUTTING_DATA,
            vec![("thickness", Measure::Number(Kind::Length, path.as_m()))],
        )
        .step(
            "flow_set_point",
            Measure::Number(Kind::GasFlow, published.set.as_m3_s()),
            if request.policy.pressure_school == super::PressureSchool::Chart {
                OURS
            } else {
                SHOP
            },
            vec![("part", Measure::Number(Kind::Percent, request.policy.pressure_school.part()))],
        )
        .step(
            "flow_through_bore",
            Measure::Number(Kind::GasFlow, plan.flow.set.as_m3_s()),
            ORIFICE,
            vec![
                ("bore", Measure::Number(Kind::Bore, plan.bore.as_m())),
                ("pressure", Measure::Number(Kind::Pressure, plan.pressure.set.as_pa())),
            ],
        );
    trace.done()
}
