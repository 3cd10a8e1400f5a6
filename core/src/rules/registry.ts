import { backfeed } from './backfeed.ts';
import { clauseNoEffect } from './clause-no-effect.ts';
import { coilFedWhenKeyOff } from './coil-fed-when-key-off.ts';
import { coilNoSuppression } from './coil-no-suppression.ts';
import { coilPullIn } from './coil-pull-in-low-battery-hot.ts';
import { coilWrongVoltage } from './coil-wrong-voltage.ts';
import { floatingInput } from './floating-input.ts';
import { fuseAboveContact } from './fuse-above-contact.ts';
import { fuseAboveWire } from './fuse-above-wire.ts';
import { fuseBelowLoad } from './fuse-below-load.ts';
import { fuseContinuousLoad } from './fuse-continuous-load.ts';
import { fuseMissing } from './fuse-missing.ts';
import { loadOverContact } from './load-over-contact.ts';
import { notWired } from './not-wired.ts';
import { relayChatter } from './relay-chatter.ts';
import { reversingNoInterlock } from './reversing-no-interlock.ts';
import type { Rule } from './rule.ts';
import { sharedGroundBackfeed } from './shared-ground-backfeed.ts';
import { signalLostWrongState } from './signal-lost-wrong-state.ts';
import { signalCurrentOver } from './signal-current-over.ts';
import { stateMismatch } from './state-mismatch.ts';
import { wireAmpacity } from './wire-ampacity.ts';
import { wireDrop } from './wire-drop.ts';

export const RULES: readonly Rule[] = [
  notWired,
  stateMismatch,
  relayChatter,
  backfeed,
  floatingInput,
  reversingNoInterlock,
  signalLostWrongState,
  sharedGroundBackfeed,
  clauseNoEffect,
  fuseMissing,
  fuseAboveWire,
  fuseAboveContact,
  fuseBelowLoad,
  fuseContinuousLoad,
  loadOverContact,
  wireAmpacity,
  wireDrop,
  coilWrongVoltage,
  coilPullIn,
  coilNoSuppression,
  coilFedWhenKeyOff,
  signalCurrentOver,
];
