import {
  auxiliaryName,
  isAuxiliary,
  isFeed,
  hasSecondPole,
  jobOf,
  relayOf,
  mayAssist,
  mayFeed,
  outputName,
  switchedBy,
  withAuxiliaryOf,
  withOutputOf,
  type Design,
  type Job,
  type Signal,
} from '@iron-nudge/core';
import type { Option } from '../ui/options.ts';

/** Whether a contact of a job's relay beside those of its load is a pole of that relay, and none that clips on. */
const isByPole = (design: Design, { device }: Job): boolean => device.kind === 'relay' && hasSecondPole(relayOf(design, device.part)!);

/** What another job makes that this one may name: what it switches, which may feed it, and a contact of its contactor or relay beside those of its load, which may work it. */
const MADE = {
  output: {
    is: isFeed,
    may: mayFeed,
    words: (before: Job) => `${outputName(before)}: what its contact switches`,
    into: withOutputOf,
  },
  contact: {
    is: isAuxiliary,
    may: mayAssist,
    words: (before: Job, design: Design) =>
      `${auxiliaryName(before)}: ${isByPole(design, before) ? 'the second pole of its relay' : 'a small one on its contactor'}`,
    into: withAuxiliaryOf,
  },
} as const;
type Made = keyof typeof MADE;
const MADE_IDS = Object.keys(MADE) as Made[];

/** Choices of what other jobs could make and what is no signal of the project yet; `makes` says of which kinds. */
export const choicesFor = (design: Design, job: Job, makes: readonly Made[] = MADE_IDS): Option<string>[] =>
  makes.flatMap((id) => {
    const { is, may, words } = MADE[id];
    const known = new Set(design.signals.filter((signal) => is(signal)).map((signal) => jobOf(signal)));
    return design.jobs
      .filter((before) => !known.has(before.id) && may(design, before, job))
      .map((before) => ({ value: `${id} ${before.id}`, text: words(before, design) }));
  });

/** The design with the signal that a choice makes, and its id; null where the choice is a signal or a supply that is there. */
export function withChosen(design: Design, value: string): { readonly design: Design; readonly id: string } | null {
  const [id, job] = value.split(' ');
  const made = MADE_IDS.find((one) => one === id);
  return made === undefined || job === undefined ? null : MADE[made].into(design, job);
}

/** Whether a job may name a signal: what it switches itself, or what waits for it, it may not. */
export function mayName(design: Design, signal: Signal, job: Job): boolean {
  const before = switchedBy(design, signal);
  return before === undefined || MADE_IDS.some((id) => MADE[id].is(signal) && MADE[id].may(design, before, job));
}
