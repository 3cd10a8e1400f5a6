/** Every single fault that a bench looks for, with how often it is met: a weight, common practice of fault finding (from memory). */
import type { Fault } from '../../solve/index.ts';
import { wireBranch } from '../../wiring/index.ts';
import { type BranchId, type FaultKind, branchId, kindOf } from '../../kinds/index.ts';
import { terminal } from '../../quantity/index.ts';
import { BAD_JOINT_OHM } from '../../reference/index.ts';
import type { Evidence } from '../../analysis/index.ts';
import { type WiringFault, wiringFaults } from './wiring-faults.ts';

interface FaultHeader {
  readonly id: string;
  readonly kind: FaultKind;
  readonly words: string;
  /** What to select on the drawing. */
  readonly subject: { readonly kind: 'part' | 'wire'; readonly id: string };
  readonly weight: number;
}
/** One branch that is not as it should be. */
export interface BranchFault extends FaultHeader {
  readonly branch: BranchId;
  readonly fault: Fault;
}
export type SingleFault = BranchFault | (FaultHeader & WiringFault);

/** In a coil's wire only far more shows, Ω. */
const BAD_CONTROL_OHM = 60;

export function singleFaults(evidence: Evidence, jobId: string): SingleFault[] {
  const { netlist } = evidence;
  const faults: SingleFault[] = [];
  for (const wire of netlist.wires) {
    if (!wire.jobs.includes(jobId) || wire.role === 'earth') continue;
    const common = { subject: { kind: 'wire', id: wire.id } as const, branch: wireBranch(wire.id) };
    const back = wire.role === 'return';
    const ground = back ? ', a bad return' : '';
    faults.push({
      ...common,
      id: `${wire.id}/open`,
      kind: 'broken wire',
      words: `${wire.tag} is broken or off${ground}`,
      fault: 'open',
      weight: back ? 3 : 2,
    });
    const control = wire.section.side === 'control';
    faults.push({
      ...common,
      id: `${wire.id}/weak`,
      kind: back ? 'bad return' : 'bad crimp',
      words: `${wire.tag} has a bad crimp${ground}`,
      fault: { extraOhm: control ? BAD_CONTROL_OHM : BAD_JOINT_OHM },
      weight: back ? 2.5 : 1.5,
    });
  }
  const inUse = new Set(netlist.wires.filter(({ jobs }) => jobs.includes(jobId)).flatMap(({ from, to }) => [from, to]));
  for (const part of netlist.parts)
    for (const { key, kind, words, fault, weight, pins } of kindOf(part).faults(part)) {
      // Of a switch for several jobs only the poles that this one uses.
      if (pins ? !pins.some((pin) => inUse.has(terminal(part.id, pin))) : !part.jobs.includes(jobId)) continue;
      faults.push({
        id: `${part.id}/${key}/${typeof fault === 'object' ? 'weak' : fault}`,
        kind,
        words,
        subject: { kind: 'part', id: part.id },
        branch: branchId(part.id, key),
        fault,
        weight,
      });
    }
  return [...faults, ...wiringFaults(evidence, jobId)];
}
