/** The load side of a job: fused sources, runs out and back, and the sizes of all its legs together. */
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import {
  type Design,
  INLET_BACK,
  INLET_EARTH,
  INLET_LEGS,
  type Job,
  allHangingOn,
  backLeg,
  FEED_LEG,
  TO_RELAY_LEG,
  boxEarthLeg,
  isBoxEarth,
  earthLeg,
  dropBudgetV,
  entersByCord,
  feedOf,
  jobsFedBy,
  linesOf,
  loadSupplyOf,
  outLeg,
  runsForHours,
  stringRatedV,
  supplyById,
  takesOf,
  unitOhm,
} from '../project/index.ts';
import {
  guardOf,
  type Load,
  type LoadOf,
  type MeterSpec,
  type RelayType,
  type Supply,
  type UnitLoad,
  conductorColours,
  coilTemperature,
  currentOf,
  freewheelDiode,
  isCharged,
  isMains,
  isOnVehicle,
  isTwoHot,
  leastCoilOhm,
  loadFacets,
  relayOf,
  meterOhm,
  scaleFor,
  varistorFor,
  thermalCutOutOf,
} from '../kinds/index.ts';
import { bladeFuseOhm, builtAs, curveOf, earthMm2, noThinner } from '../reference/index.ts';
import { type Leg, type Path, chooseSizes } from './choose.ts';
import { ControlSide } from './control-side.ts';
import { type Fed, chooseFuse, leastRating } from './fuse-choice.ts';
import type { NetlistBuilder, OpenWire } from './builder.ts';
import type { WireRole, WireSection } from '../graph/index.ts';
import { boxTag, groundOhmAt } from '../document/index.ts';
import { asOwn, boxTerminal, earthOf, feedOhm, hasMetal, liveTap, minusOf, returnTo, supplyOut } from './shared-parts.ts';
import type { Trunk } from './trunks.ts';

/** Lead from a splice to one of several units, m. */
const TAIL_M = 0.3;

/** Where load current comes from: behind the fuse, with what it has passed. */
export interface Source {
  readonly at: Terminal;
  readonly fuseA: number;
  readonly legs: readonly string[];
  /** Lost in contacts, taps and trunks on the way here, V. */
  readonly fixedDropV: number;
  /** Current through the job's own fuses on the way, summed, A. */
  readonly fuseAmpere: number;
  /** Rating of a fuse that is not the job's own and feeds what is behind it at other times, A. */
  readonly foreignA?: number | undefined;
}

/** Where a load line takes most, V: at the highest supply voltage; what keeps its power at the lowest, until it drops out. */
function hardestV(supply: Supply, load: Load): number {
  const takes = takesOf(load);
  if (takes.as !== 'power') return supply.highestV;
  const ratedV = stringRatedV(load);
  // What it takes there pulls the supply down by a little more.
  const sag = ((load.count * ratedV ** 2) / unitOhm(load) / supply.lowestV) * supply.internalOhm;
  return Math.max(supply.lowestV - sag, takes.dropsOutBelow * ratedV);
}

/** Most that all units of a load line take, A. What keeps its power takes more the more is lost on the way: at most its budget. */
export function lineAmpere(design: Design, job: Job, load: Load): number {
  const supply = loadSupplyOf(design, job);
  if (isCharged(load)) return load.plate.unit === 'A' ? load.plate.value : load.plate.ratedV / unitOhm(load);
  const takes = takesOf(load);
  if (takes.as === 'power') {
    const ratedV = stringRatedV(load);
    const volt = hardestV(supply, load);
    const left = volt - dropBudgetV(design.settings, load, volt);
    return (load.count * ratedV ** 2) / unitOhm(load) / Math.max(left, takes.dropsOutBelow * ratedV);
  }
  return (load.count * supply.highestV) / unitOhm(load);
}

/** Legs from a battery to the stud that jobs share. */
export const TRUNK_LEGS = ['trunk-lead', 'trunk'] as const;
/** Share of a lamp's drop budget that what several jobs hang on may take, so that what is behind it keeps the rest. */
export const TRUNK_SHARE = 1 / 3;

