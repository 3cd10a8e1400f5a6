import { expect, test } from '@jest/globals';
import { findNudge } from '../advice/index.ts';
import { analyse } from '../analyse.ts';
import { applyPatches } from '../document/index.ts';
import { type OwnRelay, beginPart } from '../kinds/index.ts';
import { READY_SENTENCES, type Design, assumptionsOf, blankDesign, withoutStaleChecks } from '../project/index.ts';
import { sourceText } from '../reference/index.ts';
import { mains } from '../testing/mains.ts';
import { ruleContext } from './context.ts';
import { trailOf } from './trail.ts';

const begun = (): Design => READY_SENTENCES[0]!.add(blankDesign('Shed'));
const keys = (design: Design) => assumptionsOf(design).map(({ key }) => key);
const finding = (design: Design, rule: string, label?: string) =>
  analyse(design).analysis.findings.find((one) => one.rule === rule && (label === undefined || one.subject.label === label))!;

test('all that a blank project was filled in with is assumed: air, ways, supply, fuse lead', () => {
  const found = keys(begun());
  for (const key of [
    'places.place-3.hottestC',
    'places.place-1.coldestC',
    'distances.place-1.place-3',
    'supplies.supply-1.internalOhm',
    'supplies.supply-1.capacityAh',
  ])
    expect(found).toContain(key);
  expect(found.filter((key) => key.endsWith('.fuseLeadM'))).toHaveLength(1);
  // No starter hangs on it: zero is an answer.
  expect(found).not.toContain('supplies.supply-1.crankA');
  for (const { path, value } of assumptionsOf(begun()))
    expect(
      path
        .split(/[.[\]]+/)
        .filter(Boolean)
        .reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], begun()),
    ).toBe(value);
});

test('what a person enters or ticks is assumed no more', () => {
  const design = begun();
  const entered = applyPatches(design, [
    { path: ['places', 2, 'hottestC'], value: 51 },
    { path: ['supplies', 0, 'internalOhm'], value: 0.007 },
    { path: ['distances', 1], value: { a: 'place-1', b: 'place-3', lengthM: 3, bundle: 1 } },
  ]);
  expect(keys(design).filter((key) => !keys(entered).includes(key))).toEqual([
    'places.place-3.hottestC',
    'distances.place-1.place-3',
    'supplies.supply-1.internalOhm',
  ]);
  expect(keys({ ...design, checked: ['places.place-1.hottestC'] })).not.toContain('places.place-1.hottestC');
});

test('a finding names what its number stands on, in its working and down to the plate', () => {
  const design = begun();
  const heat = finding(design, 'wire-ampacity');
  expect(heat.assumed).toContain('supplies.supply-1.internalOhm');
  expect(heat.working.given.map(({ source }) => sourceText(source))).toContain('assumed: nobody entered it');
  const { evidence } = analyse(design);
  const trail = trailOf(ruleContext(evidence), finding(design, 'wire-drop'));
  expect(trail.filter(({ source }) => source.kind === 'entered' && source.assumed).length).toBeGreaterThan(1);
  // Its relay sits at the dash: the ways there and on from there, and not the one past it.
  const drop = finding(design, 'wire-drop');
  expect(drop.assumed).toEqual(expect.arrayContaining(['distances.place-1.place-2', 'distances.place-2.place-3']));
  expect(drop.assumed).not.toContain('distances.place-1.place-3');
  // Checked all over, nothing is marked.
  const checked = { ...design, checked: keys(design) };
  expect(analyse(checked).analysis.findings.flatMap(({ assumed }) => assumed)).toEqual([]);
});

test('wire that is cut by a way that nobody measured says so; a piece inside a place, or one measured by itself, does not', () => {
  const { wires, netlist } = analyse(begun()).analysis;
  const guessed = wires.filter(({ lengthAssumed }) => lengthAssumed);
  expect(guessed.length).toBeGreaterThan(1);
  for (const { fromPlace, toPlace } of guessed) expect(fromPlace).not.toBe(toPlace);
  for (const row of wires.filter(({ fromPlace, toPlace }) => fromPlace !== toPlace)) expect(row.lengthAssumed).toBe(true);
  const [first] = guessed;
  expect(netlist.wires.some(({ id }) => id === first!.wire)).toBe(true);
  const said = begun();
  const measured = { ...said, build: { ...said.build, wires: { [first!.wire]: { lengthM: 2.5 } } } };
  expect(analyse(measured).analysis.wires.find(({ wire }) => wire === first!.wire)!.lengthAssumed).toBe(false);
});

