import type {
  MachineView,
  MaterialView,
  RecipeDetail,
  RecipeSummary,
  SuggestionView,
  ToolView,
} from '@keen-anvil/contract';
import { clam, diode, longPlotter } from '../../core/testing/shop';
import { tally } from '../../core/testing/tally';

/** Rows of the demo's world, as the server would answer with them. */
const shown = <M>(machine: M): M & { version: number; isArchived: boolean } => ({
  ...machine,
  version: 3,
  isArchived: false,
});

export const machines: MachineView[] = [shown(longPlotter), shown(diode), shown(clam)];

export const fineBlade: ToolView = {
  id: 'fine',
  version: 5,
  name: 'Fine blade',
  kind: 'fine-blade',
  machineId: null,
  details: { angle: 45 },
  wear: 412,
  life: 2500,
  lifeNumber: 2,
  lifeBeganAt: '2026-06-01T08:00:00.000Z',
  lives: [
    {
      number: 1,
      wear: 2440,
      beganAt: '2026-01-01T08:00:00.000Z',
      endedAt: '2026-06-01T08:00:00.000Z',
      note: 'tip broken off',
    },
  ],
  isArchived: false,
};
export const diodeHead: ToolView = {
  ...fineBlade,
  id: 'head',
  name: 'Head of the Diode',
  kind: 'laser-head',
  machineId: 'diode',
  details: {},
  wear: 118,
  life: null,
  lifeNumber: 1,
  lives: [],
};
export const tools: ToolView[] = [fineBlade, diodeHead];

export const navy: MaterialView = {
  id: 'navy',
  version: 2,
  name: 'Outdoor vinyl, navy',
  family: 'vinyl',
  finish: 'gloss, cast',
  colour: '#1d2f5c',
  thicknessMm: 0.08,
  readingsMm: [],
  spreadMm: null,
  smallestDetailMm: 1,
  mirrored: false,
  facing: 'colour up, backing down',
  heatLimitC: null,
  supplierCard: 'Card: “force medium-low”.',
  priceCents: 940,
  pricePer: 'm2',
  notes: '',
  details: { tack: 'permanently' },
  defaultProcess: 'kiss-cut',
  typed: {},
  photoId: null,
  patternWidthMm: null,
  kerfs: [],
  isArchived: false,
  pieces: [
    {
      id: 'roll',
      version: 1,
      kind: 'roll',
      name: 'navy roll',
      widthMm: 305,
      lengthMm: 4200,
      count: 1,
      outline: null,
      holes: [],
      trials: [],
      photo: null,
      isArchived: false,
    },
    {
      id: 'used',
      version: 1,
      kind: 'sheet',
      name: 'test sheets',
      widthMm: 100,
      lengthMm: 100,
      count: 0,
      outline: null,
      holes: [],
      trials: [],
      photo: null,
      isArchived: false,
    },
  ],
};
export const leather: MaterialView = {
  ...navy,
  id: 'leather',
  name: 'Veg-tan leather',
  family: 'leather',
  colour: '#b98a5a',
  thicknessMm: 2.5,
  readingsMm: [2.4, 2.6],
  spreadMm: 0.1414,
  smallestDetailMm: 1.5,
  details: { tanning: 'vegetable' },
  defaultProcess: 'laser-cut',
  supplierCard: null,
  priceCents: null,
  pieces: [],
};
export const materials: MaterialView[] = [navy, leather];

export const summary: RecipeSummary = {
  id: 'recipe-1',
  process: 'kiss-cut',
  settings: { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 },
  typed: {},
  source: 'own-trial',
  temper: { temper: 'violet', tally: tally({ rights: 3, rightsSince: 3 }) },
  lastUsedAt: null,
  isNailed: false,
  isArchived: false,
  material: { id: 'navy', name: 'Outdoor vinyl, navy', colour: '#1d2f5c', family: 'vinyl', thicknessMm: 0.08 },
  machine: { id: 'long', name: 'Long plotter' },
  tool: { id: 'fine', name: 'Fine blade', kind: 'fine-blade' },
};
export const recipe: RecipeDetail = {
  ...summary,
  version: 4,
  reason: 'clean at 16',
  note: 'Slow at the tips.',
  revisions: [
    {
      number: 1,
      settings: summary.settings,
      typed: {},
      source: 'own-trial',
      reason: 'clean at 16',
      returnedTo: null,
      createdAt: '2026-10-01T10:00:00.000Z',
    },
  ],
  evidence: [
    {
      id: 'e1',
      kind: 'run',
      outcome: 'right',
      at: '2026-10-05T10:00:00.000Z',
      settings: summary.settings,
      jobName: 'Boat numbers',
      toolWear: 400,
      toolLife: 2,
      earlier: [],
    },
    {
      id: 'e2',
      kind: 'trial',
      outcome: 'under',
      at: '2026-10-01T10:00:00.000Z',
      settings: { ...summary.settings, force: 12 },
      jobName: null,
      toolWear: null,
      toolLife: null,
      earlier: [],
    },
  ],
  variants: [],
  wearHint: null,
};
export const suggestion: SuggestionView = {
  settings: { depth: 2, force: 17, speed: 5, passes: 1, overcut: 0.4 },
  dose: 4.3,
  spread: 0.15,
  offBy: { quantity: 'force', steps: 2 },
  source: 'carried-over',
  why: 'From Outdoor vinyl, white; could be off by two steps of force either way',
  leanedOn: [
    {
      recipeId: 'a',
      materialName: 'Outdoor vinyl, white',
      thicknessMm: 0.08,
      machineName: 'Long plotter',
      weight: 0.6,
    },
    { recipeId: 'b', materialName: 'Outdoor vinyl, teal', thicknessMm: 0.1, machineName: 'Long plotter', weight: 0.4 },
  ],
};

/** A page of the book with these recipes in it. */
export const pageOf = (...recipes: RecipeSummary[]) => ({ body: { recipes, total: recipes.length, read: [] } });

/** What the pretend server answers wherever the shop is asked for. */
export const shopAnswers = {
  '/api/machines': { body: machines },
  '/api/tools': { body: tools },
  '/api/materials': { body: materials },
  '/api/bench': { body: { runs: [], nailed: [], recipes: [], jobs: [] } },
};
