/** The public face of this layer. */
export { CONTROLLERS, CONTROLLER_IDS, type ControllerType, bootState } from './catalogue/controllers.ts';
export { type OwnGuard, limitsOfGuard } from './catalogue/own-guard.ts';
export { type ConnectorType, connectorOf, connectorsOf } from './catalogue/connectors.ts';
export { type ThermalCutOut, thermalCutOutOf } from './catalogue/own-cut-out.ts';
export { type OwnBox, boxOutsideM2, boxSizeMm } from './catalogue/own-box.ts';
export { HELD_NAMES, type OwnHolder, mayStand } from './catalogue/own-holder.ts';
export { HEATSINKS, HEATSINK_IDS } from './catalogue/heatsinks.ts';
export { type OwnBoard, readPins } from './catalogue/own-board.ts';
export { withUsualOf } from './catalogue/own-card.ts';
export {
  BUILT_IN,
  OWN_COILS_V,
  OWN_FORMS,
  TIMER_WAITS,
  type OwnForm,
  type OwnRelay,
  coilCurrent,
  hasOwnCoil,
  isSolidForm,
  mayBuildIn,
  ownRelaySchema,
} from './catalogue/own-relay.ts';
export { OWN_FORM_NAMES, type OwnField, ownFields } from './catalogue/own-fields.ts';
export { AC_VOLT, assumable, beginOwn, withLabel, withUsual } from './catalogue/own-usual.ts';
export { type ReadRating, readRating } from './catalogue/rating-label.ts';
export { CONNECTOR_PRICES, COPPER_G_PER_MM2_M, GUARD_PRICES, SMALL_PRICES, wirePrice } from './catalogue/prices.ts';
export { PLAIN_FAMILIES, POWER_DIODE, SMALL_DIODE, freewheelDiode, varistorFor } from './catalogue/plain-parts.ts';
export {
  POWER_RELAYS,
  RELAYS,
  type Pole,
  type RelayType,
  SOCKETS,
  type SocketType,
  type SolidType,
  acrossCoil,
  alikeBuilt,
  boardsOf,
  boxOf,
  boxesOf,
  commonOf,
  controllerType,
  hasResting,
  isOfShelf,
  heatsinkOf,
  guardOf,
  guardsOf,
  heatsinksOf,
  HELPER_DUTIES,
  type HelperDuty,
  helpersOf,
  holderOf,
  holdersOf,
  isResting,
  ownRelay,
  pinRelay,
  powerRelays,
  relayOf,
  hasSecondPole,
  takesAuxiliary,
  servesLogic,
  servingRelay,
  largestRating,
  socketOf,
  socketsFor,
  socketsOfProject,
  withRelay,
  throwRating,
} from './catalogue/shelf.ts';
export {
  TRANSISTORS,
  TRANSISTOR_IDS,
  type TransistorType,
  isBipolar,
  isMosfet,
  isOpto,
  transistorById,
} from './catalogue/transistor-types.ts';
export { type Glyph, type Shape, type ShapeClass, box, circle, letter, path, through } from './glyph.ts';
export {
  LOADS,
  LOAD_KINDS,
  goesInSeries,
  type Load,
  type LoadKind,
  type LoadOf,
  UNIT_KINDS,
  type UnitLoad,
  asCharged,
  asKind,
  isCharged,
  loadFacets,
  loadSchema,
  surgeOf,
} from './load/registry.ts';
export {
  KEPT_FORMS,
  type OwnKept,
  SHELF_NATURES,
  asKeptKind,
  keepOf,
  keptEntry,
  keptFields,
  keptKind,
  keptKinds,
  takenLoad,
  takenSignal,
  takenSupply,
  withKept,
} from './own-kept.ts';
export {
  OWN_BEGINNINGS,
  type OwnCarded,
  type OwnPart,
  type UsedPart,
  assumedOf,
  beginPart,
  cardOfPart,
  isCarded,
  isKept,
  isOwnForm,
  isOwnRelay,
  ownPartSchema,
  ownTitle,
  partFieldTitle,
  ownWords,
  usedPartSchema,
} from './own-part.ts';
export { withItsLevels } from './signal/watching.ts';
export { START_TIMES_S, type Starting, heatingAmperes, startAmpere, usualSurge } from './load/surge.ts';
export { auxiliaryPins } from './part/auxiliary.ts';
export { BOX_CONDUCTORS, type BoxConductor } from './part/box-terminal.ts';
export type { FuseSpec } from './part/fuse.ts';
export { type FaultKind, type Unread, type PartSymbol, type SymbolName, branchId, partOfBranch, wireBranch } from './part/kind.ts';
export { type MeterSpec, meterOhm, panelError, scaleFor } from './part/meter.ts';
export { PIN_OHM } from './part/pin.ts';
export { type AnyPart, type PartPlaying, handEditsOf, kindOf, plays } from './part/registry.ts';
export {
  COIL_TOLERANCE,
  COIL_TOLERANCE_SOURCE,
  coilTemperature,
  armatureOf,
  contactBranchId,
  hotPullIn,
  isCopperCoil,
  leastCoilOhm,
  needsSuppression,
  pullInA,
} from './part/relay.ts';
export { RAIL_V } from './part/controller.ts';
export { SMALL_W } from './part/resistor.ts';
export { type Branch, type BranchId, type Conditions, type Delays, type Fault, type Sensor } from './primitives.ts';
export { type Levels } from './signal/kind.ts';
export {
  SIGNALS,
  SIGNAL_NATURES,
  isAuxiliary,
  jobOf,
  type Signal,
  type SignalNature,
  type SignalOf,
  asNature,
  feedingOf,
  formOfSignal,
  isFeed,
  isMomentary,
  isOutput,
  isPin,
  alarmContactOf,
  isRegulator,
  isTwoHand,
  isVoltageSensor,
  levelsOf,
  madeForOf,
  restOf,
  signalFacets,
  signalSchema,
  stateWord,
} from './signal/registry.ts';
export { type MadeFor, askedV, printedV } from './signal/made-for.ts';
export { CHAMBER_C, feelsHeat, heatsTo } from './signal/heats-to.ts';
export { FEED_OHM, feedFuseA } from './signal/feed.ts';
export { ITSELF, suits } from './signal/fed-by.ts';
export { SENSE } from './part/threshold.ts';
export { type FedSpec, SELF, aliveId, fedOf } from './fed.ts';
export { chargeSensor } from './signal/threshold.ts';
export { TIMER_PART_S, clockTime } from './signal/timer.ts';
export { WATCHED, type Watched } from './signal/quantity.ts';
export {
  fedElsewhere,
  SUPPLY_VARIANTS,
  type Supply,
  type SupplyOf,
  TOUCH_V,
  asVariant,
  borneAt,
  borneV,
  conductorColours,
  currentOf,
  isMains,
  isOnVehicle,
  isStored,
  isTwoHot,
  supplyFacets,
  supplyBegun,
  supplyFields,
  supplySchema,
  variantOf,
} from './supply/registry.ts';
export { crankedV } from './supply/kind.ts';
export { REFERENCE_TABLES } from './tables.ts';
