import { fromMemory } from './source.ts';

export const TERMINAL_SOURCE = fromMemory('crimp barrels and clamps of their kind', 'terminals');

/** Largest wire that a terminal takes, mm². */
export const TERMINAL_MOST_MM2 = {
  /** Receptacle for a 6.3 mm blade: switches, helper relays, sockets of 30 A. */
  blade: 6,
  /** Receptacle for a wide blade, and the leads of a blade fuse's holder. */
  heavy: 10,
  /** Receptacle for a blade of 9.5 mm. */
  wide: 16,
  /** Screw clamp of an eight-pin socket. */
  clamp: 2.5,
  /** Ring on a stud. */
  ring: 120,
} as const;

/** What a bad crimp, a fuse that sits loose or a corroded ground adds in a load's way, Ω (from memory). */
export const BAD_JOINT_OHM = 0.4;

/** The usual thermal fuse: what it carries for good, A, where it breaks that, V, and the hottest that one is made for, °C. */
export const THERMAL_FUSE = { ratedA: 15, acV: 250, dcV: 32, mostC: 300 } as const;
export const THERMAL_FUSE_SOURCE = fromMemory('thermal links of 10 to 15 A, 250 V~, of vehicles 24 V⎓, IEC 60691');

/** Wires that one crimp, one pin of a header or one clamp takes at most (common practice: one, or two in a twin ferrule). */
export const MOST_IN_A_CRIMP = 2;

/** Rings on one stud at most (ABYC E-11, from memory). */
export const MOST_ON_A_STUD = 4;
