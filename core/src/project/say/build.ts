/** A job of what was said, with the signals, the supply and the board that it needs. */
import { type Units, formatQuantity } from '../../quantity/index.ts';
import {
  CHAMBER_C,
  heatsTo,
  LOADS,
  POWER_RELAYS,
  type RelayType,
  type Signal,
  type Supply,
  type UnitLoad,
  SIGNALS,
  asNature,
  asVariant,
  chargeSensor,
  coilCurrent,
  currentOf,
  formOfSignal,
  isCharged,
  isFeed,
  isMains,
  isOnVehicle,
  isOutput,
  isPin,
  isRegulator,
  levelsOf,
  supplyFacets,
  variantOf,
  RAIL_V,
} from '../../kinds/index.ts';
import { type When, mintId } from '../../document/index.ts';
import { withAuxiliaryOf } from '../auxiliary.ts';
import { convertedBy, withOutputOf } from '../chains.ts';
import { DEFAULT_MODULE, type Design, type Job } from '../schema.ts';
import { type ConnectorId, SUPPLY_RATINGS_A, ambientFactor, joinedInCeramic } from '../../reference/index.ts';
import { controlSupplyOf, feedingCoil } from '../hangs-on.ts';
import { asOutput } from './converter.ts';
import { FUSE_MARGIN, fuseMargin } from '../load.ts';
import { entersByCord, loadSupplyOf, ratingsFor, usualProtection } from '../supply.ts';
import { backLeg, earthLeg, outBackwardsLeg, outLeg } from '../legs.ts';
import { blankDesign, blankJob, charging, secondBattery, supplyName, withRooms, withSecondBattery } from '../starters.ts';
import { PLAIN_CONTACTOR, PLAIN_SOLID, connectorSaid, isDescribed, isOnStuds, partsNamed, protectionSaid, underHand } from './device.ts';
import { lacksRadio, namedPin, pinsOf, withBoard, withRadio } from './boards.ts';
import { heatEnd, withHeatEnd } from './heat-end.ts';
import {
  type Clause,
  NUMBER,
  type SaidConnector,
  type SaidGuard,
  type SaidLoad,
  type SaidSignal,
  type Whole,
  type WholeLoad,
  begunOf,
  toNumber,
} from './heard.ts';
import { WET_WORDS } from './words.ts';
import { wired } from './wire.ts';

/** Where the app sets a controller that the sentence gives no temperature, °C: from memory, to be changed. */
const SET_C = 120;
/** A signal as it is beside its supply, and what of it the sentence left open, in words. */
export function fittedTo(said: SaidSignal, feeding: Supply, design: Design | null, assumed: string[], units: Units): SaidSignal {
  const signal = bearing(said);
  const { name, begins } = signal;
  const begun = begunOf(signal);
  if (begun === null) return signal;
  if (formOfSignal(begun) === 'ground' && !isOnVehicle(feeding)) {
    assumed.push(`${name}: a contact of two terminals, for there is no vehicle’s metal`);
    return { ...signal, nature: 'switch' };
  }
  const hasVehicle = isOnVehicle(feeding) || (design?.supplies.some((supply) => isOnVehicle(supply)) ?? false);
  if (isFeed(begun) && begun.ofJob !== undefined) return signal;
  if (isFeed(begun) && !hasVehicle && !signal.from) {
    assumed.push(`${name}: a switch of two terminals, for there is no vehicle whose feed it could be`);
    return { ...signal, nature: 'switch', begins: {} };
  }
  if (isRegulator(begun)) {
    if ('setC' in begins) return signal;
    assumed.push(`${name}: set to ${formatQuantity(SET_C, '°C', units)}`);
    return { ...signal, begins: { ...begins, setC: SET_C } };
  }
  if (isPin(begun) && !signal.program && namedPin(design ?? blankDesign(''), name) === undefined)
    assumed.push(`${name}: no pin of the board is called so; one that is free of other duties`);
  if (signal.byRadio && lacksRadio(design ?? blankDesign(''), name)) assumed.push('a serial radio at the board, which hears what is sent');
  if (signal.charging) {
    const usual = chargeSensor(begun, feeding);
    const { delayS } = usual;
    const closesAt = typeof begins.closesAt === 'number' ? begins.closesAt : usual.closesAt;
    const opensAt = Number((closesAt - (usual.closesAt - usual.opensAt)).toPrecision(4));
    assumed.push(`${name}: in at ${formatQuantity(closesAt, 'V')}, out at ${formatQuantity(opensAt, 'V')}`);
    return { ...signal, begins: { ...begins, closesAt, opensAt, delayS } };
  }
  if ('alarmOf' in begins && (design?.signals.filter(isRegulator).length ?? 0) !== 1)
    assumed.push(`${name}: a sensor of its own, until it is said which controller it is a contact of`);
  if (levelsOf(begun) !== null && !('closesAt' in begins)) assumed.push(`${name}: its two levels`);
  return signal;
}

