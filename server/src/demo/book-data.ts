import type { Outcome, ProcessName, Settings, Source } from '@keen-anvil/core/recipes';

/** A trial of the demo: how many days ago, how it came out, what was dialled where that differed, and how worn the tool was. */
export type TrialData = [daysAgo: number, outcome: Outcome, changes?: Settings, wear?: number];

export interface RecipeData {
  material: string;
  machine: string;
  tool: string;
  process: ProcessName;
  settings: Settings;
  source: Source;
  reason: string;
  note?: string;
  /** Numbers that stood here before, oldest first. */
  earlier?: { settings: Settings; source: Source; reason: string; daysAgo: number }[];
  daysAgo: number;
  trials: TrialData[];
  /** A nudge that is in force, for the recipe's tool or a piece of the material. */
  nudge?: { changes: Settings; reason: string; piece?: string; daysAgo: number };
  nail?: number;
}

const kiss = (force: number, speed = 5, depth = 2): Settings => ({ depth, force, speed, passes: 1, overcut: 0.4 });
const rights = (...days: number[]): TrialData[] => days.map((day) => [day, 'right']);
const [LONG, LITTLE, DIODE, TUBE, CLAM, IRON] = [
  'Long plotter',
  'Little plotter',
  'Diode',
  'Tube',
  'Clam',
  'Hand iron',
];
const [HOT, WARM, COLD] = [0, 1, 2];
const [OFF, ON] = [0, 1];
const tubeCut = (power: number, speed: number): Settings => ({ power, speed, passes: 1, air: ON });

type Row = [
  material: string,
  settings: Settings,
  source: Source,
  reason: string,
  daysAgo: number,
  trials: TrialData[],
  more?: Partial<RecipeData>,
];
const all = (machine: string, tool: string, process: ProcessName, rows: Row[]): RecipeData[] =>
  rows.map(([material, settings, source, reason, daysAgo, trials, more]) => ({
    material,
    machine,
    tool,
    process,
    settings,
    source,
    reason,
    daysAgo,
    trials,
    ...more,
  }));

