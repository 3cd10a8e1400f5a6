/** A job followed while its delays run: every change of a signal, from every state that lasts, against what the sentence means then. */
import { type Intent, intentOf, nextMove, supplyIdOf } from '../project/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { conditionsAt } from './conditions.ts';
import { type Evidence, type JobEvidence, type LoadState, machineOf, sensorsOf, voltSetter } from './evidence.ts';
import { type Explored, explore } from './explore.ts';
import { type Moment, heldBack, movedBy, passTime } from './pass-time.ts';
import { lineReader } from './verdict.ts';

/** From one moment of a course to the next. */
export interface Stretch {
  readonly fromS: number;
  /** Null for the last one, which lasts. */
  readonly untilS: number | null;
  /** Of the line that differs, or of the first. */
  readonly meant: Intent;
  readonly found: LoadState;
  readonly volts: number;
  readonly matches: boolean;
}
export interface Course {
  /** Signals of the job that are on before. */
  readonly before: readonly string[];
  /** The one that changes, and whether it comes on. */
  readonly signal: string;
  readonly comesOn: boolean;
  readonly stretches: readonly Stretch[];
  /**
   * *Later*: off for a while longer than meant, and then on for good. A relay that waits begins to when it has power, and its feed may
   * come last. Anything else is not what was said.
   */
  readonly does: 'as meant' | 'later' | 'otherwise';
}
export interface InTime {
  /** Only those in which something waits. */
  readonly courses: readonly Course[];
  /** Whether every change was followed to its end. */
  readonly whole: boolean;
}

/** More changes than this are not followed, and a course with more moments than that is not followed to its end. */
const MOST_COURSES = 1000;
const MOST_MOMENTS = 30;
/** What differs for less than this is one moment, seen by two clocks, s. */
const SAME_S = 1e-3;

/** On a fair day, the other signals off; null for a job whose relays wait for nothing. */
export function inTime(evidence: Evidence, { job, sequential }: JobEvidence): InTime | null {
  const { circuit, design, netlist, hotWireC } = evidence;
  const own = sensorsOf(design, netlist, circuit, [job]);
  const held = heldBack(circuit);
  if (!own.some((at) => held[at] === 1)) return null;
  const machine = machineOf(design, job);
  circuit.setConditions(conditionsAt(design, netlist, 'usual', hotWireC));
  const setVolts = voltSetter(design, circuit, 'usual');
  const states: Explored<readonly Intent[]>[] = [];
  const reached = explore(
    circuit,
    machine,
    {
      others: () => false,
      own,
      cams: own.filter((sensor) => circuit.sensors[sensor]!.kind === 'step'),
      rest: new Uint8Array(circuit.sensors.length),
      setVolts,
    },
    sequential,
    (state) => states.push(state),
  );
  const courses: Course[] = [];
  let whole = reached && states.length * machine.signals.length <= MOST_COURSES;
  const follow = follower(evidence, job.id);
  for (const state of states.slice(0, Math.floor(MOST_COURSES / Math.max(1, machine.signals.length))))
    for (const signal of machine.signals) {
      const on = new Set(state.on);
      if (!on.delete(signal)) on.add(signal);
      if (!setVolts((id) => on.has(id))) continue;
      const found = follow(state, on);
      if (found === null) continue;
      if (!found.ended) whole = false;
      const { stretches } = found;
      courses.push({
        before: [...state.on],
        signal,
        comesOn: on.has(signal),
        stretches,
        does: judged(stretches),
      });
    }
  return { courses, whole };
}

function judged(stretches: readonly Stretch[]): Course['does'] {
  if (stretches.every(({ matches }) => matches)) return 'as meant';
  const last = stretches.at(-1)!;
  const comesOn = last.matches && last.meant !== 'off';
  return comesOn && stretches.every(({ matches, meant, found }) => matches || (meant === last.meant && found === 'off'))
    ? 'later'
    : 'otherwise';
}

/** What a sensor of a voltage sees. */
const sensorOf = (signal: string): string => `${signalPartId(signal)}/sense`;

/** Follows one change until nothing waits; null where nothing does. */
function follower(evidence: Evidence, jobId: string) {
  const { circuit, design } = evidence;
  const { job } = evidence.jobs.get(jobId)!;
  const intent = intentOf(design, job);
  const read = lineReader(evidence, job);
  const { restV } = design.supplies.find(({ id }) => id === supplyIdOf(design, job))!;
  // A sensor that waits by itself is on once it has moved: that is its own time, and none of the sentence.
  const sensors = new Map(
    circuit.sensors.flatMap(({ id }, at) =>
      design.signals.filter((signal) => id === sensorOf(signal.id)).map((signal) => [signal.id, at] as const),
    ),
  );
  const seenBy = (sensed: Uint8Array, on: ReadonlySet<string>) => (signal: string) => {
    const at = sensors.get(signal);
    return at === undefined ? on.has(signal) : sensed[at] === 1;
  };
  return (
    { on: was, memory, solution }: Explored<readonly Intent[]>,
    now: ReadonlySet<string>,
  ): { readonly stretches: readonly Stretch[]; readonly ended: boolean } | null => {
    const isOn = (signal: string) => now.has(signal);
    let meant = intent.stepAt(seenBy(solution.sensed, was), intent.settled(memory), 0).state;
    let moment: Moment = { sensed: solution.sensed, due: new Map() };
    const stretches: Stretch[] = [];
    let nowS = 0;
    for (let count = 0; count < MOST_MOMENTS; count++) {
      const passed = passTime(circuit, isOn, movedBy(moment, nowS), moment.due, nowS);
      moment = { sensed: passed.solution.sensed, due: passed.due };
      const stepped = intent.stepAt(seenBy(moment.sensed, now), meant, nowS);
      meant = stepped.state;
      const lines = read(passed.solution, restV, stepped.lines);
      const wrong = lines.findIndex(({ state }, line) => state !== stepped.lines[line]);
      const at = Math.max(0, wrong);
      const due = [nextMove(meant), ...passed.due.values()].flatMap((dueS) => dueS ?? []);
      const untilS = due.length > 0 ? Math.min(...due) : null;
      if (count === 0 && untilS === null) return null;
      const isMoment = untilS !== null && untilS - nowS < SAME_S;
      const { state: found, volts } = lines[at]!;
      if (!isMoment) stretches.push({ fromS: nowS, untilS, meant: stepped.lines[at]!, found, volts, matches: wrong === -1 });
      if (untilS === null) return { stretches, ended: true };
      nowS = untilS;
    }
    return { stretches, ended: false };
  };
}
