import { type Supply, isCharged, isStored, throwRating } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, entered, seriesOhmSource } from '../reference/index.ts';
import { joinedBeforeCharging, wayBetween } from './between-batteries.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { otherRelays } from './nudging.ts';
import { type Finding, type Given, type Nudge, type Rule, judge } from './rule.ts';

const ID = 'charge-current';

/** What flows between two batteries at first, A, and what it was reckoned with. */
interface Flow {
  readonly full: Supply;
  readonly flat: Supply;
  readonly wayOhm: number;
  readonly ohm: number;
  readonly value: number;
}

/** Which battery is full and which is flat when most flows. */
function mostUnequal({ design }: RuleContext, job: WiredJob, charged: Supply, wayOhm: number): Flow {
  const ohm = wayOhm + job.supply.internalOhm + charged.internalOhm;
  const flow = (full: Supply, flat: Supply): Flow => ({ full, flat, wayOhm, ohm, value: Math.max(0, full.highestV - flat.lowestV) / ohm });
  const out = flow(job.supply, charged);
  // Something that charges stands behind the first; the second gives back only while it is joined with nothing charging.
  const back = flow(charged, job.supply);
  const returns = isStored(job.supply) && joinedBeforeCharging(design, job.job, false);
  return returns && back.value > out.value ? back : out;
}

function check(context: RuleContext, job: WiredJob): Finding[] {
  const { design } = context;
  const charged = job.job.loads.filter(isCharged).map((load) => design.supplies.find(({ id }) => id === load.supply)!);
  // Several at once share fuse and contact, and part of the way: reckoned without it, they take no less than they will.
  const wayOhm = charged.length > 1 ? 0 : wayBetween(job).ohm;
  const flows = charged.map((supply) => mostUnequal(context, job, supply, wayOhm));
  const others = (own: Flow) => flows.reduce((sum, flow) => sum + (flow === own || own.flat.id === job.supply.id ? 0 : flow.value), 0);
  return flows.map((own): Finding => {
    const { full, flat, ohm } = own;
    const beside = others(own);
    const value = own.value + beside;
    const fuseA = Math.min(...job.loadFuses.map(({ spec }) => spec.ratingA));
    const contactA = Math.min(...job.contacts.map(({ relay, pin }) => throwRating(relay.spec.type, pin, 'battery').ampere));
    const limit = Math.min(fuseA, contactA);
    const at = (supply: Supply) => design.supplies.findIndex(({ id }) => id === supply.id);
    const volt = (symbol: string, supply: Supply, field: 'highestV' | 'lowestV', meaning: string): Given => ({
      symbol,
      meaning: `${supply.name}, ${meaning}`,
      value: supply[field],
      unit: 'V',
      source: entered(`supplies[${at(supply)}].${field}`),
    });
    const inner = (symbol: string, supply: Supply): Given => ({
      symbol,
      meaning: `inside ${supply.name}`,
      value: supply.internalOhm,
      unit: 'Ω',
      source: entered(`supplies[${at(supply)}].internalOhm`),
    });
    return judge(ID, {
      severity: 'caution',
      job: job.job.id,
      subject: { ...jobSubject(job.job), id: flat.id === job.supply.id ? full.id : flat.id },
      value,
      limit,
      unit: 'A',
      title: `${full.name} full and ${flat.name} flat: up to ${formatQuantity(value, 'A')} through a way of ${formatQuantity(limit, 'A')}`,
      detail:
        value <= limit
          ? 'for the first minutes, and less from then on'
          : fuseA <= contactA
            ? 'its fuse opens just when the battery needs it most: size the way for it, or charge through what limits the current'
            : 'its contact burns before its fuse opens: size the way for it, or charge through what limits the current',
      working: {
        formula: beside > 0 ? 'I = (V_full − V_flat)/ΣR + I_2' : 'I = (V_full − V_flat)/ΣR',
        given: [
          volt('V_full', full, 'highestV', 'highest'),
          volt('V_flat', flat, 'lowestV', 'lowest'),
          inner('R_1', full),
          inner('R_2', flat),
          {
            symbol: 'R(way)',
            meaning: 'cable, fuses and contacts at 20 °C',
            value: wayOhm,
            unit: 'Ω',
            source: seriesOhmSource(context.design.settings.wireSeries),
          },
          { symbol: 'ΣR', meaning: 'all of it', value: ohm, unit: 'Ω', source: computed('sum') },
          ...(beside > 0
            ? [
                {
                  symbol: 'I_2',
                  meaning: 'into the others at the same time',
                  value: beside,
                  unit: 'A' as const,
                  source: computed('the same sum'),
                },
              ]
            : []),
        ],
        result: { symbol: 'I', meaning: 'at first', value, unit: 'A', source: computed('two sources against each other') },
        limit: {
          symbol: 'I',
          meaning: 'the weaker of fuse and contact',
          value: limit,
          unit: 'A',
          source: computed('least of their ratings'),
        },
      },
    });
  });
}

/** What the load is entered to take sizes fuses, cable and contact: entered as what flows, all of them follow. */
function nudges({ design }: RuleContext, job: WiredJob, finding: Finding): Nudge[] {
  const line = job.job.loads.findIndex(isCharged);
  const takes = Math.ceil(finding.value);
  const entry = { path: ['jobs', job.at, 'loads', line, 'plate', 'value'], value: takes };
  const label = `Nudge what it takes to ${takes} A`;
  return [
    { label, patches: [entry] },
    ...otherRelays(design, job, ({ closing }) => closing.resistiveA >= takes).map((relay) => ({
      label: `${label}; ${relay.label[0]!.toLowerCase()}${relay.label.slice(1)}`,
      patches: [entry, ...relay.patches],
    })),
  ];
}

/** Two batteries that are joined while one is full and the other flat: their difference drives whatever the way lets through. */
export const chargeCurrent: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does the way between two batteries bear one that is full and one that is flat?',
  notAsked: 'it joins no two batteries',
  check: (context) => context.jobs.flatMap((job) => check(context, job)),
  nudges: (context, finding) => context.jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => nudges(context, job, finding)),
};
