/**
 * Any clause, by contacts: the clause in normal form is a network of contacts in series (and) and in
 * parallel (or) between a fused supply and the coil.
 *
 *   - a dry contact that conducts when its term holds is its own contact;
 *   - every other term drives the coil of a helper relay, whose closing or resting throw is the contact:
 *     a feed, a sensor to ground, a controller's pin, what is held, toggled or delayed;
 *   - of the terms that all must hold, one feed is the supply itself and one sensor to ground is the coil's
 *     way to ground, so that neither needs a helper.
 *
 * What is held is a two-pole relay, one pole to hold it and one as its contact. A helper's contact closes a
 * coil's current only; the load has its one power contact.
 */
import { type Terminal, terminal } from '../../quantity/index.ts';
import { type Design, type Job, controlSupplyOf } from '../../project/index.ts';
import {
  type RelayType,
  type SignalOf,
  conductorColours,
  currentOf,
  isFeed,
  isMains,
  isPin,
  isRegulator,
  pinRelay,
  restOf,
  helpersOf,
  servesLogic,
  servingRelay,
} from '../../kinds/index.ts';
import { type When, normalForm, partsOf, signalsOf } from '../../document/index.ts';
import { type ControlRun, type ControlSide, type Literal, isDry, isGrounding, isLiveFeed, literalOf } from '../control-side.ts';
import { sourceReturn } from '../shared-parts.ts';
import { typeOf } from '../ways/shared.ts';
import { type Drive, cannot, termsOf } from './drive.ts';

/** More than this is a job for a controller, and more states than one can look through. */
export const MOST_SIGNALS = 12;

export const contactLogic: Drive = {
  id: 'contact-logic',
  title: 'contacts of switches and helper relays in series and parallel',
  rank: () => 5,
  refuse(design: Design, job: Job, clause) {
    if (signalsOf(clause).length > MOST_SIGNALS)
      return cannot(
        design,
        job,
        `A clause over more than ${MOST_SIGNALS} signals is not wired with relays here: divide it into several jobs, or let a board’s pin say it.`,
      );
    const { module, solid } = typeOf(design, job);
    if (module || solid) return cannot(design, job, 'Helper relays have no place before this input.');
    const supply = controlSupplyOf(design, job);
    if (isMains(supply) || currentOf(supply) === 'ac' || (!servesLogic(supply.nominalV) && needsHelpers(design, clause)))
      return cannot(
        design,
        job,
        `There are no helper relays for ${supply.name}: say it with contacts in series, or choose another supply for the coil.`,
      );
    const output = signalsOf(clause)
      .map((id) => design.signals.find((signal) => signal.id === id)!)
      .find(isRegulator);
    if (output)
      return cannot(
        design,
        job,
        `${output.name} gives a few milliamperes: it drives the input of a solid-state relay, or a transistor before one coil, by itself or together with contacts and feeds that must all be on. Helper relays are too much for it.`,
      );
    const name = (signal: string) => design.signals.find(({ id }) => id === signal)!.name;
    const twice = racing(clause);
    if (twice !== null)
      return cannot(design, job, `${name(twice)} works twice on one thing that is held or toggled: its relays would race each other.`);
    const early = startingEarly(design, clause);
    if (early === null) return [];
    return cannot(
      design,
      job,
      `${name(early)} rests closed: what it starts would start by itself when the battery is connected. Start it by one that rests open.`,
    );
  },
  wire(side, { relay, type, suffix, clause }) {
    new ContactNetwork(side, suffix, clause).drive({ relay, type, leg: suffix, clause, base: null });
  },
};

/** Whether some term of it is no contact of its own, beside the one feed and the one sensor to ground that a coil hangs between. */
function needsHelpers(design: Design, clause: When): boolean {
  const terms = [...termsOf(clause)];
  for (const fits of [isLiveFeed, isGrounding]) {
    const at = terms.findIndex((term) => {
      const literal = literalOf(design, term);
      return literal !== null && fits(literal);
    });
    if (at >= 0) terms.splice(at, 1);
  }
  const isContact = (term: When): boolean => {
    if (term.op === 'and' || term.op === 'or') return term.of.every(isContact);
    const literal = literalOf(design, term);
    return literal !== null && isDry(literal);
  };
  return !terms.every(isContact);
}

