/**
 * In which order it is built so that each step can be checked before the next: parts first, ground, the control side and
 * its check, the load side, a tug on every terminal, looms and strain relief, and the supply last of all.
 */
import { partOf, terminal } from '../../quantity/index.ts';
import { type Wire, belongsTo } from '../../graph/index.ts';
import type { Evidence } from '../../analysis/index.ts';
import { type Design, hangsOnMains, loadSupplyOf } from '../../project/index.ts';
import {
  type AnyPart,
  type PartPlaying,
  type Supply,
  currentOf,
  plays,
  isMains,
  isStored,
  kindOf,
  supplyFacets,
  fedOf,
} from '../../kinds/index.ts';
import { batteryId } from '../../wiring/index.ts';
import { type MainsStep, mainsSteps } from './cautions.ts';
import { type Expected, expectedOf } from './expected.ts';
import type { WireRow } from './lists.ts';
import { partIsThere } from './there.ts';

export const PHASES = ['mount', 'ground', 'control side', 'check', 'load side', 'tug', 'looms', 'supply'] as const;
export type Phase = (typeof PHASES)[number];

export interface WorkStep {
  /** Stable while its wires and parts are the same ones. */
  readonly id: string;
  readonly phase: Phase;
  readonly job: string | null;
  readonly title: string;
  readonly text: string;
  readonly wires: readonly string[];
  readonly parts: readonly string[];
  /** What is seen, felt or measured before it is ticked. */
  readonly check: string;
  /** And of each relay or load by itself. */
  readonly finds: readonly string[];
  readonly caution: string | null;
}

