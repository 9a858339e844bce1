import { holdBetween, orderSteps } from './index';

const step = (process: 'draw' | 'kiss-cut' | 'through-cut', materialId: string | null = 'card', toolId = 'blade') => ({ process, materialId, toolId });

describe('the order of steps', () => {
  it('draws before it cuts, and keeps the order of the drawing otherwise', () => {
    const steps = [{ id: 1, ...step('through-cut') }, { id: 2, ...step('kiss-cut') }, { id: 3, ...step('draw') }, { id: 4, ...step('kiss-cut') }];
    expect(orderSteps(steps).map((s) => s.id)).toEqual([3, 2, 4, 1]);
  });

  it('holds where the material or the tool changes, and not before the first', () => {
    expect(holdBetween(undefined, step('draw'))).toBeNull();
    expect(holdBetween(step('draw'), step('kiss-cut'))).toBeNull();
    expect(holdBetween(step('draw', 'card', 'pen'), step('kiss-cut'))).toBe('tool');
    expect(holdBetween(step('kiss-cut', 'navy'), step('kiss-cut', 'white'))).toBe('material');
    expect(holdBetween(step('draw', 'card', 'pen'), step('kiss-cut', 'white'))).toBe('material-and-tool');
  });

  it('holds where a material is not chosen yet', () => {
    expect(holdBetween(step('kiss-cut', null), step('kiss-cut', null))).toBe('material');
  });
});
