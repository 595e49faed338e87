//! Reads the request of the contract into core's, field by field.

use std::sync::Arc;

use galvanon_core::cut::{
    Access, CutInput, GasInput, Handedness, Process, Quality, Request, ScrapSide, Start,
    SteelInput, Stroke, Tip, Work, limits,
};
use galvanon_core::gas::fuel::Torch;
use galvanon_core::quantity::{Angle, GaugePressure, Length, Temperature};
use galvanon_core::steel::surface::Surface;
use galvanon_core::trace::Kind;
use serde_json::Value;

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
            policy: self.policy.as_ref().map(|policy| policy.read(fields)).unwrap_or_default(),
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
        let layers = NumberField::new("steel.layers", &limits::LAYERS, Kind::Count);
        let path = "steel.plate_temperature_c";
        let temperature = NumberField::new(path, &limits::PLATE_TEMPERATURE, Kind::Temperature);
        if let Some(heat) = &steel.heat_number {
            fields.text("steel.heat_number", heat, LONGEST_HEAT);
        }
        let least = self.unless_section(limits::THICKNESS.low);
        let usual = Some(Temperature::from_c(20.0).as_k());
        let clean = Some(Surface::Clean);
        let grade = steel.grade.as_ref();
        let parts = steel.composition_percent.as_ref();
        SteelInput {
            thickness: Length::from_m(fields.number(
                &thickness,
                steel.thickness_mm.as_ref(),
                least,
            )),
            grade: grade.and_then(|given| read_grade(fields, "steel.grade", given)),
            composition: parts
                .and_then(|parts| read_composition(fields, "steel.composition_percent", parts)),
            layers: fields.whole(&layers, steel.layers.as_ref(), Some(1)),
            sealed: steel.sealed.unwrap_or(false),
            ventilation_named: steel.ventilation_named.unwrap_or(false),
            access: fields.code("steel.access", steel.access.as_ref(), Some(Access::Both)),
            plate_temperature: Temperature::from_k(fields.number(
                &temperature,
                steel.plate_temperature_c.as_ref(),
                usual,
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
        let count = fields.whole(&count, cut.count.as_ref(), Some(1));
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
}
