/** What all ways of driving a coil share: relays with their diodes, fused sources, contacts, grounds. */
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import {
  controllerType,
  guardOf,
  isPin,
  isRegulator,
  type Delays,
  type FedSpec,
  type RelayType,
  SMALL_DIODE,
  type Signal,
  type SignalOf,
  type Supply,
  acrossCoil,
  coilTemperature,
  conductorColours,
  currentOf,
  formOfSignal,
  isFeed,
  isMains,
  jobOf,
  leastCoilOhm,
  levelsOf,
  signalFacets,
  socketOf,
  supplyFacets,
} from '../kinds/index.ts';
import {
  type Controller,
  type Design,
  type Job,
  controlSupplyOf,
  controllerOf,
  feedOf,
  hertzOf,
  convertedBy,
  isOutputOfJob,
  supplyById,
  supplyIdOf,
  usualGuard,
} from '../project/index.ts';
import { type When, partsOf, signalsOf } from '../document/index.ts';
import { CLAMP_V, parallelOhm } from '../solve/index.ts';
import type { ControlGroup, NetlistBuilder, OpenWire } from './builder.ts';
import { wireDevices } from './board-devices.ts';
import {
  asOwn,
  type Grounding,
  batteryId,
  boardFed,
  boardOf,
  controllerId,
  dryContact,
  fedSpec,
  groundingTerminal,
  liveTap,
  returnTo,
  signalPartId,
  steadyTap,
  supplyOut,
  supplyTag,
  tapsInBox,
} from './shared-parts.ts';

/** Whether the relays of a module hang on a supply of the project and not on the board's rail. */
export const modulePowered = (job: Job): boolean => job.controlSupply !== 'same';

/** Lead from a battery post or a tap to its fuse, m. */
export const FUSE_LEAD_M = 0.15;

/** A signal as a clause wants it: on, or off. */
export interface Literal {
  readonly signal: Signal;
  readonly positive: boolean;
}

export function literalOf(design: Design, term: When): Literal | null {
  const inner = term.op === 'not' ? term.of : term;
  if (inner.op !== 'signal') return null;
  return { signal: design.signals.find(({ id }) => id === inner.signal)!, positive: term.op === 'signal' };
}

/** A contact of its own that conducts just when the literal holds. */
export const isDry = ({ signal, positive }: Literal): boolean =>
  formOfSignal(signal) === 'contact' && (signalFacets(signal).bothWays === true || signalFacets(signal).conductsWhen(signal) === positive);
/** A terminal that is on ground just when the literal holds. */
export const isGrounding = ({ signal, positive }: Literal): boolean =>
  formOfSignal(signal) === 'ground' && signalFacets(signal).conductsWhen(signal) === positive;
/** How often a clause names a signal. */
const timesIn = (when: When, signal: string): number =>
  when.op === 'signal' ? Number(when.signal === signal) : partsOf(when).reduce((sum, part) => sum + timesIn(part, signal), 0);
export const isLiveFeed = ({ signal, positive }: Literal): boolean => isFeed(signal) && positive;

export interface RelayOrder {
  readonly id: string;
  readonly tag: string;
  readonly type: RelayType;
  readonly uses: readonly string[];
  readonly carries: 'load' | 'control';
  readonly delays?: Delays;
}

export class ControlSide {
  readonly number: number;
  private readonly coldC: number;
  /** The supply that its coils hang on when no feed of the clause gives them power. */
  readonly supply: Supply;

  constructor(
    readonly builder: NetlistBuilder,
    readonly design: Design,
    readonly job: Job,
    supply: Supply = controlSupplyOf(design, job),
  ) {
    this.number = design.jobs.indexOf(job) + 1;
    this.coldC = design.places.find(({ id }) => id === job.device.place)!.coldestC;
    this.supply = supply;
  }

  private supplyOf(id: string): Supply {
    return this.design.supplies.find((supply) => supply.id === id)!;
  }

