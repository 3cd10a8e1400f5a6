/** `nudge <command> FILE.json`: the core on a project file. */
import { readFileSync } from 'node:fs';
import { analyse, assumptionsOf, comparePlaces, orderOfWork, parseDesignText, sizeJob, stateTable, type Design } from '@iron-nudge/core';

const BAD_FILE = 2;

function readProject(file: string): Design {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    return refuse(`${file}: cannot be read (${error instanceof Error ? error.message : String(error)})`);
  }
  const parsed = parseDesignText(text);
  if (parsed.ok) return parsed.design;
  return refuse(parsed.problems.map(({ path, message }) => `${file}: ${path ? `${path}: ` : ''}${message}`).join('\n'));
}

function refuse(message: string): never {
  process.stderr.write(`${message}\n`);
  process.exit(BAD_FILE);
}

/** A project whose findings hold no danger exits with 0, any other with 1. */
function check(file: string): number {
  const design = readProject(file);
  const { findings } = analyse(design).analysis;
  const rows = findings.map(({ rule, severity, job, subject, value, limit, unit, title, detail, accepted }) => ({
    rule,
    severity,
    job,
    subject: subject.label,
    value,
    limit,
    unit,
    message: `${title}: ${detail}`,
    accepted,
  }));
  const assumed = assumptionsOf(design).map(({ path, value, unit }) => ({ path, value, unit }));
  process.stdout.write(`${JSON.stringify({ findings: rows, assumed }, null, 2)}\n`);
  return findings.some(({ severity }) => severity === 'danger') ? 1 : 0;
}

/** Each job's states, meant and found; exits with 1 when any differs or a job is not wired. */
function states(file: string): number {
  const design = readProject(file);
  const { evidence } = analyse(design);
  const jobs = design.jobs.map((job) => {
    const own = evidence.jobs.get(job.id);
    const unwired = evidence.unwired.find((entry) => entry.job === job.id);
    if (!own) return { job: job.id, wired: false, reasons: unwired?.reasons.map(({ message }) => message) ?? [], states: [], changes: [] };
    const { signals, sequential, rows, inTime } = stateTable(evidence, own);
    return {
      job: job.id,
      wired: true,
      reasons: [],
      wiring: evidence.wiring.get(job.id),
      remembers: sequential,
      states: rows.map(({ on, path, meant, found, matches, differsAt }) => ({
        signals: Object.fromEntries(signals.map((id, at) => [id, on[at]])),
        // Where the job remembers: the signals that were on, one set after another, from power-up to here.
        ...(sequential ? { after: path } : {}),
        meant,
        found,
        matches,
        differsAt,
      })),
      // What follows a change of one signal while delays run, until nothing waits any more.
      changes: inTime?.courses ?? [],
    };
  });
  process.stdout.write(`${JSON.stringify({ jobs }, null, 2)}\n`);
  const isAsSaid = ({ wired, states: rows, changes }: (typeof jobs)[number]) =>
    wired && rows.every(({ matches }) => matches) && changes.every(({ does }) => does !== 'otherwise');
  return jobs.every(isAsSaid) ? 0 : 1;
}

/** Each job sized: what was chosen, the runner-up and the reasons; exits with 1 when a job has no answer. */
function size(file: string): number {
  const design = readProject(file);
  const jobs = design.jobs.map(({ id }) => {
    const { order, chosen, runnerUp, runnerUpDiffers, steps, combinations, findings, reasons } = sizeJob(design, id);
    return {
      job: id,
      order,
      combinations,
      chosen,
      runnerUp: runnerUp && { ...runnerUp, differs: runnerUpDiffers },
      rejected: steps.flatMap((step) =>
        step.candidates.filter(({ why }) => why !== '').map(({ name, why }) => ({ step: step.id, candidate: name, why })),
      ),
      places: comparePlaces(design, id).map(({ place, chosen: here, copperG, cost, dropV, dangers, cautions, why }) => ({
        place,
        here,
        copperG,
        cost,
        dropV,
        dangers,
        cautions,
        ...(why ? { why } : {}),
      })),
      findings: findings.filter(({ severity }) => severity !== 'hold'),
      reasons,
    };
  });
  process.stdout.write(`${JSON.stringify({ jobs }, null, 2)}\n`);
  return jobs.every(({ chosen }) => chosen !== null) ? 0 : 1;
}

/** What is cut, bought and done, as the Build stage has it; exits with 1 when a job is not wired. */
function build(file: string): number {
  const design = readProject(file);
  const { analysis, evidence } = analyse(design);
  const { wires, parts, cuts, strips, jobs } = analysis;
  const steps = orderOfWork(evidence, wires);
  process.stdout.write(`${JSON.stringify({ wires, parts, cuts, strips, steps }, null, 2)}\n`);
  return jobs.every(({ unwired }) => unwired.length === 0) ? 0 : 1;
}

const COMMANDS: Readonly<Record<string, (file: string) => number>> = { build, check, size, states };

const [command, file] = process.argv.slice(2);
const run = command === undefined ? undefined : COMMANDS[command];
if (!run || !file) refuse(`Usage: npm run --silent nudge -- ${Object.keys(COMMANDS).join('|')} FILE.json`);
/** Its own failure is told apart from a danger in the project. */
const CRASHED = 3;
try {
  process.exitCode = run(file);
} catch (error) {
  process.stderr.write(
    `${file}: Iron Nudge failed on this project: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exitCode = CRASHED;
}
