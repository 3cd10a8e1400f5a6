/** What the app chooses holds what the rules ask for, with nothing typed: loads of each kind, at each voltage, bought either way. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { applyPatches } from '../document/index.ts';
import { type Design, blankDesign, hear, projectOf, wireSeriesPatches } from '../project/index.ts';
import { WIRE_SERIES_IDS } from '../reference/index.ts';

const SIZES = /^(?:fuse-below-load|fuse-above-wire|wire-ampacity|wire-drop|wire-above-terminal|wire-parallel-unequal)$/;
const VOLTS = ['6 V battery', '12 V battery', '24 V battery', '48 V battery', '12 V lithium battery', '48 V lithium battery'];

describe.each(VOLTS)('from a %s', (supply) => {
  test.each(['heater', 'filament', 'led', 'motor', 'solenoid', 'electronics'])('%s', (kind) => {
    for (const watt of [5, 40, 120, 240]) {
      // At 6 V no plug-in relay and none of its receptacles bears more, and that is said of the relay.
      if (supply.startsWith('6 V') && watt > (kind === 'electronics' ? 40 : 120)) continue;
      const said = projectOf(hear(`when the key is on, run a ${watt} W heater from a ${supply}, off if a wire breaks`, null))!;
      const design: Design = applyPatches(said, [{ path: ['jobs', 0, 'loads', 0, 'kind'], value: kind }]);
      for (const series of WIRE_SERIES_IDS) {
        const { analysis, evidence } = analyse(applyPatches(design, wireSeriesPatches(design, series)));
        expect(evidence.unwired).toEqual([]);
        const wrong = analysis.findings.filter(({ severity, rule }) => severity !== 'hold' && SIZES.test(rule));
        expect({ watt, series, wrong: wrong.map(({ title }) => title) }).toEqual({ watt, series, wrong: [] });
      }
    }
  });
});

test('where no wire keeps the budget, copper that saves nothing is not laid', () => {
  const said = projectOf(hear('when the key is on, run a 120 W heater from a 6 V battery, off if a wire breaks', null))!;
  const { analysis } = analyse(
    applyPatches(said, [
      { path: ['jobs', 0, 'loads', 0, 'kind'], value: 'electronics' },
      { path: ['jobs', 0, 'device', 'part'], value: 'relay-6v-30a-4' },
    ]),
  );
  expect(analysis.findings.some(({ rule, severity }) => rule === 'wire-drop' && severity !== 'hold')).toBe(true);
  // Its receptacles take 6 mm²; the short wire to ground could be as thick as a thumb, and would save a millivolt a step.
  expect(Math.max(...analysis.netlist.wires.map(({ sizeMm2 }) => sizeMm2))).toBeLessThanOrEqual(16);
});

test('an empty page begins with every supply of the list', () => {
  for (const key of ['battery-6', 'battery-48-lithium', 'battery-96', 'battery-24-agm'])
    expect(blankDesign('x', key).supplies).toHaveLength(1);
});

/** Glass fibre has the currents of a cord, which end at 4 mm² and 32 A: a shared feed of 50 A lies in air that ordinary wire bears. */
test.each([60, 250])('a feed that a heater of %d °C shares with a lamp bears its fuse', (celsius) => {
  const said = projectOf(
    hear(
      `heat a 200 W pad to ${celsius} °C from the battery and light a 5 W lamp when the door is open`,
      blankDesign('Page', 'battery-12'),
    ),
  )!;
  const { analysis } = analyse(said);
  const trunk = analysis.netlist.wires.filter(({ leg }) => leg.startsWith('trunk'));
  expect(trunk.map(({ insulation }) => insulation)).toEqual(['usual', 'usual']);
  expect(analysis.netlist.wires.some(({ insulation }) => insulation === 'glass')).toBe(celsius > 100);
  expect(analysis.findings.filter(({ severity, rule }) => severity !== 'hold' && SIZES.test(rule)).map(({ title }) => title)).toEqual([]);
});