const list = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** The steps with their wires of `rows`; what each should find is read from the solved circuit. */
export function orderOfWork(evidence: Evidence, rows: readonly WireRow[], expected: Expected = expectedOf(evidence)): WorkStep[] {
  const { design, netlist } = evidence;
  const placeName = (id: string) => design.places.find((place) => place.id === id)!.name;
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const steps: WorkStep[] = [];
  const say = ({ finds = [], ...step }: Omit<WorkStep, 'finds'> & Partial<WorkStep>) => steps.push({ ...step, finds });

  for (const place of design.places) {
    const here = netlist.parts.filter(
      (part) => part.place === place.id && kindOf(part).listed(part) !== null && !kindOf(part).madeWithWires && !partIsThere(design, part),
    );
    if (here.length === 0 && !place.strip) continue;
    const tags = [...here.map(({ tag }) => tag), ...(place.strip ? ['its terminal strip'] : [])];
    say({
      id: `mount/${place.id}`,
      phase: 'mount',
      job: null,
      title: `Mount what is in ${place.name}`,
      text: `${list(tags)}.`,
      wires: [],
      parts: here.map(({ id }) => id),
      check: here.some((part) => plays(part, 'relay'))
        ? 'nothing moves by hand; relays stay out of their sockets'
        : 'nothing moves by hand',
      caution:
        place.box === 'metal' && here.some((part) => part.jobs.some((job) => onMains(design, job)))
          ? `The metal of ${place.name} is bonded to earth before anything else in it is connected.`
          : null,
    });
  }

  const ground = netlist.wires.filter(({ role }) => role === 'return' || role === 'earth');
  // A job's own stud stands apart from its place's: what goes to which is told.
  const ownStud = ({ to }: Wire) => {
    const part = parts.get(partOf(to))!;
    return plays(part, 'ground') && part.job !== null ? part : null;
  };
  for (const [where, wires] of groupBy(ground, (wire) => ownStud(wire)?.id ?? parts.get(partOf(wire.to))!.place)) {
    const stud = ownStud(wires[0]!);
    const to = stud ? `${stud.tag}, ${stud.name}` : placeName(where);
    const earth = wires.some(({ role }) => role === 'earth');
    say({
      id: `ground/${where}`,
      phase: 'ground',
      job: null,
      title: `${earth ? 'Earths and returns' : 'Returns'} to ${to}`,
      text: `${wires.length} ${wires.length === 1 ? 'wire' : 'wires'}, on clean bare metal${stud ? ' of its own, on no other stud' : ' or its bar'}.`,
      wires: wires.map(({ id }) => id),
      parts: [],
      check: `from the far end of each to ${stud ? stud.tag : to} ${expected.wires(wires.map(({ id }) => id))}`,
      caution: earth ? 'Earth first on, last off.' : null,
    });
  }

  const wired = design.jobs.filter(({ id }) => netlist.wires.some((wire) => wire.job === id));
  for (const job of wired) {
    const own = netlist.wires.filter((wire) => wire.job === job.id && wire.role !== 'return' && wire.role !== 'earth');
    const control = own.filter(isControl);
    const relays = netlist.parts.filter((part): part is PartPlaying<'relay'> => plays(part, 'relay') && belongsTo(netlist, part, job.id));
    for (const part of netlist.parts.filter((one) => one.job === job.id)) {
      const led = kindOf(part).ledIn?.(part);
      if (!led) continue;
      say({
        ...led,
        id: `led/${part.id}`,
        phase: 'control side',
        job: job.id,
        title: `${job.name}: lead ${part.tag}, ${part.name}, to where it is read`,
        wires: [],
        parts: [part.id],
        caution: null,
      });
    }
    if (control.length > 0) {
      say({
        id: `control/${job.id}`,
        phase: 'control side',
        job: job.id,
        title: `${job.name}: control side`,
        text: `${control.length} wires, from the signal to ${list(relays.map(({ tag }) => tag)) || 'its input'}; their fuses stay out.`,
        wires: control.map(({ id }) => id),
        parts: relays.map(({ id }) => id),
        check: `each wire from end to end ${expected.wires(control.map(({ id }) => id))}, and to its neighbours no continuity`,
        caution: null,
      });
      say({
        id: `check/${job.id}`,
        phase: 'check',
        job: job.id,
        title: `${job.name}: try the control side alone`,
        text: `Load fuses out, the control fuse in, ${list(relays.map(({ tag }) => tag))} in the socket. ${insteadOf(evidence, own)}Work the signals.`,
        wires: [],
        parts: relays.map(({ id }) => id),
        check: 'as below, and on the Bench its control side passes',
        finds: expected.coils(job),
        caution: relays.some(({ spec }) => hangsOnMains(design, spec.supply))
          ? 'Its coil hangs on the mains: this check waits for the closed box and the list before the plug.'
          : null,
      });
    }
    const load = own.filter((wire) => !isControl(wire));
    if (load.length > 0)
      say({
        id: `load/${job.id}`,
        phase: 'load side',
        job: job.id,
        title: `${job.name}: load side`,
        text: `${load.length} ${load.length === 1 ? 'wire' : 'wires'}, from the load back to the supply; the end at the supply last, and not yet.`,
        wires: load.map(({ id }) => id),
        parts: netlist.parts.filter((part) => plays(part, 'load') && part.jobs.includes(job.id)).map(({ id }) => id),
        ...wayWords(expected, job, relays),
        caution: onMains(design, job.id) ? 'Mains: unplugged, and proved dead twice.' : null,
      });
  }

  const ends = netlist.wires.length * 2;
  if (ends > 0)
    say({
      id: `tug/${netlist.wires.length}`,
      phase: 'tug',
      job: null,
      title: 'Tug every terminal',
      text: `${ends} ends: each crimp, each screw, one after another.`,
      wires: netlist.wires.map(({ id }) => id),
      parts: [],
      check: 'none gives; no strand stands out',
      caution: null,
    });
  for (const [loom, own] of groupBy(
    rows.filter((row) => row.loom !== ''),
    (row) => row.loom,
  ))
    say({
      id: `loom/${loom}/${own.length}`,
      phase: 'looms',
      job: null,
      title: `Loom ${loom}: ${own[0]!.fromPlace} to ${own[0]!.toPlace}`,
      text: laidAs(own),
      wires: own.map(({ wire }) => wire),
      parts: [],
      check: 'it does not rub, hang or lie on anything hot',
      caution: null,
    });

  const supplies = design.supplies.filter(({ id }) => netlist.parts.some((part) => part.id === `bat-${id}`));
  const supplied = (supply: Design['supplies'][number]): Pick<WorkStep, 'check' | 'finds'> => {
    const own = wired.filter((job) => loadSupplyOf(design, job).id === supply.id);
    const finds = own.flatMap((job) => [...expected.loads(job), ...expected.meters(job)]);
    if (isMains(supply)) return { check: 'each load as below', finds };
    if (fedInBox(evidence).some((one) => one.supply.id === supply.id)) return { check: 'each end tugged once more', finds: [] };
    return { check: `no spark and no fuse blows; with nothing operated ${expected.atRest(supply.id, own)}`, finds };
  };
  // Mains after all that is on low voltage.
  for (const supply of [...supplies].sort((a, b) => Number(isMains(a)) - Number(isMains(b)))) {
    const fuses = netlist.parts
      .filter((part) => plays(part, 'overcurrent device'))
      .filter((fuse) => suppliedBy(evidence, fuse) === supply.id);
    say({
      id: `supply/${supply.id}`,
      phase: 'supply',
      job: null,
      title: `${supplyFacets(supply).join} ${supply.name}`,
      text: isMains(supply)
        ? 'After every step of the list before the plug.'
        : `${isolatedWords(evidence, supply)}Minus last, then the fuses one by one: ${list(fuses.map(({ tag }) => tag)) || 'none'}.`,
      wires: [],
      parts: [`bat-${supply.id}`, ...fuses.map(({ id }) => id)],
      ...supplied(supply),
      caution: isMains(supply)
        ? 'The box is closed before it is plugged in. Your local code comes first; in some places mains work is reserved by law to licensed people.'
        : isStored(supply)
          ? 'A battery gives hundreds of amperes into a dropped spanner: rings off your fingers, its other pole covered.'
          : null,
    });
  }
  return steps;
}

