/**
 * Faults that are not one branch: wires on each other's pins, a part of another value, a wire chafed through. Each is
 * the netlist as somebody really left it.
 */
import { type Terminal, terminal } from '../../quantity/index.ts';
import { type Link, type Netlist, applyEdit, belongsTo, graphOf, walk } from '../../graph/index.ts';
import { postsOf } from '../../wiring/index.ts';
import { controlSupplyOf, loadSupplyOf } from '../../project/index.ts';
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
  const fuse = netlist.parts.find(
    (part) => plays(part, 'overcurrent device') && part.spec.guards === 'load' && belongsTo(netlist, part, jobId),
  );
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
  return [...found, ...chafedControl({ design, netlist }, jobId)];
}

/**
 * A control wire rubbed through. Between the fuse and the coil: to the metal it takes the fuse with it, to something live
 * it is on for good; between the coil and the return it is on for good by the metal.
 */
function chafedControl({ design, netlist }: Pick<Evidence, 'design' | 'netlist'>, jobId: string): Named[] {
  const supply = controlSupplyOf(
    design,
    design.jobs.find(({ id }) => id === jobId)!,
  );
  const fuse = netlist.parts.find(
    (part) => plays(part, 'overcurrent device') && part.spec.guards === 'control' && belongsTo(netlist, part, jobId),
  );
  if (isMains(supply) || !fuse) return [];
  const [out, back] = postsOf(supply);
  const graph = graphOf(netlist);
  // Through wires and contacts, never through a coil, an input or another fuse.
  const metal = (link: Link) => link.by !== 'part' || link.branch.kind === 'switch';
  const [fed, returned] = [terminal(fuse.id, '2'), back].map((from) => walk(graph, [from], metal).wires);
  return netlist.wires.flatMap((wire): Named[] => {
    if (!wire.jobs.includes(jobId) || wire.section.side !== 'control' || wire.section.stretch !== 'run') return [];
    const say = (key: string, words: string, to: Terminal, blown: boolean): Named => ({
      id: `${wire.id}/chafed-${key}`,
      kind: 'control wire chafed',
      subject: { kind: 'wire', id: wire.id },
      weight: 1,
      words: `${wire.tag} is chafed through to ${words}`,
      wired: {
        ...netlist,
        joints: [...netlist.joints, [wire.to, to]],
        ...(blown ? { leftOut: new Set([...netlist.leftOut, fuse.id]) } : {}),
      },
    });
    const [isFed, isReturned] = [fed!.has(wire), returned!.has(wire)];
    if (isFed && !isReturned)
      return [say('metal', `the return, and ${fuse.tag} has blown`, back, true), say('live', 'something live', out, false)];
    return isReturned && !isFed ? [say('metal', 'the return', back, false)] : [];
  });
}