/** Most that a job takes, with all that hangs on what it switches, A. */
export const drawnA = (design: Design, job: Job): number =>
  [...linesOf(job).map((load) => lineAmpere(design, job, load)), ...hanging(design, job).map(({ ampere }) => ampere)].reduce(
    (sum, ampere) => sum + ampere,
    0,
  );

/** What a job's coils take of what feeds them, A: that of its relay when it is coldest, and as much again for what its clause needs beside it. */
function coilsA(design: Design, { device }: Job, volt: number): number {
  const type = device.kind === 'relay' ? relayOf(design, device.part) : undefined;
  if (!type) return 0;
  const coldestC = Math.min(...design.places.map((place) => place.coldestC));
  return (2 * volt) / leastCoilOhm(type, coilTemperature(type, coldestC, 0));
}

/** What jobs take that hang on what a job switches, and those that hang on theirs: their loads, and coils. */
export function hanging(design: Design, job: Job): Fed['groups'][number] {
  const loads = allHangingOn(design, job).flatMap((other) =>
    linesOf(other).map((load) => ({ kind: load.kind, ampere: lineAmpere(design, other, load) })),
  );
  const { highestV } = loadSupplyOf(design, job);
  const coils = jobsFedBy(design, job).reduce((sum, other) => sum + coilsA(design, other, highestV), 0);
  return coils > 0 ? [...loads, { kind: 'solenoid', ampere: coils }] : loads;
}

interface Run {
  readonly leg: string;
  readonly role: WireRole;
  readonly from: Terminal;
  readonly to: Terminal;
  readonly colour: string;
  readonly ampere: number;
  readonly fuseA: number;
  readonly lengthM?: number;
  readonly stretch?: WireSection['stretch'];
  /** Rating of a fuse that is not the job's own and may feed it as well, A. */
  readonly foreignA?: number | undefined;
}

/** Where a line's units are fed, and where they come back together; the legs between. */
interface Units {
  readonly pluses: readonly Terminal[];
  readonly minus: Terminal;
  readonly legs: readonly string[];
}

/** The metal box of a place. */
export const boxId = (place: string): string => `box-${place}`;

export class LoadSide {
  readonly supply: Supply;
  readonly number: number;
  private readonly legs = new Map<string, Leg>();
  private readonly paths: Path[] = [];
  private readonly wires: OpenWire[] = [];
  private readonly fed: Fed[] = [];
  private fuseOhm = 0;
  readonly colours: ReturnType<typeof conductorColours>;
  private units = 0;
  /** Behind its contact: what other jobs may hang on. */
  private output: Source | null = null;
  private splices = 0;

  constructor(
    readonly builder: NetlistBuilder,
    readonly design: Design,
    readonly job: Job,
    private readonly trunk: Trunk | null,
  ) {
    this.supply = loadSupplyOf(design, job);
    this.colours = conductorColours(this.supply);
    this.number = design.jobs.indexOf(job) + 1;
  }

  /** A wire whose size is chosen with all the others of the job. */
  run({ leg, role, stretch = 'run', from, to, colour, ampere, fuseA, lengthM, foreignA = 0 }: Run): void {
    const { builder, job } = this;
    const wire = builder.wire(job, { leg, role, side: 'load', stretch, from, to, colour, lengthM, mains: isMains(this.supply) });
    const comesIn = this.isOfCordIn(wire);
    if (comesIn) builder.ordinary(wire, fuseA);
    // A cord that jobs share, and the bond of a box, are no wires of one load.
    const chosenMm2 = job.wires[leg]?.sizeMm2 ?? (comesIn || isBoxEarth(leg) ? undefined : job.wireMm2);
    if (chosenMm2 !== undefined) [wire.sizeMm2, wire.sizeChosen] = [chosenMm2, true];
    this.wires.push(wire);
    // A fuse that jobs share is none of this one’s own: no choice of it moves that.
    const sharedA = this.trunk?.inlet?.isShared ? fuseA : 0;
    const known = this.legs.get(leg);
    // Equal legs (the tails of several units, out and back) count as one of their whole length.
    this.legs.set(leg, {
      key: leg,
      lengthM: known ? Math.max(known.lengthM, 2 * wire.lengthM) : wire.lengthM,
      totalM: (known?.totalM ?? 0) + wire.lengthM,
      currentA: Math.max(ampere, known?.currentA ?? 0),
      laid: builder.laid(wire),
      mostMm2: Math.min(known?.mostMm2 ?? Infinity, builder.takesMm2(from), builder.takesMm2(to)),
      fuseA: Math.max(fuseA, foreignA),
      own: fuseA > sharedA,
      foreignA: Math.max(sharedA, foreignA),
      chosenMm2,
    });
  }

