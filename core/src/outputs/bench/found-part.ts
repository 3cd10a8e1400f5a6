import { type OwnForm, type OwnRelay, beginOwn, withUsual } from '../../kinds/index.ts';
import { type Found, USUAL_COILS } from './relay-finder.ts';

/** How a relay of these contacts is built, as a part of the shelf; null where none is built so. */
function formOf(poles: NonNullable<Found['poles']>): OwnForm | null {
  const [first] = poles;
  if (!first) return null;
  // Two pins that close as one.
  if (poles.length === 1 && first.closing.length === 2 && first.resting === null) return 'twin';
  if (poles.some(({ closing }) => closing.length !== 1)) return null;
  if (poles.length === 2) return poles.every(({ resting }) => resting !== null) ? 'two-pole' : null;
  return poles.length > 2 ? null : first.resting === null ? 'four' : 'five';
}

/**
 * A relay that was found out by its readings as a part of a person's own: its coil is as it was read, cold; its ratings are
 * assumed until somebody types what is printed on it. Null while its contacts or its coil's voltage are not known.
 */
export function foundPart({ poles, next, coil }: Found, id: string): OwnRelay | null {
  const form = poles && !next ? formOf(poles) : null;
  const usual = USUAL_COILS.find(({ what }) => what === coil?.what);
  if (!form || !coil || !usual) return null;
  const begun = beginOwn(form, id, `Relay from the bench, ${Math.round(coil.ohm)} Ω`);
  const assumed = begun.assumed.filter((field) => field !== 'coilOhm');
  return withUsual({ ...begun, coilV: usual.volt, coilOhm: Number(coil.ohm.toPrecision(3)), assumed });
}
