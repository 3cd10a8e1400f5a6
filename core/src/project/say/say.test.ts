/** Sentences as people type them: what is understood, what is asked, and that nothing is guessed in silence. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { variantOf } from '../../kinds/index.ts';
import { blankDesign, hear, projectOf, sentenceOf, sentenceText, writeWhen } from '../index.ts';
import type { Units } from '../../quantity/index.ts';
import { type Answers, MOST_SAID } from './index.ts';

const read = (text: string, answers: Answers = {}) => {
  const heard = hear(text, null, answers);
  const design = projectOf(heard);
  return { heard, design, job: design?.jobs[0], when: design ? writeWhen(design.jobs[0]!.when, design.signals) : null };
};

// Each polarity of each state: a word that is taken the wrong way round runs a load when it must not.
test.each([
  ['the fan switch is on', 'fan switch is on'],
  ['the fan switch is off', 'fan switch is off'],
  ['the fan switch is closed', 'fan switch is on'],
  ['the fan switch is open', 'fan switch is off'],
  ['the fan switch is not on', 'fan switch is off'],
  ['the fan switch is not off', 'fan switch is on'],
  ['not the fan switch is on', 'fan switch is off'],
  ['the fan switch is switched on', 'fan switch is on'],
  ['the start button is pressed', 'start button is pressed'],
  ['the start button is released', 'start button is released'],
  ['the horn button is pushed', 'horn button is pressed'],
  ['the motion sensor is on', 'motion sensor is on'],
  ['the pin D5 is high', 'pin D5 is high'],
  ['the pin D5 is low', 'pin D5 is low'],
  // A door that stands open closes its switch; a thermostat that is closed is on.
  ['the door is open', 'door switch is closed'],
  ['the door is closed', 'door switch is open'],
  ['the door is not open', 'door switch is open'],
  ['the thermostat is closed', 'thermostat is closed'],
  ['the thermostat is open', 'thermostat is open'],
  ['the voltage is above 13.2 V', 'voltage is high'],
  ['the voltage is below 11,5 V', 'voltage is low'],
  ['the temperature is not above 40 °C', 'temperature is low'],
  ['the key and the fan switch are on', 'key is on and fan switch is on'],
  ['the key or the fan switch is on', 'key is on or fan switch is on'],
  ['the key and the fan switch are off', 'key is off and fan switch is off'],
  ['the key is on and the fan switch is off', 'key is on and fan switch is off'],
  ['the key is on or the fan switch is on and the hatch is closed', 'key is on or (fan switch is on and hatch switch is open)'],
  ['(the key is on or the fan switch is on) and the hatch is closed', '(key is on or fan switch is on) and hatch switch is open'],
  ['either the key or the fan switch is on', 'key is on or fan switch is on'],
  ['the door is open for 5 s', 'door switch is closed after a delay of 5 s'],
  ['the door is open, staying on for 2 minutes afterwards', 'door switch is closed staying on for 120 s'],
])('“when %s”', (said, means) => {
  for (const text of [
    `when ${said}, run a 40 W heater from the battery`,
    `run a 40 W heater from the battery when ${said}`,
    `While ${said} run a 40 W heater from the battery`,
  ]) {
    const { when, heard } = read(text);
    expect({ text, when, unclear: heard.unclear, blanks: heard.blanks }).toEqual({ text, when: means, unclear: [], blanks: [] });
  }
  const plain = read(`when ${said}, run a 40 W heater from the battery`);
  const { when: of } = plain.job!;
  // Not not on is on.
  expect(read(`unless ${said}, run a 40 W heater from the battery`).when).toBe(
    writeWhen(of.op === 'not' ? of.of : { op: 'not', of }, plain.design!.signals),
  );
});

test('a sensor with one level said has its other level on the right side of it', () => {
  const levels = (said: string) =>
    read(`when ${said}, run a 40 W fan from the battery`).design!.signals.map((signal) =>
      'closesAt' in signal ? [signal.closesAt, signal.opensAt] : [],
    );
  expect(levels('the temperature is above 40 °C')).toEqual([[40, 35]]);
  expect(levels('the temperature is below 4 °C')).toEqual([[4, 9]]);
  expect(levels('the voltage is above 13.2 V')).toEqual([[13.2, 12.7]]);
  // 200 °F = 93.3 °C, whatever the project shows.
  for (const written of ['200 F', '200°F', '200 degrees F', '200 degrees Fahrenheit'])
    expect(levels(`the temperature is above ${written}`)).toEqual([[93.3, 88.3]]);
});

test('a temperature without a unit is in the one that the project shows, and is said back', () => {
  const INCH = { lengthUnit: 'ft', temperatureUnit: 'F' } as const;
  const said = (words: string, units?: Units) => {
    const heard = hear(`when the temperature is above ${words}, run a 40 W fan from the battery through 12 ft of wire`, null, {}, units);
    const signal = projectOf(heard)!.signals[0]!;
    return {
      closes: 'closesAt' in signal ? signal.closesAt : NaN,
      words: heard.told.map(({ means }) => means).join('; '),
      left: heard.unclear,
    };
  };
  expect(said('200')).toMatchObject({ closes: 200, words: expect.stringMatching(/closes at 200 °C.*3\.66 m of wire/), left: [] });
  expect(said('200', INCH)).toMatchObject({ closes: 93.3, words: expect.stringMatching(/closes at 200 °F.*12 ft of wire/), left: [] });
  expect(said('90 C', INCH)).toMatchObject({ closes: 90, words: expect.stringMatching(/closes at 194 °F/) });
});

test.each([
  ['a 160 W fan', 'fan', 1, 'motor', 'W', 160],
  ['two 55 W lamps', 'lamps', 2, 'filament', 'W', 55],
  ['2 x 21 W bulbs', 'bulbs', 2, 'filament', 'W', 21],
  ['a pump of 5 A', 'pump', 1, 'motor', 'A', 5],
  ['a 1.5 kW heater', 'heater', 1, 'heater', 'W', 1500],
  ['a 1,5 kW heater', 'heater', 1, 'heater', 'W', 1500],
  ['three 400 mA LED strips', 'LED strips', 3, 'led', 'A', 0.4],
  ['the horn of 60 watts', 'horn', 1, 'solenoid', 'W', 60],
  ['a 1 A buzzer', 'buzzer', 1, 'electronics', 'A', 1],
])('“run %s”', (said, name, count, kind, unit, value) => {
  const { job } = read(`when the key is on, run ${said} from the battery`);
  expect(job!.loads).toMatchObject([{ name, count, kind, plate: { unit, value } }]);
});

test.each([
  ['the temperature is below 5 °C', 150, 35],
  ['the temperature is below 60 °C', 150, 65],
  ['the oven temperature is below 200 °C', 240, 35],
])('heat while %s: its thermal fuse stands clear of that, and the place is as hot', (said, opensAtC, hottestC) => {
  const { design: built, job, heard } = read(`when ${said}, run a 500 W heater from the mains`);
  expect(job!.cutOut).toEqual({ kind: 'thermal-fuse', opensAtC });
  expect(built!.places.find(({ id }) => id === job!.loads[0]!.place)!.hottestC).toBe(hottestC);
  expect(heard.assumed.find((line) => /thermal fuse/.test(line))).toMatch(new RegExp(`opens at ${opensAtC}`));
});
describe('what is said in other words', () => {
  const when = (sentence: string) => {
    const { design, job } = read(sentence);
    return job && writeWhen(job.when, design!.signals);
  };
  test.each([
    ['10 seconds after the key is turned on, run a 40 W lamp from the battery', 'key is on after a delay of 10 s'],
    ['2 min after the dash switch is on, run a 40 W lamp from the battery', 'dash switch is on after a delay of 120 s'],
    ['when the door opens, run a 5 W lamp from the battery', 'door switch is closed'],
    ['when the door is opened, run a 5 W lamp from the battery', 'door switch is closed'],
    ['when the float switch closes, run a 40 W lamp from the battery', 'float switch is on'],
    ['when the float switch opens, run a 40 W lamp from the battery', 'float switch is off'],
    ['when the high beam is on, run two 55 W lamps from the battery', 'high beam is on'],
    ['when the low beam is off, run two 55 W lamps from the battery', 'low beam is off'],
    ['when the dash switch is on, heat with a 60 W heater from the battery', 'dash switch is on'],
    [
      'when the dash switch is on and the door switch is not, run a 40 W lamp from the battery',
      'dash switch is on and door switch is open',
    ],
  ])('%s', (sentence, expected) => {
    expect(when(sentence)).toBe(expected);
  });
  test.each([
    ['when the dash switch is on, turn off a 40 W lamp from the battery', 'dash switch is off'],
    ['when the dash switch is off, disconnect a 40 W lamp from the battery', 'dash switch is on'],
    ['turn off a 40 W lamp from the battery when the dash switch is on', 'dash switch is off'],
  ])('what is switched off is on at all other times once somebody says so: %s', (sentence, expected) => {
    const asked = hear(sentence, null);
    expect([asked.add, asked.unclear, asked.blanks.map(({ key }) => key)]).toEqual([null, [], ['other times']]);
    const built = projectOf(hear(sentence, null, { 'other times': 'on' }))!;
    expect(writeWhen(built.jobs[0]!.when, built.signals)).toBe(expected);
  });
  test('for a while, of what a press begins: a time relay holds it; of what stays by itself it is not read', () => {
    expect(when('when the start button is pressed, run a 40 W lamp for 30 s from the battery')).toMatch(/start button.*30 s/);
    const { job } = read('when the start button is pressed, run a 40 W lamp for 2 minutes from the battery');
    expect(job!.when).toMatchObject({ op: 'delay', onS: 0, offS: 120 });
    for (const said of [
      'when the dash switch is on, run a 40 W lamp for 30 s',
      'when the start button is pressed, run a 40 W lamp for 30 s every hour',
    ])
      expect(read(`${said} from the battery`).design).toBeNull();
  });
  test('it, with a level and no name, is the air', () => {
    const { signals } = read('when it is below 5 °C, run a 60 W heater from the battery').design!;
    expect(signals).toMatchObject([{ name: 'air temperature', nature: 'threshold', closesAt: 5, opensAt: 10 }]);
  });
  test.each([
    ['rises above 35 °C and off when it falls below 30 °C', 35, 30],
    ['is above 95 °F, and off again when it drops below 86 °F', 35, 30],
    ['is below 5 °C and switches off when it is above 8 °C', 5, 8],
  ])('two levels: the temperature %s', (said, closesAt, opensAt) => {
    const { design: made, heard } = read(`turn on a 40 W fan from the battery when the temperature ${said}`);
    expect(made!.signals).toMatchObject([{ nature: 'threshold', closesAt, opensAt }]);
    expect(heard.unclear).toEqual([]);
  });
  test.each([
    'is above 35 °C and off when it falls below 40 °C',
    'is below 5 °C and off when it is above 3 °C',
    'is above 35 °C and off when it falls below 12 V',
  ])('two levels that cannot be are not read: the temperature %s', (said) => {
    expect(read(`turn on a 40 W fan from the battery when the temperature ${said}`).design).toBeNull();
  });
  test('a stop button that must not be pressed is closed at rest', () => {
    const { signals } = read('when the dash switch is on and the stop button is not pressed, run a 40 W lamp from the battery').design!;
    expect(signals.find(({ name }) => name === 'stop button')).toMatchObject({ rest: 'closed', action: 'momentary' });
  });
});
test.each([
  ['a 24 V dc-dc converter', 'converter-24', 'converter'],
  ['a converter', 'converter-12', 'converter'],
  ['the 12 V solar charge controller', 'solar-12', 'solar controller'],
  ['a 48 V power supply', 'adapter-48', 'isolated supply'],
  ['a bench supply', 'adapter-12', 'isolated supply'],
])('a load from %s is on a supply of electronics', (said, variant, name) => {
  const { supplies } = read(`when the dash switch is on, run a 24 W lamp from ${said}`).design!;
  expect(supplies.map((supply) => [variantOf(supply), supply.name])).toEqual([[variant, name]]);
});
test('a power supply that is turned on is a load, and no supply', () => {
  const { design, job } = read('when the dash switch is on, turn on a 24 W power supply from the battery');
  expect([design!.supplies.map((supply) => variantOf(supply)), job!.loads.map(({ kind }) => kind)]).toEqual([
    ['battery-12'],
    ['electronics'],
  ]);
});
test('the rest of it: several loads, another voltage, supply, place, distance, what happens when a wire breaks', () => {
  const { design, job, heard } = read(
    'When the key is on, run an 8 A fan and two 10 W lamps from the 24 V battery through a relay at the engine bay, 4 m away, for hours, on if a wire breaks.',
  );
  expect(heard).toMatchObject({ unclear: [], blanks: [], variant: 'battery-24', name: 'Fan' });
  expect(sentenceText(sentenceOf(design!, job!))).toBe(
    'When key is on, switch fan, 8 A and two lamps, 2 × 10 W (833 mA) from the battery through a 20 A plug-in relay, five-pin, 24 V at the engine bay. If the signal is lost: on.',
  );
  expect(job).toMatchObject({ continuous: true, lost: 'on' });
  const [supply, , load] = design!.places;
  expect(design!.distances.find(({ a, b }) => a === supply!.id && b === load!.id)).toEqual({
    a: supply!.id,
    b: load!.id,
    bundle: 1,
    lengthM: 4,
  });
});

test.each([
  ['switch a 20 A winch from the battery with a dash switch', 'dash switch is on'],
  ['light a 10 W lamp from the battery by the door button', 'door button is pressed'],
  ['run a 5 A pump from the battery using my tank switch, off if a wire breaks', 'tank switch is on'],
])('what works it may stand for the condition: “%s”', (text, means) => {
  const { when, heard } = read(text);
  expect({ when, unclear: heard.unclear, blanks: heard.blanks }).toEqual({ when: means, unclear: [], blanks: [] });
  expect(heard.told.some(({ as }) => as === 'signal')).toBe(true);
});

test('a lamp is kept on, and a solenoid fired, like any load', () => {
  expect(read('keep a 10 W lamp on from the battery unless the key is on')).toMatchObject({
    when: 'key is off',
    job: { loads: [{ name: 'lamp' }] },
  });
  expect(read('when button A is pressed and button B is pressed, fire a 10 A solenoid from the battery').job!.loads).toMatchObject([
    { kind: 'solenoid' },
  ]);
});

test('what happens when the wire breaks is read on both sides of it, and told as assumed where it is not said', () => {
  const lost = (tail: string) => read(`when the key is on, run a 40 W heater from the battery${tail}`).job!.lost;
  expect(lost(', off if a wire breaks')).toBe('off');
  expect(lost(', on if the signal is lost')).toBe('on');
  expect(lost('; if the wire is cut, it stays on')).toBe('on');
  expect(lost('; if a wire breaks it goes off')).toBe('off');
  expect(lost('')).toBe('off');
  expect(read('when the key is on, run a 40 W heater from the battery').heard.assumed).toContain('off if the signal is lost');
  expect(read('when the key is on, run a 40 W heater from the battery, off if a wire breaks').heard.assumed).not.toContain(
    'off if the signal is lost',
  );
});

test('what is not understood is shown, keeps the circuit back, and is left out only when somebody says so', () => {
  const text = 'when the key is on, run a 40 W heater from the battery like a charm';
  const { heard, design } = read(text);
  expect(heard.unclear.map((stretch) => stretch.text)).toEqual(['like a charm']);
  expect(design).toBeNull();
  expect(read(text, { 'leave like a charm': 'yes' }).design).not.toBeNull();
  const half = read('when the key is on and the monkey dances, run a 40 W heater from the battery');
  expect(half.design).toBeNull();
  expect(half.heard.unclear.map((stretch) => stretch.text)).toEqual(['monkey dances']);
});

// Each would run what must not run, or leave out a bound, if a word were only passed over.
test.each([
  'when the float switch is on, turn off a 5 A pump from the battery',
  'when the float switch is on, switch off a 5 A pump from the battery',
  'when the float switch is on, stop a 5 A pump from the battery',
  'when the float switch is on, do not run a 5 A pump from the battery',
  "when the float switch is on, don't run a 5 A pump from the battery",
  'when the float switch is on, let a 5 A pump stop, from the battery',
  'when no door is open, run a 5 A pump from the battery',
  "when the key isn't on, run a 5 A pump from the battery",
  'when the key is never on, run a 5 A pump from the battery',
  'when the key is on except at night, run a 5 A pump from the battery',
  'when the key is on for less than 5 s, run a 5 A pump from the battery',
  'when the key is on, run a 5 A pump until the door opens from the battery',
  'when the key is on, run a 5 A pump from the battery until the door opens',
  'when the key is on, run a 5 A pump with a 33 A fuse from the battery',
  'when the key is on, run two lamps of 110 W together from the battery',
  'when the key is on, run a 5 A pump backwards from the battery',
  // Open is on of a door, and off of a switch.
  'when the fan switch and the door are open, run a 5 A pump from the battery',
  'when the hatch or the key is closed, run a 5 A pump from the battery',
  // What ends a thing does not begin it.
  'run a 5 A pump from the battery with a stop button',
  'run a 5 A pump from the battery with an emergency switch',
  'run a 5 A pump from the battery with a thermal switch',
  'run a 5 A pump from the battery with both buttons',
  // One button in the place of two would run a press by one hand; a number of nobody knows what is no temperature.
  'when the buttons are pressed, run a 5 A pump from the battery',
  'when both the key is on, run a 5 A pump from the battery',
  'when the oil pressure is above 50, run a 5 A pump from the battery',
  'when the oil pressure is above 50 °C, run a 5 A pump from the battery',
  'when the speed is above 50, run a 5 A pump from the battery',
  'when the tank level is below 20, run a 5 A pump from the battery',
  // What is held on by a contact that stays has no end of its own.
  'when the key is on, run a 5 A pump from the battery until the float switch is on',
  'when the start button is pressed, run a 5 A pump from the battery until it smells',
])('“%s” is not wired as if a word of it were not there', (text) => {
  const { heard, design } = read(text);
  expect(design).toBeNull();
  expect(heard.unclear.length + heard.blanks.length).toBeGreaterThan(0);
});

test('a full stop at the end changes nothing, wherever the condition stands', () => {
  for (const text of ['run a 40 W heater from the battery when the key is on', 'when the key is on, run a 40 W heater from the battery']) {
    expect(read(`${text}.`).when).toBe('key is on');
    expect(read(`${text}.`).heard.unclear).toEqual([]);
  }
});

test.each([
  ['both buttons are pressed', 'button 1 is pressed and button 2 is pressed'],
  ['the two hand buttons are pressed', 'hand button 1 is pressed and hand button 2 is pressed'],
  ['all three float switches are on', 'float switch 1 is on and float switch 2 is on and float switch 3 is on'],
  ['either of the two switches is on', 'switch 1 is on or switch 2 is on'],
  ['both the key and the fan switch are on', 'key is on and fan switch is on'],
  ['both buttons are pressed and the key is on', 'button 1 is pressed and button 2 is pressed and key is on'],
])('several of a kind are as many signals: “when %s”', (said, means) => {
  const { when, heard } = read(`when ${said}, run a 40 W heater from the battery`);
  expect({ when: when?.replaceAll(/[()]/g, ''), unclear: heard.unclear, blanks: heard.blanks }).toEqual({
    when: means,
    unclear: [],
    blanks: [],
  });
});

test.each([
  ['movement is sensed', 'movement is on'],
  ['somebody moves', 'movement is on'],
  ['it is dark and there is motion', 'darkness is on and movement is on'],
  ['it is light', 'darkness is off'],
  ['it rains', 'rain is on'],
])('a sensor that nobody named: “when %s”', (said, means) => {
  const { when, heard } = read(`when ${said}, light a 10 W lamp from the battery`);
  expect({ when, unclear: heard.unclear, blanks: heard.blanks }).toEqual({ when: means, unclear: [], blanks: [] });
});

test.each([
  ['above 50 kPa', 50_000, 40_000],
  ['below 7 bar', 700_000, 840_000],
  ['above 100 psi', 689_476, 551_581],
])('a pressure %s has its levels in pascals, the other one a fifth off', (said, closesAtPa, opensAtPa) => {
  const { design, heard } = read(`when the oil pressure is ${said}, run a 5 A pump from the battery`);
  expect(heard.unclear).toEqual([]);
  expect(design!.signals).toMatchObject([{ nature: 'pressure', closesAtPa, opensAtPa }]);
});

test('from the press of one button until the press of another: held, and a broken wire of the stop stops it', () => {
  const { design, job, heard } = read(
    'when the start button is pressed, run a 6 A pump from the battery until the stop button is pressed, off if a wire breaks.',
  );
  expect(heard.unclear).toEqual([]);
  expect(writeWhen(job!.when, design!.signals)).toBe('held (set by start button is pressed, reset by stop button is pressed)');
  expect(design!.signals).toMatchObject([
    { name: 'start button', rest: 'open' },
    { name: 'stop button', rest: 'closed' },
  ]);
  expect(heard.assumed.join()).toMatch(/stop button: a contact that is closed at rest/);
  expect(read('when the start button is pressed, run a 6 A pump from the battery and keep it on until the float switch is on').when).toBe(
    'held (set by start button is pressed, reset by float switch is on)',
  );
});

test.each([
  ['the pump is running', 'key is on and tank switch is on'],
  ['the pump runs', 'key is on and tank switch is on'],
  ['the pump is off', 'not (key is on and tank switch is on)'],
  ['the pump is not running', 'not (key is on and tank switch is on)'],
  ['the door is open and the pump is on', 'door switch is closed and (key is on and tank switch is on)'],
])('another job as a condition is what its sentence says, and that is told: “when %s”', (said, means) => {
  const first = read('when the key and the tank switch are on, run a 5 A pump from the battery').design!;
  const heard = hear(`when ${said}, light a 5 W lamp from the battery`, first);
  expect(heard.unclear).toEqual([]);
  expect(heard.told.map(({ means: words }) => words).join()).toMatch(/as the sentence of Pump says today/);
  const both = heard.add!(first);
  expect(writeWhen(both.jobs[1]!.when, both.signals)).toBe(means);
  expect(both.signals.filter(({ name }) => name === 'key')).toHaveLength(1);
});

test('a job that remembers is a condition of another by its contact, and by no copy of its sentence', () => {
  const first = read('when the start button is pressed, run a 6 A pump from the battery until the stop button is pressed').design!;
  const after = (said: string) => {
    const design = hear(`when ${said}, light a 5 W lamp from the battery`, first).add!(first);
    return writeWhen(design.jobs[1]!.when, design.signals);
  };
  expect(after('the pump runs')).toBe('Pump output is on');
  expect(after('the pump is off')).toBe('Pump output is off');
  // One without a relay has none that more could hang on.
  const bare = { ...first, jobs: first.jobs.map((job) => ({ ...job, device: { kind: 'direct' as const, place: job.device.place } })) };
  expect(hear('when the pump runs, light a 5 W lamp from the battery', bare).add).toBeNull();
  // A switch that is called like a job, with more behind it, is a switch.
  expect(
    hear('when the pump switch is on, light a 5 W lamp from the battery', first).add!(first).signals.map(({ name }) => name),
  ).toContain('pump switch');
});

test('otherwise other loads run, through a relay whose resting throw bears them', () => {
  const { design, job, heard } = read(
    'When the beam switch is on, light two 60 W main beams from the battery; otherwise light two 55 W dipped beams.',
  );
  expect(heard.unclear).toEqual([]);
  expect(job!.otherwise).toMatchObject({ kind: 'loads', loads: [{ name: 'dipped beams', count: 2, plate: { value: 55 } }] });
  expect(job!.device).toMatchObject({ part: 'relay-12v-40a-5' });
  expect(new Set([...job!.loads, ...(job!.otherwise as { loads: { id: string }[] }).loads].map(({ id }) => id)).size).toBe(2);
  expect(design!.signals).toHaveLength(1);
});

test('a second battery is joined to the first; without a battery there is none to charge', () => {
  const { design, job, heard } = read(
    'When the voltage of the battery is above 13.3 V, charge the house battery at 25 A from the battery.',
  );
  expect(heard.unclear).toEqual([]);
  expect(design!.supplies.map(({ name }) => name)).toEqual(['battery', 'house battery']);
  expect(job!.loads).toMatchObject([{ kind: 'battery', supply: design!.supplies[1]!.id, plate: { unit: 'A', value: 25 } }]);
  expect(read('When the key is on, charge the house battery from the mains').design).toBeNull();
});

test('the battery that is charged is the one that is called so, or the other one, or a new one; never the one that charges', () => {
  const first = read('when the key is on, charge the house battery from the battery').design!;
  const charged = (words: string, design = first) => {
    const now = hear(`when the key is on, charge the ${words}`, design).add!(design);
    const [load] = now.jobs.at(-1)!.loads;
    return [now.supplies.find(({ id }) => 'supply' in load! && id === load.supply)?.name, now.supplies.length];
  };
  expect(charged('house battery from the battery')).toEqual(['house battery', 2]);
  expect(charged('second battery from the battery')).toEqual(['house battery', 2]);
  expect(charged('boat battery from the battery')).toEqual(['boat battery', 3]);
  expect(charged('second battery from the house battery')).toEqual(['battery', 2]);
  // Where the mains stands first on the page.
  const mains = hear('when the key is on, light a 5 W lamp from a 12 V battery', blankDesign('Shed', 'mains-230')).add!(
    blankDesign('Shed', 'mains-230'),
  );
  expect(charged('second battery from the battery', mains)).toEqual(['second battery', 3]);
});

test('a place that is there is not boxed by a sentence: its loads are joined where somebody says', () => {
  const blank = read('when the hand switch is on, light two 55 W lamps from the mains');
  expect(blank.design!.places.map(({ box }) => box)).toEqual(['open', 'plastic', 'plastic']);
  expect(blank.heard.assumed).toContain('a plastic box at the loads, in which they are joined');
  const first = read('when the hand switch is on, light a 60 W lamp from the mains').design!;
  const heard = hear('when the hand switch is on, light two 55 W lamps from the mains', first);
  expect(heard.add!(first).places).toEqual(first.places);
  expect(heard.assumed.join()).not.toMatch(/plastic box/);
});

test('a module hangs on the rail of its board, and a pin that is low triggers it low', () => {
  const { job } = read('when pin D4 is high, run a 1 A pump from the battery through a relay module');
  expect(job).toMatchObject({ device: { part: 'module-5v-10a' }, module: { trigger: 'high' } });
  expect(read('when pin D4 is low, light a 40 W lamp from the mains').job).toMatchObject({ module: { trigger: 'low' } });
});

test('what is not said is asked, and an answer that is none of the choices is no answer', () => {
  const { heard } = read('when the gizmo is on, run a widget');
  expect(heard.blanks.map(({ key }) => key)).toEqual(['signal gizmo', 'kind widget', 'watt widget', 'supply']);
  const answers = { 'signal gizmo': 'switch', 'kind widget': 'motor', 'watt widget': '30', supply: 'new battery-12' };
  expect(read('when the gizmo is on, run a widget', answers).job).toMatchObject({ loads: [{ kind: 'motor', plate: { value: 30 } }] });
  expect(read('when the gizmo is on, run a widget', { ...answers, supply: 'new moon' }).design).toBeNull();
  expect(read('when the gizmo is on, run a widget', { ...answers, 'watt widget': '-3' }).design).toBeNull();
  expect(read('run a 5 W fan from the battery').heard.blanks.map(({ key }) => key)).toEqual(['when']);
  expect(read('when the key is on').heard.blanks.map(({ key }) => key)).toEqual(['load', 'supply']);
});

test('in a project its own signals, supplies and places are meant, by their names', () => {
  const first = read('when the key and the fan switch are on, run an 8 A fan from the battery').design!;
  const heard = hear('while the fan switch is off, light a 10 W lamp from the battery at the dash', first);
  const both = heard.add!(first);
  expect(both.signals).toHaveLength(first.signals.length);
  expect(both.supplies).toEqual(first.supplies);
  expect(writeWhen(both.jobs[1]!.when, both.signals)).toBe('fan switch is off');
  expect(both.jobs[1]!.id).not.toBe(both.jobs[0]!.id);
  // Mains comes to a vehicle's page only when it is named.
  expect(
    hear('while the fan switch is on, light a 10 W lamp from the mains', first).add!(first).supplies.map(({ kind }) => kind),
  ).toContain('mains');
});

test.each([
  ['both the key and the fan switch are on', 'key is on and fan switch is on', 2],
  ['the key or the fan switch is on', 'key is on or fan switch is on', 2],
  ['the key and the roof switch are on', 'key is on and roof switch is on', 3],
  ['the key is on or the door is open', 'key is on or door switch is closed', 3],
  // A word behind a known name makes it another thing, and that is told.
  ['the key switch is on', 'key switch is on', 3],
  ['both the fan switch is on', null, 2],
])('in a project, “when %s”, its own signals are meant also in a row', (said, means, count) => {
  const first = read('when the key and the fan switch are on, run an 8 A fan from the battery').design!;
  const after = hear(`when ${said}, light a 5 W lamp from the battery`, first).add?.(first) ?? null;
  expect(after && writeWhen(after.jobs[1]!.when, after.signals)).toBe(means);
  expect((after ?? first).signals).toHaveLength(count);
});

test('a pin is the one that its name says, else a free one without other duties, and that is told', () => {
  const pins = (text: string) => {
    const { design, heard } = read(text);
    const gpios = design!.signals.flatMap((signal) => ('gpio' in signal ? [signal.gpio] : []));
    return { gpios, told: heard.assumed.some((words) => words.includes('no pin of the board')) };
  };
  expect(pins('when pin D7 is high, light a 10 W lamp from the battery')).toEqual({ gpios: ['D7'], told: false });
  expect(pins('when pin 7 is high, light a 10 W lamp from the battery')).toEqual({ gpios: ['D7'], told: false });
  // D0, D1 are the upload's and D13 pulses while the board starts.
  expect(pins('when pin D77 is high, light a 10 W lamp from the battery')).toEqual({ gpios: ['D2'], told: true });
  expect(pins('when the lamp pin and the fan pin are high, light a 10 W lamp from the battery')).toEqual({
    gpios: ['D2', 'D3'],
    told: true,
  });
});

test('a relay that is named is the one that is put in', () => {
  const part = (how: string, from: string) => read(`when the hand switch is on, run a 40 W heater from the ${from} ${how}`).job!.device;
  expect(part('through a solid-state relay', 'battery')).toMatchObject({ part: 'ssr-dc-40a' });
  expect(part('through a solid-state relay', 'mains')).toMatchObject({ part: 'ssr-ac-25a' });
  // What is called a contactor on a battery is one on studs: those of the mains break no direct current.
  expect(part('through a contactor', 'battery')).toMatchObject({ part: 'relay-12v-150a-stud' });
  expect(part('through a 200 A contactor', '24 V battery')).toMatchObject({ part: 'relay-24v-300a-stud' });
  expect(part('through a 25 A contactor', 'mains')).toMatchObject({ part: 'contactor-24v-2x25a' });
  const off = read('when the hand switch is off, run a 40 W heater from the battery through a contactor').job!.device;
  expect(off).toMatchObject({ part: 'relay-12v-150a-stud' });
  expect(part('through a relay', '24 V battery')).toMatchObject({ part: 'relay-24v-20a-4' });
  expect(part('directly', 'battery')).toMatchObject({ kind: 'direct' });
});

test('a phase-angle regulator is put in on the mains, on a heatsink; on direct current it is not understood', () => {
  const said = (from: string) => read(`when the enable switch is on, run a 2 kW heater from the ${from} through a phase-angle regulator`);
  expect(said('mains').job).toMatchObject({ device: { part: 'phase-ac-80a' }, cooling: 'big-fins', cutOut: { kind: 'thermal-fuse' } });
  expect(said('battery').design).toBeNull();
  expect(said('battery').heard.unclear.map(({ text }) => text)).toEqual(['through a phase-angle regulator']);
});

test('on mains a hand stays on low voltage, heat has an end of its own, and nothing of a vehicle is on the page', () => {
  const { design, job, heard } = read('when the hand switch is on, run an 800 W heater from the mains');
  expect(design!.supplies.map(({ kind }) => kind)).toEqual(['mains', 'adapter']);
  expect(job).toMatchObject({ controlSupply: design!.supplies[1]!.id, cutOut: { kind: 'thermal-fuse' } });
  expect(heard.assumed).toEqual(
    expect.arrayContaining([
      'an isolated supply of low voltage for the coil, so that no switch carries mains',
      'an earth conductor to the metal of heater',
      'residual-current protection before the outlet',
      'a thermal fuse at the heat that opens at 150 °C, and wires of glass fibre',
    ]),
  );
  expect(read('when the hand switch is on, light a 60 W lamp from the mains').heard.assumed.join()).not.toMatch(/thermal fuse/);
  expect(read('when the key is on, run a 40 W heater from the battery').heard.assumed.join()).not.toMatch(/earth|residual|thermal/);
  const controlled = read('switch a 1500 W heater from the mains when the temperature controller calls for heat');
  expect(controlled.job).toMatchObject({ cutOut: { kind: 'thermal-fuse' }, device: { part: 'ssr-ac-25a' } });
  expect(controlled.heard.assumed.join()).toMatch(/set to 120 °C/);
  expect(blankDesign('Oven', 'mains-230').supplies.map(({ kind }) => kind)).toEqual(['mains']);
});

test('every character is told, holds the sentence together, or stands as not understood; no text throws', () => {
  const words =
    'when if unless the a key fan switch door is are not on off open and or ( ) , . run switch two 2 40 W 5 A 12 V lamp heater from battery mains through relay at dash stays for 5 s after afterwards breaks wire signal lost gizmo Ω é \u2028 \0 𝕏 [ ] \\ $'.split(
      ' ',
    );
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...words), { maxLength: 30 }), (parts) => {
      const text = parts.join(' ');
      const heard = hear(text, null);
      const covered = [...heard.told, ...heard.unclear];
      for (const { index, 0: word } of text.slice(0, MOST_SAID).matchAll(/[A-Za-z0-9]+/g)) {
        if (covered.some(({ at, end }) => index >= at && index < end)) continue;
        expect(['when', 'if', 'unless', 'the', 'a', 'is', 'are', 'and']).toContain(word.toLowerCase());
      }
      // What is built is a circuit, or it is not built.
      const design = projectOf(heard);
      if (design) expect(design.jobs).toHaveLength(1);
    }),
    { seed: 20261126, numRuns: 400 },
  );
});
