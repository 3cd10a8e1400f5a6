/** The load side of a job with one contact: fuse at the source, contact, each load line out and back. */
import { terminal, type Terminal } from '../circuit/terminal.ts';
import { unitOhm } from '../design/load.ts';
import type { Design, Job, Load } from '../design/schema.ts';
import type { RelayType } from '../parts/shelf.ts';
import { bladeFuseOhm } from '../reference/blade-fuses.ts';
import { chooseFuse, chooseSizes, type Leg, type Path } from '../sizing/choose.ts';
import type { NetlistBuilder } from './builder.ts';
import { FUSE_LEAD_M } from './control-side.ts';
import { batteryPlus, groundAt } from './shared-parts.ts';

/** Lead from a splice to one of several units, m. */
const TAIL_M = 0.3;
/** Ground metal between a stud and the battery, for choosing sizes, Ω. */
const GROUND_OHM = 0.002;

export interface PlacedContact {
  readonly relay: string;
  readonly type: RelayType;
  readonly throwPin: '87' | '87a';
}

interface LoadLine {
  readonly load: Load;
  /** All its units at the highest supply voltage, A. */
  readonly ampere: number;
  readonly ground: Terminal;
  readonly trunkM: number;
  readonly returnM: number;
}

export function wireLoadSide(builder: NetlistBuilder, design: Design, job: Job, contact: PlacedContact): void {
  const n = design.jobs.indexOf(job) + 1;
  const supply = design.supplies.find(({ id }) => id === job.supply)!;
  const lines = job.loads.map((load): LoadLine => {
    const groundPlace = design.settings.returnPath === 'wire' ? supply.place : load.place;
    return {
      load,
      ampere: (load.count * supply.highestV) / unitOhm(load),
      ground: groundAt(builder, design, load.place),
      trunkM: builder.lengthM(job.device.place, load.place)!,
      returnM: builder.lengthM(load.place, groundPlace)!,
    };
  });
  const totalA = lines.reduce((sum, line) => sum + line.ampere, 0);
  const auto = job.fuse === 'auto' ? chooseFuse(totalA, design.settings.headroom) : job.fuse;
  const fuseA = auto === 'none' ? 0 : auto;
  const sizes = chooseSizes(...legsAndPaths(builder, design, job, contact, lines, totalA, fuseA));
  const run = (leg: string, role: 'load' | 'return', from: Terminal, to: Terminal, colour: string, lengthM?: number) =>
    builder.wire(job, { leg, role, from, to, sizeMm2: sizes.get(leg)!, colour, ...(lengthM === undefined ? {} : { lengthM }) });

  let source = batteryPlus(builder, design, supply.id);
  if (fuseA > 0) {
    const id = `${job.id}-fuse`;
    const spec = { ratingA: fuseA, chosen: job.fuse !== 'auto' };
    builder.add({ id, kind: 'fuse', tag: `F${n}`, name: 'load fuse', place: supply.place, job: job.id, spec });
    run('feed', 'load', source, terminal(id, '1'), 'RD', FUSE_LEAD_M);
    source = terminal(id, '2');
  }
  run('to-relay', 'load', source, terminal(contact.relay, '30'), 'RD');

  let unitNumber = 0;
  lines.forEach(({ load, ground }, lineAt) => {
    const spec = { loadKind: load.kind, line: load.id, ohm: unitOhm(load), ratedV: load.plate.ratedV };
    const units = Array.from({ length: load.count }, (_, index) => {
      const id = `${job.id}-${load.id}-${index + 1}`;
      builder.add({ id, kind: 'load', tag: `E${n}.${++unitNumber}`, name: load.name, place: load.place, job: job.id, spec });
      return id;
    });
    const from = terminal(contact.relay, contact.throwPin);
    const [only] = units;
    if (units.length === 1 && only) {
      run(`load-${load.id}`, 'load', from, terminal(only, '+'), 'RD/BK');
      run(`return-${load.id}`, 'return', terminal(only, '-'), ground, 'BN');
      return;
    }
    const spliceAt = (end: 'out' | 'back') => {
      const id = `${job.id}-${load.id}-splice-${end}`;
      const tag = `X${n}.${2 * lineAt + (end === 'out' ? 1 : 2)}`;
      builder.add({ id, kind: 'splice', tag, name: 'splice', place: load.place, job: job.id, spec: {} });
      return terminal(id, '1');
    };
    const out = spliceAt('out');
    const back = spliceAt('back');
    run(`load-${load.id}`, 'load', from, out, 'RD/BK');
    for (const unit of units) {
      run(`tail-${load.id}`, 'load', out, terminal(unit, '+'), 'RD/BK', TAIL_M);
      run(`tail-${load.id}`, 'return', terminal(unit, '-'), back, 'BN', TAIL_M);
    }
    run(`return-${load.id}`, 'return', back, ground, 'BN');
  });
}

/** What the choice of sizes needs to know of each leg, and of each way out and back with its budget. */
function legsAndPaths(
  builder: NetlistBuilder,
  design: Design,
  job: Job,
  contact: PlacedContact,
  lines: readonly LoadLine[],
  totalA: number,
  fuseA: number,
): [Leg[], Path[]] {
  const supply = design.supplies.find(({ id }) => id === job.supply)!;
  const chassis = design.settings.returnPath === 'chassis';
  const leg = (key: string, lengthM: number, currentA: number, from: string, to: string): Leg => ({
    key,
    lengthM,
    currentA,
    hotC: builder.hottestC(builder.hotterPlace(from, to)),
    fuseA,
    chosenMm2: job.wires[key]?.sizeMm2,
  });
  const common = fuseA > 0 ? ['feed', 'to-relay'] : ['to-relay'];
  const legs: Leg[] = [leg('to-relay', builder.lengthM(supply.place, job.device.place)!, totalA, supply.place, job.device.place)];
  if (fuseA > 0) legs.push(leg('feed', FUSE_LEAD_M, totalA, supply.place, supply.place));
  const paths: Path[] = [];
  for (const { load, ampere, trunkM, returnM } of lines) {
    legs.push(leg(`load-${load.id}`, trunkM, ampere, job.device.place, load.place));
    legs.push(leg(`return-${load.id}`, returnM, ampere, load.place, chassis ? load.place : supply.place));
    // Out and back, as one leg of twice a tail's length.
    if (load.count > 1) legs.push(leg(`tail-${load.id}`, 2 * TAIL_M, ampere / load.count, load.place, load.place));
    paths.push({
      legs: [...common, `load-${load.id}`, `return-${load.id}`, ...(load.count > 1 ? [`tail-${load.id}`] : [])],
      fixedDropV: totalA * (contact.type.contactOhm + (fuseA > 0 ? bladeFuseOhm(fuseA) : 0)) + (chassis ? ampere * GROUND_OHM : 0),
      budgetV: (load.important ? design.settings.dropImportant : design.settings.dropOther) * supply.highestV,
    });
  }
  return [legs, paths];
}
