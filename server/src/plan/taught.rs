//! What the shop's own burns have taught, and how a plan is told; how it is learned stands in `learning`.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::cut::{Request, Settings};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::Length;
use galvanon_core::record::class::{Band, Class, Key, Level, Taught as Kind};
use galvanon_core::record::learn::{Leaf, Learned, Seen, Told};
use galvanon_core::record::way::Way;
use sqlx::PgPool;
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::burns::Against;
use crate::store::learned::{self, ChoiceRow, Known, LeafRow, Taught as Burn};

/// A plan is told in such steps: a smaller move would make every card old. Source: `ours`.
const STEP: f64 = 0.01;

/// What a foreman made of a factor.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum State {
    /// It moves with the burns.
    #[default]
    Learning,
    /// It stands as it was.
    Frozen,
    /// It is not taken.
    Refused,
}

/// What was learned of each kind, and what a foreman made of it.
#[derive(Clone, Debug, Default)]
pub struct Taught {
    pub(super) kinds: BTreeMap<Kind, Learned>,
    pub(super) choices: BTreeMap<(Kind, Key), (State, f64)>,
}

/// The class of a burn; `None` where a word of it is of another version.
#[must_use]
pub fn class_of(against: &Against, hand: Option<Uuid>) -> Option<Class> {
    let process = Way::of(against.process.as_deref()?)?;
    let fuel = Fuel::of(against.fuel.as_deref()?)?;
    let (bore, thickness) = (against.bore_m?, against.thickness_m?);
    let class = Class::of(process, fuel, Length::from_m(bore), Length::from_m(thickness));
    Some(class.by(hand.map(|hand| hand.as_u128())))
}

/// Done over planned, of a kind.
#[must_use]
pub const fn factor_of(against: &Against, kind: Kind) -> Option<f64> {
    match kind {
        Kind::Speed => against.speed_factor,
        Kind::StartPreheat => against.start_preheat_factor,
        Kind::Kerf => against.kerf_factor,
        Kind::Oxygen => against.oxygen_factor,
        Kind::Fuel => against.fuel_factor,
        Kind::CleanUp => against.clean_up_factor,
    }
}

/// The burns that teach of a kind, in order, with the place of each in the list given.
#[must_use]
pub fn seen(burns: &[Burn], kind: Kind, now: OffsetDateTime) -> (Vec<Seen>, Vec<usize>) {
    let mut rigs: BTreeMap<Option<Uuid>, u32> = BTreeMap::new();
    let mut all = Vec::new();
    for (i, burn) in burns.iter().enumerate() {
        let found = class_of(&burn.against, burn.person_id).zip(factor_of(&burn.against, kind));
        let Some((class, factor)) = found else { continue };
        let next = u32::try_from(rigs.len()).unwrap_or(u32::MAX);
        let rig = *rigs.entry(burn.job_id).or_insert(next);
        let age = (now - burn.happened_at).as_seconds_f64() / 86_400.0;
        let changed_since = burn.changed_since;
        all.push((Seen { class, factor, age, rig, changed_since }, i));
    }
    all.into_iter().unzip()
}

pub(super) fn row(kind: Kind, leaf: &Leaf) -> LeafRow {
    let Class { process, fuel, bore, band, hand } = leaf.class;
    LeafRow {
        kind: kind.code().to_owned(),
        process: process.code().to_owned(),
        fuel: fuel.code().to_owned(),
        bore_um: i32::try_from(bore).unwrap_or(i32::MAX),
        band: i16::from(band.number()),
        hand: hand.map(Uuid::from_u128),
        weight: leaf.weight,
        pull: leaf.pull,
        n: i32::try_from(leaf.n).unwrap_or(i32::MAX),
    }
}

fn leaf(row: &LeafRow) -> Option<Leaf> {
    let class = Class {
        process: Way::of(&row.process)?,
        fuel: Fuel::of(&row.fuel)?,
        bore: u32::try_from(row.bore_um).ok()?,
        band: Band::numbered(i8::try_from(row.band).ok()?),
        hand: row.hand.map(|hand| hand.as_u128()),
    };
    let n = u32::try_from(row.n).ok()?;
    Some(Leaf { class, weight: row.weight, pull: row.pull, n })
}

