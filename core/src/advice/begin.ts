/** A job that was only said: the first relay of the shelf that its rules find nothing dangerous with. */
import { relayOf } from '../kinds/index.ts';
import { type Design, withOnly } from '../project/index.ts';
import { gatherEvidence } from '../analysis/index.ts';
import { checkEvidence } from '../rules/index.ts';
import { shelfFor } from './size.ts';

/**
 * The design with another relay in the job where the one that it begins with is in danger and another is not; as it
 * was where none helps. Looks at the job alone: what others do to it is found once it is there.
 */
export function withSafeRelay(design: Design, jobId: string): Design {
  const job = design.jobs.find(({ id }) => id === jobId)!;
  const { device } = job;
  if (device.kind !== 'relay') return design;
  const part = relayOf(design, device.part)!;
  const isSafe = (one: Design): boolean =>
    !checkEvidence(gatherEvidence(withOnly(one, new Set([jobId])))).some(({ severity, job: of }) => severity === 'danger' && of === jobId);
  if (isSafe(design)) return design;
  const alike = shelfFor(design, job)
    .filter(({ id, build, coilV }) => id !== part.id && build === part.build && coilV === part.coilV)
    .sort((one, other) => one.price - other.price);
  for (const { id } of alike) {
    const other: Design = {
      ...design,
      jobs: design.jobs.map((one) => (one.id === jobId ? { ...one, device: { ...device, part: id, socket: 'auto' } } : one)),
    };
    if (isSafe(other)) return other;
  }
  return design;
}
