/**
 * What to measure of a job, in the order in which it is safe: with no power, then the control side alone, then all of it.
 * Each step says where the leads go and how the desk stands; what it should read is solved, not written down.
 *
 * On the mains nothing is measured live: no leads go into a box that is plugged in. There its contacts are read in ohms while the
 * control side works at low voltage, and the rest is seen with the case closed.
 */
import { type Terminal, formatQuantity, partOf, terminal } from '../../quantity/index.ts';
import { batteryId, postsOf, signalPartId } from '../../wiring/index.ts';
import type { Netlist } from '../../graph/index.ts';
import { controlSupplyOf, hangsOnMains, linesOf, loadSupplyOf } from '../../project/index.ts';
import {
  type BranchId,
  LOADS,
  type PartPlaying,
  branchId,
  commonOf,
  kindOf,
  panelError,
  plays,
  isMains,
  isOnVehicle,
  fedOf,
  wireBranch,
} from '../../kinds/index.ts';
import type { Evidence, JobEvidence, SolvedState } from '../../analysis/index.ts';
import type { Quantity } from './meter.ts';

export type Stage = 'no power' | 'control side alone' | 'all of it';
export const STAGES: readonly Stage[] = ['no power', 'control side alone', 'all of it'];

export interface BenchStep {
  readonly id: string;
  readonly job: string;
  readonly stage: Stage;
  readonly quantity: Quantity;
  /** Leads of a voltmeter or an ohmmeter; an ammeter stands in the branch. */
  readonly red: Terminal;
  readonly black: Terminal;
  readonly branch: BranchId | null;
  /** Signals that are on, one set after another from power-up. */
  readonly path: readonly (readonly string[])[];
  readonly words: string;
  /** Read by itself: nothing of the circuit lies beside it. */
  readonly alone?: true;
  /** Parts with electronics of their own that are unplugged for this reading. */
  readonly unplugged?: readonly string[];
  /** Fuses that are out of their holders for this reading. */
  readonly out?: readonly string[];
  /** A drop across a joint, a contact or a fuse: less than expected is never wrong. */
  readonly upTo?: true;
  /** Read off a meter of the circuit's own: how far off that may be, in the unit of its quantity. */
  readonly ownError?: number;
  /** Of a job on the mains: its control side is powered only once the steps with no power have passed. */
  readonly mains: boolean;
  /** Whether something stands in for a supply that the mains feed. */
  readonly standIn?: true;
}

