import { contactLogic } from './contact-logic.ts';
import { diodeOr } from './diode-or.ts';
import type { Drive } from './drive.ts';
import { selfHold } from './self-hold.ts';
import { series, seriesGroundSide } from './series.ts';

export const DRIVES: readonly Drive[] = [series, seriesGroundSide, diodeOr, selfHold, contactLogic];
