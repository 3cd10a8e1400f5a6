/** The public face of this layer. */
export { awgAreaMm2, awgDiameterMm, awgName, nearestAwg } from './awg.ts';
export { BLADE_BANDS, BLADE_BAND_SOURCE, bladeBears, bladeOpens } from './blade-fuse-bands.ts';
export {
  BLADE_FUSE_BAND_SOURCE,
  BLADE_FUSE_OHM_SOURCE,
  BLADE_FUSE_OPENS_AT,
  BLADE_FUSE_RATINGS,
  BLADE_FUSE_SOURCE,
  bladeFuseColour,
  bladeFuseOhm,
  stockFuseAtLeast,
} from './blade-fuses.ts';
export { FUSE_AIR_SOURCE, fuseAirFactor } from './fuse-air.ts';
export { BOLT_FUSE_SOURCE } from './bolt-fuses.ts';
export { BOX_FILL_IN3, BOX_FILL_SOURCE, EARTHS_AS_ONE, FURTHER_EARTH, IN3_CM3, wireRoomCm3 } from './box-fill.ts';
export { BREAKER_SOURCE } from './breakers.ts';
export { BUNDLE_SOURCE, NEC_BUNDLE_SOURCE, bundleFactor, necBundleFactor } from './bundle-factors.ts';
export { chargeLevels } from './charge-levels.ts';
export { CLASS5_OHM_PER_KM, CLASS5_SOURCE } from './class5-conductors.ts';
export { CONTACT_DERATING_SOURCE, SURGE_SOURCE, type Surge } from './contact-derating.ts';
export { COPPER_ALPHA_PER_K, COPPER_SOURCE, copperAtTemperature } from './copper.ts';
export { CORD_AMPACITY, CORD_AMPACITY_SOURCE } from './flexible-cords.ts';
export { EARTH_SIZE_SOURCE, earthMm2 } from './earth-sizes.ts';
export {
  DC_PROTECTIONS,
  CARTRIDGE_OPENS_AT,
  GUARD_RATINGS,
  MAINS_PROTECTIONS,
  VEHICLE_FUSE_RATINGS,
  builtAs,
  PROTECTIONS,
  PROTECTION_NAMES,
  usualRatings,
  wireForA,
  type Protection,
  curveOf,
  resetsAtAll,
  resetsItself,
  ratingsOf,
} from './guards.ts';
export { ADIABATIC_SOURCE, type LetThrough, adiabaticK, letThrough } from './let-through.ts';
export { NEC_AMPACITY, NEC_AMPACITY_SOURCE, NEC_COLUMNS_C, NEC_SMALL_CONDUCTOR_A, type NecColumn, necAmpacity } from './nec-ampacity.ts';
export { PLUG_FUSE_SOURCE, PLUG_OPENS_A } from './plug-fuses.ts';
export { PROTECTION_LIMITS, type ProtectionLimit, VEHICLE_FUSE_V, breaksAt } from './protection-limits.ts';
export { PREFERRED_SOURCE } from './preferred.ts';
export { SILICON_OHM, SILICON_V } from './silicon.ts';
export { type Source, commonPractice, computed, entered, fromMemory, ofPart, sourceText, standard } from './source.ts';
export { STRIP_MOST_MM2, STRIP_TERMINAL_SOURCE, stripTerminalA } from './strip-terminals.ts';
export { GLOSSARY, type TradeWord, tradeWords } from './glossary.ts';
export { HORSEPOWER_A, motorFullLoadA } from './horsepower.ts';
export { SUPPLY_RATINGS_A } from './supply-ratings.ts';
export { PUBLISHED_TABLES, type ReferenceTable } from './tables.ts';
export { OUTSIDE_SOURCE, VEHICLE_OUTSIDE_MM, WALLS, type Wall, leastInside } from './vehicle-wire-outside.ts';
export {
  BLOCK_MOST_V,
  CONNECTORS,
  CONNECTOR_IDS,
  CONNECTOR_MOST_V,
  CONNECTOR_SOURCE,
  type Connector,
  type ConnectorId,
  TERMINAL_RISE_K,
  TERMINAL_RISE_SOURCE,
  SPLICE_MOST_C,
  blockFor,
  isBlock,
  joinedInCeramic,
  poleBears,
} from './connectors.ts';
export {
  BAD_JOINT_OHM,
  MOST_IN_A_CRIMP,
  MOST_ON_A_STUD,
  TERMINAL_MOST_MM2,
  THERMAL_FUSE,
  THERMAL_FUSE_SOURCE,
  TERMINAL_SOURCE,
} from './terminals.ts';
export {
  THERMOCOUPLE_LEADS,
  THERMOCOUPLE_MOST_C,
  THERMOCOUPLE_MOST_SOURCE,
  THERMOCOUPLE_SOURCE,
  THERMOCOUPLE_TYPES,
  type ThermocoupleType,
  swappedReadingC,
  thermocoupleC,
  thermocoupleMv,
  thermocoupleRange,
} from './thermocouples.ts';
export { PIN_TOLERANCE, RESISTOR_TOLERANCE } from './tolerances.ts';
export { TRACK_RISE_K, TRACK_SOURCE, trackAmpere } from './tracks.ts';
export { AMPACITY_SOURCE } from './vehicle-ampacity.ts';
export { CABLE_COLOURS, CABLE_RETURN, RESERVED_COLOURS, WIRE_COLOURS, colourName } from './wire-colours.ts';
export {
  type Laid,
  type LaidFrom,
  WIRE_FAMILIES,
  WIRE_FAMILY_IDS,
  ambientFactor,
  ampacityAsLaid,
  ampacitySource,
  conductorTemperature,
  looseInAir,
  keptTo,
  stockOf,
  tableAmpacity,
  wireFamily,
} from './wire-families.ts';
export {
  THINNEST_IDS,
  WIRE_SERIES,
  WIRE_SERIES_IDS,
  WIRE_SIZES_MM2,
  type WireSeriesId,
  gaugeOf,
  noThicker,
  noThinner,
  seriesOhmSource,
  seriesOf,
  sizeName,
  sizesFrom,
  soldAwg,
  soldName,
  wireOhmPerM,
  wireOhmSource,
} from './wire-sizes.ts';
