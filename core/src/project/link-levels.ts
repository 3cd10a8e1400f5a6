import { controllerType } from '../kinds/index.ts';
import { type Controller, type ControllerLink, type Design, devicesOf } from './schema.ts';

/** Levels of the output and of the input of a board's link, V: those of the pins that it goes between, or as they were entered. */
export function linkLevels(
  design: Design,
  board: Controller,
  { wired, fromV, toV }: ControllerLink,
): { readonly fromV: number; readonly toV: number } {
  const device = devicesOf(board).find(({ id }) => id === wired?.device);
  if (!wired || !device) return { fromV, toV };
  const { pinV } = controllerType(design, board.type);
  return wired.way === 'out' ? { fromV: pinV, toV: device.levelV } : { fromV: device.levelV, toV: pinV };
}
