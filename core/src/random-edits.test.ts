/**
 * Whatever a person changes in an example, one thing after another: it is analysed, drawn, listed and put on the bench, or refused in
 * words with a field to go to. Seeded, so that what fails fails again.
 */
import { expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse, drawJobs } from './analyse.ts';
import {
  CONTROLLERS,
  HEATSINKS,
  POWER_RELAYS,
  SIGNAL_NATURES,
  type Signal,
  SUPPLY_VARIANTS,
  TRANSISTOR_IDS,
  UNIT_KINDS,
  type UnitLoad,
  asKind,
  asNature,
  asVariant,
  formOfSignal,
} from './kinds/index.ts';
import type { When } from './document/index.ts';
import { CONNECTOR_IDS, DC_PROTECTIONS, MAINS_PROTECTIONS, WIRE_SIZES_MM2 } from './reference/index.ts';
import { benchPlan, cautionsFor, workOf } from './outputs/index.ts';
import { type Piece, builtOf } from './testing/pieces.ts';
import { compile } from './wiring/index.ts';
import {
  type Design,
  type Job,
  parseDesign,
  parseDesignText,
  sentenceOf,
  sentenceText,
  withAuxiliaryOf,
  withBoardType,
} from './project/index.ts';

/** A long run looks at more: `RANDOM_EDITS=2000`. */
const EDITS_AN_EXAMPLE = Number(process.env.RANDOM_EDITS ?? 30);
/** After so many the example is taken anew: far from anything that makes sense nothing is learnt. */
const STRAYS = 12;

function madeOf(seed: number) {
  let state = seed;
  const random = () => (state = (state * 1664525 + 1013904223) >>> 0) / 2 ** 32;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  return {
    pick,
    times: (value: number) => value * pick([0.1, 0.5, 0.9, 1.1, 2, 10]),
    whole: (most: number) => Math.floor(random() * most),
  };
}
type Dice = ReturnType<typeof madeOf>;

function whenOf(ids: readonly string[], depth: number, { pick, whole }: Dice): When {
  const dice = { pick, whole } as Dice;
  const of = () => whenOf(ids, depth - 1, dice);
  const op = depth === 0 ? 'signal' : pick(['signal', 'signal', 'not', 'and', 'or', 'and', 'or', 'delay', 'held', 'toggle'] as const);
  switch (op) {
    case 'signal':
      return { op, signal: pick(ids) };
    case 'not':
    case 'toggle':
      return { op, of: of() };
    case 'delay':
      return { op, of: of(), onS: whole(5), offS: 1 + whole(60) };
    case 'held':
      return { op, set: of(), reset: of() };
    default:
      return { op, of: [of(), of()] };
  }
}

