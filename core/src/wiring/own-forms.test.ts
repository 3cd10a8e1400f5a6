/** Parts of a person's own, typed by no more than their form: what each form has is wired as that, and no other may say that it has it. */
import { expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { OWN_FORMS, type OwnForm, beginOwn, kindOf, ownRelaySchema, plays, withLabel } from '../kinds/index.ts';
import { type Design, parseDesign, withParts } from '../project/index.ts';
import { readSaid } from '../testing/said.ts';

/** The job of a sentence with such a part in the place of its relay. */
function through(form: OwnForm, said: string): Design {
  const part = {
    ...beginOwn(form, 'own-one', 'Yard find'),
    ...(form.startsWith('contactor') && { coilV: 12, coilMostV: 15.6, pullInV: 9, releaseV: 2, coilOhm: 45 }),
  };
  const design = withParts(readSaid(said).design!, [part]);
  const parsed = parseDesign({
    ...design,
    jobs: design.jobs.map((job) => ({ ...job, device: { ...job.device, part: 'own-one', socket: 'auto' } })),
  });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}
const MAINS = 'when the switch is on, run a 500 W fan from the mains';

test.each([
  ['contactor-one', MAINS, ['A1', 'A2', '1', '2'], 'mains-line/series'],
  ['contactor-three', MAINS.replace('the mains', 'a 240 V branch'), ['A1', 'A2', '1', '2', '3', '4', '5', '6'], 'mains-both/series'],
  ['changeover', `${MAINS}; otherwise light a 40 W lamp`, ['A1', 'A2', '11', '14', '12', '21', '24', '22'], 'mains-changeover/series'],
  ['twin', 'when the key is on, light two 55 W fog lamps from the battery', ['86', '85', '30', '87', '87b'], 'single-contact/series'],
  [
    'sensing',
    'charge the second battery from the battery through a one-piece voltage-sensing relay',
    ['86', '85', '30', '87'],
    'single-contact/one-piece',
  ],
] as const)('%s', (form, said, pins, wiring) => {
  const { analysis } = analyse(through(form, said));
  const relay = analysis.netlist.parts.find((part) => plays(part, 'relay'))!;
  expect(kindOf(relay).pins(relay.spec)).toEqual(pins);
  expect(analysis.jobs[0]).toMatchObject({ wiring, combinations: 2, matching: 2 });
  expect(analysis.parts.map(({ description }) => description).join()).toContain('Yard find');
  // What nobody typed of it is told as assumed beside what stands on it.
  expect(analysis.findings.find(({ rule }) => rule === 'load-over-contact')!.assumed).toContain('parts.own-one.closing');
});

test('a contactor of one pole does not break two conductors by itself', () => {
  const { netlist } = analyse(through('contactor-one', MAINS.replace('the mains', 'a 240 V branch'))).analysis;
  expect(netlist.parts.filter((part) => plays(part, 'relay'))).toHaveLength(2);
});

test.each(OWN_FORMS.map((form) => [form]))('%s: begun as it stands it can be kept; a throw at rest is what it has or has not', (form) => {
  const begun = beginOwn(form, 'own-one', 'One');
  expect(ownRelaySchema.safeParse(begun).error?.issues).toBeUndefined();
  const turned = { ...begun, resting: begun.resting ? null : begun.closing };
  expect(ownRelaySchema.safeParse(turned).success).toBe(false);
  // The label of a form for the mains is read as alternating current where it does not say.
  const { part } = withLabel(begun, '10 A');
  expect(part.closing.ac?.resistiveA ?? 0).toBe(
    ['contactor', 'contactor-one', 'contactor-three', 'changeover', 'solid-ac'].includes(form) ? 10 : 0,
  );
});
