/** What a person wired otherwise than the app would, put into a finished netlist. */
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import type { Design, Edit } from '../project/index.ts';
import { plays, kindOf } from '../kinds/index.ts';
import { graphOf, primitivesOf, usedThrows } from './graph.ts';
import type { Netlist } from './netlist.ts';

/** An edit of a job's that no longer fits what is wired: it is not made, and a rule says so. */
export interface DroppedEdit {
  readonly job: string;
  /** Position among the job's edits. */
  readonly at: number;
  readonly edit: Edit;
  /** What it names and the circuit has not. */
  readonly missing: string;
}

export function applyEdits(design: Design, netlist: Netlist): Netlist {
  return design.jobs
    .flatMap(({ id: job, edits }) => edits.map((edit, at) => ({ job, at, edit })))
    .reduce((now, entry) => {
      const missing = whatIsMissing(now, entry.edit);
      return missing === null ? applyEdit(now, entry.edit) : { ...now, dropped: [...now.dropped, { ...entry, missing }] };
    }, netlist);
}

/** What an edit names that is not there; null where all of it is. */
function whatIsMissing(netlist: Netlist, edit: Edit): string | null {
  if (edit.kind === 'no-wire') return netlist.wires.some(({ id }) => id === edit.wire) ? null : 'such wire';
  const part = netlist.parts.find(({ id }) => id === edit.part);
  if (!part) return 'such part';
  // A box or a splice is no way for a current: with it left out everything would be as before.
  if (edit.kind !== 'swap') return primitivesOf(part).branches.length > 0 ? null : `way through ${part.tag}`;
  const pins = kindOf(part).pins(part.spec);
  const pin = [edit.a, edit.b].find((name) => !pins.includes(name));
  if (pin !== undefined) return `pin ${pin} on ${part.tag}`;
  const ends = [edit.a, edit.b].map((name) => terminal(edit.part, name));
  const stays = staying(netlist);
  const moves =
    netlist.wires.some(({ from, to }) => ends.includes(from) || ends.includes(to)) ||
    netlist.joints.some(([x, y]) => (ends.includes(x) || ends.includes(y)) && !stays(x, y));
  return moves ? null : `lead on ${edit.a} or ${edit.b} of ${part.tag}`;
}

/** Whether a joint is inside of a part and stays on its own pins: of a diode in its relay, of a relay on the board of its module. */
function staying(netlist: Netlist): (x: Terminal, y: Terminal) => boolean {
  const inside = new Set(netlist.parts.flatMap(({ id, spec }) => ('inside' in spec && spec.inside ? [id] : [])));
  const inputs = new Set(netlist.parts.flatMap((part) => (plays(part, 'logic input') ? [part.id] : [])));
  const relays = new Set(netlist.parts.flatMap((part) => (plays(part, 'relay') ? [part.id] : [])));
  return (x, y) => {
    const [a, b] = [partOf(x), partOf(y)];
    return inside.has(a) || inside.has(b) || (inputs.has(a) && relays.has(b)) || (inputs.has(b) && relays.has(a));
  };
}

/** The netlist with one edit made that fits it. */
export function applyEdit(netlist: Netlist, edit: Edit): Netlist {
  switch (edit.kind) {
    case 'swap': {
      const [a, b] = [terminal(edit.part, edit.a), terminal(edit.part, edit.b)];
      const stays = staying(netlist);
      const turned = (at: Terminal): Terminal => (at === a ? b : at === b ? a : at);
      return withUses(
        {
          ...netlist,
          wires: netlist.wires.map((wire) => ({ ...wire, from: turned(wire.from), to: turned(wire.to) })),
          joints: netlist.joints.map(([x, y]) => (stays(x, y) ? ([x, y] as const) : ([turned(x), turned(y)] as const))),
        },
        edit.part,
      );
    }
    case 'leave-out':
      return { ...netlist, leftOut: new Set([...netlist.leftOut, edit.part]) };
    case 'bridge':
      return { ...netlist, bridged: new Set([...netlist.bridged, edit.part]) };
    case 'no-wire':
      return { ...netlist, wires: netlist.wires.filter(({ id }) => id !== edit.wire) };
    default:
      return edit satisfies never;
  }
}

/** A relay uses the throws that something is on now. */
function withUses(netlist: Netlist, id: string): Netlist {
  const graph = graphOf(netlist);
  return {
    ...netlist,
    parts: netlist.parts.map((part) =>
      part.id === id && plays(part, 'relay') ? { ...part, spec: { ...part.spec, uses: usedThrows(graph, part) } } : part,
    ),
  };
}