/** Any one of these, put in the place of what a job has. */
function changed(design: Design, dice: Dice): Design {
  const { pick, times, whole } = dice;
  const at = whole(design.jobs.length);
  const job = design.jobs[at]!;
  const ids = design.signals.map(({ id }) => id);
  const place = () => pick(design.places).id;
  const put = (changes: Partial<Job>): Design => ({
    ...design,
    jobs: design.jobs.map((other, index) => (index === at ? { ...job, ...changes } : other)),
  });
  const one = <T>(list: readonly T[], make: (item: T) => T): T[] => {
    const chosen = whole(list.length);
    return list.map((item, index) => (index === chosen ? make(item) : item));
  };
  const bit = () => pick([true, false]);
  return pick<() => Design>([
    () => put({ device: { kind: 'relay', part: pick(POWER_RELAYS).id, socket: 'auto', place: place() } }),
    () => put({ device: { kind: 'direct', place: place() } }),
    () => put({ loads: one(job.loads, (load) => asKind(load, pick(UNIT_KINDS))) as Job['loads'] }),
    () =>
      put({
        loads: one(
          job.loads,
          (load) => ({ ...load, count: 1 + whole(4), plate: { ...load.plate, value: times(load.plate.value) } }) as UnitLoad,
        ) as Job['loads'],
      }),
    () => put({ when: whenOf(ids, 2, dice) }),
    () => put({ when: { op: 'always' } }),
    () => put({ when: { op: 'always' }, device: { kind: 'direct', place: place() } }),
    () =>
      put({
        otherwise: pick<Job['otherwise']>([
          { kind: 'off' },
          { kind: 'slower', when: whenOf(ids, 1, dice), ohm: 1, endsItself: whole(2) === 1 },
          { kind: 'reverse', when: whenOf(ids, 1, dice) },
          { kind: 'loads', loads: [{ ...job.loads[0]!, id: 'another-load' }] },
        ]),
      }),
    () =>
      put({
        suppression: pick(['none', 'diode', 'resistor', 'zener']),
        grounds: pick(['shared', 'own']),
        wireMm2: pick([undefined, ...WIRE_SIZES_MM2]),
        there: pick([undefined, ['wire'], ['fuse', 'relay', 'switch']]),
        driver: pick(['auto', ...TRANSISTOR_IDS]),
        pullDown: bit(),
        lost: pick(['on', 'off']),
      }),
    () =>
      put({
        module: {
          trigger: pick(['low', 'high']),
          feed: pick(['input', 'supply-pin']),
          jumper: bit(),
          sharedGround: bit(),
          pull: bit(),
          isolated: bit(),
        },
        controlSupply: pick(['same', ...design.supplies.map(({ id }) => id)]),
      }),
    () =>
      put({
        protection: pick([...DC_PROTECTIONS, ...MAINS_PROTECTIONS]),
        fuse: pick(['auto', 'none', 5, 30]),
        controlFuse: pick(['auto', 'none', 2]),
      }),
    () =>
      put({
        breaks: pick(['auto', 'line', 'neutral', 'both']),
        cooling: pick(HEATSINKS).id,
        insulation: pick(['usual', 'glass']),
        cutOut: pick<Job['cutOut']>([
          { kind: 'none' },
          { kind: 'thermal-fuse', opensAtC: 150 },
          { kind: 'contactor', part: 'contactor-24v-2x25a', signal: pick(ids) },
        ]),
      }),
    () => {
      // Of the legs that it has now, and at times of one that it has not.
      const legs = compile(design).netlist.wires.flatMap((wire) => (wire.job === job.id ? [wire.leg] : []));
      const leg = pick([...legs, 'to-nowhere']);
      const connector = { type: pick(CONNECTOR_IDS), end: pick(['from', 'to'] as const) };
      return put({
        wires: { ...job.wires, [leg]: pick([{ connector }, { connector, sizeMm2: 4 }, { connector, secondMm2: 2.5 }, {}]) },
        ammeter: bit(),
        voltmeter: bit(),
      });
    },
    () => put({ supply: pick([...design.supplies.map(({ id }) => id), ...ids]) }),
    () => ({ ...design, supplies: one(design.supplies, (supply) => asVariant(supply, pick(SUPPLY_VARIANTS).key)) }),
    // A converter as the load of any of them, where it may be that.
    () => ({
      ...design,
      supplies: design.supplies.map((supply) =>
        supply.kind === 'converter' ? { ...supply, ofJob: pick(['itself', ...design.jobs.map(({ id }) => id)]) } : supply,
      ),
    }),
    // A small contact of any job's contactor, its own too, which is refused.
    () => {
      const other = pick(design.jobs);
      const part = pick(['contactor-24v-2x25a', 'contactor-230v-2x25a', 'relay-12v-150a-stud', 'relay-12v-30a-5']);
      const { design: made, id } = withAuxiliaryOf(design, other.id);
      return {
        ...made,
        jobs: made.jobs.map((before): Job => {
          const device = { kind: 'relay' as const, part, socket: 'auto' as const, place: before.device.place };
          const changed = before.id === other.id ? { ...before, device } : before;
          return before.id === job.id ? { ...changed, when: whenOf([...ids, id, id], 2, dice) } : changed;
        }),
      };
    },
    () => ({
      ...design,
      supplies: one(design.supplies, (supply) => ({ ...supply, lowestV: times(supply.lowestV), internalOhm: times(supply.internalOhm) })),
    }),
    () => ({ ...design, signals: one(design.signals, (signal) => asNature(signal, pick(SIGNAL_NATURES), pick(design.supplies).id)) }),
    () => ({
      ...design,
      places: one(design.places, (one_) => ({
        ...one_,
        ...{ box: pick(['open', 'plastic', 'metal']), wet: bit(), divided: bit(), strip: bit(), hottestC: 20 + whole(100) },
      })),
    }),
    () => ({ ...design, distances: one(design.distances, (way) => ({ ...way, lengthM: times(way.lengthM) })) }),
    () => ({
      ...design,
      signals: design.signals.map((signal) =>
        formOfSignal(signal) === 'contact' && bit()
          ? ({
              ...signal,
              fedBy: pick(['itself', ...design.supplies.map(({ id }) => id)]),
              madeFor: pick(['asked', 'vehicle', 'mains']),
              ownSupply: pick(['asked', 'dc-12', 'dc-24', 'ac-100-240']),
            } as Signal)
          : signal.nature === 'feed'
            ? { ...signal, ownOhm: pick([0.05, 2]) }
            : signal,
      ),
      places: one(design.places, (one_) => ({ ...one_, groundOhm: pick([0.002, 0.2, 20]) })),
      controllers: design.controllers.map((board) => ({ ...board, supply: pick(['usb', ...design.supplies.map(({ id }) => id)]) })),
    }),
    () => (design.controllers.length > 0 ? withBoardType(design, 0, pick(CONTROLLERS).id) : design),
    () => ({
      ...design,
      settings: {
        ...design.settings,
        ...{
          returnPath: pick(['chassis', 'wire']),
          coilSide: pick(['positive', 'ground', 'either']),
          feedsApart: pick(['diodes', 'relays']),
        },
        ...{ sharing: pick(['shared', 'apart']), wireSeries: pick(['metric', 'awg']), mainsBreak: pick(['line', 'both']) },
        sizes: pick([[], [2.5], [1, 6], [0.75, 2.5, 10]]),
        headroom: pick(['plus-20', 'plus-25', 'double', 'match']),
      },
    }),
  ])();
}

