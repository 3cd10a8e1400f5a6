import { type Terminal, partOf, pinOf, terminal } from '../quantity/index.ts';
import { type Design, type Job, LENGTH_ALLOWANCE, SAME_PLACE_M, type Ways, isByHeat, waysBetween } from '../project/index.ts';
import type { Place } from '../document/index.ts';
import { type AnyPart, type Supply, borneV, connectorOf, kindOf, plays } from '../kinds/index.ts';
import {
  CABLE_COLOURS,
  CABLE_RETURN,
  RESERVED_COLOURS,
  ambientFactor,
  isBlock,
  joinedInCeramic,
  wireFamily,
  wireForA,
} from '../reference/index.ts';
import { type LaidOver, smallestForAmpacity } from './choose.ts';
import { chooseControlFuse } from './fuse-choice.ts';
import type { SizingParts } from './problem.ts';
import { type Netlist, type Wire, type WireRole, type WireSection, cablesOf, coresOf, isEven, laidOf } from '../graph/index.ts';

/** What air leaves of ordinary wire before another insulation is the better one: about half of its current (common practice). */
const USUAL_BEARS = 0.5;
/** Ends the id of a wire that lies beside another. */
const SECOND = '~2';
/** Ends the id and the leg of what goes on from a connector to the end that it sits at. */
const TAIL = '~tail';
/** Of a wire that a connector leaves next to nothing of, m. */
const SHORTEST_M = 0.05;

type Open<T> = { -readonly [K in keyof T]: T[K] };
/** A wire whose size, source end and users may still change. */
export type OpenWire = Open<Omit<Wire, 'jobs'>> & { jobs: string[] };
type NewPart<P> = P extends AnyPart ? Omit<P, 'jobs'> : never;

export interface WireOrder {
  readonly leg: string;
  readonly role: WireRole;
  readonly side: WireSection['side'];
  /** A plain run where it is left out. */
  readonly stretch?: WireSection['stretch'];
  readonly from: Terminal;
  readonly to: Terminal;
  readonly colour: string;
  readonly mains?: boolean;
  /** Only where it is not given by the places of its ends. */
  readonly lengthM?: number | undefined;
}

/** Control wires behind one fuse (or none); sized when all that hangs on it is known. */
export interface ControlGroup {
  readonly fuse: string | null;
  readonly choice: number | 'auto' | 'none';
  /** Largest current of all its coils, A. */
  ampere: number;
  readonly wires: OpenWire[];
}

/** Collects parts, wires and joints; parts that several jobs share are made once. */
/** Blue, white, grey, green and yellow are no colours of what is live on the mains (IEC 60445): violet stands for them. */
const liveColour = (colour: string): string =>
  colour
    .split('/')
    .map((part, stripe) => (RESERVED_COLOURS.includes(part) ? (stripe === 0 ? 'VT' : 'BK') : part))
    .join('/');

export class NetlistBuilder {
  private readonly parts = new Map<string, AnyPart>();
  private readonly wires: OpenWire[] = [];
  private readonly joints: [Terminal, Terminal][] = [];
  private readonly places: Map<string, Place>;
  private readonly ways: Ways;
  private readonly wiresOfJob = new Map<string, number>();
  private readonly groups: ControlGroup[] = [];
  private readonly behindLoad = new Set<OpenWire>();
  private readonly memo = new Map<string, unknown>();
  /** Jobs whose outputs or contactors a job hangs on, and which legs of their load sides it uses. */
  private readonly behind = new Map<string, Map<string, readonly string[]>>();
  private readonly lent = new Map<string, Set<string>>();
  /** Of each place that a cord comes into: the mains in it, and where it is tapped and given back. */
  readonly inlets = new Map<string, { readonly supply: string; readonly line: Terminal; readonly back: Terminal }>();
  /** Where each job gives out what it switches, behind which of its fuses, A, and what is lost up to there, V. */
  readonly outputs = new Map<
    string,
    { readonly at: Terminal; readonly fuseA: number; readonly legs: readonly string[]; readonly dropV: number }
  >();
  /** Of each part with contacts of its own, the supply of the highest voltage that one of them switches. */
  private readonly highest = new Map<string, Supply>();
  /** Jobs that asked for a contact which is not to be had, and why. */
  readonly refused = new Map<string, string>();
  /** What each job's load side asks of its sizes. */
  readonly sizing = new Map<string, SizingParts>();

