import type { Patch } from '../document/index.ts';
import { type AnyPart, type PartPlaying, plays, supplyFacets } from '../kinds/index.ts';
import { figures, formatQuantity } from '../quantity/index.ts';
import { CARTRIDGE_OPENS_AT, sizeName, standard, wireForA } from '../reference/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { type Wire, coresOf, laidOf, stripsOf } from '../graph/index.ts';
import { smallestForAmpacity } from '../wiring/index.ts';
import { ampacityGiven, fuseRating, sizeSaidAt } from './shared-working.ts';
import { opensAt } from './motor-stall.ts';
import { chooseAgain, otherFuses, sizePatch } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';

type Fuse = PartPlaying<'overcurrent device'>;

/** A size that bears the fuse, for one leg or for what a person said one size of. */
interface Thicker {
  readonly of: string;
  readonly size: number;
  readonly patch: Patch;
}

const ID = 'fuse-above-wire';
const IN_THE_NEUTRAL = ': its plug goes in either way round, and the fuse of the box may stand in the neutral';

/** Share of what a wire bears that a fuse before it may be rated at: less than all where it opens late. */
export const shareBehind = ({ spec: { style } }: Fuse): number => 1 / wireForA(style, 1);

/**
 * What a fuse guards, and what lies in one cord with that: a short in it goes through any two of its cores. Where a plug goes in either
 * way round, a fuse in the box may stand in the neutral, and the branch alone guards all that is behind it.
 */
function guarded(context: RuleContext, fuse: Fuse): readonly Wire[] {
  const own = context.guardedBy(fuse);
  const cords = coresOf(context.design, context.netlist).filter((cores) => cores.some((core) => own.includes(core)));
  return [...new Set([...own, ...cords.flat(), ...behindTurned(context, fuse)])].filter(({ role }) => role !== 'earth');
}

/** What stands behind fuses in boxes of a branch that a turned plug puts into the neutral. */
function behindTurned(context: RuleContext, branch: Fuse): readonly Wire[] {
  if (!branch.spec.isThere) return [];
  const turns = new Set(
    context.jobs.flatMap(({ job, supply }) => (branch.jobs.includes(job.id) && supplyFacets(supply).reversible(supply) ? [job.id] : [])),
  );
  const isInside = (part: AnyPart): part is Fuse =>
    plays(part, 'overcurrent device') &&
    part.spec.guards === 'load' &&
    part.place !== branch.place &&
    part.jobs.some((id) => turns.has(id));
  return context.netlist.parts.filter(isInside).flatMap((inside) => context.guardedBy(inside).filter(({ mains }) => mains));
}

function check(context: RuleContext, job: WiredJob, fuse: Fuse): Finding[] {
  const [first, ...rest] = guarded(context, fuse);
  if (!first) return [];
  const wire = rest.reduce((weak, candidate) => (context.behindFuse(candidate) < context.behindFuse(weak) ? candidate : weak), first);
  const bears = context.behindFuse(wire);
  const limit = bears * shareBehind(fuse);
  const hotC = context.hottestC(wire.hotPlace);
  // What goes in a plug asks of its cord its rating, and no more (common practice).
  const atAll = fuse.spec.style === 'plug' ? null : opensAt(fuse).atAll;
  return [
    judge(ID, {
      severity: 'danger',
      job: job.job.id,
      subject: { kind: 'part', id: fuse.id, label: fuse.tag },
      value: fuse.spec.ratingA,
      limit,
      unit: 'A',
      title:
        limit < bears
          ? `${fuse.tag} is ${formatQuantity(fuse.spec.ratingA, 'A')}; a fuse that opens as late may be ${formatQuantity(limit, 'A')} before ${wire.tag}, which bears ${formatQuantity(bears, 'A')}`
          : `${fuse.tag} opens above ${formatQuantity(fuse.spec.ratingA, 'A')}; ${wire.tag} bears ${formatQuantity(limit, 'A')}`,
      detail: `${sizeName(wire.sizeMm2)} at ${context.says(hotC, '°C')} is the weakest wire in its circuit${behindTurned(context, fuse).includes(wire) ? IN_THE_NEUTRAL : ''}`,
      working: {
        formula: atAll ? 'I_n ≤ I_z = I_table · k_ambient · k_bundle, and I_2 ≤ 1.45 · I_z' : 'I_n ≤ I_z = I_table · k_ambient · k_bundle',
        given: [
          ...ampacityGiven(context, wire),
          ...(atAll
            ? [
                {
                  symbol: 'I_2',
                  meaning: `opens ${fuse.tag} at all, of 1.45 · I_z allowed`,
                  value: atAll.share * fuse.spec.ratingA,
                  unit: 'A' as const,
                  source: atAll.source,
                },
              ]
            : []),
        ],
        result: fuseRating(job, fuse),
        limit: {
          symbol: limit < bears ? `1.45 · I_z / ${figures(CARTRIDGE_OPENS_AT, 2)}` : 'I_z',
          meaning: limit < bears ? `what may stand before ${wire.tag}` : `ampacity of ${wire.tag}`,
          value: limit,
          unit: 'A',
          source: standard(limit < bears ? 'IEC 60364-4-43: I_2 ≤ 1.45 · I_z' : 'IEC 60364-4-43: I_b ≤ I_n ≤ I_z'),
        },
      },
    }),
  ];
}

export const fuseAboveWire: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is every wire stronger than the fuse before it?',
  notAsked: 'no fuse is its own',
  check: (context) => context.jobs.flatMap((job) => job.ownFuses.flatMap((fuse) => check(context, job, fuse))),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const fuse = job.ownFuses.find((candidate) => candidate.id === finding.subject.id);
        if (!fuse) return [];
        const which = fuse.spec.guards === 'control' ? 'controlFuse' : 'fuse';
        const weak = guarded(context, fuse).filter((wire) => context.behindFuse(wire) * shareBehind(fuse) < fuse.spec.ratingA);
        const { style, ratingA, isThere } = fuse.spec;
        const overStrips = new Set(stripsOf(context.design, context.netlist).flatMap(({ positions }) => positions.map(({ wire }) => wire)));
        const thicker = new Map<string, Thicker>();
        for (const wire of weak) {
          // A cord that hangs on the branch may be another job's.
          const owner = context.jobs.find((one) => one.job.id === wire.job);
          if (!owner) continue;
          const laid = { ...laidOf(context.design, wire), overStrip: overStrips.has(wire.id) };
          const size = smallestForAmpacity({ currentA: 0, laid, mostMm2: Infinity, fuseA: wireForA(style, ratingA) });
          // What a person said of the whole load circuit is said anew of all of it.
          const whole = sizeSaidAt(context, wire) === 'job';
          const key = whole ? wire.job : `${wire.job}|${wire.leg}`;
          const { size: known = 0, of = whole ? `the load circuit of ${owner.job.name}` : wire.tag } = thicker.get(key) ?? {};
          const most = Math.max(size, known);
          const patch = whole ? { path: ['jobs', owner.at, 'wireMm2'], value: most } : sizePatch(owner, wire.leg, most);
          thicker.set(key, { size: most, of, patch });
        }
        const [first, ...others] = thicker.values();
        return [
          ...(isThere ? [] : otherFuses(context, job, fuse, which, (rating) => rating <= finding.limit)),
          ...(first
            ? [
                {
                  label: others.length === 0 ? `Nudge ${first.of} to ${sizeName(first.size)}` : `Nudge ${thicker.size} legs thicker`,
                  patches: [...thicker.values()].map(({ patch }) => patch),
                },
              ]
            : []),
          chooseAgain(job),
        ];
      }),
};
