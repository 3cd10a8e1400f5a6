/** Where things are, and how far apart. */
import { z } from 'zod';
import { idSchema as id, nameSchema as name, positive } from './atoms.ts';

export const placeSchema = z.strictObject({
  id,
  name,
  /** Coldest and hottest air around parts mounted here, °C. */
  coldestC: z.number().min(-60).max(100),
  hottestC: z.number().min(-60).max(400),
  /** What closes it in, and whether mains and low voltage have a compartment each in it. */
  box: z.enum(['open', 'plastic', 'metal']).default('open'),
  divided: z.boolean().default(false),
  /** Its outside that gives off heat, m²; where nobody measured it, that of a small one. */
  boxM2: positive.max(20).optional(),
  /** Room inside it as it is stamped, extension ring and cover counted in, cm³; where nobody said, by its outside. */
  boxCm3: positive.max(1_000_000).optional(),
  /** A box of the project's own: what it is of and its outside are a copy of what that says. */
  ownBox: id.optional(),
  /** A box with one cord in: neutral and earth of the mains go over terminals in it, and what leaves it has a cord of its own. */
  oneCord: z.boolean().optional(),
  /** Wet, outdoors, or where one stands on earth with wet hands. */
  wet: z.boolean().default(false),
  /** Its ground stud and the metal from there to the battery, as measured, Ω; where nobody did, that of a clean one. */
  groundOhm: positive.max(100).optional(),
  /** No metal that current could come back through: plastic, glass fibre, wood. Its returns are wires of their own. */
  noMetal: z.boolean().optional(),
  /** Whether what leaves it goes over a numbered terminal strip. */
  strip: z.boolean().default(false),
});

export const distanceSchema = z.strictObject({
  a: id,
  b: id,
  lengthM: positive.max(500),
  /** Loaded circuits that lie in one bundle along this way, the project's own and others. */
  bundle: z.number().int().min(1).max(9),
  /** Filled in by the app, measured by nobody. */
  assumed: z.literal(true).optional(),
  /** What goes straight this way of low voltage lies in one cable with so many cores: to a trailer, into a roof. */
  cable: z.literal(true).optional(),
});

/** Air around what is mounted, where nobody said: a vehicle in its yearly round (common practice), °C. */
export const ASSUMED_AIR_C = { coldestC: -20, hottestC: 50 } as const;
/** The same indoors. */
export const ASSUMED_INDOOR_C = { coldestC: 5, hottestC: 35 } as const;

export type Place = z.infer<typeof placeSchema>;
export type Distance = z.infer<typeof distanceSchema>;

/** Stud on clean bare metal, and the vehicle's metal from there to the battery's negative post (from memory), Ω. */
const CLEAN_GROUND_OHM = 0.002;
export const groundOhmAt = ({ groundOhm }: Place): number => groundOhm ?? CLEAN_GROUND_OHM;

/** Outside of a box of about 200 × 150 × 75 mm (common practice), m². */
const ASSUMED_BOX_M2 = 0.1;
/** What a closed box gives off heat by, m². */
export const boxSurfaceM2 = ({ boxM2 }: Place): number => boxM2 ?? ASSUMED_BOX_M2;

/** That of such a box, and what of its outside is room (from memory: walls, bosses and lid take the rest). */
const USUAL_OUTSIDE_CM3 = 2250;
const USUAL_OUTSIDE_M2 = 0.1125;
const ROOM_SHARE = 0.8;
/** Room in a box, cm³; `outsideMm` of one whose sides are known. Where only its outside is, that of a box of the usual proportions. */
export function boxRoomCm3(place: Place, outsideMm: readonly [number, number, number] | null): number {
  const outsideCm3 = outsideMm
    ? outsideMm.reduce((room, side) => room * (side / 10), 1)
    : USUAL_OUTSIDE_CM3 * (boxSurfaceM2(place) / USUAL_OUTSIDE_M2) ** 1.5;
  return place.boxCm3 ?? Number((ROOM_SHARE * outsideCm3).toPrecision(3));
}

/** What a box is called by, of the place at `at` (IEC 81346-2: UC, an enclosure). */
export const boxTag = (at: number): string => `UC${at + 1}`;
