import { changeover } from './changeover.ts';
import { direct } from './direct.ts';
import { mainsBoth, mainsLine } from './mains.ts';
import { mainsChangeover } from './mains-changeover.ts';
import { reversing } from './reversing.ts';
import { straight } from './straight.ts';
import { singleContact } from './single-contact.ts';
import { takeOver } from './take-over.ts';
import { twoPole } from './two-pole.ts';
import { twoSpeed } from './two-speed.ts';
import type { Way } from './way.ts';

/** The first that does not refuse a job is the one that the app picks. */
export const WAYS: readonly Way[] = [
  mainsLine,
  mainsBoth,
  mainsChangeover,
  twoPole,
  singleContact,
  takeOver,
  changeover,
  twoSpeed,
  reversing,
  straight,
  direct,
];
