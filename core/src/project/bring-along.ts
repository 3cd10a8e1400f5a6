/** Jobs and sensors whose supply has become one of another voltage: what of them is made for the old one, made for the new. */
import {
  type RelayType,
  type Signal,
  type Supply,
  coilCurrent,
  currentOf,
  feedingOf,
  isCharged,
  type HelperDuty,
  helpersOf,
  powerRelays,
  relayOf,
  suits,
} from '../kinds/index.ts';
import type { Design, Job } from './schema.ts';
import { isSetByHand, ownRange, setToOther } from './load.ts';
import { controlSupplyOf, supplyById } from './hangs-on.ts';
import { loadSupplyOf, protectionOn } from './supply.ts';

/** What is made for a voltage bears a fifth more or less; further off it was made for another one. */
const APART = 0.2;
const isApart = (volt: number, other: number): boolean => Math.abs(volt / other - 1) > APART;
const rounded = (value: number): number => Number(value.toPrecision(3));

type Line = Job['loads'][number];
/** The same watts from the new voltage: what one buys in the place of it. */
function line(load: Line, nominalV: number): Line {
  const { value, unit, ratedV } = load.plate;
  if (isCharged(load) || !isApart(ratedV, nominalV)) return load;
  const range = ownRange(load);
  if (range && nominalV >= range.least && nominalV <= range.most) return load;
  if (isSetByHand(load) && !isApart(load.otherV!, nominalV)) return setToOther(load);
  const times = nominalV / ratedV;
  const scaled = unit === 'A' ? rounded(value / times) : unit === 'Ω' ? rounded(value * times ** 2) : value;
  return { ...load, plate: { unit, value: scaled, ratedV: nominalV } };
}

/** The cheapest relay that is built alike, for a coil of that voltage, whose contact bears what the old one did at its share of the current; none where the shelf has none. */
function relayFor(design: Design, old: RelayType, coil: Supply): RelayType | undefined {
  const coilV = coil.nominalV;
  const least = old.closing.resistiveA * Math.min(1, old.coilV / coilV);
  return powerRelays(design)
    .filter(
      ({ build, coilV: volt, coilFor, poles, solid, closing }) =>
        build === old.build &&
        !solid &&
        volt === coilV &&
        coilCurrent({ coilV: volt, coilFor }) === currentOf(coil) &&
        poles.length === old.poles.length &&
        (poles[0]!.resting === null) === (old.poles[0]!.resting === null) &&
        closing.resistiveA >= least &&
        (old.closing.ac === undefined || closing.ac !== undefined),
    )
    .toSorted((one, other) => one.price - other.price)[0];
}

function job(design: Design, before: Job): Job {
  const supply = loadSupplyOf(design, before);
  const { device, otherwise } = before;
  const type = device.kind === 'relay' ? relayOf(design, device.part) : undefined;
  const coil = controlSupplyOf(design, before);
  const other = type && !type.module && !type.solid && isApart(type.coilV, coil.nominalV) ? relayFor(design, type, coil) : undefined;
  const loads = before.loads.map((load) => line(load, supply.nominalV));
  const otherLoads = otherwise.kind === 'loads' ? otherwise.loads.map((load) => line(load, supply.nominalV)) : null;
  const changed = other !== undefined || loads.some((load, at) => load !== before.loads[at]);
  if (!changed && !otherLoads?.some((load, at) => load !== (otherwise as { loads: Line[] }).loads[at])) return before;
  return {
    ...before,
    loads,
    ...(otherLoads && { otherwise: { kind: 'loads' as const, loads: otherLoads } }),
    ...(other && device.kind === 'relay' && { device: { ...device, part: other.id, socket: 'auto' as const } }),
    protection: protectionOn(design, supply, { ...before, loads }),
    fuse: 'auto',
    controlFuse: before.controlFuse === 'none' ? 'none' : 'auto',
    helpers: helpersFor(design, before, coil.nominalV),
  };
}

/** Helper relays of a person's own that have a coil for that voltage, and the shelf's in the place of the rest. */
const helpersFor = (design: Design, { helpers }: Job, coilV: number): Job['helpers'] => {
  const kept = (duty: HelperDuty) =>
    helpersOf(design, duty).some((type) => type.id === helpers[duty] && type.coilV === coilV) ? helpers[duty] : 'auto';
  return { logic: kept('logic'), timer: kept('timer'), step: kept('step') };
};

/**
 * The project with the jobs on a supply made for its voltage: loads of the same watts, relays with a coil for it, the protection
 * that is usual for it, sensors that the list asks for anew. What goes over to another kind of current is another circuit, and stays as it is.
 */
export function broughtAlong(design: Design, supply: string): Design {
  const on = (one: Job) => loadSupplyOf(design, one).id === supply || controlSupplyOf(design, one).id === supply;
  const jobs = design.jobs.map((one) => (on(one) && fits(design, one) ? job(design, one) : one));
  const signals = design.signals.map((signal) => askedAnew(design, signal, supply));
  const changed = jobs.some((one, at) => one !== design.jobs[at]) || signals.some((one, at) => one !== design.signals[at]);
  return changed ? { ...design, jobs, signals } : design;
}

/** A sensor or a receiver that is printed for another supply than the one that it hangs on now: the list asks for one. */
function askedAnew(design: Design, signal: Signal, supply: string): Signal {
  const feeding = feedingOf(signal);
  if (feeding?.supply !== supply) return signal;
  const by = supplyById(design, supply);
  if (suits(feeding.printed, currentOf(by), by)) return signal;
  return { ...signal, ownSupply: 'asked' } as Signal;
}

/** Whether a job's relay is one for the current of its supply: a contact for the mains is none for a battery. */
function fits(design: Design, one: Job): boolean {
  const type = one.device.kind === 'relay' ? relayOf(design, one.device.part) : undefined;
  const current = currentOf(loadSupplyOf(design, one));
  return !type || (current === 'ac' ? type.closing.ac !== undefined : type.closing.resistiveA > 0);
}

/** Names of the jobs and sensors that bringing them along would change. */
export function leftBehind(design: Design, supply: string): string[] {
  const along = broughtAlong(design, supply);
  const changed = <T extends { readonly name: string }>(before: readonly T[], after: readonly T[]) =>
    before.flatMap((one, at) => (one === after[at] ? [] : [one.name]));
  return [...changed(design.jobs, along.jobs), ...changed(design.signals, along.signals)];
}