  constructor(private readonly design: Design) {
    this.places = new Map(design.places.map((place) => [place.id, place]));
    this.ways = waysBetween(design);
  }

  add<P extends NewPart<AnyPart>>(part: P): void {
    if (!this.parts.has(part.id)) this.parts.set(part.id, { ...part, jobs: part.job === null ? [] : [part.job] } as unknown as AnyPart);
  }

  /** The supply of the highest voltage among those that the contacts of a part switch, this one among them. */
  highestOn(part: string, on: Supply): Supply {
    const known = this.highest.get(part);
    const highest = known && borneV(known) >= borneV(on) ? known : on;
    this.highest.set(part, highest);
    return highest;
  }

  /** Says that a job cannot be wired so: what it was given for a contact is none. The first reason stands. */
  refuse(job: string, why: string): void {
    if (!this.refused.has(job)) this.refused.set(job, why);
  }

  /** Puts a changed copy in a part's place (a switch that gains a pole). */
  change<K extends AnyPart['kind']>(id: string, spec: Partial<Extract<AnyPart, { kind: K }>['spec']>): void {
    const part = this.parts.get(id)!;
    this.parts.set(id, { ...part, spec: { ...part.spec, ...spec } } as AnyPart);
  }

  find(id: string): AnyPart | undefined {
    return this.parts.get(id);
  }

  /** Says that a job uses a part that another job made. */
  use(id: string, job: string): void {
    const part = this.parts.get(id)!;
    this.lent.get(job)?.delete(id);
    if (!part.jobs.includes(job)) this.parts.set(id, { ...part, jobs: [...part.jobs, job] });
  }

  /** Says that a job is fed by what another one switches: it uses all that makes that live, and none of that one's own loads. */
  useOutput(of: string, job: string): void {
    this.useOf(of, job, this.outputs.get(of)!.legs);
  }

  /** Says that a contact on another job's contactor works a job: it uses what brings that in, and nothing of its load side. */
  useCoil(of: string, job: string): void {
    this.useOf(of, job, []);
  }

  private useOf(of: string, job: string, legs: readonly string[]): void {
    for (const [before, own] of this.behind.get(of) ?? []) this.useOf(before, job, own);
    const behind = this.behind.get(job) ?? new Map<string, readonly string[]>();
    this.behind.set(job, behind.set(of, [...(behind.get(of) ?? []), ...legs]));
    const wires = this.wires.filter((wire) => wire.jobs.includes(of) && (wire.section.side === 'control' || legs.includes(wire.leg)));
    for (const wire of wires) if (!wire.jobs.includes(job)) wire.jobs.push(job);
    const used = new Set(wires.flatMap(({ from, to }) => [partOf(from), partOf(to)]));
    // What sits across a coil, or on a pin, has no wire.
    for (const id of used)
      for (const [a, b] of this.joints)
        for (const [here, there] of [
          [partOf(a), partOf(b)],
          [partOf(b), partOf(a)],
        ] as const)
          if (here === id && this.parts.get(there)?.jobs.includes(of)) used.add(there);
    const lent = this.lent.get(job) ?? new Set();
    for (const id of used) {
      const part = this.parts.get(id)!;
      if (part.job === null || part.jobs.includes(job)) continue;
      this.use(id, job);
      lent.add(id);
    }
    this.lent.set(job, lent);
  }

