import { LOADS, type PartPlaying, type Supply, isOnVehicle } from '../kinds/index.ts';
import { loadVolts } from '../analysis/index.ts';
import { isSetByHand, linePath, linesOf, ownRange, pathText, setToOther } from '../project/index.ts';
import { figures, formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered } from '../reference/index.ts';
import { type RuleContext, type WiredJob, lineOf, partSubject } from './context.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'load-wrong-voltage';
/** Share of what it is made for that a load bears, that one lives shorter at, and that a lamp, motor or electronics still works at (common practice). */
const BEARS = 1.1;
const BURNS = 1.2;
const WORKS = 0.85;
/** Below this share a heater has less than half of its power: (0.7)² = 0.49. */
const HEATS = 0.7;
const SOURCE = commonPractice('+10 % is borne, +20 % burns; below 85 % motors stall and electronics drop out');

/**
 * The voltages that a plate stands for. On a vehicle it names the system: 12 V lives on 10.5 to 14.8 V, and a plate anywhere
 * in between (13.5 V) means the same; another number is scaled as the system's own is.
 */
export function madeFor(ratedV: number, supply: Supply): { least: number; most: number } {
  if (!isOnVehicle(supply)) return { least: ratedV, most: ratedV };
  const { nominalV, lowestV, highestV } = supply;
  if (ratedV >= 0.99 * nominalV && ratedV <= 1.01 * highestV) return { least: lowestV, most: highestV };
  return { least: ratedV, most: (ratedV * highestV) / nominalV };
}

const fits = (supply: Supply, ratedV: number): boolean =>
  supply.highestV <= BEARS * madeFor(ratedV, supply).most && supply.lowestV >= WORKS * madeFor(ratedV, supply).least;

function check(context: RuleContext, job: WiredJob, load: PartPlaying<'load'>): Finding[] {
  const { circuit } = context.evidence;
  const { ratedV } = load.spec;
  const line = lineOf(job, load);
  const range = line && ownRange(line);
  const made = range
    ? { least: madeFor(range.least, job.supply).least, most: madeFor(range.most, job.supply).most }
    : madeFor(ratedV, job.supply);
  // What a hand has set, another hand can set: the answer holds as long as it is so.
  const isMadeFor = range
    ? `is made for ${formatQuantity(range.least, 'V')} to ${formatQuantity(range.most, 'V')}`
    : `is ${line && isSetByHand(line) ? 'set' : 'made'} for ${formatQuantity(ratedV, 'V')}`;
  const allows =
    line && isSetByHand(line)
      ? `set for ${formatQuantity(ratedV, 'V')}, where its label has ${formatQuantity(line.otherV! * line.series, 'V')} too`
      : range
        ? `its label has ${formatQuantity(range.least, 'V')} to ${formatQuantity(range.most, 'V')}`
        : `plate of ${formatQuantity(ratedV, 'V')}`;
  const plate = entered(pathText(['jobs', job.at, ...linePath(job.job, load.spec.line), 'plate']));
  const given = [{ symbol: 'V_r', meaning: 'on its plate', value: ratedV, unit: 'V' as const, source: plate }];
  const volts = context.worst(job, ({ solution }) => Math.abs(loadVolts(circuit, solution, load.id))).value;
  const high = judge(ID, {
    code: 'high',
    severity: volts > BURNS * made.most ? 'danger' : 'caution',
    job: job.job.id,
    subject: partSubject(load),
    value: volts,
    limit: BEARS * made.most,
    unit: 'V',
    title:
      volts > BEARS * made.most
        ? `${load.name} ${isMadeFor} and gets up to ${formatQuantity(volts, 'V')}`
        : `${load.name} gets at most ${formatQuantity(volts, 'V')}, as its plate allows`,
    detail:
      volts > BEARS * made.most
        ? `a heater or a lamp then takes ${figures((volts / made.most) ** 2, 2)} times its power; ${
            line && isSetByHand(line) && fits(job.supply, line.otherV! * line.series)
              ? `set it to its ${formatQuantity(line.otherV! * line.series, 'V')}`
              : `${job.supply.name} is not its supply`
          }`
        : allows,
    working: {
      formula: 'V ≤ 1.1 · V_made; danger above 1.2 · V_made',
      given: [
        ...given,
        { symbol: 'V_made', meaning: 'most that such a plate stands for', value: made.most, unit: 'V', source: commonPractice() },
      ],
      result: { symbol: 'V', meaning: `largest across ${load.tag}`, value: volts, unit: 'V', source: computed('solved over every state') },
      limit: { symbol: '1.1 · V_made', meaning: 'that it bears', value: BEARS * made.most, unit: 'V', source: SOURCE },
    },
  });
  // What its supply has: what a resistor takes away for a slower speed is meant, and not counted.
  const { lowestV } = job.supply;
  const { heats } = LOADS[load.spec.loadKind];
  const share = heats ? HEATS : WORKS;
  const limit = share * made.least;
  return [
    high,
    judge(ID, {
      code: 'low',
      severity: 'caution',
      job: job.job.id,
      subject: partSubject(load),
      value: lowestV,
      limit,
      unit: 'V',
      sense: 'at least',
      title:
        lowestV < limit
          ? `${load.name} ${isMadeFor}; ${job.supply.name} has as little as ${formatQuantity(lowestV, 'V')}`
          : `${job.supply.name} has at least ${formatQuantity(lowestV, 'V')} for ${load.name}`,
      detail:
        lowestV >= limit
          ? allows
          : heats
            ? `it heats with ${figures(100 * (lowestV / made.least) ** 2, 2)} % of its power`
            : 'a motor stalls and burns, electronics drop out, a lamp glows',

      working: {
        formula: `V_low ≥ ${share} · V_made`,
        given,
        result: {
          symbol: 'V_low',
          meaning: `least of ${job.supply.name}`,
          value: lowestV,
          unit: 'V',
          source: entered(`supplies[${context.design.supplies.indexOf(job.supply)}].lowestV`),
        },
        limit: {
          symbol: `${share} · V_made`,
          meaning: heats ? 'from which it has half of its power' : 'from which it works',
          value: limit,
          unit: 'V',
          source: heats ? computed('P ∝ V²') : SOURCE,
        },
      },
    }),
  ];
}

