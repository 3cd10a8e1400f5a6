import { figures, formatQuantity, terminal } from '../../quantity/index.ts';
import type { BranchId, Delays } from '../primitives.ts';
import { BAD_JOINT_OHM, copperAtTemperature, fromMemory, TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { AS_A_DEVICE, type DrawnElement, type Misbuilt, type PartFault, type PartKind, branchId } from './kind.ts';
import { coilCurrent } from '../catalogue/own-relay.ts';
import type { RelayType, SocketType } from '../catalogue/shelf.ts';

export interface RelaySpec {
  readonly type: RelayType;
  readonly socket: SocketType;
  /** Throw pins in use, and whether they carry a load or a coil's current. */
  readonly uses: readonly string[];
  readonly carries: 'load' | 'control';
  /** Supply behind the coil; none behind a controller's pin. */
  readonly supply: string | null;
  /** Cycles a second of what its coil hangs on, Hz; left out of direct current. */
  readonly coilHz?: 50 | 60;
  /** What a time relay is set to. */
  readonly delays?: Delays;
  /** Whether its second closing pin is wired as well. */
  readonly twin?: true;
  /** Volts between which one that senses them is in; left out of any other. */
  readonly senses?: { readonly closesAtV: number; readonly opensAtV: number };
}

/** Current at which the armature pulls in, A: the coil's pull is set by its current, hot or cold. */
export function pullInA(type: RelayType): number {
  return type.pullInV / type.coilOhm;
}

/** How far a coil's resistance may be from what is printed on it, as a share: ±10 % is usual. */
export const COIL_TOLERANCE = 0.1;
export const COIL_TOLERANCE_SOURCE = fromMemory('coils are wound to ±10 %');

/** A coil for alternating current is choked by its iron more than by its copper: its heat hardly changes what it takes. */
export const isCopperCoil = (type: RelayType): boolean => type.solid === undefined && coilCurrent(type) === 'dc';

/** A module has its own diode, an input of a solid-state relay and a coil for alternating current need none. */
export const needsSuppression = (type: RelayType): boolean => isCopperCoil(type) && type.module === undefined;

/** Least resistance of a coil at a temperature, Ω. */
export function leastCoilOhm(type: RelayType, coilC: number): number {
  return !isCopperCoil(type) ? type.coilOhm : copperAtTemperature(type.coilOhm * (1 - COIL_TOLERANCE), coilC);
}

/** Coil temperature, °C, in given air with a share of its full rise. */
export function coilTemperature(type: RelayType, airC: number, warmth: number): number {
  return airC + warmth * type.coilRiseK;
}

const contactKey = (pin: string): string => `contact${pin}`;
/** Volts that surely pull it in, or hold it, when it was on at `soakV` for long in given air: its rise goes with its power, what it needs with its copper. */
export function hotPullIn(type: RelayType, airC: number, soakV: number): { coilC: number; ohm: number; volt: number } {
  const copper = isCopperCoil(type);
  const coilC = coilTemperature(type, airC, copper ? (soakV / type.coilV) ** 2 : 1);
  const ohm = copper ? copperAtTemperature(type.coilOhm, coilC) : type.coilOhm;
  return { coilC, ohm, volt: (type.pullInV * ohm) / type.coilOhm };
}

/** The sensor of a relay that says whether its armature is in. */
export const armatureOf = (relay: string): BranchId => branchId(relay, 'armature');
export const contactBranchId = (relay: string, pin: string): BranchId => branchId(relay, contactKey(pin));

/** A relay for twice the voltage has about four times the coil and twice the pull-in: the same power (common practice). */
const OTHER_COIL = { ohm: 4, volt: 2 };

export const PLUG_IN_AIR_C = 85;
const BUILD_AIR_C = { module: 70, sensing: PLUG_IN_AIR_C, contactor: 60, solid: 80, board: 70 } as const;

/** Metal between two closing pins (from memory), Ω. */
const TWIN = 'twin';
const TWIN_OHM = 0.0003;

/** Forward voltage of the diode in a transistor’s body (from memory), V. */
const BODY_V = 0.8;

export const relay: PartKind<'relay', RelaySpec, 'relay'> = {
  kind: 'relay',
  plays: 'relay',
  title: 'plug-in relay',
  // The coil of a relay on studs has blades of its own. So has one whose contacts have wide blades.
  terminalStyle({ type }, sizeMm2, pin) {
    if (type.socket === 'blade-wide' && !type.coil.includes(pin)) return '9.5 mm socket receptacle';
    if (type.socket === 'blade' && sizeMm2 > TERMINAL_MOST_MM2.blade) return 'heavy socket receptacle';
    if (type.socket === 'blade' || type.socket === 'blade-wide') return 'socket receptacle';
    if (type.socket !== 'stud-m8' && type.socket !== 'stud-m10') return 'screw clamp, ferrule';
    if (type.coil.includes(pin)) return '6.3 mm blade receptacle';
    return type.socket === 'stud-m10' ? 'M10 ring' : 'M8 ring';
  },
  takesMm2: ({ socket }) => socket.mostMm2,
  pins: ({ type }) => [
    ...type.coil,
    ...type.poles.flatMap(({ common, closing, resting, twin }) => [
      common,
      closing,
      ...(resting ? [resting] : []),
      ...(twin ? [twin] : []),
    ]),
  ],
  // The input of a solid-state relay is electronics, not copper, and what it leaks is no resistance.
  unread: ({ type }) => (isCopperCoil(type) ? [] : ['coil', 'leak'].map((key) => ({ key, as: 'electronics' }))),
  model({ id, place, spec: { type, delays } }, into) {
    const coil = branchId(id, 'coil');
    const armature = armatureOf(id);
    const [plus, minus] = type.coil;
    into.branch({
      kind: 'resistor',
      id: coil,
      a: terminal(id, plus),
      b: terminal(id, minus),
      ohm: (conditions) =>
        !isCopperCoil(type)
          ? type.coilOhm
          : copperAtTemperature(
              type.coilOhm * (1 + conditions.coilSpread),
              coilTemperature(type, conditions.airC(place), conditions.coilWarmth),
            ),
    });
    into.sensor({
      kind: 'current',
      id: armature,
      branch: coil,
      closesAtA: pullInA(type),
      opensAtA: type.releaseV / type.coilOhm,
      // The light-emitting diode of an input shines one way only.
      ...(type.solid ? { oneWay: true } : {}),
      ...(delays ? { delays } : {}),
    });
    const cam = branchId(id, 'cam');
    if (type.duty === 'step') into.sensor({ kind: 'step', id: cam, follows: armature });
    const contact = (common: string, pin: string, closedWhen: boolean) =>
      into.branch({
        kind: 'switch',
        id: contactBranchId(id, pin),
        a: terminal(id, common),
        b: terminal(id, pin),
        ohm: () => type.contactOhm,
        follows: type.duty === 'step' ? cam : armature,
        closedWhen,
      });
    for (const { common, closing, resting, twin } of type.poles) {
      contact(common, closing, true);
      if (twin)
        into.branch({ kind: 'resistor', id: branchId(id, TWIN), a: terminal(id, closing), b: terminal(id, twin), ohm: () => TWIN_OHM });
      if (type.solid)
        into.branch({
          kind: 'resistor',
          id: branchId(id, 'leak'),
          a: terminal(id, common),
          b: terminal(id, closing),
          ohm: () => type.solid!.ratedV / type.solid!.leakA,
        });
      // A transistor for direct current holds one way off: the other way the diode in its body conducts.
      if (type.solid?.switches === 'dc')
        into.branch({
          kind: 'diode',
          id: branchId(id, 'body'),
          a: terminal(id, closing),
          b: terminal(id, common),
          forwardV: BODY_V,
          ohm: () => type.contactOhm,
        });
      if (resting) contact(common, resting, false);
    }
  },
  drawn: ({ id, tag, spec: { type, uses, delays, twin } }) => [
    {
      key: 'coil',
      from: type.coil[0],
      to: type.coil[1],
      symbol: type.duty === 'timer' ? 'coil-timer' : type.duty === 'step' ? 'coil-step' : 'coil',
      branch: branchId(id, 'coil'),
      labels: [tag, ...(delays ? delayWords(delays) : [`${type.coilOhm} Ω`])],
    },
    ...uses.map((pin): DrawnElement => {
      const pole = type.poles.find(({ closing, resting }) => closing === pin || resting === pin)!;
      const both = uses.includes(pole.closing) && pole.resting !== null && uses.includes(pole.resting);
      const symbol = type.solid
        ? 'contact-solid'
        : pole.resting === null || both
          ? pin === pole.resting
            ? 'contact-resting'
            : 'contact-closing'
          : 'contact-changeover';
      return { key: contactKey(pin), from: pole.common, to: pin, symbol, branch: contactBranchId(id, pin), labels: [tag] };
    }),
    ...(twin
      ? type.poles.flatMap(({ closing, twin: second }): DrawnElement[] =>
          second === undefined
            ? []
            : [{ key: TWIN, from: closing, to: second, symbol: 'joined-pins', branch: branchId(id, TWIN), labels: [second] }],
        )
      : []),
  ],
  bearsAirC: ({ type: { build } }) => (build === undefined ? PLUG_IN_AIR_C : BUILD_AIR_C[build]),
  price: ({ spec: { type, socket } }) => (type.price === 0 ? null : type.price + socket.price),
  faults: ({ tag, spec: { type, uses } }) => [
    { key: 'coil', kind: 'coil broken', words: `coil ${tag} is broken`, fault: 'open', weight: 1 },
    ...uses.flatMap((pin): PartFault[] => {
      const key = contactKey(pin);
      // What hangs on its coil alone is not worked by its contacts.
      const pins = [type.poles.find(({ closing, resting }) => closing === pin || resting === pin)!.common, pin];
      return [
        // A relay’s contacts are what wears first (common practice).
        { key, pins, kind: 'contact stuck', words: `contact ${tag} ${pin} does not close`, fault: 'open', weight: 2.2 },
        { key, pins, kind: 'contact stuck', words: `contact ${tag} ${pin} is welded`, fault: 'closed', weight: 1.5 },
        { key, pins, kind: 'contact worn', words: `contact ${tag} ${pin} is burnt`, fault: { extraOhm: BAD_JOINT_OHM / 2 }, weight: 2.5 },
      ];
    }),
  ],
  misbuilt({ tag, spec: { type, uses, carries } }) {
    if (!isCopperCoil(type) || type.module) return [];
    const pole = type.poles.find(({ closing, resting }) => uses.includes(closing) || (resting !== null && uses.includes(resting)));
    const swapped = (key: string, a: string, b: string): Misbuilt<RelaySpec> => ({
      key,
      kind: 'swapped pins',
      words: `the wires of ${tag} ${a} and ${b} are swapped`,
      weight: 1,
      swap: [a, b],
      notOnMains: true,
    });
    const { ohm, volt } = OTHER_COIL;
    return [
      // Turned, the diode inside is a short.
      ...(type.builtIn === 'diode' ? [swapped('turned', type.coil[0], type.coil[1])] : []),
      ...(pole && carries === 'load'
        ? [
            ...(pole.resting ? [swapped('throws-swapped', pole.closing, pole.resting)] : []),
            swapped('coil-swapped', pole.common, type.coil[0]),
          ]
        : []),
      {
        key: 'other-coil',
        kind: 'wrong part',
        words: `${tag} is a relay for ${volt * type.coilV} V`,
        weight: 0.7,
        spec: { type: { ...type, coilOhm: type.coilOhm * ohm, pullInV: type.pullInV * volt, releaseV: type.releaseV * volt } },
      },
    ];
  },
  handEdits: ({ type }) => [
    ...(type.builtIn === 'diode'
      ? [{ text: `Swap ${type.coil[0]} and ${type.coil[1]}`, does: 'swap', a: type.coil[0], b: type.coil[1] } as const]
      : []),
    ...type.poles.flatMap(({ closing, resting }) =>
      resting === null ? [] : [{ text: `Swap ${closing} and ${resting}`, does: 'swap', a: closing, b: resting } as const],
    ),
  ],
  screwed: ({ socket }) => socket.fits === 'eight-pin',
  asWires: ({ type }) => (type.module ? 1 : AS_A_DEVICE),
  listed: ({ spec: { type, socket, delays, senses, coilHz } }) =>
    `${type.name}${drivenBy(type)}${coilHz ? `, coil for ${coilHz} Hz` : ''}; ${socket.name}${/ A$/.test(socket.name) ? '' : `, ${socket.terminalA} A`}${delays ? `, set to ${delayWords(delays).join(', ')}` : ''}${delays && delays.openS > 0 ? ' (keeps its time without coil power)' : ''}${senses ? `, in at ${formatQuantity(senses.closesAtV, 'V')} and out at ${formatQuantity(senses.opensAtV, 'V')}; its own lead to ground` : ''}`,
};

/** What its name does not say of what drives it: silicon has an input, and no coil. */
function drivenBy({ name, build, solid, module, closing, coilV, pullInV, coilMostV }: RelayType): string {
  if (!solid) return module || build === 'sensing' || /coil/.test(name) ? '' : `, ${coilV} V coil`;
  const switched = solid.switches === 'ac' ? `${closing.ac?.mostV ?? solid.ratedV} V~, ${solid.firing}` : `${solid.ratedV} V⎓`;
  return `, ${switched}, input ${figures(pullInV)} to ${figures(coilMostV)} V⎓`;
}

function delayWords({ closeS, openS }: Delays): string[] {
  const words = [closeS > 0 ? `on ${formatQuantity(closeS, 's')}` : '', openS > 0 ? `off ${formatQuantity(openS, 's')}` : ''].filter(
    Boolean,
  );
  return words.length > 0 ? words : ['no delay'];
}
