import { LOADS, type PartPlaying, branchId, surgeOf } from '../kinds/index.ts';
import { linesOf } from '../project/index.ts';
import { figures, formatQuantity } from '../quantity/index.ts';
import {
  BLADE_BAND_SOURCE,
  BLADE_FUSE_BAND_SOURCE,
  BLADE_FUSE_OPENS_AT,
  BREAKER_SOURCE,
  CARTRIDGE_OPENS_AT,
  type Source,
  SURGE_SOURCE,
  computed,
  fromMemory,
} from '../reference/index.ts';
import { type RuleContext, type WiredJob, lineOf, partSubject } from './context.ts';
import { ownRating, shelfGuard, otherLoadFuses } from './nudging.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';
import { fuseRating } from './shared-working.ts';

const ID = 'motor-stall';

interface Opening {
  /** Share of its rating. */
  readonly share: number;
  readonly source: Source;
}

/**
 * Shares of its rating at which a device opens before a winding burns, within a minute or so; and at which it opens at all (I_2),
 * within minutes to an hour.
 */
export function opensAt({ spec }: PartPlaying<'overcurrent device'>): { soon: Opening; atAll: Opening } {
  switch (spec.style) {
    case 'blade':
    case 'bolt':
    case 'high-breaking':
      return { soon: { share: 1.6, source: BLADE_BAND_SOURCE }, atAll: { share: BLADE_FUSE_OPENS_AT, source: BLADE_FUSE_BAND_SOURCE } };
    case 'cartridge': {
      const opening = { share: CARTRIDGE_OPENS_AT, source: fromMemory('IEC 60127-2: within half an hour') };
      return { soon: opening, atAll: opening };
    }
    case 'plug': {
      const opening = { share: 1.9, source: fromMemory('BS 1362: within half an hour') };
      return { soon: opening, atAll: opening };
    }
    default:
      return { soon: { share: 2.55, source: BREAKER_SOURCE }, atAll: { share: 1.45, source: BREAKER_SOURCE } };
  }
}

function check(context: RuleContext, job: WiredJob, motor: PartPlaying<'load'>, fuse: PartPlaying<'overcurrent device'>): Finding {
  const { least, most } = surgeOf(motor.spec.loadKind);
  // One stands still, the rest run; at the usual voltage, where its winding gets least help from the fuse.
  const state = context.worst(job, ({ solution }) => context.amps(solution, branchId(motor.id, 'load')), 'usual').state;
  const solved = context.amps(state.solution, branchId(motor.id, 'load'));
  // One that runs in no state, as it is wired, is asked by its plate: wired right it is what it is.
  const runs = solved > 0;
  const running = runs ? solved : job.supply.restV / motor.spec.ohm;
  const through = runs ? context.amps(state.solution, branchId(fuse.id, 'link')) : running;
  const { soon, atAll } = opensAt(fuse);
  const taken = (times: number) => through + (times - 1) * running;
  const mildA = taken(least);
  const opensMild = mildA >= atAll.share * fuse.spec.ratingA;
  // As the app reckons a start, the geometric middle, soon; one that takes the least when it stands still, at all.
  const usual = {
    times: Math.sqrt(least * most),
    ...soon,
    words: 'opens soon',
    holds: `about a minute after it stands still${opensMild ? '' : `; one that takes only ${figures(least)} times its current, ${formatQuantity(mildA, 'A')}, may not open it`}`,
  };
  const mild = { times: least, ...atAll, words: 'opens at all', holds: 'also one that takes the least, in some minutes' };
  const short = (each: typeof usual) => (each.share * fuse.spec.ratingA) / taken(each.times);
  // The smallest that outlasts its start is asked no more than that: a smaller one does not start it.
  const larger = fuse.spec.ratingA > (ownRating(context, job) ?? 0);
  const { times, share, source, words, holds } = larger && short(mild) > short(usual) ? mild : usual;
  const value = taken(times);
  const limit = share * fuse.spec.ratingA;
  const line = linesOf(job.job).findIndex(({ id }) => id === motor.spec.line);
  return judge(ID, {
    severity: 'caution',
    job: job.job.id,
    subject: partSubject(motor),
    value,
    limit,
    unit: 'A',
    sense: 'at least',
    title:
      value < limit
        ? `If ${motor.tag} ${motor.name} is blocked it draws ${formatQuantity(value, 'A')}, and ${fuse.tag} of ${formatQuantity(fuse.spec.ratingA, 'A')} lets it burn`
        : `If ${motor.tag} ${motor.name} is blocked, ${fuse.tag} opens`,
    detail:
      value < limit ? `a smaller fuse, one for each motor, or one with a cut-out inside: say so at its plate (line ${line + 1})` : holds,
    working: {
      formula: 'I + (k − 1) · I_motor ≥ share · I_n',
      given: [
        {
          symbol: 'I_motor',
          meaning: 'running',
          value: running,
          unit: 'A',
          source: computed(runs ? 'solved' : 'by its plate'),
        },
        { symbol: 'I', meaning: `through ${fuse.tag}, all running`, value: through, unit: 'A', source: computed('solved') },
        {
          symbol: 'k',
          meaning: times === least ? 'times that a stalled one takes at least' : 'times that a stalled one takes',
          value: times,
          unit: '',
          source: SURGE_SOURCE,
        },
        fuseRating(job, fuse),
        { symbol: 'share', meaning: `at which it ${words}`, value: share, unit: '', source },
      ],
      result: { symbol: 'I', meaning: 'one stalled', value, unit: 'A', source: computed('sum') },
      limit: { symbol: 'share · I_n', meaning: 'opens it', value: limit, unit: 'A', source },
    },
  });
}

/** A motor that stands still takes four to eight times its current for as long as it is fed. */
export const motorStall: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a blocked motor end in its fuse?',
  notAsked: 'no motor in it is without a cut-out of its own, or it has no fuse',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const [fuse] = job.loadFuses;
      const motors = job.loads.filter((load) => LOADS[load.spec.loadKind].turns && !lineOf(job, load)?.ownCutOut);
      return fuse ? failingOrTightest(motors.map((motor) => check(context, job, motor, fuse))) : [];
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        {
          label: 'Nudge the fuse to what the app chooses',
          patches: [...shelfGuard(job), { path: ['jobs', job.at, 'fuse'], value: 'auto' as const }],
        },
        ...otherLoadFuses(context, job, (rating, present) => rating < present),
      ]),
};
