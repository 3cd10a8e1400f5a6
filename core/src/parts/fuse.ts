import { terminal } from '../circuit/terminal.ts';
import { bladeFuseColour, bladeFuseOhm } from '../reference/blade-fuses.ts';
import { branchId, type PartKind } from './kind.ts';

export interface FuseSpec {
  readonly ratingA: number;
  readonly chosen: boolean;
  readonly style: 'blade' | 'bolt' | 'breaker';
  /** What it feeds: a load, a coil circuit, or several jobs behind one trunk. */
  readonly guards: 'load' | 'control' | 'trunk';
}

const STYLE = { blade: 'blade', bolt: 'bolt-down', breaker: 'breaker' } as const;

export const fuse: PartKind<'fuse', FuseSpec> = {
  kind: 'fuse',
  title: 'fuse',
  terminalStyle: '6.3 mm blade receptacle',
  pins: () => ['1', '2'],
  model({ id, spec }, into) {
    // Stated for blade fuses; strip fuses and thermal breakers lose about as much at their rating (from memory).
    into.branch({
      kind: 'resistor',
      id: branchId(id, 'link'),
      a: terminal(id, '1'),
      b: terminal(id, '2'),
      ohm: () => bladeFuseOhm(spec.ratingA),
    });
  },
  drawn: ({ id, tag, spec }) => [
    {
      key: 'link',
      from: '1',
      to: '2',
      symbol: spec.style === 'breaker' ? 'breaker' : 'fuse',
      branch: branchId(id, 'link'),
      labels: [tag, `${spec.ratingA} A ${STYLE[spec.style]}`],
    },
  ],
  listed: ({ spec: { ratingA, style } }) =>
    style === 'blade'
      ? `Blade fuse ${ratingA} A (${bladeFuseColour(ratingA) ?? 'marked'}) in a sealed in-line holder`
      : style === 'bolt'
        ? `Bolt-down strip fuse ${ratingA} A in a covered holder`
        : `Thermal breaker ${ratingA} A for direct current, by hand resettable`,
};
