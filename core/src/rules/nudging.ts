/** Changes that several rules propose. */
import { type Patch, withSignal } from '../document/index.ts';
import {
  type Design,
  type Edit,
  type Job,
  type ProgramStep,
  controlSupplyOf,
  linePath,
  linesOf,
  ratingsFor,
  runsForHours,
  supplyById,
} from '../project/index.ts';
import {
  HELPER_DUTIES,
  type Load,
  largestRating,
  type PartPlaying,
  RAIL_V,
  type RelayType,
  alikeBuilt,
  coilCurrent,
  currentOf,
  hasResting,
  isFeed,
  isOnVehicle,
  isPin,
  isResting,
  powerRelays,
  relayOf,
  withRelay,
  throwRating,
} from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { chooseFuse, leastRating, modulePowered } from '../wiring/index.ts';
import { BLADE_FUSE_RATINGS, seriesOf, sizeName, sizesFrom } from '../reference/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import type { Nudge } from './rule.ts';

export function fusePatch(job: WiredJob, which: 'fuse' | 'controlFuse', choice: number | 'auto'): Patch {
  return { path: ['jobs', job.at, which], value: choice };
}

/** One of the shelf's kinds again, where a person's own stands. */
export function shelfGuard({ job, at }: Pick<WiredJob, 'job' | 'at'>, which: 'fuse' | 'controlFuse' = 'fuse'): Patch[] {
  const field = which === 'fuse' ? 'ownGuard' : 'controlGuard';
  return job[field] === 'none' ? [] : [{ path: ['jobs', at, field], value: 'none' }];
}

/** The rating that the app itself chooses for a load fuse, A; null where it guards no load. */
export function ownRating({ evidence, design }: RuleContext, { job, supply }: WiredJob): number | null {
  const fed = evidence.sizing.get(job.id)?.fed ?? [];
  const ratings = fed.flatMap((one) => {
    const rating = chooseFuse(leastRating(design.settings, runsForHours(design, job), one, job.protection), job.protection, supply);
    return typeof rating === 'number' ? [rating] : [];
  });
  return ratings.length > 0 ? Math.max(...ratings) : null;
}

/** A fuse never grows to fit a fault: this far above what its load asks for it is no fuse for it. */
const MOST_GROWTH = 2;

/** What the app itself would choose first, where it `fits`; then every other rating that does, the nearest to the present one first. */
export function otherFuses(
  context: RuleContext,
  job: WiredJob,
  fuse: PartPlaying<'overcurrent device'>,
  which: 'fuse' | 'controlFuse',
  fits: (ratingA: number) => boolean,
): Nudge[] {
  const present = fuse.spec.ratingA;
  const freed = shelfGuard(job, which);
  const own = fuse.spec.guards === 'load' ? ownRating(context, job) : null;
  const ratings = fuse.spec.guards === 'load' ? ratingsFor(job.supply, job.job.protection) : BLADE_FUSE_RATINGS;
  return [
    ...(own !== null && own !== present && fits(own)
      ? [
          {
            label: `Nudge to the ${formatQuantity(own, 'A')} fuse that its load asks for`,
            patches: [...freed, fusePatch(job, which, 'auto')],
          },
        ]
      : []),
    ...ratings
      .filter(
        (rating) =>
          rating !== present && rating !== own && fits(rating) && (own === null || rating <= Math.max(present, MOST_GROWTH * own)),
      )
      .sort((a, b) => Math.abs(a - present) - Math.abs(b - present))
      .map((rating) => ({ label: `Nudge to a ${formatQuantity(rating, 'A')} fuse`, patches: [...freed, fusePatch(job, which, rating)] })),
  ];
}

/** Other ratings for the fuse before a job's loads; `fits` is asked of each beside the present one. */
export const otherLoadFuses = (context: RuleContext, job: WiredJob, fits: (ratingA: number, presentA: number) => boolean): Nudge[] =>
  job.loadFuses.slice(0, 1).flatMap((fuse) => otherFuses(context, job, fuse, 'fuse', (rating) => fits(rating, fuse.spec.ratingA)));

export function sizePatch(job: WiredJob, leg: string, sizeMm2: number | undefined): Patch {
  const { sizeMm2: _, ...rest } = job.job.wires[leg] ?? {};
  if (sizeMm2 !== undefined) return { path: ['jobs', job.at, 'wires', leg], value: { ...rest, sizeMm2 } };
  return { path: ['jobs', job.at, 'wires', leg], value: Object.keys(rest).length > 0 ? rest : undefined };
}

