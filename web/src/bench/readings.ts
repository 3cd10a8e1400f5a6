/** Readings as a person types them and takes them away. */
import { formatQuantity, OPEN_OHM, readingVerdict, toCsv, type Quantity, type Reading } from '@iron-nudge/core';

/** A typed reading: `12,6`, `0.196`, `OL` for no continuity; null where it is none. */
export function typedReading(text: string): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  if (/^(ol|open|∞)$/i.test(plain)) return OPEN_OHM;
  const value = Number(plain);
  return plain !== '' && Number.isFinite(value) ? value : null;
}

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
      { title: 'meter', value: ({ meter }) => meter },
      { title: 'note', value: ({ note }) => note },
      { title: 'job', value: ({ job }) => job },
      { title: 'step', value: ({ step }) => step },
    ],
    readings,
  );
}
