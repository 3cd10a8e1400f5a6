/** What is needed to build it: wires to cut, parts to buy. */
import { FOOT_M, type Terminal, formatQuantity, partOf, pinOf, terminal, wholeCut } from '../../quantity/index.ts';
import { INSIDE_M, type Netlist, type Wire, cordsOf, type OnStrip, type Strip, stripEnds, waysOfWires } from '../../graph/index.ts';
import { type Design, type ModuleSettings, assumptionsOf } from '../../project/index.ts';
import {
  type AnyPart,
  type FuseSpec,
  HELD_NAMES,
  type PartPlaying,
  SMALL_PRICES,
  boxOf,
  boxSizeMm,
  heatsinkOf,
  kindOf,
  plays,
  wirePrice,
} from '../../kinds/index.ts';
import {
  STRIP_MOST_MM2,
  awgName,
  colourName,
  isBlock,
  nearestAwg,
  noThicker,
  noThinner,
  soldName,
  wireFamily,
} from '../../reference/index.ts';
import { boxTag } from '../../document/index.ts';
import { asBought } from './as-bought.ts';
import { boxViews } from './boxes.ts';
import { partIsThere, wireIsThere } from './there.ts';
import { endName } from './end-name.ts';
import { type EndFit, boughtJoint, boughtTerminal, endFit, fitWords, ringSize, wiresAt } from './ends.ts';
import { type Cut, cutPieces } from './cut-list.ts';

export interface WireRow {
  /** Of the wire, and of the piece where a strip cuts it in several. */
  readonly id: string;
  readonly wire: string;
  readonly tag: string;
  readonly job: string;
  readonly from: string;
  readonly fromPlace: string;
  readonly fromTerminal: string;
  readonly to: string;
  readonly toPlace: string;
  readonly toTerminal: string;
  /** What is bought for its two ends. */
  readonly ends: readonly [EndFit, EndFit];
  readonly colour: string;
  readonly colourName: string;
  readonly sizeMm2: number;
  readonly awg: string;
  readonly lengthM: number;
  /** Whether it is cut by a distance that nobody measured. */
  readonly lengthAssumed: boolean;
  readonly insulation: string;
  /** Printed at its two ends: its number and where that end goes. */
  readonly labelFrom: string;
  readonly labelTo: string;
  /** The loom that it lies in; empty inside a place. */
  readonly loom: string;
  /** The cord that it is a core of; empty for a wire by itself. */
  readonly cord: string;
  /** Of what it is a core; null of a wire by itself. */
  readonly coreOf: 'cord' | 'cable' | null;
  /** There already: neither cut nor bought. */
  readonly existing: boolean;
}

export interface PartRow {
  readonly tags: string;
  readonly description: string;
  readonly count: number;
  readonly places: string;
  /** Of one, as a person said, or in the shelf's invented money; null where it has none. */
  readonly price: number | null;
  /** Whether a person said it. */
  readonly isOwnPrice: boolean;
  readonly spare: number;
  readonly inDrawer: number;
  /** Count and spares less what is in the drawer. */
  readonly toBuy: number;
}

interface End {
  readonly name: string;
  readonly place: string;
  readonly fit: EndFit;
}

