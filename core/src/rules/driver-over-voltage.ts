import { CLAMP_V, coilRelease, parallelOhm } from '../solve/index.ts';
import { acrossCoil, needsSuppression, plays } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { SILICON_V, computed, entered, fromMemory, ofPart } from '../reference/index.ts';
import { coilBranch, partSubject, supplyOf } from './context.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'driver-over-voltage';

/** What a transistor stands across itself when it turns a coil off: the supply, and what the coil's suppression lets its spike rise to. */
export const driverOverVoltage: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every transistor bear its coil’s turn-off?',
  notAsked: 'no transistor in it turns a coil off that is bounded',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const drivers = context.netlist.parts.filter((part) => plays(part, 'transistor') && part.job === job.job.id);
      return drivers.flatMap((driver) => {
        if (!plays(driver, 'transistor')) return [];
        const { type } = driver.spec;
        const coils = job.relays.filter((relay) => needsSuppression(relay.spec.type) && supplyOf(context, relay) !== null);
        const [relay] = coils;
        const supply = relay && supplyOf(context, relay);
        if (!relay || !supply) return [];
        const { coilOhm, coilHenry, coilV, releaseV } = relay.spec.type;
        const left = context.netlist.leftOut.has(`${relay.id}-diode`) || context.netlist.leftOut.has(`${relay.id}-resistor`);
        const suppression = left ? 'none' : acrossCoil(relay.spec.type, job.job.suppression);
        const ampere = context.worstAmps(job, coilBranch(relay)).value;
        const { peakV } = coilRelease(
          { henry: coilHenry, ohm: coilOhm, ampere, releaseA: releaseV / coilOhm, nominalV: coilV },
          suppression,
        );
        // With nothing across the coil its energy breaks the transistor down, whatever it is rated for: half a thousand volts are usual.
        const spikeV = peakV ?? BARE_COIL_V;
        const value = supply.highestV + spikeV;
        const clamp =
          suppression === 'resistor'
            ? { symbol: 'V_c', meaning: `${formatQuantity(parallelOhm(coilV), 'Ω')} across the coil`, source: computed('I_0 · R_p') }
            : suppression === 'none'
              ? { symbol: 'V_c', meaning: 'nothing across the coil', source: fromMemory('bare coils of 12 V: some hundred volts') }
              : {
                  symbol: 'V_c',
                  meaning: suppression === 'zener' ? `diode and clamp of ${CLAMP_V} V` : 'diode',
                  source: fromMemory(`silicon ${SILICON_V} V`),
                };
        return [
          judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(driver),
            value,
            limit: type.mostV,
            unit: 'V',
            title:
              value > type.mostV
                ? `${driver.tag} bears ${formatQuantity(type.mostV, 'V')}; when ${relay.tag} is switched off it gets ${formatQuantity(value, 'V')}`
                : `${driver.tag} gets ${formatQuantity(value, 'V')} of ${formatQuantity(type.mostV, 'V')} when ${relay.tag} is switched off`,
            detail: value > type.mostV ? 'it breaks down at each turn-off, and then stays on' : type.name,
            working: {
              formula: 'V_supply + V_c ≤ V_most',
              given: [
                {
                  symbol: 'V_supply',
                  meaning: supply.name,
                  value: supply.highestV,
                  unit: 'V',
                  source: entered(`supplies[${context.design.supplies.indexOf(supply)}].highestV`),
                },
                { ...clamp, value: spikeV, unit: 'V' },
              ],
              result: { symbol: 'V', meaning: `across ${driver.tag} at turn-off`, value, unit: 'V', source: computed('sum') },
              limit: { symbol: 'V_most', meaning: type.name, value: type.mostV, unit: 'V', source: ofPart(type.name) },
            },
          }),
        ];
      });
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [{ label: 'Nudge a diode across the coil', patches: [{ path: ['jobs', job.at, 'suppression'], value: 'diode' }] }]),
};

/** What a coil of 12 V or 24 V with nothing across it rises to, V (from memory). */
const BARE_COIL_V = 300;
