import { describe, expect, test } from '@jest/globals';
import { OPEN_OHM, type Reading } from '@iron-nudge/core';
import { readingsCsv, showReading, typedReading } from './readings.ts';

describe('readings as they are typed and shown', () => {
  test.each([
    ['12,6', 12.6],
    [' 0.196 ', 0.196],
    ['−0.4', -0.4],
    ['OL', OPEN_OHM],
    ['open', OPEN_OHM],
    ['', null],
    ['about 12', null],
    ['1e999', null],
  ])('%j is %p', (text, value) => expect(typedReading(text)).toBe(value));
  test('past the last ohm a meter shows OL', () => {
    expect(showReading(OPEN_OHM, 'Ω')).toBe('OL (open)');
    expect(showReading(85, 'Ω')).toBe('85 Ω');
    expect(showReading(12.6, 'V')).toBe('12.60 V');
  });
  test('go out with their verdict, and a note that a spreadsheet would run is set off', () => {
    const reading: Reading = {
      kind: 'reading',
      id: '11111111-1111-4111-8111-111111111111',
      at: 0,
      job: 'dew',
      step: 'dew/supply',
      words: 'house battery',
      quantity: 'V',
      value: 9,
      expected: 12.6,
      tolerance: 1,
      meter: '',
      note: '=SUM(A1)',
    };
    const [, line] = readingsCsv([reading]).split('\r\n');
    expect(line).toBe("1970-01-01T00:00:00.000Z,house battery,9,V,12.6,1,fail,,'=SUM(A1),dew,dew/supply");
  });
});
