/** Every example and the demo, bought by gauge instead of by section: nothing metric is left to buy, and what held holds. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { applyPatches } from '../document/index.ts';
import { type Design, parseDesignText, wireSeriesPatches } from '../project/index.ts';
import { type WireSeriesId, seriesOf } from '../reference/index.ts';

const bought = (design: Design, series: WireSeriesId): Design => {
  const parsed = parseDesignText(JSON.stringify(applyPatches(design, wireSeriesPatches(design, series))));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
};
const open = (design: Design) =>
  analyse(design)
    .analysis.findings.filter(({ severity }) => severity !== 'hold')
    .map(({ rule, job, severity }) => `${severity} ${rule} ${job}`);

describe.each(['circuits', 'demo'])('%s', (folder) => {
  const at = new URL(`../../../examples/${folder}/`, import.meta.url);
  test.each(readdirSync(at))('%s', (file) => {
    const parsed = parseDesignText(readFileSync(new URL(file, at), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    const design = bought(parsed.design, 'awg');
    const { analysis } = analyse(design);
    expect(analysis.netlist.wires.filter(({ sizeMm2 }) => seriesOf(sizeMm2) !== 'awg')).toEqual([]);
    // What stands in brackets is there to compare.
    const words = [
      ...analysis.parts.map(({ description }) => description),
      ...analysis.wires.flatMap((row) => [row.fromTerminal, row.toTerminal]),
    ];
    const metric = words.map((text) => text.replace(/\([^)]*\)/g, '')).filter((text) => /\d ?mm|\bM\d/.test(text));
    expect([...new Set(metric)].filter((text) => !/5 × 20 mm/.test(text))).toEqual([]);
    // No gauge lies between the 10 mm² that is typed there and its receptacle: what no longer fits is told.
    const told = file === '12-continuous-load.json' ? ['caution wire-above-terminal cell'] : [];
    const before = new Set([...open(parsed.design), ...told]);
    expect(open(design).filter((finding) => !before.has(finding))).toEqual([]);
  });
});
