/** What can hurt in a job, said of its own parts and places, and the order in which mains work is proved before it is plugged in. */
import { type Netlist, belongsTo } from '../../graph/index.ts';
import type { Evidence } from '../../analysis/index.ts';
import { batteryId, boxId, postsOf } from '../../wiring/index.ts';
import {
  type Design,
  type Job,
  controlSupplyOf,
  entersByCord,
  hangsOnMains,
  isSetByHand,
  linesOf,
  loadSupplyOf,
} from '../../project/index.ts';
import {
  LOADS,
  type Supply,
  feedingOf,
  isCharged,
  isMomentary,
  isOnVehicle,
  isStored,
  isTwoHand,
  kindOf,
  plays,
  isMains,
  isTwoHot,
  loadFacets,
  supplyFacets,
} from '../../kinds/index.ts';
import { signalsOf } from '../../document/index.ts';
import { figures, formatQuantity, partOf, terminal } from '../../quantity/index.ts';
import { type Expected, expectedOf } from './expected.ts';

export const LOCAL_CODE = 'Your local code comes first; in some places mains work is reserved by law to licensed people.';

const placeName = (design: Design, id: string): string => design.places.find((place) => place.id === id)!.name;

/** What a job hangs on, by its loads and its coil, and what it charges. */
function suppliesIn(design: Design, job: Job): Design['supplies'] {
  const charged = linesOf(job).flatMap((load) => (isCharged(load) ? [load.supply] : []));
  const ids = new Set([loadSupplyOf(design, job).id, controlSupplyOf(design, job).id, ...charged]);
  return design.supplies.filter(({ id }) => ids.has(id));
}

/** What is taken for granted where a job stands on two batteries: that the metal joins their minus posts. A return of wire is in the lists. */
function betweenBatteries(design: Design, job: Job): string[] {
  const batteries = suppliesIn(design, job).filter((supply) => isOnVehicle(supply));
  if (batteries.length < 2 || design.settings.returnPath === 'wire') return [];
  return [
    `The minus posts of ${batteries.map(({ name }) => name).join(' and ')} must be joined to the vehicle’s metal, by cable as thick as the thickest lead of either: without it current comes back through whatever else joins them.`,
  ];
}

/** Above this, direct current of a vehicle is of voltage class B: ISO 6469-3 (from memory), V. */
const CLASS_B_V = 60;
/** A short of more than this melts a spanner before anybody lets go of it (from memory), A. */
const SPANNER_A = 3000;

/** What can hurt at the posts of the batteries of a job. */
function atThePosts(design: Design, job: Job): string[] {
  const batteries = suppliesIn(design, job).filter((supply) => isStored(supply));
  return batteries.flatMap((supply) => [
    ...(supply.highestV > CLASS_B_V
      ? [
          `${supply.name} has up to ${formatQuantity(supply.highestV, 'V')}: above 60 V of direct current a touch can kill, and an arc does not go out by itself. Take its main fuse out and measure that all is dead before you work; cover every post. In some places such work is for trained people only.`,
        ]
      : []),
    ...(supply.restV / supply.internalOhm > SPANNER_A
      ? [
          `A short at the posts of ${supply.name} gives some ${formatQuantity(supply.restV / supply.internalOhm, 'A')}: rings and watch off, insulated tools, the other post covered, its fuse at the post.`,
        ]
      : []),
  ]);
}

/** A press that waits for both hands sees that both contacts are closed, and not why. */
function byBothHands(design: Design, job: Job): string[] {
  const { when } = job;
  const terms = when.op === 'and' ? when.of : [];
  const buttons = terms.flatMap((term) => {
    const signal = term.op === 'signal' ? design.signals.find(({ id }) => id === term.signal) : undefined;
    return signal && isMomentary(signal) && !isTwoHand(signal) && feedingOf(signal) === null ? [signal.name] : [];
  });
  if (!linesOf(job).some((load) => loadFacets(load).turns || loadFacets(load).inductive)) return [];
  const stations = signalsOf(when).flatMap((id) => design.signals.filter((signal) => signal.id === id && isTwoHand(signal)));
  if (stations.length > 0)
    return [
      `${stations.map(({ name }) => name).join(' and ')} sees its buttons and not what it starts: with a contact of the load’s relay welded it runs with nobody’s hand on them. Where what moves can injure, two contactors in series that the station watches (ISO 13849), and as far from it as ISO 13855 asks.`,
    ];
  if (buttons.length < 2) return [];
  return [
    `In series, ${buttons.join(' and ')} see that each is pressed, and not by what: one that is taped down leaves the other to one hand. Where what moves can injure, a two-hand relay after ISO 13851 is for it: it wants both within half a second, and both let go in between.`,
  ];
}