/** A leg's colour stays; its size is the app's again, and one wire. */
function leftToApp(job: WiredJob, leg: string): Patch {
  const { sizeMm2: _, secondMm2: __, ...rest } = job.job.wires[leg] ?? {};
  return { path: ['jobs', job.at, 'wires', leg], value: Object.keys(rest).length > 0 ? rest : undefined };
}

/** Other sizes for single legs, the one that changes least copper first. */
function otherSizes(job: WiredJob, legs: readonly string[], fits: (sizeMm2: number, presentMm2: number) => boolean): Nudge[] {
  const options = legs.flatMap((leg) => {
    const wires = job.wires.filter((wire) => wire.leg === leg);
    const lengthM = wires.reduce((sum, wire) => sum + wire.lengthM, 0);
    const [first] = wires;
    if (!first) return [];
    // In the series of the wire that is there.
    return sizesFrom(seriesOf(first.sizeMm2), 'usual')
      .filter((size) => fits(size, first.sizeMm2))
      .map((size) => ({
        copper: Math.abs(size - first.sizeMm2) * lengthM,
        nudge: { label: `Nudge ${first.tag} to ${sizeName(size)}`, patches: [sizePatch(job, leg, size)] },
      }));
  });
  return options.sort((a, b) => a.copper - b.copper).map(({ nudge }) => nudge);
}

/** Thicker wire in one piece, where a person said one size for all of a job; for it, else, one leg at a time. */
export const thickerLegs = (job: WiredJob, legs: readonly string[]): Nudge[] => [
  ...thickerAll(job),
  ...otherSizes(job, legs, (size, present) => size > present),
];
function thickerAll({ at, job: { name, wireMm2 } }: WiredJob): Nudge[] {
  if (wireMm2 === undefined) return [];
  const path = ['jobs', at, 'wireMm2'];
  return [
    ...sizesFrom(seriesOf(wireMm2), 'usual')
      .filter((size) => size > wireMm2)
      .map((size) => ({ label: `Nudge the load circuit of ${name} to ${sizeName(size)}`, patches: [{ path, value: size }] })),
    { label: `Nudge the load circuit of ${name} to sizes that are chosen`, patches: [{ path, value: undefined }] },
  ];
}
export const thinnerLegs = (job: WiredJob, legs: readonly string[]): Nudge[] => otherSizes(job, legs, (size, present) => size < present);

/** Lets the app choose the fuse and every size of the load side again. */
export function chooseAgain(job: WiredJob): Nudge {
  const legs = Object.keys(job.job.wires).filter((leg) => {
    const { sizeMm2, secondMm2 } = job.job.wires[leg]!;
    return sizeMm2 !== undefined || secondMm2 !== undefined;
  });
  return {
    label: 'Nudge fuse and wires to chosen sizes',
    patches: [
      ...shelfGuard(job),
      fusePatch(job, 'fuse', 'auto'),
      ...shelfGuard(job, 'controlFuse'),
      fusePatch(job, 'controlFuse', 'auto'),
      ...legs.map((leg) => leftToApp(job, leg)),
      ...(job.job.wireMm2 === undefined ? [] : [{ path: ['jobs', job.at, 'wireMm2'], value: undefined }]),
    ],
  };
}

/** Whether a relay's coil suits what the job hangs it on; an input of 3 to 32 V suits all of it. */
export const coilFits =
  (design: Design, { job }: WiredJob) =>
  (type: RelayType): boolean =>
    type.solid !== undefined ||
    (type.module && !modulePowered(job)
      ? type.coilV === 5
      : type.coilV === controlSupplyOf(design, job).nominalV && coilCurrent(type) === currentOf(controlSupplyOf(design, job)));

/** The shelf's own helper relays in the place of a person's. */
export const shelfHelpers = ({ job, at }: WiredJob): Nudge[] =>
  HELPER_DUTIES.flatMap((duty) =>
    job.helpers[duty] === 'auto'
      ? []
      : [{ label: `Nudge to the shelf’s own ${HELPER_NAMES[duty]}`, patches: [{ path: ['jobs', at, 'helpers', duty], value: 'auto' }] }],
  );
const HELPER_NAMES = { logic: 'helper relay', timer: 'time relay', step: 'stepping relay' } as const;

