import { formatQuantity } from '../quantity/index.ts';
import { BUNDLE_SOURCE, computed, sizeName } from '../reference/index.ts';
import { bundleOf, cablesOf, familyOf, loadedWays } from '../graph/index.ts';
import { wireSubject } from './context.ts';
import { chooseAgain, thickerLegs } from './nudging.ts';
import { ampacityGiven, worstShared } from './shared-working.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'wire-bundle-heat';

export const wireBundleHeat: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every wire bear its current among the others beside it?',
  notAsked: 'all of its wires lie loose',
  acrossJobs: true,
  trail: 'load',
  check: (context) => {
    const ways = loadedWays(context.design, context.netlist);
    const cores = new Set(cablesOf(context.design, context.netlist).flatMap((cable) => cable.map(({ id }) => id)));
    return context.jobs.flatMap((job) =>
      failingOrTightest(
        job.wires
          .map((wire) => ({ wire, own: ways.beside(wire) }))
          .filter(({ wire, own }) => Math.max(wire.bundle, own) > 1)
          .map(({ wire, own }) => {
            const value = worstShared(context, wire);
            const circuits = Math.max(wire.bundle, own);
            const isAssumed = own > wire.bundle && !cores.has(wire.id);
            const { factor } = bundleOf(familyOf(context.design.settings, wire));
            const limit = context.looseAmpacity(wire) * (factor(circuits) || 0);
            return judge(ID, {
              // What a person entered is known, a cable among it; that the project's own wires lie in one loom is assumed.
              severity: isAssumed ? 'caution' : 'danger',
              job: job.job.id,
              subject: wireSubject(wire),
              value,
              limit,
              unit: 'A',
              title: `${wire.tag} carries ${formatQuantity(value, 'A')}; among ${circuits} loaded circuits it bears ${formatQuantity(limit, 'A')}`,
              detail: isAssumed
                ? `${sizeName(wire.sizeMm2)}; ${own} of this project’s own circuits go that way, and are assumed to lie in one loom`
                : `${sizeName(wire.sizeMm2)}, warmed by what lies beside it`,
              working: {
                formula: 'I ≤ I_z = I_table · k_ambient · k_bundle',
                given: ampacityGiven(context, own > wire.bundle ? { ...wire, bundle: circuits } : wire),
                result: {
                  symbol: 'I',
                  meaning: `largest in ${wire.tag}`,
                  value,
                  unit: 'A',
                  source: computed('solved over every state and corner'),
                },
                limit: { symbol: 'I_z', meaning: 'in its bundle', value: limit, unit: 'A', source: BUNDLE_SOURCE },
              },
            });
          }),
      ),
    );
  },
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        return wire ? [...thickerLegs(job, [wire.leg]), chooseAgain(job)] : [];
      }),
};
