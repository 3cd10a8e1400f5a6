import { contactLoad } from './contact-load.ts';
import {
  type AnyPart,
  type RelayType,
  type Supply,
  askedV,
  borneAt,
  borneV,
  branchId,
  currentOf,
  isResting,
  kindOf,
  madeForOf,
  printedV,
  throwRating,
  type BranchId,
} from '../kinds/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { type Source, computed, entered, fromMemory, ofPart } from '../reference/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { type PowerContact, type RuleContext, type WiredJob, partSubject, signalsIn } from './context.ts';
import { coilFits, otherRelays, relaysInstead } from './nudging.ts';
import { type Finding, type Given, type Rule, failingOrTightest, judge } from './rule.ts';
import { voltsWithin } from './shared-working.ts';

const ID = 'contact-voltage';
const RATED_SOURCE = fromMemory('relays of vehicles 16 V and 32 V, of boards 30 V');
const SHARE_SOURCE = fromMemory('half of a rating to 32 V, a tenth to 60 V');
/** Contacts of which one that rests closed stays open while another is welded are mirror contacts (IEC 60947-4-1, annex F, from memory): of plug-in relays nobody says so. */
const UNGUIDED = '; it may close while the contact of the load is welded: where that must not be, small contacts of a contactor';
const DIRECT = 'of direct current';
const ALTERNATING = 'of alternating current';

/** Highest direct voltage at which a throw's rating holds, V: what the part says; else of a vehicle's relay its system's, of boards and machine relays 30 V (from memory). */
export const ratedDcV = (type: RelayType, pin?: string): number =>
  throwAt(type, pin)?.mostV ?? (type.build === undefined && type.coilV === 12 ? 16 : type.solid ? type.solid.ratedV : 32);
const ratedSource = (type: RelayType, pin: string): Source => (throwAt(type, pin)?.mostV === undefined ? RATED_SOURCE : ofPart(type.name));
const throwAt = (type: RelayType, pin?: string) => (pin !== undefined && isResting(type, pin) ? type.resting : type.closing);

/** What a throw holds for good on a supply's kind of current, V; null where it has no rating for it. */
function heldV(type: RelayType, pin: string | undefined, supply: Supply): number | null {
  if (type.solid) return type.solid.switches === currentOf(supply) ? type.solid.ratedV : null;
  return currentOf(supply) === 'ac' ? (throwAt(type, pin)?.ac?.mostV ?? null) : ratedDcV(type, pin);
}

/** What is left of a rating for direct current above its voltage: an arc of 28 V hardly goes out, one of 48 V does not (from memory). */
export const shareAt = (ratedV: number, volt: number): number => (volt <= ratedV ? 1 : volt <= 32 ? 0.5 : volt <= 60 ? 0.1 : 0.02);

const supplyGiven = ({ design }: RuleContext, supply: Supply): Given => ({
  symbol: 'V',
  meaning: supply.name,
  value: borneV(supply),
  unit: 'V',
  source: entered(`supplies[${design.supplies.indexOf(supply)}].${borneAt(supply)}`),
});

/** What holds a voltage or does not, whatever flows: a gap against the mains, what has no gap at all. */
function whole(context: RuleContext, job: WiredJob, { relay, pin }: PowerContact): Finding[] {
  const { type } = relay.spec;
  const limit = heldV(type, pin, job.supply);
  // A wrong kind of current has a rule of its own.
  if (limit === null) return [];
  const value = borneV(job.supply);
  const alternating = currentOf(job.supply) === 'ac';
  const kind = alternating ? ALTERNATING : DIRECT;
  return [
    judge(ID, {
      severity: 'danger',
      job: job.job.id,
      subject: partSubject(relay),
      value,
      limit,
      unit: 'V',
      title:
        value > limit
          ? `${relay.tag} is made for ${formatQuantity(limit, 'V')} ${kind} and holds off ${formatQuantity(value, 'V')}`
          : `${type.solid ? relay.tag : `Contact ${relay.tag} ${pin}`} is made for ${formatQuantity(limit, 'V')} ${kind}`,
      detail:
        value > limit
          ? type.solid
            ? 'it breaks down, and then it stays on'
            : 'neither its gap nor its insulation is made for that'
          : type.name,
      working: voltsWithin(supplyGiven(context, job.supply), {
        value: limit,
        meaning: type.name,
        source: ratedSourceOn(type, pin, alternating),
      }),
    }),
  ];
}
const ratedSourceOn = (type: RelayType, pin: string, alternating: boolean): Source =>
  alternating || type.solid ? ofPart(type.name) : ratedSource(type, pin);

