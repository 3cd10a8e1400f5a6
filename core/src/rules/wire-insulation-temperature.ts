import { familyOf } from '../graph/index.ts';
import { CHAMBER_C, isMains } from '../kinds/index.ts';
import { formatQuantity, partOf } from '../quantity/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import { commonPractice, entered, standard, wireFamily } from '../reference/index.ts';
import { type RuleContext, type WiredJob, wireSubject } from './context.ts';
import { heatSettings } from './heat-settings.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'wire-insulation-temperature';

/** What carries the mains, in insulation that is made for them: wire of a vehicle looks alike and is made for 60 V. */
function forMains(context: RuleContext, job: WiredJob): Finding[] {
  const [wire] = job.wires.filter(({ mains }) => mains);
  // Of a load on a battery the coil may hang on them.
  const supply = [job.supply, controlSupplyOf(context.design, job.job)].find(isMains);
  if (!wire || !supply) return [];
  const family = wireFamily(familyOf(context.design.settings, wire));
  const value = supply.highestV;
  // Where a family names no voltage it is one of buildings and cords, 300 V to neutral and more.
  const limit = family.mostV ?? FOR_MAINS_V;
  return [
    judge(ID, {
      code: 'volts',
      severity: 'danger',
      job: job.job.id,
      subject: { ...wireSubject(wire), id: `${wire.id}/volts` },
      value,
      limit,
      unit: 'V',
      title:
        value > limit
          ? `${wire.tag} carries ${formatQuantity(value, 'V')}, and is sized as vehicle wire, which is made for ${formatQuantity(limit, 'V')}`
          : `${wire.tag} is of a family that is made for the mains`,
      detail:
        value > limit ? 'its thin insulation is tested for a battery: cords and cables for the mains, with their own table' : family.title,
      working: {
        formula: 'U ≤ U_insulation',
        given: [],
        result: {
          symbol: 'U',
          meaning: `highest of ${supply.name}`,
          value,
          unit: 'V',
          source: entered(`supplies[${context.design.supplies.indexOf(supply)}].highestV`),
        },
        limit: {
          symbol: 'U_insulation',
          meaning: family.title,
          value: limit,
          unit: 'V',
          source: standard('ISO 6722-1, class of 60 V; IEC 60227 and 60245, 300/500 V'),
        },
      },
    }),
  ];
}
/** What cords and building wire are made for between conductors (IEC 60227, IEC 60245), V. */
const FOR_MAINS_V = 500;

/** No wire lies in a chamber, but each element is led to through its wall: what lands there is as hot as that makes it, whatever the room is. */
function atElements(context: RuleContext, job: WiredJob): Finding[] {
  const settings = heatSettings(context, job).filter(({ setC }) => setC > CHAMBER_C);
  const [hottest] = settings.toSorted((a, b) => b.setC - a.setC);
  if (!hottest) return [];
  const lines = new Set(settings.flatMap(({ heaters }) => heaters.map(({ id }) => id)));
  const units = new Set(job.loads.filter(({ spec }) => lines.has(spec.line)).map(({ id }) => id));
  const wires = job.wires.filter(({ from, to }) => [from, to].some((end) => units.has(partOf(end))));
  const bare = wires.filter(({ insulation }) => insulation !== 'glass');
  const wire = bare[0] ?? wires[0];
  if (!wire) return [];
  const family = wireFamily(familyOf(context.design.settings, wire));
  const setC = context.says(hottest.setC, '°C');
  return [
    judge(ID, {
      code: 'element',
      severity: 'danger',
      job: job.job.id,
      subject: { ...wireSubject(wire), id: `${wire.id}/element` },
      value: bare.length,
      limit: 0,
      unit: '',
      title:
        bare.length > 0
          ? `${wire.tag} ends at what heats to ${setC}, in insulation for ${context.says(family.insulationC, '°C')}`
          : `What ends at what heats to ${setC} is of glass fibre`,
      detail: bare.length > 0 ? 'it melts off the tails of the element: glass-fibre insulation, and joints of ceramic' : family.title,
      working: noneAllowed(bare.length, 'wires in ordinary insulation at what heats a chamber', commonPractice('tails of elements')),
    }),
  ];
}

/** The air that a wire lies in where it is hottest, against what its insulation bears with no current at all. */
export const wireInsulationTemperature: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does the insulation bear the place, and the mains where it carries them?',
  notAsked: 'no wire of it passes a place hotter than its insulation is asked about',
  acrossJobs: true,
  check: (context) =>
    context.jobs.flatMap((job) => [
      ...forMains(context, job),
      ...atElements(context, job),
      ...failingOrTightest(
        job.wires.map((wire) => {
          const family = wireFamily(familyOf(context.design.settings, wire));
          const value = context.hottestC(wire.hotPlace);
          return judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: wireSubject(wire),
            value,
            limit: family.insulationC,
            unit: '°C',
            title: `${wire.tag} lies in ${context.says(value, '°C')}; its insulation bears ${context.says(family.insulationC, '°C')}`,
            detail: value > family.insulationC ? 'it hardens, cracks and falls off: glass-fibre insulation near elements' : family.title,
            working: {
              formula: 'T_a ≤ T_insulation',
              given: [],
              result: {
                symbol: 'T_a',
                meaning: `hottest air at ${context.placeName(wire.hotPlace)}`,
                value,
                unit: '°C',
                source: entered(`places[${context.design.places.findIndex(({ id }) => id === wire.hotPlace)}].hottestC`),
              },
              limit: {
                symbol: 'T_insulation',
                meaning: family.title,
                value: family.insulationC,
                unit: '°C',
                source: standard('IEC 60364-5-52, table 52.1, and the families’ own'),
              },
            },
          });
        }),
      ),
    ]),
  nudges: ({ jobs }, finding) =>
    finding.code === 'volts'
      ? [{ label: 'Nudge to cord for the mains', patches: [{ path: ['settings', 'mainsFamily'], value: 'cord' }] }]
      : jobs
          .filter(({ job }) => job.id === finding.job)
          .map(({ at }) => ({ label: 'Nudge to glass-fibre insulation', patches: [{ path: ['jobs', at, 'insulation'], value: 'glass' }] })),
};
