/** The contract's units to what a person reads, and back. The only place that converts and rounds. */

/** Metric readers read pressure in bar, as their gauges do, or in kPa. */
export type System = "inch" | "metric" | "metric_kpa";

export const SYSTEMS: readonly System[] = ["inch", "metric", "metric_kpa"];

/** Kinds of quantity; "gap" is a short length that a hand sets by eye,
 * "run" the length of a hose, stored in metres, "spell" a time that is told in minutes, stored in seconds. */
export type Kind =
  | "length"
  | "run"
  | "bore"
  | "gap"
  | "pressure"
  | "air_pressure"
  | "gas_flow"
  | "gas_volume"
  | "duration"
  | "spell"
  | "speed"
  | "temperature"
  | "angle"
  | "ratio"
  | "percent"
  | "mass"
  | "linear_mass"
  | "area"
  | "money"
  | "gas_price"
  | "steel_price"
  | "count";

const MM_PER_INCH = 25.4;
const KG_PER_POUND = 0.45359237;
const METRES_PER_FOOT = 0.3048;
const KPA_PER_BAR = 100;
const KPA_PER_PSI = 6.894757293168;
const LITRES_PER_CUBIC_FOOT = 28.316846592;

type Scale = { unit: string; per: number; digits: number; offset?: number };

const INCH: Record<Kind, Scale> = {
  length: { unit: "in", per: MM_PER_INCH, digits: 2 },
  run: { unit: "ft", per: METRES_PER_FOOT, digits: 1 },
  bore: { unit: "in", per: MM_PER_INCH, digits: 3 },
  gap: { unit: "in", per: MM_PER_INCH, digits: 2 },
  pressure: { unit: "psi", per: KPA_PER_PSI, digits: 0 },
  air_pressure: { unit: "psi", per: KPA_PER_PSI, digits: 1 },
  gas_flow: { unit: "ft³/h", per: LITRES_PER_CUBIC_FOOT / 60, digits: 0 },
  gas_volume: { unit: "ft³", per: LITRES_PER_CUBIC_FOOT, digits: 1 },
  duration: { unit: "s", per: 1, digits: 0 },
  spell: { unit: "min", per: 60, digits: 1 },
  speed: { unit: "in/min", per: MM_PER_INCH, digits: 1 },
  temperature: { unit: "°F", per: 5 / 9, digits: 0, offset: 32 },
  angle: { unit: "°", per: 1, digits: 1 },
  ratio: { unit: "", per: 1, digits: 2 },
  percent: { unit: "%", per: 1, digits: 2 },
  mass: { unit: "lb", per: KG_PER_POUND, digits: 1 },
  linear_mass: { unit: "lb/ft", per: KG_PER_POUND / METRES_PER_FOOT, digits: 1 },
  area: { unit: "in²", per: MM_PER_INCH ** 2, digits: 2 },
  money: { unit: "", per: 1, digits: 2 },
  // gas is sold by the 100 ft³, and priced a m³ over the wire
  gas_price: { unit: "per 100 ft³", per: 10 / LITRES_PER_CUBIC_FOOT, digits: 2 },
  // priced a kilogram over the wire
  steel_price: { unit: "per lb", per: 1 / KG_PER_POUND, digits: 2 },
  count: { unit: "", per: 1, digits: 0 },
};

const METRIC: Record<Kind, Scale> = {
  length: { unit: "mm", per: 1, digits: 1 },
  run: { unit: "m", per: 1, digits: 2 },
  bore: { unit: "mm", per: 1, digits: 2 },
  gap: { unit: "mm", per: 1, digits: 1 },
  pressure: { unit: "bar", per: KPA_PER_BAR, digits: 1 },
  air_pressure: { unit: "mbar", per: KPA_PER_BAR / 1000, digits: 0 },
  gas_flow: { unit: "l/min", per: 1, digits: 1 },
  gas_volume: { unit: "l", per: 1, digits: 0 },
  duration: { unit: "s", per: 1, digits: 0 },
  spell: { unit: "min", per: 60, digits: 1 },
  speed: { unit: "mm/min", per: 1, digits: 0 },
  temperature: { unit: "°C", per: 1, digits: 0 },
  angle: { unit: "°", per: 1, digits: 1 },
  ratio: { unit: "", per: 1, digits: 2 },
  percent: { unit: "%", per: 1, digits: 2 },
  mass: { unit: "kg", per: 1, digits: 1 },
  linear_mass: { unit: "kg/m", per: 1, digits: 1 },
  area: { unit: "mm²", per: 1, digits: 0 },
  money: { unit: "", per: 1, digits: 2 },
  gas_price: { unit: "per m³", per: 1, digits: 2 },
  steel_price: { unit: "per kg", per: 1, digits: 2 },
  count: { unit: "", per: 1, digits: 0 },
};

