/** The way between two batteries that a job joins: what stands in it, and when it is closed. */
import type { Wire } from '../graph/index.ts';
import { type Design, type Job, intentOf, supplyById } from '../project/index.ts';
import { type Signal, isFeed, levelsOf } from '../kinds/index.ts';
import { bladeFuseOhm, wireOhmPerM } from '../reference/index.ts';
import type { WiredJob } from './context.ts';

/** More signals than these that may stand either way are not tried out. */
const MOST_FREE = 10;

/** What of a job's wires lies between its batteries: the way out, and with a return of wire the link between their minus posts. */
const isBetween = ({ role, section }: Wire): boolean => role === 'load' || (role === 'return' && section.stretch === 'charge');

/** Wires of the way, and its resistances at 20 °C without either battery, Ω. */
export function wayBetween(job: WiredJob) {
  const cable = job.wires.filter(isBetween);
  const wires = cable.reduce((sum, wire) => sum + wireOhmPerM(wire.sizeMm2)! * wire.lengthM, 0);
  const fuses = job.loadFuses.reduce((sum, { spec }) => sum + bladeFuseOhm(spec.ratingA), 0);
  const contacts = job.contacts.reduce((sum, { relay }) => sum + relay.spec.type.contactOhm, 0);
  return { cable, wires, fuses, contacts, ohm: wires + fuses + contacts };
}

/** Whether a job may stand joined before the engine runs: the key on, and the starter turning it over or not. */
export function joinedBeforeCharging(design: Design, job: Job, cranking: boolean): boolean {
  const intent = intentOf(design, job);
  const signals = intent.signals.map((id) => design.signals.find((signal) => signal.id === id)!);
  // Before the engine runs nothing charges: a sensor of a voltage sees what the battery has at rest.
  const known = (signal: Signal): boolean | null => {
    if (isFeed(signal) && signal.starter) return cranking;
    if (isFeed(signal) && signal.keyOn) return true;
    const levels = levelsOf(signal);
    if (!levels || levels.supply === null) return null;
    return supplyById(design, levels.supply).restV >= levels.closesAt;
  };
  const free = signals.filter((signal) => known(signal) === null);
  // Too many to try: it is held to be joined, which is the worse of the two.
  if (free.length > MOST_FREE) return true;
  const combinations = 2 ** free.length;
  for (let bits = 0; bits < combinations; bits++) {
    const on = (id: string) => {
      const signal = signals.find((candidate) => candidate.id === id)!;
      return known(signal) ?? ((bits >> free.indexOf(signal)) & 1) === 1;
    };
    if (intent.step(on, null).lines.some((line) => line === 'on')) return true;
  }
  return false;
}
