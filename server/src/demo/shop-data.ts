import type { MachineFields, MaterialFields, StockPieceFields, ToolFields } from '@keen-anvil/contract';
import { familyOf, type FamilyName } from '@keen-anvil/core/materials';

// Slipway Studio, a made-up workshop; brandless on purpose.

type DialData = MachineFields['dials'][number];

const dial = (
  name: string,
  label: string,
  unit: string,
  [min, max, step]: [number, number, number],
  points: [number, number][],
  isRated = false,
): DialData => ({
  name,
  label,
  unit,
  min,
  max,
  step,
  isRated,
  calibration: points.map(([at, physical]) => ({ dial: at, physical })),
});

const plain: Omit<MachineFields, 'name' | 'kind' | 'workWidthMm' | 'workLengthMm' | 'dials'> = {
  marginSideMm: 0,
  marginLeadMm: 0,
  marginTailMm: 0,
  carrierSideMm: 0,
  carrierLeadMm: 0,
  carrierTailMm: 0,
  holders: 1,
  maxPasses: 1,
  ratedPowerW: null,
  spotMm: null,
  origin: 'near left',
  homes: false,
  motion: {
    accelerationMmS2: 1000,
    topSpeedMmS: 100,
    travelSpeedMmS: 100,
    junctionDeviationMm: 0.05,
    headDownSeconds: 0,
    headUpSeconds: 0,
  },
};

export const MACHINES: MachineFields[] = [
  {
    ...plain,
    name: 'Long plotter',
    kind: 'plotter',
    workWidthMm: 305,
    workLengthMm: 3000,
    marginSideMm: 8,
    marginLeadMm: 12,
    marginTailMm: 25,
    holders: 2,
    maxPasses: 4,
    motion: {
      accelerationMmS2: 3200,
      topSpeedMmS: 400,
      travelSpeedMmS: 500,
      junctionDeviationMm: 0.04,
      headDownSeconds: 0.06,
      headUpSeconds: 0.05,
    },
    dials: [
      dial(
        'depth',
        'Blade depth',
        'clicks',
        [0, 20, 1],
        [
          [1, 0.1],
          [5, 0.5],
          [10, 1],
          [20, 2],
        ],
      ),
      dial(
        'force',
        'Force',
        '',
        [1, 40, 1],
        [
          [5, 42],
          [12, 96],
          [20, 158],
          [30, 238],
          [40, 312],
        ],
      ),
      dial(
        'speed',
        'Speed',
        '',
        [1, 12, 1],
        [
          [1, 31],
          [4, 121],
          [8, 239],
          [12, 362],
        ],
      ),
    ],
  },
  {
    ...plain,
    name: 'Little plotter',
    kind: 'plotter',
    workWidthMm: 210,
    workLengthMm: 1500,
    marginSideMm: 10,
    marginLeadMm: 15,
    marginTailMm: 30,
    maxPasses: 2,
    motion: {
      accelerationMmS2: 1500,
      topSpeedMmS: 200,
      travelSpeedMmS: 250,
      junctionDeviationMm: 0.06,
      headDownSeconds: 0.09,
      headUpSeconds: 0.08,
    },
    dials: [
      dial('force', 'Pressure', '', [0, 240, 5], []),
      dial(
        'speed',
        'Speed',
        'mm/s',
        [10, 200, 10],
        [
          [10, 10],
          [200, 196],
        ],
      ),
    ],
  },
  {
    ...plain,
    name: 'Diode',
    kind: 'diode-laser',
    workWidthMm: 400,
    workLengthMm: 400,
    maxPasses: 10,
    ratedPowerW: 10,
    spotMm: 0.08,
    homes: true,
    pointPower: 0.01,
    motion: {
      accelerationMmS2: 1200,
      topSpeedMmS: 100,
      travelSpeedMmS: 160,
      junctionDeviationMm: 0.02,
      headDownSeconds: 0,
      headUpSeconds: 0,
    },
    dials: [
      dial(
        'power',
        'Power',
        '%',
        [5, 100, 1],
        [
          [10, 1],
          [100, 10],
        ],
        true,
      ),
      dial('speed', 'Speed', 'mm/min', [100, 6000, 50], []),
    ],
  },
  {
    ...plain,
    name: 'Tube',
    kind: 'co2-laser',
    driver: 'cable',
    cableFlow: 'counted characters',
    baud: 115_200,
    bufferCharacters: 127,
    pointPower: 0.02,
    workWidthMm: 600,
    workLengthMm: 400,
    maxPasses: 6,
    ratedPowerW: 45,
    spotMm: 0.15,
    origin: 'far right',
    homes: true,
    motion: {
      accelerationMmS2: 2500,
      topSpeedMmS: 400,
      travelSpeedMmS: 400,
      junctionDeviationMm: 0.02,
      headDownSeconds: 0,
      headUpSeconds: 0,
    },
    dials: [
      dial(
        'power',
        'Power',
        '%',
        [10, 100, 1],
        [
          [12, 4.1],
          [25, 10.4],
          [50, 23.8],
          [75, 35],
          [100, 43.6],
        ],
      ),
      dial('speed', 'Speed', 'mm/s', [1, 400, 1], []),
    ],
  },
  {
    ...plain,
    name: 'Clam',
    kind: 'clam-press',
    workWidthMm: 380,
    workLengthMm: 380,
    dials: [
      dial(
        'temperature',
        'Temperature',
        '°C',
        [60, 220, 1],
        [
          [120, 117],
          [150, 148],
          [180, 179],
        ],
      ),
      dial('dwell', 'Timer', 's', [1, 300, 1], []),
      dial('pressure', 'Pressure knob', 'turns', [0, 8, 0.5], []),
    ],
  },
  {
    ...plain,
    name: 'Hand iron',
    kind: 'hand-press',
    workWidthMm: 150,
    workLengthMm: 150,
    dials: [dial('temperature', 'Temperature', '°F', [200, 410, 5], [])],
  },
];

