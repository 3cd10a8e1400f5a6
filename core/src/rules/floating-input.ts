import { takeBackEdits } from './nudging.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { branchId, plays } from '../kinds/index.ts';
import { terminal } from '../quantity/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { MOST_FAULT_SIGNALS, evidenceFor, withBroken } from '../analysis/index.ts';
import { partSubject } from './context.ts';
import { unlessBounded } from './bounded.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'floating-input';

/** An input that senses a voltage and hangs in the air reads whatever it likes. */
export const floatingInput: Rule = {
  id: ID,
  group: 'works',
  asks: 'Is every lead of a sensor of volts tied to something?',
  notAsked: unlessBounded('no sensor in it watches a voltage'),
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.evidence.signals.flatMap((id) => {
        const part = context.netlist.parts.find((candidate) => candidate.id === signalPartId(id));
        if (!part || !plays(part, 'sensor') || !part.spec.inCircuit) return [];
        const evidence = evidenceFor(context.evidence, new Set([job.job.id]));
        const { circuit } = evidence;
        const nodes = ['+', '-'].map((pin) => ({ pin, node: circuit.nodeOf(terminal(part.id, pin)) }));
        if (job.evidence.signals.length > MOST_FAULT_SIGNALS) return [];
        // Without what ties the leads to each other inside it: a lead that nothing else ties hangs in the air.
        let asked = 0;
        const adrift: string[][] = [];
        withBroken(evidence, job.evidence, [branchId(part.id, 'self')], (_, { solution }) => {
          asked++;
          const pins = nodes.filter(({ node }) => solution.floating[node]).map(({ pin }) => pin);
          if (pins.length > 0) adrift.push(pins);
        });
        const pins = adrift[0] ?? [];
        return [
          judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(part),
            value: adrift.length,
            limit: 0,
            unit: '',
            title: adrift.length > 0 ? `${part.tag} ${pins.join(' and ')} hangs in the air` : `${part.tag} sees what it watches`,
            detail:
              adrift.length > 0
                ? `${part.name} reads nothing that means anything in ${adrift.length} of ${asked} states`
                : 'both of its leads are tied in every state',
            working: noneAllowed(
              adrift.length,
              'states in which a lead floats',
              computed('solved without the sensor’s own resistance'),
              commonPractice('an input is tied to something in every state'),
            ),
          }),
        ];
      }),
    ),
  nudges: ({ jobs }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap(takeBackEdits),
};