/** A load of another voltage than its supply's: 12 V lamps on a truck's 24 V, a 120 V heater on 230 V. */
export const loadWrongVoltage: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are its loads made for the voltage of their supply?',
  notAsked: 'it has no load with a plate',
  check: (context) => context.jobs.flatMap((job) => failingOrTightest(job.loads.flatMap((load) => check(context, job, load)))),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ job, at, supply, loads }) => {
        const unit = loads.find(({ id }) => id === finding.subject.id);
        const load = linesOf(job).find(({ id }) => id === unit?.spec.line);
        const { nominalV } = supply;
        const path = load ? ['jobs', at, ...linePath(job, load.id)] : [];
        const set = load && isSetByHand(load) && fits(supply, load.otherV! * load.series) ? setToOther(load) : null;
        return [
          ...(set
            ? [
                {
                  label: `Nudge it to its ${formatQuantity(set.plate.ratedV, 'V')}`,
                  patches: [
                    { path: [...path, 'plate'], value: set.plate },
                    { path: [...path, 'otherV'], value: set.otherV! },
                  ],
                },
              ]
            : []),
          ...design.supplies
            .filter((other) => other.id !== supply.id && load !== undefined && fits(other, load.plate.ratedV * load.series))
            .map((other) => ({ label: `Nudge to ${other.name}`, patches: [{ path: ['jobs', at, 'supply'], value: other.id }] })),
          ...(load === undefined
            ? []
            : [
                {
                  label: `Nudge to a ${load.name} for ${formatQuantity(nominalV, 'V')}`,
                  patches: [
                    { path: [...path, 'plate', 'ratedV'], value: nominalV },
                    { path: [...path, 'series'], value: 1 },
                  ],
                },
              ]),
        ];
      }),
};
