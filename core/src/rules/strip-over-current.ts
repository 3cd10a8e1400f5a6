import { formatQuantity } from '../quantity/index.ts';
import { STRIP_TERMINAL_SOURCE, computed, sizeName } from '../reference/index.ts';
import { stripsOf } from '../graph/index.ts';
import { wireSubject } from './context.ts';
import { thickerLegs } from './nudging.ts';
import { worstShared } from './shared-working.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'strip-over-current';

/** A terminal of a strip carries less than a short wire in free air of the same size does. */
export const stripOverCurrent: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every terminal of a strip bear what passes?',
  notAsked: 'no wire of it passes a strip',
  acrossJobs: true,
  trail: 'load',
  check: (context) => {
    const { netlist } = context.evidence;
    return stripsOf(context.design, netlist).flatMap(({ name, positions }) => {
      const shares = positions.flatMap((position) => {
        const wire = netlist.wires.find(({ id }) => id === position.wire)!;
        const value = worstShared(context, wire);
        return [{ position, wire, value, share: value / position.ratedA }];
      });
      const over = shares.filter(({ share }) => share > 1);
      const [tightest] = [...shares].sort((a, b) => b.share - a.share);
      return (over.length > 0 ? over : tightest ? [tightest] : []).map(({ position: { front, back, ratedA }, wire, value }) =>
        judge(ID, {
          severity: 'danger',
          job: wire.job,
          subject: wireSubject(wire),
          value,
          limit: ratedA,
          unit: 'A',
          title: `${name} ${front}/${back} carries ${formatQuantity(value, 'A')} of ${formatQuantity(ratedA, 'A')}`,
          detail: `a strip terminal for ${sizeName(wire.sizeMm2)}, with ${wire.tag} under it`,
          working: {
            formula: 'I ≤ I_terminal',
            given: [],
            result: {
              symbol: 'I',
              meaning: `largest in ${wire.tag}`,
              value,
              unit: 'A',
              source: computed('solved over every state and corner'),
            },
            limit: {
              symbol: 'I_terminal',
              meaning: `of a strip terminal for ${sizeName(wire.sizeMm2)}`,
              value: ratedA,
              unit: 'A',
              source: STRIP_TERMINAL_SOURCE,
            },
          },
        }),
      );
    });
  },
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        return wire ? thickerLegs(job, [wire.leg]) : [];
      }),
};
