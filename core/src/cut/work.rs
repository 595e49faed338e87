//! What a line of a job cuts: a plate, or a shape in strokes. Both come to one set of settings.

use crate::cut::job_tips::Cutting;
use crate::cut::request::Request;
use crate::cut::section::plan::{SectionPlan, SectionRequest};
use crate::cut::section::plan_section;
use crate::cut::settings::{Settings, plan};
use crate::error::Error;

/// A cut as it is asked.
#[derive(Clone, Debug, PartialEq)]
pub enum Work {
    /// One stroke through plate.
    Plate(Box<Request>),
    /// A shape.
    Section(Box<SectionRequest>),
}

impl From<Request> for Work {
    fn from(request: Request) -> Self {
        Self::Plate(Box::new(request))
    }
}

impl Work {
    /// Process, gas, gear, policy: what plate and shape have in common.
    #[must_use]
    pub const fn request(&self) -> &Request {
        match self {
            Self::Plate(request) => request,
            Self::Section(asked) => &asked.base,
        }
    }

    /// The same cut under other conditions.
    #[must_use]
    pub fn under(&self, request: &Request) -> Self {
        match self {
            Self::Plate(_) => request.clone().into(),
            Self::Section(asked) => Self::Section(Box::new(SectionRequest {
                base: request.clone(),
                ..(**asked).clone()
            })),
        }
    }

    /// Its strokes, where it is a shape, and its settings as one cut.
    ///
    /// # Errors
    /// Every input that is not possible.
    pub fn plan(&self) -> Result<(Settings, Option<SectionPlan>), Vec<Error>> {
        match self {
            Self::Plate(request) => Ok((plan(request)?, None)),
            Self::Section(asked) => {
                asked.base.check()?;
                let made = plan_section(asked)?;
                Ok((made.as_one(asked)?, Some(made)))
            }
        }
    }

    /// Its settings as one cut.
    ///
    /// # Errors
    /// Every input that is not possible.
    pub fn settings(&self) -> Result<Settings, Vec<Error>> {
        self.plan().map(|(settings, _)| settings)
    }

    /// The cuts that tips are chosen for: the plate, or each stroke with the tip that its plan has.
    ///
    /// # Errors
    /// Every input that is not possible.
    pub fn cuttings(&self) -> Result<Vec<Cutting>, Vec<Error>> {
        match self {
            Self::Plate(request) => Ok(vec![(**request).clone().into()]),
            Self::Section(asked) => Ok(plan_section(asked)?.cuttings(asked)),
        }
    }
}
