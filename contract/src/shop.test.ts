import {
  BookRecipe,
  ContractError,
  MaterialChange,
  NewMachine,
  NewMaterial,
  NewTool,
  NewVariant,
  Nails,
  parseContract,
  StockPieceChange,
} from './checks';

const id = '7b0a4c1e-5f0d-4a52-9b1e-3f5f0c9a1d11';
const machine = {
  id,
  name: 'Long plotter',
  kind: 'plotter',
  workWidthMm: 305,
  workLengthMm: 3000,
  marginSideMm: 8,
  marginLeadMm: 12,
  marginTailMm: 25,
  carrierSideMm: 0,
  carrierLeadMm: 0,
  carrierTailMm: 0,
  holders: 2,
  maxPasses: 4,
  ratedPowerW: null,
  spotMm: null,
  origin: 'near left',
  homes: false,
  motion: {
    accelerationMmS2: 3200,
    topSpeedMmS: 400,
    travelSpeedMmS: 500,
    junctionDeviationMm: 0.04,
    headDownSeconds: 0.06,
    headUpSeconds: 0.05,
  },
  dials: [
    {
      name: 'force',
      label: 'Force',
      unit: '',
      min: 1,
      max: 40,
      step: 1,
      isRated: false,
      calibration: [{ dial: 5, physical: 42 }],
    },
  ],
};
const material = {
  id,
  name: 'Outdoor vinyl, navy',
  family: 'vinyl',
  finish: '',
  colour: '#1d2f5c',
  thicknessMm: 0.08,
  readingsMm: [],
  smallestDetailMm: 1,
  mirrored: false,
  facing: '',
  heatLimitC: null,
  supplierCard: null,
  priceCents: null,
  pricePer: 'm2',
  notes: '',
  details: {},
  defaultProcess: 'kiss-cut',
  typed: {},
};
const recipe = {
  id,
  machineId: id,
  toolId: id,
  materialId: id,
  process: 'kiss-cut',
  note: '',
  nail: null,
  createdAt: '2026-10-01T10:00:00.000Z',
  isArchived: false,
  revisions: [
    { settings: { force: 16 }, typed: {}, source: 'own-trial', reason: '', createdAt: '2026-10-01T10:00:00.000Z' },
  ],
  evidence: [],
  variants: [],
};
const said = (parse: () => unknown): { message: string; field: string } => {
  try {
    parse();
  } catch (error) {
    if (error instanceof ContractError) return { message: error.message, field: error.field };
    throw error;
  }
  throw new Error('It was taken.');
};

describe('a machine in the contract', () => {
  it('is taken with its dials and readings', () => {
    expect(parseContract(NewMachine, machine)).toMatchObject({
      name: 'Long plotter',
      dials: [{ calibration: [{ dial: 5, physical: 42 }] }],
    });
  });

  it.each([
    [{ name: '  ' }, 'name', 'A machine needs a name of 1 to 120 letters.'],
    [{ holders: 1.5 }, 'holders', 'Holders are counted: 1, 2, 3 ….'],
    [{ workWidthMm: Number.NaN }, 'workWidthMm', 'The width of the work area goes from 10 to 20000 mm.'],
    [{ ratedPowerW: -5 }, 'ratedPowerW', 'Rated power goes from 0.1 to 100000 W.'],
    [
      { motion: { ...machine.motion, topSpeedMmS: 0 } },
      'motion.topSpeedMmS',
      'Top speed goes from 0.1 to 100000 mm/s.',
    ],
    [
      { dials: [{ ...machine.dials[0], unit: 'x'.repeat(13) }] },
      'dials.0.unit',
      'The unit on a dial has at most 12 letters.',
    ],
    [
      { dials: [{ ...machine.dials[0], calibration: [{ dial: 'five', physical: 42 }] }] },
      'dials.0.calibration.0.dial',
      'A reading on the dial goes from -1000000 to 1000000.',
    ],
  ])('is refused in words: %j', (change, field, message) => {
    expect(said(() => parseContract(NewMachine, { ...machine, ...change }))).toEqual({ field, message });
  });
});

describe('a tool and a material in the contract', () => {
  it('have details of texts, numbers and yes or no', () => {
    const tool = {
      id,
      name: 'Fine blade',
      kind: 'fine-blade',
      machineId: null,
      details: { angle: 45 },
      wear: 0,
      life: null,
    };
    expect(parseContract(NewTool, tool).details).toEqual({ angle: 45 });
    expect(said(() => parseContract(NewTool, { ...tool, details: { angle: [45] } })).message).toBe(
      'Details must be texts, numbers, yes or no.',
    );
    expect(said(() => parseContract(NewTool, { ...tool, wear: -1 })).message).toBe('Wear goes from 0 to 10000000.');
  });

  it.each([
    [{ colour: 'navy' }, 'A colour is written as #1d2f5c.'],
    [{ priceCents: 9.5 }, 'The price is counted in whole cents.'],
    [{ readingsMm: [0.08, 0] }, 'A reading of the thickness goes from 0.005 to 200 mm.'],
    [{ typed: { thicknessMm: { text: 'thin', unit: 'mm' } } }, 'Typed must give the text and unit of numbers.'],
    [{ typed: { thicknessMm: { text: '3', unit: 'mm', more: 1 } } }, 'Typed must give the text and unit of numbers.'],
  ])('a material is refused in words: %j', (change, message) => {
    expect(said(() => parseContract(NewMaterial, { ...material, ...change })).message).toBe(message);
  });

  it('a change needs the version it was read at', () => {
    const { id: _id, ...fields } = material;
    expect(said(() => parseContract(MaterialChange, fields)).field).toBe('version');
    expect(parseContract(MaterialChange, { ...fields, version: 2 }).version).toBe(2);
  });

  it('an outline has three corners or more, all of them numbers', () => {
    const piece = { name: 'corner', kind: 'offcut', widthMm: 10, lengthMm: 10, count: 1, version: 1 };
    expect(parseContract(StockPieceChange, { ...piece, outline: null }).outline).toBeNull();
    for (const outline of [
      [
        { x: 0, y: 0 },
        { x: 1, y: 0 },
      ],
      [
        { x: 0, y: 0 },
        { x: 1, y: 0 },
        { x: 'a', y: 1 },
      ],
      'round',
    ]) {
      expect(said(() => parseContract(StockPieceChange, { ...piece, outline })).message).toBe(
        'An outline has 3 to 2000 points in mm.',
      );
    }
  });
});

describe('the book in the contract', () => {
  it('takes a recipe with its history', () => {
    expect(parseContract(BookRecipe, recipe).revisions[0].settings).toEqual({ force: 16 });
    expect(said(() => parseContract(BookRecipe, { ...recipe, revisions: [] })).field).toBe('revisions');
    expect(
      said(() => parseContract(BookRecipe, { ...recipe, revisions: [{ ...recipe.revisions[0], source: 'dream' }] }))
        .field,
    ).toBe('revisions.0.source');
    expect(said(() => parseContract(BookRecipe, { ...recipe, temper: 'blue' })).field).toBe('temper');
    expect(said(() => parseContract(BookRecipe, { ...recipe, createdAt: 'last spring' })).field).toBe('createdAt');
  });

  it('takes nudges with a reason, and nails without doubles', () => {
    expect(said(() => parseContract(NewVariant, { id, changes: { force: 1 }, reason: '', toolId: id })).message).toBe(
      'Say in a word or two why.',
    );
    expect(said(() => parseContract(Nails, { recipeIds: [id, id] })).field).toBe('recipeIds');
    expect(parseContract(Nails, { recipeIds: [] }).recipeIds).toEqual([]);
  });
});
