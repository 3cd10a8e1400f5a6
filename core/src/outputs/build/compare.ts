/** What changed from one design to another, as a person with a built vehicle wants to know it: by wire and by part. */
import { type Terminal, cutLength, partOf, pinOf } from '../../quantity/index.ts';
import { compile } from '../../wiring/index.ts';
import type { Netlist, Wire } from '../../graph/index.ts';
import type { Design } from '../../project/index.ts';
import { type AnyPart, kindOf } from '../../kinds/index.ts';
import { colourName, sizeName } from '../../reference/index.ts';

export interface Change {
  readonly kind: 'added' | 'gone' | 'changed';
  readonly subject: { readonly kind: 'part' | 'wire'; readonly id: string; readonly label: string };
  readonly words: string;
}
export interface Comparison {
  readonly changes: readonly Change[];
  /** Changed or new, for a drawing of the later one. */
  readonly marked: ReadonlySet<string>;
}

export function compareDesigns(before: Design, after: Design): Comparison {
  const [old, now] = [compile(before).netlist, compile(after).netlist];
  const changes = [
    ...changesOf(
      old.parts,
      now.parts,
      (part) => ({ kind: 'part' as const, id: part.id, label: part.tag }),
      (part) => partFacts(part, placeOf(part, before, after)),
    ),
    ...changesOf(
      old.wires,
      now.wires,
      (wire) => ({ kind: 'wire' as const, id: wire.id, label: wire.tag }),
      (wire) => wireFacts(wire, old.wires.includes(wire) ? old : now),
    ),
  ];
  return { changes, marked: new Set(changes.filter(({ kind }) => kind !== 'gone').map(({ subject }) => subject.id)) };
}

/** Facts by name; what differs is said as before → after. */
type Facts = Readonly<Record<string, string>>;

function changesOf<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
  subject: (item: T) => Change['subject'],
  facts: (item: T) => Facts,
): Change[] {
  const old = new Map(before.map((item) => [item.id, item]));
  const now = new Map(after.map((item) => [item.id, item]));
  const whole = (item: T) => Object.values(facts(item)).filter(Boolean).join(', ');
  return [
    ...after.flatMap((item): Change[] => {
      const was = old.get(item.id);
      if (!was) return [{ kind: 'added', subject: subject(item), words: whole(item) }];
      const [then, here] = [facts(was), facts(item)];
      const differ = Object.keys(here).filter((key) => then[key] !== here[key]);
      if (differ.length === 0) return [];
      return [
        {
          kind: 'changed',
          subject: subject(item),
          words: differ.map((key) => `${key} ${then[key] || 'none'} → ${here[key] || 'none'}`).join('; '),
        },
      ];
    }),
    ...before.filter(({ id }) => !now.has(id)).map((item): Change => ({ kind: 'gone', subject: subject(item), words: whole(item) })),
  ];
}

function placeOf(part: AnyPart, ...designs: readonly Design[]): string {
  return designs.flatMap(({ places }) => places).find(({ id }) => id === part.place)?.name ?? part.place;
}
const partFacts = (part: AnyPart, place: string): Facts => ({ part: kindOf(part).listed(part) ?? part.name, place, tag: part.tag });

/** What a wire is, as facts by name: `from` and `to` with their pins. */
export function wireFacts(wire: Wire, { parts, units }: Netlist): Facts {
  const end = (at: Terminal) => `${parts.find(({ id }) => id === partOf(at))?.tag ?? partOf(at)} ${pinOf(at)}`;
  return {
    size: sizeName(wire.sizeMm2),
    colour: colourName(wire.colour),
    length: cutLength(wire.lengthM, units),
    from: end(wire.from),
    to: end(wire.to),
    tag: wire.tag,
  };
}