/** What has the mains in it beside the low voltage of a job: one opens it to work on that. */
function besideMains({ places, supplies }: Design, job: Job, { parts, wires }: Netlist): string[] {
  const outlets = supplies.filter((supply) => isMains(supply));
  const placeOf = new Map(parts.map(({ id, place }) => [id, place]));
  const endsOf = (list: Netlist['wires']) => new Set(list.flatMap(({ from, to }) => [from, to].map((at) => placeOf.get(partOf(at)))));
  const own = endsOf(wires.filter(({ jobs }) => jobs.includes(job.id)));
  const live = endsOf(wires.filter(({ mains }) => mains));
  const both = places.filter(
    ({ id }) => own.has(id) && live.has(id) && (id === job.device.place || !outlets.some(({ place }) => place === id)),
  );
  if (both.length === 0) return [];
  const names = both.map(({ name }) => name).join(' and ');
  const volt = Math.max(...outlets.map(({ nominalV }) => nominalV));
  return [
    `Mains, ${volt} V, is in ${names} too: unplug it, or switch its breaker off and prove it dead twice, before ${names} ${both.length === 1 ? 'is' : 'are'} opened.`,
    LOCAL_CODE,
  ];
}

/** What a hand sets for one of two voltages: set for the lower one, twice the volts are four times the power. */
function setByHand(job: Job): string[] {
  return linesOf(job).flatMap((load) => {
    const { name, plate, otherV = 0 } = load;
    if (!isSetByHand(load)) return [];
    const volts = formatQuantity(plate.ratedV, 'V');
    return [
      otherV < plate.ratedV
        ? `Set ${name} to ${volts} and read it once more before it gets any power: set to ${formatQuantity(otherV, 'V')} it would take ${figures((plate.ratedV / otherV) ** 2, 2)} times its power and burn.`
        : `Set ${name} to ${volts}: set to ${formatQuantity(otherV, 'V')} it would hardly do anything, and a motor stands and burns.`,
    ];
  });
}

/** The other side of a transformer, which nobody has said anything of. Common practice. */
function behindIt(job: Job, supply: Supply): string[] {
  return linesOf(job).flatMap((load) => {
    const { secondary } = loadFacets(load);
    if (secondary === 'none') return [];
    return secondary === 'apart'
      ? [
          `What ${load.name} gives is not asked here: above 50 V its other side kills as the mains do, with no residual-current device to end it, and wound for thousands of volts it kills through its cover. It wants a fuse, a cover and an end for its fault on that side.`,
        ]
      : [
          `What hangs on the slider of ${load.name} is not parted from ${supply.name}, whatever it is set to${isMains(supply) ? ': at zero it is live too where line and neutral are changed about' : ''}. Turn it down before it is switched on. Its slider bears the same current at any setting, so the fuse before it does not guard it: it wants one of its own on its output.`,
        ];
  });
}

