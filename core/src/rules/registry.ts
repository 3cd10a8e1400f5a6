import { coilFedWhenKeyOff } from './coil-fed-when-key-off.ts';
import { coilNoSuppression } from './coil-no-suppression.ts';
import { coilPullIn } from './coil-pull-in-low-battery-hot.ts';
import { coilWrongVoltage } from './coil-wrong-voltage.ts';
import { fuseAboveContact } from './fuse-above-contact.ts';
import { fuseAboveWire } from './fuse-above-wire.ts';
import { fuseBelowLoad } from './fuse-below-load.ts';
import { fuseContinuousLoad } from './fuse-continuous-load.ts';
import { fuseMissing } from './fuse-missing.ts';
import { loadOverContact } from './load-over-contact.ts';
import { notWired } from './not-wired.ts';
import type { Rule } from './rule.ts';
import { signalCurrentOver } from './signal-current-over.ts';
import { stateMismatch } from './state-mismatch.ts';
import { wireAmpacity } from './wire-ampacity.ts';
import { wireDrop } from './wire-drop.ts';

export const RULES: readonly Rule[] = [
  notWired,
  stateMismatch,
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
