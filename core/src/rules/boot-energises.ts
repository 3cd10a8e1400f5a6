import { terminal } from '../quantity/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { type Design, intentOf } from '../project/index.ts';
import { type AnyPart, type BranchId, bootState, armatureOf, branchId, controllerType, isPin, kindOf, plays } from '../kinds/index.ts';
import { MOST_FAULT_SIGNALS, evidenceFor, withBroken } from '../analysis/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { modulePatch, withPinTurned } from './nudging.ts';
import { type Nudge, type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { unlessBounded } from './bounded.ts';

const ID = 'boot-energises';

/** Other pins of the same board that drive nothing while it starts. */
function quietPins(design: Design, signals: readonly string[]): Nudge[] {
  return design.signals.flatMap((signal, at) => {
    const board = isPin(signal) ? design.controllers.find(({ id }) => id === signal.controller) : undefined;
    if (!board || !signals.includes(signal.id)) return [];
    const type = controllerType(design, board.type);
    const taken = new Set(design.signals.flatMap((other) => (isPin(other) && other.controller === board.id ? [other.gpio] : [])));
    return type.pins
      .filter((pin) => bootState(type, pin) === 'floats' && !taken.has(pin) && !type.uploadPins.includes(pin))
      .slice(0, 1)
      .map((pin) => ({
        label: `Nudge to pin ${pin}, which is quiet while the board starts`,
        patches: [{ path: ['signals', at, 'gpio'], value: pin }],
      }));
  });
}

const gateOf = (part: AnyPart) => kindOf(part).gate?.(part.spec) ?? null;

/**
 * While a controller resets and boots its pins drive nothing. Solved with the pin cut off: a gate that then hangs in the
 * air may stand anywhere, and a coil that then pulls in is on before any program runs.
 */
export const bootEnergises: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can it come on while its board starts?',
  notAsked: unlessBounded('no pin of a board drives it'),
  acrossJobs: true,
  check: (context) =>
    context.jobs.flatMap((job) => {
      const pins = context.design.signals.filter((signal) => isPin(signal) && job.evidence.signals.includes(signal.id));
      if (pins.length === 0 || job.evidence.signals.length > MOST_FAULT_SIGNALS) return [];
      const names = pins.map(({ id }) => id);
      const count = context.remembered(ID, new Set([job.job.id]), (part) => {
        const evidence = evidenceFor(part, new Set([job.job.id]));
        const { circuit, netlist } = evidence;
        const own = part.jobs.get(job.job.id)!;
        // What hangs in the air there may stand anywhere: a gate, and the input of a module.
        const gates = netlist.parts.flatMap((one) =>
          gateOf(one) !== null
            ? [circuit.nodeOf(terminal(one.id, gateOf(one)!.pin))]
            : plays(one, 'logic input') && job.job.module.feed === 'input'
              ? [circuit.nodeOf(terminal(one.id, 'IN'))]
              : [],
        );
        // A pull inside the pin may stand a gate between off and on: how far it then conducts is anyone's guess, and it heats.
        const half = netlist.parts.flatMap((one) => {
          const gate = gateOf(one);
          if (!gate) return [];
          const [at, ground] = [gate.pin, gate.ground].map((pin) => circuit.nodeOf(terminal(one.id, pin))) as [number, number];
          return [{ at, ground, quietV: gate.quietV }];
        });
        // The sheet promises the least gain; a strong transistor carries a coil on a fifth of that.
        const strong = netlist.parts.flatMap((one) => {
          const input = kindOf(one).mayCarry?.(one.spec);
          return input ? [{ at: circuit.branchIndex(branchId(one.id, input.key)), ampere: input.ampere }] : [];
        });
        // What the sums put across a gate so that it has a voltage is not there.
        const outputs = names.flatMap((id) => ['high', 'low'].map((way) => branchId(signalPartId(id), way)));
        const pulsing = netlist.parts.flatMap((one) => (plays(one, 'output') && one.spec.boot === 'pulses' ? [one.id] : []));
        const cut = netlist.parts.flatMap((one) => (gateOf(one) === null ? [] : [branchId(one.id, gateOf(one)!.key)]));
        // Where another hand has it on whatever the pins say, it is on as it is meant to be.
        const intent = intentOf(context.design, job.job);
        const whatever = (on: ReadonlySet<string>) =>
          !own.sequential &&
          Array.from({ length: 2 ** names.length }).every((_, bits) => {
            const stands = (id: string) => (names.includes(id) ? ((bits >> names.indexOf(id)) & 1) === 1 : on.has(id));
            return intent
              .step(stands, null)
              .lines.slice(0, job.job.loads.length)
              .some((line) => line !== 'off');
          });
        let wrong = 0;
        let asked = 0;
        const armatures = job.relays.map(({ id }) => circuit.sensorIndex(armatureOf(id)));
        const ask = (open: readonly BranchId[], closed: readonly BranchId[]) => {
          for (const branch of open) circuit.setFault(branch, 'open');
          for (const branch of closed) circuit.setFault(branch, 'closed');
          withBroken(evidence, own, [null], (_, { on, solution }) => {
            // A pin that boots is not at what its program says: of its states one is enough.
            if (names.some((id) => on.has(id))) return;
            asked++;
            const adrift =
              gates.some((node) => solution.floating[node]) ||
              half.some(({ at, ground, quietV }) => solution.volts[at]! - solution.volts[ground]! > quietV) ||
              strong.some(({ at, ampere }) => solution.amps(at) > ampere);
            const pulled = armatures.some((at) => solution.sensed[at] === 1);
            if (adrift || (pulled && job.job.lost === 'off' && !whatever(on))) wrong++;
          });
          for (const branch of [...open, ...closed]) circuit.setFault(branch, null);
        };
        ask([...cut, ...outputs], []);
        // A pin that pulses while the board starts stands both ways for a moment.
        for (const way of ['high', 'low'] as const)
          if (pulsing.length > 0)
            ask(
              [...cut, ...outputs.filter((id) => !pulsing.some((pin) => id === branchId(pin, way)))],
              pulsing.map((pin) => branchId(pin, way)),
            );
        return { wrong, asked };
      });
      const bad = count.wrong > 0;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value: count.wrong,
          limit: 0,
          unit: '',
          title: bad ? 'While its controller boots, this job may come on' : 'While its controller boots, nothing of it comes on',
          detail: bad
            ? `in ${count.wrong} of ${count.asked} states with the pin not driven, or pulsing as its board starts`
            : 'solved with the pin not driven, in every state of the other signals',
          working: noneAllowed(
            count.wrong,
            'states that are on, or anyone’s guess, with the pin not driven',
            computed('solved with the pin cut off'),
            commonPractice('a pin drives nothing during reset and boot'),
          ),
        }),
      ];
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        { label: 'Nudge in a resistor that holds it off', patches: [{ path: ['jobs', job.at, 'pullDown'], value: true }] },
        { label: 'Nudge in a resistor that holds the input off', patches: [modulePatch(job, { pull: true })] },
        ...quietPins(design, job.evidence.signals).flatMap((quiet) => [
          quiet,
          { label: `${quiet.label}, held off`, patches: [...quiet.patches, modulePatch(job, { pull: true })] },
        ]),
        {
          label: 'Nudge the trigger to high, held off',
          patches: [modulePatch(job, { trigger: 'high', pull: true }), ...withPinTurned(design, job)],
        },
      ]),
};