fn choice(row: &ChoiceRow) -> Option<((Kind, Key), (State, f64))> {
    let word = |word: &Option<String>| word.clone();
    let process = match (word(&row.process), word(&row.fuel)) {
        (Some(process), Some(fuel)) => Some((Way::of(&process)?, Fuel::of(&fuel)?)),
        _ => None,
    };
    let class = match (row.bore_um, row.band) {
        (Some(bore), Some(band)) => {
            Some((u32::try_from(bore).ok()?, Band::numbered(i8::try_from(band).ok()?)))
        }
        _ => None,
    };
    let hand = row.hand.map(|hand| Some(hand.as_u128()));
    let key = Key { process, class, hand };
    Some(((Kind::of(&row.kind)?, key), (State::of(&row.state)?, row.median)))
}

impl Taught {
    /// Reads what is kept.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn read(pool: &PgPool) -> ApiResult<Self> {
        let known = learned::all(&mut *pool.acquire().await?).await?;
        Ok(Self::of(&known, OffsetDateTime::now_utc()))
    }

    /// Of what is kept, as much as is left of it by now.
    #[must_use]
    pub fn of(known: &Known, now: OffsetDateTime) -> Self {
        let mut taught = Self::default();
        for row in &known.kinds {
            let Some(kind) = Kind::of(&row.kind) else { continue };
            let own = known.leaves.iter().filter(|leaf| leaf.kind == row.kind);
            let own: Vec<Leaf> = own.filter_map(leaf).collect();
            let ago = (now - row.learnt_at).as_seconds_f64() / 86_400.0;
            taught.kinds.insert(kind, Learned::kept(row.noise, &own, ago));
        }
        taught.choices = known.choices.iter().filter_map(choice).collect();
        taught
    }

    /// Whether nothing was learned.
    #[must_use]
    pub fn is_empty(&self) -> bool {
        self.kinds.values().all(Learned::is_empty)
    }

    /// What was learned of each kind.
    pub fn kinds(&self) -> impl Iterator<Item = (Kind, &Learned)> {
        self.kinds.iter().map(|(kind, learned)| (*kind, learned))
    }

    /// What a foreman made of a node.
    #[must_use]
    pub fn state(&self, kind: Kind, key: &Key) -> (State, Option<f64>) {
        let found = self.choices.get(&(kind, *key));
        found.map_or((State::Learning, None), |(state, median)| (*state, Some(*median)))
    }

    /// What a plan of a class is told of a kind, in whole steps; `None` where no burn tells anything. The deepest choice of
    /// a foreman on its way holds.
    #[must_use]
    pub fn told(&self, kind: Kind, class: &Class) -> Option<Told> {
        let told = self.kinds.get(&kind)?.told(class);
        let chosen = [Level::Hand, Level::Class, Level::Process, Level::Shop].into_iter();
        let chosen = chosen
            .filter(|level| class.hand.is_some() || *level != Level::Hand)
            .map(|level| self.state(kind, &Key::at(class, level)))
            .find(|(state, _)| *state != State::Learning);
        let factor = match chosen {
            Some((State::Refused, _)) => return None,
            Some((State::Frozen, Some(median))) => median,
            _ => told.factor,
        };
        let factor = (factor / STEP).round() * STEP;
        (told.n > 0).then_some(Told { factor, ..told })
    }

    /// What a plan is told of a kind, by the way it is done and the tip that it takes.
    #[must_use]
    pub fn of_plan(
        &self,
        kind: Kind,
        way: Way,
        request: &Request,
        settings: &Settings,
    ) -> Option<Told> {
        let thickness = request.steel.thickness;
        self.told(kind, &Class::of(way, request.gas.fuel, settings.bore, thickness))
    }
}
