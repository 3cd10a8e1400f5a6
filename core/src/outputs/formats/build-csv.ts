import type { CutRow, PartRow, WireRow } from '../build/lists.ts';
import type { Strip, StripPosition } from '../../graph/index.ts';
import { type Units, cutLength } from '../../quantity/index.ts';
import { soldName } from '../../reference/index.ts';
import { toCsv } from './csv.ts';

/** `Cut` is the length as it is cut, in the units of the project. */
export function wireListCsv(rows: readonly WireRow[], units: Units): string {
  return toCsv<WireRow>(
    [
      { title: 'Wire', value: (row) => row.tag },
      { title: 'Job', value: (row) => row.job },
      { title: 'From', value: (row) => row.from },
      { title: 'From place', value: (row) => row.fromPlace },
      { title: 'From terminal', value: (row) => row.fromTerminal },
      { title: 'To', value: (row) => row.to },
      { title: 'To place', value: (row) => row.toPlace },
      { title: 'To terminal', value: (row) => row.toTerminal },
      { title: 'Colour', value: (row) => row.colour },
      { title: 'Colour name', value: (row) => row.colourName },
      { title: 'Sold as', value: (row) => soldName(row.sizeMm2) },
      { title: 'Size mm²', value: (row) => row.sizeMm2 },
      { title: 'Nearest AWG', value: (row) => row.awg },
      { title: 'Length m', value: (row) => row.lengthM },
      { title: 'Cut', value: (row) => cutLength(row.lengthM, units) },
      { title: 'Length', value: (row) => (row.lengthAssumed ? 'assumed' : 'measured') },
      { title: 'Insulation', value: (row) => row.insulation },
      { title: 'Label from', value: (row) => row.labelFrom },
      { title: 'Label to', value: (row) => row.labelTo },
      { title: 'Loom', value: (row) => row.loom },
      { title: 'Cord', value: (row) => row.cord },
      { title: 'Existing', value: (row) => (row.existing ? 'yes' : '') },
    ],
    rows,
  );
}

export function partsListCsv(rows: readonly PartRow[]): string {
  return toCsv<PartRow>(
    [
      { title: 'Count', value: (row) => row.count },
      { title: 'Part', value: (row) => row.description },
      { title: 'Tags', value: (row) => row.tags },
      { title: 'Places', value: (row) => row.places },
      { title: 'Spare', value: (row) => row.spare },
      { title: 'In the drawer', value: (row) => row.inDrawer },
      { title: 'To buy', value: (row) => row.toBuy },
      { title: 'Price each', value: (row) => row.price ?? '' },
      { title: 'Price', value: (row) => (row.price === null ? '' : (row.price * row.toBuy).toFixed(2)) },
    ],
    rows,
  );
}

/** A row a piece: which spool or roll it is cut from. */
export function cutListCsv(rows: readonly CutRow[], units: Units): string {
  const pieces = rows.flatMap((row) =>
    [
      ...[...row.cut.spools, ...row.cut.rolls].flatMap(({ name, pieces: own }) => own.map((piece) => ({ from: name, piece }))),
      ...row.cut.tooLong.map((piece) => ({ from: 'by the metre', piece })),
    ].map((cut) => ({ row, ...cut })),
  );
  return toCsv<(typeof pieces)[number]>(
    [
      { title: 'Sold as', value: ({ row }) => soldName(row.sizeMm2) },
      { title: 'Size mm²', value: ({ row }) => row.sizeMm2 },
      { title: 'Nearest AWG', value: ({ row }) => row.awg },
      { title: 'Colour', value: ({ row }) => row.colour },
      { title: 'Insulation', value: ({ row }) => row.insulation },
      { title: 'From', value: ({ from }) => from },
      { title: 'Wire', value: ({ piece }) => piece.id },
      { title: 'Length m', value: ({ piece }) => piece.lengthM },
      { title: 'Cut', value: ({ piece }) => cutLength(piece.lengthM, units) },
    ],
    pieces,
  );
}

/** Two labels a piece of wire, in the order of the wire list. */
export function labelsCsv(rows: readonly WireRow[]): string {
  const labels = rows.flatMap(({ tag, labelFrom, labelTo }) => [
    { tag, end: 'from', text: labelFrom },
    { tag, end: 'to', text: labelTo },
  ]);
  return toCsv<(typeof labels)[number]>(
    [
      { title: 'Wire', value: ({ tag }) => tag },
      { title: 'End', value: ({ end }) => end },
      { title: 'Label', value: ({ text }) => text },
    ],
    labels,
  );
}

export function stripsCsv(strips: readonly Strip[]): string {
  const rows = strips.flatMap((strip) => strip.positions.map((position) => ({ strip, ...position })));
  return toCsv<StripPosition & { strip: Strip }>(
    [
      { title: 'Strip', value: ({ strip }) => strip.name },
      { title: 'Front', value: ({ front }) => front },
      { title: 'Back', value: ({ back }) => back },
      { title: 'Wire', value: ({ tag }) => tag },
      { title: 'Colour', value: ({ colour }) => colour },
      { title: 'Sold as', value: ({ sizeMm2 }) => soldName(sizeMm2) },
      { title: 'Size mm²', value: ({ sizeMm2 }) => sizeMm2 },
      { title: 'To place', value: ({ toPlace }) => toPlace },
      { title: 'Terminal carries A', value: ({ ratedA }) => ratedA },
    ],
    rows,
  );
}
