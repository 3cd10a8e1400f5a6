/** Motors by their horsepower, pins as what works a thing, contactors by their poles, lights by any name. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { HORSEPOWER_A, motorFullLoadA } from '../../reference/index.ts';
import { hear, projectOf } from './index.ts';

const read = (sentence: string) => {
  const heard = hear(sentence, null);
  const design = projectOf(heard);
  return { heard, design, job: design?.jobs[0], load: design?.jobs[0]?.loads[0] };
};
const dangers = (sentence: string) =>
  analyse(read(sentence).design!)
    .analysis.findings.filter(({ severity }) => severity === 'danger')
    .map(({ title }) => title);

describe('horsepower', () => {
  // NEC Table 430.248, from memory.
  test.each([
    ['run a 1/2 hp 120 V pump when switch 1 is on', 9.8],
    ['run a 1/2 hp pump from 240 V mains when switch 1 is on', 4.9],
    ['run a 1 1/2 hp 230 V saw when switch 1 is on', 10],
    ['run a 0.75 horsepower 120 V fan when switch 1 is on', 13.8],
    ['run a 1/6 hp 120 V fan when switch 1 is on', 4.4],
  ])('%s takes %s A', (sentence, value) => {
    const { load, heard } = read(sentence);
    expect(load).toMatchObject({ kind: 'motor', plate: { unit: 'A', value } });
    expect(heard.assumed.join()).toMatch(/as NEC Table 430\.248 has it, until its plate is read/);
  });
  test('of a battery, and of more than the table has, it is asked', () => {
    for (const sentence of ['run a 1/2 hp pump from the battery when switch 1 is on', 'run a 20 hp 230 V pump when switch 1 is on'])
      expect([sentence, read(sentence).heard.blanks.map(({ key }) => key)]).toEqual([sentence, ['watt pump']]);
  });
  test('it is the row of as much or more, in the column of the branch', () => {
    expect(motorFullLoadA(0.33, 115)).toBe(7.2);
    expect(motorFullLoadA(0.4, 115)).toBe(9.8);
    expect([motorFullLoadA(1, 240), motorFullLoadA(1, 208), motorFullLoadA(1, 12), motorFullLoadA(11, 230)]).toEqual([8, null, null, null]);
    for (const [, at115, at230] of HORSEPOWER_A) expect(at115).toBeCloseTo(2 * at230, 9);
  });
});

describe('a motor of the mains that a hand switches has a contactor that bears it', () => {
  test.each([
    ['run a 230 V 2000 W pump when switch 1 is on', 'relay-12v-2x30a'],
    ['run a 230 V 2500 W pump when switch 1 is on', 'contactor-24v-2x40a'],
    ['run a 1/2 hp 120 V pump when switch 1 is on', 'contactor-24v-2x40a'],
    ['run a 230 V 2500 W heater when switch 1 is on', 'relay-12v-2x30a'],
  ])('%s', (sentence, part) => {
    expect(read(sentence).job!.device).toMatchObject({ part });
    expect(dangers(sentence)).toEqual([]);
  });
});

describe('what works it is a pin', () => {
  test.each([
    ['run a 60 W fan from the battery by pin 5 of the controller', 'pin 5 of the controller', 5],
    ['switch a 230 V 8 A outlet from pin D4 by a relay module', 'pin D4', 5],
    ['switch a 15 A 120 V outlet with a 40 A solid-state relay from a 3.3 V board pin G5', '3.3 V board pin G5', 3.3],
    ['use a 5 V board with pin D7 to switch a 230 V 1000 W kettle by a relay module', '5 V board with pin D7', 5],
  ])('%s', (sentence, name, volt) => {
    const { heard, design } = read(sentence);
    expect(heard.unclear).toEqual([]);
    expect(design!.signals).toMatchObject([{ nature: 'pin', name, volt }]);
  });
  test('beside a condition both must be on', () => {
    expect(read('when switch 1 is on, run a 60 W fan from the battery by pin 5 of the controller').job!.when).toMatchObject({ op: 'and' });
  });
  test.each([
    [
      'when pin G5 of a 3.3 V board is high, run a 60 W fan from the battery',
      { type: 'board-3v3' },
      { gpio: 'G5', volt: 3.3, limitA: 0.008 },
    ],
    ['when pin 4 of a 3.3 V radio board is high, run a 60 W fan from the battery', { type: 'board-3v3-radio' }, { gpio: 'G4', volt: 3.3 }],
    ['when pin D7 of a 5 V board is high, run a 60 W fan from the battery', { type: 'board-5v' }, { gpio: 'D7', volt: 5, limitA: 0.02 }],
    ['when pin D7 is high, run a 60 W fan from the battery', { type: 'board-5v' }, { gpio: 'D7', volt: 5 }],
  ])('its board is one of the level that is said: %s', (sentence, board, pin) => {
    const { design } = read(sentence);
    expect(design!.controllers).toMatchObject([board]);
    expect(design!.signals).toMatchObject([pin]);
  });
  test('one of another level is another board, and its pins are its own', () => {
    const first = read('when pin D7 of a 5 V board is high, run a 60 W fan from the battery').design!;
    const both = hear('when pin 7 of a 3.3 V board is high, light a 5 W lamp from the battery', first).add!(first);
    expect(both.controllers.map(({ type }) => type)).toEqual(['board-5v', 'board-3v3']);
    expect(new Set(both.controllers.map(({ name }) => name)).size).toBe(2);
    expect(both.signals).toMatchObject([
      { gpio: 'D7', controller: 'board-1' },
      { gpio: 'G7', controller: 'board-2' },
    ]);
    const third = hear('when pin 8 of the 3.3 V board is high, light a 5 W lamp from the battery', both).add!(both);
    expect(third.controllers).toHaveLength(2);
    expect(third.signals[2]).toMatchObject({ gpio: 'G8', controller: 'board-2' });
  });
});

test.each([
  ['spotlights', 'filament'],
  ['LED spotlights', 'led'],
  ['headlamps', 'filament'],
  ['dash cam', 'electronics'],
  ['phone', 'electronics'],
])('%s are known for what they are', (name, kind) => {
  expect(read(`when the key is on, switch a 20 W ${name} from the battery`).load).toMatchObject({ kind });
});

test('a relay of two poles, or of one, is one of the shelf', () => {
  expect(read('run a 230 V 1 kW heater through a two-pole relay when switch 1 is on').job!.device).toMatchObject({
    part: 'relay-12v-2x30a',
  });
  expect(
    read('run a 60 W fan from the battery through a single-pole relay when the key is on').heard.told.map(({ means }) => means),
  ).toContain('a relay with one pole');
  expect(read('run a 60 W fan from the battery through a two-pole solid-state relay when the key is on').design).toBeNull();
});

test.each([
  ['run a 12 V 3 A fan from a 12 V power supply when switch 1 is on', 8],
  ['switch a 24 V 2 A solenoid from a 24 V power supply when switch 1 is on', 3],
  ['light a 12 V 10 W lamp from a 12 V power supply when switch 1 is on', 2],
  ['run a 12 V 3 A fan from a 5 A 12 V power supply when switch 1 is on', 5],
])('a supply that is bought for it is as strong as it takes, unless that is said: %s', (sentence, ratedA) => {
  const { design, heard } = read(sentence);
  expect(design!.supplies).toMatchObject([{ kind: 'adapter', ratedA }]);
  expect(heard.assumed.some((words) => words === `a supply that gives ${ratedA} A`)).toBe(ratedA === 8 || ratedA === 3);
});

describe('a battery by what it stores', () => {
  test.each([
    ['run a 60 W fan from a 12 V 90 Ah battery when the key is on', { capacityAh: 90, chemistry: 'flooded' }],
    ['run a 60 W fan from a 100 Ah lithium battery when the key is on', { capacityAh: 100, chemistry: 'lithium' }],
    ['run a 60 W fan from the battery when the key is on', { capacityAh: 75 }],
  ])('%s', (sentence, battery) => {
    expect(read(sentence).design!.supplies).toMatchObject([battery]);
    expect(read(sentence).heard.unclear).toEqual([]);
  });
  test('of another size than the project’s it is another one', () => {
    const first = read('run a 60 W fan from a 12 V 90 Ah battery when the key is on').design!;
    const again = hear('light a 5 W lamp from the 12 V 90 Ah battery when the key is on', first).add!(first);
    expect(again.supplies).toHaveLength(1);
    // By its name it is the project's: of another size it is not, and that is not passed over.
    const named = { ...first, supplies: first.supplies.map((one) => ({ ...one, name: 'house battery' })) };
    expect(hear('light a 5 W lamp from the 90 Ah house battery when the key is on', named).add!(named).supplies).toHaveLength(1);
    expect(hear('light a 5 W lamp from the 40 Ah house battery when the key is on', named).unclear).not.toEqual([]);
    const other = hear('light a 5 W lamp from a 12 V 40 Ah battery when the lamp switch is on', first).add!(first);
    expect(other.supplies.map((one) => 'capacityAh' in one && one.capacityAh)).toEqual([90, 40]);
    expect(new Set(other.supplies.map(({ name }) => name)).size).toBe(2);
  });
});

describe('a second battery', () => {
  test.each([
    ['charge the house battery from the alternator at 40 A when the engine runs', 40],
    ['when the alternator charges, charge the second battery at 25 A', 25],
    ['charge the house battery from the battery when the engine runs', 30],
    ['charge the house battery from the battery when the engine runs, with a 40 A breaker', 30],
  ])('%s', (sentence, value) => {
    const { design, load, heard } = read(sentence);
    expect(heard.unclear).toEqual([]);
    expect(load).toMatchObject({ kind: 'battery', plate: { unit: 'A', value } });
    expect(design!.supplies.map(({ kind }) => kind)).toEqual(['battery', 'battery']);
  });
});

test('an output of another voltage is no pin of a board: what it is is asked', () => {
  for (const [sentence, keys] of [
    ['when a 24 V PLC output is on, run a 60 W fan from the battery', ['signal 24 V PLC output']],
    ['when pin D5 of a 5 V board is high, run a 60 W fan from the battery', []],
    ['when pin G5 of a 3.3 V board is high, run a 60 W fan from the battery', []],
  ] as const)
    expect([sentence, read(sentence).heard.blanks.map(({ key }) => key)]).toEqual([sentence, keys]);
});

test.each([
  ['light two 12 V 5 W lamps from the battery when motion is detected, and keep them on for 3 minutes', 180],
  ['when motion is detected, light a 12 V 5 W lamp from the battery and keep it on for 3 minutes', 180],
])('it stays on so long: %s', (sentence, offS) => {
  expect(read(sentence).job!.when).toMatchObject({ op: 'delay', onS: 0, offS });
  expect(read(sentence).heard.unclear).toEqual([]);
});

test.each(['only run a 60 W fan from the battery when the key is on', 'only allow a 60 W fan from the battery when the key is on'])(
  '%s: as any condition',
  (sentence) => {
    expect(read(sentence).job!.when).toMatchObject({ op: 'signal' });
  },
);

describe('a branch as it is called', () => {
  test.each([
    ['run a 100 W fan from a 110 V outlet when switch 1 is on', 120],
    ['switch a 110 V 5 A outlet when switch 1 is on', 120],
    ['switch a 220 V 1 kW heater when switch 1 is on', 230],
    ['run a 100 W fan from a 220 V outlet when switch 1 is on', 230],
    ['run a 100 W fan from a 240 V outlet when switch 1 is on', 240],
  ])('%s', (sentence, volt) => {
    const { design, load } = read(sentence);
    expect(design!.supplies).toMatchObject([{ kind: 'mains', nominalV: volt }, { kind: 'adapter' }]);
    expect(load!.plate.ratedV).toBe(volt);
    expect(load!.kind).toBe(
      /outlet when/.test(sentence) && /^switch/.test(sentence) ? 'outlet' : /heater/.test(sentence) ? 'heater' : 'motor',
    );
  });
  test('what it hangs on and is not understood is no part of a load’s name', () => {
    expect(read('run a 100 W fan from a 90 V outlet when switch 1 is on').heard.unclear).not.toEqual([]);
  });
});

test('a name that is a pin’s is a pin; what a thing is used for is no name', () => {
  expect(read('when D3 is high and D4 is low, run a 12 V 2 A pump from the battery').design!.signals).toMatchObject([
    { nature: 'pin', name: 'D3', gpio: 'D3' },
    { nature: 'pin', name: 'D4', gpio: 'D4' },
  ]);
  expect(
    read('use a mosfet to switch a 12 V 5 A lamp from the battery')
      .heard.told.map(({ means }) => means)
      .join(),
  ).not.toMatch(/switch with two/);
});

test('on a transformer of low voltage the relay has a coil for alternating current', () => {
  const sentence = 'when the doorbell is pressed, ring a 24 V AC 1 A bell from a 24 V AC transformer';
  expect(read(sentence).load).toMatchObject({ name: 'bell', plate: { value: 1, ratedV: 24 } });
  expect(read(sentence).job!.device).toMatchObject({ part: 'contactor-24vac-2x25a' });
  expect(dangers(sentence)).toEqual([]);
});

describe('a variable transformer', () => {
  const start = 'when the hand switch is on, run';
  test('is what is switched where the load hangs on its slider', () => {
    for (const words of ['through a variable transformer', 'behind its variable autotransformer'])
      expect(read(`${start} a 700 W transformer from the mains ${words}`).load).toMatchObject({
        kind: 'variable-transformer',
        name: 'transformer on a variable transformer',
        plate: { value: 700, unit: 'W', ratedV: 230 },
      });
    expect(read(`${start} a 500 W variable transformer from the mains`).load).toMatchObject({ kind: 'variable-transformer' });
  });
  test('takes the place of nothing that heats, nor of what nobody knows: that would lose the end of its heat', () => {
    for (const load of ['a 500 W heater', 'a 500 W heat lamp', 'a 500 W unit'])
      expect(read(`${start} ${load} from the mains through a variable transformer`).heard).toMatchObject({
        add: null,
        unclear: [{ text: 'through a variable transformer' }],
      });
  });
  test('is no load for a battery', () => {
    expect(dangers(`${start} a 60 W lamp from the battery through a variable transformer`).join()).toMatch(/is no load for direct current/);
  });
});

test('how many is never lost behind a verb that is not known', () => {
  expect(
    read('alternate two 12 V 10 A pumps from the battery')
      .heard.told.map(({ means }) => means)
      .join(),
  ).not.toMatch(/motor/);
  expect(read('run two 12 V 10 A pumps from the battery when the key is on').load).toMatchObject({ count: 2 });
});

test('where the project has two alike, a third is not bought in silence', () => {
  const first = read('light a 12 V 10 W lamp from a 12 V power supply when switch 1 is on').design!;
  const [one] = first.supplies;
  const two = { ...first, supplies: [...first.supplies, { ...one!, id: 'second', name: 'second supply' }] };
  const third = hear('run a 12 V 3 A fan from a 12 V power supply when switch 2 is on', two).add!(two);
  expect(third.supplies.map(({ id }) => id)).toEqual([one!.id, 'second']);
  expect(third.supplies.map((supply) => 'ratedA' in supply && supply.ratedA)).toEqual([2, 2]);
});

test.each([
  ['switch a 12 V 30 A heater from the battery with a 5 A switch through a relay', '5 A switch', 5],
  ['when the 3 A switch is on, run a 60 W fan from the battery', '3 A switch', 3],
  ['when the fan switch is on, run a 60 W fan from the battery', 'fan switch', 10],
  ['when the 20 A float switch is on, run a 60 W fan from the battery', '20 A float switch', 20],
])('a contact bears what its name says: %s', (sentence, name, limitA) => {
  const { design, heard } = read(sentence);
  expect(heard.unclear).toEqual([]);
  expect(design!.signals).toMatchObject([{ nature: 'switch', name, limitA }]);
});

test.each([
  'start a 230 V 1.5 kW saw with a start button and stop it with a stop button',
  'run a 60 W fan from the battery when the green button is pressed, and stop it by the red button',
  'when the green button is pressed, run a 60 W fan from the battery and stop it with the red button',
])('it is held until a button stops it, whose broken wire stops it too: %s', (sentence) => {
  const { job, heard, design } = read(sentence);
  expect(heard.unclear).toEqual([]);
  expect(job!.when).toMatchObject({ op: 'held' });
  expect(design!.signals).toMatchObject([
    { rest: 'open', action: 'momentary' },
    { rest: 'closed', action: 'momentary' },
  ]);
});

test('isolated supplies of two voltages have two names', () => {
  const pump = read('run a 1/2 hp 120 V pump when switch 1 is on').design!;
  const both = hear('when the pump runs, light a 120 V 5 W lamp', pump).add!(pump);
  expect(both.supplies.map(({ name }) => name)).toEqual(['wall outlet', 'isolated supply', 'isolated supply, 12 V']);
});

describe('what is in', () => {
  test.each([
    'light a 5 W lamp from the battery when the charger is plugged in',
    'light a 5 W lamp from the battery when the charger is plugged in and the key is on, off if a wire breaks',
    'light a 5 W lamp from the battery when the plug is in',
    'run a 5 A fan when the charger is plugged in from the battery at the dash',
  ])('%s: a state at the end of a sentence as at its beginning, and no place', (sentence) => {
    const { unclear, blanks } = read(sentence).heard;
    expect(unclear).toEqual([]);
    expect(blanks.map(({ asks }) => asks)).toEqual([expect.stringMatching(/^what is “(?:charger|plug)”\?$/)]);
  });
  test('a place it is in stays with its name, or is not understood', () => {
    expect(read('light a 5 W lamp from the battery when the float in the bilge is closed').heard.blanks).toEqual([]);
    expect(read('light a 5 W lamp from the battery when the plug is in the socket').heard.unclear).not.toEqual([]);
    expect(
      read('run a 5 A fan from the battery when the switch is on in a plastic box')
        .heard.told.map(({ means }) => means)
        .join(),
    ).toMatch(/the relay sits at the plastic box/);
  });
  test('a reverse buzzer is one, and a fan in reverse is not run forwards', () => {
    expect(read('sound a 10 W reverse buzzer from the battery when the switch is on').load).toMatchObject({ name: 'reverse buzzer' });
    expect(read('run a 5 A fan in reverse from the battery when the switch is on').heard.unclear).not.toEqual([]);
  });
});
