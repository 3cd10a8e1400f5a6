/**
 * What a meter, an eye or a hand should find at a step of the work: read from the circuit as it is wired, in the states that
 * were solved. A step says no result that was not found so.
 */
import { type PartPlaying, branchId, isCharged, isMains, panelError, plays } from '../../kinds/index.ts';
import { type Terminal, formatQuantity, formatTime, terminal } from '../../quantity/index.ts';
import { type Job, hangsOnMains, linesOf, loadSupplyOf } from '../../project/index.ts';
import { type Course, type Evidence, type Verdict, evidenceFor, inTime, jobVerdicts, signalWords } from '../../analysis/index.ts';
import { belongsTo, primitivesOf } from '../../graph/index.ts';
import { batteryId, postsOf, wireBranch } from '../../wiring/index.ts';
import { type Broken, type Reader, reader } from '../bench/dictionary.ts';
import { OPEN_OHM, meterError } from '../bench/meter.ts';
import type { BenchStep } from '../bench/plan.ts';

/** More than a closed way has, Ω: what reads so reads through something else. */
const CLOSED_OHM = 2;
/** No finer than a hand-held meter and the touch of its leads are, Ω. */
const READ_STEP_OHM = 0.05;
/** Of many states the first are enough to say one of each. */
const MOST_STATES = 64;
/** Less than this is what a meter shows of nothing, V and A. */
const NOTHING = { V: 0.05, A: 0.005 } as const;

/** A coil that gets this share of the most that it ever gets works. */
const WORKS_SHARE = 0.9;

type Path = BenchStep['path'];

export interface Way {
  /** Of the load at its end. */
  readonly tag: string;
  /** With no power anywhere and nothing operated. */
  readonly atRest: string;
  /** With the control side powered, in a state in which the load works and in one in which it does not. */
  readonly worked: readonly string[];
}

export interface Expected {
  /** The most that any of some wires reads from end to end, leads and meter included, with the wire that it is: `under 0.43 Ω (W2.1)`. */
  wires(ids: readonly string[]): string;
  /** The most that a meter reads between two terminals with all supplies off. */
  between(red: Terminal, black: Terminal): string;
  /** Of each relay of a job: what its coil gets with the load fuses out, where it pulls in and where it drops out. */
  coils(job: Job): string[];
  /** Of each load of a job: what an ohmmeter shows of the way to it from behind its fuse, which is out. */
  ways(job: Job): Way[];
  /** Of each load of a job: when it works and when not, as it was solved; with its volts where they may be measured. */
  loads(job: Job): string[];
  /** Of each panel meter of a job: the most and the least that it shows, and how far off it may be; read with the box closed. */
  meters(job: Job): string[];
  /** What flows out of a supply while nothing is operated, in words, with the loads of these jobs that are on then. */
  atRest(supply: string, jobs: readonly Job[]): string;
}

/** A reading that something closed gives: `under …`. Of what else lies there, cold or warm, no number says anything. */
function ohmWords(ohm: number): string {
  if (ohm >= OPEN_OHM / 4) return 'open';
  if (ohm > CLOSED_OHM) return 'only through another load or coil';
  return `under ${(Math.ceil((ohm + meterError('Ω', ohm)) / READ_STEP_OHM) * READ_STEP_OHM).toFixed(2)} Ω`;
}

/** Volts as a meter shows them: of next to nothing, nothing. */
const shown = (volts: number): number => (volts < NOTHING.V ? 0 : volts);

