import { type RelayType, hasResting, isMains, relayOf } from '../../kinds/index.ts';
import { type Design, type Job, loadSupplyOf } from '../../project/index.ts';
import { type When, normalForm } from '../../document/index.ts';
import type { WayReason } from '../drives/drive.ts';

export function typeOf(design: Design, job: Job): RelayType {
  if (job.device.kind !== 'relay') throw new Error('This job has no relay');
  return relayOf(design, job.device.part)!;
}

/** Reasons that several ways share: the wrong device, what the job does otherwise, the throws that are there. */
export function unfit(
  design: Design,
  job: Job,
  { otherwise, resting = false, mains = false }: { otherwise: Job['otherwise']['kind']; resting?: boolean; mains?: boolean },
): WayReason[] {
  const path = `jobs[${design.jobs.indexOf(job)}]`;
  if (!mains && isMains(loadSupplyOf(design, job)))
    return [
      { path: `${path}.supply`, message: 'On the mains a job switches its loads on and off, and nothing else.', about: 'another supply' },
    ];
  if (job.when.op === 'always') return [{ path: `${path}.when`, message: 'Nothing works it.', about: 'another sentence' }];
  if (job.device.kind === 'direct') return [{ path: `${path}.device`, message: 'This is done with a relay.', about: 'another sentence' }];
  if (job.otherwise.kind !== otherwise)
    return [{ path: `${path}.otherwise`, message: 'The sentence says something else.', about: 'another sentence' }];
  if (resting && !hasResting(typeOf(design, job)))
    return [{ path: `${path}.device.part`, message: 'This needs a throw that rests closed (87a): choose a five-pin relay.' }];
  return [];
}

/** What hangs on a throw that rests closed cannot be told to be on with a lost signal, and the other way about. */
export function needsOff(design: Design, job: Job): WayReason[] {
  return job.lost === 'off'
    ? []
    : [
        {
          path: `jobs[${design.jobs.indexOf(job)}].lost`,
          message: 'With a lost signal the relay rests: say “off”, which means what the sentence calls otherwise.',
        },
      ];
}

/** The clause that the coil follows. */
export function energisedWhen(job: Job): When {
  return normalForm(job.when, job.lost === 'on');
}