/** A contact of metal on direct current: above its voltage it breaks a part of its rating alone. */
function gap(context: RuleContext, job: WiredJob, contact: PowerContact): Finding[] {
  const { relay, pin } = contact;
  const { type } = relay.spec;
  if (throwRating(type, pin, 'heater', 'dc').ampere === 0) return [];
  const { value, limit: rated } = contactLoad(context, job, contact);
  const { highestV } = job.supply;
  const ratedV = ratedDcV(type, pin);
  const share = shareAt(ratedV, highestV);
  // At its own voltage whether it bears the current is another question.
  if (share === 1) return whole(context, job, contact);
  const limit = share * rated;
  return [
    judge(ID, {
      severity: 'danger',
      job: job.job.id,
      subject: partSubject(relay),
      value,
      limit,
      unit: 'A',
      title:
        value > limit
          ? `Contact ${relay.tag} ${pin} is made for ${formatQuantity(ratedV, 'V')}: at ${formatQuantity(highestV, 'V')} it breaks ${formatQuantity(limit, 'A')}, and ${formatQuantity(value, 'A')} flow`
          : `At ${formatQuantity(highestV, 'V')} contact ${relay.tag} ${pin} breaks ${formatQuantity(limit, 'A')}, and ${formatQuantity(value, 'A')} flow`,
      detail: value > limit ? 'the arc stands when it opens, and burns the relay' : type.name,
      working: shareWorking(
        { value, meaning: `through contact ${pin}` },
        { symbol: 'I_r', meaning: `contact ${pin} with this load`, value: rated, unit: 'A', source: ofPart(type.name) },
        { symbol: 'V_r', meaning: 'at which that holds', value: ratedV, unit: 'V', source: ratedSource(type, pin) },
        highestV,
      ),
    }),
  ];
}

function shareWorking(through: { value: number; meaning: string }, rated: Given, atV: Given, highestV: number): Finding['working'] {
  const share = shareAt(atV.value, highestV);
  return {
    formula: 'I ≤ I_r · k_V',
    given: [
      rated,
      atV,
      { symbol: 'k_V', meaning: `of it at ${formatQuantity(highestV, 'V')}`, value: share, unit: '', source: SHARE_SOURCE },
    ],
    result: { symbol: 'I', ...through, unit: 'A', source: computed('solved at the highest supply') },
    limit: { symbol: 'I_r · k_V', meaning: 'that it breaks', value: share * rated.value, unit: 'A', source: SHARE_SOURCE },
  };
}