/** Other relays of the shelf that keep the throws in use, the one nearest in rating first. */
export function otherRelays(design: Design, job: WiredJob, fits: (type: RelayType) => boolean): Nudge[] {
  const { device } = job.job;
  if (device.kind !== 'relay') return [];
  const present = relayOf(design, device.part)!;
  const resting = job.contacts.some(({ relay, pin }) => isResting(relay.spec.type, pin));
  const alike = (type: RelayType) =>
    Number(type.poles.length !== present.poles.length) * 2 + Number(hasResting(type) !== hasResting(present));
  return [
    ...shelfHelpers(job),
    ...powerRelays(design)
      .filter((type) => type.id !== present.id && alikeBuilt(type, present) && (!resting || hasResting(type)) && fits(type))
      .sort(
        (a, b) =>
          alike(a) - alike(b) || Math.abs(largestRating(a) - largestRating(present)) - Math.abs(largestRating(b) - largestRating(present)),
      )
      .map((type) => ({
        label: `Nudge to a ${type.name}`,
        patches: [{ path: ['jobs', job.at, 'device'], value: withRelay(design, device, type.id) }],
      })),
  ];
}

/**
 * A relay with contacts and a coil of its own in the place of what is built otherwise (a module, a solid-state relay, a small relay), for
 * where none of that build does: its coil on the load's own supply where that has its voltage, or where the coil was.
 */
export function relaysInstead(design: Design, { job, at, supply }: WiredJob): Nudge[] {
  const { device } = job;
  if (device.kind !== 'relay') return [];
  const present = relayOf(design, device.part)!;
  const coils = [
    { coil: supply, patches: job.controlSupply === 'same' ? [] : [{ path: ['jobs', at, 'controlSupply'], value: 'same' }] },
    ...(job.controlSupply === 'same' ? [] : [{ coil: supplyById(design, job.controlSupply), patches: [] }]),
  ];
  return coils.flatMap(({ coil, patches }) =>
    powerRelays(design)
      .filter(
        (type) =>
          !alikeBuilt(type, present) &&
          !type.module &&
          !type.solid &&
          type.coilV === coil.nominalV &&
          coilCurrent(type) === currentOf(coil),
      )
      .sort((a, b) => a.price - b.price || largestRating(a) - largestRating(b))
      .map((type) => ({
        label: `Nudge to a ${type.name} in its place`,
        patches: [{ path: ['jobs', at, 'device'], value: withRelay(design, device, type.id) }, ...patches],
      })),
  );
}

/** Modules that a board feeds from its own rail, in the place of one on a supply that sags: the rail is held where it is. */
export function railModules(design: Design, { job, at }: WiredJob): Nudge[] {
  const { device } = job;
  if (device.kind !== 'relay' || !modulePowered(job)) return [];
  const present = relayOf(design, device.part)!;
  if (!present.module) return [];
  return powerRelays(design)
    .filter((type) => type.module && type.coilV === RAIL_V && largestRating(type) >= largestRating(present))
    .map((type) => ({
      label: `Nudge to a ${type.name}, on the board’s own supply`,
      patches: [
        { path: ['jobs', at, 'device'], value: withRelay(design, device, type.id) },
        { path: ['jobs', at, 'module', 'jumper'], value: true },
        { path: ['jobs', at, 'controlSupply'], value: 'same' },
      ],
    }));
}

/** An earth conductor to each load of a job that wants one. */
export const earthsIn = ({ job, at }: WiredJob, wants: (load: Load) => boolean): Nudge => ({
  label: 'Nudge an earth conductor in',
  patches: linesOf(job).flatMap((load) =>
    wants(load) ? [{ path: ['jobs', at, ...linePath(job, load.id), 'earth'], value: 'wired' }] : [],
  ),
});

/** Takes back what a person wired otherwise, one change at a time and then all. */
export function takeBackEdits({ job, at }: WiredJob): Nudge[] {
  const { edits } = job;
  if (edits.length === 0) return [];
  const one = edits.map((edit, index) => ({
    label: `Nudge back: ${editWords(edit)}`,
    patches: [{ path: ['jobs', at, 'edits', index], value: undefined }],
  }));
  return edits.length === 1
    ? one
    : [...one, { label: 'Nudge all hand-made changes back', patches: [{ path: ['jobs', at, 'edits'], value: [] }] }];
}