/**
 * A signal that is named twice inside one *held* or *toggle*; null when there is none. Its two contacts move
 * at different instants, and what remembers would remember the instant between. With every signal named once
 * one change moves a network one way only.
 */
export function racing(clause: When): string | null {
  if (clause.op === 'held' || clause.op === 'toggle') {
    const seen = new Set<string>();
    const again = (part: When): string | null => {
      if (part.op !== 'signal') return partsOf(part).reduce<string | null>((found, inner) => found ?? again(inner), null);
      if (seen.has(part.signal)) return part.signal;
      seen.add(part.signal);
      return null;
    };
    return again(clause);
  }
  return partsOf(clause).reduce<string | null>((found, part) => found ?? racing(part), null);
}

/**
 * A signal whose contact rests closed and that sets or toggles something when it is operated; null when there
 * is none. Its helper would have to be in before the power is, or its resting throw starts the thing.
 */
function startingEarly(design: Design, clause: When, starts = false): string | null {
  const literal = literalOf(design, clause);
  if (literal) {
    const { signal, positive } = literal;
    const closed = restOf(signal) === 'closed';
    return starts && positive && closed ? signal.id : null;
  }
  // What ends a thing starts nothing, but something may be held in it that is started.
  if (clause.op === 'held') return startingEarly(design, clause.set, true) ?? startingEarly(design, clause.reset);
  const inner = starts || clause.op === 'toggle';
  return partsOf(clause).reduce<string | null>((found, part) => found ?? startingEarly(design, part, inner), null);
}

interface Driven {
  readonly relay: string;
  readonly type: RelayType;
  /** Names its legs. */
  readonly leg: string;
  readonly clause: When;
  /** Where it gets its current when no feed of its clause gives it; null for the job's own source. */
  readonly base: ControlRun | null;
  /** Its helpers hang on the base even where a feed gives it its current: they must be in before that feed is. */
  readonly early?: boolean;
}

class ContactNetwork {
  private helpers = 0;
  private splices = 0;
  private legs = 0;
  /** First helper of each clause; more contacts of the same hang on coils beside it. */
  private readonly coils = new Map<string, { relay: string; type: RelayType; group: ControlRun }>();
  /** How often the clause names each controller's pin: a pin bears one coil or two, not a row of them. */
  private readonly pinUses = new Map<string, number>();

  constructor(
    private readonly side: ControlSide,
    private readonly suffix: string,
    clause: When,
  ) {
    const count = (part: When): void => {
      if (part.op === 'signal') this.pinUses.set(part.signal, (this.pinUses.get(part.signal) ?? 0) + 1);
      else partsOf(part).forEach(count);
    };
    count(clause);
  }

  private crowded(pin: string): boolean {
    return (this.pinUses.get(pin) ?? 0) > 2;
  }

  /** Whether a reed contact bears the coil that it would feed. */
  private bears(reed: RelayType): boolean {
    const { side } = this;
    return side.coilA(typeOf(side.design, side.job)) <= reed.closing.resistiveA;
  }

  drive({ relay, type, leg, clause, base, early = false }: Driven): void {
    const { side } = this;
    const terms = [...termsOf(clause)];
    const feed = this.takeOut(terms, isLiveFeed)?.signal;
    const grounding = this.takeOut(terms, isGrounding);
    const source = isFeed(feed) ? side.source(feed) : (base ?? side.source(undefined));
    source.feeds(side.coilA(type));
    let runs = [source];
    for (const term of terms) runs = this.network(term, this.gather(runs), early && base ? base : source);
    for (const run of runs) run.wire(`control-coil${leg}`, terminal(relay, type.coil[0]), 'BU/WH');
    side.toGround(source.from(terminal(relay, type.coil[1])), { relay, suffix: leg }, grounding);
  }

  /** Removes the first term of a kind from those that all must hold. */
  private takeOut(terms: When[], fits: (literal: Literal) => boolean): Literal | undefined {
    for (let at = 0; at < terms.length; at++) {
      const literal = literalOf(this.side.design, terms[at]!);
      if (!literal || !fits(literal)) continue;
      terms.splice(at, 1);
      return literal;
    }
    return undefined;
  }

