import { roomTaken, type RoomTaken } from '../graph/index.ts';
import { boxSurfaceM2 } from '../document/index.ts';
import { type Design, boxRoom } from '../project/index.ts';
import { BOX_FILL_SOURCE, computed, entered, fromMemory, sizeName, type Source } from '../reference/index.ts';
import { outsideSource } from './box-heat.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { type Given, type Rule, judge } from './rule.ts';

const ID = 'box-fill';
type Place = Design['places'][number];
/** What boxes are sold in steps of, cm³. */
const STEP_CM3 = 50;

/** The first job that has something in a box of ours; null of a machine that is there, whose room nobody said. */
function userOf({ jobs, netlist }: RuleContext, { id, oneCord, ownBox, boxCm3 }: Place): WiredJob | null {
  const isOurs = oneCord === true || ownBox !== undefined || boxCm3 !== undefined || jobs.some(({ job }) => job.device.place === id);
  const within = new Set(netlist.parts.flatMap((part) => (part.place === id ? part.jobs : [])));
  return (isOurs && jobs.find(({ job }) => within.has(job.id))) || null;
}

/** Its room, and what that is from: as stamped, or as its outside lets it be. */
function roomOf(design: Design, at: number): { readonly cm3: number; readonly source: Source; readonly given: readonly Given[] } {
  const place = design.places[at]!;
  const cm3 = boxRoom(design, place);
  if (place.boxCm3 !== undefined) return { cm3, source: entered(`places[${at}].boxCm3`), given: [] };
  const outside = {
    symbol: 'A',
    meaning: 'its outside',
    value: boxSurfaceM2(place),
    unit: 'm²',
    source: outsideSource(design, at),
  } as const;
  return { cm3, source: computed('four fifths of what its outside holds'), given: [outside] };
}

const words = ({ by, count, sizeMm2 }: RoomTaken): string => {
  const each = sizeName(sizeMm2);
  if (by === 'wires') return `${count} ${count === 1 ? 'wire that leaves it' : 'wires that leave it'}, ${each}`;
  if (by === 'earths') return `${count === 1 ? 'an earth' : `${count} earths, as one and a quarter of it for each beyond four`}, ${each}`;
  if (by === 'parts') return `${count} ${count === 1 ? 'part' : 'parts'}: a device as two wires, a terminal or a fuse as one, to ${each}`;
  return `what holds its cords, as one wire, ${each}`;
};
const SYMBOLS = { wires: 'V_w', earths: 'V_PE', parts: 'V_d', clamps: 'V_c' } as const;

/** A box that is stuffed warms its wires, and presses them against what is live: so much room for each. */
export const boxFill: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Do its wires and parts have room in their box?',
  notAsked: 'nothing of it on the mains sits in a box of ours, its wires are thicker than the table, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.design.places.flatMap((place, at) => {
      const user = place.box === 'open' ? null : userOf(context, place);
      const taken = user && roomTaken(context.netlist, place.id);
      if (!user || !taken) return [];
      const room = roomOf(context.design, at);
      const value = Number(taken.reduce((sum, { cm3 }) => sum + cm3, 0).toPrecision(3));
      const over = value > room.cm3;
      return [
        judge(ID, {
          severity: 'caution',
          job: user.job.id,
          subject: { ...jobSubject(user.job), id: `${place.id}/fill`, label: place.name },
          value,
          limit: room.cm3,
          unit: 'cm³',
          title: `Wires and parts ask for ${context.says(value, 'cm³')} of ${place.name}, which has ${context.says(room.cm3, 'cm³')}`,
          detail: over
            ? 'a deeper or a larger box, or an extension ring on it; then enter the room that is stamped in it'
            : `${place.boxCm3 === undefined ? 'by its outside; ' : ''}what is larger than a device on a strap is to be measured`,
          working: {
            formula: over ? 'ΣV > V_box' : 'ΣV ≤ V_box',
            given: [
              ...taken.map((row) => ({
                symbol: SYMBOLS[row.by],
                meaning: words(row),
                value: row.cm3,
                unit: 'cm³' as const,
                source: row.by === 'parts' ? fromMemory('NEC 314.16(B)(4), of relays and supplies too') : BOX_FILL_SOURCE,
              })),
              ...room.given,
            ],
            result: { symbol: 'ΣV', meaning: 'that they ask for', value, unit: 'cm³', source: computed('from the above') },
            limit: {
              symbol: 'V_box',
              meaning: place.boxCm3 === undefined ? 'four fifths of its outside' : 'as stamped in it',
              value: room.cm3,
              unit: 'cm³',
              source: room.source,
            },
          },
        }),
      ];
    }),
  nudges: ({ design, says }, finding) => {
    const at = design.places.findIndex(({ id }) => `${id}/fill` === finding.subject.id);
    const place = design.places[at];
    if (!place) return [];
    const room = Math.ceil(finding.value / STEP_CM3) * STEP_CM3;
    return [
      {
        label: `Nudge to ${says(room, 'cm³')} of room`,
        patches: [
          ...(place.ownBox === undefined ? [] : [{ path: ['places', at, 'ownBox'], value: undefined }]),
          { path: ['places', at, 'boxCm3'], value: room },
        ],
      },
    ];
  },
};
