/**
 * What is built of an ordinary sentence, before anybody touched it, holds: no danger, whatever the condition, the load and the
 * supply. Loads are such as their supply can bear; lengths are those that a page begins with.
 */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { applyPatches } from '../document/index.ts';
import { blankDesign, hear } from '../project/index.ts';
import { findNudge, nudgeAll } from './nudge.ts';

const CONDITIONS = [
  'the key is on',
  'the dash switch is on',
  'both buttons are pressed',
  'either of the two switches is on',
  'the door is open',
  'pin D5 is high',
  'it is dark and somebody moves',
  'the temperature is above 60 °C',
  'the temperature is below 5 °C',
  'the oil pressure is above 50 kPa',
  'the start button is pressed',
  'the remote is on',
  'the key is on and the door is open',
  'the thermostat is closed',
  'the door is open for 5 s',
];
const LOADS = {
  'battery-12': [
    'a 21 W lamp',
    'a 5 A fan',
    'a 300 W heater',
    'two 55 W lamps',
    'a 2 A valve',
    'a 20 W LED bar',
    'a 4 A radio',
    'a 20 A fan',
  ],
  'battery-24': ['a 21 W lamp', 'a 5 A fan', 'a 300 W heater', 'two 55 W lamps', 'a 2 A valve', 'a 20 W LED bar', 'a 4 A radio'],
  'mains-230': [
    'a 60 W lamp',
    'a 3 A fan',
    'a 300 W heater',
    'two 55 W lamps',
    'a 20 W LED bar',
    'a 1 A radio',
    'a 1.5 kW heater',
    'a 100 W transformer',
  ],
  'mains-120': [
    'a 60 W lamp',
    'a 3 A fan',
    'a 300 W heater',
    'two 55 W lamps',
    'a 20 W LED bar',
    'a 1 A radio',
    'a 1 kW heater',
    'a 100 W transformer',
  ],
} as const;

function holds(variant: string, condition: string, load: string): void {
  const text = `When ${condition}, run ${load}, off if a wire breaks.`;
  const blank = blankDesign('Page', variant);
  const { add, unclear, blanks } = hear(text, blank);
  expect({ text, unclear, blanks }).toEqual({ text, unclear: [], blanks: [] });
  const { analysis, evidence } = analyse(add!(blank));
  const dangers = analysis.findings.filter(({ severity }) => severity === 'danger').map(({ rule, title }) => `${rule}: ${title}`);
  expect({ text, unwired: evidence.unwired, dangers }).toEqual({ text, unwired: [], dangers: [] });
}
describe.each(Object.entries(LOADS))('%s', (variant, loads) => {
  test.each(CONDITIONS)('when %s', (condition) => {
    for (const load of loads) holds(variant, condition, load);
  });
});
test.each([
  ['battery-12', 'a 100 W heater'],
  ['mains-230', 'a 300 W heater'],
  ['mains-230', 'a 1.5 kW heater'],
  ['mains-120', 'a 1 kW heater'],
])('%s: heat by a temperature controller, %s', (variant, load) => holds(variant, 'the temperature controller calls for heat', load));

test.each(['battery-6', 'battery-36', 'battery-48'])('%s: what needs a helper relay, a time relay or a hold has one', (variant) => {
  for (const condition of ['either of the two switches is on', 'the key is on and the door is closed', 'the door is open for 5 s'])
    holds(variant, condition, 'a 1 A fan');
  const blank = blankDesign('Page', variant);
  const text = 'When the start button is pressed, run a 1 A fan until the stop button is pressed, off if a wire breaks.';
  const { analysis, evidence } = analyse(hear(text, blank).add!(blank));
  expect(evidence.unwired).toEqual([]);
  expect(analysis.findings.filter(({ severity }) => severity === 'danger').map(({ title }) => title)).toEqual([]);
});