export function wireList(design: Design, netlist: Netlist, strips: readonly Strip[]): WireRow[] {
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const over = stripEnds(strips);
  const looms = loomsOf(netlist);
  const cords = new Map(cordsOf(design, netlist).flatMap((cord) => cord.cores.map(({ id }) => [id, cord] as const)));
  const wayOf = waysOfWires(design, netlist);
  const assumed = new Set(assumptionsOf(design).map(({ path }) => path));
  const tracks = boardTracks(design, netlist);
  const isThere = (wire: Wire) =>
    design.build.wires[wire.id]?.existing ?? (wireIsThere(design, wire) || tracks.has(wire) || isOwnLead(parts, wire));
  const meeting = wiresAt(netlist.wires.filter((wire) => !isThere(wire)));
  const end = (at: Terminal, wire: Wire): End => {
    const part = parts.get(partOf(at))!;
    return {
      name: endName(part, pinOf(at)),
      place: placeName(design, part.place),
      fit: endFit(design, part, wire, pinOf(at), meeting.get(at) ?? 0),
    };
  };
  return netlist.wires.flatMap((wire) => {
    const said = design.build.wires[wire.id];
    const name = said?.label ?? wire.tag;
    const [a, b] = [parts.get(partOf(wire.from))!.place, parts.get(partOf(wire.to))!.place];
    const onStrip = (place: string) => over.get(wire.id)?.get(place);
    const [atFrom, atTo] = [onStrip(a), onStrip(b)];
    const lengthAssumed = wayOf(wire).distances.some((at) => assumed.has(`distances[${at}].lengthM`));
    const clamp = design.settings.strandEnds === 'ferrule' ? 'ferrule' : 'bare strands, twisted';
    const mainsVolts = design.settings.wireSeries === 'metric' ? '300/500 V' : design.settings.mainsFamily === 'cord' ? '300 V' : '600 V';
    const piece = (suffix: string, from: End, to: End, lengthM: number, loom: string): WireRow => ({
      id: wire.id + suffix,
      wire: wire.id,
      tag: wire.tag + suffix,
      job: design.jobs.find(({ id }) => id === wire.job)!.name,
      from: from.name,
      fromPlace: from.place,
      fromTerminal: fitWords(from.fit),
      to: to.name,
      toPlace: to.place,
      toTerminal: fitWords(to.fit),
      ends: [from.fit, to.fit],
      colour: wire.colour,
      colourName: colourName(wire.colour),
      sizeMm2: wire.sizeMm2,
      awg: awgName(nearestAwg(wire.sizeMm2)),
      lengthM: wholeCut(lengthM, design.settings),
      lengthAssumed: lengthAssumed && suffix === '',
      insulation: wire.insulation === 'glass' ? 'fibreglass' : wire.mains ? `for mains, ${mainsVolts}` : usualInsulation(design),
      labelFrom: `${name + suffix} ${from.name}`,
      labelTo: `${name + suffix} ${to.name}`,
      loom,
      cord: suffix === '' ? (cords.get(wire.id)?.tag ?? '') : '',
      coreOf: suffix === '' ? (cords.get(wire.id)?.built ?? null) : null,
      existing: isThere(wire),
    });
    const [first, last] = [end(wire.from, wire), end(wire.to, wire)];
    const strip = (on: OnStrip, side: 'front' | 'back', place: string): End => ({
      name: `${on.strip} ${on[side]}`,
      place,
      fit: { style: clamp, joined: null },
    });
    const inside = (atFrom ? INSIDE_M : 0) + (atTo ? INSIDE_M : 0);
    return [
      ...(atFrom ? [piece('a', first, strip(atFrom, 'front', first.place), INSIDE_M, '')] : []),
      piece(
        '',
        atFrom ? strip(atFrom, 'back', first.place) : first,
        atTo ? strip(atTo, 'back', last.place) : last,
        Math.max(0.01, wire.lengthM - inside),
        looms.get([a, b].sort().join('|')) ?? '',
      ),
      ...(atTo ? [piece('z', strip(atTo, 'front', last.place), last, INSIDE_M, '')] : []),
    ];
  });
}

/** Whether a person said that a wire is there, of it or of its job's. */
const isFound = (design: Design, wire: Wire): boolean => design.build.wires[wire.id]?.existing ?? wireIsThere(design, wire);

