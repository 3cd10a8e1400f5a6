/** Turns of a sentence with a clause or a program of their own: each as it is meant, and wired so that no state says otherwise. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { meaning } from '../../document/index.ts';
import { blankDesign, hear, projectOf, writeWhen } from '../index.ts';
import type { Design } from '../schema.ts';

const read = (text: string, onto: Design | null = null) => {
  const heard = hear(text, onto);
  const design = onto ? (heard.add?.(onto) ?? null) : projectOf(heard);
  return { heard, design, job: design?.jobs[design.jobs.length - 1], when: design && writeWhen(design.jobs.at(-1)!.when, design.signals) };
};
const dangers = (design: Design) =>
  analyse(design).analysis.findings.flatMap(({ severity, rule, title }) => (severity === 'danger' ? [`${rule}: ${title}`] : []));

describe('two directions and two speeds', () => {
  const reversing = 'run a 10 A winch forwards when the out switch is on and backwards when the in switch is on';
  test('backwards on a clause of its own, through changeover relays whose rest throw bears the motor', () => {
    const { design, job, when } = read(`${reversing} from the battery`);
    expect(when).toBe('out switch is on');
    expect(job!.otherwise).toMatchObject({ kind: 'reverse', when: { op: 'signal', signal: 'signal-2' } });
    expect(job!.device).toMatchObject({ part: 'relay-12v-40a-5' });
    expect(dangers(design!)).toEqual([]);
    // Told both ways at once it is braked, and its coils draw: nobody leaves it so.
    const drain = analyse(design!).analysis.findings.find(({ rule }) => rule === 'parasitic-drain')!;
    expect([drain.severity, drain.value]).toEqual(['hold', 0]);
  });
  test.each([
    ['run a 9 A fan when the fan switch is on, and slowly when the key is on, from the battery', 'fan switch is on', 'key is on'],
    [
      'when the key is on, run a 9 A fan slowly, and at full speed when the fan switch is on',
      'key is on and fan switch is on',
      'key is on',
    ],
  ])('%s', (said, full, slow) => {
    const { design, job, when, heard } = read(said, blankDesign('Page'));
    expect({ when, unclear: heard.unclear }).toEqual({ when: full, unclear: [] });
    if (job!.otherwise.kind !== 'slower') throw new Error(job!.otherwise.kind);
    expect(writeWhen(job!.otherwise.when, design!.signals)).toBe(slow);
    // Half of 12 V over what it takes at 14.8 V: 6 / 11.1.
    expect(job!.otherwise.ohm).toBeCloseTo(0.54, 2);
    expect(analyse(design!).evidence.unwired).toEqual([]);
  });
  test.each([
    'when the up switch is on, run a 10 A winch, backwards when the down switch is on',
    'when the up switch is on, run a 10 A winch; backwards when the down switch is on',
    'when the up switch is on, run a 10 A winch and reverse it when the down switch is on',
    'when the up switch is on, run a 10 A winch, and in the other direction when the down switch is on',
    'run a 10 A winch up when the up switch is on, down when the down switch is on',
  ])('%s', (said) => {
    const { design, job, when } = read(`${said}, from the battery`);
    expect(when).toBe('up switch is on');
    expect(job!.otherwise).toMatchObject({ kind: 'reverse', when: { op: 'signal', signal: 'signal-2' } });
    expect(dangers(design!)).toEqual([]);
  });
  test.each([
    'run a 9 A fan slowly when the key is on',
    // It had been a place.
    'run a 10 A winch in the other direction when the key is on',
    'run a 9 A fan at low pressure when the key is on',
    'run a 9 A fan in slow mode when the key is on',
    'run a 10 A winch backwards when the key is on',
    'when the key is on, run a 9 A fan slowly, and at full speed when gizmos sing',
    'run a 10 A winch forwards when the out switch is on and backwards when gizmos sing',
  ])('%s: is not run as if that word were not there', (said) => {
    const { design, heard } = read(`${said} from the battery`);
    expect(design).toBeNull();
    expect(heard.unclear.length + heard.blanks.length).toBeGreaterThan(0);
  });
});

describe('pulses and characters', () => {
  /** A page that has a board. */
  const boarded = () => read('when pin D4 is high, run a 2 A fan from the battery').design!;
  test('for 10 s every minute: a pin of the board that is there, whose program says so', () => {
    const { design, heard } = read('turn a 5 W lamp on for 10 seconds every minute from the battery', boarded());
    expect(heard.unclear).toEqual([]);
    const pin = design!.signals.at(-1);
    expect(design!.controllers[0]!.program).toEqual([
      {
        do: 'repeat',
        times: 0,
        steps: [
          { do: 'set', pin: pin!.id, high: true },
          { do: 'wait', seconds: 10 },
          { do: 'set', pin: pin!.id, high: false },
          { do: 'wait', seconds: 50 },
        ],
      },
    ]);
    expect(dangers(design!)).toEqual([]);
  });
  test('where there is none a time relay that is fed by what the coil hangs on', () => {
    const { design, heard, when } = read('turn a 5 W lamp on for 10 seconds every minute', blankDesign('Page'));
    expect(heard.unclear).toEqual([]);
    expect(when).toBe('timer, 10 s in every 60 s is on');
    const [timer] = design!.signals;
    expect(timer).toMatchObject({ nature: 'timer', onS: 10, offS: 50, first: 'off', fedBy: design!.supplies[0]!.id });
    expect(design!.controllers).toEqual([]);
    expect(dangers(design!)).toEqual([]);
    // 1,440 rounds a day, whatever was typed.
    const life = analyse(design!).analysis.findings.find(({ rule }) => rule === 'contact-life')!;
    expect(life.title).toContain('at 1440 times a day');
  });
  test('beside a condition it is one more', () => {
    const said = 'when the key is on, run a 2 A pump for 20 s every 5 minutes';
    expect(read(said, blankDesign('Page')).when).toBe('key is on and timer, 20 s in every 5 min is on');
    expect(read(`${said} from the battery`, boarded()).when).toBe('key is on and pulse, 20 s in every 5 min is high');
  });
  test.each([
    ['when the key is on, flash two 21 W lamps', 'key is on and flasher is on'],
    ['flash a 5 W lamp when the key is on', 'key is on and flasher is on'],
    ['when the door is open, blink a 5 W led', 'door switch is closed and flasher is on'],
    ['flash a 21 W lamp', 'flasher is on'],
  ])('%s: through silicon, for contacts are gone in days', (said, when) => {
    const { design, heard, job, when: wired } = read(said, blankDesign('Page'));
    expect([heard.unclear, heard.blanks, wired]).toEqual([[], [], when]);
    expect(job!.device).toMatchObject({ part: 'ssr-dc-40a' });
    expect(analyse(design!).evidence.unwired).toEqual([]);
    expect(dangers(design!)).toEqual([]);
  });
  test.each([
    'when the key is off, flash a 5 W lamp',
    'when the key is on or the door is open, flash a 5 W lamp',
    'when the button is pressed, flash a 5 W lamp until the stop button is pressed',
    'when the key is on, flash a 5 W lamp, on if the signal is lost',
  ])('%s: silicon has no room for helper relays, so contacts it is, and what that costs is said', (said) => {
    const { design, heard } = read(said, blankDesign('Page'));
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    expect(heard.assumed.join()).not.toMatch(/solid-state/);
    const { evidence, analysis } = analyse(design!);
    expect(evidence.unwired).toEqual([]);
    expect(analysis.findings.some(({ rule, severity }) => rule === 'contact-life' && severity === 'caution')).toBe(true);
  });
  test.each([
    ['flash a 21 W lamp', 'flash'],
    ['when the button is pressed, toggle a 5 W lamp', 'toggle'],
    ['turn off a 5 W lamp when the key is on', 'turn off'],
  ])('%s: the whole verb is told back', (said, verb) => {
    const { told } = read(said, blankDesign('Page')).heard;
    expect(told.filter(({ means }) => means !== '').map(({ at, end }) => said.slice(at, end))).toContain(verb);
  });
  test('silicon that gets warm is screwed on something', () => {
    const cooling = (said: string) => read(said, blankDesign('Page')).job!.cooling;
    expect(cooling('when the key is on, flash a 21 W lamp')).toBe('none');
    expect(cooling('when the key is on, flash two 55 W lamps')).toBe('fins');
    expect(cooling('when the key is on, light a 15 A led through a solid-state relay')).toBe('big-fins');
    expect(cooling('when the key is on, light a 15 A led')).toBe('none');
  });
  test('a relay that is named stays, and what that costs it is said', () => {
    const { design, job } = read('when the key is on, flash a 21 W lamp through a 30 A relay', blankDesign('Page'));
    expect(job!.device).toMatchObject({ part: 'relay-12v-30a-4' });
    expect(analyse(design!).analysis.findings.find(({ rule }) => rule === 'contact-life')).toMatchObject({ severity: 'caution' });
  });
  test.each([
    ['when the key is on, light a 5 W lamp after 5 s', 5, 0],
    ['when the key is on, light a 5 W lamp 2 minutes later', 120, 0],
    ['when the key is on, run a 5 A fan after a delay of 10 seconds', 10, 0],
    ['when the key is on, light a 5 W lamp after 5 s and for 20 s longer', 5, 20],
  ])('%s', (said, onS, offS) => {
    const { heard, job } = read(said, blankDesign('Page'));
    expect([heard.unclear, job!.when]).toEqual([[], { op: 'delay', of: { op: 'signal', signal: 'signal-1' }, onS, offS }]);
  });
  test.each([
    ['when somebody moves and it is dark, light a 5 W lamp for 2 minutes', 120],
    ['when the key is on and the button is pressed, light a 5 W lamp for 20 s', 20],
  ])('%s: what passes by itself stays as long', (said, offS) => {
    const { heard, job } = read(said, blankDesign('Page'));
    expect([heard.unclear, job!.when]).toMatchObject([[], { op: 'delay', of: { op: 'and' }, onS: 0, offS }]);
  });
  test.each(['when the key is on, light a 5 W lamp for 20 s', 'when the key is on or the button is pressed, light a 5 W lamp for 20 s'])(
    '%s: of what stays nobody says how it would end',
    (said) => expect(read(said, blankDesign('Page')).design).toBeNull(),
  );
  test('of a button it must be held so long, and that is said', () => {
    const { heard } = read('when the button is pressed, light a 5 W lamp after 5 s', blankDesign('Page'));
    expect(heard.told.map(({ means }) => means)).toContain('once it has been held for 5 s');
  });
  test.each(['for 60 s every minute', 'for 2 minutes every minute', 'for 0 s every minute'])(
    '%s has no pause, and is not read',
    (words) => {
      expect(read(`turn a 5 W lamp on ${words}`, blankDesign('Page')).design).toBeNull();
    },
  );
  test.each([
    ['when the phone sends A, run a 60 W fan from the mains', 'A', 'a'],
    ["when the phone sends 'b', run a 60 W fan from the mains", 'b', 'B'],
    ['when the phone says 1, run a 60 W fan from the mains', '1', '0'],
    ['when the phone says 1, run a 60 W fan from the mains until it says 2', '1', '2'],
    ['when the link sends x, run a 60 W fan from the mains and off again when it sends y', 'x', 'y'],
  ])('%s', (said, high, low) => {
    const { design, heard } = read(said);
    expect(heard.unclear).toEqual([]);
    const [pin] = design!.signals;
    expect(design!.controllers[0]!.program).toEqual([{ do: 'character', pin: pin!.id, high, low }]);
    // No pin is taken for its name: D1 is the upload’s.
    expect(pin).toMatchObject({ gpio: 'D2' });
    expect(dangers(design!)).toEqual([]);
  });
  test('a second channel takes the next pin of the same board', () => {
    const first = read('when the phone sends A, run a 60 W fan from the mains').design!;
    const both = read('when the phone sends B, light a 60 W lamp', first).design!;
    expect(both.controllers).toHaveLength(1);
    expect(both.controllers[0]!.program.map((step) => ('high' in step ? step.high : ''))).toEqual(['A', 'B']);
    // The radio's two data lines have D3 and D4, and one radio hears both.
    expect(both.signals.map((signal) => ('gpio' in signal ? signal.gpio : ''))).toEqual(['D2', 'D5']);
    expect(both.controllers[0]!.links.map(({ wired }) => wired?.pin)).toEqual(['D4', 'D3']);
    expect(both.controllers[0]!.devices).toHaveLength(1);
    const bought = analyse(both).analysis.parts.map(({ description }) => description);
    expect(bought.filter((words) => /radio/.test(words))).toEqual([
      'serial radio: module fed with 5 V, inputs and outputs of 3.3 V, takes at most 40 mA',
    ]);
  });
  test.each([
    ['the phone', true],
    ['my app', true],
    // By a cable, or nobody knows how.
    ['the computer', false],
    ['the link', false],
  ])('%s is heard by a radio: %s', (link, radio) => {
    const { design, heard } = read(`when ${link} sends A, run a 60 W fan from the mains until it sends B`);
    expect(design!.controllers[0]!.devices ?? []).toHaveLength(radio ? 1 : 0);
    expect(heard.assumed.filter((words) => /radio/.test(words))).toEqual(
      radio ? ['a serial radio at the board, which hears what is sent'] : [],
    );
  });
  test('a board with a radio of its own takes no second one', () => {
    const first = read('when pin 5 of a 3.3 V radio board is high, run a 60 W fan from the mains').design!;
    expect(first.controllers[0]!.type).toMatch(/radio/);
    const { design, heard } = read('when the phone sends A, light a 60 W lamp', first);
    expect(design!.controllers.map(({ devices }) => devices ?? [])).toEqual([[]]);
    expect(heard.assumed.join()).not.toMatch(/radio/);
  });
});

