import { CHAMBER_C } from '../kinds/index.ts';
import { entered } from '../reference/index.ts';
import { heatSettings } from './heat-settings.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'set-point-hotter';

/** A controller or a sensor lets its heater heat the place to what it is set to: the place is at least that hot. */
export const setPointHotter: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is its place entered as hot as it is heated to?',
  notAsked: 'no temperature ends its heat, or it heats a chamber that no wire is in',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        heatSettings(context, job).flatMap(({ signal, field, setC, heaters }) => {
          if (setC > CHAMBER_C) return [];
          const signalAt = context.design.signals.indexOf(signal);
          return heaters.flatMap((load) => {
            const placeAt = context.design.places.findIndex(({ id }) => id === load.place);
            const place = context.design.places[placeAt]!;
            return [
              judge(ID, {
                severity: 'caution',
                job: job.job.id,
                subject: { kind: 'job', id: `${job.job.id}/${place.id}`, label: place.name },
                value: place.hottestC,
                limit: setC,
                unit: '°C',
                sense: 'at least',
                title:
                  place.hottestC < setC
                    ? `${signal.name} heats ${place.name} to ${context.says(setC, '°C')}, and it is entered as ${context.says(place.hottestC, '°C')} at the hottest`
                    : `${place.name} is entered as hot as it is heated to`,
                detail:
                  place.hottestC < setC
                    ? 'wires, terminals and cut-outs there are judged at what is entered'
                    : `${context.says(setC, '°C')} are set`,
                working: {
                  formula: 'T_place ≥ T_set',
                  given: [],
                  result: {
                    symbol: 'T_place',
                    meaning: `hottest air at ${place.name}`,
                    value: place.hottestC,
                    unit: '°C',
                    source: entered(`places[${placeAt}].hottestC`),
                  },
                  limit: {
                    symbol: 'T_set',
                    meaning: signal.name,
                    value: setC,
                    unit: '°C',
                    source: entered(`signals[${signalAt}].${field}`),
                  },
                },
              }),
            ];
          });
        }),
      ),
    ),
  nudges: ({ design, says }, finding) =>
    design.places.flatMap((place, at) =>
      finding.subject.id === `${finding.job}/${place.id}`
        ? [
            {
              label: `Nudge ${place.name} to ${says(finding.limit, '°C')}`,
              patches: [{ path: ['places', at, 'hottestC'], value: finding.limit }],
            },
          ]
        : [],
    ),
};
