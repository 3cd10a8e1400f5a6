/** What a person wired otherwise than the app would, put into a finished netlist. */
import { terminal, type Terminal } from '../circuit/terminal.ts';
import type { Design, Edit } from '../design/schema.ts';
import type { Netlist } from './netlist.ts';

export function applyEdits(design: Design, netlist: Netlist): Netlist {
  return design.jobs.flatMap(({ edits }) => edits).reduce(applyEdit, netlist);
}

/** An edit of what is no longer there changes nothing. */
export function applyEdit(netlist: Netlist, edit: Edit): Netlist {
  switch (edit.kind) {
    case 'swap': {
      const [a, b] = [terminal(edit.part, edit.a), terminal(edit.part, edit.b)];
      const turned = (at: Terminal): Terminal => (at === a ? b : at === b ? a : at);
      return {
        ...netlist,
        wires: netlist.wires.map((wire) => ({ ...wire, from: turned(wire.from), to: turned(wire.to) })),
        joints: netlist.joints.map(([x, y]) => [turned(x), turned(y)] as const),
      };
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
