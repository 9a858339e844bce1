import type { RunView } from '@keen-anvil/contract';
import { someRun } from '../../testing/run-fixtures';
import { fireEvent, screen } from '@testing-library/react-native';
import { shopAnswers, summary } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { BenchPage } from './bench-page';
import { FirstSteps } from './first-steps';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));
// Dragging wants a browser's pointer; the cards' order is tested there.
jest.mock('./nailed-cards', () => ({ NailedCards: () => null }));

const run = (state: RunView['progress']['state'], hold: string | null = null): RunView => ({
  ...someRun,
  id: `run ${state}`,
  jobName: 'Boat number 12',
  stepNumber: 2,
  position: 1,
  hold,
  progress: { ...someRun.progress, state, doneSeconds: 0, totalSeconds: 6 },
});
const job = {
  id: 'job-1',
  name: 'Boat number 12',
  state: 'on-hold' as const,
  stepCount: 2,
  isArchived: false,
  colours: ['#1d2f5c', '#ffffff'],
  updatedAt: '2026-11-20T10:00:00.000Z',
};
const open = (bench: object) =>
  renderWithBook(<BenchPage />, {
    ...shopAnswers,
    '/api/bench': { body: { runs: [], nailed: [], recipes: [], jobs: [], ...bench } },
    '/api/workshops': { body: [{ id: 'w', name: 'Slipway Studio', isHere: true }] },
    '/api/tunings': { body: [] },
    '/api/pressings': { body: [] },
  });

describe('the Bench', () => {
  it.each([
    ['holding', 'Put in Outdoor vinyl, navy', 'On hold: Boat number 12', 'Go to the hold'],
    ['paused', null, 'Paused: Boat number 12', 'Go to the run'],
    ['running', null, 'Running: Boat number 12', 'Watch the run'],
    ['finished', null, 'How did it come out? Boat number 12', 'Score it'],
  ] as const)('says what is %s, and leads to it', async (state, hold, title, act) => {
    open({ runs: [run(state, hold)] });
    expect(await screen.findByText(title)).toBeTruthy();
    fireEvent.press(screen.getByText(act));
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/jobs/[id]/run', params: { id: 'job-1' } });
  });

  it('leads from an empty workshop to its first job, one thing after the other', async () => {
    open({});
    expect(await screen.findByText('Ready for the first job')).toBeTruthy();
    fireEvent.press(screen.getByText('New job'));
    expect(mockRouter.push).toHaveBeenCalledWith('/jobs/new');
    renderWithBook(<FirstSteps machines={[]} />, shopAnswers);
    expect(await screen.findByText('What a first job needs')).toBeTruthy();
    fireEvent.press(screen.getByRole('button', { name: 'Add a machine' }));
    expect(mockRouter.push).toHaveBeenCalledWith('/shop/machine/new');
  });

  it('says what to do where nothing waits', async () => {
    open({ jobs: [job] });
    expect(await screen.findByText('The machines stand still')).toBeTruthy();
    fireEvent.press(screen.getByText('New job'));
    expect(mockRouter.push).toHaveBeenCalledWith('/jobs/new');
    expect(screen.getByText('None yet: the first run will bring one here.')).toBeTruthy();
  });

  it('keeps the jobs in hand and the recipes used last at hand', async () => {
    open({ jobs: [job], recipes: [summary] });
    fireEvent.press(await screen.findByText('Boat number 12'));
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/jobs/[id]', params: { id: 'job-1' } });
    fireEvent.press(screen.getAllByText('Outdoor vinyl, navy')[0]);
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/book/[id]', params: { id: 'recipe-1' } });
  });

  it('says what went wrong where it cannot be had, and tries again', async () => {
    const { sent } = renderWithBook(<BenchPage />, {
      '/api/bench': {
        status: 500,
        body: { error: { code: 'server', message: 'Something went wrong on the server.' } },
      },
    });
    expect(await screen.findByText('Something went wrong on the server.')).toBeTruthy();
    const before = sent.filter(({ path }) => path === '/api/bench').length;
    fireEvent.press(screen.getByText('Try again'));
    await screen.findByText('Something went wrong on the server.');
    expect(sent.filter(({ path }) => path === '/api/bench').length).toBeGreaterThan(before);
  });
});
