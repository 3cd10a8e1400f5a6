/** Readings as a person types them and takes them away. */
import { formatQuantity, OPEN_OHM, readingVerdict, toCsv, type Quantity, type Reading } from '@iron-nudge/core';

const PREFIX: Readonly<Record<string, number>> = { '': 1, m: 1e-3, k: 1e3, K: 1e3, M: 1e6, µ: 1e-6, μ: 1e-6, u: 1e-6 };
const UNITS: readonly (readonly [RegExp, Quantity])[] = [
  [/^(v|volts?)$/i, 'V'],
  [/^(a|amps?|amperes?)$/i, 'A'],
  [/^(Ω|\u03a9|ohms?|r)$/i, 'Ω'],
];

/**
 * A typed reading in its step's unit: `12,6`, `149 mA`, `12V`, `85k`, and `OL` for no continuity; a bare number has the unit
 * beside the field. Null where it is none, or of another unit.
 */
export function typedReading(text: string, unit: Quantity): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  if (unit === 'Ω' && /^(o\.?l\.?|open|∞)$/i.test(plain)) return OPEN_OHM;
  const parts = /^([+-]?\d*\.?\d+(?:e[+-]?\d+)?)\s*([mkKMµμu]?)\s*(\p{L}*)$/iu.exec(plain);
  if (!parts) return null;
  const [, number, prefix, name] = parts as unknown as [string, string, string, string];
  if (name !== '' && UNITS.find(([words]) => words.test(name))?.[1] !== unit) return null;
  const value = Number(number) * (PREFIX[prefix] ?? NaN);
  return Number.isFinite(value) ? value : null;
}

/** What is between the probes, Ω: less what the leads read when they are held together; never below nothing, and open stays open. */
export const lessLeads = (value: number, unit: Quantity, leadsOhm: number): number =>
  unit === 'Ω' && value < OPEN_OHM / 4 ? Math.max(0, value - leadsOhm) : value;

export const showReading = (value: number, unit: Quantity): string =>
  unit === 'Ω' && value >= OPEN_OHM / 4 ? 'OL (open)' : formatQuantity(value, unit);

export function readingsCsv(readings: readonly Reading[]): string {
  return toCsv<Reading>(
    [
      { title: 'time', value: ({ at }) => new Date(at).toISOString() },
      { title: 'measured', value: ({ words }) => words },
      { title: 'value', value: ({ value }) => value },
      { title: 'unit', value: ({ quantity }) => quantity },
      { title: 'expected', value: ({ expected }) => expected },
      { title: 'tolerance', value: ({ tolerance }) => tolerance },
      { title: 'result', value: readingVerdict },
      { title: 'leads, Ω, taken off', value: ({ leadsOhm }) => leadsOhm ?? 0 },
      { title: 'meter', value: ({ meter }) => meter },
      { title: 'note', value: ({ note }) => note },
      { title: 'job', value: ({ job }) => job },
      { title: 'step', value: ({ step }) => step },
    ],
    readings,
  );
}
