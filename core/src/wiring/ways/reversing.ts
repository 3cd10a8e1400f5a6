/**
 * A motor both ways: each end of it on the 30 of a changeover relay, 87 on the supply, 87a on its return. With
 * both relays at rest or both pulled in, both ends are on the same metal: the motor is braked, and no state
 * joins supply and ground.
 */
import { loadSupplyOf, outBackwardsLeg, outLeg } from '../../project/index.ts';
import { terminal } from '../../quantity/index.ts';
import { normalForm } from '../../document/index.ts';
import { returnTo } from '../shared-parts.ts';
import { needsOff, typeOf, unfit } from './shared.ts';
import { type Way, relayId } from './way.ts';
import { isCharged, loadFacets } from '../../kinds/index.ts';

const ENDS = [
  ['', '+'],
  ['-back', '-'],
] as const;

export const reversing: Way = {
  id: 'reversing',
  title: 'two changeover relays, one at each end of the motor',
  refuse(design, job) {
    const reasons = unfit(design, job, { otherwise: 'reverse', resting: true });
    if (reasons.length > 0) return reasons;
    const [load] = job.loads;
    if (job.loads.length > 1 || !load || !loadFacets(load).turns)
      return [{ path: `jobs[${design.jobs.indexOf(job)}].loads`, message: 'One motor turns both ways; nothing else does.' }];
    return needsOff(design, job);
  },
  relays(design, job) {
    const { closing, resting } = typeOf(design, job).poles[0]!;
    if (job.otherwise.kind !== 'reverse') throw new Error('relays() called on a job that was refused');
    const uses = [closing, resting!];
    return [
      { suffix: '', clause: normalForm(job.when), uses, holdsBy: null },
      { suffix: '-back', clause: normalForm(job.otherwise.when), uses, holdsBy: null },
    ];
  },
  wire(side) {
    const { builder, design, job } = side;
    const [load] = job.loads;
    if (!load || isCharged(load)) throw new Error('wire() called on a job that was refused');
    const type = typeOf(design, job);
    const { common, closing, resting } = type.poles[0]!;
    const ampere = side.ampere(job.loads);
    const fused = side.source([job.loads]);
    const { fuseA } = fused;
    const { pluses, minus, legs } = side.unitsOf(load, fuseA, ampere);
    const ground = returnTo(builder, design, loadSupplyOf(design, job), job.device.place, job);
    const ways = ENDS.map(([suffix, end]) => {
      const relay = relayId(job, suffix);
      const source = side.toRelay(fused, terminal(relay, closing), ampere, suffix, type);
      const back = `return${suffix}`;
      side.run({ leg: back, role: 'return', from: terminal(relay, resting!), to: ground, colour: 'BN', ampere, fuseA });
      const out = suffix === '' ? outLeg(load.id) : outBackwardsLeg(load.id);
      side.run({
        leg: out,
        role: 'load',
        from: terminal(relay, common),
        to: end === '+' ? pluses[0]! : minus,
        colour: end === '+' ? 'RD/BK' : 'RD/BU',
        ampere,
        fuseA,
      });
      return { source, back, out };
    });
    const [forward, backward] = ways as [(typeof ways)[0], (typeof ways)[0]];
    const fixedDropV = forward.source.fixedDropV + ampere * type.contactOhm;
    for (const [there, other] of [
      [forward, backward],
      [backward, forward],
    ] as const)
      side.path(load, { ...there.source, fixedDropV, legs: [...there.source.legs, there.out, ...legs, other.out, other.back] }, ampere);
  },
};
