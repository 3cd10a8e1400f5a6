/** The book read back by a parser that had no part in writing it. */
import { printed } from './page.ts';
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import {
  analyse,
  assumptionsOf,
  boxViews,
  harnessesOf,
  orderOfWork,
  parseDesign,
  parseDesignText,
  screwBlocks,
  sentenceOf,
  sentenceText,
  type Tick,
} from '@iron-nudge/core';
import { makeBook, type BookOrder } from './book.ts';
import fuseAboveWire from '../../../examples/mistakes/fuse-above-wire.json' with { type: 'json' };
import mainsLamp from '../../../examples/circuits/13-mains-lamp-by-module.json' with { type: 'json' };
import oven from '../../../examples/circuits/19-oven.json' with { type: 'json' };
import switchedLoad from '../../../examples/circuits/01-switched-load.json' with { type: 'json' };
import owlBox from '../../../examples/demo/owl-box.json' with { type: 'json' };

const parsed = parseDesign(owlBox);
if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
const { design } = parsed;
const { analysis, evidence } = analyse(design);
const fonts = join(dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json')), 'standard_fonts/');

async function read(order: Partial<BookOrder> = {}) {
  const pdf = await makeBook({ design, ticks: [], asBuilt: [], paper: 'A4', at: Date.UTC(2026, 10, 25), ...order });
  const document = await getDocument({ data: new Uint8Array(pdf), standardFontDataUrl: fonts, useSystemFonts: false, verbosity: 0 })
    .promise;
  const pages: { text: string; width: number; height: number; leastPt: number }[] = [];
  for (let number = 1; number <= document.numPages; number++) {
    const page = await document.getPage(number);
    const { items } = await page.getTextContent();
    const [, , width, height] = page.view as [number, number, number, number];
    pages.push({
      text: items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
      width,
      height,
      // As it stands on paper: what scales a drawing is in it.
      leastPt: Math.min(
        ...items.flatMap((item) => ('str' in item && item.str.trim() !== '' ? [Math.hypot(item.transform[2], item.transform[3])] : [])),
      ),
    });
  }
  return { pdf, pages, all: pages.map(({ text }) => text).join('\n') };
}

test('the screws of the mains are in it in a row, and in the book of a vehicle there are none', async () => {
  const made = parseDesign(oven);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  const { all } = await read({ design: made.design });
  const [block] = screwBlocks(made.design, analyse(made.design).evidence.netlist);
  expect(block!.screws.length).toBeGreaterThan(3);
  for (const { number, terminal, wire, words } of block!.screws)
    expect(all).toMatch(
      new RegExp(`${number} ${terminal} ${wire.tag.replace('.', '\\.')} ${wire.colour} .{1,60}${words.replace(/[+.]/g, '\\$&')}`),
    );
  expect((await read()).all).not.toContain('Screws of the mains');
});

test('harnesses are in it with what hangs in them', async () => {
  const { all } = await read();
  const harnesses = harnessesOf(design, analysis.netlist, analysis.wires);
  expect(harnesses.length).toBeGreaterThan(2);
  const hanging = harnesses.flatMap(({ parts }) => parts);
  expect(hanging.length).toBeGreaterThan(2);
  for (const { part, sits } of hanging) expect(all.replace(/\s+/g, ' ')).toContain(`${part.tag}: ${sits}`);
}, 120_000);

test('a box is in it as one opens it: its holes, its terminals, the other end of each wire', async () => {
  const lamp = parseDesign(mainsLamp);
  if (!lamp.ok) throw new Error(JSON.stringify(lamp.problems));
  const { all } = await read({ design: lamp.design });
  const [view] = boxViews(lamp.design, analyse(lamp.design).evidence.netlist);
  expect(all).toMatch(new RegExp(`Box ${view!.tag}, `));
  for (const { lands } of view!.things)
    for (const { wires } of lands) for (const { tag, colour, words } of wires) expect(all).toContain(`${tag} ${colour} ${words}`);
}, 120_000);

describe('the build book of one lamp', () => {
  const one = parseDesign(switchedLoad);
  if (!one.ok) throw new Error(JSON.stringify(one.problems));

  test('begins with its sentence and its drawing, wastes no paper, and has nothing smaller than 9 pt', async () => {
    const { pages, all } = await read({ design: one.design });
    expect(pages.length).toBeLessThanOrEqual(6);
    expect(pages[0]!.text).toContain(sentenceText(sentenceOf(one.design, one.design.jobs[0]!)));
    // Its wires and parts stand on the drawing.
    for (const word of ['W1.1', 'W1.5', 'K1', 'F1', '31 · return']) expect(pages[0]!.text).toContain(word);
    for (const { leastPt } of pages) expect(leastPt).toBeGreaterThan(8.99);
    expect(all).toMatch(/Sockets, seen from the wire side.*K1 .*30 A plug-in relay/);
    expect(all).toMatch(/86 +coil +W1\.3 BU\/WH to S2/);
  }, 120_000);

  test('tells what is wrong with it where it is drawn, and what was accepted with its reason', async () => {
    const wrong = parseDesign(fuseAboveWire);
    if (!wrong.ok) throw new Error(JSON.stringify(wrong.problems));
    const danger = analyse(wrong.design).analysis.findings.find(({ severity }) => severity === 'danger')!;
    const { pages } = await read({ design: wrong.design });
    expect(pages[0]!.text).toContain('findings that say danger');
    expect(pages[0]!.text).toContain(`■ ${danger.title}`);
    expect(pages.some(({ text }) => text.includes('Accepted, and why'))).toBe(false);
    const caution = analysis.findings.find(({ severity }) => severity === 'caution')!;
    const { key, value, limit } = caution;
    const reason = 'seen, and lived with';
    const { all } = await read({ design: { ...design, accepted: [{ key, value, limit, reason }] } });
    expect(all).toMatch(/Accepted, and why.*seen, and lived with/);
    expect(all).not.toContain(`▲ ${caution.title} When`);
  }, 120_000);
});

test('a sheet has every caution of its job, and its drawing on the same page', async () => {
  const oven = parseDesignText(readFileSync(new URL('../../../examples/circuits/19-oven.json', import.meta.url), 'utf8'));
  if (!oven.ok) throw new Error(JSON.stringify(oven.problems));
  for (const paper of ['A4', 'LETTER'] as const) {
    const { pages } = await read({ design: oven.design, paper });
    for (const [sheet, relay] of [
      ['Sheet 1', 'K1.A'],
      ['Sheet 2', 'K2'],
    ] as const) {
      const page = pages.find(({ text }) => text.includes(`${sheet} `) && text.includes('▲ Mains'))!;
      expect(page.text).toContain(`What ${relay} switches is live even when it is off`);
      expect(page.text).toContain('Your local code comes first');
      expect([paper, sheet, page.text.includes('N · neutral')]).toEqual([paper, sheet, true]);
    }
  }
}, 120_000);

test('every example has its book: no heading that moves down sends the layout round for ever', async () => {
  const folder = new URL('../../../examples/circuits/', import.meta.url);
  for (const file of readdirSync(folder)) {
    const example = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
    if (!example.ok) throw new Error(file);
    const { pages } = await read({ design: example.design });
    // No page without a word, but the foot that each has.
    // Of an empty page the foot alone is left: name, date, number.
    expect([file, pages.filter(({ text }) => text.trim().startsWith(`${example.design.name} ·`))]).toEqual([file, []]);
    expect([
      file,
      pages.length > 2,
      pages.every(({ leastPt }) => leastPt > 8.99 || pages.some(({ text }) => text.includes('Too wide for one sheet'))),
    ]).toEqual([file, true, true]);
  }
}, 240_000);

describe('the build book of Owl Box', () => {
  test('has each job’s drawing, every wire, part, step and label, with every sign readable', async () => {
    const { pages, all } = await read();
    expect(pages.length).toBeGreaterThan(10);
    const [cover] = pages;
    expect(cover!.text).toContain(design.name);
    expect(cover!.text).toContain('2026-11-25');
    for (const job of design.jobs) expect(all).toContain(`Sheet ${design.jobs.indexOf(job) + 1} ${job.name}`);
    for (const { tag } of analysis.wires) expect(all).toContain(` ${tag} `);
    for (const { title } of orderOfWork(evidence, analysis.wires)) expect(all).toContain(title);
    for (const sign of ['Ω', '≈', '²', '±', '→', '☐', '▲']) expect(all).toContain(sign);
    expect(all).not.toContain('\uFFFD');
    // Beside the step that lays them stand its wires, as on their sheet: W1.5 runs to the coil that K1 has there.
    const step = pages.find(({ text }) => text.includes('Dew strips: control side'))!;
    expect(step.text).toMatch(/W1\.5 BU\/WH 2\.94 m/);
    expect(step.text).toMatch(/K1 85 Ω/);
    // The mains heater: its list before the plug is there, each step with room for a tick.
    expect(all).toContain('BEFORE IT IS PLUGGED IN');
    expect(all).toContain('proved dead twice');
  }, 120_000);
  test('lists what was assumed with room for what is measured, and nothing where all was entered', async () => {
    const { pages } = await read();
    const page = pages.find(({ text }) => text.includes('What was assumed'))!;
    expect(page.text).toMatch(/house battery: internal resistance\s*6 mΩ/);
    expect(page.text).toMatch(/site hook-up: loop resistance\s*400 mΩ/);
    expect(page.text).not.toContain('lead before its fuse');
    const checked = assumptionsOf(design).map(({ key }) => key);
    const { all } = await read({ design: { ...design, checked: [...design.checked, ...checked] } });
    expect(all).not.toContain('What was assumed');
  });

  test('stands on the paper that is asked for, and shows what was ticked and noted', async () => {
    const [step] = orderOfWork(evidence, analysis.wires);
    const tick: Tick = {
      kind: 'tick',
      id: '11111111-1111-4111-8111-111111111111',
      at: Date.UTC(2026, 4, 3),
      step: step!.id,
      words: '',
      done: true,
      initials: 'QX',
    };
    const [wire] = analysis.netlist.wires;
    const note = {
      kind: 'as-built' as const,
      id: '22222222-2222-4222-8222-222222222222',
      at: 1,
      subject: { kind: 'wire' as const, id: wire!.id, label: wire!.tag },
      text: 'orange instead',
      initials: '',
    };
    const { pages, all } = await read({ paper: 'LETTER', ticks: [tick], asBuilt: [note] });
    expect([pages[0]!.width, pages[0]!.height]).toEqual([612, 792]);
    expect(all).toContain('2026-05-03 QX');
    expect(all).toContain('☑');
    expect(all).toContain('built: orange instead');
  }, 120_000);
  test('embeds its fonts', async () => {
    const { pdf } = await read();
    const raw = pdf.toString('latin1');
    expect(raw.match(/\/FontFile2/g)!.length).toBeGreaterThanOrEqual(3);
    expect(raw).not.toMatch(/\/BaseFont \/(Helvetica|Times|Courier)/);
  }, 120_000);
});

test('what the face of the book has no sign for is written out, and what is no text stays what it is', () => {
  const at = new Date(0);
  const head = () => 'head';
  const made = printed({
    info: { at },
    head,
    none: null,
    body: [{ text: 'Isolated supply 24 V ⎓' }, 'Panel ammeter, 0 to 50 A⎓', 'Σ 5 Ω'],
  });
  expect(made.body).toEqual([{ text: 'Isolated supply 24 V DC' }, 'Panel ammeter, 0 to 50 A DC', 'Σ 5 Ω']);
  expect([made.info.at, made.head, made.none]).toEqual([at, head, null]);
});