describe('heat to a level', () => {
  test.each([
    ['heat two 1.2 kW elements to 250 °C by a temperature controller from the mains', 'temperature controller calls for heat', 250],
    [
      'when the oven switch is on, heat a 1.5 kW oven to 400 F from the mains',
      'oven switch is on and temperature controller calls for heat',
      204.4,
    ],
    ['when the kiln controller calls for heat, heat a 1.5 kW element to 200 °C from the mains', 'kiln controller calls for heat', 200],
  ])('%s', (said, when, setC) => {
    const { design, heard, ...found } = read(said);
    expect({ when: found.when, unclear: heard.unclear }).toEqual({ when, unclear: [] });
    expect(design!.signals.find(({ nature }) => nature === 'regulator')).toMatchObject({ setC });
    expect(dangers(design!)).toEqual([]);
  });
  test('two of them are two controllers', () => {
    const first = read('heat a 1 kW oven to 200 °C from the mains').design!;
    const second = read('heat a 1 kW plate to 100 °C', first);
    // What is heated is a heater, whatever it is called.
    expect(second.heard.blanks).toEqual([]);
    expect(second.job!.loads).toMatchObject([{ kind: 'heater', name: 'plate' }]);
    // What runs beside it is asked.
    expect(read('heat a 1 kW oven to 200 °C and run a 5 W gizmo from the mains').heard.blanks.map(({ key }) => key)).toEqual([
      'kind gizmo',
    ]);
    expect(second.design!.signals.map((signal) => ('setC' in signal ? [signal.name, signal.setC] : []))).toEqual([
      ['temperature controller', 200],
      ['temperature controller 2', 100],
    ]);
  });
});

