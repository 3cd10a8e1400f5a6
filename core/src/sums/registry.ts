import { ampacity } from './ampacity.ts';
import { boxFill } from './box-fill.ts';
import { heatsink } from './heatsink.ts';
import { phaseAngle } from './phase-angle.ts';
import { thermocouple } from './thermocouple.ts';
import { track } from './track.ts';
import { base } from './base.ts';
import { divider } from './divider.ts';
import { awg } from './awg.ts';
import { coil } from './coil.ts';
import { contact } from './contact.ts';
import { drop } from './drop.ts';
import { flat } from './flat.ts';
import { foundWire } from './found-wire.ts';
import { fuse } from './fuse.ts';
import { loads } from './loads.ts';
import { ohm } from './ohm.ts';
import { size } from './size.ts';
import type { Sum } from './sum.ts';
import { surge } from './surge.ts';

export const SUMS: readonly Sum[] = [
  ohm,
  loads,
  drop,
  size,
  ampacity,
  awg,
  foundWire,
  fuse,
  surge,
  coil,
  contact,
  flat,
  base,
  divider,
  boxFill,
  heatsink,
  phaseAngle,
  thermocouple,
  track,
];