  /** Whether a wire lies in the cord into the job's box, where nothing of the job heats. */
  private isOfCordIn({ leg, role, from, to }: OpenWire): boolean {
    const { builder, design, job, supply } = this;
    if (!entersByCord(design, supply, job.device.place)) return false;
    if (leg === INLET_BACK || leg === INLET_EARTH) return true;
    return role === 'load' && builder.placeOf(from) === supply.place && builder.placeOf(to) === job.device.place;
  }

  /** The job's supply behind a load fuse and the meters that the job asks for; of several groups of lines, only one runs at a time. */
  source(groups: readonly (readonly Load[])[], suffix = ''): Source {
    const ampere = Math.max(...groups.map((lines) => this.ampere(lines)));
    return this.metered(this.fused(groups, suffix), ampere, suffix);
  }

  /** Beside the relay, so that one looks at both. */
  private metered(source: Source, ampere: number, suffix: string): Source {
    const { builder, design, job, supply, number } = this;
    const current = currentOf(supply);
    const add = (key: 'ammeter' | 'voltmeter', spec: MeterSpec) => {
      const id = `${job.id}-${key}${suffix}`;
      const tag = `P${number}${key === 'ammeter' ? 'A' : 'V'}${suffix.replace('-', '.')}`;
      builder.add({ id, kind: 'meter', tag, name: key, place: job.device.place, job: job.id, spec });
      return id;
    };
    let after = source;
    if (job.ammeter) {
      // An average is a third off where each half wave begins late (from memory: 90° at 1.11 of the mean).
      const chopped = job.device.kind === 'relay' && relayOf(design, job.device.part)?.solid?.firing === 'phase angle';
      const scaleA = scaleFor(Math.max(source.fuseA, ampere));
      const spec: MeterSpec = { measures: 'current', current, scaleA, ...(chopped && { chopped }) };
      const id = add('ammeter', spec);
      const reached = this.toRelay(source, terminal(id, '1'), ampere, `-ammeter${suffix}`);
      after = { ...reached, at: terminal(id, '2'), fixedDropV: reached.fixedDropV + ampere * meterOhm(spec) };
    }
    // One of them, where the two throws of a job have a fuse each.
    if (job.voltmeter && suffix === '') {
      const id = add('voltmeter', { measures: 'voltage', current, supply: supply.id, nominalV: supply.nominalV });
      const [out, back] = [terminal(id, '1'), terminal(id, '2')];
      const { fuseA } = source;
      this.run({ leg: 'voltmeter', role: 'load', from: after.at, to: out, colour: this.colours.out, ampere: 0, fuseA });
      const to = this.returnFrom(job.device.place, fuseA);
      this.run({ leg: 'voltmeter-back', role: 'return', from: back, to, colour: this.colours.back, ampere: 0, fuseA });
    }
    return after;
  }