const NAMED_A = new RegExp(String.raw`\b(${NUMBER}) ?(?:amps?|a)\b`, 'i');
/** *The 5 A switch*: what its contact bears is in its name. */
function bearing(signal: SaidSignal): SaidSignal {
  const begun = begunOf(signal);
  const said = begun && formOfSignal(begun) === 'contact' && !('limitA' in signal.begins) ? NAMED_A.exec(signal.name) : null;
  const limitA = said ? toNumber(said[1]!) : 0;
  return limitA > 0 && limitA <= 200 ? { ...signal, begins: { ...signal.begins, limitA } } : signal;
}

/** Several loads of the mains are joined somewhere: on a page that begins with them, in a box. A place that is there stays as it was entered. */
export const joinsInABox = (onto: Design | null, feeding: Supply, loads: readonly Pick<SaidLoad, 'count' | 'series'>[]): boolean =>
  isMains(feeding) && (onto?.jobs.length ?? 0) === 0 && loads.reduce((sum, { count, series }) => sum + count * series, 0) > 1;

/** Whether what the mains feed stands in the wet by its name or its place's; on a page that begins with it, that place is a wet one. */
export const isInTheWet = (feeding: Supply, things: readonly { readonly name: string }[]): boolean =>
  isMains(feeding) && things.some(({ name }) => WET_WORDS.test(name));

/** The signals that are new, on a project, each fed and on its board; and what a clause of them is there. */
function withSignals(onto: Design, said: readonly SaidSignal[], feeding: Supply) {
  let design = onto;
  const supply = feeding.id;
  // What takes from a converter is worked where that one is switched.
  const at = convertedBy(design, supply)?.device.place ?? (design.places.find(({ id }) => id !== feeding.place) ?? design.places[0]!).id;
  const ids = new Map<string, string>();
  for (const signal of said) {
    const known = signal.id ?? design.signals.find(({ name }) => name.toLowerCase() === signal.name.toLowerCase())?.id;
    ids.set(signal.name, known ?? mintId('signal', design.signals));
    if (known) continue;
    const { ofJob } = signal.begins;
    if (typeof ofJob === 'string') {
      const isSmall = signal.nature !== null && SIGNALS[signal.nature].isOfJobs === true;
      const output = isSmall ? withAuxiliaryOf(design, ofJob) : withOutputOf(design, ofJob);
      design = output.design;
      ids.set(signal.name, output.id);
      continue;
    }
    const base = { id: ids.get(signal.name)!, name: signal.name, place: at, usual: false };
    const own = signal.from && mintId('supply', design.supplies);
    if (own) {
      const { variant, name } = signal.from!;
      design = besideItsMachine(design, name, at);
      const place = design.places.at(-1)!.id;
      base.place = place;
      design = { ...design, supplies: [...design.supplies, asVariant({ id: own, name, place }, variant)] };
    }
    const begun = asNature(base, signal.nature!, own ?? (isMains(feeding) ? design.supplies[0]!.id : supply));
    const { alarmOf, ...others } = signal.begins;
    const [controller, ...more] = alarmOf === undefined ? [] : design.signals.filter(isRegulator);
    // Of which of several controllers nobody said: a sensor of its own, until somebody does.
    const resolved = controller && more.length === 0 ? { ...others, alarmOf: controller.id } : others;
    const begins = 'watches' in signal.begins && 'watches' in begun ? { ...resolved, watches: watching(signal.begins, supply) } : resolved;
    design = { ...design, signals: [...design.signals, { ...begun, ...begins } as Signal] };
  }
  for (const [signal, gpio] of pinsOf(design, said))
    design = withBoard(design, ids.get(signal.name)!, gpio, at, signal.program?.(ids.get(signal.name)!) ?? []);
  for (const { name } of said.filter(({ byRadio }) => byRadio)) design = withRadio(design, name);
  const when = (clause: Clause): When => {
    switch (clause.op) {
      case 'always':
        return clause;
      case 'signal':
        return { op: 'signal', signal: ids.get(clause.name)! };
      case 'not':
        return { op: 'not', of: when(clause.of) };
      case 'delay':
        return { op: 'delay', of: when(clause.of), onS: clause.onS, offS: clause.offS };
      case 'held':
        return { op: 'held', set: when(clause.set), reset: when(clause.reset) };
      case 'toggle':
        return { op: 'toggle', of: when(clause.of) };
      default:
        return { op: clause.op, of: clause.of.map(when) };
    }
  };
  return { design, ids, when, at };
}

/** How far a machine stands from the box that it switches, where nobody said, m. */
const MACHINE_M = 2;
/** How far it is from there to what the project has already, where nobody said, m. */
const OFF_M = { lengthM: MACHINE_M, bundle: 1, assumed: true } as const;
/** Where the things of a project meet: beside its first supply. */
const hub = ({ places, supplies }: Design): string =>
  (places.find(({ id }) => supplies.every(({ place }) => place !== id)) ?? places[0]!).id;

