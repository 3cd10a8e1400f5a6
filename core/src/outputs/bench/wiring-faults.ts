/**
 * Faults that are not one branch: wires on each other's pins, a part of another value, a wire chafed through. Each is
 * the netlist as somebody really left it.
 */
import { terminal } from '../../quantity/index.ts';
import { type Netlist, applyEdit } from '../../graph/index.ts';
import { postsOf } from '../../wiring/index.ts';
import { loadSupplyOf } from '../../project/index.ts';
import { type AnyPart, type FaultKind, isMains, kindOf, plays } from '../../kinds/index.ts';
import type { Evidence } from '../../analysis/index.ts';

export interface WiringFault {
  /** The netlist with the fault in it. */
  readonly wired: Netlist;
}
interface Named extends WiringFault {
  readonly id: string;
  readonly kind: FaultKind;
  readonly words: string;
  readonly subject: { readonly kind: 'part' | 'wire'; readonly id: string };
  readonly weight: number;
}

export function wiringFaults({ design, netlist }: Evidence, jobId: string): Named[] {
  const job = design.jobs.find(({ id }) => id === jobId)!;
  const onMains = isMains(loadSupplyOf(design, job));
  const found: Named[] = [];
  const changed = (part: AnyPart, spec: object): Netlist => ({
    ...netlist,
    parts: netlist.parts.map((one) => (one.id === part.id ? ({ ...one, spec: { ...one.spec, ...spec } } as AnyPart) : one)),
  });
  for (const part of netlist.parts) {
    if (!part.jobs.includes(jobId)) continue;
    for (const { key, kind, words, weight, swap, spec, notOnMains } of kindOf(part).misbuilt?.(part) ?? []) {
      if (onMains && notOnMains) continue;
      const wired = swap ? applyEdit(netlist, { kind: 'swap', part: part.id, a: swap[0], b: swap[1] }) : changed(part, spec ?? {});
      found.push({ id: `${part.id}/${key}`, kind, words, subject: { kind: 'part', id: part.id }, weight, wired });
    }
  }
  if (onMains) return found;
  // A wire through to the vehicle's metal takes its fuse with it: what is left to read is the metal, with the fuse out.
  const [, back] = postsOf(loadSupplyOf(design, job));
  const fuse = netlist.parts.find((part) => plays(part, 'overcurrent device') && part.spec.guards === 'load' && part.jobs.includes(jobId));
  for (const wire of netlist.wires) {
    if (!fuse || !wire.jobs.includes(jobId) || wire.role !== 'load' || wire.to === terminal(fuse.id, '1')) continue;
    found.push({
      id: `${wire.id}/chafed`,
      kind: 'short',
      words: `${wire.tag} is chafed through to the return, and ${fuse.tag} has blown`,
      subject: { kind: 'wire', id: wire.id },
      weight: 1,
      wired: { ...netlist, joints: [...netlist.joints, [wire.to, back]], leftOut: new Set([...netlist.leftOut, fuse.id]) },
    });
  }
  return found;
}
