/** Every example and the demo, bought by gauge instead of by section: nothing metric is left to buy, and what held holds. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse, drawJobs } from '../analyse.ts';
import { applyPatches } from '../document/index.ts';
import { type Design, measuredIn, parseDesignText, wireSeriesPatches } from '../project/index.ts';
import { drawingSvg, orderOfWork } from '../outputs/index.ts';
import { findNudge } from './nudge.ts';
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

/** What is told by gauge alone, by file. */
const TOLD: Readonly<Record<string, readonly string[]>> = {
  // No gauge lies between the 10 mm² that is typed there and its receptacle: what no longer fits is told.
  '12-continuous-load.json': ['caution wire-above-terminal cell'],
  // Its mistake is 40 A before 2.5 mm². 12 AWG bears those, and the strip's terminal for it does not: it stays a danger, of that.
  'owl-box.json': ['danger strip-over-current fans'],
};

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
    const before = new Set([...open(parsed.design), ...(TOLD[file] ?? [])]);
    expect(open(design).filter((finding) => !before.has(finding))).toEqual([]);
  });
});

/** Everything that a page, a list or a drawing says of a project, with the nudges of what is not as it should be. */
function saidBy(design: Design): string[] {
  const { analysis, evidence } = analyse(design);
  const { netlist, findings } = analysis;
  const found = findings.flatMap((finding) => {
    const nudge = finding.severity === 'hold' ? null : findNudge(evidence, findings, finding);
    return [finding.title, finding.detail, nudge?.label ?? ''];
  });
  const drawn = design.jobs.map(({ id }) => drawingSvg(drawJobs(netlist, [id]), netlist, { title: '' }));
  const lists = [
    ...analysis.parts.map(({ description }) => description),
    ...analysis.wires.flatMap(({ fromTerminal, toTerminal }) => [fromTerminal, toTerminal]),
  ];
  const steps = orderOfWork(evidence, analysis.wires).flatMap(({ title, text, check, finds, caution }) => [
    ...finds,
    title,
    text,
    check,
    caution ?? '',
  ]);
  return [...found, ...drawn, ...lists, ...steps].flatMap((text) => text.split(/(?<=>)|(?=<)/));
}

/** Insulation is sold by the °C that it bears wherever it is, and a thermal fuse on a drawing is known by its marking. */
const METRIC = /\d m(?![\wΩ²/-])|(?<!^\d+) °C(?!.* insulation)(?<!insulation.*)|\d ?mm²(?! together)|\d ?m²|≈\d+ AWG/;

describe.each(['circuits', 'mistakes', 'demo'])('measured in feet and °F, %s', (folder) => {
  const at = new URL(`../../../examples/${folder}/`, import.meta.url);
  test.each(readdirSync(at).filter((file) => !file.includes('mended')))('%s', (file) => {
    const parsed = parseDesignText(readFileSync(new URL(file, at), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    const said = saidBy(measuredIn(parsed.design, 'inch'));
    if (file !== 'not-wired.json') expect(said.join('')).toMatch(/\d ft|\d in/);
    expect(said.filter((text) => METRIC.test(text.replace(/20 °C \(68 °F\)|\([^)]*\)/g, '')))).toEqual([]);
  });
});