  /** A relay at the job's place, with the suppression that the job asks for. */
  relay({ id, tag, type, uses, carries, delays }: RelayOrder): void {
    const { builder, job } = this;
    const common = { place: job.device.place, job: job.id };
    const supply = type.duty === 'pin' || type.solid || (type.module && !modulePowered(job)) ? null : this.supply.id;
    const coilHz = supply !== null && currentOf(this.supply) === 'ac' ? { coilHz: hertzOf(this.design) } : {};
    const socket = socketOf(this.design, type, carries === 'load' && job.device.kind === 'relay' ? job.device.socket : 'auto');
    builder.add({
      id,
      kind: 'relay',
      tag,
      name: type.name,
      ...common,
      spec: { type, socket, uses, carries, supply, ...(delays ? { delays } : {}), ...coilHz },
    });
    // A module has its diode, an input needs none, and across an alternating coil one would be a short.
    if (!type.module && !type.solid && currentOf(this.supply) === 'dc') this.suppress(id, tag, type);
  }

  /** Across a coil, what takes its current when it is switched off; a diode's or clamp's band on the positive side. */
  private suppress(relay: string, tag: string, type: RelayType): void {
    const { builder, job } = this;
    const [plus, minus] = [terminal(relay, type.coil[0]), terminal(relay, type.coil[1])];
    const across = acrossCoil(type, job.suppression);
    const inside = type.builtIn ? ({ inside: true } as const) : {};
    switch (across) {
      case 'none':
        return;
      case 'resistor': {
        const id = `${relay}-resistor`;
        const ohm = parallelOhm(type.coilV);
        const spec = { ohm, watt: this.supply.highestV ** 2 / ohm, ...inside };
        builder.add({
          id,
          kind: 'resistor',
          tag: tag.replace('K', 'R'),
          name: 'across the coil',
          place: job.device.place,
          job: job.id,
          spec,
        });
        builder.join(terminal(id, '1'), plus);
        builder.join(terminal(id, '2'), minus);
        return;
      }
      case 'diode':
      case 'zener': {
        const part = across === 'zener' ? { ...SMALL_DIODE, name: `Clamp of ${CLAMP_V} V with diode`, clampV: CLAMP_V } : SMALL_DIODE;
        const diode = this.diode(`${relay}-diode`, tag.replace('K', 'D'), false, { ...part, ...inside });
        builder.join(terminal(diode, 'K'), plus);
        builder.join(terminal(diode, 'A'), minus);
        return;
      }
      default:
        across satisfies never;
    }
  }

  diode(
    id: string,
    tag: string,
    inLine: boolean,
    part: { name: string; reverseV: number; forwardA: number; clampV?: number; inside?: true } = SMALL_DIODE,
  ): string {
    const { place } = this.job.device;
    this.builder.add({ id, kind: 'diode', tag, name: part.name, place, job: this.job.id, spec: { ...part, inLine } });
    return id;
  }

  /** Most current that a coil draws: highest supply, coldest coil. A. */
  coilA(type: RelayType, volt = this.supply.highestV): number {
    return volt / leastCoilOhm(type, coilTemperature(type, this.coldC, 0));
  }

  /**
   * Behind a control fuse that jobs may share: a feed of the clause, or else what gives the job its load
   * current, or with null the battery behind that.
   */
  source(wanted: SignalOf<'feed'> | undefined | null): ControlRun {
    const own = this.supply.id === supplyIdOf(this.design, this.job);
    const feed = wanted === null ? undefined : (wanted ?? (own ? feedOf(this.design, this.job) : undefined));
    if (!feed) return this.battery(this.supply.id);
    const run = this.tapped(steadyTap(this.builder, this.design, feed), feed);
    if (isOutputOfJob(this.design, feed)) this.builder.useOutput(feed.ofJob!, this.job.id);
    this.aliveBy(feed.supply);
    return run;
  }

  /** A battery behind a control fuse. */
  private battery(supply: string): ControlRun {
    const of = this.supplyOf(supply);
    const inBox = tapsInBox(this.builder, this.design, this.job, of);
    const run = this.tapped(inBox?.line ?? supplyOut(this.builder, this.design, supply), of);
    this.aliveBy(supply);
    return run;
  }

