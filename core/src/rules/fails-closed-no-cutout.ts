import { CUT_OUT, relayId } from '../wiring/index.ts';
import { loadVolts } from '../analysis/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { LOADS, branchId, isMains } from '../kinds/index.ts';
import { THERMAL_FUSE, commonPractice, computed, standard } from '../reference/index.ts';
import { isWhole } from '../graph/index.ts';
import { type RuleContext, type WiredJob, lineOf, partSubject } from './context.ts';
import { setPointC } from './heat-settings.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { solidContacts } from './solid.ts';

const ID = 'fails-closed-no-cutout';
/** How far above the hottest that is usual where it sits a cut-out opens, K (common practice). */
const ABOVE_K = 50;
/** And above what a controller is set to, K (common practice). */
const MARGIN_K = 10;
/** Below this a heater at extra-low voltage is no source of fire by its power (IEC 62368-1, power source class 2, from memory), W. */
export const HARMLESS_W = 100;

/** What of a job heats and has no end of its own inside. */
const heaters = (job: WiredJob) => job.loads.filter((load) => LOADS[load.spec.loadKind].heats && !lineOf(job, load)?.ownCutOut);

/** Ends that are wired: what the job asks for counts only where it is in the circuit. A contactor is one on the mains alone. */
function ends(context: RuleContext, job: WiredJob): { count: number; words: string } {
  const own = context.netlist.parts.filter(({ id, job: of }) => of === job.job.id && isWhole(context.netlist, id));
  const fuse = own.some(({ id }) => id === `${job.job.id}-thermal-fuse`);
  const contactor = own.some(({ id }) => id === relayId(job.job, CUT_OUT));
  return {
    count: Number(fuse) + Number(contactor),
    words: fuse ? 'a thermal fuse in the line' : 'a contactor that an independent cut-out holds in',
  };
}

function check(context: RuleContext, job: WiredJob): Finding[] {
  if (!job.loads.some(({ spec }) => LOADS[spec.loadKind].heats)) return [];
  const [solid] = solidContacts(context, job);
  const relay = solid?.relay ?? job.contacts[0]?.relay;
  const open = heaters(job);
  const { count, words } = ends(context, job);
  const subject = relay ? partSubject(relay) : partSubject(job.loads[0]!);
  const what = relay ? `When ${relay.tag} ${solid ? 'fails it stays closed' : 'welds'}` : 'When its switch sticks';
  if (solid || isMains(job.supply)) {
    // Heat that ends inside every heater needs no second end.
    const value = open.length === 0 ? Math.max(1, count) : count;
    return [
      judge(ID, {
        severity: 'danger',
        job: job.job.id,
        subject,
        value,
        limit: 1,
        unit: '',
        sense: 'at least',
        title: value === 0 ? `${what}, and nothing else ends the heat` : 'The heat has an end of its own, whatever the relay does',
        detail:
          value === 0
            ? 'a contactor on a thermostat of its own, a thermal fuse, or a heater with a cut-out inside'
            : count > 0
              ? words
              : 'a cut-out inside each heater',
        working: {
          formula: 'n ≥ 1',
          given: [],
          result: {
            symbol: 'n',
            meaning: 'independent cut-outs in the way of the current',
            value,
            unit: '',
            source: computed('counted in the circuit'),
          },
          limit: {
            symbol: 'n',
            meaning: 'needed',
            value: 1,
            unit: '',
            source: commonPractice('solid-state relays fail closed, contacts of metal weld'),
          },
        },
      }),
    ];
  }
  const { circuit } = context.evidence;
  const watt = (id: string) =>
    context.worst(job, ({ solution }) => context.amps(solution, branchId(id, 'load')) * Math.abs(loadVolts(circuit, solution, id))).value;
  const value = count > 0 ? 0 : open.reduce((sum, { id }) => sum + watt(id), 0);
  return [
    judge(ID, {
      severity: 'caution',
      job: job.job.id,
      subject,
      value,
      limit: HARMLESS_W,
      unit: 'W',
      title:
        value > HARMLESS_W
          ? `${what}, ${formatQuantity(value, 'W')} go on heating and nothing ends it`
          : count > 0 || open.length === 0
            ? 'The heat has an end of its own, whatever the relay does'
            : `${formatQuantity(value, 'W')} of heat without an end of its own`,
      detail:
        value > HARMLESS_W
          ? 'a thermal fuse beside it, or a heater with a cut-out inside'
          : count > 0
            ? words
            : open.length === 0
              ? 'a cut-out inside each heater'
              : 'too little to set fire to what it is fixed to, if it lies free',
      working: {
        formula: 'P ≤ 100 W, or an end of its own',
        given: [],
        result: { symbol: 'P', meaning: 'heat that nothing ends', value, unit: 'W', source: computed('solved at the highest supply') },
        limit: {
          symbol: 'P',
          meaning: 'at extra-low voltage',
          value: HARMLESS_W,
          unit: 'W',
          source: standard('IEC 62368-1, power source classes (from memory)'),
        },
      },
    }),
  ];
}

/** Asked of everything that heats: whether anything else can end the heat when what switches it sticks. */
export const failsClosedNoCutout: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can the heat end if the relay sticks?',
  notAsked: 'nothing in it heats',
  // Thicker wire lets a heater have what is on its plate.
  atStake: true,
  check: (context) => context.jobs.flatMap((job) => check(context, job)),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const air = context.design.places.find(({ id }) => id === job.job.loads[0]!.place)!.hottestC;
        const opensAtC = Math.round(Math.max(air + ABOVE_K, setPointC(context, job) + MARGIN_K));
        // Hotter than any thermal fuse it takes a contactor, which somebody has to find a place for.
        if (opensAtC > THERMAL_FUSE.mostC) return [];
        const fuse = { path: ['jobs', job.at, 'cutOut'], value: { kind: 'thermal-fuse', opensAtC } };
        return [
          { label: `Nudge in a thermal fuse of ${context.says(opensAtC, '°C')}`, patches: [fuse] },
          {
            label: `Nudge in a thermal fuse of ${context.says(opensAtC, '°C')} and glass-fibre wire`,
            patches: [fuse, { path: ['jobs', job.at, 'insulation'], value: 'glass' }],
          },
        ];
      }),
};
