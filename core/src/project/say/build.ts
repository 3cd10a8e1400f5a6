/** A job of what was said, with the signals, the supply and the board that it needs. */
import { type Units, formatQuantity } from '../../quantity/index.ts';
import {
  CHAMBER_C,
  heatsTo,
  controllerType,
  LOADS,
  POWER_RELAYS,
  type RelayType,
  type Signal,
  type Supply,
  type UnitLoad,
  asNature,
  asVariant,
  currentOf,
  formOfSignal,
  isFeed,
  isMains,
  isOnVehicle,
  isOutput,
  isPin,
  isRegulator,
  levelsOf,
  variantOf,
} from '../../kinds/index.ts';
import { type When, mintId } from '../../document/index.ts';
import type { Design, Job } from '../schema.ts';
import { THERMAL_FUSE, ratingsOf } from '../../reference/index.ts';
import { controlSupplyOf, usualProtection } from '../supply.ts';
import { blankDesign, blankJob, charging, secondBattery, supplyName, withSecondBattery } from '../starters.ts';
import { type Clause, type SaidSignal, type Whole, type WholeLoad, begunOf } from './heard.ts';

/** Where the app sets a controller that the sentence gives no temperature, and the thermal fuse above it, °C: from memory, to be changed. */
const SET_C = 120;
const OPENS_AT_C = 150;
/** How far above what a sensor or a controller heats to (common practice: clear of ordinary use), K, in steps of ten degrees. */
const ABOVE_SET_K = 30;
const STEP_K = 10;
/** Where a thermal fuse opens, clear of what is heated to, °C; null where none is made for that. */
export function thermalFuseC(signals: readonly Signal[]): number | null {
  const least = Math.max(-Infinity, ...signals.map((signal) => heatsTo(signal)?.setC ?? -Infinity)) + ABOVE_SET_K;
  const opensAtC = Math.max(OPENS_AT_C, STEP_K * Math.ceil(least / STEP_K));
  return opensAtC > THERMAL_FUSE.mostC ? null : opensAtC;
}

/** A signal as it is beside its supply, and what of it the sentence left open, in words. */
export function fittedTo(signal: SaidSignal, feeding: Supply, design: Design | null, assumed: string[], units: Units): SaidSignal {
  const { name, begins } = signal;
  const begun = begunOf(signal);
  if (begun === null) return signal;
  if (formOfSignal(begun) === 'ground' && !isOnVehicle(feeding)) {
    assumed.push(`${name}: a contact of two terminals, for there is no vehicle’s metal`);
    return { ...signal, nature: 'switch' };
  }
  const hasVehicle = isOnVehicle(feeding) || (design?.supplies.some((supply) => isOnVehicle(supply)) ?? false);
  if (isFeed(begun) && !hasVehicle) {
    assumed.push(`${name}: a switch of two terminals, for there is no vehicle whose feed it could be`);
    return { ...signal, nature: 'switch', begins: {} };
  }
  if (isRegulator(begun)) {
    assumed.push(`${name}: set to ${formatQuantity(SET_C, '°C', units)}`);
    return { ...signal, begins: { ...begins, setC: SET_C } };
  }
  if (isPin(begun) && namedPin(design ?? blankDesign(''), name) === undefined)
    assumed.push(`${name}: no pin of the board is called so; one that is free of other duties`);
  if (levelsOf(begun) !== null && !('closesAt' in begins)) assumed.push(`${name}: its two levels`);
  return signal;
}

/** Several loads of the mains are joined somewhere: on a page that begins with them, in a box. A place that is there stays as it was entered. */
export const joinsInABox = (onto: Design | null, feeding: Supply, loads: readonly { readonly count: number }[]): boolean =>
  isMains(feeding) && (onto?.jobs.length ?? 0) === 0 && loads.reduce((sum, { count }) => sum + count, 0) > 1;

