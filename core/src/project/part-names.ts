import type { Design } from './schema.ts';

/** Where a document names a part that a person may have typed: as a path of JSON below its root, `[*]` for each of a list and `.*` of a record. */
export const PART_NAMES = [
  'jobs[*].device.part',
  'jobs[*].device.socket',
  'jobs[*].cutOut.part',
  'jobs[*].cooling',
  'jobs[*].ownGuard',
  'jobs[*].holder',
  'jobs[*].controlGuard',
  'jobs[*].controlHolder',
  'jobs[*].helpers.*',
  'jobs[*].wires.*.connector.type',
  'controllers[*].type',
  'places[*].ownBox',
] as const;

/** Ids of all parts that a project names, the shelf's among them. */
export const partsNamed = (design: Design): ReadonlySet<string> =>
  new Set(
    PART_NAMES.flatMap((path) =>
      path
        .replaceAll('[*]', '.*')
        .split('.')
        .reduce<readonly unknown[]>(
          (found, step) =>
            found.flatMap((one) =>
              step === '*' ? Object.values(one as object) : [(one as Record<string, unknown>)[step]].filter((next) => next !== undefined),
            ),
          [design],
        ),
    ) as string[],
  );