/** Ways with two wires and more, lettered in the order in which they come. */
function loomsOf(netlist: Netlist): ReadonlyMap<string, string> {
  const placeOf = new Map(netlist.parts.map(({ id, place }) => [id, place]));
  const counts = new Map<string, number>();
  for (const { from, to } of netlist.wires) {
    const [a, b] = [placeOf.get(partOf(from))!, placeOf.get(partOf(to))!].sort() as [string, string];
    if (a !== b) counts.set(`${a}|${b}`, (counts.get(`${a}|${b}`) ?? 0) + 1);
  }
  const ways = [...counts].filter(([, count]) => count > 1).map(([way]) => way);
  return new Map(ways.map((way, at) => [way, String.fromCharCode(65 + (at % 26)) + (at >= 26 ? String(Math.floor(at / 26)) : '')]));
}

/** What the wire list says of wire at low voltage: the spools are of it. */
const usualInsulation = ({ settings }: Design): string => `${wireFamily(settings.wireFamily).insulationC} °C`;

/** Whether it is the lead that a part comes with, under the screw of a terminal block. */
function isOwnLead(parts: ReadonlyMap<string, AnyPart>, { from, to }: Wire): boolean {
  const ends = [from, to].map((at) => parts.get(partOf(at))!);
  return (
    ends.some((part) => kindOf(part).hasLeads?.(part.spec)) && ends.some((part) => plays(part, 'connector') && isBlock(part.spec.type))
  );
}

/** Wires to pins that a board of several channels has once, past the first of them: they are tracks of the board. */
function boardTracks(design: Design, netlist: Netlist): ReadonlySet<Wire> {
  const tracks = new Set<Wire>();
  const led = new Map<string, Terminal>();
  for (const part of netlist.parts) {
    const once = kindOf(part).onceABoard;
    const channel = once && moduleChannel(design, netlist, part.job);
    if (!channel) continue;
    for (const wire of netlist.wires)
      for (const [own, far] of [
        [wire.from, wire.to],
        [wire.to, wire.from],
      ] as const) {
        if (partOf(own) !== part.id || !once.includes(pinOf(own))) continue;
        const pin = `${channel} ${pinOf(own)}`;
        if (led.get(pin) === far) tracks.add(wire);
        else led.set(pin, far);
      }
  }
  return tracks;
}

function placeName(design: Design, id: string): string {
  return design.places.find((place) => place.id === id)!.name;
}

