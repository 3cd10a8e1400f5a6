/** Whole jobs sized from their sentences, checked by the rule book, which shares nothing with the search but tables. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { parseDesignText } from '../project/parse.ts';
import { applyPatches } from '../document/patch.ts';
import type { Design } from '../project/schema.ts';
import { HEATER, design, job } from '../testing/designs.ts';
import { typed } from '../testing/pieces.ts';
import { comparePlaces } from './mount.ts';
import { sizeJob } from './size.ts';

const folder = new URL('../../../examples/circuits/', import.meta.url);
function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(file);
  return parsed.design;
}

describe.each(readdirSync(folder).sort())('%s', (file) => {
  const made = read(file);
  test.each(made.jobs.map(({ id }) => id))('%s: the chosen sizes hold every rule', (id) => {
    const sized = sizeJob(made, id);
    expect(sized.reasons).toEqual([]);
    expect(sized.chosen!.overV).toBe(0);
    const { findings } = analyse(applyPatches(made, sized.patches)).analysis;
    const open = findings.filter(({ severity, job: own, accepted }) => severity !== 'hold' && own === id && accepted === null);
    expect(open.map(({ rule, title }) => `${rule}: ${title}`)).toEqual([]);
    // Whatever was not taken says why, or costs more, or wants a larger fuse.
    for (const { candidates } of sized.steps) {
      expect(candidates.filter(({ chosen }) => chosen)).toHaveLength(1);
      for (const { whole, why, chosen } of candidates) {
        expect(why === '').toBe(whole !== null);
        expect(why).not.toMatch(/NaN|undefined/);
        if (whole && !chosen)
          expect(whole.fuseA > sized.chosen!.fuseA || whole.overV > 1e-9 || whole.cost >= sized.chosen!.cost - 1e-9).toBe(true);
      }
    }
  });
});

describe('one job', () => {
  const lamp = design([job({ loads: [{ ...HEATER, important: true }] })]);
  const sized = sizeJob(lamp, 'job-1', 'cost');

  test('the runner-up is another one, no better, and says where it differs', () => {
    expect(sized.runnerUp).not.toEqual(sized.chosen);
    expect(sized.runnerUp!.cost).toBeGreaterThanOrEqual(sized.chosen!.cost);
    expect(sized.runnerUpDiffers.length).toBeGreaterThan(0);
  });

  test('each order is served: nothing costs, weighs or loses less than the one that was asked for it', () => {
    const [cost, copper, drop] = (['cost', 'copper', 'drop'] as const).map((order) => sizeJob(lamp, 'job-1', order).chosen!);
    expect(cost!.cost).toBeLessThanOrEqual(Math.min(copper!.cost, drop!.cost));
    expect(copper!.copperG).toBeLessThanOrEqual(Math.min(cost!.copperG, drop!.copperG));
    expect(drop!.dropV).toBeLessThanOrEqual(Math.min(cost!.dropV, copper!.dropV));
    expect(drop!.dropV).toBeLessThan(0.7 * cost!.dropV);
  });

  test('along the front each costs more and loses less than the one before', () => {
    expect(sized.front.length).toBeGreaterThan(5);
    for (let at = 1; at < sized.front.length; at++) {
      expect(sized.front[at]!.dropV).toBeLessThan(sized.front[at - 1]!.dropV);
      expect(sized.front[at]!.cost).toBeGreaterThanOrEqual(sized.front[at - 1]!.cost - 1e-9);
    }
  });

  test('what its hand chose before is forgotten, but not its colours', () => {
    const wires = { 'load-load-1': { sizeMm2: 35, colour: 'GN' }, feed: { sizeMm2: 1 } };
    const again = sizeJob(design([job({ loads: [{ ...HEATER, important: true }], wires, fuse: 40 })]), 'job-1', 'cost');
    expect(again.chosen).toEqual(sized.chosen);
    const after = applyPatches(design([job({ wires })]), again.patches).jobs[0]!;
    expect(after.wires['load-load-1']).toMatchObject({ colour: 'GN' });
  });

  test('a load that no relay of the shelf may switch has no answer, and says what it asks for', () => {
    const heavy = { ...HEATER, plate: { unit: 'W' as const, value: 3600, ratedV: 12 } };
    const none = sizeJob(design([job({ loads: [heavy] })]), 'job-1');
    expect(none.chosen).toBeNull();
    expect(none.patches).toEqual([]);
    // 3.6 kW at 12 V is 0.04 Ω: more than 200 A even where the battery sags, and the largest of the shelf does not pull in there.
    expect(none.reasons.join(' ')).toMatch(/150 A power relay on studs, 12 V coil: Contact K1 87 carries 298 A of 150 A/);
    // What no plug-in relay bears goes on studs, behind a strip fuse: 600 W is 61.7 A at 14.8 V, 77.1 A with a quarter more.
    const studs = sizeJob(design([job({ loads: [{ ...HEATER, plate: { unit: 'W' as const, value: 600, ratedV: 12 } }] })]), 'job-1');
    expect(studs.chosen).toMatchObject({ relay: 'relay-12v-150a-stud', fuseA: 80 });
  });
});

test('the relay near its load and its battery takes less thick wire than one at the far end, by hand', () => {
  const places = comparePlaces(design([job()]), 'job-1');
  const at = (id: string) => places.find(({ place }) => place === id)!;
  expect(places.map(({ place }) => place)).toEqual(['front', 'dash', 'box', 'rear']);
  expect(at('box').chosen).toBe(true);
  // Front to box 0.9 m, dash to box 1.1 m, box to rear 3.2 m, each a tenth longer: from the dash the load's way
  // goes front–dash 1.4 m and back over the box, 1.1 + 3.2 m.
  const thick = (id: string) => at(id).copperG;
  expect(thick('dash')).toBeGreaterThan(thick('box'));
  expect(places.filter(({ dangers }) => dangers > 0)).toEqual([]);
  const alone = comparePlaces({ ...design([job()]), distances: design().distances.slice(1) }, 'job-1');
  expect(alone.every(({ why }) => why === '')).toBe(true);
  const cut = { ...design([job()]), distances: design().distances.filter(({ b }) => b !== 'rear') };
  expect(comparePlaces(cut, 'job-1').every(({ why }) => /How far/.test(why))).toBe(true);
});

test('in a box of the mains a job alone chooses its fuse, and one that shares it leaves it and the earth of the box alone', () => {
  const HEATER_SAID = 'when the second switch is on, run a 1 kW heater';
  const legsOf = (texts: readonly string[], id: string) => {
    const { steps, patches } = sizeJob(typed(texts), id);
    return { steps: steps.map((step) => step.id), paths: patches.map(({ path }) => path.at(-1)) };
  };
  expect(legsOf([HEATER_SAID], 'job-1')).toMatchObject({ steps: expect.arrayContaining(['fuse']), paths: ['device', 'fuse', 'wires'] });
  const shared = legsOf([HEATER_SAID, 'when the switch is on, light a 60 W lamp'], 'job-1');
  expect(shared.steps).not.toContain('fuse');
  expect(shared.paths).toEqual(['device', 'wires']);
});