/** Where things of the mains are closed in: with another job of theirs, or in a box that a cord goes to from where they come in. */
function boxOn({ jobs, places, distances }: Design, feeding: Supply): string | undefined {
  if (!isMains(feeding)) return undefined;
  const isBox = (id: string) => places.some((place) => place.id === id && place.box !== 'open');
  const beside = jobs.find(({ supply, device }) => supply === feeding.id && isBox(device.place));
  const ways = distances.flatMap(({ a, b }) => (a === feeding.place ? [b] : b === feeding.place ? [a] : []));
  return beside?.device.place ?? ways.find(isBox);
}

/** A place for a machine that gives a voltage of its own, a lead's length from what it switches. */
function besideItsMachine(design: Design, supplyName: string, from: string): Design {
  const near = design.places.find(({ id }) => id === from)!;
  const id = mintId('place', design.places);
  const name = supplyName.replace(/’s .*$/, '');
  const { coldestC, hottestC } = near;
  return {
    ...design,
    places: [...design.places, { id, name, coldestC, hottestC, box: 'open', divided: false, strip: false, wet: false }],
    distances: [...design.distances, { a: from, b: id, lengthM: MACHINE_M, bundle: 1, assumed: true }],
  };
}

/** What a supply gives at the most; null where its kind says none. */
const ratedOf = (supply: Supply): number | null => ('ratedA' in supply ? supply.ratedA : null);
export const rated = (supply: Supply, ratedA: number | null, capacityAh: number | null = null): Supply => ({
  ...supply,
  ...(ratedA !== null && 'ratedA' in supply && { ratedA }),
  ...(capacityAh !== null && 'capacityAh' in supply && { capacityAh }),
});

/** Above what its loads take a supply stands by a quarter, and a motor starts at twice its current at the least (common practice). */
const SUPPLY_MARGIN = { steady: 1.25, turns: 2 } as const;
/** What a supply that is bought for these loads has to give, A; null where the usual one does, or it is bounded by no rating. */
export function adapterFor(supply: Supply, loads: readonly WholeLoad[]): number | null {
  const usualA = ratedOf(supply);
  if (usualA === null) return null;
  const needA = loads.reduce(
    (sum, load) => sum + load.count * ampereOf(load, supply) * (LOADS[load.kind].turns ? SUPPLY_MARGIN.turns : SUPPLY_MARGIN.steady),
    0,
  );
  return needA <= usualA ? null : (SUPPLY_RATINGS_A.find((rating) => rating >= needA) ?? null);
}

/** A job that does not run while a clause holds; one that holds itself lets go and stays off, until it is started anew. */
export function inhibited(onto: Design, id: string, clause: Clause, signals: readonly SaidSignal[]): Design {
  const job = onto.jobs.find((one) => one.id === id)!;
  const { design, ids, when } = withSignals(onto, signals, loadSupplyOf(onto, job));
  const by = controlSupplyOf(onto, job).id;
  const ends = when(clause);
  const free: When = ends.op === 'not' ? ends.of : { op: 'not', of: ends };
  const before = job.when;
  const after: When =
    before.op === 'held'
      ? { ...before, reset: { op: 'or', of: [before.reset, ends] } }
      : { op: 'and', of: [...(before.op === 'and' ? before.of : [before]), free] };
  return fedBy(
    { ...design, jobs: design.jobs.map((one) => (one.id === id ? { ...one, when: after } : one)) },
    signals.flatMap((signal) =>
      signal.id === null && !onto.signals.some((known) => known.id === ids.get(signal.name)) ? [ids.get(signal.name)!] : [],
    ),
    by,
  );
}
/** A controller proportions its heat in long cycles where a contact clicks with them: 20 s and more for a relay, 2 s without contacts (common practice). */
const RELAY_CYCLE_S = 30;
function proportioned(design: Design, fresh: readonly string[], { device }: Job): Design {
  const type = device.kind === 'relay' ? POWER_RELAYS.find(({ id }) => id === device.part) : undefined;
  if (!type || type.solid) return design;
  const slower = (signal: Signal): Signal =>
    fresh.includes(signal.id) && isRegulator(signal) ? { ...signal, cycleS: RELAY_CYCLE_S } : signal;
  return { ...design, signals: design.signals.map(slower) };
}
/** What listens or looks all the time is fed by what the coil hangs on. */
const fedBy = (design: Design, fresh: readonly string[], by: string): Design => ({
  ...design,
  signals: design.signals.map((signal) => (fresh.includes(signal.id) && 'fedBy' in signal ? { ...signal, fedBy: by } : signal)),
});

export function build(onto: Design, said: Whole): Design {
  if (said.ofJob === null) return built(onto, said);
  const output = withOutputOf(onto, said.ofJob);
  const made = built(output.design, said);
  const job = made.jobs.at(-1)!;
  return { ...made, jobs: [...made.jobs.slice(0, -1), { ...job, supply: output.id }] };
}

