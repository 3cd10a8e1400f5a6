/**
 * What one sees before one measures. A fault is a suspect of a symptom when the circuit with that fault in it, solved,
 * shows it; nothing is looked up. What is seen is worth less than a reading: people see wrongly, so that a fault that
 * does not show it stays a weak suspect.
 */
import { type BranchId, type AnyPart, type PartPlaying, branchId, plays } from '../../kinds/index.ts';
import { type Terminal, terminal } from '../../quantity/index.ts';
import type { Evidence } from '../../analysis/index.ts';
import type { SingleFault } from './faults.ts';
import { type BenchStep, offPaths, onStates } from './plan.ts';

/** What an eye, an ear or a nose takes in of a job, each as a share of what it is while the job is healthy and on. */
export interface Sight {
  /** Current of each load, on, and the most that it has in any state in which it should be off. */
  readonly loadOn: readonly number[];
  readonly loadOff: readonly number[];
  /** Current of each coil or input, on. */
  readonly coilOn: readonly number[];
  /** Current through each of its fuses, the most on or off. */
  readonly fuse: readonly number[];
  /** The fault took a fuse with it, or is one that has blown. */
  readonly blown: boolean;
}

/** Below this share of its current a load is taken for off, from above the other for well; common practice. */
const DARK = 0.5;
const WELL = 0.93;
/** From this share of its current a coil pulls in, from this on a fuse has more than it is for. */
const CLICKS = 0.6;
const TOO_MUCH = 3;
const dark = ({ loadOn }: Sight) => loadOn.some((share) => share < DARK);
const clicks = ({ coilOn }: Sight) => coilOn.every((share) => share >= CLICKS);

export const SYMPTOMS = [
  { id: 'clicks-dark', words: 'the relay clicks, the load stays off', shows: (sight: Sight) => dark(sight) && clicks(sight) },
  { id: 'silent', words: 'the relay does not click, the load stays off', shows: (sight: Sight) => dark(sight) && !clicks(sight) },
  { id: 'dark', words: 'it does not come on; I cannot hear the relay', shows: dark },
  {
    id: 'part',
    words: 'one of several loads does not come on',
    shows: (sight: Sight) => dark(sight) && sight.loadOn.some((share) => share >= WELL),
  },
  {
    id: 'weak',
    words: 'it comes on, but weak, slow or dim',
    shows: ({ loadOn }: Sight) => loadOn.some((share) => share >= DARK && share < WELL),
  },
  { id: 'stays', words: 'it stays on when it should be off', shows: ({ loadOff }: Sight) => loadOff.some((share) => share >= DARK) },
  {
    id: 'fuse',
    words: 'its fuse blows',
    shows: ({ fuse, blown }: Sight) => blown || fuse.some((share) => share >= TOO_MUCH),
  },
] as const;
export type SymptomId = (typeof SYMPTOMS)[number]['id'];

/** How much less a fault is suspected that does not show what was seen. */
export const UNSEEN = 0.02;

/** Off states that are looked at: a job has more only where many signals leave it off. */
const MOST_OFF = 6;

/** Looks at a circuit: what would have to be read to see it is no step of any plan, for on the mains nobody reads it. */
export function eyesOn(evidence: Evidence, jobId: string): (read: (step: BenchStep) => number) => Omit<Sight, 'blown'> {
  const own = evidence.jobs.get(jobId);
  const off = own ? offPaths(own).slice(0, MOST_OFF) : [];
  const look = (key: string, red: Terminal, black: Terminal, branch: BranchId, path: BenchStep['path']): BenchStep => ({
    id: `${jobId}/seen-${key}`,
    job: jobId,
    stage: 'all of it',
    quantity: 'A',
    red,
    black,
    branch,
    path,
    words: '',
    mains: false,
  });
  const { parts } = evidence.netlist;
  const loads = parts.filter((part): part is PartPlaying<'load'> => plays(part, 'load') && part.job === jobId);
  const relays = parts.filter(
    (part): part is PartPlaying<'relay'> => plays(part, 'relay') && part.job === jobId && part.spec.carries === 'load',
  );
  const fuses = parts.filter((part) => isFuse(part) && part.jobs.includes(jobId));
  const atLoad = (path: BenchStep['path']) =>
    loads.map(({ id }) => look(`load-${id}`, terminal(id, '+'), terminal(id, '-'), branchId(id, 'load'), path));
  const atFuse = (path: BenchStep['path']) =>
    fuses.map(({ id }) => look(`fuse-${id}`, terminal(id, '1'), terminal(id, '2'), branchId(id, 'link'), path));
  const whenOn = own ? onStates(evidence, own).map(({ path }) => path) : [];
  const most = (read: (step: BenchStep) => number, of: readonly (readonly BenchStep[])[]): number[] =>
    (of[0] ?? []).map((_, at) => Math.max(...of.map((list) => read(list[at]!))));
  const loadOff = off.map(atLoad);
  const loadOn = whenOn.map(atLoad);
  const atFuses = [...whenOn, ...off.slice(0, 1)].map(atFuse);
  const coils = whenOn.map((path) =>
    relays.map(({ id, spec }) => {
      const [plus, minus] = spec.type.coil;
      return look(`coil-${id}`, terminal(id, plus), terminal(id, minus), branchId(id, 'coil'), path);
    }),
  );
  return (read) => ({ loadOn: most(read, loadOn), loadOff: most(read, loadOff), coilOn: most(read, coils), fuse: most(read, atFuses) });
}
const isFuse = (part: AnyPart): boolean => plays(part, 'overcurrent device');

/** Shares of what a healthy one has; what has nothing then has no share. */
export function sightOf(seen: Omit<Sight, 'blown'>, healthy: Omit<Sight, 'blown'>, blown: boolean): Sight {
  const share = (values: readonly number[], of: readonly number[]) =>
    values.map((value, at) => (of[at]! > 0 ? Math.abs(value) / of[at]! : 0));
  return {
    loadOn: share(seen.loadOn, healthy.loadOn),
    loadOff: share(seen.loadOff, healthy.loadOn),
    coilOn: share(seen.coilOn, healthy.coilOn),
    fuse: share(seen.fuse, healthy.fuse),
    blown,
  };
}

/** Whether a fault left a fuse open that was whole. */
export function fuseGone({ netlist }: Evidence, fault: SingleFault): boolean {
  return netlist.parts.some(
    (part) =>
      isFuse(part) &&
      ('wired' in fault
        ? fault.wired.leftOut.has(part.id) && !netlist.leftOut.has(part.id)
        : fault.subject.id === part.id && fault.fault === 'open'),
  );
}
