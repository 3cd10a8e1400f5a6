import { type ControllerType, controllerType, isPin } from '../kinds/index.ts';
import { freePins } from '../project/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { type RuleContext, type WiredJob, jobSubject, partSubject } from './context.ts';
import { firstOnBoard } from './nudging.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'pin-taken';

/** What a board needs a pin for itself; null where it is free. */
function dutyOf(type: ControllerType, pin: string): 'program' | 'upload' | 'start' | null {
  if (type.memoryPins.includes(pin)) return 'program';
  if (type.uploadPins.includes(pin)) return 'upload';
  return type.boot[pin] === 'pulled up' || type.boot[pin] === 'pulled down' ? 'start' : null;
}
const workingOf = (value: number, { name }: ControllerType) =>
  noneAllowed(
    value,
    'other uses of the pin',
    computed(`pins of ${name}`),
    commonPractice('pins that a board uses to start and to talk are left alone'),
  );

/** Data lines of a board, said by the first job that follows a pin of it: on the upload's own pins whoever uploads has to pull them out. */
function ofLinks(context: RuleContext, { job }: WiredJob): Finding[] {
  const { design } = context;
  return design.controllers.flatMap((board) => {
    if (firstOnBoard(context, board.id)?.job.id !== job.id) return [];
    const type = controllerType(design, board.type);
    return board.links.flatMap((link) => {
      if (!link.wired) return [];
      const { pin } = link.wired;
      const twin =
        design.signals.find((signal) => isPin(signal) && signal.controller === board.id && signal.gpio === pin)?.name ??
        board.links.find((other) => other !== link && other.wired?.pin === pin)?.name;
      const duty = dutyOf(type, pin);
      const unknown = !type.pins.includes(pin);
      const value = twin !== undefined || unknown || duty ? 1 : 0;
      return [
        judge(ID, {
          code: `link ${link.name}`,
          severity: duty === 'program' ? 'danger' : 'caution',
          job: job.id,
          subject: { ...jobSubject(job), id: `${board.id}/${link.name}`, label: link.name },
          value,
          limit: 0,
          unit: '',
          title: unknown
            ? `${board.name} has no pin ${pin} for ${link.name}`
            : twin !== undefined
              ? `${pin} of ${board.name} is ${link.name} and ${twin} at once`
              : duty === 'upload'
                ? `${pin} is the upload link of ${board.name}, and ${link.name} is on it: pull that line off before each upload`
                : duty === 'program'
                  ? `${pin} is where ${board.name} keeps its program: ${link.name} on it stops the board`
                  : duty
                    ? `${pin} tells ${board.name} how to start, and ${link.name} is on it`
                    : `${pin} of ${board.name} is free for ${link.name}`,
          detail: value > 0 ? 'another pin, if the board has one that is free' : 'neither its upload nor its start uses it',
          working: workingOf(value, type),
        }),
      ];
    });
  });
}

/** A pin that a board needs itself: for its upload and serial link, or to be told how to start. */
export const pinTaken: Rule = {
  id: ID,
  group: 'works',
  asks: 'Are the pins of its board free for it?',
  notAsked: 'no pin of a board that is named drives it',
  check: (context) =>
    context.jobs.flatMap((job) => [
      ...ofLinks(context, job),
      ...failingOrTightest(
        context.design.signals.flatMap((signal) => {
          if (!isPin(signal) || !job.evidence.signals.includes(signal.id)) return [];
          const board = context.design.controllers.find(({ id }) => id === signal.controller);
          const part = context.netlist.parts.find(({ id }) => id === signalPartId(signal.id));
          if (!board || !part) return [];
          const type = controllerType(context.design, board.type);
          const { gpio } = signal;
          const duty = dutyOf(type, gpio);
          const value = duty ? 1 : 0;
          return [
            judge(ID, {
              severity: duty === 'program' ? 'danger' : 'caution',
              job: job.job.id,
              subject: partSubject(part),
              value,
              limit: 0,
              unit: '',
              title:
                duty === 'program'
                  ? `${gpio} is where ${board.name} keeps its program: what hangs on it stops the board`
                  : duty === 'upload'
                    ? `${gpio} is the upload link of ${board.name}: every message on it moves ${job.job.name}`
                    : duty
                      ? `${gpio} tells ${board.name} how to start, and is ${type.boot[gpio]} for it`
                      : `${gpio} of ${board.name} is free`,
              detail:
                duty === 'program'
                  ? 'it starts again and again, and its pins do what they like meanwhile: another pin'
                  : duty === 'upload'
                    ? 'and what hangs on it may keep the board from being programmed'
                    : duty
                      ? 'what hangs on it may keep the board from starting: another pin'
                      : 'neither its upload nor its start uses it',
              working: workingOf(value, type),
            }),
          ];
        }),
      ),
    ]),
  nudges: ({ design }, finding) => [
    ...design.controllers.flatMap((board, at) =>
      board.links.flatMap((link, index) => {
        const { wired } = link;
        if (!wired || `${board.id}/${link.name}` !== finding.subject.id) return [];
        return freePins(design, board)
          .slice(0, 2)
          .map((pin) => ({
            label: `Nudge to pin ${pin}`,
            patches: [{ path: ['controllers', at, 'links', index, 'wired', 'pin'], value: pin }],
          }));
      }),
    ),
    ...design.signals.flatMap((signal, at) => {
      if (!isPin(signal) || signalPartId(signal.id) !== finding.subject.id) return [];
      const board = design.controllers.find(({ id }) => id === signal.controller);
      if (!board) return [];
      return freePins(design, board)
        .slice(0, 2)
        .map((pin) => ({
          label: `Nudge to pin ${pin}`,
          patches: [{ path: ['signals', at, 'gpio'], value: pin }],
        }));
    }),
  ],
};
