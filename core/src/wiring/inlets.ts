/**
 * A box of the mains with one cord in: its fuse is in the plug or the panel, or in the box itself behind the branch that is there. Its
 * neutral and earth go over terminals in the box, and jobs that ask for one fuse alike share it, each load behind it with a cord of its own.
 */
import { type Terminal, terminal } from '../quantity/index.ts';
import {
  type Design,
  INLET_BACK,
  INLET_EARTH,
  INLET_FUSED,
  INLET_LINE,
  type Job,
  controlSupplyOf,
  entersByCord,
  feedOf,
  linesOf,
  loadSupplyOf,
  supplyIdOf,
} from '../project/index.ts';
import { type Protection, curveOf, bladeFuseOhm, builtAs, earthMm2, noThinner, wireForA } from '../reference/index.ts';
import {
  type Supply,
  conductorColours,
  guardOf,
  isMains,
  isTwoHot,
  relayOf,
  signalFacets,
  supplyFacets,
  throwRating,
} from '../kinds/index.ts';
import type { NetlistBuilder, OpenWire } from './builder.ts';
import { chooseSizes } from './choose.ts';
import { type Fed, chooseFuse, leastRating } from './fuse-choice.ts';
import { FUSE_LEAD_M } from './control-side.ts';
import { lineAmpere } from './load-side.ts';
import { asOwn, boxTerminal, earthOf, inletName, ownInlet, returnTo, supplyOut, supplyTag } from './shared-parts.ts';
import { type Trunk, sharedLeg } from './trunks.ts';

/** Share of a load's drop budget that a cord which others share may take. */
const SHARED_SHARE = 1 / 3;

/** Jobs of one box that hang on one fuse of one supply, each with what it gets of that. */
export function wireInlets(builder: NetlistBuilder, design: Design, jobs: readonly Job[]): Map<string, Trunk> {
  const inlets = new Map<string, Trunk>();
  const groups = new Map<string, Job[]>();
  for (const job of jobs) {
    const supply = loadSupplyOf(design, job);
    if (job.device.kind === 'direct' || job.fuse === 'none') continue;
    // What an existing circuit feeds does not come in by the cord.
    if (feedOf(design, job) || !(isFusedInside(design, job) || entersByCord(design, supply, job.device.place))) continue;
    const key = inletName(supply, job);
    groups.set(key, [...(groups.get(key) ?? []), job]);
  }
  for (const alike of groups.values()) {
    const [first] = alike as [Job, ...Job[]];
    const name = inletName(loadSupplyOf(design, first), first);
    for (const group of sharing(builder, design, alike)) {
      if (group.length === 1 && !group.some((job) => hangsMore(builder, design, job))) continue;
      const inlet = wireInlet(builder, design, group, group.length < alike.length && group.length === 1 ? ownInlet(name, group[0]!) : name);
      for (const job of group) inlets.set(job.id, inlet);
    }
  }
  return inlets;
}

/** Whether a job's fuse is in its box, away from what feeds it: what leads there hangs on the branch. */
function isFusedInside(design: Design, job: Job): boolean {
  const supply = loadSupplyOf(design, job);
  return isMains(supply) && supply.place !== job.device.place && styleOf(design, job) === 'cartridge';
}
const styleOf = (design: Design, { ownGuard, protection }: Job): Protection => guardOf(design, ownGuard)?.builtAs ?? protection;

/**
 * Who of a box shares its fuse: all whose relays bear one that is made for all, where there is one; the others have a cord each. What
 * somebody chose for them stays, and the rules speak of it.
 */
function sharing(builder: NetlistBuilder, design: Design, alike: readonly Job[]): readonly (readonly Job[])[] {
  const apart = alike.map((job) => [job]);
  if (alike.length === 1 || design.settings.sharing === 'apart') return apart;
  if (typeof alike[0]!.fuse === 'number' || alike[0]!.ownGuard !== 'none') return [alike];
  const { ratingA } = fuseFor(builder, design, alike);
  const strong = alike.filter((job) => bearsA(design, job) >= ratingA);
  const { ampere, ratingA: ownA } = fuseFor(builder, design, strong);
  if (strong.length < 2 || ownA < ampere) return apart;
  return [strong, ...apart.filter(([job]) => !strong.includes(job!))];
}

