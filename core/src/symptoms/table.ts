import { machineKindOf, type MachineKindFacts } from '../machines';
import { processOf, type ProcessName } from '../recipes';

/** What a cause asks for: a dial turned, another tool, the work prepared otherwise, or something lined up. */
export type Change =
  | { kind: 'dial'; way: 'more' | 'less'; quantity?: 'speed' | 'pressure' | 'depth' | 'interval' | 'overcut' }
  /** @property measures what is measured on the machine's page to mend it */
  | { kind: 'tool' | 'preparation' | 'alignment'; say: string; measures?: 'holders' };

/** A circumstance that makes a cause likelier. */
export type Circumstance =
  | 'worn tool'
  | 'tool near its end'
  | 'was right lately'
  | 'never proven'
  | 'finer than the material bears'
  | 'fast'
  | 'thick material';

export interface Cause {
  name: string;
  /** Only where that is what works the material: a beam has no blade, and a blade no lens. */
  by?: MachineKindFacts['does'];
  /** How often it is this, as a weight beside the other causes of the symptom. */
  weight: number;
  /** What makes it likelier, and by what factor. */
  likelier?: Partial<Record<Circumstance, number>>;
  change: Change;
}

export interface Symptom {
  name: string;
  label: string;
  processes: readonly ProcessName[];
  causes: readonly Cause[];
}

const CUTS: readonly ProcessName[] = ['kiss-cut', 'through-cut', 'laser-cut'];
const BLADES: readonly ProcessName[] = ['kiss-cut', 'through-cut'];
const PRINTED: readonly ProcessName[] = ['kiss-cut', 'through-cut', 'laser-cut'];
const ENGRAVING: readonly ProcessName[] = ['laser-area', 'laser-line', 'drag-engrave'];

const more: Change = { kind: 'dial', way: 'more' };
const less: Change = { kind: 'dial', way: 'less' };
const slower: Change = { kind: 'dial', way: 'less', quantity: 'speed' };
const tool = (say: string): Change => ({ kind: 'tool', say });
const prepare = (say: string): Change => ({ kind: 'preparation', say });
const align = (say: string): Change => ({ kind: 'alignment', say });

const TOO_WEAK: Cause = {
  name: 'too little for this material',
  weight: 4,
  likelier: { 'never proven': 2, 'was right lately': 0.4, 'thick material': 1.4 },
  change: more,
};
const BLUNT: Cause = {
  name: 'the tool is worn',
  by: 'tool',
  weight: 2,
  likelier: { 'worn tool': 2, 'tool near its end': 1.8, 'was right lately': 1.4 },
  change: tool('Put in a fresh blade, or nudge for this one.'),
};
const TOO_STRONG: Cause = {
  name: 'too much for this material',
  weight: 4,
  likelier: { 'never proven': 2, 'was right lately': 0.5 },
  change: less,
};
const TOO_FAST: Cause = { name: 'too fast round the corners', weight: 2.5, likelier: { fast: 2.2 }, change: slower };
const SMALL: Cause = {
  name: 'finer than this material bears',
  weight: 1.5,
  likelier: { 'finer than the material bears': 4 },
  change: prepare('Make the artwork larger, or leave the finest parts out.'),
};
const LENS: Cause = {
  name: 'the lens is dirty, or out of focus',
  by: 'beam',
  weight: 2,
  likelier: { 'was right lately': 2.5, 'worn tool': 1.5 },
  change: align('Clean the lens, and set the focus anew.'),
};

