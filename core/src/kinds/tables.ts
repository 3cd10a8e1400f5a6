/** Every reference table: the published ones, and what is told of our kinds of load. */
import { CONTACT_DERATING_SOURCE, PUBLISHED_TABLES, type ReferenceTable, SURGE_SOURCE } from '../reference/index.ts';
import { figures as text } from '../quantity/index.ts';
import { LOADS, surgeOf } from './load/registry.ts';

const OF_LOADS: readonly ReferenceTable[] = [
  {
    id: 'contact-derating',
    title: 'A resistive rating with other loads',
    source: CONTACT_DERATING_SOURCE,
    note: 'Only where a part gives no rating of its own for the kind.',
    columns: ['load', 'of its rating'],
    rows: Object.values(LOADS).map(({ title, derating }) => [title, `${text(100 * derating)} %`]),
  },
  {
    id: 'load-surge',
    title: 'Loads at switch-on',
    source: SURGE_SOURCE,
    note: 'Times the running current. The app reckons with the geometric middle of each.',
    columns: ['load', 'times', 'for, s', 'why'],
    rows: Object.values(LOADS).map(({ title, kind }) => {
      const { least, most, leastS, mostS, why } = surgeOf(kind);
      return [
        title,
        least === most ? text(least) : `${text(least)} to ${text(most)}`,
        mostS === 0 ? '' : `${text(leastS)} to ${text(mostS)}`,
        why,
      ];
    }),
  },
];

export const REFERENCE_TABLES: readonly ReferenceTable[] = [...PUBLISHED_TABLES, ...OF_LOADS];
