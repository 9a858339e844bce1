import { ContractError, JobActionWish, NewRecipe, NewRun, parseContract } from './checks';

const id = '7b0a4c1e-5f0d-4a52-9b1e-3f5f0c9a1d11';
const recipe = {
  id,
  machineId: id,
  toolId: id,
  materialId: id,
  process: 'kiss-cut',
  settings: { force: 14, speed: 5 },
  source: 'guess',
  reason: '',
};

const refusal = (parse: () => unknown): ContractError => {
  try {
    parse();
  } catch (error) {
    if (error instanceof ContractError) return error;
    throw error;
  }
  throw new Error('It was taken.');
};

describe('the contract between app and server', () => {
  it('takes what keeps to it', () => {
    expect(parseContract(NewRecipe, recipe)).toMatchObject(recipe);
    const action = { id, do: 'change-drawing', drawingId: id };
    expect(parseContract(JobActionWish, { version: 3, action }).action).toEqual(action);
  });

  it('refuses in sentences that name the field', () => {
    const done = (action: object) =>
      refusal(() => parseContract(JobActionWish, { version: 1, action: { id, ...action } }));
    expect(done({ do: 'change-drawing', drawingId: id, widthMm: 0 })).toMatchObject({
      field: 'action.widthMm',
      message: 'The width goes from 1 to 10000 mm.',
    });
    expect(done({ do: 'nudge-parts', stepId: id, partIds: [], dxMm: 1, dyMm: 0 }).message).toBe(
      'Choose at least one part.',
    );
    expect(done({ do: 'put-bridges', partIds: [id], bridges: [{ x: 1, y: 1, angle: 0, lengthMm: 9 }] })).toMatchObject({
      field: 'action.bridges.0.widthMm',
      message: 'The width of a bridge goes from 0.1 to 100 mm.',
    });
    expect(done({ do: 'add-drawing', drawingId: id }).message).toContain('Do is one of change-drawing, scale-drawings');
    expect(done({ do: 'take-apart', partIds: [id], luck: 1 }).field).toBe('action.luck');
    expect(refusal(() => parseContract(NewRecipe, { ...recipe, settings: { force: 'much' } })).field).toBe('settings');
    expect(refusal(() => parseContract(NewRecipe, { ...recipe, settings: { luck: 1 } })).message).toContain(
      'depth, force, power',
    );
    expect(refusal(() => parseContract(NewRun, { seriesId: 'x', speedUp: 1 })).field).toBe('seriesId');
  });

  it('refuses fields it does not know, and what is no object', () => {
    expect(refusal(() => parseContract(NewRecipe, { ...recipe, workshopId: id })).field).toBe('workshopId');
    expect(refusal(() => parseContract(NewRecipe, [recipe])).message).toBe('An object was expected.');
    expect(refusal(() => parseContract(NewRecipe, null)).message).toBe('An object was expected.');
  });
});
