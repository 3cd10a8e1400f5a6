/** Variants of a job or of a project side by side: what each takes, costs, loses and does when something fails. */
import { type Evidence, MOST_FAULT_SIGNALS, evidenceFor, lineReader, withBroken } from './analysis/index.ts';
import { analyse } from './analyse.ts';
import type { Netlist } from './graph/index.ts';
import { COPPER_G_PER_MM2_M, plays } from './kinds/index.ts';
import { type Change, totalPrice, wireFacts } from './outputs/index.ts';
import { type Design, linesOf, withOnly } from './project/index.ts';
import { ruleContext } from './rules/index.ts';

/** What a welded contact does, tried in every state of its job on a usual day. */
export interface Welded {
  readonly tag: string;
  readonly pin: string;
  /** Load lines that are then on where they are meant off, by name; none where nothing comes of it. */
  readonly on: readonly string[];
}

export interface VariantSide {
  readonly title: string;
  readonly relays: number;
  readonly fuses: number;
  readonly wires: number;
  readonly wireM: number;
  /** Copper of all its wires, g. */
  readonly copperG: number;
  /** In the shelf's invented money, and how many rows have no price in it. */
  readonly price: number;
  readonly unpriced: number;
  /** The largest share of its budget that a load loses on the way: what the finding says; null where none is asked. */
  readonly drop: string | null;
  readonly dangers: readonly string[];
  readonly cautions: readonly string[];
  readonly matching: number;
  readonly states: number;
  /** Why it is not wired. */
  readonly unwired: readonly string[];
  /** What a control wire that falls off does; null where that was not asked. */
  readonly lost: readonly string[];
  /** Null where there are too many signals to try. */
  readonly welded: readonly Welded[] | null;
}

/** A column: these jobs of a design, by themselves, so that what they share with others counts neither for nor against them. */
export interface Variant {
  readonly title: string;
  readonly design: Design;
  readonly jobs: readonly string[];
}

function weldedIn(evidence: Evidence, jobId: string): Welded[] | null {
  const own = evidence.jobs.get(jobId);
  const wired = ruleContext(evidence).jobs.find(({ job }) => job.id === jobId);
  if (!own || !wired) return [];
  if (own.signals.length > MOST_FAULT_SIGNALS) return null;
  const alone = evidenceFor(evidence, new Set([jobId]));
  const read = lineReader(alone, own.job);
  const lines = linesOf(own.job);
  const branches = wired.contacts.map(({ branch }) => branch);
  const found = new Map(branches.map((branch) => [branch, new Set<string>()]));
  withBroken(
    alone,
    own,
    branches,
    (branch, { solution, meant }) => {
      read(solution, wired.supply.restV, meant).forEach(({ state }, at) => {
        if (meant[at] === 'off' && state !== 'off') found.get(branch!)!.add(lines[at]!.name);
      });
    },
    'closed',
  );
  return wired.contacts.map(({ relay, pin, branch }) => ({ tag: relay.tag, pin, on: [...found.get(branch)!] }));
}

export function sideOf({ title, design, jobs }: Variant): VariantSide {
  const kept = new Set(jobs);
  const alone = { ...withOnly(design, kept), statements: [] };
  const { analysis, evidence } = analyse(alone);
  const { netlist, findings } = analysis;
  const relays = netlist.parts.filter((part) => plays(part, 'relay')).length;
  // The breaker of a branch is there whichever is built.
  const fuses = netlist.parts.filter((part) => plays(part, 'overcurrent device') && !part.spec.isThere).length;
  const of = (severity: 'danger' | 'caution') =>
    findings.filter((finding) => finding.severity === severity).map((finding) => finding.title);
  const drops = findings.filter(({ rule }) => rule === 'wire-drop').toSorted((a, b) => b.value / b.limit - a.value / a.limit);
  const welded = jobs.map((job) => weldedIn(evidence, job));
  const { price, unpriced } = totalPrice(analysis.parts, analysis.cuts);
  return {
    title,
    relays,
    fuses,
    wires: netlist.wires.length,
    wireM: netlist.wires.reduce((sum, { lengthM }) => sum + lengthM, 0),
    copperG: netlist.wires.reduce((sum, { lengthM, sizeMm2 }) => sum + lengthM * sizeMm2 * COPPER_G_PER_MM2_M, 0),
    price,
    unpriced,
    drop: drops[0]?.title ?? null,
    dangers: of('danger'),
    cautions: of('caution'),
    matching: analysis.jobs.reduce((sum, { matching }) => sum + matching, 0),
    states: analysis.jobs.reduce((sum, { combinations }) => sum + combinations, 0),
    unwired: analysis.jobs.flatMap(({ unwired }) => unwired),
    lost: findings.filter(({ rule }) => rule === 'signal-lost-wrong-state').map((finding) => finding.title),
    welded: welded.includes(null) ? null : welded.flatMap((list) => list ?? []),
  };
}

/** Wires and parts of a built project that fall away where some jobs are taken out and others put in their place, and what comes in. */
export function swapped(netlist: Netlist, out: ReadonlySet<string>, into: ReadonlySet<string>): Change[] {
  const only = (jobs: readonly string[], own: ReadonlySet<string>) => jobs.length > 0 && jobs.every((job) => own.has(job));
  const changes = (own: ReadonlySet<string>, kind: Change['kind']): Change[] => [
    ...netlist.wires
      .filter(({ jobs }) => only(jobs, own))
      .map((wire): Change => {
        const { size, colour, length, from, to } = wireFacts(wire, netlist);
        return { kind, subject: { kind: 'wire', id: wire.id, label: wire.tag }, words: `${from} to ${to}, ${size} ${colour}, ${length}` };
      }),
    ...netlist.parts
      .filter(({ jobs, tag }) => tag !== '' && only(jobs, own))
      .map(({ id, tag, name }): Change => ({ kind, subject: { kind: 'part', id, label: tag }, words: name })),
  ];
  const gone = new Set([...out].filter((job) => !into.has(job)));
  const come = new Set([...into].filter((job) => !out.has(job)));
  return [...changes(gone, 'gone'), ...changes(come, 'added')];
}
