/** Always on: from the supply through its fuse to the load, with nothing between. */
import { type Design, type Job, loadSupplyOf } from '../../project/index.ts';
import { isCharged, isMains } from '../../kinds/index.ts';
import type { Way } from './way.ts';

export const straight: Way = {
  id: 'straight',
  title: 'straight from its fuse, with nothing between',
  refuse(design: Design, job: Job) {
    const path = `jobs[${design.jobs.indexOf(job)}]`;
    if (job.when.op !== 'always') return [{ path: `${path}.when`, message: 'A signal works it.', about: 'another sentence' }];
    if (job.device.kind !== 'direct')
      return [{ path: `${path}.device`, message: 'What is always on has nothing to switch: choose no relay.' }];
    if (isMains(loadSupplyOf(design, job)))
      return [{ path: `${path}.supply`, message: 'What is always on the mains is plugged in as it is sold: there is no circuit to draw.' }];
    if (job.otherwise.kind !== 'off')
      return [{ path: `${path}.otherwise`, message: 'What is always on has no other times at which something else could be.' }];
    if (job.loads.some(isCharged)) return [{ path: `${path}.loads`, message: 'Two batteries are not joined for good: say when.' }];
    return [];
  },
  relays: () => [],
  wire(side) {
    side.lines(side.job.loads, side.throughThermalFuse(side.source([side.job.loads]), side.ampere(side.job.loads)));
  },
};