/** Equal parts are one row; boards of modules, heatsinks, strips, and the terminals on the wires' ends. */
export function partsList(design: Design, netlist: Netlist, wires: readonly WireRow[], strips: readonly Strip[]): PartRow[] {
  const rows = new Map<string, Counted>();
  for (const part of netlist.parts) {
    // Channels of modules come several to a board.
    if (plays(part, 'relay') && part.spec.type.module) continue;
    const kind = kindOf(part);
    const listed = kind.listed(part);
    if (listed === null || isTappedOnly(netlist, part) || partIsThere(design, part)) continue;
    const many = kind.gathers
      ? `, ${gathered(design, netlist, part)}`
      : kind.boughtForGuard?.(part.spec)
        ? behindGuard(netlist, part)
        : kind.fusesHang
          ? hung(design, netlist, part)
          : '';
    const description = asBought(design, `${listed}${many}`);
    count(rows, description, 1, kind.price?.(part) ?? null, kind.spare?.(part.spec) ?? 0, part.tag, placeName(design, part.place));
    for (const beside of kind.boughtWith?.(part.spec) ?? [])
      count(rows, asBought(design, beside.description), 1, beside.price, 0, part.tag, placeName(design, part.place));
    const held = plays(part, 'overcurrent device') && part.spec.holder?.takes === part.spec.style ? part.spec.holder : undefined;
    if (held) count(rows, asBought(design, holderWords(held)), 1, held.price || null, 0, part.tag, placeName(design, part.place));
    const sink = plays(part, 'relay') && part.spec.type.solid ? coolingOf(design, part.jobs) : null;
    if (sink) count(rows, asBought(design, `Heatsink: ${sink.name}`), 1, sink.price, 0, part.tag, placeName(design, part.place));
  }
  for (const { name, ways, place } of strips)
    if (ways > 0) {
      count(
        rows,
        'Mounting rail TH 35 of IEC 60715, with an end plate and two end stops',
        1,
        SMALL_PRICES['strip rail'],
        0,
        name,
        placeName(design, place),
      );
      count(
        rows,
        `Feed-through strip terminal, to ${soldName(stripMost(design))}`,
        ways,
        SMALL_PRICES['strip terminal'],
        2,
        name,
        placeName(design, place),
      );
    }
  for (const { description, tag, place, price } of boxesIn(design, netlist))
    count(rows, asBought(design, description), 1, price ?? null, 0, tag, place);
  for (const row of moduleBoards(design, { ...netlist, parts: netlist.parts.filter((part) => !partIsThere(design, part)) }))
    rows.set(row.description + row.places, row);
  const joined = new Set<string>();
  for (const wire of wires) {
    if (wire.existing) continue;
    const [from, to] = wire.ends;
    for (const [fit, at, place] of [
      [from, wire.from, wire.fromPlace],
      [to, wire.to, wire.toPlace],
    ] as const) {
      // Of a splice one lead goes on for all of its wires; on a bar each has its ring.
      const again = joined.has(`${place} ${at}`);
      const joint = again ? null : boughtJoint(design, fit, wire.sizeMm2);
      if (joint) {
        joined.add(`${place} ${at}`);
        count(rows, joint.description, 1, joint.price, joint.spare, at, place);
      }
      const terminal = again && fit.joined?.by === 'splice' ? null : boughtTerminal(design, fit.style, wire.sizeMm2);
      if (terminal) count(rows, terminal.description, 1, terminal.price, 0, '', '');
    }
  }
  return [...rows.values()].map(({ description, tags, places, count: many, price, spare }): PartRow => {
    // Crimps fail and fall: a tenth over, two at least (common practice).
    const over = design.build.spares[description] ?? (tags.size === 0 && spare === 0 ? Math.max(2, Math.ceil(many / 10)) : spare);
    const inDrawer = design.build.drawer[description] ?? 0;
    const own = design.build.prices[description];
    return {
      tags: [...tags].join(' '),
      description,
      count: many,
      places: [...places].join(', '),
      price: own ?? price,
      isOwnPrice: own !== undefined,
      spare: over,
      inDrawer,
      toBuy: Math.max(0, many + over - inDrawer),
    };
  });
}

/** What the fuses and breakers before a part let through for good. */
function behindGuard({ parts }: Netlist, part: AnyPart): string {
  const ratings = parts.flatMap((one) =>
    plays(one, 'overcurrent device') && one.spec.guards === 'load' && part.jobs.some((job) => one.jobs.includes(job))
      ? [one.spec.ratingA]
      : [],
  );
  return ratings.length > 0 ? `, for ${formatQuantity(Math.max(...ratings), 'A')} or more` : '';
}

/** What the fuses at a stud hang on it by: the leads of their holders, or leads of their own where they stand on studs too. */
function hung(design: Design, { parts, joints, wires }: Netlist, { id }: AnyPart): string {
  const leads = new Map<string, number>();
  for (const joint of joints) {
    const at = joint.find((end) => partOf(end) !== id);
    const fuse = joint.some((end) => partOf(end) === id) && at ? parts.find((part) => part.id === partOf(at)) : undefined;
    const behind = fuse && wires.find(({ from, to }) => [from, to].some((end) => partOf(end) === fuse.id));
    if (!fuse || !behind) continue;
    const ring = ringSize(endFit(design, fuse, behind, pinOf(at!), 1).style);
    const lead =
      ring === null
        ? ''
        : `of ${soldName(behind.sizeMm2)} with ${ring === 'M8' ? 'M8 rings at both ends' : `an M8 ring at one end and an ${ring} ring at the other`}`;
    leads.set(lead, (leads.get(lead) ?? 0) + 1);
  }
  return [...leads]
    .map(([lead, many]) =>
      lead === ''
        ? `, and ${many === 1 ? 'an M8 ring for the lead of a fuse holder' : `${many} M8 rings for the leads of fuse holders`}`
        : `, and ${many} short ${many === 1 ? 'lead' : 'leads'} ${lead}`,
    )
    .join('');
}