function built(onto: Design, said: Whole): Design {
  let design = onto;
  const [origin, key] = [said.supply.slice(0, said.supply.indexOf(' ')), said.supply.slice(said.supply.indexOf(' ') + 1)];
  const alike = origin === 'known' ? undefined : design.supplies.find((known) => variantOf(known) === key);
  // Of another rating it is another one; on a page with nothing on it yet it is that page's.
  const isUnlike = (one: Supply) =>
    (said.suppliedA !== null && ratedOf(one) !== said.suppliedA) ||
    (said.capacityAh !== null && supplyFacets(one).storedAh(one) !== said.capacityAh);
  const isOther = alike !== undefined && design.jobs.length > 0 && isUnlike(alike);
  let supply = origin === 'known' ? key : isOther ? undefined : alike?.id;
  if (supply === undefined) {
    supply = mintId('supply', design.supplies);
    const usual = rated(asVariant({ id: supply, name: '', place: design.places[0]!.id }, key), said.suppliedA, said.capacityAh);
    // The mains come in beside what is there, and what switches them is closed in.
    const rooms = isMains(usual) ? withRooms(design, supplyName(usual)) : null;
    if (rooms) design = { ...rooms.design, distances: [...rooms.design.distances, { ...OFF_M, a: hub(design), b: rooms.box }] };
    const made = asOutput(design, rooms ? { ...usual, place: rooms.outletPlace } : usual, said.suppliedA);
    const name = !isOther
      ? made.name || supplyName(made)
      : said.suppliedA === null
        ? `${formatQuantity(said.capacityAh!, 'Ah')} battery`
        : `${formatQuantity(said.suppliedA, 'A')} branch`;
    design = { ...design, supplies: [...design.supplies, { ...made, name }] };
  } else if (origin !== 'known')
    design = { ...design, supplies: design.supplies.map((one) => (one.id === supply ? rated(one, said.suppliedA, said.capacityAh) : one)) };
  const feeding = design.supplies.find(({ id }) => id === supply)!;
  const begun = withSignals(design, said.signals, feeding);
  const { ids, when } = begun;
  design = begun.design;
  if (said.charged) design = withSecondBattery(design, feeding, said.charged.name, said.charged.cells);
  const second = said.charged && secondBattery(design, feeding, said.charged.name);
  const name = said.charged?.name ?? said.loads[0]!.name;
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
      series: load.series,
      plate: { unit: load.unit, value: load.value, ratedV: load.ratedV ?? feeding.nominalV },
      ...(load.otherV !== undefined && { otherV: load.otherV, otherVBy: load.ranges ? 'itself' : 'hand' }),
    })) as Job['loads'];
  // What takes from a converter is switched where that one is.
  const place = said.place?.id ?? boxOn(design, feeding) ?? convertedBy(design, feeding.id)?.device.place ?? plain.device.place;
  const own = said.charged ? [charging(plain.loads[0]!, second!, said.charged.ampere)] : lines(said.loads, 0);
  // A lamp that shows something is where one looks: beside the relay.
  const loads = said.pilot ? own.map((load, at) => (at === own.length - 1 ? { ...load, place } : load)) : own;
  // What feeds the coil is what its relay is made for: the key of a 12 V vehicle works a pump on 24 V.
  const coil = design.supplies.find(({ id }) => id === feedingCoil(design, when(said.clause), said.device?.kind === 'module')) ?? feeding;
  const part =
    said.device?.kind === 'direct' || said.clause.op === 'always' || plain.device.kind !== 'relay'
      ? null
      : relayFor(said, plain.device.part, feeding, outputs.length > 0, coil);
  const mains =
    isMains(feeding) && part !== null
      ? onMains(
          design,
          said,
          outputs,
          design.signals.filter(({ id }) => [...ids.values()].includes(id)),
          feeding,
          { ...plain, loads },
        )
      : null;
  design = mains?.design ?? design;
  const switching = mains?.part ?? part;
  const withPath = (list: Job['loads']) => (switching === null ? list : suppressed(list, switching));
  const job: Job = {
    ...plain,
    name: capital(said.called ?? name).slice(0, 60),
    loads: withPath(loads),
    supply,
    lost: said.lost,
    ...(said.ownGrounds && { grounds: 'own' as const }),
    ...(said.others.length > 0 && { otherwise: { kind: 'loads' as const, loads: withPath(lines(said.others, loads.length)) } }),
    // What is always on runs for more than three hours.
    continuous: said.continuous || said.clause.op === 'always',
    device: part === null ? { kind: 'direct', place } : { kind: 'relay', part: mains?.part ?? part, socket: 'auto', place },
    ...(part !== null && moduleFeed(mains?.part ?? part, feeding)),
    ...(mains === null && part !== null && cooledFor(part, amperes(said.loads, feeding))),
    ...mains?.changes,
    ...(said.second && {
      otherwise:
        said.second.kind === 'reverse'
          ? { kind: 'reverse' as const, when: when(said.second.when) }
          : { kind: 'slower' as const, when: when(said.second.when), ohm: slowOhm(said.loads[0]!, feeding), endsItself: true },
    }),
    ...(isMains(feeding) && {
      protection: usualProtection(
        feeding,
        part !== null && entersByCord(design, feeding, place) ? amperes([...said.loads, ...said.others], feeding) : null,
      ),
    }),
    ...(said.guard && guarded(said.guard, feeding)),
    ...(said.there.length > 0 && { there: [...said.there] }),
    ammeter: said.meters.includes('ammeter'),
    voltmeter: said.meters.includes('voltmeter'),
    ...(said.connector && connected(said, said.connector, feeding, said.pilot ? loads.slice(0, -1) : loads)),
    // What lies where a controller heats is as hot as it is set to.
    ...(outputs.some((signal) => isRegulator(signal) && isHot(design, feeding, signal.setC)) && { insulation: 'glass' as const }),
    ...((isLow(said, outputs) || said.device?.trigger === 'low') && {
      module: { ...plain.module, ...moduleFeed(mains?.part ?? part ?? '', feeding).module, trigger: 'low' as const },
    }),
  };
  const { distanceM } = said;
  const wiredJob = said.wire === null ? job : wired(job, said.wire);
  const loadPlace = loads[0]!.place;
  const named = said.place && said.place.id === null ? said.place.name : null;
  // What a controller heats is as hot as it is set to.
  const heated = said.loads.some(({ kind }) => LOADS[kind].heats);
  const asked = design.signals.filter(({ id }) => [...ids.values()].includes(id));
  const setC = heated
    ? Math.max(-Infinity, ...asked.map((signal) => heatsTo(signal)?.setC ?? -Infinity).filter((celsius) => celsius <= CHAMBER_C))
    : -Infinity;
  const measuredWay = { a: feeding.place, b: loadPlace, bundle: 1, lengthM: distanceM ?? 0 };
  const ways = design.distances.map((way) => (goes(way, feeding.place, loadPlace) ? { ...measuredWay, bundle: way.bundle } : way));
  // A place that is there stays as it was entered.
  const wetPlaces =
    onto.jobs.length > 0
      ? []
      : said.place && isInTheWet(feeding, [said.place])
        ? [place, loadPlace]
        : isInTheWet(feeding, [...said.loads, ...said.others])
          ? [loadPlace]
          : [];
  const fresh = said.signals.flatMap(({ name: called, id }) => (id === null ? [ids.get(called)!] : []));
  return {
    ...proportioned(fedBy(design, fresh, controlSupplyOf(design, job).id), fresh, job),
    jobs: [...design.jobs, wiredJob],
    places: design.places.map((one) => ({
      ...one,
      ...(named !== null && one.id === place ? { name: named } : {}),
      ...(one.id === loadPlace ? { hottestC: Math.max(one.hottestC, setC) } : {}),
      ...(wetPlaces.includes(one.id) ? { wet: true } : {}),
      ...(said.strip && one.id === place ? { strip: true } : {}),
      ...(said.roomCm3 !== null && one.id === place
        ? { boxCm3: said.roomCm3, ...(one.box === 'open' && { box: 'plastic' as const }) }
        : {}),
      // Several loads of the mains are joined somewhere: in a box.
      ...(one.id === loadPlace && joinsInABox(onto, feeding, said.loads) ? { box: 'plastic' as const } : {}),
      // Screws that carry the mains are out of reach; no plastic where it is hot.
      ...(one.id === loadPlace && said.connector && isMains(feeding) && onto.jobs.length === 0
        ? { box: joinedInCeramic(Math.max(one.hottestC, setC)) ? ('metal' as const) : ('plastic' as const) }
        : {}),
      // What carries the mains at the heat is covered, and of metal there.
      ...(one.id === loadPlace && mains?.changes.cutOut?.kind === 'contactor' && one.box === 'open' ? { box: 'metal' as const } : {}),
    })),
    // A way that no other measured one stands for yet is one more.
    distances: cabled(
      said.cable,
      distanceM === null
        ? design.distances
        : design.distances.some((way) => goes(way, feeding.place, loadPlace))
          ? ways
          : [...ways, measuredWay],
      place,
      loadPlace,
    ),
  };
}
/** The same ways, that from the relay to the load with one cable along it. */
const cabled = (isCable: boolean, ways: Design['distances'], from: string, to: string): Design['distances'] =>
  isCable ? ways.map((way) => (goes(way, from, to) ? { ...way, cable: true } : way)) : ways;
