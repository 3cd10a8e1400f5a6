/** What each screen is for and how one begins there, in the order of the work; by the name of its route. */
export interface ScreenHelp {
  readonly title: string;
  readonly what: string;
  readonly how: readonly string[];
  /** What it does not do, where somebody might take it to. */
  readonly not?: string;
}

const PROJECTS: ScreenHelp = {
  title: 'All projects',
  what: 'Your projects, with what is still dangerous in each, and three doors that need none.',
  how: [
    'Say a circuit in one sentence, or start from a ready one: each becomes a project that is yours to change.',
    'What is this relay? finds out which pin is which with a meter. Something does not work? begins at the symptom.',
    'A project that is deleted stays in the bin for 30 days.',
  ],
};
export const SCREENS: Readonly<Record<string, ScreenHelp>> = {
  projects: PROJECTS,
  design: {
    title: 'Design',
    what: 'One job at a time: said as a sentence, drawn, solved in the state that the desk shows, and judged.',
    how: [
      'Touch an underlined phrase of the sentence to change it; the drawing and the findings follow.',
      'Work the signals on the desk below the drawing: what carries current turns copper, and each wire says what it drops.',
      'Touch a wire or a part: the meter beside the desk reads it, and its size, length and colour can be set.',
      'Findings come worst first. Working shows each sum with its source; a nudge changes the design and says how.',
      'Accept a caution only with a reason: it is printed in the book.',
    ],
    not: 'It judges what was entered: what is marked as assumed is as good as the guess. Confirm those in the list beside the findings.',
  },
  prove: {
    title: 'Prove',
    what: 'Every combination of the signals, solved, beside what the sentence says should happen.',
    how: [
      'A row under the pointer shows itself in the drawing; touch it to set the desk so.',
      'State what must always or never be so, in words, and have it proved over all states.',
      'The corners are the worst of voltage, heat and tolerance together.',
    ],
  },
  build: {
    title: 'Build',
    what: 'What is bought, cut, labelled and done, in the order in which each step can be checked.',
    how: [
      'Wires, cuts, strips, parts and labels print or leave as CSV; the drawing as SVG.',
      'Work is a list to tick beside the vehicle, also on a phone without a connection.',
      'As built: write what became different, and it stands in the book.',
      'Side by side: two jobs, or what it was and what it is, with money, wire and what a failure does.',
    ],
    not: 'A length that nobody entered is cut by a guess: ≈ marks it. Measure along the way first.',
  },
  bench: {
    title: 'Bench',
    what: 'What a meter should read at each point, and which fault explains the readings that it does not.',
    how: [
      'Begin with what is wrong, or with the first step: the leads go where the drawing shows them.',
      'Enter what the meter reads; the suspects are sorted anew after each reading.',
      'Measure next goes to the reading that tells the suspects apart.',
      'Once one is left: mend it, and measure again to prove it.',
    ],
    not: 'It knows single faults, and pairs of them where no single one explains the readings.',
  },
  parts: {
    title: 'Parts',
    what: 'The shelf: invented parts with ratings usual for their class, and your own, typed from a label or a data sheet.',
    how: [
      'Find by a word, a kind or a coil voltage.',
      'Type your own: what the label says first, the rest is assumed and says so.',
      'Keep a load, a sensor or a supply from where it is edited: every project may take it.',
      'A project keeps a copy of each own part that it uses, so that its file stands alone.',
    ],
  },
  sums: {
    title: 'Sums',
    what: 'The single sums of the trade by themselves: wire and drop, fuse, coil and diode, transistor, heat.',
    how: ['Enter what you know; each result shows its working and where its numbers come from.'],
    not: 'A sum knows only what is typed into it: a job on the Design page looks at all of the circuit.',
  },
  tables: {
    title: 'Tables',
    what: 'Every table that the judgement stands on, with its source, and the words of the trade.',
    how: ['Sort by a column; touch a source for where it comes from.', 'Each word of the glossary says what it means here.'],
  },
  relay: {
    title: 'What is this relay?',
    what: 'Finds coil, common and throws of a relay that nobody knows, in few readings.',
    how: [
      'Count its pins, then measure the pairs that are asked for.',
      'Power goes to a coil only where two pins read like one, through a fuse.',
    ],
  },
  trouble: {
    title: 'Something does not work',
    what: 'Begins with what one sees and hears, and goes to the reading that tells most.',
    how: ['Choose what it does, then the project that it was built by.'],
  },
  people: {
    title: 'People',
    what: 'Who may open this place, who may change what, and who did.',
    how: ['Invite by a link; share a project from its own page.'],
  },
};

export const screenHelp = (route: unknown): ScreenHelp => SCREENS[String(route)] ?? PROJECTS;

export const KEYS = [
  ['Tab', 'next phrase of the sentence, part of the drawing, finding'],
  ['Enter', 'open the phrase or select the part'],
  ['Esc', 'close what is open'],
  ['1 – 9', 'operate a signal on the desk'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Ctrl K', 'find a job, part, wire, finding, word or command'],
  ['?', 'this help'],
] as const;

/** Where the walk through the Design page stops: the element by its `data-tour`, what it is, what one does there. */
export const STOPS = [
  {
    at: 'sentence',
    title: 'The circuit is a sentence',
    words:
      'Touch an underlined phrase to change it: the signal, the load, the relay, what happens when a wire breaks. Nothing else has to be drawn.',
    side: 'bottom',
  },
  {
    at: 'drawing',
    title: 'It is drawn and solved',
    words:
      'Current flows from the bar above to the bar below. What carries current is copper. Touch a wire or a part to measure it and to set it.',
    side: 'bottom',
  },
  {
    at: 'desk',
    title: 'Work it here',
    words: 'Switch the signals and slide what a sensor sees or what the battery has: drawing and readings follow. Keys 1 to 9 do it too.',
    side: 'top',
  },
  {
    at: 'staircase',
    title: 'Each step bears the one above',
    words: 'Load, fuse, wire, socket, contact: each bar must reach further than the one above it. Touch one to read why.',
    side: 'left',
  },
  {
    at: 'findings',
    title: 'What is wrong comes first',
    words:
      'A finding shows its working and its source, and mostly a nudge that mends it. What was assumed is marked: confirm it before a wire is cut.',
    side: 'left',
  },
  {
    at: 'stages',
    title: 'Then prove, build and test it',
    words: 'Prove goes through every state. Build prints what is bought, cut and labelled. Bench says what a meter should read.',
    side: 'bottom',
  },
] as const;