export function build(onto: Design, said: Whole): Design {
  let design = onto;
  const [origin, key] = [said.supply.slice(0, said.supply.indexOf(' ')), said.supply.slice(said.supply.indexOf(' ') + 1)];
  let supply = origin === 'known' ? key : design.supplies.find((known) => variantOf(known) === key)?.id;
  if (supply === undefined) {
    supply = mintId('supply', design.supplies);
    const made = asVariant({ id: supply, name: '', place: design.places[0]!.id }, key);
    design = { ...design, supplies: [...design.supplies, { ...made, name: supplyName(made) }] };
  }
  const feeding = design.supplies.find(({ id }) => id === supply)!;
  const at = (design.places.find(({ id }) => id !== feeding.place) ?? design.places[0]!).id;

  const ids = new Map<string, string>();
  for (const signal of said.signals) {
    const known = signal.id ?? design.signals.find(({ name }) => name.toLowerCase() === signal.name.toLowerCase())?.id;
    ids.set(signal.name, known ?? mintId('signal', design.signals));
    if (known) continue;
    const base = { id: ids.get(signal.name)!, name: signal.name, place: at, usual: false };
    const begun = asNature(base, signal.nature!, isMains(feeding) ? design.supplies[0]!.id : supply);
    const begins =
      'watches' in signal.begins && 'watches' in begun ? { ...signal.begins, watches: watching(signal.begins, supply) } : signal.begins;
    design = { ...design, signals: [...design.signals, { ...begun, ...begins } as Signal] };
  }
  const when = (clause: Clause): When => {
    switch (clause.op) {
      case 'signal':
        return { op: 'signal', signal: ids.get(clause.name)! };
      case 'not':
        return { op: 'not', of: when(clause.of) };
      case 'delay':
        return { op: 'delay', of: when(clause.of), onS: clause.onS, offS: clause.offS };
      case 'held':
        return { op: 'held', set: when(clause.set), reset: when(clause.reset) };
      default:
        return { op: clause.op, of: clause.of.map(when) };
    }
  };
  if (said.charged) design = withSecondBattery(design, feeding, said.charged.name);
  const second = said.charged && secondBattery(design, feeding, said.charged.name);
  const name = said.charged?.name ?? said.loads[0]!.name;
  for (const [signal, gpio] of pinsOf(design, said.signals)) design = withBoard(design, ids.get(signal.name)!, gpio, at);
  const outputs = design.signals.filter((signal) => [...ids.values()].includes(signal.id) && isOutput(signal));
  const plain = blankJob(
    { ...design, supplies: [feeding, ...design.supplies.filter(({ id }) => id !== supply)] },
    capital(name),
    when(said.clause),
  );
  const lines = (list: readonly WholeLoad[], from: number) =>
    list.map((load, index) => ({
      ...(plain.loads[0] as UnitLoad),
      id: `load-${from + index + 1}`,
      name: load.name,
      kind: load.kind,
      count: load.count,
      plate: { unit: load.unit, value: load.value, ratedV: load.ratedV ?? feeding.nominalV },
    })) as Job['loads'];
  const loads = said.charged ? [charging(plain.loads[0]!, second!, said.charged.ampere)] : lines(said.loads, 0);
  const part = said.device === 'direct' || plain.device.kind !== 'relay' ? null : relayFor(said, plain.device.part, feeding);
  const mains =
    isMains(feeding) && part !== null
      ? onMains(
          design,
          said,
          outputs,
          design.signals.filter(({ id }) => [...ids.values()].includes(id)),
          feeding,
        )
      : null;
  design = mains?.design ?? design;
  const place = said.place?.id ?? plain.device.place;
  const job: Job = {
    ...plain,
    name: capital(name).slice(0, 60),
    loads,
    supply,
    lost: said.lost,
    ...(said.others.length > 0 && { otherwise: { kind: 'loads' as const, loads: lines(said.others, loads.length) } }),
    continuous: said.continuous,
    device: part === null ? { kind: 'direct', place } : { kind: 'relay', part: mains?.part ?? part, socket: 'auto', place },
    ...mains?.changes,
    // What lies where a controller heats is as hot as it is set to.
    ...(outputs.some((signal) => isRegulator(signal)) && { insulation: 'glass' as const }),
    ...(isLow(said, outputs) && { module: { ...plain.module, trigger: 'low' as const } }),
  };
  const { distanceM } = said;
  const loadPlace = loads[0]!.place;
  const measured = (a: string, b: string) => (a === feeding.place && b === loadPlace) || (b === feeding.place && a === loadPlace);
  const named = said.place && said.place.id === null ? said.place.name : null;
  // What a controller heats is as hot as it is set to.
  const heated = said.loads.some(({ kind }) => LOADS[kind].heats);
  const asked = design.signals.filter(({ id }) => [...ids.values()].includes(id));
  const setC = heated
    ? Math.max(-Infinity, ...asked.map((signal) => heatsTo(signal)?.setC ?? -Infinity).filter((celsius) => celsius <= CHAMBER_C))
    : -Infinity;
  const measuredWay = { a: feeding.place, b: loadPlace, bundle: 1, lengthM: distanceM ?? 0 };
  const ways = design.distances.map((way) => (measured(way.a, way.b) ? { ...measuredWay, bundle: way.bundle } : way));
  // What listens or looks all the time is fed by what the coil hangs on.
  const by = controlSupplyOf(design, job).id;
  const fresh = new Set(said.signals.flatMap(({ name, id }) => (id === null ? [ids.get(name)!] : [])));
  return {
    ...design,
    jobs: [...design.jobs, job],
    signals: design.signals.map((signal) => (fresh.has(signal.id) && 'fedBy' in signal ? { ...signal, fedBy: by } : signal)),
    places: design.places.map((one) => ({
      ...one,
      ...(named !== null && one.id === place ? { name: named } : {}),
      ...(one.id === loadPlace ? { hottestC: Math.max(one.hottestC, setC) } : {}),
      // Several loads of the mains are joined somewhere: in a box.
      ...(one.id === loadPlace && joinsInABox(onto, feeding, said.loads) ? { box: 'plastic' as const } : {}),
    })),
    // A way that no other measured one stands for yet is one more.
    distances: distanceM === null ? design.distances : design.distances.some(({ a, b }) => measured(a, b)) ? ways : [...ways, measuredWay],
  };
}
/** *When pin D5 is low*: a module that is triggered so. */
const isLow = ({ clause }: Whole, outputs: readonly Signal[]): boolean =>
  clause.op === 'not' && clause.of.op === 'signal' && outputs.length === 1 && isPin(outputs[0]);