  /** Contacts for `term` from one point on; answers the far ends, which are to be joined. */
  private network(term: When, from: ControlRun, base: ControlRun): ControlRun[] {
    if (term.op === 'and') return term.of.reduce<ControlRun[]>((runs, part) => this.network(part, this.gather(runs), base), [from]);
    if (term.op === 'or') return term.of.flatMap((part) => this.network(part, from, base));
    const literal = literalOf(this.side.design, term);
    if (literal && isDry(literal)) return [from.through(literal, this.leg(), true)];
    const { into, out } = this.contact(term, base);
    return [from.wire(this.leg(), into, 'BU').from(out)];
  }

  private leg(): string {
    return `control${this.suffix}-${++this.legs}`;
  }

  /** One point for several ends: itself when there is one, else a splice. */
  private gather(runs: readonly ControlRun[]): ControlRun {
    const [first] = runs;
    if (runs.length === 1 && first) return first;
    const { job, number } = this.side;
    const tag = `X${number}.C${++this.splices}${this.suffix.replace('-', '')}`;
    const splice = this.side.splice(`${job.id}-control-splice${this.suffix}-${this.splices}`, tag);
    const reached = runs.map((run) => run.wire(this.leg(), splice, 'BU'));
    return reached[0]!.from(splice);
  }

  /** A helper's contact that conducts just when `term` holds. */
  private contact(term: When, base: ControlRun): { into: Terminal; out: Terminal } {
    const literal = literalOf(this.side.design, term);
    let of = term.op === 'not' ? term.of : term;
    let closes = term.op !== 'not';
    if (literal && !isFeed(literal.signal) && !isPin(literal.signal)) {
      // The coil follows the signal the way round that its contact conducts.
      const conducts = [true, false].find((positive) => isDry({ ...literal, positive }) || isGrounding({ ...literal, positive }))!;
      closes = literal.positive === conducts;
      of = conducts ? { op: 'signal', signal: literal.signal.id } : { op: 'not', of: { op: 'signal', signal: literal.signal.id } };
    }
    // What is on until something has waited must wait already when the feed comes: it hangs on the supply itself.
    const waitsAhead = !closes && of.op === 'delay' && !termsOf(of.of).some((part) => this.isFed(part));
    const { relay, type, pole } = this.helper(of, waitsAhead ? this.side.source(null) : base, closes);
    const { common, closing, resting } = type.poles[pole]!;
    return { into: terminal(relay, common), out: terminal(relay, closes ? closing : resting!) };
  }

  /** Whether a term is a feed, that gives its coil its current. */
  private isFed(term: When): boolean {
    const literal = literalOf(this.side.design, term);
    return literal !== null && isLiveFeed(literal);
  }

  /** A relay whose coil follows `of`, with a contact to spare. */
  private helper(of: When, base: ControlRun, closes: boolean): { relay: string; type: RelayType; pole: number } {
    const { side } = this;
    const count = ++this.helpers;
    const relay = `${side.job.id}-helper${this.suffix}-${count}`;
    const leg = `${this.suffix}-helper-${count}`;
    const type = this.typeFor(of);
    const pole = of.op === 'held' ? 1 : 0;
    const pinOf = (at: number, closing: boolean) => (closing ? type.poles[at]!.closing : type.poles[at]!.resting!);
    const uses = [...(of.op === 'held' ? [pinOf(0, true)] : []), pinOf(pole, closes)];
    const delays = of.op === 'delay' ? { delays: { closeS: of.onS, openS: of.offS } } : {};
    const tag = `K${side.number}.${count}${this.suffix.replace('-', '')}`;
    side.relay({ id: relay, tag, type, uses, carries: 'control', ...delays });

    const key = JSON.stringify(of);
    const beside = this.coils.get(key);
    if (beside && of.op !== 'held' && of.op !== 'toggle') {
      beside.group.feeds(side.coilA(type));
      for (const at of [0, 1] as const)
        beside.group
          .from(terminal(beside.relay, beside.type.coil[at]))
          .wire(`control${leg}-${at + 1}`, terminal(relay, type.coil[at]), 'BU');
      return { relay, type, pole };
    }
    this.coils.set(key, { relay, type, group: this.follow(relay, type, leg, of, base) });
    return { relay, type, pole };
  }

