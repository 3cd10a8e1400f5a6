import { describe, expect, test } from '@jest/globals';
import { OPEN_OHM, type Reading } from '@iron-nudge/core';
import { lessLeads, readingsCsv, showReading, typedReading } from './readings.ts';

describe('readings as they are typed and shown', () => {
  test.each([
    ['12,6', 'V', 12.6],
    [' 0.196 ', 'V', 0.196],
    ['−0.4', 'V', -0.4],
    ['12V', 'V', 12],
    ['149 mA', 'A', 0.149],
    ['149mA', 'A', 0.149],
    ['1.4 amps', 'A', 1.4],
    ['85k', 'Ω', 85_000],
    ['4,7 kΩ', 'Ω', 4700],
    ['85 ohm', 'Ω', 85],
    ['220R', 'Ω', 220],
    ['1.5 M', 'Ω', 1_500_000],
    ['300 m', 'V', 0.3],
    ['OL', 'Ω', OPEN_OHM],
    ['O.L', 'Ω', OPEN_OHM],
    ['open', 'Ω', OPEN_OHM],
    ['OL', 'V', null],
    ['12 V', 'A', null],
    ['149 mA', 'Ω', null],
    ['', 'V', null],
    ['about 12', 'V', null],
    ['12 13', 'V', null],
    ['1e999', 'V', null],
  ] as const)('%j in %s is %p', (text, unit, value) => {
    const read = typedReading(text, unit);
    if (value === null) expect(read).toBeNull();
    else expect(read).toBeCloseTo(value, 9);
  });
  test('past the last ohm a meter shows OL', () => {
    expect(showReading(OPEN_OHM, 'Ω')).toBe('OL (open)');
    expect(showReading(85, 'Ω')).toBe('85 Ω');
    expect(showReading(12.6, 'V')).toBe('12.60 V');
  });
  test('less what the leads read when they are held together; open stays open, volts are left', () => {
    expect(lessLeads(0.5, 'Ω', 0.2)).toBeCloseTo(0.3, 9);
    expect(lessLeads(0.1, 'Ω', 0.2)).toBe(0);
    expect(lessLeads(85, 'Ω', 0.2)).toBeCloseTo(84.8, 9);
    expect(lessLeads(OPEN_OHM, 'Ω', 0.2)).toBe(OPEN_OHM);
    expect(lessLeads(0.5, 'V', 0.2)).toBe(0.5);
    expect(lessLeads(0.5, 'Ω', 0)).toBe(0.5);
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
      leadsOhm: 0.2,
      meter: '',
      note: '=SUM(A1)',
    };
    const [, line] = readingsCsv([reading]).split('\r\n');
    expect(line).toBe("1970-01-01T00:00:00.000Z,house battery,9,V,12.6,1,fail,0.2,,'=SUM(A1),dew,dew/supply");
  });
});
