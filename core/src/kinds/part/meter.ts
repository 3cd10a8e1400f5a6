import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

/** Ends of scales that panel meters are sold with, A (from memory). */
const SCALES_A = [1, 3, 5, 10, 15, 20, 30, 50, 60, 80, 100, 150, 200, 300, 400] as const;
/** A shunt drops 60 mV at the end of its scale (usual for panel meters, from memory). */
const SHUNT_V = 0.06;
/** What a display takes that hangs across a voltage, A (from memory). */
const DISPLAY_A = 0.01;

export type MeterSpec =
  /** `chopped`: what it is to read is no sine any more. */
  | { readonly measures: 'current'; readonly current: 'ac' | 'dc'; readonly scaleA: number; readonly chopped?: true }
  | { readonly measures: 'voltage'; readonly current: 'ac' | 'dc'; readonly supply: string; readonly nominalV: number };

/** The end of scale that a fuse of so many amperes cannot drive it beyond; the largest where none is. */
export const scaleFor = (fuseA: number): number => SCALES_A.find((scale) => scale >= fuseA) ?? SCALES_A[SCALES_A.length - 1]!;
export const meterOhm = (spec: MeterSpec): number => (spec.measures === 'current' ? SHUNT_V / spec.scaleA : spec.nominalV / DISPLAY_A);
/** Class 2.5 of IEC 60051 (from memory: usual of panel meters): so much of the end of its scale it may be off, in its own unit. */
const CLASS = 0.025;
/** A voltmeter's scale ends a quarter above what its supply has, as they are sold. */
const VOLT_SCALE = 1.25;
export const panelError = (spec: MeterSpec): number => CLASS * (spec.measures === 'current' ? spec.scaleA : VOLT_SCALE * spec.nominalV);
const KINDS = { ac: '~', dc: '⎓' } as const;

/** An ammeter in the way of a load, or a voltmeter behind its fuse. */
export const meter: PartKind<'meter', MeterSpec, 'meter'> = {
  kind: 'meter',
  plays: 'meter',
  title: 'panel meter',
  terminalStyle: 'M5 ring',
  takesMm2: () => TERMINAL_MOST_MM2.ring,
  pins: () => ['1', '2'],
  unread: ({ measures }) => (measures === 'current' ? [] : [{ key: 'self', as: 'electronics' }]),
  model({ id, spec }, into) {
    into.branch({ kind: 'resistor', id: branchId(id, 'self'), a: terminal(id, '1'), b: terminal(id, '2'), ohm: () => meterOhm(spec) });
  },
  drawn: ({ id, tag, spec }) => [
    {
      key: 'self',
      from: '1',
      to: '2',
      symbol: spec.measures === 'current' ? 'ammeter' : 'voltmeter',
      branch: branchId(id, 'self'),
      labels: [tag, spec.measures === 'current' ? `0 to ${spec.scaleA} A` : 'voltmeter'],
    },
  ],
  price: () => SMALL_PRICES.meter,
  faults: ({ name, spec }) =>
    spec.measures === 'current'
      ? [{ key: 'self', kind: 'broken wire', words: `the shunt of the ${name} is open`, fault: 'open', weight: 0.1 }]
      : [],
  asWires: () => 1,
  listed: ({ spec }) =>
    spec.measures === 'current'
      ? `Panel ammeter, 0 to ${spec.scaleA} A${KINDS[spec.current]}, ${spec.chopped ? 'that reads true r.m.s., ' : ''}with its shunt`
      : `Panel voltmeter for ${spec.nominalV} V${KINDS[spec.current]}`,
};
