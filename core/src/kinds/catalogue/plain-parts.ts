/** Across a load of direct current, by what it takes: its current flows on through it, for a moment (ratings from memory). */
const FREEWHEEL_A = [1, 3, 6, 10, 20, 40, 80, 150, 300] as const;
/** The smallest of them that carries it; null where none does. */
export function freewheelDiode(ampere: number): { name: string; reverseV: number; forwardA: number } | null {
  const forwardA = FREEWHEEL_A.find((rating) => rating >= ampere);
  return forwardA === undefined ? null : { name: 'Rectifier diode', reverseV: 400, forwardA };
}
/** Alternating voltages that varistors are made for, V (from memory: a common series). */
const VARISTOR_V = [11, 14, 17, 20, 25, 30, 35, 40, 50, 60, 75, 95, 115, 130, 150, 175, 230, 250, 275, 320, 385, 460] as const;
/** Of direct current one stands so many times its alternating voltage. */
const DC_SHARE = 1.3;
/** The smallest one that stands a supply at its highest; null where there is none. */
export const varistorFor = (highestV: number, current: 'ac' | 'dc'): number | null =>
  VARISTOR_V.find((acV) => (current === 'dc' ? DC_SHARE : 1) * acV >= highestV) ?? null;

/** What the shelf has beside relays and sockets: parts that are bought by their rating alone. */
import { TERMINAL_MOST_MM2, sizeName, sizesFrom } from '../../reference/index.ts';
import { CONTROLLERS } from './controllers.ts';
import { HEATSINKS } from './heatsinks.ts';
import { GUARD_PRICES, SMALL_PRICES, wirePrice } from './prices.ts';
import { TRANSISTORS } from './transistor-types.ts';

/** A part that is bought by its rating alone. */
export interface PlainPart {
  readonly name: string;
  readonly rating: string;
  readonly price: number;
  /** Per piece, or per metre. */
  readonly per: 'piece' | 'm';
}

/** Across a coil or before one: reverse voltage and current well above any 12 V or 24 V coil. */
export const SMALL_DIODE = { name: 'Rectifier diode', reverseV: 400, forwardA: 1 } as const;
/** Before a lamp that feeds share. */
export const POWER_DIODE = { name: 'Power diode with heat sink', reverseV: 100, forwardA: 15 } as const;

