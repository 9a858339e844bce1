import type { RunState } from '@keen-anvil/contract';
import type { Outcome } from '@keen-anvil/core/recipes';
import type { Hold } from '@keen-anvil/core/recipes';
import { holdSentence, jobState } from './job-views';
import type { Shop } from './shop';

const run = (state: RunState, outcome: Outcome | null = null) => ({ state, outcome });

describe('where a job stands', () => {
  it.each([
    ['open', []],
    ['open', [run('cancelled'), run('cancelled')]],
    ['open', [run('finished', 'right'), run('cancelled')]],
    ['running', [run('queued'), run('queued')]],
    ['running', [run('finished', 'right'), run('queued')]],
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
    machines: new Map([['long', { name: 'Long plotter' }]]),
    tools: new Map([['pen', { name: 'Pen, black 0.4 mm' }]]),
  } as unknown as Shop;
  const step = { materialId: 'navy', toolId: 'pen', machineId: 'long' };

  it('is said in one sentence that names the material, the tool or both', () => {
    const hold = (over: Partial<Hold>): Hold => ({ machine: false, sheet: false, cover: false, tool: false, ...over });
    expect(holdSentence(hold({ sheet: true }), step, shop)).toBe('Put in Outdoor vinyl, navy');
    expect(holdSentence(hold({ tool: true }), step, shop)).toBe(
      'Leave the sheet where it lies and put in Pen, black 0.4 mm',
    );
    expect(holdSentence(hold({ sheet: true, tool: true }), step, shop)).toBe(
      'Put in Outdoor vinyl, navy and Pen, black 0.4 mm',
    );
    expect(holdSentence(hold({ sheet: true }), { ...step, materialId: null }, shop)).toBe('Put in the next material');
    expect(holdSentence(hold({ cover: true, tool: true }), step, shop)).toBe(
      'Take the foil off; the sheet stays where it lies. Put in Pen, black 0.4 mm',
    );
    expect(holdSentence(hold({ machine: true, sheet: true }), step, shop)).toBe(
      'Go on at Long plotter: put in Outdoor vinyl, navy',
    );
    expect(holdSentence(null, step, shop)).toBeNull();
  });
});
