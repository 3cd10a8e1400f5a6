import { branchId } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, ofPart } from '../reference/index.ts';
import { everyState, partSubject } from './context.ts';
import { metalContacts } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { metalGaps, solidContacts } from './solid.ts';

const ID = 'ssr-minimum-load';

/** A thyristor falls open between half cycles when its load takes less than it needs to hold. */
export const ssrMinimumLoad: Rule = {
  id: ID,
  group: 'works',
  asks: 'Is the load large enough for its solid-state relay?',
  notAsked: 'no solid-state relay for alternating current is in it',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) => [
      ...metalGaps(job).map(({ relay }) =>
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: partSubject(relay),
          value: 0,
          limit: 0,
          unit: 'A',
          title: `${relay.tag} stays closed whatever its load takes`,
          detail: relay.spec.type.name,
          working: noneAllowed(0, 'that its contact needs to stay closed', ofPart(relay.spec.type.name)),
        }),
      ),
      ...solidContacts(context, job).flatMap(({ relay, solid }) => {
        const on = everyState(job).filter(({ lines }) => lines.every((line) => line === 'on'));
        if (on.length === 0) return [];
        const taken = (state: (typeof on)[number]) =>
          job.loads.reduce((sum, { id }) => sum + context.amps(state.solution, branchId(id, 'load')), 0);
        const value = Math.min(...on.map(taken));
        const limit = solid.leastA;
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(relay),
            value,
            limit,
            unit: 'A',
            sense: 'at least',
            title:
              value < limit
                ? `${relay.tag} needs ${formatQuantity(limit, 'A')} to stay on; its load takes ${formatQuantity(value, 'A')}`
                : `${relay.tag} stays on: its load takes ${formatQuantity(value, 'A')}`,
            detail: value < limit ? 'it flickers, or never comes on' : `at least ${formatQuantity(limit, 'A')} holds it`,
            working: {
              formula: 'I_load ≥ I_least',
              given: [],
              result: {
                symbol: 'I_load',
                meaning: 'least while it is on',
                value,
                unit: 'A',
                source: computed('solved at the lowest supply'),
              },
              limit: { symbol: 'I_least', meaning: 'that holds it', value: limit, unit: 'A', source: ofPart(relay.spec.type.name) },
            },
          }),
        ];
      }),
    ]),
  nudges: (context, finding) =>
    context.jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => metalContacts(context.design, job)),
};
