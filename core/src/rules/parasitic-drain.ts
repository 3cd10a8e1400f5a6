import type { SolvedState } from '../analysis/index.ts';
import { meaning } from '../document/index.ts';
import { batteryId, controllerId } from '../wiring/index.ts';
import { type AnyPart, SELF, branchId, isPin, plays, supplyFacets, fedOf } from '../kinds/index.ts';
import { figures, formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered } from '../reference/index.ts';
import { keyIsOff } from './key-off.ts';
import { type RuleContext, type WiredJob, coilBranch, partSubject } from './context.ts';
import { addKey, coilFits, otherRelays } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'parasitic-drain';
/** Share of a battery's charge that may be taken before it is as good as flat. */
const USABLE = 0.5;
/** What leaks through what is off. */
const NOTHING_A = 1e-5;

/** Whether a board's pins are signals of a job. */
const drives = ({ design }: RuleContext, { evidence }: WiredJob, board: string): boolean =>
  design.signals.some(
    (signal) =>
      isPin(signal) && evidence.signals.includes(signal.id) && signal.controller !== null && controllerId(signal.controller) === board,
  );

/** Whether a sensor's own electronics hang on a supply, or its eye on the voltage that it watches. */
const takesOf = (part: AnyPart, supply: string): boolean =>
  (plays(part, 'sensor') && part.spec.inCircuit) || fedOf(part)?.supply === supply;

export const parasiticDrain: Rule = {
  id: ID,
  group: 'works',
  asks: 'How long until its battery is flat?',
  notAsked: 'nothing of it hangs on a battery',
  acrossJobs: true,
  trail: 'coil',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const capacityAh = supplyFacets(job.supply).storedAh(job.supply);
      if (capacityAh === null) return [];
      const off = keyIsOff(context, job);
      // What this job takes for itself: its coils, and its sensors and boards with their electronics.
      const takers = [
        ...job.relays.filter(({ spec }) => spec.supply === job.supply.id).map(coilBranch),
        ...context.netlist.parts.flatMap((part) =>
          'signal' in part.spec && job.evidence.signals.includes(part.spec.signal) && takesOf(part, job.supply.id)
            ? [branchId(part.id, SELF)]
            : plays(part, 'board') && fedOf(part)?.supply === job.supply.id && drives(context, job, part.id)
              ? [branchId(part.id, SELF)]
              : // A voltmeter shows what it hangs on by day and by night.
                'measures' in part.spec && part.spec.measures === 'voltage' && part.job === job.job.id && part.spec.supply === job.supply.id
                ? [branchId(part.id, SELF)]
                : [],
        ),
      ];
      const { otherwise, when } = job.job;
      const isAlways = when.op === 'always';
      // What is always on takes its own current day and night, but for what hangs on a feed of the key.
      if (isAlways) takers.push(...job.loads.map(({ id }) => branchId(id, 'load')));
      // Told both ways at once a motor is braked, and nobody leaves it so.
      const isBraked = ({ on }: SolvedState) =>
        otherwise.kind === 'reverse' && meaning(otherwise.when, (signal) => on.has(signal), null).value;
      const isIdle = (state: SolvedState) =>
        state.corner === 'usual' &&
        !state.othersOn &&
        off(state) &&
        (isAlways || (state.lines.every((line) => line === 'off') && !isBraked(state)));
      const { value } = context.worstSettled(job, (state) =>
        isIdle(state) ? takers.reduce((sum, branch) => sum + context.amps(state.solution, branch), 0) : 0,
      );
      const { restDays } = context.design.settings;
      const limit = (USABLE * capacityAh) / (24 * restDays);
      const days = value > 0 ? (USABLE * capacityAh) / (24 * value) : Infinity;
      const rest = isAlways && value > 0 ? 'Always on,' : 'At rest';
      const battery = context.part(batteryId(job.supply.id));
      return judge(ID, {
        severity: 'caution',
        job: job.job.id,
        subject: partSubject(battery),
        value,
        limit,
        unit: 'A',
        title:
          days > 3650
            ? `${rest} it takes ${value < NOTHING_A ? 'nothing' : formatQuantity(value, 'A')} from ${job.supply.name}`
            : `${rest} it takes ${formatQuantity(value, 'A')}: ${job.supply.name} is flat in ${figures(days, 2)} days`,
        detail:
          value > limit
            ? `this project may stand for ${figures(restDays)} days`
            : isAlways
              ? 'day and night, whatever the key does'
              : 'the key off, every load off',
        working: {
          formula: 'I ≤ u · C / (24 h · days)',
          given: [
            {
              symbol: 'C',
              meaning: `capacity of ${job.supply.name}`,
              value: capacityAh,
              unit: 'Ah',
              source: entered(`supplies[${context.design.supplies.indexOf(job.supply)}].capacityAh`),
            },
            { symbol: 'u', meaning: 'of which may be taken', value: USABLE, unit: '', source: commonPractice() },
            { symbol: 'days', meaning: 'it may stand', value: restDays, unit: '', source: entered('settings.restDays') },
          ],
          result: {
            symbol: 'I',
            meaning: isAlways ? 'of what is always on' : 'with the key off and every load off',
            value,
            unit: 'A',
            source: computed('solved over those states'),
          },
          limit: { symbol: 'I', meaning: 'for that long', value: limit, unit: 'A', source: computed('quotient') },
        },
      });
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [...addKey(context.design, job), ...otherRelays(context.design, job, coilFits(context.design, job))]),
};
