import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { armatureOf } from './relay.ts';
import { AS_A_DEVICE, type PartKind, branchId } from './kind.ts';

/** Whether a contact closes as its contactor comes in, or opens. */
type Contact = 'make' | 'break';

export interface AuxiliarySpec {
  readonly signal: string;
  readonly limitA: number;
  /** What a list says of the voltage that it is to bear; left out where any contact of a vehicle does. */
  readonly bears?: string;
  /** The contactor that it is clipped on, and its tag. */
  readonly on: string;
  readonly onTag: string;
  /** In the order in which circuits took them. */
  readonly contacts: readonly Contact[];
}

/** Closed-contact resistance of a small contact, Ω (from memory). */
const CONTACT_OHM = 0.02;
/** Function numbers of the two terminals, after the contact's own number (EN 50012, from memory). */
const FUNCTION = { make: ['3', '4'], break: ['1', '2'] } as const;
export const auxiliaryPins = (at: number, contact: Contact): readonly [string, string] => {
  const [into, out] = FUNCTION[contact];
  return [`${at + 1}${into}`, `${at + 1}${out}`];
};
const keyAt = (at: number, contact: Contact): string => `contact${auxiliaryPins(at, contact).join('–')}`;

/** Small contacts on a contactor's side, which its armature moves: they switch circuits of their own. */
export const auxiliary: PartKind<'auxiliary', AuxiliarySpec> = {
  kind: 'auxiliary',
  plays: null,
  title: 'auxiliary contact',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  pins: ({ contacts }) => contacts.flatMap((contact, at) => auxiliaryPins(at, contact)),
  bearsAirC: () => 60,
  model({ id, spec }, into) {
    spec.contacts.forEach((contact, at) => {
      const [a, b] = auxiliaryPins(at, contact);
      into.branch({
        kind: 'switch',
        id: branchId(id, keyAt(at, contact)),
        a: terminal(id, a),
        b: terminal(id, b),
        ohm: () => CONTACT_OHM,
        follows: armatureOf(spec.on),
        closedWhen: contact === 'make',
      });
    });
  },
  drawn: ({ id, tag, name, spec }) =>
    spec.contacts.map((contact, at) => {
      const [from, to] = auxiliaryPins(at, contact);
      return {
        key: keyAt(at, contact),
        from,
        to,
        symbol: contact === 'make' ? 'contact-closing' : 'contact-resting',
        branch: branchId(id, keyAt(at, contact)),
        labels: [tag, name],
        movedBy: spec.on,
      };
    }),
  price: () => SMALL_PRICES['auxiliary contacts'],
  faults: ({ tag, spec }) =>
    spec.contacts.flatMap((contact, at) => {
      const pins = auxiliaryPins(at, contact);
      const where = { key: keyAt(at, contact), kind: 'contact stuck', pins } as const;
      return [
        { ...where, words: `contact ${tag} ${pins.join('–')} does not close`, fault: 'open', weight: 1 } as const,
        { ...where, words: `contact ${tag} ${pins.join('–')} does not open`, fault: 'closed', weight: 0.5 } as const,
      ];
    }),
  signalBranches: ({ contacts }) => contacts.map((contact, at) => ({ key: keyAt(at, contact) })),
  screwed: () => true,
  asWires: () => AS_A_DEVICE,
  listed: ({ spec: { contacts, onTag, limitA, bears } }) => {
    const words = (['make', 'break'] as const).flatMap((kind) => {
      const count = contacts.filter((contact) => contact === kind).length;
      return count === 0 ? [] : [`${count} that ${kind}${count === 1 ? 's' : ''}`];
    });
    // One that breaks watches over another circuit: it may not close while a main contact sticks (IEC 60947-4-1, annex F, from memory).
    const mirror = contacts.includes('break') ? ', those that break as mirror contacts (IEC 60947-4-1)' : '';
    return `Auxiliary contacts of its maker’s for ${onTag}, which is to be one that has them: ${words.join(' and ')}, at least ${limitA} A${bears ? ` at ${bears}` : ''}${mirror}`;
  },
};
