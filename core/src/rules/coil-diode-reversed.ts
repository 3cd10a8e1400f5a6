import { branchId, plays } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { type WiredJob, partSubject } from './context.ts';
import { takeBackEdits } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'coil-diode-reversed';
/** What leaks through a diode that blocks, A. */
const LIMIT_A = 0.001;

/** Across a coil or a load with its band to ground it is a short each time that that is fed. What one may lie across, and where its band belongs. */
const acrossOf = ({ relays, loads }: WiredJob) => [
  ...relays.map(({ id, tag, spec }) => ({ id: `${id}-diode`, of: `coil ${tag}`, plus: spec.type.coil[0] })),
  ...loads.map(({ id, tag, name }) => ({ id: `${id}-diode`, of: `${tag} ${name}`, plus: '+' })),
];

export const coilDiodeReversed: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are the diodes across its coils and loads the right way round?',
  notAsked: 'no diode lies across a coil or a load of it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      acrossOf(job).flatMap(({ id, of, plus }) => {
        const diode = context.netlist.parts.find((part) => part.id === id);
        if (!diode || !plays(diode, 'diode') || context.netlist.leftOut.has(id)) return [];
        const { value } = context.worstAmps(job, branchId(id, 'junction'));
        return [
          judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(diode),
            value,
            limit: LIMIT_A,
            unit: 'A',
            title:
              value > LIMIT_A
                ? `${diode.tag} is the wrong way round: it takes ${formatQuantity(value, 'A')} past ${of}`
                : `${diode.tag} blocks while ${of} is fed`,
            detail: value > LIMIT_A ? `a short each time that it is fed; its band goes to ${plus}` : `its band is on ${plus}`,
            working: {
              formula: 'I_D ≤ 1 mA in every state',
              given: [],
              result: {
                symbol: 'I_D',
                meaning: `largest through ${diode.tag}`,
                value,
                unit: 'A',
                source: computed('solved over every state and corner'),
              },
              limit: { symbol: 'I_D', meaning: 'of a diode that blocks', value: LIMIT_A, unit: 'A', source: commonPractice() },
            },
          }),
        ];
      }),
    ),
  nudges: ({ jobs }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap(takeBackEdits),
};
