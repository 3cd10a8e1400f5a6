import { kindOf } from '../kinds/index.ts';
import { partOf } from '../quantity/index.ts';
import { computed, fromMemory } from '../reference/index.ts';
import { airAbout } from './box-heat.ts';
import { connectorsForAir } from './connector-unsuited.ts';
import { partSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'part-air';
/** Relays, fuses, boards and adapters have a hottest air of their own, well below what wire bears. */
export const partAir: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every part bear the air where it sits?',
  notAsked: 'no part in it names a hottest air',
  acrossJobs: true,
  check(context) {
    const { netlist, jobs, says } = context;
    // A switch, a board and a supply are nobody's own: the first job that has a wire on it says it.
    const users = new Map<string, string>();
    for (const { jobs: of, from, to } of netlist.wires)
      for (const end of [partOf(from), partOf(to)]) if (of[0] !== undefined && !users.has(end)) users.set(end, of[0]);
    const asked = netlist.parts.flatMap((part) => {
      const limit = kindOf(part).bearsAirC?.(part.spec);
      return limit === undefined ? [] : [{ part, limit, user: part.jobs[0] ?? users.get(part.id) }];
    });
    return jobs.flatMap(({ job }) =>
      failingOrTightest(
        asked.flatMap(({ part, limit, user }) => {
          if (user !== job.id) return [];
          const { airC: value, riseK, given } = airAbout(context, part.place);
          return [
            judge(ID, {
              severity: 'danger',
              job: job.id,
              subject: partSubject(part),
              value,
              limit,
              unit: '°C',
              title: `${part.tag} sits in ${says(Math.ceil(value - 1e-9), '°C')}; it bears ${says(limit, '°C')}`,
              detail:
                value > limit
                  ? 'its plastic softens, its coil burns or it opens early: move it to a cooler place, or take a part that is made for it'
                  : riseK > 0
                    ? 'the hottest air there, as entered, and what its box makes of it'
                    : 'the hottest air there, as entered',
              working: {
                formula: riseK > 0 ? 'T_a + ΔT ≤ T_part' : 'T_a ≤ T_part',
                given,
                result: {
                  symbol: 'T',
                  meaning: 'about the part',
                  value,
                  unit: '°C',
                  source: computed(riseK > 0 ? 'sum' : 'as entered'),
                },
                limit: {
                  symbol: 'T_part',
                  meaning: `most for a ${kindOf(part).title}`,
                  value: limit,
                  unit: '°C',
                  source: fromMemory('usual for its kind'),
                },
              },
            }),
          ];
        }),
      ),
    );
  },
  nudges: (context, finding) => {
    const { design, hottestC } = context;
    const at = design.jobs.findIndex(({ id }) => id === finding.job);
    const { device } = design.jobs[at]!;
    return [
      ...connectorsForAir(context, finding),
      ...design.places
        .filter(({ id }) => id !== device.place && hottestC(id) <= finding.limit)
        .map(({ id, name }) => ({ label: `Nudge the relay to ${name}`, patches: [{ path: ['jobs', at, 'device', 'place'], value: id }] })),
    ];
  },
};
