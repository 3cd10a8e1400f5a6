import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clauseOver } from '../testing/clauses.ts';
import { HEATER, and, delay, design, held, job, not, on, or, toggle } from '../testing/designs.ts';
import { contradictions, waysBetween } from './distances.ts';
import { joinTerm, removeTerm, replaceTerm } from '../document/edit.ts';
import { mintId } from '../document/ids.ts';
import { unitOhm, unitRatedA } from './load.ts';
import { parseDesign, parseDesignText } from './parse.ts';
import { applyPatches } from '../document/patch.ts';
import { sentenceOf, sentenceText } from './sentence.ts';
import type { Design } from './schema.ts';
import type { When } from '../document/when-schema.ts';
import { READY_SENTENCES, blankDesign } from './starters.ts';
import { meaning, normalForm, signalsOf, withSignal } from '../document/when.ts';
import { readWhen, writeWhen } from './when-words.ts';

const { signals } = design();
const clause = clauseOver(['key', 'dash', 'hot', 'stop', 'warm', 'start']);
const remembering = clauseOver(['key', 'dash', 'hot', 'stop', 'warm', 'start'], true);

const sameMeaning = (a: When, b: When) => {
  const ids = [...new Set([...signalsOf(a), ...signalsOf(b)])];
  for (let bits = 0; bits < 2 ** ids.length; bits++) {
    const state = (id: string) => ((bits >> ids.indexOf(id)) & 1) === 1;
    expect(meaning(a, state, null).value).toBe(meaning(b, state, null).value);
  }
};

describe('when', () => {
  test('and, or, not mean what they say', () => {
    const when = or(and(on('key'), not(on('dash'))), on('hot'));
    const state = (...list: string[]) => meaning(when, (id) => list.includes(id), null).value;
    expect([state(), state('key'), state('key', 'dash'), state('dash', 'hot')]).toEqual([false, true, false, true]);
    expect(signalsOf(when)).toEqual(['key', 'dash', 'hot']);
  });
  test('the normal form means the same and has *not* only on signals (seed 11)', () => {
    fc.assert(
      fc.property(clause, (when) => {
        const normal = normalForm(when);
        sameMeaning(when, normal);
        const check = (part: When): void => {
          if (part.op === 'not') expect(part.of.op).toBe('signal');
          if (part.op === 'and' || part.op === 'or') {
            for (const child of part.of) expect(child.op).not.toBe(part.op);
            part.of.forEach(check);
          }
        };
        check(normal);
      }),
      { seed: 11, numRuns: 200 },
    );
  });
  test('words written are read back to the same clause, whatever it remembers (seed 12)', () => {
    fc.assert(
      fc.property(remembering, (when) => {
        const text = writeWhen(when, signals);
        const read = readWhen(text, signals);
        if (!read.ok) throw new Error(`${text}: ${read.message}`);
        // Words join nested terms of one kind; the normal form does so too, and keeps what is remembered apart.
        expect(writeWhen(normalForm(read.when), signals)).toBe(writeWhen(normalForm(when), signals));
      }),
      { seed: 12, numRuns: 300 },
    );
  });
  test('what is held stays until its reset; with both it is off; a toggle steps when what it follows comes on', () => {
    const walk = (when: When, ...steps: string[][]) => {
      let memory: readonly boolean[] | null = null;
      return steps.map((list) => {
        const next = meaning(when, (id) => list.includes(id), memory);
        memory = next.memory;
        return next.value;
      });
    };
    expect(walk(held(on('start'), on('stop')), [], ['start'], [], ['stop'], [], ['start', 'stop'])).toEqual([
      false,
      true,
      true,
      false,
      false,
      false,
    ]);
    expect(walk(toggle(on('start')), ['start'], [], ['start'], [], ['start'])).toEqual([false, false, true, true, false]);
    expect(walk(and(on('key'), held(on('start'), on('stop'))), ['start'], ['key'], [], ['key'])).toEqual([false, true, false, true]);
  });
  test('words for what remembers, as people type them', () => {
    expect(readWhen('held (set by start button, reset by stop button is pressed)', signals)).toEqual({
      ok: true,
      when: held(on('start'), on('stop')),
    });
    expect(readWhen('toggled by start button', signals)).toEqual({ ok: true, when: toggle(on('start')) });
    expect(
      readWhen('key after a delay of 2,5 seconds staying on for 30 s and hot', [...signals, { ...signals[3]!, id: 'h', name: 'hot' }]),
    ).toEqual({
      ok: true,
      when: and(delay(on('key'), 2.5, 30), on('h')),
    });
    expect(readWhen('pressure switch has tripped or pressure switch has not tripped', signals)).toEqual({
      ok: true,
      when: or(on('pressure'), not(on('pressure'))),
    });
  });
  test('words as people type them', () => {
    expect(readWhen('Key AND (thermostat is open or not door switch)', signals)).toEqual({
      ok: true,
      when: and(on('key'), or(not(on('hot')), not(on('door')))),
    });
    expect(readWhen('dash switch is closed', signals)).toEqual({ ok: true, when: on('dash') });
  });
  test.each([
    ['', 'missing', 0],
    ['key and', 'missing', 7],
    ['key and horn', '“horn”', 8],
    ['key is purple', 'After “is”', 7],
    ['(key or hot', 'No signal', 8],
    ['(key', 'not closed', 4],
    ['key) ', 'not opened', 3],
    ['key dash switch', 'Expected', 4],
    [`${'('.repeat(40)}key`, 'Too many', 13],
    [`${'not '.repeat(40)}key`, 'Too many', 48],
  ])('%j is refused: %s', (text, words, at) => {
    const read = readWhen(text, signals);
    expect(read).toMatchObject({ ok: false, message: expect.stringContaining(words) });
    if (!read.ok) expect(Math.abs(read.at - at)).toBeLessThanOrEqual(4);
  });
  test('terms are joined, replaced and taken out by path', () => {
    const start = on('key');
    const two = joinTerm(start, [], 'and', on('hot'));
    expect(two).toEqual(and(on('key'), on('hot')));
    const three = joinTerm(two, ['of', 0], 'and', on('dash'));
    expect(three).toEqual(and(on('key'), on('dash'), on('hot')));
    const nested = joinTerm(three, ['of', 2], 'or', not(on('door')));
    expect(nested).toEqual(and(on('key'), on('dash'), or(on('hot'), not(on('door')))));
    expect(removeTerm(nested, ['of', 2, 'of', 1])).toEqual(and(on('key'), on('dash'), on('hot')));
    expect(removeTerm(and(on('key'), not(or(on('hot'), on('door')))), ['of', 1, 'of', 'of', 0])).toEqual(and(on('key'), not(on('door'))));
    expect(removeTerm(start, [])).toBeNull();
    expect(replaceTerm(two, ['of', 1], not(on('hot')))).toEqual(and(on('key'), not(on('hot'))));
    expect(withSignal(two, 'dash')).toEqual(and(on('dash'), on('key'), on('hot')));
    expect(withSignal(start, 'dash')).toEqual(and(on('dash'), on('key')));
  });
});

