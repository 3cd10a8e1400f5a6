/** What a job does while its delays run: each course beside what the clock says by hand. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { nextOf, timedMeaning } from '../document/index.ts';
import type { When } from '../document/when-schema.ts';
import type { Edit } from '../project/schema.ts';
import { and, delay, design, held, job, not, on, or } from '../testing/designs.ts';
import { seeded } from '../testing/seeded.ts';
import { writeWhen } from '../project/when-words.ts';
import { gatherEvidence } from './evidence.ts';
import { inTime } from './in-time.ts';
import { stateTable } from './table.ts';
import { jobVerdicts } from './verdict.ts';

const FIVE_PIN = { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } as const;
const made = (when: When, edits: readonly Edit[] = []) => design([job({ when, device: FIVE_PIN, edits: [...edits] })]);
/** Courses in words: `key on: off to 5, on`. */
function courses(when: When, edits?: readonly Edit[]) {
  const evidence = gatherEvidence(made(when, edits));
  const found = inTime(evidence, evidence.jobs.get('job-1')!);
  return (
    found &&
    found.courses.map(({ before, signal, comesOn, stretches, does }) => {
      const beside = before.filter((id) => id !== signal);
      const spans = stretches.map(({ untilS, found: state }) => (untilS === null ? state : `${state} to ${untilS}`)).join(', ');
      return `${signal} ${comesOn ? 'on' : 'off'}${beside.length > 0 ? ` with ${beside.join('+')}` : ''}: ${spans} · ${does}`;
    })
  );
}

describe('a course', () => {
  test.each<[string, When, string[]]>([
    ['on after 5 s', delay(on('key'), 5, 0), ['key on: off to 5, on · as meant']],
    ['off 5 s later', delay(on('key'), 0, 5), ['key off: on to 5, off · as meant']],
    ['both', delay(on('key'), 3, 5), ['key on: off to 3, on · as meant', 'key off: on to 5, off · as meant']],
    ['its first 5 s', and(on('key'), not(delay(on('key'), 5, 0))), ['key on: on to 5, off · as meant']],
    // One after another: two and three seconds.
    ['a delay of a delay', delay(delay(on('key'), 2, 0), 3, 0), ['key on: off to 2, off to 5, on · as meant']],
    [
      'what one of two begins',
      delay(or(on('dash'), on('second')), 4, 0),
      ['dash on: off to 4, on · as meant', 'second on: off to 4, on · as meant'],
    ],
  ])('%s', (_, when, expected) => expect(courses(when)).toEqual(expected));

  test('a job whose relays wait for nothing has none', () => expect(courses(and(on('key'), on('dash')))).toBeNull());
  test('a time relay that has no power waits when it gets some: later than said, and said so', () => {
    expect(courses(and(on('key'), delay(on('dash'), 5, 0)))).toContain('key on with dash: off to 5, on · later');
  });
  test('what must be off once something has waited has waited already when its feed comes', () => {
    const begun = courses(and(on('key'), not(delay(on('door'), 5, 0))))!;
    expect(begun).toContain('door on with key: on to 5, off · as meant');
    expect(begun.filter((course) => !course.endsWith('as meant'))).toEqual([]);
  });
  test('on while it is to wait is not what was said', () => {
    expect(courses(delay(on('key'), 5, 0), [{ kind: 'bridge', part: 'job-1-helper-1' }])).toEqual(['key on: on to 5, on · otherwise']);
  });
  test('what never comes is not late', () => {
    const pulse = and(on('key'), not(delay(on('key'), 5, 0)));
    expect(courses(pulse, [{ kind: 'leave-out', part: 'job-1-helper-1' }])).toEqual(['key on: off to 5, off · otherwise']);
  });
  test('nor is what would come on and does not', () => {
    const left: Edit[] = [{ kind: 'leave-out', part: 'job-1-helper-1' }];
    expect(courses(delay(on('key'), 5, 0), left)).toEqual(['key on: off to 5, off · otherwise']);
  });
  test('what holds itself is followed from each of its states', () => {
    const begun = courses(delay(held(on('start'), on('stop')), 5, 0))!;
    expect(begun).toContain('start on: off to 5, on · as meant');
    expect(begun.every((course) => course.endsWith('as meant'))).toBe(true);
  });
  test('stands in the table of states of its job', () => {
    const evidence = gatherEvidence(made(delay(on('key'), 5, 0)));
    expect(stateTable(evidence, evidence.jobs.get('job-1')!).inTime?.courses).toHaveLength(1);
  });
});

