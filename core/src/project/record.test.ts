import { describe, expect, test } from '@jest/globals';
import { type ProjectRecord, asBuiltNow, provingNow, readingVerdict, readingsNow, recordSchema, ticksNow } from './record.ts';

let count = 0;
const id = () => `00000000-0000-4000-8000-${String(++count).padStart(12, '0')}`;
const reading = (at: number, step: string, value: number, job = 'dew'): ProjectRecord => ({
  kind: 'reading',
  id: id(),
  at,
  job,
  step,
  words: step,
  quantity: 'V',
  value,
  expected: 12,
  tolerance: 1,
  meter: '',
  note: '',
});

describe('records', () => {
  test('a later reading of a step corrects an earlier one, in whatever order they arrive', () => {
    const records = [reading(20, 'a', 12.2), reading(10, 'a', 3), reading(15, 'b', 7)];
    const now = readingsNow(records, 'dew');
    expect([now.get('a'), now.get('b')]).toMatchObject([{ value: 12.2 }, { value: 7 }]);
  });
  test('a fresh start of a job leaves what was read before it in the log, and counts it no more', () => {
    const records: ProjectRecord[] = [
      reading(1, 'a', 3),
      reading(2, 'a', 5, 'horn'),
      { kind: 'fresh-start', id: id(), at: 3, job: 'dew', note: 'crimp done again' },
      reading(4, 'b', 12),
    ];
    expect([...readingsNow(records, 'dew').keys()]).toEqual(['b']);
    expect([...readingsNow(records, 'horn').keys()]).toEqual(['a']);
  });
  test('what disagreed before a mending is to be taken again, also when it was mended once more before it was', () => {
    const fresh = (at: number, job = 'dew'): ProjectRecord => ({ kind: 'fresh-start', id: id(), at, job, note: '' });
    const wrong = [reading(1, 'a', 3), reading(2, 'b', 12), reading(3, 'c', 10.6), reading(4, 'd', 3, 'horn')];
    expect(provingNow(wrong, 'dew')).toEqual([]);
    expect(provingNow([...wrong, fresh(5, 'horn')], 'dew')).toEqual([]);
    // 3 V is wrong and 10.6 V odd, of 12 ± 1 V; 12 V is right.
    expect(provingNow([...wrong, fresh(5)], 'dew')).toEqual(['a', 'c']);
    // Taken again and right: a is proved, c is still open.
    expect(provingNow([...wrong, fresh(5), reading(6, 'a', 12), fresh(7)], 'dew')).toEqual(['c']);
    expect(provingNow([...wrong, fresh(5), reading(6, 'a', 3), fresh(7)], 'dew')).toEqual(['c', 'a']);
  });
  test('a tick is taken back by a tick, a note by an empty one', () => {
    const tick = (at: number, done: boolean): ProjectRecord => ({
      kind: 'tick',
      id: id(),
      at,
      step: 's',
      words: 's',
      done,
      initials: 'AB',
    });
    expect(ticksNow([tick(1, true)]).get('s')).toMatchObject({ initials: 'AB' });
    expect(ticksNow([tick(2, false), tick(1, true)]).size).toBe(0);
    const note = (at: number, text: string): ProjectRecord => ({
      kind: 'as-built',
      id: id(),
      at,
      subject: { kind: 'wire', id: 'w', label: 'W1.1' },
      text,
      initials: '',
    });
    expect(asBuiltNow([note(1, 'brown, not red')]).get('wire:w')).toMatchObject({ text: 'brown, not red' });
    expect(asBuiltNow([note(1, 'brown, not red'), note(2, '')]).size).toBe(0);
  });
  test('pass, odd and fail stand at once and twice the tolerance', () => {
    const verdict = (value: number) => readingVerdict({ value, expected: 12, tolerance: 0.5 });
    expect([12.5, 12.6, 13, 13.1, 11.5, 11.2, 10.9].map(verdict)).toEqual(['pass', 'odd', 'odd', 'fail', 'pass', 'odd', 'fail']);
  });
  test('what is not a record is refused', () => {
    expect(recordSchema.safeParse(reading(1, 'a', 1)).success).toBe(true);
    expect(recordSchema.safeParse({ ...reading(1, 'a', 1), at: 'noon' }).success).toBe(false);
    expect(recordSchema.safeParse({ ...reading(1, 'a', 1), extra: 1 }).success).toBe(false);
  });
});