const SCALES: Record<System, Record<Kind, Scale>> = {
  inch: INCH,
  metric: METRIC,
  metric_kpa: {
    ...METRIC,
    pressure: { unit: "kPa", per: 1, digits: 0 },
    air_pressure: { unit: "kPa", per: 1, digits: 1 },
  },
};

/** What is measured in inches, or in millimetres: what the server asks of a bare number. */
export function lengthsOf(system: System): "inch" | "metric" {
  return system === "inch" ? "inch" : "metric";
}

const PRINTED: Record<string, System> = { psi: "inch", bar: "metric", kpa: "metric_kpa" };

/** The system whose pressures a gauge is printed in; the reader's where nobody said. */
export function gaugeSystem(printed_in: string | null | undefined, reader: System): System {
  return PRINTED[printed_in ?? ""] ?? reader;
}

/** What a person switches to next. */
export function nextSystem(system: System): System {
  return SYSTEMS[(SYSTEMS.indexOf(system) + 1) % SYSTEMS.length] ?? "inch";
}

/** A value in the contract's unit as the reader's number. `shown(25.4, "length", "inch")` is 1. */
export function shown(value: number, kind: Kind, system: System): number {
  const { per, offset = 0 } = SCALES[system][kind];
  return value / per + offset;
}

/** The reader's number in the contract's unit. `stored(1, "length", "inch")` is 25.4. */
export function stored(number: number, kind: Kind, system: System): number {
  const { per, offset = 0 } = SCALES[system][kind];
  return (number - offset) * per;
}

/** The reader's unit. `unitOf("speed", "inch")` is "in/min". */
export function unitOf(kind: Kind, system: System): string {
  return SCALES[system][kind].unit;
}

/** The part of a rule's division that a length is, or null. `fraction(1.25, 16)` is "1-1/4". */
export function fraction(inches: number, finest: number, slack = 1e-6): string | null {
  const parts = Math.round(inches * finest);
  if (parts <= 0 || Math.abs(parts / finest - inches) > slack) return null;
  const whole = Math.floor(parts / finest);
  let over = parts % finest;
  let under = finest;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  if (over === 0) return String(whole);
  return whole === 0 ? `${over}/${under}` : `${whole}-${over}/${under}`;
}

/** A little less than nothing is nothing: no thermometer, scale or bill shows "-0". */
function signed(text: string): string {
  return Number(text) === 0 ? text.replace("-", "") : text;
}

function decimals(number: number, digits: number): string {
  const text = number.toFixed(digits);
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return signed(short);
}

/** What is written with its cents, be they nought. */
const PRICES: readonly Kind[] = ["money", "gas_price", "steel_price"];

/** The number alone, as a shop writes it. `number(19.05, "length", "inch")` is "3/4". */
export function number(value: number, kind: Kind, system: System): string {
  const inReader = shown(value, kind, system);
  if (system === "inch" && kind === "length") {
    return fraction(inReader, 64) ?? decimals(inReader, inReader < 1 ? 3 : 2);
  }
  if (system === "inch" && kind === "gap") {
    return fraction(inReader, 32, 1 / 64 + 1e-9) ?? decimals(inReader, 2);
  }
  if (PRICES.includes(kind)) return signed(inReader.toFixed(2));
  if (kind === "length" && inReader >= 100) return decimals(inReader, 0);
  if (kind === "pressure" && inReader < 10 && system === "inch") return decimals(inReader, 1);
  if (kind === "pressure" && inReader < 1 && system === "metric") return decimals(inReader, 2);
  if (kind === "gas_flow" && inReader < 20) return decimals(inReader, 1);
  if (kind === "gas_volume" && inReader < 10) return decimals(inReader, 2);
  return decimals(inReader, SCALES[system][kind].digits);
}

