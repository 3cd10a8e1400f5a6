import { formatQuantity } from '../quantity/index.ts';
import { SILICON_V, computed, fromMemory, ofPart } from '../reference/index.ts';
import { COIL_TOLERANCE_SOURCE, type PartPlaying, acrossCoil, coilTemperature, leastCoilOhm, needsSuppression } from '../kinds/index.ts';
import { CLAMP_V, coilRelease, parallelOhm } from '../solve/index.ts';
import { type RuleContext, type WiredJob, coilBranch, partSubject } from './context.ts';
import { type Finding, type Given, type Rule, judge } from './rule.ts';

const ID = 'coil-release-slow';
/** A contact that takes longer to leave draws a longer arc from an inductive load. */
const LIMIT_S = 0.01;
const INDUCTIVE = new Set(['motor', 'solenoid']);

function check(context: RuleContext, job: WiredJob, relay: PartPlaying<'relay'>): Finding {
  const { type } = relay.spec;
  const suppression = acrossCoil(type, job.job.suppression);
  const coldC = context.design.places.find(({ id }) => id === relay.place)!.coldestC;
  const ohm = leastCoilOhm(type, coilTemperature(type, coldC, 0));
  const ampere = context.worstAmps(job, coilBranch(relay)).value;
  const releaseA = type.releaseV / type.coilOhm;
  const { seconds, peakV } = coilRelease({ henry: type.coilHenry, ohm, ampere, releaseA, nominalV: type.coilV }, suppression);
  const across: Given[] =
    suppression === 'resistor'
      ? [
          {
            symbol: 'R_p',
            meaning: 'across the coil',
            value: parallelOhm(type.coilV),
            unit: 'Ω',
            source: fromMemory('usual for its voltage'),
          },
        ]
      : suppression === 'none'
        ? []
        : [
            {
              symbol: 'V_c',
              meaning: 'across the path while it conducts',
              value: SILICON_V + (suppression === 'zener' ? CLAMP_V : 0),
              unit: 'V',
              source: fromMemory(),
            },
          ];
  return judge(ID, {
    severity: 'caution',
    job: job.job.id,
    subject: partSubject(relay),
    value: seconds,
    limit: LIMIT_S,
    unit: 's',
    title: `${relay.tag} lets go ${formatQuantity(seconds * 1000, '')} ms after it is switched off`,
    detail:
      seconds > LIMIT_S
        ? 'its contact leaves slowly, and the arc of a motor or solenoid eats it'
        : peakV === null
          ? 'nothing holds its current; the spike is another matter'
          : `at most ${formatQuantity(peakV, 'V')} across its coil then`,
    working: {
      formula:
        suppression === 'resistor'
          ? 't = L/(R + R_p) · ln(I_0/I_rel)'
          : suppression === 'none'
            ? 't ≈ 0: the arc in the switch ends the current'
            : 't = L/R · ln((I_0 + V_c/R)/(I_rel + V_c/R))',
      given: [
        { symbol: 'L', meaning: 'of the coil, in henry', value: type.coilHenry, unit: '', source: ofPart(type.name) },
        {
          symbol: 'R',
          meaning: `coil at ${context.says(coldC, '°C')}, at the low end of its tolerance`,
          value: ohm,
          unit: 'Ω',
          source: COIL_TOLERANCE_SOURCE,
        },
        { symbol: 'I_0', meaning: 'flowing, at most', value: ampere, unit: 'A', source: computed('solved, coldest, highest supply') },
        { symbol: 'I_rel', meaning: 'at which it lets go', value: releaseA, unit: 'A', source: ofPart(type.name) },
        ...across,
      ],
      result: { symbol: 't', meaning: 'from off to letting go', value: seconds, unit: 's', source: computed('closed form') },
      limit: { symbol: 't', meaning: 'with an inductive load on direct current', value: LIMIT_S, unit: 's', source: fromMemory() },
    },
  });
}

export const coilReleaseSlow: Rule = {
  id: ID,
  group: 'wears',
  asks: 'Do its contacts let go fast enough?',
  notAsked: 'nothing in it opens direct current of an inductive load',
  trail: 'coil',
  check: (context) =>
    context.jobs.flatMap((job) => {
      if (!job.carried.some(({ spec }) => INDUCTIVE.has(spec.loadKind))) return [];
      return job.relays
        .filter(({ spec }) => spec.carries === 'load' && needsSuppression(spec.type))
        .map((relay) => check(context, job, relay));
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ at }) =>
        (['resistor', 'zener'] as const).map((value) => ({
          label: value === 'resistor' ? 'Nudge a resistor in the diode’s place' : 'Nudge a fast clamp in the diode’s place',
          patches: [{ path: ['jobs', at, 'suppression'], value }],
        })),
      ),
};
