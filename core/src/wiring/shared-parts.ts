/** Parts of the vehicle that jobs share: batteries, the return, ground points and signals. */
import { type Terminal, formatQuantity, terminal } from '../quantity/index.ts';
import {
  type Controller,
  type Design,
  type Job,
  controllerOf,
  hertzOf,
  signalPlace,
  supplyById,
  supplyIdOf,
  switchedBy,
} from '../project/index.ts';
import {
  BOX_CONDUCTORS,
  type BoxConductor,
  FEED_OHM,
  ITSELF,
  type FedSpec,
  type Signal,
  type SignalOf,
  type Supply,
  alarmContactOf,
  auxiliaryPins,
  aliveId,
  askedV,
  borneV,
  bootState,
  controllerType,
  currentOf,
  feedingOf,
  isAuxiliary,
  isOnVehicle,
  isOutput,
  isPin,
  isRegulator,
  isStored,
  isVoltageSensor,
  levelsOf,
  madeForOf,
  type PartPlaying,
  type RelayType,
  hasSecondPole,
  plays,
  printedV,
  signalFacets,
  supplyFacets,
  type FuseSpec,
  guardOf,
  holderOf,
  isMains,
  limitsOfGuard,
} from '../kinds/index.ts';
import { type Place, groundOhmAt } from '../document/index.ts';
import type { NetlistBuilder } from './builder.ts';
import { relayId } from './ways/way.ts';

const RETURN = 'return';
export const RETURN_TERMINAL: Terminal = terminal(RETURN, '31');

export function addReturn(builder: NetlistBuilder, design: Design): void {
  const { place, name } = design.supplies.find((supply) => isStored(supply)) ?? design.supplies[0]!;
  // Beside the minus of another battery it is that of the first.
  const of = design.supplies.some((supply) => hasOwnReturn(design, supply)) ? name : null;
  builder.add({ id: RETURN, kind: 'return-bus', tag: '31', name: 'return', place, job: null, spec: { of } });
}

/**
 * The minus of what stands on a vehicle. With a return of wire each battery beside the first has one of its own: what it feeds comes
 * back to it, and what it is charged by is linked to it.
 */
export function minusOf(builder: NetlistBuilder, design: Design, supply: Supply): Terminal {
  if (!hasOwnReturn(design, supply)) return RETURN_TERMINAL;
  const id = `${RETURN}-${supply.id}`;
  if (!builder.find(id)) {
    const { name, place } = supply;
    const tag = `31.${design.supplies.indexOf(supply) + 1}`;
    builder.add({ id, kind: 'return-bus', tag, name: `return, ${name}`, place, job: null, spec: { of: name } });
  }
  return terminal(id, '31');
}
const hasOwnReturn = ({ settings, supplies }: Design, supply: Supply): boolean =>
  settings.returnPath === 'wire' && isStored(supply) && supplies.find((one) => isStored(one))?.id !== supply.id;

/** Whether what one of two supplies gives may come back by the other's return. */
export const returnsAlike = (design: Design, one: Supply, other: Supply): boolean =>
  one.id === other.id || [one, other].every((supply) => isOnVehicle(supply) && !hasOwnReturn(design, supply));

export const batteryId = (supply: string): string => `bat-${supply}`;

/** Terminals between which a supply's voltage stands. */
export function postsOf(supply: Supply): readonly [out: Terminal, back: Terminal] {
  const [out, back] = supplyFacets(supply).pins(supply);
  return [terminal(batteryId(supply.id), out), terminal(batteryId(supply.id), back)];
}

/** What a supply is marked with. */
export const supplyTag = ({ supplies }: Design, supply: Supply): string =>
  `${supplyFacets(supply).letter}${supplies.findIndex(({ id }) => id === supply.id) + 1}`;

/** Where a supply gives its current: a battery's post, a line conductor, the plus of an isolated supply. */
export function supplyOut(builder: NetlistBuilder, design: Design, supplyId: string): Terminal {
  const supply = supplyById(design, supplyId);
  const id = batteryId(supply.id);
  const [out, back] = postsOf(supply);
  if (builder.find(id)) return out;
  const { name, place } = supply;
  builder.add({ id, tag: supplyTag(design, supply), name, place, job: null, ...supplyFacets(supply).part(supply) });
  if (currentOf(supply) === 'ac' && !isMains(supply)) builder.change<'adapter'>(id, { hertz: hertzOf(design) });
  if (isOnVehicle(supply)) builder.join(back, minusOf(builder, design, supply));
  return out;
}

