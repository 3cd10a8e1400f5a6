/** Where a project and a job begin: blanks to fill, and common circuits as ready sentences. */
import { chargeLevels } from '../reference/index.ts';
import { ASSUMED_AIR_C, ASSUMED_INDOOR_C, FORMAT, FORMAT_VERSION, type When, mintId } from '../document/index.ts';
import {
  asCharged,
  type LoadOf,
  POWER_RELAYS,
  type Signal,
  type Supply,
  SUPPLY_VARIANTS,
  asVariant,
  formOfSignal,
  isFeed,
  isMains,
  isOnVehicle,
  isStored,
  supplyFacets,
  isRegulator,
  isMomentary,
  isVoltageSensor,
  restOf,
} from '../kinds/index.ts';
import { entersByCord, usualProtection } from './supply.ts';
import { ASSUMED_LEAD_M, DEFAULT_SETTINGS, type Design, type Job, PLAIN_JOB } from './schema.ts';

/** A feed with plain direct current. */
const CLEAN = { starter: false, pulsed: false, filtered: false } as const;

/** Where a page's things stand: its supply, the relay with its signals, the load. */
const ROOMS: Readonly<Record<'vehicle' | 'indoors', readonly [supply: string | null, relay: string, load: string]>> = {
  vehicle: [null, 'dash', 'load'],
  indoors: ['wall outlet', 'relay case', 'load'],
};

/** What a supply is called where nobody has named it. */
export const supplyName = (supply: Supply): string => supplyFacets(supply).called(supply);

/** An empty page for one supply, with nothing on it that belongs to another: no battery where there is mains. */
export function blankDesign(name: string, variant = 'battery-12'): Design {
  const supply = asVariant({ id: 'supply-1', name: '', place: 'place-1' }, variant);
  const vehicle = isOnVehicle(supply);
  const [room, second, third] = ROOMS[vehicle ? 'vehicle' : 'indoors'];
  const first = room ?? supplyName(supply);
  const place = (id: string, called: string, box: 'open' | 'plastic'): Design['places'][number] => ({
    id,
    name: called,
    ...(vehicle ? ASSUMED_AIR_C : ASSUMED_INDOOR_C),
    box,
    divided: box !== 'open',
    ...(box !== 'open' && { oneCord: true }),
    strip: false,
    wet: false,
  });
  const way = (a: string, b: string, lengthM: number): Design['distances'][number] => ({ a, b, lengthM, bundle: 1, assumed: true });
  return {
    format: FORMAT,
    formatVersion: FORMAT_VERSION,
    name,
    notes: '',
    settings: DEFAULT_SETTINGS,
    places: [place('place-1', first, 'open'), place('place-2', second, vehicle ? 'open' : 'plastic'), place('place-3', third, 'open')],
    distances: [way('place-1', 'place-2', vehicle ? 2 : 1.5), way('place-1', 'place-3', 3), way('place-2', 'place-3', 3)],
    supplies: [{ ...supply, name: supplyName(supply) }],
    signals: [],
    controllers: [],
    jobs: [],
    parts: [],
    statements: [],
    accepted: [],
    checked: [],
    build: { wires: {}, rollM: 10, spools: [], drawer: {}, spares: {}, prices: {}, currency: '' },
  };
}

/** What ready sentences are looked for by. */
export const FAMILIES = ['vehicle', 'board', 'mains', 'heat'] as const;
export type Family = (typeof FAMILIES)[number];

export interface ReadySentence {
  readonly id: string;
  readonly family: Family;
  /** The supply that a page of its own begins with. */
  readonly page: string;
  readonly title: string;
  readonly words: string;
  /** The document with this job added, and with the signals that it needs. */
  add(design: Design): Design;
}

