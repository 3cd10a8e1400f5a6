import { branchId, kindOf } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, fromMemory, ofPart } from '../reference/index.ts';
import { everyState, partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'opto-current';
/** Optocouplers fade and differ: what a fresh one needs, times this (from memory). */
const AGEING = 1.5;

/** Current in the input's diode while the relay is meant to be in, at its least, against what switches the driver. */
export const optoCurrent: Rule = {
  id: ID,
  group: 'works',
  asks: 'Gets every optocoupler enough current?',
  notAsked: 'no optocoupler is in it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      context.netlist.parts.flatMap((part) => {
        const diode = part.job === job.job.id ? (kindOf(part).crossing?.(part) ?? null) : null;
        if (!diode) return [];
        const type = diode;
        const meant = job.job.lost === 'on' ? 'off' : 'on';
        const states = everyState(job).filter(({ lines }) => lines.every((line) => line === meant));
        if (states.length === 0) return [];
        const value = Math.min(...states.map(({ solution }) => context.amps(solution, branchId(part.id, diode.branch))));
        const limit = AGEING * type.closesA;
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(part),
            value,
            limit,
            unit: 'A',
            sense: 'at least',
            title: `${diode.words} gets ${formatQuantity(value, 'A')}; ${formatQuantity(limit, 'A')} switches it surely`,
            detail: value < limit ? 'it may work today and not when it is old or warm' : 'enough for an optocoupler that has aged',
            working: {
              formula: 'I_F = (V − V_F)/R ≥ 1.5 · I_on',
              given: [
                { symbol: 'V_F', meaning: 'its diodes', value: type.inputV, unit: 'V', source: ofPart('the input') },
                ...(type.inputOhm > 0
                  ? [{ symbol: 'R', meaning: 'its input resistor', value: type.inputOhm, unit: 'Ω' as const, source: ofPart('the input') }]
                  : []),
                { symbol: 'I_on', meaning: 'from which its driver switches', value: type.closesA, unit: 'A', source: ofPart('the input') },
              ],
              result: {
                symbol: 'I_F',
                meaning: 'least while it is meant to be in',
                value,
                unit: 'A',
                source: computed('solved at every corner'),
              },
              limit: { symbol: '1.5 · I_on', meaning: 'with half as much again for ageing', value: limit, unit: 'A', source: fromMemory() },
            },
          }),
        ];
      }),
    ),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job && job.driverOhm !== 'auto')
      .map(({ at }) => ({
        label: 'Nudge the resistor before the input out',
        patches: [{ path: ['jobs', at, 'driverOhm'], value: 'auto' }],
      })),
};