/** What the weakest of a job's relays bears, by its contacts and by the terminals that it has of itself, A. */
function bearsA(design: Design, { device, cutOut, otherwise }: Job): number {
  const parts = [...(device.kind === 'relay' ? [device.part] : []), ...(cutOut.kind === 'contactor' ? [cutOut.part] : [])];
  const types = parts.flatMap((part) => relayOf(design, part) ?? []);
  return Math.min(
    ...types.flatMap((type) => {
      const [pole] = type.poles;
      const pins = [pole?.closing, otherwise.kind === 'off' ? undefined : pole?.resting].flatMap((pin) => pin ?? []);
      return [...pins.map((pin) => throwRating(type, pin, 'heater', 'ac').ampere), type.module?.terminalA ?? 0].filter(
        (bears) => bears > 0,
      );
    }),
  );
}

/** Whether more than its loads hangs on what feeds them, so that it is tapped in the box: a coil of the job, or an isolated supply in there that no other cord feeds. */
function hangsMore(builder: NetlistBuilder, design: Design, job: Job): boolean {
  const supply = loadSupplyOf(design, job);
  const contactor = job.cutOut.kind === 'contactor' ? relayOf(design, job.cutOut.part) : undefined;
  return (
    isFusedInside(design, job) ||
    isolatedIn(builder, design, job.device.place).length > 0 ||
    controlSupplyOf(design, job).id === supply.id ||
    contactor?.coilV === supply.nominalV
  );
}

/** Isolated supplies in a box that something hangs on, and that no cord feeds yet. */
function isolatedIn(builder: NetlistBuilder, design: Design, place: string): Supply[] {
  if (builder.inlets.has(place)) return [];
  return design.supplies.filter((one) => one.place === place && supplyFacets(one).takesOf !== undefined && isUsed(design, one));
}
const isUsed = (design: Design, { id }: Supply): boolean =>
  design.jobs.some((job) => supplyIdOf(design, job) === id || controlSupplyOf(design, job).id === id) ||
  design.controllers.some(({ supply }) => supply === id) ||
  design.signals.some((signal) =>
    signalFacets(signal)
      .references(signal)
      .supplies.some((one) => one.id === id),
  );

/** What a group takes together with the isolated supplies that it feeds, A, and the fuse for that. */
function fuseFor(builder: NetlistBuilder, design: Design, group: readonly Job[]): { readonly ampere: number; readonly ratingA: number } {
  const [owner] = group;
  if (!owner) return { ampere: 0, ratingA: 0 };
  const { fuse } = owner;
  const own = guardOf(design, owner.ownGuard);
  const protection = own?.builtAs ?? owner.protection;
  const supply = loadSupplyOf(design, owner);
  const loads = group.flatMap((job) => linesOf(job).map((load) => ({ kind: load.kind, ampere: lineAmpere(design, job, load) })));
  const isolatedA = isolatedIn(builder, design, owner.device.place).reduce(
    (sum, one) => sum + supplyFacets(one).takesOf!(one, supply.nominalV),
    0,
  );
  const ampere = loads.reduce((sum, load) => sum + load.ampere, isolatedA);
  const fed: Fed = {
    ampere,
    groups: [loads],
    mostA: supply.highestV / supply.internalOhm,
    airC: builder.hottestC(isFusedInside(design, owner) ? owner.device.place : supply.place),
  };
  const continuous = group.some((job) => job.continuous);
  const auto = () => chooseFuse(leastRating(design.settings, continuous, fed, protection), protection, supply);
  return { ampere, ratingA: own?.ratingA ?? (typeof fuse === 'number' ? fuse : auto()) };
}