export function benchPlan(evidence: Evidence, jobId: string): BenchStep[] {
  const own = evidence.jobs.get(jobId);
  if (!own) return [];
  const { design, netlist } = evidence;
  const parts = netlist.parts.filter((part) => part.job === jobId);
  const relays = parts.filter((part): part is PartPlaying<'relay'> => plays(part, 'relay') && part.spec.carries === 'load');
  const loads = parts.filter((part): part is PartPlaying<'load'> => plays(part, 'load'));
  const fuses = parts.filter(
    (part): part is PartPlaying<'overcurrent device'> => plays(part, 'overcurrent device') && part.spec.guards === 'load',
  );
  const states = onStates(evidence, own);
  const [first] = states;
  const on = first?.path ?? null;
  // A job that changes over has something on all the time: at rest its first line is off.
  const quiet = inUse(own).find(isOff);
  const rest = quiet ? pathOf(own, quiet) : null;
  const off = rest ?? states.find(({ isOn }) => !isOn(0))?.path ?? null;
  /** The state in which the most flows there. */
  const busiest = (branch: BranchId): OnState | undefined =>
    states.reduce<OnState | undefined>((best, one) => (best && best.amps(branch) >= one.amps(branch) ? best : one), undefined);
  const lines = linesOf(own.job).map(({ id }) => id);
  const throughPin = (pin: Terminal): OnState | undefined => {
    const wire = netlist.wires.find(({ from, to }) => from === pin || to === pin);
    return wire ? busiest(wireBranch(wire.id)) : first;
  };
  const supply = loadSupplyOf(design, own.job);
  const mains = isMains(supply);
  const { standIns, isLive } = fedByMains(evidence, jobId);
  const [out, back] = postsOf(supply);
  // An outlet is read as one that gives what it is made for.
  const plugged = loads
    .filter(({ spec }) => LOADS[spec.loadKind].anythingPlugsIn)
    .map(({ tag, spec }) => `, with ${formatQuantity(spec.ratedV / spec.ohm, 'A')} plugged into ${tag}`)
    .join('');
  const steps: BenchStep[] = [];
  const say = (step: Omit<BenchStep, 'job' | 'id' | 'mains'> & { key: string }) => {
    const { key, ...rest } = step;
    const powered = rest.stage !== 'no power';
    // What only the mains would work is not read live in an open box.
    if (powered && isLive) return;
    const words = powered && rest.quantity !== 'Ω' ? `${rest.words}${standIns}${rest.stage === 'all of it' ? plugged : ''}` : rest.words;
    const stood = powered && standIns !== '' ? ({ standIn: true } as const) : {};
    steps.push({ ...rest, ...stood, words, id: `${jobId}/${key}`, job: jobId, mains: (mains || standIns !== '') && powered });
  };
  const ohms = (key: string, red: Terminal, black: Terminal, words: string) =>
    say({ key, stage: 'no power', quantity: 'Ω', red, black, branch: null, path: off ?? [[]], words });

  for (const { id, tag, spec } of relays) {
    const [plus, minus] = spec.type.coil.map((pin) => terminal(id, pin)) as [Terminal, Terminal];
    if (!spec.type.solid) ohms(`coil-${id}`, plus, minus, `across the coil of ${tag}`);
    for (const pin of spec.uses)
      ohms(
        `contact-${id}-${pin}`,
        terminal(id, commonOf(spec.type, pin)),
        terminal(id, pin),
        `contact ${tag} ${pin} with its relay at rest`,
      );
  }
  // Switches and sensors, as they rest and as they are worked: their hand is there, no power is needed.
  for (const part of netlist.parts) {
    const inUse = netlist.wires.filter(({ jobs, from, to }) => jobs.includes(jobId) && [from, to].some((at) => partOf(at) === part.id));
    for (const { pins } of kindOf(part)
      .faults(part)
      .filter(({ kind }) => kind === 'switch stuck')) {
      const [a, b] = (pins ?? []).map((pin) => terminal(part.id, pin)) as [Terminal, Terminal];
      if (!inUse.some(({ from, to }) => [from, to].some((at) => at === a || at === b))) continue;
      // Worked by its own hand alone, whatever that does to the job.
      const signal = design.signals.find(({ id }) => signalPartId(id) === part.id);
      for (const [key, path] of [
        ['rest', [[]]],
        // What is dead without power moves for nobody.
        ['worked', signal && !linkable(part) && !fedOf(part) ? [[signal.id]] : null],
      ] as const)
        if (path && !steps.some(({ id }) => id === `${jobId}/switch-${a}-${key}`))
          say({
            key: `switch-${a}-${key}`,
            stage: 'no power',
            quantity: 'Ω',
            red: a,
            black: b,
            branch: null,
            path,
            words: `across ${part.tag} ${part.name}, ${key === 'rest' ? 'at rest' : 'worked'}`,
          });
    }
  }
  for (const fuse of fuses) {
    const { id } = fuse;
    say({
      key: `fuse-${id}`,
      stage: 'no power',
      quantity: 'Ω',
      red: terminal(id, '1'),
      black: terminal(id, '2'),
      branch: null,
      path: off ?? [[]],
      words: kindOf(fuse).alone?.(fuse) ?? `across ${fuse.tag}`,
      alone: true,
    });
  }
  // What a fuse blew for is looked for before the next one goes in: nothing behind it may lie on the return.
  const controlSupply = controlSupplyOf(design, own.job);
  const controlFuses = netlist.parts.filter(
    (part) =>
      plays(part, 'overcurrent device') && part.spec.guards === 'control' && part.jobs.includes(jobId) && !isOnMainsWire(netlist, part.id),
  );
  const behind = (list: readonly { id: string; tag: string }[], minus: Terminal, operates: boolean) => {
    for (const { id, tag } of list) {
      const common = { stage: 'no power', quantity: 'Ω', red: terminal(id, '2'), black: minus, branch: null, out: [id] } as const;
      say({ ...common, key: `behind-${id}`, path: off ?? [[]], words: `from behind ${tag} to the return, ${tag} out` });
      // With the switches worked what lies beyond them shows as well.
      if (on && operates)
        say({ ...common, key: `beyond-${id}`, path: on, words: `from behind ${tag} to the return, switches as for on, ${tag} out` });
    }
  };
  if (!mains) behind(fuses, back, false);
  if (!isMains(controlSupply)) {
    behind(controlFuses, postsOf(controlSupply)[1], true);
    // Nothing behind the fuse and before the coil lies on the plus, while it is out and nothing is operated.
    const plusOf = (key: string, red: Terminal, words: string) =>
      say({
        key: `plus-${key}`,
        stage: 'no power',
        quantity: 'Ω',
        red,
        black: postsOf(controlSupply)[0],
        branch: null,
        path: off ?? [[]],
        words: `${words} to the plus of ${controlSupply.name}, ${controlFuses.map(({ tag }) => tag).join(', ')} out`,
        out: controlFuses.map(({ id }) => id),
      });
    for (const { id, tag } of controlFuses) plusOf(id, terminal(id, '2'), `from behind ${tag}`);
    if (controlFuses.length > 0)
      for (const { id, tag, spec } of relays)
        if (!spec.type.solid) plusOf(`coil-${id}`, terminal(id, spec.type.coil[0]), `from the coil of ${tag}`);
  }
  for (const { id, tag, name, spec } of loads) {
    // A lamp and a motor read far less while they are cold, electronics nothing that says anything: only what reads as it
    // works is measured so.
    const cold = LOADS[spec.loadKind].ohms;
    if (cold?.least === 1 && cold.most === 1) ohms(`load-${id}`, terminal(id, '+'), terminal(id, '-'), `across ${tag} ${name}`);
    if (!mains || !relays.some((relay) => relay.spec.uses.length > 1))
      ohms(`back-${id}`, terminal(id, '-'), back, `from ${tag} back to ${supply.name}`);
    if (spec.metal && mains) ohms(`earth-${id}`, terminal(id, 'PE'), terminal(earthPart(out), 'PE'), `from the metal of ${tag} to earth`);
  }
  // Where nothing may be measured live, each conductor is proved from end to end with the plug out.
  if (mains || standIns !== '' || isLive)
    for (const wire of netlist.wires)
      if (wire.jobs.includes(jobId) && wire.mains && wire.role !== 'earth')
        ohms(`wire-${wire.id}`, wire.from, wire.to, `along ${wire.tag}, from end to end`);
  const volts = (key: string, stage: Stage, red: Terminal, black: Terminal, path: BenchStep['path'] | null, words: string, upTo = false) =>
    path && say({ key, stage, quantity: 'V', red, black, branch: null, path, words, ...(upTo ? { upTo } : {}) });
  for (const part of netlist.parts) {
    const { lineEnds } = kindOf(part);
    if (!lineEnds || part.job !== jobId) continue;
    const [input, ground] = lineEnds.map((pin) => terminal(part.id, pin)) as [Terminal, Terminal];
    volts(`line-${part.id}`, 'control side alone', input, ground, off, `at ${part.name}, its board powered and nothing sent`);
  }
  for (const { id, tag, spec } of relays) {
    const [plus, minus] = spec.type.coil.map((pin) => terminal(id, pin)) as [Terminal, Terminal];
    const what = spec.type.solid ? 'input' : 'coil';
    volts(`coil-off-${id}`, 'control side alone', plus, minus, off, `across the ${what} of ${tag}, off`);
    volts(`coil-on-${id}`, 'control side alone', plus, minus, on, `across the ${what} of ${tag}, ${first?.words}`);
    if (first)
      say({
        key: `coil-amps-${id}`,
        stage: 'control side alone',
        quantity: 'A',
        red: plus,
        black: minus,
        branch: branchId(id, 'coil'),
        path: first.path,
        words: `into the ${what} of ${tag}, ${first.words}`,
      });
  }
  // Another job may have something on while this one has not.
  const cell = isOnVehicle(supply) ? evidence.circuit.branchIndex(branchId(earthPart(out), 'cell')) : null;
  const takes = quiet && cell !== null ? Math.abs(quiet.solution.amps(cell)) : 0;
  volts('supply', 'all of it', out, back, off, `${supply.name}, ${quiet && takes < STANDBY_A ? 'nothing on' : 'at rest'}`);
  for (const { id, tag, name, spec } of loads) {
    const there = busiest(branchId(id, 'load'));
    const without = rest ?? states.find(({ isOn }) => !isOn(lines.indexOf(spec.line)))?.path ?? null;
    volts(`load-off-${id}`, 'all of it', terminal(id, '+'), terminal(id, '-'), without, `across ${tag} ${name}, off`);
    volts(`load-on-${id}`, 'all of it', terminal(id, '+'), terminal(id, '-'), there?.path ?? null, `across ${tag} ${name}, on`);
    // Of several side by side only its own current says which one is dead: a clamp round its lead.
    if (there && loads.length > 1)
      say({
        key: `load-amps-${id}`,
        stage: 'all of it',
        quantity: 'A',
        red: terminal(id, '+'),
        black: terminal(id, '-'),
        branch: branchId(id, 'load'),
        path: there.path,
        words: `into ${tag} ${name}, on`,
      });
    volts(`back-drop-${id}`, 'all of it', terminal(id, '-'), back, there?.path ?? null, `from ${tag} back to ${supply.name}, on`, true);
  }
  // Its own meters are read where they are: no lead goes anywhere.
  for (const part of netlist.parts)
    if (part.job === jobId && plays(part, 'meter') && first) {
      const { id, tag, spec } = part;
      const there = busiest(branchId(id, 'self')) ?? first;
      const quantity = spec.measures === 'current' ? 'A' : 'V';
      const leads = { red: terminal(id, '1'), black: terminal(id, '2'), branch: quantity === 'A' ? branchId(id, 'self') : null };
      say({
        key: `panel-${id}`,
        stage: 'all of it',
        quantity,
        ...leads,
        path: there.path,
        words: `what ${tag} shows, ${there.words}`,
        ownError: panelError(spec),
      });
    }
  // Along the way, wire by wire: where the volts end is where the fault is.
  for (const wire of netlist.wires) {
    if (!wire.jobs.includes(jobId) || wire.role === 'earth' || wire.role === 'return' || (wire.mains && !mains)) continue;
    const control = wire.section.side === 'control';
    const [, from] = postsOf(control ? controlSupplyOf(design, own.job) : supply);
    if (!netlist.parts.some(({ id }) => id === earthPart(from))) continue;
    const there = control ? first : busiest(wireBranch(wire.id));
    const stage = control ? 'control side alone' : 'all of it';
    volts(`along-${wire.id}`, stage, wire.to, from, there?.path ?? null, `at the far end of ${wire.tag}, ${there?.words}`);
  }
  for (const { id, tag, spec } of relays)
    for (const pin of spec.uses) {
      const there = throughPin(terminal(id, pin));
      volts(
        `drop-${id}-${pin}`,
        'all of it',
        terminal(id, commonOf(spec.type, pin)),
        terminal(id, pin),
        there?.path ?? null,
        `across contact ${tag} ${pin}, ${there?.words}`,
        true,
      );
    }
  for (const { id, tag } of fuses) {
    const there = busiest(branchId(id, 'link'));
    volts(
      `fuse-drop-${id}`,
      'all of it',
      terminal(id, '1'),
      terminal(id, '2'),
      there?.path ?? null,
      `across fuse ${tag}, ${there?.words}`,
      true,
    );
    if (there)
      say({
        key: `amps-${id}`,
        stage: 'all of it',
        quantity: 'A',
        red: terminal(id, '1'),
        black: terminal(id, '2'),
        branch: branchId(id, 'link'),
        path: there.path,
        words: `through ${tag}, ${there.words}`,
      });
  }
  // Control current and load current together are the supply's, within the meter's error.
  if (first && isOnVehicle(supply))
    say({
      key: 'amps-supply',
      stage: 'all of it',
      quantity: 'A',
      red: out,
      black: back,
      branch: branchId(earthPart(out), 'cell'),
      path: first.path,
      words: `out of ${supply.name}, ${first.words}`,
    });
  if (!mains) return steps;
  const live = new Set(relays.flatMap(({ id, spec }) => (hangsOnMains(design, spec.supply) ? [terminal(id, spec.type.coil[0])] : [])));
  const safe = steps.filter(
    ({ stage, quantity, red, id }) =>
      stage === 'no power' || (stage === 'control side alone' && quantity !== 'Ω' && !live.has(red) && !id.includes('/along-')),
  );
  const unplugged = (key: string, there: OnState | undefined, red: Terminal, black: Terminal, words: string) =>
    there &&
    safe.push({
      id: `${jobId}/${key}`,
      job: jobId,
      stage: 'control side alone',
      quantity: 'Ω',
      red,
      black,
      branch: null,
      path: there.path,
      ...(standIns !== '' && { standIn: true }),
      words: `${words} with ${relays.map(({ tag }) => tag).join(' and ')} in, the mains unplugged${standIns}`,
      mains: true,
    });
  if (relays.every(({ spec }) => !spec.type.solid && !hangsOnMains(design, spec.supply))) {
    // The whole way first: it halves what is left to look for.
    for (const { id, tag, name } of loads) {
      const there = busiest(branchId(id, 'load'));
      unplugged(`way-out-${id}`, there, out, terminal(id, '+'), `from the line pin to ${tag} ${name}`);
      unplugged(`way-back-${id}`, there, terminal(id, '-'), back, `from ${tag} ${name} back to the other pin`);
    }
    for (const { id, tag, spec } of relays)
      for (const pin of spec.uses)
        unplugged(
          `closes-${id}-${pin}`,
          throughPin(terminal(id, pin)),
          terminal(id, commonOf(spec.type, pin)),
          terminal(id, pin),
          `contact ${tag} ${pin}`,
        );
  }
  return safe;
}