/** The board that a pin is of: the project's first, or a new one. */
const boardType = (design: Design) => controllerType(design, design.controllers[0]?.type ?? 'board-5v');

/** Each new pin with the board's pin that it is: the one that its name says, else one with no other duty that is free. */
function pinsOf(design: Design, signals: readonly SaidSignal[]): [signal: SaidSignal, gpio: string][] {
  const type = boardType(design);
  const taken = new Set(design.signals.flatMap((signal) => (isPin(signal) ? [signal.gpio] : [])));
  const idle = type.pins.filter((pin) => !(pin in type.boot) && !type.uploadPins.includes(pin) && !type.memoryPins.includes(pin));
  return signals.flatMap((signal): [SaidSignal, string][] => {
    const begun = begunOf(signal);
    if (!begun || !isPin(begun)) return [];
    const named = namedPin(design, signal.name);
    const gpio = named ?? idle.find((pin) => !taken.has(pin)) ?? type.pins[0]!;
    taken.add(gpio);
    return [[signal, gpio]];
  });
}
/** The pin of the board that a name says, by its letter and number or its number alone. */
function namedPin(design: Design, name: string): string | undefined {
  const said = /\b[a-z]{0,4}\d+\b/i.exec(name)?.[0].toUpperCase();
  return said === undefined ? undefined : boardType(design).pins.find((pin) => pin === said || pin.replace(/^\D+/, '') === said);
}
function withBoard(design: Design, signal: string, gpio: string, place: string): Design {
  const [known] = design.controllers;
  const type = boardType(design);
  const board = known?.id ?? mintId('board', design.controllers);
  return {
    ...design,
    controllers: known
      ? design.controllers
      : [{ id: board, name: 'controller board', type: type.id, place, supply: 'usb', links: [], program: [] }],
    signals: design.signals.map((one) => (one.id === signal && isPin(one) ? { ...one, volt: type.pinV, controller: board, gpio } : one)),
  };
}

/** What a mains job takes beside its relay: what drives it below 50 V, and an end to heat. */
function onMains(
  design: Design,
  said: Whole,
  outputs: readonly Signal[],
  signals: readonly Signal[],
  feeding: Supply,
): { design: Design; part: string; changes: Partial<Job> } {
  const heats = said.loads.some(({ kind }) => LOADS[kind].heats);
  const opensAtC = thermalFuseC(signals);
  const cutOut = heats
    ? ({ ...(opensAtC !== null && { cutOut: { kind: 'thermal-fuse', opensAtC } }), insulation: 'glass' } as Partial<Job>)
    : {};
  const solid = isPhase(said)
    ? { part: PHASE_PART, changes: { ...cutOut, cooling: 'big-fins' } }
    : { part: 'ssr-ac-25a', changes: { ...cutOut, cooling: 'fins' } };
  if (outputs.some((signal) => isRegulator(signal))) return { design, ...solid };
  if (outputs.length > 0) {
    const module = POWER_RELAYS.find(({ id }) => id === MAINS_MODULE)!;
    const taken = [...said.loads, ...said.others].reduce(
      (sum, load) => sum + shareOf(module.closing.ac ?? null, load, load.count * ampereOf(load, feeding)),
      0,
    );
    const small =
      said.others.length > 0 || isLow(said, outputs) || (taken <= MODULE_SHARE && guardOf(said, feeding) <= module.module!.terminalA);
    return isSolid(said) || (!small && said.device === null) ? { design, ...solid } : { design, part: MAINS_MODULE, changes: cutOut };
  }
  // Contacts under a hand stay on low voltage: an isolated supply of their own feeds the coil.
  const known = design.supplies.find((supply) => variantOf(supply) === 'adapter-12');
  const id = known?.id ?? mintId('supply', design.supplies);
  const place = design.places[1]?.id ?? design.places[0]!.id;
  return {
    design: known ? design : { ...design, supplies: [...design.supplies, asVariant({ id, name: 'isolated supply', place }, 'adapter-12')] },
    part: isSolid(said) ? solid.part : 'relay-12v-2x30a',
    changes: { ...(isSolid(said) ? solid.changes : cutOut), controlSupply: id },
  };
}
/** V of a controller board’s own rail. */
const RAIL_V = 5;
const FUSE_MARGIN = 1.25;
const START_MARGIN = 2;
const MAINS_MODULE = 'module-5v-10a';
/** What of a module's rating is used before a solid-state relay is the better part: its tracks and terminals are the weakest of it (common practice). */
const MODULE_SHARE = 0.8;
const PHASE_PART = 'phase-ac-80a';
const isPhase = ({ device }: Whole): boolean => device === 'phase';
const isSolid = ({ device }: Whole): boolean => device === 'solid' || device === 'phase';
const capital = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);
const watching = ({ watches }: Readonly<Record<string, unknown>>, supply: string) => {
  const { quantity } = watches as { quantity: 'temperature' | 'voltage' };
  return quantity === 'voltage' ? { quantity, supply } : { quantity };
};

