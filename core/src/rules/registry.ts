import { loadWrongVoltage } from './load-wrong-voltage.ts';
import { fedWrongVoltage } from './fed-wrong-voltage.ts';
import { protectionUnsuited } from './protection-unsuited.ts';
import { cutOutUnsuited } from './cut-out-unsuited.ts';
import { disconnectionTime } from './disconnection-time.ts';
import { residualMissing } from './residual-missing.ts';
import { driverOverVoltage } from './driver-over-voltage.ts';
import { diodeOverCurrent } from './diode-over-current.ts';
import { motorStall } from './motor-stall.ts';
import { coilDropsOutCranking } from './coil-drops-out-cranking.ts';
import { colourReserved } from './colour-reserved.ts';
import { heatAtRest } from './heat-at-rest.ts';
import { contactVoltage } from './contact-voltage.ts';
import { loadNoSuppression } from './load-no-suppression.ts';
import { pinTaken } from './pin-taken.ts';
import { slowResistorBlocked } from './slow-resistor-blocked.ts';
import { setPointHotter } from './set-point-hotter.ts';
import { backfeed } from './backfeed.ts';
import { bootEnergises } from './boot-energises.ts';
import { notAllAsked } from './bounded.ts';
import { boardRegulator } from './board-regulator.ts';
import { bothEndsFuse } from './both-ends-fuse.ts';
import { boxFill } from './box-fill.ts';
import { boxHeat } from './box-heat.ts';
import { breakerCurveSurge } from './breaker-curve-surge.ts';
import { batteriesUnlike } from './batteries-unlike.ts';
import { chargeCurrent } from './charge-current.ts';
import { clauseNoEffect } from './clause-no-effect.ts';
import { coilDiodeReversed } from './coil-diode-reversed.ts';
import { coilFedWhenKeyOff } from './coil-fed-when-key-off.ts';
import { coilNoSuppression } from './coil-no-suppression.ts';
import { coilOverVoltage } from './coil-over-voltage.ts';
import { coilPullIn } from './coil-pull-in-low-battery-hot.ts';
import { coilReleaseSlow } from './coil-release-slow.ts';
import { coilWrongVoltage } from './coil-wrong-voltage.ts';
import { connectorUnsuited } from './connector-unsuited.ts';
import { contactLife } from './contact-life.ts';
import { crankingThroughAux } from './cranking-through-aux.ts';
import { dcOnAcContact } from './dc-on-ac-contact.ts';
import { deviceWrongCurrentKind } from './device-wrong-current-kind.ts';
import { distanceContradicted } from './distance-contradicted.ts';
import { dividerOutOfRange } from './divider-out-of-range.ts';
import { earthMissing } from './earth-missing.ts';
import { earthThin } from './earth-thin.ts';
import { editNotMade } from './edit-not-made.ts';
import { failsClosedNoCutout } from './fails-closed-no-cutout.ts';
import { floatingInput } from './floating-input.ts';
import { fuseAboveContact } from './fuse-above-contact.ts';
import { fuseAboveHolder } from './fuse-above-holder.ts';
import { fuseAboveLoad } from './fuse-above-load.ts';
import { fuseAboveTerminal } from './fuse-above-terminal.ts';
import { fuseAboveWire } from './fuse-above-wire.ts';
import { fuseBelowCoils } from './fuse-below-coils.ts';
import { fuseBelowLoad } from './fuse-below-load.ts';
import { fuseContinuousLoad } from './fuse-continuous-load.ts';
import { tapAboveWire } from './tap-above-wire.ts';
import { fuseFarFromSource } from './fuse-far-from-source.ts';
import { fuseMatchSchool } from './fuse-match-school.ts';
import { fuseMissing } from './fuse-missing.ts';
import { fuseSurgeOpens } from './fuse-surge-opens.ts';
import { loadWrongCurrentKind } from './load-wrong-current-kind.ts';
import { lineNeutralAcrossContact } from './line-neutral-across-contact.ts';
import { helperOverContact } from './helper-over-contact.ts';
import { loadOverContact } from './load-over-contact.ts';
import { mainsLowVoltageTogether } from './mains-low-voltage-together.ts';
import { mainsNoEnclosure } from './mains-no-enclosure.ts';
import { moduleIsolationDefeated } from './module-isolation-defeated.ts';
import { moduleTrackOrTerminal } from './module-track-or-terminal.ts';
import { mosfetGateLevel } from './mosfet-gate-level.ts';
import { neutralSwitched } from './neutral-switched.ts';
import { notWired } from './not-wired.ts';
import { onePoleOfTwo } from './one-pole-of-two.ts';
import { optoCurrent } from './opto-current.ts';
import { outletPluggedIn } from './outlet-plugged-in.ts';
import { parasiticDrain } from './parasitic-drain.ts';
import { partAir } from './part-air.ts';
import { phaseAngleLoadKind } from './phase-angle-load-kind.ts';
import { pinLevelMismatch } from './pin-level-mismatch.ts';
import { pinPowersCoil } from './pin-powers-coil.ts';
import { guardResetsItself } from './guard-resets-itself.ts';
import { plugFuseAboveDevice } from './plug-fuse-above-device.ts';
import { pulsedFeedTap } from './pulsed-feed-tap.ts';
import { railCurrentOver } from './rail-current-over.ts';
import { relayChatter } from './relay-chatter.ts';
import { reversingNoInterlock } from './reversing-no-interlock.ts';
import type { Rule } from './rule.ts';
import { sharedGroundBackfeed } from './shared-ground-backfeed.ts';
import { signalCurrentOver } from './signal-current-over.ts';
import { signalLostWrongState } from './signal-lost-wrong-state.ts';
import { ssrLeakage } from './ssr-leakage.ts';
import { ssrMinimumLoad } from './ssr-minimum-load.ts';
import { ssrOutlastsShort } from './ssr-outlasts-short.ts';
import { ssrNoHeatsink } from './ssr-no-heatsink.ts';
import { startOverSupply } from './start-over-supply.ts';
import { statementBroken } from './statement-broken.ts';
import { stateMismatch } from './state-mismatch.ts';
import { timeRelayRange } from './time-relay-range.ts';
import { timeMismatch } from './time-mismatch.ts';
import { stripOverCurrent } from './strip-over-current.ts';
import { supplyOverload } from './supply-overload.ts';
import { thermocouplePolarity } from './thermocouple-polarity.ts';
import { transistorNotSaturated } from './transistor-not-saturated.ts';
import { unknownAfterPowerCut } from './unknown-after-power-cut.ts';
import { vsrHunting } from './vsr-hunting.ts';
import { wireAboveTerminal } from './wire-above-terminal.ts';
import { wireAmpacity } from './wire-ampacity.ts';
import { wireBundleHeat } from './wire-bundle-heat.ts';
import { wireDrop } from './wire-drop.ts';
import { wireInsulationTemperature } from './wire-insulation-temperature.ts';
import { wireOutlastsShort } from './wire-outlasts-short.ts';
import { wireParallelUnequal } from './wire-parallel-unequal.ts';

