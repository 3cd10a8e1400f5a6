/** Changeover on the mains: one set of loads on the closing throw, another on the one that rests closed; in two conductors where both are broken. */
import { terminal } from '../../quantity/index.ts';
import { type Design, type Job, breaksOf, loadSupplyOf } from '../../project/index.ts';
import { normalForm } from '../../document/index.ts';
import { type Pole, isCharged, isMains, loadFacets } from '../../kinds/index.ts';
import { needsOff, typeOf, unfit } from './shared.ts';
import type { WayReason } from '../drives/drive.ts';
import { type Way, relayId } from './way.ts';

const polesOf = (design: Design, job: Job): readonly Pole[] => typeOf(design, job).poles.slice(0, breaksOf(design, job) === 'both' ? 2 : 1);

export const mainsChangeover: Way = {
  id: 'mains-changeover',
  title: 'one load on the closing throw, the other on the resting one',
  refuse(design, job): readonly WayReason[] {
    const path = `jobs[${design.jobs.indexOf(job)}]`;
    if (!isMains(loadSupplyOf(design, job)))
      return [{ path: `${path}.supply`, message: 'This is a way for the mains.', about: 'another supply' }];
    const reasons = unfit(design, job, { otherwise: 'loads', mains: true });
    if (reasons.length > 0 || job.otherwise.kind !== 'loads') return reasons;
    const off = needsOff(design, job);
    if (off.length > 0) return off;
    const breaks = breaksOf(design, job);
    if (breaks === 'neutral') return [{ path: `${path}.breaks`, message: 'A changeover stands in the line, or in both conductors.' }];
    const wanted = breaks === 'both' ? 2 : 1;
    const poles = typeOf(design, job).poles.filter(({ resting }) => resting !== null);
    if (poles.length < wanted)
      return [
        {
          path: `${path}.device.part`,
          message: `This needs ${wanted === 2 ? 'two poles with throws that rest' : 'a throw that rests'} closed: choose a changeover relay for the mains.`,
        },
      ];
    const lines = [...job.loads, ...job.otherwise.loads];
    if (lines.some(isCharged)) return [{ path: `${path}.loads`, message: 'A battery is not charged from the mains by a relay.' }];
    // A cut-out ends what is behind it: of two throws it is not behind both.
    if (job.cutOut.kind === 'contactor')
      return [{ path: `${path}.cutOut`, message: 'A contactor that ends the heat has a job of its own: say the two loads as two jobs.' }];
    if (job.cutOut.kind === 'thermal-fuse' && job.otherwise.loads.some((load) => loadFacets(load).heats))
      return [{ path: `${path}.cutOut`, message: 'One thermal fuse ends one of two heaters: say them as two jobs, each with its own.' }];
    return [];
  },
  relays(design, job) {
    return [
      {
        suffix: '',
        clause: normalForm(job.when),
        uses: polesOf(design, job).flatMap(({ closing, resting }) => [closing, resting!]),
        holdsBy: null,
      },
    ];
  },
  wire(side) {
    const { design, job } = side;
    if (job.otherwise.kind !== 'loads') throw new Error('wire() called on a job that was refused');
    const type = typeOf(design, job);
    const [line, other] = polesOf(design, job) as [Pole, Pole | undefined];
    const at = (pin: string) => terminal(relayId(job), pin);
    const ampere = Math.max(side.ampere(job.loads), side.ampere(job.otherwise.loads));
    const source = side.toRelay(side.source([job.loads, job.otherwise.loads]), at(line.common), ampere, '', type);
    const heated = side.throughThermalFuse(side.beyond(source, at(line.closing)), side.ampere(job.loads));
    side.lines(job.loads, heated, other && at(other.closing));
    side.lines(job.otherwise.loads, side.beyond(source, at(line.resting!)), other && at(other.resting!));
    if (other) side.backFrom(at(other.common), ampere, source.fuseA);
  },
};