describe('toggle', () => {
  test('one press on, the next off', () => {
    const { job, design } = read('when the horn button is pressed, toggle a 21 W lamp from the battery');
    expect(job!.when).toEqual({ op: 'toggle', of: { op: 'signal', signal: 'signal-1' } });
    expect(dangers(design!)).toEqual([]);
  });
  test('by what stays on by itself it is not understood', () => {
    const { heard, design } = read('when the key is on, toggle a 21 W lamp from the battery');
    expect(design).toBeNull();
    expect(heard.unclear.map(({ text }) => text)).toEqual(['toggle']);
  });
});

describe('never', () => {
  const page = () => read('when the dash switch is on, run a 5 A pump', blankDesign('Page')).design!;
  test.each([
    ['when the charger is plugged in, never run the pump', 'dash switch is on and charger is off'],
    ['never run the pump while the door is open', 'dash switch is on and door switch is open'],
    ['the pump must not run while the door is open', 'dash switch is on and door switch is open'],
    ['never run the pump unless the key is on', 'dash switch is on and key is on'],
  ])('%s', (said, when) => {
    const before = page();
    const answers = { 'signal charger': 'switch' };
    const heard = hear(said, before, answers);
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    const after = heard.add!(before);
    expect(after.jobs).toHaveLength(1);
    expect(writeWhen(after.jobs[0]!.when, after.signals)).toBe(when);
    expect(after.jobs[0]).toMatchObject({ loads: before.jobs[0]!.loads, device: before.jobs[0]!.device });
    expect(dangers(after)).toEqual([]);
  });
  test('what holds itself lets go, and stays off until it is started anew', () => {
    const before = read('when the start button is pressed, run a 5 A pump until the stop button is pressed', blankDesign('Page')).design!;
    const after = read('never run the pump while the float is down', before).design!;
    expect(writeWhen(after.jobs[0]!.when, after.signals)).toMatch(/start button is pressed.*stop button is pressed or float is off/);
    expect(dangers(after)).toEqual([]);
    // With the float up again it stands still until somebody starts it.
    const run = (steps: readonly string[][]) => {
      const ids = (names: readonly string[]) => after.signals.filter(({ name }) => names.includes(name)).map(({ id }) => id);
      return steps.reduce<{ memory: readonly boolean[] | null; value: boolean }>(
        ({ memory }, names) => {
          const { value, memory: next } = meaning(after.jobs[0]!.when, (signal) => ids(names).includes(signal), memory);
          return { memory: next, value };
        },
        { memory: null, value: false },
      ).value;
    };
    expect(run([['float', 'start button'], ['float']])).toBe(true);
    expect(run([['float', 'start button'], ['float'], [], ['float']])).toBe(false);
    expect(run([['start button']])).toBe(false);
  });
  test('of a job that is not there it is not understood', () => {
    expect(read('never run the winch while the door is open', page()).design).toBeNull();
  });
});

