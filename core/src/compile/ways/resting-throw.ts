import type { Design, Job } from '../../design/schema.ts';
import { relayById } from '../../parts/shelf.ts';
import type { WayReason } from './way.ts';

/** A load that is on when the signal is lost needs a contact that rests closed. */
export function restingThrowMissing(design: Design, job: Job): WayReason[] {
  if (job.lost === 'off' || relayById(job.device.part)!.pins === 5) return [];
  return [
    {
      path: `jobs[${design.jobs.indexOf(job)}].device.part`,
      message: 'To be on when the signal is lost needs the throw that rests closed (87a): choose a five-pin relay.',
    },
  ];
}
