/**
 * Faults that are not one branch: wires on each other's pins, a part of another value, a wire chafed through. Each is
 * the netlist as somebody really left it.
 */
import { terminal } from '../../quantity/index.ts';
import { type Netlist, applyEdit } from '../../graph/index.ts';
import { postsOf } from '../../wiring/index.ts';
import { loadSupplyOf } from '../../project/index.ts';
import { type AnyPart, LOADS, isCopperCoil, isKind, isMains } from '../../kinds/index.ts';
import type { Evidence } from '../../analysis/index.ts';
import { BLADE_FUSE_RATINGS } from '../../reference/index.ts';
import type { FaultKind } from './faults.ts';

export interface WiringFault {
  /** The netlist with the fault in it. */
  readonly wired: Netlist;
}
interface Named extends WiringFault {
  readonly id: string;
  readonly kind: FaultKind;
  readonly words: string;
  readonly subject: { readonly kind: 'part' | 'wire'; readonly id: string };
  readonly weight: number;
}

/** A relay for twice the voltage has about four times the coil and twice the pull-in: the same power (common practice). */
const OTHER_COIL = { ohm: 4, volt: 2 };
/** A load of half the power has twice the resistance. */
const OTHER_LOAD = 2;

export function wiringFaults({ design, netlist }: Evidence, jobId: string): Named[] {
  const job = design.jobs.find(({ id }) => id === jobId)!;
  const onMains = isMains(loadSupplyOf(design, job));
  const found: Named[] = [];
  const changed = <Part extends AnyPart>(part: Part, spec: Partial<Part['spec']>): Netlist => ({
    ...netlist,
    parts: netlist.parts.map((one) => (one.id === part.id ? ({ ...one, spec: { ...one.spec, ...spec } } as AnyPart) : one)),
  });
  const say = (part: AnyPart, key: string, kind: FaultKind, words: string, weight: number, wired: Netlist) =>
    found.push({ id: `${part.id}/${key}`, kind, words, subject: { kind: 'part', id: part.id }, weight, wired });
  const swapped = (part: AnyPart, a: string, b: string) => applyEdit(netlist, { kind: 'swap', part: part.id, a, b });

  for (const part of netlist.parts) {
    if (!part.jobs.includes(jobId)) continue;
    const { tag } = part;
    if (isKind(part, 'relay') && isCopperCoil(part.spec.type) && !part.spec.type.module) {
      const { type, uses } = part.spec;
      const pole = type.poles.find(({ closing, resting }) => uses.includes(closing) || (resting !== null && uses.includes(resting)));
      if (pole && part.spec.carries === 'load' && !onMains) {
        if (pole.resting)
          say(
            part,
            'throws-swapped',
            'swapped pins',
            `the wires of ${tag} ${pole.closing} and ${pole.resting} are changed about`,
            1,
            swapped(part, pole.closing, pole.resting),
          );
        say(
          part,
          'coil-swapped',
          'swapped pins',
          `the wires of ${tag} ${pole.common} and ${type.coil[0]} are changed about`,
          1,
          swapped(part, pole.common, type.coil[0]),
        );
      }
      say(
        part,
        'other-coil',
        'wrong part',
        `${tag} is a relay for ${OTHER_COIL.volt * type.coilV} V`,
        0.7,
        changed(part, {
          type: {
            ...type,
            coilOhm: type.coilOhm * OTHER_COIL.ohm,
            pullInV: type.pullInV * OTHER_COIL.volt,
            releaseV: type.releaseV * OTHER_COIL.volt,
          },
        }),
      );
    } else if (isKind(part, 'diode') && !part.spec.inLine) {
      say(part, 'turned', 'swapped pins', `${tag} is in the wrong way round`, 1, swapped(part, 'A', 'K'));
    } else if (isKind(part, 'load') && !LOADS[part.spec.loadKind].turns) {
      say(
        part,
        'other-load',
        'wrong part',
        `${tag} ${part.name} is one of half the power`,
        0.7,
        changed(part, { ohm: part.spec.ohm * OTHER_LOAD }),
      );
    } else if (isKind(part, 'fuse') && part.spec.guards === 'load' && part.spec.style === 'blade') {
      const larger = BLADE_FUSE_RATINGS.find((rating) => rating > 2 * part.spec.ratingA);
      if (larger !== undefined)
        say(
          part,
          'too-large',
          'wrong fuse',
          `${tag} is a fuse of ${larger} A, far above its ${part.spec.ratingA} A`,
          0.7,
          changed(part, { ratingA: larger }),
        );
      const smaller = BLADE_FUSE_RATINGS.findLast((rating) => rating <= part.spec.ratingA / 2.5);
      if (smaller !== undefined)
        say(part, 'too-small', 'wrong fuse', `${tag} is a fuse of ${smaller} A, too small`, 0.7, changed(part, { ratingA: smaller }));
    }
  }
  if (onMains) return found;
  // A wire through to the vehicle's metal takes its fuse with it: what is left to read is the metal, with the fuse out.
  const [, back] = postsOf(loadSupplyOf(design, job));
  const fuse = netlist.parts.find((part) => isKind(part, 'fuse') && part.spec.guards === 'load' && part.jobs.includes(jobId));
  for (const wire of netlist.wires) {
    if (!fuse || !wire.jobs.includes(jobId) || wire.role !== 'load' || wire.to === terminal(fuse.id, '1')) continue;
    found.push({
      id: `${wire.id}/chafed`,
      kind: 'short',
      words: `${wire.tag} is chafed through to the return, and ${fuse.tag} has blown`,
      subject: { kind: 'wire', id: wire.id },
      weight: 1,
      wired: { ...netlist, joints: [...netlist.joints, [wire.to, back]], leftOut: new Set([...netlist.leftOut, fuse.id]) },
    });
  }
  return found;
}