/** Sentences about one job; none where nothing of it is on the mains or beside it, on two batteries, or on one that hurts by itself. */
export function cautionsFor(design: Design, job: Job, netlist: Netlist): string[] {
  const supply = loadSupplyOf(design, job);
  const hands = byBothHands(design, job);
  if (!isMains(supply))
    return [
      ...hands,
      ...atThePosts(design, job),
      ...behindIt(job, supply),
      ...setByHand(job),
      ...betweenBatteries(design, job),
      ...besideMains(design, job, netlist),
    ];
  const box = placeName(design, job.device.place);
  const place = design.places.find(({ id }) => id === job.device.place)!;
  const relays = netlist.parts.filter((part) => plays(part, 'relay') && belongsTo(netlist, part, job.id));
  const solid = relays.filter((part) => plays(part, 'relay') && part.spec.type.solid).map(({ tag }) => tag);
  const said = [
    ...hands,
    `Mains, ${supply.nominalV} V: unplug it, or switch its breaker off and prove it dead twice, before ${box} is opened; close ${box} before it is plugged in.`,
    ...setByHand(job),
  ];
  if (isTwoHot(supply)) said.push('Both conductors are hot: each is live to earth when the other is broken.');
  if (supplyFacets(supply).residualProtection(supply) === false)
    said.push(`There is no residual-current protection before ${supply.name}: fit it first.`);
  const bonds = netlist.wires.filter(({ role, from }) => role === 'earth' && from === terminal(boxId(place.id), 'PE'));
  if (place.box === 'metal')
    said.push(
      bonds.length > 0
        ? `The metal of ${box} is bonded to earth, by ${bonds.map(({ tag }) => tag).join(' and ')}, before anything else in it is connected.`
        : `The metal of ${box} has no earth: do not plug it in.`,
    );
  if (solid.length > 0) said.push(`What ${solid.join(' and ')} switches is live even when it is off, and it fails closed.`);
  const outlets = linesOf(job).filter((load) => loadFacets(load).anythingPlugsIn);
  if (outlets.length > 0)
    said.push(
      `Mark ${outlets.map(({ name }) => name).join(' and ')} with what may be plugged in. It can come on by itself: what is plugged in is unplugged before anybody works on it.`,
    );
  said.push(...behindIt(job, supply));
  if (linesOf(job).some((load) => loadFacets(load).heats))
    said.push(
      job.cutOut.kind === 'none'
        ? 'Nothing ends the heat if the relay sticks.'
        : 'Try the cut-out before the heat is left alone, and never bridge it.',
    );
  return [...said, ...atThePosts(design, job), LOCAL_CODE];
}

export interface MainsStep {
  readonly id: string;
  readonly text: string;
  /** What the meter or the hand should find. */
  readonly expect: string;
}

/** One reading for all where they read the same, or each with its tag. */
function each<T extends { readonly tag: string }>(things: readonly T[], read: (thing: T) => string): string {
  const said = things.map(read);
  return new Set(said).size === 1 ? said[0]! : things.map(({ tag }, at) => `${tag} ${said[at]}`).join('; ');
}

