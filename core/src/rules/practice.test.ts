/**
 * Designs as somebody might bring them, whole: dangers that are to be named, and good practice that is to be left alone. None of
 * them was at hand when the rules were written.
 */
import { describe, expect, test } from '@jest/globals';
import { gatherEvidence } from '../analysis/evidence.ts';
import type { Design, Job } from '../project/schema.ts';
import { and, design, job, not, on } from '../testing/designs.ts';
import { OUTLET, adapter, mains as mainsLamp, watts } from '../testing/mains.ts';
import { checkEvidence } from './check.ts';

const base = design();
type Places = Design['places'];
const boxed = (places: Places): Places => places.map((place) => (place.id === 'box' ? { ...place, box: 'plastic', divided: true } : place));
const cool: Places = boxed(base.places.map((place) => ({ ...place, hottestC: Math.min(place.hottestC, 45) })));
const mains = (changes: Partial<Job> = {}, supply: object = {}, more: Partial<Design> = {}): Design =>
  mainsLamp(changes, { ratedA: 16, ...supply }, { places: cool, ...more });
const battery = (changes: object): Partial<Design> => ({ supplies: [{ ...base.supplies[0]!, ...changes } as Design['supplies'][0]] });
const hot = (at: string, hottestC: number): Partial<Design> => ({
  places: base.places.map((place) => (place.id === at ? { ...place, hottestC } : place)),
});
const relay = (part: string): Job['device'] => ({ kind: 'relay', part, socket: 'auto', place: 'box' });
const pinned = (gpio: string, volt: 3.3 | 5 = 5): Design['signals'] =>
  base.signals.map((signal) => (signal.id === 'pin' ? ({ ...signal, controller: 'board', gpio, volt } as typeof signal) : signal));
const board = (program: Design['controllers'][0]['program'] = []): Pick<Design, 'controllers'> => ({
  controllers: [{ id: 'board', name: 'board', type: 'board-5v', place: 'box', supply: 'usb', links: [], program }],
});