test('more changes than are followed are not said to be all', () => {
  const many = ['dash', 'second', 'start', 'stop', 'key', 'lamp-feed', 'hot', 'door'].map((id) => on(id));
  const { findings } = analyse(made(delay(or(...many), 2, 0))).analysis;
  const [asked] = findings.filter(({ rule }) => rule === 'time-mismatch');
  expect([asked!.severity, asked!.title]).toEqual(['caution', 'Not every change was followed for as long as its delays run']);
});

describe('a clause by the clock', () => {
  const at = (when: When, changes: readonly (readonly [nowS: number, on: readonly string[]])[]) => {
    let state = timedMeaning(when, () => false, { memory: null, delays: null }, 0).state;
    return changes.map(([nowS, ids]) => {
      const next = timedMeaning(when, (id) => ids.includes(id), state, nowS);
      state = next.state;
      return [next.value, nextOf(state)];
    });
  };
  test('a delay that is taken back before it is over begins anew', () => {
    const when = delay(on('a'), 5, 0);
    expect(
      at(when, [
        [0, ['a']],
        [4, []],
        [6, ['a']],
        [10.9, ['a']],
        [11, ['a']],
      ]),
    ).toEqual([
      [false, 5],
      [false, null],
      [false, 11],
      [false, 11],
      [true, null],
    ]);
  });
  test('one of no time at all is over at once', () =>
    expect(
      at(delay(on('a'), 0, 3), [
        [0, ['a']],
        [1, []],
      ]),
    ).toEqual([
      [true, null],
      [true, 4],
    ]));
  test('a memory inside a delay is kept', () => {
    const when = delay(held(on('set'), on('reset')), 2, 0);
    expect(
      at(when, [
        [0, ['set']],
        [1, []],
        [2, []],
        [3, ['reset']],
      ]),
    ).toEqual([
      [false, 2],
      [false, 2],
      [true, null],
      [false, null],
    ]);
  });
});

test('200 clauses of three levels, drawn at random: wired, every state and every change does what the sentence says, or comes on later', () => {
  const random = seeded(20261128);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const signals = ['key', 'dash', 'second', 'hot', 'door', 'lamp-feed', 'start', 'pressure', 'warm'];
  const clause = (depth: number): When => {
    const kind = random();
    if (depth === 0 || kind < 0.2) return on(pick(signals));
    if (kind < 0.5) return delay(clause(depth - 1), pick([2, 5, 13]), pick([0, 3, 7]));
    if (kind < 0.65) return not(clause(depth - 1));
    if (kind < 0.8) return and(clause(depth - 1), clause(depth - 1));
    return kind < 0.95 ? or(clause(depth - 1), clause(depth - 1)) : held(clause(depth - 1), clause(depth - 1));
  };
  const wrong: string[] = [];
  let followed = 0;
  for (let count = 0; count < 200; count++) {
    const one = made(clause(3));
    const evidence = gatherEvidence(one);
    const own = evidence.jobs.get('job-1');
    if (!own) continue;
    const say = writeWhen(one.jobs[0]!.when, one.signals);
    if (jobVerdicts(evidence, own).some(({ matches }) => !matches)) wrong.push(`at rest: ${say}`);
    const found = inTime(evidence, own)?.courses ?? [];
    followed += found.length;
    if (found.some(({ does }) => does === 'otherwise')) wrong.push(`in time: ${say}`);
  }
  expect(wrong).toEqual([]);
  expect(followed).toBeGreaterThan(300);
});
