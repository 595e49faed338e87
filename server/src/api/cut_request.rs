//! The request of the contract, field by field, read into core's.

use std::collections::BTreeMap;

use galvanon_core::cut::{
    Access, CutInput, Factors, GasInput, Handedness, Policy, PressureSchool, Process, Quality,
    Request, ScrapSide, Start, SteelInput, Stroke, Tip, Work, limits,
};
use galvanon_core::gas::fuel::Torch;
use galvanon_core::gas::hose;
use galvanon_core::physics::compressible::Pipe;
use galvanon_core::quantity::{
    AbsolutePressure, Angle, Duration, GaugePressure, Length, Temperature,
};
use galvanon_core::range::Range;
use galvanon_core::steel::surface::Surface;
use galvanon_core::tip::choose::TipSchool;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::fields::{Fields, Given, NumberField};
use super::gear_request::{FUELS, GearWire, PricesWire, TipWire, read_gear, read_prices, read_tip};
use super::section_request::{SectionWire, read_section};
use super::steel::{read_composition, read_grade};
use crate::error::ApiResult;

/// What is cut.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SteelWire {
    /// Thickness, 3 to 300 mm.
    #[schema(value_type = f64)]
    pub thickness_mm: Option<Given>,
    /// Grade by name; mild steel when left out.
    #[schema(value_type = Option<String>)]
    pub grade: Option<Given>,
    /// Percent by weight by chemical symbol; outranks the grade. The balance is iron.
    #[schema(value_type = Option<BTreeMap<String, f64>>)]
    pub composition_percent: Option<BTreeMap<String, Given>>,
    /// How many layers lie on each other, 1 to 20; 1 when left out.
    #[schema(value_type = Option<u32>)]
    pub layers: Option<Given>,
    /// Whether it closes a space without a vent.
    pub sealed: Option<bool>,
    /// Whether the ventilation that a poisonous fume asks for has been named.
    pub ventilation_named: Option<bool>,
    /// Which faces can be reached: both, near_only; both when left out.
    #[schema(value_type = Option<String>)]
    pub access: Option<Given>,
    /// −40 to 600 °C; 20 when left out.
    #[schema(value_type = Option<f64>)]
    pub plate_temperature_c: Option<Given>,
    /// Near face: clean, mill_scale, light_rust, heavy_rust, paint, galvanised.
    #[schema(value_type = Option<String>)]
    pub surface: Option<Given>,
    /// Far face, the same words.
    #[schema(value_type = Option<String>)]
    pub back_surface: Option<Given>,
}

/// The cut asked for.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CutWire {
    /// Length of cut, 1 to 100 000 mm.
    #[schema(value_type = f64)]
    pub length_mm: Option<Given>,
    /// cut, gouge, wash, head, nut: what the torch does; cut when left out.
    #[schema(value_type = Option<String>)]
    pub stroke: Option<Given>,
    /// freehand, guided, machine.
    #[schema(value_type = String)]
    pub process: Option<Given>,
    /// edge, drilled_hole, pierce.
    #[schema(value_type = Option<String>)]
    pub start: Option<Given>,
    /// 0 to 75° from square.
    #[schema(value_type = Option<f64>)]
    pub bevel_deg: Option<Given>,
    /// fine, standard, severance.
    #[schema(value_type = Option<String>)]
    pub quality: Option<Given>,
    /// right, left: the hand that holds the torch.
    #[schema(value_type = Option<String>)]
    pub handedness: Option<Given>,
    /// near_side, far_side: which side of the line is scrap, as the torch hand stands; far_side
    /// when left out.
    #[schema(value_type = Option<String>)]
    pub scrap: Option<Given>,
    /// How many cuts, 1 to 10 000.
    #[schema(value_type = Option<u32>)]
    pub count: Option<Given>,
}

/// A hose.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HoseWire {
    /// Inner diameter, 3 to 50 mm.
    #[schema(value_type = Option<f64>)]
    pub bore_mm: Option<Given>,
    /// Length, 0.1 to 500 m.
    #[schema(value_type = Option<f64>)]
    pub length_m: Option<Given>,
    /// Fittings, check valves and arrestors, as the length of hose that resists as much; 0 when
    /// left out.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub fittings_m: Option<Given>,
}

