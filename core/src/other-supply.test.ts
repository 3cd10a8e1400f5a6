/** A job that is moved to a supply with a return of its own: no current of it is left to come back where it cannot. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from './analyse.ts';
import { type Design, parseDesignText } from './project/index.ts';
import { asVariant, isOnVehicle, relayOf } from './kinds/index.ts';
import { controlSupplyOf } from './project/index.ts';
import { hear, projectOf } from './project/say/index.ts';

const folder = new URL('../../examples/circuits/', import.meta.url);
const read = (file: string): Design => {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(`${file}: ${JSON.stringify(parsed.problems)}`);
  return parsed.design;
};
function onBench(design: Design, at: number, place: string): Design {
  const bench = { ...asVariant({ id: 'bench', name: 'bench supply', place }, 'adapter-12'), ratedA: 60 } as Design['supplies'][number];
  const jobs = design.jobs.map((job, index) => (index === at ? { ...job, supply: 'bench' } : job));
  return { ...design, supplies: [...design.supplies, bench], jobs };
}
/** Every job on a 12 V battery that charges none, on an isolated supply in its place. */
const cases = readdirSync(folder).flatMap((file) => {
  const design = read(file);
  return design.jobs.flatMap((job, at) => {
    const supply = design.supplies.find(({ id }) => id === job.supply);
    const moves = supply && isOnVehicle(supply) && supply.nominalV === 12 && job.loads.every(({ kind }) => kind !== 'battery');
    return moves ? [{ name: `${file}, ${job.id}`, design, at, place: supply.place }] : [];
  });
});

test('what is taken over hangs on two supplies in turn: one that has another return is refused', () => {
  const { design, at, place } = cases.find(({ design: one, at: index }) => one.jobs[index]!.otherwise.kind === 'original-feed')!;
  const { evidence, analysis } = analyse(onBench(design, at, place));
  expect(evidence.unwired).toHaveLength(1);
  expect(analysis.findings.find(({ rule }) => rule === 'not-wired')?.detail).toMatch(/each has a return of its own/);
});

test('there are enough of them', () => expect(cases.length).toBeGreaterThan(12));

describe.each(cases)('$name', ({ design, at, place }) => {
  test('does what its sentence says on an isolated supply', () => {
    const moved = onBench(design, at, place);
    const { analysis, evidence } = analyse(moved);
    if (evidence.unwired.some(({ job }) => job === moved.jobs[at]!.id)) return;
    const broken = analysis.findings.filter(
      ({ rule, job, severity }) => severity !== 'hold' && rule === 'state-mismatch' && job === moved.jobs[at]!.id,
    );
    expect(broken.map(({ title, detail }) => `${title}: ${detail}`)).toEqual([]);
  });
});

describe('the key of a 12 V vehicle, and a load on another supply', () => {
  const begun = projectOf(hear('when the key is on run a 60 W fan from the battery', null))!;
  test.each([
    ['when the key is on run a 60 W pump from a 24 V battery', 12],
    ['unless the key is on run a 24 V 60 W pump from a 24 V battery', 12],
    ['when the key is on light a 230 V 60 W lamp from the mains', 12],
    ['when the key is on run a 9 A 230 V pump from the mains', 12],
    ['when the key is on and the fan switch is on run a 60 W fan from a 24 V battery through a 30 A relay', 12],
  ])('%s: a coil of %d V, that comes back to the vehicle', (sentence, coilV) => {
    const heard = hear(sentence, begun);
    expect(heard.assumed.join()).not.toMatch(/isolated supply/);
    const design = heard.add!(begun);
    const { evidence, analysis } = analyse(design);
    const job = design.jobs[1]!;
    expect(evidence.unwired).toEqual([]);
    expect(controlSupplyOf(design, job).id).toBe(begun.supplies[0]!.id);
    expect(relayOf(design, (job.device as { part: string }).part)!.coilV).toBe(coilV);
    const wrong = analysis.findings.filter(
      ({ severity, rule, job: of }) => severity !== 'hold' && of === job.id && ['state-mismatch', 'coil-wrong-voltage'].includes(rule),
    );
    expect(wrong.map(({ title }) => title)).toEqual([]);
  });
  test('a supply that was chosen for the coil gives way to the feed that gives it its current', () => {
    const [job] = begun.jobs;
    const bench = { ...asVariant({ id: 'bench', name: 'bench', place: job!.device.place }, 'adapter-12') };
    const design = { ...begun, supplies: [...begun.supplies, bench], jobs: [{ ...job!, controlSupply: 'bench' }] };
    expect(controlSupplyOf(design, design.jobs[0]!).id).toBe(begun.supplies[0]!.id);
    expect(analyse(design).analysis.findings.filter(({ severity }) => severity !== 'hold')).toEqual([]);
  });
});