describe('but not while, wait, I press', () => {
  test.each([
    ['when the key is on, run a 5 A pump, but not while the float is down', 'key is on and float is on'],
    ['when the key is on, run a 5 A pump unless the belt switch is closed', 'key is on and belt switch is off'],
    ['run a 5 A pump when the key is on except when the door is open', 'key is on and door switch is open'],
    ['when the key is on, wait 5 seconds and then run a 5 A pump', 'key is on after a delay of 5 s'],
    ['when the key is on, wait half a minute, then run a 5 A pump', 'key is on after a delay of 30 s'],
    ['when I press the horn button, run a 5 A pump', 'horn button is pressed'],
    ['when somebody releases the horn button, run a 5 A pump', 'horn button is released'],
    ['when I flip the dash switch, run a 5 A pump', 'dash switch is on'],
    ['turn on a 5 A pump with the key', 'key is on'],
    ['unless the door is closed, run a 5 A pump', 'door switch is closed'],
    ['when the horn button is pressed, run a 5 A pump for ten seconds', 'horn button is pressed staying on for 10 s'],
  ])('%s', (said, expected) => {
    const { when, heard } = read(said, blankDesign('Page'));
    expect({ when, unclear: heard.unclear, blanks: heard.blanks }).toEqual({ when: expected, unclear: [], blanks: [] });
  });
  test.each([
    'when the key is on, run a 5 A pump, but not while gizmos sing',
    'when the key is on, run a 5 A pump unless',
    'when the key is on, run a 5 A pump, but not on Sundays',
    'wait 5 seconds and then run a 5 A pump',
  ])('%s: is not run as if that were not said', (said) => {
    expect(read(said, blankDesign('Page')).design).toBeNull();
  });
  test('of what holds itself it is an end, and no pause', () => {
    const { when, design } = read(
      'when the start button is pressed, run a 5 A pump until the stop button is pressed, but not while the door is open',
      blankDesign('Page'),
    );
    expect(when).toMatch(/stop button is pressed or door switch is closed/);
    expect(dangers(design!)).toEqual([]);
  });
  test('a stop button that it must not be pressed for is closed at rest: a broken wire is a press', () => {
    const { design } = read('when the key is on, run a 5 A pump unless the stop button is pressed', blankDesign('Page'));
    expect(design!.signals[1]).toMatchObject({ name: 'stop button', action: 'momentary', rest: 'closed' });
    expect(dangers(design!)).toEqual([]);
  });
  test('up and down, in and out', () => {
    for (const [one, other] of [
      ['in', 'out'],
      ['up', 'down'],
      ['left', 'right'],
    ]) {
      const { job, heard } = read(
        `run a 10 A winch ${one} when the first button is pressed and ${other} when the second button is pressed`,
        blankDesign('Page'),
      );
      expect([heard.unclear, job?.otherwise.kind]).toEqual([[], 'reverse']);
    }
  });
});

test('a controller that proportions through a contact does so in long cycles', () => {
  const cycle = (said: string) => read(said).design!.signals.flatMap((signal) => ('cycleS' in signal ? [signal.cycleS] : []));
  expect(cycle('heat a 60 W mat to 30 °C from the battery')).toEqual([30]);
  expect(cycle('heat a 1 kW oven to 200 °C from the mains')).toEqual([2]);
});