const DANGERS: readonly [what: string, rule: string, made: () => Design][] = [
  [
    '3 kW kettle on a 10 A module contact',
    'module-track-or-terminal',
    () => mains({ device: relay('module-12v-10a'), loads: [watts('heater', 3000, 230, { earth: 'wired', ownCutOut: true })] }),
  ],
  [
    'frost heater on the resting throw of a 12 V relay',
    'heat-at-rest',
    () => design([job({ lost: 'on', when: not(on('dash')), device: relay('relay-12v-40a-5'), loads: [watts('heater', 200, 12)] })]),
  ],
  [
    'brooder heater, thermal fuse of 200 °C, ordinary cord',
    'cut-out-unsuited',
    () => mains({ loads: [watts('heater', 250, 230, { earth: 'wired' })], cutOut: { kind: 'thermal-fuse', opensAtC: 200 } }),
  ],
  ['1 mm² behind 40 A', 'fuse-above-wire', () => design([job({ fuse: 40, wires: { 'load-load-1': { sizeMm2: 1 } } })])],
  [
    '12 V bilge pump on a 24 V boat',
    'load-wrong-voltage',
    () =>
      design(
        [job({ loads: [watts('motor', 60, 12)], device: relay('relay-24v-20a-4') })],
        battery({ nominalV: 24, restV: 25.4, lowestV: 21, highestV: 29.6 }),
      ),
  ],
  [
    'a coil for 230 V on 120 V',
    'coil-wrong-voltage',
    () =>
      mains(
        {
          controlSupply: 'same',
          breaks: 'both',
          device: relay('contactor-230v-2x25a'),
          loads: [watts('filament', 200, 120, { earth: 'wired' })],
        },
        { nominalV: 120, restV: 120, lowestV: 114, highestV: 126 },
      ),
  ],
  ['metal lamp with no earth, behind an RCD', 'earth-missing', () => mains({ loads: [watts('filament', 60, 230, { earth: 'missing' })] })],
  [
    'pond pump outdoors without RCD',
    'residual-missing',
    () =>
      mains(
        { loads: [watts('motor', 200, 230, { earth: 'wired', ownCutOut: true })] },
        { rcd: false },
        {
          places: base.places.map((place) => ({
            ...place,
            ...(place.id === 'box' ? { box: 'plastic', divided: true } : {}),
            ...(place.id === 'rear' ? { wet: true } : {}),
          })),
        },
      ),
  ],
  [
    '240 V heater, one contact',
    'one-pole-of-two',
    () =>
      mains(
        { breaks: 'line', protection: 'breaker-c', loads: [watts('heater', 2000, 240, { earth: 'wired', ownCutOut: true })] },
        { nominalV: 240, restV: 240, lowestV: 228, highestV: 252, ratedA: 20 },
      ),
  ],
  [
    'SSR of 25 A with 12 A and no heatsink',
    'ssr-no-heatsink',
    () => mains({ device: relay('ssr-ac-25a'), loads: [watts('heater', 2500, 230, { earth: 'wired', ownCutOut: true })] }),
  ],
  [
    '12 V starter-lock magnet on a DC SSR, nothing across it',
    'load-no-suppression',
    () => design([job({ device: relay('ssr-dc-40a'), cooling: 'fins', loads: [watts('solenoid', 60, 12)] })]),
  ],
  ['wiper motor 8 A on a 30 A fuse', 'motor-stall', () => design([job({ fuse: 30, loads: [watts('motor', 96, 12)] })])],
  [
    'LED wall 5 A on a 2 A adapter',
    'supply-overload',
    () =>
      design([job({ supply: 'adapter', when: on('dash'), loads: [watts('led', 60, 12)] })], { supplies: [...base.supplies, adapter()] }),
  ],
  ['fuse bridged by a wire', 'fuse-missing', () => design([job({ edits: [{ kind: 'bridge', part: 'job-1-fuse' }] })])],
  ['three metres before the fuse', 'fuse-far-from-source', () => design([job({ fuseLeadM: 3 })])],
  ['no control fuse', 'fuse-missing', () => design([job({ controlFuse: 'none' })])],
  ['wire past an exhaust at 130 °C', 'wire-insulation-temperature', () => design([job()], hot('rear', 130))],
  ['lamp on a plug that turns round, one pole', 'neutral-switched', () => mains({ protection: 'plug' }, { reversible: true })],
  ['neutral alone broken', 'neutral-switched', () => mains({ breaks: 'neutral' })],
  [
    'pin straight at a 12 V relay through a MOSFET that 3.3 V does not open',
    'mosfet-gate-level',
    () =>
      design([job({ when: and(on('key'), on('pin')), driver: 'mosfet-power-20a' })], {
        signals: base.signals.map((s) => (s.id === 'pin' ? { ...s, volt: 3.3 } : s)),
      }),
  ],
  [
    'toaster element by a module in the open',
    'mains-no-enclosure',
    () => mains({ device: relay('module-12v-10a'), loads: [watts('heater', 800, 230, { earth: 'wired' })] }, {}, { places: base.places }),
  ],
  [
    'sauna controller: contactor cut-out that closes on heat',
    'cut-out-unsuited',
    () =>
      mains({
        when: and(on('dash'), on('warm')),
        cutOut: { kind: 'contactor', part: 'contactor-230v-2x25a', signal: 'warm' },
        loads: [watts('heater', 1500, 230, { earth: 'wired' })],
      }),
  ],
  [
    'six lamps of 55 W on a feed, with no relay',
    'signal-current-over',
    () =>
      design([job({ when: on('lamp-feed'), device: { kind: 'direct', place: 'box' }, loads: [watts('filament', 55, 12, { count: 6 })] })]),
  ],
  ['24 V relay coil held by 12 V', 'coil-wrong-voltage', () => design([job({ device: relay('relay-24v-20a-4') })])],
  [
    'winch solenoid while cranking a weak battery',
    'coil-drops-out-cranking',
    () => design([job()], battery({ crankA: 700, internalOhm: 0.01 })),
  ],
];

