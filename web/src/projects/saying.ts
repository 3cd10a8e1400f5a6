/** Reading a sentence and wiring it: fetched when somebody begins to type. */
import { type Design, type Heard, projectOf, withSafeRelay } from '@iron-nudge/core';

export { GALLERY, hear, measuredIn, projectFrom } from '@iron-nudge/core';

/** A design with what was said added as its last job, through a relay that holds; null where something is still to say. */
export function saidIn(heard: Heard, design: Design | null): Design | null {
  const with_ = design ? (heard.add?.(design) ?? null) : projectOf(heard);
  const job = with_?.jobs[with_.jobs.length - 1];
  return with_ && job ? withSafeRelay(with_, job.id) : null;
}
