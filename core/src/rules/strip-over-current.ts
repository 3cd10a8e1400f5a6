import { feedFuseA } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { STRIP_TERMINAL_SOURCE, computed, sizeName } from '../reference/index.ts';
import { type StripPosition, type Wire, stripsOf } from '../graph/index.ts';
import { type RuleContext, wireSubject } from './context.ts';
import { shareBehind } from './fuse-above-wire.ts';
import { feedRating } from './tapped.ts';
import { feedBefore, fuseBefore, otherFusesBefore } from './fuse-before.ts';
import { thickerLegs } from './nudging.ts';
import { fuseRating, worstShared } from './shared-working.ts';
import { type Finding, type Given, type Rule, failingOrTightest, judge, tightest } from './rule.ts';

const ID = 'strip-over-current';

/** The worst, for one terminal, of what flows through it, what its fuse would let through for good, and what that of an existing feed would. */
function check(context: RuleContext, strip: string, { front, back, ratedA }: StripPosition, wire: Wire): Finding {
  const common = { severity: 'danger', job: wire.job, subject: wireSubject(wire), limit: ratedA, unit: 'A' } as const;
  const at = `${strip} ${front}/${back}`;
  const bears = formatQuantity(ratedA, 'A');
  const detail = `a strip terminal for ${sizeName(wire.sizeMm2)}, with ${wire.tag} under it`;
  const working = (symbol: string, result: Given) => ({
    formula: `${symbol} ≤ I_terminal`,
    given: [],
    result,
    limit: {
      symbol: 'I_terminal',
      meaning: `of a strip terminal for ${sizeName(wire.sizeMm2)}`,
      value: ratedA,
      unit: 'A' as const,
      source: STRIP_TERMINAL_SOURCE,
    },
  });
  const value = worstShared(context, wire);
  const fused = fuseBefore(context, [wire]);
  // What the wire itself does not bear is said of the wire, and is the same mistake.
  const before = fused && fused.fuse.spec.ratingA <= context.behindFuse(wire) * shareBehind(fused.fuse) ? fused : null;
  const job = context.jobs.find((one) => one.job.id === wire.job);
  const feed = job && feedBefore(context, job, [wire]);
  return tightest([
    judge(ID, {
      ...common,
      value,
      title: `${at} carries ${formatQuantity(value, 'A')} of ${bears}`,
      detail,
      working: working('I', {
        symbol: 'I',
        meaning: `largest in ${wire.tag}`,
        value,
        unit: 'A',
        source: computed('solved over every state and corner'),
      }),
    }),
    ...(before === null
      ? []
      : [
          judge(ID, {
            ...common,
            code: 'fuse',
            value: before.fuse.spec.ratingA,
            title: `${before.fuse.tag} passes ${formatQuantity(before.fuse.spec.ratingA, 'A')}; ${at} bears ${bears}`,
            detail,
            working: working('I_n', fuseRating(before.of, before.fuse)),
          }),
        ]),
    ...(feed === undefined
      ? []
      : [
          judge(ID, {
            ...common,
            code: 'feed',
            value: feedFuseA(feed.signal),
            title: `${feed.signal.name} passes ${formatQuantity(feedFuseA(feed.signal), 'A')}; ${at} bears ${bears}`,
            detail: `${detail}; the feed’s own fuse is what stands before it`,
            working: working('I_feed', feedRating(feed)),
          }),
        ]),
  ]);
}

/** A terminal of a strip carries less than a short wire in free air of the same size does, and its fuse is chosen for that wire. */
export const stripOverCurrent: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every terminal of a strip bear what passes, and the fuse before it?',
  notAsked: 'no wire of it passes a strip',
  acrossJobs: true,
  trail: 'load',
  check: (context) => {
    const { netlist } = context.evidence;
    return stripsOf(context.design, netlist).flatMap(({ name, positions }) =>
      failingOrTightest(
        positions.map((position) =>
          check(
            context,
            name,
            position,
            netlist.wires.find(({ id }) => id === position.wire)!,
          ),
        ),
      ),
    );
  },
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        if (!wire) return [];
        const before = finding.code === 'fuse' ? fuseBefore(context, [wire]) : null;
        return [
          ...thickerLegs(job, [wire.leg]),
          ...(before === null ? [] : otherFusesBefore(context, before, (rating) => rating <= finding.limit)),
        ];
      }),
};
