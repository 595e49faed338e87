//! What a line of a job cuts: a plate, a shape in strokes, a part in the runs of its layout, or other work that is planned
//! elsewhere. Each comes to one set of settings.

pub mod runs;
pub(crate) mod sum;

use std::sync::Arc;

use crate::cut::job_tips::Cutting;
use crate::cut::request::Request;
use crate::cut::section::plan::{SectionPlan, SectionRequest};
use crate::cut::section::plan_section;
use crate::cut::settings::{Settings, plan};
use crate::cut::work::runs::{RunsPlan, RunsRequest, plan_runs};
use crate::error::Error;

/// Work that a room of its own plans, and that comes to one set of settings.
pub trait Whole: std::fmt::Debug + Send + Sync {
    /// The whole of it, with a shop's gas, gear and policy.
    ///
    /// # Errors
    /// Every input that is not possible.
    fn settings(&self, base: &Request) -> Result<Settings, Vec<Error>>;

    /// Whether it is asked for one fuel alone, and says nothing under another.
    fn keeps_its_fuel(&self) -> bool {
        false
    }
}

/// A cut as it is asked.
#[derive(Clone, Debug)]
pub enum Work {
    /// One stroke through plate.
    Plate(Box<Request>),
    /// A shape.
    Section(Box<SectionRequest>),
    /// A part that was laid out.
    Runs(Box<RunsRequest>),
    /// The other work of the torch, with the cut that it is like.
    Other(Box<Request>, Arc<dyn Whole>),
}

/// A cut as it is planned.
#[derive(Clone, Debug, PartialEq)]
pub struct Made {
    /// Its settings as one cut.
    pub settings: Settings,
    /// Its strokes, where it is a shape.
    pub section: Option<SectionPlan>,
    /// Its runs, where it was laid out.
    pub runs: Option<RunsPlan>,
}

impl From<Request> for Work {
    fn from(request: Request) -> Self {
        Self::Plate(Box::new(request))
    }
}

impl Work {
    /// Process, gas, gear, policy: what all of them have in common.
    #[must_use]
    pub const fn request(&self) -> &Request {
        match self {
            Self::Plate(request) | Self::Other(request, _) => request,
            Self::Section(asked) => &asked.base,
            Self::Runs(asked) => &asked.base,
        }
    }

    /// Whether it is asked for one fuel alone, and says nothing under another.
    #[must_use]
    pub fn keeps_its_fuel(&self) -> bool {
        matches!(self, Self::Other(_, whole) if whole.keeps_its_fuel())
    }

    /// The same cut under other conditions; runs keep the lengths that they were laid out with.
    #[must_use]
    pub fn under(&self, request: &Request) -> Self {
        match self {
            Self::Plate(_) => request.clone().into(),
            Self::Section(asked) => Self::Section(Box::new(SectionRequest {
                base: request.clone(),
                ..(**asked).clone()
            })),
            Self::Other(_, whole) => Self::Other(Box::new(request.clone()), Arc::clone(whole)),
            Self::Runs(asked) => {
                let (runs, said) = (asked.runs.clone(), asked.said.clone());
                Self::Runs(Box::new(RunsRequest::new(request.clone(), runs, said)))
            }
        }
    }

    /// Its settings as one cut, with its strokes or runs.
    ///
    /// # Errors
    /// Every input that is not possible.
    pub fn plan(&self) -> Result<Made, Vec<Error>> {
        match self {
            Self::Plate(request) => {
                Ok(Made { settings: plan(request)?, section: None, runs: None })
            }
            Self::Other(request, whole) => {
                let settings = whole.settings(request)?;
                Ok(Made { settings, section: None, runs: None })
            }
            Self::Section(asked) => {
                asked.base.check()?;
                let made = plan_section(asked)?;
                Ok(Made { settings: made.as_one(asked)?, section: Some(made), runs: None })
            }
            Self::Runs(asked) => {
                let made = plan_runs(asked)?;
                Ok(Made { settings: made.as_one(asked)?, section: None, runs: Some(made) })
            }
        }
    }

    /// Its settings as one cut.
    ///
    /// # Errors
    /// Every input that is not possible.
    pub fn settings(&self) -> Result<Settings, Vec<Error>> {
        self.plan().map(|made| made.settings)
    }

    /// The cuts that tips are chosen for: the plate, each stroke with the tip that its plan has, each run,
    /// or other work with the tip that is its own; none where nothing is cut.
    ///
    /// # Errors
    /// Every input that is not possible.
    pub fn cuttings(&self) -> Result<Vec<Cutting>, Vec<Error>> {
        match self {
            Self::Plate(request) => Ok(vec![(**request).clone().into()]),
            Self::Other(request, whole) => {
                let own = whole.settings(request)?;
                if own.heats {
                    return Ok(Vec::new());
                }
                Ok(vec![Cutting { own: Some(Box::new(own)), ..(**request).clone().into() }])
            }
            Self::Section(asked) => Ok(plan_section(asked)?.cuttings(asked)),
            Self::Runs(asked) => Ok(asked.cuttings()),
        }
    }
}
