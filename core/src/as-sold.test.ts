/** Parts, wire and supplies as people have them: a project of each that holds, and the same with a mistake that is caught. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from './analyse.ts';
import { type Design, parseDesignText } from './project/index.ts';

const folder = new URL('../../examples/as-sold/', import.meta.url);
function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(`${file}: ${JSON.stringify(parsed.problems)}`);
  return parsed.design;
}
const open = (design: Design) =>
  analyse(design).analysis.findings.filter(({ severity, accepted }) => severity !== 'hold' && accepted === null);

/** What has to be said of each mistake, and how badly. */
const CAUGHT = {
  '6-volts': ['danger', 'coil-wrong-voltage'],
  '48-volts': ['caution', 'protection-unsuited'],
  '150-a-on-studs': ['danger', 'fuse-above-wire'],
  'thin-harness': ['danger', 'fuse-above-wire'],
  'lithium-by-charger': ['danger', 'load-over-contact'],
  'own-contactor': ['danger', 'load-over-contact'],
  'own-module': ['danger', 'load-over-contact'],
  'own-board': ['danger', 'boot-energises'],
  'own-small-parts': ['danger', 'fuse-above-holder'],
  'own-block': ['danger', 'connector-unsuited'],
  'own-cut-out': ['danger', 'cut-out-unsuited'],
} as const;

test('there is a mistake to each', () => {
  const files = Object.keys(CAUGHT).flatMap((name) => [`${name}.json`, `${name}.wrong.json`]);
  expect(readdirSync(folder).sort()).toEqual(files.sort());
});

describe.each(Object.entries(CAUGHT))('%s', (name, [severity, rule]) => {
  test('holds every rule, and does what it says', () => {
    const design = read(`${name}.json`);
    expect(analyse(design).evidence.unwired).toEqual([]);
    expect(open(design).map(({ title }) => title)).toEqual([]);
  });
  test(`with its mistake ${rule} speaks`, () => {
    const said = open(read(`${name}.wrong.json`)).map((finding) => `${finding.severity} ${finding.rule}`);
    expect(said).toContain(`${severity} ${rule}`);
  });
});

test('what each is there for is in it', () => {
  const parts = (name: string) => analyse(read(`${name}.json`)).analysis.parts.map(({ description }) => description);
  const sizes = (name: string) => new Set(analyse(read(`${name}.json`)).analysis.wires.map(({ sizeMm2 }) => sizeMm2));
  expect(parts('48-volts')).toContain('Battery fuse of high breaking capacity 45 A, class T, on a covered block');
  expect(parts('150-a-on-studs')).toEqual(
    expect.arrayContaining([
      'Bolt-down strip fuse 125 A in a covered holder',
      expect.stringMatching(/^M8 ring terminal, for (?:16|25) mm²/),
    ]),
  );
  expect(parts('6-volts').join()).toMatch(/four-pin, 6 V/);
  expect(sizes('thin-harness')).toEqual(new Set([0.5]));
  expect(parts('own-contactor').join()).toMatch(/Contactor from the drawer/);
  expect(parts('own-board')).toContain('Board from a kit');
  expect(parts('own-module').join()).toMatch(/Module from a bag/);
  expect(parts('own-block')).toContain('White block from the drawer, a pole');
  expect(parts('own-cut-out')).toContain('Cut-out with a red knob, opens at 130 °C');
  expect(parts('own-small-parts').join()).toMatch(
    /Socket from the tray.*Red in-line holder.*Grey project box: plastic box 160 × 120 × 60 mm/,
  );
});
