/** What a contact carries against its rating, by kinds of load: several rules ask it. */
import { type LoadKind, branchId, currentOf, throwRating } from '../kinds/index.ts';
import type { Source } from '../reference/index.ts';
import { type PowerContact, type RuleContext, type WiredJob, everyState } from './context.ts';

/** Largest current of each kind of load on a contact, A. */
function currents(context: RuleContext, job: WiredJob, { branch }: PowerContact): Map<LoadKind, number> {
  // What flows through the contact, shared out by kind as the loads that run share it then.
  const kinds = new Map<LoadKind, number>();
  for (const { solution } of everyState(job)) {
    const through = context.amps(solution, branch);
    if (through === 0) continue;
    const running = new Map<LoadKind, number>();
    for (const { id, spec } of job.carried) {
      const ampere = context.amps(solution, branchId(id, 'load'));
      if (ampere > 0) running.set(spec.loadKind, (running.get(spec.loadKind) ?? 0) + ampere);
    }
    const total = [...running.values()].reduce((sum, ampere) => sum + ampere, 0);
    const seen: [LoadKind, number][] =
      total > 0 ? [...running].map(([kind, ampere]) => [kind, (through * ampere) / total]) : [['battery', through]];
    for (const [kind, ampere] of seen) kinds.set(kind, Math.max(kinds.get(kind) ?? 0, ampere));
  }
  return kinds.size > 0 ? kinds : new Map([[job.loads[0]?.spec.loadKind ?? 'battery', 0]]);
}

export interface ContactLoad {
  readonly parts: readonly { readonly kind: LoadKind; readonly ampere: number; readonly rating: { ampere: number; source: Source } }[];
  /** Rating for a resistive load, A. */
  readonly resistive: number;
  /** The one kind that it carries; null for a mixture, which is counted as resistive. */
  readonly only: LoadKind | null;
  /** Carried, and rated for it, A. */
  readonly value: number;
  readonly limit: number;
}

/** Mixed kinds: each counts by the share of its own rating, against the resistive rating. */
export function contactLoad(context: RuleContext, job: WiredJob, contact: PowerContact): ContactLoad {
  const { relay, pin } = contact;
  const { type } = relay.spec;
  const current = currentOf(job.supply);
  const parts = [...currents(context, job, contact)].map(([kind, ampere]) => ({
    kind,
    ampere,
    rating: throwRating(type, pin, kind, current),
  }));
  const resistive = throwRating(type, pin, 'heater', current).ampere;
  const [only] = parts;
  if (parts.length === 1 && only) return { parts, resistive, only: only.kind, value: only.ampere, limit: only.rating.ampere };
  const value = parts.reduce((sum, { ampere, rating }) => sum + (ampere / rating.ampere) * resistive, 0);
  return { parts, resistive, only: null, value, limit: resistive };
}
