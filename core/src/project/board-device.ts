import { mintId } from '../document/index.ts';
import { controllerType } from '../kinds/index.ts';
import { dividerFor } from './divider.ts';
import { freePins } from './free-pins.ts';
import { type Controller, type Design, MOST_DEVICES, MOST_LINKS, devicesOf } from './schema.ts';

/** What a serial radio takes at most (from memory), A. */
const RADIO_A = 0.04;
const RADIO_V = 3.3;

/** The board with one more module on its rail, a serial radio until somebody says otherwise, and its two data lines on free pins. */
export function withDevice(design: Design, board: Controller): Controller {
  const devices = devicesOf(board);
  if (devices.length >= MOST_DEVICES) return board;
  const id = mintId('device', devices);
  const name = devices.length === 0 ? 'serial radio' : `module ${devices.length + 1}`;
  const device = { id, name, place: board.place, levelV: RADIO_V, takesA: RADIO_A } as const;
  const { pinV } = controllerType(design, board.type);
  const [input, output] = freePins(design, board);
  const lines: Controller['links'] =
    input === undefined || output === undefined || board.links.length > MOST_LINKS - 2
      ? []
      : [
          {
            name: `out to ${name}`,
            fromV: pinV,
            toV: RADIO_V,
            divider: pinV > RADIO_V ? dividerFor(pinV, RADIO_V) : null,
            wired: { way: 'out', pin: output, device: id, devicePin: 'RX' },
          },
          {
            name: `in from ${name}`,
            fromV: RADIO_V,
            toV: pinV,
            divider: null,
            wired: { way: 'in', pin: input, device: id, devicePin: 'TX' },
          },
        ];
  return { ...board, devices: [...devices, device], links: [...board.links, ...lines] };
}

/** The board without a module, and without the lines that went to it. */
export const withoutDevice = (board: Controller, id: string): Controller => ({
  ...board,
  devices: devicesOf(board).filter((device) => device.id !== id),
  links: board.links.filter(({ wired }) => wired?.device !== id),
});