export const RULES: readonly Rule[] = [
  notWired,
  notAllAsked,
  editNotMade,
  distanceContradicted,
  loadWrongCurrentKind,
  loadWrongVoltage,
  fedWrongVoltage,
  stateMismatch,
  statementBroken,
  timeMismatch,
  timeRelayRange,
  relayChatter,
  backfeed,
  floatingInput,
  reversingNoInterlock,
  signalLostWrongState,
  sharedGroundBackfeed,
  clauseNoEffect,
  fuseMissing,
  protectionUnsuited,
  bothEndsFuse,
  fuseFarFromSource,
  tapAboveWire,
  fuseAboveWire,
  fuseAboveContact,
  fuseAboveTerminal,
  fuseAboveHolder,
  fuseAboveLoad,
  fuseBelowLoad,
  fuseBelowCoils,
  fuseContinuousLoad,
  fuseSurgeOpens,
  fuseMatchSchool,
  loadOverContact,
  helperOverContact,
  contactVoltage,
  loadNoSuppression,
  contactLife,
  wireAmpacity,
  wireOutlastsShort,
  stripOverCurrent,
  connectorUnsuited,
  wireBundleHeat,
  wireAboveTerminal,
  wireParallelUnequal,
  wireDrop,
  coilWrongVoltage,
  coilOverVoltage,
  coilPullIn,
  coilNoSuppression,
  coilDiodeReversed,
  coilReleaseSlow,
  coilFedWhenKeyOff,
  parasiticDrain,
  signalCurrentOver,
  pulsedFeedTap,
  crankingThroughAux,
  chargeCurrent,
  batteriesUnlike,
  partAir,
  boxFill,
  boxHeat,
  boardRegulator,
  coilDropsOutCranking,
  vsrHunting,
  bootEnergises,
  pinTaken,
  unknownAfterPowerCut,
  transistorNotSaturated,
  driverOverVoltage,
  diodeOverCurrent,
  mosfetGateLevel,
  breakerCurveSurge,
  dcOnAcContact,
  deviceWrongCurrentKind,
  dividerOutOfRange,
  earthMissing,
  earthThin,
  colourReserved,
  disconnectionTime,
  residualMissing,
  failsClosedNoCutout,
  cutOutUnsuited,
  heatAtRest,
  setPointHotter,
  motorStall,
  slowResistorBlocked,
  lineNeutralAcrossContact,
  mainsLowVoltageTogether,
  mainsNoEnclosure,
  moduleIsolationDefeated,
  moduleTrackOrTerminal,
  neutralSwitched,
  onePoleOfTwo,
  optoCurrent,
  outletPluggedIn,
  phaseAngleLoadKind,
  pinLevelMismatch,
  pinPowersCoil,
  guardResetsItself,
  plugFuseAboveDevice,
  railCurrentOver,
  ssrLeakage,
  ssrMinimumLoad,
  ssrNoHeatsink,
  ssrOutlastsShort,
  supplyOverload,
  startOverSupply,
  thermocouplePolarity,
  wireInsulationTemperature,
];
