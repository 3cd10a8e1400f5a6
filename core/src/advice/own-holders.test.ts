/** A socket, a fuse holder and a box that a person typed: wired, bought, sized and judged by what stands on their labels. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { POWER_RELAYS, type OwnPart, type UsedPart, beginPart, mayStand, ownPartSchema, withRelay } from '../kinds/index.ts';
import { type Design, type Job, assumptionsOf, ofOwnBox, parseDesignText, withParts } from '../project/index.ts';
import { ampacityAsLaid, looseInAir } from '../reference/index.ts';
import { design, job } from '../testing/designs.ts';
import { mains } from '../testing/mains.ts';
import { gatherEvidence } from '../analysis/index.ts';
import { checkEvidence } from '../rules/index.ts';
import { findNudge, sizeJob } from './index.ts';

const typed = (form: string, changes: object): UsedPart =>
  ownPartSchema.parse({ ...beginPart(form, `own-${form}`, `My ${form}`), assumed: [], ...changes }) as UsedPart & OwnPart;
const found = (made: Design, rule: string) => checkEvidence(gatherEvidence(made)).find((one) => one.rule === rule)!;
const bought = (made: Design) => analyse(made).analysis.parts;
const nudged = (made: Design, rule: string) => {
  const evidence = gatherEvidence(made);
  const findings = checkEvidence(evidence);
  return findNudge(
    evidence,
    findings,
    findings.find((one) => one.rule === rule)!,
  )!;
};
const refused = (made: Design, path: string) =>
  expect(parseDesignText(JSON.stringify({ ...made, parts: [] }))).toMatchObject({ ok: false, problems: [{ path }] });

describe('a fuse holder of one’s own', () => {
  const held = (changes: object, more: Partial<Job> = {}) =>
    design([job({ fuse: 20, holder: 'own-holder', ...more })], { parts: [typed('holder', changes)] });
  test('bears the fuse that its maker allows, and no larger one', () => {
    expect(found(held({ ratingA: 20, leadMm2: 0 }), 'fuse-above-holder')).toMatchObject({ severity: 'hold', value: 20, limit: 20 });
    const { severity, title } = found(held({ ratingA: 19.9, leadMm2: 0 }), 'fuse-above-holder');
    expect([severity, title]).toEqual(['danger', 'F1 is 20 A in My holder; it bears 19.9 A']);
  });
  test('its own leads are asked too, in the air at the fuse', () => {
    const airC = design().places.find(({ id }) => id === 'front')!.hottestC;
    for (const leadMm2 of [0.75, 1.5, 4]) {
      const finding = found(held({ ratingA: 30, leadMm2 }), 'fuse-above-holder');
      expect(finding.limit).toBeCloseTo(Math.min(30, looseInAir(leadMm2, airC)), 9);
    }
    const thin = found(held({ ratingA: 30, leadMm2: 0.75 }), 'fuse-above-holder');
    expect([thin.severity, thin.detail]).toEqual(['danger', expect.stringMatching(/opens after its own holder’s leads/)]);
  });
  test('leads behind a cartridge are asked for what it opens at: 1.45 of what they bear for 2.1 of its rating (IEC 60127, IEC 60364-4-43)', () => {
    const fused = (leadMm2: number) =>
      mains(
        { protection: 'cartridge', fuse: 5, holder: 'own-holder' },
        {},
        { parts: [typed('holder', { takes: 'cartridge', ratingA: 10, leadMm2 })] },
      );
    const made = fused(1);
    const [thin, thick] = [fused(0.75), fused(1.5)].map((one) => found(one, 'fuse-above-holder').limit);
    const laid = {
      family: made.settings.mainsFamily,
      airC: made.places.find(({ id }) => id === made.jobs[0]!.device.place)!.hottestC,
      bundleFactor: 1,
    };
    expect(thin).toBeCloseTo((1.45 / 2.1) * ampacityAsLaid(0.75, laid), 6);
    expect(thick).toBeCloseTo(Math.min(10, (1.45 / 2.1) * ampacityAsLaid(1.5, laid)), 6);
  });
  test('takes no fuse of another kind: said, and let go', () => {
    const wrong = held({ takes: 'cartridge', ratingA: 30, leadMm2: 0 });
    expect(found(wrong, 'fuse-above-holder').title).toBe('My holder takes cartridge fuses, 5 × 20 mm, and F1 is none');
    expect(nudged(wrong, 'fuse-above-holder').patches).toEqual([{ path: ['jobs', 0, 'holder'], value: 'none' }]);
  });
  test('is bought beside its fuse, which then comes without one', () => {
    const names = bought(held({ ratingA: 20, leadMm2: 0, price: 1.9 }));
    expect(names).toContainEqual(expect.objectContaining({ description: 'My holder: holder for blade fuses', tags: 'F1', price: 1.9 }));
    expect(names).toContainEqual(expect.objectContaining({ description: 'Blade fuse 20 A (yellow), without a holder', price: 0.4 }));
    expect(bought(held({}, { holder: 'none' })).join()).not.toMatch(/without a holder/);
  });
  test('that takes no such fuse is not bought with one that comes in its own', () => {
    const names = bought(held({ takes: 'cartridge', leadMm2: 0 })).map(({ description }) => description);
    expect(names).toContain('Blade fuse 20 A (yellow) in a sealed in-line holder');
    expect(names.join()).not.toMatch(/My holder/);
  });
  test('is offered for what may stand in it: blades, and the strips that large ones are', () => {
    expect([mayStand('blade', 'blade'), mayStand('blade', 'bolt'), mayStand('high-breaking', 'bolt')]).toEqual([true, true, false]);
  });
  test('says what nobody typed of it, and what stands on that', () => {
    const parts = [{ ...typed('holder', {}), assumed: ['ratingA', 'leadMm2'] } as UsedPart];
    const made = { ...held({}), parts };
    expect(assumptionsOf(made).map(({ label }) => label)).toEqual(
      expect.arrayContaining(['My holder: fuse in it, at most', 'My holder: its own leads']),
    );
    expect(found(made, 'fuse-above-holder').assumed).toContain('parts.own-holder.ratingA');
  });
  test('that the project has not is said, with the place of it', () => refused(held({}), 'jobs[0].holder'));
});

describe('a socket of one’s own', () => {
  const plugged = (changes: object) =>
    design([job({ fuse: 20, device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'own-socket', place: 'box' } })], {
      parts: [typed('socket', changes)],
    });
  test('bears the fuse before it, and no larger one', () => {
    expect(found(plugged({ terminalA: 20 }), 'fuse-above-terminal')).toMatchObject({ severity: 'hold', limit: 20 });
    expect(found(plugged({ terminalA: 19.9 }), 'fuse-above-terminal')).toMatchObject({ severity: 'danger' });
  });
  test('takes no thicker wire than it says', () => {
    const thick = (mostMm2: number) => ({
      ...plugged({ terminalA: 30, mostMm2 }),
      jobs: [job({ ...plugged({}).jobs[0]!, wires: { 'load-load-1': { sizeMm2: 4 } } })],
    });
    expect(found(thick(4), 'wire-above-terminal').severity).toBe('hold');
    expect(found(thick(3.9), 'wire-above-terminal').severity).toBe('caution');
  });
  test('is among the candidates of its relays, and never chosen by itself for another', () => {
    const made = plugged({ terminalA: 30 });
    const names = sizeJob(made, 'job-1', 'cost')
      .steps.find(({ id }) => id === 'relay')!
      .candidates.map(({ name }) => name);
    expect(names.some((name) => name.includes('My socket'))).toBe(true);
    const auto = { ...made, jobs: [job({ device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } })] };
    expect(
      bought(auto)
        .map(({ description }) => description)
        .join(),
    ).not.toMatch(/My socket/);
    expect(
      bought(made)
        .map(({ description }) => description)
        .join(),
    ).toMatch(/My socket/);
  });
  test('whose price nobody typed wins no comparison by it, unless it is there already', () => {
    const offered = (socket: string, price: number) => {
      const device = { kind: 'relay', part: 'relay-12v-30a-5', socket, place: 'box' } as const;
      const made = { ...plugged({ terminalA: 30, price }), jobs: [job({ fuse: 20, device })] };
      const names = sizeJob(made, 'job-1', 'cost')
        .steps.find(({ id }) => id === 'relay')!
        .candidates.map(({ name }) => name);
      return names.some((name) => name.includes('My socket'));
    };
    expect([offered('auto', 0), offered('auto', 1.2), offered('own-socket', 0)]).toEqual([false, true, true]);
  });
  test('that the relay does not go into is said, not silently replaced; a nudge gives one that it goes into', () => {
    for (const named of [plugged({ fits: 'blade-wide', terminalA: 50 }), plugged({ fits: 'eight-pin', terminalA: 50 })]) {
      expect(found(named, 'fuse-above-terminal')).toMatchObject({
        ...{ severity: 'danger', title: 'K1 does not go into My socket' },
        detail: expect.stringMatching(/^what is drawn and bought is (?!My socket)/) as unknown as string,
      });
      expect(nudged(named, 'fuse-above-terminal').patches).toEqual([{ path: ['jobs', 0, 'device', 'socket'], value: 'socket-blade-30' }]);
    }
  });
  test('stays with another relay that goes into it, and is left with one that does not', () => {
    const made = plugged({ terminalA: 30 });
    const at = (part: string) => withRelay(made, made.jobs[0]!.device as Extract<Job['device'], { kind: 'relay' }>, part);
    expect(at('relay-12v-30a-4')).toMatchObject({ part: 'relay-12v-30a-4', socket: 'own-socket' });
    const other = POWER_RELAYS.find(({ socket }) => socket !== 'blade')!;
    expect(at(other.id)).toMatchObject({ part: other.id, socket: 'auto' });
  });
  test('that the project has not is said, with the place of it', () => refused(plugged({}), 'jobs[0].device.socket'));
});

describe('a box of one’s own', () => {
  const inBox = (changes: object): Design => {
    const part = typed('box', changes);
    const made = mains();
    return withParts({ ...made, places: made.places.map((place) => (place.id === 'box' ? { ...place, ownBox: part.id } : place)) }, [part]);
  };
  test('gives its place what it is of, and the outside of its six sides', () => {
    const box = typed('box', { builtOf: 'metal', widthMm: 200, heightMm: 150, depthMm: 75 });
    // By hand: 2 · (0.2 · 0.15 + 0.2 · 0.075 + 0.15 · 0.075) m².
    expect(ofOwnBox(box as never)).toEqual({ box: 'metal', boxM2: 0.1125, ownBox: 'own-box' });
    const metal = inBox({ builtOf: 'metal' }).places.find(({ id }) => id === 'box')!;
    expect(metal.box).toBe('metal');
  });
  test('its heat goes by its size: a third of the outside is three times the warmth', () => {
    const rise = (mm: number) => found(inBox({ widthMm: mm, heightMm: mm, depthMm: mm }), 'box-heat').value;
    expect(rise(100) / rise(100 * Math.sqrt(3))).toBeCloseTo(3, 6);
  });
  test('one that is too small is nudged to a larger one that is not it', () => {
    const small = inBox({ widthMm: 60, heightMm: 40, depthMm: 30 });
    expect(found(small, 'box-heat').severity).toBe('caution');
    const { patches } = nudged(small, 'box-heat');
    expect(patches[0]).toEqual({ path: ['places', expect.any(Number), 'ownBox'], value: undefined });
  });
  test('is bought by its name, its size and its price', () => {
    expect(bought(inBox({ price: 12 }))).toContainEqual(
      expect.objectContaining({ description: expect.stringMatching(/^My box: plastic box 200 × 150 × 75 mm/), price: 12 }),
    );
  });
  test('a place that says otherwise than its box is refused, with the way to it', () => {
    const made = inBox({});
    const other = (more: object) => ({ ...made, places: made.places.map((place) => (place.ownBox ? { ...place, ...more } : place)) });
    expect(parseDesignText(JSON.stringify(made)).ok).toBe(true);
    for (const more of [{ boxM2: 9 }, { box: 'metal' }, { box: 'open' }])
      expect(parseDesignText(JSON.stringify(other(more)))).toMatchObject({
        ok: false,
        problems: [{ path: expect.stringMatching(/boxM2$/) }],
      });
  });
  test('is bought in inches where wire is bought by gauge', () => {
    const made = inBox({ widthMm: 160, heightMm: 120, depthMm: 60 });
    const byGauge = { ...made, settings: { ...made.settings, wireSeries: 'awg' } } as Design;
    // 160, 120 and 60 mm of 25.4 mm each.
    expect(
      bought(byGauge)
        .map(({ description }) => description)
        .join(),
    ).toMatch(/My box: plastic box 6\.3 × 4\.7 × 2\.4 in/);
  });
  test('taken anew from the shelf, its place goes along', () => {
    const made = inBox({});
    const again = withParts(made, [typed('box', { builtOf: 'metal', widthMm: 400 })]);
    const place = again.places.find(({ id }) => id === 'box')!;
    expect([place.box, place.boxM2]).toEqual(['metal', 0.2025]);
  });
  test('that the project has not is said, with the place of it', () => {
    const at = inBox({}).places.findIndex(({ id }) => id === 'box');
    refused(inBox({}), `places[${at}].ownBox`);
  });
});