  /** Says that the load of a job is the converter that gives a supply: it gives nothing while nothing comes in there. */
  convert(supply: string, of: string): void {
    for (const part of this.parts.values()) {
      if (!plays(part, 'load') || part.job !== of) continue;
      const { nominalV, ratedA } = (this.parts.get(supply) as Extract<AnyPart, { kind: 'converter' }>).spec;
      this.change<'load'>(part.id, { gives: `${nominalV} V ⎓, ${ratedA} A` });
      this.change<'converter'>(supply, {
        input: { at: [terminal(part.id, '+'), terminal(part.id, '-')], ratedV: part.spec.ratedV, tag: part.tag },
      });
    }
  }

  /** Makes a thing once for each key. */
  once<T>(key: string, make: () => T): { thing: T; fresh: boolean } {
    const known = this.memo.has(key);
    if (!known) this.memo.set(key, make());
    return { thing: this.memo.get(key) as T, fresh: !known };
  }

  join(a: Terminal, b: Terminal): void {
    this.joints.push([a, b]);
  }

  /** Length to cut between two places, m; undefined when nobody gave the way. */
  lengthM(from: string, to: string): number | undefined {
    if (from === to) return SAME_PLACE_M;
    const way = this.ways(from, to);
    return way === undefined ? undefined : way.lengthM * (1 + LENGTH_ALLOWANCE);
  }

  /** The hottest place along a way, its ends and what it goes by. */
  private hottestAlong(from: string, to: string): string {
    const by = from === to ? [] : (this.ways(from, to)?.via ?? []);
    return [to, ...by].reduce((a, b) => (this.places.get(b)!.hottestC > this.places.get(a)!.hottestC ? b : a), from);
  }

  hottestC(place: string): number {
    return this.places.get(place)!.hottestC;
  }

  /** How a wire lies where it is hottest. */
  laid(wire: Parameters<typeof laidOf>[1] & Pick<Wire, 'from' | 'to'>): LaidOver {
    return { ...laidOf(this.design, wire), overStrip: this.stripsOver(wire) > 0 };
  }

  /** Strips that a wire passes: those of both its places. The mains passes beside, and what stays in a place passes none. */
  private stripsOver({ from, to, mains }: Pick<Wire, 'from' | 'to' | 'mains'>): number {
    const ends = [this.placeOf(from), this.placeOf(to)];
    return mains || ends[0] === ends[1] ? 0 : ends.filter((place) => this.places.get(place)!.strip).length;
  }

  /** Largest wire that a terminal takes, mm². */
  takesMm2(at: Terminal): number {
    const part = this.parts.get(partOf(at))!;
    return kindOf(part).takesMm2?.(part.spec) ?? Infinity;
  }

  placeOf(at: Terminal): string {
    return this.parts.get(partOf(at))!.place;
  }

  /** A wire of a job; its size is set later unless a person chose it. */
  wire(job: Job, order: WireOrder): OpenWire {
    const from = this.placeOf(order.from);
    const to = this.placeOf(order.to);
    const number = (this.wiresOfJob.get(job.id) ?? 0) + 1;
    this.wiresOfJob.set(job.id, number);
    const chosen = job.wires[order.leg];
    const id = `${job.id}/${order.from}>${order.to}`;
    const said = this.design.build.wires[id];
    // Over each strip that it passes it goes once more from the strip to its part; the mains passes beside.
    const strips = this.stripsOver({ from: order.from, to: order.to, mains: order.mains ?? false });
    const wire: OpenWire = {
      id,
      tag: `W${this.design.jobs.indexOf(job) + 1}.${number}`,
      job: job.id,
      jobs: [job.id],
      leg: order.leg,
      wholeLeg: order.leg,
      role: order.role,
      section: { side: order.side, stretch: order.stretch ?? 'run' },
      beside: null,
      from: order.from,
      to: order.to,
      sizeMm2: chosen?.sizeMm2 ?? 0,
      sizeChosen: chosen?.sizeMm2 !== undefined,
      colour: said?.colour ?? chosen?.colour ?? (order.mains && order.role === 'control' ? liveColour(order.colour) : order.colour),
      lengthM: said?.lengthM ?? (order.lengthM ?? this.lengthM(from, to)!) + strips * SAME_PLACE_M,
      hotPlace: this.hottestAlong(from, to),
      mains: order.mains ?? false,
      insulation: job.insulation,
      bundle: from === to ? 1 : (this.ways(from, to)?.bundle ?? 1),
    };
    this.wires.push(wire);
    return wire;
  }