/** How many wires meet at a part, and the thickest of them. */
function gathered(design: Design, netlist: Netlist, { id }: AnyPart): string {
  const own = netlist.wires.filter(({ from, to }) => partOf(from) === id || partOf(to) === id);
  const mostMm2 = noThinner(design.settings.wireSeries, Math.max(...own.map(({ sizeMm2 }) => sizeMm2)));
  return `for ${own.length} wires to ${soldName(mostMm2)}`;
}

/** An isolated supply that nothing of ours is led to but by a lead that was there is in what was there. */
function isTappedOnly({ parts, wires, joints }: Netlist, part: AnyPart): boolean {
  const kind = kindOf(part);
  const out = kind.rail?.(part.spec)?.pin;
  if (kind.minus?.isolated !== true || out === undefined) return false;
  const plus = terminal(part.id, out);
  const joined = joints.flatMap(([a, b]) => (a === plus ? [partOf(b)] : b === plus ? [partOf(a)] : []));
  const isTap = (id: string) =>
    plays(
      parts.find((one) => one.id === id),
      'tap',
    );
  return joined.length > 0 && joined.every(isTap) && wires.every(({ from, to }) => from !== plus && to !== plus);
}

/** Whether wires of the mains are joined at a place: in a junction box, where nothing else of ours is. */
const joinsMains = ({ parts, wires }: Netlist, place: string): boolean =>
  parts.some(
    (part) =>
      part.place === place &&
      (kindOf(part).madeWithWires === true || plays(part, 'connector')) &&
      wires.some(({ from, to, mains }) => mains && [from, to].some((end) => partOf(end) === part.id)),
  );

/** The boxes that parts go into, a strain relief or a grommet where something passes the wall of one, and the plug of what comes in by a cord that is guarded in the panel. */
function boxesIn(design: Design, netlist: Netlist): { description: string; tag: string; place: string; price?: number | null }[] {
  const placeOf = new Map(netlist.parts.map(({ id, place }) => [id, place]));
  const found = new Set(netlist.wires.filter((wire) => isFound(design, wire)).map(({ id }) => id));
  const cords = cordsOf(design, netlist).filter(({ cores }) => cores.some(({ id }) => !found.has(id)));
  const views = boxViews(design, netlist);
  return design.places.flatMap(({ id, name, box, boxM2, boxCm3, divided, oneCord, ownBox }, at) => {
    const typed = ownBox === undefined ? null : boxOf(design, ownBox);
    // One that nothing of ours works in is what is there: a machine, a kiln.
    const isOurs = oneCord || typed || design.jobs.some(({ device }) => device.place === id);
    const joins = !isOurs && box === 'plastic' && joinsMains(netlist, id);
    if (!(isOurs || joins) || box === 'open' || !netlist.parts.some((part) => part.place === id)) return [];
    const about = joins ? '100 × 100 × 50 mm or more, for joints' : '200 × 150 × 75 mm or more';
    const outside = boxM2 === undefined ? '' : `, ${formatQuantity(boxM2, 'm²', design.settings)} of outside or more`;
    const room =
      boxCm3 === undefined ? '' : `, ${formatQuantity(boxCm3, 'cm³', design.settings)} of room or more, extension ring counted in`;
    const size = `${outside}${room}` || `, about ${about}`;
    const wall = divided ? ', with a wall between mains and low voltage' : '';
    const through = cords.filter(({ cores: [core] }) => [core!.from, core!.to].some((end) => placeOf.get(partOf(end)) === id));
    const beside = views.find(({ place }) => place === id)?.crossings.filter(({ by }) => by === 'grommet') ?? [];
    return [
      {
        description: typed ? `${typed.name}: ${box} box ${boxSizeMm(typed)}${wall}` : `Closed ${box} box${size}${wall}`,
        tag: boxTag(at),
        place: name,
        price: typed?.price || null,
      },
      ...through.map(({ tag, built, cores, sizeMm2 }) => ({
        description: `Strain relief for a ${built} of ${cores.length} × ${soldName(sizeMm2)}`,
        tag,
        place: name,
      })),
      ...beside.flatMap(({ wires }) => {
        const own = wires.filter(({ id }) => !found.has(id));
        if (own.length === 0) return [];
        const most = soldName(Math.max(...own.map(({ sizeMm2 }) => sizeMm2)));
        const many = own.length === 1 ? `a wire of ${most}` : `${own.length} wires to ${most}`;
        return [{ description: `Grommet for ${many}`, tag: boxTag(at), place: name }];
      }),
      ...(oneCord ? through : []).flatMap(({ tag, cores, sizeMm2 }) => {
        const guards = netlist.parts.filter((part) => cores.some(({ from, to }) => [from, to].some((end) => partOf(end) === part.id)));
        const guard = guards.find((part) => plays(part, 'overcurrent device') && part.place !== id);
        // A fused plug is bought as the fuse.
        if (!plays(guard, 'overcurrent device') || guard.spec.style === 'plug') return [];
        const description = `Plug with earth for ${guard.spec.ratingA} A or more, as the outlet takes it, for a cord of ${cores.length} × ${soldName(sizeMm2)}`;
        return [{ description, tag, place: placeName(design, guard.place) }];
      }),
    ];
  });
}

