//! What each role may do, and what each path asks for: the one table. What does not stand here is shut to everyone.

use crate::store::role::Role;

/// What somebody may do.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Right {
    /// See what the shop has planned, owns and recorded, and plan without keeping it.
    Look,
    /// Make, change and delete jobs and their cuts.
    Plan,
    /// Make a card of a cut.
    Card,
    /// Run at the torch, and note burns and edges.
    Burn,
    /// Keep gas and gear.
    Rack,
    /// Settle how the shop works, clear people, register tablets.
    Settle,
    /// Add people, give them roles, let them in, remove their names.
    People,
    /// Read the audit trail.
    Audit,
    /// One's own password, sessions, tokens, and how much one is told.
    Own,
}

use Right::{Audit, Burn, Card, Look, Own, People, Plan, Rack, Settle};

impl Right {
    /// Every right.
    pub const ALL: [Self; 9] = [Look, Plan, Card, Burn, Rack, Settle, People, Audit, Own];

    /// Its word.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Look => "look",
            Plan => "plan",
            Card => "card",
            Burn => "burn",
            Rack => "rack",
            Settle => "settle",
            People => "people",
            Audit => "audit",
            Own => "own",
        }
    }

    /// The code of the sentence that refuses it.
    #[must_use]
    pub const fn refusal(self) -> &'static str {
        match self {
            Look => "may_not_look",
            Plan => "may_not_plan",
            Card => "may_not_card",
            Burn => "may_not_burn",
            Rack => "may_not_rack",
            Settle => "may_not_settle",
            People => "may_not_people",
            Audit => "may_not_audit",
            Own => "may_not_own",
        }
    }
}

/// What a role may do.
#[must_use]
pub const fn of(role: Role) -> &'static [Right] {
    match role {
        Role::Owner => &Right::ALL,
        Role::Foreman => &[Look, Plan, Card, Burn, Rack, Settle, Own],
        Role::Planner => &[Look, Plan, Card, Own],
        Role::TorchHand => &[Look, Card, Burn, Own],
        Role::CribKeeper => &[Look, Rack, Own],
        Role::Viewer => &[Look, Own],
    }
}

/// Whether a role may do something.
#[must_use]
pub fn may(role: Role, right: Right) -> bool {
    of(role).contains(&right)
}

/// How a path is reached.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Door {
    /// By everyone, always, without asking who: health, which also says that the database is away.
    Anybody,
    /// By everyone, always: the doors themselves.
    Always,
    /// By everyone, unless the shop closes its calculators.
    Open,
    /// As [`Door::Open`]; whoever is signed in is answered for the shop.
    OpenKnown,
    /// By who has a right.
    Needs(Right),
    /// By oneself, the id in the path being one's own, or by who has a right.
    Oneself(Right),
    /// By who may burn, or by a tablet alone, revoked or not: what it kept is taken.
    Sends,
}

use Door::{Always, Anybody, Needs, Oneself, Open, OpenKnown, Sends};

/// A method and a path with the names of its parts, and how it is reached.
pub type Rule = (&'static str, &'static str, Door);

