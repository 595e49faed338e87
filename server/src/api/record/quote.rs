//! What a list of cuts is worth: pure, nothing is kept.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::Prices;
use galvanon_core::cut::prices::{PRICE, TIP_LIFE};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::note::Verdict;
use galvanon_core::quantity::Mass;
use galvanon_core::record::quote::{
    COUNT, ON_TOP, OnTop, Parts, Rates, SET_UP, USED, Worth, parts, plates, steel, together, total,
    worth,
};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;

use crate::api::cut::request::CutPlanRequest;
use crate::api::record::steel::piece_mass;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::queue::Worker;
use crate::wire::money::{MoneyBand, MoneyParts, cents};

/// What things cost; a price that no line needs may be missing.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct QuotePrices {
    /// A cubic metre of oxygen.
    #[schema(value_type = f64)]
    pub oxygen_m3: Option<Given>,
    /// Of acetylene.
    #[schema(value_type = Option<f64>)]
    pub acetylene_m3: Option<Given>,
    /// Of propane.
    #[schema(value_type = Option<f64>)]
    pub propane_m3: Option<Given>,
    /// Of propylene.
    #[schema(value_type = Option<f64>)]
    pub propylene_m3: Option<Given>,
    /// Of natural gas.
    #[schema(value_type = Option<f64>)]
    pub natural_gas_m3: Option<Given>,
    /// An hour of the torch hand.
    #[schema(value_type = f64)]
    pub labour_h: Option<Given>,
    /// A tip.
    #[schema(value_type = f64)]
    pub tip: Option<Given>,
    /// Starts that it lasts.
    #[schema(value_type = f64)]
    pub tip_life_starts: Option<Given>,
}

/// What is hired and bought besides; what is left out costs nothing.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BesidesWire {
    /// An hour of the machine: of cuts by machine while they burn.
    #[schema(value_type = Option<f64>)]
    pub machine_h: Option<Given>,
    /// What the steel in pieces of unknown mass is worth, once a quote.
    #[schema(value_type = Option<f64>)]
    pub plate: Option<Given>,
    /// A kilogram of the steel in the pieces, of those whose mass is known.
    #[schema(value_type = Option<f64>)]
    pub steel_kg: Option<Given>,
    /// The part of the plates that the pieces use, 5 to 100; 100 when left out. The rest is paid for too.
    #[schema(value_type = Option<f64>)]
    pub used_percent: Option<Given>,
    /// Freight, once a quote.
    #[schema(value_type = Option<f64>)]
    pub freight: Option<Given>,
}

/// A list of cuts, and what is to be reckoned.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct QuoteRequest {
    /// Requests of a preview, each with `count`; `cut.count` is refused here.
    #[schema(value_type = Vec<Object>)]
    pub lines: Vec<Value>,
    /// What things cost.
    pub prices: QuotePrices,
    /// Setting up, once a quote.
    #[schema(value_type = Option<f64>)]
    pub set_up_s: Option<Given>,
    /// On the sum.
    #[schema(value_type = Option<f64>)]
    pub overhead_percent: Option<Given>,
    /// On the sum with its overhead.
    #[schema(value_type = Option<f64>)]
    pub margin_percent: Option<Given>,
    /// Machine, plate, freight.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub besides: Option<BesidesWire>,
}

/// A quote.
#[derive(Clone, Debug, PartialEq, Serialize, ToSchema)]
pub struct QuoteReply {
    /// In the order of the lines, all pieces of each, without what goes on top.
    pub lines: Vec<MoneyBand>,
    /// Where the money of each line goes.
    pub parts: Vec<MoneyParts>,
    /// How long all pieces of each line take, as planned.
    pub times_s: Vec<f64>,
    /// What all pieces of each line weigh; null where nobody can tell: a cut has no part, a shape no length.
    pub masses_kg: Vec<Option<f64>>,
    /// Setting up, once, as money.
    pub set_up: f64,
    /// The plates, once: what is in the pieces over the part that they use.
    pub plates: f64,
    /// Freight, once.
    pub freight: f64,
    /// With setting up, overhead and margin.
    pub total: MoneyBand,
}

