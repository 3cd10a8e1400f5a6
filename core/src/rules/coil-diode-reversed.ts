import { branchId, plays } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { takeBackEdits } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'coil-diode-reversed';
/** What leaks through a diode that blocks, A. */
const LIMIT_A = 0.001;

/** Asked of what lies across a coil: with its band to ground it is a short each time that the coil is fed. */
export const coilDiodeReversed: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are the diodes across its coils the right way round?',
  notAsked: 'no diode lies across a coil of it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.relays.flatMap((relay) => {
        const id = `${relay.id}-diode`;
        const diode = context.netlist.parts.find((part) => part.id === id);
        if (!diode || !plays(diode, 'diode') || context.netlist.leftOut.has(id)) return [];
        const { value } = context.worstAmps(job, branchId(id, 'junction'));
        const [plus] = relay.spec.type.coil;
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
                ? `${diode.tag} is the wrong way round: it takes ${formatQuantity(value, 'A')} past the coil`
                : `${diode.tag} blocks while coil ${relay.tag} is fed`,
            detail: value > LIMIT_A ? `a short each time that the coil is fed; its band goes to ${plus}` : `its band is on ${plus}`,
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