/** Tools; what belongs to a machine names it. */
export const TOOLS: (Omit<ToolFields, 'machineId'> & { machine?: string })[] = [
  { name: 'Fine blade', kind: 'fine-blade', details: { angle: 45 }, wear: 412, life: 2500 },
  { name: 'Fine blade, worn', kind: 'fine-blade', details: { angle: 45 }, wear: 2310, life: 2500 },
  { name: 'Deep blade', kind: 'deep-blade', details: { angle: 60, trail: 0.5 }, wear: 164, life: 1800 },
  { name: 'Rotary blade', kind: 'rotary-blade', details: { diameter: 18 }, wear: 96, life: 900 },
  { name: 'Scoring wheel', kind: 'scoring-wheel', details: {}, wear: 88, life: null },
  { name: 'Stylus', kind: 'stylus', details: { tip: 1 }, wear: 31, life: null },
  { name: 'Engraving point', kind: 'engraving-point', details: { angle: 90 }, wear: 54, life: 400 },
  { name: 'Pen, black 0.4 mm', kind: 'pen', details: { ink: '#1a1a1a', lineWidth: 0.4 }, wear: 57, life: 600 },
  { name: 'Pen, navy 0.6 mm', kind: 'pen', details: { ink: '#1d2f5c', lineWidth: 0.6 }, wear: 12, life: 600 },
  { name: 'Heated tip', kind: 'heated-tip', details: { tip: 1, warmUp: 5 }, wear: 44, life: null },
  { name: 'Head of the Diode', kind: 'laser-head', details: { focus: 50 }, wear: 118, life: 10000, machine: 'Diode' },
  { name: 'Head of the Tube', kind: 'laser-head', details: { focus: 63.5 }, wear: 402, life: 2000, machine: 'Tube' },
  { name: 'Plate of the Clam', kind: 'press-plate', details: {}, wear: 61, life: null, machine: 'Clam' },
  { name: 'Plate of the Hand iron', kind: 'press-plate', details: {}, wear: 9, life: null, machine: 'Hand iron' },
];

/** A photo of the demo at true size: what it shows, in mm. */
export interface PhotoData {
  file: string;
  box: { minX: number; minY: number; maxX: number; maxY: number };
}

export type PieceData = StockPieceFields & { taken?: PhotoData };

export type MaterialData = Omit<MaterialFields, 'typed'> & {
  pieces: PieceData[];
  /** A photo of its pattern. */
  pattern?: string;
};

