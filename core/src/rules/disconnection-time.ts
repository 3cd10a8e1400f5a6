import { type AnyPart, type PartPlaying, isMains, isTwoHot, plays, supplyFacets } from '../kinds/index.ts';
import { RESIDUAL_A } from '../project/index.ts';
import { figures, formatQuantity, terminal } from '../quantity/index.ts';
import { type Source, computed, entered, fromMemory, seriesOhmSource, standard } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { boxLoopOhm, loopOhm, opensAtOnce, toEarthV } from './fault-loop.ts';
import { chooseAgain, thickerLegs, otherLoadFuses } from './nudging.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'disconnection-time';
const SOURCE = standard('IEC 60364-4-41, 411.4.4: within 0.4 s');
const AT_ONCE: Readonly<Record<string, Source>> = {
  plug: fromMemory('BS 1362'),
  cartridge: fromMemory('IEC 60127-2: ten times its rating within 0.3 s'),
};
/** A network may have 5 % less than it is named for. */
const LEAST_SHARE = 0.95;
/** What a residual-current device of 30 mA lets stand on touched metal: 50 V (IEC 60364-4-41, 411.5.3). */
const RESIDUAL_OHM = 50 / RESIDUAL_A;

/** A fault to earthed metal must open the fuse or the breaker at once: its loop is short enough, or residual current does it. */
export const disconnectionTime: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Does a fault to metal switch itself off in time?',
  notAsked: 'it is not on the mains, or no earthed metal is in it',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const [fuse] = job.loadFuses;
      if (!isMains(job.supply) || !fuse) return [];
      const earthed = job.loads.filter(({ id }) =>
        context.netlist.wires.some(({ role, from }) => role === 'earth' && from === terminal(id, 'PE')),
      );
      const residual = supplyFacets(job.supply).residualProtection(job.supply) === true;
      const volt = LEAST_SHARE * toEarthV(job.supply);
      const at = context.design.supplies.indexOf(job.supply);
      const ends = (faulty: AnyPart, { source, wires }: { source: number; wires: number }, opener: PartPlaying<'overcurrent device'>) => {
        const value = source + wires;
        const opensA = opensAtOnce(opener);
        const byFuse = opensA === null ? 0 : volt / opensA;
        const limit = residual ? Math.max(RESIDUAL_OHM, byFuse) : byFuse;
        return judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: partSubject(faulty),
          value,
          limit,
          unit: 'Ω',
          title:
            value > limit
              ? `A fault in ${faulty.tag} draws ${formatQuantity(volt / value, 'A')}, and ${opener.tag} does not open at once with that`
              : `A fault in ${faulty.tag} ends at once: its loop has ${formatQuantity(value, 'Ω')} of ${formatQuantity(limit, 'Ω')}`,
          detail:
            value > limit
              ? 'its metal stays live for as long: residual-current protection, a breaker of curve B, or thicker wire'
              : residual && limit > byFuse
                ? 'residual-current protection of 30 mA opens it'
                : `${opener.tag} opens it`,
          working: {
            formula: residual && limit > byFuse ? 'Z_s · 30 mA ≤ 50 V' : 'Z_s ≤ 0.95 · U_0 / I_a',
            given: [
              {
                symbol: 'Z_e',
                meaning: `loop up to ${job.supply.name}`,
                value: source,
                unit: 'Ω',
                source: entered(`supplies[${at}].internalOhm`),
              },
              {
                symbol: 'R_1 + R_2',
                meaning: 'line and earth from there, at 70 °C',
                value: wires,
                unit: 'Ω',
                source: seriesOhmSource(context.design.settings.wireSeries),
              },
              {
                symbol: 'U_0',
                meaning: 'hot conductor to earth',
                value: toEarthV(job.supply),
                unit: 'V',
                source: isTwoHot(job.supply) ? computed('half of what stands between the two') : entered(`supplies[${at}].nominalV`),
              },
              ...(residual && limit > byFuse
                ? [
                    {
                      symbol: 'I_Δn',
                      meaning: `residual-current protection before ${job.supply.name}`,
                      value: RESIDUAL_A,
                      unit: 'A' as const,
                      source: entered(`supplies[${at}].rcd`),
                    },
                  ]
                : []),
              ...(opensA === null
                ? []
                : [
                    {
                      symbol: 'I_a',
                      meaning: `opens ${opener.tag} within 0.4 s`,
                      value: opensA,
                      unit: 'A' as const,
                      source: AT_ONCE[opener.spec.style] ?? standard('IEC 60898-1: 5, 10, 20 · I_n for B, C, D'),
                    },
                  ]),
            ],
            result: { symbol: 'Z_s', meaning: 'whole loop', value, unit: 'Ω', source: computed(`sum: ${figures(value, 3)} Ω`) },
            limit: { symbol: 'Z_s', meaning: 'largest', value: limit, unit: 'Ω', source: SOURCE },
          },
        });
      };
      const branches = context.netlist.parts.filter(
        (part): part is PartPlaying<'overcurrent device'> =>
          plays(part, 'overcurrent device') && part.spec.isThere !== undefined && part.jobs.includes(job.job.id),
      );
      return failingOrTightest([
        ...earthed.map((load) => ends(load, loopOhm(context, job, load), fuse)),
        ...branches.flatMap((branch) => {
          const loop = boxLoopOhm(context, job, branch);
          return loop ? [ends(loop.box, loop, branch)] : [];
        }),
      ]);
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...(job.job.protection === 'breaker-c' || job.job.protection === 'breaker-d'
          ? [{ label: 'Nudge to a breaker of curve B', patches: [{ path: ['jobs', job.at, 'protection'], value: 'breaker-b' }] }]
          : []),
        ...otherLoadFuses(context, job, (rating, present) => rating < present),
        ...thickerLegs(
          job,
          job.wires.filter(({ role }) => role === 'earth' || role === 'load').map(({ leg }) => leg),
        ),
        chooseAgain(job),
        {
          label: 'Nudge in residual-current protection',
          patches: [{ path: ['supplies', context.design.supplies.indexOf(job.supply), 'rcd'], value: true }],
        },
      ]),
};
