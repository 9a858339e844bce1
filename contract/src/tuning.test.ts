import {
  ContractError,
  NewToneLadder,
  NewTrialSheet,
  NewTuning,
  parseContract,
  TrialRun,
  TrialVerdict,
  TuningEnd,
} from './checks';
import { addresses } from './endpoints';

const id = '7b0a4c1e-5f0d-4a52-9b1e-3f5f0c9a1d11';
const tuning = {
  id,
  start: { force: 22, speed: 2, passes: 1 },
  startSpread: 0.35,
  fixed: ['speed'],
  jobId: null,
  stockPieceId: id,
  scrapWidthMm: 300,
  scrapLengthMm: 500,
};
const fieldOf = (parse: () => unknown): string | null => {
  try {
    parse();
    return null;
  } catch (error) {
    if (error instanceof ContractError) return error.field;
    throw error;
  }
};

describe('a tuning in the contract', () => {
  it('is taken with where it begins, how sure that is, and its scrap', () => {
    expect(parseContract(NewTuning, tuning)).toMatchObject({ start: { force: 22 }, fixed: ['speed'] });
    expect(
      fieldOf(() => parseContract(NewTuning, { ...tuning, jobId: undefined, stockPieceId: undefined })),
    ).toBeNull();
  });

  it.each([
    ['startSpread', { startSpread: 0.5 }],
    ['start', { start: { luck: 7 } }],
    ['start', { start: { force: '22' } }],
    ['fixed', { fixed: ['luck'] }],
    ['fixed', { fixed: ['speed', 'speed'] }],
    ['scrapWidthMm', { scrapWidthMm: 4 }],
    ['scrapLengthMm', { scrapLengthMm: Number.NaN }],
    ['stockPieceId', { stockPieceId: 'the offcut' }],
    ['goesOnFrom', { goesOnFrom: 'the last one' }],
    ['id', { id: 'first' }],
  ])('is refused for its %s: %j', (field, change) => {
    expect(fieldOf(() => parseContract(NewTuning, { ...tuning, ...change }))).toBe(field);
  });
});

describe('a trial sheet in the contract', () => {
  it.each([0, 7, 1.5, '2'])('has one to six trials, not %j', (count) => {
    expect(fieldOf(() => parseContract(NewTrialSheet, { id, count }))).toBe('count');
  });

  it('may go over a trial again', () => {
    expect(parseContract(NewTrialSheet, { id, count: 1, repeatOf: id }).repeatOf).toBe(id);
    expect(fieldOf(() => parseContract(NewTrialSheet, { id, count: 1, repeatOf: 3 }))).toBe('repeatOf');
  });

  it('is carried out in one of two ways, scored in five, ended in two', () => {
    expect(fieldOf(() => parseContract(TrialRun, { by: 'magic' }))).toBe('by');
    expect(parseContract(TrialRun, { by: 'by-hand' }).by).toBe('by-hand');
    expect(fieldOf(() => parseContract(TrialVerdict, { outcome: 'fine' }))).toBe('outcome');
    expect(fieldOf(() => parseContract(TuningEnd, { version: 0, how: 'end' }))).toBe('version');
    expect(fieldOf(() => parseContract(TuningEnd, { version: 1, how: 'stop' }))).toBe('how');
  });
});

describe('a tone ladder in the contract', () => {
  const patches = [
    { value: 10, darkness: 0.1 },
    { value: 40, darkness: 0.8 },
  ];

  it('has patches with a darkness from 0 to 1, and no more than fit', () => {
    expect(parseContract(NewToneLadder, { quantity: 'power', patches }).patches).toEqual(patches);
    expect(
      fieldOf(() => parseContract(NewToneLadder, { quantity: 'power', patches: [{ value: 10, darkness: 1.2 }] })),
    ).toBe('patches.0.darkness');
    expect(fieldOf(() => parseContract(NewToneLadder, { quantity: 'luck', patches }))).toBe('quantity');
    expect(
      fieldOf(() =>
        parseContract(NewToneLadder, {
          quantity: 'power',
          patches: Array.from({ length: 25 }, (_, value) => ({ value, darkness: 0 })),
        }),
      ),
    ).toBe('patches');
    expect(
      fieldOf(() =>
        parseContract(NewToneLadder, { quantity: 'power', patches: [{ value: 10, darkness: 0.1, colour: 'red' }] }),
      ),
    ).not.toBeNull();
  });
});

describe('the addresses of tuning', () => {
  it('carry what is asked', () => {
    expect(addresses.goodWindow({ id })).toBe(`/api/recipes/${id}/window`);
    expect(addresses.goodWindow({ id, x: 'force', y: 'speed' })).toBe(`/api/recipes/${id}/window?x=force&y=speed`);
    expect(addresses.toneFile({ id, quantity: 'power', values: '10,20' })).toBe(
      `/api/recipes/${id}/tone/machine-file?quantity=power&values=10%2C20`,
    );
  });
});