/// The gas and the way it takes.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GasWire {
    /// acetylene, propane, propylene, natural_gas.
    #[schema(value_type = String)]
    pub fuel: Option<Given>,
    /// 90 to 100 %; 99.5 when left out.
    #[schema(value_type = Option<f64>)]
    pub oxygen_purity_percent: Option<Given>,
    /// From the oxygen regulator; 6.35 mm x 15 m when left out.
    pub oxygen_hose: Option<HoseWire>,
    /// From the fuel regulator; 6.35 mm x 15 m when left out.
    pub fuel_hose: Option<HoseWire>,
    /// The most the fuel supply gives, gauge.
    #[schema(value_type = Option<f64>)]
    pub fuel_supply_kpa: Option<Given>,
    /// Temperature of a liquefied fuel's cylinder: its setting is judged against the vapour pressure there.
    #[schema(value_type = Option<f64>)]
    pub cylinder_temperature_c: Option<Given>,
}

/// How the shop works.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PolicyWire {
    /// low, chart, high: where in the published band the oxygen is set.
    #[schema(value_type = Option<String>)]
    pub pressure_school: Option<Given>,
    /// to_the_work, one_up.
    #[schema(value_type = Option<String>)]
    pub tip_school: Option<Given>,
    /// One hold of the torch, 50 to 5000 mm.
    #[schema(value_type = Option<f64>)]
    pub reach_mm: Option<Given>,
    /// Handling for each cut, s.
    #[schema(value_type = Option<f64>)]
    pub handling_s: Option<Given>,
    /// Moving on at a planned stop, s.
    #[schema(value_type = Option<f64>)]
    pub reposition_s: Option<Given>,
    /// Chipping and grinding a metre of edge, s; 0 when left out. It counts as handling.
    #[schema(value_type = Option<f64>)]
    pub clean_up_s_m: Option<Given>,
    /// Absolute pressure of the air around, 50 to 110 kPa.
    #[schema(value_type = Option<f64>)]
    pub ambient_pressure_kpa: Option<Given>,
    /// Discharge coefficient of the tips, 0.5 to 1.
    #[schema(value_type = Option<f64>)]
    pub discharge_coefficient: Option<Given>,
    /// Loss in the torch, percent of the absolute tip pressure.
    #[schema(value_type = Option<f64>)]
    pub torch_loss_percent: Option<Given>,
}

/// What the shop's burns have taught.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FactorsWire {
    /// On the travel speed.
    #[schema(value_type = Option<f64>)]
    pub speed: Option<Given>,
    /// On the start preheat.
    #[schema(value_type = Option<f64>)]
    pub start_preheat: Option<Given>,
    /// The kerf measured, mm.
    #[schema(value_type = Option<f64>)]
    pub kerf_mm: Option<Given>,
}

/// Everything a plan depends on; the shop's gear, policies and factors are optional.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CutPlanRequest {
    /// What is cut; of a shape the thickness is not asked.
    pub steel: SteelWire,
    /// The cut asked for.
    pub cut: CutWire,
    /// The gas and the way it takes.
    pub gas: GasWire,
    /// A tip that must be used.
    pub tip: Option<TipWire>,
    /// equal_pressure, injector.
    #[schema(value_type = Option<String>)]
    pub torch: Option<Given>,
    /// The tips at hand; our generic series when left out.
    pub drawer: Option<Vec<TipWire>>,
    /// How the shop works.
    pub policy: Option<PolicyWire>,
    /// What its burns have taught.
    pub factors: Option<FactorsWire>,
    /// The gear on the gas's way.
    pub gear: Option<GearWire>,
    /// What things cost the shop; without them no cost is given.
    pub prices: Option<PricesWire>,
    /// A shape in place of a plate, with its cut: thickness, length, start and bevel are then those of its strokes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub section: Option<SectionWire>,
}

const PROCESSES: &[(Process, &str)] =
    &[(Process::Freehand, "freehand"), (Process::Guided, "guided"), (Process::Machine, "machine")];
const STARTS: &[(Start, &str)] =
    &[(Start::Edge, "edge"), (Start::DrilledHole, "drilled_hole"), (Start::Pierce, "pierce")];
const QUALITIES: &[(Quality, &str)] =
    &[(Quality::Fine, "fine"), (Quality::Standard, "standard"), (Quality::Severance, "severance")];
