import { isFeed, mayFeed, outputName, switchedBy, type Design, type Job, type Signal } from '@iron-nudge/core';
import type { Option } from '../ui/options.ts';

/** Begins the value of a choice that is what another job switches, and no feed of the project yet. */
const OF_JOB = 'job ';

/** What other jobs switch and nothing names yet, for this job to hang on. */
export const outputsFor = (design: Design, job: Job): Option<string>[] =>
  design.jobs
    .filter((before) => mayFeed(design, before, job) && !design.signals.some((signal) => isFeed(signal) && signal.ofJob === before.id))
    .map((before) => ({ value: `${OF_JOB}${before.id}`, text: `${outputName(before)}: what its contact switches` }));

/** The job whose output a choice is; null where it is a signal or a supply that is there. */
export const outputChosen = (value: string): string | null => (value.startsWith(OF_JOB) ? value.slice(OF_JOB.length) : null);

/** Whether a job may name a signal: what it switches itself, or what waits for it, it may not. */
export function mayName(design: Design, signal: Signal, job: Job): boolean {
  const before = isFeed(signal) ? switchedBy(design, signal) : undefined;
  return before === undefined || mayFeed(design, before, job);
}
