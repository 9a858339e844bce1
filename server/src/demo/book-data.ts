import type { Outcome, ProcessName, Settings, Source } from '@keen-anvil/core/recipes';

/** A trial of the demo: how many days ago, how it came out, and what was dialled where that differed. */
export type TrialData = [daysAgo: number, outcome: Outcome, settings?: Settings];

export interface RecipeData {
  material: string;
  machine: string;
  tool: string;
  process: ProcessName;
  settings: Settings;
  source: Source;
  reason: string;
  /** Numbers that stood here before, oldest first. */
  earlier?: { settings: Settings; source: Source; reason: string; daysAgo: number }[];
  daysAgo: number;
  trials: TrialData[];
}

const kiss = (force: number, speed = 5, depth = 2): Settings => ({ depth, force, speed, passes: 1, overcut: 0.4 });

export const RECIPES: RecipeData[] = [
  {
    material: 'Outdoor vinyl, navy', machine: 'Long plotter', tool: 'Fine blade', process: 'kiss-cut',
    settings: kiss(16), source: 'own-trial', reason: 'hung in two corners at 12, clean at 16', daysAgo: 140,
    earlier: [{ settings: kiss(12), source: 'supplier-card', reason: 'the middle of what the card says', daysAgo: 146 }],
    trials: [[145, 'under', kiss(12)], [145, 'under', kiss(12)], [140, 'right'], [140, 'right']],
  },
  {
    material: 'Outdoor vinyl, white', machine: 'Long plotter', tool: 'Fine blade', process: 'kiss-cut',
    settings: kiss(17), source: 'own-trial', reason: 'a touch harder than the navy, tried on its own', daysAgo: 138,
    trials: [[138, 'right'], [120, 'right'], [61, 'right']],
  },
  {
    material: 'Outdoor vinyl, navy', machine: 'Little plotter', tool: 'Fine blade, worn', process: 'kiss-cut',
    settings: { force: 105, speed: 60, passes: 1, overcut: 0.5 }, source: 'own-trial', reason: 'stepped up by 5 until it stopped hanging', daysAgo: 96,
    trials: [[97, 'under', { force: 90, speed: 60, passes: 1, overcut: 0.5 }], [96, 'right'], [34, 'under']],
  },
  {
    material: 'Transfer film, smooth white', machine: 'Long plotter', tool: 'Fine blade', process: 'kiss-cut',
    settings: kiss(17, 4), source: 'own-trial', reason: 'carrier stays whole, weeds well', daysAgo: 88,
    trials: [[90, 'over', kiss(24, 4)], [88, 'right'], [75, 'right'], [40, 'right']],
  },
  {
    material: 'Transfer film, gold glitter', machine: 'Long plotter', tool: 'Deep blade', process: 'kiss-cut',
    settings: kiss(34, 2, 5), source: 'supplier-card', reason: 'the card: more force, slow', daysAgo: 52,
    trials: [[50, 'under']],
  },
  {
    material: 'Sticker paper, matt', machine: 'Long plotter', tool: 'Fine blade', process: 'kiss-cut',
    settings: kiss(19, 6, 3), source: 'own-trial', reason: 'peels without tearing', daysAgo: 70,
    trials: [[71, 'under', kiss(13, 6, 3)], [70, 'right']],
  },
  {
    material: 'Sticker paper, matt', machine: 'Long plotter', tool: 'Deep blade', process: 'through-cut',
    settings: { depth: 5, force: 22, speed: 4, passes: 1, overcut: 0.4 }, source: 'other-maker', reason: 'from the next bench, for the same paper', daysAgo: 44,
    trials: [],
  },
  {
    material: 'Stencil film, frosted', machine: 'Long plotter', tool: 'Fine blade', process: 'kiss-cut',
    settings: kiss(13, 5, 2), source: 'supplier-card', reason: 'the card: like outdoor vinyl, a little less', daysAgo: 29,
    trials: [],
  },
  {
    material: 'Card 250 g, cream', machine: 'Long plotter', tool: 'Deep blade', process: 'through-cut',
    settings: { depth: 7, force: 34, speed: 4, passes: 1, overcut: 0.3 }, source: 'own-trial', reason: 'clean edge, mat hardly marked', daysAgo: 64,
    trials: [[66, 'under', { depth: 7, force: 26, speed: 4, passes: 1, overcut: 0.3 }], [64, 'right'], [58, 'right'], [20, 'right']],
  },
  {
    material: 'Card 250 g, cream', machine: 'Long plotter', tool: 'Scoring wheel', process: 'score',
    settings: { force: 22, speed: 4, passes: 1 }, source: 'own-trial', reason: 'folds without cracking', daysAgo: 63,
    trials: [[63, 'right'], [20, 'right']],
  },
  {
    material: 'Card 250 g, cream', machine: 'Long plotter', tool: 'Pen, black 0.4 mm', process: 'draw',
    settings: { force: 4, speed: 4, passes: 1 }, source: 'guess', reason: 'light touch, to begin with', daysAgo: 19,
    trials: [],
  },
];