/**
 * What of a job is fed by the mains beside its loads: isolated supplies, in words, that something stands in for while their low voltage
 * is read, and whether there is anything else, which nothing stands in for.
 */
function fedByMains(evidence: Evidence, jobId: string): { readonly standIns: string; readonly isLive: boolean } {
  const { design, netlist } = evidence;
  const own = netlist.parts.filter(
    (part) =>
      hangsOnMains(design, fedOf(part)?.supply ?? null) &&
      netlist.wires.some(({ jobs, from, to }) => jobs.includes(jobId) && [from, to].some((at) => partOf(at) === part.id)),
  );
  const supplies = own.filter((part) => kindOf(part).minus?.isolated === true);
  const { signals } = evidence.jobs.get(jobId)!;
  // A link does for the contact of a controller that does nothing else here.
  const links = netlist.parts.filter((part) => linkable(part) && signals.includes(part.spec.signal));
  const dead = own.filter((part) => plays(part, 'output') && !signals.includes(part.spec.signal) && links.length > 0);
  const words = supplies.map(({ id, tag }) => {
    const { nominalV } = design.supplies.find((one) => batteryId(one.id) === id)!;
    return `, with a bench supply of ${nominalV} V in place of ${tag}`;
  });
  const linked =
    links.length > 0 && dead.length > 0 ? `, a link across ${links.map(({ tag }) => tag).join(' and ')} where it is to be closed` : '';
  return { standIns: `${words.join('')}${linked}`, isLive: supplies.length + dead.length < own.length };
}
/** Whether it is a contact in something that has to be fed, for which a link may stand in. */
export const linkable = (part: Netlist['parts'][number]): part is PartPlaying<'sensor'> =>
  plays(part, 'sensor') && part.spec.alive !== undefined;
