/** Marks on findings: which values that nobody entered their numbers stand on. */
import { type WayOfWire, waysOfWires } from '../graph/index.ts';
import { type Assumption, assumptionsOf } from '../project/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import type { Finding, Given, Rule } from './rule.ts';

/** Paths of the document that a wire's length and heat stand on. */
const wirePaths = ({ distances, hotAt }: WayOfWire): string[] => [
  ...distances.map((at) => `distances[${at}].lengthM`),
  `places[${hotAt}].hottestC`,
];

/** Paths that what is solved of a job stands on: its wires, and what feeds them. */
function solvedPaths(context: RuleContext, job: WiredJob, way: ReturnType<typeof waysOfWires>): string[] {
  const supply = `supplies[${context.design.supplies.indexOf(job.supply)}]`;
  return [
    ...['lowestV', 'restV', 'highestV', 'internalOhm'].map((field) => `${supply}.${field}`),
    ...job.evidence.signals.map((id) => `signals[${context.design.signals.findIndex((signal) => signal.id === id)}].ownA`),
    `jobs[${job.at}].fuseLeadM`,
    ...job.wires.flatMap((wire) => wirePaths(way(wire))),
  ];
}

/** What nobody entered of a document, by where it stands, and by the part of a person's own that it is of. */
export interface Assumed {
  readonly byPath: ReadonlyMap<string, Assumption>;
  readonly byPart: ReadonlyMap<string, readonly Assumption[]>;
}
export function assumedIn({ design }: Pick<RuleContext, 'design'>): Assumed {
  const entries = assumptionsOf(design);
  const ofPart = (at: number) => entries.filter(({ path }) => path.startsWith(`parts[${at}].`));
  return {
    byPath: new Map(entries.map((entry) => [entry.path, entry])),
    byPart: new Map(design.parts.map(({ name }, at) => [name, ofPart(at)])),
  };
}

/** What a line's number stands on that nobody entered: of a part, the field that has this very number. */
function assumptionOf({ source, value }: Given, { byPath, byPart }: Assumed): Assumption | undefined {
  if (source.kind === 'entered') return byPath.get(source.path);
  return source.kind === 'part' ? byPart.get(source.part)?.find((entry) => entry.value === value) : undefined;
}
/** A line of working whose source says so where nobody entered it. */
export function markGiven(given: Given, assumed: Assumed): Given {
  const { source } = given;
  if (!assumptionOf(given, assumed) || (source.kind !== 'entered' && source.kind !== 'part')) return given;
  return { ...given, source: { ...source, assumed: true } };
}

/** The findings of a rule, marked. What is solved stands on its job's wires and supply; what is not, on what its working names. */
export function marker(context: RuleContext): (rule: Rule, finding: Finding) => Finding {
  const assumed = assumedIn(context);
  if (assumed.byPath.size === 0) return (_, finding) => finding;
  const way = waysOfWires(context.design, context.netlist);
  const jobs = new Map(context.jobs.map((job) => [job.job.id, job]));
  const solved = new Map<string, readonly string[]>();
  const solvedOf = (id: string): readonly string[] => {
    const job = jobs.get(id);
    if (!job) return [];
    const paths = solved.get(id) ?? [...new Set(solvedPaths(context, job, way))].filter((path) => assumed.byPath.has(path));
    solved.set(id, paths);
    return paths;
  };
  const wires = new Map(context.netlist.wires.map((wire) => [wire.id, wire]));
  return (rule, finding) => {
    const { given, result, limit } = finding.working;
    const wire = finding.subject.kind === 'wire' ? wires.get(finding.subject.id) : undefined;
    const named = [...given, result, limit].flatMap((line) => assumptionOf(line, assumed)?.path ?? []);
    const paths = [...named, ...(wire ? wirePaths(way(wire)) : []), ...(rule.trail ? solvedOf(finding.job) : [])];
    const keys = [...new Set(paths.flatMap((path) => assumed.byPath.get(path)?.key ?? []))];
    if (keys.length === 0) return finding;
    return {
      ...finding,
      assumed: keys,
      working: {
        ...finding.working,
        given: given.map((line) => markGiven(line, assumed)),
        result: markGiven(result, assumed),
        limit: markGiven(limit, assumed),
      },
    };
  };
}