/** What the shelf has beside relays and sockets, by family; sensors are whatever the vehicle has. */
export const PLAIN_FAMILIES: readonly { readonly id: string; readonly title: string; readonly parts: readonly PlainPart[] }[] = [
  {
    id: 'protection',
    title: 'Fuses and breakers',
    parts: [
      {
        name: 'Blade fuse, 1 to 40 A, with in-line holder',
        rating: `32 V, wire to ${TERMINAL_MOST_MM2.heavy} mm²`,
        price: GUARD_PRICES.blade,
        per: 'piece',
      },
      {
        name: 'Bolt-down strip fuse, 50 to 300 A, in a covered holder',
        rating: `58 V, breaks 2 kA, wire to ${TERMINAL_MOST_MM2.ring} mm²`,
        price: GUARD_PRICES.bolt,
        per: 'piece',
      },
      {
        name: 'Battery fuse of high breaking capacity, class T, 1 to 300 A',
        rating: `125 V of direct current, breaks 20 kA, wire to ${TERMINAL_MOST_MM2.ring} mm²`,
        price: GUARD_PRICES['high-breaking'],
        per: 'piece',
      },
      {
        name: 'Breaker with stud terminals, 5 to 40 A',
        rating: `32 V, wire to ${TERMINAL_MOST_MM2.heavy} mm²`,
        price: GUARD_PRICES.breaker,
        per: 'piece',
      },
      {
        name: 'Breaker that resets itself, 5 to 40 A',
        rating: `32 V, wire to ${TERMINAL_MOST_MM2.heavy} mm²`,
        price: GUARD_PRICES['self-resetting'],
        per: 'piece',
      },
      { name: 'Plug with a cartridge fuse', rating: '3, 5 or 13 A, 230 V', price: GUARD_PRICES.plug, per: 'piece' },
      { name: 'Miniature breaker, curve B, C or D', rating: '6 to 63 A, 230 V', price: GUARD_PRICES['breaker-b'], per: 'piece' },
      { name: 'Panel meter', rating: 'ammeter to 400 A with its shunt, or voltmeter', price: SMALL_PRICES.meter, per: 'piece' },
      { name: 'Thermal fuse, opens once', rating: '72 to 300 °C, 15 A 250 V~', price: SMALL_PRICES['thermal fuse'], per: 'piece' },
    ],
  },
  {
    id: 'electronics',
    title: 'Boards, transistors, diodes',
    parts: [
      ...CONTROLLERS.map(({ name, pinV, pinA, chipA, price }): PlainPart => ({
        name,
        rating: `${pinV} V pins of ${pinA * 1000} mA, ${chipA * 1000} mA together`,
        price,
        per: 'piece',
      })),
      ...TRANSISTORS.map(({ name, mostA, mostV, price }): PlainPart => ({ name, rating: `${mostA} A, ${mostV} V`, price, per: 'piece' })),
      {
        name: SMALL_DIODE.name,
        rating: `${SMALL_DIODE.reverseV} V, ${SMALL_DIODE.forwardA} A`,
        price: SMALL_PRICES['small diode'],
        per: 'piece',
      },
      {
        name: POWER_DIODE.name,
        rating: `${POWER_DIODE.reverseV} V, ${POWER_DIODE.forwardA} A`,
        price: SMALL_PRICES['power diode'],
        per: 'piece',
      },
      {
        name: 'Rectifier diode, across a load',
        rating: `400 V, ${FREEWHEEL_A[1]} to ${FREEWHEEL_A[FREEWHEEL_A.length - 1]} A`,
        price: SMALL_PRICES['power diode'],
        per: 'piece',
      },
      {
        name: 'Varistor, across a load',
        rating: `${VARISTOR_V[0]} to ${VARISTOR_V[VARISTOR_V.length - 1]} V~`,
        price: SMALL_PRICES.varistor,
        per: 'piece',
      },
      { name: 'Fast clamp with diode, across a coil', rating: '36 V', price: SMALL_PRICES.clamp, per: 'piece' },
      { name: 'Filter for a pulsed tap', rating: '0.25 A', price: SMALL_PRICES['tap filter'], per: 'piece' },
      ...HEATSINKS.slice(1).map(({ name, kPerW, price }): PlainPart => ({
        name: `For a solid-state relay: ${name}`,
        rating: `${kPerW} K/W`,
        price,
        per: 'piece',
      })),
    ],
  },
  {
    id: 'wire',
    title: 'Switches, terminals, wire',
    parts: [
      { name: 'Dash switch, maintained or momentary', rating: '10 A', price: SMALL_PRICES.switch, per: 'piece' },
      { name: 'Sensor with a contact of its own', rating: '5 A, fed', price: SMALL_PRICES.sensor, per: 'piece' },
      { name: 'Radio receiver or phone link with a contact', rating: '5 A, fed', price: SMALL_PRICES.receiver, per: 'piece' },
      { name: 'Two-hand station with its relay', rating: 'type III C, 3 A, fed', price: SMALL_PRICES['two-hand station'], per: 'piece' },
      { name: 'Time relay that repeats', rating: '0.1 s to 100 h, 5 A, fed', price: SMALL_PRICES['repeating relay'], per: 'piece' },
      {
        name: 'Blade receptacle, 6.3 mm',
        rating: `30 A, wire to ${TERMINAL_MOST_MM2.blade} mm²`,
        price: SMALL_PRICES['blade receptacle'],
        per: 'piece',
      },
      {
        name: 'Blade receptacle, 9.5 mm',
        rating: `70 A, wire to ${TERMINAL_MOST_MM2.wide} mm²`,
        price: SMALL_PRICES['wide receptacle'],
        per: 'piece',
      },
      { name: 'Ring terminal, M5 to M10', rating: `wire to ${TERMINAL_MOST_MM2.ring} mm²`, price: SMALL_PRICES.ring, per: 'piece' },
      ...[...sizesFrom('metric', 'signal'), ...sizesFrom('awg', 'signal')].map((size): PlainPart => ({
        name: `Wire ${sizeName(size)}`,
        rating: 'copper, fine strands',
        price: wirePrice(size),
        per: 'm',
      })),
    ],
  },
];
