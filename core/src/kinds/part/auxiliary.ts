import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import type { RelayType } from '../catalogue/shelf.ts';
import { PLUG_IN_AIR_C, armatureOf } from './relay.ts';
import { AS_A_DEVICE, type PartKind, branchId } from './kind.ts';

/** A contact that closes as its relay comes in, or opens, between two of the pins. */
export interface SmallContact {
  readonly does: 'make' | 'break';
  readonly pins: readonly [string, string];
}

export interface AuxiliarySpec {
  readonly signal: string;
  readonly limitA: number;
  /** What a list says of the voltage that it is to bear; left out where any contact of a vehicle does. */
  readonly bears?: string;
  /** What moves it, and its tag: the contactor that it is clipped on, or the relay whose second pole it is. */
  readonly on: string;
  readonly onTag: string;
  /** The relay whose pole it is; left out of what is clipped on. */
  readonly poleOf?: RelayType;
  /** In the order in which circuits took them. */
  readonly contacts: readonly SmallContact[];
}

/** Closed-contact resistance of a small contact, Ω (from memory). */
const CONTACT_OHM = 0.02;
/** Function numbers of the two terminals, after the contact's own number (EN 50012, from memory). */
const FUNCTION = { make: ['3', '4'], break: ['1', '2'] } as const;
/** How the contact at a place in a block on a contactor is numbered. */
export const auxiliaryPins = (at: number, does: SmallContact['does']): readonly [string, string] => {
  const [into, out] = FUNCTION[does];
  return [`${at + 1}${into}`, `${at + 1}${out}`];
};
const keyOf = ({ pins }: SmallContact): string => `contact${pins.join('–')}`;

/** Contacts beside those of its load that another job's relay moves, on a contactor's side or its second pole: they switch circuits of their own. */
export const auxiliary: PartKind<'auxiliary', AuxiliarySpec> = {
  kind: 'auxiliary',
  plays: null,
  title: 'auxiliary contact',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  pins: ({ contacts }) => [...new Set(contacts.flatMap(({ pins }) => pins))],
  bearsAirC: ({ poleOf }) => (poleOf ? PLUG_IN_AIR_C : 60),
  model({ id, spec }, into) {
    for (const contact of spec.contacts) {
      const [a, b] = contact.pins;
      into.branch({
        kind: 'switch',
        id: branchId(id, keyOf(contact)),
        a: terminal(id, a),
        b: terminal(id, b),
        ohm: () => spec.poleOf?.contactOhm ?? CONTACT_OHM,
        follows: armatureOf(spec.on),
        closedWhen: contact.does === 'make',
      });
    }
  },
  drawn: ({ id, tag, name, spec }) =>
    spec.contacts.map((contact) => {
      const [from, to] = contact.pins;
      return {
        key: keyOf(contact),
        from,
        to,
        symbol: contact.does === 'make' ? 'contact-closing' : 'contact-resting',
        branch: branchId(id, keyOf(contact)),
        labels: [tag, name],
        movedBy: spec.on,
      };
    }),
  price: ({ spec }) => (spec.poleOf ? 0 : SMALL_PRICES['auxiliary contacts']),
  faults: ({ tag, spec }) =>
    spec.contacts.flatMap((contact) => {
      const { pins } = contact;
      const where = { key: keyOf(contact), kind: 'contact stuck', pins } as const;
      return [
        { ...where, words: `contact ${tag} ${pins.join('–')} does not close`, fault: 'open', weight: 1 } as const,
        { ...where, words: `contact ${tag} ${pins.join('–')} does not open`, fault: 'closed', weight: 0.5 } as const,
      ];
    }),
  signalBranches: ({ contacts, poleOf }) =>
    contacts.map((contact) => ({ key: keyOf(contact), ...(poleOf && { throwOf: { type: poleOf, pin: contact.pins[1] } }) })),
  screwed: () => true,
  asWires: ({ poleOf }) => (poleOf ? 0 : AS_A_DEVICE),
  listed: ({ spec: { contacts, onTag, limitA, bears, poleOf } }) => {
    // Bought with its relay.
    if (poleOf) return null;
    const words = (['make', 'break'] as const).flatMap((kind) => {
      const count = contacts.filter(({ does }) => does === kind).length;
      return count === 0 ? [] : [`${count} that ${kind}${count === 1 ? 's' : ''}`];
    });
    // One that breaks watches over another circuit: it may not close while a main contact sticks (IEC 60947-4-1, annex F, from memory).
    const mirror = contacts.some(({ does }) => does === 'break') ? ', those that break as mirror contacts (IEC 60947-4-1)' : '';
    return `Auxiliary contacts of its maker’s for ${onTag}, which is to be one that has them: ${words.join(' and ')}, at least ${limitA} A${bears ? ` at ${bears}` : ''}${mirror}`;
  },
};
