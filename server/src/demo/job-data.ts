import type { Outcome } from '@keen-anvil/core/recipes';

export interface SeriesData {
  daysAgo: number;
  /** One outcome for each step; null where it was not run yet: the series stands at the hold before it. */
  outcomes: (Outcome | null)[];
}

export interface JobData {
  name: string;
  file: string;
  /** The material of each colour. */
  materials: Record<string, string>;
  series: SeriesData[];
}

const numberPlate = { '#f4f4ef': 'Outdoor vinyl, white', '#1d2f5c': 'Outdoor vinyl, navy' };

export const JOBS: JobData[] = [
  {
    name: 'Kit labels for the boathouse',
    file: 'kit-label.svg',
    materials: { '#e8b31e': 'Stencil film, frosted' },
    series: [{ daysAgo: 12, outcomes: ['right'] }],
  },
  {
    name: 'Boat numbers, spring set',
    file: 'boat-number-12.svg',
    materials: numberPlate,
    series: [
      { daysAgo: 118, outcomes: ['right', 'right'] },
      { daysAgo: 84, outcomes: ['right', 'under'] },
      { daysAgo: 60, outcomes: ['right', 'right'] },
      { daysAgo: 37, outcomes: ['over', 'right'] },
      { daysAgo: 16, outcomes: ['right', 'right'] },
    ],
  },
  {
    name: 'Boat number 12',
    file: 'boat-number-12.svg',
    materials: numberPlate,
    series: [{ daysAgo: 0.02, outcomes: ['right', null] }],
  },
];
