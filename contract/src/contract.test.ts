import { ContractError, ArtworkChange, NewRecipe, NewRun, Nudge, parseContract } from './checks';

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
    expect(parseContract(ArtworkChange, { version: 3 }).widthMm).toBeUndefined();
  });

  it('refuses in sentences that name the field', () => {
    expect(refusal(() => parseContract(ArtworkChange, { version: 1, widthMm: 0 }))).toMatchObject({
      field: 'widthMm',
      message: 'The width goes from 1 to 10000 mm.',
    });
    expect(refusal(() => parseContract(Nudge, { partIds: [], dxMm: 1, dyMm: 0 })).message).toBe(
      'Choose at least one part.',
    );
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
