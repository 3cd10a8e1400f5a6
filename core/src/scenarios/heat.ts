/** A temperature controller of a design with all that it heats, as a plant that can be run. */
import { type Design, intentOf, loadSupplyOf, unitOhm } from '../project/index.ts';
import { type SignalOf, levelsOf, loadFacets, thermalCutOutOf } from '../kinds/index.ts';
import { type HeatControl, type HeatPlant, tuned } from './heat-up.ts';

export interface HeatSetup {
  readonly plant: HeatPlant;
  readonly control: HeatControl;
  /** Jobs that heat it. */
  readonly jobs: readonly string[];
  /** Lowest temperature at which a cut-out of theirs opens, °C; null where there is none. */
  readonly cutOutC: number | null;
  readonly swapped: boolean;
}

/** Null where nothing is heated by it. */
export function heatSetup(design: Design, regulator: SignalOf<'regulator'>): HeatSetup | null {
  const jobs = design.jobs.filter(
    (job) => intentOf(design, job).signals.includes(regulator.id) && job.loads.some((load) => loadFacets(load).heats),
  );
  const watt = jobs.reduce((sum, job) => {
    const volt = loadSupplyOf(design, job).restV;
    return sum + job.loads.reduce((own, load) => own + (loadFacets(load).heats ? (load.count * volt ** 2) / unitOhm(load) : 0), 0);
  }, 0);
  if (watt === 0) return null;
  const place = design.places.find(({ id }) => id === regulator.place)!;
  const ambientC = Math.min(20, place.hottestC);
  const { heatJPerK, lossWPerK, lagS, control, setC, cycleS, thermocouple } = regulator;
  const plant = { heatJPerK, lossWPerK, lagS, ambientC, watt };
  const cutOuts = jobs.flatMap(({ cutOut }) => {
    if (cutOut.kind === 'thermal-fuse') return [thermalCutOutOf(design, cutOut).opensAtC];
    if (cutOut.kind === 'none') return [];
    const signal = design.signals.find(({ id }) => id === cutOut.signal);
    const levels = signal && levelsOf(signal);
    return levels?.unit === '°C' ? [levels.opensAt] : [];
  });
  const above = cutOuts.filter((celsius) => celsius > setC);
  return {
    plant,
    control: { control, setC, cycleS, thermocouple, ...tuned(plant, control === 'pid' ? cycleS : 0) },
    jobs: jobs.map(({ id }) => id),
    // One that opens below what is set sits somewhere cooler, and where is not known here.
    cutOutC: above.length > 0 ? Math.min(...above) : null,
    swapped: regulator.polarity === 'swapped',
  };
}
