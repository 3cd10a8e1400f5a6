/** Chains of jobs: what one switches feeds the next one's coil, or its load. */
import { type When, mintId, partsOf, signalsOf, withoutSignal } from '../document/index.ts';
import {
  type Signal,
  type SignalOf,
  fedElsewhere,
  isAuxiliary,
  isCharged,
  isFeed,
  isMains,
  isOnVehicle,
  isPin,
  jobOf,
  loadFacets,
  relayOf,
  supplyFacets,
  hasSecondPole,
  takesAuxiliary,
} from '../kinds/index.ts';
import { controlSupplyIdOf, feedOf, supplyIdOf } from './hangs-on.ts';
import type { Design, Job } from './schema.ts';

type Of = Pick<Design, 'jobs' | 'signals'>;
/** With the supplies, of which one may be what another job feeds. */
type Fed = Of & Pick<Design, 'supplies' | 'controllers' | 'parts'>;

/** The job whose contact makes a feed live, or whose contactor moves a contact; none of an existing circuit of the vehicle, and of a thing of its own. */
export function switchedBy({ jobs }: Pick<Design, 'jobs'>, signal: Signal): Job | undefined {
  const of = jobOf(signal);
  return of === undefined ? undefined : jobs.find(({ id }) => id === of);
}

/** Whether a signal is what another job switches: it stands as that one's signals make it, and nobody operates it. */
export const isOutputOfJob = (design: Pick<Design, 'jobs'>, signal: Signal | undefined): boolean =>
  signal !== undefined && switchedBy(design, signal) !== undefined;

/** Signals that are things of their own, which somebody or something operates. */
export const thingsOf = ({ jobs, signals }: Of): Signal[] => signals.filter((signal) => !isOutputOfJob({ jobs }, signal));

const feedNamed = ({ signals }: Of, id: string): SignalOf<'feed'> | undefined => {
  const signal = signals.find((one) => one.id === id);
  return isFeed(signal) ? signal : undefined;
};

/** Signals that a job's sentence names, its feed among them, as they stand there. */
export const signalsNamed = ({ when, otherwise, supply }: Job): string[] => [
  ...new Set([
    supply,
    ...signalsOf(when),
    ...('when' in otherwise ? signalsOf(otherwise.when) : []),
    ...(otherwise.kind === 'original-feed' ? [otherwise.signal] : []),
  ]),
];

/** Jobs whose outputs, or contacts of whose contactors, a job’s sentence names. */
export function outputsBefore(design: Of, job: Job): Job[] {
  return signalsNamed(job).flatMap((id) => {
    const signal = design.signals.find((one) => one.id === id);
    return (signal && switchedBy(design, signal)) ?? [];
  });
}

/** Auxiliary contacts that a job's sentence names. */
export const auxiliariesOf = (design: Of, job: Job): SignalOf<'auxiliary'>[] => {
  const named = new Set(signalsNamed(job));
  return design.signals.filter((signal) => isAuxiliary(signal)).filter(({ id }) => named.has(id));
};

/** The job whose one load is the converter that a supply is; none of a supply that is fed elsewhere, or by what is no converter. */
export function convertedBy(design: Pick<Design, 'jobs' | 'signals' | 'supplies'>, supply: string): Job | undefined {
  const own = design.supplies.find(({ id }) => id === supply);
  const of = own && supplyFacets(own).ofJob?.(own);
  return of === undefined ? undefined : design.jobs.find((job) => job.id === of && mayConvert(design, job));
}
/** Whether a job feeds one device that keeps its power, on and off alone, on the vehicle's own return: a converter may be that. */
export const mayConvert = (design: Pick<Design, 'signals' | 'supplies'>, job: Job): boolean => {
  const [load, ...others] = job.loads;
  const from = design.supplies.find(({ id }) => id === supplyIdOf(design, job));
  const isOne = load !== undefined && others.length === 0 && !isCharged(load) && load.count === 1;
  return isOne && loadFacets(load).takes.as === 'power' && job.otherwise.kind === 'off' && from !== undefined && isOnVehicle(from);
};

/** What gives a signal its current, or its board or its sensor theirs, where that is a supply of the project. */
function feedingSignal({ controllers }: Pick<Design, 'controllers'>, signal: Signal): string | undefined {
  if (isFeed(signal)) return signal.supply;
  if (isPin(signal)) return controllers.find(({ id }) => id === signal.controller)?.supply;
  return 'fedBy' in signal ? signal.fedBy : undefined;
}

/** Jobs that feed a converter which a job, its coil or a signal of its hangs on. */
export function convertersBefore(design: Fed, job: Job): Job[] {
  const signals = design.signals.filter(({ id }) => signalsNamed(job).includes(id));
  const supplies = [supplyIdOf(design, job), controlSupplyIdOf(design, job), ...signals.flatMap((one) => feedingSignal(design, one) ?? [])];
  return [...new Set(supplies)].flatMap((supply) => convertedBy(design, supply) ?? []);
}

