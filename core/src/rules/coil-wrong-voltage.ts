import { commonPractice, entered, ofPart } from '../reference/index.ts';
import { coilCurrent, currentOf, isOutput } from '../kinds/index.ts';
import { controlSupplyOf, hertzOf } from '../project/index.ts';
import { partSubject, supplyOf } from './context.ts';
import { coilFits, otherRelays } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'coil-wrong-voltage';
const WORDS = { ac: 'alternating', dc: 'direct' } as const;

export const coilWrongVoltage: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is every coil made for its supply?',
  notAsked: 'it has no coil on a supply',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.relays.flatMap((relay) => {
        const { type } = relay.spec;
        // An input takes a range of volts, and hangs on the supply of its signals where those are no outputs of a board.
        const driven = context.design.signals.some((signal) => isOutput(signal) && job.evidence.signals.includes(signal.id));
        const input = type.solid && !driven ? controlSupplyOf(context.design, job.job) : null;
        const supply = supplyOf(context, relay) ?? input;
        if (!supply) return [];
        // A coil for direct current hums on the other, does not hold, and burns its contacts; one for alternating has nothing to choke it.
        const gives = currentOf(supply);
        const wants = coilCurrent(type);
        if (gives !== wants)
          return [
            judge(ID, {
              code: 'current',
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(relay),
              value: 1,
              limit: 0,
              unit: '',
              title: `${relay.tag} has ${type.solid ? 'an input' : 'a coil'} for ${WORDS[wants]} current, and ${supply.name} gives ${WORDS[gives]}`,
              detail: type.solid
                ? `it goes off ${2 * hertzOf(context.design)} times a second, or stays off: a supply of the other kind`
                : gives === 'ac'
                  ? `it hums, chatters ${2 * hertzOf(context.design)} times a second and burns its contacts: a coil for alternating current, or a supply of direct`
                  : 'its copper alone takes several times its current and burns: a coil for direct current, or a supply of alternating',
              working: noneAllowed(
                1,
                'coils on the wrong kind of current',
                entered(`supplies[${context.design.supplies.indexOf(supply)}]`),
                ofPart(type.name),
              ),
            }),
          ];
        if (type.solid) return [];
        const off = Math.abs(supply.nominalV - type.coilV);
        return [
          judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(relay),
            value: off,
            limit: 0,
            unit: 'V',
            title:
              off === 0
                ? `${relay.tag} has a ${type.coilV} V coil on ${supply.nominalV} V`
                : `${relay.tag} has a ${type.coilV} V coil, but ${supply.name} is ${supply.nominalV} V`,
            detail: type.coilV < supply.nominalV ? 'it overheats' : type.coilV > supply.nominalV ? 'it does not pull in' : type.name,
            working: {
              formula: '|V_supply − V_coil| = 0',
              given: [
                {
                  symbol: 'V_supply',
                  meaning: `nominal, ${supply.name}`,
                  value: supply.nominalV,
                  unit: 'V',
                  source: entered(`supplies[${context.design.supplies.indexOf(supply)}].nominalV`),
                },
                { symbol: 'V_coil', meaning: `nominal, ${type.name}`, value: type.coilV, unit: 'V', source: ofPart(type.name) },
              ],
              result: { symbol: 'ΔV', meaning: 'difference of nominal voltages', value: off, unit: 'V', source: commonPractice() },
              limit: { symbol: 'ΔV', meaning: 'allowed', value: 0, unit: 'V', source: commonPractice() },
            },
          }),
        ];
      }),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...(finding.code === 'current'
          ? context.design.supplies
              .filter((supply) => currentOf(supply) !== currentOf(controlSupplyOf(context.design, job.job)))
              .map(({ id, name }) => ({
                label: `Nudge its coil to ${name}`,
                patches: [{ path: ['jobs', job.at, 'controlSupply'], value: id === job.supply.id ? 'same' : id }],
              }))
          : []),
        ...otherRelays(context.design, job, coilFits(context.design, job)),
      ]),
};
