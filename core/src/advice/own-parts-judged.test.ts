/**
 * A part typed from its label is judged like the shelf's: in every example and mistake each relay, module, contactor and
 * solid-state relay is typed once more by its numbers, and nothing that is found may change.
 */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import {
  CONTROLLERS,
  HEATSINKS,
  RELAYS,
  type OwnForm,
  type OwnGuard,
  type OwnRelay,
  plays,
  type RelayType,
  beginOwn,
  ownPartSchema,
  ownRelaySchema,
  withLabel,
  withUsual,
} from '../kinds/index.ts';
import { gatherEvidence } from '../analysis/index.ts';
import { PROTECTION_LIMITS } from '../reference/index.ts';
import { checkEvidence } from '../rules/index.ts';
import { findNudge, sizeJob } from './index.ts';
import { ownRelaysCsv, ownRelaysFromRows } from '../outputs/formats/parts-csv.ts';
import { type Design, type Job, parseDesignText, withParts } from '../project/index.ts';
import { design, job, on } from '../testing/designs.ts';
import { OUTLET, adapter, mains, watts } from '../testing/mains.ts';

const formOf = ({ build, poles, solid, socket }: RelayType): OwnForm | null => {
  if (build === 'sensing') return 'sensing';
  if (/^stud/.test(socket)) return 'stud';
  if (solid) return solid.switches === 'ac' ? 'solid-ac' : 'solid-dc';
  if (build === 'board') return null;
  if (build === 'contactor' && poles[0]!.resting) return 'changeover';
  if (build === 'module' || build === 'contactor') return build;
  if (poles[0]!.twin) return 'twin';
  return poles.length === 2 ? 'two-pole' : poles[0]!.resting ? 'five' : 'four';
};
const ratingOf = ({ resistiveA, own, mostV, ac }: RelayType['closing']): OwnRelay['closing'] => ({
  resistiveA,
  own: { ...own },
  ...(mostV !== undefined && { mostV }),
  ...(ac && { ac: { ...ac, own: { ...ac.own } } }),
});
function typed(type: RelayType): OwnRelay | null {
  const form = formOf(type);
  if (!form) return null;
  const {
    coilV,
    coilOhm,
    pullInV,
    releaseV,
    coilMostV,
    coilHenry,
    coilRiseK,
    contactOhm,
    closing,
    resting,
    module,
    solid,
    price,
    coilFor,
  } = type;
  const { inputV: _, opensA: __, ...input } = module ?? { inputV: 0, opensA: 0 };
  const { switches: ___, ...output } = solid ?? { switches: 'ac' };
  return {
    ...{ id: `own-${type.id}`.slice(0, 40), name: type.name, form, label: '', assumed: [], price },
    ...{ coilV, coilOhm, pullInV, releaseV, coilMostV, coilHenry, coilRiseK, contactOhm },
    ...(coilFor && { coilFor }),
    closing: ratingOf(closing),
    resting: resting && ratingOf(resting),
    ...(module && { module: input as NonNullable<OwnRelay['module']> }),
    ...(solid && { solid: output as NonNullable<OwnRelay['solid']> }),
  };
}
const byShelf = new Map(RELAYS.flatMap((type) => (type.duty === 'power' ? [[type.id, typed(type)] as const] : [])));

test('every relay of the shelf that a sentence may name can be typed, but the one soldered to a board', () => {
  expect([...byShelf].filter(([, part]) => part === null).map(([id]) => id)).toEqual(['relay-5v-16a']);
  for (const part of byShelf.values()) if (part) expect(ownRelaySchema.safeParse(part).error?.issues).toBeUndefined();
});

/** Boards and heatsinks typed once more by their numbers. */
const ownId = (id: string) => `own-${id}`.slice(0, 40);
const bootPins = (boot: Readonly<Record<string, string>>, state: string) =>
  Object.keys(boot)
    .filter((pin) => boot[pin] === state)
    .join(' ');
const BOARDS = CONTROLLERS.map(({ id, boot, pins, uploadPins, memoryPins, ...numbers }) => ({
  ...numbers,
  ...{ id: ownId(id), form: 'board' as const, assumed: [], pins: pins.join(' ') },
  ...{ uploadPins: uploadPins.join(' '), memoryPins: memoryPins.join(' ') },
  ...{ pulledUp: bootPins(boot, 'pulled up'), pulledDown: bootPins(boot, 'pulled down'), pulses: bootPins(boot, 'pulses') },
}));
const SINKS = HEATSINKS.filter(({ id }) => id !== 'none').map((sink) => ({
  ...sink,
  id: ownId(sink.id),
  form: 'heatsink' as const,
  assumed: [],
}));

