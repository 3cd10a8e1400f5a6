/**
 * A whole circuit in one sentence of plain English, read by a small grammar of ours:
 *
 *   sentence := when-part ',' do-part | do-part when-part        with, anywhere, *off if a wire breaks*
 *   when-part := ('when' | 'while' | 'if' | 'unless' …) clause
 *   clause := term ('or' term)*     term := factor ('and' factor)*
 *   factor := 'not' factor | '(' clause ')' | 'either' … | names state [delay]
 *   state  := 'is' ('on' | 'off' | 'pressed' …) | ('above' | 'below') number
 *   do-part := verb loads ['from' supply] ['through' device] ['at' place]
 *
 * Nothing is guessed in silence. Every stretch of the text is either told back with what it was taken for, or stands
 * under `unclear`; what a circuit needs and the sentence does not say is a blank to fill, or an assumption in words.
 */
import {
  type LoadKind,
  LOADS,
  SIGNALS,
  SIGNAL_NATURES,
  signalFacets,
  SUPPLY_VARIANTS,
  type SignalNature,
  type Supply,
  UNIT_KINDS,
  asVariant,
  goesInSeries,
  isCharged,
  isFeed,
  isMains,
  isOnVehicle,
  isOutput,
  isPin,
  isStored,
  supplyFacets,
  variantOf,
} from '../../kinds/index.ts';
import { METRIC, type Units, formatQuantity } from '../../quantity/index.ts';
import { motorFullLoadA } from '../../reference/index.ts';
import type { Design, Job } from '../schema.ts';
import { ONE_RANGE } from '../load.ts';
import { blankDesign } from '../starters.ts';
import { adapterFor, build, connectorIn, fittedTo, goes, inhibited, isInTheWet, joinsInABox, rated, throughOf } from './build.ts';
import { type Condition, both, chargingSensor, readCondition } from './condition.ts';
import {
  LIT_SWITCH,
  PLAIN_SOLID,
  isDescribed,
  partsNamed,
  protectionSaid,
  readConnector,
  readDevice,
  underHand,
  readGuard,
  readMeters,
  readPilot,
} from './device.ts';
import {
  type Clause,
  type SaidSignal,
  type Answers,
  type Heard,
  type SaidLoad,
  type WholeLoad,
  COUNT,
  NUMBER,
  VERB,
  begunOf,
  toNumber,
} from './heard.ts';
import { withFollowed } from './follows.ts';
import { THERE, thereOf } from './there.ts';
import { readWire } from './wire.ts';
import { heatEnd, heatEndWords } from './heat-end.ts';
import { Reading } from './reading.ts';
import { hearSeveral, sentencesOf } from './several.ts';
import {
  branchV,
  loadMeans,
  ofKind,
  ofVoltage,
  readCharged,
  readHeatedBy,
  readLoads,
  readPlace,
  readRoom,
  readSupply,
  toHeat,
} from './things.ts';
import { GLUE } from './words.ts';

export { type Answers, type Blank, type Heard, MOST_SAID, type Told } from './heard.ts';

/** *Always feed a router*, *a fridge of 5 A is on all the time*. */
const ALWAYS =
  /,? ?\b(?:(?:is|are|stays?|remains?|runs?)(?: on)? )?(?:always|permanently|constantly|all the time|at all times|round the clock)(?: on)?\b/;

/** What else is said of hours at a time is all that is said of when. */
const DAY_AND_NIGHT = /\bday and night\b/;

/** With no condition, where it is said that there is none. */
function withNone(reading: Reading): Clause | null {
  if (DAY_AND_NIGHT.test(reading.lower)) return { op: 'always' };
  const found = reading.match(ALWAYS);
  if (!found) return null;
  reading.take(found.index, found[0].length, 'words', 'with no condition: always on');
  return { op: 'always' };
}

/** *Heat the tank with 300 W when …*, to no level. */
/** Cells of a second battery as they are told back. */
const CELL_WORDS = { lithium: 'lithium cells' } as const;
const HEATED = /(?:^|[,;.] ?|\b(?:then|please|to) )(?:heat|warm) (?!with\b|up\b)/;
const SO_THAT =
  /,? ?\bso(?: that)? (?:it|they|that) (?:only )?(?:runs?|comes? on|goes? on|lights?(?: up)?|works?|turns? on|sounds?|starts?|is on)(?= (?:only )?(?:when|while|whenever|if|as long as)\b)/;
