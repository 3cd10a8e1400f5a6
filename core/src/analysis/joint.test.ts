import { describe, expect, test } from '@jest/globals';
import type { Design, Statement } from '../project/schema.ts';
import { HEATER, and, delay, design, held, job, not, on } from '../testing/designs.ts';
import { compareWirings } from '../advice/compare.ts';
import { type DeskMemory, readDesk, thresholdState } from './desk.ts';
import { gatherEvidence } from './evidence.ts';
import { checkStatements, sweep } from './joint.ts';

const five = { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } as const;
const term = (what: 'job' | 'signal', id: string, state: boolean) => ({ what, id, on: state });
const results = (made: Design) => checkStatements(gatherEvidence(made));

describe('statements', () => {
  const pair = [job({ when: on('dash') }), job({ id: 'job-2', name: 'Drive', when: and(on('key'), not(on('dash'))) })];
  const said = (kind: Statement['kind'], a: Statement['a'], b: Statement['b']) => design(pair, { statements: [{ id: 's', kind, a, b }] });

  test('two jobs never both on: asked in every state of all their signals', () => {
    const [result] = results(said('never-both', term('job', 'job-1', true), term('job', 'job-2', true)));
    expect(result).toMatchObject({ holds: true, states: 4, against: 0, words: 'Test lamp on and Drive on: never both' });
  });
  test('a signal on means a job off, and the state that goes against it', () => {
    const [result] = results(said('whenever', term('signal', 'key', true), term('job', 'job-2', false)));
    expect(result).toMatchObject({ holds: false, against: 1, words: 'key is on means Drive off' });
    expect(result!.example!.on).toEqual(['key']);
  });
  test('what is found counts, not what is meant: a wrong wire breaks a statement', () => {
    const edited = [{ ...pair[0]!, device: five, edits: [{ kind: 'swap' as const, part: 'job-1-relay', a: '87', b: '87a' }] }, pair[1]!];
    const statements: Statement[] = [{ id: 's', kind: 'never-both', a: term('job', 'job-1', true), b: term('job', 'job-2', true) }];
    expect(results(design(edited, { statements }))[0]).toMatchObject({ holds: false });
  });
  test('a job that is not wired is not asked', () => {
    const statements: Statement[] = [{ id: 's', kind: 'whenever', a: term('signal', 'key', true), b: term('job', 'job-1', true) }];
    expect(results(design([job({ when: not(on('key')), lost: 'on' })], { statements }))[0]).toMatchObject({ holds: null, states: 0 });
  });
});

test('a sweep tells how far it is, counts what differs, and can be stopped', () => {
  const made = design([job({ device: five, edits: [{ kind: 'swap', part: 'job-1-relay', a: '87', b: '87a' }] })]);
  const vary = ['key', 'dash', 'hot', 'second', 'door', 'start', 'pin', 'lamp-feed', 'warm'];
  const steps = [...sweep(gatherEvidence(made), vary, [])];
  expect(steps.map(({ done, total }) => [done, total])).toEqual([
    [256, 512],
    [512, 512],
  ]);
  expect(steps[1]!.differing).toBe(512);
  expect(steps[0]!.rows[0]!.differs).toEqual(['Test lamp: meant off, found on']);
  const one = sweep(gatherEvidence(made), vary, []);
  expect(one.next().value).toMatchObject({ done: 256 });
  expect(one.return().done).toBe(true);
});

test('wirings side by side: the house’s own first, each with its parts, currents and what a lost wire does', () => {
  const made = design([job({ when: on('dash'), lost: 'off' })]);
  const views = compareWirings(made, 'job-1');
  expect(views.map(({ id }) => id)).toEqual(['single-contact/series', 'single-contact/series-ground-side', 'single-contact/contact-logic']);
  expect(views[0]).toMatchObject({
    chosen: true,
    relays: 1,
    matching: 2,
    states: 2,
    lost: expect.stringContaining('Any one control wire'),
  });
  // 12.7 V over 85 Ω at 20 °C.
  expect(views[0]!.coilOnA).toBeCloseTo(12.7 / 85, 2);
  expect(views[0]!.coilOffA).toBe(0);
  expect(compareWirings(design([job({ way: 'single-contact/contact-logic' })]), 'job-1').find(({ chosen }) => chosen)!.id).toBe(
    'single-contact/contact-logic',
  );
});

describe('time on the desk', () => {
  const steps = (made: Design, moments: readonly [on: string[], atS: number][], volts: Record<string, number> = {}) => {
    const evidence = gatherEvidence(made);
    let memory: DeskMemory | null = null;
    return moments.map(([list, atS]) => {
      const read: ReturnType<typeof readDesk> = readDesk(evidence, { on: list, volts }, memory, atS);
      memory = read.memory;
      return [read.reading.loads['job-1/load-1'], read.reading.waiting.map(({ dueS }) => dueS)];
    });
  };
  test('on after five seconds, off thirty after', () => {
    const made = design([job({ when: delay(on('dash'), 5, 30) })]);
    const seen = steps(made, [
      [[], 0],
      [['dash'], 10],
      [['dash'], 14],
      [['dash'], 15],
      [[], 20],
      [[], 49],
      [[], 50],
    ]);
    expect(seen).toEqual([
      ['off', []],
      ['off', [15]],
      ['off', [15]],
      ['on', []],
      ['on', [50]],
      ['on', [50]],
      ['off', []],
    ]);
  });
  test('what comes on and goes before its time never was', () => {
    const made = design([job({ when: delay(on('dash'), 5, 0) })]);
    expect(
      steps(made, [
        [[], 0],
        [['dash'], 10],
        [[], 12],
        [[], 20],
      ]).map(([state]) => state),
    ).toEqual(['off', 'off', 'off', 'off']);
  });
  test('a latch stays after the button, and goes with the other', () => {
    const made = design([job({ when: held(on('start'), on('stop')) })]);
    expect(
      steps(made, [
        [[], 0],
        [['start'], 1],
        [[], 2],
        [['stop'], 3],
        [[], 4],
      ]).map(([state]) => state),
    ).toEqual(['off', 'on', 'on', 'off', 'off']);
  });
  test('a threshold on a voltage sees the circuit, whatever a hand says', () => {
    const made = design([job({ when: on('charging'), loads: [{ ...HEATER, plate: { unit: 'W', value: 5, ratedV: 12 } }] })]);
    const read = (volt: number) =>
      readDesk(gatherEvidence(made), { on: [], volts: { main: volt } }, null, 0).reading.on.includes('charging');
    expect([read(12.6), read(13.0), read(13.5)]).toEqual([false, false, true]);
  });
  test('between its levels a threshold stays as it was', () => {
    const rising = design().signals.find(({ id }) => id === 'warm')!;
    if (rising.nature !== 'threshold') throw new Error('not a threshold');
    expect(
      [80, 88, 93, 88, 83].reduce<boolean[]>((list, level) => [...list, thresholdState(rising, level, list[list.length - 1] ?? false)], []),
    ).toEqual([false, false, true, true, false]);
    const falling = { ...rising, closesAt: 4, opensAt: 8 };
    expect([thresholdState(falling, 3, false), thresholdState(falling, 6, true), thresholdState(falling, 9, true)]).toEqual([
      true,
      true,
      false,
    ]);
  });
});
