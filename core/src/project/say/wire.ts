/** Wire that a sentence says: one size for the circuit of its load, or one for each stretch of it. */
import { WIRE_SIZES_MM2, gaugeOf, sizeName } from '../../reference/index.ts';
import type { Job } from '../schema.ts';
import { FEED_LEG, TO_RELAY_LEG } from '../legs.ts';
import { NUMBER, type SaidWire, toNumber } from './heard.ts';

const SIZE = String.raw`(?:(${NUMBER}) ?(?:mm(?:²|2|\^2)?|sq(?:uare)?\.? ?mm|square millimet(?:er|re)s?|(awg|gauge|ga))|(awg) (\d{1,2}))(?![\w²])`;
const WIRE = String.raw`(?:wires?|wiring|cables?|conductors?|leads?)`;
/** Places that are no end of a stretch. */
const NO_END = String.raw`(?!(?:box|case|dash|battery|outlet|ground|mains|house|switch)\b)`;
const STRETCH = String.raw`(?:${WIRE} of )?${SIZE}(?: ${WIRE})?(?:(?: (?:on|up|back))? to (?:the|its) ${NO_END}([a-z]+))?`;
const SAID = new RegExp(
  String.raw`,? ?\b(?:with|and|in|using|by|over|on) (?:its own )?${STRETCH}(?:(?:, then|,? and|,) ${STRETCH})*(?![\w-])`,
);
const EACH = new RegExp(STRETCH, 'g');
/** How far what is said may lie from what is sold, as a share: sections are rounded in talk (5 mm² is 10 AWG). */
const ROUNDED = 0.06;

/** Section that is sold of one that is said; null where none is about as thick. */
function sold(number: number, byGauge: boolean): number | null {
  if (byGauge) return WIRE_SIZES_MM2.find((size) => gaugeOf(size) === number) ?? null;
  const off = (size: number) => Math.abs(size / number - 1);
  const nearest = WIRE_SIZES_MM2.toSorted((a, b) => off(a) - off(b))[0]!;
  return off(nearest) <= ROUNDED ? nearest : null;
}

export function readWire(text: string): (SaidWire & { readonly at: number; readonly length: number; readonly means: string }) | null {
  const found = SAID.exec(text);
  // A number of millimetres may be anything's.
  if (!found || !(new RegExp(String.raw`\b${WIRE}\b`).test(found[0]) || / to (?:the|its) (?:fuse|breaker|relay)\b/.test(found[0])))
    return null;
  const stretches = [...found[0].matchAll(EACH)].map(([, number, gauge, , awg, end]) => ({
    sizeMm2: sold(toNumber(number ?? awg!), gauge !== undefined || awg !== undefined),
    to: end === undefined ? null : /^(?:fuse|breaker)$/.test(end) ? ('fuse' as const) : end === 'relay' ? ('relay' as const) : null,
  }));
  const ends = stretches.map(({ to }) => to);
  if (stretches.some(({ sizeMm2 }) => sizeMm2 === null) || new Set(ends).size < ends.length) return null;
  const of = (end: 'fuse' | 'relay' | null) => stretches.find(({ to }) => to === end)?.sizeMm2 ?? null;
  const said: SaidWire = { restMm2: of(null), fuseMm2: of('fuse'), relayMm2: of('relay') };
  const words = (
    [
      [said.fuseMm2, ' to its fuse'],
      [said.relayMm2, ' to its relay'],
      [said.restMm2, stretches.length > 1 ? ' for the rest' : ''],
    ] as const
  ).flatMap(([size, where]) => (size === null ? [] : [`${sizeName(size)}${where}`]));
  return { ...said, at: found.index, length: found[0].length, means: `wire of ${words.join(', ')} in its load circuit` };
}

/** The job with wire as it is said; what is said to the relay alone is that before the fuse too. */
export function wired(job: Job, { restMm2, fuseMm2, relayMm2 }: SaidWire): Job {
  const sizes = { [FEED_LEG]: fuseMm2 ?? relayMm2, [TO_RELAY_LEG]: relayMm2 };
  const legs = Object.entries(sizes).flatMap(([leg, sizeMm2]) =>
    sizeMm2 === null ? [] : [[leg, { ...job.wires[leg], sizeMm2 }] as const],
  );
  return { ...job, ...(restMm2 !== null && { wireMm2: restMm2 }), wires: { ...job.wires, ...Object.fromEntries(legs) } };
}