/** Jobs right before this one: whose outputs its sentence names, and that feed what it hangs on. */
export const jobsBefore = (design: Fed, job: Job): Job[] => [...new Set([...outputsBefore(design, job), ...convertersBefore(design, job)])];

/** All jobs that must be live before this one can be, nearest first; null where one of them waits for itself. */
export function chainBefore(design: Fed, job: Job): Job[] | null {
  const found = new Set<Job>();
  const path = new Set<Job>([job]);
  const waits = (at: Job): boolean =>
    jobsBefore(design, at).some((before) => {
      if (path.has(before)) return true;
      if (found.has(before)) return false;
      found.add(before);
      path.add(before);
      const isRound = waits(before);
      path.delete(before);
      return isRound;
    });
  return waits(job) ? null : [...found];
}

/** How many signals a job names once all that feeds it is spelled out, each as often as it stands there. Expects no job to wait for itself. */
export function spelledLength(design: Fed): (job: Job) => number {
  const known = new Map<Job, number>();
  const ofSignal = (id: string): number => {
    const signal = design.signals.find((one) => one.id === id);
    const before = signal && switchedBy(design, signal);
    return before ? ofJob(before) : 1 + (signal ? ofSupply(feedingSignal(design, signal)) : 0);
  };
  const ofSupply = (id: string | undefined): number => {
    const before = id === undefined ? undefined : convertedBy(design, id);
    return before ? ofJob(before) : 0;
  };
  const ofWhen = (when: When): number =>
    when.op === 'signal' ? ofSignal(when.signal) : partsOf(when).reduce((sum, part) => sum + ofWhen(part), 0);
  const ofJob = (job: Job): number => {
    const { when, otherwise, supply } = job;
    const length =
      known.get(job) ??
      ofSignal(supply) +
        ofSupply(supplyIdOf(design, job)) +
        ofSupply(controlSupplyIdOf(design, job)) +
        ofWhen(when) +
        ('when' in otherwise ? ofWhen(otherwise.when) : 0);
    known.set(job, length);
    return length;
  };
  return ofJob;
}
/** A chain that says more than this is not spelled out. */
export const MOST_SPELLED = 200;

/** These jobs, and where one of them lives by a converter all that must be live before it. */
export function withConverters(design: Fed, jobs: readonly Job[]): readonly Job[] {
  const chains = jobs.map((job) => [job, ...(chainBefore(design, job) ?? [])]);
  return [
    ...new Set(chains.flatMap((chain) => (chain.some((job) => convertersBefore(design, job).length > 0) ? chain : chain.slice(0, 1)))),
  ];
}

/** A design with these jobs alone, and with what must be live before them. */
export function withOnly(design: Design, ids: ReadonlySet<string>): Design {
  const own = design.jobs.filter(({ id }) => ids.has(id));
  const kept = new Set([...own, ...own.flatMap((job) => chainBefore(design, job) ?? [])]);
  return { ...design, jobs: design.jobs.filter((job) => kept.has(job)) };
}

/** Jobs that take their load current of what this one switches: it is their supply, or a signal that feeds a load itself. */
export const hangingOn = (design: Of, job: Job): Job[] =>
  design.jobs.filter(({ supply, device, when }) =>
    [supply, ...(device.kind === 'direct' ? signalsOf(when) : [])].some((id) => {
      const feed = feedNamed(design, id);
      return feed !== undefined && switchedBy(design, feed) === job;
    }),
  );

/** The same, with those that hang on theirs. */
export const allHangingOn = (design: Of, job: Job): Job[] =>
  hangingOn(design, job).flatMap((other) => [other, ...allHangingOn(design, other)]);

/** Whether a job, or one that hangs on what it switches, runs for three hours and more. */
export const runsForHours = (design: Of, job: Job): boolean => [job, ...allHangingOn(design, job)].some(({ continuous }) => continuous);

/** Jobs whose coil or load hangs on what this one switches, or on what those do. */
export const jobsAfter = (design: Fed, job: Job): Job[] =>
  design.jobs.filter((other) => chainBefore(design, other)?.includes(job) === true);

/** Jobs whose coil or load takes its current of what this one switches, or of what those do: the same without those that a contact or a converter of it works. */
export function jobsFedBy(design: Of, job: Job): Job[] {
  const seen = new Set<Job>();
  const behind = (at: Job): Job[] =>
    design.jobs.filter((other) => signalsNamed(other).some((id) => feedNamed(design, id)?.ofJob === at.id) && !seen.has(other));
  const walk = (at: Job): void => {
    for (const other of behind(at)) {
      seen.add(other);
      walk(other);
    }
  };
  walk(job);
  return design.jobs.filter((other) => seen.has(other));
}