/** Whether a way is the one between two places. */
export const goes = ({ a, b }: Pick<Design['distances'][number], 'a' | 'b'>, from: string, to: string): boolean =>
  (a === from && b === to) || (a === to && b === from);

/** Whether the wire that a project is wired with lies there with less than about half of its current (common practice). */
function isHot({ settings }: Design, feeding: Supply, celsius: number): boolean {
  const [table, factor] = isMains(feeding) ? (['mainsFamily', 0.9] as const) : (['wireFamily', 0.5] as const);
  return ambientFactor(settings[table], celsius) < factor;
}
/** *When pin D5 is low*: a module that is triggered so. */
const isLow = ({ clause }: Whole, outputs: readonly Signal[]): boolean =>
  clause.op === 'not' && clause.of.op === 'signal' && outputs.length === 1 && isPin(outputs[0]);

/** What a mains job takes beside its relay: what drives it below 50 V, and an end to heat. */
function onMains(
  onto: Design,
  said: Whole,
  outputs: readonly Signal[],
  signals: readonly Signal[],
  feeding: Supply,
  job: Job,
): { design: Design; part: string; changes: Partial<Job> } {
  const through = throughOf(said.loads, said.guard?.ratingA ?? null, feeding);
  const { ampere } = through;
  const ended = said.loads.some(({ kind }) => LOADS[kind].heats)
    ? withHeatEnd(onto, heatEnd(signals, through, feeding), job, through, feeding)
    : { design: onto, changes: {} };
  const { design, changes: cutOut } = ended;
  const named = said.device && strongEnough(partsNamed(said.device, feeding), said, feeding);
  const solidNamed = isSolid(said) ? named : strongEnough(partsNamed(PLAIN_SOLID, feeding), said, feeding);
  const solid = isPhase(said)
    ? { part: named?.id ?? PHASE_PART, changes: { ...cutOut, cooling: 'big-fins' } }
    : { part: solidNamed?.id ?? 'ssr-ac-25a', changes: { ...cutOut, cooling: ampere > FINS_A ? 'big-fins' : 'fins' } };
  if (outputs.some((signal) => isRegulator(signal))) return { design, ...solid };
  if (outputs.length > 0) {
    const module = POWER_RELAYS.find(({ id }) => id === MAINS_MODULE)!;
    const taken = acShare(module, [...said.loads, ...said.others], feeding);
    const small =
      said.others.length > 0 || isLow(said, outputs) || (taken <= MODULE_SHARE && guardOf(said, feeding) <= module.module!.terminalA);
    if (isSolid(said) || (!small && said.device === null)) return { design, ...solid };
    if (named?.module && named.coilV !== RAIL_V) {
      const { design: isolated, id } = withIsolated(design);
      return { design: isolated, part: named.id, changes: { ...cutOut, controlSupply: id } };
    }
    return { design, part: (said.device?.kind === 'module' ? named?.id : undefined) ?? MAINS_MODULE, changes: cutOut };
  }
  const lead = signals.find((signal) => isFeed(signal));
  const own = lead && isFeed(lead) ? design.supplies.find(({ id }) => id === lead.supply) : undefined;
  if (own && said.signals.some(({ from }) => from)) {
    const list = POWER_RELAYS.filter(({ build: kind, coilV, closing }) => kind === undefined && coilV === own.nominalV && closing.ac);
    return { design, part: strongEnough(list, said, feeding)?.id ?? 'relay-5v-16a', changes: { ...cutOut, controlSupply: own.id } };
  }
  // A coil that a feed of the vehicle gives its current hangs on that.
  const fed = own && !isMains(own) ? own : null;
  // Contacts under a hand stay on low voltage: an isolated supply of their own feeds the coil.
  const usual = POWER_RELAYS.find((type) => type.id === HAND_PART)!;
  const big = said.device === null && through.guardA > usual.closing.ac!.resistiveA;
  // A motor of ten amperes is for a contactor; at the highest voltage of its supply it takes the more.
  const strained = said.device === null && !big && said.others.length === 0 && acShare(usual, said.loads, feeding) > 1;
  const ofContactors = strained ? PLAIN_CONTACTOR : said.device?.kind === 'contactor' && isDescribed(said.device) ? said.device : null;
  const made = (list: readonly RelayType[]) => (fed ? list.filter(({ coilV }) => coilV === fed.nominalV) : list);
  const contactor =
    ofContactors || (fed && fed.nominalV !== usual.coilV)
      ? strongEnough(made(underHand(partsNamed(ofContactors ?? PLAIN_CONTACTOR, feeding))), said, feeding)
      : undefined;
  const { design: isolated, id } = fed ? { design, id: fed.id } : withIsolated(design, contactor?.coilV);
  return {
    design: isolated,
    part:
      isSolid(said) || big
        ? solid.part
        : ((said.device?.kind === 'relay' && isDescribed(said.device) ? named?.id : contactor?.id) ??
          (said.others.length > 0 ? CHANGEOVER_PART : HAND_PART)),
    changes: { ...(isSolid(said) || big ? solid.changes : cutOut), controlSupply: id },
  };
}
/** Share of a contact for alternating current that lines use by their kinds. */
const acShare = ({ closing }: RelayType, lines: readonly WholeLoad[], feeding: Supply): number =>
  lines.reduce((sum, load) => sum + shareOf(closing.ac ?? null, load, load.count * ampereOf(load, feeding)), 0);