  private fused(groups: readonly (readonly Load[])[], suffix: string): Source {
    const { builder, design, job, supply, number, trunk } = this;
    const ampere = Math.max(...groups.map((lines) => this.ampere(lines)));
    const feed = feedOf(design, job);
    const at = feed ? liveTap(builder, design, feed) : (trunk?.at ?? supplyOut(builder, design, supply.id));
    const behind = (feed && builder.outputs.get(feed.ofJob ?? '')) ?? null;
    if (behind) builder.useOutput(feed!.ofJob!, job.id);
    new ControlSide(builder, design, job).aliveBy(supply.id);
    const fed: Fed = {
      ampere,
      groups: groups.map((lines) => [
        ...lines.map((load) => ({ kind: load.kind, ampere: lineAmpere(design, job, load) })),
        ...(lines[0] === job.loads[0] ? hanging(design, job) : []),
      ]),
      mostA: supply.highestV / supply.internalOhm,
      airC: builder.hottestC(builder.placeOf(at)),
    };
    if (!trunk?.inlet?.isShared) this.fed.push(fed);
    if (trunk) builder.use(partOf(trunk.at), job.id);
    // Behind the fuse of the box no other one is.
    if (trunk?.inlet) return { at, fuseA: trunk.inlet.fuseA, legs: [], fixedDropV: trunk.dropV, fuseAmpere: 0 };
    const before = (trunk?.dropV ?? 0) + (behind?.dropV ?? (feed ? ampere * feedOhm(feed) : 0));
    const own = guardOf(design, job.ownGuard);
    const protection = own?.builtAs ?? job.protection;
    const auto = own
      ? own.ratingA
      : job.fuse === 'auto'
        ? chooseFuse(leastRating(design.settings, runsForHours(design, job), fed, job.protection), job.protection, supply)
        : job.fuse;
    if (auto === 'none') return { at, fuseA: 0, legs: [], fixedDropV: before, fuseAmpere: 0 };
    this.fuseOhm = bladeFuseOhm(auto);
    const id = `${job.id}-fuse${suffix}`;
    // In a panel a breaker opens every hot conductor; a plug has one fuse.
    const poles = isTwoHot(supply) && curveOf(protection) !== null ? 2 : 1;
    const spec = {
      ...{ ratingA: auto, chosen: own !== null || job.fuse !== 'auto', style: builtAs(protection, auto), poles },
      guards: 'load',
      ...asOwn(design, job),
    } as const;
    const place = builder.placeOf(at);
    builder.add({ id, kind: 'fuse', tag: `F${number}${suffix.replace('-', '.')}`, name: 'load fuse', place, job: job.id, spec });
    const after = { at: terminal(id, '2'), fuseA: auto, fixedDropV: before, fuseAmpere: ampere };
    if (isMains(supply)) {
      // In the plug, or in the panel: no wire before it is ours.
      builder.join(at, terminal(id, '1'));
      return { ...after, legs: [] };
    }
    if (trunk) {
      // The fuse sits on the distribution stud itself: no wire between them for the main fuse to guard.
      builder.join(at, terminal(id, '1'));
      return { ...after, legs: [] };
    }
    const leg = `${FEED_LEG}${suffix}`;
    this.run({
      leg,
      role: 'load',
      stretch: 'lead',
      from: at,
      to: terminal(id, '1'),
      colour: this.colours.out,
      ampere,
      fuseA: auto,
      foreignA: behind?.fuseA,
      lengthM: job.fuseLeadM,
    });
    return { ...after, legs: [leg] };
  }

  /** From a source to a pin of a relay. */
  toRelay(source: Source, to: Terminal, ampere: number, suffix = '', type?: RelayType): Source {
    const leg = `${TO_RELAY_LEG}${suffix}`;
    this.run({ leg, role: 'load', from: source.at, to, colour: this.colours.out, ampere, fuseA: source.fuseA });
    return { ...source, at: to, legs: [...source.legs, leg], fixedDropV: source.fixedDropV + ampere * (type?.contactOhm ?? 0) };
  }

  /** Through the thermal fuse that the job asks for, beside its first load; the same source where it asks for none. */
  throughThermalFuse(source: Source, ampere: number): Source {
    const { builder, job, number } = this;
    if (job.cutOut.kind !== 'thermal-fuse') return source;
    const id = `${job.id}-thermal-fuse`;
    const { place } = job.loads[0]!;
    const spec = { cutOut: thermalCutOutOf(this.design, job.cutOut) };
    builder.add({ id, kind: 'thermal-fuse', tag: `F${number}T`, name: 'thermal fuse', place, job: job.id, spec });
    return this.beyond(this.toRelay(source, terminal(id, '1'), ampere, '-thermal-fuse'), terminal(id, '2'));
  }

