import type { BranchId } from '../kinds/index.ts';
import type { Terminal } from '../quantity/index.ts';

/** A terminal by its name in a test: `K1.87`, or a node of a made-up circuit. */
export const pin = (written: string): Terminal => written as Terminal;
/** A branch by its name in a test: `K1/coil`, or one of a made-up circuit. */
export const branch = (written: string): BranchId => written as BranchId;
