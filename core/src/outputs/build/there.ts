/** What of a job is there already, as it was found: it is judged as any, and neither bought nor cut nor mounted. */
import { signalsOf } from '../../document/index.ts';
import type { Wire } from '../../graph/index.ts';
import { type AnyPart, kindOf, plays } from '../../kinds/index.ts';
import type { Design, There } from '../../project/index.ts';

const has = ({ there }: Design['jobs'][number], what: There): boolean => there?.includes(what) === true;

/** Wires of a job's load circuit, where those are there and somebody said how thick: what is guessed is no thing that was found. */
export const wireIsThere = (design: Design, { job, section, sizeChosen }: Wire): boolean =>
  section.side === 'load' && sizeChosen && design.jobs.some((one) => one.id === job && has(one, 'wire'));

/** The relay of a job's load, its load fuse where its rating is said, the switches of its sentence. */
export const partIsThere = (design: Design, part: AnyPart): boolean =>
  design.jobs.some((job) => {
    if (kindOf(part).signalBranches !== undefined && 'signal' in part.spec)
      return has(job, 'switch') && signalsOf(job.when).includes(part.spec.signal);
    if (part.job !== job.id) return false;
    if (plays(part, 'relay')) return has(job, 'relay') && job.device.kind === 'relay' && part.spec.type.id === job.device.part;
    return plays(part, 'overcurrent device') && part.spec.guards === 'load' && part.spec.chosen && has(job, 'fuse');
  });
