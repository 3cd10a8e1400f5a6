import { LOADS, branchId, surgeOf } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { SURGE_SOURCE, commonPractice, computed } from '../reference/index.ts';
import { type RuleContext, type WiredJob, lineOf } from './context.ts';
import { HARMLESS_W } from './fails-closed-no-cutout.ts';
import { opensAt } from './motor-stall.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { fuseRating } from './shared-working.ts';

const ID = 'slow-resistor-blocked';

function check(context: RuleContext, job: WiredJob): Finding[] {
  const { otherwise } = job.job;
  const resistor = context.netlist.parts.find(({ id }) => id === `${job.job.id}-resistor`);
  const [motor] = job.loads.filter((load) => LOADS[load.spec.loadKind].turns);
  if (otherwise.kind !== 'slower' || !resistor || !motor) return [];
  const { least, most } = surgeOf(motor.spec.loadKind);
  const wire = branchId(resistor.id, 'wire');
  const { value: solved } = context.worstAmps(job, wire);
  const together = motor.spec.ohm / job.loads.length;
  // As it is wired nothing may flow there: wired right it is what its plate says.
  const running = solved > 0 ? solved : job.supply.highestV / (together + otherwise.ohm);
  // The same volts over a motor that stands: what drives it is what it and the resistor shared.
  const taking = (times: number) => (running * (together + otherwise.ohm)) / (together / times + otherwise.ohm);
  // As the app reckons a start: the geometric middle.
  const times = Math.sqrt(least * most);
  const blocked = taking(times);
  const watt = blocked * blocked * otherwise.ohm;
  const [fuse] = job.loadFuses;
  // A fuse ends it where it also ends one that takes the least.
  const byFuse = fuse !== undefined && taking(least) >= opensAt(fuse).soon.share * fuse.spec.ratingA;
  const value = Number(otherwise.endsItself) + Number(lineOf(job, motor)?.ownCutOut ?? false) + Number(byFuse);
  const heat = formatQuantity(watt, 'W');
  return [
    judge(ID, {
      severity: watt > HARMLESS_W ? 'danger' : 'caution',
      job: job.job.id,
      subject: { kind: 'part', id: resistor.id, label: resistor.tag },
      value,
      limit: 1,
      unit: '',
      sense: 'at least',
      title:
        value < 1
          ? `If ${motor.tag} is blocked at its slow speed, ${resistor.tag} makes ${heat} in air that stands, and nothing ends it`
          : `If ${motor.tag} is blocked at its slow speed, the heat of ${resistor.tag} ends`,
      detail:
        value < 1
          ? `${formatQuantity(blocked, 'A')} opens no fuse: a resistor with a thermal fuse on it, in the air of the fan and clear of all that burns`
          : otherwise.endsItself
            ? 'it has a thermal fuse on it'
            : byFuse
              ? `${fuse.tag} opens`
              : 'the motor has a cut-out of its own',
      working: {
        formula: 'P = I² · R, I = I_slow · (R_motor + R) / (R_motor / k + R)',
        given: [
          {
            symbol: 'I_slow',
            meaning: `through ${resistor.tag}, turning`,
            value: running,
            unit: 'A',
            source: computed(solved > 0 ? 'solved' : 'by its plate'),
          },
          {
            symbol: 'R',
            meaning: resistor.tag,
            value: otherwise.ohm,
            unit: 'Ω',
            source: { kind: 'entered', path: `jobs[${job.at}].otherwise.ohm` },
          },
          { symbol: 'k', meaning: 'times that a blocked motor takes', value: times, unit: '', source: SURGE_SOURCE },
          { symbol: 'I', meaning: 'blocked', value: blocked, unit: 'A', source: computed('as above') },
          { symbol: 'P', meaning: `heat of ${resistor.tag}, blocked`, value: watt, unit: 'W', source: computed('I² · R') },
          ...(fuse ? [fuseRating(job, fuse)] : []),
        ],
        result: { symbol: 'n', meaning: 'ends of its heat', value, unit: '', source: computed('counted in the job') },
        limit: {
          symbol: 'n',
          meaning: 'at least',
          value: 1,
          unit: '',
          source: commonPractice('a blower’s resistor has a thermal fuse on it'),
        },
      },
    }),
  ];
}

/** A fan that is stuck at its slow speed: the resistor takes most of the volts, and the air that cooled it stands. */
export const slowResistorBlocked: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does the heat of a speed resistor end when its motor is blocked?',
  notAsked: 'no motor in it is slowed by a resistor',
  check: (context) => context.jobs.flatMap((job) => check(context, job)),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .map(({ at }) => ({
        label: 'Nudge to a resistor with a thermal fuse on it',
        patches: [{ path: ['jobs', at, 'otherwise', 'endsItself'], value: true }],
      })),
};