  /** Says that a control wire hangs on its job's load, so that the load fuse guards it. */
  behindLoadFuse(wire: OpenWire): void {
    this.behindLoad.add(wire);
  }

  /** Glass fibre is for what lies where a job heats; a wire in air that ordinary insulation bears has that, where a size of it bears `ampere`. */
  ordinary(wire: OpenWire, ampere = 0): void {
    const { mainsFamily, wireFamily: plain } = this.design.settings;
    const family = wire.mains ? mainsFamily : plain;
    const factor = ambientFactor(family, this.laid(wire).airC);
    const mostA = Math.max(...wireFamily(family).rows.map(([, most]) => most));
    if (factor >= USUAL_BEARS && mostA * factor >= ampere) wire.insulation = 'usual';
  }

  group(fuse: string | null, choice: ControlGroup['choice']): ControlGroup {
    const made: ControlGroup = { fuse, choice, ampere: 0, wires: [] };
    this.groups.push(made);
    return made;
  }

  /** Ratings of control fuses, branches that jobs share, and sizes of control wires. */
  finish(): Netlist {
    for (const group of this.groups) {
      const { choice, fuse, ampere } = group;
      const ratingA = choice === 'auto' ? chooseControlFuse(ampere) : choice === 'none' ? 0 : choice;
      if (fuse !== null) this.change<'fuse'>(fuse, { ratingA });
      if (this.design.settings.sharing === 'shared') this.branch(group);
      const behindA = fuse === null ? ratingA : this.ratingOf(fuse);
      for (const wire of group.wires) {
        if (wire.sizeChosen) continue;
        const fuseA = this.behindLoad.has(wire) ? Math.max(behindA, this.loadFuseA(wire.job)) : behindA;
        wire.sizeMm2 = smallestForAmpacity({
          currentA: ampere,
          laid: this.laid(wire),
          mostMm2: Math.min(this.takesMm2(wire.from), this.takesMm2(wire.to)),
          fuseA,
        });
      }
    }
    this.withoutRelay();
    this.earthsOfBoxes();
    this.evenCores();
    this.wires.push(...this.wires.splice(0).flatMap((wire) => this.parted(wire)));
    this.wires.push(...this.wires.flatMap((wire) => this.second(wire)));
    const { lengthUnit, temperatureUnit } = this.design.settings;
    const units = { lengthUnit, temperatureUnit };
    return {
      units,
      parts: [...this.parts.values()],
      wires: this.wires,
      joints: this.joints,
      leftOut: new Set(),
      bridged: new Set(),
      lent: this.lent,
      dropped: [],
    };
  }

  /** The earth in a cord into a box is as thick as the thickest that meets it there, of whatever job. */
  private earthsOfBoxes(): void {
    const earths = this.wires.filter(({ role }) => role === 'earth');
    for (const inlet of earths) {
      const meeting = earths.filter(({ to }) => to === inlet.from);
      if (!inlet.sizeChosen) inlet.sizeMm2 = Math.max(inlet.sizeMm2, ...meeting.map(({ sizeMm2 }) => sizeMm2));
    }
  }

