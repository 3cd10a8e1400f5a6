/** Reading a sentence and wiring it: fetched when somebody begins to type. */
import { type Design, type Heard, projectOf, withSafeRelay } from '@iron-nudge/core';

export { GALLERY, hear, measuredIn, projectFrom } from '@iron-nudge/core';

/** A design with what was said, and the first job that it is of; null where something is still to say. A new job has a relay that holds, where the sentence names none. */
export function saidIn(heard: Heard, design: Design | null): { readonly design: Design; readonly job: string } | null {
  const said = design ? (heard.add?.(design) ?? null) : projectOf(heard);
  const added = said?.jobs.filter(({ id }) => !design?.jobs.some((known) => known.id === id)) ?? [];
  // A job that is there may have changed with it: its relay, for one.
  const job = added[0] ?? said?.jobs.find((one) => !design?.jobs.includes(one));
  if (!said || !job) return null;
  const safe = added.reduce((made, { id }, at) => (heard.namesRelay[at] ? made : withSafeRelay(made, id)), said);
  return { design: safe, job: job.id };
}
