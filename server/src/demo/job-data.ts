import type { UnnamedAction } from './unnamed-action';
import type { NewNote } from '@keen-anvil/contract';
import type { SheetTurn } from '@keen-anvil/core/layout';
import type { TextChoices, TracingWay } from '@keen-anvil/core/artwork-choices';
import type { MeasuredChoices } from '@keen-anvil/core/measured';
import { demoId } from './ids';
import type { NestData } from './nest-job';
import type { Outcome, ProcessName } from '@keen-anvil/core/recipes';

export interface SeriesData {
  daysAgo: number;
  /** One outcome for each step, or that nobody has said it yet; null where it was not run: the series stands at the hold before it. */
  outcomes: (Outcome | 'to score' | null)[];
  /** Its last run went over a cable that was pulled when so much of it was done, as a share. */
  pulledAt?: number;
}

/** A drawing of a job: a file of the demo, a text, or a shape from measures; set where it lies in the job, mm. */
export type DrawingData = (
  { file: string; tracing?: TracingWay } | { text: Partial<TextChoices> } | { shape: MeasuredChoices }
) & {
  at?: { x: number; y: number };
};

/** Finds parts of a job by their names, and drawings by their place in it. */
export interface Finder {
  parts: (...names: string[]) => string[];
  partsOf: (drawing: number) => string[];
  drawing: (drawing: number) => string;
  /** In mm. */
  widthOf: (partId: string) => number;
}

export interface JobData {
  name: string;
  drawings: DrawingData[];
  /** What is made of its parts, one after the other. */
  made?: ((find: Finder) => UnnamedAction)[];
  /** What is done with each colour, or with the step of a part: its material, and the process where it is not the usual one. */
  steps: Record<
    string,
    | string
    | {
        material: string;
        process?: ProcessName;
        machine?: string;
        tool?: string;
        piece?: string;
        onCarrier?: boolean;
        turned?: SheetTurn;
        /** What it is pressed onto. */
        on?: string;
      }
  >;
  /** Laid closely, onto several sheets. */
  nested?: NestData;
  /** Parts that are only shown. */
  guides?: string[];
  /** How it was drawn, where its material asks. */
  readsReversed?: boolean;
  notes?: Omit<NewNote, 'id'>[];
  /** Its steps run the other way round. */
  isOrderTurned?: boolean;
  /** Its press plan is written down, and waits for the start. */
  isToPress?: boolean;
  /** Kept as a template of this name, before anything has changed since. */
  template?: string;
  daysAgo?: number;
  series: SeriesData[];
}

const numberPlate = { '#f4f4ef': 'Outdoor vinyl, white', '#1d2f5c': 'Outdoor vinyl, navy' };

