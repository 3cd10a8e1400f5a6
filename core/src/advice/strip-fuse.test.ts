/**
 * A strip's terminal bears less than the wire under it does in free air: its fuse is held to the terminal, and sizes are chosen for that.
 * Test currents of IEC 60947-7-1 (from memory): 17.5 A at 1.5 mm², 24 A at 2.5 mm², 32 A at 4 mm².
 */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { applyPatches } from '../document/patch.ts';
import type { Design, Job } from '../project/schema.ts';
import { design, job, on } from '../testing/designs.ts';
import { typed } from '../testing/pieces.ts';
import { watts } from '../testing/mains.ts';
import { findNudge } from './nudge.ts';

const stripped = (changes: Partial<Job>, fuseA?: number): Design => {
  const made = design([job({ when: on('dash'), loads: [watts('heater', 96, 12)], ...changes })]);
  return {
    ...made,
    places: made.places.map((place) => (place.id === 'box' ? { ...place, strip: true } : place)),
    signals: made.signals.map((one) => (fuseA !== undefined && one.nature === 'feed' ? { ...one, limitA: 20, fuseA } : one)),
  };
};
const thin = { 'load-load-1': { sizeMm2: 1.5 } };
const legOf = (of: Design, leg: string) => analyse(of).analysis.netlist.wires.find((wire) => wire.leg === leg)!.sizeMm2;
const asked = (of: Design, rule = 'strip-over-current') => {
  const { evidence, analysis } = analyse(of);
  const found = analysis.findings.filter((finding) => finding.rule === rule);
  return { evidence, analysis, found, open: found.filter(({ severity }) => severity !== 'hold') };
};

describe('the fuse before a terminal', () => {
  test.each([
    [15, 'hold'],
    [20, 'danger'],
  ] as const)('of %s A before 1.5 mm², which bears 17.5 A there: %s', (fuse, severity) => {
    const { found } = asked(stripped({ fuse, wires: thin }));
    // The load takes 8 A of it: by what flows alone it held at any fuse.
    expect([found[0]!.severity, found[0]!.value, found[0]!.limit]).toEqual([severity, fuse, 17.5]);
  });
  test('too large for it, it says which, and thicker wire or a smaller fuse mends it', () => {
    const made = stripped({ fuse: 20, wires: thin });
    const { evidence, analysis, open } = asked(made);
    expect(open.map(({ title }) => title)).toEqual(['F1 passes 20 A; X3 3/6 bears 17.5 A']);
    const nudge = findNudge(evidence, analysis.findings, open[0]!)!;
    expect(asked(applyPatches(made, nudge.patches)).open).toEqual([]);
  });
  test('that the wire itself does not bear is said of the wire', () => {
    const made = stripped({ fuse: 30, wires: thin });
    expect(asked(made).open).toEqual([]);
    expect(asked(made, 'fuse-above-wire').open.map(({ severity }) => severity)).toEqual(['danger']);
  });
  test('of an existing feed is asked too', () => {
    const tapped = (fuseA: number) => stripped({ supply: 'key', fuse: 'none', wires: thin }, fuseA);
    expect(asked(tapped(17.5)).open).toEqual([]);
    const { open } = asked(tapped(18));
    expect(open.map(({ title }) => title)).toContain('key passes 18 A; X3 3/6 bears 17.5 A');
  });
});

describe('a size that the app chooses', () => {
  test('is one whose terminal bears the fuse; where there is no strip the wire’s own ampacity will do', () => {
    const plain = design([job({ when: on('dash'), loads: [watts('heater', 60, 12)], fuse: 20 })]);
    const over = { ...plain, places: plain.places.map((place) => (place.id === 'box' ? { ...place, strip: true } : place)) };
    expect(legOf(plain, 'load-load-1')).toBeLessThan(2.5);
    expect(legOf(over, 'load-load-1')).toBe(2.5);
    expect(asked(over).open).toEqual([]);
  });
  test('passes beside the strip where no terminal of it bears the fuse', () => {
    const over = stripped({ loads: [watts('heater', 330, 12)], fuse: 40 });
    expect(legOf(over, 'load-load-1')).toBeGreaterThan(4);
    expect(asked(over).open).toEqual([]);
  });
});

test('wire that was said for all of a job is nudged as one, and its working names where it was said', () => {
  const made = typed(['when the key is on, run a 12 A heater from the battery with 1 mm² wire and a 30 A fuse'], 'battery-12');
  const { evidence, analysis } = analyse(made);
  const thinner = analysis.findings.find(({ rule }) => rule === 'fuse-above-wire')!;
  expect(thinner.severity).toBe('danger');
  const nudge = findNudge(evidence, analysis.findings, thinner)!;
  expect(nudge.label).toMatch(/^Nudge the load circuit of Heater to \d/);
  expect(nudge.patches.map(({ path }) => path)).toEqual([['jobs', 0, 'wireMm2']]);
  const after = analyse(applyPatches(made, nudge.patches)).analysis;
  const sizes = after.netlist.wires.filter(({ section }) => section.side === 'load').map(({ sizeMm2 }) => sizeMm2);
  expect(new Set(sizes).size).toBe(1);
  expect(after.findings.find(({ rule }) => rule === 'fuse-above-wire')!.severity).toBe('hold');
  const sources = analysis.findings
    .filter(({ rule }) => rule === 'wire-outlasts-short' || rule === 'wire-above-terminal')
    .flatMap(({ working }) => [working.result, working.limit])
    .filter(({ unit, source }) => unit === 'mm²' && source.kind === 'entered')
    .map(({ source }) => (source.kind === 'entered' ? source.path : ''));
  expect(new Set(sources)).toEqual(new Set(['jobs[0].wireMm2']));
});
