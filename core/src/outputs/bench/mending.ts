/** How what the bench found is mended, by what kind of fault it is: common practice. */
import type { Netlist } from '../../graph/index.ts';
import type { FaultKind } from '../../kinds/index.ts';

/** From this share of what would explain the readings on, a fault is taken for found. */
export const FOUND_SHARE = 0.8;

const HOW: Readonly<Record<FaultKind, string>> = {
  'broken wire':
    'Look first where it is crimped and where it bends: most break there. Cut back to bright copper and crimp it anew, or pull in a new one of the same size and colour. Tug it.',
  'bad crimp': 'Cut the terminal off, strip to bright copper, crimp a new one with the tool that is made for it, and tug it.',
  'bad return': 'Take the ring off its stud, scrape ring and metal bright, put it back with a toothed washer, tight, and grease it over.',
  'blown fuse':
    'A fuse that blew did its work: find what blew it before the next one does. Then fit one of the same kind and rating, never a larger one.',
  'wrong fuse': 'Fit the one that the parts list names: its wire is sized for that and no more.',
  'contact stuck':
    'The relay is done: put in another of the same. A contact that welded once had too much to make or to break: look at what Design says of its load.',
  'contact worn': 'The relay is done: put in another of the same. Count its operations against its life in Design.',
  'coil broken': 'The relay is done: put in another of the same, and measure its coil first.',
  short:
    'Find where it rubs on metal or on another wire, put in a new piece, and lead it through a grommet and away from edges. A new fuse comes last.',
  'swapped pins': 'Put the two on the pins that the drawing names: out of the socket with the tool for its terminals, not by the wire.',
  'wrong part':
    'Put in the part that the parts list names; one that looks alike may be of another voltage or have another pin in the middle.',
  'load burnt out': 'Put in another of the same rating. Where it burnt out early, measure the volts that it gets, with all else off.',
  'switch stuck': 'Put in another switch of at least the same rating.',
  'driver dead':
    'Put in another of the same. What kills it is a coil with nothing across it, or its pin driven too hard: look at what Design says of both.',
  'control wire chafed': 'Find where it rubs, put in a new piece of the same colour, and lead it through a grommet and away from edges.',
};

/** What comes before any of it stands first. Mains is where any wire of the job is, on its control side too. */
export function mendingOf(kind: FaultKind, { wires }: Pick<Netlist, 'wires'>, job: string): string {
  const mains = wires.some((wire) => wire.mains && wire.jobs.includes(job));
  const first = mains
    ? 'Unplug it or switch its breaker off, and prove it dead twice; where mains is not yours to work on, call who may.'
    : 'Every supply off first.';
  return `${first} ${HOW[kind]}`;
}