export const RECIPES: RecipeData[] = [
  ...all(LONG, 'Fine blade', 'kiss-cut', [
    [
      'Outdoor vinyl, navy',
      kiss(16),
      'own-trial',
      'hung in two corners at 12, clean at 16',
      140,
      [
        [145, 'under', { force: 12 }],
        [145, 'under', { force: 12 }],
        [144, 'under', { force: 14 }],
        ...rights(140, 140),
      ],
      {
        earlier: [
          { settings: kiss(12), source: 'supplier-card', reason: 'the middle of what the card says', daysAgo: 146 },
        ],
        nail: 1,
      },
    ],
    [
      'Outdoor vinyl, white',
      kiss(17),
      'own-trial',
      'a touch harder than the navy, tried on its own',
      138,
      rights(138, 120, 61),
      { nail: 2 },
    ],
    [
      'Transfer film, smooth white',
      kiss(17, 4),
      'own-trial',
      'carrier stays whole, weeds well',
      88,
      [[90, 'over', kiss(24, 4)], [89, 'over', kiss(20, 4)], ...rights(88, 75, 40)],
    ],
    [
      'Sticker paper, matt',
      kiss(19, 6, 3),
      'own-trial',
      'peels without tearing',
      70,
      [[71, 'under', kiss(13, 6, 3)], [71, 'under', kiss(16, 6, 3)], ...rights(70)],
    ],
    ['Stencil film, frosted', kiss(13, 5, 2), 'supplier-card', 'the card: like outdoor vinyl, a little less', 29, []],
  ]),
  ...all(LONG, 'Deep blade', 'kiss-cut', [
    ['Transfer film, gold glitter', kiss(22, 2, 5), 'supplier-card', 'the card: more force, slow', 52, [[50, 'under']]],
    [
      'Sticker paper, laminated',
      kiss(27, 4, 4),
      'own-trial',
      'clean since the spring, then the backing was cut twice',
      66,
      [[67, 'under', kiss(22, 4, 4)], ...rights(66, 60, 41), [9, 'over'], [6, 'far-over']],
    ],
  ]),
  ...all(LITTLE, 'Fine blade, worn', 'kiss-cut', [
    [
      'Outdoor vinyl, navy',
      { force: 105, speed: 60, passes: 1, overcut: 0.5 },
      'own-trial',
      'stepped up by 5 until it stopped hanging',
      96,
      [
        [97, 'under', { force: 90 }, 900],
        [97, 'under', { force: 100 }, 900],
        [96, 'right', {}, 905],
        [70, 'right', {}, 1240],
        [34, 'under', {}, 2050],
        [21, 'under', {}, 2190],
        [20, 'right', { force: 115 }, 2200],
      ],
      { nudge: { changes: { force: 10 }, reason: 'this blade is nearly done', daysAgo: 20 } },
    ],
    [
      'Transfer film, smooth white',
      { force: 130, speed: 60, passes: 1, overcut: 0.5 },
      'guess',
      'what the worn blade needs on vinyl, and some more',
      7,
      [],
    ],
    [
      'Outdoor vinyl, white',
      { force: 110, speed: 60, passes: 1, overcut: 0.5 },
      'own-trial',
      'as the navy, and one step more',
      92,
      [
        [92, 'under', { force: 105 }, 960],
        [92, 'right', {}, 962],
        [55, 'right', {}, 1530],
      ],
    ],
  ]),
  ...all(LONG, 'Deep blade', 'through-cut', [
    [
      'Sticker paper, matt',
      { depth: 5, force: 22, speed: 4, passes: 1, overcut: 0.4 },
      'other-maker',
      'from the next bench, for the same paper',
      44,
      [],
    ],
    [
      'Card 250 g, cream',
      { depth: 7, force: 34, speed: 4, passes: 1, overcut: 0.3 },
      'own-trial',
      'clean edge, mat hardly marked',
      64,
      [[66, 'under', { force: 26 }], [65, 'under', { force: 30 }], ...rights(64, 58, 20)],
      { nail: 3 },
    ],
  ]),
  ...all(LONG, 'Rotary blade', 'through-cut', [
    [
      'Cotton poplin',
      { force: 24, speed: 3, passes: 1 },
      'own-trial',
      'threads stayed whole at 20',
      58,
      [
        [59, 'far-under', { force: 16 }],
        [59, 'under', { force: 20 }],
        [59, 'under', { force: 21 }],
        ...rights(58, 57, 33),
      ],
      { note: 'Iron it first; on the fabric carrier.' },
    ],
    [
      'Canvas',
      { force: 38, speed: 2, passes: 2 },
      'own-trial',
      'one pass never went through',
      55,
      [[56, 'far-under', { force: 38, passes: 1 }], [56, 'under', { force: 32 }], ...rights(55)],
    ],
    ['Polyester jersey', { force: 30, speed: 2, passes: 1 }, 'guess', 'between poplin and canvas', 31, [[31, 'under']]],
  ]),
  ...all(LONG, 'Scoring wheel', 'score', [
    [
      'Card 250 g, cream',
      { force: 22, speed: 4, passes: 1 },
      'own-trial',
      'folds without cracking',
      63,
      [[64, 'under', { force: 16 }], ...rights(63, 20)],
    ],
  ]),
  ...all(LONG, 'Stylus', 'deboss', [
    [
      'Card 250 g, cream',
      { force: 28, speed: 3, passes: 2 },
      'own-trial',
      'from the back, over the cut stencil',
      47,
      [[48, 'under', { passes: 1 }], [48, 'over', { force: 36 }], ...rights(47, 46)],
    ],
  ]),
  ...all(LONG, 'Pen, black 0.4 mm', 'draw', [
    ['Card 250 g, cream', { force: 4, speed: 4, passes: 1 }, 'guess', 'light touch, to begin with', 19, []],
  ]),
  ...all(LONG, 'Pen, navy 0.6 mm', 'draw', [
    [
      'Card 250 g, cream',
      { force: 5, speed: 3, passes: 1 },
      'own-trial',
      'even line, no feathering',
      18,
      [[18, 'under', { speed: 8 }], ...rights(18, 17)],
    ],
  ]),
  ...all(LONG, 'Heated tip', 'foil', [
    [
      'Foil, gold',
      { force: 14, speed: 2, passes: 1 },
      'own-trial',
      'full and sharp after five minutes of warming up',
      49,
      [[51, 'under', { force: 10 }], [51, 'under', { force: 12 }], [50, 'over', { force: 18 }], ...rights(49, 43, 17)],
      { note: 'Tape the foil at all four corners.' },
    ],
    ['Foil, copper', { force: 14, speed: 2, passes: 1 }, 'carried-over', 'as the gold; the same maker', 15, []],
  ]),
  ...all(LONG, 'Engraving point', 'drag-engrave', [
    [
      'Anodised aluminium blanks',
      { force: 24, speed: 3, passes: 2, interval: 0.15 },
      'own-trial',
      'bright line, no burr',
      37,
      [[38, 'under', { passes: 1 }], [38, 'over', { force: 32 }], ...rights(37, 36, 25)],
    ],
  ]),
  ...all(DIODE, 'Head of the Diode', 'laser-cut', [
    [
      'Birch plywood 3 mm',
      { power: 100, speed: 300, passes: 2, air: ON },
      'own-trial',
      'through on nearly every sheet',
      105,
      [
        [107, 'far-under', { passes: 1 }],
        [107, 'under', { speed: 450 }],
        [106, 'over', { passes: 3 }],
        ...rights(105, 104),
      ],
    ],
    [
      'Veg-tan leather',
      { power: 100, speed: 350, passes: 2, air: ON },
      'own-trial',
      'edge brown, not black',
      83,
      [[84, 'under', { speed: 500 }], [84, 'over', { speed: 250 }], ...rights(83, 80, 52)],
      { nail: 4 },
    ],
    [
      'Card 250 g, cream',
      { power: 60, speed: 2400, passes: 1, air: OFF },
      'other-maker',
      'the number everybody passes on',
      77,
      [[76, 'over']],
    ],
  ]),
  ...all(TUBE, 'Head of the Tube', 'laser-cut', [
    [
      'Birch plywood 3 mm',
      tubeCut(55, 15),
      'own-trial',
      'clean edge with air',
      101,
      [[103, 'under', tubeCut(45, 18)], [102, 'under', tubeCut(50, 17)], ...rights(101, 100, 68, 27)],
    ],
    [
      'Birch plywood 4 mm',
      tubeCut(65, 13),
      'own-trial',
      'a little slower than the 3 mm',
      99,
      [[100, 'under', tubeCut(65, 18)], [99, 'under', tubeCut(65, 16)], ...rights(99, 67)],
    ],
    [
      'Cast acrylic 3 mm, clear',
      tubeCut(60, 10),
      'own-trial',
      'flame-polished edge',
      74,
      [[75, 'under', tubeCut(60, 14)], ...rights(74, 73, 45)],
    ],
    [
      'Cast acrylic 3 mm, teal',
      tubeCut(60, 10),
      'carried-over',
      'as the clear one',
      44,
      [
        [44, 'right'],
        [8, 'over'],
        [7, 'over', tubeCut(58, 10)],
      ],
    ],
    [
      'Veg-tan leather',
      tubeCut(40, 12),
      'own-trial',
      'hardly any smell',
      82,
      [[83, 'over', tubeCut(60, 12)], [82, 'over', tubeCut(52, 12)], ...rights(82)],
    ],
    ['Bamboo board', tubeCut(70, 7), 'supplier-card', 'the card: full through at 30 W, 7 mm/s', 41, []],
  ]),
  ...all(DIODE, 'Head of the Diode', 'laser-area', [
    [
      'Birch plywood 3 mm',
      { power: 40, speed: 3000, interval: 0.1, passes: 1, air: OFF },
      'own-trial',
      'brown and even',
      95,
      [[96, 'under', { power: 30 }], [96, 'over', { power: 60 }], ...rights(95, 93)],
    ],
    [
      'Veg-tan leather',
      { power: 30, speed: 3000, interval: 0.1, passes: 1, air: OFF },
      'own-trial',
      'clear and not too deep',
      81,
      [[82, 'over', { power: 45 }], ...rights(81, 80, 51)],
    ],
    [
      'Bamboo board',
      { power: 45, speed: 2500, interval: 0.1, passes: 1, air: OFF },
      'own-trial',
      'reads from across the table',
      62,
      [[63, 'under', { power: 30 }], [63, 'under', { power: 38 }], ...rights(62, 59)],
    ],
    [
      'Anodised aluminium blanks',
      { power: 80, speed: 2000, interval: 0.05, passes: 1, air: OFF },
      'guess',
      'what little the web of makers says',
      26,
      [[26, 'under', { power: 60 }]],
    ],
  ]),
  ...all(TUBE, 'Head of the Tube', 'laser-area', [
    [
      'Bamboo board',
      { power: 22, speed: 160, interval: 0.1, passes: 1, air: ON },
      'own-trial',
      'light brown, quick',
      60,
      [[61, 'over', { power: 32 }], [61, 'over', { power: 28 }], ...rights(60, 35)],
    ],
    [
      'Birch plywood 3 mm',
      { power: 16, speed: 130, interval: 0.1, passes: 1, air: ON },
      'own-trial',
      'even on both faces',
      91,
      [[92, 'over', { power: 22 }], ...rights(91, 90)],
    ],
    [
      'Veg-tan leather',
      { power: 12, speed: 130, interval: 0.1, passes: 1, air: ON },
      'carried-over',
      'from the Diode, through watts',
      30,
      [[30, 'right']],
    ],
    [
      'Cast acrylic 3 mm, clear',
      { power: 15, speed: 300, interval: 0.1, passes: 1, air: ON },
      'own-trial',
      'white and even',
      72,
      [[73, 'under', { power: 11 }], ...rights(72)],
    ],
  ]),
  ...all(DIODE, 'Head of the Diode', 'laser-line', [
    [
      'Birch plywood 3 mm',
      { power: 40, speed: 1500, passes: 1, air: OFF },
      'own-trial',
      'thin and dark',
      94,
      [[95, 'under', { power: 25 }], ...rights(94)],
    ],
    ['Veg-tan leather', { power: 30, speed: 1500, passes: 1, air: OFF }, 'other-maker', 'from the next bench', 79, []],
  ]),
  ...all(TUBE, 'Head of the Tube', 'laser-line', [
    [
      'Birch plywood 4 mm',
      { power: 12, speed: 45, passes: 1, air: ON },
      'own-trial',
      'a line to fold the medal ribbon under',
      39,
      [[40, 'over', { power: 18 }], ...rights(39)],
    ],
  ]),
  ...all(CLAM, 'Plate of the Clam', 'heat-press', [
    [
      'Transfer film, smooth white',
      { temperature: 150, dwell: 15, pressure: 4, preheat: 5, second: 5, peel: WARM, cover: 1 },
      'own-trial',
      'edges held after ten washes',
      86,
      [[87, 'under', { temperature: 140 }], ...rights(86, 76, 41), [29, 'right', { dwell: 34 }]],
      { note: 'On jersey keep below 155 °C.', nail: 5 },
    ],
    [
      'Transfer film, gold glitter',
      { temperature: 160, dwell: 20, pressure: 4, preheat: 5, second: 5, peel: COLD, cover: 1 },
      'supplier-card',
      'the card, for cotton',
      51,
      [
        [51, 'right'],
        [48, 'under', { dwell: 14 }],
        [22, 'right', { temperature: 151, dwell: 24 }],
      ],
    ],
  ]),
  ...all(CLAM, 'Plate of the Clam', 'sublimate', [
    [
      'Ink transfer paper',
      { temperature: 196, dwell: 60, pressure: 3, cover: 1 },
      'own-trial',
      'even over the whole plate, and the white stayed white',
      34,
      [[35, 'under', { dwell: 40 }], ...rights(34, 21)],
    ],
  ]),
  ...all(IRON, 'Plate of the Hand iron', 'heat-press', [
    [
      'Transfer film, smooth white',
      { temperature: 305, dwell: 18, preheat: 5, peel: WARM, cover: 1 },
      'own-trial',
      'leaning on it with both hands',
      68,
      [[69, 'under', { dwell: 12 }], ...rights(68)],
    ],
    [
      'Transfer film, gold glitter',
      { temperature: 320, dwell: 25, preheat: 5, peel: HOT, cover: 1 },
      'guess',
      'a little hotter and longer than the smooth one',
      33,
      [[33, 'under']],
    ],
  ]),
];