const HANDS: &[(Handedness, &str)] = &[(Handedness::Right, "right"), (Handedness::Left, "left")];
const TORCHES: &[(Torch, &str)] =
    &[(Torch::EqualPressure, "equal_pressure"), (Torch::Injector, "injector")];
const STROKES: &[(Stroke, &str)] = &[
    (Stroke::Cut, "cut"),
    (Stroke::Gouge, "gouge"),
    (Stroke::Wash, "wash"),
    (Stroke::Head, "head"),
    (Stroke::Nut, "nut"),
];
const SIDES: &[(ScrapSide, &str)] = &[(ScrapSide::Far, "far_side"), (ScrapSide::Near, "near_side")];
const ACCESS: &[(Access, &str)] = &[(Access::Both, "both"), (Access::NearOnly, "near_only")];
const PRESSURE_SCHOOLS: &[(PressureSchool, &str)] = &[
    (PressureSchool::Low, "low"),
    (PressureSchool::Chart, "chart"),
    (PressureSchool::High, "high"),
];
const TIP_SCHOOLS: &[(TipSchool, &str)] =
    &[(TipSchool::ToTheWork, "to_the_work"), (TipSchool::OneUp, "one_up")];

fn field<'a>(path: &str, range: &'a Range, kind: Kind) -> NumberField<'a> {
    NumberField { path: path.to_owned(), range, kind }
}