  /** Of some lines of the job, and of the jobs that hang on what it switches. */
  ampere(lines: readonly Load[]): number {
    const more = lines[0] === this.job.loads[0] ? hanging(this.design, this.job) : [];
    return more.reduce(
      (sum, { ampere }) => sum + ampere,
      lines.reduce((sum, load) => sum + lineAmpere(this.design, this.job, load), 0),
    );
  }

  /** The same source seen from the other side of a contact or a part. */
  beyond(source: Source, at: Terminal): Source {
    return { ...source, at };
  }

  /** Whether there are two lines, or one of two units, that two pins can feed apart. */
  forTwo(lines: readonly Load[]): boolean {
    const [only] = lines;
    return lines.length > 1 || (only !== undefined && !isCharged(only) && only.count === 2);
  }

  /**
   * Each line from a contact out to its units and back to ground. From a second pin of the same metal goes every other line, or the
   * second of two units.
   */
  lines(lines: readonly Load[], switched: Source, backTo?: Terminal, second?: Source): void {
    const first = this.output === null && jobsFedBy(this.design, this.job).length > 0 ? this.sharedOut(switched, lines) : switched;
    this.output ??= first;
    for (const [at, load] of lines.entries()) {
      const source = second && lines.length > 1 && at % 2 === 1 ? second : first;
      const ampere = lineAmpere(this.design, this.job, load);
      if (isCharged(load)) this.toBattery(load, source, ampere);
      else {
        const sources = second && lines.length === 1 ? [first, second] : [source];
        const { pluses, minus, legs } = this.unitsOf(load, source.fuseA, ampere, source.foreignA, sources.length);
        const out = outLeg(load.id);
        pluses.forEach((to, nth) =>
          this.run({
            leg: out,
            role: 'load',
            from: sources[nth]!.at,
            to,
            colour: this.colours.switched,
            ampere: ampere / pluses.length,
            fuseA: source.fuseA,
            foreignA: source.foreignA,
          }),
        );
        const back = this.back(load, minus, source.fuseA, ampere, backTo, source.foreignA);
        this.path(load, { ...source, legs: [...source.legs, out, ...legs, back] }, ampere);
      }
    }
  }

  /** One wire from the contact to a splice beside it: a pin takes one, and more than the job's own loads hang there. */
  private sharedOut(source: Source, lines: readonly Load[]): Source {
    const { builder, job, number } = this;
    const leg = 'output';
    const ampere = this.ampere(lines);
    const to = builder.splice(job, { id: `${job.id}-output`, tag: `X${number}.O`, name: 'output', place: builder.placeOf(source.at) });
    this.run({ leg, role: 'load', from: source.at, to, colour: this.colours.switched, ampere, fuseA: source.fuseA });
    return { ...source, at: to, legs: [...source.legs, leg] };
  }

  /** The way back from a load line to its ground; answers its leg. */
  back(load: Load, minus: Terminal, fuseA: number, ampere: number, backTo?: Terminal, foreignA?: number): string {
    const leg = backLeg(load.id);
    const to = backTo ?? this.returnFrom(load.place, fuseA);
    this.run({ leg, role: 'return', from: minus, to, colour: this.colours.back, ampere, fuseA, foreignA });
    return leg;
  }

  /** From one contact in the way back to the next one. */
  between(at: Terminal, to: Terminal, ampere: number, fuseA: number): void {
    this.run({ leg: 'return-second', role: 'return', from: at, to, colour: this.colours.back, ampere, fuseA });
  }

  /** From a contact in the way back on to the supply. */
  backFrom(at: Terminal, ampere: number, fuseA: number): void {
    const to = this.trunk?.inlet?.back ?? returnTo(this.builder, this.design, this.supply, this.job.device.place, this.job);
    this.run({ leg: 'return', role: 'return', from: at, to, colour: this.colours.back, ampere, fuseA });
  }

