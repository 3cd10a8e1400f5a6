/**
 * Any clause, by contacts: the clause in normal form is a network of contacts in series (and) and in
 * parallel (or) between the fused control supply and the coil.
 *
 *   - a dash switch that is to be on is its own contact;
 *   - every other term (a feed, a sensor to ground, anything that is to be off) drives the coil of a
 *     helper relay, whose 87 or 87a is the contact;
 *   - of the terms that all must hold, one feed is the control supply itself and one sensor to ground is
 *     the coil's way to ground, so that neither needs a helper.
 *
 * A helper's contact closes a coil's current only; the load has its one power contact.
 */
import { terminal, type Terminal } from '../../circuit/terminal.ts';
import type { Design, Job, Signal, Supply, When } from '../../design/schema.ts';
import { signalsOf } from '../../design/when.ts';
import { RELAYS, relayById, type RelayType } from '../../parts/shelf.ts';
import type { NetlistBuilder } from '../builder.ts';
import { ControlSide, type ControlRun, type Feed } from '../control-side.ts';
import { wireLoadSide } from '../load-side.ts';
import { groundSwitchTerminal, switchPole } from '../shared-parts.ts';
import { energisedWhen } from './coil-in-series.ts';
import { restingThrowMissing } from './resting-throw.ts';
import type { Way } from './way.ts';

/** More helpers than this are a job for a controller, and more states than one can look through. */
const MOST_SIGNALS = 8;

export const contactLogic: Way = {
  id: 'contact-logic',
  title: 'contacts of switches and helper relays in series and parallel',

  refuse(design, job) {
    const many = signalsOf(job.when).length > MOST_SIGNALS;
    const path = `jobs[${design.jobs.indexOf(job)}].when`;
    return [
      ...(many ? [{ path, message: `A clause over more than ${MOST_SIGNALS} signals is not wired with relays here.` }] : []),
      ...restingThrowMissing(design, job),
    ];
  },

  wire(builder, design, job) {
    new ContactNetwork(builder, design, job).wire();
  },
};

interface Contact {
  readonly into: Terminal;
  readonly out: Terminal;
}

class ContactNetwork {
  private readonly control: ControlSide;
  private readonly number: number;
  private readonly main: RelayType;
  private readonly helperType: RelayType;
  private helpers = 0;
  private splices = 0;
  private legs = 0;
  /** First helper coil of each signal; more of the same hang beside it. */
  private readonly coils = new Map<string, string>();
  private run!: ControlRun;
  private supply!: Supply;
  private feed: Feed | undefined;

  constructor(
    private readonly builder: NetlistBuilder,
    private readonly design: Design,
    private readonly job: Job,
  ) {
    this.control = new ControlSide(builder, design, job);
    this.number = design.jobs.indexOf(job) + 1;
    this.main = relayById(job.device.part)!;
    this.helperType = RELAYS.find(({ pins, coilV }) => pins === 5 && coilV === this.main.coilV)!;
  }

  wire(): void {
    const { builder, design, job, control, main } = this;
    const energised = energisedWhen(job);
    const terms = energised.op === 'and' ? [...energised.of] : [energised];
    const feed = this.takeOut(terms, 'feed') as Feed | undefined;
    this.feed = feed;
    const toGround = this.takeOut(terms, 'ground-switch');
    this.supply = design.supplies.find(({ id }) => id === (feed?.supply ?? job.supply))!;
    const throwPin = job.lost === 'on' ? '87a' : '87';
    const relay = control.relay({ id: `${job.id}-relay`, tag: `K${this.number}`, type: main, throwPin, supply: this.supply.id, energised });
    // The fuse carries the coil and at most a helper for each term.
    const ampere =
      control.coilA(main, this.supply) +
      control.coilA(
        this.helperType,
        this.supply,
        terms.reduce((sum, term) => sum + leaves(term), 0),
      );
    this.run = control.source(feed, this.supply, ampere);

    let ends = [this.run.at];
    for (const term of terms) ends = this.network(term, this.gather(ends));
    for (const end of ends) this.run.wire('control-coil', 'control', end, terminal(relay, '86'), 'BU/WH');
    const coilEnd = terminal(relay, '85');
    if (toGround?.nature === 'ground-switch')
      this.run.wire('control-return', 'control', coilEnd, groundSwitchTerminal(builder, design, toGround), 'BU/BK');
    else this.run.wire('control-return', 'return', coilEnd, control.ground(), 'BN');
    wireLoadSide(builder, design, job, { relay, type: main, throwPin });
  }

