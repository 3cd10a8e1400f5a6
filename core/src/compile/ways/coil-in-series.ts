/**
 * One plug-in relay whose coil hangs in one series chain:
 *
 *   feed or battery ── control fuse ── switches ── 86 [coil] 85 ── switch to ground or ground
 *
 * and one contact for the load: 87 when a lost signal means off, 87a when it means on (the chain then
 * holds the coil in while the load is to be off).
 */
import { terminal } from '../../circuit/terminal.ts';
import type { Design, Job, Signal, When } from '../../design/schema.ts';
import { normalForm } from '../../design/when.ts';
import { relayById } from '../../parts/shelf.ts';
import { ControlSide, type Feed } from '../control-side.ts';
import { wireLoadSide } from '../load-side.ts';
import { groundSwitchTerminal, switchPole } from '../shared-parts.ts';
import { restingThrowMissing } from './resting-throw.ts';
import type { Way, WayReason } from './way.ts';

interface Chain {
  readonly feed: Feed | undefined;
  readonly switches: readonly Extract<Signal, { nature: 'switch' }>[];
  readonly toGround: Extract<Signal, { nature: 'ground-switch' }> | undefined;
}

/** The clause that the coil follows. */
export function energisedWhen(job: Job): When {
  return normalForm(job.when, job.lost === 'on');
}

/** The series chain that holds the coil in, or why there is none. */
function chainOf(design: Design, job: Job): Chain | WayReason {
  const cannot = (message: string): WayReason => ({ path: `jobs[${design.jobs.indexOf(job)}].when`, message });
  const energised = energisedWhen(job);
  const signals = new Set<Signal>();
  for (const term of energised.op === 'and' ? energised.of : [energised]) {
    if (term.op !== 'signal') return cannot('One coil in series does “and” alone.');
    signals.add(design.signals.find(({ id }) => id === term.signal)!);
  }
  const list = [...signals];
  const feeds = list.filter((signal) => signal.nature === 'feed');
  const toGround = list.filter((signal) => signal.nature === 'ground-switch');
  if (feeds.length > 1) return cannot('Two live feeds do not go in series.');
  if (toGround.length > 1) return cannot('Two switches that end on ground do not go in series.');
  return { feed: feeds[0], switches: list.filter((signal) => signal.nature === 'switch'), toGround: toGround[0] };
}

export const coilInSeries: Way = {
  id: 'coil-in-series',
  title: 'one relay, its coil in series with the signals',

  refuse(design, job) {
    const chain = chainOf(design, job);
    return [...('message' in chain ? [chain] : []), ...restingThrowMissing(design, job)];
  },

  wire(builder, design, job) {
    const chain = chainOf(design, job);
    if ('message' in chain) throw new Error('wire() called on a job that was refused');
    const { feed, switches, toGround } = chain;
    const type = relayById(job.device.part)!;
    const supply = design.supplies.find(({ id }) => id === (feed?.supply ?? job.supply))!;
    const throwPin = job.lost === 'on' ? '87a' : '87';
    const control = new ControlSide(builder, design, job);
    const tag = `K${design.jobs.indexOf(job) + 1}`;
    const relay = control.relay({ id: `${job.id}-relay`, tag, type, throwPin, supply: supply.id, energised: energisedWhen(job) });
    const run = control.source(feed, supply, control.coilA(type, supply));
    let at = run.at;
    for (const signal of switches) {
      const [into, out] = switchPole(builder, design, signal);
      run.wire(`control-${signal.id}`, 'control', at, into, 'BU');
      at = out;
    }
    run.wire('control-coil', 'control', at, terminal(relay, '86'), 'BU/WH');
    const coilEnd = terminal(relay, '85');
    if (toGround) run.wire('control-return', 'control', coilEnd, groundSwitchTerminal(builder, design, toGround), 'BU/BK');
    else run.wire('control-return', 'return', coilEnd, control.ground(), 'BN');
    wireLoadSide(builder, design, job, { relay, type, throwPin });
  },
};