  /**
   * An isolated supply in a box that a cord comes into is fed in there: it gives nothing where the cord brings nothing. A converter that
   * is another job's load gives nothing while that is off.
   */
  aliveBy(id: string): void {
    const { builder, design } = this;
    const supply = this.supplyOf(id);
    const converted = convertedBy(design, id);
    if (converted) {
      supplyOut(builder, design, id);
      builder.convert(batteryId(id), converted.id);
    }
    const inlet = builder.inlets.get(supply.place);
    const { takesOf } = supplyFacets(supply);
    if (!inlet || !takesOf) return;
    const mains = this.supplyOf(inlet.supply);
    const ampere = takesOf(supply, mains.nominalV);
    const { nominalV } = mains;
    const fed = { supply: mains.id, pins: supplyFacets(mains).pins(mains), ohm: nominalV / ampere, nominalV, madeFor: `${nominalV} V~` };
    supplyOut(builder, design, id);
    builder.change<'adapter'>(batteryId(id), { fed });
    this.leads(`supply-${id}`, fed, batteryId(id), supply.place, ampere);
  }

  private tapped(tap: Terminal, of: SignalOf<'feed'> | Supply): ControlRun {
    const { builder, design, job } = this;
    const choice = guardOf(design, job.controlGuard)?.ratingA ?? job.controlFuse;
    const mains = 'kind' in of && isMains(of);
    if (choice === 'none') return new ControlRun(this, tap, builder.group(null, choice), [], mains);
    const owner = design.settings.sharing === 'shared' ? '' : job.id;
    const { thing, fresh } = builder.once(`control|${tap}|${choice}|${job.controlGuard}|${job.controlHolder}|${owner}`, () =>
      this.fuse(of, tap, choice),
    );
    if (!fresh) thing.trail.forEach((step) => this.share(step));
    return new ControlRun(this, thing.at, thing.group, thing.trail, mains);
  }

  private fuse(of: SignalOf<'feed'> | Supply, tap: Terminal, choice: Job['controlFuse']) {
    const { builder, job, number, design } = this;
    const apart = builder.find(`${job.id}-control-fuse`) ? `-${of.id}` : '';
    const supply = 'kind' in of ? of : supplyById(design, of.supply);
    const at = 'kind' in of ? supplyTag(design, of) : design.signals.findIndex(({ id }) => id === of.id) + 1;
    const id = `${job.id}-control-fuse${apart}`;
    const usual = isMains(supply) ? 'cartridge' : currentOf(supply) === 'dc' ? usualGuard(supply) : 'blade';
    const style = guardOf(design, job.controlGuard)?.builtAs ?? usual;
    const own = asOwn(design, { ownGuard: job.controlGuard, holder: job.controlHolder });
    const spec = { ratingA: 0, chosen: choice !== 'auto', style, guards: 'control', ...own } as const;
    const tag = `F${number}C${apart === '' ? '' : `.${at}`}`;
    builder.add({ id, kind: 'fuse', tag, name: 'control fuse', place: builder.placeOf(tap), job: job.id, spec });
    const group = builder.group(id, choice);
    const leg = `control-feed${apart}`;
    const wire = builder.wire(job, {
      leg,
      role: 'control',
      side: 'control',
      stretch: 'lead',
      from: tap,
      to: terminal(id, '1'),
      colour: 'BU',
      lengthM: FUSE_LEAD_M,
      mains: usual === 'cartridge',
    });
    // From the terminal in a box it hangs on the fuse of the box, behind a contact of another job on that one's.
    if (builder.placeOf(tap) !== of.place || ('kind' in of ? false : isOutputOfJob(design, of))) builder.behindLoadFuse(wire);
    group.wires.push(wire);
    return { at: terminal(id, '2'), group, trail: [{ wire, part: id }] };
  }

  /** Says that this job uses what another made. */
  share({ wire, part }: TrailStep): void {
    if (!wire.jobs.includes(this.job.id)) wire.jobs.push(this.job.id);
    const owner = this.builder.find(part);
    if (owner && owner.job !== null) this.builder.use(part, this.job.id);
  }