  /** Where current goes back to from a place: on the mains the terminal in the job's box, where one cord goes in. */
  private returnFrom(place: string, fuseA: number): Terminal {
    const { builder, design, job, supply, number, trunk } = this;
    if (trunk?.inlet) return trunk.inlet.back;
    if (!entersByCord(design, supply, job.device.place)) return returnTo(builder, design, supply, place, job);
    const id = `${job.id}-${INLET_BACK}`;
    const at = boxTerminal(builder, job, id, number, isTwoHot(supply) ? 'second hot' : 'neutral');
    if (!this.legs.has(INLET_BACK)) {
      const to = returnTo(builder, design, supply, job.device.place);
      this.run({ leg: INLET_BACK, role: 'return', from: at, to, colour: this.colours.back, ampere: this.ampere(job.loads), fuseA });
    }
    return at;
  }

  /** Where earth conductors end: the terminal in the job's box, or at the supply. */
  private earth(fuseA: number): Terminal {
    const { builder, design, job, supply, number, trunk } = this;
    if (trunk?.inlet) return trunk.inlet.earth;
    const to = earthOf(builder, design, supply);
    if (!entersByCord(design, supply, job.device.place)) return to;
    const at = boxTerminal(builder, job, `${job.id}-${INLET_EARTH}`, number, 'earth');
    if (!this.legs.has(INLET_EARTH))
      this.run({ leg: INLET_EARTH, role: 'earth', from: at, to, colour: this.colours.earth, ampere: 0, fuseA });
    return at;
  }

  /** Remembers a way out and back with its budget, for the choice of sizes. */
  path(load: Load, source: Source, ampere: number): void {
    const { design } = this;
    const ground = design.places.find(({ id }) => id === load.place)!;
    this.paths.push({
      legs: this.legs.has(INLET_BACK) ? [...source.legs, INLET_BACK] : source.legs,
      fixedDropV: source.fixedDropV + (hasMetal(design, ground) && isOnVehicle(this.supply) ? ampere * groundOhmAt(ground) : 0),
      fuseAmpere: source.fuseAmpere,
      budgetV: dropBudgetV(design.settings, load, hardestV(this.supply, load)),
    });
  }

  /** The units of a line, joined by a splice out and a splice back where there are several; with as many `ends` as units by one back alone. */
  unitsOf(load: UnitLoad, fuseA: number, ampere: number, foreignA?: number, ends = 1): Units {
    const { builder, job, number } = this;
    const takes = takesOf(load);
    const ratedV = stringRatedV(load);
    const spec = {
      loadKind: load.kind,
      line: load.id,
      ohm: unitOhm(load),
      ratedV,
      metal: load.earth !== 'none',
      ...(takes.as === 'power' && { dropsOutV: takes.dropsOutBelow * ratedV }),
    };
    const units = Array.from({ length: load.count }, (_, index) => {
      const id = `${job.id}-${load.id}-${index + 1}`;
      builder.add({
        id,
        kind: 'load',
        tag: `E${number}.${++this.units}`,
        name: load.series > 1 ? `${load.series} × ${load.name} in series` : load.name,
        place: load.place,
        job: job.id,
        spec,
      });
      return id;
    });
    if (load.suppressor && !load.suppressed && loadFacets(load).inductive)
      units.forEach((unit, at) => this.suppress(unit, load, ampere / load.count, this.units - units.length + at + 1));
    if (load.earth === 'wired' && isMains(this.supply)) {
      const earth = this.earth(fuseA);
      // An earth conductor is as thick as the line beside it.
      const each = { role: 'earth', colour: this.colours.earth, ampere: 0, fuseA } as const;
      const leg = earthLeg(load.id);
      // One in the cord of several units.
      const many = units.length > 1 && entersByCord(this.design, this.supply, job.device.place);
      const to = many ? this.splice(`${job.id}-${load.id}-splice-earth`, load.place) : earth;
      if (many) this.run({ ...each, leg, from: to, to: earth });
      for (const unit of units)
        this.run({ ...each, leg: many ? `tail-${leg}` : leg, from: terminal(unit, 'PE'), to, ...(many && { lengthM: TAIL_M }) });
    }
    const [only] = units;
    if (units.length === 1 && only) return { pluses: [terminal(only, '+')], minus: terminal(only, '-'), legs: [] };
    const spliceAt = (end: 'out' | 'back') => this.splice(`${job.id}-${load.id}-splice-${end}`, load.place);
    // As many ends as units: each is fed by itself.
    const plus = ends === units.length ? null : spliceAt('out');
    const minus = spliceAt('back');
    const leg = `tail-${load.id}`;
    const each = { leg, stretch: 'tail' as const, ampere: ampere / load.count, fuseA, foreignA, lengthM: TAIL_M };
    for (const unit of units) {
      if (plus) this.run({ ...each, role: 'load', from: plus, to: terminal(unit, '+'), colour: this.colours.switched });
      this.run({ ...each, role: 'return', from: terminal(unit, '-'), to: minus, colour: this.colours.back });
    }
    return { pluses: plus ? [plus] : units.map((unit) => terminal(unit, '+')), minus, legs: [leg] };
  }