interface Counted {
  readonly description: string;
  readonly tags: Set<string>;
  readonly places: Set<string>;
  count: number;
  readonly price: number | null;
  readonly spare: number;
}
function count(
  rows: Map<string, Counted>,
  description: string,
  many: number,
  price: number | null,
  spare: number,
  tag: string,
  place: string,
): void {
  const row = rows.get(description) ?? { description, tags: new Set<string>(), places: new Set<string>(), count: 0, price, spare };
  rows.set(description, row);
  row.count += many;
  if (tag) row.tags.add(tag);
  if (place) row.places.add(place);
}

const holderWords = ({ name, takes }: NonNullable<FuseSpec['holder']>): string => `${name}: holder for ${HELD_NAMES[takes]}`;

function coolingOf(design: Design, jobs: readonly string[]) {
  const cooling = design.jobs.find(({ id }) => jobs.includes(id))?.cooling;
  return cooling === undefined || cooling === 'none' ? null : heatsinkOf(design, cooling);
}

/** The thickest wire that goes under a terminal of a strip, as the project buys it, mm². */
const stripMost = ({ settings }: Design): number => noThicker(settings.wireSeries, STRIP_MOST_MM2);

/** Channels that modules are sold with. */
const CHANNELS = [16, 8, 4, 2, 1];

/** The board that the channel of a job is on, in words; null where it has none. */
const moduleChannel = (design: Design, { parts }: Netlist, job: string | null): string | null => {
  const relay = parts.find((part) => part.job === job && plays(part, 'relay') && part.spec.type.module);
  return plays(relay, 'relay') ? channelKey(relay, askedOf(design, relay)) : null;
};
const channelKey = ({ place, spec: { type } }: PartPlaying<'relay'>, asked: string): string => `${type.name}|${asked}|${place}`;
/** Channels that are triggered or fed otherwise are on another board. */
const askedOf = (design: Design, { job, spec: { type } }: PartPlaying<'relay'>): string =>
  moduleWords(type.module!, design.jobs.find(({ id }) => id === job)!.module);