const BLANK_W = 60;
/** A job with a 60 W heater to be changed; `when` names signals that are in the design. */
export function blankJob(design: Design, name: string, when: When): Job {
  const supply = design.supplies[0]!;
  const away = design.places.find(({ id }) => id !== supply.place) ?? design.places[0]!;
  const loadPlace = design.places[design.places.length - 1]!;
  const mains = isMains(supply);
  const relay = mains
    ? POWER_RELAYS.find(({ build, coilV }) => build === 'contactor' && coilV === supply.nominalV)!.id
    : (POWER_RELAYS.find(({ build, coilV }) => build === undefined && coilV === supply.nominalV)?.id ?? 'relay-12v-30a-4');
  return {
    id: mintId('job', design.jobs),
    name,
    when,
    loads: [
      {
        id: 'load-1',
        name: 'heater',
        kind: 'heater',
        count: 1,
        plate: { unit: 'W', value: BLANK_W, ratedV: supply.nominalV },
        place: loadPlace.id,
        series: 1,
        earth: mains ? 'wired' : 'none',
        important: false,
        ownCutOut: false,
        suppressed: false,
      },
    ],
    supply: supply.id,
    device: { kind: 'relay', part: relay, socket: 'auto', place: away.id },
    lost: 'off',
    continuous: false,
    operationsPerDay: 10,
    suppression: 'diode',
    driver: 'auto',
    driverOhm: 'auto',
    pullDown: true,
    protection: usualProtection(supply, entersByCord(design, supply, away.id) ? BLANK_W / supply.nominalV : null),
    fuse: 'auto',
    controlFuse: 'auto',
    fuseLeadM: ASSUMED_LEAD_M,
    otherwise: { kind: 'off' },
    way: 'auto',
    wires: {},
    edits: [],
    ...PLAIN_JOB,
  };
}

/** What a ready sentence asks of a signal; one of the project that is like it serves. */
interface Wanted {
  readonly name: string;
  like(signal: Signal): boolean;
  make(base: { id: string; name: string; place: string; usual: boolean }, design: Design): Signal;
}

const KEY: Wanted = {
  name: 'key',
  like: (signal) => isFeed(signal) && signal.keyOn,
  make: (base, design) => ({ ...base, usual: true, nature: 'feed', supply: design.supplies[0]!.id, limitA: 5, keyOn: true, ...CLEAN }),
};
const feed = (name: string): Wanted => ({
  name,
  like: (signal) => isFeed(signal) && signal.name === name,
  make: (base, design) => ({ ...base, nature: 'feed', supply: design.supplies[0]!.id, limitA: 10, keyOn: false, ...CLEAN }),
});
const handSwitch = (name: string, action: 'maintained' | 'momentary' = 'maintained', rest: 'open' | 'closed' = 'open'): Wanted => ({
  name,
  like: (signal) =>
    formOfSignal(signal) === 'contact' &&
    isMomentary(signal) === (action === 'momentary') &&
    restOf(signal) === rest &&
    (signal.name === name || name === 'dash switch'),
  make: (base) => ({ ...base, nature: 'switch', limitA: 10, action, rest }),
});
const toGround = (name: string): Wanted => ({
  name,
  like: (signal) => formOfSignal(signal) === 'ground' && restOf(signal) === 'open' && (signal.name === name || name === 'thermostat'),
  make: (base) => ({ ...base, nature: 'ground-switch', limitA: 2, rest: 'open' }),
});
const chargeSense: Wanted = {
  name: 'charge sensor',
  like: (signal) => isVoltageSensor(signal),
  make: (base, design) => ({
    ...base,
    nature: 'threshold',
    limitA: 2,
    output: 'contact',
    watches: { quantity: 'voltage', supply: design.supplies[0]!.id },
    ...chargeLevels(design.supplies[0]!.nominalV, design.supplies[0]!.restV),
    delayS: 5,
  }),
};

/** The design with the signal in it, and its id. */
function withWanted(design: Design, wanted: Wanted): { design: Design; id: string } {
  const known = design.signals.find((signal) => wanted.like(signal));
  if (known) return { design, id: known.id };
  const id = mintId('signal', design.signals);
  const place = (design.places[1] ?? design.places[0])!.id;
  const signal = wanted.make({ id, name: wanted.name, place, usual: false }, design);
  return { design: { ...design, signals: [...design.signals, signal] }, id };
}

const on = (signal: string): When => ({ op: 'signal', signal });
const load = (job: Job, changes: Partial<Job['loads'][0]>): Job => ({
  ...job,
  loads: [{ ...job.loads[0]!, ...changes } as Job['loads'][0]],
});
const fivePin = (job: Job): Job => ({ ...job, device: { ...job.device, part: relayPart(job).replace(/-4$/, '-5') } as Job['device'] });
const relayPart = ({ device }: Job) => (device.kind === 'relay' ? device.part : '');
const motor = (job: Job, name: string, ampere: number) =>
  // The same power at another voltage.
  load(job, { name, kind: 'motor', plate: { ...job.loads[0]!.plate, unit: 'A', value: (ampere * 12) / job.loads[0]!.plate.ratedV } });
const lamp = (job: Job, name: string, watt: number) =>
  load(job, { name, kind: 'filament', plate: { ...job.loads[0]!.plate, value: watt } });