/// The table.
pub const TABLE: &[Rule] = &[
    ("GET", "/api/health", Anybody),
    ("GET", "/api/ready", Anybody),
    ("GET", "/api/openapi.json", Anybody),
    // says who is signed in, or by which doors one comes in
    ("GET", "/api/v1/session", Always),
    ("POST", "/api/v1/session", Always),
    ("DELETE", "/api/v1/session", Always),
    // the calculators: they keep nothing
    ("POST", "/api/v1/cut-plans/preview", Open),
    ("POST", "/api/v1/cut-plans/fuels", OpenKnown),
    ("POST", "/api/v1/cut-plans/sensitivity", OpenKnown),
    ("POST", "/api/v1/steel/cuttability", Open),
    ("POST", "/api/v1/steel/unknown", Open),
    ("POST", "/api/v1/gas/cylinder-contents", Open),
    ("POST", "/api/v1/gas/regulator-setting", Open),
    ("POST", "/api/v1/gas/orifice-flow", Open),
    ("POST", "/api/v1/gas/withdrawal", Open),
    ("GET", "/api/v1/sections/outline", Open),
    ("GET", "/api/v1/sections/profiles", Open),
    ("GET", "/api/v1/sections/template", Open),
    ("GET", "/api/v1/sections/template.svg", Open),
    ("GET", "/api/v1/sections/template.dxf", Open),
    ("POST", "/api/v1/sections/strokes", Open),
    ("GET", "/api/v1/edge/findings", Open),
    ("GET", "/api/v1/edge/causes", Open),
    ("GET", "/api/v1/edge/troubles", Open),
    ("POST", "/api/v1/edge/grade", Open),
    ("POST", "/api/v1/edge/predictions", Open),
    ("POST", "/api/v1/edge/recoveries", OpenKnown),
    ("POST", "/api/v1/edge/diagnoses", OpenKnown),
    ("POST", "/api/v1/entry/line", Open),
    ("POST", "/api/v1/entry/field", Open),
    ("POST", "/api/v1/tip-charts/read", Open),
    ("POST", "/api/v1/entry/part", Open),
    ("POST", "/api/v1/layout/parts/read", OpenKnown),
    ("POST", "/api/v1/layout/parts/shape", Open),
    ("POST", "/api/v1/layout/paths", OpenKnown),
    ("POST", "/api/v1/factors/update", Open),
    ("GET", "/api/v1/factors", Needs(Look)),
    ("GET", "/api/v1/factors/calibration", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}/record", Needs(Look)),
    ("PUT", "/api/v1/factors/{id}", Needs(Settle)),
    ("PUT", "/api/v1/rig-changes/{id}", Needs(Settle)),
    ("PATCH", "/api/v1/burns/{id}", Needs(Burn)),
    ("POST", "/api/v1/trials/judge", Open),
    ("POST", "/api/v1/quotes/price", OpenKnown),
    ("POST", "/api/v1/layout/out", OpenKnown),
    ("POST", "/api/v1/layout/line-check", Open),
    ("POST", "/api/v1/layout/nest", OpenKnown),
    ("POST", "/api/v1/setup/run-sheet", Open),
    ("POST", "/api/v1/work/plan", Open),
    ("GET", "/api/v1/reference", Open),
    // planning for the shop, without keeping it
    ("POST", "/api/v1/cut-plans/draft", Needs(Look)),
    ("POST", "/api/v1/cut-plans/work", Needs(Look)),
    ("POST", "/api/v1/cut-lists/plan", Needs(Look)),
    ("GET", "/api/v1/today", Needs(Look)),
    ("GET", "/api/v1/jobs", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}/gas-plan", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}/tips", Needs(Look)),
    ("POST", "/api/v1/jobs/{id}/nest", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}/cuts.csv", Needs(Look)),
    ("PUT", "/api/v1/jobs/{id}", Needs(Plan)),
    ("PATCH", "/api/v1/jobs/{id}", Needs(Plan)),
    ("DELETE", "/api/v1/jobs/{id}", Needs(Plan)),
    ("POST", "/api/v1/jobs/{id}/restore", Needs(Plan)),
    ("POST", "/api/v1/cut-lists/{id}/keep", Needs(Plan)),
    ("PUT", "/api/v1/job-lines/{id}", Needs(Plan)),
    ("PATCH", "/api/v1/job-lines/{id}", Needs(Plan)),
    ("DELETE", "/api/v1/job-lines/{id}", Needs(Plan)),
    ("POST", "/api/v1/job-lines/{id}/restore", Needs(Plan)),
    ("PUT", "/api/v1/plans/{id}", Needs(Card)),
    ("GET", "/api/v1/plans/{id}", Needs(Look)),
    ("GET", "/api/v1/plans/{id}/code.svg", Needs(Look)),
    // at the torch
    ("GET", "/api/v1/jobs/{id}/run", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}/run/record", Needs(Look)),
    ("POST", "/api/v1/jobs/{id}/run/events", Sends),
    ("GET", "/api/v1/jobs/{id}/runs", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}/runs/{run_id}", Needs(Look)),
    ("GET", "/api/v1/jobs/{id}/runs/{run_id}/record", Needs(Look)),
    ("PUT", "/api/v1/jobs/{id}/runs/{run_id}", Sends),
    ("POST", "/api/v1/jobs/{id}/runs/{run_id}/events", Sends),
    // what came of it
    ("GET", "/api/v1/burns", Needs(Look)),
    ("GET", "/api/v1/burns.{format}", Needs(Look)),
    ("GET", "/api/v1/record/poor-edges", Needs(Look)),
    ("GET", "/api/v1/record/tips", Needs(Look)),
    ("GET", "/api/v1/record/stores", Needs(Look)),
    ("GET", "/api/v1/record/runs", Needs(Look)),
    ("PUT", "/api/v1/tips/cleaned/{id}", Needs(Burn)),
    ("GET", "/api/v1/trials", Needs(Look)),
    ("GET", "/api/v1/trials/of-burns", Needs(Look)),
    ("PUT", "/api/v1/trials/{id}", Needs(Burn)),
    ("GET", "/api/v1/trials/{id}", Needs(Look)),
    ("PATCH", "/api/v1/trials/{id}", Needs(Burn)),
    ("GET", "/api/v1/quotes", Needs(Look)),
    ("PUT", "/api/v1/quotes/{id}", Needs(Settle)),
    ("GET", "/api/v1/quotes/{id}", Needs(Look)),
    ("PATCH", "/api/v1/quotes/{id}", Needs(Settle)),
    ("GET", "/api/v1/quotes/{id}/lines.csv", Needs(Look)),
    ("PUT", "/api/v1/burns/{id}", Needs(Burn)),
    ("POST", "/api/v1/burns/read", Needs(Look)),
    ("PUT", "/api/v1/burns/import/{id}", Needs(Settle)),
    ("GET", "/api/v1/diagnoses", Needs(Look)),
    ("PUT", "/api/v1/diagnoses/{id}", Needs(Burn)),
    ("PATCH", "/api/v1/diagnoses/{id}", Needs(Burn)),
    ("DELETE", "/api/v1/diagnoses/{id}", Needs(Burn)),
    ("POST", "/api/v1/diagnoses/{id}/restore", Needs(Burn)),
    ("PUT", "/api/v1/diagnoses/{id}/photos/{photo_id}", Needs(Burn)),
    ("GET", "/api/v1/photos/{id}", Needs(Look)),
    ("GET", "/api/v1/photos/{id}/small", Needs(Look)),
    ("DELETE", "/api/v1/photos/{id}", Needs(Burn)),
    ("POST", "/api/v1/photos/{id}/restore", Needs(Burn)),
    ("GET", "/api/v1/edge/weights", Needs(Look)),
    // gas and gear
    ("GET", "/api/v1/gear", Needs(Look)),
    ("GET", "/api/v1/gear/{id}/chart.csv", Needs(Look)),
    ("PUT", "/api/v1/gear/{id}", Needs(Rack)),
    ("PATCH", "/api/v1/gear/{id}", Needs(Rack)),
    ("DELETE", "/api/v1/gear/{id}", Needs(Rack)),
    ("POST", "/api/v1/gear/{id}/restore", Needs(Rack)),
    // how the shop works
    ("GET", "/api/v1/shop", Needs(Look)),
    ("PUT", "/api/v1/shop/{key}", Needs(Settle)),
    ("GET", "/api/v1/clearances", Needs(Look)),
    ("PUT", "/api/v1/clearances/{id}", Needs(Settle)),
    ("POST", "/api/v1/clearances/{id}/withdraw", Needs(Settle)),
    // a torch hand asks, and a foreman shows who they are
    ("POST", "/api/v1/clearances/override", Needs(Burn)),
    ("GET", "/api/v1/plans/{id}/clearance", Needs(Look)),
    ("GET", "/api/v1/devices", Needs(Settle)),
    ("POST", "/api/v1/devices", Needs(Settle)),
    ("DELETE", "/api/v1/devices/{id}", Needs(Settle)),
    // who works here
    ("GET", "/api/v1/people", Needs(Look)),
    ("PUT", "/api/v1/people/{id}", Needs(People)),
    ("DELETE", "/api/v1/people/{id}", Needs(People)),
    ("POST", "/api/v1/people/{id}/restore", Needs(People)),
    ("POST", "/api/v1/people/{id}/invitation", Needs(People)),
    ("POST", "/api/v1/people/{id}/forget", Needs(People)),
    ("PATCH", "/api/v1/people/{id}", Oneself(People)),
    ("PUT", "/api/v1/people/{id}/pin", Oneself(Settle)),
    // one's own alone
    ("PUT", "/api/v1/password", Needs(Own)),
    ("POST", "/api/v1/second-factor", Needs(Own)),
    ("PUT", "/api/v1/second-factor", Needs(Own)),
    ("DELETE", "/api/v1/second-factor", Needs(Own)),
    ("GET", "/api/v1/passkeys", Needs(Own)),
    ("POST", "/api/v1/passkeys", Needs(Own)),
    ("PUT", "/api/v1/passkeys/{id}", Needs(Own)),
    ("DELETE", "/api/v1/passkeys/{id}", Needs(Own)),
    ("GET", "/api/v1/sessions", Needs(Own)),
    ("DELETE", "/api/v1/sessions/{id}", Needs(Own)),
    ("GET", "/api/v1/tokens", Needs(Own)),
    ("POST", "/api/v1/tokens", Needs(Own)),
    ("DELETE", "/api/v1/tokens/{id}", Needs(Own)),
    ("GET", "/api/v1/audit", Needs(Audit)),
];

