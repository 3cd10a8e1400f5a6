/**
 * One series chain, switches on the coil's positive side:
 *
 *   feed or battery ── control fuse ── contacts ── 86 [coil] 85 ── sensor to ground, or ground
 *
 * or on its other side, where the house prefers that:
 *
 *   feed or battery ── control fuse ── 86 [coil] 85 ── contacts ── sensor to ground, or ground
 */
import { terminal } from '../../quantity/index.ts';
import type { Design, Job } from '../../project/index.ts';
import type { When } from '../../document/index.ts';
import { type ControlSide, type Literal, isDry, isGrounding, isLiveFeed, literalOf } from '../control-side.ts';
import { type Coil, type Drive, type WayReason, cannot, termsOf } from './drive.ts';
import { isFeed } from '../../kinds/index.ts';

export interface Chain {
  readonly feed: Literal | undefined;
  readonly contacts: readonly Literal[];
  readonly grounding: Literal | undefined;
}

/** Terms as one chain, or why they are none. */
export function chainOf(design: Design, terms: readonly When[]): Chain | string {
  const literals = new Map<string, Literal>();
  for (const term of terms) {
    const literal = literalOf(design, term);
    if (!literal) return 'One coil in series does “and” alone.';
    const known = literals.get(literal.signal.id);
    if (known && known.positive !== literal.positive) return 'A signal cannot be on and off at once.';
    literals.set(literal.signal.id, literal);
  }
  const list = [...literals.values()];
  const odd = list.find((literal) => !isLiveFeed(literal) && !isDry(literal) && !isGrounding(literal));
  if (odd) return `${odd.signal.name} has no contact that does that by itself.`;
  const feeds = list.filter(isLiveFeed);
  const grounding = list.filter(isGrounding);
  if (feeds.length > 1) return 'Two live feeds do not go in series.';
  if (grounding.length > 1) return 'Two switches that end on ground do not go in series.';
  return { feed: feeds[0], contacts: list.filter(isDry), grounding: grounding[0] };
}

function refuse(design: Design, job: Job, clause: When): WayReason[] {
  const chain = chainOf(design, termsOf(clause));
  return typeof chain === 'string' ? cannot(design, job, chain) : [];
}

function wire(side: ControlSide, { relay, type, suffix, clause }: Coil, contactsFirst: boolean): void {
  const chain = chainOf(side.design, termsOf(clause));
  if (typeof chain === 'string') throw new Error('wire() called on a clause that was refused');
  const { feed, contacts, grounding } = chain;
  let run = side.source(isFeed(feed?.signal) ? feed.signal : undefined);
  run.feeds(side.coilA(type));
  const pass = () => {
    for (const contact of contacts) run = run.through(contact, `control-${contact.signal.id}${suffix}`);
  };
  if (contactsFirst) pass();
  run = run.wire(`control-coil${suffix}`, terminal(relay, type.coil[0]), 'BU/WH').from(terminal(relay, type.coil[1]));
  if (!contactsFirst) pass();
  side.toGround(run, { relay, suffix }, grounding);
}

export const series: Drive = {
  id: 'series',
  title: 'contacts in series before the coil',
  rank: ({ settings }) => (settings.coilSide === 'positive' ? 1 : 2),
  refuse,
  wire: (side, coil) => wire(side, coil, true),
};

export const seriesGroundSide: Drive = {
  id: 'series-ground-side',
  title: 'contacts in series between coil and ground',
  rank: ({ settings }) => (settings.coilSide === 'ground' ? 1 : 2),
  refuse(design, job, clause) {
    const reasons = refuse(design, job, clause);
    if (reasons.length > 0) return reasons;
    const chain = chainOf(design, termsOf(clause));
    return typeof chain !== 'string' && chain.contacts.length > 0
      ? []
      : cannot(design, job, 'No contact could go on the coil’s other side.');
  },
  wire: (side, coil) => wire(side, coil, false),
};
