/** Several sentences at once: each a job of its own, none of them read into another. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { blankDesign, hear, projectOf, writeWhen } from '../index.ts';
import type { Design } from '../schema.ts';
import { sentencesOf } from './several.ts';

const page = () => blankDesign('Page', 'battery-12');
const jobsOf = (design: Design | null) => design?.jobs.map(({ name, when }) => `${name}: ${writeWhen(when, design.signals)}`);

test.each([
  ['run a 5 A fan when the key is on and light a 5 W lamp when the door is open', ['Fan: key is on', 'Lamp: door switch is closed']],
  [
    'When the key is on, run a 5.5 A fan. When the door is open, light a 5 W lamp; when the button is pressed, sound a 4 A horn.',
    ['Fan: key is on', 'Lamp: door switch is closed', 'Horn: button is pressed'],
  ],
  [
    'run a 5 A fan with the dash switch and light a 5 W lamp when the door is open',
    ['Fan: dash switch is on', 'Lamp: door switch is closed'],
  ],
  [
    'charge the second battery through a voltage-sensing relay; when the key is on, run a 5 A fan from the battery',
    ['Second battery: charging voltage is high', 'Fan: key is on'],
  ],
  ['flash a 5 W lamp; when the door is open, light a 5 W cabin lamp', ['Lamp: flasher is on', 'Cabin lamp: door switch is closed']],
  ['when the key is on, run a 5 A fan; never run the fan while the door is open', ['Fan: key is on and door switch is open']],
])('%s', (said, jobs) => {
  const heard = hear(said, page());
  expect([heard.unclear, heard.blanks]).toEqual([[], []]);
  expect(jobsOf(heard.add!(page()))).toEqual(jobs);
});

test('what an oven is heated to is no condition of the bell that watches over it', () => {
  // Before, oven and bell were one job that heats only while it is too hot.
  const said = 'heat a 2 kW oven to 220 °C and ring a 10 W bell when it is above 260 °C';
  const heard = hear(`${said} from the mains`, blankDesign('Kitchen', 'mains-230'));
  expect(heard.unclear).toEqual([]);
  const design = heard.add!(blankDesign('Kitchen', 'mains-230'));
  expect(jobsOf(design)).toEqual(['Oven: temperature controller calls for heat', 'Bell: oven temperature is high']);
  expect(design.signals.map(({ nature }) => nature)).toEqual(['regulator', 'threshold']);
});

test('each stretch is told where it stands in the whole text', () => {
  const said = 'heat a 200 W pad to 60 °C and ring a 10 W bell when it is above 80 °C, through a relay';
  const { told } = hear(said, page());
  expect(told.map(({ at, end }) => said.slice(at, end).trim()).filter((one) => !/^\W*$/.test(one))).toEqual(
    expect.arrayContaining(['a 200 W pad', 'to 60 °C', 'a 10 W bell', 'it is above 80 °C', 'through a relay']),
  );
  // And what is not understood, after a word that stood for another.
  const { unclear } = hear(`${said.replace(', through a relay', '')} with gizmos`, page());
  expect(unclear.map(({ at, end, text }) => [text, `${said.replace(', through a relay', '')} with gizmos`.slice(at, end)])).toEqual([
    ['with gizmos', 'with gizmos'],
  ]);
});

describe('what is one sentence stays one', () => {
  test.each([
    'when the key is on, run a 5 A fan and light a 5 W lamp when the door is open',
    'when the key is on, run a 5 A fan and light a 5 W lamp',
    'when the key is on, run a 5.5 A fan. Off if the signal is lost.',
    'when the button is pressed, run a 5 A fan; keep it on until the stop button is pressed',
    'run a 5 A fan when the key is on and the fan switch is on',
    'when the high beam is on, light two 60 W high beams; otherwise light two 55 W low beams',
    'when the key is on, run a 5 A fan; if the signal wire breaks, it stays on',
    'run a 5 A fan when the key is on and feed a 5 A pump. It stays on if the signal is lost',
    'run a 5 A fan when the key is on and feed a 5.5 A pump if the signal is lost',
  ])('%s', (said) => expect(sentencesOf(said)).toEqual([{ at: 0, text: said }]));
  test('of two conditions around two things nobody knows which stands for which', () => {
    const { add, unclear } = hear('when the key is on, run a 5 A fan and light a 5 W lamp when the door is open', page());
    expect(add).toBeNull();
    expect(unclear).toHaveLength(1);
  });
});

test('each is asked for on its own, and an answer to one is none to another', () => {
  const said = 'light a lamp when the key is on and light a lamp when the door is open';
  const first = hear(said, page());
  expect(first.blanks.map(({ key }) => key)).toEqual(['watt lamp']);
  const second = hear(said, page(), { 'watt lamp': '5' });
  expect([second.add, second.blanks.map(({ key }) => key)]).toEqual([null, ['2: watt lamp']]);
  const both = hear(said, page(), { 'watt lamp': '5', '2: watt lamp': '21' });
  expect(both.add!(page()).jobs.map(({ loads: [load] }) => load!.plate.value)).toEqual([5, 21]);
});

test('on an empty page: the second finds the supply and the signals of the first', () => {
  const heard = hear('run a 5 A fan when the key is on and light a 5 W lamp when the key is off, from the battery', null);
  const [first] = heard.blanks;
  expect(first).toMatchObject({ key: 'supply' });
  const whole = projectOf(hear('run a 5 A fan from the battery when the key is on and light a 5 W lamp when the key is off', null))!;
  expect([whole.supplies.length, whole.signals.length, jobsOf(whole)]).toEqual([1, 1, ['Fan: key is on', 'Lamp: key is off']]);
  expect(analyse(whole).evidence.unwired).toEqual([]);
});

test('with two batteries on the page the next sentence asks which', () => {
  const said = 'when the key is on, run a 5 A fan; charge the second battery when the key is on; when the door is open, light a 5 W lamp';
  expect(hear(said, page()).blanks.map(({ key }) => key)).toEqual(['3: supply']);
});

test('of each job that is added it says whether its relay is named', () => {
  const { namesRelay } = hear('run a 5 A fan through a 40 A relay when the key is on and light a 5 W lamp when the door is open', page());
  expect(namesRelay).toEqual([true, false]);
});

test.each([
  ['one of the two doors is open', 'door 1 switch is closed or door 2 switch is closed'],
  ['any of the three switches is on', 'switch 1 is on or switch 2 is on or switch 3 is on'],
  ['either of the doors is open', 'door 1 switch is closed or door 2 switch is closed'],
  ['both doors are open', 'door 1 switch is closed and door 2 switch is closed'],
])('%s: as many signals as were counted', (when, wired) => {
  const design = hear(`when ${when}, light a 5 W lamp`, page()).add!(page());
  expect(writeWhen(design.jobs[0]!.when, design.signals)).toBe(wired);
});
test('of how many nobody counted there is no guess', () => {
  expect(hear('when one of the doors is open, light a 5 W lamp', page()).add).toBeNull();
});

describe('as one writes it on a slip of paper', () => {
  test.each([
    ['horn 5 A when button pressed', 'Horn', 5, 'button is pressed'],
    ['fan 12A when coolant > 95C', 'Fan', 12, 'coolant is high'],
    ['pump (5 A) when key on and tank level < 20 %', 'Pump', 5, 'key is on and tank level is low'],
    ['two 55 W fog lamps with the dash switch', 'Fog lamps', 55, 'dash switch is on'],
  ])('%s', (said, name, value, when) => {
    const heard = hear(said, page());
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    const { jobs, signals } = heard.add!(page());
    expect([jobs[0]!.name, jobs[0]!.loads[0]!.plate.value, writeWhen(jobs[0]!.when, signals)]).toEqual([name, value, when]);
  });
  test.each([
    'fuse 5 A when the key is on',
    'no fan 5 A when key on',
    'fan 5 A when key on, lamp 5 W when door open',
    '5 A fan, key on and dash switch on',
  ])('%s: what is no load or has a condition of its own is not read as one', (said) => expect(hear(said, page()).add).toBeNull());
});

/** A page of 120 V got a second outlet of 230 V by “from the mains”, and its lamp hung on that. */
describe('what no voltage is said of is what the page has', () => {
  test.each([
    ['mains-120', 'from the mains', 120],
    ['mains-120', 'from the outlet', 120],
    ['mains-120', 'from a 20 A branch', 120],
    ['mains-240', 'from the outlet', 240],
    ['mains-230', 'from the mains', 230],
    ['battery-12', 'from the mains', 230],
    ['battery-24', 'from the house battery', 24],
    ['battery-48', 'from the battery', 48],
    // And what is said stays said.
    ['mains-120', 'from 230 V mains', 230],
    ['mains-230', 'from a 120 V outlet', 120],
    ['battery-24', 'from a 12 V battery', 12],
  ])('on a page with %s, %s', (variant, from, volt) => {
    const onto = blankDesign('Page', variant);
    const made = hear(`when the switch is on, run a 60 W heater ${from}`, onto).add!(onto);
    expect(made.supplies.find(({ id }) => id === made.jobs[0]!.supply)!.nominalV).toBe(volt);
    const own = onto.supplies[0]!.nominalV === volt && !from.includes('20 A');
    if (own) expect(made.jobs[0]!.supply).toBe(onto.supplies[0]!.id);
  });
});

describe('both hands', () => {
  test.each([
    'when both buttons are pressed within half a second, run a 5 A motor',
    'when both hand buttons are pressed at the same time, run a 5 A motor',
    'when the two-hand station is held, run a 5 A motor',
  ])('%s: a station that one taped button does not deceive', (said) => {
    const heard = hear(said, page());
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    const { signals } = heard.add!(page());
    expect(signals).toMatchObject([{ nature: 'two-hand', fedBy: 'supply-1' }]);
    const { analysis, evidence } = analyse(heard.add!(page()));
    expect([evidence.unwired, analysis.findings.filter(({ severity }) => severity === 'danger')]).toEqual([[], []]);
    expect(analysis.parts.find(({ description }) => description.startsWith('Two-hand station'))).toMatchObject({ count: 1, price: 86 });
  });
  test('without the half second they are two plain buttons', () => {
    expect(hear('when both buttons are pressed, run a 5 A motor', page()).add!(page()).signals.map(({ nature }) => nature)).toEqual([
      'switch',
      'switch',
    ]);
  });
});
