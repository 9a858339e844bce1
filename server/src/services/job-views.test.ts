import type { RunState } from '@keen-anvil/contract';
import type { Outcome } from '@keen-anvil/core/recipes';
import { holdSentence, jobState } from './job-views';
import type { Shop } from './shop';

const run = (state: RunState, outcome: Outcome | null = null) => ({ state, outcome });

describe('where a job stands', () => {
  it.each([
    ['open', []],
    ['open', [run('cancelled'), run('cancelled')]],
    ['open', [run('finished', 'right'), run('cancelled')]],
    ['open', [run('queued'), run('queued')]],
    ['running', [run('running'), run('queued')]],
    ['running', [run('finished', 'right'), run('paused')]],
    ['on-hold', [run('finished'), run('holding')]],
    ['to-score', [run('finished', 'right'), run('finished')]],
    ['done', [run('finished', 'right'), run('finished', 'under')]],
  ])('%s', (state, runs) => {
    expect(jobState(runs)).toBe(state);
  });
});

describe('what is done at a hold', () => {
  const shop = {
    materials: new Map([['navy', { name: 'Outdoor vinyl, navy' }]]),
    tools: new Map([['pen', { name: 'Pen, black 0.4 mm' }]]),
  } as unknown as Shop;
  const step = { materialId: 'navy', toolId: 'pen' };

  it('is said in one sentence that names the material, the tool or both', () => {
    expect(holdSentence('material', step, shop)).toBe('Put in Outdoor vinyl, navy');
    expect(holdSentence('tool', step, shop)).toBe('Leave the sheet where it lies and put in Pen, black 0.4 mm');
    expect(holdSentence('material-and-tool', step, shop)).toBe('Put in Outdoor vinyl, navy and Pen, black 0.4 mm');
    expect(holdSentence('material', { ...step, materialId: null }, shop)).toBe('Put in the next material');
    expect(holdSentence(null, step, shop)).toBeNull();
  });
});
