/** Small designs for tests: lopsided on purpose, so that a swapped axis or side shows. */
import { parseDesign } from '../design/parse.ts';
import { DEFAULT_SETTINGS, type Design, type Job, type When } from '../design/schema.ts';

export const on = (signal: string): When => ({ op: 'signal', signal });
export const not = (of: When): When => ({ op: 'not', of });
export const and = (...of: When[]): When => ({ op: 'and', of });
export const or = (...of: When[]): When => ({ op: 'or', of });

export function job(changes: Partial<Job> = {}): Job {
  return {
    id: 'job-1',
    name: 'Test lamp',
    when: and(on('key'), on('dash')),
    loads: [
      {
        id: 'load-1',
        name: 'heater',
        kind: 'heater',
        count: 1,
        plate: { unit: 'W', value: 96, ratedV: 12 },
        place: 'rear',
        important: false,
      },
    ],
    supply: 'main',
    device: { kind: 'plug-in-relay', part: 'relay-12v-30a-4', place: 'box' },
    lost: 'off',
    continuous: false,
    suppression: 'diode',
    fuse: 'auto',
    controlFuse: 'auto',
    wires: {},
    ...changes,
  };
}

export function design(jobs: readonly Job[] = [job()], changes: Partial<Design> = {}): Design {
  const made: Design = {
    format: 'iron-nudge-project',
    formatVersion: 1,
    name: 'Test bench',
    notes: '',
    settings: DEFAULT_SETTINGS,
    places: [
      { id: 'front', name: 'front', coldestC: -20, hottestC: 45 },
      { id: 'dash', name: 'dash', coldestC: -10, hottestC: 60 },
      { id: 'box', name: 'relay box', coldestC: -20, hottestC: 50 },
      { id: 'rear', name: 'rear', coldestC: -20, hottestC: 40 },
    ],
    distances: [
      { a: 'front', b: 'dash', lengthM: 1.4 },
      { a: 'front', b: 'box', lengthM: 0.9 },
      { a: 'box', b: 'rear', lengthM: 3.2 },
      { a: 'dash', b: 'box', lengthM: 1.1 },
    ],
    supplies: [
      {
        id: 'main',
        name: 'battery',
        kind: 'battery',
        nominalV: 12,
        restV: 12.7,
        lowestV: 10.5,
        highestV: 14.8,
        internalOhm: 0.006,
        place: 'front',
      },
    ],
    signals: [
      { id: 'key', name: 'key', place: 'dash', nature: 'feed', supply: 'main', limitA: 5, keyOn: true },
      { id: 'dash', name: 'dash switch', place: 'dash', nature: 'switch', limitA: 8 },
      { id: 'second', name: 'second switch', place: 'rear', nature: 'switch', limitA: 8 },
      { id: 'hot', name: 'thermostat', place: 'rear', nature: 'ground-switch', limitA: 2 },
      { id: 'door', name: 'door switch', place: 'dash', nature: 'ground-switch', limitA: 2 },
      { id: 'lamp-feed', name: 'lamp feed', place: 'rear', nature: 'feed', supply: 'main', limitA: 1, keyOn: false },
    ],
    jobs: [...jobs],
    ...changes,
  };
  const parsed = parseDesign(made);
  if (!parsed.ok) throw new Error(parsed.problems.map(({ path, message }) => `${path} ${message}`).join('; '));
  return parsed.design;
}
