import { commonPractice, computed } from '../reference/source.ts';
import { isKind } from '../parts/registry.ts';
import { terminal } from '../circuit/terminal.ts';
import { signalPartId } from '../compile/shared-parts.ts';
import { partSubject } from './context.ts';
import { judge, type Rule } from './rule.ts';

const ID = 'floating-input';

/** An input that senses a voltage and hangs in the air reads whatever it likes. */
export const floatingInput: Rule = {
  id: ID,
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.evidence.signals.flatMap((id) => {
        const part = context.netlist.parts.find((candidate) => candidate.id === signalPartId(id));
        if (!part || !isKind(part, 'threshold') || part.spec.quantity !== 'voltage') return [];
        const { circuit } = context.evidence;
        const nodes = ['+', '-'].map((pin) => ({ pin, node: circuit.nodeOf(terminal(part.id, pin)) }));
        const adrift = job.evidence.states.filter(({ solution }) => nodes.some(({ node }) => solution.floating[node]));
        const pins = nodes.filter(({ node }) => adrift[0]?.solution.floating[node]).map(({ pin }) => pin);
        const count = (value: number, meaning: string) => ({ symbol: 'n', meaning, value, unit: '' as const, source: computed('every state at every corner') });
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
                ? `${part.name} reads nothing that means anything in ${adrift.length} of ${job.evidence.states.length} states`
                : 'both of its leads are tied in every state',
            working: {
              formula: 'n = 0',
              given: [],
              result: count(adrift.length, 'states in which a lead floats'),
              limit: { ...count(0, 'allowed'), source: commonPractice('an input is tied to something in every state') },
            },
          }),
        ];
      }),
    ),
};