/** Channels of one kind at one place, made up of the fewest boards. */
function moduleBoards(design: Design, netlist: Netlist): Counted[] {
  const groups = new Map<string, { name: string; price: number; asked: string; place: string; tags: string[] }>();
  for (const part of netlist.parts) {
    if (!plays(part, 'relay') || !part.spec.type.module) continue;
    const { name, price } = part.spec.type;
    const asked = askedOf(design, part);
    const key = channelKey(part, asked);
    const group = groups.get(key) ?? { name, price, asked, place: placeName(design, part.place), tags: [] };
    group.tags.push(part.tag);
    groups.set(key, group);
  }
  return [...groups.values()].flatMap(({ name, price, asked, place, tags }) => {
    const boards: Counted[] = [];
    for (let left = [...tags]; left.length > 0;) {
      // The smallest board that takes all that is left, or a full one of the largest.
      const size = CHANNELS.findLast((channels) => channels >= left.length) ?? CHANNELS[0]!;
      const taken = left.slice(0, size);
      left = left.slice(size);
      const spare = size - taken.length;
      const words = size === 1 ? '1 channel' : `${size} channels${spare > 0 ? `, ${spare} spare` : ''}`;
      boards.push({
        description: `${name}, ${words}, ${asked}`,
        tags: new Set(taken),
        places: new Set([place]),
        count: 1,
        // Typed without a price.
        price: price === 0 ? null : price * size,
        spare: 0,
      });
    }
    return boards;
  });
}

/** What one looks for on a board before one buys it. */
function moduleWords({ opto }: { readonly opto: boolean }, { trigger, jumper }: ModuleSettings): string {
  const apart = jumper ? '' : ', with a bridge for the supply of its relays, which comes out';
  return `triggered by a ${trigger} level${opto ? ', with optocouplers' : ''}${apart}`;
}

export interface CutRow {
  readonly sizeMm2: number;
  readonly awg: string;
  /** Of a cord those of its cores, with a + between. */
  readonly colour: string;
  readonly colourName: string;
  /** One for a wire by itself. */
  readonly cores: number;
  readonly pieces: number;
  readonly lengthM: number;
  readonly insulation: string;
  readonly cut: Cut;
  /** What a metre of it is sold as, or a foot, which its price goes by. */
  readonly soldAs: string;
  /** Of a metre or a foot, as a person said, or in the shelf's invented money. */
  readonly unitPrice: number;
  readonly isOwnPrice: boolean;
  /** Of new rolls and of what is longer than one, in the same. */
  readonly price: number;
}

/** Wires and cords that are cut as one piece: its name and length, and how it is sold. */
interface Length {
  readonly tag: string;
  readonly lengthM: number;
  readonly sold: Pick<CutRow, 'sizeMm2' | 'awg' | 'colour' | 'colourName' | 'cores' | 'insulation'>;
}
function lengthsOf(wires: readonly WireRow[]): Length[] {
  const cords = new Map<string, WireRow[]>();
  for (const wire of wires) if (!wire.existing) cords.set(wire.cord || wire.id, [...(cords.get(wire.cord || wire.id) ?? []), wire]);
  return [...cords.values()].map((wired): Length => {
    // In one order, so that cords alike are cut from one roll.
    const cores = [...wired].sort((a, b) => a.colour.localeCompare(b.colour));
    const [{ tag, cord, coreOf, sizeMm2, awg, insulation, colourName: name }] = cores as [WireRow, ...WireRow[]];
    const names = cores.map((core) => core.colourName).join(', ');
    return {
      tag: cord || tag,
      lengthM: Math.max(...cores.map(({ lengthM }) => lengthM)),
      sold: {
        ...{ sizeMm2, awg, insulation, cores: cores.length },
        colour: cores.map(({ colour }) => colour).join('+'),
        colourName: cores.length > 1 ? `${coreOf ?? 'cord'} of ${cores.length} cores: ${names}` : name,
      },
    };
  });
}

