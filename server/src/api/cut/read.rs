//! Reads the request of the contract into core's, field by field.

use std::sync::Arc;

use galvanon_core::cut::{
    Access, CutInput, GasInput, Handedness, Policy, Process, Quality, Request, ScrapSide, Start,
    SteelInput, Stroke, Tip, Work, limits,
};
use galvanon_core::gas::fuel::Torch;
use galvanon_core::quantity::{
    AbsolutePressure, Angle, Duration, GaugePressure, Length, Temperature,
};
use galvanon_core::steel::surface::Surface;
use galvanon_core::trace::Kind;
use serde_json::Value;

use crate::api::cut::factors::whole;
use crate::api::cut::gear::read_gear;
use crate::api::cut::prices::read_prices;
use crate::api::cut::request::CutPlanRequest;
use crate::api::gas::hose::read_hose;
use crate::api::layout::laid::LaidOut;
use crate::api::section::read::read_section;
use crate::api::steel::cuttability::{read_composition, read_grade};
use crate::api::tip::request::read_tip;
use crate::error::{ApiError, ApiResult};
use crate::http::fields::{Fields, NumberField, wrong_shape};

/// A heat number holds so many characters. Source: `ours`.
const LONGEST_HEAT: usize = 40;

impl CutPlanRequest {
    /// Reads the request into core's: a plate, a shape, or a part that is laid out.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn to_work(&self) -> ApiResult<Work> {
        self.to_work_laid().map(|(work, _)| work)
    }

    /// The same, with the layout where there is one.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn to_work_laid(&self) -> ApiResult<(Work, Option<LaidOut>)> {
        let mut fields = Fields::default();
        let request = self.read(&mut fields);
        if let Some(work) = &self.work {
            let base = fields.done(request)?;
            if self.section.is_some() || self.layout.is_some() {
                let fault = wrong_shape("work", "alone: one of the three is cut", Value::Null);
                return Err(ApiError::Invalid(vec![fault]));
            }
            let (asked, like) = work.in_a_cut(&base).map_err(|error| error.under("work"))?;
            return Ok((Work::Other(Box::new(like), Arc::new(asked)), None));
        }
        match (&self.section, &self.layout) {
            (None, None) => Ok((fields.done(request)?.into(), None)),
            (Some(section), None) => {
                let asked = read_section(fields, "section.", section, request)?;
                Ok((Work::Section(Box::new(asked)), None))
            }
            (None, Some(layout)) => {
                let part = layout.part.read(&mut fields, "layout.part");
                let ways = layout.read(&mut fields, "layout.");
                let request = fields.done(request)?;
                let laid = LaidOut::for_cut(part, "layout.part", request, &ways)?;
                let asked = laid.cut.as_ref().map(|cut| cut.asked.clone());
                let asked =
                    asked.ok_or_else(|| ApiError::Internal("no cut was laid out".into()))?;
                Ok((Work::Runs(Box::new(asked)), Some(laid)))
            }
            (Some(_), Some(_)) => {
                let expected = "left out beside a layout: one of the two is cut";
                fields.errors.push(wrong_shape("section", expected, Value::Null));
                Err(ApiError::Invalid(fields.errors))
            }
        }
    }

    /// Reads the request of a plate that a part is laid out of: its length and start are not needed.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault, and where a shape or a layout is asked.
    pub fn of_plate(&self) -> ApiResult<Request> {
        let mut fields = Fields::default();
        for (name, said) in [("section", self.section.is_some()), ("layout", self.layout.is_some())]
        {
            if said {
                let expected = "left out: a part is laid out on plate";
                fields.errors.push(wrong_shape(name, expected, Value::Null));
            }
        }
        let request = self.read(&mut fields);
        fields.done(request)
    }

    /// Reads the request of a plate into core's; of a shape, what it has in common with one.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn to_core(&self) -> ApiResult<Request> {
        Ok(self.to_work()?.request().clone())
    }

    fn read(&self, fields: &mut Fields) -> Request {
        Request {
            steel: self.steel(fields),
            cut: self.cut(fields),
            gas: self.gas(fields),
            tip: self.tip.as_ref().map(|tip| read_tip(fields, "tip", tip)),
            drawer: self.drawer(fields),
            policy: self.policy(fields),
            factors: self.factors.as_ref().map(|own| own.read(fields)).unwrap_or_default(),
            gear: read_gear(fields, self.gear.as_ref()),
            prices: self.prices.as_ref().map(|prices| read_prices(fields, prices)),
        }
    }

    /// What a plate must say and a shape need not, SI.
    fn unless_section(&self, usual: f64) -> Option<f64> {
        (self.section.is_some() || self.work.is_some()).then_some(usual)
    }

    /// What a straight cut must say and a shape or a layout need not, SI.
    fn unless_laid(&self, usual: f64) -> Option<f64> {
        self.layout.as_ref().map(|_| usual).or(self.unless_section(usual))
    }

    /// How the torch is moved where a cut need not say it: other work says it by its kind.
    fn by_itself(&self) -> Option<Process> {
        self.work.is_some().then_some(Process::Freehand)
    }

    fn steel(&self, fields: &mut Fields) -> SteelInput {
        let steel = &self.steel;
        let thickness = NumberField::new("steel.thickness_mm", &limits::THICKNESS, Kind::Length);
        let temperature = NumberField::new(
            "steel.plate_temperature_c",
            &limits::PLATE_TEMPERATURE,
            Kind::Temperature,
        );
        if let Some(heat) = &steel.heat_number {
            fields.text("steel.heat_number", heat, LONGEST_HEAT);
        }
        let usual = Temperature::from_c(20.0).as_k();
        let clean = Some(Surface::Clean);
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
                &NumberField::new("steel.layers", &limits::LAYERS, Kind::Count),
                steel.layers.as_ref(),
                Some(1.0),
            )),
            sealed: steel.sealed.unwrap_or(false),
            ventilation_named: steel.ventilation_named.unwrap_or(false),
            access: fields.code("steel.access", steel.access.as_ref(), Some(Access::Both)),
            plate_temperature: Temperature::from_k(fields.number(
                &temperature,
                steel.plate_temperature_c.as_ref(),
                Some(usual),
            )),
            surface: fields.code("steel.surface", steel.surface.as_ref(), clean),
            back_surface: fields.code("steel.back_surface", steel.back_surface.as_ref(), clean),
        }
    }

    fn cut(&self, fields: &mut Fields) -> CutInput {
        let cut = &self.cut;
        let length = NumberField::new("cut.length_mm", &limits::CUT_LENGTH, Kind::Length);
        let bevel = NumberField::new("cut.bevel_deg", &limits::BEVEL, Kind::Angle);
        let count = NumberField::new("cut.count", &limits::COUNT, Kind::Count);
        let count = whole(fields.number(&count, cut.count.as_ref(), Some(1.0)));
        CutInput {
            length: Length::from_m(fields.number(
                &length,
                cut.length_mm.as_ref(),
                self.unless_laid(limits::CUT_LENGTH.low),
            )),
            stroke: fields.code("cut.stroke", cut.stroke.as_ref(), Some(Stroke::Cut)),
            process: fields.code("cut.process", cut.process.as_ref(), self.by_itself()),
            start: fields.code("cut.start", cut.start.as_ref(), Some(Start::Edge)),
            bevel: Angle::from_rad(fields.number(&bevel, cut.bevel_deg.as_ref(), Some(0.0))),
            quality: fields.code("cut.quality", cut.quality.as_ref(), Some(Quality::Standard)),
            handedness: fields.code(
                "cut.handedness",
                cut.handedness.as_ref(),
                Some(Handedness::Right),
            ),
            scrap: fields.code("cut.scrap", cut.scrap.as_ref(), Some(ScrapSide::Far)),
            count,
        }
    }

    fn gas(&self, fields: &mut Fields) -> GasInput {
        let gas = &self.gas;
        let usual = Request::plate(Length::from_m(0.01), Length::from_m(0.1)).gas;
        let purity = NumberField::new("gas.oxygen_purity_percent", &limits::PURITY, Kind::Percent);
        let supply = NumberField::new("gas.fuel_supply_kpa", &limits::FUEL_SUPPLY, Kind::Pressure);
        let cylinder = NumberField::new(
            "gas.cylinder_temperature_c",
            &limits::CYLINDER_TEMPERATURE,
            Kind::Temperature,
        );
        GasInput {
            fuel: fields.code("gas.fuel", gas.fuel.as_ref(), None),
            oxygen_purity: fields.number(
                &purity,
                gas.oxygen_purity_percent.as_ref(),
                Some(usual.oxygen_purity),
            ),
            oxygen_hose: read_hose(
                fields,
                "gas.oxygen_hose",
                gas.oxygen_hose.as_ref(),
                Some(usual.oxygen_hose),
            ),
            fuel_hose: read_hose(
                fields,
                "gas.fuel_hose",
                gas.fuel_hose.as_ref(),
                Some(usual.fuel_hose),
            ),
            torch: fields.code("torch", self.torch.as_ref(), Some(Torch::EqualPressure)),
            fuel_supply: fields
                .number_if_said(&supply, gas.fuel_supply_kpa.as_ref())
                .map(GaugePressure::from_pa),
            cylinder_temperature: fields
                .number_if_said(&cylinder, gas.cylinder_temperature_c.as_ref())
                .map(Temperature::from_k),
        }
    }

    fn drawer(&self, fields: &mut Fields) -> Vec<Tip> {
        let tips = self.drawer.iter().flatten().enumerate();
        tips.map(|(i, tip)| read_tip(fields, &format!("drawer.{i}"), tip)).collect()
    }

    fn policy(&self, fields: &mut Fields) -> Policy {
        let usual = Policy::default();
        let Some(policy) = &self.policy else { return usual };
        let one =
            NumberField::new("policy.one_pressure_kpa", &limits::ONE_PRESSURE, Kind::Pressure);
        let reach = NumberField::new("policy.reach_mm", &limits::REACH, Kind::Length);
        let handling = NumberField::new("policy.handling_s", &limits::HANDLING, Kind::Duration);
        let reposition = NumberField::new("policy.reposition_s", &limits::HANDLING, Kind::Duration);
        let clean_up = NumberField::new("policy.clean_up_s_m", &limits::HANDLING, Kind::Duration);
        let ambient =
            NumberField::new("policy.ambient_pressure_kpa", &limits::AMBIENT, Kind::Pressure);
        let discharge =
            NumberField::new("policy.discharge_coefficient", &limits::DISCHARGE, Kind::Ratio);
        let loss =
            NumberField::new("policy.torch_loss_percent", &limits::TORCH_LOSS, Kind::Percent);
        Policy {
            pressure_school: fields.code(
                "policy.pressure_school",
                policy.pressure_school.as_ref(),
                Some(usual.pressure_school),
            ),
            tip_school: fields.code(
                "policy.tip_school",
                policy.tip_school.as_ref(),
                Some(usual.tip_school),
            ),
            one_pressure: GaugePressure::from_pa(fields.number(
                &one,
                policy.one_pressure_kpa.as_ref(),
                Some(usual.one_pressure.as_pa()),
            )),
            how_hot: fields.code("policy.how_hot", policy.how_hot.as_ref(), Some(usual.how_hot)),
            scale: fields.code("policy.scale", policy.scale.as_ref(), Some(usual.scale)),
            thick_speed: fields.code(
                "policy.thick_speed",
                policy.thick_speed.as_ref(),
                Some(usual.thick_speed),
            ),
            hole: fields.code("policy.hole", policy.hole.as_ref(), Some(usual.hole)),
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
}