/** What no wire list has: the leads that an isolated supply is fed by itself. */
const OWN_MAINS =
  'Its own mains side is no part of this project: a plug, or a branch with a fuse and an earth as its label asks, closed in like the rest. ';

/** Isolated supplies that are fed in a box of the mains. */
const fedInBox = ({ design, netlist: { parts } }: Evidence): readonly { readonly part: AnyPart; readonly supply: Supply }[] =>
  design.supplies.flatMap((supply) => {
    const part = parts.find(({ id }) => id === batteryId(supply.id));
    return part && isIsolated(part) && fedOf(part) ? [{ part, supply }] : [];
  });
const isIsolated = (part: AnyPart): boolean => kindOf(part).minus?.isolated === true;

/** What feeds low voltage while it is tried, where the supply of it has no mains yet. */
function insteadOf(evidence: Evidence, wires: readonly Wire[]): string {
  return fedInBox(evidence)
    .filter(({ part }) => wires.some(({ from, to }) => [from, to].some((at) => partOf(at) === part.id)))
    .map(({ part: { tag }, supply }) => {
      const stands = currentOf(supply) === 'ac' ? 'an isolating transformer of' : 'a bench supply, or a battery behind a fuse, of';
      return `${tag} gets no mains yet: its two output wires are on ${stands} ${supply.nominalV} V meanwhile. `;
    })
    .join('');
}

/** What is done first where a supply is an isolated one. */
function isolatedWords(evidence: Evidence, { id }: Supply): string {
  const part = evidence.netlist.parts.find((one) => one.id === batteryId(id));
  if (!part || !isIsolated(part)) return '';
  return fedInBox(evidence).some(({ supply }) => supply.id === id)
    ? `Its two output wires back on ${part.tag}, which is on with the plug. `
    : OWN_MAINS;
}

/** The supply that a fuse stands behind: that which it is led or joined to, or else that of its job’s loads. */
function suppliedBy({ design, netlist }: Evidence, fuse: PartPlaying<'overcurrent device'>): string {
  const before = terminal(fuse.id, '1');
  const near = [
    ...netlist.wires.flatMap(({ from, to }) => (to === before ? [from] : [])),
    ...netlist.joints.flatMap(([a, b]) => (a === before ? [b] : b === before ? [a] : [])),
  ].map(partOf);
  const direct = design.supplies.find(({ id }) => near.includes(batteryId(id)));
  return (
    direct ??
    loadSupplyOf(
      design,
      design.jobs.find(({ id }) => fuse.jobs.includes(id))!,
    )
  ).id;
}

/** What an ohmmeter shows between the supply's end and the load; of a solid relay it shows nothing that says anything. */
function wayWords(
  expected: Expected,
  job: Design['jobs'][number],
  relays: readonly PartPlaying<'relay'>[],
): Pick<WorkStep, 'check' | 'finds'> {
  const solid = relays.filter(({ spec }) => spec.type.solid && spec.carries === 'load').map(({ tag }) => tag);
  if (solid.length > 0) return { check: `${list(solid)} shows no contact to a meter: it is seen once the load works`, finds: [] };
  const read = expected.ways(job);
  if (read.length === 0) return { check: 'it is seen once its supplies are connected', finds: [] };
  const ways = read.map(
    ({ tag, atRest, worked }) => `to ${tag}: ${[`${atRest} with no power and nothing operated`, ...worked].join('; ')}`,
  );
  return { check: 'an ohmmeter from the supply’s end, its fuse out', finds: ways };
}

/** The order of work and the list before the plug, with what each should find: read from one circuit. */
export function workOf(evidence: Evidence, rows: readonly WireRow[]): { steps: WorkStep[]; mains: MainsStep[] } {
  const expected = expectedOf(evidence);
  return { steps: orderOfWork(evidence, rows, expected), mains: mainsSteps(evidence, expected) };
}

/** How the wires of a loom are laid: cords through a strain relief each, the rest tied. */
function laidAs(rows: readonly WireRow[]): string {
  const cords = [...new Set(rows.flatMap(({ cord }) => (cord === '' ? [] : [cord])))];
  const loose = rows.filter(({ cord }) => cord === '').length;
  const tied = `${loose === 1 ? '1 wire' : `${loose} wires`}, tied each hand’s breadth, relieved of strain at both ends, sleeved where metal is near.`;
  if (cords.length === 0) return tied;
  const names = `${cords.length === 1 ? 'Cord' : 'Cords'} ${list(cords)}, through a strain relief wherever ${cords.length === 1 ? 'it passes' : 'one passes'} a box`;
  return loose === 0 ? `${names}.` : `${names}; ${tied}`;
}
const isControl = (wire: Wire): boolean => wire.section.side === 'control';
const onMains = (design: Design, job: string): boolean => {
  const found = design.jobs.find(({ id }) => id === job);
  return found !== undefined && isMains(loadSupplyOf(design, found));
};

function groupBy<T>(items: readonly T[], key: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of items) groups.set(key(item), [...(groups.get(key(item)) ?? []), item]);
  return groups;
}