function ready(
  id: string,
  title: string,
  words: string,
  wanted: readonly Wanted[],
  change: (job: Job, signals: readonly string[], design: Design) => Job = (job) => job,
): ReadySentence {
  return {
    id,
    family: 'vehicle',
    page: 'battery-12',
    title,
    words,
    add(design) {
      let current = design;
      const ids = wanted.map((signal) => {
        const found = withWanted(current, signal);
        current = found.design;
        return found.id;
      });
      const terms = ids.map(on);
      const [only] = terms;
      const when: When = terms.length === 1 && only ? only : { op: 'and', of: terms };
      return { ...current, jobs: [...current.jobs, change(blankJob(current, title, when), ids, current)] };
    },
  };
}

/** A mains load on a cord: its signal is made in the case of the relay, with the boards that the signal needs. */
function readyOnMains(
  id: string,
  family: Family,
  title: string,
  words: string,
  make: (
    design: Design,
    base: { id: string; place: string; usual: boolean },
  ) => { readonly controllers: Design['controllers']; readonly signal: Signal },
  { relay, ...changes }: Partial<Job> & { readonly name: string; readonly relay: string },
  takes: Pick<LoadOf<'filament' | 'heater'>, 'kind' | 'name' | 'plate'>,
): ReadySentence {
  return {
    id,
    family,
    page: 'mains-230',
    title,
    words,
    add(design) {
      const { design: begun, outlet, box, loadPlace } = withMains(design);
      const { controllers, signal } = make(begun, { id: mintId('signal', begun.signals), place: box, usual: false });
      const started: Design = {
        ...begun,
        controllers: [...begun.controllers, ...controllers],
        signals: [...begun.signals, signal],
      };
      const job: Job = {
        ...blankJob(started, changes.name, on(signal.id)),
        supply: outlet,
        loads: [{ ...MAINS_LOAD, ...takes, place: loadPlace }],
        device: { kind: 'relay', part: relay, socket: 'auto', place: box },
        protection: 'plug',
        ...changes,
      };
      // What a controller heats is as hot as it is set to.
      const hottestC = isRegulator(signal) ? signal.setC : -Infinity;
      const places = started.places.map((place) =>
        place.id === loadPlace ? { ...place, hottestC: Math.max(place.hottestC, hottestC) } : place,
      );
      return { ...started, places, jobs: [...started.jobs, job] };
    },
  };
}

/** Another battery of the same voltage; undefined where there is none. */
const batteryBeside = (design: Design, first: Supply | undefined) =>
  design.supplies.find((supply) => supply.id !== first?.id && isStored(supply) && supply.nominalV === first?.nominalV);
/** Names that mean whichever other battery there is. */
const ANY_OTHER = /^(?:second|other) battery$/i;
/** The battery that is called so beside one, where the project has it. */
export const secondBattery = (design: Design, first: Supply | undefined, name: string): Supply | undefined =>
  design.supplies.find((supply) => supply.id !== first?.id && isStored(supply) && supply.name.toLowerCase() === name.toLowerCase()) ??
  (ANY_OTHER.test(name) ? batteryBeside(design, first) : undefined);
/** Cells that a second battery may be said to have; where nobody says so it is flooded. */
export type Cells = 'lithium';
/** One that is charged beside another, of the cells that are said, where the list has that of its voltage. */
function secondVariant(nominalV: number, cells?: Cells): string {
  const charged = `battery-${nominalV}-${cells ?? 'second'}`;
  return SUPPLY_VARIANTS.some(({ key }) => key === charged) ? charged : `battery-${nominalV}`;
}
/** The project with a battery of that name, of a kind that the first one charges; as it is where it has one, or the first is none. */
export function withSecondBattery(design: Design, first = design.supplies[0], name = SECOND, cells?: Cells): Design {
  if (!first || !isStored(first) || secondBattery(design, first, name)) return design;
  const place = design.places.find(({ id }) => id !== first.place) ?? design.places[0]!;
  const id = mintId('supply', design.supplies);
  return {
    ...design,
    supplies: [...design.supplies, asVariant({ id, name, place: (design.places[2] ?? place).id }, secondVariant(first.nominalV, cells))],
  };
}
const SECOND = 'second battery';
/** Most that flows between two batteries where nobody said it: of a usual alternator (from memory), A. */
export const CHARGING_A = 30;
/** A battery as a load of the one that charges it, in the place of a line. */
export const charging = (line: Job['loads'][number], second: Supply, ampere: number): Job['loads'][number] => ({
  ...asCharged({ ...line, important: true, earth: 'none' }, second),
  plate: { unit: 'A', value: ampere, ratedV: second.nominalV },
});
const SPLIT_CHARGE = ready(
  'split-charge',
  'Split charge',
  'While the start battery is being charged, charge a second battery too.',
  [chargeSense],
  (job, _, design) => {
    const second = secondBattery(design, design.supplies[0], SECOND)!;
    return {
      ...job,
      device: {
        ...job.device,
        part: POWER_RELAYS.find(({ id }) => id === relayPart(job).replace('30a', '40a'))?.id ?? relayPart(job),
      } as Job['device'],
      loads: [charging(job.loads[0]!, second, CHARGING_A)],
    };
  },
);

