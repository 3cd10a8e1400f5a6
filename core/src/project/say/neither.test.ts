/** *Neither … nor*, *exactly one of*, and a round that is said before anything else: as they are meant, proved in every state, and nothing swallowed. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { proved, readSaid as read } from '../../testing/said.ts';
import { hear } from '../index.ts';

describe('neither', () => {
  test.each([
    ['neither the door nor the hatch is open', 'not (door switch is closed or hatch switch is closed)'],
    ['neither the key nor the fan switch is on', 'not (key is on or fan switch is on)'],
    ['neither the key is on nor the door is open', 'not (key is on or door switch is closed)'],
    ['the key is on and neither the door nor the hatch is open', 'key is on and not (door switch is closed or hatch switch is closed)'],
    ['neither the door nor the hatch nor the lid is open', 'not (door switch is closed or hatch switch is closed or lid switch is closed)'],
    // For so long that none of it is so, and not: unless one of them has been so for so long.
    ['neither the key nor the fan switch is on for 5 s', '(not (key is on or fan switch is on)) after a delay of 5 s'],
    // What comes after an *or* of its own is no part of it.
    ['neither the door nor the hatch is open or the key is on', 'not (door switch is closed or hatch switch is closed) or key is on'],
  ])('when %s', (said, when) => proved(said, when, /^none of them$/));
  test.each([
    'neither the door is open',
    'the key is neither on',
    'neither nor the key is on',
    'neither the key is on for 5 s nor the door is open',
    'neither the door nor gizmos sing',
  ])('%s: is not run as if the word were not there', (said) => {
    const { heard, design } = read(`run a 60 W fan from the battery when ${said}`);
    expect(design).toBeNull();
    expect(heard.unclear.length + heard.blanks.length).toBeGreaterThan(0);
  });
});

describe('how many of those that are listed', () => {
  const ONE = '(key is on or fan switch is on) and not (key is on and fan switch is on)';
  test.each([
    ['exactly one of the key and the fan switch is on', ONE],
    ['only one of the key or the fan switch is on', ONE],
    ['either the key or the fan switch is on but not both', ONE],
    ['the key or the fan switch is on, but not both of them', ONE],
    ['at least one of the key and the fan switch is on', 'key is on or fan switch is on'],
    ['at most one of the key and the fan switch is on', 'not (key is on and fan switch is on)'],
    ['none of the key, the fan switch and the door switch is on', 'not (key is on or fan switch is on or door switch is closed)'],
    [
      'exactly one of the key, the fan switch and the pump switch is on',
      '(key is on or fan switch is on or pump switch is on) and not (key is on and fan switch is on) and not (key is on and pump switch is on) and not (fan switch is on and pump switch is on)',
    ],
    [
      'any two of the key, the fan switch and the pump switch are on',
      '(key is on and fan switch is on) or (key is on and pump switch is on) or (fan switch is on and pump switch is on)',
    ],
    [
      'exactly two of the key, the fan switch and the pump switch are on',
      '((key is on and fan switch is on) or (key is on and pump switch is on) or (fan switch is on and pump switch is on)) and not (key is on and fan switch is on and pump switch is on)',
    ],
    ['the key is on or the fan switch is on but not both', '(key is on or fan switch is on) and not (key is on and fan switch is on)'],
  ])('when %s', (said, when) =>
    proved(said, when, /^(?:one of them alone|one of them or none|any of them|none of them|two of them or more|two of them, no more)$/),
  );
  test.each([
    [
      'the key and the fan switch disagree',
      '(key is on or fan switch is on) and not (key is on and fan switch is on)',
      /^one of them alone; /,
    ],
    [
      'the key and the fan switch are different',
      '(key is on or fan switch is on) and not (key is on and fan switch is on)',
      /^one of them/,
    ],
    [
      'the key and the fan switch agree',
      'not ((key is on or fan switch is on) and not (key is on and fan switch is on))',
      /^all of them, or none; /,
    ],
    ['the key and the fan switch are both off', 'key is off and fan switch is off', /key is off; .*fan switch is off/],
    ['both the key and the fan switch are off', 'key is off and fan switch is off', /key is off; .*fan switch is off/],
    ['the key and the fan switch are not both on', 'not (key is on and fan switch is on)', /key is on; .*fan switch is on/],
    ['the key and the fan switch are not both off', 'not (key is off and fan switch is off)', /key is off; .*fan switch is off/],
  ] as const)('when %s', proved);
  test.each(['the key or the fan switch are both on', 'the key is both on', 'the key, the fan switch and the pump switch disagree'])(
    '%s: not read',
    (said) => expect(read(`run a 60 W fan from the battery when ${said}`).design).toBeNull(),
  );
  // The words were once taken for the name of a signal: on with both.
  test.each([
    'exactly two of the key and the fan switch are on',
    'exactly three of the key, the fan switch and the pump switch are on',
    'exactly one of the keys is on',
    'exactly one of the key is on',
    'any one of the key and the fan switch is on',
    'the key alone is on',
    'just the key is on',
  ])('%s: no word of it is a name', (said) => {
    const { heard, design } = read(`run a 60 W fan from the battery when ${said}`);
    expect(design).toBeNull();
    expect(heard.unclear.length).toBeGreaterThan(0);
  });
});

describe('a round that is said first', () => {
  test.each([
    ['every 10 minutes run a 60 W pump from the battery for 20 s', 'timer, 20 s in every 10 min is on'],
    ['every hour, run a 60 W pump from the battery for 5 minutes when the key is on', 'key is on and timer, 5 min in every 1 h is on'],
    ['Every day run a 60 W pump from the battery for 2 hours', 'timer, 2 h in every 24 h is on'],
  ])('%s', (said, when) => {
    const made = read(said);
    expect({ unclear: made.heard.unclear, blanks: made.heard.blanks, when: made.when }).toEqual({ unclear: [], blanks: [], when });
    // Said back: both of its pieces are taken for the time.
    expect(made.heard.told.filter(({ as }) => as === 'time')).toHaveLength(2);
    const { jobs } = analyse(made.design!).analysis;
    expect(jobs[0]!.matching).toBe(jobs[0]!.combinations);
  });
  test.each(['every minute run a 60 W pump from the battery for 2 minutes', 'every minute run a 60 W pump from the battery for 60 s'])(
    '%s: leaves no pause, and is not read as if it did',
    (said) => {
      const { heard, design } = read(said);
      expect(design).toBeNull();
      expect(heard.unclear.length).toBeGreaterThan(0);
    },
  );
  test('with no word of how long it is not run for good', () => {
    expect(read('every 10 minutes run a 60 W pump from the battery').design).toBeNull();
  });
});

test.each(['key -> relay -> horn', 'key → horn, 5 A', 'battery => fan, 60 W'])('%s: an arrow is no part of a name', (said) => {
  const { unclear } = read(said).heard;
  expect(unclear.map(({ text }) => text).join(' ')).toMatch(/->|→|=>/);
});

describe('what is said about a thing is no name of it', () => {
  // How often, how sure, turned round, and how two things hang together: each was once swallowed by a name beside it.
  const WORDS = [
    'always usually sometimes rarely seldom hardly barely nearly almost partly again still already later soon alternately perhaps maybe',
    'possibly several some few many merely even also rather beyond since despite whatever unlike because although provided lest inverted reversed',
  ]
    .flatMap((line) => line.split(' '))
    .concat('as well as', 'so long as', 'the inverse of', 'the opposite of', 'loss of', 'lack of', 'absence of', 'apart from');
  const PLACES: readonly (readonly [string, (word: string) => string])[] = [
    ['before a signal', (word) => `run a 60 W fan from the battery when ${word} the key is on`],
    ['behind a signal', (word) => `run a 60 W fan from the battery when the key ${word} is on`],
    ['before a load', (word) => `run ${word} a 60 W fan from the battery when the key is on`],
    ['behind a load', (word) => `run a 60 W fan ${word} from the battery when the key is on`],
  ];
  test.each(PLACES)('%s', (_, said) => {
    const swallowed = WORDS.filter((word) => {
      const { design } = read(said(word));
      return design !== null && !/^(?:fan)$/.test(design.jobs[0]!.loads[0]!.name);
    });
    const named = WORDS.filter((word) => read(said(word)).design?.signals.some(({ name }) => name !== 'key'));
    expect({ swallowed, named }).toEqual({ swallowed: [], named: [] });
  });
  test.each(['twice', 'together', 'both', 'opposite', 'first'])('%s ends no name', (word) => {
    expect(read(`run a 60 W fan from the battery when the key ${word} is on`).design).toBeNull();
    expect(read(`run a 60 W fan ${word} from the battery when the key is on`).design).toBeNull();
  });
  test('a word that nobody thought of is caught by the article behind it', () => {
    expect(read('run a 60 W fan from the battery when actually the key is on').design).toBeNull();
    expect(read('run anyway a 60 W fan from the battery when the key is on').design).toBeNull();
    expect(read('run a 60 W fan from the battery when the key is on except for the door is open').design).toBeNull();
  });
  test.each([
    ['run a 5 W lamp over the door from the battery when the reverse switch is on', 'lamp over the door', 'reverse switch'],
    ['run the first fan, 60 W, from the battery when the second switch is on', 'first fan', 'second switch'],
    ['run a 60 W fan behind the seat from the battery when the top of tank switch is on', 'fan behind the seat', 'top of tank switch'],
    ['run a 5 W even-toned lamp from the battery when the after-run switch is on', 'even-toned lamp', 'after-run switch'],
  ])('%s', (said, load, signal) => {
    const { heard, design } = read(said);
    expect(heard.unclear).toEqual([]);
    expect([design!.jobs[0]!.loads[0]!.name, design!.signals[0]!.name]).toEqual([load, signal]);
  });
});

describe('the wet, by what a thing or its place is called', () => {
  const places = (said: string) => {
    const { design, heard } = read(said);
    return { wet: design!.places.filter(({ wet }) => wet).map(({ name }) => name), assumed: heard.assumed, design: design! };
  };
  test.each([
    ['run a 300 W pond pump from the mains when the switch is on', ['load']],
    ['run a 60 W lamp outdoors from the mains when it is dark', ['load']],
    ['run a 2 kW heater in the bathroom from the mains when the switch is on', ['bathroom', 'load']],
    ['run a 60 W lamp from the mains when it is dark, otherwise a 5 W garden lamp', ['load']],
    // Nothing of it is said, and nothing of it is taken.
    ['run a 60 W lamp in the hall from the mains when it is dark', []],
    ['run a 60 W gardener lamp from the mains when it is dark', []],
    // What a wet place asks is asked of the mains.
    ['run a 60 W pond pump from the battery when the key is on', []],
  ])('%s', (said, wet) => {
    const made = places(said);
    expect(made.wet.toSorted()).toEqual(wet);
    expect(made.assumed.includes('a wet place')).toBe(wet.length > 0);
  });
  test('without residual-current protection it is a danger there, and a caution elsewhere', () => {
    const severity = (said: string) => {
      const { design } = places(said);
      const bare = { ...design, supplies: design.supplies.map((supply) => ('rcd' in supply ? { ...supply, rcd: false } : supply)) };
      return analyse(bare as typeof design).analysis.findings.find(({ rule }) => rule === 'residual-missing')!.severity;
    };
    expect(severity('run a 300 W pond pump from the mains when the switch is on')).toBe('danger');
    expect(severity('run a 300 W pump from the mains when the switch is on')).toBe('caution');
  });
  test('a place of a project stays as it was entered, and that is said', () => {
    const first = read('run a 60 W lamp from the mains when it is dark').design!;
    const heard = hear('run a 300 W pond pump from the wall outlet when the switch is on', first);
    expect(heard.assumed).toContain('its place as it was entered: wet only where that is ticked');
    expect(heard.add!(first).places.filter(({ wet }) => wet)).toEqual([]);
  });
});
