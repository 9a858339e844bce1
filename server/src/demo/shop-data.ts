import type { MaterialView, StockPieceView, ToolView } from '@keen-anvil/contract';
import type { CalibrationPoint, Dial, Machine } from '@keen-anvil/core/machines';

// Slipway Studio, a made-up workshop; brandless on purpose.

const dial = (name: string, label: string, unit: string, physicalUnit: string, [min, max, step]: [number, number, number], points: [number, number][]): Dial => ({
  name,
  label,
  unit,
  physicalUnit,
  min,
  max,
  step,
  calibration: points.map(([at, physical]): CalibrationPoint => ({ dial: at, physical })),
});

export const MACHINES: Omit<Machine, 'id'>[] = [
  {
    name: 'Long plotter',
    kind: 'plotter',
    workWidthMm: 305,
    workLengthMm: 3000,
    marginSideMm: 8,
    marginLeadMm: 12,
    marginTailMm: 25,
    holders: 2,
    maxPasses: 4,
    motion: { accelerationMmS2: 3200, topSpeedMmS: 400, travelSpeedMmS: 500, junctionDeviationMm: 0.04, headDownSeconds: 0.06, headUpSeconds: 0.05 },
    dials: [
      dial('depth', 'Blade depth', 'clicks', 'mm', [0, 20, 1], [[1, 0.1], [5, 0.5], [10, 1], [20, 2]]),
      dial('force', 'Force', '', 'gf', [1, 40, 1], [[5, 42], [12, 96], [20, 158], [30, 238], [40, 312]]),
      dial('speed', 'Speed', '', 'mm/s', [1, 12, 1], [[1, 31], [4, 121], [8, 239], [12, 362]]),
    ],
  },
  {
    name: 'Little plotter',
    kind: 'plotter',
    workWidthMm: 210,
    workLengthMm: 1500,
    marginSideMm: 10,
    marginLeadMm: 15,
    marginTailMm: 30,
    holders: 1,
    maxPasses: 2,
    motion: { accelerationMmS2: 1500, topSpeedMmS: 200, travelSpeedMmS: 250, junctionDeviationMm: 0.06, headDownSeconds: 0.09, headUpSeconds: 0.08 },
    dials: [
      dial('force', 'Pressure', '', 'gf', [0, 240, 5], []),
      dial('speed', 'Speed', 'mm/s', 'mm/s', [10, 200, 10], [[10, 10], [200, 196]]),
    ],
  },
];

export const TOOLS: Omit<ToolView, 'id'>[] = [
  { name: 'Fine blade', kind: 'fine-blade', wearM: 412, lifeM: 2500 },
  { name: 'Fine blade, worn', kind: 'fine-blade', wearM: 2310, lifeM: 2500 },
  { name: 'Deep blade', kind: 'deep-blade', wearM: 164, lifeM: 1800 },
  { name: 'Scoring wheel', kind: 'scoring-wheel', wearM: 88, lifeM: null },
  { name: 'Pen, black 0.4 mm', kind: 'pen', wearM: 57, lifeM: 600 },
];

type MaterialData = Omit<MaterialView, 'id' | 'pieces'> & { pieces: Omit<StockPieceView, 'id'>[] };

const vinyl = (name: string, colour: string, pieces: MaterialData['pieces'], supplierCard: string | null): MaterialData => ({
  name: `Outdoor vinyl, ${name}`,
  family: 'vinyl',
  finish: 'gloss, cast',
  colour,
  thicknessMm: 0.08,
  smallestDetailMm: 1,
  mirrored: false,
  facing: 'colour up, backing down',
  supplierCard,
  defaultProcess: 'kiss-cut',
  pieces,
});

export const MATERIALS: MaterialData[] = [
  vinyl('navy', '#1d2f5c', [
    { kind: 'roll', name: 'navy roll', widthMm: 305, lengthMm: 4200 },
    { kind: 'offcut', name: 'navy offcut from the spring set', widthMm: 230, lengthMm: 160 },
  ], 'Card: “force medium-low, speed medium, blade just out”.'),
  vinyl('white', '#f4f4ef', [
    { kind: 'roll', name: 'white roll', widthMm: 305, lengthMm: 6800 },
    { kind: 'offcut', name: 'white offcut', widthMm: 140, lengthMm: 305 },
  ], 'Card: “force medium-low, speed medium, blade just out”.'),
  vinyl('signal yellow', '#e8b31e', [{ kind: 'sheet', name: 'yellow sheet', widthMm: 300, lengthMm: 300 }], null),
  {
    name: 'Transfer film, smooth white',
    family: 'film',
    finish: 'smooth, matt',
    colour: '#fbfbf8',
    thicknessMm: 0.09,
    smallestDetailMm: 1.2,
    mirrored: true,
    facing: 'shiny carrier down, cut from the back',
    supplierCard: 'Card: “cut reversed; 150 °C, 15 s, peel warm”.',
    defaultProcess: 'kiss-cut',
    pieces: [{ kind: 'roll', name: 'white film roll', widthMm: 300, lengthMm: 2100 }],
  },
  {
    name: 'Transfer film, gold glitter',
    family: 'film',
    finish: 'glitter, rough',
    colour: '#c79a3b',
    thicknessMm: 0.24,
    smallestDetailMm: 2,
    mirrored: true,
    facing: 'clear carrier down, cut from the back',
    supplierCard: 'Card: “cut reversed; more force, slow; 160 °C, 20 s, peel cold”.',
    defaultProcess: 'kiss-cut',
    pieces: [{ kind: 'sheet', name: 'glitter sheet', widthMm: 300, lengthMm: 500 }],
  },
  {
    name: 'Sticker paper, matt',
    family: 'sticker',
    finish: 'matt, printable',
    colour: '#fdfdfb',
    thicknessMm: 0.12,
    smallestDetailMm: 1.5,
    mirrored: false,
    facing: 'print side up',
    supplierCard: null,
    defaultProcess: 'kiss-cut',
    pieces: [{ kind: 'sheet', name: 'A4 sheets, 14 left', widthMm: 210, lengthMm: 297 }],
  },
  {
    name: 'Sticker paper, laminated',
    family: 'sticker',
    finish: 'gloss laminate',
    colour: '#f3f6f8',
    thicknessMm: 0.19,
    smallestDetailMm: 1.5,
    mirrored: false,
    facing: 'laminate up',
    supplierCard: null,
    defaultProcess: 'kiss-cut',
    pieces: [{ kind: 'sheet', name: 'A4 sheets, 6 left', widthMm: 210, lengthMm: 297 }],
  },
  {
    name: 'Stencil film, frosted',
    family: 'stencil',
    finish: 'frosted',
    colour: '#dfe7e6',
    thicknessMm: 0.1,
    smallestDetailMm: 1,
    mirrored: false,
    facing: 'frosted side up',
    supplierCard: 'Card: “like outdoor vinyl, a little less”.',
    defaultProcess: 'kiss-cut',
    pieces: [{ kind: 'sheet', name: 'stencil sheet', widthMm: 305, lengthMm: 305 }],
  },
  {
    name: 'Card 250 g, cream',
    family: 'card',
    finish: 'smooth, uncoated',
    colour: '#f1e6cc',
    thicknessMm: 0.3,
    smallestDetailMm: 0.8,
    mirrored: false,
    facing: 'either side',
    supplierCard: null,
    defaultProcess: 'through-cut',
    pieces: [
      { kind: 'sheet', name: 'A4 card, 40 left', widthMm: 210, lengthMm: 297 },
      { kind: 'sheet', name: 'large card, 9 left', widthMm: 305, lengthMm: 610 },
    ],
  },
];
