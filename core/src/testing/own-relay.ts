import type { OwnRelay } from '../kinds/index.ts';

/** A relay as somebody types it from a data sheet. */
export const OWN_RELAY: OwnRelay = {
  id: 'own-relay',
  name: 'Pump relay',
  form: 'four',
  coilV: 12,
  coilOhm: 92,
  pullInV: 7.4,
  releaseV: 1,
  coilMostV: 16,
  coilHenry: 0.2,
  coilRiseK: 40,
  contactOhm: 0.003,
  closing: { resistiveA: 35, own: { motor: 22 } },
  resting: null,
  label: '',
  assumed: [],
  price: 7,
};
