/**
 * The one gate for a document from outside: version, shape, and references between its parts.
 * What a person can have caused comes back as a value with the path of the field.
 */
import { MOST_SPELLED, chainBefore, convertedBy, isOutputOfJob, jobsBefore, spelledLength, switchedBy } from './chains.ts';
import { supplyIdOf } from './hangs-on.ts';
import { intentOf, linesOf } from './intent.ts';
import { FORMAT, FORMAT_VERSION, WHEN_MAX_DEPTH, type When, migrate } from '../document/index.ts';
import { type Design, type Job, type ProgramStep, type StatementTerm, designSchema, devicesOf } from './schema.ts';
import {
  boxOf,
  boxOutsideM2,
  connectorOf,
  HELPER_DUTIES,
  helpersOf,
  holderOf,
  socketsOfProject,
  boardsOf,
  currentOf,
  guardOf,
  heatsinksOf,
  isCharged,
  isFeed,
  isAuxiliary,
  jobOf,
  isOfShelf,
  isPin,
  isRegulator,
  relayOf,
  signalFacets,
  supplyFacets,
  thermalCutOutOf,
} from '../kinds/index.ts';

export interface DocumentProblem {
  /** `jobs[1].loads[0].plate.value`; empty for the document as a whole. */
  readonly path: string;
  readonly message: string;
}
export type ParseResult = { ok: true; design: Design } | { ok: false; problems: DocumentProblem[] };