/** A bar beside a supply or a board, joined to one of its pins. */
function barAt(builder: NetlistBuilder, of: Terminal, conductor: string, header: { tag: string; name: string; place: string }): Terminal {
  const id = `bar-${of
    .replace('.', '-')
    .toLowerCase()
    .replace(/[^a-z0-9-]/g, 'n')}`;
  if (!builder.find(id)) {
    builder.add({ ...header, id, kind: 'bar', job: null, spec: { conductor } });
    builder.join(terminal(id, 'B'), of);
  }
  return terminal(id, 'B');
}

function supplyBar(builder: NetlistBuilder, design: Design, supply: Supply, pin: string): Terminal {
  supplyOut(builder, design, supply.id);
  const conductor = pin === '-' ? '−' : pin;
  const words = { N: 'neutral', PE: 'earth', L2: 'second hot conductor', '-': 'minus' }[pin] ?? pin;
  return barAt(builder, terminal(batteryId(supply.id), pin), conductor, {
    tag: conductor,
    name: `${words}, ${supply.name}`,
    place: supply.place,
  });
}

/** Where current of a supply, of a job or of what jobs share, goes back to from a place: its neutral or minus, or the vehicle's ground there. */
export function returnTo(builder: NetlistBuilder, design: Design, supply: Supply, place: string, job: Job | null = null): Terminal {
  if (hasOwnReturn(design, supply)) {
    supplyOut(builder, design, supply.id);
    return minusOf(builder, design, supply);
  }
  if (isOnVehicle(supply)) return groundAt(builder, design, place, job);
  return supplyBar(builder, design, supply, supplyFacets(supply).pins(supply)[1]);
}

export const earthOf = (builder: NetlistBuilder, design: Design, supply: Supply): Terminal => supplyBar(builder, design, supply, 'PE');

/** What the parts of one cord into a box are called after: jobs with the same have one fuse. */
export const inletName = (supply: Supply, { fuse, device, protection, ownGuard, holder }: Job): string =>
  [
    supply.id,
    device.place,
    ownGuard === 'none' ? protection : ownGuard,
    ...(holder === 'none' ? [] : [holder]),
    ...(typeof fuse === 'number' ? [String(fuse).replace('.', '-')] : []),
  ].join('-');

/** The same of a job that shares its fuse with none of them. */
export const ownInlet = (name: string, { id }: Job): string => `${name}-${id}`;

/** Where a job's coil takes its current in a box that its loads' cord comes into, and where it gives it back; null where it does neither there. */
export function tapsInBox(
  builder: NetlistBuilder,
  design: Design,
  job: Job,
  supply: Supply,
): { readonly line: Terminal; readonly back: Terminal } | null {
  if (supply.id !== supplyIdOf(design, job)) return null;
  const shared = inletName(supply, job);
  const name = [shared, ownInlet(shared, job)].find((one) => builder.find(`inlet-line-${one}`)?.jobs.includes(job.id));
  return name === undefined ? null : { line: terminal(`inlet-line-${name}`, '1'), back: terminal(`inlet-back-${name}`, '1') };
}

/** A terminal in a job's box, where conductors of one kind meet. */
export function boxTerminal(builder: NetlistBuilder, job: Job, id: string, number: number, conductor: BoxConductor): Terminal {
  const tag = `X${number}${BOX_CONDUCTORS[conductor]}`;
  builder.add({ id, kind: 'box-terminal', tag, name: `${conductor} terminal`, place: job.device.place, job: job.id, spec: { conductor } });
  return terminal(id, '1');
}

export const controllerId = (controller: string): string => `ctrl-${controller}`;

/** What feeds a board that hangs on no computer's port. */
export function boardFed(design: Design, board: Controller): FedSpec {
  const supply = supplyById(design, board.supply);
  const { nominalV } = supply;
  const { name, ownA } = controllerType(design, board.type);
  return { supply: supply.id, pins: ['VIN', 'GND'], ohm: nominalV / ownA, nominalV, madeFor: name };
}