const isOnMainsWire = ({ wires }: Netlist, part: string): boolean =>
  wires.some(({ mains, from, to }) => mains && [from, to].some((at) => partOf(at) === part));

const earthPart = (out: Terminal): string => out.slice(0, out.lastIndexOf('.'));

/** The ways to the states with all lines off, those with the fewest signals on first. */
export const offPaths = (own: JobEvidence): BenchStep['path'][] =>
  inUse(own)
    .filter(isOff)
    .map((found) => pathOf(own, found));
/** More than boards and sensors take that wait, A (common practice). */
const STANDBY_A = 0.1;
const isOff = ({ lines }: SolvedState): boolean => lines.every((line) => line === 'off');
/** In use as usual, nothing of other jobs on: the quickest to get to first. */
const inUse = ({ states }: JobEvidence): SolvedState[] =>
  states
    .filter(({ corner, othersOn }) => corner === 'usual' && !othersOn)
    .sort((a, b) => a.path.length - b.path.length || a.on.size - b.on.size);
function pathOf({ signals }: JobEvidence, found: SolvedState): BenchStep['path'] {
  const ids = (bits: number) => signals.filter((_, at) => ((bits >> at) & 1) === 1);
  return found.path.length > 0 ? found.path.map(ids) : [[...found.on]];
}
/** A state in which something of a job is on. */
interface OnState {
  readonly path: BenchStep['path'];
  /** What is on in it. */
  readonly words: string;
  /** Whether that line is, by its place among the job's. */
  readonly isOn: (line: number) => boolean;
  /** What flows in a branch, A. */
  readonly amps: (branch: BranchId) => number;
}
/** One with all of a job on, or else, as where it changes over, one for each of its lines. */
export function onStates({ circuit }: Evidence, own: JobEvidence): OnState[] {
  const names = linesOf(own.job).map(({ name }) => name);
  const found = (state: SolvedState, words: string): OnState => ({
    path: pathOf(own, state),
    words,
    isOn: (line) => state.lines[line] !== 'off',
    amps: (branch) => Math.abs(state.solution.amps(circuit.branchIndex(branch))),
  });
  const states = inUse(own);
  const all = states.find(({ lines }) => lines.every((line) => line === 'on'));
  if (all) return [found(all, 'on')];
  const each = names.flatMap((name, at) => {
    const state = states.find(({ lines }) => lines[at] !== 'off');
    return state ? [found(state, `${name} on`)] : [];
  });
  return each.length > 1 ? each : [];
}
/** Terminals of a plan that a netlist has: what was left out is not measured. */
export const measurable = (netlist: Netlist, step: BenchStep): boolean =>
  [step.red, step.black].every((at) => netlist.parts.some(({ id }) => id === earthPart(at)));
