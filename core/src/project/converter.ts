/** How much a direct-current converter takes for what it gives, by its plate. */
import { stringRatedV, unitRatedA } from './load.ts';
import type { Job } from './schema.ts';

/** Share of what a direct-current converter takes that it gives on (from memory: 88 to 95 % of step-down ones). */
const EFFICIENCY = 0.9;
/** Plates are stepped by this, W. */
const PLATE_STEP_W = 5;

/** What the converter that a job feeds gives of what its plate says that it takes, A at `nominalV`, rounded down to a tenth. */
export const givenOn = ({ loads: [load] }: Job, nominalV: number): number =>
  Math.max(0.1, Math.floor((10 * EFFICIENCY * unitRatedA(load!) * stringRatedV(load!)) / nominalV) / 10);

/** What one must take by its plate to give so many amperes at `nominalV`, W, of a step that plates have. */
export const takesToGive = (ampere: number, nominalV: number): number =>
  PLATE_STEP_W * Math.ceil(Number(((ampere * nominalV) / EFFICIENCY / PLATE_STEP_W).toPrecision(9)));