test('battery-72: contacts beside each other need no helper relay, which there is none for it; a resting throw does', () => {
  const read = (condition: string) => {
    const blank = blankDesign('Page', 'battery-72');
    return analyse(hear(`When ${condition}, run a 2 A fan.`, blank).add!(blank));
  };
  const { evidence, analysis } = read('either of the two switches is on');
  expect(evidence.unwired).toEqual([]);
  expect(analysis.findings.filter(({ rule, severity }) => rule === 'state-mismatch' && severity !== 'hold')).toEqual([]);
  expect(read('the key is on and the door is closed').evidence.unwired).toHaveLength(1);
});

test('a pin that has to be low works its relay from a board on a computer’s port, which shares no metal with the vehicle', () => {
  const blank = blankDesign('Page', 'battery-12');
  const design = hear('When pin D5 is low, light a 21 W lamp.', blank).add!(blank);
  expect(design.controllers[0]!.supply).toBe('usb');
  const { analysis } = analyse(design);
  expect(analysis.findings.filter(({ rule, severity }) => rule === 'state-mismatch' && severity !== 'hold')).toEqual([]);
  // And it is said that the lamp is on while the board starts.
  expect(analysis.findings.find(({ rule }) => rule === 'boot-energises')!.severity).toBe('danger');
});

test('a module on a battery that falls too low to pull it in: no wire is told to lose its volts, and the board’s rail is the way out', () => {
  const blank = blankDesign('Page', 'battery-12');
  const design = hear('When pin D6 is high, run a 15 W fan from the battery through a 12 V relay module.', blank).add!(blank);
  const { analysis, evidence } = analyse(design);
  const wrong = analysis.findings.filter(({ severity }) => severity !== 'hold');
  expect(wrong.map(({ rule }) => rule).sort()).toEqual(['coil-pull-in-low-battery-hot', 'state-mismatch']);
  // Of what runs at a higher voltage the drop is told as ever.
  expect(analysis.findings.find(({ rule }) => rule === 'wire-drop')!.severity).toBe('hold');
  for (const finding of wrong) {
    const nudge = findNudge(evidence, analysis.findings, finding)!;
    expect(nudge.label).toBe('Nudge to a 10 A relay module, 5 V, on the board’s own supply');
    const then = analyse(applyPatches(design, nudge.patches)).analysis;
    expect(then.findings.filter(({ severity }) => severity !== 'hold')).toEqual([]);
  }
  // One that is held up needs none.
  const held = { ...design, supplies: design.supplies.map((supply) => ({ ...supply, lowestV: 11.9 })) };
  expect(analyse(held).analysis.findings.filter(({ severity }) => severity !== 'hold')).toEqual([]);
});

test.each([
  ['battery-12', 'a 60 W lamp', 'a 12 V relay module', 'the hand switch is on'],
  ['battery-12', 'a 60 W lamp', 'a 5 V relay module', 'pin D5 is high'],
  ['battery-48', 'a 60 W lamp', 'a solid-state relay', 'the hand switch is on'],
  ['mains-230', 'a 2 A fan', 'a 12 V relay module', 'pin D5 is high'],
])('%s: %s through %s is a danger, and another build of relay its way out', (variant, load, device, condition) => {
  const blank = blankDesign('Page', variant);
  const from = variant.startsWith('mains') ? 'the mains' : 'the battery';
  const design = hear(`When ${condition}, run ${load} from ${from} through ${device}.`, blank).add!(blank);
  const { analysis, evidence } = analyse(design);
  const dangers = (of: typeof analysis) => of.findings.filter(({ severity }) => severity === 'danger').map(({ title }) => title);
  expect(dangers(analysis).length).toBeGreaterThan(0);
  const plan = nudgeAll(evidence, analysis.findings, design.jobs[0]!.id);
  expect(plan.steps.map(({ label }) => label).join()).toMatch(/ in its place/);
  expect(dangers(analyse(applyPatches(design, plan.patches)).analysis)).toEqual([]);
});
