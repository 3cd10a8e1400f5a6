/** The book read back by a parser that had no part in writing it. */
import { describe, expect, test } from '@jest/globals';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { analyse, assumptionsOf, orderOfWork, parseDesign, type Tick } from '@iron-nudge/core';
import { makeBook, type BookOrder } from './book.ts';
import owlBox from '../../../examples/demo/owl-box.json' with { type: 'json' };

const parsed = parseDesign(owlBox);
if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
const { design } = parsed;
const { analysis } = analyse(design);
const fonts = join(dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json')), 'standard_fonts/');

async function read(order: Partial<BookOrder> = {}) {
  const pdf = await makeBook({ design, ticks: [], asBuilt: [], paper: 'A4', at: Date.UTC(2026, 10, 25), ...order });
  const document = await getDocument({ data: new Uint8Array(pdf), standardFontDataUrl: fonts, useSystemFonts: false, verbosity: 0 })
    .promise;
  const pages: { text: string; width: number; height: number }[] = [];
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
    });
  }
  return { pdf, pages, all: pages.map(({ text }) => text).join('\n') };
}

describe('the build book of Owl Box', () => {
  test('has each job’s drawing, every wire, part, step and label, with every sign readable', async () => {
    const { pages, all } = await read();
    expect(pages.length).toBeGreaterThan(10);
    const [cover] = pages;
    expect(cover!.text).toContain(design.name);
    expect(cover!.text).toContain('2026-11-25');
    for (const job of design.jobs) expect(all).toContain(`Sheet ${design.jobs.indexOf(job) + 1} ${job.name}`);
    for (const { tag } of analysis.wires) expect(all).toContain(` ${tag} `);
    for (const { title } of orderOfWork(design, analysis.netlist, analysis.wires)) expect(all).toContain(title);
    for (const sign of ['Ω', '≈', '²', '±', '→', '☐', '▲']) expect(all).toContain(sign);
    expect(all).not.toContain('\uFFFD');
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
    const [step] = orderOfWork(design, analysis.netlist, analysis.wires);
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
