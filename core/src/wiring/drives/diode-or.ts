/**
 * Either of several feeds, each through a blocking diode so that none feeds another:
 *
 *   feed A ── fuse ── contacts ──▷|──┐
 *   feed B ── fuse ── contacts ──▷|──┴── contacts ── 86 [coil] 85 ── sensor to ground, or ground
 */
import { terminal } from '../../quantity/index.ts';
import type { Design, Job } from '../../project/index.ts';
import type { When } from '../../document/index.ts';
import type { ControlSide, Literal } from '../control-side.ts';
import { type Drive, cannot, termsOf } from './drive.ts';
import { type Chain, chainOf } from './series.ts';
import { isFeed } from '../../kinds/index.ts';

export interface Branches {
  readonly branches: readonly Chain[];
  /** Terms that all branches share. */
  readonly contacts: readonly Literal[];
  readonly grounding: Literal | undefined;
}

/** The clause as branches that meet, or why it is none. */
export function branchesOf(design: Design, clause: When): Branches | string {
  const terms = termsOf(clause);
  const choices = terms.filter((term) => term.op === 'or');
  const [choice] = choices;
  if (choices.length !== 1 || choice?.op !== 'or') return 'Diodes join the branches of one “or”.';
  const common = chainOf(
    design,
    terms.filter((term) => term !== choice),
  );
  if (typeof common === 'string') return common;
  if (common.feed) return 'A feed that all branches share is their source already.';
  const branches: Chain[] = [];
  for (const part of choice.of) {
    const branch = chainOf(design, termsOf(part));
    if (typeof branch === 'string') return branch;
    if (branch.grounding) return 'A sensor to ground has no positive side to put a diode in.';
    branches.push(branch);
  }
  if (!branches.some(({ feed }) => feed)) return 'Nothing is fed that a diode would have to block.';
  return { branches, contacts: common.contacts, grounding: common.grounding };
}

/** Wires the branches up to where they meet: the cathodes. */
export function wireBranches(
  side: ControlSide,
  branches: readonly Chain[],
  suffix: string,
  makeDiode: (at: number) => string,
  coilA: number,
) {
  return branches.map(({ feed, contacts }, at) => {
    let run = side.source(isFeed(feed?.signal) ? feed.signal : undefined);
    run.feeds(coilA);
    for (const contact of contacts) run = run.through(contact, `control-${contact.signal.id}${suffix}-${at + 1}`);
    const diode = makeDiode(at);
    run = run.wire(`control-diode${suffix}-${at + 1}`, terminal(diode, 'A'), 'BU');
    return run.from(terminal(diode, 'K'));
  });
}

function refuse(design: Design, job: Job, clause: When) {
  const found = branchesOf(design, clause);
  return typeof found === 'string' ? cannot(design, job, found) : [];
}

export const diodeOr: Drive = {
  id: 'diode-or',
  title: 'feeds joined at the coil through blocking diodes',
  rank: ({ settings }) => (settings.feedsApart === 'diodes' ? 3 : 7),
  refuse,
  wire(side, { relay, type, suffix, clause }) {
    const found = branchesOf(side.design, clause);
    if (typeof found === 'string') throw new Error('wire() called on a clause that was refused');
    const { builder, number, job } = side;
    const runs = wireBranches(
      side,
      found.branches,
      suffix,
      (at) => side.diode(`${job.id}-feed-diode${suffix}-${at + 1}`, `D${number}.F${at + 1}${suffix.replace('-', '')}`, true),
      side.coilA(type),
    );
    const meet = side.splice(`${job.id}-feeds${suffix}`, `X${number}.F${suffix.replace('-', '')}`);
    for (const { at } of runs) builder.join(at, meet);
    let run = runs[0]!.from(meet);
    for (const contact of found.contacts) run = run.through(contact, `control-${contact.signal.id}${suffix}`);
    run = run.wire(`control-coil${suffix}`, terminal(relay, type.coil[0]), 'BU/WH').from(terminal(relay, type.coil[1]));
    side.toGround(run, { relay, suffix }, found.grounding);
  },
};
