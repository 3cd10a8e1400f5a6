/** What lengths and temperatures are shown in. Inside the core they are metres and °C; here they are turned round for a reader. */

export const LENGTH_UNITS = ['m', 'ft'] as const;
export const TEMPERATURE_UNITS = ['C', 'F'] as const;
export interface Units {
  readonly lengthUnit: (typeof LENGTH_UNITS)[number];
  readonly temperatureUnit: (typeof TEMPERATURE_UNITS)[number];
}
export const METRIC: Units = { lengthUnit: 'm', temperatureUnit: 'C' };

/** International foot and inch, m. */
export const FOOT_M = 0.3048;
const INCH_M = FOOT_M / 12;

/** A cubic inch, cm³. */
const INCH_CM3 = (100 * INCH_M) ** 3;

export const fahrenheit = (celsius: number): number => 1.8 * celsius + 32;
export const celsius = (degreesF: number): number => (degreesF - 32) / 1.8;

/** How a unit is shown, and the way there and back. */
export interface Shown {
  readonly unit: string;
  to(value: number): number;
  from(shown: number): number;
}
const same = (value: number): number => value;

export function shownIn(unit: string, { lengthUnit, temperatureUnit }: Units): Shown {
  if (unit === 'm' && lengthUnit === 'ft') return { unit: 'ft', to: (value) => value / FOOT_M, from: (feet) => feet * FOOT_M };
  if (unit === 'm²' && lengthUnit === 'ft')
    return { unit: 'ft²', to: (value) => value / FOOT_M ** 2, from: (feet2) => feet2 * FOOT_M ** 2 };
  if (unit === 'cm³' && lengthUnit === 'ft') return { unit: 'in³', to: (value) => value / INCH_CM3, from: (inch3) => inch3 * INCH_CM3 };
  if (unit === '°C' && temperatureUnit === 'F') return { unit: '°F', to: fahrenheit, from: celsius };
  // A difference has no zero of its own.
  if (unit === 'K' && temperatureUnit === 'F') return { unit: '°F', to: (kelvin) => 1.8 * kelvin, from: (degreesF) => degreesF / 1.8 };
  return { unit, to: same, from: same };
}

/** A length as it is cut: up to the next whole centimetre or inch, for nobody cuts finer, and never shorter, m. */
export function wholeCut(metres: number, { lengthUnit }: Units): number {
  const step = lengthUnit === 'm' ? 0.01 : INCH_M;
  return Number((Math.ceil(metres / step - 1e-7) * step).toFixed(6));
}

/** A length to cut: to the hundredth of a metre, or the next whole inch, so that nothing comes out shorter. */
export function cutLength(metres: number, { lengthUnit }: Units): string {
  return lengthUnit === 'm' ? `${metres.toFixed(2)} m` : inFeet(Math.ceil(metres / INCH_M - 1e-6));
}

/** What is left of a roll: no more than there is. */
export function leftLength(metres: number, { lengthUnit }: Units): string {
  return lengthUnit === 'm' ? `${metres.toFixed(2)} m` : inFeet(Math.floor(metres / INCH_M + 1e-6));
}

function inFeet(inches: number): string {
  const [feet, rest] = [Math.floor(inches / 12), inches % 12];
  return feet === 0 ? `${rest} in` : rest === 0 ? `${feet} ft` : `${feet} ft ${rest} in`;
}

const NUMBER = /^([+\-−]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?)\s*/i;
const LENGTHS: Readonly<Record<string, number>> = {
  m: 1,
  cm: 0.01,
  mm: 0.001,
  ft: FOOT_M,
  feet: FOOT_M,
  foot: FOOT_M,
  "'": FOOT_M,
  '′': FOOT_M,
  in: INCH_M,
  inch: INCH_M,
  inches: INCH_M,
  '"': INCH_M,
  '″': INCH_M,
};

/**
 * A number as a person types it, in the unit that is shown or with another of its kind behind it: `12 ft`, `3'6"`, `350F`,
 * `40 cm`. Metres and °C come out; null where it is no number of that kind.
 */
export function readQuantity(typed: string, unit: string, units: Units = METRIC): number | null {
  const text = typed.trim();
  const one = NUMBER.exec(text);
  if (!one) return null;
  const number = (words: string): number => Number(words.replace('−', '-').replace(',', '.'));
  const first = number(one[1]!);
  const rest = text.slice(one[0].length).trim();
  if (rest === '' || rest === unit) return rest === unit ? first : shownIn(unit, units).from(first);
  if (unit === 'm') {
    const word = /^([a-z]+|['′"″])\s*/i.exec(rest);
    const per = word && LENGTHS[word[1]!.toLowerCase()];
    if (!word || per === undefined) return null;
    const left = rest.slice(word[0].length).trim();
    if (left === '') return round(first * per!);
    // Feet and inches; the inches' own mark may be left out.
    const inches = per === FOOT_M ? NUMBER.exec(left) : null;
    if (!inches || !/^(in|inch|inches|"|″)?$/i.test(left.slice(inches[0].length).trim())) return null;
    return round(first * FOOT_M + number(inches[1]!) * INCH_M);
  }
  if (unit === 'cm³') {
    if (/^(?:cm3|cc|ml)$/i.test(rest)) return first;
    if (/^(?:in³|in3|cu\.? ?in\.?|cubic in(?:ch(?:es)?)?)$/i.test(rest)) return Number((first * INCH_CM3).toPrecision(4));
  }
  if (unit === '°C') {
    if (/^(°|deg)?\s*C$/i.test(rest)) return first;
    if (/^(°|deg)?\s*F$/i.test(rest)) return celsius(first);
  }
  return null;
}
/** Free of what floating point adds. */
const round = (metres: number): number => Math.round(metres * 1e9) / 1e9;
