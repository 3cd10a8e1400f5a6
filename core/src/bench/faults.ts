/** Every single fault that a bench looks for, with how often it is met: a weight, common practice of fault finding (from memory). */
import type { Fault } from '../circuit/circuit.ts';
import { wireBranch } from '../compile/compile.ts';
import { branchId } from '../parts/kind.ts';
import { contactBranchId } from '../parts/relay.ts';
import { isKind } from '../parts/registry.ts';
import type { Evidence } from '../prove/evidence.ts';

export interface SingleFault {
  readonly id: string;
  readonly words: string;
  /** What to select on the drawing. */
  readonly subject: { readonly kind: 'part' | 'wire'; readonly id: string };
  readonly branch: string;
  readonly fault: Fault;
  readonly weight: number;
}

/** A bad crimp in a load wire, a corroded ground, a tired contact, Ω; in a coil's wire only far more shows. */
const BAD_LOAD_OHM = 0.4;
const BAD_CONTROL_OHM = 60;

export function singleFaults({ netlist }: Evidence, jobId: string): SingleFault[] {
  const faults: SingleFault[] = [];
  const part = (id: string, key: string, words: string, fault: Fault, weight: number, name = '') =>
    faults.push({
      id: `${id}/${key}${name}/${typeof fault === 'object' ? 'weak' : fault}`,
      words,
      subject: { kind: 'part', id },
      branch: branchId(id, key),
      fault,
      weight,
    });
  for (const wire of netlist.wires) {
    if (!wire.jobs.includes(jobId) || wire.role === 'earth') continue;
    const subject = { kind: 'wire', id: wire.id } as const;
    const common = { subject, branch: wireBranch(wire.id) };
    const ground = wire.role === 'return' ? ', a bad return' : '';
    faults.push({
      ...common,
      id: `${wire.id}/open`,
      words: `${wire.tag} is broken or off${ground}`,
      fault: 'open',
      weight: wire.role === 'return' ? 3 : 2,
    });
    const control = wire.leg.startsWith('control');
    faults.push({
      ...common,
      id: `${wire.id}/weak`,
      words: `${wire.tag} has a bad crimp${ground}`,
      fault: { extraOhm: control ? BAD_CONTROL_OHM : BAD_LOAD_OHM },
      weight: wire.role === 'return' ? 2.5 : 1.5,
    });
  }
  for (const one of netlist.parts) {
    if (!one.jobs.includes(jobId)) continue;
    const { id, tag, name } = one;
    if (isKind(one, 'fuse')) {
      part(id, 'link', `${tag} has blown`, 'open', 3);
      part(id, 'link', `${tag} sits loose in its holder`, { extraOhm: BAD_LOAD_OHM }, 1);
    } else if (isKind(one, 'relay')) {
      part(id, 'coil', `coil ${tag} is broken`, 'open', 1);
      for (const pin of one.spec.uses) {
        const branch = contactBranchId(id, pin);
        const subject = { kind: 'part', id } as const;
        faults.push({ id: `${branch}/open`, subject, branch, fault: 'open', words: `contact ${tag} ${pin} does not close`, weight: 1.5 });
        faults.push({ id: `${branch}/closed`, subject, branch, fault: 'closed', words: `contact ${tag} ${pin} is welded`, weight: 1 });
        faults.push({
          id: `${branch}/weak`,
          subject,
          branch,
          fault: { extraOhm: BAD_LOAD_OHM / 2 },
          words: `contact ${tag} ${pin} is burnt`,
          weight: 1.5,
        });
      }
    } else if (isKind(one, 'load')) {
      part(id, 'load', `${tag} ${name} is burnt out`, 'open', 2);
    } else if (isKind(one, 'diode')) {
      part(id, 'junction', `${tag} is shorted`, 'closed', 0.7);
    } else if (isKind(one, 'transistor')) {
      part(id, 'channel', `${tag} does not conduct`, 'open', 1);
      part(id, 'channel', `${tag} is shorted`, 'closed', 1);
    } else if (isKind(one, 'module-input')) {
      part(id, 'driver', `the driver of ${tag} does not conduct`, 'open', 1);
      part(id, 'driver', `the driver of ${tag} is shorted`, 'closed', 0.7);
      part(id, 'input', `the input of ${tag} is broken`, 'open', 1);
    } else if (isKind(one, 'resistor')) {
      part(id, 'wire', `${tag} is broken`, 'open', 0.5);
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
      part(one.id, `pole${pole}`, `${one.name} does not close`, 'open', 1.5);
      part(one.id, `pole${pole}`, `${one.name} does not open`, 'closed', 0.7);
    }
  }
  return faults;
}
