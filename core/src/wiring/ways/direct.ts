/** No relay: the signals' own current feeds a small load, each feed through a blocking diode where several do. */
import { type Terminal, formatQuantity, terminal } from '../../quantity/index.ts';
import { normalForm, signalsOf } from '../../document/index.ts';
import {
  type Design,
  type Job,
  auxiliariesOf,
  backLeg,
  outLeg,
  stringRatedV,
  supplyById,
  supplyIdOf,
  unitOhm,
} from '../../project/index.ts';
import { POWER_DIODE, isCharged, isFeed } from '../../kinds/index.ts';
import { ControlSide } from '../control-side.ts';
import { branchesOf, wireBranches } from '../drives/diode-or.ts';
import { cannot, termsOf } from '../drives/drive.ts';
import { chainOf } from '../drives/series.ts';
import { type Grounding, groundingTerminal } from '../shared-parts.ts';
import type { Way } from './way.ts';

/** What a contactor's small contact breaks of direct current with a coil behind it, at 60 V and less (DC-13 of IEC 60947-5-1: some 1 to 2 A, from memory), A. */
const SMALL_CONTACT_A = 1;

/** What would give the load its current from another supply than its sentence names. */
function elsewhere(design: Design, job: Job): { readonly field: string; readonly message: string } | null {
  const own = supplyById(design, supplyIdOf(design, job));
  if (job.controlSupply !== 'same' && job.controlSupply !== own.id)
    return { field: 'controlSupply', message: 'Without a relay there is no coil that could hang on another supply.' };
  const feed = signalsOf(job.when)
    .map((id) => design.signals.find((signal) => signal.id === id))
    .filter(isFeed)
    .find(({ supply }) => supply !== own.id);
  return feed
    ? {
        field: 'supply',
        message: `${feed.name} hangs on ${supplyById(design, feed.supply).name}, and without a relay its current is the load’s: the sentence says ${own.name}.`,
      }
    : null;
}

export const direct: Way = {
  id: 'direct',
  title: 'the signals feed the load themselves',
  refuse(design, job) {
    const path = `jobs[${design.jobs.indexOf(job)}]`;
    if (job.device.kind !== 'direct')
      return [{ path: `${path}.device`, message: 'The sentence names a relay.', about: 'another sentence' }];
    if (job.when.op === 'always') return [{ path: `${path}.when`, message: 'Nothing works it.', about: 'another sentence' }];
    if (job.otherwise.kind !== 'off')
      return [{ path: `${path}.otherwise`, message: 'Without a relay nothing happens otherwise.', about: 'another sentence' }];
    if (job.lost === 'on') return [{ path: `${path}.lost`, message: 'Without a relay a lost signal means off.' }];
    if (job.loads.length > 1 || isCharged(job.loads[0]!))
      return [{ path: `${path}.loads`, message: 'Without a relay there is one load line, and it is no battery.' }];
    if (job.ammeter || job.voltmeter)
      return [
        {
          path: `${path}.${job.ammeter ? 'ammeter' : 'voltmeter'}`,
          message: 'Without a relay it has no fuse of its own that a meter could stand behind.',
        },
      ];
    const other = elsewhere(design, job);
    if (other) return [{ path: `${path}.${other.field}`, message: other.message }];
    const [small] = auxiliariesOf(design, job);
    const [load] = job.loads;
    if (small && load && (load.count * stringRatedV(load)) / unitOhm(load) > SMALL_CONTACT_A)
      return [
        {
          path: `${path}.device`,
          message: `${small.name} works coils and pilot lamps, up to ${formatQuantity(SMALL_CONTACT_A, 'A')}: let a relay carry the load.`,
        },
      ];
    const clause = normalForm(job.when);
    const chain = chainOf(design, termsOf(clause));
    if (typeof chain !== 'string') return [];
    const branches = branchesOf(design, clause);
    return typeof branches === 'string' ? cannot(design, job, `${chain} ${branches} Use a relay.`) : [];
  },
  relays: () => [],
  wire(side) {
    const { builder, design, job, number } = side;
    const [load] = job.loads;
    if (!load || isCharged(load)) throw new Error('wire() called on a job that was refused');
    const ampere = side.ampere(job.loads);
    const control = new ControlSide(builder, design, job);
    const clause = normalForm(job.when);
    const chain = chainOf(design, termsOf(clause));
    const joined = typeof chain === 'string' ? branchesOf(design, clause) : null;
    const { pluses, minus, legs } = side.unitsOf(load, 0, ampere);
    let run;
    let grounding;
    if (joined !== null && typeof joined !== 'string') {
      const diode = (at: number) => control.diode(`${job.id}-feed-diode-${at + 1}`, `D${number}.F${at + 1}`, true, POWER_DIODE);
      const runs = wireBranches(control, joined.branches, '', diode, ampere);
      const meet = control.splice(`${job.id}-feeds`, `X${number}.F`);
      for (const { at } of runs) builder.join(at, meet);
      run = runs[0]!.from(meet);
      for (const contact of joined.contacts) run = run.through(contact, `control-${contact.signal.id}`);
      grounding = joined.grounding;
    } else if (typeof chain !== 'string') {
      run = control.source(isFeed(chain.feed?.signal) ? chain.feed.signal : undefined);
      run.feeds(ampere);
      for (const contact of chain.contacts) run = run.through(contact, `control-${contact.signal.id}`);
      grounding = chain.grounding;
    } else throw new Error('wire() called on a job that was refused');
    run.wire(outLeg(load.id), pluses[0]!, 'RD/BK', 'control', 'load');
    if (grounding) {
      const to: Terminal = groundingTerminal(builder, design, grounding.signal as Grounding, side.supply);
      side.run({ leg: backLeg(load.id), role: 'return', from: minus, to, colour: 'BU/BK', ampere, fuseA: 0 });
    } else side.back(load, minus, 0, ampere);
    side.path(load, { at: terminal('', ''), fuseA: 0, fixedDropV: 0, fuseAmpere: 0, legs: [...legs, backLeg(load.id)] }, ampere);
  },
};
