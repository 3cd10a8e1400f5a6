/** What is always on: a job with no condition, from its fuse straight to its load. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { parseDesign } from '../project/parse.ts';
import { hear } from '../project/say/index.ts';
import { readWhen, writeWhen } from '../project/when-words.ts';
import { sentenceOf, sentenceText } from '../project/sentence.ts';
import { blankDesign } from '../project/starters.ts';
import type { Design, Job } from '../project/schema.ts';
import { HEATER, design, job, not, on } from '../testing/designs.ts';
import { mains, watts } from '../testing/mains.ts';
import { compile } from './compile.ts';

const ALWAYS = { op: 'always' } as const;
const DIRECT = { kind: 'direct', place: 'box' } as const;
const router = (changes: Partial<Job> = {}, more: Partial<Design> = {}): Design =>
  design([job({ name: 'Router', when: ALWAYS, device: DIRECT, loads: [watts('electronics', 12, 12)], ...changes })], more);
const findings = (made: Design, rule: string) => analyse(made).analysis.findings.filter((finding) => finding.rule === rule);
const fails = (made: Design) =>
  analyse(made)
    .analysis.findings.filter(({ severity }) => severity !== 'hold')
    .map(({ rule }) => rule);

describe('always on', () => {
  test('is wired by three wires and a fuse, and nothing that switches', () => {
    const { netlist, unwired, wiring } = compile(router());
    expect(unwired).toEqual([]);
    expect(wiring.get('job-1')).toBe('straight');
    expect(netlist.wires.map(({ leg }) => leg)).toEqual(['feed', 'load-load-1', 'return-load-1']);
    expect(netlist.parts.filter(({ kind }) => ['relay', 'switch', 'feed'].includes(kind))).toEqual([]);
  });
  test('is proved in its one state, with volts at the load', () => {
    const { analysis, evidence } = analyse(router());
    expect(analysis.jobs[0]).toMatchObject({ combinations: 1, matching: 1, signals: [], unwired: [] });
    expect(evidence.jobs.get('job-1')!.states.length).toBeGreaterThan(0);
  });
  test('drains its battery day and night: 1 A of 75 Ah, half of it in a day and a half', () => {
    const [drain] = findings(router(), 'parasitic-drain');
    // Electronics keep their power: 12 W at 12.6 V.
    expect(drain!.value).toBeCloseTo(12 / 12.6, 2);
    expect(drain).toMatchObject({
      severity: 'caution',
      title: expect.stringMatching(/^Always on, it takes 95\d mA: battery is flat in 1\.6 days$/),
    });
    expect(findings(router({ loads: [watts('electronics', 0.1, 12)] }), 'parasitic-drain')).toMatchObject([{ severity: 'hold' }]);
  });
  test('on a feed of the key it takes nothing while the key is off', () => {
    expect(findings(router({ supply: 'key' }), 'parasitic-drain')).toMatchObject([{ severity: 'hold', value: 0 }]);
  });
  test('without its fuse, and with one far above its wire, it is a danger; as the app sizes it there is none', () => {
    expect(fails(router({ fuse: 'none' }))).toContain('fuse-missing');
    expect(fails(router({ fuse: 40, wires: { 'load-load-1': { sizeMm2: 1 } } }))).toContain('fuse-above-wire');
    expect(fails(router())).toEqual(['parasitic-drain']);
  });
  test('what heats is never always on', () => {
    expect(findings(router({ loads: [HEATER] }), 'heat-at-rest')).toMatchObject([
      { severity: 'danger', title: 'It heats always, and nothing turns it off' },
    ]);
    expect(findings(router({ loads: [HEATER], when: on('dash') }), 'heat-at-rest')).toMatchObject([{ severity: 'hold' }]);
  });
  test.each<[string, Design, RegExp]>([
    ['a relay', router({ device: job().device }), /nothing to switch: choose no relay/],
    ['the mains', mains({ when: ALWAYS, device: DIRECT }), /plugged in as it is sold/],
    ['something else at other times', router({ otherwise: { kind: 'loads', loads: [{ ...HEATER, id: 'other' }] } }), /no other times/],
  ])('with %s it is refused in words', (_, made, words) => {
    expect(
      compile(made)
        .unwired.flatMap(({ reasons }) => reasons)
        .map(({ message }) => message)
        .join(' '),
    ).toMatch(words);
  });
  test('stands alone in a document: inside a clause it is refused, with its place', () => {
    const inside = (when: unknown) => parseDesign({ ...design(), jobs: [{ ...job(), when }] });
    expect(inside(ALWAYS).ok).toBe(true);
    for (const when of [not(ALWAYS), { op: 'and', of: [on('key'), ALWAYS] }, { op: 'delay', of: ALWAYS, onS: 1, offS: 0 }])
      expect(inside(when)).toMatchObject({ ok: false, problems: [{ path: expect.stringMatching(/^jobs\[0\]\.when\.of/) }] });
    expect(inside({ ...ALWAYS, signal: 'key' }).ok).toBe(false);
  });
  test('is written and read as a word, and told as a sentence', () => {
    const { signals } = design();
    expect(writeWhen(ALWAYS, signals)).toBe('always');
    expect(readWhen(' Always ', signals)).toEqual({ ok: true, when: ALWAYS });
    expect(readWhen('always and key is on', signals).ok).toBe(false);
    expect(sentenceText(sentenceOf(router(), router().jobs[0]!))).toMatch(
      /^Always feed heater, 12 W \(1 A\) from the battery directly, with no relay, joined at the relay box\.$/,
    );
  });
});

describe('said', () => {
  const said = (text: string) => {
    const page = blankDesign('Page', 'battery-12');
    const heard = hear(text, page);
    return { heard, made: heard.add?.(page) };
  };
  test.each([
    'always feed a router of 1 A',
    'a router of 1 A is always on',
    'feed a 1 A router all the time',
    'run a 1 A router permanently',
    'a 1 A router stays on round the clock',
  ])('%s', (text) => {
    const { heard, made } = said(text);
    expect(heard.unclear).toEqual([]);
    expect(made!.jobs[0]).toMatchObject({ when: ALWAYS, device: { kind: 'direct' }, continuous: true, loads: [{ name: 'router' }] });
    expect(heard.told.map(({ means }) => means)).toContain('with no condition: always on');
  });
  test('a condition beside it is the condition', () => {
    expect(said('feed a 1 A router when the key is on').made!.jobs[0]!.when.op).toBe('signal');
  });
  test('without either it is asked for', () => {
    expect(said('feed a 1 A router').heard.blanks.map(({ key }) => key)).toContain('when');
  });
});