/** The fuse that what is said asks for, of the more of both throws: a quarter above what runs, twice what starts hard (common practice), A. */
function guardOf({ loads, others }: Whole, supply: Supply): number {
  const ofLine = (load: WholeLoad) => load.count * ampereOf(load, supply) * (LOADS[load.kind].startsHard ? START_MARGIN : FUSE_MARGIN);
  const ampere = Math.max(...[loads, others].map((list) => list.reduce((sum, load) => sum + ofLine(load), 0)));
  return ratingsOf(usualProtection(supply)).find((rating) => rating >= ampere) ?? ampere;
}
/** How much of a contact a load takes: against the part's own rating for its kind, or a share of the resistive one. */
function shareOf(rating: Pick<RelayType['closing'], 'resistiveA' | 'own'> | null, load: WholeLoad, ampere: number): number {
  const { contact, derating } = LOADS[load.kind];
  const own = contact === null ? undefined : rating?.own[contact];
  return ampere / (own ?? (rating?.resistiveA ?? 0) * derating);
}
/** The cheapest relay of the shelf whose contact bears it all; what the sentence names where it names one. */
function relayFor(said: Whole, usual: string, supply: Supply): string {
  const { device, clause, lost, loads } = said;
  const resting = lost === 'on' || clause.op === 'not' || said.others.length > 0;
  const fits = POWER_RELAYS.toSorted((one, other) => one.price - other.price).filter(
    ({ build: kind, coilV, resting: rest, solid: type }) =>
      (isSolid(said)
        ? type !== undefined && type.switches === currentOf(supply) && type.firing !== 'phase angle'
        : device === 'module'
          ? // Its relays hang on the rail of the board that drives it.
            kind === 'module' && coilV === RAIL_V
          : kind === (device === 'contactor' ? 'contactor' : undefined) && coilV === supply.nominalV && currentOf(supply) === 'dc') &&
      (!resting || rest !== null),
  );
  // The fuse of a current that flows for hours stands a quarter above it, and the contact no lower.
  const charging = FUSE_MARGIN * (said.charged?.ampere ?? 0);
  const share = (type: RelayType, list: readonly WholeLoad[], side: 'closing' | 'resting') =>
    list.reduce((sum, load) => sum + shareOf(type[side], load, load.count * ampereOf(load, supply)), 0);
  const taken = (type: RelayType) =>
    Math.max(share(type, loads, 'closing') + charging / type.closing.resistiveA, share(type, said.others, 'resting'));
  const guardA = guardOf(said, supply);
  const bears = (type: RelayType) => currentOf(supply) === 'ac' || type.closing.resistiveA >= guardA;
  // Where none bears it, the strongest, and the rules say what is wrong.
  const strongest = fits.toSorted((one, other) => other.closing.resistiveA - one.closing.resistiveA)[0];
  return (fits.find((type) => taken(type) <= 1 && bears(type)) ?? strongest)?.id ?? usual;
}
/** At the highest voltage of the supply, where most loads take most. */
function ampereOf({ unit, value, ratedV }: WholeLoad, { nominalV, highestV }: Supply): number {
  const ownV = ratedV ?? nominalV;
  return ((unit === 'A' ? value : unit === 'W' ? value / ownV : ownV / value) * highestV) / ownV;
}