test('what was found right is forgotten with its entry, and when it says something else: an id comes round again', () => {
  const design = begun();
  const checked = { ...design, checked: ['places.place-3.hottestC', 'supplies.supply-1.internalOhm', 'places.place-9.hottestC'] };
  expect(withoutStaleChecks(checked).checked).toEqual(['places.place-3.hottestC', 'supplies.supply-1.internalOhm']);
  const other = applyPatches(checked, [{ path: ['places', 2, 'hottestC'], value: 80 }]);
  expect(withoutStaleChecks(other).checked).toEqual(['supplies.supply-1.internalOhm']);
  expect(withoutStaleChecks(design)).toBe(design);
});

test('an outlet whose rating nobody entered says so at its sum, and once entered no more', () => {
  const outlet = (ratedA: number) => finding(mains({}, { ratedA }), 'supply-overload');
  expect(outlet(13).assumed).toContain('supplies.outlet.ratedA');
  expect(sourceText(outlet(13).working.limit.source)).toBe('assumed: nobody entered it');
  expect(outlet(16).assumed).not.toContain('supplies.outlet.ratedA');
});

test('a number of an own part that nobody typed is marked where it stands, and once typed no more; the part’s other numbers never', () => {
  const typed = (assumed: readonly string[]): Design => {
    const part = { ...(beginPart('five', 'own-relay-1', 'Bench relay') as OwnRelay), assumed: [...assumed] };
    const design = begun();
    const job = design.jobs[0]!;
    return { ...design, parts: [part], jobs: [{ ...job, device: { ...job.device, part: part.id } as typeof job.device }] };
  };
  const contact = (assumed: readonly string[]) => finding(typed(assumed), 'load-over-contact');
  expect(contact(['closing', 'coilHenry']).assumed).toContain('parts.own-relay-1.closing');
  expect(contact(['closing', 'coilHenry']).assumed).not.toContain('parts.own-relay-1.coilHenry');
  expect(sourceText(contact(['closing']).working.limit.source)).toBe('assumed for Bench relay: nobody typed it');
  expect(contact(['coilHenry']).assumed.filter((key) => key.startsWith('parts.'))).toEqual([]);
  expect(sourceText(contact([]).working.limit.source)).toBe('rating of Bench relay');
});

test('residual-current protection that nobody confirmed is assumed, where it is asked for and where a fault is to end by it', () => {
  // A loop of 3 Ω: no breaker opens at once, and a life hangs on the other thing.
  const made = mains({ protection: 'breaker-b', fuse: 16 }, { internalOhm: 3, rcd: true });
  expect(keys(made)).toContain('supplies.outlet.rcd');
  for (const rule of ['residual-missing', 'disconnection-time']) {
    expect(finding(made, rule)).toMatchObject({ severity: 'hold', assumed: expect.arrayContaining(['supplies.outlet.rcd']) });
    const found = { ...made, checked: ['supplies.outlet.rcd'] };
    expect(finding(found, rule).assumed).not.toContain('supplies.outlet.rcd');
  }
  // In the wet nothing else stands between a fault and a heart: what is only usual holds nothing, and no nudge finds it.
  const wet = (rcd: boolean, checked: string[] = []) =>
    mains({}, { rcd }, { checked, places: mains().places.map((place) => (place.id === 'rear' ? { ...place, wet: true } : place)) });
  const asked = (design: Design) => {
    const { analysis, evidence } = analyse(design);
    const found = analysis.findings.find(({ rule }) => rule === 'residual-missing')!;
    const { severity, value, title } = found;
    return { severity, value, title, nudge: severity !== 'hold' && findNudge(evidence, analysis.findings, found) !== null };
  };
  expect(asked(wet(true))).toEqual({ severity: 'caution', value: 1, title: expect.stringContaining('nobody found'), nudge: false });
  expect(asked(wet(true, ['supplies.outlet.rcd']))).toMatchObject({ severity: 'hold', value: 0, title: expect.stringContaining('stands') });
  expect(asked(wet(false))).toMatchObject({ severity: 'danger', value: 1, nudge: true });
  expect(finding(wet(true), 'residual-missing').assumed).toContain('supplies.outlet.rcd');
  const none = mains({}, { rcd: false });
  expect(keys(none)).not.toContain('supplies.outlet.rcd');
  expect(finding(none, 'residual-missing').severity).toBe('caution');
});
