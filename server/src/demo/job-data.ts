import type { NewNote } from '@keen-anvil/contract';
import type { Outcome, ProcessName } from '@keen-anvil/core/recipes';

export interface SeriesData {
  daysAgo: number;
  /** One outcome for each step; null where it was not run yet: the series stands at the hold before it. */
  outcomes: (Outcome | null)[];
}

export interface JobData {
  name: string;
  file: string;
  /** What is done with each colour: its material, and the process where it is not the usual one. */
  steps: Record<
    string,
    | string
    | { material: string; process?: ProcessName; machine?: string; tool?: string; piece?: string; onCarrier?: boolean }
  >;
  /** Parts that are only shown. */
  guides?: string[];
  /** How it was drawn, where its material asks. */
  readsReversed?: boolean;
  notes?: Omit<NewNote, 'id'>[];
  /** Kept as a template of this name, before anything has changed since. */
  template?: string;
  daysAgo?: number;
  series: SeriesData[];
}

const numberPlate = { '#f4f4ef': 'Outdoor vinyl, white', '#1d2f5c': 'Outdoor vinyl, navy' };

export const JOBS: JobData[] = [
  {
    name: 'Kit labels for the boathouse',
    file: 'kit-label.svg',
    steps: { '#e8b31e': 'Stencil film, frosted' },
    series: [{ daysAgo: 12, outcomes: ['right'] }],
  },
  {
    name: 'Boat numbers, spring set',
    file: 'boat-number-12.svg',
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
    name: 'Prize coasters',
    file: 'ripple-coaster.png',
    steps: { '#000000': 'Bamboo board' },
    notes: [{ kind: 'measure', label: 'Coaster', value: '95 mm square, ripples 80 mm across' }],
    daysAgo: 3,
    series: [],
  },
  {
    name: 'Boat plates',
    file: 'boat-plate.svg',
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
    file: 'course-bunting.svg',
    steps: { '#c8342f': 'Cotton poplin' },
    daysAgo: 2.2,
    series: [],
  },
  {
    name: 'Certificates',
    file: 'certificate.svg',
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
    file: 'finisher-medals.dxf',
    steps: {
      '#cc6600': { material: 'Birch plywood 3 mm', process: 'laser-area', machine: 'Diode' },
      '#0000ff': { material: 'Birch plywood 3 mm', process: 'laser-cut', machine: 'Diode' },
    },
    daysAgo: 1.2,
    series: [],
  },
  {
    name: 'Crew shirts',
    file: 'crew-crest.svg',
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
    name: 'Boat number 12',
    file: 'boat-number-12.svg',
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