const piece = (
  kind: StockPieceFields['kind'],
  name: string,
  widthMm: number,
  lengthMm: number,
  count = 1,
  outline: StockPieceFields['outline'] = null,
  taken?: PhotoData,
): PieceData => ({ kind, name, widthMm, lengthMm, count, outline, ...(taken ? { taken } : {}) });

function material(
  family: FamilyName,
  name: string,
  thicknessMm: number,
  colour: string,
  over: Partial<MaterialData>,
): MaterialData {
  const { isMirrored, process } = familyOf(family);
  return {
    name,
    family,
    thicknessMm,
    colour,
    finish: '',
    readingsMm: [],
    smallestDetailMm: 1,
    mirrored: isMirrored,
    facing: '',
    heatLimitC: null,
    supplierCard: null,
    priceCents: null,
    pricePer: 'm2',
    notes: '',
    details: {},
    defaultProcess: process,
    pieces: [],
    ...over,
  };
}

const vinyl = (name: string, colour: string, pieces: PieceData[], supplierCard: string | null): MaterialData =>
  material('vinyl', `Outdoor vinyl, ${name}`, 0.08, colour, {
    finish: 'gloss, cast',
    facing: 'colour up, backing down',
    supplierCard,
    priceCents: 940,
    details: { carrier: 'silicone paper', tack: 'permanently' },
    pieces,
  });

const VINYL_CARD = 'Card: “force medium-low, speed medium, blade just out”.';