/** The common circuits, each as a sentence to adapt. */
export const READY_SENTENCES: readonly ReadySentence[] = [
  ready('switched', 'Switched load', 'When the key is on and a dash switch is on, switch one load.', [KEY, handSwitch('dash switch')]),
  ready(
    'hot',
    'Fan by thermostat',
    'When the key is on and a thermostat to ground is closed, switch a fan.',
    [KEY, toGround('thermostat')],
    (job) => motor(job, 'fan', 8),
  ),
  ready('key', 'On with the key', 'When the key is on, switch one load.', [KEY]),
  ready('keep', 'On unless the key is on', 'When the key is off, switch a lamp, and on if the signal is lost.', [KEY], (job) =>
    fivePin({
      ...load(job, { name: 'lamp', kind: 'led', plate: { ...job.loads[0]!.plate, value: 5 } }),
      when: { op: 'not', of: job.when },
      lost: 'on',
    }),
  ),
  ready(
    'either',
    'On by either of two feeds',
    'When one feed or another is on, switch a lamp, with a blocking diode each.',
    [feed('dipped-beam feed'), feed('main-beam feed')],
    (job, ids) => ({ ...lamp(job, 'lamp', 55), when: { op: 'or', of: ids.map(on) } }),
  ),
  ready(
    'take-over',
    'Override of an existing circuit',
    'When a switch is on, run a fan from the battery, otherwise left on its original feed.',
    [handSwitch('override switch'), feed('fan feed')],
    (job, ids) => fivePin({ ...motor(job, 'fan', 8), when: on(ids[0]!), otherwise: { kind: 'original-feed', signal: ids[1]! } }),
  ),
  ready(
    'latch',
    'Start and stop buttons',
    'From the press of start until the press of stop, run a pump.',
    [handSwitch('start button', 'momentary'), handSwitch('stop button', 'momentary', 'closed')],
    (job, ids) => ({ ...motor(job, 'pump', 6), when: { op: 'held', set: on(ids[0]!), reset: on(ids[1]!) } }),
  ),
  ready(
    'changeover',
    'One load or another',
    'When a switch is on, one lamp, otherwise another, from a lighting feed.',
    [handSwitch('beam switch'), feed('lighting feed')],
    (job, ids) =>
      fivePin({
        ...lamp(job, 'main beam', 60),
        when: on(ids[0]!),
        supply: ids[1]!,
        otherwise: { kind: 'loads', loads: [{ ...lamp(job, 'dipped beam', 55).loads[0]!, id: 'load-2' }] },
      }),
  ),
  ready(
    'speeds',
    'Two-speed fan',
    'Fast when it is very hot, through a resistor when it is warm.',
    [KEY, toGround('hot switch'), toGround('warm switch')],
    (job, [key, hot, warm]) => ({
      ...motor(job, 'fan', 8),
      when: { op: 'and', of: [on(key!), on(hot!)] },
      otherwise: { kind: 'slower', when: { op: 'and', of: [on(key!), on(warm!)] }, ohm: 1, endsItself: true },
    }),
  ),
  ready(
    'reverse',
    'Motor both ways',
    'Up while one button is pressed, down while the other is, braked with none or both.',
    [handSwitch('up button', 'momentary'), handSwitch('down button', 'momentary')],
    (job, ids) => fivePin({ ...motor(job, 'motor', 8), when: on(ids[0]!), otherwise: { kind: 'reverse', when: on(ids[1]!) } }),
  ),
  ready(
    'later',
    'Off after a while',
    'A lamp that stays on for half a minute after a door closes.',
    [toGround('door switch')],
    (job, ids) => ({ ...lamp(job, 'cabin lamp', 10), when: { op: 'delay', of: on(ids[0]!), onS: 0, offS: 30 } }),
  ),
  { ...SPLIT_CHARGE, add: (design) => SPLIT_CHARGE.add(withSecondBattery(design)) },
  readyOnMains(
    'mains-by-pin',
    'board',
    'Mains load by a controller',
    'While a controller’s pin is high, switch a lamp in a cord through a relay module, only the line cut.',
    (design, base) => {
      const board = mintId('board', design.controllers);
      return {
        controllers: [{ id: board, name: 'controller board', type: 'board-5v', place: base.place, supply: 'usb', links: [], program: [] }],
        signal: { ...base, name: 'pin D5', nature: 'pin', volt: 5, limitA: 0.02, controller: board, gpio: 'D5' },
      };
    },
    { name: 'Mains lamp', relay: 'module-5v-10a' },
    { kind: 'filament', name: 'lamp', plate: { unit: 'W', value: 60, ratedV: 230 } },
  ),
  readyOnMains(
    'heater-by-regulator',
    'heat',
    'Heater under a temperature controller',
    'While a temperature controller calls for heat, switch an element through a solid-state relay, with a thermal fuse.',
    (_, base) => ({
      controllers: [],
      signal: {
        ...base,
        name: 'temperature controller',
        nature: 'regulator',
        volt: 12,
        limitA: 0.03,
        thermocouple: 'K',
        polarity: 'right',
        setC: 120,
        control: 'pid',
        cycleS: 2,
        heatJPerK: 4000,
        lossWPerK: 6,
        lagS: 20,
      },
    }),
    { name: 'Heater', relay: 'ssr-ac-25a', cooling: 'fins', cutOut: { kind: 'thermal-fuse', opensAtC: 150 }, insulation: 'glass' },
    { kind: 'heater', name: 'element', plate: { unit: 'W', value: 1500, ratedV: 230 } },
  ),
];