export function editWords(edit: Edit): string {
  switch (edit.kind) {
    case 'swap':
      return `${edit.a} and ${edit.b} swapped`;
    case 'leave-out':
      return 'a part left out';
    case 'bridge':
      return 'a wire in a part’s place';
    case 'no-wire':
      return 'a wire left off';
    default:
      return edit satisfies never;
  }
}

/** The key put into the clause, so that nothing of the job is fed without it. */
export function addKey(design: Design, { job, at }: WiredJob): Nudge[] {
  if (job.lost === 'on') return [];
  return design.signals
    .filter((signal) => isFeed(signal) && signal.keyOn && signal.supply === job.supply)
    .map((key) => ({
      label: `Nudge in “${key.name} is on”`,
      patches: [{ path: ['jobs', at, 'when'], value: withSignal(job.when, key.id) }],
    }));
}

export function modulePatch({ job, at }: WiredJob, changes: Partial<Job['module']>): Patch {
  return { path: ['jobs', at, 'module'], value: { ...job.module, ...changes } };
}

/** Low for high and high for low: in the job's clause, in how the pin usually stands, and in its board's program. */
export function withPinTurned(design: Design, { job, at }: WiredJob): Patch[] {
  const inner = job.when.op === 'not' ? job.when.of : job.when;
  if (inner.op !== 'signal') return [];
  const pinAt = design.signals.findIndex(({ id }) => id === inner.signal);
  const pin = design.signals[pinAt]!;
  const turn = (steps: readonly ProgramStep[]): ProgramStep[] =>
    steps.map((step) => {
      if (step.do === 'repeat') return { ...step, steps: turn(step.steps) };
      if (step.do === 'wait' || step.pin !== pin.id) return step;
      return step.do === 'character' ? { ...step, high: step.low, low: step.high } : { ...step, high: !step.high };
    });
  return [
    { path: ['jobs', at, 'when'], value: job.when.op === 'not' ? inner : { op: 'not', of: inner } },
    { path: ['signals', pinAt, 'usual'], value: !pin.usual },
    ...design.controllers.flatMap((board, index) =>
      isPin(pin) && pin.controller === board.id ? [{ path: ['controllers', index, 'program'], value: turn(board.program) }] : [],
    ),
  ];
}

/** The first job that follows a pin of a board, to hang what is said of the board on. */
export function firstOnBoard({ design, jobs }: RuleContext, board: string): WiredJob | undefined {
  return jobs.find((job) =>
    design.signals.some((signal) => isPin(signal) && signal.controller === board && job.evidence.signals.includes(signal.id)),
  );
}

/** Relays with contacts of metal in the place of what switches without, the smallest first. */
export function metalContacts(design: Design, job: WiredJob): Nudge[] {
  return powerRelays(design)
    .filter((type) => !type.solid && coilFits(design, job)(type))
    .sort((a, b) => largestRating(a) - largestRating(b))
    .map((type) => ({
      label: `Nudge to a ${type.name}`,
      patches: [{ path: ['jobs', job.at, 'device'], value: { ...job.job.device, part: type.id, socket: 'auto' } }],
    }));
}

/** Relays of the shelf with two poles and a rating for what the job switches. */
export function twoPoles(design: Design, job: WiredJob): Nudge[] {
  return powerRelays(design)
    .filter(
      (type) =>
        type.poles.length === 2 &&
        coilFits(design, job)(type) &&
        throwRating(type, type.poles[0]!.closing, 'heater', currentOf(job.supply)).ampere > 0,
    )
    .map((type) => ({
      label: `Nudge to a ${type.name}`,
      patches: [{ path: ['jobs', job.at, 'device'], value: { ...job.job.device, part: type.id, socket: 'auto' } }],
    }));
}

/** A 5 V supply of the project that is nobody's vehicle, or one to add under an id: which it is, and what adds it. */
export function fiveVoltSupply(design: Design, id: string, name: string, place: string): { id: string; patches: Patch[] } {
  const known = design.supplies.find((supply) => !isOnVehicle(supply) && currentOf(supply) === 'dc' && supply.nominalV === 5);
  if (known) return { id: known.id, patches: [] };
  const made = {
    id,
    name,
    kind: 'adapter',
    nominalV: 5,
    current: 'dc',
    ratedA: 2,
    restV: 5,
    lowestV: 4.85,
    highestV: 5.25,
    internalOhm: 0.05,
    place,
  };
  return { id, patches: [{ path: ['supplies', design.supplies.length], value: made }] };
}