test('every board and heatsink of the shelf can be typed', () => {
  for (const part of [...BOARDS, ...SINKS]) expect(ownPartSchema.safeParse(part).error?.issues).toBeUndefined();
});

/** The fuse or breaker of each job, typed by what the shelf says of it, once for those who share it; null where its job has several, or one in a plug. */
function guardsTyped(design: Design): ReadonlyMap<string, OwnGuard> {
  const { netlist } = analyse(design).analysis;
  return new Map(
    design.jobs.flatMap((job): [string, OwnGuard][] => {
      const fuses = netlist.parts.flatMap((part) =>
        plays(part, 'overcurrent device') && part.jobs.includes(job.id) && part.spec.guards === 'load'
          ? [{ ...part.spec, of: part.job }]
          : [],
      );
      const [first] = fuses;
      if (!first || job.protection === 'plug' || fuses.some(({ ratingA, style }) => ratingA !== first.ratingA || style !== first.style))
        return [];
      const { dcV, acV, breaksA } = PROTECTION_LIMITS[first.style];
      const typed = { dcV: dcV ?? 0, acV: acV ?? 0, breaksA, builtAs: job.protection, ratingA: first.ratingA };
      return [
        [job.id, { ...typed, id: `guard-${first.of}`.slice(0, 40), name: `Guard of ${first.of}`, form: 'guard', assumed: [], price: 0 }],
      ];
    }),
  );
}

function withTyped(design: Design): Design {
  const used = new Map<string, OwnRelay>();
  const own = (id: string): string => {
    const part = byShelf.get(id);
    if (!part) return id;
    used.set(part.id, part);
    return part.id;
  };
  const guards = guardsTyped(design);
  const jobs = design.jobs.map((job) => ({
    ...job,
    ownGuard: guards.get(job.id)?.id ?? 'none',
    device: job.device.kind === 'relay' ? { ...job.device, part: own(job.device.part) } : job.device,
    cooling: job.cooling === 'none' ? job.cooling : ownId(job.cooling),
    cutOut: job.cutOut.kind === 'contactor' ? { ...job.cutOut, part: own(job.cutOut.part) } : job.cutOut,
  }));
  const controllers = design.controllers.map((board) => ({ ...board, type: ownId(board.type) }));
  return {
    ...design,
    jobs,
    controllers,
    parts: [
      ...design.parts,
      ...used.values(),
      ...new Map([...guards.values()].map((guard) => [guard.id, guard])).values(),
      ...BOARDS,
      ...SINKS,
    ],
  };
}
const judged = (design: Design) =>
  analyse(design)
    .analysis.findings.map(({ rule, job, severity, value, limit, title }) => ({ rule, job, severity, value, limit, title }))
    .toSorted((a, b) => `${a.rule} ${a.job} ${a.title}`.localeCompare(`${b.rule} ${b.job} ${b.title}`));

