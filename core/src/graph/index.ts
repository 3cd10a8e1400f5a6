/** The public face of this layer. */
export { applyEdit, applyEdits } from './edits.ts';
export { type CircuitGraph, type Link, graphOf, primitivesOf, usedThrows, walk } from './graph.ts';
export { guardedBy, unguardedFrom } from './guards.ts';
export { type RoomTaken, roomTaken } from './box-room.ts';
export { type Cord, cablesOf, cordsOf, coresOf, hasCable, isEven } from './cords.ts';
export { bundleOf, familyOf, laidOf } from './laid.ts';
export { type Netlist, type Wire, belongsTo, isWhole, type WireRole, type WireSection } from './netlist.ts';
export { groups, partition } from './partition.ts';
export { type LoadedWays, type WayOfWire, loadedWays, waysOfWires } from './ways.ts';
export { INSIDE_M, type OnStrip, type Strip, type StripPosition, stripEnds, stripsOf } from './strips.ts';