/** A module whose relays are not for the board’s rail: no bridge, and on a battery that feeds them itself. */
function moduleFeed(part: string, feeding: Supply): Partial<Job> {
  const type = POWER_RELAYS.find(({ id }) => id === part);
  if (!type?.module || type.coilV === RAIL_V) return {};
  return { module: { ...DEFAULT_MODULE, jumper: false }, ...(!isMains(feeding) && { controlSupply: feeding.id }) };
}
const ISOLATED = 'isolated supply';
/** The isolated supply of a project for coils of so many volts, or one more. */
function withIsolated(design: Design, coilV = 12): { readonly design: Design; readonly id: string } {
  const known = design.supplies.find((supply) => variantOf(supply) === `adapter-${coilV}`);
  const id = known?.id ?? mintId('supply', design.supplies);
  const place = design.places[1]?.id ?? design.places[0]!.id;
  // One of another voltage beside it is told apart by that.
  const isFirst = !design.supplies.some(({ name: taken }) => taken === ISOLATED);
  const name = isFirst ? ISOLATED : `${ISOLATED}, ${coilV} V`;
  return {
    design: known ? design : { ...design, supplies: [...design.supplies, asVariant({ id, name, place }, `adapter-${coilV}`)] },
    id,
  };
}
/** What a solid-state relay bears without one (from memory), A. */
const BARE_A = 4;
/** What a solid-state relay of the shelf for direct current is screwed on. */
function cooledFor(part: string, ampere: number): Partial<Job> {
  const isSilicon = POWER_RELAYS.some(({ id, solid }) => id === part && solid !== undefined);
  return isSilicon && ampere > BARE_A ? { cooling: ampere > FINS_A ? 'big-fins' : 'fins' } : {};
}
/** What keeps its current flowing gets a way for it: behind silicon, and behind a contact where that is rated for motors alone. */
function suppressed(loads: Job['loads'], part: string): Job['loads'] {
  const isSilicon = POWER_RELAYS.some(({ id, solid }) => id === part && solid !== undefined);
  return loads.map((load) =>
    !isCharged(load) && LOADS[load.kind].inductive && (isSilicon || !LOADS[load.kind].turns) ? { ...load, suppressor: true } : load,
  );
}
/** What a small heatsink carries off of a solid-state relay in a warm box (from memory), A. */
const FINS_A = 12;
const HAND_PART = 'relay-12v-2x30a';
/** With throws that rest closed, for what runs otherwise. */
const CHANGEOVER_PART = 'relay-12v-2x16a-changeover';
const MAINS_MODULE = 'module-5v-10a';
/** What of a module's rating is used before a solid-state relay is the better part: its tracks and terminals are the weakest of it (common practice). */
const MODULE_SHARE = 0.8;
const PHASE_PART = 'phase-ac-80a';
const isPhase = ({ device }: Whole): boolean => device?.kind === 'phase';
const isReversing = ({ second }: Whole): boolean => second?.kind === 'reverse';
const isSolid = ({ device }: Whole): boolean => device?.kind === 'solid' || device?.kind === 'phase';
const capital = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);
const watching = ({ watches }: Readonly<Record<string, unknown>>, supply: string) => {
  const { quantity } = watches as { quantity: 'temperature' | 'voltage' };
  return quantity === 'voltage' ? { quantity, supply } : { quantity };
};

