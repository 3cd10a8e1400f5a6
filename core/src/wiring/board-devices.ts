/**
 * Small modules on a board's rail and the data lines between the two:
 *
 *   5 V ── device ── ground          pin ──[upper]──┬── input of the device
 *                                                   └──[lower]── its ground
 *
 * A divider is soldered where the line ends, so that no more than it leaves there goes through the wire.
 */
import { RAIL_V, SMALL_W } from '../kinds/index.ts';
import { type Controller, devicesOf, linkLevels } from '../project/index.ts';
import { type Terminal, terminal } from '../quantity/index.ts';
import type { ControlSide } from './control-side.ts';
import { boardGround, controllerId, railOf } from './shared-parts.ts';

type Device = NonNullable<Controller['devices']>[number];
type Link = Controller['links'][number];
type Wired = NonNullable<Link['wired']>;

interface Side {
  readonly name: string;
  readonly pin: string;
  readonly tag: string;
  readonly place: string;
  readonly ground: Terminal;
}

/** All of a board's modules, with the first job that follows a pin of it: one drawing shows them, and not each. */
export function wireDevices(side: ControlSide, board: Controller): void {
  for (const device of devicesOf(board)) side.builder.once(`device|${board.id}|${device.id}`, () => wireDevice(side, board, device));
}

function wireDevice(side: ControlSide, board: Controller, device: Device): true {
  const { builder, design, job } = side;
  const at = devicesOf(board).indexOf(device) + 1;
  const boardTag = `A${design.controllers.indexOf(board) + 1}`;
  const tag = `${boardTag}.${at}`;
  const id = `${controllerId(board.id)}-${device.id}`;
  const { levelV, takesA, place } = device;
  const rail = railOf(builder, design, board);
  const ground = boardGround(builder, design, board);
  builder.add({ id, kind: 'board-device', tag, name: device.name, place, job: job.id, spec: { levelV, takesA, railV: RAIL_V } });
  const leg = (what: string) => `control-${id}-${what}`;
  const fed = side.loose(rail);
  fed.feeds(takesA);
  fed.wire(leg('plus'), terminal(id, '+'), 'OG');
  side.loose(terminal(id, '-')).wire(leg('minus'), ground, 'BK', 'return');
  const ofBoard = (wired: Wired): Side => ({
    ...{ name: `${wired.pin} of ${board.name}`, pin: wired.pin, tag: boardTag, place: board.place, ground },
  });
  const ofDevice = (wired: Wired): Side => ({
    ...{ name: `${wired.devicePin} of ${device.name}`, pin: wired.devicePin, tag, place, ground: terminal(id, '-') },
  });
  board.links.forEach((link, index) => {
    const { wired } = link;
    if (wired?.device !== device.id) return;
    const [from, to] = wired.way === 'out' ? [ofBoard(wired), ofDevice(wired)] : [ofDevice(wired), ofBoard(wired)];
    dataLine(side, link, {
      from,
      to,
      key: `${id}-${index + 1}`,
      number: index + 1,
      levelV: linkLevels(design, board, link).fromV,
    });
  });
  return true;
}

function dataLine(
  side: ControlSide,
  { divider }: Link,
  {
    from,
    to,
    key,
    number,
    levelV,
  }: { readonly from: Side; readonly to: Side; readonly key: string; readonly number: number; readonly levelV: number },
): void {
  const { builder, job } = side;
  const [output, input] = [`${key}-out`, `${key}-in`];
  const of = ({ tag, name, place }: Side) => ({ tag, name, place, job: job.id });
  builder.add({ ...of(from), id: output, kind: 'data-pin', spec: { levelV, label: from.pin } });
  builder.add({ ...of(to), id: input, kind: 'data-input', spec: { label: to.pin } });
  builder.join(terminal(output, '-'), from.ground);
  builder.join(terminal(input, '-'), to.ground);
  const run = side.loose(terminal(output, 'out'));
  if (!divider) return void run.wire(`control-${key}`, terminal(input, 'in'), 'VT');
  const resistor = (end: 'upper' | 'lower', ohm: number): string => {
    const id = `${key}-${end}`;
    const tag = `R${to.tag.replace('A', '')}.${number}${end === 'upper' ? 'U' : 'L'}`;
    const spec = { ohm, watt: SMALL_W / 2 };
    builder.add({ ...of(to), id, kind: 'resistor', tag, name: `${end} of the divider at ${to.name}`, spec });
    return id;
  };
  const [upper, lower] = [resistor('upper', divider.upperOhm), resistor('lower', divider.lowerOhm)];
  run.wire(`control-${key}`, terminal(upper, '1'), 'VT');
  builder.join(terminal(upper, '2'), terminal(input, 'in'));
  builder.join(terminal(lower, '1'), terminal(input, 'in'));
  builder.join(terminal(lower, '2'), to.ground);
}
