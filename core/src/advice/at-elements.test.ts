/** What ends at an element is as hot as that is, whatever its room is entered as. */
import { expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { findNudge } from './index.ts';
import { applyPatches } from '../document/index.ts';
import type { Design } from '../project/index.ts';
import { typed } from '../testing/pieces.ts';

const kiln = (setC: number, insulation: 'usual' | 'glass'): Design => {
  const made = typed(['heat two 1.8 kW kiln rings to 1060 °C'], 'mains-240');
  return {
    ...made,
    signals: made.signals.map((signal) => ('setC' in signal ? { ...signal, setC } : signal)) as Design['signals'],
    jobs: made.jobs.map((job) => ({ ...job, insulation })),
  };
};
const atElement = (design: Design) =>
  analyse(design)
    .analysis.findings.filter(({ code }) => code === 'element')
    .map(({ severity }) => severity);

// Above 150 °C it is a chamber that no wire lies in (from memory); up to it the place is as hot, and asked about that.
test.each([
  [150, 'usual', []],
  [151, 'usual', ['danger']],
  [1060, 'usual', ['danger']],
  [1060, 'glass', ['hold']],
] as const)('set to %s °C, in %s wire: %j', (setC, insulation, found) => {
  expect([...new Set(atElement(kiln(setC, insulation)))]).toEqual(found);
});
test('glass fibre is the nudge, and its joints are of ceramic then', () => {
  const design = kiln(1060, 'usual');
  const { analysis, evidence } = analyse(design);
  const nudge = findNudge(
    evidence,
    analysis.findings,
    analysis.findings.find(({ code }) => code === 'element')!,
  )!;
  expect(nudge.label).toBe('Nudge to glass-fibre insulation');
  const then = applyPatches(design, nudge.patches);
  expect(atElement(then)).toEqual(atElement(kiln(1060, 'glass')));
  expect(
    analyse(then)
      .analysis.parts.map(({ description }) => description)
      .join(),
  ).toMatch(/Ceramic terminal block/);
});
