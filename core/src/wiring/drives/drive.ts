import type { Design, Job } from '../../project/index.ts';
import type { When } from '../../document/index.ts';
import type { RelayType } from '../../kinds/index.ts';
import type { ControlSide } from '../control-side.ts';

export interface WayReason {
  /** Field that stands in the way, from the document's root. */
  readonly path: string;
  readonly message: string;
  /** That it is made for something else altogether says less than what stands in its own way. */
  readonly about?: 'another supply' | 'another sentence' | 'another relay';
}

/** A coil to be driven, and what the drive may need to know of its relay. */
export interface Coil {
  readonly relay: string;
  readonly type: RelayType;
  /** Ends ids and tags of what it adds: empty for a job's first relay. */
  readonly suffix: string;
  /** The clause that the coil is to follow. */
  readonly clause: When;
}

/** One way of making a coil follow a clause. Adding one is a file with this and a line in the registry. */
export interface Drive {
  readonly id: string;
  readonly title: string;
  /** Whether it is made for this device, so that what it refuses is what stands in the way. */
  madeFor?(type: RelayType): boolean;
  /** Whether nothing else drives this device. */
  alone?(type: RelayType): boolean;
  /** Smaller is tried first. */
  rank(design: Design): number;
  /** Why it cannot; empty when it can. `throwPin` is the throw that the load hangs on. */
  refuse(design: Design, job: Job, clause: When, throwPin: string | null): readonly WayReason[];
  wire(side: ControlSide, coil: Coil): void;
}

export const termsOf = (clause: When): readonly When[] => (clause.op === 'and' ? clause.of : [clause]);

export function cannot(design: Design, job: Job, message: string): WayReason[] {
  return [{ path: `jobs[${design.jobs.indexOf(job)}].when`, message }];
}