  /** Removes the first plain term of a nature from those that all must hold. */
  private takeOut(terms: When[], nature: Signal['nature']): Signal | undefined {
    const at = terms.findIndex((term) => term.op === 'signal' && this.signal(term.signal).nature === nature);
    const [term] = at < 0 ? [] : terms.splice(at, 1);
    return term?.op === 'signal' ? this.signal(term.signal) : undefined;
  }

  private signal(id: string): Signal {
    return this.design.signals.find((candidate) => candidate.id === id)!;
  }

  /** Contacts for `term` from one terminal on; answers the far ends, which are to be joined. */
  private network(term: When, from: Terminal): Terminal[] {
    if (term.op === 'and') return term.of.reduce<Terminal[]>((ends, part) => this.network(part, this.gather(ends)), [from]);
    if (term.op === 'or') return term.of.flatMap((part) => this.network(part, from));
    const positive = term.op === 'signal';
    const inner = positive ? term : term.of;
    if (inner.op !== 'signal') throw new Error('The clause is not in normal form');
    const { into, out } = this.contact(this.signal(inner.signal), positive);
    this.run.wire(`control-${++this.legs}`, 'control', from, into, 'BU');
    return [out];
  }

  /** One terminal for several ends: themselves when there is one, else a splice. */
  private gather(ends: readonly Terminal[]): Terminal {
    const [only] = ends;
    if (ends.length === 1 && only) return only;
    const id = `${this.job.id}-control-splice-${++this.splices}`;
    const tag = `X${this.number}.C${this.splices}`;
    this.builder.add({ id, kind: 'splice', tag, name: 'splice', place: this.job.device.place, job: this.job.id, spec: {} });
    for (const end of ends) this.run.wire(`control-${++this.legs}`, 'control', end, terminal(id, '1'), 'BU');
    return terminal(id, '1');
  }

  private contact(signal: Signal, positive: boolean): Contact {
    if (signal.nature === 'switch' && positive) {
      const [into, out] = switchPole(this.builder, this.design, signal);
      return { into, out };
    }
    const throwPin = positive ? '87' : '87a';
    const helper = this.helper(signal, throwPin);
    return { into: terminal(helper, '30'), out: terminal(helper, throwPin) };
  }

  /** A relay whose coil follows one signal. */
  private helper(signal: Signal, throwPin: '87' | '87a'): string {
    const { builder, design, job, control, run } = this;
    const count = ++this.helpers;
    const supply = signal.nature === 'feed' ? design.supplies.find(({ id }) => id === signal.supply)! : this.supply;
    const own: When = { op: 'signal', signal: signal.id };
    const id = control.relay({
      id: `${job.id}-helper-${count}`,
      tag: `K${this.number}.${count}`,
      type: this.helperType,
      throwPin,
      supply: supply.id,
      energised: signal.nature === 'feed' ? own : behindFeed(this.feed, own),
    });
    const first = this.coils.get(signal.id);
    const leg = (end: string) => `control-${id.slice(job.id.length + 1)}-${end}`;
    if (first !== undefined) {
      run.wire(leg('86'), 'control', terminal(first, '86'), terminal(id, '86'), 'BU');
      run.wire(leg('85'), 'control', terminal(first, '85'), terminal(id, '85'), 'BU/BK');
      return id;
    }
    this.coils.set(signal.id, id);
    const plus = terminal(id, '86');
    const minus = terminal(id, '85');
    if (signal.nature === 'feed') {
      const tap = control.source(signal, supply, control.coilA(this.helperType, supply, 4), `-${count}`);
      tap.wire(leg('86'), 'control', tap.at, plus, 'BU');
      tap.wire(leg('85'), 'return', minus, control.ground(), 'BN');
    } else if (signal.nature === 'ground-switch') {
      run.wire(leg('86'), 'control', run.at, plus, 'BU');
      run.wire(leg('85'), 'control', minus, groundSwitchTerminal(builder, design, signal), 'BU/BK');
    } else {
      const [into, out] = switchPole(builder, design, signal);
      run.wire(leg('feed'), 'control', run.at, into, 'BU');
      run.wire(leg('86'), 'control', out, plus, 'BU');
      run.wire(leg('85'), 'return', minus, control.ground(), 'BN');
    }
    return id;
  }
}

/** A helper that hangs on the clause's feed holds only while that is live. */
function behindFeed(feed: Feed | undefined, own: When): When {
  return feed ? { op: 'and', of: [{ op: 'signal', signal: feed.id }, own] } : own;
}

function leaves(term: When): number {
  if (term.op === 'signal') return 1;
  return term.op === 'not' ? leaves(term.of) : term.of.reduce((sum, part) => sum + leaves(part), 0);
}