/** A board's 5 V rail. */
export function railOf(builder: NetlistBuilder, design: Design, board: Controller): Terminal {
  const id = controllerId(board.id);
  if (!builder.find(id)) {
    const type = controllerType(design, board.type);
    const railA = (board.supply === 'usb' ? type.portA : type.regulatorA) - type.ownA;
    const tag = `A${design.controllers.indexOf(board) + 1}`;
    const fed = board.supply === 'usb' ? null : boardFed(design, board);
    builder.add({
      id,
      kind: 'controller',
      tag,
      name: board.name,
      place: board.place,
      job: null,
      spec: { type, railA, ...(fed && { fed }) },
    });
  }
  return terminal(id, '5V');
}

/** A board's ground: the return of what feeds it, or an island of its own on a computer's port. */
export function boardGround(builder: NetlistBuilder, design: Design, board: Controller): Terminal {
  railOf(builder, design, board);
  const own = terminal(controllerId(board.id), 'GND');
  const ground = barAt(builder, own, 'GND', {
    tag: `A${design.controllers.indexOf(board) + 1}`,
    name: `ground, ${board.name}`,
    place: board.place,
  });
  return ground;
}

export const boardOf = (design: Design, pin: SignalOf<'pin'>): Controller | undefined =>
  design.controllers.find(({ id }) => id === pin.controller);

/** Where the current of a controller's pin or drive output comes back to. */
export function sourceReturn(builder: NetlistBuilder, design: Design, signal: SignalOf<'pin' | 'regulator'>, place: string): Terminal {
  if (isRegulator(signal)) {
    liveTap(builder, design, signal);
    const own = header(design, signal);
    return barAt(builder, terminal(own.id, '-'), '−', { tag: '−', name: `minus, ${signal.name}`, place: signal.place });
  }
  const board = boardOf(design, signal);
  return board ? boardGround(builder, design, board) : groundAt(builder, design, place);
}

/** Whether current comes back from there through metal. */
export const hasMetal = ({ settings }: Design, { noMetal }: Place): boolean => settings.returnPath === 'chassis' && noMetal !== true;

/** Where a return at `place` goes: the ground stud there, a job's own where it is to have one, or the battery's negative post. */
export function groundAt(builder: NetlistBuilder, design: Design, place: string, job: Job | null = null): Terminal {
  const at = design.places.findIndex((candidate) => candidate.id === place);
  if (!hasMetal(design, design.places[at]!)) return RETURN_TERMINAL;
  const own = job?.grounds === 'own' ? job : null;
  const id = own ? `gnd-${place}-${own.id}` : `gnd-${place}`;
  if (!builder.find(id)) {
    const spec = { ohm: groundOhmAt(design.places[at]!) };
    const [tag, name] = [`G${at + 1}`, `ground at ${design.places[at]!.name}`];
    const number = design.jobs.findIndex((other) => other.id === own?.id) + 1;
    builder.add({
      ...(own ? { tag: `${tag}.${number}`, name: `own ground of ${own.name} at ${design.places[at]!.name}` } : { tag, name }),
      ...{ id, kind: 'ground-point', place, job: own?.id ?? null, spec },
    });
    builder.join(terminal(id, '31'), RETURN_TERMINAL);
  }
  return terminal(id, 'G');
}

export const signalPartId = (signal: string): string => `sig-${signal}`;

function header(design: Design, signal: Signal) {
  return { id: signalPartId(signal.id), tag: signalTag(design, signal), name: signal.name, place: signalPlace(design, signal), job: null };
}
/** By its number in the project; a contact of another thing by that and its own number there. */
function signalTag(design: Design, signal: Signal): string {
  const of = alarmContactOf(signal);
  const tag = `S${design.signals.findIndex(({ id }) => id === (of ?? signal.id)) + 1}`;
  return of === null ? tag : `${tag}.AL${design.signals.filter((other) => alarmContactOf(other) === of).indexOf(signal) + 1}`;
}

/** What a feed loses to its own wire, as measured or as usual, Ω. */
export const feedOhm = ({ ownOhm }: SignalOf<'feed'>): number => ownOhm ?? FEED_OHM;

