/** What a person took out by hand: what it does is judged, and what does nothing is not made. */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { hear, projectOf } from '../project/index.ts';
import { parseDesign } from '../project/parse.ts';
import type { Design, Edit } from '../project/schema.ts';
import { and, design, job, on } from '../testing/designs.ts';

const read = (name: string): Design => {
  const parsed = parseDesign(JSON.parse(readFileSync(`examples/circuits/${name}.json`, 'utf8')));
  if (!parsed.ok) throw new Error(`${name} does not open`);
  return parsed.design;
};
const edited = (made: Design, ...edits: Edit[]): Design => ({
  ...made,
  jobs: made.jobs.map((one, at) => (at === 0 ? { ...one, edits } : one)),
});
const failing = (made: Design) =>
  analyse(made).analysis.findings.flatMap(({ rule, severity }) => (severity === 'hold' ? [] : [`${severity} ${rule}`]));

test('a load that is left out runs in no state, whatever volts stand between its ends', () => {
  const made = design([job({ when: and(on('key'), on('dash')) })]);
  expect(failing(made)).toEqual([]);
  expect(failing(edited(made, { kind: 'leave-out', part: 'job-1-load-1-1' }))).toContain('danger state-mismatch');
});

describe('a resistor that holds an input off', () => {
  const lamp = read('13-mains-lamp-by-module');
  test('left out by hand is a danger, just as one that was never there', () => {
    expect(failing(lamp)).toEqual([]);
    const never = { ...lamp, jobs: lamp.jobs.map((one) => ({ ...one, module: { ...one.module, pull: false } })) };
    expect(failing(never)).toContain('danger boot-energises');
    expect(failing(edited(lamp, { kind: 'leave-out', part: 'lamp-relay-pull' }))).toEqual(failing(never));
  });
});

describe('turned about', () => {
  const oven = read('19-oven');
  const lamp = projectOf(hear('when the dash switch is on, light a 10 A lamp through a solid-state relay from the battery', null))!;
  const channels = read('15-four-channels');
  test.each<[string, Design, string, string, string]>([
    ['the input of a solid-state relay: its light-emitting diode shines one way', oven, `${oven.jobs[0]!.id}-relay`, '3', '4'],
    ['the same of one for direct current', lamp, 'job-1-relay', '3', '4'],
    ['its output: the diode in the body of its transistor is on for good', lamp, 'job-1-relay', '1', '2'],
    ['the two supplies of a module: its 12 V coils get 5 V', channels, `${channels.jobs[0]!.id}-relay-input`, 'VCC', 'JD'],
  ])('%s', (_, made, part, a, b) => {
    expect(failing(made)).not.toContain('danger state-mismatch');
    expect(failing(edited(made, { kind: 'swap', part, a, b }))).toContain('danger state-mismatch');
  });
  test('a clamp across a coil takes its spike one way only; the coil on a module’s board is nobody’s to turn about', () => {
    const tender = read('../demo/tender-7');
    const pump = tender.jobs.findIndex(({ id }) => id === 'pump');
    const turned = (made: Design, at: number, part: string, a: string, b: string) =>
      failing({ ...made, jobs: made.jobs.map((one, index) => (index === at ? { ...one, edits: [{ kind: 'swap', part, a, b }] } : one)) });
    expect(failing(tender)).not.toContain('caution coil-no-suppression');
    expect(turned(tender, pump, 'pump-relay-diode', 'A', 'K')).toContain('caution coil-no-suppression');
    expect(turned(channels, 0, `${channels.jobs[0]!.id}-relay`, 'C+', 'C-')).toContain('caution edit-not-made');
    expect(turned(channels, 0, `${channels.jobs[0]!.id}-relay`, 'COM', 'NO')).not.toContain('caution edit-not-made');
  });
  test('the output of one for alternating current is all one', () => {
    expect(failing(edited(oven, { kind: 'swap', part: `${oven.jobs[0]!.id}-relay`, a: '1', b: '2' }))).toEqual(failing(oven));
  });
});

describe.each(['leave-out', 'bridge'] as const)('%s', (kind) => {
  test.each([
    ['19-oven', 'enclosure'],
    ['01-switched-load', 'splice'],
  ])('%s, a %s: no current goes through it, so the edit is not made, and that is said', (name, of) => {
    const made = read(name);
    const part = analyse(made).analysis.netlist.parts.find((one) => one.kind === of)!;
    const after = edited(made, { kind, part: part.id });
    expect(failing(after)).toEqual([...failing(made), 'caution edit-not-made'].sort((a, b) => a.localeCompare(b)));
    const [said] = analyse(after).analysis.findings.filter(({ rule }) => rule === 'edit-not-made');
    expect(`${said!.title} ${said!.detail}`).toContain(`there is no way through ${part.tag}`);
  });
});
