/** Every kind of part that a person may type themselves. Adding a family is a file and a line here. */
import { z } from 'zod';
import type { Unit } from '../quantity/index.ts';
import { type Field, fieldValue } from '../document/index.ts';
import { type OwnBoard, boardCard, ownBoardSchema, readPins } from './catalogue/own-board.ts';
import { type OwnBox, boxCard, ownBoxSchema } from './catalogue/own-box.ts';
import type { OwnCard } from './catalogue/own-card.ts';
import { type OwnConnector, connectorCard, ownConnectorSchema } from './catalogue/own-connector.ts';
import { OWN_FORM_NAMES, ownFields } from './catalogue/own-fields.ts';
import { type OwnCutOut, cutOutCard, ownCutOutSchema } from './catalogue/own-cut-out.ts';
import { type OwnGuard, guardCard, ownGuardSchema } from './catalogue/own-guard.ts';
import { type OwnHeatsink, heatsinkCard, ownHeatsinkSchema } from './catalogue/own-heatsink.ts';
import { type OwnHolder, holderCard, ownHolderSchema } from './catalogue/own-holder.ts';
import { OWN_FORMS, type OwnRelay, isRelayForm, ownRelaySchema } from './catalogue/own-relay.ts';
import { type OwnSocket, ownSocketSchema, socketCard } from './catalogue/own-socket.ts';
import { AC_VOLT, beginOwn } from './catalogue/own-usual.ts';
import type { OwnParts } from './catalogue/shelf.ts';
import {
  KEPT_FORMS,
  type OwnKept,
  beginKept,
  keptFields,
  keptTitle,
  keptWords,
  ownLoadSchema,
  ownSignalSchema,
  ownSupplySchema,
} from './own-kept.ts';

const CARDS = {
  board: boardCard,
  heatsink: heatsinkCard,
  guard: guardCard,
  holder: holderCard,
  socket: socketCard,
  box: boxCard,
  connector: connectorCard,
  'cut-out': cutOutCard,
} as const;
export type OwnCarded = OwnBoard | OwnHeatsink | OwnGuard | OwnHolder | OwnSocket | OwnBox | OwnConnector | OwnCutOut;
/** The card of a part that has one made from its fields. */
export const cardOfPart = (part: OwnCarded): OwnCard<OwnCarded> => CARDS[part.form] as unknown as OwnCard<OwnCarded>;

/** What a project carries of the parts that it names, so that its file stands alone. */
const USED = [
  ownRelaySchema,
  ownBoardSchema,
  ownHeatsinkSchema,
  ownGuardSchema,
  ownHolderSchema,
  ownSocketSchema,
  ownBoxSchema,
  ownConnectorSchema,
  ownCutOutSchema,
] as const;
export const usedPartSchema = z.discriminatedUnion('form', USED);
export type UsedPart = OwnParts['parts'][number];
/** What stands on a person's shelf. */
export const ownPartSchema = z.discriminatedUnion('form', [...USED, ownLoadSchema, ownSignalSchema, ownSupplySchema]);
export type OwnPart = UsedPart | OwnKept;

export const isOwnRelay = (part: OwnPart): part is OwnRelay => isRelayForm(part.form);
export const isCarded = (part: OwnPart): part is OwnCarded => part.form in CARDS;
export const isKept = (part: OwnPart): part is OwnKept => (KEPT_FORMS as readonly string[]).includes(part.form);
/** Of one form, for a list of those. */
export const isOwnForm =
  <F extends OwnPart['form']>(form: F) =>
  (part: OwnPart): part is Extract<OwnPart, { form: F }> =>
    part.form === form;

/** Everything that one can begin, by what it is called in a list. */
export const OWN_BEGINNINGS: readonly { readonly value: string; readonly text: string }[] = [
  ...OWN_FORMS.map((form) => ({ value: form, text: OWN_FORM_NAMES[form] })),
  ...Object.values(CARDS).map(({ form, title }) => ({ value: form, text: title })),
  ...KEPT_FORMS.map((form) => ({ value: form, text: keptTitle(form) })),
];
/** A part of a form before anybody typed what its label says; a five-pin relay where the form is none. */
export function beginPart(form: string, id: string, name: string): OwnPart {
  const kept = KEPT_FORMS.find((one) => one === form);
  if (kept) return beginKept(kept, id, name);
  return form in CARDS ? CARDS[form as keyof typeof CARDS].begin(id, name) : beginOwn(isRelayForm(form) ? form : 'five', id, name);
}

/** What the shelf says of a part that is no relay, in a line. */
export const ownWords = (part: OwnCarded | OwnKept): string => (isKept(part) ? keptWords(part) : cardOfPart(part).words(part));
export const ownTitle = (part: OwnPart): string => OWN_BEGINNINGS.find(({ value }) => value === part.form)!.text;

/** What a card calls the field at a path; the path itself where it shows none there. */
export function partFieldTitle(part: OwnPart, path: string): string {
  if (path === 'name') return 'Name';
  if (isOwnRelay(part)) return ownFields(part.form).find((field) => field.path === path)?.label ?? path;
  const fields: readonly Field<never>[] = isKept(part) ? keptFields(part) : (cardOfPart(part).fields as readonly Field<never>[]);
  const own = isKept(part) ? path.replace(/^\w+\.?/, '') : path;
  return fields.find((field) => field.path.join('.') === own)?.label ?? (own || ownTitle(part));
}

/** Numbers of a part that a project carries and that nobody typed. */
export function assumedOf(
  part: UsedPart,
): { readonly path: string; readonly label: string; readonly value: number; readonly unit: Unit }[] {
  if (isOwnRelay(part)) {
    const throws = (['closing', 'resting'] as const).flatMap((side) => {
      const rating = part.assumed.includes(side) ? part[side] : null;
      const label = side === 'closing' ? 'Rating of its contact' : 'Rating of its throw closed at rest';
      return rating ? [{ path: side, label, value: Math.max(rating.resistiveA, rating.ac?.resistiveA ?? 0), unit: 'A' as const }] : [];
    });
    const fields = ownFields(part.form).filter(({ path }) => part.assumed.includes(path));
    const volt = part.assumed.includes(AC_VOLT) ? part.closing.ac?.mostV : undefined;
    return [
      ...throws,
      ...(volt === undefined
        ? []
        : [{ path: AC_VOLT, label: 'Highest alternating voltage of its contact', value: volt, unit: 'V' as const }]),
      ...fields.map(({ path, label, unit }) => ({ path, label, value: fieldValue(part, path.split('.')) as number, unit })),
    ];
  }
  return cardOfPart(part).fields.flatMap((field) => {
    const path = field.path.join('.');
    if (!part.assumed.includes(path)) return [];
    const value = fieldValue(part, field.path);
    // Of what is a list: how many stand in it.
    if (typeof value === 'string')
      return [{ path, label: `${field.label}: how many`, value: readPins(value)?.length ?? 0, unit: '' as const }];
    return [{ path, label: field.label, value: value as number, unit: ((field.type === 'number' && field.unit) || '') as Unit }];
  });
}