const ELSE_OFF = /[,;.]? ?\b(?:or )?(?:else|otherwise) (?:(?:it|they) (?:is|are|stays?) )?(?:not|off)\b(?=\s*(?:[,;.]|$))/;
/** What people begin with and mean nothing by. */
const OPENING =
  /^(?:(?:please|hi|hello|ok|so),? )*(?:(?:can|could|would|will) you (?:please )?|how (?:do|can|would|should) i |(?:i|we)(?: want| need| would like|'d like| wish) (?:to )?)(?=[a-z\d])/;
/** *Wipers: run a motor …*: what the job is called. */
const LABEL = new RegExp(
  String.raw`^([a-z][a-z0-9 -]{0,58}): (?=(?:${VERB.source})|(?:when|while|whenever|if|unless|once|after|as soon as|every|between|from)\b|(?:${COUNT}) (?:s|sec(?:ond)?s?|min(?:ute)?s?|h|hours?) after\b)`,
);

/** *With its own ground*, *on ground points of its own*: studs in a vehicle's metal that no other job shares. */
const OWN_GROUNDS =
  /\b(?:with|and|on|to|through|using) (?:(?:its own|their own|an? (?:separate|isolated)|separate|isolated) ground(?:ing)?(?: points?| studs?| bolts?)?s?|(?:a )?ground(?: points?| studs?| bolts?)?s? of (?:its|their) own)(?![\w-])/;
/** *Over a numbered terminal strip*: what leaves the relay’s place lands behind on it, and what is inside in front. */
const STRIP =
  /,? ?\b(?:with|on|over|through|via|by|and|using) (?:an? |its own |the )?(?:numbered )?(?:terminal|connection|wiring) strips?(?: (?:at|in) (?:the|its) (?:relay|box|case))?(?![\w-])/;
/** *In one cable*, *over a 7-core trailer cable*. */
const ONE_CABLE =
  /,? ?\b(?:in|by|through|over|with) (?:a |an |one |the )?(?:(?:\d{1,2}[- ]core|multi-?core) )?(?:(?:trailer|single|one|multi-?core) )?cable(?: to the (?:load|trailer|caravan|roof|mast))?(?=\s*(?:[\0,;.]|$))/;
/** What is switched, then, is the transformer: what hangs on its slider is at another voltage, and behind another fuse. */
const THROUGH_VARIABLE =
  /,? ?\b(?:through|via|behind|after|over|by|with|on) (?:a |an |the |its )?variable (?:auto-?)?transformer(?: before it)?(?![\w-])/;
const onSlider = (load: SaidLoad): SaidLoad => ({ ...load, name: `${load.name} on a variable transformer`, kind: 'variable-transformer' });
const ABOVE_VOLTS = new RegExp(String.raw`,? ?\b(?:above|over|at) (${NUMBER}) ?v(?:olts?)?(?= ?(?:[\0,;.]|$))`);
const OTHERWISE = /[,;.]? ?\b(?:otherwise|or else)\b,?/;

/** Reads a sentence, or several, against a project, or against none: an empty page then comes with it. */
export function hear(text: string, design: Design | null, answers: Answers = {}, units: Units = design?.settings ?? METRIC): Heard {
  const sentences = sentencesOf(text);
  const one = (of: string, onto: Design | null, given: Answers) => hearOne(of, onto, given, units);
  return sentences.length === 1 ? one(text, design, answers) : hearSeveral(sentences, design, answers, one, projectOf);
}

function hearOne(text: string, design: Design | null, answers: Answers, units: Units): Heard {
  const reading = new Reading(text, design, units, answers);
  const { told, blanks, assumed, signals, take, outside } = reading;
  const opening = reading.match(OPENING);
  if (opening) reading.takeFound(opening, 'words', '');
  // *Only run it when …*: as any condition.
  const only = reading.match(/^[\0\s]*only(?= [a-z])/);
  if (only) reading.takeFound(only, 'words', '');
  const label = reading.match(LABEL);
  if (label) reading.takeFound(label, 'words', `called ${text.slice(label.index, label.index + label[1]!.length)}`);
  // *So that it runs when …*, *else not*: as it is meant anyhow.
  for (const meant of [SO_THAT, ELSE_OFF]) {
    const found = reading.match(meant);
    if (found) reading.takeFound(found, 'words', '');
  }
  // Before the condition, which would have a switch of its own in it; what only forbids builds nothing that could be there.
  const found = /\bnever\b/.test(reading.lower) ? null : reading.match(THERE);
  const there = found ? thereOf(found) : [];
  if (found) reading.takeFound(found, 'device', `its ${there.join(' and ')} as found: judged, and neither bought nor cut`);
  const condition = readCondition(reading);
  const { wrong, second, never, lost, distanceM } = condition;

  const charged = readCharged(reading.rest, text, outside);
  if (charged)
    take(
      charged.at,
      charged.length,
      'load',
      `${charged.name}${charged.cells ? ` of ${CELL_WORDS[charged.cells]}` : ''}, charged by the supply at up to ${formatQuantity(charged.ampere, 'A')}`,
    );
  if (charged?.rate) reading.takeFound(charged.rate, 'load', '');
  const supplyFound = readSupply(reading.rest, design, outside);
  if (supplyFound) take(supplyFound.at, supplyFound.length, 'supply', supplyFound.means);
  // *Keep a fridge from the battery on*.
  const on = supplyFound && reading.match(/\0 ?\bon(?=\s*(?:[\0,;.]|$))/);
  if (on) reading.take(on.index + on[0].length - 'on'.length, 'on'.length, 'words', '');
  const deviceFound = reading.found(readDevice(reading.rest));
  if (deviceFound) take(deviceFound.at, deviceFound.length, 'device', deviceFound.means);
  const device = deviceFound?.kind ?? null;
  // A relay that senses is a condition of its own: one that charges a battery, and nothing else.
  const isSensing = deviceFound?.senses === true;
  // *Charge the second battery above 13.3 V*: of the battery that charges it.
  const above = charged && reading.match(ABOVE_VOLTS);
  if (above)
    reading.takeFound(above, 'signal', `a sensor of the voltage that charges it, in at ${formatQuantity(toNumber(above[1]!), 'V')}`);
  const sensing = charged && (isSensing || above) ? chargingSensor(reading, above ? toNumber(above[1]!) : undefined) : null;
  const said = sensing ? both(condition.clause, sensing) : condition.clause;
  const clause = said ?? (wrong || charged || never ? null : withNone(reading));
  const guard = reading.found(readGuard(reading.rest));
  if (guard) take(guard.at, guard.length, 'device', guard.means);
  const meters = device === 'direct' ? null : reading.found(readMeters(reading.rest));
  if (meters) take(meters.at, meters.length, 'device', meters.means);
  const pilot = charged || never ? null : reading.found(readPilot(reading.rest, text));
  if (pilot) take(pilot.at, pilot.length, 'load', pilot.means);
  if (LIT_SWITCH.test(reading.lower))
    assumed.push(
      'the lamp in the switch is not wired: its terminal stays free; “with a pilot lamp” is one that shows when the load has power',
    );
  const variable = reading.match(THROUGH_VARIABLE);
  const connector = reading.found(readConnector(reading.rest));
  if (connector) take(connector.at, connector.length, 'device', connector.means);
  const apart = reading.match(OWN_GROUNDS);
  if (apart) reading.takeFound(apart, 'device', 'its returns to ground points of its own');
  const wire = reading.found(readWire(reading.rest));
  if (wire) take(wire.at, wire.length, 'device', wire.means);
  if (there.includes('wire') && !wire)
    assumed.push('the wire is bought new until its size is said (“with 2.5 mm² wire”): what is there is judged by what it is');
  if (there.includes('fuse') && guard?.ratingA == null)
    assumed.push('the fuse is bought new until its rating is said (“with a 20 A fuse”): what is there is judged by what it is');
  if (there.includes('relay') && !deviceFound)
    assumed.push('the relay that is there is taken to be the one in the sentence: choose what it is, or type it under Parts');
  const strip = reading.match(STRIP);
  if (strip) reading.takeFound(strip, 'device', 'what leaves the relay’s place over a terminal strip, numbered');
  const cable = reading.match(ONE_CABLE);
  if (cable) reading.takeFound(cable, 'device', 'its wires to the load as cores of one cable');
  const placeFound = readPlace(reading.rest, text, design, outside);
  const room = placeFound && readRoom(reading.rest, placeFound);
  if (placeFound) take(placeFound.at, placeFound.length, 'place', `the relay sits at the ${placeFound.name}`);
  if (room) take(room.at, room.length, 'place', `a box with ${formatQuantity(room.cm3, 'cm³', units)} of room`);
  if (room?.unsaidRing) assumed.push('no room of the extension ring, until it is said how much is stamped in it');

  const other = reading.match(OTHERWISE);
  const otherAt = other?.index ?? reading.rest.length;
  const heats = condition.heats || HEATED.test(reading.lower);
  const by = heats ? readHeatedBy(masked(reading.rest, outside), text) : null;
  if (by) reading.hide(by.at, by.length);
  const loads =
    charged || never
      ? []
      : readLoads(
          masked(reading.rest, (at) => outside(at) && at < otherAt),
          text,
          take,
        );
  const [first] = loads;
  if (by && first?.value !== null) reading.putBack(by.at, by.length);
  else if (by && first) {
    const kind = toHeat(by.by);
    take(by.at, by.length, 'load', `by ${loadMeans({ ...by.by, kind })}`);
    const { count, series, value, unit, ratedV } = by.by;
    // *Keep the room at 20 °C with a heater*: a room is no load.
    const name = first.kind === null && by.by.kind !== null ? by.by.name : first.name;
    loads[0] = { ...first, name, kind, count, series, value, unit, ratedV };
  }
  const others =
    other && loads.length > 0
      ? readLoads(
          masked(reading.rest, (at) => outside(at) && at >= otherAt + other[0].length),
          text,
          take,
        )
      : [];
  if (other && others.length > 0) take(other.index, other[0].length, 'words', 'while that is not so, in their place:');
  // Heat wants an end of its own whatever feeds it: behind a slider it would be asked for none.
  if (variable && !heats && loads.length > 0 && loads.every(({ kind }) => kind !== null && !LOADS[kind].heats)) {
    reading.takeFound(variable, 'load', 'a variable transformer, which is what is switched: the load hangs on its slider');
    loads.splice(0, loads.length, ...loads.map(onSlider));
  }
  if (pilot && loads.length > 0) loads.push(pilot.lamp);
  const unclear = [...unclearOf(reading, wrong), ...condition.senseless];

  // What a circuit needs and the sentence did not say.
  if (!clause && !wrong) blanks.push({ key: 'when', asks: 'when? type “when … is on”', choices: [] });
  if (loads.length === 0 && !charged && !never)
    blanks.push({ key: 'load', asks: 'what shall be switched? type “run a 60 W fan”', choices: [] });
  const natured = signals.map((signal) => {
    // An output of another voltage is of something else, and of what is asked.
    const isElsewhere = OTHER_VOLTS.test(signal.name) && isPin(begunOf(signal) ?? undefined);
    if (signal.id !== null || (signal.nature !== null && !isElsewhere)) return signal;
    const nature = reading.ask({
      key: `signal ${signal.name}`,
      asks: `what is “${signal.name}”?`,
      choices: SIGNAL_NATURES.map((value) => ({ value, text: SIGNALS[value].title })),
    });
    return { ...signal, nature: nature as SignalNature | null };
  });
  const saidSupply = supplyFound?.supply.startsWith('new ')
    ? asVariant({ id: '', name: '', place: '' }, supplyFound.supply.slice(4))
    : design?.supplies.find(({ id }) => `known ${id}` === supplyFound?.supply);
  const suppliedV = saidSupply?.nominalV ?? null;
  const plated = [...loads, ...others].map((load, at) => {
    const kind =
      load.kind ??
      // What is heated is a heater.
      (heats && at === 0 ? 'heater' : null) ??
      (reading.ask({
        key: `kind ${load.name}`,
        asks: `what kind of load is “${load.name}”?`,
        choices: UNIT_KINDS.filter((value) => load.series === 1 || goesInSeries(value)).map((value) => ({
          value,
          text: LOADS[value].title,
        })),
      }) as LoadKind | null);
    const volt = load.ratedV ?? suppliedV;
    const fullLoadA = load.horsepower === undefined || volt === null ? null : motorFullLoadA(load.horsepower, volt);
    if (fullLoadA !== null)
      assumed.push(`${formatQuantity(fullLoadA, 'A')} for ${load.name}, as NEC Table 430.248 has it, until its plate is read`);
    const answer =
      load.value ??
      fullLoadA ??
      Number(
        reading.ask({ key: `watt ${load.name}`, asks: `${load.name}: how much does one take?`, choices: null, unit: load.unit }) ?? NaN,
      );
    return { ...load, kind, value: answer > 0 ? answer : null };
  });
  const known = design?.supplies ?? [];
  let supply: string | null = never ? `known ${never.supply}` : (supplyFound?.supply ?? null);
  // What feeds coils and nothing else is no supply of loads.
  const feeds = known.filter(
    ({ id }) => design!.jobs.length === 0 || design!.jobs.every((job) => job.controlSupply !== id || job.supply === id),
  );
  // What is made for the voltage of the mains hangs on them, and on no battery that happens to be alone.
  const [plateV, ...otherV] = new Set([...loads, ...others].map(({ ratedV }) => ratedV));
  const usual = supplyFound && !/\d ?v/.test(reading.lower.slice(supplyFound.at, supplyFound.at + supplyFound.length)) ? supply : null;
  const [stringV, ...otherStrings] = new Set(
    [...loads, ...others].map(({ ratedV, series, otherV: second }) => (ratedV === null || second !== undefined ? null : ratedV * series)),
  );
  const meant = usual !== null && stringV != null && otherStrings.length === 0 && !design ? ofKind(usual, stringV) : null;
  if (meant) {
    supply = `new ${meant.key}`;
    assumed.push(`${meant.text}, for that is what ${[...loads, ...others].map(({ name }) => name).join(' and ')} is made for`);
    told.splice(0, told.length, ...told.map((one) => (one.as === 'supply' ? { ...one, means: meant.text } : one)));
  }
  const isForMains = plateV != null && plateV >= LEAST_MAINS_V && otherV.length === 0;
  // Of two voltages on a label the one that is there; where both may be, it is asked.
  const labelled = new Set([...loads, ...others].flatMap(({ otherV }) => otherV ?? []));
  const byLabel = isForMains ? [plateV, ...labelled].flatMap((volt) => ofVoltage(volt, design) ?? []) : [];
  const byPlate = byLabel.every(({ supply: by }) => by === byLabel[0]!.supply) ? byLabel[0] : undefined;
  if (!supply && byPlate) {
    supply = byPlate.supply;
    assumed.push(`from ${byPlate.means}`);
  }
  if (!supply && feeds.length === 1 && (!isForMains || isMains(feeds[0]!))) {
    supply = `known ${feeds[0]!.id}`;
    assumed.push(`from the ${feeds[0]!.name}, the only supply`);
  }
  // A second battery is charged by the one that the engine charges.
  if (!supply && charged && !design) {
    supply = 'new battery-12';
    assumed.push('from the 12 V battery that the engine charges');
  }
  supply ??= reading.ask({
    key: 'supply',
    asks: 'from what?',
    choices: [
      ...known.map(({ id, name }) => ({ value: `known ${id}`, text: name })),
      ...SUPPLY_VARIANTS.map(({ key, text: words }) => ({ value: `new ${key}`, text: words })),
    ],
  });
  const variant = supply?.startsWith('new ') ? supply.slice(4) : null;
  const feeding =
    supply === null
      ? null
      : (known.find(({ id }) => `known ${id}` === supply) ??
        rated(asVariant({ id: '', name: '', place: '' }, variant!), supplyFound?.ratedA ?? null));
  const wholeLoads = plated.map((load) => {
    if (feeding === null) return load;
    if (load.otherV !== undefined) return oneOfTwo(load, feeding, assumed);
    const ratedV = ownVoltOf(reading, load, feeding);
    // As people call it still: who says 110 V means what is in the wall there.
    const isOldName = ratedV !== null && ratedV !== feeding.nominalV && isMains(feeding) && branchV(ratedV) === feeding.nominalV;
    if (isOldName)
      assumed.push(`${load.name}: for ${formatQuantity(feeding.nominalV, 'V')}, as a branch of ${formatQuantity(ratedV, 'V')} has by now`);
    return { ...load, ratedV: isOldName ? feeding.nominalV : ratedV };
  });
  const notOf = ({ at, length }: { readonly at: number; readonly length: number }) =>
    unclear.push({ at, end: at + length, text: text.slice(at, at + length) });
  if (supplyFound?.hasNone) notOf(supplyFound);
  if (deviceFound && isSensing && !charged) notOf(deviceFound);
  // What the shelf has none of; a regulator cuts into half waves, and direct current has none.
  if (feeding && deviceFound && (device === 'phase' || isDescribed(deviceFound)) && partsNamed(deviceFound, feeding).length === 0)
    notOf(deviceFound);
  // A pin drives a module or a solid-state relay there, and a hand a coil of 12 V: another one that is named is not put in in silence.
  else if (feeding && isMains(feeding) && deviceFound && isDescribed(deviceFound)) {
    const byPin = natured.some((signal) => isOutput(begunOf(signal) ?? design?.signals.find(({ id }) => id === signal.id)));
    const none = underHand(partsNamed(deviceFound, feeding)).length === 0;
    if ((device === 'contactor' && (byPin || none)) || (device === 'relay' && byPin)) notOf(deviceFound);
  }
  // Through other metal than a vehicle's nothing comes back.
  if (feeding && apart && (never || !isOnVehicle(feeding) || design?.settings.returnPath === 'wire'))
    notOf({ at: apart.index, length: apart[0].length });
  // Of the mains it would be a cord.
  if (feeding && cable && isMains(feeding)) notOf({ at: cable.index, length: cable[0].length });
  if (feeding && guard && protectionSaid(guard, feeding) === null) notOf(guard);
  const bears = wholeLoads.filter((load): load is WholeLoad => load.value !== null && load.kind !== null);
  // One that is bought for it is as strong as it takes; an outlet is there, and so is what the project has of its kind.
  const isThere = known.some((one) => variantOf(one) === variant);
  const isBought = variant !== null && feeding !== null && supplyFound?.ratedA == null && !isMains(feeding) && !isThere;
  const sizedA = isBought ? adapterFor(feeding, bears) : null;
  if (sizedA !== null) assumed.push(`a supply that gives ${formatQuantity(sizedA, 'A')}`);
  if (feeding && connector && (never || connectorIn({ loads: bears, others: [], charged, guard }, connector, feeding) === null))
    notOf(connector);
  const fitting = feeding ? natured.map((signal) => fittedTo(signal, feeding, design, assumed, units)) : natured;
  const byHand = fitting.some((signal) => {
    const begun = begunOf(signal);
    return begun !== null && !isOutput(begun);
  });
  // The key of a vehicle gives the coil its current itself.
  const byFeed = fitting.some((signal) => isFeed(begunOf(signal) ?? design?.signals.find(({ id }) => id === signal.id)));
  if (feeding && isMains(feeding) && device !== 'direct' && byHand && !byFeed)
    assumed.push('an isolated supply of low voltage for the coil, so that no switch carries mains');
  if (feeding && isMains(feeding)) {
    // Lives hang on these three: said, so that whoever has it otherwise says so.
    assumed.push(`an earth conductor to the metal of ${loads.map(({ name }) => name).join(' and ') || 'the load'}`);
    if (joinsInABox(design, feeding, loads)) assumed.push('a plastic box at the loads, in which they are joined');
    if (supplyFacets(feeding).residualProtection(feeding))
      assumed.push(`residual-current protection before the ${feeding.name || 'outlet'}`);
    if (wholeLoads.some(({ kind }) => kind !== null && LOADS[kind].heats) && device !== 'direct') {
      const known = wholeLoads.filter((load): load is WholeLoad => load.value !== null && load.kind !== null).slice(0, loads.length);
      const asked = fitting.flatMap((signal) => begunOf(signal) ?? design?.signals.find(({ id }) => id === signal.id) ?? []);
      assumed.push(heatEndWords(heatEnd(asked, throughOf(known, guard?.ratingA ?? null, feeding), feeding), units));
    }
  }
  // Contacts that click several times a minute are gone within weeks.
  // An input that hangs on direct current gets all of it.
  const isBorne =
    feeding === null || isMains(feeding) || partsNamed(PLAIN_SOLID, feeding).some(({ coilMostV }) => coilMostV >= feeding.highestV);
  const worn =
    isBorne && deviceFound === null && others.length === 0 && second === null && lost !== 'on' && isSeries(clause) && fitting.some(isQuick);
  if (worn) assumed.push('a solid-state relay: contacts wear out by clicking so often');
  if (never) assumed.push(`everything else of ${never.name} stays as it is`);
  else if (lost === null) assumed.push('off if the signal is lost');
  if (feeding !== null && !never && isInTheWet(feeding, [...wholeLoads, ...(placeFound ? [placeFound] : [])]))
    assumed.push((design?.jobs.length ?? 0) === 0 ? 'a wet place' : 'its place as it was entered: wet only where that is ticked');
  if (distanceM === null && !never) assumed.push('lengths of wire, until they are measured');

  const whole =
    clause !== null &&
    blanks.length === 0 &&
    unclear.length === 0 &&
    (wholeLoads.length > 0 || never !== null || (charged !== null && feeding !== null && isStored(feeding))) &&
    wholeLoads.every(({ value, kind }) => value !== null && kind !== null) &&
    supply !== null;
  const called = label ? text.slice(label.index, label.index + label[1]!.length) : null;
  const name = called ?? wholeLoads[0]?.name ?? charged?.name ?? never?.name ?? '';
  const add: Heard['add'] = !whole
    ? null
    : never
      ? (onto) => withFollowed(inhibited(onto, never.id, clause!, fitting), never.id, clause!, true)
      : (onto) => {
          const made = build(onto, {
            clause: clause!,
            signals: fitting,
            loads: wholeLoads.slice(0, loads.length) as WholeLoad[],
            others: wholeLoads.slice(loads.length) as WholeLoad[],
            charged,
            supply: supply!,
            ofJob: supplyFound?.ofJob ?? null,
            suppliedA: supplyFound?.ratedA ?? sizedA,
            capacityAh: supplyFound?.capacityAh ?? null,
            lost: lost ?? 'off',
            continuous: condition.continuous,
            distanceM,
            device: worn ? PLAIN_SOLID : deviceFound,
            guard,
            meters: meters?.meters ?? [],
            connector,
            pilot: pilot !== null && loads.length > 1,
            second,
            place: placeFound,
            cable: cable !== null,
            ownGrounds: apart !== null,
            wire,
            strip: strip !== null,
            there,
            roomCm3: room?.cm3 ?? null,
            called,
          });
          return withFollowed(made, made.jobs.at(-1)!.id, clause!);
        };
  if (add && !never) {
    const made = add(design ?? blankDesign(name, variant ?? undefined));
    const job = made.jobs.at(-1)!;
    assumed.push(...pathsOf(job));
    if (cable && !made.distances.some((way) => way.cable && goes(way, job.device.place, job.loads[0]!.place)))
      assumed.push('no cable: how far it is straight from the relay to the load is not entered');
  }
  return {
    told: told.sort((one, other) => one.at - other.at),
    unclear,
    blanks,
    assumed,
    variant,
    namesRelay: never ? [] : [deviceFound !== null && isDescribed(deviceFound)],
    name: name.charAt(0).toUpperCase() + name.slice(1),
    add,
  };
}

/**
 * A load with two voltages on its label: what has electronics in it takes all between, and so does what lies so near; anything
 * else is set for the one that its supply has. What the plate says is taken to hold at the one that is nearer.
 */
function oneOfTwo<L extends SaidLoad>(load: L, feeding: Supply, assumed: string[]): L {
  const volts = [load.ratedV!, load.otherV!].sort((one, other) => one - other) as [number, number];
  const ranges = load.ranges === true || (load.kind !== null && LOADS[load.kind].ohms === null) || volts[1] < ONE_RANGE * volts[0];
  const named = volts.map((volt) => (!ranges && isMains(feeding) && branchV(volt) === feeding.nominalV ? feeding.nominalV : volt));
  const off = (volt: number) => Math.abs(Math.log(volt / feeding.nominalV));
  const [ratedV, otherV] = named.sort((one, other) => off(one) - off(other)) as [number, number];
  if (!ranges) assumed.push(`${load.name}: set for ${formatQuantity(ratedV, 'V')}, one of the two on its label`);
  return { ...load, ratedV, otherV, ranges };
}

/** What one of a load is made for, V; of several in series it is asked, for a label of half of it says nothing of the other. */
function ownVoltOf(reading: Reading, { name, series, ratedV }: SaidLoad, { nominalV }: Supply): number | null {
  if (series === 1 || ratedV !== null) return ratedV;
  const volts = [Number((nominalV / series).toPrecision(3)), nominalV];
  const answer = reading.ask({
    key: `volt ${name}`,
    asks: `${name} in series: what is one made for?`,
    choices: volts.map((volt) => ({ value: String(volt), text: formatQuantity(volt, 'V') })),
  });
  return answer === null ? null : Number(answer);
}

/** In the name of an output: no board’s pin has it. */
const OTHER_VOLTS = /(?<![\d.,])(?!(?:3[.,]3|5) ?v)\d+(?:[.,]\d+)? ?v(?:olts?)?\b/i;
/** From here on what stands on a plate is a voltage of the mains (from memory: 100 to 240), V. */
const LEAST_MAINS_V = 100;

/** What is put across what keeps its current flowing, in words. */
function pathsOf({ loads, otherwise }: Job): string[] {
  const names = [...loads, ...(otherwise.kind === 'loads' ? otherwise.loads : [])]
    .filter((load) => !isCharged(load) && load.suppressor)
    .map(({ name }) => name);
  return names.length === 0
    ? []
    : [`across ${names.join(' and ')} a way for the current that its coil keeps flowing when it is switched off`];
}

/** Whether contacts one after another make it: its input has no room for a helper relay’s, nor a throw that rests closed. */
const isSeries = (clause: Clause | null): boolean =>
  clause?.op === 'signal' || (clause?.op === 'and' && clause.of.every(({ op }) => op === 'signal'));
/** Shortest round of a time relay that a relay of contacts follows for years, s (common practice). */
const CONTACT_ROUND_S = 30;
function isQuick(signal: SaidSignal): boolean {
  const begun = begunOf(signal);
  const roundS = begun && signalFacets(begun).roundS(begun);
  // The cycle of a controller is set to what it drives.
  return roundS !== null && roundS < CONTACT_ROUND_S && !isOutput(begun ?? undefined);
}

/** What a condition that was not understood holds is no load. */
const masked = (text: string, outside: (at: number) => boolean): string =>
  [...text].map((sign, at) => (outside(at) ? sign : '\0')).join('');

function unclearOf(reading: Reading, wrong: Condition['wrong']): Heard['unclear'] {
  const { text: typed, rest } = reading;
  const stretches: { at: number; end: number; text: string }[] = [];
  for (const found of rest.matchAll(/[^\0]+/g)) {
    const words = [...found[0].matchAll(/[^\s,.;:]+/g)].filter(([word]) => !GLUE.has(word));
    if (words.length === 0) continue;
    const [first, last] = [words[0]!, words[words.length - 1]!];
    const [at, end] = [found.index + first.index, found.index + last.index + last[0].length];
    stretches.push({ at, end, text: typed.slice(at, end) });
  }
  if (wrong && !stretches.some(({ at }) => at >= wrong.at && at < wrong.end))
    stretches.push({ ...wrong, text: typed.slice(wrong.at, wrong.end).trim() });
  return stretches.filter(({ text }) => !reading.isLeftOut(text));
}

/** A page with only what a sentence needs, and its job on it. */
export function projectOf(heard: Heard): Design | null {
  return heard.add?.(blankDesign(heard.name || 'New project', heard.variant ?? 'battery-12')) ?? null;
}