/** Everything that can be seen to go wrong, with what may be behind it. */
export const SYMPTOMS: readonly Symptom[] = [
  {
    name: 'not-through-everywhere',
    label: 'not through anywhere',
    processes: CUTS,
    causes: [
      TOO_WEAK,
      BLUNT,
      {
        name: 'the blade does not reach through',
        by: 'tool',
        weight: 2,
        likelier: { 'thick material': 2.5 },
        change: { kind: 'dial', way: 'more', quantity: 'depth' },
      },
      LENS,
    ],
  },
  {
    name: 'not-through-in-places',
    label: 'not through in places',
    processes: CUTS,
    causes: [
      {
        name: 'the sheet does not lie flat',
        weight: 3,
        likelier: { 'was right lately': 1.8 },
        by: 'tool',
        change: prepare('Press the sheet onto its carrier, or tape it down at its edges.'),
      },
      {
        name: 'the sheet does not lie flat on the bed',
        by: 'beam',
        weight: 3,
        likelier: { 'was right lately': 1.8 },
        change: prepare('Weigh or pin it down flat, and look at the bed below it.'),
      },
      { ...TOO_WEAK, weight: 3 },
      BLUNT,
      { name: 'the material is uneven in thickness', weight: 1.2, likelier: { 'thick material': 2 }, change: more },
    ],
  },
  {
    name: 'corners-hang',
    label: 'only the corners hang',
    processes: CUTS,
    causes: [
      TOO_FAST,
      {
        name: 'the cut ends before it has closed',
        by: 'tool',
        weight: 2.5,
        change: { kind: 'dial', way: 'more', quantity: 'overcut' },
      },
      { ...TOO_WEAK, weight: 1.5 },
      BLUNT,
    ],
  },
  {
    name: 'small-pieces-lift',
    label: 'small pieces lift',
    processes: BLADES,
    causes: [
      SMALL,
      TOO_FAST,
      {
        name: 'the carrier no longer holds',
        weight: 2,
        change: prepare('Use a fresh carrier sheet, or tape the edges down.'),
      },
      BLUNT,
      { name: 'the blade stands out too far', weight: 1.5, change: { kind: 'dial', way: 'less', quantity: 'depth' } },
    ],
  },
  {
    name: 'torn-corners',
    label: 'corners are torn',
    processes: BLADES,
    causes: [BLUNT, TOO_FAST, { ...TOO_STRONG, weight: 2 }, SMALL],
  },
  {
    name: 'backing-cut',
    label: 'the backing is cut',
    processes: ['kiss-cut'],
    causes: [
      TOO_STRONG,
      { name: 'the blade stands out too far', weight: 3, change: { kind: 'dial', way: 'less', quantity: 'depth' } },
      { name: 'another, thinner roll', weight: 1, likelier: { 'was right lately': 2.5 }, change: less },
    ],
  },
  {
    name: 'backing-marked',
    label: 'the backing is marked',
    processes: ['kiss-cut'],
    causes: [
      { ...TOO_STRONG, weight: 3 },
      {
        name: 'the blade stands out a little too far',
        weight: 2.5,
        change: { kind: 'dial', way: 'less', quantity: 'depth' },
      },
    ],
  },
  {
    name: 'scorched-edge',
    label: 'the edge is scorched',
    processes: ['laser-cut'],
    causes: [
      {
        name: 'too slow for its power',
        weight: 3,
        likelier: { 'never proven': 1.6 },
        change: { kind: 'dial', way: 'more', quantity: 'speed' },
      },
      { ...TOO_STRONG, weight: 2 },
      {
        name: 'no air at the cut',
        weight: 2,
        likelier: { 'was right lately': 1.6 },
        change: prepare('Turn the air on, and look whether the nozzle is free.'),
      },
      LENS,
    ],
  },
  {
    name: 'sooty-edge',
    label: 'the edge is sooty',
    processes: ['laser-cut', 'laser-area', 'laser-line'],
    causes: [
      {
        name: 'smoke settles on the face',
        weight: 3,
        change: prepare('Mask the face, and see that smoke is drawn off.'),
      },
      { name: 'no air at the cut', weight: 2.5, change: prepare('Turn the air on.') },
      { ...TOO_STRONG, weight: 1.5 },
    ],
  },
  {
    name: 'engraving-too-faint',
    label: 'the engraving is too faint',
    processes: ENGRAVING,
    causes: [
      TOO_WEAK,
      LENS,
      { name: 'the lines are too far apart', weight: 1.5, change: { kind: 'dial', way: 'less', quantity: 'interval' } },
      { name: 'the coating is harder than the last one', weight: 1, likelier: { 'was right lately': 2 }, change: more },
    ],
  },
  {
    name: 'engraving-too-deep',
    label: 'the engraving is too deep',
    processes: ENGRAVING,
    causes: [
      TOO_STRONG,
      { name: 'the lines are too close', weight: 1.5, change: { kind: 'dial', way: 'more', quantity: 'interval' } },
    ],
  },
  {
    name: 'engraving-banded',
    label: 'the engraving is banded',
    processes: ['laser-area', 'drag-engrave'],
    causes: [
      { name: 'the lines do not meet', weight: 3, change: { kind: 'dial', way: 'less', quantity: 'interval' } },
      {
        name: 'the belt or the rail has play',
        weight: 2,
        likelier: { fast: 1.8, 'was right lately': 1.5 },
        change: align('Tighten the belt, and clean the rail.'),
      },
      { name: 'the head swings at the turns', weight: 1.8, likelier: { fast: 2.2 }, change: slower },
    ],
  },
  {
    name: 'foil-skips',
    label: 'the foil skips',
    processes: ['foil'],
    causes: [
      {
        name: 'the foil does not lie tight',
        weight: 3,
        change: prepare('Tape the foil down all round, without a crease.'),
      },
      TOO_FAST,
      TOO_WEAK,
      { name: 'the tip is not hot yet', weight: 1.5, change: prepare('Let the tip warm up longer before the start.') },
    ],
  },
  {
    name: 'foil-bleeds',
    label: 'the foil bleeds',
    processes: ['foil'],
    causes: [
      TOO_STRONG,
      { name: 'too slow, the heat spreads', weight: 2, change: { kind: 'dial', way: 'more', quantity: 'speed' } },
      SMALL,
    ],
  },
  {
    name: 'foil-wrong-place',
    label: 'the foil is at the wrong place',
    processes: ['foil'],
    causes: [
      {
        name: 'the sheet was moved between two steps',
        weight: 3,
        change: align('Leave the sheet in the machine between the steps.'),
      },
      {
        name: 'the tip sits in another place than the pen',
        weight: 2,
        change: {
          kind: 'alignment',
          say: 'Measure how far the holders mark beside each other; every file goes by it from then on.',
          measures: 'holders',
        },
      },
    ],
  },
  {
    name: 'ink-skips',
    label: 'the ink skips',
    processes: ['draw'],
    causes: [
      {
        name: 'the pen is dry or nearly empty',
        weight: 3,
        likelier: { 'tool near its end': 3, 'worn tool': 1.8 },
        change: tool('Draw on scrap until it flows, or put in a fresh pen.'),
      },
      { name: 'too fast for this pen', weight: 2, likelier: { fast: 2 }, change: slower },
      { ...TOO_WEAK, weight: 1.5 },
    ],
  },
  {
    name: 'ink-bleeds',
    label: 'the ink bleeds',
    processes: ['draw'],
    causes: [
      {
        name: 'the paper takes up too much',
        weight: 2.5,
        change: prepare('Take a smoother paper, or a pen with less ink.'),
      },
      { name: 'too slow, the ink spreads', weight: 2.5, change: { kind: 'dial', way: 'more', quantity: 'speed' } },
      { ...TOO_STRONG, weight: 1.5 },
    ],
  },
  {
    name: 'transfer-edge-lifts',
    label: 'the edge of the transfer lifts',
    processes: ['heat-press'],
    causes: [
      TOO_WEAK,
      {
        name: 'too little pressure at the edge',
        weight: 2.5,
        change: { kind: 'dial', way: 'more', quantity: 'pressure' },
      },
      { name: 'peeled too hot or too cold', weight: 1.5, change: prepare('Peel as the film asks for.') },
      { name: 'damp in the cloth', weight: 1.2, change: prepare('Press the bare cloth for five seconds first.') },
    ],
  },
  {
    name: 'transfer-scorched',
    label: 'the transfer is scorched',
    processes: ['heat-press'],
    causes: [
      TOO_STRONG,
      {
        name: 'the cloth bears less heat than the film',
        weight: 2,
        change: prepare('Use a cover sheet, and go below the limit of the cloth.'),
      },
    ],
  },
  {
    name: 'print-pale',
    label: 'the print is pale or uneven',
    processes: ['sublimate'],
    causes: [
      TOO_WEAK,
      {
        name: 'the plate did not lie on everywhere',
        weight: 2,
        change: { kind: 'dial', way: 'more', quantity: 'pressure' },
      },
      {
        name: 'what it goes on takes little ink',
        weight: 2,
        change: prepare('Take a cloth of polyester, or a blank that is coated to take ink.'),
      },
      {
        name: 'damp in the paper or the blank',
        weight: 1.2,
        change: prepare('Warm the blank for five seconds first.'),
      },
    ],
  },
  {
    name: 'print-creeps',
    label: 'the colours creep over their edges',
    processes: ['sublimate'],
    causes: [
      TOO_STRONG,
      {
        name: 'the paper lay on after the press was opened',
        weight: 2,
        change: prepare('Lift the paper off at once, in one go, while it is hot.'),
      },
    ],
  },
  {
    name: 'transfer-ghosted',
    label: 'the transfer is ghosted',
    processes: ['heat-press', 'sublimate'],
    causes: [
      {
        name: 'it moved when the press was opened',
        weight: 3,
        change: align('Tape it down, and open the press straight up.'),
      },
      { ...TOO_STRONG, weight: 1.5 },
    ],
  },
  {
    name: 'white-rim',
    label: 'a white rim round the print',
    processes: PRINTED,
    causes: [
      { name: 'the artwork has no bleed', weight: 3, change: prepare('Let the print go 1 to 2 mm beyond the cut.') },
      { name: 'the cut is shifted from the print', weight: 2, change: align('Read the marks again.') },
    ],
  },
  {
    name: 'cut-shifted',
    label: 'the cut is shifted from the print',
    processes: PRINTED,
    causes: [
      {
        name: 'the marks were read askew',
        weight: 3,
        change: align('Lay the sheet straight, and read the marks again.'),
      },
      {
        name: 'the print was scaled by the printer',
        weight: 2,
        change: prepare('Print at 100 %, without “fit to page”.'),
      },
      { name: 'the sheet slipped', by: 'tool', weight: 1.5, likelier: { fast: 1.6 }, change: slower },
      {
        name: 'the sheet was shifted',
        by: 'beam',
        weight: 1.5,
        change: align('Hold it down, and begin anew from its marks.'),
      },
    ],
  },
  {
    name: 'marks-not-read',
    label: 'the marks are not read',
    processes: PRINTED,
    causes: [
      {
        name: 'gloss throws the light back',
        weight: 2.5,
        change: prepare('Lay a matt tape over the marks, or cover the laminate there.'),
      },
      { name: 'the marks are too pale or broken', weight: 2.5, change: prepare('Print the marks in full black.') },
      {
        name: 'the sheet lies outside of where marks are looked for',
        weight: 2,
        change: align('Move the sheet to where the machine counts from.'),
      },
    ],
  },
  {
    name: 'blank-warped',
    label: 'the blank is warped',
    processes: ['laser-cut', 'laser-area', 'laser-line', 'through-cut', 'drag-engrave'],
    causes: [
      { name: 'it was not held flat', weight: 3, change: prepare('Hold it down at its edges.') },
      { ...TOO_STRONG, name: 'too much heat at once', by: 'beam', weight: 2 },
      { ...TOO_STRONG, name: 'too much pressure of the tool', by: 'tool', weight: 1 },
      {
        name: 'it took up damp',
        weight: 1.5,
        likelier: { 'thick material': 1.3 },
        change: prepare('Store it flat and dry, weighed down overnight.'),
      },
    ],
  },
  {
    name: 'seam-does-not-meet',
    label: 'the seam does not meet',
    processes: ['through-cut', 'laser-cut', 'score'],
    causes: [
      {
        name: 'the machine does not cut to size',
        weight: 2.5,
        change: align('Cut a 100 mm square, measure it, and write the scale down with the machine.'),
      },
      {
        name: 'the kerf was not reckoned with',
        by: 'beam',
        weight: 2.5,
        change: prepare('Give the kerf of this material to the cut.'),
      },
      {
        name: 'the pattern was scaled',
        weight: 2,
        change: prepare('Check the width of the artwork against the pattern.'),
      },
    ],
  },
];

/** What works the material in a process: a tool, a beam or a heated plate. */
const workedBy = (process: ProcessName): MachineKindFacts['does'] =>
  machineKindOf(processOf(process).machineKinds[0]).does;

/** The symptoms of a process, with the causes that there can be with what works the material in it. */
export const symptomsOf = (process: ProcessName): readonly Symptom[] =>
  SYMPTOMS.filter(({ processes }) => processes.includes(process)).map((symptom) => ({
    ...symptom,
    causes: symptom.causes.filter(({ by }) => by === undefined || by === workedBy(process)),
  }));
