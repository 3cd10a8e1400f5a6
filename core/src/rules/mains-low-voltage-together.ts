import { auxiliariesOf, controlSupplyOf, switchedBy } from '../project/index.ts';
import { commonPractice, computed, standard } from '../reference/index.ts';
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { type RuleContext, type WiredJob, jobSubject, partSubject, signalsIn } from './context.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { isMains, isOutput, kindOf, fedOf } from '../kinds/index.ts';

const ID = 'mains-low-voltage-together';

/** Whether the control side of a mains job is of extra-low voltage. */
function lowVoltage({ design }: RuleContext, job: WiredJob): boolean {
  const driven = design.signals.some((signal) => isOutput(signal) && job.evidence.signals.includes(signal.id));
  return driven || !isMains(controlSupplyOf(design, job.job));
}

/** Switches of a job with the mains on one pole and low voltage on another: a strand between them, and a hand gets it. */
function mixedSwitches(context: RuleContext, job: WiredJob): Finding[] {
  return signalsIn(context, job).flatMap((id) => {
    const part = context.netlist.parts.find((one) => one.id === signalPartId(id));
    if (!part || !kindOf(part).signalBranches) return [];
    // What feeds its electronics is apart from its contact inside it, or the receiver could not be sold.
    const fed = fedOf(part)?.pins.map((pin) => terminal(part.id, pin)) ?? [];
    const atContact = (end: Terminal) => partOf(end) === part.id && !fed.includes(end);
    const on = context.netlist.wires.filter(({ from, to }) => atContact(from) || atContact(to));
    if (!on.some(({ mains }) => mains) || on.every(({ mains }) => mains)) return [];
    return [
      judge(ID, {
        code: 'switch',
        severity: 'danger',
        job: job.job.id,
        subject: partSubject(part),
        value: 1,
        limit: 0,
        unit: '',
        title: `${part.name} has the mains on one pole and low voltage on another`,
        detail: 'one stray strand in it puts the mains on what is touched: two switches, or a relay between',
        working: noneAllowed(
          1,
          'switches that carry both',
          computed('counted at its terminals'),
          standard('IEC 60364-4-41, 414.4: protective separation'),
        ),
      }),
    ];
  });
}

/** Contacts on the side of another job's contactor of which one switches the mains and the other low voltage, where that job has no other low voltage of its own that asks the same. */
function besideContactors(context: RuleContext, job: WiredJob): Finding[] {
  return auxiliariesOf(context.design, job.job).flatMap((signal) => {
    const of = context.jobs.find((other) => other.job === switchedBy(context.design, signal));
    const part = context.netlist.parts.find(({ id }) => id === signalPartId(signal.id));
    if (!of || !part) return [];
    const onMains = context.netlist.wires.some(({ from, to, mains }) => mains && [from, to].some((end) => partOf(end) === part.id));
    if (onMains === isMains(of.supply) || (isMains(of.supply) && lowVoltage(context, of))) return [];
    const place = context.design.places.find(({ id }) => id === part.place)!;
    const value = place.divided ? 0 : 1;
    return [
      judge(ID, {
        code: 'contactor',
        severity: 'danger',
        job: job.job.id,
        subject: partSubject(part),
        value,
        limit: 0,
        unit: '',
        title:
          value > 0
            ? `The mains and low voltage meet at ${of.job.name}’s contactor with nothing between them in ${place.name}`
            : `The mains and low voltage at ${of.job.name}’s contactor have a compartment each in ${place.name}`,
        detail:
          value > 0
            ? 'a stray strand puts mains on what a hand touches: a partition, and contacts that their maker gives for both at once'
            : 'contacts that their maker gives for both at once',
        working: noneAllowed(
          value,
          'places where the two lie together',
          computed('the wires at that contactor'),
          standard('IEC 60364-4-41, 414.4: protective separation'),
        ),
      }),
    ];
  });
}

/** Mains and low voltage meet at the relay: in its box each has a compartment, or a distance that nothing bridges. */
export const mainsLowVoltageTogether: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Are mains and low voltage apart?',
  notAsked: 'it is not on the mains, or has no low voltage',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const mixed = [...mixedSwitches(context, job), ...besideContactors(context, job)];
      if (!isMains(job.supply) || !lowVoltage(context, job)) return mixed;
      const place = context.design.places.find(({ id }) => id === job.job.device.place)!;
      const value = place.divided ? 0 : 1;
      return [
        ...mixed,
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit: 0,
          unit: '',
          title:
            value > 0
              ? `Mains and low voltage share ${place.name} with nothing between them`
              : `Mains and low voltage have a compartment each at ${place.name}`,
          detail: value > 0 ? 'a stray strand puts mains on what a hand or a computer touches' : 'only the relay itself bridges the two',
          working: noneAllowed(
            value,
            'places where the two lie together',
            computed('the places of this job'),
            value > 0 ? standard('IEC 60364-4-41, 414.4: protective separation') : commonPractice(),
          ),
        }),
      ];
    }),
  nudges: ({ jobs, design, netlist }, finding) => {
    const at = netlist.parts.find(({ id }) => id === finding.subject.id)?.place;
    return jobs
      .filter(({ job }) => job.id === finding.job)
      .map(({ job }) => ({
        label: 'Nudge in a partition',
        patches: [{ path: ['places', design.places.findIndex(({ id }) => id === (at ?? job.device.place)), 'divided'], value: true }],
      }));
  },
};