describe('words of the trade', () => {
  test.each([
    [
      'the key is on and either the engine is cranking or the oil pressure is above 50 kPa',
      'key is on and (cranking is on or oil pressure is high)',
    ],
    ['either the key is on or the door is open', 'key is on or door switch is closed'],
    ['both the key is on and the door is open', 'key is on and door switch is closed'],
    ['the engine is running', 'engine running is on'],
    ['the throttle is wide open', 'throttle is on'],
    ['the throttle is not full', 'throttle is off'],
    ['the fan thermostat grounds', 'fan thermostat is closed'],
    ['the motion sensor sees somebody', 'motion sensor is on'],
  ])('“when %s”', (said, expected) => {
    const { when, heard } = read(`when ${said}, run a 5 A pump from the battery`);
    expect({ when, unclear: heard.unclear, blanks: heard.blanks }).toEqual({ when: expected, unclear: [], blanks: [] });
  });
  test('the starter’s feed is that, and nothing is counted on after the start', () => {
    const { design } = read('when the engine is cranking, run a 5 A pump from the battery');
    expect(design!.signals[0]).toMatchObject({ nature: 'feed', starter: true, keyOn: true });
  });
  test.each([
    ['a 40 W heater fan', 'motor'],
    ['a 40 W fan heater', 'heater'],
    ['a 4 A compressor clutch', 'solenoid'],
    ['a 20 W LED lamp', 'led'],
    ['a 20 W LED work light', 'led'],
    ['a 20 W light bar', 'led'],
    ['a 20 W reverse contactor', 'solenoid'],
  ])('%s: what its name ends with says what it is', (said, kind) => {
    expect(read(`when the key is on, run ${said} from the battery`).job!.loads).toMatchObject([{ kind }]);
  });
  test('a lead of a machine is a small supply of its own: the coil is for it, and hangs on it', () => {
    const { design, job } = read('when the machine gives 5 V, run a 500 W vacuum from the mains');
    const small = design!.supplies.find(({ nominalV }) => nominalV === 5)!;
    expect([small.kind, small.name]).toEqual(['adapter', 'machine’s 5 V']);
    expect(design!.signals).toMatchObject([{ name: 'machine lead', nature: 'feed', supply: small.id, limitA: 0.2 }]);
    expect(job).toMatchObject({ device: { part: 'relay-5v-16a' }, controlSupply: small.id });
    expect(dangers(design!)).toEqual([]);
    expect(read('when the machine gives 7 V, run a 500 W vacuum from the mains').design).toBeNull();
  });
  test('what an outlet or a branch gives is the supply’s; of another rating it is another supply', () => {
    const first = read('when the dash switch is on, run a 500 W heater from a 16 A outlet');
    expect(first.design!.supplies.filter(({ kind }) => kind === 'mains')).toMatchObject([{ ratedA: 16 }]);
    const second = read('when the boiler switch is on, run a 5 kW boiler from a 32 A branch', first.design!);
    expect(second.heard.unclear).toEqual([]);
    expect(second.design!.supplies.filter(({ kind }) => kind === 'mains')).toMatchObject([
      { ratedA: 16 },
      { ratedA: 32, name: '32 A branch' },
    ]);
    expect(second.job!.supply).toBe(second.design!.supplies.at(-1)!.id);
    // On a page with nothing on it yet it is that page’s own.
    expect(
      read('when the dash switch is on, run a 500 W heater from a 16 A outlet', blankDesign('Page', 'mains-230')).design!.supplies,
    ).toMatchObject([{ kind: 'mains', ratedA: 16 }, { kind: 'adapter' }]);
    // A battery has no such rating.
    expect(read('when the dash switch is on, run a 50 W heater from a 16 A battery').design).toBeNull();
  });
  test('what feeds coils alone is no answer to “from what?”', () => {
    const first = read('when the dash switch is on, run a 500 W heater from the mains').design!;
    expect(first.supplies).toHaveLength(2);
    const { job, heard } = read('when the porch switch is on, light a 60 W lamp', first);
    expect(heard.blanks).toEqual([]);
    expect(job!.supply).toBe(first.jobs[0]!.supply);
  });
  test('each verb begins a load of its own; a range is sized at its most; a pilot lamp needs no plate', () => {
    const { job } = read('when the key is on, run a 4 to 12 A pump, light a 5 W lamp and feed a pilot lamp from the battery');
    expect(job!.loads).toMatchObject([
      { name: 'pump', plate: { unit: 'A', value: 12 } },
      { name: 'lamp', plate: { unit: 'W', value: 5 } },
      { name: 'pilot lamp', kind: 'led', plate: { unit: 'W', value: 1 } },
    ]);
  });
});