/** All that a person can look at of it; what is not wired has said why. */
function lookedAt(design: Design): void {
  const { analysis, evidence } = analyse(design);
  for (const { job, reasons } of evidence.unwired) {
    expect({ job, reasons: reasons.length }).not.toEqual({ job, reasons: 0 });
    for (const { path, message } of reasons) expect([path !== '', message]).toEqual([true, expect.stringMatching(/\w/)]);
  }
  for (const { id, unwired } of analysis.jobs)
    if (unwired.length === 0) {
      drawJobs(analysis.netlist, [id]);
      benchPlan(evidence, id);
    }
  const steps = workOf(evidence, analysis.wires);
  const said = design.jobs.flatMap((job) => [sentenceText(sentenceOf(design, job)), ...cautionsFor(design, job, analysis.netlist)]);
  const words = analysis.findings.map(({ title, detail, working }) => [title, detail, working]);
  expect(JSON.stringify([words, said, steps, analysis.wires, analysis.parts, analysis.cuts])).not.toMatch(
    /NaN|undefined|Infinity|\[object/,
  );
}

const folder = new URL('../../examples/', import.meta.url);
const FILES = ['circuits', 'as-sold'].flatMap((name) =>
  readdirSync(new URL(`${name}/`, folder))
    .filter((file) => !file.includes('wrong'))
    .map((file) => `${name}/${file}`),
);
const PIECES = JSON.parse(readFileSync(new URL('pieces/pieces.json', folder), 'utf8')) as Piece[];
const read = (file: string): Design => {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(file);
  return parsed.design;
};
test.each([...FILES.map((file) => [file, () => read(file)] as const), ...PIECES.map((piece) => [piece.id, () => builtOf(piece)] as const)])(
  '%s',
  (name, make) => {
    const began = make();
    const dice = madeOf([...name].reduce((sum, sign) => (31 * sum + sign.charCodeAt(0)) % 1e9, 20261127));
    let design = began;
    let looked = 0;
    for (let at = 0; at < EDITS_AN_EXAMPLE; at++) {
      if (at % STRAYS === 0) design = began;
      // The gate of every document: what it refuses no screen lets through.
      const next = parseDesign(changed(design, dice));
      if (!next.ok) {
        expect(next.problems.every(({ path, message }) => path !== '' && message !== '')).toBe(true);
        continue;
      }
      design = next.design;
      lookedAt(design);
      looked++;
    }
    expect(looked).toBeGreaterThan(EDITS_AN_EXAMPLE / 2);
  },
);
