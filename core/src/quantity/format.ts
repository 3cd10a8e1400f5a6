/**
 * The only place where a number becomes text. Inside the core every quantity is an SI number;
 * here it gets a unit, an engineering prefix and no more figures than a workshop can use.
 */
import { METRIC, type Units, shownIn } from './units.ts';

export type Unit =
  'V' | 'A' | 'Ω' | 'W' | 'm' | 'mm²' | 'm²' | 'cm³' | '°C' | '%' | 'Ah' | 's' | 'K' | 'Pa' | 'km/h' | 'rpm' | 'lx' | 'l/min' | '';

const PREFIXED: ReadonlySet<Unit> = new Set<Unit>(['V', 'A', 'Ω', 'W', 'Pa']);

/** `value` to at most `figures` significant figures, without trailing zeros or exponents. */
export function figures(value: number, figures = 3): string {
  if (!Number.isFinite(value)) return '–';
  if (value === 0) return '0';
  const digits = Math.max(0, figures - 1 - Math.floor(Math.log10(Math.abs(value))));
  const fixed = value.toFixed(Math.min(digits, 12));
  const text = fixed.includes('.') ? fixed.replace(/\.?0+$/, '') : fixed;
  return text.replace(/^-(?=0*\.?0*$)/, '').replace('-', '−');
}

/** A quantity for reading: `0.148 A` is `148 mA`, `12.14 V` keeps its hundredths; lengths and temperatures in the units of a project. */
export function formatQuantity(value: number, unit: Unit, units: Units = METRIC): string {
  const shown = shownIn(unit, units);
  if (shown.unit !== unit) return Number.isFinite(value) ? `${figures(shown.to(value), 3)} ${shown.unit}` : `– ${shown.unit}`;
  if (!Number.isFinite(value)) return unit === '' ? '–' : `– ${unit}`;
  const size = Math.abs(value);
  if (unit === 'V' && size >= 0.1) return `${signed(value, size >= 100 ? 0 : 2)} V`;
  if (unit === '%' || unit === '°C') return `${figures(value, size >= 10 ? 2 : 2)} ${unit}`;
  if (unit === 'm' || unit === 's') return `${figures(value, 3)} ${unit}`;
  if (!PREFIXED.has(unit)) return unit === '' ? figures(value) : `${figures(value)} ${unit}`;
  if (size !== 0 && size < 1e-7) return `0 ${unit}`;
  if (size !== 0 && size < 1e-4) return `${figures(value * 1e6)} µ${unit}`;
  if (size !== 0 && size < 0.9995) return `${figures(value * 1e3)} m${unit}`;
  if (size >= 1e6) return `${figures(value / 1e6)} M${unit}`;
  if (size >= 1e3) return `${figures(value / 1e3)} k${unit}`;
  return `${figures(value)} ${unit}`;
}

/** A time as one says it: `8 h` rather than 28 800 s, `5 min`, and seconds where neither is whole. */
export function formatTime(seconds: number): string {
  const [size, unit] =
    seconds >= 3600 && seconds % 1800 === 0 ? [3600, 'h'] : seconds >= 120 && seconds % 30 === 0 ? [60, 'min'] : [1, 's'];
  return `${figures(seconds / size, 4)} ${unit}`;
}

function signed(value: number, decimals: number): string {
  return value
    .toFixed(decimals)
    .replace(/^-(?=0\.?0*$)/, '')
    .replace('-', '−');
}

const WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];

/** A count as a word up to twelve, as a sentence wants it. */
export function countWord(count: number): string {
  return WORDS[count] ?? String(count);
}