  /** Cores of a cord are of one size: that of the thickest, where every terminal takes it and nobody chose another. */
  private evenCores(): void {
    const laid = { parts: [...this.parts.values()], wires: this.wires };
    const cables = cablesOf(this.design, laid);
    for (const cores of [...coresOf(this.design, laid), ...cables]) {
      const mostMm2 = Math.max(...cores.map(({ sizeMm2 }) => sizeMm2));
      const takes = ({ sizeMm2, sizeChosen, from, to }: OpenWire): boolean =>
        sizeMm2 === mostMm2 || (!sizeChosen && Math.min(this.takesMm2(from), this.takesMm2(to)) >= mostMm2);
      if (cores.every(takes)) for (const core of cores) core.sizeMm2 = mostMm2;
    }
    cables.filter(isEven).forEach((cores) => this.coloured(cores));
  }

  /** Cores of a cable have the colours that it is sold with: what comes back white, the others in their order. */
  private coloured(cores: readonly OpenWire[]): void {
    const isSaid = ({ id, job, leg }: OpenWire): boolean =>
      (this.design.build.wires[id]?.colour ?? this.design.jobs.find((one) => one.id === job)?.wires[leg]?.colour) !== undefined;
    const said = cores.filter(isSaid);
    const free = new Set(CABLE_COLOURS.filter((colour) => said.every((core) => core.colour !== colour)));
    const take = (core: OpenWire, colour: string | undefined): void => {
      if (colour === undefined) return;
      core.colour = colour;
      free.delete(colour);
    };
    const others = cores.filter((core) => !isSaid(core));
    const [back] = others.filter(({ role }) => role === 'return');
    if (back) take(back, free.has(CABLE_RETURN) ? CABLE_RETURN : undefined);
    for (const core of others) if (core !== back) take(core, [...free][0]);
  }

  /** Where signals feed a load themselves its tails and its way back hang on their fuse, which is known only now. */
  private withoutRelay(): void {
    for (const job of this.design.jobs.filter(({ device }) => device.kind === 'direct')) {
      const groups = this.groups.filter(({ wires }) => wires.some(({ jobs }) => jobs.includes(job.id)));
      const grouped = new Set(groups.flatMap(({ wires }) => wires));
      const fuseA = Math.max(0, ...groups.map(({ fuse }) => this.ratingOf(fuse)));
      for (const wire of this.wires) {
        if (wire.job !== job.id || wire.sizeChosen || grouped.has(wire) || wire.section.side !== 'load') continue;
        const mostMm2 = Math.min(this.takesMm2(wire.from), this.takesMm2(wire.to));
        wire.sizeMm2 = Math.max(wire.sizeMm2, smallestForAmpacity({ currentA: 0, laid: this.laid(wire), mostMm2, fuseA }));
      }
    }
  }

  /** Where wires of a job meet, made as its place asks for. */
  splice(job: Job, as: { readonly id: string; readonly tag: string; readonly name: string; readonly place: string }): Terminal {
    const inCeramic = joinedInCeramic(this.hottestC(as.place)) || isByHeat(this.design, job.id, as.place);
    this.add({ ...as, kind: 'splice', job: job.id, spec: { inCeramic } });
    return terminal(as.id, '1');
  }

  /** What a wire behind a fuse has to bear, A; 0 behind none. */
  private ratingOf(fuse: string | null): number {
    const part = fuse === null ? undefined : this.parts.get(fuse);
    return plays(part, 'overcurrent device') ? wireForA(part.spec.style, part.spec.ratingA) : 0;
  }

