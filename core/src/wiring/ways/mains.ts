/**
 * A load on the mains, behind a plug fuse or a breaker: the contact in the line, or one in each of two conductors.
 * What must not be is wired too when a person says so (the neutral alone), so that the rules can say why.
 *
 *   line ── fuse ── [cut-out] ── contact ── [thermal fuse] ── load ── [second contact] ── [cut-out] ── neutral or second hot
 *
 * Of two conductors a relay of one pole breaks one, and the contactor that ends the heat both; without one it takes two relays.
 */
import { type Terminal, terminal } from '../../quantity/index.ts';
import { type Design, type Job, breaksOf, loadSupplyOf } from '../../project/index.ts';
import type { When } from '../../document/index.ts';
import { type WayReason, termsOf } from '../drives/drive.ts';
import { chainOf } from '../drives/series.ts';
import type { LoadSide } from '../load-side.ts';
import { type Pole, isCharged, isMains, relayOf } from '../../kinds/index.ts';
import { energisedWhen, typeOf, unfit } from './shared.ts';
import { type RelayNeed, type Way, relayId } from './way.ts';

export const CUT_OUT = '-cut-out';
/** A second relay of one pole, for the second conductor. */
const SECOND = '-second';

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
  const contactor = job.cutOut.kind === 'contactor' ? relayOf(design, job.cutOut.part) : undefined;
  if (both && contactor && contactor.poles.length < 2)
    return [{ path: `${path}.cutOut`, message: 'To break two conductors needs a contactor with two poles.' }];
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

/** The contacts of a job in each conductor: of one relay with two poles, of two, or of one where the contactor breaks the other conductor too. */
function contactsOf(design: Design, job: Job, both: boolean): readonly (readonly [suffix: string, pole: Pole])[] {
  const [first, second] = poles(design, job) as [Pole, Pole | undefined];
  if (!both) return [['', first]];
  if (second)
    return [
      ['', first],
      ['', second],
    ];
  return job.cutOut.kind === 'contactor'
    ? [['', first]]
    : [
        ['', first],
        [SECOND, first],
      ];
}

function relays(design: Design, job: Job, both: boolean): RelayNeed[] {
  const clauses = clausesOf(job);
  if (typeof clauses === 'string') throw new Error('relays() called on a job that was refused');
  const contacts = contactsOf(design, job, both);
  const working = [...new Set(contacts.map(([suffix]) => suffix))].map((suffix) => ({
    suffix,
    clause: clauses.working,
    uses: contacts.filter(([own]) => own === suffix).map(([, { closing, resting }]) => (job.lost === 'on' ? resting! : closing)),
    holdsBy: null,
  }));
  if (!clauses.cutOut || job.cutOut.kind !== 'contactor') return working;
  const type = relayOf(design, job.cutOut.part)!;
  const uses = type.poles.slice(0, both ? 2 : 1).map(({ closing }) => closing);
  return [...working, { suffix: CUT_OUT, clause: clauses.cutOut, uses, holdsBy: null, type }];
}

function wire(side: LoadSide): void {
  const { design, job } = side;
  const breaks = breaksOf(design, job);
  const type = typeOf(design, job);
  const [first, second] = contactsOf(design, job, breaks === 'both') as [Contact, Contact | undefined];
  const ampere = side.ampere(job.loads);
  const out = ([suffix, pole]: Contact) => terminal(relayId(job, suffix), job.lost === 'on' ? pole.resting! : pole.closing);
  const into = ([suffix, pole]: Contact) => terminal(relayId(job, suffix), pole.common);
  let source = side.source([job.loads]);
  const contactor = job.cutOut.kind === 'contactor' ? relayOf(design, job.cutOut.part)! : null;
  const cutOut = relayId(job, CUT_OUT);
  if (contactor) {
    source = side.toRelay(source, terminal(cutOut, contactor.poles[0]!.common), ampere, CUT_OUT, contactor);
    source = side.beyond(source, terminal(cutOut, contactor.poles[0]!.closing));
  }
  let back: Terminal | undefined;
  if (breaks === 'neutral') back = out(first);
  else {
    source = side.toRelay(source, into(first), ampere, '', type);
    source = side.beyond(source, out(first));
    if (breaks === 'both') back = second ? out(second) : terminal(cutOut, contactor!.poles[1]!.closing);
  }
  source = side.throughThermalFuse(source, ampere);
  side.lines(job.loads, source, back);
  if (back === undefined) return;
  if (breaks === 'neutral') return side.backFrom(into(first), ampere, source.fuseA);
  const behind = contactor && terminal(cutOut, contactor.poles[1]!.common);
  // Two in one conductor, one behind the other.
  if (second && contactor) side.between(into(second), terminal(cutOut, contactor.poles[1]!.closing), ampere, source.fuseA);
  side.backFrom(behind ?? into(second!), ampere, source.fuseA);
}
type Contact = readonly [suffix: string, pole: Pole];

export const mainsLine: Way = {
  id: 'mains-line',
  title: 'one contact in a mains conductor',
  refuse: (design, job) => refuse(design, job, false),
  relays: (design, job) => relays(design, job, false),
  wire,
};

export const mainsBoth: Way = {
  id: 'mains-both',
  title: 'a contact in each of two mains conductors',
  refuse: (design, job) => refuse(design, job, true),
  relays: (design, job) => relays(design, job, true),
  wire,
};
