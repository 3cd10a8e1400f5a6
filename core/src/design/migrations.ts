import { FORMAT_VERSION } from './schema.ts';

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