function wireInlet(builder: NetlistBuilder, design: Design, group: readonly Job[], name: string): Trunk {
  const [owner] = group as [Job, ...Job[]];
  const own = guardOf(design, owner.ownGuard);
  const protection = own?.builtAs ?? owner.protection;
  const supply = loadSupplyOf(design, owner);
  const { ampere, ratingA } = fuseFor(builder, design, group);
  const chosen = own !== null || typeof owner.fuse === 'number';
  const number = design.jobs.indexOf(owner) + 1;
  const fuse = `inlet-fuse-${name}`;
  const colours = conductorColours(supply);
  const poles = isTwoHot(supply) && curveOf(protection) !== null ? 2 : 1;
  const common = { job: owner.id };
  const { place } = owner.device;
  const isInside = isFusedInside(design, owner);
  builder.add({
    ...common,
    id: fuse,
    kind: 'fuse',
    tag: `F${number}`,
    name: 'fuse of the box',
    place: isInside ? place : supply.place,
    spec: { ratingA, chosen, style: builtAs(protection, ratingA), poles, guards: 'load', ...asOwn(design, owner) },
  });
  const branch = isInside ? branchOf(builder, design, owner, supply) : null;
  if (!branch) builder.join(supplyOut(builder, design, supply.id), terminal(fuse, '1'));
  const ends = {
    line: boxTerminal(builder, owner, `inlet-line-${name}`, number, 'line'),
    back: boxTerminal(builder, owner, `inlet-back-${name}`, number, isTwoHot(supply) ? 'second hot' : 'neutral'),
    earth: boxTerminal(builder, owner, `inlet-earth-${name}`, number, 'earth'),
  };
  if (!builder.inlets.has(place)) builder.inlets.set(place, { supply: supply.id, line: ends.line, back: ends.back });
  const order = { side: 'load', mains: true } as const;
  const lead = (leg: string, role: 'load' | 'return' | 'earth', from: Terminal, to: Terminal, colour: string) =>
    builder.wire(owner, { ...order, leg, role, from, to, colour });
  const line = branch
    ? lead(INLET_LINE, 'load', branch.out, terminal(fuse, '1'), colours.out)
    : lead(INLET_LINE, 'load', terminal(fuse, '2'), ends.line, colours.out);
  const back = lead(INLET_BACK, 'return', ends.back, returnTo(builder, design, supply, supply.place), colours.back);
  const earth = lead(INLET_EARTH, 'earth', ends.earth, earthOf(builder, design, supply), colours.earth);
  const inside = branch ? [builder.wire(owner, { ...FUSED_LEAD, from: terminal(fuse, '2'), to: ends.line, colour: colours.out })] : [];
  const behindA = wireForA(protection, ratingA);
  const cordA = branch?.ratingA ?? behindA;
  for (const wire of [line, back, earth]) builder.ordinary(wire, cordA);
  const leg = (wire: OpenWire, guardA: number) => sharedLeg(builder, owner, wire, { ampere, ratingA: guardA });
  const budgetV = SHARED_SHARE * design.settings.dropImportant * supply.highestV;
  const fuseOhm = bladeFuseOhm(ratingA) + (branch ? bladeFuseOhm(branch.ratingA) : 0);
  const { sizes, dropV } = chooseSizes(
    [leg(line, cordA), leg(back, cordA), ...inside.map((wire) => leg(wire, behindA))],
    [{ legs: [line, back, ...inside].map((wire) => wire.leg), fixedDropV: ampere * fuseOhm, fuseAmpere: 0, budgetV }],
  );
  for (const wire of [line, back, ...inside]) wire.sizeMm2 = sizes.get(wire.leg)!;
  if (!earth.sizeChosen) earth.sizeMm2 = noThinner(design.settings.wireSeries, earthMm2(line.sizeMm2));
  for (const wire of [line, back, earth, ...inside]) wire.jobs.push(...group.slice(1).map(({ id }) => id));
  const used = [...(branch ? [branch.id] : []), fuse, ...Object.keys(ends).map((end) => `inlet-${end}-${name}`)];
  for (const job of group) for (const part of used) builder.use(part, job.id);
  const inlet = {
    fuseA: behindA,
    // The search for sizes knows one circuit behind one fuse: what hangs on the branch as well is none of its.
    isShared: group.length > 1 || branch !== null,
    lineMm2: line.sizeMm2,
    back: ends.back,
    earth: ends.earth,
  };
  return { at: ends.line, dropV: dropV[0]!, inlet };
}

const FUSED_LEAD = { leg: INLET_FUSED, role: 'load', side: 'load', stretch: 'lead', mains: true, lengthM: FUSE_LEAD_M } as const;

/** The breaker of the branch that is there, which all boxes with fuses of their own hang on. */
function branchOf(
  builder: NetlistBuilder,
  design: Design,
  owner: Job,
  supply: Supply,
): { readonly id: string; readonly out: Terminal; readonly ratingA: number } {
  const id = `branch-${supply.id}`;
  const out = terminal(id, '2');
  const ratingA = supplyFacets(supply).ratedA(supply) ?? 0;
  if (!builder.find(id)) {
    const isThere = { entered: `supplies[${design.supplies.indexOf(supply)}].ratedA` };
    const spec = { ratingA, chosen: true, style: 'breaker-c', poles: isTwoHot(supply) ? 2 : 1, guards: 'trunk', isThere } as const;
    const tag = `${supplyTag(design, supply)}F`;
    builder.add({ id, kind: 'fuse', tag, name: `branch breaker of ${supply.name}`, place: supply.place, job: owner.id, spec });
    builder.join(supplyOut(builder, design, supply.id), terminal(id, '1'));
  }
  return { id, out, ratingA };
}
