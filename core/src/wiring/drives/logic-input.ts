/**
 * A controller's pin or a temperature controller's drive output feeds the input of a solid-state relay, through the
 * dry contacts of the clause:
 *
 *   output ── contacts ── 3 (+) [input] 4 (−) ── the output's own return
 */
import { terminal } from '../../quantity/index.ts';
import type { Design, Job } from '../../project/index.ts';
import { type RelayType, type SignalOf, isOutput } from '../../kinds/index.ts';
import type { When } from '../../document/index.ts';
import { sourceReturn } from '../shared-parts.ts';
import { typeOf } from '../ways/shared.ts';
import { type Drive, cannot, termsOf } from './drive.ts';
import { type Chain, chainOf } from './series.ts';

type Output = SignalOf<'pin' | 'regulator'>;

function partedOf(design: Design, clause: When): { output: Output; chain: Chain } | string {
  const terms = termsOf(clause);
  const outputOf = (term: When) => {
    const signal = term.op === 'signal' ? design.signals.find(({ id }) => id === term.signal) : undefined;
    return isOutput(signal) ? signal : undefined;
  };
  const outputs = terms.flatMap((term) => outputOf(term) ?? []);
  const [output] = outputs;
  if (outputs.length !== 1 || !output) return 'An input of a solid-state relay follows one output that drives it.';
  const chain = chainOf(
    design,
    terms.filter((term) => !outputOf(term)),
  );
  if (typeof chain === 'string') return chain;
  if (chain.feed || chain.grounding) return 'Between an output and its input go dry contacts alone.';
  return { output, chain };
}

/** Whether a device is driven by a few mA at its input and not by a coil. */
export const hasInput = (type: RelayType): boolean => type.solid !== undefined;

export const logicInput: Drive = {
  id: 'logic-input',
  title: 'an output drives the input of the solid-state relay',
  rank: () => 0.5,
  refuse(design: Design, job: Job, clause) {
    if (job.device.kind !== 'relay' || !hasInput(typeOf(design, job)))
      return cannot(design, job, 'It drives an input of a few milliamperes.');
    const parted = partedOf(design, clause);
    return typeof parted === 'string' ? cannot(design, job, parted) : [];
  },
  wire(side, { relay, type, suffix, clause }) {
    const parted = partedOf(side.design, clause);
    if (typeof parted === 'string') throw new Error('wire() called on a clause that was refused');
    const { output, chain } = parted;
    let run = side.pinSource(output);
    run.feeds(output.volt / type.coilOhm);
    for (const contact of chain.contacts) run = run.through(contact, `control-${contact.signal.id}${suffix}`);
    run = run.wire(`control-coil${suffix}`, terminal(relay, type.coil[0]), 'BU/WH').from(terminal(relay, type.coil[1]));
    run.wire(`control-return${suffix}`, sourceReturn(side.builder, side.design, output, side.job.device.place), 'BK', 'return');
  },
};