/** The fuse that what is said asks for, of the more of both throws: a quarter above what runs, twice what starts hard (common practice), A. */
function guardOf({ loads, others }: Pick<Whole, 'loads' | 'others'>, supply: Supply): number {
  const ofLine = (load: WholeLoad) => load.count * ampereOf(load, supply) * fuseMargin(load);
  const ampere = Math.max(...[loads, others].map((list) => list.reduce((sum, load) => sum + ofLine(load), 0)));
  // What a sentence puts on the mains goes into a box by a cord.
  const built = usualProtection(supply, amperes([...loads, ...others], supply));
  return ratingsFor(supply, built).find((rating) => rating >= ampere) ?? ampere;
}
/** How much of a contact a load takes: against the part's own rating for its kind, or a share of the resistive one. */
function shareOf(rating: Pick<RelayType['closing'], 'resistiveA' | 'own'> | null, load: WholeLoad, ampere: number): number {
  const { contact, derating } = LOADS[load.kind];
  const own = contact === null ? undefined : rating?.own[contact];
  return ampere / (own ?? (rating?.resistiveA ?? 0) * derating);
}
/** The cheapest relay of the shelf whose contact bears it all; what the sentence names where it names one. */
function relayFor(said: Whole, usual: string, supply: Supply, byBoard: boolean, coil: Supply): string {
  const { device, clause, lost } = said;
  const onStuds = device?.kind === 'contactor' && currentOf(supply) === 'dc';
  // One on studs has no throw that rests: what runs while something is off has a contact before its coil that does.
  const resting = lost === 'on' || (clause.op === 'not' && !onStuds) || said.others.length > 0 || isReversing(said);
  // Of plug-in relays none has a coil for alternating current.
  const plain = currentOf(coil) === 'ac' || device?.kind === 'contactor' ? 'contactor' : undefined;
  const fits =
    device && isDescribed(device)
      ? partsNamed(
          (device.kind === 'module' && !byBoard) || coil !== supply ? { ...device, coilV: device.coilV ?? coil.nominalV } : device,
          supply,
        )
      : POWER_RELAYS.filter((one) => {
          const { build: kind, coilV, resting: rest, solid: type } = one;
          return (
            (isSolid(said)
              ? type !== undefined && type.switches === currentOf(supply) && type.firing !== 'phase angle'
              : device?.kind === 'module'
                ? // Its relays hang on the rail of the board that drives it, or on what the hand that does it switches.
                  kind === 'module' && coilV === (byBoard ? RAIL_V : supply.nominalV)
                : (onStuds ? isOnStuds(one) : kind === plain) && coilV === coil.nominalV && coilCurrent(one) === currentOf(coil)) &&
            (!resting || rest !== null)
          );
        });
  return strongEnough(fits, said, supply)?.id ?? usual;
}
/** The cheapest of them whose contact and whose fuse bear it all; where none does, the strongest, and the rules say what is wrong. */
function strongEnough(list: readonly RelayType[], said: Whole, supply: Supply): RelayType | undefined {
  const { loads } = said;
  const alternating = currentOf(supply) === 'ac';
  const ratingOf = ({ closing }: RelayType) => (alternating ? closing.ac?.resistiveA : closing.resistiveA) ?? 0;
  // The fuse of a current that flows for hours stands a quarter above it, and the contact no lower.
  const charging = FUSE_MARGIN * (said.charged?.ampere ?? 0);
  const share = (type: RelayType, lines: readonly WholeLoad[], side: 'closing' | 'resting') =>
    lines.reduce(
      (sum, load) => sum + shareOf(alternating ? (type[side]?.ac ?? null) : type[side], load, load.count * ampereOf(load, supply)),
      0,
    );
  const taken = (type: RelayType) =>
    Math.max(
      share(type, loads, 'closing') + (charging > 0 ? charging / type.closing.resistiveA : 0),
      // Backwards the current of a motor comes back through the throw that rests closed.
      share(type, isReversing(said) ? loads : said.others, 'resting'),
    );
  // Whoever says the size of a relay has that relay.
  if (said.device?.ratedA) return list[0];
  const guardA = said.guard?.ratingA ?? guardOf(said, supply);
  const bears = ({ closing, resting }: RelayType) =>
    Math.min((alternating ? closing.ac?.resistiveA : closing.resistiveA) ?? 0, isReversing(said) ? (resting?.resistiveA ?? 0) : Infinity) >=
    guardA;
  return (
    list.toSorted((one, other) => one.price - other.price).find((type) => taken(type) <= 1 && bears(type)) ??
    list.toSorted((one, other) => ratingOf(other) - ratingOf(one))[0]
  );
}
/** A resistor that leaves a motor about half of its voltage, Ω, in two figures: common practice, to be tried. */
function slowOhm(load: WholeLoad, supply: Supply): number {
  const ohm = (0.5 * supply.nominalV) / (load.count * ampereOf(load, supply));
  return Number(ohm.toPrecision(2));
}
/** The fuse or breaker that is said; the app chooses the rating where none is. */
function guarded(guard: SaidGuard, supply: Supply): Partial<Job> {
  const protection = protectionSaid(guard, supply);
  return protection === null ? {} : { protection, fuse: guard.ratingA ?? 'auto' };
}
/** The connector that is said, for what guards its wires; null where none is sold that bears it. */
export function connectorIn({ loads, others, charged, guard }: Connected, connector: SaidConnector, supply: Supply): ConnectorId | null {
  const ofBattery = (charged?.ampere ?? 0) * FUSE_MARGIN;
  const chosen = charged
    ? (ratingsFor(supply, usualProtection(supply)).find((rating) => rating >= ofBattery) ?? ofBattery)
    : guardOf({ loads, others }, supply);
  return connectorSaid(connector, supply, guard?.ratingA ?? chosen);
}
type Connected = Pick<Whole, 'loads' | 'others' | 'charged' | 'guard'>;
/** Its connectors, in the wires out to each load and back, and in its earth. */
function connected(said: Whole, connector: SaidConnector, supply: Supply, lines: Job['loads']): Partial<Job> {
  const type = connectorIn(said, connector, supply);
  if (type === null) return {};
  return {
    wires: Object.fromEntries(
      lines.flatMap(({ id, earth }): [string, Job['wires'][string]][] => [
        [outLeg(id), { connector: { type, end: 'to' as const } }],
        said.second?.kind === 'reverse'
          ? [outBackwardsLeg(id), { connector: { type, end: 'to' as const } }]
          : [backLeg(id), { connector: { type, end: 'from' as const } }],
        ...(isMains(supply) && earth === 'wired'
          ? [[earthLeg(id), { connector: { type, end: 'from' } }] as [string, Job['wires'][string]]]
          : []),
      ]),
    ),
  };
}
const amperes = (loads: readonly WholeLoad[], supply: Supply): number =>
  loads.reduce((sum, load) => sum + load.count * ampereOf(load, supply), 0);
/** What flows through a job’s own contacts, and what guards them, A. */
export const throughOf = (loads: readonly WholeLoad[], guardA: number | null, supply: Supply) => ({
  ampere: amperes(loads, supply),
  guardA: guardA ?? guardOf({ loads, others: [] }, supply),
});
/** At the highest voltage of the supply, where most loads take most. */
function ampereOf({ unit, value, ratedV, series }: WholeLoad, { nominalV, highestV }: Supply): number {
  const ownV = ratedV ?? nominalV;
  return ((unit === 'A' ? value : unit === 'W' ? value / ownV : ownV / value) * highestV) / (series * ownV);
}