/** Reads a project file's text. */
export function parseDesignText(text: string): ParseResult {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return failure('', `This is not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  return parseDesign(raw);
}

/** Checks an unknown value and brings it to the present format version. */
export function parseDesign(raw: unknown): ParseResult {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return failure('', 'A project file is a JSON object');
  const { format, formatVersion } = raw as Record<string, unknown>;
  if (format !== FORMAT) return failure('format', `must be "${FORMAT}": this is some other kind of file`);
  if (typeof formatVersion !== 'number' || !Number.isInteger(formatVersion) || formatVersion < 1)
    return failure('formatVersion', 'must be a whole number from 1');
  if (formatVersion > FORMAT_VERSION)
    return failure('formatVersion', `is ${formatVersion}, but this version of Iron Nudge reads up to ${FORMAT_VERSION}`);
  const size = sizeOf(raw);
  if (size === 'too deep') return failure('jobs', `is nested more than ${WHEN_MAX_DEPTH} deep`);
  if (size === 'too many') return failure('', `holds more than ${MOST_VALUES.toLocaleString('en')} values: no project of ours has as many`);
  const parsed = designSchema.safeParse(migrate(raw as Record<string, unknown>, formatVersion));
  if (!parsed.success)
    return {
      ok: false,
      problems: parsed.error.issues.slice(0, MOST_PROBLEMS).map((issue) => ({ path: pathText(issue.path), message: issue.message })),
    };
  const problems = references(parsed.data);
  return problems.length ? { ok: false, problems } : { ok: true, design: withConverters(withOutputs(parsed.data)) };
}

function failure(path: string, message: string): ParseResult {
  return { ok: false, problems: [{ path, message }] };
}

/** `['jobs', 1, 'name']` as `jobs[1].name`. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.map((key, at) => (typeof key === 'number' ? `[${key}]` : `${at ? '.' : ''}${String(key)}`)).join('');
}

/** Feeds that jobs switch where those jobs are by now: a copy of what follows from them would only go stale. */
function withOutputs(design: Design): Design {
  let signals = design.signals;
  // What hangs on such a feed may switch the next one.
  for (const _ of design.jobs) {
    const now = { ...design, signals };
    signals = signals.map((signal) => {
      const job = switchedBy(now, signal);
      if (!job) return signal;
      const { place } = job.device;
      if (!isFeed(signal)) return signal.place === place ? signal : { ...signal, place };
      const supply = supplyIdOf(now, job);
      return signal.supply === supply && signal.place === place ? signal : { ...signal, supply, place };
    });
    if (signals.every((signal, at) => signal === now.signals[at])) break;
  }
  const ofJob = new Map(signals.flatMap((signal) => (jobOf(signal) === undefined ? [] : [[signal.id, jobOf(signal)!]])));
  if (ofJob.size === 0) return design;
  // It is on while that job is, and no thing beside it.
  const term = (one: StatementTerm): StatementTerm =>
    one.what === 'signal' && ofJob.has(one.id) ? { ...one, what: 'job', id: ofJob.get(one.id)! } : one;
  return { ...design, signals, statements: design.statements.map((one) => ({ ...one, a: term(one.a), b: term(one.b) })) };
}

/** Converters that jobs feed stand where those have them as their load. */
function withConverters(design: Design): Design {
  const placed = design.supplies.map((supply) => {
    const place = convertedBy(design, supply.id)?.loads[0]?.place ?? supply.place;
    return place === supply.place ? supply : { ...supply, place };
  });
  return placed.some((supply, at) => supply !== design.supplies[at]) ? { ...design, supplies: placed } : design;
}

/** Problems that are told at once. */
const MOST_PROBLEMS = 100;
/** Values in a document, fields and entries of lists alike. */
const MOST_VALUES = 100_000;
/** Their states are told apart by the bits of a number of 32. */
const MOST_SIGNALS_A_JOB = 30;

/** Looked at before anything else reads it: what is hostile costs no more than a walk. */
function sizeOf(raw: object): 'fits' | 'too deep' | 'too many' {
  let level: unknown[] = [raw];
  let count = 0;
  // Two levels of JSON a level of expression, and a handful above the expressions.
  for (let depth = 0; depth < 2 * WHEN_MAX_DEPTH + 8; depth++) {
    level = level.flatMap((value) => (typeof value === 'object' && value !== null ? Object.values(value) : []));
    if (level.length === 0) return 'fits';
    count += level.length;
    if (count > MOST_VALUES) return 'too many';
  }
  return 'too deep';
}

/** Every id is unique in its list and every reference points at something. */
function references(design: Design): DocumentProblem[] {
  const problems: DocumentProblem[] = [];
  const say = (path: string, message: string) => problems.push({ path, message });
  const unique = (path: string, list: readonly { id: string }[]) => {
    const seen = new Set<string>();
    list.forEach((item, at) => {
      if (seen.has(item.id)) say(`${path}[${at}].id`, `"${item.id}" is used twice`);
      seen.add(item.id);
    });
    return seen;
  };
  const places = unique('places', design.places);
  const supplies = unique('supplies', design.supplies);
  const signals = unique('signals', design.signals);
  const needs = (known: Set<string>, what: string, path: string, id: string) => {
    if (!known.has(id)) say(path, `there is no ${what} "${id}"`);
  };
  design.places.forEach((place, at) => {
    if (place.ownBox !== undefined) {
      const box = boxOf(design, place.ownBox);
      if (!box) say(`places[${at}].ownBox`, `there is no box "${place.ownBox}" of the project’s own`);
      else if (place.box !== box.builtOf || place.boxM2 !== boxOutsideM2(box))
        say(`places[${at}].boxM2`, `is not that of ${box.name}, or it is of something else: the place takes both from it`);
    }
    if (place.coldestC > place.hottestC) say(`places[${at}].hottestC`, 'is below the coldest temperature');
  });
  design.distances.forEach((distance, at) => {
    needs(places, 'place', `distances[${at}].a`, distance.a);
    needs(places, 'place', `distances[${at}].b`, distance.b);
  });
  design.supplies.forEach((supply, at) => {
    needs(places, 'place', `supplies[${at}].place`, supply.place);
    if (!(supply.lowestV <= supply.restV && supply.restV <= supply.highestV))
      say(`supplies[${at}].restV`, 'must lie between the lowest and the highest voltage');
  });
  design.signals.forEach((signal, at) => {
    const path = `signals[${at}]`;
    needs(places, 'place', `${path}.place`, signal.place);
    if (supplies.has(signal.id)) say(`${path}.id`, `"${signal.id}" is the id of a supply as well`);
    const { references, wrong } = signalFacets(signal);
    for (const { path: own, id } of references(signal).supplies) needs(supplies, 'supply', `${path}.${own}`, id);
    for (const { path: own, id } of references(signal).regulators ?? [])
      if (!design.signals.some((other) => other.id === id && isRegulator(other)))
        say(`${path}.${own}`, `there is no temperature controller "${id}"`);
    for (const { path: own, message } of wrong(signal)) say(`${path}.${own}`, message);
  });
  const controllers = unique('controllers', design.controllers);
  design.signals.forEach((signal, at) => {
    if (!isPin(signal) || signal.controller === null) return;
    needs(controllers, 'controller', `signals[${at}].controller`, signal.controller);
    const board = design.controllers.find(({ id }) => id === signal.controller);
    const type = board && boardsOf(design).find(({ id }) => id === board.type);
    if (type && !type.pins.includes(signal.gpio)) say(`signals[${at}].gpio`, `"${signal.gpio}" is not a pin of a ${type.name}`);
    if (type && type.pinV !== signal.volt) say(`signals[${at}].volt`, `pins of a ${type.name} have ${type.pinV} V`);
    const twin = design.signals.findIndex((other) => isPin(other) && other.controller === signal.controller && other.gpio === signal.gpio);
    if (twin < at) say(`signals[${at}].gpio`, `"${signal.gpio}" is ${design.signals[twin]!.name} already`);
  });
  design.controllers.forEach((board, at) => {
    const path = `controllers[${at}]`;
    needs(places, 'place', `${path}.place`, board.place);
    const devices = unique(`${path}.devices`, devicesOf(board));
    devicesOf(board).forEach(({ place }, index) => needs(places, 'place', `${path}.devices[${index}].place`, place));
    board.links.forEach(({ wired }, index) => {
      if (wired) needs(devices, 'module', `${path}.links[${index}].wired.device`, wired.device);
    });
    if (!boardsOf(design).some(({ id }) => id === board.type)) say(`${path}.type`, `there is no board "${board.type}" on the shelf`);
    if (board.supply !== 'usb') {
      needs(supplies, 'supply', `${path}.supply`, board.supply);
      const supply = design.supplies.find(({ id }) => id === board.supply);
      if (supply && currentOf(supply) === 'ac') say(`${path}.supply`, 'is alternating: a board needs direct current');
    }
    const own = new Set(design.signals.flatMap((signal) => (isPin(signal) && signal.controller === board.id ? [signal.id] : [])));
    const steps = (list: readonly ProgramStep[], where: string) =>
      list.forEach((step, index) => {
        const here = `${where}[${index}]`;
        if ('pin' in step && !own.has(step.pin)) say(`${here}.pin`, `"${step.pin}" is not a pin of this board`);
        if ('signal' in step) needs(signals, 'signal', `${here}.signal`, step.signal);
        if (
          'signal' in step &&
          isOutputOfJob(
            design,
            design.signals.find(({ id }) => id === step.signal),
          )
        )
          say(`${here}.signal`, 'is what a job switches: name what works that job');
        if (step.do === 'repeat') steps(step.steps, `${here}.steps`);
        if (step.do === 'repeat' && step.times === 0 && !step.steps.some((inner) => inner.do === 'wait'))
          say(`${here}.steps`, 'go round for ever with no wait between');
      });
    steps(board.program, `${path}.program`);
  });
  const feeds = new Set(design.signals.filter(isFeed).map(({ id }) => id));
  unique('parts', design.parts);
  design.parts.forEach(({ id }, at) => {
    if (isOfShelf(id)) say(`parts[${at}].id`, `"${id}" is a part of the shelf`);
  });
  const jobs = unique('jobs', design.jobs);
  design.jobs.forEach((job, at) => {
    const path = `jobs[${at}]`;
    if (!supplies.has(job.supply) && !feeds.has(job.supply)) say(`${path}.supply`, `there is no supply "${job.supply}"`);
    needs(places, 'place', `${path}.device.place`, job.device.place);
    if (
      job.device.kind === 'relay' &&
      job.device.socket !== 'auto' &&
      !socketsOfProject(design).some(({ id }) => id === (job.device as { socket: string }).socket)
    )
      say(`${path}.device.socket`, `there is no socket "${job.device.socket}" on the shelf`);
    if (job.device.kind === 'relay' && !relayOf(design, job.device.part))
      say(`${path}.device.part`, `there is no relay "${job.device.part}" on the shelf`);
    if (!heatsinksOf(design).some(({ id }) => id === job.cooling))
      say(`${path}.cooling`, `there is no heatsink "${job.cooling}" on the shelf`);
    for (const field of ['ownGuard', 'controlGuard'] as const)
      if (job[field] !== 'none' && !guardOf(design, job[field]))
        say(`${path}.${field}`, `there is no fuse or breaker "${job[field]}" of the project’s own`);
    for (const field of ['holder', 'controlHolder'] as const)
      if (job[field] !== 'none' && !holderOf(design, job[field]))
        say(`${path}.${field}`, `there is no fuse holder "${job[field]}" of the project’s own`);
    for (const duty of HELPER_DUTIES) {
      const helper = job.helpers[duty];
      if (helper !== 'auto' && !helpersOf(design, duty).some(({ id }) => id === helper))
        say(`${path}.helpers.${duty}`, `there is no such relay "${helper}" of the project’s own`);
    }
    for (const [leg, { connector }] of Object.entries(job.wires))
      if (connector && !connectorOf(design, connector.type))
        say(`${path}.wires.${leg}.connector.type`, `there is no connector "${connector.type}" on the shelf`);
    if (job.controlSupply !== 'same') needs(supplies, 'supply', `${path}.controlSupply`, job.controlSupply);
    if (job.cutOut.kind === 'thermal-fuse') {
      const { part } = job.cutOut;
      if (part !== undefined && thermalCutOutOf(design, job.cutOut).own === null)
        say(`${path}.cutOut.part`, `there is no thermal fuse or cut-out "${part}" of the project’s own`);
    }
    if (job.cutOut.kind === 'contactor') {
      const { signal: by } = job.cutOut;
      needs(signals, 'signal', `${path}.cutOut.signal`, by);
      if (isAuxiliary(design.signals.find(({ id }) => id === by)))
        say(`${path}.cutOut.signal`, 'is a contact of another job’s contactor: a cut-out has a sensor of its own');
      if (!relayOf(design, job.cutOut.part)) say(`${path}.cutOut.part`, `there is no relay "${job.cutOut.part}" on the shelf`);
    }
    whenReferences(job.when, `${path}.when`, (path_, id) => needs(signals, 'signal', path_, id));
    loadReferences(job, path);
  });
  design.signals.forEach((signal, at) => {
    const of = jobOf(signal);
    if (of === undefined) return;
    needs(jobs, 'job', `signals[${at}].ofJob`, of);
    const own = switchedBy(design, signal);
    if (own && chainBefore(design, own) === null)
      say(`signals[${at}].ofJob`, `${own.name} would wait for itself: what it switches comes before it`);
  });
  design.supplies.forEach((supply, at) => {
    const of = supplyFacets(supply).ofJob?.(supply);
    if (of === undefined) return;
    const path = `supplies[${at}].ofJob`;
    needs(jobs, 'job', path, of);
    const own = convertedBy(design, supply.id);
    if (own && chainBefore(design, own) === null)
      say(
        path,
        `${own.name} would wait for itself: ${supply.name} gives nothing before it is on, so let its coil and its signals hang on another supply`,
      );
  });
  if (problems.length === 0) {
    const lengthOf = spelledLength(design);
    design.jobs.forEach((job, at) => {
      if (jobsBefore(design, job).length > 0 && lengthOf(job) > MOST_SPELLED)
        say(
          `jobs[${at}].when`,
          `says more than ${MOST_SPELLED} things with all that feeds it: let it hang on fewer jobs, one behind the other`,
        );
    });
  }
  if (problems.length === 0 && design.signals.length > MOST_SIGNALS_A_JOB)
    design.jobs.forEach((job, at) => {
      const count = intentOf(design, job).signals.length;
      if (count > MOST_SIGNALS_A_JOB)
        say(`jobs[${at}].when`, `hangs on ${count} signals; a job takes up to ${MOST_SIGNALS_A_JOB}: divide it into several`);
    });
  function loadReferences(job: Job, path: string): void {
    const { otherwise } = job;
    if (otherwise.kind === 'original-feed') {
      needs(feeds, 'feed', `${path}.otherwise.signal`, otherwise.signal);
      if (
        isOutputOfJob(
          design,
          design.signals.find(({ id }) => id === otherwise.signal),
        )
      )
        say(`${path}.otherwise.signal`, 'is what another job switches, and no circuit that fed it before');
    }
    if (otherwise.kind === 'slower' || otherwise.kind === 'reverse')
      whenReferences(otherwise.when, `${path}.otherwise.when`, (path_, id) => needs(signals, 'signal', path_, id));
    const lines = linesOf(job);
    unique(`${path}.loads`, lines);
    lines.forEach((load, index) => {
      const own = index < job.loads.length ? `${path}.loads[${index}]` : `${path}.otherwise.loads[${index - job.loads.length}]`;
      needs(places, 'place', `${own}.place`, load.place);
      if (!isCharged(load)) return;
      needs(supplies, 'supply', `${own}.supply`, load.supply);
      if (load.supply === job.supply) say(`${own}.supply`, 'is the battery that charges it');
    });
  }
  unique('statements', design.statements);
  design.statements.forEach((statement, at) => {
    for (const end of ['a', 'b'] as const)
      needs(statement[end].what === 'job' ? jobs : signals, statement[end].what, `statements[${at}].${end}.id`, statement[end].id);
  });
  return problems;
}

function whenReferences(when: When, path: string, check: (path: string, id: string) => void): void {
  switch (when.op) {
    case 'always':
      return;
    case 'signal':
      return check(`${path}.signal`, when.signal);
    case 'not':
    case 'toggle':
    case 'delay':
      return whenReferences(when.of, `${path}.of`, check);
    case 'held':
      whenReferences(when.set, `${path}.set`, check);
      return whenReferences(when.reset, `${path}.reset`, check);
    case 'and':
    case 'or':
      return when.of.forEach((part, at) => whenReferences(part, `${path}.of[${at}]`, check));
    default:
      when satisfies never;
  }
}
