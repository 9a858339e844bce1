import type { Outcome, ProcessName, Settings } from '@keen-anvil/core/recipes';

export interface TuningData {
  material: string;
  machine: string;
  tool: string;
  process: ProcessName;
  piece: string;
  startSpread: number;
  daysAgo: number;
  /** Trials are made until it is settled, or so many. */
  trials: number | 'until settled';
  /** How a trial comes out; in the stand-in's world where it is not said. */
  outcome?: (settings: Settings) => Outcome;
}

/** One is settled, one half-way, one cannot be: on that worn blade the window is narrower than what it scatters. */
export const TUNINGS: TuningData[] = [
  {
    material: 'Card 250 g, cream',
    machine: 'Diode',
    tool: 'Head of the Diode',
    process: 'laser-cut',
    piece: 'A4 card',
    startSpread: 0.35,
    daysAgo: 18,
    trials: 'until settled',
  },
  {
    material: 'Transfer film, gold glitter',
    machine: 'Hand iron',
    tool: 'Plate of the Hand iron',
    process: 'heat-press',
    piece: 'glitter sheet',
    startSpread: 1,
    daysAgo: 3,
    trials: 2,
    outcome: ({ dwell = 0 }) => (dwell < 29 ? 'under' : dwell < 44 ? 'right' : 'over'),
  },
  {
    material: 'Transfer film, smooth white',
    machine: 'Little plotter',
    tool: 'Fine blade, worn',
    process: 'kiss-cut',
    piece: 'white film roll',
    startSpread: 0.35,
    daysAgo: 6,
    trials: 7,
    outcome: ({ force = 0, speed = 60, passes = 1 }) =>
      force * passes ** 0.5 * (60 / speed) ** 0.05 < 132 ? 'under' : 'over',
  },
];