  private typeFor(of: When): RelayType {
    const { coilV } = this.mainCoil();
    if (of.op === 'signal') {
      const signal = this.side.design.signals.find(({ id }) => id === of.signal)!;
      if (isPin(signal) && !this.crowded(signal.id) && this.bears(pinRelay(signal.volt))) return pinRelay(signal.volt);
    }
    const duty = of.op === 'delay' ? 'timer' : of.op === 'toggle' ? 'step' : 'logic';
    const poles = of.op === 'held' ? 2 : 1;
    const { design, job } = this.side;
    const own = helpersOf(design, duty).find((type) => type.id === job.helpers[duty] && type.poles.length >= poles);
    return own ?? servingRelay(duty, coilV, poles);
  }

  private mainCoil(): { coilV: number } {
    return { coilV: this.side.supply.nominalV };
  }

  /** Makes a helper's coil follow what it stands for; answers its control circuit. */
  private follow(relay: string, type: RelayType, leg: string, of: When, base: ControlRun): ControlRun {
    const { side } = this;
    const { design } = side;
    if (of.op === 'signal' || of.op === 'not') {
      const { signal } = literalOf(design, of)!;
      if (isPin(signal)) return this.followPin(relay, type, leg, signal, base);
      this.drive({ relay, type, leg, clause: of, base });
      return isFeed(signal) ? side.source(signal) : base;
    }
    if (of.op === 'delay') {
      this.drive({ relay, type, leg, clause: of.of, base, early: true });
      return base;
    }
    // What remembers must not forget when the clause's feed goes: it hangs on the supply itself.
    const lasting = side.source(null);
    if (of.op === 'toggle') this.drive({ relay, type, leg, clause: of.of, base: lasting, early: true });
    else if (of.op === 'held') this.hold(relay, type, leg, of, lasting);
    else throw new Error('The clause is not in normal form');
    return lasting;
  }

  /** Set contacts beside the relay's own first contact, then the reset ones, then the coil. */
  private hold(relay: string, type: RelayType, leg: string, of: Extract<When, { op: 'held' }>, base: ControlRun): void {
    const { common, closing } = type.poles[0]!;
    base.feeds(this.side.coilA(type));
    const own = base.wire(`control${leg}-hold`, terminal(relay, common), 'BU').from(terminal(relay, closing));
    let runs = [...this.network(normalForm(of.set), base, base), own];
    for (const term of termsOf(normalForm(of.reset, true))) runs = this.network(term, this.gather(runs), base);
    for (const run of runs) run.wire(`control-coil${leg}`, terminal(relay, type.coil[0]), 'BU/WH');
    const end = this.side.groundEnd(undefined);
    base.from(terminal(relay, type.coil[1])).wire(`control-return${leg}`, end.to, end.colour, end.role);
  }

  /** A reed relay on the pin, or behind it a helper for the many contacts that are asked of it, or for more than a reed bears. */
  private followPin(relay: string, type: RelayType, leg: string, pin: SignalOf<'pin'>, base: ControlRun): ControlRun {
    const { side } = this;
    const reedType = pinRelay(pin.volt);
    const reed = type === reedType ? relay : `${relay}-reed`;
    const run = side.pinSource(pin);
    run.feeds(side.coilA(reedType, pin.volt));
    if (reed !== relay)
      side.relay({
        id: reed,
        tag: `${side.builder.find(relay)!.tag}R`,
        type: reedType,
        uses: [reedType.poles[0]!.closing],
        carries: 'control',
      });
    run.wire(`control-pin${leg}`, terminal(reed, reedType.coil[0]), 'BU/WH');
    // Its current goes back to the board that it comes from: one on a computer's port shares no metal with the vehicle.
    const { supply, builder, design, job } = side;
    const back = sourceReturn(builder, design, pin, job.device.place);
    run.from(terminal(reed, reedType.coil[1])).wire(`control-pin-return${leg}`, back, conductorColours(supply).back, 'return');
    if (reed === relay) return run;
    const { common, closing } = reedType.poles[0]!;
    base.feeds(side.coilA(type));
    const behind = base.wire(`control${leg}-reed`, terminal(reed, common), 'BU').from(terminal(reed, closing));
    behind.wire(`control-coil${leg}`, terminal(relay, type.coil[0]), 'BU/WH');
    const end = side.groundEnd(undefined);
    base.from(terminal(relay, type.coil[1])).wire(`control-return${leg}`, end.to, end.colour, end.role);
    return base;
  }
}
