import { partOf, type Terminal } from '../circuit/terminal.ts';
import type { Design, Job, Place } from '../design/schema.ts';
import { LENGTH_ALLOWANCE, SAME_PLACE_M, waysBetween } from '../design/distances.ts';
import type { AnyPart } from '../parts/registry.ts';
import type { Netlist, Wire, WireRole } from './netlist.ts';

export interface WireOrder {
  readonly leg: string;
  readonly role: WireRole;
  readonly from: Terminal;
  readonly to: Terminal;
  readonly sizeMm2: number;
  readonly colour: string;
  /** Only where it is not given by the places of its ends. */
  readonly lengthM?: number;
}

/** Collects parts, wires and joints; parts that several jobs share are made once. */
export class NetlistBuilder {
  private readonly parts = new Map<string, AnyPart>();
  private readonly wires: Wire[] = [];
  private readonly joints: [Terminal, Terminal][] = [];
  private readonly places: Map<string, Place>;
  private readonly ways: (from: string, to: string) => number | undefined;
  private readonly wiresOfJob = new Map<string, number>();

  constructor(private readonly design: Design) {
    this.places = new Map(design.places.map((place) => [place.id, place]));
    this.ways = waysBetween(design);
  }

  add<P extends AnyPart>(part: P): P {
    const known = this.parts.get(part.id);
    if (known) return known as P;
    this.parts.set(part.id, part);
    return part;
  }

  /** Puts a changed copy in a part's place (a switch that gains a pole). */
  replace(part: AnyPart): void {
    this.parts.set(part.id, part);
  }

  find(id: string): AnyPart | undefined {
    return this.parts.get(id);
  }

  join(a: Terminal, b: Terminal): void {
    this.joints.push([a, b]);
  }

  /** Length to cut between two places, m; undefined when nobody gave the way. */
  lengthM(from: string, to: string): number | undefined {
    if (from === to) return SAME_PLACE_M;
    const way = this.ways(from, to);
    return way === undefined ? undefined : way * (1 + LENGTH_ALLOWANCE);
  }

  hotterPlace(a: string, b: string): string {
    return this.places.get(a)!.hottestC >= this.places.get(b)!.hottestC ? a : b;
  }

  hottestC(place: string): number {
    return this.places.get(place)!.hottestC;
  }

  wire(job: Job, order: WireOrder): Wire {
    const place = (end: Terminal) => this.parts.get(partOf(end))!.place;
    const from = place(order.from);
    const to = place(order.to);
    const number = (this.wiresOfJob.get(job.id) ?? 0) + 1;
    this.wiresOfJob.set(job.id, number);
    const wire: Wire = {
      id: `${job.id}/${order.from}>${order.to}`,
      tag: `W${this.design.jobs.indexOf(job) + 1}.${number}`,
      job: job.id,
      leg: order.leg,
      role: order.role,
      from: order.from,
      to: order.to,
      sizeMm2: order.sizeMm2,
      sizeChosen: job.wires[order.leg]?.sizeMm2 !== undefined,
      colour: job.wires[order.leg]?.colour ?? order.colour,
      lengthM: order.lengthM ?? this.lengthM(from, to)!,
      hotPlace: this.hotterPlace(from, to),
    };
    this.wires.push(wire);
    return wire;
  }

  netlist(): Netlist {
    return { parts: [...this.parts.values()], wires: this.wires, joints: this.joints };
  }
}
