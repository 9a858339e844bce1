import type { RunState } from '@keen-anvil/contract';
import type { Outcome } from '@keen-anvil/core/recipes';
import { jobState } from './job-views';

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
