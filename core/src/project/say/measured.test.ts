/** Levels of whatever a sensor measures: the unit that is said is the sensor’s, and a number in no unit or in a wrong one is not read. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { SIGNALS, stateWord } from '../../kinds/index.ts';
import { blankDesign, hear } from '../index.ts';

const page = () => blankDesign('Page', 'battery-12');
const heard = (when: string, then = '') => hear(`when ${when}, run a 5 A pump${then}`, page());
const sensor = (when: string, then = '') => heard(when, then).add?.(page()).signals[0];

// 1 mph = 1.609344 km/h (exact, by the international yard of 1959); the other level a tenth off.
test.each([
  ['the car is faster than 30 km/h', 'car speed', 'speed', 30, 27],
  ['the speed is above 30 mph', 'speed', 'speed', 48.28, 43.45],
  ['the engine is above 3000 rpm', 'engine speed', 'turns', 3000, 2700],
  ['it is brighter than 200 lux', 'light', 'light', 200, 180],
  ['it is darker than 50 lx', 'light', 'light', 50, 55],
  ['the humidity is above 60 %', 'humidity', 'humidity', 60, 54],
  ['the tank level is below 20 %', 'tank level', 'level', 20, 22],
  ['the water is under 20 percent', 'water level', 'level', 20, 22],
  ['the flow is less than 2 l/min', 'flow', 'flow', 2, 2.2],
  ['it is closer than 50 cm', 'distance', 'distance', 0.5, 0.55],
  ['the current is above 20 A', 'current', 'current', 20, 18],
])('%s', (when, name, of, closesAt, opensAt) => {
  expect(sensor(when)).toMatchObject({ nature: 'quantity', name, of, closesAt, opensAt, fedBy: 'supply-1' });
});
test.each([
  ['coolant > 95 C', 'threshold', 95],
  ['the coolant is hotter than 95 °C', 'threshold', 95],
  ['the room is colder than 5 °C', 'threshold', 5],
])('%s', (when, nature, closesAt) => expect(sensor(when)).toMatchObject({ nature, closesAt }));
test.each([
  'the key is above 20 %',
  'the oil pressure is above 20 %',
  'the speed is above 30',
  'the humidity is above 60 lux and a half',
  'the tank level is below 120 %',
  'the tank level is above 0 %',
  'the speed is above 30 °C or so km/h',
])('%s: is not read', (when) => expect(heard(when).add).toBeNull());

test('the level at which it lets go is said too, on its own side only', () => {
  expect(sensor('the tank level is below 20 %', ' and off when it is above 80 %')).toMatchObject({ closesAt: 20, opensAt: 80 });
  expect(sensor('the humidity is above 60 %', ' and off when the humidity is below 50 %')).toMatchObject({ closesAt: 60, opensAt: 50 });
  expect(heard('the tank level is below 20 %', ' and off when it is below 10 %').add).toBeNull();
  expect(heard('the tank level is below 20 %', ' and off when it is above 80 lux').add).toBeNull();
});

describe('such a sensor', () => {
  const made = () => heard('the tank level is below 20 %').add!(page());
  test('is fed, wired, proved in both of its states, bought and drawn with its levels', () => {
    const { analysis, evidence } = analyse(made());
    expect(evidence.unwired).toEqual([]);
    expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    expect(analysis.jobs[0]).toMatchObject({ combinations: 2, matching: 2 });
    expect(analysis.parts.map(({ description }) => description)).toContain(
      'Level switch, closes at 20 %, opens at 22 %, at least 2 A, fed by + and - with 12 V⎓ (tank level)',
    );
  });
  test('is low when it closes on a fall, and its slider stays where its quantity can be', () => {
    const [signal] = made().signals;
    expect([true, false].map((on) => stateWord(signal!, on))).toEqual(['is low', 'is high']);
    const levels = SIGNALS.quantity.levels(signal as never)!;
    expect([levels.unit, levels.least >= 0, levels.most <= 100]).toEqual(['%', true, true]);
  });
  test.each([
    [100, 0],
    [100.1, 1],
  ])('a level of %d %% has %d mistakes', (closesAt, wrong) => {
    const [signal] = made().signals;
    expect(SIGNALS.quantity.wrong({ ...signal, closesAt } as never)).toHaveLength(wrong);
  });
});

test('until its own other level: what it does is one sensor’s, and no second one’s', () => {
  const { add } = hear('when the tank level is below 20 %, run a 5 A pump until it is above 80 %', page());
  const design = add!(page());
  expect(design.signals).toHaveLength(1);
  expect(design.signals[0]).toMatchObject({ closesAt: 20, opensAt: 80 });
  // Of a press it is what ends it.
  const held = hear('when the button is pressed, run a 5 A pump until the level is above 80 %', page()).add!(page());
  expect([held.signals.length, held.jobs[0]!.when.op]).toEqual([2, 'held']);
});

describe('what a thing is heated by', () => {
  const heated = (text: string, onto: 'mains-230' | 'battery-12' = 'mains-230') => {
    const page = blankDesign('Page', onto);
    const heard = hear(text, page);
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    return heard.add!(page).jobs[0]!.loads[0]!;
  };
  test.each([
    ['heat an oven to 250 C with a 3 kW element', { name: 'oven', kind: 'heater', count: 1, plate: { unit: 'W', value: 3000 } }],
    ['heat an oven to 220 °C with two 1 kW elements', { name: 'oven', kind: 'heater', count: 2, plate: { unit: 'W', value: 1000 } }],
    ['heat a terrarium to 32 C with a 100 W lamp', { name: 'terrarium', kind: 'heat-lamp', plate: { unit: 'W', value: 100 } }],
    ['heat an oven of 2 kW to 220 C', { name: 'oven', kind: 'heater', plate: { unit: 'W', value: 2000 } }],
  ])('%s', (text, load) => expect(heated(text)).toMatchObject(load));
  test('what is heated is a heater, whatever its name', () => {
    expect(heated('when the key is on, heat two seats of 60 W', 'battery-12')).toMatchObject({ name: 'seats', kind: 'heater', count: 2 });
    expect(heated('when the key is on, light two beams of 60 W', 'battery-12')).toMatchObject({ kind: 'filament' });
  });
  test.each(['a 250 W heat lamp', 'an infrared lamp of 250 W', 'a 100 W basking bulb'])(
    '%s is a heat lamp, with an end of its heat',
    (lamp) => {
      const page = blankDesign('Page', 'mains-230');
      const made = hear(`when the switch is on, light ${lamp}`, page).add!(page);
      expect(made.jobs[0]).toMatchObject({ loads: [{ kind: 'heat-lamp' }], cutOut: { kind: 'thermal-fuse' } });
    },
  );
});
