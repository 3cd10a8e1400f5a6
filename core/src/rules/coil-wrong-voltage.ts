import { commonPractice, entered, ofPart } from '../reference/index.ts';
import { currentOf, isCopperCoil } from '../kinds/index.ts';
import { partSubject, supplyOf } from './context.ts';
import { coilFits, otherRelays } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'coil-wrong-voltage';

export const coilWrongVoltage: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is every coil made for its supply?',
  notAsked: 'it has no coil on a supply',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.relays.flatMap((relay) => {
        const supply = supplyOf(context, relay);
        const { type } = relay.spec;
        if (!supply) return [];
        // What is made of copper for direct current hums on the other, does not hold, and burns.
        if (currentOf(supply) === 'ac' && isCopperCoil(type) && type.build !== 'contactor')
          return [
            judge(ID, {
              code: 'current',
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(relay),
              value: 1,
              limit: 0,
              unit: '',
              title: `${relay.tag} has a coil for direct current, and ${supply.name} gives alternating`,
              detail:
                'it hums, chatters a hundred times a second and burns its contacts: a coil for alternating current, or a supply of direct',
              working: noneAllowed(
                1,
                'coils on the wrong kind of current',
                entered(`supplies[${context.design.supplies.indexOf(supply)}]`),
                ofPart(type.name),
              ),
            }),
          ];
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
              .filter((supply) => currentOf(supply) === 'dc')
              .map(({ id, name }) => ({
                label: `Nudge its coil to ${name}`,
                patches: [{ path: ['jobs', job.at, 'controlSupply'], value: id === job.supply.id ? 'same' : id }],
              }))
          : []),
        ...otherRelays(context.design, job, coilFits(context.design, job)),
      ]),
};
