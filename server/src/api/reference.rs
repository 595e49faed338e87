//! What a screen offers to choose from: fuels, grades, bores, as core knows them.

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::cut::limits::THICKNESS;
use galvanon_core::cut::{ACETYLENE_CEILING, USUAL_HOSE};
use galvanon_core::gas::fuel::{Fuel, characteristics};
use galvanon_core::steel::alloy_limit::alloy_limits;
use galvanon_core::steel::grade::grades;
use galvanon_core::steel::surface::Surface;
use galvanon_core::tip::choose::generic_series;
use galvanon_core::trace::Kind;
use serde::Serialize;
use utoipa::ToSchema;

use crate::error::ApiResult;
use crate::wire::unit::wire;
use crate::wire::usual::{UsualGauge, UsualOfShape, usual_gauges};

/// A steel.
#[derive(Debug, Serialize, ToSchema)]
pub struct GradeWire {
    /// Its short name.
    pub grade: String,
    /// Its name in words.
    pub title: String,
}

/// A fuel.
#[derive(Debug, Serialize, ToSchema)]
pub struct FuelWire {
    /// Its code.
    pub fuel: String,
    /// The face its tips have.
    pub tip_face: String,
    /// Oxygen for a volume of it in a neutral flame.
    pub neutral_ratio: f64,
}

/// How far an element may go, percent by weight.
#[derive(Debug, Serialize, ToSchema)]
pub struct AlloyWire {
    /// Its symbol.
    pub element: String,
    /// Up to here it cuts as mild steel.
    pub cuts_up_to_percent: f64,
    /// Up to here it cuts with care.
    pub with_care_up_to_percent: f64,
}

/// A hose as the planner takes it.
#[derive(Debug, Serialize, ToSchema)]
pub struct UsualHose {
    /// Its bore.
    pub bore_mm: f64,
    /// Its length.
    pub length_m: f64,
}

/// What a drawing must know before anything is planned.
#[derive(Debug, Serialize, ToSchema)]
pub struct LimitsWire {
    /// The thinnest plate that is planned.
    pub thinnest_mm: f64,
    /// The thickest.
    pub thickest_mm: f64,
    /// Acetylene is never set over this.
    pub acetylene_ceiling_kpa: f64,
    /// Either hose where a job names none.
    pub usual_hose: UsualHose,
    /// The scales of usual gauges, small to large of each kind.
    pub usual_gauges: Vec<UsualGauge>,
    /// What is taken of a cut of a shape where nothing is said.
    pub usual_of_a_shape: UsualOfShape,
}

/// What a screen offers to choose from.
#[derive(Debug, Serialize, ToSchema)]
pub struct ReferenceReply {
    /// Limits of the trade that are drawn.
    pub limits: LimitsWire,
    /// Published limits of alloying elements.
    pub alloys: Vec<AlloyWire>,
    /// Steels.
    pub grades: Vec<GradeWire>,
    /// Fuels.
    pub fuels: Vec<FuelWire>,
    /// Our generic series of bores.
    pub bores_mm: Vec<f64>,
    /// What a face may carry.
    pub surfaces: Vec<String>,
}

fn limits() -> ApiResult<LimitsWire> {
    Ok(LimitsWire {
        thinnest_mm: wire(Kind::Length, THICKNESS.low),
        thickest_mm: wire(Kind::Length, THICKNESS.high),
        acetylene_ceiling_kpa: wire(Kind::Pressure, ACETYLENE_CEILING.as_pa()),
        usual_hose: UsualHose {
            bore_mm: wire(Kind::Bore, USUAL_HOSE.bore.as_m()),
            length_m: USUAL_HOSE.length.as_m(),
        },
        usual_gauges: usual_gauges()?,
        usual_of_a_shape: UsualOfShape::now(),
    })
}

/// What a screen offers to choose from.
#[utoipa::path(get, operation_id = "reference", path = "/api/v1/reference", responses((status = 200, body = ReferenceReply)))]
#[get("/reference")]
pub async fn reference() -> ApiResult<web::Json<ReferenceReply>> {
    let fuels = Fuel::ALL.iter().map(|&fuel| {
        let row = characteristics(fuel)?;
        Ok(FuelWire {
            fuel: fuel.code().into(),
            tip_face: row.tip_face.code().into(),
            neutral_ratio: row.neutral_ratio,
        })
    });
    let grade = |grade: &galvanon_core::steel::grade::Grade| GradeWire {
        grade: grade.grade.clone(),
        title: grade.title.clone(),
    };
    let alloy = |limit: &galvanon_core::steel::alloy_limit::AlloyLimit| AlloyWire {
        element: limit.element.clone(),
        cuts_up_to_percent: limit.cuts_normally_up_to_percent,
        with_care_up_to_percent: limit.cuts_with_care_up_to_percent,
    };
    Ok(web::Json(ReferenceReply {
        limits: limits()?,
        alloys: alloy_limits()?.iter().map(alloy).collect(),
        grades: grades()?.iter().map(grade).collect(),
        fuels: fuels.collect::<ApiResult<_>>()?,
        bores_mm: generic_series()?.iter().map(|tip| wire(Kind::Bore, tip.bore.as_m())).collect(),
        surfaces: Surface::ALL.iter().map(|face| face.code().to_owned()).collect(),
    }))
}