describe('documents', () => {
  test('a file of the first version is brought up, and keeps what it said', () => {
    const { statements: _, ...now } = design();
    const old = {
      ...now,
      formatVersion: 1,
      settings: { returnPath: 'wire', headroom: 1.25, dropImportant: 0.03, dropOther: 0.1 },
      signals: now.signals.slice(0, 4).map(({ usual: __, ...signal }) => {
        const { action: ___, rest: ____, ...bare } = signal as Record<string, unknown>;
        return bare;
      }),
      jobs: now.jobs.map(({ otherwise: __, protection: ___, way: ____, edits: _____, ...bare }) => bare),
    };
    const parsed = parseDesign(old);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
    // It was wired with a fuse and a wire for each job, and stays so.
    expect(parsed.design.settings).toMatchObject({ returnPath: 'wire', sharing: 'apart' });
    expect(parsed.design.signals[1]).toMatchObject({ nature: 'switch', action: 'maintained', rest: 'open' });
    expect(parsed.design.jobs[0]).toMatchObject({ when: now.jobs[0]!.when, otherwise: { kind: 'off' } });
  });
  test('a design survives being written and read', () => {
    const made = design();
    expect(parseDesignText(JSON.stringify(made))).toEqual({ ok: true, design: made });
  });
  test.each<[string, (raw: Record<string, any>) => void, string, RegExp]>([
    ['a stranger’s file', (raw) => (raw.format = 'other'), 'format', /other kind/],
    ['a version from the future', (raw) => (raw.formatVersion = 99), 'formatVersion', /reads up to 5/],
    ['a broken version', (raw) => (raw.formatVersion = 'x'), 'formatVersion', /whole number/],
    ['a missing supply', (raw) => (raw.jobs[0].supply = 'gone'), 'jobs[0].supply', /no supply "gone"/],
    ['an unknown relay', (raw) => (raw.jobs[0].device.part = 'gone'), 'jobs[0].device.part', /no relay/],
    ['an unknown signal', (raw) => (raw.jobs[0].when.of[1].signal = 'gone'), 'jobs[0].when.of[1].signal', /no signal/],
    ['a negative plate', (raw) => (raw.jobs[0].loads[0].plate.value = -5), 'jobs[0].loads[0].plate.value', />0/],
    ['an odd fuse', (raw) => (raw.jobs[0].fuse = 17), 'jobs[0].fuse', /./],
    ['an odd wire', (raw) => (raw.jobs[0].wires = { feed: { sizeMm2: 3 } }), 'jobs[0].wires.feed.sizeMm2', /that is sold/],
    ['an odd colour', (raw) => (raw.jobs[0].wires = { feed: { colour: 'XX' } }), 'jobs[0].wires.feed.colour', /IEC 60757/],
    ['two places of one id', (raw) => (raw.places[1].id = 'front'), 'places[1].id', /used twice/],
    ['no name', (raw) => (raw.name = '  '), 'name', /needs a name/],
    ['an upside-down battery', (raw) => (raw.supplies[0].lowestV = 14), 'supplies[0].restV', /between/],
    ['a cold summer', (raw) => (raw.places[0].coldestC = 90), 'places[0].hottestC', /below/],
    ['a field too many', (raw) => (raw.jobs[0].colour = 'red'), 'jobs[0]', /colour/],
    ['a job with no load', (raw) => (raw.jobs[0].loads = []), 'jobs[0].loads', /needs a load/],
  ])('%s is refused at its field', (_, spoil, path, words) => {
    const raw = structuredClone(design()) as Record<string, any>;
    spoil(raw);
    const parsed = parseDesign(raw);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) {
      expect(parsed.problems.map((problem) => problem.path)).toContain(path);
      expect(parsed.problems.find((problem) => problem.path === path)!.message).toMatch(words);
    }
  });
  test('what is no document at all is refused, and so is a nest without a floor', () => {
    for (const raw of [null, 5, 'text', []]) expect(parseDesign(raw)).toMatchObject({ ok: false });
    expect(parseDesignText('{')).toMatchObject({ ok: false, problems: [{ path: '', message: expect.stringMatching(/not JSON/) }] });
    let deep: unknown = on('key');
    for (let level = 0; level < 200; level++) deep = { op: 'not', of: deep };
    expect(parseDesign({ ...design(), jobs: [{ ...job(), when: deep }] })).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/deep/) }],
    });
  });
  test('patches set, add and remove, and leave the original alone', () => {
    const before = { list: [1, 2, 3], record: { a: 1 } as Record<string, number> };
    const after = applyPatches(before, [
      { path: ['list', 1], value: undefined },
      { path: ['record', 'b'], value: 2 },
      { path: ['record', 'a'], value: undefined },
      { path: ['list', 2], value: 9 },
    ]);
    expect(after).toEqual({ list: [1, 3, 9], record: { b: 2 } });
    expect(before).toEqual({ list: [1, 2, 3], record: { a: 1 } });
    expect(() => applyPatches(before, [{ path: ['list', 7], value: 1 }])).toThrow(/No item 7/);
    expect(() => applyPatches(before, [{ path: ['list', 0, 'x'], value: 1 }])).toThrow(/Nothing to patch/);
  });
  test('ids are minted above the highest that is there', () => {
    expect(mintId('job', [])).toBe('job-1');
    expect(mintId('job', [{ id: 'job-2' }, { id: 'job-9x' }, { id: 'jobs-7' }])).toBe('job-3');
  });
  test('every ready sentence makes a good project, twice over', () => {
    for (const ready of READY_SENTENCES) {
      const twice = ready.add(ready.add(blankDesign('New')));
      expect(parseDesign(twice)).toMatchObject({ ok: true });
      expect(twice.jobs).toHaveLength(2);
    }
  });
});

