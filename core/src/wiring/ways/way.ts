import type { Design, Job } from '../../project/index.ts';
import type { When } from '../../document/index.ts';
import type { WayReason } from '../drives/drive.ts';
import type { RelayType } from '../../kinds/index.ts';
import type { LoadSide } from '../load-side.ts';

/** A relay that a way needs, and what its coil is to follow. */
export interface RelayNeed {
  /** Ends its ids: empty for the first. */
  readonly suffix: string;
  readonly clause: When;
  /** Throw pins in use. */
  readonly uses: readonly string[];
  /** A closing throw that only the job's own load hangs on, which a self-hold may use; null where there is none. */
  readonly holdsBy: string | null;
  /** A relay other than the sentence's. */
  readonly type?: RelayType;
}

/** One way of arranging contacts and loads. Adding one is a file with this and a line in the registry. */
export interface Way {
  readonly id: string;
  readonly title: string;
  /** Why it cannot wire this job; empty when it can. */
  refuse(design: Design, job: Job): readonly WayReason[];
  /** The relays that it needs; called only after an empty `refuse`. */
  relays(design: Design, job: Job): readonly RelayNeed[];
  /** Adds the load side; the relays are there. */
  wire(side: LoadSide): void;
}

export const relayId = (job: Job, suffix = ''): string => `${job.id}-relay${suffix}`;
