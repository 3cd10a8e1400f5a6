/** The public face of this layer. */
export type { Branded } from './branded.ts';
export { type Unit, countWord, figures, formatQuantity, formatTime } from './format.ts';
export { E12, E24, preferredAtMost, preferredFrom } from './preferred.ts';
export { type Terminal, partOf, pinOf, terminal } from './terminal.ts';
export {
  FOOT_M,
  LENGTH_UNITS,
  METRIC,
  type Shown,
  TEMPERATURE_UNITS,
  type Units,
  celsius,
  cutLength,
  fahrenheit,
  leftLength,
  readQuantity,
  shownIn,
  wholeCut,
} from './units.ts';
