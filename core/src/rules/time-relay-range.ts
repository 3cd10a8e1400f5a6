import { formatTime } from '../quantity/index.ts';
import { entered, ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { shelfHelpers } from './nudging.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'time-relay-range';
const WAYS = {
  closeS: { does: 'on', words: 'waits before it comes on' },
  openS: { does: 'off', words: 'holds on after its signal has gone' },
} as const;

/** A time relay is set within what its knob turns over, and waits with what it is made to wait with. */
export const timeRelayRange: Rule = {
  id: ID,
  group: 'works',
  asks: 'Can every time relay be set to what is said?',
  notAsked: 'no relay of it waits',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.relays.flatMap((relay) => {
          const { delays, type } = relay.spec;
          const { timer } = type;
          if (!delays || !timer) return [];
          return (['closeS', 'openS'] as const).flatMap((way) => {
            const asked = delays[way];
            if (asked === 0) return [];
            const { does, words } = WAYS[way];
            const common = { job: job.job.id, subject: partSubject(relay), severity: 'danger' as const };
            const source = ofPart(type.name);
            if (timer.waits !== 'either' && timer.waits !== does)
              return [
                judge(ID, {
                  ...common,
                  code: 'way',
                  value: 1,
                  limit: 0,
                  unit: '',
                  title: `${relay.tag} is to be one that ${words}, and it waits as it goes ${timer.waits} alone`,
                  detail: `${type.name}: it does not do what is said`,
                  working: noneAllowed(1, 'delays that it does not have', entered(`jobs[${job.at}].when`), source),
                }),
              ];
            const beyond = asked > timer.mostS;
            const limit = beyond || asked - timer.leastS > timer.mostS - asked ? timer.mostS : timer.leastS;
            const upper = limit === timer.mostS;
            return [
              judge(ID, {
                ...common,
                value: asked,
                limit,
                unit: 's',
                sense: upper ? 'at most' : 'at least',
                title: `${relay.tag} is set to ${formatTime(asked)}, of the ${formatTime(timer.leastS)} to ${formatTime(timer.mostS)} that it has`,
                detail: type.name,
                working: {
                  formula: upper ? 't ≤ t_most' : 't ≥ t_least',
                  given: [],
                  result: {
                    symbol: 't',
                    meaning: `${relay.tag} ${words}`,
                    value: asked,
                    unit: 's',
                    source: entered(`jobs[${job.at}].when`),
                  },
                  limit: {
                    symbol: upper ? 't_most' : 't_least',
                    meaning: upper ? 'its longest' : 'its shortest',
                    value: limit,
                    unit: 's',
                    source,
                  },
                },
              }),
            ];
          });
        }),
      ),
    ),
  nudges: (context, finding) => context.jobs.filter(({ job }) => job.id === finding.job).flatMap(shelfHelpers),
};
