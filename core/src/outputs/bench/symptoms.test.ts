/** What one sees of a fault before one measures: solved for each, and worth readings. */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { parseDesignText } from '../../project/parse.ts';
import { gatherEvidence } from '../../analysis/evidence.ts';
import { type Dictionary, buildDictionary, diagnose } from './dictionary.ts';
import { SYMPTOMS, type SymptomId } from './symptoms.ts';

const parsed = parseDesignText(readFileSync(new URL('../../../../examples/demo/owl-box.json', import.meta.url), 'utf8'));
if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
const evidence = gatherEvidence(parsed.design);
const dew = buildDictionary(evidence, 'dew');
const heater = buildDictionary(evidence, 'heater');
const seen = (dictionary: Dictionary, words: RegExp) =>
  dictionary.faults.flatMap((fault, at) => (words.test(fault.words) ? [[...dictionary.shows[at]!].sort().join(' ')] : []));

// Common practice of fault finding: a click is the coil, no light with a click is the load's way.
test.each([
  [/^coil K1 is broken/, 'dark silent'],
  [/^F1C has blown/, 'dark fuse silent'],
  [/^dew switch does not close/, 'dark silent'],
  [/^contact K1 87 does not close/, 'clicks-dark dark'],
  [/^W1\.12 is broken/, 'clicks-dark dark'],
  [/^E1\.1 dew strips is burnt out/, 'clicks-dark dark part'],
  [/^contact K1 87 is welded/, 'stays'],
  [/^dew switch does not open/, 'stays'],
  [/^contact K1 87 is burnt/, 'weak'],
  [/^W1\.12 is chafed through/, 'clicks-dark dark fuse'],
  [/^F1 is a fuse of 35 A/, ''],
])('%s is seen as “%s”', (words, symptoms) => {
  expect(seen(dew, words)).toEqual([symptoms]);
});

test('on the mains, where nobody reads it live, it is seen all the same', () => {
  expect(seen(heater, /^E7\.1 .* is burnt out/)).toEqual(['clicks-dark dark']);
  expect(seen(heater, /^heater switch does not open/)).toEqual(['stays']);
  // One pole of two that welds: the other still breaks.
  expect(seen(heater, /^contact K7 4 is welded/)).toEqual(['']);
});

test('what was seen moves the suspects before anything is measured, and strikes none out', () => {
  expect(diagnose(dew, {}).explained).toEqual([]);
  for (const { id } of SYMPTOMS) {
    const { explained, verdict } = diagnose(dew, {}, new Set(), id);
    expect(verdict).toBe('nothing measured');
    const first = explained[0]!;
    expect([id, dew.shows[dew.faults.indexOf(first.fault)]!.has(id)]).toEqual([id, true]);
  }
  // Seen wrongly: the readings win.
  const broken = dew.faults.findIndex(({ words }) => /^coil K1 is broken/.test(words));
  const readings = Object.fromEntries(dew.steps.map(({ id }, at) => [id, dew.values[broken]![at]!]));
  expect(diagnose(dew, readings, new Set(), 'stays').explained[0]!.fault.id).toBe(dew.faults[broken]!.id);
});

test('told what it looks like, no hidden fault takes more readings on average', () => {
  const readingsFor = (row: number, symptom: SymptomId | null) => {
    const readings: Record<string, number> = {};
    for (let count = 0; ; count++) {
      const { next, explained } = diagnose(dew, readings, new Set(), symptom);
      const at = dew.steps.findIndex(({ id }) => id === next);
      if (at < 0 || count > 12 || (explained[0]?.share ?? 0) > 0.6) return count;
      readings[next!] = dew.values[row]![at]!;
    }
  };
  let [blind, told] = [0, 0];
  dew.faults.forEach((_, row) => {
    for (const symptom of dew.shows[row]!) {
      blind += readingsFor(row, null);
      told += readingsFor(row, symptom);
    }
  });
  process.stdout.write(`readings to a fault of the dew strips: ${blind} blind, ${told} told what was seen\n`);
  expect(told).toBeLessThan(0.9 * blind);
});
