/**
 * A relay that holds itself by what it switches:
 *
 *   battery ── control fuse ── set contacts ──┬── reset contacts (closed at rest) ── 86 [coil] 85 ── ground
 *   87 ── hold fuse ──▷|───────────────────────┘
 *
 * The diode keeps the set contacts from feeding the load. Nothing holds after the supply has been away.
 */
import { terminal } from '../../quantity/index.ts';
import { type Design, type Job, loadSupplyOf, usualGuard } from '../../project/index.ts';
import { type When, normalForm } from '../../document/index.ts';
import { isResting } from '../../kinds/index.ts';
import { FUSE_LEAD_M, type Literal } from '../control-side.ts';
import { type Drive, cannot, termsOf } from './drive.ts';
import { type Chain, chainOf } from './series.ts';

interface Hold {
  readonly set: Chain;
  /** Contacts between the meeting point and the coil: the reset ones, and what all must hold besides. */
  readonly through: readonly Literal[];
  readonly grounding: Literal | undefined;
}

function holdOf(design: Design, clause: When): Hold | string {
  const terms = termsOf(clause);
  const held = terms.filter((term) => term.op === 'held');
  const [only] = held;
  if (held.length !== 1 || only?.op !== 'held') return 'Only a clause that is held from one thing to another holds itself.';
  const set = chainOf(design, termsOf(only.set));
  if (typeof set === 'string') return set;
  if (set.feed || set.grounding) return 'It is started by contacts, not by feeds or sensors to ground.';
  const reset = chainOf(design, termsOf(normalForm(only.reset, true)));
  if (typeof reset === 'string') return reset;
  if (reset.feed || reset.grounding) return 'It is stopped by contacts that open.';
  // What else must hold would have to let the hold survive while it is off; only contacts after it would not.
  if (terms.length > 1) return 'Nothing else may stand beside what is held.';
  return { set, through: reset.contacts, grounding: undefined };
}

export const selfHold: Drive = {
  id: 'self-hold',
  title: 'held by its own contact through a diode',
  rank: () => 4,
  refuse(design: Design, job: Job, clause, throwPin) {
    if (throwPin === null || job.device.kind !== 'relay') return cannot(design, job, 'It needs a closing throw of its own.');
    const hold = holdOf(design, clause);
    return typeof hold === 'string' ? cannot(design, job, hold) : [];
  },
  wire(side, { relay, type, suffix, clause }) {
    const hold = holdOf(side.design, clause);
    if (typeof hold === 'string') throw new Error('wire() called on a clause that was refused');
    const { builder, job, number } = side;
    let run = side.source(null);
    const coilA = side.coilA(type);
    run.feeds(coilA);
    for (const contact of hold.set.contacts) run = run.through(contact, `control-${contact.signal.id}${suffix}`, true);
    const meet = side.splice(`${job.id}-hold${suffix}`, `X${number}.H`);
    run = run.wire(`control-set${suffix}`, meet, 'BU');

    const out = type.poles.map(({ closing }) => closing).find((pin) => !isResting(type, pin))!;
    const fuse = `${job.id}-hold-fuse${suffix}`;
    const { place } = job.device;
    const spec = { ratingA: 0, chosen: false, style: usualGuard(loadSupplyOf(side.design, job)), guards: 'control' } as const;
    builder.add({ id: fuse, kind: 'fuse', tag: `F${number}H`, name: 'hold fuse', place, job: job.id, spec });
    const group = builder.group(fuse, 'auto');
    group.ampere += coilA;
    const lead = {
      leg: `control-hold${suffix}`,
      role: 'control',
      side: 'control',
      from: terminal(relay, out),
      to: terminal(fuse, '1'),
    } as const;
    const wire = builder.wire(job, { ...lead, colour: 'BU', lengthM: FUSE_LEAD_M });
    group.wires.push(wire);
    builder.behindLoadFuse(wire);
    const diode = side.diode(`${job.id}-hold-diode${suffix}`, `D${number}.H`, true);
    group.wires.push(
      builder.wire(job, {
        leg: `control-hold-diode${suffix}`,
        role: 'control',
        side: 'control',
        from: terminal(fuse, '2'),
        to: terminal(diode, 'A'),
        colour: 'BU',
        lengthM: FUSE_LEAD_M,
      }),
    );
    builder.join(terminal(diode, 'K'), meet);

    for (const contact of hold.through) run = run.through(contact, `control-${contact.signal.id}${suffix}`, true);
    run = run.wire(`control-coil${suffix}`, terminal(relay, type.coil[0]), 'BU/WH').from(terminal(relay, type.coil[1]));
    side.toGround(run, { relay, suffix }, hold.grounding);
  },
};
