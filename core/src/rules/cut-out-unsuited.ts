import { familyOf, isWhole } from '../graph/index.ts';
import { type When, signalsOf } from '../document/index.ts';
import {
  ITSELF,
  borneAt,
  borneV,
  LOADS,
  type Signal,
  alarmContactOf,
  branchId,
  currentOf,
  feelsHeat,
  heatsTo,
  levelsOf,
  loadFacets,
  plays,
  thermalCutOutOf,
} from '../kinds/index.ts';
import { linesOf } from '../project/index.ts';
import { formatQuantity, terminal } from '../quantity/index.ts';
import { commonPractice, computed, entered, fromMemory, ofPart, wireFamily } from '../reference/index.ts';
import { type RuleContext, type WiredJob, jobSubject, partSubject } from './context.ts';
import { setPointC, turnedOver } from './heat-settings.ts';
import { type Finding, type Nudge, type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'cut-out-unsuited';
/** How far above what is set it opens: less, and it opens in ordinary use (common practice), K. */
const MARGIN_K = 10;
/** How far above it at the most, K or a share of it: further, and nothing ends the heat for long (common practice: well within a quarter). */
const FAR_K = 150;
const FAR_SHARE = 0.25;
const farC = (setC: number): number => setC + Math.max(FAR_K, FAR_SHARE * setC);
/** A cut-out acts at once; what flutters at its level may wait as long (common practice), s. */
const LATE_S = 10;
/** Where a nudge sets it, above what is set, and how far it falls before it closes again, K. */
const CLEAR_K = 30;
const FALLS_K = 20;

/** Where the heat of a job is. */
const heatedPlaces = ({ job }: WiredJob) =>
  new Set(
    linesOf(job)
      .filter((load) => loadFacets(load).heats)
      .map(({ place }) => place),
  );

/** The weakest insulation that ends at what is heated: what a thermal fuse beside it must open below, °C. A sensor may sit in a chamber that no wire is in. */
function weakest(context: RuleContext, job: WiredJob): { celsius: number; title: string } | null {
  const hot = job.loads.filter(({ spec }) => LOADS[spec.loadKind].heats).map(({ id }) => id);
  const ends = new Set(hot.flatMap((id) => [terminal(id, '+'), terminal(id, '-')]));
  const families = job.wires
    .filter(({ from, to }) => ends.has(from) || ends.has(to))
    .map((wire) => wireFamily(familyOf(context.design.settings, wire)));
  const [first, ...rest] = families;
  if (!first) return null;
  const least = rest.reduce((a, b) => (b.insulationC < a.insulationC ? b : a), first);
  return { celsius: least.insulationC, title: least.title };
}

/** Whether what holds a contactor in does so while it is hot. What heats is on in the cold; all else is on when heat operates it. */
const holdsWhenHot = (signal: Signal, when: When): boolean => (heatsTo(signal) === null) !== turnedOver(when, signal.id);

function levelFindings(context: RuleContext, job: WiredJob, opensAtC: number, path: string, bears: ReturnType<typeof weakest>): Finding[] {
  const found: Finding[] = [];
  const subject = jobSubject(job.job);
  const result = { symbol: 'T_open', meaning: 'of the cut-out', value: opensAtC, unit: '°C' as const, source: entered(path) };
  if (bears)
    found.push(
      judge(ID, {
        code: 'above',
        severity: 'danger',
        job: job.job.id,
        subject: { ...subject, id: `${subject.id}/cut-out-above` },
        value: opensAtC,
        limit: bears.celsius,
        unit: '°C',
        title:
          opensAtC > bears.celsius
            ? `The cut-out opens at ${context.says(opensAtC, '°C')}; the wires on the heater bear ${context.says(bears.celsius, '°C')}`
            : `The cut-out opens at ${context.says(opensAtC, '°C')}, before the wires on the heater suffer`,
        detail: opensAtC > bears.celsius ? `${bears.title}: glass-fibre wire on the element, or a cut-out that opens sooner` : bears.title,
        working: {
          formula: 'T_open ≤ T_insulation',
          given: [],
          result,
          limit: { symbol: 'T_insulation', meaning: bears.title, value: bears.celsius, unit: '°C', source: commonPractice() },
        },
      }),
    );
  const set = setPointC(context, job);
  const setGiven = {
    symbol: 'T_set',
    meaning: 'that it heats to',
    value: set,
    unit: '°C' as const,
    source: computed('largest of its set points and levels'),
  };
  // The air where the heat is gets as hot as somebody entered, heated or not.
  const places = heatedPlaces(job);
  const [hottest] = context.design.places.filter(({ id }) => places.has(id)).toSorted((a, b) => b.hottestC - a.hottestC);
  if (!hottest) return found;
  const air = hottest.hottestC;
  const usual = Math.max(set, air);
  const early = opensAtC < usual + MARGIN_K;
  found.push(
    judge(ID, {
      code: 'below',
      severity: 'caution',
      job: job.job.id,
      subject: { ...subject, id: `${subject.id}/cut-out-below` },
      value: opensAtC,
      limit: usual + MARGIN_K,
      unit: '°C',
      sense: 'at least',
      title: early
        ? `The cut-out opens at ${context.says(opensAtC, '°C')}, and ${context.says(usual, '°C')} is ${set >= air ? 'set' : 'the hottest air there'}`
        : `The cut-out opens ${context.says(opensAtC - usual, 'K')} above what is ${set >= air ? 'set' : 'the hottest air there'}`,
      detail: early ? 'it ends the heat in ordinary use, and is bridged by whoever is annoyed' : 'above what is usual there',
      working: {
        formula: 'T_open ≥ T_usual + 10 K',
        given: [
          ...(Number.isFinite(set) ? [setGiven] : []),
          {
            symbol: 'T_air',
            meaning: 'hottest where the heat is',
            value: air,
            unit: '°C',
            source: entered(`places[${context.design.places.indexOf(hottest)}].hottestC`),
          },
        ],
        result,
        limit: { symbol: 'T_usual + 10 K', meaning: 'least', value: usual + MARGIN_K, unit: '°C', source: commonPractice() },
      },
    }),
  );
  if (Number.isFinite(set))
    found.push(
      judge(ID, {
        code: 'far',
        severity: 'caution',
        job: job.job.id,
        subject: { ...subject, id: `${subject.id}/cut-out-far` },
        value: opensAtC,
        limit: farC(set),
        unit: '°C',
        title:
          opensAtC > farC(set)
            ? `The cut-out opens ${context.says(opensAtC - set, 'K')} above what is set: until then nothing ends the heat`
            : `The cut-out opens within ${context.says(farC(set) - set, 'K')} of what is set`,
        detail:
          opensAtC > farC(set)
            ? 'with the relay stuck it burns what stands near before it opens'
            : 'near enough to end a heat that runs away',
        working: {
          formula: 'T_open ≤ T_set + max(150 K, T_set / 4)',
          given: [setGiven],
          result,
          limit: { symbol: 'T_most', meaning: 'most', value: farC(set), unit: '°C', source: commonPractice('well within a quarter above') },
        },
      }),
    );
  return found;
}

function ofThermalFuse(context: RuleContext, job: WiredJob): Finding[] {
  const part = context.netlist.parts.find(({ id }) => id === `${job.job.id}-thermal-fuse`);
  // Of one that is left out or bridged another rule says that there is none.
  if (!plays(part, 'thermal cut-out') || !isWhole(context.netlist, part.id)) return [];
  const { cutOut } = part.spec;
  const { own, ratedA, source } = cutOut;
  const { value } = context.worstAmps(job, branchId(part.id, 'link'));
  const current = currentOf(job.supply);
  const mostV = current === 'ac' ? cutOut.acV : cutOut.dcV;
  const volts = { value: borneV(job.supply), unit: 'V' as const };
  const opensAt = own ? `parts[${context.design.parts.findIndex(({ id }) => id === own.id)}].opensAtC` : `jobs[${job.at}].cutOut.opensAtC`;
  const closesItself = cutOut.resets === 'by itself';
  return [
    judge(ID, {
      code: 'current',
      severity: 'danger',
      job: job.job.id,
      subject: partSubject(part),
      value,
      limit: ratedA,
      unit: 'A',
      title:
        value > ratedA
          ? `${part.tag} carries ${formatQuantity(value, 'A')}; ${own ? 'it is' : 'thermal fuses are'} made for ${formatQuantity(ratedA, 'A')}`
          : `${part.tag} carries ${formatQuantity(value, 'A')} of ${formatQuantity(ratedA, 'A')}`,
      detail: value > ratedA ? 'it warms itself and opens, or welds: a contactor of its own ends more' : 'within its rating',
      working: {
        formula: 'I ≤ I_fuse',
        given: [],
        result: { symbol: 'I', meaning: `through ${part.tag}`, value, unit: 'A', source: computed('solved at the highest supply') },
        limit: { symbol: 'I_fuse', meaning: own ? 'on its label' : 'of the usual ones', value: ratedA, unit: 'A', source },
      },
    }),
    judge(ID, {
      code: 'voltage',
      severity: 'danger',
      job: job.job.id,
      subject: partSubject(part),
      ...volts,
      limit: mostV,
      title:
        volts.value > mostV
          ? mostV === 0
            ? `${part.tag} is not made for ${current === 'ac' ? 'alternating' : 'direct'} current`
            : `${part.tag} breaks ${formatQuantity(mostV, 'V')}, and ${job.supply.name} has ${formatQuantity(volts.value, 'V')}`
          : `${part.tag} breaks the ${formatQuantity(volts.value, 'V')} of ${job.supply.name}`,
      detail:
        volts.value > mostV
          ? 'it opens and the arc burns on: one that is made for it, or a contactor on a cut-out of its own'
          : `made for ${formatQuantity(mostV, 'V')} of ${current === 'ac' ? 'alternating' : 'direct'} current`,
      working: {
        formula: 'V ≤ V_fuse',
        given: [],
        result: {
          symbol: 'V',
          meaning: job.supply.name,
          ...volts,
          source: entered(`supplies[${context.design.supplies.indexOf(job.supply)}].${borneAt(job.supply)}`),
        },
        limit: { symbol: 'V_fuse', meaning: own ? 'on its label' : 'of the usual ones', value: mostV, unit: 'V', source },
      },
    }),
    judge(ID, {
      code: 'resets',
      severity: 'caution',
      job: job.job.id,
      subject: partSubject(part),
      value: closesItself ? 1 : 0,
      limit: 0,
      unit: '',
      title: closesItself
        ? `${part.tag} closes by itself when it has cooled: the heat comes back`
        : `${part.tag} stays open until a hand ends that`,
      detail: closesItself
        ? 'with a stuck relay it heats and rests in turn until its contact wears out: one that opens for good, or that is reset by hand'
        : cutOut.resets === 'never'
          ? 'it opens once and for all'
          : 'it is reset by hand',
      working: noneAllowed(
        closesItself ? 1 : 0,
        'ends of the heat that end by themselves',
        own ? ofPart(own.name) : fromMemory('thermal links open once, IEC 60691'),
        commonPractice('what ends a fault’s heat is reset by hand, or never'),
      ),
    }),
    ...levelFindings(context, job, cutOut.opensAtC, opensAt, weakest(context, job)),
  ];
}

/** Whether it is a contact of a controller that regulates here. */
function isOfRegulator(signal: Signal, when: When): boolean {
  const of = alarmContactOf(signal);
  return of !== null && signalsOf(when).includes(of);
}

function ofContactor(context: RuleContext, job: WiredJob, signalId: string): Finding[] {
  const at = context.design.signals.findIndex(({ id }) => id === signalId);
  const signal = context.design.signals[at];
  if (!signal) return [];
  const count = (code: string, wrong: boolean, bad: string, good: string, why: string, severity: 'danger' | 'caution' = 'danger') =>
    judge(ID, {
      code,
      severity,
      job: job.job.id,
      subject: { ...jobSubject(job.job), id: `${job.job.id}/cut-out-${code}` },
      value: Number(wrong),
      limit: 0,
      unit: '',
      title: wrong ? bad : good,
      detail: why,
      working: noneAllowed(
        Number(wrong),
        bad,
        entered(`signals[${at}]`),
        commonPractice('a cut-out of its own, at the heat, opening on rising heat'),
      ),
    });
  const levels = levelsOf(signal);
  const feels = feelsHeat(signal);
  const felt = count(
    'other',
    feels === 'no',
    `${signal.name} feels something else than heat`,
    `${signal.name} feels heat`,
    'what ends a heat that runs away measures a temperature',
  );
  // How it stands when it is hot is no question of what heat does not move.
  if (feels === 'no') return [felt];
  const rising = holdsWhenHot(signal, job.job.when);
  return [
    feels === 'yes'
      ? felt
      : count(
          'unsaid',
          true,
          `Nobody said at which temperature ${signal.name} opens`,
          '',
          'a switch under a hand ends no heat by itself: where it is a thermostat, enter it as a sensor with its levels',
          'caution',
        ),
    count(
      'rising',
      rising,
      `${signal.name} holds the contactor in just when it is hot`,
      feels === 'yes' ? `${signal.name} lets the contactor go on rising heat` : `${signal.name} lets the contactor go when it is operated`,
      rising
        ? 'a cut-out opens on rising heat'
        : Number.isFinite(setPointC(context, job))
          ? 'it opens on rising heat'
          : 'it opens on rising heat; no other temperature ends the heat: where this one does so in ordinary use, it wants another for that',
    ),
    count(
      'same',
      isOfRegulator(signal, job.job.when),
      `${signal.name} is a contact of the controller that is to be watched over`,
      `${signal.name} stands apart from what regulates the heat`,
      isOfRegulator(signal, job.job.when)
        ? 'one sensor that has slipped out, or one dead controller, and both let it heat: a thermostat of its own, or another controller'
        : 'what fails in the one leaves the other as it was',
    ),
    count(
      'elsewhere',
      // The contact of a controller sits beside it, and its sensor where the heat is.
      alarmContactOf(signal) === null && !heatedPlaces(job).has(signal.place),
      `${signal.name} sits at ${context.placeName(signal.place)}, and the heat is elsewhere`,
      `${signal.name} sits where the heat is`,
      'a cut-out feels the heat that it is to end',
    ),
    ...(levels !== null
      ? [
          judge(ID, {
            code: 'late',
            severity: 'danger',
            job: job.job.id,
            subject: { ...jobSubject(job.job), id: `${job.job.id}/cut-out-late` },
            value: levels.delayS,
            limit: LATE_S,
            unit: 's',
            title:
              levels.delayS > LATE_S
                ? `The cut-out waits ${formatQuantity(levels.delayS, 's')} before it opens`
                : `The cut-out opens within ${formatQuantity(LATE_S, 's')}`,
            detail: levels.delayS > LATE_S ? 'all that while the heat runs away with nothing to end it' : 'as entered',
            working: {
              formula: 't ≤ 10 s',
              given: [],
              result: { symbol: 't', meaning: 'its delay', value: levels.delayS, unit: 's', source: entered(`signals[${at}].delayS`) },
              limit: { symbol: 't_most', meaning: 'for what flutters at its level', value: LATE_S, unit: 's', source: commonPractice() },
            },
          }),
        ]
      : []),
    ...(levels?.unit === '°C' ? levelFindings(context, job, levels.opensAt, `signals[${at}].opensAt`, null) : []),
  ];
}

/** What is to end the heat: whether it would. */
export const cutOutUnsuited: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Would its cut-out end the heat in time?',
  notAsked: 'it has no cut-out that this project knows',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const { cutOut } = job.job;
      if (cutOut.kind === 'thermal-fuse') return ofThermalFuse(context, job);
      return cutOut.kind === 'contactor' ? ofContactor(context, job, cutOut.signal) : [];
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job): readonly Nudge[] => {
        const { cutOut } = job.job;
        const signalAt = cutOut.kind === 'contactor' ? context.design.signals.findIndex(({ id }) => id === cutOut.signal) : -1;
        const levelPath = cutOut.kind === 'contactor' ? ['signals', signalAt, 'opensAt'] : ['jobs', job.at, 'cutOut', 'opensAtC'];
        const [place] = heatedPlaces(job);
        // What a person typed opens where its label says.
        const ownFuse = cutOut.kind === 'thermal-fuse' ? thermalCutOutOf(context.design, cutOut).own : null;
        const isUsual = cutOut.kind === 'thermal-fuse' && ownFuse === null;
        switch (finding.code) {
          case 'above': {
            const set = setPointC(context, job);
            const own = { label: 'Nudge to glass-fibre wire', patches: [{ path: ['jobs', job.at, 'insulation'], value: 'glass' }] };
            const lower = {
              label: `Nudge it to open at ${context.says(finding.limit, '°C')}`,
              patches: [{ path: levelPath, value: finding.limit }],
            };
            return isUsual && set + MARGIN_K <= finding.limit ? [lower, own] : [own];
          }
          case 'below':
            return isUsual
              ? [
                  {
                    label: `Nudge it to open at ${context.says(finding.limit, '°C')}`,
                    patches: [{ path: levelPath, value: finding.limit }],
                  },
                ]
              : [];
          case 'current':
          case 'voltage':
          case 'resets': {
            if (!ownFuse || cutOut.kind !== 'thermal-fuse') return [];
            const { kind, opensAtC } = cutOut;
            return [
              {
                label: 'Nudge to a thermal fuse of the usual kind',
                patches: [{ path: ['jobs', job.at, 'cutOut'], value: { kind, opensAtC } }],
              },
            ];
          }
          case 'far': {
            if (ownFuse) return [];
            const opensAt = Math.ceil(setPointC(context, job) + CLEAR_K);
            return [
              {
                label: `Nudge it to open at ${context.says(opensAt, '°C')}`,
                patches: [
                  { path: levelPath, value: opensAt },
                  ...(signalAt === -1 ? [] : [{ path: ['signals', signalAt, 'closesAt'], value: opensAt - FALLS_K }]),
                ],
              },
            ];
          }
          case 'late':
            return [{ label: 'Nudge its delay to none', patches: [{ path: ['signals', signalAt, 'delayS'], value: 0 }] }];
          case 'same':
            return place === undefined
              ? []
              : [
                  {
                    label: 'Nudge to a thermostat of its own',
                    patches: [
                      { path: ['signals', signalAt, 'alarmOf'], value: ITSELF },
                      { path: ['signals', signalAt, 'place'], value: place },
                    ],
                  },
                ];
          case 'elsewhere':
            return place === undefined
              ? []
              : [{ label: `Nudge it to ${context.placeName(place)}`, patches: [{ path: ['signals', signalAt, 'place'], value: place }] }];
          default:
            return [];
        }
      }),
};
