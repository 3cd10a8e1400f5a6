/** Small designs for tests: lopsided on purpose, so that a swapped axis or side shows. */
import { parseDesign } from '../project/parse.ts';
import { DEFAULT_SETTINGS, type Design, type Job, PLAIN_JOB } from '../project/schema.ts';
import { FORMAT_VERSION } from '../document/format.ts';
import type { LoadOf } from '../kinds/load/registry.ts';
import type { When } from '../document/when-schema.ts';

export const on = (signal: string): When => ({ op: 'signal', signal });
export const not = (of: When): When => ({ op: 'not', of });
export const and = (...of: When[]): When => ({ op: 'and', of });
export const or = (...of: When[]): When => ({ op: 'or', of });
export const held = (set: When, reset: When): When => ({ op: 'held', set, reset });
export const toggle = (of: When): When => ({ op: 'toggle', of });
export const delay = (of: When, onS: number, offS: number): When => ({ op: 'delay', of, onS, offS });

/** 96 W at 12 V: 1.5 Ω, 8 A. */
export const HEATER: LoadOf<'heater'> = {
  id: 'load-1',
  name: 'heater',
  kind: 'heater',
  count: 1,
  plate: { unit: 'W', value: 96, ratedV: 12 },
  place: 'rear',
  series: 1,
  earth: 'none',
  important: false,
  ownCutOut: true,
  suppressed: false,
};

export function job(changes: Partial<Job> = {}): Job {
  return {
    id: 'job-1',
    name: 'Test lamp',
    when: and(on('key'), on('dash')),
    loads: [HEATER],
    supply: 'main',
    device: { kind: 'relay', part: 'relay-12v-30a-4', socket: 'auto', place: 'box' },
    lost: 'off',
    continuous: false,
    operationsPerDay: 10,
    suppression: 'diode',
    driver: 'auto',
    driverOhm: 'auto',
    pullDown: true,
    protection: 'blade',
    fuse: 'auto',
    controlFuse: 'auto',
    fuseLeadM: 0.15,
    otherwise: { kind: 'off' },
    way: 'auto',
    wires: {},
    edits: [],
    ...PLAIN_JOB,
    ...changes,
  };
}

export function design(jobs: readonly Job[] = [job()], changes: Partial<Design> = {}): Design {
  const made: Design = {
    format: 'iron-nudge-project',
    formatVersion: FORMAT_VERSION,
    name: 'Test bench',
    notes: '',
    settings: DEFAULT_SETTINGS,
    places: [
      { id: 'front', name: 'front', coldestC: -20, hottestC: 45, box: 'open', divided: false, strip: false, wet: false },
      { id: 'dash', name: 'dash', coldestC: -10, hottestC: 60, box: 'open', divided: false, strip: false, wet: false },
      { id: 'box', name: 'relay box', coldestC: -20, hottestC: 50, box: 'open', divided: false, strip: false, wet: false },
      { id: 'rear', name: 'rear', coldestC: -20, hottestC: 40, box: 'open', divided: false, strip: false, wet: false },
    ],
    distances: [
      { a: 'front', b: 'dash', lengthM: 1.4, bundle: 1 },
      { a: 'front', b: 'box', lengthM: 0.9, bundle: 1 },
      { a: 'box', b: 'rear', lengthM: 3.2, bundle: 1 },
      { a: 'dash', b: 'box', lengthM: 1.1, bundle: 1 },
    ],
    supplies: [
      {
        id: 'main',
        name: 'battery',
        kind: 'battery',
        chemistry: 'flooded',
        nominalV: 12,
        restV: 12.7,
        lowestV: 10.5,
        highestV: 14.8,
        internalOhm: 0.006,
        capacityAh: 75,
        crankA: 0,
        place: 'front',
      },
    ],
    signals: [
      {
        id: 'key',
        name: 'key',
        place: 'dash',
        usual: true,
        nature: 'feed',
        supply: 'main',
        limitA: 5,
        keyOn: true,
        starter: false,
        pulsed: false,
        filtered: false,
      },
      { id: 'dash', name: 'dash switch', place: 'dash', usual: true, nature: 'switch', limitA: 8, action: 'maintained', rest: 'open' },
      { id: 'second', name: 'second switch', place: 'rear', usual: true, nature: 'switch', limitA: 8, action: 'maintained', rest: 'open' },
      { id: 'hot', name: 'thermostat', place: 'rear', usual: true, nature: 'ground-switch', limitA: 2, rest: 'open' },
      { id: 'door', name: 'door switch', place: 'dash', usual: true, nature: 'ground-switch', limitA: 2, rest: 'open' },
      {
        id: 'lamp-feed',
        name: 'lamp feed',
        place: 'rear',
        usual: false,
        nature: 'feed',
        supply: 'main',
        limitA: 20,
        keyOn: false,
        starter: false,
        pulsed: false,
        filtered: false,
      },
      { id: 'start', name: 'start button', place: 'dash', usual: false, nature: 'switch', limitA: 8, action: 'momentary', rest: 'open' },
      { id: 'stop', name: 'stop button', place: 'dash', usual: false, nature: 'switch', limitA: 8, action: 'momentary', rest: 'closed' },
      { id: 'pressure', name: 'pressure switch', place: 'rear', usual: false, nature: 'ground-switch', limitA: 2, rest: 'closed' },
      { id: 'pin', name: 'controller pin', place: 'box', usual: false, nature: 'pin', volt: 5, limitA: 0.02, controller: null, gpio: '' },
      {
        id: 'warm',
        name: 'oil sensor',
        place: 'rear',
        usual: false,
        nature: 'threshold',
        limitA: 2,
        output: 'contact',
        watches: { quantity: 'temperature' },
        closesAt: 92,
        opensAt: 84,
        delayS: 0,
      },
      {
        id: 'charging',
        name: 'charge sensor',
        place: 'front',
        usual: false,
        nature: 'threshold',
        limitA: 2,
        output: 'contact',
        watches: { quantity: 'voltage', supply: 'main' },
        closesAt: 13.3,
        opensAt: 12.8,
        delayS: 5,
      },
    ],
    controllers: [],
    jobs: [...jobs],
    parts: [],
    statements: [],
    accepted: [],
    checked: [],
    build: { wires: {}, rollM: 10, spools: [], drawer: {}, spares: {}, prices: {}, currency: '' },
    ...changes,
  };
  const parsed = parseDesign(made);
  if (!parsed.ok) throw new Error(parsed.problems.map(({ path, message }) => `${path} ${message}`).join('; '));
  return parsed.design;
}