describe('a document is no larger than a person could have', () => {
  const problems = (made: unknown) => {
    const parsed = parseDesign(made);
    return parsed.ok ? [] : parsed.problems.map(({ path, message }) => `${path} ${message}`);
  };
  const wires = (count: number) => Object.fromEntries(Array.from({ length: count }, (_, at) => [`leg-${at}`, {}]));
  const wide = (count: number): When => ({ op: 'and', of: Array.from({ length: count }, () => on('key')) });
  /** A clause of so many terms, the words between them counted. */
  const terms = (count: number): When => ({ op: 'or', of: [wide(39), wide(39), wide(count - 81)] });
  test('wires of a job, terms of a clause, and values in all', () => {
    expect(problems({ ...design(), jobs: [job({ wires: wires(300) })] })).toEqual([]);
    expect(problems({ ...design(), jobs: [job({ wires: wires(301) })] })).toEqual(['jobs[0].wires has more than 300 entries']);
    expect(problems({ ...design(), jobs: [job({ when: terms(119) })] })).toEqual([]);
    expect(problems({ ...design(), jobs: [job({ when: terms(121) })] })).toEqual(['jobs[0].when has more than 120 terms']);
    const huge = { ...design(), build: { wires: wires(250_000) } };
    // Nothing else of it is looked at, however long that would take.
    expect(problems(huge)).toEqual([' holds more than 100,000 values: no project of ours has as many']);
  });
  test('of a document that is wrong all over, no more is told than one reads', () => {
    expect(problems({ ...design(), jobs: Array.from({ length: 60 }, () => ({ a: 1, b: 2, c: 3 })) }).length).toBeLessThanOrEqual(100);
  });
});

