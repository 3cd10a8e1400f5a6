import { terminal } from '../circuit/terminal.ts';
import { bladeFuseColour, bladeFuseOhm } from '../reference/blade-fuses.ts';
import { branchId, type PartKind } from './kind.ts';

export interface FuseSpec {
  readonly ratingA: number;
  readonly chosen: boolean;
}

export const fuse: PartKind<'fuse', FuseSpec> = {
  kind: 'fuse',
  title: 'blade fuse',
  terminalStyle: '6.3 mm blade receptacle',
  pins: () => ['1', '2'],
  model({ id, spec }, into) {
    into.branch({
      kind: 'resistor',
      id: branchId(id, 'link'),
      a: terminal(id, '1'),
      b: terminal(id, '2'),
      ohm: () => bladeFuseOhm(spec.ratingA),
    });
  },
  drawn: ({ id, tag, spec }) => [
    { key: 'link', from: '1', to: '2', symbol: 'fuse', branch: branchId(id, 'link'), labels: [tag, `${spec.ratingA} A blade`] },
  ],
  listed: ({ spec }) => `Blade fuse ${spec.ratingA} A (${bladeFuseColour(spec.ratingA) ?? 'marked'}) in a sealed in-line holder`,
};