export const JOBS: JobData[] = [
  {
    name: 'Kit labels for the boathouse',
    drawings: [{ file: 'kit-label.svg' }],
    steps: { '#e8b31e': 'Stencil film, frosted' },
    series: [{ daysAgo: 12, outcomes: ['right'] }],
  },
  {
    name: 'Boat numbers, spring set',
    drawings: [{ file: 'boat-number-12.svg' }],
    steps: numberPlate,
    template: 'Boat numbers, two colours',
    series: [
      { daysAgo: 118, outcomes: ['right', 'right'] },
      { daysAgo: 84, outcomes: ['right', 'under'] },
      { daysAgo: 60, outcomes: ['right', 'right'] },
      { daysAgo: 37, outcomes: ['over', 'right'] },
      { daysAgo: 16, outcomes: ['right', 'right'] },
    ],
  },
  {
    name: 'Kit tags',
    drawings: [
      { shape: { shape: 'tag', measures: { width: 46, height: 70, corner: 8, hole: 5, rim: 5, slot: 16 } } },
      { text: { words: 'BOW\n12', capHeightMm: 9 }, at: { x: 11, y: 26 } },
    ],
    made: [
      (find) => ({ do: 'split-step', partIds: find.partsOf(1), stepId: demoId('letters of the kit tags') }),
      (find) => ({ do: 'put-together', partIds: find.partsOf(1) }),
      (find) => ({ do: 'align-parts', partIds: [...find.partsOf(0), ...find.partsOf(1)], at: 'centre' }),
      // Three of them, 4 mm from each other: each with its letters.
      (find) => ({
        do: 'make-part',
        partIds: find.partsOf(1),
        by: 'rows',
        measures: { across: 3, down: 1, gapX: 50 - find.widthOf(find.partsOf(1)[0]), gapY: 4, offset: 0 },
      }),
      (find) => ({
        do: 'make-part',
        partIds: find.partsOf(0),
        by: 'rows',
        measures: { across: 3, down: 1, gapX: 4, gapY: 4, offset: 0 },
      }),
    ],
    steps: {
      BOW12: { material: 'Veg-tan leather', process: 'laser-area', machine: 'Diode' },
      tag: { material: 'Veg-tan leather', process: 'laser-cut', machine: 'Diode' },
    },
    notes: [{ kind: 'measure', label: 'Strap', value: '16 mm wide, 2 mm thick' }],
    daysAgo: 6,
    series: [],
  },
  {
    name: 'Ripple trophies',
    drawings: [{ file: 'oar-blade.svg' }],
    made: [
      (find) => ({
        do: 'make-part',
        partIds: find.parts('blade'),
        by: 'ripples',
        measures: { count: 4, gap: 4, rib: 3, spine: 6, angle: 90, middle: 0 },
      }),
    ],
    steps: {
      '#147a7e': {
        material: 'Cast acrylic 3 mm, teal',
        process: 'laser-cut',
        machine: 'Tube',
        piece: 'offcut of the signs',
      },
    },
    daysAgo: 5.5,
    series: [],
  },
  {
    name: 'Crew stickers',
    drawings: [{ file: 'crew-sticker.png', tracing: 'alpha' }],
    made: [
      (find) => ({
        do: 'make-rim',
        partIds: find.partsOf(0),
        widthMm: 2.5,
        gapsMm: 6,
        peelMm: 4,
        colour: '#fdfdfb',
        bleedMm: 1,
      }),
    ],
    steps: {
      'Part 1, rim': { material: 'Sticker paper, matt', process: 'kiss-cut', tool: 'Fine blade' },
      'Part 1, rim, outline at 4 mm': { material: 'Sticker paper, matt', process: 'through-cut', tool: 'Deep blade' },
    },
    daysAgo: 5,
    series: [],
  },
  {
    name: 'Bottle wraps',
    drawings: [
      { shape: { shape: 'cup-wrap', measures: { how: 1, top: 251, bottom: 218, height: 80, overlap: 5 } } },
      { text: { words: 'OSPREY BEND', capHeightMm: 16, letterSpacingMm: 4 }, at: { x: 24, y: 42 } },
    ],
    made: [
      (find) => ({
        do: 'make-part',
        partIds: find.partsOf(1),
        by: 'cone',
        measures: { how: 1, top: 251, bottom: 218, height: 80, down: 30 },
        asGroup: true,
      }),
    ],
    steps: { '#000000': 'Outdoor vinyl, white' },
    notes: [
      { kind: 'measure', label: 'Bottle', value: 'rims 218 and 251 mm round' },
      { kind: 'words', label: 'Seam', value: '5 mm over each other, at the back' },
    ],
    daysAgo: 4.5,
    series: [],
  },
  {
    name: 'Club crest, debossed',
    drawings: [{ file: 'club-crest.svg' }],
    made: [(find) => ({ do: 'deboss-from-back', partIds: find.partsOf(0), gapMm: 0.8 })],
    steps: {
      crest: { material: 'Card 250 g, cream', tool: 'Deep blade' },
      'crest, stylus line': { material: 'Card 250 g, cream', tool: 'Stylus' },
    },
    daysAgo: 4,
    series: [],
  },
  {
    name: 'Crew board',
    drawings: [
      { file: 'crew-board.svg' },
      { file: 'crew-bow.jpg', tracing: 'kept' },
      { file: 'crew-stroke.jpg', tracing: 'kept' },
      { file: 'crew-cox.jpg', tracing: 'kept' },
    ],
    made: [
      (find) => ({
        do: 'print-parts',
        prints: find.parts('bow', 'stroke', 'cox').map((partId, i) => ({
          partId,
          print: {
            drawingId: find.drawing(i + 1),
            isAsDrawn: false,
            fill: '#22406e',
            measures: { right: 0, down: 3, size: 105, turn: 0, bleed: 1 },
          },
        })),
      }),
    ],
    steps: { '#22406e': { material: 'Sticker paper, matt', process: 'kiss-cut', tool: 'Fine blade' } },
    notes: [{ kind: 'words', label: 'Order', value: 'bow at the left, cox at the right' }],
    daysAgo: 3.5,
    series: [],
  },
  {
    name: 'Prize board with a photo',
    drawings: [{ file: 'crew-stroke.jpg', tracing: 'kept' }],
    steps: { Picture: { material: 'Bamboo board', process: 'laser-area' } },
    notes: [{ kind: 'words', label: 'Shades', value: 'spread dots; look at it under Path of the tool first' }],
    daysAgo: 2.6,
    series: [],
  },
  {
    name: 'Oar-blade tags',
    drawings: [{ file: 'oar-blade.svg' }],
    steps: { '#147a7e': 'Cast acrylic 3 mm, teal' },
    notes: [{ kind: 'words', label: 'Hangs', value: 'the cable came off when the door was opened' }],
    series: [{ daysAgo: 1.2, outcomes: [null], pulledAt: 0.6 }],
  },
  {
    name: 'Spare kit labels',
    drawings: [{ file: 'kit-label.svg' }],
    steps: { '#e8b31e': 'Stencil film, frosted' },
    series: [{ daysAgo: 1.4, outcomes: ['to score'] }],
  },
  {
    name: 'Prize coasters',
    drawings: [{ file: 'ripple-coaster.png' }],
    steps: { '#000000': 'Bamboo board' },
    notes: [{ kind: 'measure', label: 'Coaster', value: '95 mm square, ripples 80 mm across' }],
    daysAgo: 3,
    series: [],
  },
  {
    name: 'Boat plates',
    drawings: [{ file: 'boat-plate.svg' }],
    made: [
      (find) => ({
        do: 'make-part',
        partIds: find.parts('R', 'E', 'D', 'W', 'N'),
        by: 'hatch',
        measures: { way: 0, spacing: 0.3, angle: 45, inset: 0.1, outline: 1 },
      }),
    ],
    steps: { '#1d2f5c': { material: 'Anodised aluminium blanks', onCarrier: true } },
    guides: ['plate'],
    notes: [
      { kind: 'font', label: 'Letters', value: 'Slab, bold, outline only' },
      { kind: 'words', label: 'Club', value: 'one plate for each of the eight boats' },
    ],
    daysAgo: 2.5,
    series: [],
  },
  {
    name: 'Course bunting',
    drawings: [{ file: 'course-bunting.svg' }],
    steps: { '#c8342f': { material: 'Cotton poplin', piece: 'poplin, cut to the carrier', onCarrier: true } },
    nested: { piece: 'poplin, cut to the carrier', copies: 8 },
    daysAgo: 2.2,
    series: [],
  },
  {
    name: 'Certificates',
    drawings: [{ file: 'certificate.svg' }],
    steps: {
      '#1a1a1a': { material: 'Card 250 g, cream', process: 'draw' },
      '#c8342f': 'Card 250 g, cream',
      '#d4af4a': 'Foil, gold',
    },
    notes: [{ kind: 'colour', label: 'Foil', value: '#d4af4a' }],
    daysAgo: 1.5,
    series: [],
  },
  {
    name: 'Finishers’ medals',
    drawings: [
      { file: 'finisher-medals.dxf' },
      ...['FIRST', 'SECOND'].map((words, i) => ({
        text: { words: `${words}\nBOAT\nHOME`, capHeightMm: 7 },
        at: { x: 14 + 74 * i, y: 18 },
      })),
      { shape: { shape: 'turn-marks', measures: { width: 376, height: 276, hole: 3 } }, at: { x: 200, y: 0 } },
    ],
    made: [1, 2].flatMap((drawing) => [
      (find: Finder) => ({ do: 'put-together' as const, partIds: find.partsOf(drawing) }),
      // The middle of the words lies over the middle of their medal.
      (find: Finder) => ({
        do: 'align-parts' as const,
        partIds: [find.partsOf(0)[drawing - 1], ...find.partsOf(drawing)],
        at: 'centre' as const,
      }),
    ]),
    steps: {
      'mark, upper left': { material: 'Birch plywood 3 mm', process: 'laser-cut', machine: 'Diode' },
      '#000000': { material: 'Birch plywood 3 mm', process: 'laser-area', machine: 'Diode', turned: 'left-right' },
      '#cc6600': { material: 'Birch plywood 3 mm', process: 'laser-area', machine: 'Diode' },
      '#0000ff': { material: 'Birch plywood 3 mm', process: 'laser-cut', machine: 'Diode' },
    },
    daysAgo: 1.2,
    series: [],
  },
  {
    name: 'Crew shirts',
    drawings: [{ file: 'crew-crest.svg' }],
    steps: {
      '#c79a3b': 'Transfer film, gold glitter',
      '#22406e': { material: 'Transfer film, gold glitter', process: 'heat-press', machine: 'Clam' },
    },
    readsReversed: false,
    notes: [
      { kind: 'measure', label: 'Below the neckline', value: '75 mm' },
      { kind: 'words', label: 'Crew', value: 'eight medium, three large' },
    ],
    daysAgo: 0.8,
    series: [],
  },
  {
    name: 'Shirts in two films',
    drawings: [{ file: 'crew-crest.svg' }],
    // The crest in gold lies over the white below it.
    steps: {
      '#22406e': { material: 'Transfer film, smooth white', on: 'Polyester jersey' },
      '#c79a3b': { material: 'Transfer film, gold glitter', on: 'Polyester jersey' },
    },
    readsReversed: false,
    notes: [{ kind: 'words', label: 'Crew', value: 'four small, eight medium, three large' }],
    daysAgo: 0.6,
    series: [],
    isOrderTurned: true,
    isToPress: true,
  },
  {
    name: 'Prizes printed on both sides',
    drawings: [
      { file: 'club-crest.svg' },
      { text: { words: 'FIRST PRIZE\nOSPREY BEND', capHeightMm: 6 }, at: { x: 90, y: 30 } },
    ],
    made: [
      (find) => ({ do: 'split-step', partIds: find.partsOf(1), stepId: demoId('backs of the prizes') }),
      (find) => ({ do: 'put-together', partIds: find.partsOf(1) }),
    ],
    steps: {
      crest: {
        material: 'Ink transfer paper',
        process: 'sublimate',
        machine: 'Clam',
        on: 'White acrylic 3 mm, coated',
      },
      FIRSTPRIZEOSPREYBEND: {
        material: 'Ink transfer paper',
        process: 'sublimate',
        machine: 'Clam',
        on: 'White acrylic 3 mm, coated',
        turned: 'left-right',
      },
    },
    daysAgo: 0.4,
    series: [],
  },
  {
    name: 'Boat number 12',
    drawings: [{ file: 'boat-number-12.svg' }],
    // The second colour waits at the other plotter, so that the first one is free.
    steps: {
      ...numberPlate,
      '#1d2f5c': {
        material: 'Outdoor vinyl, navy',
        machine: 'Little plotter',
        tool: 'Fine blade, worn',
        piece: 'navy offcut from the spring set',
      },
    },
    series: [{ daysAgo: 0.02, outcomes: ['right', null] }],
  },
];
