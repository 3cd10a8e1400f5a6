/**
 * A load on the mains, behind a plug fuse or a breaker: the contact in the line, or one in each of two conductors.
 * What must not be is wired too when a person says so (the neutral alone), so that the rules can say why.
 *
 *   line ── fuse ── [cut-out] ── contact ── [thermal fuse] ── load ── [second contact] ── neutral or second hot
 */
import { type Terminal, terminal } from '../../quantity/index.ts';
import { type Design, type Job, breaksOf, loadSupplyOf } from '../../project/index.ts';
import type { When } from '../../document/index.ts';
import { type WayReason, termsOf } from '../drives/drive.ts';
import { chainOf } from '../drives/series.ts';
import type { LoadSide } from '../load-side.ts';
import { isCharged, isMains, relayOf } from '../../kinds/index.ts';
import { energisedWhen, typeOf, unfit } from './shared.ts';
import { type RelayNeed, type Way, relayId } from './way.ts';

export const CUT_OUT = '-cut-out';

/** The clause of the working relay and that of its cut-out, where a contactor of its own is one. */
function clausesOf(job: Job): { working: When; cutOut: When | null } | string {
  const clause = energisedWhen(job);
  const { cutOut } = job;
  if (cutOut.kind !== 'contactor') return { working: clause, cutOut: null };
  const names = (term: When) => (term.op === 'not' ? term.of : term);
  const terms = termsOf(clause);
  const own = terms.filter((term) => {
    const inner = names(term);
    return inner.op === 'signal' && inner.signal === cutOut.signal;
  });
  const rest = terms.filter((term) => !own.includes(term));
  const [first] = rest;
  if (own.length !== 1 || !first) return 'What holds the cut-out in must be said in the clause, beside what calls for heat.';
  return { working: rest.length === 1 ? first : { op: 'and', of: rest }, cutOut: own[0]! };
}

function poles(design: Design, job: Job) {
  return typeOf(design, job).poles;
}

function refuse(design: Design, job: Job, both: boolean): WayReason[] {
  const path = `jobs[${design.jobs.indexOf(job)}]`;
  if (!isMains(loadSupplyOf(design, job)))
    return [{ path: `${path}.supply`, message: 'This is a way for the mains.', about: 'another supply' }];
  const reasons = unfit(design, job, { otherwise: 'off', mains: true });
  if (reasons.length > 0) return reasons;
  if (both !== (breaksOf(design, job) === 'both'))
    return [{ path: `${path}.breaks`, message: both ? 'It breaks one conductor.' : 'It breaks two conductors.', about: 'another supply' }];
  if (both && poles(design, job).length < 2)
    return [{ path: `${path}.device.part`, message: 'To break two conductors needs a relay with two poles.' }];
  if (job.lost === 'on' && poles(design, job)[0]!.resting === null)
    return [{ path: `${path}.device.part`, message: 'To be on when the signal is lost needs a throw that rests closed (NC).' }];
  const clauses = clausesOf(job);
  if (typeof clauses === 'string') return [{ path: `${path}.when`, message: clauses }];
  // The contactor's coil hangs on contacts alone: whatever drives the relay may fail.
  const chain = clauses.cutOut && chainOf(design, termsOf(clauses.cutOut));
  if (typeof chain === 'string') return [{ path: `${path}.cutOut`, message: `The contactor is held in by a contact: ${chain}` }];
  if (job.loads.some(isCharged)) return [{ path: `${path}.loads`, message: 'A battery is not charged from the mains by a relay.' }];
  return [];
}

function relays(design: Design, job: Job, count: number): RelayNeed[] {
  const clauses = clausesOf(job);
  if (typeof clauses === 'string') throw new Error('relays() called on a job that was refused');
  const uses = poles(design, job)
    .slice(0, count)
    .map(({ closing, resting }) => (job.lost === 'on' ? resting! : closing));
  const working = { suffix: '', clause: clauses.working, uses, holdsBy: null };
  if (!clauses.cutOut || job.cutOut.kind !== 'contactor') return [working];
  const type = relayOf(design, job.cutOut.part)!;
  return [working, { suffix: CUT_OUT, clause: clauses.cutOut, uses: [type.poles[0]!.closing], holdsBy: null, type }];
}

function wire(side: LoadSide): void {
  const { design, job } = side;
  const breaks = breaksOf(design, job);
  const type = typeOf(design, job);
  const [first, second] = type.poles;
  const relay = relayId(job);
  const ampere = side.ampere(job.loads);
  const out = (pole: typeof first) => terminal(relay, job.lost === 'on' ? pole!.resting! : pole!.closing);
  let source = side.source([job.loads]);
  if (job.cutOut.kind === 'contactor') {
    const own = relayOf(design, job.cutOut.part)!;
    const id = relayId(job, CUT_OUT);
    source = side.toRelay(source, terminal(id, own.poles[0]!.common), ampere, '-cut-out', own);
    source = side.beyond(source, terminal(id, own.poles[0]!.closing));
  }
  let back: Terminal | undefined;
  if (breaks === 'neutral') back = out(first);
  else {
    source = side.toRelay(source, terminal(relay, first!.common), ampere, '', type);
    source = side.beyond(source, out(first));
    if (breaks === 'both') back = out(second);
  }
  source = side.throughThermalFuse(source, ampere);
  side.lines(job.loads, source, back);
  if (back !== undefined) side.backFrom(terminal(relay, (breaks === 'neutral' ? first! : second!).common), ampere, source.fuseA);
}

export const mainsLine: Way = {
  id: 'mains-line',
  title: 'one contact in a mains conductor',
  refuse: (design, job) => refuse(design, job, false),
  relays: (design, job) => relays(design, job, 1),
  wire,
};

export const mainsBoth: Way = {
  id: 'mains-both',
  title: 'a contact in each of two mains conductors',
  refuse: (design, job) => refuse(design, job, true),
  relays: (design, job) => relays(design, job, 2),
  wire,
};
