/** The public face of this layer. */
export { applyEdit, applyEdits } from './edits.ts';
export { familyOf, laidOf } from './laid.ts';
export { type Netlist, type Wire, type WireRole } from './netlist.ts';
export { INSIDE_M, type OnStrip, type Strip, type StripPosition, stripEnds, stripsOf } from './strips.ts';
