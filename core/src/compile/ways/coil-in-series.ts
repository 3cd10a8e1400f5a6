/**
 * One plug-in relay whose coil hangs in one series chain:
 *
 *   feed or battery ── control fuse ── switches ── 86 [coil] 85 ── switch to ground or ground
 *
 * and one contact for the load: 87 when a lost signal means off, 87a when it means on (the chain then
 * holds the coil in while the load is to be off).
 */
import { partOf, terminal, type Terminal } from '../../circuit/terminal.ts';
import type { Design, Job, Signal } from '../../design/schema.ts';
import { normalForm } from '../../design/when.ts';
import { coilTemperature } from '../../parts/relay.ts';
import { relayById, SUPPRESSION_DIODE } from '../../parts/shelf.ts';
import { copperAtTemperature } from '../../reference/copper.ts';
import { chooseControlFuse, chooseSizes } from '../../sizing/choose.ts';
import type { NetlistBuilder } from '../builder.ts';
import { FUSE_LEAD_M, wireLoadSide, type PlacedContact } from '../load-side.ts';
import { batteryPlus, feedTap, groundAt, groundSwitchTerminal, switchPole } from '../shared-parts.ts';
import type { Way, WayReason } from './way.ts';

interface Chain {
  readonly feed: Extract<Signal, { nature: 'feed' }> | undefined;
  readonly switches: readonly Extract<Signal, { nature: 'switch' }>[];
  readonly toGround: Extract<Signal, { nature: 'ground-switch' }> | undefined;
}

/** The series chain that holds the coil in, or why there is none. */
function chainOf(design: Design, job: Job): Chain | WayReason {
  const cannot = (message: string): WayReason => ({ path: `jobs[${design.jobs.indexOf(job)}].when`, message });
  const energised = normalForm(job.when, job.lost === 'on');
  const signals = new Set<Signal>();
  for (const term of energised.op === 'and' ? energised.of : [energised]) {
    if (term.op === 'or')
      return cannot(
        job.lost === 'on'
          ? 'To be on when a signal is lost, the coil must be held in while the load is off: here by one signal or another, and “or” cannot be wired yet.'
          : '“Or” cannot be wired with one relay yet.',
      );
    if (term.op === 'not')
      return cannot(
        job.lost === 'on'
          ? 'To be on when a signal is lost, the coil must be held in while the load is off: put the clause as “… is off”, or let a lost signal mean off.'
          : 'A signal that must be off needs a second relay, which cannot be wired yet. One five-pin relay will do if a lost signal may mean on.',
      );
    if (term.op === 'signal') signals.add(design.signals.find(({ id }) => id === term.signal)!);
  }
  const list = [...signals];
  const feeds = list.filter((signal) => signal.nature === 'feed');
  const toGround = list.filter((signal) => signal.nature === 'ground-switch');
  const second = (both: readonly Signal[], are: string) =>
    cannot(`${both.map(({ name }) => name).join(' and ')} ${are}: both in one clause need a second relay, which cannot be wired yet.`);
  if (feeds.length > 1) return second(feeds, 'are live feeds');
  if (toGround.length > 1) return second(toGround, 'end on ground in their own bodies');
  return { feed: feeds[0], switches: list.filter((signal) => signal.nature === 'switch'), toGround: toGround[0] };
}

export const coilInSeries: Way = {
  id: 'coil-in-series',
  title: 'one relay, its coil in series with the signals',

  refuse(design, job) {
    const reasons: WayReason[] = [];
    const chain = chainOf(design, job);
    if ('message' in chain) reasons.push(chain);
    if (job.lost === 'on' && relayById(job.device.part)!.pins !== 5)
      reasons.push({
        path: `jobs[${design.jobs.indexOf(job)}].device.part`,
        message: 'To be on when the signal is lost needs the throw that rests closed (87a): choose a five-pin relay.',
      });
    return reasons;
  },

  wire(builder, design, job) {
    const chain = chainOf(design, job);
    if ('message' in chain) throw new Error('wire() called on a job that was refused');
    wireLoadSide(builder, design, job, wireCoil(builder, design, job, chain));
  },
};

/** The relay, its suppression, and the chain that feeds its coil. */
function wireCoil(builder: NetlistBuilder, design: Design, job: Job, chain: Chain): PlacedContact {
  const n = design.jobs.indexOf(job) + 1;
  const type = relayById(job.device.part)!;
  const place = job.device.place;
  const throwPin = job.lost === 'on' ? '87a' : '87';
  const relay = `${job.id}-relay`;
  builder.add({ id: relay, kind: 'relay', tag: `K${n}`, name: type.name, place, job: job.id, spec: { type, throw: throwPin } });
  if (job.suppression === 'diode') {
    const id = `${job.id}-diode`;
    builder.add({ id, kind: 'diode', tag: `D${n}`, name: SUPPRESSION_DIODE.name, place, job: job.id, spec: SUPPRESSION_DIODE });
    builder.join(terminal(id, 'K'), terminal(relay, '86'));
    builder.join(terminal(id, 'A'), terminal(relay, '85'));
  }

  const supply = design.supplies.find(({ id }) => id === (chain.feed?.supply ?? job.supply))!;
  const sourcePlace = chain.feed?.place ?? supply.place;
  const coldC = coilTemperature(type, design.places.find(({ id }) => id === place)!.coldestC, 0);
  const coilA = supply.highestV / copperAtTemperature(type.coilOhm, coldC);
  const auto = job.controlFuse === 'auto' ? chooseControlFuse(coilA, design.settings.headroom) : job.controlFuse;
  const fuseA = auto === 'none' ? 0 : auto;

  let at: Terminal = chain.feed ? feedTap(builder, design, chain.feed) : batteryPlus(builder, design, supply.id);
  let atPlace = sourcePlace;
  const run = (leg: string, role: 'control' | 'return', to: Terminal, toPlace: string, colour: string, lengthM?: number): void => {
    const hotC = builder.hottestC(builder.hotterPlace(atPlace, toPlace));
    const sizes = chooseSizes([{ key: leg, lengthM: 1, currentA: coilA, hotC, fuseA, chosenMm2: job.wires[leg]?.sizeMm2 }], []);
    builder.wire(job, { leg, role, from: at, to, sizeMm2: sizes.get(leg)!, colour, ...(lengthM === undefined ? {} : { lengthM }) });
    atPlace = toPlace;
  };
  if (fuseA > 0) {
    const id = `${job.id}-control-fuse`;
    const spec = { ratingA: fuseA, chosen: job.controlFuse !== 'auto' };
    builder.add({ id, kind: 'fuse', tag: `F${n}C`, name: 'control fuse', place: sourcePlace, job: job.id, spec });
    run('control-feed', 'control', terminal(id, '1'), sourcePlace, 'BU', FUSE_LEAD_M);
    at = terminal(id, '2');
  }
  for (const signal of chain.switches) {
    const [into, out] = switchPole(builder, design, signal);
    run(`control-${signal.id}`, 'control', into, signal.place, 'BU');
    at = out;
  }
  run('control-coil', 'control', terminal(relay, '86'), place, 'BU/WH');
  at = terminal(relay, '85');
  if (chain.toGround)
    run('control-return', 'control', groundSwitchTerminal(builder, design, chain.toGround), chain.toGround.place, 'BU/BK');
  else {
    const ground = groundAt(builder, design, place);
    run('control-return', 'return', ground, builder.find(partOf(ground))!.place, 'BN');
  }
  return { relay, type, throwPin };
}