const GOOD: readonly [what: string, made: () => Design][] = [
  [
    'V1 driving lights 2×55 W by key and switch',
    () => design([job({ loads: [watts('filament', 55, 12, { count: 2, important: true })] })]),
  ],
  [
    'V2 radiator fan 110 W by key and thermostat',
    () => design([job({ when: and(on('key'), on('hot')), loads: [watts('motor', 110, 12)] })]),
  ],
  ['V3 seat heater 48 W with its own cut-out', () => design([job({ loads: [watts('heater', 48, 12, { ownCutOut: true })] })])],
  ['V4 LED work light 36 W', () => design([job({ loads: [watts('led', 36, 12)] })])],
  ['V5 valve 30 W with a diode of its own', () => design([job({ loads: [watts('solenoid', 30, 12, { suppressed: true })] })])],
  [
    'B1 pump by a pin through a transistor',
    () => design([job({ when: and(on('key'), on('pin')), loads: [watts('motor', 48, 12)] })], { signals: pinned('D5'), ...board() }),
  ],
  [
    'B2 lamp by a pin through a logic MOSFET',
    () =>
      design([job({ when: and(on('key'), on('pin')), driver: 'mosfet-logic-10a', loads: [watts('filament', 21, 12)] })], {
        signals: pinned('D6'),
        ...board(),
      }),
  ],
  [
    'B3 mains lamp by a module',
    () =>
      design(
        [
          job({
            name: 'lamp',
            when: on('pin'),
            supply: 'outlet',
            protection: 'plug',
            breaks: 'line',
            device: relay('module-5v-10a'),
            loads: [watts('filament', 60, 230, { earth: 'wired' })],
          }),
        ],
        { places: cool, supplies: [...base.supplies, OUTLET], signals: pinned('D7'), ...board() },
      ),
  ],
  [
    'B4 LED strip on an adapter by a pin',
    () =>
      design([job({ when: on('pin'), supply: 'adapter', loads: [watts('led', 12, 12)] })], {
        places: cool,
        supplies: [...base.supplies, adapter()],
        signals: pinned('D8'),
        ...board(),
      }),
  ],
  [
    'B5 fan held for a minute after movement',
    () =>
      design([job({ when: and(on('key'), on('pin')), loads: [watts('motor', 24, 12)] })], {
        signals: pinned('D9'),
        ...board([{ do: 'hold', pin: 'pin', high: true, signal: 'dash', seconds: 60 }]),
      }),
  ],
  ['M1 mains lamp 500 W by a 12 V relay, breaker B', () => mains()],
  ['M2 oil radiator 2 kW with its own cut-out', () => mains({ loads: [watts('heater', 2000, 230, { earth: 'wired', ownCutOut: true })] })],
  ['M3 both conductors, plug that turns round', () => mains({ breaks: 'both', protection: 'plug' }, { reversible: true, ratedA: 13 })],
  [
    'M4 heater 1 kW on an SSR with fins, thermal fuse 90 °C, glass wire',
    () =>
      mains({
        device: relay('ssr-ac-25a'),
        cooling: 'fins',
        cutOut: { kind: 'thermal-fuse', opensAtC: 90 },
        insulation: 'glass',
        loads: [watts('heater', 1000, 230, { earth: 'wired' })],
      }),
  ],
  ['M5 workshop fan 200 W with its own protector', () => mains({ loads: [watts('motor', 200, 230, { earth: 'wired', ownCutOut: true })] })],
];

const open = (made: Design) => checkEvidence(gatherEvidence(made)).filter(({ severity }) => severity !== 'hold');

describe('dangerous designs', () => {
  test.each(DANGERS)('%s: %s names it', (_, rule, made) => {
    expect(open(made()).map((finding) => finding.rule)).toContain(rule);
  });
});

describe('good designs: no danger, and no caution', () => {
  test.each(GOOD)('%s', (_, made) => {
    expect(open(made()).map(({ title }) => title)).toEqual([]);
  });
});
