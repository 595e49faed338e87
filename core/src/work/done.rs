//! What did the stages of a work take at the torch, against what was planned?
//!
//! Stages in which the lever is down tell of the jet: their planned heating and handling are taken off what they took. Stages of
//! flame alone tell of heating, those at the grinder of cleaning. A kind one of whose stages nobody timed tells nothing. Left
//! out: hands and eyes, whose times stay ours.

use crate::quantity::Duration;
use crate::work::stage::Stage;

/// Done over planned: of the jet's pace, of heating, of grinding.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct OfStages {
    /// Pace of the jet; over 1 is faster.
    pub speed: Option<f64>,
    /// Time of the flame alone.
    pub heat: Option<f64>,
    /// Time at the grinder.
    pub grind: Option<f64>,
}

/// What stages took, in the plan's order; `None` of a stage that nobody timed.
type Took<'a> = &'a [Option<Duration>];

/// The stages of a sort and the seconds they took; `None` where there is none, or one was not timed.
fn timed(stages: &[Stage], took: Took<'_>, sort: fn(&Stage) -> bool) -> Option<(Vec<usize>, f64)> {
    let of: Vec<usize> = (0..stages.len()).filter(|at| sort(&stages[*at])).collect();
    let done: Option<Vec<f64>> =
        of.iter().map(|at| took.get(*at).copied().flatten().map(Duration::as_s)).collect();
    let done = done.filter(|done| !done.is_empty())?;
    Some((of, done.into_iter().sum()))
}

impl OfStages {
    /// Holds what was timed against the plan.
    #[must_use]
    pub fn of(stages: &[Stage], took: Took<'_>) -> Self {
        let seconds = |of: &[usize], time: fn(&Stage) -> f64| {
            of.iter().map(|at| time(&stages[*at])).sum::<f64>()
        };
        let jets = timed(stages, took, |stage| stage.jet.as_s() > 0.0);
        let heats = timed(stages, took, |stage| stage.jet.as_s() <= 0.0 && stage.heat.as_s() > 0.0);
        let grinds = timed(stages, took, |stage| stage.grind.as_s() > 0.0);
        Self {
            speed: jets.and_then(|(of, done)| {
                let jet = seconds(&of, |stage| stage.jet.as_s());
                let rest = seconds(&of, |stage| stage.heat.as_s() + stage.hands.as_s());
                (done > rest).then(|| jet / (done - rest))
            }),
            heat: heats.map(|(of, done)| done / seconds(&of, |stage| stage.heat.as_s())),
            grind: grinds.map(|(of, done)| done / seconds(&of, |stage| stage.grind.as_s())),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn s(seconds: f64) -> Duration {
        Duration::from_s(seconds)
    }

    fn a_wash() -> Vec<Stage> {
        vec![
            Stage::by_hand("wash_look", 60.0),
            Stage::heating("wash_heat", s(20.0)),
            Stage { hands: s(10.0), ..Stage::burning("wash_run", s(300.0)) },
            Stage::grinding("wash_grind", s(120.0)),
        ]
    }

    #[test]
    fn each_sort_of_stage_tells_of_its_own_kind() {
        // looked at for twice as long: no one's pace
        let took = [s(120.0), s(30.0), s(385.0), s(60.0)].map(Some);
        let told = OfStages::of(&a_wash(), &took);
        assert_eq!(told.speed, Some(300.0 / 375.0));
        assert_eq!(told.heat, Some(1.5));
        assert_eq!(told.grind, Some(0.5));
    }

    #[test]
    fn what_nobody_timed_tells_nothing() {
        let took = [None, Some(s(20.0)), None, None];
        let told = OfStages::of(&a_wash(), &took);
        assert_eq!(told, OfStages { heat: Some(1.0), ..OfStages::default() });
        assert_eq!(OfStages::of(&a_wash(), &[]), OfStages::default());
    }

    #[test]
    fn a_stage_over_sooner_than_its_hands_alone_take_tells_no_pace() {
        let took = [s(60.0), s(20.0), s(8.0), s(120.0)].map(Some);
        assert_eq!(OfStages::of(&a_wash(), &took).speed, None);
    }
}