impl CutPlanRequest {
    /// Reads the request into core's: a plate, or a shape.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn to_work(&self) -> ApiResult<Work> {
        let mut fields = Fields::default();
        let request = self.read(&mut fields);
        match &self.section {
            None => Ok(fields.done(request)?.into()),
            Some(section) => {
                let asked = read_section(fields, (section, "section."), request)?;
                Ok(Work::Section(Box::new(asked)))
            }
        }
    }

    /// Reads the request of a plate into core's; of a shape, what it has in common with one.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn to_core(&self) -> ApiResult<Request> {
        Ok(self.to_work()?.request().clone())
    }

    pub(super) fn read(&self, fields: &mut Fields) -> Request {
        Request {
            steel: self.steel(fields),
            cut: self.cut(fields),
            gas: self.gas(fields),
            tip: self.tip.as_ref().map(|tip| read_tip(fields, "tip", tip)),
            drawer: self.drawer(fields),
            policy: self.policy(fields),
            factors: self.factors(fields),
            gear: read_gear(fields, self.gear.as_ref()),
            prices: self.prices.as_ref().map(|prices| read_prices(fields, prices)),
        }
    }

    /// What a plate must say and a shape need not, SI.
    fn unless_section(&self, usual: f64) -> Option<f64> {
        self.section.as_ref().map(|_| usual)
    }

    fn steel(&self, fields: &mut Fields) -> SteelInput {
        let steel = &self.steel;
        let thickness = field("steel.thickness_mm", &limits::THICKNESS, Kind::Length);
        let temperature =
            field("steel.plate_temperature_c", &limits::PLATE_TEMPERATURE, Kind::Temperature);
        let usual = Temperature::from_c(20.0).as_k();
        let faces = (&Surface::ALL[..], Some(Surface::Clean));
        SteelInput {
            thickness: Length::from_m(fields.number(
                &thickness,
                steel.thickness_mm.as_ref(),
                self.unless_section(limits::THICKNESS.low),
            )),
            grade: self
                .steel
                .grade
                .as_ref()
                .and_then(|given| read_grade(fields, "steel.grade", given)),
            composition: steel
                .composition_percent
                .as_ref()
                .and_then(|parts| read_composition(fields, "steel.composition_percent", parts)),
            layers: whole(fields.number(
                &field("steel.layers", &limits::LAYERS, Kind::Count),
                steel.layers.as_ref(),
                Some(1.0),
            )),
            sealed: steel.sealed.unwrap_or(false),
            ventilation_named: steel.ventilation_named.unwrap_or(false),
            access: fields.choice(
                "steel.access",
                steel.access.as_ref(),
                (ACCESS, Some(Access::Both)),
            ),
            plate_temperature: Temperature::from_k(fields.number(
                &temperature,
                steel.plate_temperature_c.as_ref(),
                Some(usual),
            )),
            surface: fields.choice("steel.surface", steel.surface.as_ref(), faces),
            back_surface: fields.choice("steel.back_surface", steel.back_surface.as_ref(), faces),
        }
    }

    fn cut(&self, fields: &mut Fields) -> CutInput {
        let cut = &self.cut;
        let length = field("cut.length_mm", &limits::CUT_LENGTH, Kind::Length);
        let bevel = field("cut.bevel_deg", &limits::BEVEL, Kind::Angle);
        let count = field("cut.count", &limits::COUNT, Kind::Count);
        let count = whole(fields.number(&count, cut.count.as_ref(), Some(1.0)));
        CutInput {
            length: Length::from_m(fields.number(
                &length,
                cut.length_mm.as_ref(),
                self.unless_section(limits::CUT_LENGTH.low),
            )),
            stroke: fields.choice("cut.stroke", cut.stroke.as_ref(), (STROKES, Some(Stroke::Cut))),
            process: fields.choice("cut.process", cut.process.as_ref(), (PROCESSES, None)),
            start: fields.choice("cut.start", cut.start.as_ref(), (STARTS, Some(Start::Edge))),
            bevel: Angle::from_rad(fields.number(&bevel, cut.bevel_deg.as_ref(), Some(0.0))),
            quality: fields.choice(
                "cut.quality",
                cut.quality.as_ref(),
                (QUALITIES, Some(Quality::Standard)),
            ),
            handedness: fields.choice(
                "cut.handedness",
                cut.handedness.as_ref(),
                (HANDS, Some(Handedness::Right)),
            ),
            scrap: fields.choice("cut.scrap", cut.scrap.as_ref(), (SIDES, Some(ScrapSide::Far))),
            count,
        }
    }

    fn gas(&self, fields: &mut Fields) -> GasInput {
        let gas = &self.gas;
        let usual = Request::plate(Length::from_m(0.01), Length::from_m(0.1)).gas;
        let purity = field("gas.oxygen_purity_percent", &limits::PURITY, Kind::Percent);
        let supply = field("gas.fuel_supply_kpa", &limits::FUEL_SUPPLY, Kind::Pressure);
        let cylinder =
            field("gas.cylinder_temperature_c", &limits::CYLINDER_TEMPERATURE, Kind::Temperature);
        GasInput {
            fuel: fields.choice("gas.fuel", gas.fuel.as_ref(), (FUELS, None)),
            oxygen_purity: fields.number(
                &purity,
                gas.oxygen_purity_percent.as_ref(),
                Some(usual.oxygen_purity),
            ),
            oxygen_hose: read_hose(
                fields,
                "gas.oxygen_hose",
                (gas.oxygen_hose.as_ref(), Some(usual.oxygen_hose)),
            ),
            fuel_hose: read_hose(
                fields,
                "gas.fuel_hose",
                (gas.fuel_hose.as_ref(), Some(usual.fuel_hose)),
            ),
            torch: fields.choice(
                "torch",
                self.torch.as_ref(),
                (TORCHES, Some(Torch::EqualPressure)),
            ),
            fuel_supply: gas
                .fuel_supply_kpa
                .as_ref()
                .map(|given| GaugePressure::from_pa(fields.number(&supply, Some(given), None))),
            cylinder_temperature: gas
                .cylinder_temperature_c
                .as_ref()
                .map(|given| Temperature::from_k(fields.number(&cylinder, Some(given), None))),
        }
    }

    fn drawer(&self, fields: &mut Fields) -> Vec<Tip> {
        let tips = self.drawer.iter().flatten().enumerate();
        tips.map(|(i, tip)| read_tip(fields, &format!("drawer.{i}"), tip)).collect()
    }

    fn policy(&self, fields: &mut Fields) -> Policy {
        let usual = Policy::default();
        let Some(policy) = &self.policy else { return usual };
        let reach = field("policy.reach_mm", &limits::REACH, Kind::Length);
        let handling = field("policy.handling_s", &limits::HANDLING, Kind::Duration);
        let reposition = field("policy.reposition_s", &limits::HANDLING, Kind::Duration);
        let clean_up = field("policy.clean_up_s_m", &limits::HANDLING, Kind::Duration);
        let ambient = field("policy.ambient_pressure_kpa", &limits::AMBIENT, Kind::Pressure);
        let discharge = field("policy.discharge_coefficient", &limits::DISCHARGE, Kind::Ratio);
        let loss = field("policy.torch_loss_percent", &limits::TORCH_LOSS, Kind::Percent);
        Policy {
            pressure_school: fields.choice(
                "policy.pressure_school",
                policy.pressure_school.as_ref(),
                (PRESSURE_SCHOOLS, Some(usual.pressure_school)),
            ),
            tip_school: fields.choice(
                "policy.tip_school",
                policy.tip_school.as_ref(),
                (TIP_SCHOOLS, Some(usual.tip_school)),
            ),
            reach: Length::from_m(fields.number(
                &reach,
                policy.reach_mm.as_ref(),
                Some(usual.reach.as_m()),
            )),
            handling: Duration::from_s(fields.number(
                &handling,
                policy.handling_s.as_ref(),
                Some(usual.handling.as_s()),
            )),
            reposition: Duration::from_s(fields.number(
                &reposition,
                policy.reposition_s.as_ref(),
                Some(usual.reposition.as_s()),
            )),
            clean_up_per_m: Duration::from_s(fields.number(
                &clean_up,
                policy.clean_up_s_m.as_ref(),
                Some(usual.clean_up_per_m.as_s()),
            )),
            ambient: AbsolutePressure::from_pa(fields.number(
                &ambient,
                policy.ambient_pressure_kpa.as_ref(),
                Some(usual.ambient.as_pa()),
            )),
            discharge: fields.number(
                &discharge,
                policy.discharge_coefficient.as_ref(),
                Some(usual.discharge),
            ),
            torch_loss: fields.number(
                &loss,
                policy.torch_loss_percent.as_ref(),
                Some(usual.torch_loss),
            ),
        }
    }

    fn factors(&self, fields: &mut Fields) -> Factors {
        let Some(factors) = &self.factors else { return Factors::default() };
        let speed = field("factors.speed", &limits::LEARNED, Kind::Ratio);
        let preheat = field("factors.start_preheat", &limits::LEARNED, Kind::Ratio);
        let kerf = field("factors.kerf_mm", &limits::KERF, Kind::Bore);
        Factors {
            speed: fields.number(&speed, factors.speed.as_ref(), Some(1.0)),
            start_preheat: fields.number(&preheat, factors.start_preheat.as_ref(), Some(1.0)),
            kerf: factors
                .kerf_mm
                .as_ref()
                .map(|given| Length::from_m(fields.number(&kerf, Some(given), None))),
        }
    }
}