/** A clause with another one in the place of each signal that `by` has one for. */
function replaced(when: When, by: (signal: string) => When | null): When {
  switch (when.op) {
    case 'always':
      return when;
    case 'signal':
      return by(when.signal) ?? when;
    case 'not':
    case 'toggle':
    case 'delay':
      return { ...when, of: replaced(when.of, by) };
    case 'held':
      return { ...when, set: replaced(when.set, by), reset: replaced(when.reset, by) };
    case 'and':
    case 'or':
      return { ...when, of: when.of.map((part) => replaced(part, by)) };
    default:
      return when satisfies never;
  }
}

/**
 * A clause with what switches them in the place of the feeds that other jobs switch, and with what feeds its converter beside each signal
 * that lives by one. Expects no job to wait for itself.
 */
export function spelledOut(design: Fed, when: When): When {
  return replaced(when, (id) => {
    const signal = design.signals.find((one) => one.id === id);
    const job = signal && switchedBy(design, signal);
    if (job) return isAuxiliary(signal) ? pulledIn(design, job) : wholeOf(design, job);
    const alive = signal && liveSupply(design, feedingSignal(design, signal));
    return alive ? allOf([alive, { op: 'signal', signal: id }]) : null;
  });
}
function allOf(clauses: readonly (When | null)[]): When {
  const [first, ...others] = clauses.filter((clause) => clause !== null);
  return others.length === 0 ? (first ?? { op: 'always' }) : { op: 'and', of: [first!, ...others] };
}
/** A job's clause with all that it stands on, what gives its load current among it. */
function wholeOf(design: Fed, job: Job): When {
  const feed = feedOf(design, job);
  const live = feed ? spelledOut(design, { op: 'signal', signal: feed.id }) : liveLoad(design, job);
  return allOf([live, liveCoil(design, job), spelledOut(design, job.when)]);
}
/** When a job's contactor is in: its clause, and what its coil hangs on. */
const pulledIn = (design: Fed, job: Job): When => {
  const live = liveAtCoil(design, job);
  const own = spelledOut(design, job.when);
  return allOf([live, live ? heldWhile(own, live) : own]);
};
/** When a supply that is a converter's output gives anything; null of one that always does. */
function liveSupply(design: Fed, supply: string | undefined): When | null {
  const job = supply === undefined ? undefined : convertedBy(design, supply);
  return job ? wholeOf(design, job) : null;
}
/** When what gives a job its load current is live: what switches its feed, and what feeds its converter; null where it always is. */
export function liveLoad(design: Fed, job: Job): When | null {
  const feed = feedOf(design, job);
  if (feed && isOutputOfJob(design, feed)) return spelledOut(design, { op: 'signal', signal: feed.id });
  return liveSupply(design, supplyIdOf(design, job));
}
/** When its coil has a supply, where that is a converter's output and not what its load hangs on. */
export function liveCoil(design: Fed, job: Job): When | null {
  const own = controlSupplyIdOf(design, job);
  return own === supplyIdOf(design, job) ? null : liveSupply(design, own);
}

/** A clause whose holds end while what its coil hangs on is dead: a relay that holds itself lets go, and stays off until it is started anew. */
export function heldWhile(when: When, live: When): When {
  const of = (part: When): When => heldWhile(part, live);
  switch (when.op) {
    case 'always':
    case 'signal':
      return when;
    case 'not':
    case 'toggle':
    case 'delay':
      return { ...when, of: of(when.of) };
    case 'held':
      return { ...when, set: of(when.set), reset: { op: 'or', of: [of(when.reset), { op: 'not', of: live }] } };
    case 'and':
    case 'or':
      return { ...when, of: when.of.map(of) };
    default:
      return when satisfies never;
  }
}

/** Whether a job's coil hangs on what gives its load current: no supply of its own was chosen for it, and no feed of its sentence gives it. */
const sharesFeed = (design: Fed, job: Job): boolean =>
  controlSupplyIdOf(design, job) === supplyIdOf(design, job) &&
  !signalsOf(job.when).some((id) => isFeed(design.signals.find((one) => one.id === id)));
/** When what a job's coil hangs on is live; null where it always is. */
export const liveAtCoil = (design: Fed, job: Job): When | null =>
  liveCoil(design, job) ?? (sharesFeed(design, job) ? liveLoad(design, job) : null);