  /** Across a unit, at its own leads: a diode where direct current flows one way, a varistor where it may flow either. */
  private suppress(unit: string, load: UnitLoad, ampere: number, nth: number): void {
    const { builder, job, supply, number } = this;
    const current = currentOf(supply);
    const oneWay = current === 'dc' && job.otherwise.kind !== 'reverse';
    const diode = oneWay ? freewheelDiode(ampere) : null;
    const acV = oneWay ? null : varistorFor(supply.highestV, current);
    const common = { name: `across ${load.name}`, place: load.place, job: job.id };
    const across = (id: string, plus: string, minus: string) => {
      builder.join(terminal(id, plus), terminal(unit, '+'));
      builder.join(terminal(id, minus), terminal(unit, '-'));
    };
    // Where no common one bears it nothing is put there, and the rule asks on.
    if (diode) {
      const id = `${unit}-diode`;
      builder.add({ ...common, id, kind: 'diode', tag: `D${number}.${nth}S`, spec: { ...diode, inLine: false } });
      across(id, 'K', 'A');
    } else if (acV !== null) {
      const id = `${unit}-varistor`;
      builder.add({ ...common, id, kind: 'varistor', tag: `RV${number}.${nth}S`, spec: { acV } });
      across(id, '1', '2');
    }
  }

  /** Metal boxes of the mains that the job's relay or its earthed loads are in, led to earth: as thick as the thickest line. */
  private earthBoxes(): void {
    const { builder, design, job, supply } = this;
    if (!isMains(supply)) return;
    const around = new Set([
      job.device.place,
      ...linesOf(job)
        .filter(({ earth }) => earth === 'wired')
        .map(({ place }) => place),
    ]);
    const fuseA = Math.max(0, ...[...this.legs.values()].map((leg) => leg.fuseA));
    design.places.forEach(({ id: place, name, box }, at) => {
      if (box !== 'metal' || !around.has(place)) return;
      const id = boxId(place);
      if (builder.find(id)) {
        builder.use(id, job.id);
        return;
      }
      builder.add({ id, kind: 'enclosure', tag: boxTag(at), name, place, job: job.id, spec: {} });
      const to = this.earth(fuseA);
      this.run({ leg: boxEarthLeg(place), role: 'earth', from: terminal(id, 'PE'), to, colour: this.colours.earth, ampere: 0, fuseA });
    });
  }

  splice(id: string, place: string): Terminal {
    return this.builder.splice(this.job, { id, tag: `X${this.number}.${++this.splices}`, name: 'splice', place });
  }