/** Low voltage and continuity first, plugged in last; empty for a project with nothing on the mains. */
export function mainsSteps(evidence: Evidence, expected: Expected = expectedOf(evidence)): MainsStep[] {
  const { design, netlist } = evidence;
  const jobs = design.jobs.filter((job) => isMains(loadSupplyOf(design, job)) && netlist.parts.some((part) => part.job === job.id));
  if (jobs.length === 0) return [];
  const steps: MainsStep[] = [
    {
      id: 'dead',
      text: 'Everything unplugged or its breaker off, and proved dead twice with a tester that was tried on a live outlet before and after.',
      expect: 'no voltage anywhere',
    },
  ];
  for (const job of jobs) {
    const supply = loadSupplyOf(design, job);
    const loads = netlist.parts.flatMap((part) => (plays(part, 'load') && part.job === job.id ? [part] : []));
    const relays = netlist.parts.flatMap((part) =>
      plays(part, 'relay') && part.job === job.id && part.spec.carries === 'load' ? [part] : [],
    );
    const tags = loads.map(({ tag }) => tag).join(', ');
    const relayTags = relays.map(({ tag }) => tag).join(' and ');
    const back = isTwoHot(supply) ? 'the second hot conductor' : 'the neutral';
    const bothBroken = netlist.wires.some(({ job: own, leg }) => own === job.id && leg === 'return');
    const say = (id: string, text: string, expect: string) => steps.push({ id: `${job.id}/${id}`, text: `${job.name}: ${text}`, expect });
    for (const load of linesOf(job).filter(isSetByHand))
      say(`set-${load.id}`, `what sets ${load.name} for one of its two voltages`, `it stands at ${formatQuantity(load.plate.ratedV, 'V')}`);
    const boxes = netlist.parts.filter((part) => kindOf(part).metal !== undefined && part.jobs.includes(job.id));
    // Asked of all metal, wired or not: what was left off is what this step is for.
    const earthed = [...loads.filter(({ spec }) => spec.metal), ...boxes];
    if (earthed.length > 0)
      say(
        'earth',
        `continuity from the earth of ${supply.name} to the metal of ${earthed.map(({ tag }) => tag).join(', ')}`,
        each(earthed, ({ id }) => {
          const said = expected.between(terminal(id, 'PE'), terminal(batteryId(supply.id), 'PE'));
          return said === 'open' ? 'open, for it has no earth: do not plug it in' : said;
        }),
      );
    const [, backPost] = postsOf(supply);
    if (!bothBroken)
      say(
        'back',
        `continuity of ${back} from ${supply.name} to ${tags}`,
        each(loads, ({ id }) => expected.between(terminal(id, '-'), backPost)),
      );
    // A solid relay shows no contact to a meter, open or closed.
    const ways = expected.ways(job);
    const worked = ways.map(({ tag, worked: read }) => `${tag} ${read.join('; ')}`).join('; ');
    if (ways.length > 0)
      say(
        'open',
        `from behind its fuse or breaker, which is out, to the load, with no power on ${relayTags}`,
        each(ways, ({ atRest }) => atRest),
      );
    const byHand = relays.filter((part) => hangsOnMains(design, part.spec.supply) && !part.spec.type.solid && !part.spec.type.module);
    const low = relays.filter((part) => !byHand.includes(part));
    const lowTags = low.map(({ tag }) => tag).join(' and ');
    if (relays.length === 0) say('control', 'its switch worked by hand', worked);
    if (byHand.length > 0)
      say(
        'slide',
        `move ${byHand.map(({ tag }) => tag).join(' and ')} in by its test slide, never by putting its coil on the mains with the box open`,
        ways.length === 0
          ? 'its contacts close and open'
          : each(ways, ({ atRest }) => (atRest === 'open' ? 'the same way conducts' : 'the same way opens')),
      );
    if (low.some(({ spec }) => spec.type.solid))
      say(
        'control',
        `control side alone at low voltage: the input lamp of ${lowTags} follows its signal`,
        [...expected.coils(job), 'a meter sees no contact in it'].join('; '),
      );
    else if (low.length > 0) say('control', `control side alone at low voltage: ${lowTags} follows its signal`, worked);
    const ohm = 1 / loads.reduce((sum, { spec }) => sum + 1 / spec.ohm, 0);
    const cold = loads.some(({ spec }) => (LOADS[spec.loadKind].ohms?.most ?? 1) < 1);
    say(
      'load',
      `resistance of the load, ${tags}, at its own terminals`,
      cold ? `more than 0 Ω and less than ${formatQuantity(ohm, 'Ω')}: it is cold` : `about ${formatQuantity(ohm, 'Ω')}`,
    );
    // In a panel the neutral stays bonded to earth: only what the breaker cuts off may be asked.
    say(
      'insulation',
      job.protection === 'plug' || entersByCord(design, supply, job.device.place)
        ? 'both pins of the plug that carry current, to its earth'
        : isTwoHot(supply)
          ? 'each hot conductor after its breaker, to earth'
          : 'the line after its breaker, to earth',
      'no continuity',
    );
  }
  const boxes = [...new Set(jobs.map((job) => placeName(design, job.device.place)))].join(', ');
  steps.push({
    id: 'closed',
    text: `${boxes}: no stray strand, every terminal tugged, every cord in its strain relief, and closed.`,
    expect: 'nothing live can be touched',
  });
  const supplies = [...new Set(jobs.map((job) => loadSupplyOf(design, job)))];
  steps.push({
    id: 'plug',
    text: `Plug in or switch on ${supplies.map(({ name }) => name).join(', ')}${supplies.every((supply) => supplyFacets(supply).residualProtection(supply) === true) ? ', behind its residual-current protection' : ''}; one hand, and somebody near.`,
    expect: jobs.flatMap((job) => [...expected.loads(job), ...expected.meters(job)]).join('; '),
  });
  return steps;
}

/** Whether any supply of a project is the mains. */
export const hasMains = (design: Design, netlist: Netlist): boolean =>
  design.supplies.some((supply) => isMains(supply) && netlist.parts.some((part) => part.id === batteryId(supply.id)));
