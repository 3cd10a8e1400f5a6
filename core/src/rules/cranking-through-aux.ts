import { chargeSensor, isCharged, isFeed, isStored, supplyFacets, throwRating } from '../kinds/index.ts';
import { type When, mintId } from '../document/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { BLADE_FUSE_OHM_SOURCE, computed, entered, seriesOhmSource } from '../reference/index.ts';
import { joinedBeforeCharging, wayBetween } from './between-batteries.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { type Finding, type Nudge, type Rule, judge } from './rule.ts';

const ID = 'cranking-through-aux';
function check(context: RuleContext, job: WiredJob): Finding[] {
  const { design } = context;
  return job.job.loads.flatMap((load) => {
    if (!isCharged(load)) return [];
    const charged = design.supplies.find(({ id }) => id === load.supply)!;
    // The starter hangs on one of the two; the other one helps through the cable.
    if (!isStored(job.supply) || !isStored(charged)) return [];
    const [starting, helping] = supplyFacets(job.supply).crankA(job.supply) > 0 ? [job.supply, charged] : [charged, job.supply];
    const crankA = supplyFacets(starting).crankA(starting);
    if (crankA === 0) return [];
    const { cable, wires: wireOhm, fuses: fuseOhm, ohm } = wayBetween(job);
    const wayOhm = ohm + helping.internalOhm;
    // Kirchhoff at the starter's post: (E_s − V)/R_s + (E_a − V)/R_a = I_crank.
    const post = (starting.restV / starting.internalOhm + helping.restV / wayOhm - crankA) / (1 / starting.internalOhm + 1 / wayOhm);
    const joined = joinedBeforeCharging(design, job.job, true);
    const value = joined ? Math.max(0, (helping.restV - post) / wayOhm) : 0;
    const rated = Math.min(
      ...job.loadFuses.map(({ spec }) => spec.ratingA),
      ...job.contacts.map(({ relay, pin }) => throwRating(relay.spec.type, pin, 'battery').ampere),
      ...cable.map((wire) => context.behindFuse(wire)),
    );
    const over = value > rated;
    const byKey = design.settings.splitCharge === 'key';
    const limit = byKey || over ? rated : 0;
    return [
      judge(ID, {
        severity: over ? 'danger' : 'caution',
        job: job.job.id,
        subject: jobSubject(job.job),
        value,
        limit,
        unit: 'A',
        title: joined
          ? `While cranking, ${helping.name} sends ${formatQuantity(value, 'A')} through a way of ${formatQuantity(rated, 'A')}`
          : `While cranking, ${helping.name} is cut off`,
        detail: !joined
          ? 'its relay is open before the engine runs'
          : over
            ? 'its fuses open, or its contact welds'
            : byKey
              ? 'this project closes it by the key, and its way bears that'
              : 'this project closes it by voltage, so that no cranking current takes this way',
        working: {
          formula: 'I = (E_a − V)/R_a, V = (E_s/R_s + E_a/R_a − I_crank)/(1/R_s + 1/R_a)',
          given: [
            {
              symbol: 'I_crank',
              meaning: `starter on ${starting.name}`,
              value: crankA,
              unit: 'A',
              source: entered(`supplies[${design.supplies.indexOf(starting)}].crankA`),
            },
            {
              symbol: 'E_s',
              meaning: `${starting.name} at rest`,
              value: starting.restV,
              unit: 'V',
              source: entered(`supplies[${design.supplies.indexOf(starting)}].restV`),
            },
            {
              symbol: 'R_s',
              meaning: `inside ${starting.name}`,
              value: starting.internalOhm,
              unit: 'Ω',
              source: entered(`supplies[${design.supplies.indexOf(starting)}].internalOhm`),
            },
            {
              symbol: 'E_a',
              meaning: `${helping.name} at rest`,
              value: helping.restV,
              unit: 'V',
              source: entered(`supplies[${design.supplies.indexOf(helping)}].restV`),
            },
            {
              symbol: 'R(wires)',
              meaning: 'cable between them, at 20 °C',
              value: wireOhm,
              unit: 'Ω',
              source: seriesOhmSource(design.settings.wireSeries),
            },
            { symbol: 'R(fuses)', meaning: 'fuses on the way', value: fuseOhm, unit: 'Ω', source: BLADE_FUSE_OHM_SOURCE },
            {
              symbol: 'R_a',
              meaning: `the way, and inside ${helping.name}`,
              value: wayOhm,
              unit: 'Ω',
              source: computed('sum, with the contacts'),
            },
          ],
          result: {
            symbol: 'I',
            meaning: joined ? 'through the cable' : 'the relay is open',
            value,
            unit: 'A',
            source: computed('two sources, one load'),
          },
          limit: {
            symbol: 'I',
            meaning: limit === 0 ? 'none: it closes by voltage' : 'the weakest of fuses, contact and wire',
            value: limit,
            unit: 'A',
            source: limit === 0 ? entered('settings.splitCharge') : computed('least of their ratings'),
          },
        },
      }),
    ];
  });
}

function nudges({ design }: RuleContext, { job, at }: WiredJob): Nudge[] {
  const starters = design.signals.filter((signal) => isFeed(signal) && signal.starter);
  const and = (term: When): When =>
    job.when.op === 'and' ? { op: 'and', of: [...job.when.of, term] } : { op: 'and', of: [job.when, term] };
  const supply = design.supplies.find(({ id }) => id === job.supply);
  const id = mintId('charging', design.signals);
  return [
    ...starters.map((starter) => ({
      label: `Nudge in “${starter.name} is off”`,
      patches: [{ path: ['jobs', at, 'when'], value: and({ op: 'not', of: { op: 'signal', signal: starter.id } }) }],
    })),
    ...(supply
      ? [
          {
            label: 'Nudge to a voltage sensor in the key’s place',
            patches: [
              {
                path: ['signals', design.signals.length],
                value: chargeSensor({ id, name: 'charge sensor', place: supply.place, usual: false }, supply),
              },
              { path: ['jobs', at, 'when'], value: { op: 'signal', signal: id } },
            ],
          },
        ]
      : []),
  ];
}

export const crankingThroughAux: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can cranking current take the way between the batteries?',
  notAsked: 'it joins no battery with a starter to another',
  check: (context) => context.jobs.flatMap((job) => check(context, job)),
  nudges: (context, finding) => context.jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => nudges(context, job)),
};