const isOnMains = ({ signals, supplies }: Pick<Design, 'signals' | 'supplies'>, { supply }: Job): boolean => {
  const fed = signals.find(({ id }) => id === supply);
  return supplies.some((one) => one.id === (isFeed(fed) ? fed.supply : supply) && isMains(one));
};
/** Why nothing can hang on what a job switches, as the end of a sentence; null where something can. */
export function whyNoOutput(design: Pick<Design, 'signals' | 'supplies'>, job: Job): string | null {
  const { otherwise, loads, device, when } = job;
  // A plug's fuse, its cord and its earth are a circuit's own.
  if (isOnMains(design, job)) return 'on the mains every load has a contact of its own: name what works that one';
  if (otherwise.kind !== 'off' && otherwise.kind !== 'loads')
    return 'what that switches is not simply live or dead: let it be on and off alone';
  if (loads.some(isCharged)) return 'its output is a battery, which is always live: take that battery';
  if (device.kind === 'direct' && when.op !== 'always') return 'that has no contact of its own which more could hang on: give it a relay';
  return null;
}

/** Why no contact beside those of its load is to be had of a job, as the end of a sentence; null where one is. */
export function whyNoAuxiliary(design: Fed, job: Job): string | null {
  const { device, otherwise, lost } = job;
  const type = device.kind === 'relay' ? relayOf(design, device.part) : undefined;
  if (!type || !(takesAuxiliary(type) || hasSecondPole(type)))
    return 'what switches that has no contact beside those of its load: give it a contactor, or a plug-in relay with two poles';
  // A finger's breadth of plastic is between the two.
  if (hasSecondPole(type) && isOnMains(design, job)) return 'on the mains the second pole of its relay is left alone: give it a contactor';
  if (otherwise.kind !== 'off' && otherwise.kind !== 'loads')
    return 'which of its contactors is meant nobody can tell: let it be on and off alone';
  if (lost === 'on') return 'its coil is out while it runs: let it be off when the signal is lost';
  return null;
}
/** Whether something of one job may work or feed another one: there is such a thing, and it does not wait for that one itself. */
const comesBefore = (why: string | null, design: Fed, before: Job, job: Job): boolean =>
  before !== job && why === null && chainBefore(design, before)?.includes(job) === false;
export const mayAssist = (design: Design, before: Job, job: Job): boolean =>
  comesBefore(whyNoAuxiliary(design, before), design, before, job);
export const mayFeed = (design: Fed, before: Job, job: Job): boolean => comesBefore(whyNoOutput(design, before), design, before, job);

/** The design with what a job switches as a feed that others may name, and its id; one that is there serves. */
export function withOutputOf(design: Design, of: string): { readonly design: Design; readonly id: string } {
  const known = design.signals.find((signal) => isFeed(signal) && signal.ofJob === of);
  if (known) return { design, id: known.id };
  const job = design.jobs.find(({ id }) => id === of)!;
  const id = mintId('signal', design.signals);
  const feed: SignalOf<'feed'> = {
    ...{ id, name: outputName(job), nature: 'feed' as const, ofJob: of, usual: false, place: job.device.place },
    // Its own supply and place follow from the job.
    ...{
      supply: feedNamed(design, job.supply)?.supply ?? job.supply,
      limitA: 1,
      keyOn: false,
      starter: false,
      pulsed: false,
      filtered: false,
    },
  };
  return { design: { ...design, signals: [...design.signals, feed] }, id };
}
export const outputName = ({ name }: Pick<Job, 'name'>): string => `${name} output`.slice(0, 60);

/** The project without a job: what hung on what it switches does what it did by the signals of its sentence. */
export function withoutJob(design: Design, id: string): Design {
  const job = design.jobs.find((one) => one.id === id)!;
  const feeds = design.signals.filter((signal) => jobOf(signal) === id).map((signal) => signal.id);
  const instead = (when: When): When =>
    job.when.op === 'always'
      ? feeds.reduce<When>((left, feed) => withoutSignal(left, feed) ?? { op: 'always' }, when)
      : replaced(when, (signal) => (feeds.includes(signal) ? job.when : null));
  const jobs = design.jobs
    .filter((one) => one !== job)
    .map((one): Job => {
      const { otherwise } = one;
      const when = instead(one.when);
      const second = 'when' in otherwise ? { otherwise: { ...otherwise, when: instead(otherwise.when) } } : {};
      if (!feeds.includes(one.supply)) return { ...one, when, ...second };
      const both: When = job.when.op === 'always' ? when : when.op === 'always' ? job.when : { op: 'and', of: [job.when, when] };
      return { ...one, ...second, supply: job.supply, when: both };
    });
  const isAbout = ({ what, id: other }: { readonly what: string; readonly id: string }) =>
    what === 'job' ? other === id : feeds.includes(other);
  return {
    ...design,
    jobs,
    signals: design.signals.filter((signal) => !feeds.includes(signal.id)),
    // A converter that it fed is fed elsewhere then.
    supplies: design.supplies.map((supply) => (supplyFacets(supply).ofJob?.(supply) === id ? fedElsewhere(supply) : supply)),
    accepted: design.accepted.filter(({ key }) => key.split('|')[1] !== id),
    statements: design.statements.filter(({ a, b }) => !isAbout(a) && !isAbout(b)),
  };
}