  /** A controller's pin as the source of one coil. */
  pinSource(pin: SignalOf<'pin' | 'regulator'>): ControlRun {
    const tap = liveTap(this.builder, this.design, pin);
    const board = isPin(pin) ? boardOf(this.design, pin) : undefined;
    if (board && board.supply !== 'usb') this.boardLeads(board);
    if (board) wireDevices(this, board);
    if (isRegulator(pin)) {
      this.sense(pin);
      this.thermocouple(pin);
    }
    return this.loose(tap);
  }

  /** Beside the first load of the first job that it heats. */
  private thermocouple({ id: of, name, place: reads, thermocouple: type, setC }: SignalOf<'regulator'>): void {
    const { builder, design, job } = this;
    const id = `${signalPartId(of)}-thermocouple`;
    if (builder.find(id)) return builder.use(id, job.id);
    // An alarm contact rings a bell elsewhere.
    const { place } = (design.jobs.find(({ when }) => signalsOf(when).includes(of)) ?? job).loads[0]!;
    const tag = `B${design.signals.findIndex((signal) => signal.id === of) + 1}`;
    const leadM = builder.lengthM(place, reads) ?? 0;
    builder.add({ id, kind: 'thermocouple', tag, name: `sensor of ${name}`, place, job: job.id, spec: { type, setC, leadM } });
  }

  /** What a board hangs on: fused for all that its regulator gives. */
  private boardLeads(board: Controller): void {
    const fed = boardFed(this.design, board);
    this.leads(`board-${board.id}`, fed, controllerId(board.id), board.place, controllerType(this.design, board.type).regulatorA);
  }

  /** Wires from a terminal that has its own limit and no fuse: a pin, a board's rail. */
  loose(at: Terminal): ControlRun {
    return new ControlRun(this, at, this.builder.group(null, 'none'), []);
  }

  /** From a coil to ground: through a sensor that grounds it, or straight. Beside coils of other feeds a diode keeps it from feeding them backwards. */
  toGround(run: ControlRun, { relay, suffix }: { readonly relay: string; readonly suffix: string }, grounding: Literal | undefined): void {
    const { to, role, colour } = this.groundEnd(grounding);
    const leg = `control-return${suffix}`;
    if (!grounding || !this.groundsOthers(grounding.signal.id)) return void run.wire(leg, to, colour, role);
    const diode = this.diode(`${relay}-ground-diode`, `D${this.number}.G${suffix.replace('-', '')}`, true);
    run.wire(`control-ground-diode${suffix}`, terminal(diode, 'A'), colour).from(terminal(diode, 'K')).wire(leg, to, colour, role);
  }

  /** Whether a sensor that grounds a coil of this job grounds another one too that is not fed by just the same. */
  private groundsOthers(signal: string): boolean {
    // Within one clause: of several coils that it grounds one may hang on a feed, and another one on the supply.
    const { when } = this.job;
    const isFedApart = signalsOf(when).some((id) => isFeed(this.design.signals.find((one) => one.id === id)));
    if (isFedApart && timesIn(when, signal) > 1) return true;
    const users = this.design.jobs.flatMap((job) =>
      [job.when, ...('when' in job.otherwise ? [job.otherwise.when] : [])]
        .filter((clause) => signalsOf(clause).includes(signal))
        .map((clause) => JSON.stringify([clause, controlSupplyOf(this.design, job).id])),
    );
    return users.length > 1 && users.some((user) => user !== users[0]);
  }

  /** The coil's way to ground: through a sensor that grounds it, or straight. */
  groundEnd(literal: Literal | undefined): { to: Terminal; role: 'control' | 'return'; colour: string } {
    if (!literal)
      return {
        to:
          tapsInBox(this.builder, this.design, this.job, this.supply)?.back ??
          returnTo(this.builder, this.design, this.supply, this.job.device.place, this.job),
        role: 'return',
        colour: conductorColours(this.supply).back,
      };
    const to = groundingTerminal(this.builder, this.design, literal.signal as Grounding, this.supply);
    this.sense(literal.signal);
    return { to, role: 'control', colour: 'BU/BK' };
  }

