import { computed, sizeName, standard, wireOhmPerM } from '../reference/index.ts';
import { wireSubject } from './context.ts';
import { sizeSource } from './shared-working.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'wire-parallel-unequal';

/** Asked of wires that lie beside one another under the same terminals. */
export const wireParallelUnequal: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are wires that lie side by side alike?',
  notAsked: 'no two of its wires lie under the same terminals',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.wires.flatMap((wire) => {
        const [, second] = context.besides(wire);
        if (!second || wire.beside !== null) return [];
        const value = Math.abs(wire.sizeMm2 - second.sizeMm2);
        const [first, other] = [wire, second].map(({ sizeMm2 }) => wireOhmPerM(sizeMm2)!) as [number, number];
        const share = other / (first + other);
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: wireSubject(wire),
            value,
            limit: 0,
            unit: 'mm²',
            title:
              value > 0
                ? `${wire.tag} and ${second.tag} lie side by side and are not alike: ${sizeName(wire.sizeMm2)} and ${sizeName(second.sizeMm2)}`
                : `${wire.tag} and ${second.tag} lie side by side and are alike`,
            detail:
              value > 0
                ? 'they share a current by their resistances, not by what each bears: two are not the sum of two'
                : 'equal in size and length they share equally; both under one terminal need one that takes two',
            working: {
              formula: '|S_1 − S_2| = 0',
              given: [
                {
                  symbol: 'S_1',
                  meaning: wire.tag,
                  value: wire.sizeMm2,
                  unit: 'mm²',
                  source: sizeSource(context, wire),
                },
                {
                  symbol: 'S_2',
                  meaning: second.tag,
                  value: second.sizeMm2,
                  unit: 'mm²',
                  source: sizeSource(context, second),
                },
                {
                  symbol: 'I_1/I',
                  meaning: `share of ${wire.tag}, R_2/(R_1 + R_2)`,
                  value: share,
                  unit: '',
                  source: computed('equal lengths'),
                },
                {
                  symbol: 'I_z',
                  meaning: 'that the two bear together',
                  value: context.behindFuse(wire),
                  unit: 'A',
                  source: computed('the first to reach its own ampacity'),
                },
              ],
              result: { symbol: 'ΔS', meaning: 'between them', value, unit: 'mm²', source: computed('difference') },
              limit: {
                symbol: 'ΔS',
                meaning: 'of conductors in parallel',
                value: 0,
                unit: 'mm²',
                source: standard('IEC 60364-4-43, conductors in parallel'),
              },
            },
          }),
        ];
      }),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        if (!wire) return [];
        const present = job.job.wires[wire.leg] ?? {};
        const { secondMm2: _, ...alone } = present;
        const path = ['jobs', job.at, 'wires', wire.leg];
        return [
          { label: `Nudge both to ${sizeName(wire.sizeMm2)}`, patches: [{ path, value: { ...present, secondMm2: wire.sizeMm2 } }] },
          { label: 'Nudge to one wire', patches: [{ path, value: Object.keys(alone).length > 0 ? alone : undefined }] },
        ];
      }),
};
