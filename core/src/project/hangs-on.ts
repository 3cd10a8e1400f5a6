/** What a job's load and its coil hang on. */
import { signalsOf } from '../document/index.ts';
import { type Supply, isFeed, relayOf } from '../kinds/index.ts';
import type { Design, Job } from './schema.ts';

/** The feed that gives a job its load current, when it is not a supply itself. */
export function feedOf({ signals }: Pick<Design, 'signals'>, job: Job) {
  const signal = signals.find(({ id }) => id === job.supply);
  return isFeed(signal) ? signal : undefined;
}

/** The supply behind a job's load current. */
export function supplyIdOf(design: Pick<Design, 'signals'>, job: Job): string {
  return feedOf(design, job)?.supply ?? job.supply;
}

export const supplyById = (design: Pick<Design, 'supplies'>, id: string): Supply => design.supplies.find((supply) => supply.id === id)!;

/** The supply that a job's coil or input hangs on: that of the feeds in its sentence before any that is chosen for it. */
export const controlSupplyOf = (design: Pick<Design, 'supplies' | 'signals' | 'parts'>, job: Job): Supply =>
  supplyById(design, controlSupplyIdOf(design, job));
export function controlSupplyIdOf(design: Pick<Design, 'signals' | 'parts'>, job: Job): string {
  const usual = job.controlSupply === 'same' ? supplyIdOf(design, job) : job.controlSupply;
  const isModule = job.device.kind === 'relay' && relayOf(design, job.device.part)?.module !== undefined;
  return feedingCoil(design, job.when, isModule) ?? usual;
}

/** The supply of the feeds in a sentence, which give a coil its current, so that it comes back there; null with none of them, with those of several, and of a module, which has a feed of its own. */
export function feedingCoil({ signals }: Pick<Design, 'signals'>, when: Job['when'], isModule: boolean): string | null {
  const named = signalsOf(when);
  const [fed, ...others] = new Set(signals.flatMap((signal) => (isFeed(signal) && named.includes(signal.id) ? [signal.supply] : [])));
  return isModule || fed === undefined || others.length > 0 ? null : fed;
}
