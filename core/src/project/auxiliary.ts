/** A contact of a job's contactor or relay beside those of its load, which works another job. */
import { mintId } from '../document/index.ts';
import {
  type Load,
  type RelayType,
  type Signal,
  asNature,
  hasSecondPole,
  isAuxiliary,
  powerRelays,
  relayOf,
  takesAuxiliary,
  throwRating,
  withRelay,
} from '../kinds/index.ts';
import { whyNoAuxiliary } from './chains.ts';
import { linesOf } from './intent.ts';
import { supplyById, supplyIdOf } from './hangs-on.ts';
import { fuseMargin, unitRatedA } from './load.ts';
import { ratingsFor } from './supply.ts';
import type { Design, Job } from './schema.ts';

type Of = Pick<Design, 'jobs' | 'signals' | 'supplies' | 'controllers' | 'parts'>;

/** A job with the cheapest plug-in relay with two poles in the place of its own that fits and bears what it switches, and that relay; none where its own has a second contact, or is there already. */
export function withTwoPoles(design: Of, job: Job): { readonly job: Job; readonly relay: RelayType } | undefined {
  const { device, there } = job;
  if (there?.includes('relay')) return undefined;
  const now = device.kind === 'relay' ? relayOf(design, device.part) : undefined;
  if (device.kind !== 'relay' || !now || now.build !== undefined || hasSecondPole(now) || takesAuxiliary(now)) return undefined;
  const supply = supplyById(design, supplyIdOf(design, job));
  const ampereOf = (load: Load) => (load.count * unitRatedA(load) * supply.highestV) / supply.nominalV;
  const sum = (of: (load: Load) => number) => linesOf(job).reduce((total, load) => total + of(load), 0);
  const asked = sum((load) => ampereOf(load) * fuseMargin(load));
  const guardA = typeof job.fuse === 'number' ? job.fuse : (ratingsFor(supply, job.protection).find((rating) => rating >= asked) ?? asked);
  // Its contact bears what flows, and its fuse.
  const bears = (type: RelayType) =>
    guardA <= type.closing.resistiveA && sum((load) => ampereOf(load) / throwRating(type, type.poles[0]!.closing, load.kind).ampere) <= 1;
  const [relay] = powerRelays(design)
    .filter((type) => hasSecondPole(type) && type.coilV === now.coilV && bears(type))
    .toSorted((one, other) => one.price - other.price);
  const instead = relay && { relay, job: { ...job, device: withRelay(design, device, relay.id) } };
  return instead && whyNoAuxiliary(design, instead.job) === null ? instead : undefined;
}
/**
 * The design with a contact of a job's contactor or relay that others may name, and its id; one that is there serves. A plug-in relay
 * with one pole gives way to one with two, where one fits.
 */
export function withAuxiliaryOf(design: Design, of: string): { readonly design: Design; readonly id: string } {
  const job = design.jobs.find(({ id }) => id === of)!;
  const instead = withTwoPoles(design, job)?.job ?? job;
  const jobs = design.jobs.map((one) => (one === job ? instead : one));
  const known = design.signals.find((signal) => isAuxiliary(signal) && signal.ofJob === of);
  if (known) return { design: { ...design, jobs }, id: known.id };
  const id = mintId('signal', design.signals);
  const begun = asNature({ id, name: auxiliaryName(job), place: job.device.place, usual: false }, 'auxiliary', job.supply);
  return { design: { ...design, jobs, signals: [...design.signals, { ...begun, ofJob: of } as Signal] }, id };
}
export const auxiliaryName = ({ name }: Pick<Job, 'name'>): string => `${name} auxiliary contact`.slice(0, 60);
