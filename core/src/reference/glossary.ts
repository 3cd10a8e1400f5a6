/** Words of the trade as the app uses them, each in a sentence or two; common practice where no standard is named. */
import { type Source, commonPractice } from './source.ts';

export const GLOSSARY_SOURCE: Source = commonPractice();

export const GLOSSARY: readonly (readonly [term: string, words: string])[] = [
  ['15', 'A feed that is live while the key is on (terminal numbers of vehicles, DIN 72552).'],
  ['30', 'What is always live from the battery (DIN 72552); on a relay the common of its contact.'],
  ['31', 'The return: battery minus, or the vehicle’s metal (DIN 72552).'],
  ['85, 86', 'The two ends of a plug-in relay’s coil; 86 is the positive one by convention.'],
  ['87, 87a', 'The contact that closes, and the one that is closed at rest, of a plug-in relay.'],
  ['A1, A2', 'The two ends of the coil of an industrial relay or contactor (IEC 60947).'],
  ['ampacity', 'The current that a wire bears for good without its insulation getting too hot, where it lies.'],
  ['blade fuse', 'The flat plug-in fuse of vehicles (ISO 8820).'],
  ['blocking diode', 'Keeps two feeds of one coil apart, so that neither makes the other live.'],
  ['bonding', 'Joining metal that one can touch to earth, so that it cannot become live unnoticed.'],
  ['breaking capacity', 'The largest current that a fuse or breaker can interrupt without bursting.'],
  ['bundle', 'Wires that lie together warm each other: each may carry less than alone.'],
  ['changeover', 'A contact with one common that goes over from one throw to the other.'],
  ['coil', 'The winding of a relay: current through it moves the contacts.'],
  ['contact', 'Two pieces of metal that touch or not. Its rating is of what it may carry and break.'],
  ['contactor', 'A relay for heavy or mains loads, with screw terminals.'],
  ['continuous load', 'One that runs for three hours or more at a time: everything in its way is sized at 125 %.'],
  ['cranking', 'The engine being turned by its starter: the battery’s voltage falls far meanwhile.'],
  ['cut-out', 'Ends the heat when it goes too far, whatever the control does.'],
  ['derating', 'Using a part below its rating because of what it switches or how warm it is.'],
  ['drop', 'The volts lost along wires, joints and contacts on the way to a load and back.'],
  ['earth, PE', 'The protective conductor, green and yellow: a fault to metal blows the fuse through it.'],
  ['ferrule', 'A sleeve crimped over strands before they go under a screw.'],
  ['flyback', 'The voltage that a coil makes when its current is cut: hundreds of volts with nothing across it.'],
  ['fuse', 'The weakest step on purpose: it opens before the wire behind it gets too hot.'],
  ['ground', 'In a vehicle: its metal, joined to the battery’s minus. Not the same as earth.'],
  ['inrush', 'What a load takes at the moment it is switched on: a cold lamp ten times its running current.'],
  ['isolated', 'With no metal way between two circuits, so that a fault in one does not reach the other.'],
  ['leakage', 'What flows through a solid-state relay while it is off: enough to be felt, and to light a small lamp.'],
  ['line, neutral', 'The live conductor of the mains, and the one that brings its current back.'],
  ['momentary', 'Made only while it is held, like a button.'],
  ['normally open, normally closed', 'How a contact stands while nothing operates it.'],
  ['overcurrent device', 'A fuse or a circuit breaker.'],
  ['parasitic drain', 'What a battery loses while everything is off.'],
  ['pole, throw', 'A pole is one contact of several that move together; a throw is a place that it can go to.'],
  ['prospective current', 'What would flow into a dead short at a place.'],
  ['pull-in, drop-out', 'The voltage at which a relay closes for sure, and at which it lets go.'],
  ['RCD', 'Residual-current device: opens when some of the current comes back another way, through somebody perhaps.'],
  ['solid-state relay, SSR', 'Switches without moving contacts. It leaks when off, warms when on, and fails closed.'],
  ['sneak path', 'A way that current finds and nobody meant.'],
  ['split charge', 'Charging a second battery from the alternator, apart from the first at rest.'],
  ['stall', 'A motor that is held still while it is on: it takes its starting current for good.'],
  ['suppression', 'What takes the current of a coil or motor when it is switched off: a diode, resistor or clamp.'],
  ['tail', 'The short wire of a part of its own, from its terminal to the loom.'],
  ['thermostat', 'Closes or opens at a temperature; the ones here go to ground where nothing else is said.'],
  ['weld', 'Contacts that melted together and no longer open.'],
];

export interface TradeWord {
  readonly text: string;
  /** What it means, where it is a word of the trade. */
  readonly meaning: string | null;
}

/** Those that mostly mean something else in a sentence: a load line, the tail of a vehicle. */
const EVERYDAY = new Set(['line', 'tail']);
/** Terms of letters, the longest first, so that a contactor is not told as a contact; numbers of terminals are no words. */
const TERMS = GLOSSARY.flatMap(([terms, words]) => terms.split(', ').map((term) => [term.toLowerCase(), words] as const))
  .filter(([term]) => /[a-z]{3}/.test(term) && !EVERYDAY.has(term))
  .sort(([a], [b]) => b.length - a.length);
const MEANINGS = new Map(TERMS);
const TERM = new RegExp(`\\b(${TERMS.map(([term]) => term.replace(/[-/\\^$*+?.()|[\]{}]/g, '\\$&')).join('|')})(e?s)?\\b`, 'gi');

/** A text in pieces, each word of the trade on its own where it stands first. */
export function tradeWords(text: string): readonly TradeWord[] {
  const pieces: TradeWord[] = [];
  const told = new Set<string>();
  let from = 0;
  for (const found of text.matchAll(TERM)) {
    const meaning = MEANINGS.get(found[1]!.toLowerCase())!;
    if (told.has(meaning)) continue;
    told.add(meaning);
    if (found.index > from) pieces.push({ text: text.slice(from, found.index), meaning: null });
    pieces.push({ text: found[0], meaning });
    from = found.index + found[0].length;
  }
  if (from < text.length) pieces.push({ text: text.slice(from), meaning: null });
  return pieces;
}
