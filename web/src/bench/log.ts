/** Readings of a project as they were taken: only ever added to; a later one of the same step corrects an earlier one. */
export interface Reading {
  readonly step: string;
  readonly words: string;
  readonly quantity: string;
  readonly value: number;
  readonly expected: number;
  readonly tolerance: number;
  /** Milliseconds since 1970. */
  readonly at: number;
  /** Whether a simulated meter gave it. */
  readonly simulated: boolean;
}

const keyOf = (project: string) => `iron-nudge-bench-${project}`;

/** What cannot be read is no log. */
export function readLog(storage: Storage, project: string): Reading[] {
  try {
    const kept: unknown = JSON.parse(storage.getItem(keyOf(project)) ?? '[]');
    return Array.isArray(kept) ? (kept as Reading[]) : [];
  } catch {
    return [];
  }
}

/** False where the browser has no room for it. */
export function keepLog(storage: Storage, project: string, log: readonly Reading[]): boolean {
  try {
    storage.setItem(keyOf(project), JSON.stringify(log));
    return true;
  } catch {
    return false;
  }
}

/** The latest reading of each step. */
export const latest = (log: readonly Reading[]): ReadonlyMap<string, Reading> => new Map(log.map((reading) => [reading.step, reading]));

export const passes = ({ value, expected, tolerance }: Pick<Reading, 'value' | 'expected' | 'tolerance'>): boolean =>
  Math.abs(value - expected) <= tolerance;

/** A typed reading: `12,6`, `0.196`, `OL` for no continuity; null where it is none. */
export function typedReading(text: string, openOhm: number): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  if (/^(ol|open|∞)$/i.test(plain)) return openOhm;
  const value = Number(plain);
  return plain !== '' && Number.isFinite(value) ? value : null;
}

export function logCsv(log: readonly Reading[]): string {
  const cell = (text: string) => (/[",\n;]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);
  const rows = log.map(({ at, words, value, quantity, expected, tolerance, simulated, ...rest }) => [
    new Date(at).toISOString(),
    words,
    String(value),
    quantity,
    String(expected),
    String(tolerance),
    passes({ value, expected, tolerance }) ? 'pass' : 'fail',
    simulated ? 'simulated' : '',
    rest.step,
  ]);
  return [['time', 'measured', 'value', 'unit', 'expected', 'tolerance', 'result', 'meter', 'step'], ...rows]
    .map((row) => row.map(cell).join(','))
    .join('\n')
    .concat('\n');
}
