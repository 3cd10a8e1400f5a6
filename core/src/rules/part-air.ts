import { kindOf } from '../kinds/index.ts';
import { entered, fromMemory } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'part-air';

/** Relays, fuses, boards and adapters have a hottest air of their own, well below what wire bears. */
export const partAir: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every part bear the air where it sits?',
  notAsked: 'no part in it names a hottest air',
  check: ({ design, netlist, jobs, hottestC, placeName, says }) =>
    jobs.flatMap(({ job }) =>
      failingOrTightest(
        netlist.parts.flatMap((part) => {
          const limit = part.jobs[0] === job.id ? kindOf(part).bearsAirC?.(part.spec) : undefined;
          if (limit === undefined) return [];
          const value = hottestC(part.place);
          return [
            judge(ID, {
              severity: 'danger',
              job: job.id,
              subject: partSubject(part),
              value,
              limit,
              unit: '°C',
              title: `${part.tag} sits in ${says(value, '°C')}; it bears ${says(limit, '°C')}`,
              detail:
                value > limit
                  ? 'its plastic softens, its coil burns or it opens early: move it to a cooler place, or take a part that is made for it'
                  : 'the hottest air there, as entered',
              working: {
                formula: 'T_a ≤ T_part',
                given: [],
                result: {
                  symbol: 'T_a',
                  meaning: `hottest air at ${placeName(part.place)}`,
                  value,
                  unit: '°C',
                  source: entered(`places[${design.places.findIndex(({ id }) => id === part.place)}].hottestC`),
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
    ),
  nudges: ({ design, hottestC }, finding) => {
    const at = design.jobs.findIndex(({ id }) => id === finding.job);
    const { device } = design.jobs[at]!;
    return design.places
      .filter(({ id }) => id !== device.place && hottestC(id) <= finding.limit)
      .map(({ id, name }) => ({ label: `Nudge the relay to ${name}`, patches: [{ path: ['jobs', at, 'device', 'place'], value: id }] }));
  },
};