/// How a path is reached; `None` where it does not stand in the table.
#[must_use]
pub fn door(method: &str, path: &str) -> Option<Door> {
    // what may be read may be asked for without its body
    let method = if method == "HEAD" { "GET" } else { method };
    TABLE.iter().find(|rule| rule.0 == method && rule.1 == path).map(|rule| rule.2)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn nobody_may_more_than_the_owner_and_a_viewer_only_looks() {
        for role in Role::ALL {
            assert!(may(role, Look), "{role:?}");
            assert_eq!(may(role, People), role == Role::Owner, "{role:?}");
            assert_eq!(may(role, Audit), role == Role::Owner, "{role:?}");
        }
        assert_eq!(of(Role::Viewer), [Look, Own]);
        assert!(may(Role::TorchHand, Burn) && !may(Role::TorchHand, Plan));
        assert!(may(Role::CribKeeper, Rack) && !may(Role::CribKeeper, Burn));
    }

    #[test]
    fn a_path_stands_once_in_the_table() {
        let mut seen: Vec<_> = TABLE.iter().map(|rule| (rule.0, rule.1)).collect();
        seen.sort_unstable();
        seen.dedup();
        assert_eq!(seen.len(), TABLE.len());
        assert_eq!(door("GET", "/api/v1/nowhere"), None);
        assert_eq!(door("POST", "/api/v1/jobs/{id}"), None, "a method of its own");
    }
}