describe.each(['circuits', 'mistakes'])('%s', (folder) => {
  const at = new URL(`../../../examples/${folder}/`, import.meta.url);
  const files = readdirSync(at).filter((file) => !file.includes('mended'));
  test.each(files)('%s', (file) => {
    const parsed = parseDesignText(readFileSync(new URL(file, at), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    expect(judged(withTyped(parsed.design))).toEqual(judged(parsed.design));
  });
});

describe('a fuse or a breaker of one’s own', () => {
  const guard = (changes: Partial<OwnGuard> = {}): OwnGuard => ({
    ...{ id: 'own-guard', name: 'Yellow strip', form: 'guard', builtAs: 'blade', ratingA: 35, dcV: 32, acV: 0, breaksA: 2000, assumed: [] },
    ...{ price: 3.5, ...changes },
  });
  const guarded = (changes: Partial<OwnGuard> = {}, more: Partial<Job> = {}) =>
    design([job({ ownGuard: 'own-guard', ...more })], { parts: [guard(changes)] });
  const found = (made: Design, rule: string, code?: string) => {
    const evidence = gatherEvidence(made);
    const findings = checkEvidence(evidence);
    const finding = findings.find((one) => one.rule === rule && one.severity !== 'hold' && (code === undefined || one.code === code));
    return { finding, nudge: finding && findNudge(evidence, findings, finding) };
  };
  test('stands in its job with its own rating, whatever the job’s fuse says, and is bought by its own name and price', () => {
    const { analysis } = analyse(guarded({}, { fuse: 10 }));
    const fuse = analysis.netlist.parts.find((part) => plays(part, 'overcurrent device') && part.spec.guards === 'load')!;
    expect(fuse.spec).toMatchObject({ ratingA: 35, style: 'blade' });
    expect(analysis.parts).toContainEqual(expect.objectContaining({ description: 'Yellow strip, 35 A', count: 1, price: 3.5 }));
    expect(analyse(guarded({ price: 0 })).analysis.parts).toContainEqual(
      expect.objectContaining({ description: 'Yellow strip, 35 A', price: null }),
    );
  });
  test('is held to the voltage on its label: a hair above what its battery has holds, a hair below is a danger', () => {
    const { highestV } = design().supplies[0]!;
    expect(found(guarded({ dcV: highestV + 0.01 }), 'protection-unsuited', 'voltage').finding).toBeUndefined();
    const { finding, nudge } = found(guarded({ dcV: highestV - 0.01 }), 'protection-unsuited', 'voltage');
    expect(finding).toMatchObject({ severity: 'danger' });
    // What it is nudged to is one of the shelf's kinds, and the own one is let go.
    expect(nudge?.patches).toContainEqual({ path: ['jobs', 0, 'ownGuard'], value: 'none' });
    expect(found(guarded({ dcV: 0, acV: 250 }), 'protection-unsuited', 'voltage').finding?.title).toMatch(/is not made for direct current/);
  });
  test('is held to what it breaks', () => {
    const value = found(guarded({ breaksA: 1 }), 'protection-unsuited', 'breaking').finding!.value;
    // At less than its own 32 V it breaks as much more as the voltage is less (from memory): 12.7 V at rest.
    const least = (value * design().supplies[0]!.restV) / 32;
    expect(found(guarded({ breaksA: least * 1.001 }), 'protection-unsuited', 'breaking').finding).toBeUndefined();
    expect(found(guarded({ breaksA: least * 0.999 }), 'protection-unsuited', 'breaking').finding).toMatchObject({ severity: 'caution' });
  });
  test('one that resets itself is asked about like the shelf’s', () => {
    expect(found(guarded({ builtAs: 'self-resetting' }), 'guard-resets-itself').finding).toMatchObject({ severity: 'caution' });
    expect(found(guarded({ builtAs: 'breaker' }), 'guard-resets-itself').finding).toBeUndefined();
  });
  test('that the project has not is said, with the place of it', () => {
    const parsed = parseDesignText(JSON.stringify({ ...guarded(), parts: [] }));
    expect(parsed).toMatchObject({ ok: false, problems: [{ path: 'jobs[0].ownGuard' }] });
  });
  test('stays where its job is sized: there is no other rating of it', () => {
    const sized = sizeJob(guarded(), 'job-1', 'cost');
    expect(sized.patches.some(({ path }) => path.at(-1) === 'fuse')).toBe(false);
  });
});

test('a board that is taken anew is judged anew, whatever was remembered of it', () => {
  const parsed = parseDesignText(readFileSync(new URL('../../../examples/circuits/13-mains-lamp-by-module.json', import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error('no example');
  const [board] = BOARDS;
  const before = { ...parsed.design, parts: [board!], controllers: parsed.design.controllers.map((one) => ({ ...one, type: board!.id })) };
  const after = withParts(before, [{ ...board!, pulses: 'D5 D13' }]);
  const cache = new Map();
  const boots = (design: Design) => checkEvidence(gatherEvidence(design, cache)).find(({ rule }) => rule === 'boot-energises')!.severity;
  expect([boots(before), boots(after), boots(before)]).toEqual(['hold', 'danger', 'hold']);
});

describe('a relay with a diode or a resistor inside', () => {
  const part = (builtIn?: 'diode' | 'resistor'): OwnRelay => ({
    ...typed(RELAYS.find(({ id }) => id === 'relay-12v-30a-4')!)!,
    ...(builtIn && { builtIn }),
  });
  const with1 = (builtIn: 'diode' | 'resistor' | undefined, changes: Partial<Job> = {}): Design => {
    const own = part(builtIn);
    const made = design([job({ when: on('dash'), suppression: 'none', loads: [watts('motor', 60, 12)], ...changes })]);
    return withParts({ ...made, jobs: made.jobs.map((one) => ({ ...one, device: { ...one.device, part: own.id } as Job['device'] })) }, [
      own,
    ]);
  };
  const found = (made: Design, rule: string) => checkEvidence(gatherEvidence(made)).filter((finding) => finding.rule === rule);
  const list = (made: Design) =>
    analyse(made)
      .analysis.parts.map(({ description }) => description)
      .join('\n');

  test.each(['diode', 'resistor'] as const)('has a path for its spike by its %s, and none beside it is bought', (builtIn) => {
    expect(found(with1(undefined), 'coil-no-suppression')).toMatchObject([{ severity: 'caution' }]);
    expect(found(with1(builtIn), 'coil-no-suppression')).toMatchObject([{ severity: 'hold' }]);
    expect(list(with1(undefined, { suppression: builtIn }))).toMatch(/Rectifier diode|resistor/i);
    expect(list(with1(builtIn))).not.toMatch(/Rectifier diode|resistor/i);
    // What a job would put across it is there already.
    expect(list(with1(builtIn, { suppression: 'diode' }))).toBe(list(with1(builtIn)));
  });
  test('lets go as late as with a diode beside it', () => {
    const late = (made: Design) => found(made, 'coil-release-slow')[0]!.value;
    expect(late(with1('diode'))).toBe(late(with1(undefined, { suppression: 'diode' })));
    expect(late(with1('diode'))).toBeGreaterThan(late(with1('resistor')));
  });
  test('is a short when its coil is wired the wrong way round; one without may be', () => {
    const relay = 'job-1-relay';
    const turned = { edits: [{ kind: 'swap', part: relay, a: '85', b: '86' }] as Job['edits'] };
    expect(found(with1('diode'), 'coil-diode-reversed')).toMatchObject([{ severity: 'hold' }]);
    expect(found(with1('diode', turned), 'coil-diode-reversed')).toMatchObject([{ severity: 'danger' }]);
    expect(found(with1(undefined, turned), 'coil-diode-reversed')).toEqual([]);
  });
  test('is of plug-in relays and relays on studs alone', () => {
    const contactor = typed(RELAYS.find(({ build }) => build === 'contactor')!)!;
    expect(ownRelaySchema.safeParse({ ...contactor, builtIn: 'diode' }).error?.issues.map(({ path }) => path)).toEqual([['builtIn']]);
    expect(ownRelaySchema.safeParse(part('diode')).success).toBe(true);
  });
  test('goes out as a row and comes back', () => {
    const [header, row] = ownRelaysCsv([{ ...part('diode'), name: 'Own' }])
      .trim()
      .split(/\r?\n/);
    const cells = row!.split(',');
    expect(cells[header!.split(',').indexOf('builtIn')]).toBe('diode');
  });
});

describe('a contactor whose coil is for alternating current', () => {
  const part = (coilFor?: 'ac' | 'dc'): OwnRelay => {
    const begun = { ...beginOwn('contactor', 'own-contactor', 'Own contactor'), coilV: 24 as const, ...(coilFor && { coilFor }) };
    return withUsual(withLabel(begun, '25 A 400 V~').part);
  };
  const found = (own: OwnRelay, current: 'ac' | 'dc') => {
    const made = mains(
      { device: { kind: 'relay', part: 'contactor-24v-2x25a', socket: 'auto', place: 'box' } },
      {},
      { supplies: [...design().supplies, OUTLET, adapter({ current, nominalV: 24, restV: 24, lowestV: 22.8, highestV: 25.2 })] },
    );
    const jobs = made.jobs.map((one) => ({ ...one, device: { ...one.device, part: own.id } as Job['device'] }));
    return checkEvidence(gatherEvidence(withParts({ ...made, jobs }, [own]))).find(({ rule }) => rule === 'coil-wrong-voltage')!.severity;
  };
  test('is one for direct where nothing is said, and each is a danger on the other', () => {
    expect([found(part(), 'dc'), found(part(), 'ac')]).toEqual(['hold', 'danger']);
    expect([found(part('ac'), 'dc'), found(part('ac'), 'ac')]).toEqual(['danger', 'hold']);
  });
  test('takes what is usual for such a coil, and goes out as a row and comes back', () => {
    expect(part('ac').coilOhm).toBeLessThan(part().coilOhm);
    const [header, row] = ownRelaysCsv([part('ac')])
      .trim()
      .split(/\r?\n/);
    expect(row!.split(',')[header!.split(',').indexOf('coilFor')]).toBe('ac');
    const cells = Object.fromEntries(header!.split(',').map((title, at) => [title, row!.split(',')[at]]));
    expect(ownRelaysFromRows([cells])).toMatchObject({ ok: true, parts: [{ coilFor: 'ac', coilV: 24 }] });
  });
  test('is what no module and no input of a solid-state relay has', () => {
    const solid = beginOwn('solid-ac', 'own-ssr', 'Own');
    expect(ownRelaySchema.safeParse({ ...solid, coilFor: 'ac' }).error?.issues.map(({ path }) => path)).toEqual([['coilFor']]);
  });
});
