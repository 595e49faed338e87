//! The shop as a planner needs it: its settings, prices and rack, and how they complete what a job
//! and a line say.

use galvanon_core::gas::rack::GearKind;
use serde_json::{Map, Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use uuid::Uuid;

use crate::api::tip::request::TipWire;
use crate::error::ApiResult;
use crate::http::body::read;
use crate::http::caller::Caller;
use crate::plan::gear_fields::TipFields;
use crate::plan::rack::{GearView, counted, view};
use crate::plan::settings::{self, LEARNING};
use crate::plan::taught::Taught;
use crate::store::learned;

/// The shop now.
#[derive(Debug)]
pub struct Shop {
    /// Its settings by key.
    pub settings: Map<String, Value>,
    /// Everything it owns.
    pub rack: Vec<GearView>,
    /// The part of a request that its settings and the person at the screen give.
    pub defaults: Value,
    /// Its tips in service, as a request holds them.
    pub drawer: Vec<TipWire>,
    /// What its burns have taught; nothing where its plans do not follow them.
    pub taught: Taught,
}

impl Shop {
    /// Reads the shop.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn read(pool: &PgPool, person: Option<Uuid>) -> ApiResult<Self> {
        let mut connection = pool.acquire().await?;
        let settings = settings::current(&mut *connection).await?;
        let mut defaults = settings::as_request(&settings);
        if let Some(hand) = crate::store::people::handedness(&mut *connection, person).await? {
            json_patch::merge(&mut defaults, &json!({ "cut": { "handedness": hand } }));
        }
        let now = OffsetDateTime::now_utc();
        let gear = crate::store::gear::all(&mut *connection).await?;
        let gear = counted(&mut *connection, gear).await?;
        let rack: Vec<GearView> =
            gear.into_iter().map(|gear| view(gear, now)).collect::<ApiResult<_>>()?;
        let drawer = drawer(&rack);
        let follows = settings.get(LEARNING).is_some_and(|told| told == "follow");
        let taught = if follows {
            Taught::of(&learned::all(&mut connection).await?, now)
        } else {
            Taught::default()
        };
        Ok(Self { settings, rack, defaults, drawer, taught })
    }

    /// The shop for a caller of a calculator: nobody is told what it owns or has set.
    ///
    /// # Errors
    /// When the database fails, for somebody who is signed in.
    pub async fn for_caller(pool: &PgPool, caller: Caller) -> ApiResult<Self> {
        if caller.role.is_some() {
            return Self::read(pool, caller.person).await;
        }
        let settings = settings::usual("inch")?;
        let defaults = settings::as_request(&settings);
        let taught = Taught::default();
        Ok(Self { settings, rack: Vec::new(), defaults, drawer: Vec::new(), taught })
    }

    /// Whether the shop answers a question that the trade disagrees on so.
    #[must_use]
    pub fn holds(&self, question: &str, option: &str) -> bool {
        self.settings.get(question).is_some_and(|held| held == option)
    }

    /// The timed marks of the first carriage in service that has some; null where none has.
    #[must_use]
    pub fn dial(&self) -> Value {
        let mut carriages = self
            .rack
            .iter()
            .filter(|view| view.kind() == Some(GearKind::Carriage) && !view.is_stopped());
        let timed = |view: &GearView| {
            let dial = &view.gear.fields["dial"];
            dial.as_array().filter(|marks| !marks.is_empty()).map(|_| dial.clone())
        };
        carriages.find_map(timed).unwrap_or(Value::Null)
    }

    /// The shop's prices with that of a fuel.
    #[must_use]
    pub fn prices(&self, fuel: &str) -> Value {
        let of = |key: &str| self.settings.get(key).cloned().unwrap_or(Value::Null);
        let own = settings::PRICES.iter().any(|price| {
            self.settings.get(price.key).is_some_and(|value| *value != json!(price.estimate()))
        });
        json!({
            "oxygen_m3": of("price_oxygen_m3"),
            "fuel_m3": of(&format!("price_{fuel}_m3")),
            "labour_h": of("price_labour_h"),
            "tip": of("price_tip"),
            "tip_life_starts": of("tip_life_starts"),
            "estimated": !own,
        })
    }
}

/// The tips that may be fitted: in service, with a good seat.
fn drawer(rack: &[GearView]) -> Vec<TipWire> {
    let mut tips = Vec::new();
    for view in rack.iter().filter(|view| view.gear.kind == "tip" && view.gear.in_service) {
        if view.gear.fields["seat_state"] == "dinged" {
            continue;
        }
        // a tip that cannot be read says so in the rack, and is not fitted
        let Ok(fields) = read::<TipFields>(&view.gear.fields) else { continue };
        tips.push(fields.wire(&view.gear.label));
    }
    tips
}