describe('plates and ways', () => {
  const load = HEATER;
  test.each([
    ['W', 96, 1.5, 8],
    ['A', 8, 1.5, 8],
    ['Ω', 1.5, 1.5, 8],
  ] as const)('a plate of %s %s at 12 V is %s Ω and %s A', (unit, value, ohm, ampere) => {
    const read = { ...load, plate: { unit, value: Number(value), ratedV: 12 } };
    expect(unitOhm(read)).toBeCloseTo(ohm, 12);
    expect(unitRatedA(read)).toBeCloseTo(ampere, 12);
  });
  test('a 22 Ω element on 220 V draws 10 A (worked example)', () => {
    expect(unitRatedA({ ...load, plate: { unit: 'Ω', value: 22, ratedV: 220 } })).toBeCloseTo(10, 12);
  });
  test('a way not measured goes by the shortest chain, and there may be none', () => {
    const ways = waysBetween(design());
    expect(ways('front', 'rear')!.lengthM).toBeCloseTo(0.9 + 3.2, 12);
    expect(ways('rear', 'front')!.lengthM).toBeCloseTo(4.1, 12);
    expect(ways('dash', 'box')).toEqual({ lengthM: 1.1, bundle: 1, via: [] });
    expect(ways('front', 'rear')!.via).toEqual(['box']);
    expect(waysBetween({ ...design(), distances: [] })('front', 'rear')).toBeUndefined();
  });

  describe('a measured way beside a shorter chain', () => {
    const measured = (lengthM: number, more: Design['distances'] = []) => ({
      places: design().places,
      distances: [
        { a: 'front', b: 'dash', lengthM: 1.4, bundle: 1 },
        { a: 'dash', b: 'box', lengthM: 1.1, bundle: 4 },
        { a: 'front', b: 'box', lengthM, bundle: 2 },
        { a: 'box', b: 'rear', lengthM: 3.2, bundle: 3 },
        ...more,
      ],
    });

    test('stands as it was measured, both ways round, with its own bundle', () => {
      const ways = waysBetween(measured(6));
      expect(ways('front', 'box')).toEqual({ lengthM: 6, bundle: 2, via: [] });
      expect(ways('box', 'front')).toEqual({ lengthM: 6, bundle: 2, via: [] });
      // Nobody measured this one: the shortest chain, in the fullest bundle on it.
      expect(ways('front', 'rear')!.lengthM).toBeCloseTo(1.4 + 1.1 + 3.2, 12);
      expect(ways('front', 'rear')!.bundle).toBe(4);
      expect(ways('rear', 'front')!.via).toEqual(['box', 'dash']);
    });

    test('entered twice, the longer one counts, in either order', () => {
      const twice = (first: number, second: number) =>
        waysBetween(measured(first, [{ a: 'box', b: 'front', lengthM: second, bundle: 1 }]))('front', 'box')!.lengthM;
      expect([twice(2, 2.4), twice(2.4, 2)]).toEqual([2.4, 2.4]);
    });

    test('is pointed out past five per cent, with the places of the chain, and not a hair before', () => {
      const chain = 1.4 + 1.1;
      expect(contradictions(measured(chain / 0.95 - 1e-9))).toEqual([]);
      expect(contradictions(measured(chain / 0.95 + 1e-6))).toEqual([
        { a: 'front', b: 'box', measuredM: chain / 0.95 + 1e-6, chainM: chain, via: ['dash'] },
      ]);
    });
  });
});

test('the sentence reads as one says it', () => {
  const when = and(on('key'), or(not(on('hot')), on('dash')), not(and(on('door'), on('second'))));
  const made = design([job({ when, loads: [{ ...HEATER, name: 'dew strips', count: 2, plate: { unit: 'A', value: 4.2, ratedV: 12 } }] })]);
  expect(sentenceText(sentenceOf(made, made.jobs[0]!))).toBe(
    'When key is on and (thermostat is open or dash switch is on) and not (door switch is closed and second switch is on), switch two dew strips, 2 × 4.2 A from the battery through a 30 A plug-in relay, four-pin at the relay box. If the signal is lost: off.',
  );
});
