/** Turns of ordinary speech: where a thing is, what is beside a load, levels said as on and off, batteries that are joined. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { levelsOf } from '../../kinds/index.ts';
import { proved, readSaid as read } from '../../testing/said.ts';

const signalsOf = (said: string) => {
  const { design, heard } = read(said);
  return { unclear: heard.unclear, signals: (design?.signals ?? []).map(({ name, nature }) => [name, nature]) };
};
const dangers = (said: string) =>
  analyse(read(said).design!).analysis.findings.flatMap(({ severity, title }) => (severity === 'danger' ? [title] : []));

describe('where a thing is belongs to its name', () => {
  test.each([
    ['the switch on the dash is on', 'switch on the dash', 'switch'],
    ['the thermostat on the engine closes', 'thermostat on the engine', 'ground-switch'],
    ['the thermostat in the radiator grounds', 'thermostat in the radiator', 'ground-switch'],
    ['the float switch in the bilge is closed', 'float switch in the bilge', 'switch'],
    ['the button at the door is pressed', 'button at the door', 'switch'],
    ['the sensor in the hot water tank is above 60 °C', 'sensor in the hot water tank', 'threshold'],
  ])('%s', (when, name, nature) => {
    expect(signalsOf(`run a 5 A fan from the battery when ${when}`)).toEqual({ unclear: [], signals: [[name, nature]] });
  });
  test('and where the relay is stays that', () => {
    const { design } = read('run a 5 A fan from the battery when the key is on in the shed');
    expect([design!.signals.map(({ name }) => name), design!.places.some(({ name }) => name === 'shed')]).toEqual([['key'], true]);
  });
  test('two of them, each as meant', () =>
    proved('the key is on and the switch on the left is off', 'key is on and switch on the left is off', /switch on the left/i));
});

describe('on at one level and off at another', () => {
  test.each([
    ['on at 5 °C and off at 10 °C', 5, 10],
    ['on at 30 °C and off at 25 °C', 30, 25],
    ['on at 41 F, off at 50 F', 5, 10],
  ])('%s', (said, closesAt, opensAt) => {
    const { design, heard } = read(`run a 5 A fan from the battery, ${said}`);
    expect(heard.unclear).toEqual([]);
    expect(levelsOf(design!.signals[0]!)).toMatchObject({ closesAt, opensAt });
  });
  test.each(['and stop it at 90 %', 'and stops at 90 %', 'then off at 90 %'])('when the tank is below 20 %%, %s', (said) => {
    const { design, heard } = read(`run a 5 A pump from the battery when the tank is below 20 %, ${said}`);
    expect(heard.unclear).toEqual([]);
    expect(levelsOf(design!.signals[0]!)).toMatchObject({ closesAt: 20, opensAt: 90 });
  });
  test.each(['on at 30 °C', 'on at 30 °C and off at 30 °C', 'on at 6 bar, off at 8 V'])('%s: not guessed', (said) => {
    const { design } = read(`run a 5 A fan from the battery, ${said}`);
    expect(design).toBeNull();
  });
});

describe('a pilot lamp beside a load', () => {
  test.each([
    'run a 5 A fan from the battery when the key is on, with a pilot lamp',
    'run a 5 A fan and an indicator lamp from the battery when the key is on',
    'run a 1 kW heater from the mains with an ammeter, a voltmeter and a pilot light when the heat switch is on',
  ])('%s', (said) => {
    const { design, heard } = read(said);
    expect(heard.unclear).toEqual([]);
    const [load, lamp] = design!.jobs[0]!.loads;
    expect(load!.kind).not.toBe('led');
    expect(lamp).toMatchObject({ kind: 'led', plate: { unit: 'W', value: 1 }, count: 1 });
    expect(lamp!.name).toMatch(/^(?:pilot|indicator) (?:lamp|light)$/);
    expect(dangers(said)).toEqual([]);
  });
  test('it is beside the relay, and no connector of the load is in its wires', () => {
    const { design } = read('run a 10 A fan from the battery through quick disconnects, with a pilot lamp, when the key is on');
    const { loads, device, wires } = design!.jobs[0]!;
    expect([loads[1]!.place, loads[0]!.place === loads[1]!.place]).toEqual([device.kind === 'relay' ? device.place : '', false]);
    expect(Object.keys(wires)).toEqual(['load-load-1', 'return-load-1']);
  });
  test('one with watts of its own is a load as any other, and a signal is a signal', () => {
    const { design } = read('light a 5 W lamp and a warning lamp of 3 W from the battery when the key is on');
    expect(design!.jobs[0]!.loads.map(({ plate }) => (plate as { value: number }).value)).toEqual([5, 3]);
    expect(signalsOf('run a 5 A fan from the battery when the key is on and a warning light is on').signals.map(([name]) => name)).toEqual([
      'key',
      'warning light',
    ]);
  });
});

describe('a second battery', () => {
  test.each([
    ['charge the leisure battery from the starter battery above 13.4 V', 13.4],
    ['join the house battery to the main battery at 13.6 V', 13.6],
  ])('%s: behind a sensor that is set so', (said, closesAt) => {
    const { design, heard } = read(said);
    expect(heard.unclear).toEqual([]);
    // Half a volt lower it lets go: above the rest of a lead battery, 12.7 V.
    expect(levelsOf(design!.signals[0]!)).toMatchObject({ closesAt, opensAt: Number((closesAt - 0.5).toPrecision(4)) });
    expect(dangers(said)).toEqual([]);
  });
  test('a voltage that it comes from is no level', () => {
    const { design, heard } = read('charge the second battery from 24 V when the key is on');
    expect(design!.supplies.map(({ nominalV }) => nominalV)).toEqual([24, 24]);
    expect(heard.told.some(({ means }) => /sensor/.test(means))).toBe(false);
  });
  test.each(['connect the second battery to the battery', 'connect the caravan battery to the starter battery'])('%s', (said) =>
    expect(read(`${said} when the key is on`).heard).toMatchObject({ unclear: [], blanks: [] }),
  );
});

test('a kiln is fired to its heat', () => {
  const { design, heard } = read('fire a kiln to 1000 °C with two 2 kW elements from 240 V');
  expect(heard.unclear).toEqual([]);
  expect(design!.signals[0]).toMatchObject({ nature: 'regulator', setC: 1000 });
});

describe('one press on, the next one off', () => {
  test.each([
    'press the button to turn the 21 W work lamp on from the battery and press again to turn it off',
    'when the button is pressed, light a 21 W work lamp from the battery, pressed again it goes off',
    'when the button is pressed, light a 21 W work lamp from the battery, and when it is pressed again, turn it off',
    'push the button to start a 21 W work lamp from the battery, and push it once more to switch it off',
  ])('%s', (said) => {
    const { design, heard } = read(said);
    expect(heard.unclear).toEqual([]);
    expect(design!.jobs[0]!.when).toMatchObject({ op: 'toggle', of: { op: 'signal' } });
    expect(dangers(said)).toEqual([]);
  });
  test('a press alone is on for as long as it is held', () => {
    expect(read('press the dash button to light a 5 W lamp from the battery').design!.jobs[0]!.when).toMatchObject({ op: 'signal' });
  });
  test('what stays on by itself has no next press', () => {
    const { design, heard } = read('when the key is on, light a 5 W lamp from the battery, pressed again turn it off');
    expect(design).toBeNull();
    expect(heard.unclear.map(({ text }) => text)).toEqual(['pressed again turn it off']);
  });
});

describe('what is turned off may stand between', () => {
  test.each([
    'turn the 5 A fridge off when the battery is below 11.8 V',
    'cut the 5 A fridge off when the battery falls below 11.8 V',
    'when the battery is below 11.8 V, switch the 5 A fridge off',
  ])('%s: on at all other times, which is asked', (said) => {
    const { heard } = read(said);
    expect(heard.unclear).toEqual([]);
    expect(heard.blanks.map(({ key }) => key)).toContain('other times');
  });
  test('on and off in turn is no turning off', () => {
    const { heard } = read('when the key is on turn the 5 W lamp on and off every 2 seconds from the battery');
    expect(heard.blanks.map(({ key }) => key)).not.toContain('other times');
  });
});

test.each([
  ['run an 8 A fan from the battery while cranking', { op: 'signal' }],
  ['when the key is on, run an 8 A fan from the battery, but not while cranking', { op: 'and' }],
  ['when the key is on, run an 8 A fan from the battery unless cranking', { op: 'and' }],
])('%s: the feed of the starter', (said, when) => {
  const { design, heard } = read(said);
  expect(heard.unclear).toEqual([]);
  expect(design!.jobs[0]!.when).toMatchObject(when);
  expect(design!.signals.some((signal) => signal.nature === 'feed' && signal.starter)).toBe(true);
});

describe('what lights, turns or winks on a vehicle has a live wire already', () => {
  test.each(['left turn signal is on', 'reverse gear is in', 'wipers are on', 'blinker is on', 'right indicator is on', 'high beam is on'])(
    '%s',
    (when) => {
      const { design, heard } = read(`when the ${when} light a 21 W lamp from the battery`);
      expect([heard.unclear, heard.blanks]).toEqual([[], []]);
      expect(design!.signals.map(({ nature }) => nature)).toEqual(['feed']);
    },
  );
});

describe('verbs that people put before a thing, and behind it', () => {
  test.each([
    ['make a 5 A horn sound when the horn button is pressed', 'horn', 'horn button'],
    ['let a 5 A horn sound when the horn button is pressed', 'horn', 'horn button'],
    ['have a 5 A fan come on when the key is on', 'fan', 'key'],
    ['keep a 5 A fan running when the key is on', 'fan', 'key'],
    ['I want a 5 A light bar to come on when the high beam is on', 'light bar', 'high beam'],
    ['wire a 5 A fan so it runs when the fan switch is on', 'fan', 'fan switch'],
    ['wire a 5 A fan so that it only runs when the fan switch is on', 'fan', 'fan switch'],
    ['when the float switch is up run a 5 A pump, else not', 'pump', 'float switch'],
    ['when the float switch is up run a 5 A pump, otherwise it stays off', 'pump', 'float switch'],
  ])('%s', (said, load, signal) => {
    const { design, heard } = read(`${said} from the battery`.replace(/(, (?:else|otherwise).*) from the battery/, ' from the battery$1'));
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    expect(design!.jobs[0]!.loads.map(({ name }) => name)).toEqual([load]);
    expect(design!.signals.map(({ name }) => name)).toEqual([signal]);
    expect(design!.jobs[0]!.when).toMatchObject({ op: 'signal' });
  });
  test('what a relay is used for is no switch', () => {
    const { design, heard } = read('use an SSR to switch a 230 V 2 kW heater from pin D5');
    expect(heard.unclear).toEqual([]);
    expect(JSON.stringify(design!.jobs[0]!.device)).toMatch(/"part":"ssr-/);
    expect(design!.signals.some(({ name }) => /D5/.test(name))).toBe(true);
  });
});