/** The ways to the states of a job with its supply at rest and all else off, those with the fewest signals on first. */
function standing(evidence: Evidence, job: Job): { verdict: Verdict; path: Path; words: string }[] {
  const own = evidence.jobs.get(job.id);
  if (!own) return [];
  const ids = (bits: number) => own.signals.filter((_, at) => ((bits >> at) & 1) === 1);
  return jobVerdicts(evidence, own)
    .filter(({ state }) => state.corner === 'usual' && !state.othersOn && state.solution.outcome === 'settled')
    .sort((a, b) => a.state.path.length - b.state.path.length || a.state.on.size - b.state.on.size)
    .slice(0, MOST_STATES)
    .map((verdict) => {
      const path = verdict.state.path.length > 0 ? verdict.state.path.map(ids) : [[...verdict.state.on]];
      const said = path.map((on) => signalWords(evidence, own.signals, new Set(on))).join(', then ');
      return { verdict, path, words: said === '' ? 'with power on' : `when ${said}` };
    });
}

export function expectedOf(evidence: Evidence): Expected {
  const { design, netlist, circuit } = evidence;
  let made: Reader | null = null;
  const meter = () => (made ??= reader(evidence));
  const ask = (stage: BenchStep['stage'], quantity: BenchStep['quantity'], red: Terminal, black: Terminal, path: Path, of: string) =>
    ({ id: `${of}/${stage}/${red}/${black}`, job: of, stage, quantity, red, black, branch: null, path, words: '', mains: false }) as const;
  const relaysOf = (job: Job) =>
    netlist.parts.filter((part): part is PartPlaying<'relay'> => plays(part, 'relay') && belongsTo(netlist, part, job.id));
  const guardsOf = (job: Job) =>
    netlist.parts.filter(
      (part): part is PartPlaying<'overcurrent device'> =>
        plays(part, 'overcurrent device') && part.spec.guards !== 'control' && belongsTo(netlist, part, job.id),
    );
  const nameOf = (job: Job, load: ReturnType<typeof linesOf>[number]) => {
    const units = netlist.parts.filter((part) => part.job === job.id && plays(part, 'load') && part.spec.line === load.id);
    return isCharged(load) ? job.name : units.map(({ tag }) => tag).join(' and ');
  };

  return {
    wires(ids) {
      const ohms = netlist.wires.flatMap((wire) => {
        const branch = ids.includes(wire.id) ? circuit.branches.find(({ id }) => id === wireBranch(wire.id)) : undefined;
        return branch?.kind === 'resistor' ? [{ tag: wire.tag, ohm: branch.ohm(AT_WORK) }] : [];
      });
      const most = ohms.reduce((worst, next) => (next.ohm > worst.ohm ? next : worst), { tag: '', ohm: 0 });
      return `${ohmWords(most.ohm)}${ohms.length > 1 ? ` (${most.tag}, the most)` : ''}`;
    },
    between: (red, black) => ohmWords(meter().read(ask('no power', 'Ω', red, black, [[]], 'lists'), [])),
    coils: (job) => {
      const states = standing(evidence, job);
      return relaysOf(job).map(({ id, tag, spec }) => {
        if (hangsOnMains(design, spec.supply)) return `the coil of ${tag} hangs on the mains: it is seen with the box closed`;
        const [plus, minus] = spec.type.coil.map((pin) => terminal(id, pin)) as [Terminal, Terminal];
        const read = states.map(({ path, words }) => ({
          words,
          volts: shown(Math.abs(meter().read(ask('control side alone', 'V', plus, minus, path, job.id), []))),
        }));
        const most = Math.max(0, ...read.map(({ volts }) => volts));
        const least = Math.min(...read.map(({ volts }) => volts), most);
        const what = spec.type.solid ? 'input' : 'coil';
        if (most === 0) return `${tag} gets nothing at its ${what} while the load fuses are out: it is tried with the load`;
        const [works, rests] = [read.find(({ volts }) => volts >= WORKS_SHARE * most)!, read.find(({ volts }) => volts === least)!];
        const end = `${formatQuantity(works.volts, 'V')} across its ${what} ${works.words}`;
        return rests === works || least > most / 2
          ? `${tag} ${end}, and always so`
          : `${tag} ${spec.type.solid ? 'on' : 'in'}: ${end}; ${spec.type.solid ? 'off' : 'out'}: ${formatQuantity(rests.volts, 'V')} ${rests.words}`;
      });
    },
    ways(job) {
      const states = standing(evidence, job);
      const relays = relaysOf(job).filter(({ spec }) => spec.carries === 'load');
      if (relays.some(({ spec }) => spec.type.solid)) return [];
      const all = guardsOf(job);
      // A fuse of its own is nearer than one that it shares.
      const own = all.filter(({ job: of }) => of === job.id);
      const guards = own.length === 1 ? own : all;
      const [out] = postsOf(loadSupplyOf(design, job));
      const from = guards.length === 1 ? terminal(guards[0]!.id, '2') : out;
      // Its own fuse is out, or those of all others are: nothing else lies between the leads.
      const pulled = netlist.parts.flatMap((part): Broken[] =>
        plays(part, 'overcurrent device') && (guards.length === 1 ? part.id === guards[0]!.id : !guards.includes(part))
          ? [{ branch: branchId(part.id, 'link'), fault: 'open' }]
          : [],
      );
      const dead = relays.some(({ spec }) => hangsOnMains(design, spec.supply)) || (guards.length !== 1 && relays.length > 0);
      const stage = relays.length === 0 ? 'no power' : 'control side alone';
      return linesOf(job).flatMap((load, line) => {
        const unit = netlist.parts.find((part) => part.job === job.id && plays(part, 'load') && part.spec.line === load.id);
        if (!unit) return [];
        const read = (at: 'no power' | 'control side alone', path: Path) =>
          meter().read(ask(at, 'Ω', from, terminal(unit.id, '+'), path, job.id), pulled);
        const atRest = ohmWords(read('no power', [[]]));
        const [works, rests] = [
          states.find(({ verdict }) => verdict.lines[line]!.state !== 'off'),
          states.find(({ verdict }) => verdict.lines[line]!.state === 'off'),
        ];
        const worked = dead ? [] : [works, rests].flatMap((own) => (own ? [`${ohmWords(read(stage, own.path))} ${own.words}`] : []));
        return [{ tag: unit.tag, atRest, worked }];
      });
    },
    loads(job) {
      const states = standing(evidence, job);
      const measured = !isMains(loadSupplyOf(design, job));
      const courses = coursesOf(evidence, job);
      return linesOf(job).flatMap((load, line) => {
        const name = nameOf(job, load);
        if (name === '') return [];
        const said = ({ verdict, words }: (typeof states)[number]) => {
          const { state, volts } = verdict.lines[line]!;
          const across = measured && state !== 'off' && !isCharged(load) ? `, ${formatQuantity(Math.abs(volts), 'V')} across it` : '';
          const waits = line >= job.loads.length ? undefined : waitBefore(courses, verdict.state.on, state === 'off');
          return `${STATES[state]} ${words}${waits === undefined ? '' : `, after ${formatTime(waits)}`}${across}`;
        };
        const first = (isOff: boolean) => states.find(({ verdict }) => (verdict.lines[line]!.state === 'off') === isOff);
        const [works, rests] = [first(false), first(true)];
        const pulse = works || line >= job.loads.length ? null : pulseOf(evidence, job, courses);
        return [`${name}: ${works ? said(works) : (pulse ?? 'never on')}; ${rests ? said(rests) : 'never off while there is power'}`];
      });
    },
    meters(job) {
      const states = standing(evidence, job);
      return netlist.parts.flatMap((part) => {
        if (!plays(part, 'meter') || part.job !== job.id) return [];
        const { id, tag, spec } = part;
        const quantity = spec.measures === 'current' ? 'A' : 'V';
        const branch = quantity === 'A' ? branchId(id, 'self') : null;
        const read = states.map(({ path, words }) => ({
          words,
          shows: Math.abs(meter().read({ ...ask('all of it', quantity, terminal(id, '1'), terminal(id, '2'), path, job.id), branch }, [])),
        }));
        // Where the circuit settles in no state there is nothing that its meter should show.
        if (read.length === 0) return [];
        const most = read.reduce((a, b) => (b.shows > a.shows ? b : a));
        const least = read.reduce((a, b) => (b.shows < a.shows ? b : a));
        const near = panelError(spec);
        const says = (shows: number) => (shows < near ? 'next to nothing' : formatQuantity(shows, quantity));
        const within = `give or take ${formatQuantity(near, quantity)}`;
        return most.shows - least.shows < near
          ? [`${tag} shows ${says(most.shows)}, always, ${within}`]
          : [`${tag} shows ${says(most.shows)} ${most.words} and ${says(least.shows)} ${least.words}, ${within}`];
      });
    },
    atRest(supply, jobs) {
      const part = netlist.parts.find(({ id }) => id === batteryId(supply));
      const source = part && primitivesOf(part).branches.find(({ kind }) => kind === 'source');
      const working = jobs.flatMap((job) => {
        const [first] = standing(evidence, job);
        return linesOf(job).flatMap((load, line) =>
          first && first.verdict.state.on.size === 0 && first.verdict.lines[line]!.state !== 'off' ? [nameOf(job, load)] : [],
        );
      });
      const on = working.length === 0 ? '' : ` (${working.join(', ')} on)`;
      if (!source) return working.length === 0 ? 'nothing gets warm' : `on: ${working.join(', ')}`;
      const post = (pin: string) => terminal(batteryId(supply), pin);
      const ampere = meter().read({ ...ask('all of it', 'A', post('+'), post('-'), [[]], 'lists'), branch: source.id }, []);
      return ampere < NOTHING.A ? `nothing flows out of it${on}` : `${formatQuantity(ampere, 'A')} out of it${on}`;
    },
  };
}