/** The tap of a feed, or the output of a controller's pin. */
export function liveTap(builder: NetlistBuilder, design: Design, signal: SignalOf<'feed' | 'pin' | 'regulator'>): Terminal {
  const own = header(design, signal);
  if (isOutput(signal)) {
    if (!builder.find(own.id)) {
      const board = isPin(signal) ? boardOf(design, signal) : undefined;
      const type = board && controllerType(design, board.type);
      const fed = isRegulator(signal) ? fedSpec(design, signal) : null;
      const boot = type && isPin(signal) ? bootState(type, signal.gpio) : 'floats';
      builder.add({
        ...own,
        kind: 'pin',
        spec: {
          ...{ signal: signal.id, limitA: signal.limitA, volt: signal.volt, boot, pullOhm: type?.pullOhm ?? 1e5 },
          ...(board && board.supply !== 'usb' && { alive: aliveId(controllerId(board.id)) }),
          ...(isRegulator(signal) && { sold: controllerSold(signal) }),
          ...(fed && { fed, alive: aliveId(own.id) }),
        },
      });
      if (board) builder.join(terminal(own.id, '-'), boardGround(builder, design, board));
      else if (isPin(signal)) builder.join(terminal(own.id, '-'), RETURN_TERMINAL);
    }
    return terminal(own.id, 'out');
  }
  const output = builder.outputs.get(signal.ofJob ?? '');
  if (output) return output.at;
  if (!builder.find(own.id)) {
    const plus = supplyOut(builder, design, signal.supply);
    builder.add({ ...own, kind: 'feed', spec: { signal: signal.id, limitA: signal.limitA, keyOn: signal.keyOn, ohm: feedOhm(signal) } });
    builder.join(terminal(own.id, 'B'), plus);
    builder.join(terminal(own.id, '31'), feedReturn(builder, design, signal));
  }
  return terminal(own.id, '15');
}

/** What a list asks of a temperature controller, beside what feeds it. */
const controllerSold = ({ thermocouple, volt, limitA, control, fedBy }: SignalOf<'regulator'>): string => {
  const drives = control === 'phase-angle' ? 'an output for a phase-angle regulator' : 'a logic output for solid-state relays';
  const unfed = fedBy === undefined || fedBy === ITSELF ? ', what feeds it is not said' : '';
  return `Temperature controller for thermocouples of type ${thermocouple}, with ${drives}, ${formatQuantity(volt, 'V')} to ${formatQuantity(limitA, 'A')}${unfed}`;
};

function feedReturn(builder: NetlistBuilder, design: Design, signal: SignalOf<'feed'>): Terminal {
  const supply = supplyById(design, signal.supply);
  return isOnVehicle(supply) ? minusOf(builder, design, supply) : returnTo(builder, design, supply, signal.place);
}

/** Longest gap of a pulsed feed, s, and what a coil may lose in it, V: 100 Hz, dark half of the time (from memory). */
const GAP_S = 0.005;
const GAP_LOSS_V = 1;
/** Most coil current that the filter is made for, A. */
const FILTERED_A = 0.25;

/** The tap of a feed for a coil: behind its filter where it has one, C = I · t / ΔV. */
export function steadyTap(builder: NetlistBuilder, design: Design, signal: SignalOf<'feed'>): Terminal {
  const tap = liveTap(builder, design, signal);
  if (!signal.filtered) return tap;
  const id = `filter-${signal.id}`;
  if (!builder.find(id)) {
    const spec = { farad: (FILTERED_A * GAP_S) / GAP_LOSS_V };
    const { tag } = header(design, signal);
    builder.add({
      id,
      kind: 'tap-filter',
      tag: tag.replace('S', 'Z'),
      name: `filter at ${signal.name}`,
      place: signal.place,
      job: null,
      spec,
    });
    builder.join(tap, terminal(id, 'in'));
    builder.join(terminal(id, '31'), feedReturn(builder, design, signal));
  }
  return terminal(id, 'out');
}

/** Grounded by its own body; in a vehicle with a return wire the body's wire is part of the sensor. */
function bodyGround(builder: NetlistBuilder, design: Design, place: string, on: Supply): Terminal {
  return design.settings.returnPath === 'wire' ? minusOf(builder, design, on) : groundAt(builder, design, place);
}

/** A signal that grounds a terminal. */
export type Grounding = Signal;

