import { partOf, terminal } from '../quantity/index.ts';
import { postsOf } from '../wiring/index.ts';
import { computed, standard } from '../reference/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { fusePatch, takeBackEdits } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { plays, isOutput } from '../kinds/index.ts';
import { controlSupplyOf } from '../project/index.ts';

const ID = 'fuse-missing';
const SOURCE = standard('IEC 60364-4-43');

type Which = 'fuse' | 'controlFuse';

function check(context: RuleContext, job: WiredJob, which: Which): Finding {
  const load = which === 'fuse';
  const side = load ? 'load side' : 'control side';
  const fuse = (load ? job.loadFuses : job.controlFuses)[0];
  // A fuse somewhere is not enough: it has to stand between the supply and every wire of its side.
  const supply = load ? job.supply : controlSupplyOf(context.design, job.job);
  // A tap is behind the vehicle's own fuse, which was chosen for the vehicle's wire: one for ours sits at every tap.
  const taps = load ? [] : context.netlist.parts.flatMap((part) => (plays(part, 'tap') ? [terminal(part.id, '15')] : []));
  const [bare] = [postsOf(supply)[0], ...taps]
    .flatMap((from) => context.unguarded(from).map((wire) => ({ wire, from: partOf(from) })))
    .filter(({ wire }) => wire.job === job.job.id && wire.role !== 'return' && (wire.section.side === 'load') === load);
  const value = fuse && !bare ? 1 : 0;
  return judge(ID, {
    code: which,
    severity: 'danger',
    job: job.job.id,
    subject: fuse
      ? { kind: 'part', id: `${job.job.id}/${which}`, label: fuse.tag }
      : { kind: 'job', id: `${job.job.id}/${which}`, label: side },
    value,
    limit: 1,
    unit: '',
    sense: 'at least',
    title: !fuse
      ? `The ${side} has no fuse`
      : bare
        ? `${bare.wire.tag} is fed by ${context.part(bare.from).name} past ${fuse.tag}, with no fuse between`
        : `${fuse.tag} guards the ${side} at its source`,
    detail: fuse && !bare ? `${fuse.spec.ratingA} A` : 'a short anywhere in it is fed by all that the supply can give',
    working: {
      formula: 'n ≥ 1',
      given: [],
      result: {
        symbol: 'n',
        meaning: `fuses between ${supply.name} and each wire of the ${side}`,
        value,
        unit: '',
        source: computed('walked from its post'),
      },
      limit: { symbol: 'n', meaning: 'needed at the source end', value: 1, unit: '', source: SOURCE },
    },
  });
}

export const fuseMissing: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a fuse stand between the supply and every wire?',
  notAsked: 'all that drives it gives no more than it can by itself',
  // Where the signals feed the load themselves, their fuses are the load's.
  check: (context) =>
    context.jobs.flatMap((job) => {
      const { design } = context;
      // A pin, a drive output and a board's rail give no more than they can: what hangs on them has no fuse to miss.
      const driven = design.signals.some((signal) => isOutput(signal) && job.evidence.signals.includes(signal.id));
      const limited = driven && job.controlFuses.length === 0 && job.relays.every(({ spec }) => spec.supply === null);
      // With nothing between supply and load there is a load side alone.
      if (job.job.when.op === 'always') return [check(context, job, 'fuse')];
      // What senses within its own housing has no wire of a control side.
      const within = job.relays.length > 0 && job.wires.every(({ section }) => section.side === 'load');
      return [
        ...(job.contacts.length > 0 ? [check(context, job, 'fuse')] : []),
        ...(limited || within ? [] : [check(context, job, 'controlFuse')]),
      ];
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...takeBackEdits(job),
        { label: 'Nudge a fuse in', patches: [fusePatch(job, finding.code === 'fuse' ? 'fuse' : 'controlFuse', 'auto')] },
      ]),
};
