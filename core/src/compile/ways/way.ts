import type { Design, Job } from '../../design/schema.ts';
import type { NetlistBuilder } from '../builder.ts';

export interface WayReason {
  /** Field that stands in the way, from the document's root. */
  readonly path: string;
  readonly message: string;
}

/** One way of wiring a job. Adding one is a file with this and a line in the registry. */
export interface Way {
  readonly id: string;
  readonly title: string;
  /** Why it cannot wire this job; empty when it can. */
  refuse(design: Design, job: Job): readonly WayReason[];
  /** Adds the job's parts and wires; called only after an empty `refuse`. */
  wire(builder: NetlistBuilder, design: Design, job: Job): void;
}
