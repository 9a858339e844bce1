import type { PlanPhase } from '../press';
import { heatRate } from '../recipes';
import { heatGot } from './heat-got';

const press = (layerIds: string[], turn: number | null = null, celsius = 150): PlanPhase =>
  ({ kind: 'press', isDown: true, layerIds, celsius, place: turn === null ? null : { turn } }) as unknown as PlanPhase;
const wait = { kind: 'wait', isDown: false, layerIds: ['film'], celsius: null, place: null } as unknown as PlanPhase;

describe('the heat that a layer really got', () => {
  it('is counted while the plate was down, from when it was laid, each at its own temperature', () => {
    const phases = [press(['ground']), wait, press(['film']), wait, press(['top'], null, 180)];
    const took = [7, 100, 12, 100, 5];
    expect(heatGot({ phases, took }, 'film')).toBeCloseTo(12 + 5 * heatRate(180), 9);
    expect(heatGot({ phases, took }, 'top')).toBeCloseTo(5 * heatRate(180), 9);
    expect(heatGot({ phases, took }, 'another')).toBe(0);
  });

  it('is that of one place where a small plate is set down at several', () => {
    const phases = [press(['film'], 1), press(['film'], 2), press(['film'], 3)];
    expect(heatGot({ phases, took: [12, 11, 13] }, 'film')).toBe(12);
  });
});