describe('how it is said on a slip of paper', () => {
  const page = () => blankDesign('Page', 'battery-12');
  const when = (text: string, answers: Record<string, string> = {}) => {
    const heard = hear(text, page(), answers);
    expect({ unclear: heard.unclear, blanks: heard.blanks.map(({ key }) => key) }).toEqual({ unclear: [], blanks: [] });
    const design = heard.add!(page());
    expect(analyse(design).evidence.unwired).toEqual([]);
    return writeWhen(design.jobs[0]!.when, design.signals);
  };
  test.each([
    ['55 W fog lamps with a switch, only when the low beam is on', 'switch is on and low beam is on'],
    ['run a 30 W fan when the thermostat is hot, with a dash switch', 'dash switch is on and thermostat is closed'],
    // What overrides works it whatever else is so.
    ['run a 30 W fan when the thermostat is hot, with an override switch', 'thermostat is closed or override switch is on'],
    ['light a 40 W lamp through a radio receiver', 'radio receiver is on'],
    ['run a 40 W pump with a remote control', 'remote is on'],
    ['a 5 W interior light follows the door', 'door switch is closed'],
    ['5 W light on when any door is open', 'door switch is closed'],
    ['40 W lamp on when something moves', 'movement is on'],
    ['sound a 10 W siren while the alarm switch is armed', 'alarm switch is on'],
    ['sound a 10 W siren while the alarm switch is disarmed', 'alarm switch is off'],
    ['run a 40 W pump every hour for 5 minutes', 'timer, 5 min in every 1 h is on'],
    ['run a 40 W pump for 8 h a day', 'timer, 8 h in every 24 h is on'],
    ['run a 40 W pump for 2 min after the button is pressed', 'button is pressed staying on for 120 s'],
    ['heat a 100 W glow plug for 10 s after the key is on', 'key is on and not (key is on after a delay of 10 s)'],
    ['feed a 5 W lamp day and night', 'always'],
    ['I want my reading light, 5 W, to come on with the door', 'door switch is closed'],
    ['can you run a 5 A fan when the engine temperature is over 95?', 'engine temperature is high'],
    ['fan, 10 A, battery, when key on', 'key is on'],
    ['use the horn button to sound two 5 A horns', 'horn button is pressed'],
    ['a 50 W pump from the battery runs from sunset to sunrise', 'darkness is on'],
    ['light a 5 W lamp at night', 'darkness is on'],
    ['when the key is on, run a 5 W fan by day', 'key is on and darkness is off'],
    ['when the soil is dry, water with a 2 A pump', 'dry soil is on'],
    ['run a 2 A pump when the tank is empty and the key is on', 'empty tank is on and key is on'],
    ['run a 2 A pump unless the tank is full', 'full tank is off'],
    ['heat a tank with 30 W below 24 °C', 'air temperature is low'],
    [
      'a 2 A siren sounds when the tilt switch closes, until the reset button is pressed',
      'held (set by tilt switch is on, reset by reset button is pressed)',
    ],
    ['blink a 21 W lamp once a second when the hazard switch is on', 'hazard switch is on and flasher is on'],
    ['when the key is on, run a 5 A pump, otherwise a 10 W lamp', 'key is on'],
    // Behind its article a word that may be a state is part of a name.
    ['when the up switch is on, run a 5 A pump', 'up switch is on'],
    ['when the hot switch is on, run a 5 A pump', 'hot switch is on'],
    ['when the float is up, run a 5 A pump', 'float is on'],
    ['when the key is on, but not while the door is open, run a 5 A fan', 'key is on and door switch is open'],
    [
      'when the key is on but not when the door is open for 5 s, run a 5 A fan',
      'key is on and not (door switch is closed after a delay of 5 s)',
    ],
    ['with the key on, run a 5 A fan', 'key is on'],
    // Nobody moves for two minutes: it is how long what is done lasts. What says so is meant so.
    ['light a 5 W lamp when somebody moves for 2 minutes', 'movement is on staying on for 120 s'],
    ['light a 5 W lamp when it is dark and somebody moves for 2 minutes', '(darkness is on and movement is on) staying on for 120 s'],
    ['light a 5 W lamp when there is motion for at least 5 s', 'movement is on after a delay of 5 s'],
    ['light a 5 W lamp when it is dark for 2 minutes', 'darkness is on after a delay of 120 s'],
    ['run a 3 A pump when the float switch is closed or when the manual switch is on', 'float switch is on or manual switch is on'],
    ['keep a 60 W fridge from the battery on unless the battery is below 11.8 V', 'battery is high'],
    [
      'run a 5 A pump when the float switch is closed, at most 10 minutes',
      'float switch is on and not (float switch is on after a delay of 600 s)',
    ],
    ['when the engine stops, light a 5 W lamp', 'engine running is off'],
  ])('%s', (text, meant) => expect(when(text)).toBe(meant));

  test.each([
    ['once a second', 0.5],
    ['twice a second', 0.25],
    ['30 times a minute', 1],
    ['every two seconds', 1],
    ['every second', 0.5],
  ])('it flashes %s', (rate, partS) => {
    const design = hear(`flash a 21 W lamp ${rate} when the key is on`, page()).add!(page());
    expect(design.signals.find(({ nature }) => nature === 'timer')).toMatchObject({ onS: partS, offS: partS });
  });
  test('faster than a time relay goes is not set at all', () =>
    expect(hear('flash a 21 W lamp 50 times a second when the key is on', page()).add).toBeNull());
  test('for 8 s when what stays on by itself is on: which of them is asked', () => {
    const said = 'heat four 15 A glow plugs for 8 s when the key is on';
    expect(hear(said, page()).blanks.map(({ key }) => key)).toEqual(['awhile']);
    expect(when(said, { awhile: 'first' })).toBe('key is on and not (key is on after a delay of 8 s)');
    expect(when(said, { awhile: 'more' })).toBe('key is on staying on for 8 s');
    // A round of a timer is none of them.
    expect(when('when the key is on, run a 5 A pump for 8 h a day')).toBe('key is on and timer, 8 h in every 24 h is on');
  });
  test.each([
    'do not run a 5 A compressor when the throttle switch is on',
    'never run a 5 A compressor while the throttle switch is on',
    'a 5 A compressor must not run while the throttle switch is on',
    'a 5 A compressor from the battery must not run while the throttle switch is on',
  ])('%s: not then, and at other times it is asked', (said) => {
    expect(hear(said, page()).blanks.map(({ key }) => key)).toEqual(['other times']);
    expect(when(said, { 'other times': 'on' })).toBe('throttle switch is off');
  });
  test('what ends by a thing that stays as it is says not whether it begins again', () => {
    const heard = hear('run a 5 A fan when the key is on until the door is open', page());
    expect([heard.add, heard.unclear.length]).toEqual([null, 1]);
  });
  test('forwards and backwards by an up and a down switch; the way is no name', () => {
    const { jobs } = hear('when the up switch is on, run a 5 A motor out from the battery, and in when the down switch is on', page()).add!(
      page(),
    );
    expect(jobs[0]).toMatchObject({ loads: [{ name: 'motor' }], otherwise: { kind: 'reverse' } });
  });
  test('then is no name', () => expect(hear('if the key is on then a 5 A fan from the battery', page()).name).toBe('Fan'));
  test('a label is what the job is called, and no part of what runs', () => {
    const { jobs } = hear('Wipers: run a 5 A motor when the wiper switch is on', page()).add!(page());
    expect([jobs[0]!.name, jobs[0]!.loads[0]!.name]).toEqual(['Wipers', 'motor']);
  });
  test.each([
    ['glow plugs 4 × 15 A when the key is on', 4],
    ['my glow plugs, 4 x 15 A, when the key is on', 4],
    ['4 x 15 A glow plugs when the key is on', 4],
    ['two glow plugs 4 × 15 A when the key is on', null],
  ])('%s: how many there are', (said, count) => {
    const design = hear(said, page()).add?.(page());
    expect(design?.jobs[0]!.loads ?? null).toEqual(count === null ? null : [expect.objectContaining({ count, kind: 'heater' })]);
  });
  test('a room that is kept warm is no load: what heats it is', () => {
    const { jobs } = hear('keep the room at 20 °C with a 60 W heater', page()).add!(page());
    expect(jobs[0]!.loads).toMatchObject([{ name: 'heater', plate: { value: 60 } }]);
  });
  test.each([
    ['open a 2 A valve when the key is on', true],
    // A contact is rated for motors.
    ['run a 2 A pump when the key is on', undefined],
    ['run a 2 A pump through a solid-state relay when the key is on', true],
    ['when the key is on, run a 2 A pump, otherwise a 2 A valve', undefined],
    ['light a 2 A lamp through a solid-state relay when the key is on', undefined],
  ])('%s: what keeps its current flowing has a way for it, and is said to', (said, suppressor) => {
    const heard = hear(said, page());
    const [job] = heard.add!(page()).jobs;
    expect(job!.loads[0]).toMatchObject(suppressor ? { suppressor } : {});
    expect(job!.loads[0]!).not.toHaveProperty('suppressor', suppressor ? undefined : true);
    expect(heard.assumed.some((words) => words.startsWith('across'))).toBe(
      [job!.loads, job!.otherwise.kind === 'loads' ? job!.otherwise.loads : []].flat().some((load) => 'suppressor' in load),
    );
    const { findings } = analyse(heard.add!(page())).analysis;
    expect(findings.filter(({ rule, severity }) => rule === 'load-no-suppression' && severity !== 'hold')).toEqual([]);
  });

  test('until a pressure: a switch that opens there and closes again at four fifths of it', () => {
    const design = hear('run a 100 W compressor until 8 bar', page()).add!(page());
    expect(design.signals).toMatchObject([{ nature: 'pressure', closesAtPa: 640_000, opensAtPa: 800_000 }]);
    expect(writeWhen(design.jobs[0]!.when, design.signals)).toBe('pressure is low');
  });
  test('on a timer: for how long is asked, and is no name of what runs', () => {
    const said = 'run a 50 W pump on a timer';
    const heard = hear(said, page());
    expect(heard.blanks.map(({ key }) => key)).toEqual(['timer on', 'timer off']);
    expect([heard.name, heard.add]).toEqual(['Pump', null]);
    expect(when(said, { 'timer on': '90', 'timer off': '3510' })).toBe('timer, 90 s in every 1 h is on');
    // No time relay is set to nothing, nor to a week.
    for (const wrong of ['0', '-5', '600000']) expect(hear(said, page(), { 'timer on': wrong, 'timer off': '60' }).add).toBeNull();
  });
  test('after the key is off: what was before is asked', () => {
    const said = 'run a 10 W radio for 2 minutes after the key is off';
    expect(hear(said, page()).blanks.map(({ key }) => key)).toEqual(['before']);
    expect(when(said, { before: 'on' })).toBe('key is on staying on for 120 s');
    expect(when(said, { before: 'off' })).toBe('key is off and key is on staying on for 120 s');
  });
  test('off 30 s later: than what is asked, but of a press', () => {
    const said = '5 W light on when the door is open, off 30 s later';
    expect(hear(said, page()).blanks.map(({ key }) => key)).toEqual(['later']);
    expect(when(said, { later: 'over' })).toBe('door switch is closed staying on for 30 s');
    expect(when(said, { later: 'begun' })).toBe('door switch is closed and not (door switch is closed after a delay of 30 s)');
    expect(when('when the button is pressed, light a 5 W lamp, off 30 s later')).toBe('button is pressed staying on for 30 s');
  });
  test.each([
    'switch a 100 W lamp on from 18:00 to 25:00',
    'run a 60 W fan in winter',
    'run a 60 W fan in the morning',
    'run a 60 W fan on Sundays',
    'run a 60 W fan twice',
    'run a 60 W fan at 50 %',
    'light two 5 W lamps alternately',
    'light two 5 W lamps in turn',
    'light a 5 W lamp brighter',
    'run a 60 W fan inside out',
    'flash a 21 W lamp fast',
  ])('when the key is on, %s: when and how it runs is neither a name nor a place', (said) => {
    const heard = hear(`when the key is on, ${said} from the battery`, page());
    expect(heard.add).toBeNull();
    expect(heard.unclear).not.toEqual([]);
  });
  test.each([
    ['feed a 60 W power supply in the garage', 'power supply', 'garage'],
    ['run a 60 W pump at the rear wall', 'pump', 'rear wall'],
    ['light two 5 W lamps in parallel', 'lamps', 'dash'],
  ])('when the key is on, %s: these are', (said, name, place) => {
    const heard = hear(`when the key is on, ${said} from the battery`, null);
    const design = projectOf(heard)!;
    expect(design.jobs[0]!.loads[0]!.name).toBe(name);
    expect(design.places.find(({ id }) => id === design.jobs[0]!.device.place)!.name).toBe(place);
  });
  test.each([
    ['run a 5 A fan above 30 C', 'air temperature is high'],
    ['when the key is on, run a 5 A fan above 30 °C', 'key is on and air temperature is high'],
    ['run a 5 A pump below 2 degrees', 'air temperature is low'],
  ])('%s: of the air', (said, meant) => expect(when(said)).toBe(meant));
  test('a level of anything else is no name', () => {
    const heard = hear('when the key is on, run a 5 A fan above 2000 rpm', page());
    expect([heard.add, heard.unclear.length]).toEqual([null, 1]);
  });
  test('it is what its unit is of; off below a level is its other level', () => {
    expect(when('feed a 60 W inverter unless it is below 11.5 V')).toBe('battery voltage is high');
    const said = 'run a 60 W fan above 40 C, off below 35 C';
    expect(when(said)).toBe('air temperature is high');
    expect(hear(said, page()).add!(page()).signals).toMatchObject([{ closesAt: 40, opensAt: 35 }]);
    // What stops it is no second condition of its own.
    expect(hear('when the key is on, run a 60 W fan and stop it above 40 C', page()).add).toBeNull();
  });
  test('off at a level: on the side where it is not on', () => {
    const [signal] = hear('run a 10 A compressor when the pressure is below 6 bar, off at 8 bar', page()).add!(page()).signals;
    expect(signal).toMatchObject({ closesAtPa: 600_000, opensAtPa: 800_000 });
    expect(hear('run a 5 A fan above 95 °C, off at 88 °C', page()).add!(page()).signals).toMatchObject([{ closesAt: 95, opensAt: 88 }]);
    // It would be off where it is on.
    expect(hear('run a 5 A fan above 95 °C, off at 98 °C', page()).add).toBeNull();
  });
  test('but is and; two of three is neither all nor any', () => {
    expect(when('when the key is on but the lamp switch is off, light a 5 W lamp')).toBe('key is on and lamp switch is off');
    const heard = hear('when two of the three switches are on, run a 5 A pump', page());
    expect([heard.add, heard.unclear.map(({ text }) => text)]).toEqual([null, ['two of the three switches are on']]);
    expect(when('when all three switches are on, run a 5 A pump')).toBe('switch 1 is on and switch 2 is on and switch 3 is on');
  });
  test('longer than a while, and what is worked with the beam', () => {
    expect(when('ring a 12 W buzzer if the lid is open for longer than 1 minute')).toBe('lid switch is closed after a delay of 60 s');
    expect(when('turn on two 55 W spot lamps with the high beam')).toBe('high beam is on');
  });
  test('what ends a thing does not work it', () => {
    const heard = hear('run a 40 W pump when the key is on with an emergency switch', page());
    expect(heard.add).toBeNull();
    expect(heard.unclear.map(({ text }) => text)).toEqual(['with an emergency switch']);
  });
});

