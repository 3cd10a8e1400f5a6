import type { CopperRow, PartRow, WireRow } from '../build/lists.ts';
import { toCsv } from './csv.ts';

export function wireListCsv(rows: readonly WireRow[]): string {
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
      { title: 'Size mm²', value: (row) => row.sizeMm2 },
      { title: 'Nearest AWG', value: (row) => row.awg },
      { title: 'Length m', value: (row) => row.lengthM },
    ],
    rows,
  );
}

export function partsListCsv(rows: readonly PartRow[], copper: readonly CopperRow[]): string {
  const wire = copper.map((row) => ({
    tags: '',
    description: `Wire ${row.sizeMm2} mm² (≈${row.awg}), 105 °C, ${row.colourName}`,
    count: `${Math.ceil(row.lengthM * 10 - 1e-9) / 10} m`,
    places: '',
  }));
  return toCsv<Omit<PartRow, 'count'> & { count: string | number }>(
    [
      { title: 'Count', value: (row) => row.count },
      { title: 'Part', value: (row) => row.description },
      { title: 'Tags', value: (row) => row.tags },
      { title: 'Places', value: (row) => row.places },
    ],
    [...rows, ...wire],
  );
}
