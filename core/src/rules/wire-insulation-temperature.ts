import { familyOf } from '../graph/index.ts';
import { entered, standard, wireFamily } from '../reference/index.ts';
import { wireSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'wire-insulation-temperature';

/** The air that a wire lies in where it is hottest, against what its insulation bears with no current at all. */
export const wireInsulationTemperature: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does the insulation bear the place?',
  notAsked: 'no wire of it passes a place hotter than its insulation is asked about',
  acrossJobs: true,
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.wires.map((wire) => {
          const family = wireFamily(familyOf(context.design.settings, wire));
          const value = context.hottestC(wire.hotPlace);
          return judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: wireSubject(wire),
            value,
            limit: family.insulationC,
            unit: '°C',
            title: `${wire.tag} lies in ${context.says(value, '°C')}; its insulation bears ${context.says(family.insulationC, '°C')}`,
            detail: value > family.insulationC ? 'it hardens, cracks and falls off: glass-fibre insulation near elements' : family.title,
            working: {
              formula: 'T_a ≤ T_insulation',
              given: [],
              result: {
                symbol: 'T_a',
                meaning: `hottest air at ${context.placeName(wire.hotPlace)}`,
                value,
                unit: '°C',
                source: entered(`places[${context.design.places.findIndex(({ id }) => id === wire.hotPlace)}].hottestC`),
              },
              limit: {
                symbol: 'T_insulation',
                meaning: family.title,
                value: family.insulationC,
                unit: '°C',
                source: standard('IEC 60364-5-52, table 52.1, and the families’ own'),
              },
            },
          });
        }),
      ),
    ),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map(({ at }) => ({ label: 'Nudge to glass-fibre insulation', patches: [{ path: ['jobs', at, 'insulation'], value: 'glass' }] })),
};