/// A number that was checked to be small and whole enough: whatever follows the point is cut.
#[allow(
    clippy::cast_possible_truncation,
    clippy::cast_sign_loss,
    reason = "inside the range of its field"
)]
fn whole(number: f64) -> u32 {
    number as u32
}

/// A hose with its fittings; `usual` stands in for what is left out.
pub fn read_hose(
    fields: &mut Fields,
    path: &str,
    (given, usual): (Option<&HoseWire>, Option<Pipe>),
) -> Pipe {
    let nothing = HoseWire { bore_mm: None, length_m: None, fittings_m: None };
    let given = given.unwrap_or(&nothing);
    let mut number = |name: &str, given: Option<&Given>, (range, kind, usual)| {
        let path = format!("{path}.{name}");
        fields.number(&NumberField { path, range, kind }, given, usual)
    };
    let bore = (&hose::BORE, Kind::Bore, usual.map(|usual| usual.bore.as_m()));
    let length = (&hose::LENGTH, Kind::Length, usual.map(|usual| usual.length.as_m()));
    let bore = number("bore_mm", given.bore_mm.as_ref(), bore);
    let length = number("length_m", given.length_m.as_ref(), length);
    // hose and fittings together are no longer than a hose may be
    let rest = (hose::LENGTH.high - length).clamp(0.0, hose::FITTINGS.high);
    let fittings = (&Range { high: rest, ..hose::FITTINGS }, Kind::Length, Some(0.0));
    let fittings = number("fittings_m", given.fittings_m.as_ref(), fittings);
    Pipe { bore: Length::from_m(bore), length: Length::from_m(length + fittings) }
}
