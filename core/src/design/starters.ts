/** Where a project and a job begin: blanks to fill, and common circuits as ready sentences. */
import { mintId } from './ids.ts';
import { DEFAULT_SETTINGS, FORMAT, FORMAT_VERSION, type Design, type Job, type Signal, type When } from './schema.ts';

export function blankDesign(name: string): Design {
  return {
    format: FORMAT,
    formatVersion: FORMAT_VERSION,
    name,
    notes: '',
    settings: DEFAULT_SETTINGS,
    places: [
      { id: 'place-1', name: 'battery', coldestC: -20, hottestC: 50 },
      { id: 'place-2', name: 'dash', coldestC: -20, hottestC: 50 },
      { id: 'place-3', name: 'load', coldestC: -20, hottestC: 50 },
    ],
    distances: [
      { a: 'place-1', b: 'place-2', lengthM: 2 },
      { a: 'place-1', b: 'place-3', lengthM: 3 },
      { a: 'place-2', b: 'place-3', lengthM: 3 },
    ],
    supplies: [
      {
        id: 'supply-1',
        name: 'battery',
        kind: 'battery',
        nominalV: 12,
        restV: 12.7,
        lowestV: 10.5,
        highestV: 14.8,
        internalOhm: 0.006,
        place: 'place-1',
      },
    ],
    signals: [
      { id: 'signal-1', name: 'key', place: 'place-2', nature: 'feed', supply: 'supply-1', limitA: 5, keyOn: true },
      { id: 'signal-2', name: 'dash switch', place: 'place-2', nature: 'switch', limitA: 10 },
    ],
    jobs: [],
  };
}

export interface ReadySentence {
  readonly id: string;
  readonly title: string;
  readonly words: string;
  /** The document with this job added, and with the signals that it needs. */
  add(design: Design): Design;
}

type Wanted = { nature: Signal['nature']; name: string };

/** A job with a 60 W heater to be changed; `when` names signals that are in the design. */
export function blankJob(design: Design, name: string, when: When): Job {
  const supply = design.supplies[0]!;
  const away = design.places.find(({ id }) => id !== supply.place) ?? design.places[0]!;
  const loadPlace = design.places[design.places.length - 1]!;
  const relay = supply.nominalV === 24 ? 'relay-24v-20a-4' : 'relay-12v-30a-4';
  return {
    id: mintId('job', design.jobs),
    name,
    when,
    loads: [
      {
        id: 'load-1',
        name: 'heater',
        kind: 'heater',
        count: 1,
        plate: { unit: 'W', value: 60, ratedV: supply.nominalV },
        place: loadPlace.id,
        important: false,
      },
    ],
    supply: supply.id,
    device: { kind: 'plug-in-relay', part: relay, place: away.id },
    lost: 'off',
    continuous: false,
    suppression: 'diode',
    fuse: 'auto',
    controlFuse: 'auto',
    wires: {},
  };
}

/** The first signal of the wanted nature, or a new one at the end of the list. */
function withSignal(design: Design, { nature, name }: Wanted): { design: Design; id: string } {
  const known = design.signals.find((signal) => signal.nature === nature);
  if (known) return { design, id: known.id };
  const id = mintId('signal', design.signals);
  const place = (design.places[1] ?? design.places[0])!.id;
  const signal: Signal =
    nature === 'feed'
      ? { id, name, place, nature, supply: design.supplies[0]!.id, limitA: 5, keyOn: true }
      : { id, name, place, nature, limitA: nature === 'switch' ? 10 : 2 };
  return { design: { ...design, signals: [...design.signals, signal] }, id };
}

function ready(
  id: string,
  title: string,
  words: string,
  wanted: readonly Wanted[],
  change: (job: Job) => Job = (job) => job,
): ReadySentence {
  return {
    id,
    title,
    words,
    add(design) {
      let current = design;
      const terms: When[] = wanted.map((signal) => {
        const found = withSignal(current, signal);
        current = found.design;
        return { op: 'signal', signal: found.id };
      });
      const [only] = terms;
      const when: When = terms.length === 1 && only ? only : { op: 'and', of: terms };
      return { ...current, jobs: [...current.jobs, change(blankJob(current, title, when))] };
    },
  };
}

const KEY: Wanted = { nature: 'feed', name: 'key' };

export const READY_SENTENCES: readonly ReadySentence[] = [
  ready('switched', 'Switched load', 'When the key is on and a dash switch is on, switch one load.', [
    KEY,
    { nature: 'switch', name: 'dash switch' },
  ]),
  ready(
    'hot',
    'Fan by thermostat',
    'When the key is on and a thermostat to ground is closed, switch a fan.',
    [KEY, { nature: 'ground-switch', name: 'thermostat' }],
    (job) => ({
      ...job,
      loads: job.loads.map((load) => ({ ...load, name: 'fan', kind: 'motor', plate: { ...load.plate, unit: 'A', value: 8 } })),
    }),
  ),
  ready('key', 'On with the key', 'When the key is on, switch one load.', [KEY]),
  ready('keep', 'On unless the key is on', 'When the key is off, switch a lamp, and on if the signal is lost.', [KEY], (job) => ({
    ...job,
    when: { op: 'not', of: job.when },
    lost: 'on',
    device: { ...job.device, part: job.device.part.replace(/-4$/, '-5') },
    loads: job.loads.map((load) => ({ ...load, name: 'lamp', kind: 'led', plate: { ...load.plate, value: 5 } })),
  })),
];
