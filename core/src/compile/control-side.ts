/** What all ways of wiring a coil share: the relay with its diode, and fused control wires of one size rule. */
import { partOf, terminal, type Terminal } from '../circuit/terminal.ts';
import type { Design, Job, Signal, Supply, When } from '../design/schema.ts';
import { coilTemperature } from '../parts/relay.ts';
import { SUPPRESSION_DIODE, type RelayType } from '../parts/shelf.ts';
import { copperAtTemperature } from '../reference/copper.ts';
import { chooseControlFuse, smallestForAmpacity } from '../sizing/choose.ts';
import type { NetlistBuilder } from './builder.ts';
import type { WireRole } from './netlist.ts';
import { batteryPlus, feedTap, groundAt } from './shared-parts.ts';

/** Lead from a battery post or a tap to its fuse, m. */
export const FUSE_LEAD_M = 0.15;

export type Feed = Extract<Signal, { nature: 'feed' }>;

export interface RelayOrder {
  readonly id: string;
  readonly tag: string;
  readonly type: RelayType;
  readonly throwPin: '87' | '87a';
  readonly supply: string;
  /** When its coil is meant to hold. */
  readonly energised: When;
}

export class ControlSide {
  private readonly number: number;
  private readonly coldC: number;

  constructor(
    private readonly builder: NetlistBuilder,
    private readonly design: Design,
    private readonly job: Job,
  ) {
    this.number = design.jobs.indexOf(job) + 1;
    this.coldC = design.places.find(({ id }) => id === job.device.place)!.coldestC;
  }

  /** A relay at the job's place, with the suppression that the job asks for. */
  relay({ id, tag, type, throwPin, supply, energised }: RelayOrder): string {
    const { builder, job } = this;
    const common = { place: job.device.place, job: job.id };
    builder.add({ id, kind: 'relay', tag, name: type.name, ...common, spec: { type, throw: throwPin, supply, energised } });
    if (job.suppression === 'diode') {
      const diode = `${id}-diode`;
      builder.add({
        id: diode,
        kind: 'diode',
        tag: tag.replace('K', 'D'),
        name: SUPPRESSION_DIODE.name,
        ...common,
        spec: SUPPRESSION_DIODE,
      });
      builder.join(terminal(diode, 'K'), terminal(id, '86'));
      builder.join(terminal(diode, 'A'), terminal(id, '85'));
    }
    return id;
  }

  /** Most current that `coils` coils of a type draw: highest supply, coldest coil. A. */
  coilA(type: RelayType, supply: Supply, coils = 1): number {
    return (coils * supply.highestV) / copperAtTemperature(type.coilOhm, coilTemperature(type, this.coldC, 0));
  }

  /** Taps a feed, or the job's battery, through a control fuse of its own. */
  source(feed: Feed | undefined, supply: Supply, ampere: number, suffix = ''): ControlRun {
    const { builder, design, job } = this;
    const choice = job.controlFuse === 'auto' ? chooseControlFuse(ampere, design.settings.headroom) : job.controlFuse;
    const fuseA = choice === 'none' ? 0 : choice;
    const tap = feed ? feedTap(builder, design, feed) : batteryPlus(builder, design, supply.id);
    const run = new ControlRun(builder, job, ampere, fuseA);
    if (fuseA === 0) return run.from(tap);
    const id = `${job.id}-control-fuse${suffix}`;
    const place = feed?.place ?? supply.place;
    const spec = { ratingA: fuseA, chosen: job.controlFuse !== 'auto' };
    builder.add({ id, kind: 'fuse', tag: `F${this.number}C${suffix.replace('-', '')}`, name: 'control fuse', place, job: job.id, spec });
    run.wire(`control-feed${suffix}`, 'control', tap, terminal(id, '1'), 'BU', FUSE_LEAD_M);
    return run.from(terminal(id, '2'));
  }

  ground(): Terminal {
    return groundAt(this.builder, this.design, this.job.device.place);
  }
}

/** Control wires behind one fuse; `at` is the fused end. */
export class ControlRun {
  at: Terminal = '';

  constructor(
    private readonly builder: NetlistBuilder,
    private readonly job: Job,
    private readonly currentA: number,
    private readonly fuseA: number,
  ) {}

  from(at: Terminal): this {
    this.at = at;
    return this;
  }

  wire(leg: string, role: WireRole, from: Terminal, to: Terminal, colour: string, lengthM?: number): void {
    const { builder, job } = this;
    const place = (end: Terminal) => builder.find(partOf(end))!.place;
    const hotC = builder.hottestC(builder.hotterPlace(place(from), place(to)));
    const chosenMm2 = job.wires[leg]?.sizeMm2;
    const sizeMm2 = chosenMm2 ?? smallestForAmpacity({ key: leg, lengthM: 0, currentA: this.currentA, hotC, fuseA: this.fuseA, chosenMm2 });
    builder.wire(job, { leg, role, from, to, sizeMm2, colour, ...(lengthM === undefined ? {} : { lengthM }) });
  }
}