/** Seconds as people say them. `clock(217)` is "3 min 37 s". */
export function clock(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 60) return `${whole} s`;
  if (whole < 3600)
    return whole % 60 === 0 ? `${whole / 60} min` : `${Math.floor(whole / 60)} min ${whole % 60} s`;
  const minutes = Math.round(seconds / 60);
  const hours = `${Math.floor(minutes / 60)} h`;
  return minutes % 60 === 0 ? hours : `${hours} ${minutes % 60} min`;
}

function withUnit(text: string, unit: string): string {
  if (unit === "") return text;
  return unit === "°" ? `${text}°` : `${text} ${unit}`;
}

/** Number and unit. `print(19.05, "length", "inch")` is "3/4 in". */
export function print(value: number, kind: Kind, system: System): string {
  if (kind === "duration") return clock(value);
  return withUnit(number(value, kind, system), unitOf(kind, system));
}

/** A band. `band(152.4, 228.6, "speed", "inch")` is "6 to 9 in/min". */
export function band(low: number, high: number, kind: Kind, system: System): string {
  const [from, to] = [number(low, kind, system), number(high, kind, system)];
  return from === to
    ? print(high, kind, system)
    : `${from} to ${withUnit(to, unitOf(kind, system))}`;
}

/** A pressure to set, or that there is none because a stop is about it. `setting(null, "inch")` is "no setting". */
export function setting(pressure: { set: number } | null | undefined, system: System): string {
  return pressure == null ? "no setting" : print(pressure.set, "pressure", system);
}

/** A plate as it is ordered: metric plate keeps its metric name. `plateName(20, "inch")` is "20 mm", `plateName(19.05, "inch")` is "3/4 in". */
export function plateName(mm: number, system: System): string {
  const whole = Math.abs(mm - Math.round(mm)) < 1e-6;
  const isMetric = whole && fraction(mm / MM_PER_INCH, 64) === null;
  return print(mm, "length", system === "inch" && isMetric ? "metric" : system);
}

/** A tip is known by its bore in millimetres, whatever the reader's units. */
export function boreName(mm: number, system: System): string {
  const name = `${decimals(mm, 2)} mm`;
  return system === "inch" ? `${name} · ${decimals(mm / MM_PER_INCH, 3)} in` : name;
}

/** The least by which a hand changes a length: a sixteenth of an inch, or a millimetre. Contract's unit. */
export function stepOf(system: System): number {
  return lengthsOf(system) === "inch" ? MM_PER_INCH / 16 : 1;
}

/** A length that nobody measures, round in the reader's own units: to an eighth of an inch, or a millimetre.
 * `about(25, "inch")` is "1 in", `about(10, "inch")` is "3/8 in". */
export function about(mm: number, system: System): string {
  if (lengthsOf(system) !== "inch") return `${Math.round(mm)} mm`;
  const eighths = Math.round((mm / MM_PER_INCH) * 8);
  return `${fraction(eighths / 8, 8) ?? eighths / 8} in`;
}

/** From here on a length is read off a tape, mm. */
const BY_TAPE = 24 * MM_PER_INCH;

/** How far something is cut, as a tape reads it: long ones to a sixteenth of an inch, or a millimetre. Limits keep their decimals.
 * `tape(1800, "inch")` is "70-7/8 in". */
export function tape(mm: number, system: System): string {
  if (lengthsOf(system) !== "inch" || mm < BY_TAPE) return print(mm, "length", system);
  const sixteenths = Math.round((mm / MM_PER_INCH) * 16);
  return `${fraction(sixteenths / 16, 16)} in`;
}

/** A value as a field shows it for editing, without the unit. */
export function editable(value: number, kind: Kind, system: System): string {
  if (kind === "length" && system !== "inch") return decimals(value, 2);
  return number(value, kind, system);
}
