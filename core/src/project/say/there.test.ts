/** What is there already is said: judged as any, and neither bought, cut nor mounted. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { orderOfWork } from '../../outputs/index.ts';
import { typed } from '../../testing/pieces.ts';
import { blankDesign } from '../starters.ts';
import { hear } from './index.ts';

const FAN = 'when the key is on and the fan switch is on, run a 9 A fan from the battery';
const PAGE = 'battery-12';
const plain = analyse(typed([FAN], PAGE)).analysis;
const bought = (words: string) => {
  const design = typed([`${FAN} ${words}`], PAGE);
  const { analysis, evidence } = analyse(design);
  const rows = analysis.parts.map(({ description }) => description);
  return {
    there: design.jobs[0]!.there,
    gone: plain.parts.map(({ description }) => description).filter((row) => !rows.includes(row)),
    cut: analysis.wires.filter(({ existing }) => !existing).map(({ tag }) => tag),
    mounted: orderOfWork(evidence, analysis.wires)
      .flatMap(({ id, text }) => (id.startsWith('mount/') ? [text] : []))
      .join(),
    findings: analysis.findings.filter(({ severity }) => severity !== 'hold').map(({ key }) => key),
  };
};

describe('what is there', () => {
  test.each([
    ['with the existing wire', ['wire']],
    ['over the old wiring', ['wire']],
    ['with its existing fuse and relay', ['fuse', 'relay']],
    ['through the original relay', ['relay']],
    ['with the existing wire, fuse, relay and switch', ['wire', 'fuse', 'relay', 'switch']],
    ['with a 15 A fuse and 2.5 mm² wire, its wire and its fuse are there already', ['wire', 'fuse']],
  ])('%s: %s', (words, there) => {
    expect(bought(words).there).toEqual(there);
  });
  test('is told back', () => {
    const told = hear(`${FAN} with the existing wire and relay`, blankDesign('box', PAGE)).told.map(({ means }) => means);
    expect(told).toContain('its wire and relay as found: judged, and neither bought nor cut');
  });
  test('what only forbids has nothing that could be there, and says that it did not understand', () => {
    const design = typed([FAN], PAGE);
    expect(hear('never run the fan while the door is open with the existing relay', design).add).toBeNull();
  });
  test('of no size or rating that was said it is bought as chosen, and says so', () => {
    expect(bought('with the existing wire and fuse')).toMatchObject({ gone: [], cut: plain.wires.map(({ tag }) => tag) });
    const { assumed } = hear(`${FAN} with the existing wire, fuse and relay`, blankDesign('box', PAGE));
    expect(assumed.join()).toMatch(
      /wire is bought new until its size is said.*fuse is bought new until its rating is said.*relay that is there is taken to be the one in the sentence/,
    );
    const said = hear(
      `${FAN} through a 30 A relay with 2.5 mm² wire and a 25 A fuse, with the existing wire, fuse and relay`,
      blankDesign('box', PAGE),
    );
    expect(said.assumed.join()).not.toMatch(/bought new|taken to be/);
  });
  test('without the word nothing is', () => {
    expect(bought('with 2.5 mm² wire').there).toBeUndefined();
    expect(bought('through a 40 A relay').there).toBeUndefined();
  });
});

describe('the lists', () => {
  test('of wire: none of the load circuit is cut, those of the coil are, and what is found is the same', () => {
    const { cut, findings, gone } = bought('with 2.5 mm² wire, with the existing wire');
    const load = plain.netlist.wires.filter(({ section }) => section.side === 'load').map(({ tag }) => tag);
    expect(load.length).toBeGreaterThan(3);
    expect(cut.filter((tag) => load.includes(tag))).toEqual([]);
    expect(cut.length).toBe(plain.wires.length - load.length);
    expect(findings).toEqual(plain.findings.filter(({ severity }) => severity !== 'hold').map(({ key }) => key));
    expect(gone.some((row) => /relay|in-line holder|Switch/.test(row))).toBe(false);
  });
  test.each([
    ['15 A fuse', /in-line holder$/, /\bF1\b/],
    ['relay', /relay.*Socket/i, /\bK1\b/],
    ['switch', /^Switch, /, /\bS2\b/],
  ])('of the %s: its row is gone, and it is not mounted', (what, row, tag) => {
    const { gone, mounted } = bought(what === '15 A fuse' ? 'with a 25 A fuse, with the existing fuse' : `with the existing ${what}`);
    expect(gone.filter((one) => /relay|in-line holder|^Switch/i.test(one))).toEqual([expect.stringMatching(row)]);
    expect(mounted).not.toMatch(tag);
    expect(bought('').mounted).toMatch(tag);
  });
});
