//! How is it done, as learning holds burns alike? A cut by how the torch is moved; other work whose time follows no cut's
//! pace, by its kind.
//!
//! A carriage on its rail, a circle round a pivot and the pieces of a thing taken apart are cuts, and teach and are told as such.

use crate::cut::Process;
use crate::work::WorkKind;

/// A way of working. Its codes are those of [`Process`] and [`WorkKind`].
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum Way {
    /// A cut by hand and eye.
    Freehand,
    /// A cut by hand along a straightedge, a pivot or on wheels.
    Guided,
    /// A cut on a carriage or a table.
    Machine,
    /// Washed off.
    Wash,
    /// Gouged.
    Gouge,
    /// A head, nut or stud taken off.
    Fastener,
    /// The torch laid along the length.
    LongCut,
}

impl From<Process> for Way {
    fn from(process: Process) -> Self {
        match process {
            Process::Freehand => Self::Freehand,
            Process::Guided => Self::Guided,
            Process::Machine => Self::Machine,
        }
    }
}

impl Way {
    /// The way of other work, by the process of the cut that it is like.
    #[must_use]
    pub fn of_work(kind: WorkKind, like: Process) -> Self {
        match kind {
            WorkKind::Wash => Self::Wash,
            WorkKind::Gouge => Self::Gouge,
            WorkKind::Fastener => Self::Fastener,
            WorkKind::LongCut => Self::LongCut,
            WorkKind::Rail | WorkKind::Circle | WorkKind::TakeApart | WorkKind::Heat => like.into(),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::code::Code;

    #[test]
    fn a_way_is_called_what_its_process_or_its_kind_of_work_is() {
        for process in Process::ALL {
            assert_eq!(Way::from(*process).code(), process.code());
        }
        for kind in WorkKind::ALL {
            let way = Way::of_work(*kind, Process::Machine);
            assert!(way.code() == kind.code() || way == Way::Machine, "{}", way.code());
        }
        assert!(WorkKind::ALL.iter().all(|kind| Process::of(kind.code()).is_none()));
    }

    #[test]
    fn what_runs_at_a_cuts_pace_is_learned_with_cuts() {
        assert_eq!(Way::of_work(WorkKind::Rail, Process::Machine), Way::Machine);
        assert_eq!(Way::of_work(WorkKind::Circle, Process::Guided), Way::Guided);
        assert_ne!(Way::of_work(WorkKind::Wash, Process::Freehand), Way::Freehand);
    }
}
