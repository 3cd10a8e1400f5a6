/** Every single fault that a bench looks for, with how often it is met: a weight, common practice of fault finding (from memory). */
import type { Fault } from '../../solve/index.ts';
import { wireBranch } from '../../wiring/index.ts';
import { branchId, contactBranchId, isKind } from '../../kinds/index.ts';
import type { Evidence } from '../../analysis/index.ts';
import { type WiringFault, wiringFaults } from './wiring-faults.ts';

export const FAULT_KINDS = [
  'broken wire',
  'bad crimp',
  'bad return',
  'blown fuse',
  'wrong fuse',
  'contact stuck',
  'contact worn',
  'coil broken',
  'short',
  'swapped pins',
  'wrong part',
  'load burnt out',
  'switch stuck',
  'driver dead',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

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
  readonly branch: string;
  readonly fault: Fault;
}
export type SingleFault = BranchFault | (FaultHeader & WiringFault);

/** A bad crimp in a load wire, a corroded ground, a tired contact, Ω; in a coil's wire only far more shows. */
const BAD_LOAD_OHM = 0.4;
const BAD_CONTROL_OHM = 60;

export function singleFaults(evidence: Evidence, jobId: string): SingleFault[] {
  const { netlist } = evidence;
  const faults: SingleFault[] = [];
  const part = (id: string, key: string, kind: FaultKind, words: string, fault: Fault, weight: number) =>
    faults.push({
      id: `${id}/${key}/${typeof fault === 'object' ? 'weak' : fault}`,
      kind,
      words,
      subject: { kind: 'part', id },
      branch: branchId(id, key),
      fault,
      weight,
    });
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
      fault: { extraOhm: control ? BAD_CONTROL_OHM : BAD_LOAD_OHM },
      weight: back ? 2.5 : 1.5,
    });
  }
  for (const one of netlist.parts) {
    if (!one.jobs.includes(jobId)) continue;
    const { id, tag, name } = one;
    if (isKind(one, 'fuse')) {
      part(id, 'link', 'blown fuse', `${tag} has blown`, 'open', 3);
      part(id, 'link', 'bad crimp', `${tag} sits loose in its holder`, { extraOhm: BAD_LOAD_OHM }, 1);
    } else if (isKind(one, 'relay')) {
      part(id, 'coil', 'coil broken', `coil ${tag} is broken`, 'open', 1);
      for (const pin of one.spec.uses) {
        const branch = contactBranchId(id, pin);
        const common = { subject: { kind: 'part', id } as const, branch };
        faults.push({
          ...common,
          id: `${branch}/open`,
          kind: 'contact stuck',
          fault: 'open',
          words: `contact ${tag} ${pin} does not close`,
          weight: 1.5,
        });
        faults.push({
          ...common,
          id: `${branch}/closed`,
          kind: 'contact stuck',
          fault: 'closed',
          words: `contact ${tag} ${pin} is welded`,
          weight: 1,
        });
        faults.push({
          ...common,
          id: `${branch}/weak`,
          kind: 'contact worn',
          fault: { extraOhm: BAD_LOAD_OHM / 2 },
          words: `contact ${tag} ${pin} is burnt`,
          weight: 1.5,
        });
      }
    } else if (isKind(one, 'load')) {
      part(id, 'load', 'load burnt out', `${tag} ${name} is burnt out`, 'open', 2);
    } else if (isKind(one, 'diode')) {
      part(id, 'junction', 'short', `${tag} is shorted`, 'closed', 0.7);
    } else if (isKind(one, 'transistor')) {
      part(id, 'channel', 'driver dead', `${tag} does not conduct`, 'open', 1);
      part(id, 'channel', 'short', `${tag} is shorted`, 'closed', 1);
    } else if (isKind(one, 'module-input')) {
      part(id, 'driver', 'driver dead', `the driver of ${tag} does not conduct`, 'open', 1);
      part(id, 'driver', 'short', `the driver of ${tag} is shorted`, 'closed', 0.7);
      part(id, 'input', 'driver dead', `the input of ${tag} is broken`, 'open', 1);
    } else if (isKind(one, 'resistor')) {
      part(id, 'wire', 'driver dead', `${tag} is broken`, 'open', 0.5);
    }
  }
  for (const one of netlist.parts) {
    if (!isKind(one, 'switch') && !isKind(one, 'threshold')) continue;
    for (let pole = 1; pole <= one.spec.poles; pole++) {
      const used = netlist.wires.some(
        ({ jobs, from, to }) =>
          jobs.includes(jobId) && [from, to].some((at) => at === `${one.id}.${2 * pole}` || at === `${one.id}.${2 * pole - 1}`),
      );
      if (!used) continue;
      part(one.id, `pole${pole}`, 'switch stuck', `${one.name} does not close`, 'open', 1.5);
      part(one.id, `pole${pole}`, 'switch stuck', `${one.name} does not open`, 'closed', 0.7);
    }
  }
  return [...faults, ...wiringFaults(evidence, jobId)];
}