  /** To the other battery, which is a source too: a fuse at its end as well. */
  private toBattery(load: LoadOf<'battery'>, source: Source, ampere: number): void {
    const { builder, design, job, number } = this;
    const post = supplyOut(builder, design, load.supply);
    const out = outLeg(load.id);
    const link = this.linkFrom(load, ampere, source.fuseA);
    if (source.fuseA === 0) {
      this.run({ leg: out, role: 'load', stretch: 'charge', from: source.at, to: post, colour: 'RD/BK', ampere, fuseA: 0 });
      return this.path(load, { ...source, legs: [...source.legs, out, ...link] }, ampere);
    }
    const own = guardOf(design, job.ownGuard);
    const id = `${job.id}-${load.id}-fuse`;
    const spec = {
      ratingA: source.fuseA,
      chosen: job.fuse !== 'auto',
      style: builtAs(own?.builtAs ?? job.protection, source.fuseA),
      guards: 'load',
      ...asOwn(design, job),
    } as const;
    builder.add({ id, kind: 'fuse', tag: `F${number}.B`, name: 'far fuse', place: builder.placeOf(post), job: job.id, spec });
    this.run({
      leg: out,
      role: 'load',
      stretch: 'charge',
      from: source.at,
      to: terminal(id, '2'),
      colour: 'RD/BK',
      ampere,
      fuseA: source.fuseA,
    });
    const lead = `lead-${load.id}`;
    this.run({
      leg: lead,
      role: 'load',
      stretch: 'lead',
      from: terminal(id, '1'),
      to: post,
      colour: 'RD',
      ampere,
      fuseA: source.fuseA,
      lengthM: job.fuseLeadM,
    });
    this.path(load, { ...source, fuseAmpere: source.fuseAmpere + ampere, legs: [...source.legs, out, lead, ...link] }, ampere);
  }

  /** From the minus of what is charged to the minus of what charges it, where they are not one. */
  private linkFrom(load: LoadOf<'battery'>, ampere: number, fuseA: number): readonly string[] {
    const { builder, design } = this;
    const from = minusOf(builder, design, supplyById(design, load.supply));
    const to = minusOf(builder, design, this.supply);
    if (from === to) return [];
    const leg = backLeg(load.id);
    this.run({ leg, role: 'return', stretch: 'charge', from, to, colour: this.colours.back, ampere, fuseA });
    return [leg];
  }

  /** Chooses the sizes of all legs together. */
  finish(): void {
    this.earthBoxes();
    const legs = [...this.legs.values()];
    const { output, supply } = this;
    const isLedOn = hanging(this.design, this.job).length > 0;
    // So much of a drop that what hangs on it keeps the rest.
    const budgetV = TRUNK_SHARE * this.design.settings.dropImportant * supply.highestV;
    const paths = output && isLedOn ? [...this.paths, { ...output, budgetV }] : this.paths;
    const { sizes, dropV } = chooseSizes(legs, paths, this.fuseOhm);
    if (output)
      this.builder.outputs.set(this.job.id, {
        ...output,
        legs: [...output.legs, ...TRUNK_LEGS, ...INLET_LEGS],
        dropV: isLedOn ? dropV.at(-1)! : 0,
      });
    this.builder.sizing.set(this.job.id, { legs, paths, fed: this.fed });
    for (const wire of this.wires) wire.sizeMm2 = sizes.get(wire.leg)!;
    for (const earth of this.wires) if (earth.role === 'earth' && !earth.sizeChosen) earth.sizeMm2 = this.earthBeside(earth);
  }

  /** An earth conductor as thick as its line asks for; that of a box as the thickest that enters it. */
  private earthBeside(earth: OpenWire): number {
    const lines = this.wires.filter(({ role }) => role === 'load');
    const own = lines.filter(({ to }) => partOf(to) === partOf(earth.from));
    const inletMm2 = own.length > 0 ? 0 : (this.trunk?.inlet?.lineMm2 ?? 0);
    const lineMm2 = Math.max(inletMm2, ...(own.length > 0 ? own : lines).map(({ sizeMm2 }) => sizeMm2));
    return noThinner(this.design.settings.wireSeries, Math.max(earth.sizeMm2, earthMm2(lineMm2)));
  }
}
