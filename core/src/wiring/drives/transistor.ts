/**
 * A controller's pin drives a transistor on the coil's ground side; feeds and contacts of the clause stand before the
 * coil:
 *
 *   feed or battery ── control fuse ── contacts ── 86 [coil] 85 ── transistor ── ground
 *   pin ── resistor ── base or gate, held down by a resistor to ground while nobody drives the pin
 *
 * Base resistor: I_B = I_C/β_forced, R_B = (V_pin − V_BE)/I_B, the next preferred value below, with the pin at its
 * lowest and the resistor at its highest.
 */
import { type Terminal, E12, formatQuantity, preferredAtMost, terminal } from '../../quantity/index.ts';
import { type Design, type Job, controlSupplyOf } from '../../project/index.ts';
import {
  PIN_OHM,
  type RelayType,
  SMALL_W,
  type SignalOf,
  type TransistorType,
  coilTemperature,
  currentOf,
  isBipolar,
  isFeed,
  isMosfet,
  isOpto,
  isOutput,
  isPin,
  isRegulator,
  leastCoilOhm,
  transistorById,
} from '../../kinds/index.ts';
import type { When } from '../../document/index.ts';
import { PIN_TOLERANCE, RESISTOR_TOLERANCE } from '../../reference/index.ts';
import type { ControlSide } from '../control-side.ts';
import { boardGround, boardOf, returnTo, sourceReturn } from '../shared-parts.ts';
import { typeOf } from '../ways/shared.ts';
import { type Coil, type Drive, type WayReason, cannot, termsOf } from './drive.ts';
import { type Chain, chainOf } from './series.ts';

/** Gate resistor and pull-downs, Ω: common practice, 47 to 220 Ω and 10 to 100 kΩ. */
const GATE_OHM = 100;
const PULL_DOWN_OHM = { bipolar: 10_000, mosfet: 100_000, opto: 10_000 } as const;
/** Times the current that an optocoupler's output needs of its diode: they fade with the years (from memory). */
export const OPTO_AGEING = 1.5;

type Output = SignalOf<'pin' | 'regulator'>;

interface Parted {
  readonly pin: Output;
  readonly chain: Chain;
}

/** The one output of a clause, and the rest as a chain before the coil; or why it is none. */
function partedOf(design: Design, clause: When): Parted | string {
  const terms = termsOf(clause);
  const outputOf = (term: When): Output | undefined => {
    const signal = term.op === 'signal' ? design.signals.find(({ id }) => id === term.signal) : undefined;
    return isOutput(signal) ? signal : undefined;
  };
  const pins = terms.flatMap((term) => outputOf(term) ?? []);
  const [pin] = pins;
  if (pins.length !== 1 || !pin) return 'A transistor follows one pin of a controller, or the output of one temperature controller.';
  const rest = terms.filter((term) => !outputOf(term));
  const chain = chainOf(design, rest);
  if (typeof chain === 'string') return chain;
  if (chain.grounding) return `${chain.grounding.signal.name} switches to ground, where the transistor is.`;
  return { pin, chain };
}

/** Most current of a coil, A: highest supply, coldest, least resistance. */
function mostCoilA(design: Design, job: Job, type: RelayType): number {
  const supply = controlSupplyOf(design, job);
  const { coldestC } = design.places.find(({ id }) => id === job.device.place)!;
  return supply.highestV / leastCoilOhm(type, coilTemperature(type, coldestC, 0));
}

/** Base resistor for a coil, Ω; undefined below the preferred values' use. */
function baseOhm(type: TransistorType & { kind: 'bipolar' }, volt: number, coilA: number): number {
  const baseA = coilA / type.forcedGain;
  return preferredAtMost(((1 - PIN_TOLERANCE) * volt - type.baseV) / baseA / (1 + RESISTOR_TOLERANCE) - PIN_OHM, E12);
}

const USUAL = { bipolar: 'npn-1a', mosfet: 'mosfet-logic-10a', opto: 'opto-darlington' } as const;

/** Resistor before an optocoupler's diode for a coil, Ω. */
function ledOhm(type: TransistorType & { kind: 'opto' }, volt: number, coilA: number): number {
  const ledA = (OPTO_AGEING * coilA) / type.transferRatio;
  return preferredAtMost(((1 - PIN_TOLERANCE) * volt - type.ledV) / ledA / (1 + RESISTOR_TOLERANCE) - PIN_OHM, E12);
}

function driverOf(job: Job, kind: TransistorType['kind']): TransistorType {
  const chosen = job.driver === 'auto' ? null : transistorById(job.driver);
  return chosen?.kind === kind ? chosen : transistorById(USUAL[kind]);
}