/** Every change of a signal of a job that does what was said while its delays run, with the signals that are on after it. */
function coursesOf(evidence: Evidence, job: Job): { readonly on: ReadonlySet<string>; readonly stretches: Course['stretches'] }[] {
  const own = evidence.jobs.get(job.id);
  const found = own && inTime(evidenceFor(evidence, new Set([job.id])), own);
  return (found?.courses ?? []).flatMap(({ before, signal, comesOn, stretches, does }) =>
    does === 'as meant' ? [{ on: new Set([...before.filter((id) => id !== signal), ...(comesOn ? [signal] : [])]), stretches }] : [],
  );
}
/** How long it takes after the last change that leads there, s; undefined where it stands so at once. */
function waitBefore(courses: ReturnType<typeof coursesOf>, on: ReadonlySet<string>, isOff: boolean): number | undefined {
  const found = courses.find(({ on: after, stretches }) => {
    const [first, last] = [stretches[0]!, stretches.at(-1)!];
    return (
      after.size === on.size &&
      [...on].every((id) => after.has(id)) &&
      (first.found === 'off') !== isOff &&
      (last.found === 'off') === isOff
    );
  });
  return found?.stretches.find((stretch) => (stretch.found === 'off') === isOff)?.fromS;
}
/** What is on for a while only, in words; null where nothing is. */
function pulseOf(evidence: Evidence, job: Job, courses: ReturnType<typeof coursesOf>): string | null {
  for (const { on, stretches } of courses) {
    const from = stretches.find(({ found }) => found !== 'off');
    const until = from && stretches.find(({ fromS, found }) => fromS > from.fromS && found === 'off');
    if (!from || !until) continue;
    const said = signalWords(evidence, evidence.jobs.get(job.id)!.signals, on);
    const after = from.fromS > 0 ? `, ${formatTime(from.fromS)} after it is so` : '';
    return `on for ${formatTime(until.fromS - from.fromS)} once ${said}${after}`;
  }
  return null;
}

/** How a load stands, in words. */
const STATES = { on: 'on', low: 'on, slower', reverse: 'on, the other way', weak: 'too little', off: 'off' } as const;
/** A wire as it lies on the bench. */
const AT_WORK = { volt: () => 0, airC: () => 20, wireC: () => 20, coilWarmth: 0, coilSpread: 0 } as const;
