import { commonPractice, computed, isBlock, standard } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { earthsIn, takeBackEdits } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { type CircuitGraph, walk } from '../graph/index.ts';
import { type AnyPart, isMains, kindOf, plays } from '../kinds/index.ts';
import { type Terminal, partOf, terminal } from '../quantity/index.ts';

const ID = 'earth-missing';

const isScrewedBlock = (part: AnyPart): boolean => plays(part, 'connector') && isBlock(part.spec.type);

/** Over wires, joints and what is screwed alone, through whatever terminals they meet at: what can be pulled apart is no earth. */
function isEarthed(graph: CircuitGraph, metal: Terminal): boolean {
  const { terminals } = walk(graph, [metal], (link) => link.by !== 'part' || isScrewedBlock(link.part));
  return [...terminals].some((at) => {
    const part = graph.part(partOf(at));
    const pin = part && kindOf(part).earthPin;
    return pin !== undefined && at === terminal(partOf(at), pin);
  });
}

/** Asked of mains loads with metal that one can touch: whether metal alone, all the way, leads from it to the earth of a supply. */
export const earthMissing: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Is metal that one can touch led to earth?',
  notAsked: 'it is not on the mains, or no metal of it can be touched',
  check: ({ jobs, netlist, graph }) =>
    jobs.flatMap((job) => {
      const metal = [
        ...job.loads.filter(({ spec }) => spec.metal).map(({ id, tag }) => ({ tag, at: terminal(id, 'PE') })),
        ...netlist.parts.flatMap((part) => {
          const pin = kindOf(part).metal;
          return pin !== undefined && part.jobs.includes(job.job.id)
            ? [{ tag: `${part.tag} ${part.name}`, at: terminal(part.id, pin) }]
            : [];
        }),
      ];
      if (!isMains(job.supply) || metal.length === 0) return [];
      const bare = metal.filter(({ at }) => !isEarthed(graph, at));
      const tags = bare.map(({ tag }) => tag).join(', ');
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value: bare.length,
          limit: 0,
          unit: '',
          title:
            bare.length > 0 ? `The metal of ${tags} has no earth` : `Earth is led through to ${metal.map(({ tag }) => tag).join(', ')}`,
          detail:
            bare.length > 0
              ? 'one chafed wire makes it live, and nothing opens until somebody touches it'
              : 'a fault to its metal opens the fuse or the breaker',
          working: noneAllowed(
            bare.length,
            'loads and boxes of metal with no earth conductor',
            computed('counted in the circuit'),
            bare.length > 0 ? standard('IEC 60364-4-41, 411.3') : commonPractice(),
          ),
        }),
      ];
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [earthsIn(job, ({ earth }) => earth === 'missing'), ...takeBackEdits(job)]),
};
