/** Edits of what the lists say of single wires and parts; each is one undo. */
import type { Build, Design, WireEdit } from '@iron-nudge/core';

export function withBuild(design: Design, changes: Partial<Build>): Design {
  return { ...design, build: { ...design.build, ...changes } };
}

/** Undefined takes a field back; a wire of which nothing is said has no entry. */
export function withWireEdit(design: Design, wire: string, changes: { readonly [K in keyof WireEdit]?: WireEdit[K] | undefined }): Design {
  const merged = Object.fromEntries(
    Object.entries({ ...design.build.wires[wire], ...changes }).filter(([, value]) => value !== undefined),
  ) as WireEdit;
  const { [wire]: _, ...others } = design.build.wires;
  return withBuild(design, { wires: Object.keys(merged).length > 0 ? { ...others, [wire]: merged } : others });
}

export function withCount(design: Design, list: 'drawer' | 'spares' | 'prices', description: string, count: number | undefined): Design {
  const { [description]: _, ...others } = design.build[list];
  return withBuild(design, { [list]: count === undefined ? others : { ...others, [description]: count } });
}
