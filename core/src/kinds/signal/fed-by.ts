/** Sensors and receivers with electronics: what feeds them, and what they take. */
import { type Field, idSchema, positive } from '../../document/index.ts';

/** Of what needs no supply. */
export const ITSELF = 'itself';
export const fedBySchema = {
  /** A supply of the project; left out or `itself` where it needs none. */
  fedBy: idSchema.optional(),
  /** What it takes all the time, A. */
  ownA: positive.max(5).optional(),
};
export interface FedBy {
  readonly fedBy?: string | undefined;
  readonly ownA?: number | undefined;
}
/** A receiver that listens, a motion sensor: from memory, to be read on it, A. */
const USUAL_OWN_A = 0.01;

export const isFed = ({ fedBy }: FedBy): boolean => fedBy !== undefined && fedBy !== ITSELF;
export const ownAOf = ({ ownA }: FedBy): number => ownA ?? USUAL_OWN_A;
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
] as const satisfies readonly Field<FedBy>[];
