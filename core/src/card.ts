/** What a list of projects says of one: how many things are wrong with it, and what it looks like. */
import { analyse, drawJobs } from './analyse.ts';
import { type Sketch, sketchOf } from './outputs/index.ts';
import type { Design } from './project/index.ts';
import { compile } from './wiring/index.ts';

export interface ProjectCard {
  readonly dangers: number;
  /** Without those that somebody accepted. */
  readonly cautions: number;
  /** Of its first job that is wired; null where none is. */
  readonly sketch: Sketch | null;
}

export function cardOf(design: Design): ProjectCard {
  const { analysis } = analyse(design);
  const count = (severity: 'danger' | 'caution') =>
    analysis.findings.filter((finding) => finding.severity === severity && finding.accepted === null).length;
  const wired = analysis.jobs.find(({ unwired }) => unwired.length === 0);
  return {
    dangers: count('danger'),
    cautions: count('caution'),
    sketch: wired ? sketchOf(drawJobs(analysis.netlist, [wired.id])) : null,
  };
}

/** What a job looks like, solved by nobody; null where it cannot be wired. */
export function sketchJob(design: Design, job: string): Sketch | null {
  const { netlist, unwired } = compile(design);
  return unwired.some((one) => one.job === job) ? null : sketchOf(drawJobs(netlist, [job]));
}
