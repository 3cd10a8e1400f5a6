/** One contact: 87 when a lost signal means off, 87a when it means on. */
import { terminal } from '../../quantity/index.ts';
import { energisedWhen, typeOf, unfit } from './shared.ts';
import { type Way, relayId } from './way.ts';

export const singleContact: Way = {
  id: 'single-contact',
  title: 'one contact for all its loads',
  refuse(design, job) {
    const reasons = unfit(design, job, { otherwise: 'off' });
    if (reasons.length > 0 || job.lost === 'off' || typeOf(design, job).poles[0]!.resting !== null) return reasons;
    return [
      {
        path: `jobs[${design.jobs.indexOf(job)}].device.part`,
        message: 'To be on when the signal is lost needs the throw that rests closed (87a): choose a five-pin relay.',
      },
    ];
  },
  relays(design, job) {
    const { closing, resting } = typeOf(design, job).poles[0]!;
    return [
      {
        suffix: '',
        clause: energisedWhen(job),
        uses: [job.lost === 'on' ? resting! : closing],
        holdsBy: job.lost === 'on' ? null : closing,
      },
    ];
  },
  wire(side) {
    const { design, job } = side;
    const type = typeOf(design, job);
    const { common, closing, resting, twin } = type.poles[0]!;
    const ampere = side.ampere(job.loads);
    const source = side.toRelay(side.source([job.loads]), terminal(relayId(job), common), ampere, '', type);
    const out = side.beyond(source, terminal(relayId(job), job.lost === 'on' ? resting! : closing));
    const from = side.throughThermalFuse(out, ampere);
    // From two pins that are one inside each lamp has its own.
    if (twin === undefined || from !== out || !side.forTwo(job.loads)) return side.lines(job.loads, from);
    side.builder.change<'relay'>(relayId(job), { twin: true });
    side.lines(job.loads, from, undefined, side.beyond(out, terminal(relayId(job), twin)));
  },
};