export const MATERIALS: MaterialData[] = [
  vinyl(
    'navy',
    '#1d2f5c',
    [
      piece('roll', 'navy roll', 305, 4200),
      piece('offcut', 'navy offcut from the spring set', 230, 160, 1, [
        { x: 0, y: 0 },
        { x: 230, y: 0 },
        { x: 230, y: 70 },
        { x: 140, y: 70 },
        { x: 140, y: 160 },
        { x: 0, y: 160 },
      ]),
    ],
    VINYL_CARD,
  ),
  vinyl(
    'white',
    '#f4f4ef',
    [piece('roll', 'white roll', 305, 6800), piece('offcut', 'white offcut', 140, 305)],
    VINYL_CARD,
  ),
  material('vinyl', 'Vinyl, printed waves', 0.09, '#cfe3e6', {
    finish: 'matt, printed',
    facing: 'print up, backing down',
    priceCents: 1240,
    details: { carrier: 'silicone paper', tack: 'permanently' },
    pattern: 'pattern-waves.jpg',
    patternWidthMm: 120,
    pieces: [piece('sheet', 'wave sheets', 300, 300, 4)],
  }),
  vinyl('signal yellow', '#e8b31e', [piece('sheet', 'yellow sheet', 300, 300, 3)], null),
  material('film', 'Transfer film, smooth white', 0.09, '#fbfbf8', {
    finish: 'smooth, matt',
    smallestDetailMm: 1.2,
    facing: 'shiny carrier down, cut from the back',
    supplierCard: 'Card: “cut reversed; 150 °C, 15 s, peel warm”.',
    heatLimitC: 165,
    priceCents: 1890,
    details: { carrier: 'polyester, sticky', peel: 'warm' },
    pieces: [piece('roll', 'white film roll', 300, 2100)],
  }),
  material('film', 'Transfer film, gold glitter', 0.24, '#c79a3b', {
    finish: 'glitter, rough',
    smallestDetailMm: 2,
    facing: 'clear carrier down, cut from the back',
    supplierCard: 'Card: “cut reversed; more force, slow; 160 °C, 20 s, peel cold”.',
    heatLimitC: 170,
    priceCents: 3250,
    details: { carrier: 'polyester, clear', peel: 'cold' },
    pieces: [piece('sheet', 'glitter sheet', 300, 500, 2)],
  }),
  material('sticker', 'Sticker paper, matt', 0.12, '#fdfdfb', {
    finish: 'matt, printable',
    smallestDetailMm: 1.5,
    facing: 'print side up',
    priceCents: 45,
    pricePer: 'piece',
    details: { carrier: 'glassine', laminate: false },
    pieces: [piece('sheet', 'A4 sheets', 210, 297, 14)],
  }),
  material('sticker', 'Sticker paper, laminated', 0.19, '#f3f6f8', {
    finish: 'gloss laminate',
    smallestDetailMm: 1.5,
    facing: 'laminate up',
    priceCents: 80,
    pricePer: 'piece',
    details: { carrier: 'glassine', laminate: true },
    pieces: [piece('sheet', 'A4 sheets', 210, 297, 6)],
  }),
  material('stencil', 'Stencil film, frosted', 0.1, '#dfe7e6', {
    finish: 'frosted',
    facing: 'frosted side up',
    supplierCard: 'Card: “like outdoor vinyl, a little less”.',
    priceCents: 610,
    pieces: [piece('sheet', 'stencil sheet', 305, 305, 2)],
  }),
  material('ink-paper', 'Ink transfer paper', 0.1, '#f6f4f0', {
    finish: 'coated on one side',
    smallestDetailMm: 0.5,
    facing: 'print side down',
    supplierCard: 'Card: “print reversed; 195 °C, 60 s on hard blanks”.',
    heatLimitC: 220,
    priceCents: 18,
    pricePer: 'piece',
    details: { weight: 100 },
    pieces: [piece('sheet', 'A4 transfer sheets', 210, 297, 30)],
  }),
  material('acrylic', 'White acrylic 3 mm, coated', 3, '#fbfbfb', {
    finish: 'polymer-coated, gloss',
    facing: 'either side',
    heatLimitC: 205,
    priceCents: 260,
    pricePer: 'piece',
    details: { made: 'casting', takesInk: true },
    pieces: [piece('blank', 'prize blanks', 150, 100, 12)],
  }),
  material('card', 'Card 250 g, cream', 0.3, '#f1e6cc', {
    finish: 'smooth, uncoated',
    smallestDetailMm: 0.8,
    facing: 'either side',
    priceCents: 12,
    pricePer: 'piece',
    readingsMm: [0.29, 0.3, 0.31, 0.3],
    details: { weight: 250, grain: 'length' },
    pieces: [piece('sheet', 'A4 card', 210, 297, 40), piece('sheet', 'large card', 305, 610, 9)],
  }),
  material('fabric', 'Cotton poplin', 0.22, '#c8342f', {
    finish: 'plain weave',
    smallestDetailMm: 4,
    facing: 'right side up',
    heatLimitC: 200,
    priceCents: 780,
    details: { fibre: 'cotton', weave: 'plain', polyester: 0, shrinks: true, weight: 115 },
    pieces: [piece('roll', 'red poplin', 300, 5200), piece('sheet', 'poplin, cut to the carrier', 300, 300, 9)],
  }),
  material('fabric', 'Canvas', 0.62, '#e9dfc8', {
    finish: 'heavy',
    smallestDetailMm: 5,
    facing: 'either side',
    heatLimitC: 205,
    priceCents: 1150,
    details: { fibre: 'cotton', weave: 'plain, heavy', shrinks: true, weight: 340 },
    pieces: [piece('roll', 'natural canvas', 300, 1600)],
  }),
  material('fabric', 'Polyester jersey', 0.38, '#22406e', {
    finish: 'knitted',
    smallestDetailMm: 5,
    facing: 'right side up',
    heatLimitC: 155,
    priceCents: 640,
    pricePer: 'piece',
    details: { fibre: 'polyester', weave: 'jersey', polyester: 100, shrinks: false, weight: 160 },
    pieces: [
      piece('blank', 'crew shirts, medium', 520, 700, 11, null, {
        file: 'photo-shirt.jpg',
        box: { minX: -40, minY: -30, maxX: 560, maxY: 730 },
      }),
    ],
  }),
  material('metal', 'Tapered bottles', 0.6, '#5f8797', {
    finish: 'powder-coated',
    facing: 'standing',
    priceCents: 890,
    pricePer: 'piece',
    details: { metal: 'steel', coating: 'powder' },
    notes: 'Rims 218 and 251 mm round, 164 mm high.',
    pieces: [
      piece('blank', 'bottles, half a litre', 80, 164, 12, null, {
        file: 'photo-bottle.jpg',
        box: { minX: -40, minY: -50, maxX: 120, maxY: 190 },
      }),
    ],
  }),
  material('leather', 'Veg-tan leather', 2.5, '#b98a5a', {
    finish: 'natural grain',
    smallestDetailMm: 1.5,
    facing: 'grain side up',
    readingsMm: [2.4, 2.6, 2.5, 2.45, 2.55],
    details: { tanning: 'vegetable' },
    pieces: [
      piece(
        'offcut',
        'shoulder, half',
        420,
        380,
        1,
        [
          { x: 20, y: 0 },
          { x: 400, y: 15 },
          { x: 420, y: 210 },
          { x: 300, y: 380 },
          { x: 60, y: 350 },
          { x: 0, y: 160 },
        ],
        { file: 'photo-shoulder.jpg', box: { minX: -30, minY: -30, maxX: 450, maxY: 410 } },
      ),
    ],
  }),
  material('wood', 'Birch plywood 3 mm', 3, '#dcc08c', {
    finish: 'sanded',
    smallestDetailMm: 1,
    facing: 'better face up',
    readingsMm: [2.95, 3.05, 3.1, 2.9],
    priceCents: 1450,
    details: { species: 'birch', glue: 'interior', grain: 'length' },
    pieces: [piece('sheet', 'birch sheets', 400, 300, 7)],
  }),
  material('wood', 'Birch plywood 4 mm', 4, '#d6b880', {
    finish: 'sanded',
    smallestDetailMm: 1.2,
    facing: 'better face up',
    priceCents: 1780,
    details: { species: 'birch', glue: 'interior', grain: 'length' },
    pieces: [piece('sheet', 'birch sheets, thick', 400, 300, 4)],
  }),
  material('bamboo', 'Bamboo board', 5, '#cda869', {
    finish: 'oiled',
    smallestDetailMm: 0.8,
    facing: 'either side',
    details: { glue: 'interior', grain: 'length' },
    pieces: [piece('blank', 'coasters, 95 mm', 95, 95, 24)],
  }),
  material('acrylic', 'Cast acrylic 3 mm, clear', 3, '#dfeff2', {
    finish: 'gloss',
    smallestDetailMm: 1,
    facing: 'leave the paper on',
    priceCents: 3900,
    details: { made: 'casting' },
    pieces: [piece('sheet', 'clear sheet', 500, 300, 2)],
  }),
  material('acrylic', 'Cast acrylic 3 mm, teal', 3, '#147a7e', {
    finish: 'gloss',
    smallestDetailMm: 1,
    facing: 'leave the paper on',
    priceCents: 4200,
    details: { made: 'casting' },
    pieces: [
      piece('sheet', 'teal sheet', 500, 300),
      piece('offcut', 'offcut of the signs', 330, 240, 1, [
        { x: 0, y: 0 },
        { x: 330, y: 0 },
        { x: 330, y: 150 },
        { x: 240, y: 240 },
        { x: 0, y: 240 },
      ]),
    ],
  }),
  material('metal', 'Anodised aluminium blanks', 1, '#3b4a5c', {
    finish: 'anodised, satin',
    smallestDetailMm: 0.3,
    facing: 'colour up',
    priceCents: 190,
    pricePer: 'piece',
    details: { metal: 'aluminium', coating: 'anodised' },
    pieces: [piece('blank', 'boat plates 80 mm', 80, 30, 18)],
  }),
  material('foil', 'Foil, gold', 0.02, '#d4af4a', {
    finish: 'bright',
    facing: 'colour up, dull side down',
    priceCents: 1500,
    pieces: [piece('roll', 'gold foil', 100, 8000)],
  }),
  material('foil', 'Foil, copper', 0.02, '#b4683c', {
    finish: 'bright',
    facing: 'colour up, dull side down',
    priceCents: 1500,
    pieces: [piece('roll', 'copper foil', 100, 9500)],
  }),
];

/** Strips that were cut beside each other, and what they measured together: by material and laser. */
export const KERFS: Readonly<Record<string, readonly { machine: string; measuredMm: number }[]>> = {
  'Birch plywood 3 mm': [
    { machine: 'Diode', measuredMm: 98.6 },
    { machine: 'Tube', measuredMm: 98.1 },
  ],
  'Cast acrylic 3 mm, teal': [{ machine: 'Tube', measuredMm: 98.3 }],
  'Veg-tan leather': [{ machine: 'Diode', measuredMm: 98.9 }],
};
