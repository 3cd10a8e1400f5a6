import type { Design } from './schema.ts';

/** Where a document names a part that a person may have typed: the steps from its root, `*` for each of a list. */
export const PART_NAMES = [
  'jobs.*.device.part',
  'jobs.*.device.socket',
  'jobs.*.cutOut.part',
  'jobs.*.cooling',
  'jobs.*.ownGuard',
  'jobs.*.holder',
  'controllers.*.type',
  'places.*.ownBox',
] as const;

/** Ids of all parts that a project names, the shelf's among them. */
export const partsNamed = (design: Design): ReadonlySet<string> =>
  new Set(
    PART_NAMES.flatMap((path) =>
      path
        .split('.')
        .reduce<readonly unknown[]>(
          (found, step) =>
            found.flatMap((one) => (step === '*' ? (one as readonly unknown[]) : ((one as Record<string, unknown>)[step] ?? []))),
          [design],
        ),
    ) as string[],
  );
