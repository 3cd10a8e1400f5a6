/** Marks on findings: which values that nobody entered their numbers stand on. */
import { type WayOfWire, waysOfWires } from '../graph/index.ts';
import { type Assumption, assumptionsOf } from '../project/index.ts';
import type { Source } from '../reference/index.ts';
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
    `jobs[${job.at}].fuseLeadM`,
    ...job.wires.flatMap((wire) => wirePaths(way(wire))),
  ];
}

function markSource<T extends Source>(source: T, assumed: ReadonlyMap<string, Assumption>): T {
  return source.kind === 'entered' && assumed.has(source.path) ? { ...source, assumed: true } : source;
}
/** A line of working whose source says so where nobody entered it. */
export const markGiven = (given: Given, assumed: ReadonlyMap<string, Assumption>): Given => ({
  ...given,
  source: markSource(given.source, assumed),
});

/** Assumed values of a document by their path. */
export const assumedByPath = ({ design }: Pick<RuleContext, 'design'>): ReadonlyMap<string, Assumption> =>
  new Map(assumptionsOf(design).map((entry) => [entry.path, entry]));

/** The findings of a rule, marked. What is solved stands on its job's wires and supply; what is not, on what its working names. */
export function marker(context: RuleContext): (rule: Rule, finding: Finding) => Finding {
  const assumed = assumedByPath(context);
  if (assumed.size === 0) return (_, finding) => finding;
  const way = waysOfWires(context.design, context.netlist);
  const jobs = new Map(context.jobs.map((job) => [job.job.id, job]));
  const solved = new Map<string, readonly string[]>();
  const solvedOf = (id: string): readonly string[] => {
    const job = jobs.get(id);
    if (!job) return [];
    const paths = solved.get(id) ?? [...new Set(solvedPaths(context, job, way))].filter((path) => assumed.has(path));
    solved.set(id, paths);
    return paths;
  };
  const wires = new Map(context.netlist.wires.map((wire) => [wire.id, wire]));
  return (rule, finding) => {
    const { given, result, limit } = finding.working;
    const wire = finding.subject.kind === 'wire' ? wires.get(finding.subject.id) : undefined;
    const named = [...given, result, limit].flatMap(({ source }) => (source.kind === 'entered' ? [source.path] : []));
    const paths = [...named, ...(wire ? wirePaths(way(wire)) : []), ...(rule.trail ? solvedOf(finding.job) : [])];
    const keys = [...new Set(paths.flatMap((path) => assumed.get(path)?.key ?? []))];
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
