/**
 * A pin of a controller board and one channel of a relay module. Four ways that people build:
 *
 *   sinks     low trigger: rail ── LED ── input ── pin, which pulls it down
 *   sources   high trigger: pin ── input ── LED ── ground
 *   supply    pin ── supply pin, its input tied; the relays on a supply of their own
 *   isolated  low trigger with the jumper off and no common ground: only light crosses
 *
 * With the jumper fitted the relays hang on what feeds the logic.
 */
import { terminal } from '../../quantity/index.ts';
import type { Design, Job } from '../../project/index.ts';
import { SMALL_W, type SignalOf, isPin } from '../../kinds/index.ts';
import type { When } from '../../document/index.ts';
import { modulePowered } from '../control-side.ts';
import { boardGround, boardOf, railOf, returnTo } from '../shared-parts.ts';
import { typeOf } from '../ways/shared.ts';
import { type Drive, cannot } from './drive.ts';

/** Holds an input that nobody drives, Ω: common practice, 10 kΩ. */
const PULL_OHM = 10_000;

function literalOf(design: Design, clause: When): { pin: SignalOf<'pin'>; high: boolean } | null {
  const inner = clause.op === 'not' ? clause.of : clause;
  const signal = inner.op === 'signal' ? design.signals.find(({ id }) => id === inner.signal) : undefined;
  return isPin(signal) ? { pin: signal, high: clause.op === 'signal' } : null;
}

export const relayModule: Drive = {
  id: 'module',
  title: 'a pin triggers a channel of the relay module',
  madeFor: ({ module }) => module !== undefined,
  rank: () => 0.4,
  refuse(design: Design, job: Job, clause) {
    if (job.device.kind !== 'relay' || !typeOf(design, job).module) return cannot(design, job, 'It triggers a relay module.');
    const literal = literalOf(design, clause);
    if (!literal) return cannot(design, job, 'A module follows one pin: let the program of the controller do the rest.');
    const { pin, high } = literal;
    if (!boardOf(design, pin)) return cannot(design, job, `Say which controller board ${pin.name} is a pin of.`);
    const { trigger, feed, jumper } = job.module;
    const wants = feed === 'supply-pin' || trigger === 'high';
    if (wants !== high)
      return cannot(
        design,
        job,
        `Wired like this its relay is on with the pin ${wants ? 'high' : 'low'}: say “${pin.name} is ${wants ? 'high' : 'low'}”, or set the trigger to ${high ? 'high' : 'low'}.`,
      );
    return jumper || modulePowered(job)
      ? []
      : [
          {
            path: `jobs[${design.jobs.indexOf(job)}].controlSupply`,
            message: 'Without the jumper its relays need a supply of their own: choose one, or fit the jumper.',
          },
        ];
  },
  wire(side, { relay, type, suffix, clause }) {
    const { builder, design, job, number } = side;
    const literal = literalOf(design, clause);
    if (!literal || !type.module) throw new Error('wire() called on a clause that was refused');
    const { trigger, feed, jumper, sharedGround, pull } = job.module;
    const board = boardOf(design, literal.pin)!;
    const powered = modulePowered(job);
    const channel = `${relay}-input`;
    const header = { place: job.device.place, job: job.id };
    builder.add({
      ...header,
      id: channel,
      kind: 'module-input',
      tag: `U${number}`,
      name: 'module',
      spec: { type: type.module, trigger, jumper },
    });
    const at = (pin: string) => terminal(channel, pin);
    builder.join(terminal(relay, type.coil[0]), at('JD'));
    builder.join(terminal(relay, type.coil[1]), at('K'));
    if (jumper) builder.join(at('VCC'), at('JD'));

    const ground = boardGround(builder, design, board);
    const leg = (name: string) => `control-${name}${suffix}`;
    let pin = side.pinSource(literal.pin);
    pin.feeds(literal.pin.limitA);
    if (job.driverOhm !== 'auto') {
      // A resistor that a person put into the lead.
      const id = `${relay}-lead`;
      const spec = { ohm: job.driverOhm, watt: SMALL_W / 2 };
      builder.add({ ...header, id, kind: 'resistor', tag: `R${number}B`, name: 'in the pin’s lead', spec });
      pin.wire(leg('lead'), terminal(id, '1'), 'VT');
      pin = side.loose(terminal(id, '2'));
    }
    if (feed === 'supply-pin') {
      pin.wire(leg('pin'), at('VCC'), 'VT');
      // The input is tied to the end that lets the LED burn.
      if (trigger === 'low') side.loose(at('IN')).wire(leg('tied'), ground, 'BK', 'return');
      else builder.join(at('IN'), at('VCC'));
    } else {
      pin.wire(leg('pin'), at('IN'), 'VT');
      if (!(jumper && powered)) {
        const rail = side.loose(railOf(builder, design, board));
        rail.feeds(jumper ? side.coilA(type, 5) : type.module.closesA);
        rail.wire(leg('logic'), at('VCC'), 'OG');
      }
      if (pull) {
        const id = `${relay}-pull`;
        builder.add({
          ...header,
          id,
          kind: 'resistor',
          tag: `R${number}P`,
          name: 'holds the input',
          spec: { ohm: PULL_OHM, watt: SMALL_W / 2 },
        });
        builder.join(terminal(id, '1'), at(trigger === 'low' ? 'VCC' : 'IN'));
        builder.join(terminal(id, '2'), at(trigger === 'low' ? 'IN' : 'GND'));
      }
    }
    if (powered) {
      const run = side.source(null);
      run.feeds(side.coilA(type));
      run.wire(leg('coil'), at('JD'), 'BU/WH');
      // Channels of several jobs are bought on one board, and have one ground there: it is no job's own.
      run.from(at('GND')).wire(leg('return'), returnTo(builder, design, side.supply, job.device.place), 'BN', 'return');
    }
    if (sharedGround || !powered) side.loose(at('GND')).wire(leg('ground'), ground, 'BK', 'return');
  },
};
