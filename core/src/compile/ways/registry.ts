import { coilInSeries } from './coil-in-series.ts';
import { contactLogic } from './contact-logic.ts';
import type { Way } from './way.ts';

/** Tried in this order; the first that does not refuse wires the job. */
export const WAYS: readonly Way[] = [coilInSeries, contactLogic];
