import { controllerType, isPin } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { partSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'pin-taken';

/** A pin that a board needs itself: for its upload and serial link, or to be told how to start. */
export const pinTaken: Rule = {
  id: ID,
  group: 'works',
  asks: 'Are the pins of its board free for it?',
  notAsked: 'no pin of a board that is named drives it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        context.design.signals.flatMap((signal) => {
          if (!isPin(signal) || !job.evidence.signals.includes(signal.id)) return [];
          const board = context.design.controllers.find(({ id }) => id === signal.controller);
          const part = context.netlist.parts.find(({ id }) => id === signalPartId(signal.id));
          if (!board || !part) return [];
          const type = controllerType(context.design, board.type);
          const serial = type.uploadPins.includes(signal.gpio);
          const starts = type.boot[signal.gpio];
          const memory = type.memoryPins.includes(signal.gpio);
          const value = memory || serial || starts === 'pulled up' || starts === 'pulled down' ? 1 : 0;
          return [
            judge(ID, {
              severity: memory ? 'danger' : 'caution',
              job: job.job.id,
              subject: partSubject(part),
              value,
              limit: 0,
              unit: '',
              title: memory
                ? `${signal.gpio} is where ${board.name} keeps its program: what hangs on it stops the board`
                : serial
                  ? `${signal.gpio} is the upload link of ${board.name}: every message on it moves ${job.job.name}`
                  : value > 0
                    ? `${signal.gpio} tells ${board.name} how to start, and is ${starts} for it`
                    : `${signal.gpio} of ${board.name} is free`,
              detail: memory
                ? 'it starts again and again, and its pins do what they like meanwhile: another pin'
                : serial
                  ? 'and what hangs on it may keep the board from being programmed'
                  : value > 0
                    ? 'what hangs on it may keep the board from starting: another pin'
                    : 'neither its upload nor its start uses it',
              working: noneAllowed(
                value,
                'uses of the pin by the board itself',
                computed(`pins of ${type.name}`),
                commonPractice('pins that a board uses to start and to talk are left alone'),
              ),
            }),
          ];
        }),
      ),
    ),
  nudges: ({ design }, finding) =>
    design.signals.flatMap((signal, at) => {
      if (!isPin(signal) || signalPartId(signal.id) !== finding.subject.id) return [];
      const board = design.controllers.find(({ id }) => id === signal.controller);
      if (!board) return [];
      const type = controllerType(design, board.type);
      const taken = new Set(design.signals.flatMap((other) => (isPin(other) && other.controller === board.id ? [other.gpio] : [])));
      return type.pins
        .filter(
          (pin) => !taken.has(pin) && !type.uploadPins.includes(pin) && !type.memoryPins.includes(pin) && type.boot[pin] === undefined,
        )
        .slice(0, 2)
        .map((pin) => ({ label: `Nudge to pin ${pin}`, patches: [{ path: ['signals', at, 'gpio'], value: pin }] }));
    }),
};