/** A name that no place has: the one that is wanted, or with a number after it. */
function unused(places: Design['places'], name: string): string {
  const has = (wanted: string) => places.some((place) => place.name === wanted);
  if (!has(name)) return name;
  for (let number = 2; ; number++) if (!has(`${name} ${number}`)) return `${name} ${number}`;
}

const MAINS_LOAD = { id: 'load-1', count: 1, series: 1, earth: 'wired', important: false, ownCutOut: false, suppressed: false } as const;

/**
 * Where the mains come in, a closed box that their things go into, and where the load stands, a cord's length apart: added to a
 * project that has none of them. `known` is where they come in already.
 */
export function withRooms(
  design: Design,
  called: string,
  known?: string,
): { design: Design; outletPlace: string; box: string; loadPlace: string } {
  const place = (places: Design['places'], name: string, box: 'open' | 'plastic'): Design['places'] => [
    ...places,
    {
      ...ASSUMED_INDOOR_C,
      id: mintId('place', places),
      name: unused(places, name),
      box,
      divided: box !== 'open',
      ...(box !== 'open' && { oneCord: true }),
      strip: false,
      wet: false,
      // No vehicle's metal is there: what has its coil on a battery comes back to it by a wire.
      noMetal: true,
    },
  ];
  const atOutlet = known === undefined ? place(design.places, called, 'open') : design.places;
  const outletPlace = known ?? atOutlet[atOutlet.length - 1]!.id;
  const boxed = place(atOutlet, 'relay case', 'plastic');
  const box = boxed[boxed.length - 1]!.id;
  const places = place(boxed, 'load', 'open');
  const loadPlace = places[places.length - 1]!.id;
  return {
    outletPlace,
    box,
    loadPlace,
    design: {
      ...design,
      places,
      distances: [
        ...design.distances,
        { a: outletPlace, b: box, lengthM: 1.5, bundle: 1, assumed: true },
        { a: box, b: loadPlace, lengthM: 3, bundle: 1, assumed: true },
      ],
    },
  };
}

/** A 230 V outlet with its box and its load; an empty page has them. */
function withMains(design: Design): { design: Design; outlet: string; box: string; loadPlace: string } {
  const known = design.supplies.find((supply) => isMains(supply) && supply.nominalV === 230);
  const [first, second, third] = design.places;
  if (known && design.jobs.length === 0 && known.place === first?.id && second?.divided && third)
    return { design, outlet: known.id, box: second.id, loadPlace: third.id };
  const { design: roomy, outletPlace, box, loadPlace } = withRooms(design, 'wall outlet', known?.place);
  const outlet = known?.id ?? mintId('supply', design.supplies);
  if (known) return { outlet, box, loadPlace, design: roomy };
  const made = { ...asVariant({ id: outlet, name: '', place: outletPlace }, 'mains-230'), name: 'wall outlet' };
  return { outlet, box, loadPlace, design: { ...roomy, supplies: [...roomy.supplies, made] } };
}