  /** A wire with the connector that a person wants in it: what is left to the connector's end is its tail, which has a leg of its own. */
  private parted(wire: OpenWire): OpenWire[] {
    const job = this.design.jobs.find(({ id }) => id === wire.job)!;
    const wanted = job.wires[wire.leg]?.connector;
    if (!wanted) return [wire];
    const { end } = wanted;
    const type = connectorOf(this.design, wanted.type)!;
    const place = this.placeOf(wire[end]);
    const leg = `${wire.leg}${TAIL}`;
    const nth = [...this.parts.values()].filter((part) => plays(part, 'connector') && part.job === job.id).length + 1;
    const part = `${job.id}-connector-${nth}`;
    const number = this.design.jobs.indexOf(job) + 1;
    const name = isBlock(type) ? 'terminal block' : 'connector';
    this.add({ id: part, kind: 'connector', tag: `X${number}.C${nth}`, name, place, job: job.id, spec: { type } });
    for (const user of wire.jobs) this.use(part, user);
    const [near, far] = end === 'to' ? (['1', '2'] as const) : (['2', '1'] as const);
    const id = `${wire.id}${TAIL}`;
    const chosen = job.wires[leg];
    const said = this.design.build.wires[id];
    const tail: OpenWire = {
      ...wire,
      jobs: [...wire.jobs],
      id,
      tag: `${wire.tag}t`,
      leg,
      [end === 'to' ? 'from' : 'to']: terminal(part, far),
      sizeMm2: chosen?.sizeMm2 ?? wire.sizeMm2,
      sizeChosen: chosen?.sizeMm2 !== undefined || wire.sizeChosen,
      colour: said?.colour ?? chosen?.colour ?? wire.colour,
      lengthM: said?.lengthM ?? SAME_PLACE_M,
      hotPlace: place,
      bundle: 1,
    };
    wire[end] = terminal(part, near);
    if (this.design.build.wires[wire.id]?.lengthM === undefined) wire.lengthM = Math.max(SHORTEST_M, wire.lengthM - tail.lengthM);
    return end === 'to' ? [wire, tail] : [tail, wire];
  }

  /** The wire that a person laid beside another, under the same terminals. */
  private second(wire: OpenWire): OpenWire[] {
    const sizeMm2 = this.design.jobs.find(({ id }) => id === wire.job)!.wires[wire.leg]?.secondMm2;
    return sizeMm2 === undefined
      ? []
      : [{ ...wire, jobs: [...wire.jobs], id: `${wire.id}${SECOND}`, tag: `${wire.tag}b`, beside: wire.id, sizeMm2, sizeChosen: true }];
  }

  /** What a wire behind the load fuse of a job has to bear, A. */
  private loadFuseA(job: string): number {
    const guards = [...this.parts.values()].map((part) =>
      plays(part, 'overcurrent device') && part.jobs.includes(job) && part.spec.guards === 'load'
        ? wireForA(part.spec.style, part.spec.ratingA)
        : 0,
    );
    return Math.max(0, ...guards);
  }

  /** Wires from one terminal to one other place become one wire to a splice there, and short ones. */
  private branch(group: ControlGroup): void {
    const together = new Map<string, OpenWire[]>();
    for (const wire of group.wires) {
      const place = this.placeOf(wire.to);
      if (place === this.placeOf(wire.from)) continue;
      const key = `${wire.from}|${place}`;
      together.set(key, [...(together.get(key) ?? []), wire]);
    }
    for (const wires of together.values()) {
      const [first] = wires;
      if (wires.length < 2 || !first) continue;
      const place = this.placeOf(first.to);
      const splice = `${partOf(first.from)}-${pinOf(first.from)}-branch-${place}`;
      const job = this.design.jobs.find(({ id }) => id === first.job)!;
      const number = this.design.jobs.indexOf(job) + 1;
      const to = this.splice(job, { id: splice, tag: `X${number}.B${this.wiresOfJob.get(job.id)!}`, name: 'branch', place });
      const trunk = this.wire(job, {
        leg: `control-branch-${place}`,
        role: 'control',
        side: 'control',
        from: first.from,
        to,
        colour: first.colour,
        mains: first.mains,
      });
      for (const wire of wires) {
        wire.from = to;
        wire.lengthM = SAME_PLACE_M;
        wire.hotPlace = place;
        wire.bundle = 1;
        for (const user of wire.jobs) {
          this.use(splice, user);
          if (!trunk.jobs.includes(user)) trunk.jobs.push(user);
        }
      }
      group.wires.push(trunk);
    }
  }
}