describe('ground points of its own', () => {
  test.each([
    'with its own ground',
    'with 4 mm² wire and its own ground',
    'on a ground point of its own',
    'with a separate ground',
    'to ground studs of its own',
    'with an isolated ground',
  ])('%s', (words) => {
    const { heard, job } = read(`when the key is on, run a 9 A fan from the battery ${words}`);
    expect(heard.unclear).toEqual([]);
    expect(job!.grounds).toBe('own');
  });
  test('is not understood where nothing comes back through metal', () => {
    const { heard, design } = read('when the switch is on, run a 60 W fan from the mains with an isolated ground');
    expect(design).toBeNull();
    expect(heard.unclear.map(({ text }) => text)).toEqual(['with an isolated ground']);
    const page = blankDesign('Page', 'battery-12');
    const wired: Design = { ...page, settings: { ...page.settings, returnPath: 'wire' } };
    expect(read('when the switch is on, run a 60 W fan with its own ground', wired).design).toBeNull();
    expect(read('when the switch is on, run a 60 W fan with its own ground', page).design).not.toBeNull();
  });
  test('nobody who does not ask for it gets it', () => {
    const { job } = read('when the key is on, run a 9 A fan from the battery');
    expect(job).not.toHaveProperty('grounds');
  });
});

describe('what a job is called and what it is fed from', () => {
  test.each([
    ['main contactor: 2 seconds after the main switch is on, feed a 60 W converter from the battery', 'Main contactor'],
    ['pump: once the key is on, run a 4 A pump from the battery', 'Pump'],
    ['night lamp: from 22:00 to 6:00 light a 5 W lamp from the battery', 'Night lamp'],
  ])('%s', (said, name) => {
    const { job, heard } = read(said);
    expect(heard.unclear).toEqual([]);
    expect(job!.name).toBe(name);
  });
  test.each(['48 V to 12 V converter', '48/12 V converter', '48V-to-12V converter', '12 V converter'])('from a %s', (words) => {
    const { design, heard } = read(
      `when the light switch is on, light a 12 V 10 W lamp from a ${words}`,
      blankDesign('Page', 'battery-48'),
    );
    expect(heard.unclear).toEqual([]);
    expect(design!.supplies.find(({ id }) => id === design!.jobs[0]!.supply)).toMatchObject({ kind: 'converter', nominalV: 12 });
  });
});
