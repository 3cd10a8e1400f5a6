/** Ideas of a document that know no kind of thing: ids, places, clauses, patches, migrations, fields of editors. */
export { REST, idSchema, limitA, nameSchema, positive } from './atoms.ts';
export { type Difference, differencesOf } from './differences.ts';
export { type TermPath, joinTerm, removeTerm, replaceTerm } from './edit.ts';
export { type Field, type Reference, fieldValue } from './field.ts';
export { FORMAT, FORMAT_VERSION } from './format.ts';
export { mintId } from './ids.ts';
export { migrate } from './migrations.ts';
export { type Patch, applyPatches, isRecord, patchesBetween, sameDocument } from './patch.ts';
export {
  ASSUMED_AIR_C,
  ASSUMED_INDOOR_C,
  type Place,
  boxRoomCm3,
  boxSurfaceM2,
  boxTag,
  distanceSchema,
  groundOhmAt,
  placeSchema,
} from './place.ts';
export { isUnreadable, readable } from './text.ts';
export { type TimedState, nextOf, timedMeaning } from './timed.ts';
export { WHEN_MAX_DEPTH, type When, conditionSchema, whenSchema } from './when-schema.ts';
export { type Memory, meaning, normalForm, partsOf, remembers, signalsOf, withSignal, withStop, withoutSignal } from './when.ts';