/// Lines of a quote at most. Source: `ours`.
const MOST: usize = 1_000;

/// The steel that is paid for.
struct Bought {
    price_kg: f64,
    /// What pieces of unknown mass are worth.
    typed: f64,
    /// The part of the plates that all pieces use.
    used: f64,
}

struct Asked {
    lines: Vec<(CutPlanRequest, u32)>,
    machine_h: f64,
    steel: Bought,
    on_top: OnTop,
}

impl QuoteRequest {
    fn price(&self, fields: &mut Fields, name: &str, given: Option<&Given>) -> f64 {
        let range = if name == "tip_life_starts" { &TIP_LIFE } else { &PRICE };
        let field = NumberField::new(format!("prices.{name}"), range, Kind::Ratio);
        fields.number(&field, given, None)
    }

    /// The prices for a fuel.
    fn of_fuel(&self, fuel: Fuel) -> ApiResult<Prices> {
        let mut fields = Fields::default();
        let prices = &self.prices;
        let given = match fuel {
            Fuel::Acetylene => &prices.acetylene_m3,
            Fuel::Propane => &prices.propane_m3,
            Fuel::Propylene => &prices.propylene_m3,
            Fuel::NaturalGas => &prices.natural_gas_m3,
        };
        let mut price = |name: &str, given: Option<&Given>| self.price(&mut fields, name, given);
        let found = Prices {
            oxygen_m3: price("oxygen_m3", prices.oxygen_m3.as_ref()),
            fuel_m3: price(&format!("{}_m3", fuel.code()), given.as_ref()),
            labour_h: price("labour_h", prices.labour_h.as_ref()),
            tip: price("tip", prices.tip.as_ref()),
            tip_life_starts: price("tip_life_starts", prices.tip_life_starts.as_ref()),
            estimated: false,
        };
        fields.done(found)
    }

    fn read(&self) -> ApiResult<Asked> {
        let mut fields = Fields::default();
        if self.lines.is_empty() || self.lines.len() > MOST {
            let expected = format!("1 to {MOST} lines");
            fields.errors.push(wrong_shape("lines", &expected, json!(self.lines.len())));
        }
        let wage = self.price(&mut fields, "labour_h", self.prices.labour_h.as_ref());
        let set_up = NumberField::new("set_up_s", &SET_UP, Kind::Duration);
        let set_up = fields.number(&set_up, self.set_up_s.as_ref(), Some(0.0));
        let mut percent = |name: &str, given: Option<&Given>| {
            fields.number(&NumberField::new(name, &ON_TOP, Kind::Percent), given, Some(0.0))
        };
        let overhead = percent("overhead_percent", self.overhead_percent.as_ref());
        let margin = percent("margin_percent", self.margin_percent.as_ref());
        let besides = self.besides.clone().unwrap_or_default();
        let mut once = |name: &str, given: Option<&Given>| {
            let path = format!("besides.{name}");
            fields.number(&NumberField::new(path, &PRICE, Kind::Ratio), given, Some(0.0))
        };
        let machine_h = once("machine_h", besides.machine_h.as_ref());
        let typed = once("plate", besides.plate.as_ref());
        let price_kg = once("steel_kg", besides.steel_kg.as_ref());
        let freight = once("freight", besides.freight.as_ref());
        let used = NumberField::new("besides.used_percent", &USED, Kind::Percent);
        let used = fields.number(&used, besides.used_percent.as_ref(), Some(1.0));
        let mut lines = Vec::new();
        for (i, line) in self.lines.iter().take(MOST).enumerate() {
            match self.line(line) {
                Ok(read) => lines.push(read),
                Err(error) => match error.under(&format!("lines.{i}")) {
                    ApiError::Invalid(mut errors) => fields.errors.append(&mut errors),
                    other => return Err(other),
                },
            }
        }
        let set_up = set_up / 3_600.0 * wage;
        // the plates are known once the pieces are weighed
        let on_top = OnTop { set_up, plates: 0.0, freight, overhead, margin };
        fields.done(Asked { lines, machine_h, steel: Bought { price_kg, typed, used }, on_top })
    }

