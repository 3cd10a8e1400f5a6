/** Solid-state relays of a job that carry its load, with the current through each: several rules ask. */
import { type PartPlaying, type SolidType, isMains } from '../kinds/index.ts';
import type { PowerContact, RuleContext, WiredJob } from './context.ts';

export interface SolidContact {
  readonly contact: PowerContact;
  readonly relay: PartPlaying<'relay'>;
  readonly solid: SolidType;
  /** Largest current through it, A. */
  readonly ampere: number;
}

export function solidContacts(context: RuleContext, job: WiredJob): SolidContact[] {
  return job.contacts.flatMap((contact) => {
    const { solid } = contact.relay.spec.type;
    return solid ? [{ contact, relay: contact.relay, solid, ampere: context.worstAmps(job, contact.branch).value }] : [];
  });
}

/** The first contact of metal of a job on the mains: said, so that one sees that it was asked. */
export const metalGaps = (job: WiredJob): readonly PowerContact[] =>
  isMains(job.supply) ? job.contacts.filter(({ relay }) => !relay.spec.type.solid).slice(0, 1) : [];
