/** Changes that several rules propose. */
import type { Patch } from '../design/patch.ts';
import type { Edit } from '../design/schema.ts';
import { formatQuantity } from '../quantity/format.ts';
import type { PartOf } from '../parts/registry.ts';
import { POWER_RELAYS, hasResting, isResting, relayById, type RelayType } from '../parts/shelf.ts';
import { BLADE_FUSE_RATINGS } from '../reference/blade-fuses.ts';
import { sizeName } from '../reference/awg.ts';
import { STOCK_SIZES_MM2 } from '../reference/vehicle-ampacity.ts';
import type { WiredJob } from './context.ts';
import type { Nudge } from './rule.ts';

export function fusePatch(job: WiredJob, which: 'fuse' | 'controlFuse', choice: number | 'auto'): Patch {
  return { path: ['jobs', job.at, which], value: choice };
}

/** Every other rating of a fuse that `fits`, the nearest to the present one first. */
export function otherFuses(
  job: WiredJob,
  fuse: PartOf<'fuse'>,
  which: 'fuse' | 'controlFuse',
  fits: (ratingA: number) => boolean,
): Nudge[] {
  const present = fuse.spec.ratingA;
  return BLADE_FUSE_RATINGS.filter((rating) => rating !== present && fits(rating))
    .sort((a, b) => Math.abs(a - present) - Math.abs(b - present))
    .map((rating) => ({ label: `Nudge to a ${formatQuantity(rating, 'A')} fuse`, patches: [fusePatch(job, which, rating)] }));
}

export function sizePatch(job: WiredJob, leg: string, sizeMm2: number | undefined): Patch {
  const { sizeMm2: _, ...rest } = job.job.wires[leg] ?? {};
  if (sizeMm2 !== undefined) return { path: ['jobs', job.at, 'wires', leg], value: { ...rest, sizeMm2 } };
  return { path: ['jobs', job.at, 'wires', leg], value: Object.keys(rest).length > 0 ? rest : undefined };
}

/** Thicker sizes for single legs, the one that adds least copper first. */
export function thickerLegs(job: WiredJob, legs: readonly string[]): Nudge[] {
  const options = legs.flatMap((leg) => {
    const wires = job.wires.filter((wire) => wire.leg === leg);
    const lengthM = wires.reduce((sum, wire) => sum + wire.lengthM, 0);
    const [first] = wires;
    if (!first) return [];
    return STOCK_SIZES_MM2.filter((size) => size > first.sizeMm2).map((size) => ({
      copper: (size - first.sizeMm2) * lengthM,
      nudge: { label: `Nudge ${first.tag} to ${sizeName(size)}`, patches: [sizePatch(job, leg, size)] },
    }));
  });
  return options.sort((a, b) => a.copper - b.copper).map(({ nudge }) => nudge);
}

/** Lets the app choose the fuse and every size of the load side again. */
export function chooseAgain(job: WiredJob): Nudge {
  const legs = Object.keys(job.job.wires).filter((leg) => job.job.wires[leg]?.sizeMm2 !== undefined);
  return {
    label: 'Nudge fuse and wires to chosen sizes',
    patches: [fusePatch(job, 'fuse', 'auto'), fusePatch(job, 'controlFuse', 'auto'), ...legs.map((leg) => sizePatch(job, leg, undefined))],
  };
}

/** Other relays of the shelf that keep the throws in use, the one nearest in rating first. */
export function otherRelays(job: WiredJob, fits: (type: RelayType) => boolean): Nudge[] {
  if (job.job.device.kind !== 'plug-in-relay') return [];
  const present = relayById(job.job.device.part)!;
  const resting = job.contacts.some(({ relay, pin }) => isResting(relay.spec.type, pin));
  const alike = (type: RelayType) =>
    Number(type.poles.length !== present.poles.length) * 2 + Number(hasResting(type) !== hasResting(present));
  return POWER_RELAYS.filter((type) => type.id !== present.id && (!resting || hasResting(type)) && fits(type))
    .sort(
      (a, b) =>
        alike(a) - alike(b) ||
        Math.abs(a.closing.resistiveA - present.closing.resistiveA) - Math.abs(b.closing.resistiveA - present.closing.resistiveA),
    )
    .map((type) => ({ label: `Nudge to a ${type.name}`, patches: [{ path: ['jobs', job.at, 'device', 'part'], value: type.id }] }));
}

/** Takes back what a person wired otherwise, one change at a time and then all. */
export function takeBackEdits({ job, at }: WiredJob): Nudge[] {
  const { edits } = job;
  if (edits.length === 0) return [];
  const one = edits.map((edit, index) => ({
    label: `Nudge back: ${editWords(edit)}`,
    patches: [{ path: ['jobs', at, 'edits', index], value: undefined }],
  }));
  return edits.length === 1
    ? one
    : [...one, { label: 'Nudge all hand-made changes back', patches: [{ path: ['jobs', at, 'edits'], value: [] }] }];
}

export function editWords(edit: Edit): string {
  switch (edit.kind) {
    case 'swap':
      return `${edit.a} and ${edit.b} changed about`;
    case 'leave-out':
      return 'a part left out';
    case 'bridge':
      return 'a wire in a part’s place';
    case 'no-wire':
      return 'a wire left off';
    default:
      return edit satisfies never;
  }
}