/** What a list asks of the voltage of a contact, or what is printed on it; nothing where any switch of a vehicle does. */
function bearsText(signal: Signal, on: Supply): string {
  const current = currentOf(on);
  const volt = printedV(madeForOf(signal), current) ?? askedV(borneV(on), current);
  return volt === null || askedV(volt, current) === null
    ? ''
    : `${formatQuantity(volt, 'V')} of ${current === 'ac' ? 'alternating' : 'direct'} current`;
}

/** What feeds a sensor or a receiver; null where it needs no supply, or is fed by what it watches. */
export function fedSpec(design: Design, signal: Signal): FedSpec | null {
  const by = feedingOf(signal);
  if (by === null || isVoltageSensor(signal)) return null;
  const supply = supplyById(design, by.supply);
  const [out, back] = supplyFacets(supply).pins(supply);
  const madeFor = by.printed?.text ?? `${supply.nominalV} V${currentOf(supply) === 'ac' ? '~' : '⎓'}`;
  // Of one that is made for another voltage: a fifth under what is printed it works still.
  const nominalV = by.printed ? by.printed.leastV / 0.8 : supply.nominalV;
  return { supply: supply.id, pins: [out, back], ohm: supply.nominalV / by.ownA, nominalV, madeFor };
}

/** The part that stands for a signal of contacts, with so many poles. */
function contactPart(
  builder: NetlistBuilder,
  design: Design,
  signal: Signal,
  poles: number,
  on: Supply,
  within?: { readonly job: string; readonly place: string; readonly inside: string },
): string {
  const own = { ...header(design, signal), ...(within && { place: within.place, job: within.job }) };
  const made = signalFacets(signal).part(signal);
  if (!made) throw new Error(`${signal.name} has no part of its own`);
  const bears = bearsText(signal, on);
  const fed = fedSpec(design, signal);
  const controller = controllerOf(design, signal);
  const spec = {
    signal: signal.id,
    poles,
    ...made.spec,
    ...(bears && { bears }),
    ...(fed && { fed }),
    ...(within && { inside: within.inside }),
    ...(controller && {
      inside: signalTag(design, controller),
      ...(fedSpec(design, controller) && { alive: aliveId(signalPartId(controller.id)) }),
    }),
  };
  if (controller) asksAlarm(builder, design, controller, signal, bears);
  builder.add({ ...own, kind: made.kind, spec } as Parameters<NetlistBuilder['add']>[0]);
  return own.id;
}

/** The list asks of a controller for the contact that something hangs on. */
function asksAlarm(builder: NetlistBuilder, design: Design, controller: SignalOf<'regulator'>, signal: Signal, bears: string): void {
  liveTap(builder, design, controller);
  const id = signalPartId(controller.id);
  const levels = levelsOf(signal)!;
  const made = builder.find(id);
  const sold = plays(made, 'output') ? made.spec.sold : undefined;
  const words = `an alarm contact that closes at ${formatQuantity(levels.closesAt, levels.unit)} and opens at ${formatQuantity(levels.opensAt, levels.unit)}`;
  const ampere = 'limitA' in signal ? `, for ${formatQuantity(signal.limitA, 'A')}` : '';
  builder.change<'pin'>(id, { sold: `${sold}, with ${words}${ampere}${bears ? ` at ${bears}` : ''}` });
}

/** A sensor in the housing of a relay, which nothing else uses. */
export const sensorWithin = (
  builder: NetlistBuilder,
  design: Design,
  signal: Signal,
  on: Supply,
  within: { readonly job: string; readonly place: string; readonly inside: string },
): string => contactPart(builder, design, signal, 1, on, within);

/** The next free contact of a switch, that conducts while it is on or while it is off: each circuit of its own has one. */
export function dryContact(
  { builder, design, job, supply: on }: { builder: NetlistBuilder; design: Design; job: Job; supply: Supply },
  signal: Signal,
  positive: boolean,
): [Terminal, Terminal] {
  if (isAuxiliary(signal)) {
    const asked = auxiliaryContact(builder, design, signal, positive, on);
    if (typeof asked.why === 'string') builder.refuse(job.id, asked.why);
    return asked.ends;
  }
  const id = signalPartId(signal.id);
  const known = builder.find(id);
  const poles = (known && 'poles' in known.spec ? known.spec.poles : 0) + 1;
  const bears = bearsText(signal, builder.highestOn(id, on));
  if (known) builder.change<'switch'>(id, { poles, ...(bears && { bears }) });
  else contactPart(builder, design, signal, poles, on);
  return [terminal(id, String(2 * poles - 1)), terminal(id, String(2 * poles))];
}

