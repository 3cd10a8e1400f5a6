/** Sensors and receivers with electronics: what feeds them, and what they take. */
import { z } from 'zod';
import { type Field, idSchema, positive } from '../../document/index.ts';
import type { CurrentKind } from '../supply/kind.ts';

/** Supplies that are printed on sensors and receivers, and what each lives on, V (from memory: a plain one -20 % to a third more, on the mains ±15 % and +10 %). */
const PRINTED = {
  'dc-5': { text: '5 V⎓', current: 'dc', leastV: 4.5, mostV: 5.5 },
  'dc-12': { text: '12 V⎓', current: 'dc', leastV: 9.6, mostV: 16 },
  'dc-24': { text: '24 V⎓', current: 'dc', leastV: 19.2, mostV: 32 },
  'dc-10-30': { text: '10 to 30 V⎓', current: 'dc', leastV: 10, mostV: 30 },
  'dc-48': { text: '48 V⎓', current: 'dc', leastV: 38, mostV: 60 },
  'ac-24': { text: '24 V~', current: 'ac', leastV: 20.4, mostV: 26.4 },
  'ac-120': { text: '120 V~', current: 'ac', leastV: 102, mostV: 132 },
  'ac-230': { text: '230 V~', current: 'ac', leastV: 195.5, mostV: 253 },
  'ac-100-240': { text: '100 to 240 V~', current: 'ac', leastV: 90, mostV: 264 },
} as const satisfies Readonly<Record<string, PrintedSupply>>;
type Printed = keyof typeof PRINTED;
/** What a thing with electronics is to be fed with: in words, and from and to which voltage it works and bears, V. */
export interface PrintedSupply {
  readonly text: string;
  readonly current: CurrentKind;
  readonly leastV: number;
  readonly mostV: number;
}

/** Of what needs no supply. */
export const ITSELF = 'itself';
export const fedBySchema = {
  /** A supply of the project; left out or `itself` where it needs none. */
  fedBy: idSchema.optional(),
  /** What it takes all the time, A. */
  ownA: positive.max(5).optional(),
  /** The supply that is printed on it; left out, or `asked`, where the list asks for one for its own. */
  ownSupply: z.enum(['asked', ...(Object.keys(PRINTED) as [Printed, ...Printed[]])]).optional(),
};
export interface FedBy {
  readonly fedBy?: string | undefined;
  readonly ownA?: number | undefined;
  readonly ownSupply?: z.infer<typeof fedBySchema.ownSupply>;
}
/** A receiver that listens, a motion sensor: from memory, to be read on it, A. */
const USUAL_OWN_A = 0.01;

export const isFed = ({ fedBy }: FedBy): boolean => fedBy !== undefined && fedBy !== ITSELF;
export const ownAOf = ({ ownA }: FedBy): number => ownA ?? USUAL_OWN_A;
/** What is printed on it; null where the list asks for one for its supply. */
export const printedOf = ({ ownSupply }: FedBy): PrintedSupply | null =>
  ownSupply === undefined || ownSupply === 'asked' ? null : PRINTED[ownSupply];
/** Whether a supply suits what is printed on a thing, at its highest and at its lowest; what the list asks for does. */
export const suits = (
  printed: PrintedSupply | null,
  current: CurrentKind,
  { highestV, lowestV }: { readonly highestV: number; readonly lowestV: number },
): boolean => printed === null || (printed.current === current && highestV <= printed.mostV && lowestV >= printed.leastV);
export const fedReferences = (signal: FedBy) => (isFed(signal) ? [{ path: 'fedBy', id: signal.fedBy! }] : []);

export const FED_FIELDS = [
  { type: 'reference', path: ['fedBy'], label: 'Fed from', to: 'feeding', unset: ITSELF },
  {
    type: 'number',
    path: ['ownA'],
    label: 'It takes all the time',
    unit: 'A',
    least: 1e-6,
    most: 5,
    asked: isFed,
    unset: USUAL_OWN_A,
  },
  {
    type: 'choice',
    path: ['ownSupply'],
    label: 'Printed on it',
    unset: 'asked',
    asked: isFed,
    choices: [
      { value: 'asked', text: 'its supply: the list asks for it' },
      ...Object.entries(PRINTED).map(([value, { text }]) => ({ value, text })),
    ],
  },
] as const satisfies readonly Field<FedBy>[];
