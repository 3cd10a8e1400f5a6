/** The build book: everything one needs beside the vehicle, on paper. */
import type { Paper } from '@iron-nudge/contract';
import pdfmake from 'pdfmake';
import type { Content, PageOrientation, Style, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import {
  PHASES,
  analyse,
  assumptionsOf,
  benchSteps,
  cautionsFor,
  drawJobs,
  drawingSvg,
  cutLength,
  formatQuantity,
  hasMains,
  leftLength,
  type MainsStep,
  workOf,
  predictions,
  referencesIn,
  sentenceOf,
  sentenceText,
  sizeName,
  boxViews,
  harnessesOf,
  screwBlocks,
  terminalName,
  socketsOf,
  stateWord,
  stepPicture,
  totalPrice,
  totalWords,
  OPEN_OHM,
  type AsBuilt,
  type BenchStep,
  type Design,
  type Phase,
  type Tick,
} from '@iron-nudge/core';

import {
  BELOW,
  BESIDE,
  INK,
  IRON,
  MARK,
  LINE,
  PORTRAIT,
  LANDSCAPE,
  LEAST_PT,
  BY_LEAST,
  scaleIn,
  headingBreaks,
  table,
  stacked,
  right,
  type Room,
  printed,
} from './page.ts';

const PHASE_STYLE: Style = { font: 'Heading', fontSize: 11, color: IRON, margin: [0, 8, 0, 4] };
/** Steps that lay the wires of one job; of the others a picture says nothing that their words do not. */
const PICTURED: ReadonlySet<Phase> = new Set(['control side', 'load side']);

export interface BookOrder {
  readonly design: Design;
  readonly ticks: readonly Tick[];
  readonly asBuilt: readonly AsBuilt[];
  readonly paper: Paper;
  /** Milliseconds since 1970, for the cover. */
  readonly at: number;
}

export async function makeBook(order: BookOrder): Promise<Buffer> {
  return pdfmake.createPdf(printed(bookDefinition(order))).getBuffer();
}

function bookDefinition({ design, ticks, asBuilt, paper, at }: BookOrder): TDocumentDefinitions {
  const { analysis, evidence } = analyse(design);
  const { netlist } = analysis;
  const date = new Date(at).toISOString().slice(0, 10);
  const tagOf = (id: string) => netlist.parts.find((part) => part.id === id)?.tag ?? id;
  const wired = design.jobs.filter(({ id }) => evidence.jobs.has(id));
  const sheets = wired.map((job) => ({ job, sheet: design.jobs.indexOf(job) + 1, drawing: drawJobs(netlist, [job.id]) }));
  const references = referencesIn(sheets, tagOf);
  const labels = (wire: string) => design.build.wires[wire]?.label;

  const lies = (index: number): boolean => sheets[index] !== undefined && scaleIn(sheets[index].drawing, PORTRAIT) < BY_LEAST;
  const sheet = (index: number): Content[] => {
    const { job, drawing, sheet: number } = sheets[index]!;
    const stands = !lies(index);
    const scale = scaleIn(drawing, stands ? PORTRAIT : LANDSCAPE);
    const page = { pageOrientation: (stands ? 'portrait' : 'landscape') as PageOrientation };
    const cautions = cautionsFor(design, job, netlist);
    const open = analysis.findings.filter((finding) => finding.job === job.id && finding.severity !== 'hold' && finding.accepted === null);
    return [
      {
        text: `Sheet ${number}  ${job.name}`,
        style: 'section',
        ...(stands && !lies(index - 1) ? {} : { pageBreak: 'before' as const, ...page }),
      },
      { text: sentenceText(sentenceOf(design, job)), fontSize: 11, margin: [0, 0, 0, 4] },
      // One after another in few lines: the drawing stays on their sheet.
      ...(cautions.length > 0
        ? [{ text: cautions.map((text) => `▲ ${text}`).join('  '), fontSize: 9, margin: [0, 0, 0, 4] } as Content]
        : []),
      ...open.map(({ severity, title }): Content => ({ text: `${MARK[severity]} ${title}`, bold: true, margin: [0, 0, 0, 3] })),
      {
        svg: drawingSvg(drawing, netlist, { title: job.name, references: references[index]!.bySymbol, fontFamily: 'Text', label: labels }),
        width: drawing.width * scale,
        height: drawing.height * scale,
        margin: [0, 4, 0, 4],
      } as Content,
      ...(scale < BY_LEAST
        ? [{ text: 'Too wide for one sheet of paper: print it larger from Build, Drawing.', color: IRON } as Content]
        : []),
      // The next sheet breaks the page itself.
      ...(stands || index + 1 < sheets.length
        ? []
        : [{ text: '', pageBreak: 'after' as const, pageOrientation: 'portrait' as PageOrientation } as Content]),
    ];
  };

  const unwired = design.jobs.filter(({ id }) => !evidence.jobs.has(id));
  const cover: Content[] = [
    { text: 'Build book', style: 'kicker' },
    { text: design.name, style: 'title' },
    {
      text: `${date} · ${wired.length} of ${design.jobs.length} ${design.jobs.length === 1 ? 'job' : 'jobs'} wired · ${analysis.wires.length} pieces of wire`,
      color: IRON,
      margin: [0, 0, 0, 8],
    },
    ...(analysis.findings.some(({ severity }) => severity === 'danger')
      ? [
          {
            text: '■ This design has findings that say danger. Mend them before a wire is cut.',
            bold: true,
            margin: [0, 0, 0, 8],
          } as Content,
        ]
      : []),
    {
      ul: [
        hasMains(design, netlist)
          ? 'Everything unplugged, batteries disconnected. Mains work follows your local code; in some places it is reserved by law to licensed people.'
          : 'Batteries disconnected; the supply fuses go in last.',
        'Lengths hold a tenth of slack; measure along the way before you cut.',
        'Numbers hold for the parts named here; another part is another sum.',
        ...(sheets.length > 1
          ? ['K1/2.1 beside a contact: its coil K1 is on sheet 2, path 1. 87/2.3 below a coil: its contact 87 is on sheet 2, path 3.']
          : []),
      ],
    },
    ...unwired.map((job): Content => ({ text: `${job.name}: not wired. ${sentenceText(sentenceOf(design, job))}`, margin: [0, 4, 0, 0] })),
    ...(design.notes.trim() ? [{ text: 'Notes', style: 'section' } as Content, { text: design.notes } as Content] : []),
  ];

  const accepted = analysis.findings.filter(({ accepted: reason, severity }) => severity !== 'hold' && reason !== null);
  const findings: Content[] = [
    ...(accepted.length === 0
      ? []
      : [
          { text: 'Accepted, and why', style: 'section' } as Content,
          table(
            ['What was found', 'Accepted because'],
            accepted.map(({ severity, title, accepted: reason }) => [`${MARK[severity]} ${title}`, reason!]),
            ['*', '*'],
          ),
        ]),
  ];

  const guesses = assumptionsOf(design);
  const assumed: Content[] =
    guesses.length === 0
      ? []
      : [
          { text: 'What was assumed', style: 'section' },
          {
            text: 'Nobody entered these: every number that stands on one is as good as the guess. Measure, write it here, and enter it before you cut. ≈ in the wire list is cut by one of them.',
            color: IRON,
            margin: [0, 0, 0, 6],
          },
          table(
            ['Value', 'Assumed', 'Measured'],
            guesses.map(({ label, value, unit }) => [
              label,
              { text: formatQuantity(value, unit, design.settings), alignment: 'right' as const },
              '',
            ]),
            ['*', 70, 90],
          ),
        ];

  const drawings = sheets.flatMap((_, index) => sheet(index));

  const notes = new Map(asBuilt.map((note) => [note.subject.id, note]));
  const wireRows = analysis.wires.map(
    ({
      wire,
      tag,
      from,
      fromPlace,
      to,
      toPlace,
      colour,
      colourName: name,
      sizeMm2,
      lengthM,
      lengthAssumed,
      fromTerminal,
      toTerminal,
      loom,
      cord,
      existing,
    }) => [
      {
        stack: [
          { text: tag, bold: true },
          ...[loom && `loom ${loom}`, cord && `cord ${cord}`].filter(Boolean).map((text) => ({ text, color: IRON })),
        ],
      },
      stacked(from, fromPlace),
      {
        stack: [to, { text: toPlace, color: IRON }, ...(notes.has(wire) ? [{ text: `built: ${notes.get(wire)!.text}`, bold: true }] : [])],
      },
      stacked(`${colour} ${name}`, sizeName(sizeMm2)),
      { text: existing ? 'there' : `${lengthAssumed ? '≈ ' : ''}${cutLength(lengthM, design.settings)}`, alignment: 'right' as const },
      stacked(fromTerminal, toTerminal === fromTerminal ? '' : toTerminal),
    ],
  );
  const wires: Content[] = [
    { text: 'Wires', style: 'section' },
    table(['Wire', 'From', 'To', 'Colour, size', 'Cut', 'Ends'], wireRows, [44, '*', '*', 92, 48, 118]),
  ];

  const placeOf = (id: string) => design.places.find((place) => place.id === id)!.name;
  const boxes = boxViews(design, netlist).flatMap(({ tag, place, words: says, crossings, things }): Content[] => [
    { text: `Box ${tag}, ${placeOf(place)}`, style: 'section' },
    {
      text: says,
      color: IRON,
      margin: [0, 0, 0, 4],
    },
    ...(crossings.length > 0
      ? [
          table(
            ['Through its wall', 'Carries', 'By', 'Wires'],
            crossings.map(({ wires: through, words, mains, by }) => [
              { text: words, bold: true },
              mains ? 'mains' : 'low voltage',
              by,
              through.map(({ tag: wire, colour, sizeMm2 }) => `${wire} ${colour} ${sizeName(sizeMm2)}`).join('; '),
            ]),
            [120, 62, 62, '*'],
          ),
        ]
      : []),
    table(
      ['Part', 'Terminal', 'Wire, to'],
      things.flatMap(({ tag: part, what, lands }) =>
        lands.map(({ pin, wires: landing }, at) => [
          at === 0
            ? {
                stack: [
                  { text: part, bold: true },
                  { text: what, color: IRON },
                ],
              }
            : '',
          { text: pin, bold: true },
          landing.map(({ tag: wire, colour, words }) => `${wire} ${colour} ${words}`).join('; '),
        ]),
      ),
      [150, 52, '*'],
    ),
  ]);

  const strips = analysis.strips.flatMap((strip): Content[] => [
    {
      text: `Terminal strip ${strip.name}, ${placeOf(strip.place)}`,
      style: 'section',
    },
    {
      text: `Front 1 to ${strip.ways}, back ${strip.ways + 1} to ${2 * strip.ways}; front and back of a row are one terminal. Mains never shares a strip.`,
      color: IRON,
      margin: [0, 0, 0, 4],
    },
    table(
      ['Back', 'Outside: wire', 'Goes to', 'Front', 'Inside', 'Carries at most'],
      strip.positions.map(({ back, tag, colour, sizeMm2, toPlace, outside, front, inside, ratedA }) => [
        String(back),
        `${tag} ${colour} ${sizeName(sizeMm2)}`,
        `${terminalName(netlist, outside)}, ${toPlace}`,
        { text: String(front), bold: true },
        terminalName(netlist, inside),
        formatQuantity(ratedA, 'A'),
      ]),
      [30, 130, '*', 32, 90, 74],
    ),
    ...strip.commons.map(({ name, positions, isolated }): Content => ({
      text: `${positions.join(', ')}: ${name}${isolated ? ', isolated: no jumper to any other ground' : positions.length > 1 ? ', one metal: a jumper may join them' : ''}`,
      margin: [0, 2, 0, 0],
    })),
    ...strip.clashes.map(({ words }): Content => ({ text: `▲ ${words}`, margin: [0, 2, 0, 0] })),
    ...(strip.beside.length > 0
      ? [{ text: `Beside it, too thick or mains: ${strip.beside.join(', ')}`, margin: [0, 2, 0, 0] } as Content]
      : []),
  ]);

  const blocks = screwBlocks(design, netlist).map(({ place, screws }): Content => ({
    stack: [
      { text: `Screws of the mains, ${placeOf(place)}`, style: 'section' },
      {
        text: 'In a row; screws of one terminal are one piece of metal. Mains has no strip in common with low voltage.',
        color: IRON,
        margin: [0, 0, 0, 4],
      },
      table(
        ['Screw', 'Terminal', 'Wire', 'Cord', 'From or to'],
        screws.map(({ number, terminal: on, wire, cord, words, toPlace }) => [
          { text: String(number), bold: true },
          on,
          `${wire.tag} ${wire.colour} ${sizeName(wire.sizeMm2)}`,
          cord,
          `${words}, ${toPlace}`,
        ]),
        [36, 60, 130, 40, '*'],
      ),
    ],
    // A longer one than a page has room for has to be broken.
    unbreakable: screws.length <= 20,
  }));

  const hung = harnessesOf(design, netlist, analysis.wires);
  const harnesses: Content[] =
    hung.length === 0
      ? []
      : [
          { text: 'Harnesses', style: 'section' },
          {
            text: 'Made at the bench as one, with what hangs in them, each end tugged, and then carried in. The wires by their tags in the list above.',
            color: IRON,
            margin: [0, 0, 0, 4],
          },
          table(
            ['Harness', 'Wires', 'Hangs in it'],
            hung.map(({ loom, from, to, wires: own, parts: hanging }) => [
              `${loom === '' ? '' : `${loom}: `}${from === to ? `inside ${from}` : `${from} to ${to}`}`,
              own.map(({ tag }) => tag).join('  '),
              hanging.map(({ part, sits }) => `${part.tag}: ${sits}`).join('\n'),
            ]),
            [96, '*', 190],
          ),
        ];

  const sockets: Content[] = socketsOf(netlist).flatMap(({ part, relay, socket, pins }, index): Content[] => [
    ...(index === 0
      ? [
          { text: 'Sockets, seen from the wire side', style: 'section' } as Content,
          {
            text: 'Go by the numbers moulded beside each receptacle: seen from the wires they stand mirrored to the pins under the relay.',
            color: IRON,
          } as Content,
        ]
      : []),
    {
      stack: [
        {
          text: [{ text: `${part.tag}  `, bold: true }, [relay, socket, placeOf(part.place)].filter((words) => words !== '').join(', ')],
          margin: [0, 6, 0, 2],
        },
        table(
          ['Pin', '', 'Wire, to'],
          pins.map(({ pin, what, wires: landing }) => [
            { text: pin, bold: true },
            what,
            landing.length === 0 ? 'empty' : landing.map(({ wire, to }) => `${wire.tag} ${wire.colour} to ${to}`).join('; '),
          ]),
          [36, 72, '*'],
        ),
      ],
      unbreakable: true,
    } as Content,
  ]);

  const cut = (metres: number) => cutLength(metres, design.settings);
  const cuts: Content[] = [
    {
      text: 'Cut list',
      style: 'section',
    },
    ...analysis.cuts.map(({ sizeMm2, colourName: colours, insulation, pieces, lengthM, cut: plan }): Content => ({
      stack: [
        {
          text: [
            { text: `${sizeName(sizeMm2)} ${colours}`, bold: true },
            `, ${insulation}: ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}, ${cut(lengthM)}; ${plan.rolls.length} new ${plan.rolls.length === 1 ? 'roll' : 'rolls'} of ${formatQuantity(design.build.rollM, 'm', design.settings)}, ${plan.leastRolls} at the least, ${leftLength(plan.wasteM, design.settings)} over`,
          ],
        },
        ...[...plan.spools, ...plan.rolls].map(({ name, pieces: own, leftM }) => ({
          text: `${name}: ${own.map(({ id, lengthM: metre }) => `${id} ${cut(metre)}`).join(' + ')}, ${leftLength(leftM, design.settings)} over`,
          margin: [12, 0, 0, 0] as [number, number, number, number],
        })),
        ...plan.tooLong.map(({ id, lengthM: metre }) => ({
          text: `${id}: ${cut(metre)}, longer than a roll: by the metre`,
          margin: [12, 0, 0, 0] as [number, number, number, number],
        })),
      ],
      margin: [0, 0, 0, 6],
      unbreakable: true,
    })),
  ];

  const total = totalPrice(analysis.parts, analysis.cuts);
  const parts: Content[] = [
    { text: 'Parts', style: 'section' },
    table(
      ['Buy', 'Part', 'Tags', 'Need', 'Spare', 'Drawer', 'Price'],
      analysis.parts.map(({ toBuy, description, tags, count, spare, inDrawer, price }) => [
        { text: String(toBuy), bold: true, alignment: 'right' as const },
        description,
        tags,
        right(count),
        right(spare),
        right(inDrawer),
        { text: price === null ? '' : (price * toBuy).toFixed(2), alignment: 'right' as const },
      ]),
      [28, '*', 100, 34, 36, 44, 44],
    ),
    {
      text: `Together with its wire ${totalWords(total, design.build)}.`,
      margin: [0, 6, 0, 0],
    },
  ];

  const ticked = new Map(ticks.map((tick) => [tick.step, tick]));
  const { steps, mains } = workOf(evidence, analysis.wires);
  const work: Content[] = [
    { text: 'Order of work', style: 'section' },
    ...PHASES.flatMap((phase): Content[] => {
      const own = steps.filter((step) => step.phase === phase);
      if (own.length === 0) return [];
      const heading: Content = { text: phase.toUpperCase(), style: 'phase of steps' };
      return (
        own
          .map((step): Content => {
            const tick = ticked.get(step.id);
            const drawn = PICTURED.has(step.phase) ? stepPicture(netlist, step, { fontFamily: 'Text', label: labels }) : null;
            // Beside the words, or below them where it is wide; one that would be too small to read stands on its sheet alone.
            const fits = (room: Room) => drawn !== null && scaleIn(drawn, room) >= BY_LEAST;
            const picture = fits(BELOW)
              ? [{ svg: drawn!.svg, width: drawn!.width * BY_LEAST, height: drawn!.height * BY_LEAST } as Content]
              : [];
            const beside = fits(BESIDE);
            return {
              columns: [
                { text: tick ? '☑' : '☐', width: 16, fontSize: 13 },
                {
                  width: '*',
                  stack: [
                    { text: step.title, bold: true },
                    { text: step.text },
                    ...(step.wires.length > 0 && step.phase !== 'tug'
                      ? [{ text: step.wires.map((id) => netlist.wires.find((wire) => wire.id === id)!.tag).join('  '), color: IRON }]
                      : []),
                    { text: [{ text: 'Check: ', bold: true }, step.check] },
                    ...(step.finds.length > 0 ? [{ ul: [...step.finds] }] : []),
                    ...(step.caution ? [{ text: `▲ ${step.caution}`, bold: true }] : []),
                    ...(beside ? [] : picture),
                  ],
                },
                ...(beside ? picture : []),
                {
                  text: tick ? `${new Date(tick.at).toISOString().slice(0, 10)} ${tick.initials}` : '____________',
                  width: 84,
                  alignment: 'right' as const,
                  color: IRON,
                },
              ],
              margin: [0, 0, 0, 6],
              unbreakable: true,
            };
          })
          // Its heading goes with the first of them, however tall that one is.
          .map((step, at) => (at === 0 ? { stack: [heading, step], unbreakable: true } : step))
      );
    }),
    ...mainsList(mains),
  ];

  const tests: Content[] = [
    { text: 'What to measure', style: 'section' },
    ...wired.flatMap((job): Content[] => {
      const plan = benchSteps(evidence, job.id);
      if (plan.length === 0) return [];
      const expected = predictions(evidence, plan);
      const signals = evidence.jobs.get(job.id)!.signals;
      return [
        { text: job.name, style: 'phase' },
        table(
          ['Stage', 'Measure', 'Desk', 'Should be', 'Reads'],
          plan.map((step, at) => [step.stage, step.words, deskWords(design, signals, step), range(step, expected[at]!), '']),
          [72, '*', 128, 92, 50],
        ),
      ];
    }),
  ];

  const labelCells = analysis.wires.flatMap(({ labelFrom, labelTo }) => [labelFrom, labelTo]);
  const COLUMNS = 4;
  const labelRows = Array.from({ length: Math.ceil(labelCells.length / COLUMNS) }, (_, row) =>
    Array.from({ length: COLUMNS }, (__, column) => ({
      text: labelCells[row * COLUMNS + column] ?? '',
      fontSize: LEAST_PT,
    })),
  );
  const labelSheet: Content[] =
    labelRows.length === 0
      ? []
      : [
          { text: 'Labels', style: 'section' },
          {
            text: 'Two of each piece, in the order of the wire list: cut, wrap, and cover with clear sleeve.',
            color: IRON,
            margin: [0, 0, 0, 6],
          },
          {
            table: { dontBreakRows: true, widths: Array(COLUMNS).fill('*') as string[], body: labelRows },
            layout: {
              hLineColor: () => LINE,
              vLineColor: () => LINE,
              hLineWidth: () => 0.5,
              vLineWidth: () => 0.5,
              paddingTop: () => 3.5,
              paddingBottom: () => 3.5,
            },
          },
        ];

  return {
    info: { title: `${design.name}: build book`, creator: 'Iron Nudge', producer: 'Iron Nudge', creationDate: new Date(at) },
    pageSize: paper,
    pageMargins: [40, 40, 40, 42],
    defaultStyle: { font: 'Text', fontSize: 9.5, color: INK },
    styles: {
      kicker: { font: 'Heading', fontSize: 13, color: IRON },
      title: { font: 'Heading', fontSize: 30, margin: [0, 0, 0, 2] },
      section: { font: 'Heading', fontSize: 18, margin: [0, 12, 0, 5] },
      phase: PHASE_STYLE,
      'phase of steps': PHASE_STYLE,
    },
    footer: (page, pages) => ({
      columns: [
        { text: `${design.name} · ${date}`, color: IRON },
        { text: `${page} / ${pages}`, alignment: 'right', color: IRON },
      ],
      fontSize: LEAST_PT,
      margin: [40, 12, 40, 0],
    }),
    // No heading alone at the foot of a page.
    pageBreakBefore: headingBreaks(),
    content: [
      ...cover,
      ...drawings,
      ...findings,
      ...assumed,
      ...wires,
      ...boxes,
      ...strips,
      ...blocks,
      ...harnesses,
      ...sockets,
      ...cuts,
      ...parts,
      ...work,
      ...tests,
      ...labelSheet,
    ],
  };
}

function mainsList(steps: readonly MainsStep[]): Content[] {
  if (steps.length === 0) return [];
  return [
    { text: 'BEFORE IT IS PLUGGED IN', style: 'phase' },
    ...steps.map(({ text, expect }): Content => ({
      columns: [
        { text: '☐', width: 16, fontSize: 13 },
        { width: '*', text: [text, { text: `  → ${expect}`, bold: true }] },
        { text: '____________', width: 84, alignment: 'right' as const, color: IRON },
      ],
      margin: [0, 0, 0, 5],
      unbreakable: true,
    })),
  ];
}

function deskWords(design: Design, signals: readonly string[], step: BenchStep): string {
  const on = new Set(step.path[step.path.length - 1]);
  return signals
    .flatMap((id) => {
      const signal = design.signals.find((candidate) => candidate.id === id);
      return signal ? [`${signal.name} ${stateWord(signal, on.has(id))}`] : [];
    })
    .join(', ');
}
function range({ quantity }: BenchStep, { value, tolerance }: { value: number; tolerance: number }): string {
  if (quantity === 'Ω' && value >= OPEN_OHM / 4) return 'open';
  return `${formatQuantity(value, quantity)} ± ${formatQuantity(tolerance, quantity)}`;
}
