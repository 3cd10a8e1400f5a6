import { FORMAT_VERSION } from './schema.ts';

type Raw = Record<string, unknown>;
/** Step `n` turns a document of version `n` into one of version `n + 1`. */
const STEPS: Readonly<Record<number, (raw: Raw) => Raw>> = {};

for (let version = 1; version < FORMAT_VERSION; version++)
  if (!STEPS[version]) throw new Error(`No migration from format version ${version}`);

/** Brings a document from `fromVersion` to the present version, one step after another. */
export function migrate(raw: Raw, fromVersion: number): Raw {
  let document = raw;
  for (let version = fromVersion; version < FORMAT_VERSION; version++)
    document = { ...STEPS[version]!(document), formatVersion: version + 1 };
  return document;
}