/** So many small contacts are to be had for one contactor: four in front and two on each side (from memory). */
const MOST_SMALL = 8;

/**
 * The next contact that another job's relay moves beside those of its load, of the kind that conducts while that is in, or while it
 * is out: on its contactor's side, or its second pole. `why` says where there is none left, as a whole sentence.
 */
function auxiliaryContact(
  builder: NetlistBuilder,
  design: Design,
  signal: SignalOf<'auxiliary'>,
  makes: boolean,
  on: Supply,
): { readonly ends: [Terminal, Terminal]; readonly why: string | null } {
  const id = signalPartId(signal.id);
  const known = builder.find(id);
  const before = known?.kind === 'auxiliary' ? known.spec.contacts : [];
  const mover = builder.find(relayId(switchedBy(design, signal)!)) as PartPlaying<'relay'>;
  const { type, uses } = mover.spec;
  const poleOf = hasSecondPole(type) ? type : null;
  const does = makes ? 'make' : 'break';
  const pins = poleOf ? polePins(poleOf, uses, makes) : auxiliaryPins(before.length, does);
  const contacts = [...before, { does, pins: pins ?? auxiliaryPins(before.length, does) } as const];
  const bears = bearsText(signal, builder.highestOn(id, on));
  if (known) builder.change<'auxiliary'>(id, { contacts, ...(bears && { bears }) });
  else {
    const { limitA } = signal;
    const common = { signal: signal.id, limitA, contacts, on: mover.id, onTag: mover.tag, ...(poleOf && { poleOf }) };
    const tag = poleOf ? mover.tag : `${mover.tag}A`;
    builder.add({ ...header(design, signal), tag, kind: 'auxiliary', spec: { ...common, ...(bears && { bears }) } });
  }
  const [into, out] = contacts.at(-1)!.pins;
  const name = switchedBy(design, signal)!.name;
  const instead = 'name what works that job instead, or give it a contactor on whose side there is room';
  const why =
    poleOf && (pins === null || before.length > 0)
      ? `${name} works it, and the second pole of its relay is taken already: ${instead}.`
      : poleOf && (currentOf(on) === 'ac' || on.nominalV > type.coilV)
        ? `${name} works it, and ${on.name} is more than the second pole of a ${formatQuantity(type.coilV, 'V')} relay is for: a relay between, worked by it, or a contactor for that job.`
        : before.length >= MOST_SMALL
          ? `${name} works it, and its contactor has ${MOST_SMALL} small contacts already: let one of them work a relay that works the others.`
          : null;
  return { ends: [terminal(id, into), terminal(id, out)], why };
}
/** The pins of a contact on a pole that the relay's own job does not use; null where it uses them all. */
function polePins({ poles }: RelayType, uses: readonly string[], makes: boolean): readonly [string, string] | null {
  const free = poles.find(({ closing, resting }) => !uses.includes(closing) && (resting === null || !uses.includes(resting)));
  const out = free && (makes ? free.closing : free.resting);
  return free && out != null ? [free.common, out] : null;
}

export function groundingTerminal(builder: NetlistBuilder, design: Design, signal: Grounding, on: Supply): Terminal {
  const id = signalPartId(signal.id);
  if (!builder.find(id)) {
    contactPart(builder, design, signal, 1, on);
    builder.join(terminal(id, 'body'), bodyGround(builder, design, signal.place, on));
  }
  return terminal(id, '1');
}

/** What a list and the rules are told of a fuse or breaker of one's own, and of the holder that it stands in: the load's, or that of the coil circuits. */
export function asOwn(design: Design, { ownGuard, holder }: Pick<Job, 'ownGuard' | 'holder'>): Pick<FuseSpec, 'own' | 'holder'> {
  const own = guardOf(design, ownGuard);
  const held = holderOf(design, holder);
  return {
    ...(own && { own: { name: own.name, limits: limitsOfGuard(own), price: own.price } }),
    ...(held && { holder: { name: held.name, takes: held.takes, ratingA: held.ratingA, leadMm2: held.leadMm2, price: held.price } }),
  };
}
