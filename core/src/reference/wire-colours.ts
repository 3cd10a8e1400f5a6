/** What neutral and earth alone may be, here or elsewhere (IEC 60445; white and grey in North America). */
export const RESERVED_COLOURS: readonly string[] = ['BU', 'WH', 'GY', 'GN', 'YE'];

/** Colour codes of wires after IEC 60757, with the colour to draw them in. */
export const WIRE_COLOURS = {
  BK: { name: 'black', css: '#23272a' },
  BN: { name: 'brown', css: '#7a4a21' },
  RD: { name: 'red', css: '#c0271e' },
  OG: { name: 'orange', css: '#e07b1a' },
  YE: { name: 'yellow', css: '#e3c022' },
  GN: { name: 'green', css: '#2f8a3c' },
  BU: { name: 'blue', css: '#2a63b8' },
  VT: { name: 'violet', css: '#7a3fa0' },
  GY: { name: 'grey', css: '#8b9094' },
  WH: { name: 'white', css: '#f4f2ec' },
  PK: { name: 'pink', css: '#e79ab0' },
  TQ: { name: 'turquoise', css: '#3bb3ad' },
} as const;

export type ColourCode = keyof typeof WIRE_COLOURS;

/** `RD` is red; `RD/BK` is red with a black tracer. */
export function colourName(code: string): string {
  const [base, tracer] = code.split('/');
  const name = (part: string | undefined) => (part && part in WIRE_COLOURS ? WIRE_COLOURS[part as ColourCode].name : part);
  return tracer ? `${name(base)} with ${name(tracer)}` : String(name(base));
}

/**
 * Cores of a cable to a trailer in the order of its contacts (ISO 1724 to the seventh, ISO 11446 on to the thirteenth; from memory), and
 * the one that comes back.
 */
export const CABLE_COLOURS: readonly string[] = ['YE', 'BU', 'WH', 'GN', 'BN', 'RD', 'BK', 'PK', 'OG', 'GY', 'WH/BK', 'WH/BU', 'WH/RD'];
export const CABLE_RETURN = 'WH';