  /** The leads by which a voltage switch sees what it watches: fused, and back to ground. */
  sense(signal: Signal): void {
    const controller = controllerOf(this.design, signal);
    if (controller) {
      this.sense(controller);
      this.thermocouple(controller);
    }
    const supply = levelsOf(signal)?.supply ?? null;
    const part = signalPartId(signal.id);
    // What it watches comes back to that supply’s own minus.
    if (supply !== null) this.leads(`sense-${signal.id}`, { supply, pins: ['+', '-'] }, part, signal.place);
    const fed = fedSpec(this.design, signal);
    if (fed !== null) this.leads(`sense-${signal.id}`, fed, part, signal.place, supplyById(this.design, fed.supply).nominalV / fed.ohm);
  }

  /**
   * From a fuse to what feeds a part, and back: in a box that a cord comes into from the terminals there, and as much as `ampere`.
   * Whoever uses the part after uses them too.
   */
  private leads(key: string, { supply, pins }: Pick<FedSpec, 'supply' | 'pins'>, part: string, place: string, ampere = 0): void {
    const { builder, design } = this;
    const of = this.supplyOf(supply);
    const { thing, fresh } = builder.once(`leads|${key}`, () => {
      const inlet = builder.inlets.get(place);
      // What stands elsewhere is fed from the box of the job that uses it, where that has the supply in it.
      const inBox = inlet?.supply === supply ? inlet : tapsInBox(builder, design, this.job, of);
      const [plus, minus] = pins.map((pin) => terminal(part, pin)) as [Terminal, Terminal];
      const run = inBox ? this.tapped(inBox.line, of) : this.battery(supply);
      run.feeds(ampere);
      const out = run.wire(`control-${key}`, plus, 'BU/YE');
      const ground = inBox?.back ?? returnTo(builder, design, of, place);
      const back = run.from(minus).wire(`control-${key}-return`, ground, conductorColours(of).back, 'return');
      return { trail: [...out.trail, ...back.trail] };
    });
    if (!fresh) thing.trail.forEach((step) => this.share(step));
  }

  splice(id: string, tag: string): Terminal {
    return this.builder.splice(this.job, { id, tag, name: 'splice', place: this.job.device.place });
  }
}

export interface TrailStep {
  readonly wire: OpenWire;
  readonly part: string;
}

/** A point of a control circuit, and the wires that lead to it. */
export class ControlRun {
  constructor(
    private readonly side: ControlSide,
    readonly at: Terminal,
    readonly group: ControlGroup,
    readonly trail: readonly TrailStep[],
    readonly mains = false,
  ) {}

  /** A wire from here on. */
  wire(
    leg: string,
    to: Terminal,
    colour: string,
    role: 'control' | 'return' = 'control',
    side: 'control' | 'load' = 'control',
  ): ControlRun {
    const { builder, job } = this.side;
    const wire = builder.wire(job, { leg, role, side, from: this.at, to, colour, mains: this.mains });
    this.group.wires.push(wire);
    return new ControlRun(this.side, to, this.group, [...this.trail, { wire, part: partOf(to) }], this.mains);
  }

  /** Another point on the same fuse. */
  from(at: Terminal): ControlRun {
    return new ControlRun(this.side, at, this.group, this.trail, this.mains);
  }

  /**
   * Through a dry contact. Chains that come from the same point share it: what is behind it is fed by it
   * alone. Where something else may feed what is behind it, it is `apart`, on a pole of its own.
   */
  through(contact: Literal, leg: string, apart = false): ControlRun {
    const { signal } = contact;
    const { builder } = this.side;
    const { thing, fresh } = builder.once(
      `through|${this.at}|${signal.id}|${contact.positive}|${apart ? `${this.side.job.id} ${leg}` : ''}`,
      () => {
        const [into, out] = dryContact(this.side, signal, contact.positive);
        const reached = this.wire(leg, into, 'BU');
        return { out, trail: reached.trail };
      },
    );
    this.side.sense(signal);
    const mover = jobOf(signal);
    if (mover !== undefined) builder.useCoil(mover, this.side.job.id);
    if (!fresh) thing.trail.forEach((step) => this.side.share(step));
    return new ControlRun(this.side, thing.out, this.group, thing.trail, this.mains);
  }

  /** Counts a coil that hangs on this fuse. */
  feeds(ampere: number): void {
    this.group.ampere += ampere;
  }
}