/** Switches and sensors in the way of a coil, or of a load without a relay. */
function signals(context: RuleContext, job: WiredJob): Finding[] {
  const supply = controlSupplyOf(context.design, job.job);
  return signalsIn(context, job).flatMap((id) => {
    const at = context.design.signals.findIndex((signal) => signal.id === id);
    const signal = context.design.signals[at]!;
    const part = context.netlist.parts.find((one) => one.id === signalPartId(id));
    const madeFor = madeForOf(signal);
    if (!part || madeFor === null) return [];
    const limitA = signal.limitA;
    const current = currentOf(supply);
    const path = entered(`signals[${at}].madeFor`);
    const value = borneV(supply);
    const kind = current === 'ac' ? ALTERNATING : DIRECT;
    const common = { severity: 'danger', job: job.job.id, subject: partSubject(part) } as const;
    const [of] = (kindOf(part).signalBranches?.(part.spec) ?? []).flatMap(({ throwOf }) => throwOf ?? []);
    if (of) {
      const held = ratedDcV(of.type, of.pin);
      const said = value > held ? 'is made for' : 'holds';
      return [
        judge(ID, {
          ...common,
          value,
          limit: held,
          unit: 'V',
          title: `Contact ${part.tag} ${of.pin} ${said} ${formatQuantity(held, 'V')} ${kind}`,
          detail: `${part.name}: the second pole of that relay, on ${supply.name}${isResting(of.type, of.pin) ? UNGUIDED : ''}`,
          working: voltsWithin(supplyGiven(context, supply), {
            value: held,
            meaning: `contact ${part.tag} ${of.pin}`,
            source: ratedSource(of.type, of.pin),
          }),
        }),
      ];
    }
    const limit = printedV(madeFor, current);
    const asked = askedV(value, current);
    if (limit === null) {
      // Said on a vehicle's own voltage too it would be a line for every switch that there is.
      if (asked === null) return [];
      return [
        judge(ID, {
          ...common,
          value,
          limit: asked,
          unit: 'V',
          title: `${part.name} is to be one for ${formatQuantity(asked, 'V')} ${kind}: the list asks for it`,
          detail: 'one that you have is to have that printed on it',
          working: voltsWithin(supplyGiven(context, supply), {
            value: asked,
            meaning: 'that the list asks for',
            source: computed('the next step that is sold'),
          }),
        }),
      ];
    }
    const { value: ampere } = context.worst(job, ({ solution }) =>
      Math.max(0, ...branchesOf(part).map((branch) => context.amps(solution, branch))),
    );
    if (current === 'ac' || value <= limit)
      return [
        judge(ID, {
          ...common,
          value,
          limit,
          unit: 'V',
          title:
            value > limit
              ? `${part.name} is made for ${formatQuantity(limit, 'V')} ${kind} and has ${formatQuantity(value, 'V')} on it`
              : `${part.name} is made for ${formatQuantity(limit, 'V')} ${kind}`,
          detail: value > limit ? 'neither its gap nor its insulation is made for that: who moves it touches it' : 'what is printed on it',
          working: voltsWithin(supplyGiven(context, supply), { value: limit, meaning: part.name, source: path }),
        }),
      ];
    const most = shareAt(limit, value) * limitA;
    return [
      judge(ID, {
        ...common,
        value: ampere,
        limit: most,
        unit: 'A',
        title:
          ampere > most
            ? `${part.name} is made for ${formatQuantity(limit, 'V')}: at ${formatQuantity(value, 'V')} it breaks ${formatQuantity(most, 'A')}, and ${formatQuantity(ampere, 'A')} flow`
            : `At ${formatQuantity(value, 'V')} ${part.name} breaks ${formatQuantity(most, 'A')}, and ${formatQuantity(ampere, 'A')} flow`,
        detail: ampere > most ? 'the arc stands when it opens' : 'what flows is little enough to go out',
        working: shareWorking(
          { value: ampere, meaning: `through ${part.tag}` },
          { symbol: 'I_r', meaning: part.name, value: limitA, unit: 'A', source: entered(`signals[${at}].limitA`) },
          { symbol: 'V_r', meaning: 'at which that holds', value: limit, unit: 'V', source: path },
          value,
        ),
      }),
    ];
  });
}
const branchesOf = (part: AnyPart): BranchId[] => (kindOf(part).signalBranches?.(part.spec) ?? []).map(({ key }) => branchId(part.id, key));

/** A rating holds at its own voltage: above it an arc stands, and what has no gap breaks down. */
export const contactVoltage: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can every contact break its load at this voltage?',
  notAsked: 'nothing that it switches with has a voltage of its own',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const byRelay = new Map<string, Finding[]>();
      for (const contact of job.contacts) {
        const { relay } = contact;
        const ofGap = currentOf(job.supply) === 'dc' && !relay.spec.type.solid;
        byRelay.set(relay.id, [...(byRelay.get(relay.id) ?? []), ...(ofGap ? gap : whole)(context, job, contact)]);
      }
      return [...[...byRelay.values()].flatMap((list) => failingOrTightest(list).slice(0, 1)), ...signals(context, job)];
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const { id } = finding.subject;
        const at = context.design.signals.findIndex((signal) => signalPartId(signal.id) === id);
        if (at !== -1)
          return [{ label: 'Take one that is made for this voltage', patches: [{ path: ['signals', at, 'madeFor'], value: 'asked' }] }];
        const holds = (type: RelayType) => (heldV(type, undefined, job.supply) ?? 0) >= borneV(job.supply);
        return [
          ...otherRelays(context.design, job, (type) => coilFits(context.design, job)(type) && holds(type)),
          // With its coil on the load's own supply there are relays for that voltage.
          ...otherRelays(context.design, job, (type) => type.coilV === job.supply.nominalV && holds(type)).map(({ label, patches }) => ({
            label: `${label}, its coil on ${job.supply.name}`,
            patches: [...patches, { path: ['jobs', job.at, 'controlSupply'], value: 'same' }],
          })),
          ...relaysInstead(context.design, job),
        ];
      }),
};