/** Wire of each size, colour and insulation, cut from the spools that are there and from new rolls. */
export function cutList(design: Design, wires: readonly WireRow[]): CutRow[] {
  const groups = new Map<string, Length[]>();
  for (const length of lengthsOf(wires)) {
    const { sizeMm2, colour, insulation } = length.sold;
    const key = `${sizeMm2}|${colour}|${insulation}`;
    groups.set(key, [...(groups.get(key) ?? []), length]);
  }
  return [...groups.values()]
    .map((lengths): CutRow => {
      const [{ sold }] = lengths as [Length, ...Length[]];
      const { sizeMm2, colour, cores, insulation } = sold;
      // A spool is of the usual insulation: nobody keeps fibreglass on one without a word.
      const spools = design.build.spools.filter(
        (spool) => insulation === usualInsulation(design) && spool.sizeMm2 === sizeMm2 && spool.colour === colour,
      );
      const cut = cutPieces(
        lengths.map(({ tag, lengthM }) => ({ id: tag, lengthM })),
        design.build.rollM,
        spools.map(({ lengthM }) => lengthM),
      );
      const isFeet = design.settings.lengthUnit === 'ft';
      const soldAs = `${cores > 1 ? `${cores} × ` : ''}${soldName(sizeMm2)}, ${insulation}, a ${isFeet ? 'foot' : 'metre'}`;
      const own = design.build.prices[soldAs];
      const unitM = isFeet ? FOOT_M : 1;
      const unitPrice = own ?? cores * wirePrice(sizeMm2) * unitM;
      const metres = cut.rolls.length * design.build.rollM + cut.tooLong.reduce((sum, { lengthM }) => sum + lengthM, 0);
      return {
        ...sold,
        pieces: lengths.length,
        lengthM: lengths.reduce((sum, { lengthM }) => sum + lengthM, 0),
        cut,
        ...{ soldAs, unitPrice, isOwnPrice: own !== undefined },
        price: (metres / unitM) * unitPrice,
      };
    })
    .sort((a, b) => b.sizeMm2 - a.sizeMm2 || a.colour.localeCompare(b.colour));
}

/** What all the wire of a cut list takes: the sizes that are laid, mm², new rolls, and money in the shelf's invented one. */
export const wireBought = (cuts: readonly CutRow[]) => ({
  sizes: [...new Set(cuts.map(({ sizeMm2 }) => sizeMm2))].sort((a, b) => a - b),
  rolls: cuts.reduce((sum, { cut }) => sum + cut.rolls.length, 0),
  price: cuts.reduce((sum, { price }) => sum + price, 0),
});

export interface Total {
  readonly price: number;
  /** Of it what a person said the price of. */
  readonly own: number;
  /** Rows to buy that have no price, and those that have an invented one. */
  readonly unpriced: number;
  readonly invented: number;
}
/** What the parts and the wire to buy cost together. */
export function totalPrice(parts: readonly PartRow[], cuts: readonly CutRow[]): Total {
  const rows = [
    ...parts
      .filter(({ toBuy }) => toBuy > 0)
      .map(({ price, toBuy, isOwnPrice }) => ({ price: price === null ? null : price * toBuy, isOwnPrice })),
    ...cuts.filter(({ price }) => price > 0),
  ];
  const sum = (list: typeof rows) => list.reduce((total, { price }) => total + (price ?? 0), 0);
  const priced = rows.filter(({ price }) => price !== null);
  const own = priced.filter(({ isOwnPrice }) => isOwnPrice);
  return { price: sum(priced), own: sum(own), unpriced: rows.length - priced.length, invented: priced.length - own.length };
}
/** The same in words. Invented prices are nobody's money. */
export function totalWords({ price, own, unpriced, invented }: Total, { currency }: Design['build']): string {
  const money = (sum: number) => `${sum.toFixed(2)}${currency && ` ${currency}`}`;
  const none = unpriced === 0 ? '' : `; ${unpriced === 1 ? 'one row has' : `${unpriced} rows have`} none`;
  if (invented === 0 && own > 0) return `${money(own)} at your prices${none}`;
  const rest =
    own > 0
      ? `, of it ${money(own)} at your prices and the rest in the invented ones of the shelf`
      : ', in the invented prices of the shelf';
  return `${price.toFixed(2)}${rest}${none}`;
}
