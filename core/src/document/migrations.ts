import { FORMAT_VERSION } from './format.ts';

type Raw = Record<string, unknown>;

const each = (list: unknown, change: (item: Raw) => Raw): unknown =>
  Array.isArray(list) ? list.map((item: unknown) => (typeof item === 'object' && item !== null ? change(item as Raw) : item)) : list;

/** Step `n` turns a document of version `n` into one of version `n + 1`. */
const STEPS: Readonly<Record<number, (raw: Raw) => Raw>> = {
  /** Signals get a usual state and their contacts a rest; jobs get what they do otherwise; statements begin. */
  1: (raw) => ({
    ...raw,
    settings: { ...(raw.settings as Raw), coilSide: 'positive', feedsApart: 'diodes', sharing: 'apart' },
    signals: each(raw.signals, (signal) => ({
      ...signal,
      usual: true,
      ...(signal.nature === 'switch' ? { action: 'maintained', rest: 'open' } : {}),
      ...(signal.nature === 'ground-switch' ? { rest: 'open' } : {}),
    })),
    jobs: each(raw.jobs, (job) => ({ ...job, otherwise: { kind: 'off' }, protection: 'blade', way: 'auto', edits: [] })),
    statements: [],
  }),
  /** The schools, what rules on bundles, starters, filters, standing and wear ask for, sockets and own parts. */
  2: (raw) => {
    const { headroom, ...settings } = raw.settings as Raw;
    return {
      ...raw,
      settings: {
        ...settings,
        headroom:
          typeof headroom !== 'number' || headroom > 1.6 ? 'double' : headroom > 1.22 ? 'plus-25' : headroom > 1.1 ? 'plus-20' : 'match',
        fuseFor: 'wire',
        dropBudget: 'importance',
        feedTaps: 'coil',
        splitCharge: 'voltage',
        strandEnds: 'ferrule',
        wireFamily: 'vehicle',
        sizeFor: 'cost',
        restDays: 14,
        serviceYears: 5,
      },
      distances: each(raw.distances, (distance) => ({ ...distance, bundle: 1 })),
      supplies: each(raw.supplies, (supply) => ({ ...supply, capacityAh: 75, crankA: 0 })),
      signals: each(raw.signals, (signal) => ({
        ...signal,
        ...(signal.nature === 'feed' ? { starter: false, pulsed: false, filtered: false } : {}),
      })),
      jobs: each(raw.jobs, (job) => {
        const device = job.device as Raw | undefined;
        return {
          ...job,
          operationsPerDay: 10,
          fuseLeadM: 0.15,
          ...(device?.kind === 'plug-in-relay' ? { device: { ...device, socket: 'auto' } } : {}),
        };
      }),
      parts: [],
    };
  },
  /** A relay is any that switches, not only one that is plugged in; supplies are of several kinds, and what mains asks for has defaults. */
  3: (raw) => ({
    ...raw,
    jobs: each(raw.jobs, (job) => {
      const device = job.device as Raw | undefined;
      return { ...job, ...(device?.kind === 'plug-in-relay' ? { device: { ...device, kind: 'relay' } } : {}) };
    }),
  }),
  /** There are more kinds of loads, supplies and signals; what there was stays as it is. */
  4: (raw) => raw,
};

for (let version = 1; version < FORMAT_VERSION; version++)
  if (!STEPS[version]) throw new Error(`No migration from format version ${version}`);

/** Brings a document from `fromVersion` to the present version, one step after another. */
export function migrate(raw: Raw, fromVersion: number): Raw {
  let document = raw;
  for (let version = fromVersion; version < FORMAT_VERSION; version++)
    document = { ...STEPS[version]!(document), formatVersion: version + 1 };
  return document;
}