function refuse(design: Design, job: Job, clause: When, kind: TransistorType['kind']): WayReason[] {
  const parted = partedOf(design, clause);
  if (typeof parted === 'string') return cannot(design, job, parted);
  if (job.device.kind !== 'relay' || typeOf(design, job).module || typeOf(design, job).solid)
    return cannot(design, job, 'It drives a relay’s coil.');
  const { pin } = parted;
  if (job.driver !== 'auto' && transistorById(job.driver).kind !== kind)
    return cannot(design, job, 'Another kind of transistor was chosen.');
  const type = driverOf(job, kind);
  const coilA = mostCoilA(design, job, typeOf(design, job));
  if (currentOf(controlSupplyOf(design, job)) === 'ac') return cannot(design, job, 'A transistor switches direct current alone.');
  if (coilA > type.mostA)
    return cannot(design, job, `Its coil takes ${formatQuantity(coilA, 'A')}; ${type.name} bears ${formatQuantity(type.mostA, 'A')}.`);
  // The light that crosses leaves the pin's ground and the coil's apart: a choice, not what comes of itself.
  if (isOpto(type)) {
    if (job.driver === 'auto' && !job.module.isolated) return cannot(design, job, 'An optocoupler is for when it is to isolate.');
    if (isPin(pin) && !boardOf(design, pin)) return cannot(design, job, `Say which controller board ${pin.name} is a pin of.`);
    const ledA = (pin.volt - type.ledV) / (ledOhm(type, pin.volt, coilA) + PIN_OHM);
    if (job.driverOhm === 'auto' && ledA > pin.limitA)
      return cannot(
        design,
        job,
        `Its diode would take ${formatQuantity(ledA, 'A')} from ${pin.name}, which may give ${formatQuantity(pin.limitA, 'A')}.`,
      );
    return [];
  }
  // A base takes current from the pin; what a person chose for its resistor is theirs, and checked.
  if (!isBipolar(type) || job.driverOhm !== 'auto') return [];
  const pinA = (pin.volt - type.baseV) / baseOhm(type, pin.volt, coilA);
  return pinA <= pin.limitA
    ? []
    : cannot(
        design,
        job,
        `The base would take ${formatQuantity(pinA, 'A')} from ${pin.name}, which may give ${formatQuantity(pin.limitA, 'A')}.`,
      );
}

function wire(side: ControlSide, { relay, type: relayType, suffix, clause }: Coil, kind: TransistorType['kind']): void {
  const { builder, design, job, number } = side;
  const parted = partedOf(design, clause);
  if (typeof parted === 'string') throw new Error('wire() called on a clause that was refused');
  const { pin, chain } = parted;
  const type = driverOf(job, kind);
  const coilA = side.coilA(relayType);
  let run = side.source(isFeed(chain.feed?.signal) ? chain.feed.signal : undefined);
  run.feeds(coilA);
  for (const contact of chain.contacts) run = run.through(contact, `control-${contact.signal.id}${suffix}`);
  run = run.wire(`control-coil${suffix}`, terminal(relay, relayType.coil[0]), 'BU/WH').from(terminal(relay, relayType.coil[1]));

  const header = { place: job.device.place, job: job.id };
  const tag = (letter: string, last = '') => `${letter}${number}${last}${suffix.replace('-', '.')}`;
  const driver = `${job.id}-driver${suffix}`;
  builder.add({ ...header, id: driver, kind: 'transistor', tag: tag('Q'), name: type.name, spec: { type, switchedA: coilA } });
  const [control, out, ground] = type.pins.map((name) => terminal(driver, name)) as [Terminal, Terminal, Terminal];
  const ohm =
    job.driverOhm !== 'auto'
      ? job.driverOhm
      : isBipolar(type)
        ? baseOhm(type, pin.volt, coilA)
        : isOpto(type)
          ? ledOhm(type, pin.volt, coilA)
          : GATE_OHM;
  const isolated = isOpto(type);
  const low = isolated ? terminal(driver, type.cathode) : ground;
  const small = { kind: 'resistor', ...header } as const;
  const input = `${job.id}-driver-resistor${suffix}`;
  builder.add({ ...small, id: input, tag: tag('R', 'B'), name: 'to the transistor', spec: { ohm, watt: SMALL_W / 2 } });
  builder.join(terminal(input, '2'), control);
  if (job.pullDown) {
    const down = `${job.id}-driver-pull-down${suffix}`;
    builder.add({
      ...small,
      id: down,
      tag: tag('R', 'D'),
      name: 'holds it off',
      spec: { ohm: PULL_DOWN_OHM[type.kind], watt: SMALL_W / 2 },
    });
    builder.join(terminal(down, '1'), control);
    builder.join(terminal(down, '2'), low);
  }
  run.wire(`control-driver${suffix}`, out, 'BU/BK');
  const back = returnTo(builder, design, side.supply, job.device.place, job);
  run.from(ground).wire(`control-return${suffix}`, back, 'BN', 'return');
  // The output's current comes back to where it comes from: the two grounds are one.
  const board = isPin(pin) ? boardOf(design, pin) : null;
  if (isRegulator(pin))
    side.loose(low).wire(`control-ground${suffix}`, sourceReturn(builder, design, pin, job.device.place), 'BK', 'return');
  else if (board && (isolated || board.supply !== side.supply.id))
    side.loose(low).wire(`control-ground${suffix}`, boardGround(builder, design, board), 'BK', 'return');
  const pinRun = side.pinSource(pin);
  pinRun.feeds(isMosfet(type) ? 0 : pin.limitA);
  pinRun.wire(`control-pin${suffix}`, terminal(input, '1'), 'VT');
}

export const bipolar: Drive = {
  id: 'bipolar',
  title: 'a transistor on the coil’s ground side, driven by the output',
  rank: () => 4.2,
  refuse: (design, job, clause) => refuse(design, job, clause, 'bipolar'),
  wire: (side, coil) => wire(side, coil, 'bipolar'),
};

export const mosfet: Drive = {
  id: 'mosfet',
  title: 'a MOSFET on the coil’s ground side, driven by the output',
  rank: () => 4.4,
  refuse: (design, job, clause) => refuse(design, job, clause, 'mosfet'),
  wire: (side, coil) => wire(side, coil, 'mosfet'),
};

export const opto: Drive = {
  id: 'opto',
  title: 'an optocoupler on the coil’s ground side, its diode lit by the output',
  // Before the others where a person asks for isolation; it refuses where nobody does.
  rank: () => 4.1,
  refuse: (design, job, clause) => refuse(design, job, clause, 'opto'),
  wire: (side, coil) => wire(side, coil, 'opto'),
};