    fn line(&self, line: &Value) -> ApiResult<(CutPlanRequest, u32)> {
        let mut line = line.clone();
        let count = line.as_object_mut().and_then(|line| line.remove("count"));
        let mut request: CutPlanRequest = read(&line)?;
        let mut fields = Fields::default();
        if request.cut.count.as_ref().is_some_and(Given::is_said) {
            let expected = "left out here: `count` stands beside the cut";
            fields.errors.push(wrong_shape("cut.count", expected, line["cut"]["count"].clone()));
        }
        let given = count.map(Given);
        let field = NumberField::new("count", &COUNT, Kind::Count);
        let count = fields.whole(&field, given.as_ref(), Some(1));
        request.prices = None;
        fields.done((request, count))
    }

    /// The quote.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn priced(&self) -> ApiResult<QuoteReply> {
        let mut asked = self.read()?;
        let priced: Vec<Priced> = asked
            .lines
            .iter()
            .enumerate()
            .map(|(i, line)| self.line_priced(&format!("lines.{i}"), asked.machine_h, line))
            .collect::<ApiResult<_>>()?;
        let worths: Vec<Worth> = priced.iter().map(|line| line.worth).collect();
        let lines: Vec<MoneyBand> = worths.iter().map(|one| together(&[*one]).into()).collect();
        let sum = lines.iter().map(|line| line.set).sum();
        let mass = priced.iter().filter_map(|line| line.mass).map(Mass::as_kg).sum();
        let Bought { price_kg, typed, used } = asked.steel;
        asked.on_top.plates = plates(steel(Mass::from_kg(mass), price_kg, typed), used);
        Ok(QuoteReply {
            lines,
            parts: priced.iter().map(|line| line.parts.into()).collect(),
            times_s: priced.iter().map(|line| line.time).collect(),
            masses_kg: priced.iter().map(|line| line.mass.map(|it| cents(it.as_kg()))).collect(),
            set_up: cents(asked.on_top.set_up),
            plates: cents(asked.on_top.plates),
            freight: cents(asked.on_top.freight),
            total: total(sum, &worths, &asked.on_top).into(),
        })
    }

    /// The quote, where every line of it may be cut so; `None` where one is stopped.
    ///
    /// # Errors
    /// As [`QuoteRequest::priced`].
    pub fn goes(&self) -> ApiResult<Option<QuoteReply>> {
        for (request, _) in &self.read()?.lines {
            let settings = request.to_work()?.settings();
            let settings = settings.map_err(|errors| crate::error::faults(&errors))?;
            if settings.verdict() == Verdict::Stop {
                return Ok(None);
            }
        }
        self.priced().map(Some)
    }

    fn line_priced(
        &self,
        place: &str,
        machine_h: f64,
        (request, count): &(CutPlanRequest, u32),
    ) -> ApiResult<Priced> {
        let (work, laid) = request.to_work_laid().map_err(|error| error.under(place))?;
        let prices = self.of_fuel(work.request().gas.fuel)?;
        let rates = Rates::of(prices, machine_h, work.request().cut.process);
        let settings = work.settings().map_err(|errors| crate::error::faults(&errors))?;
        let time = settings.time.total().as_s() * f64::from(*count);
        Ok(Priced {
            worth: worth(&settings, &rates, *count),
            parts: parts(&settings, &rates, *count),
            time: time.round(),
            mass: piece_mass(&work, laid.as_ref())
                .map(|it| Mass::from_kg(it.as_kg() * f64::from(*count))),
        })
    }
}

/// A line with its price.
struct Priced {
    worth: Worth,
    parts: Parts,
    time: f64,
    mass: Option<Mass>,
}

/// Prices a list of cuts.
#[utoipa::path(post, operation_id = "quotes_price", path = "/api/v1/quotes/price", request_body = QuoteRequest,
    responses((status = 200, body = QuoteReply), (status = 422, body = ErrorBody)))]
#[post("/quotes/price")]
pub async fn price_quote(
    worker: Worker,
    body: Body<QuoteRequest>,
) -> ApiResult<web::Json<QuoteReply>> {
    let request = body.value;
    worker.run(move || request.priced()).await.map(web::Json)
}
