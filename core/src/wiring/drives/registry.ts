import { contactLogic } from './contact-logic.ts';
import { logicInput } from './logic-input.ts';
import { relayModule } from './module.ts';
import { onePiece } from './one-piece.ts';
import { diodeOr } from './diode-or.ts';
import type { Drive } from './drive.ts';
import { selfHold } from './self-hold.ts';
import { series, seriesGroundSide } from './series.ts';
import { bipolar, mosfet, opto } from './transistor.ts';

export const DRIVES: readonly Drive[] = [
  onePiece,
  relayModule,
  logicInput,
  series,
  seriesGroundSide,
  diodeOr,
  selfHold,
  opto,
  bipolar,
  mosfet,
  contactLogic,
];
