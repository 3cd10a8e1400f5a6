import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { PRICE_FIELD, type OwnCard, ownBase } from './own-card.ts';

const BUILT = ['plastic', 'metal'] as const;

const mm = positive.max(3000);
export const ownBoxSchema = z.strictObject({
  ...ownBase,
  form: z.literal('box'),
  builtOf: z.enum(BUILT),
  /** Its outside, mm. */
  widthMm: mm,
  heightMm: mm,
  depthMm: mm,
});
export type OwnBox = z.infer<typeof ownBoxSchema>;

/** A small one (common practice), mm. */
const USUAL_MM = { widthMm: 200, heightMm: 150, depthMm: 75 };

const side = (path: keyof typeof USUAL_MM, label: string) =>
  ({ type: 'number', path: [path], label, least: 10, most: 3000, help: 'how much heat it gives off' }) as const;

export const boxCard = {
  form: 'box',
  title: 'box (enclosure)',
  schema: ownBoxSchema,
  fields: [
    {
      type: 'choice',
      path: ['builtOf'],
      label: 'It is of',
      choices: BUILT.map((value) => ({ value, text: value })),
      help: 'whether it needs an earth',
    },
    side('widthMm', 'Width outside, mm'),
    side('heightMm', 'Height outside, mm'),
    side('depthMm', 'Depth outside, mm'),
    PRICE_FIELD,
  ],
  usual: {
    widthMm: () => ({ widthMm: USUAL_MM.widthMm }),
    heightMm: () => ({ heightMm: USUAL_MM.heightMm }),
    depthMm: () => ({ depthMm: USUAL_MM.depthMm }),
  },
  begin: (id, name) => ({ id, name, form: 'box', builtOf: 'plastic', ...USUAL_MM, assumed: Object.keys(USUAL_MM), price: 0 }),
  words: (box) => `${box.builtOf}, ${boxSizeMm(box)}`,
} as const satisfies OwnCard<OwnBox>;

/** As it stands on a label: width, height and depth. */
export const boxSizeMm = ({ widthMm, heightMm, depthMm }: OwnBox): string => `${widthMm} × ${heightMm} × ${depthMm} mm`;
/** All six sides, m². */
export const boxOutsideM2 = ({ widthMm: w, heightMm: h, depthMm: d }: OwnBox): number =>
  Number(((2 * (w * h + w * d + h * d)) / 1e6).toPrecision(6));
