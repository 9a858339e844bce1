import type { RunView, WarmClockView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { recipe, shopAnswers } from '../../testing/fixtures';
import { someRun } from '../../testing/run-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { RunPage } from './run-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));
// What the worker makes of a file is not here.
jest.mock('../jobs/use-inspections', () => ({ useInspections: () => [] }));
jest.mock('./use-run-path', () => ({ useRunPath: () => ({ data: undefined }) }));

beforeAll(() => {
  globalThis.EventSource = class {
    close() {}
    addEventListener() {}
  } as unknown as typeof EventSource;
});

const line = (id: string, text: string, isSafety = false, minutes: number | null = null) => ({
  id,
  text,
  isSafety,
  isOwn: false,
  minutes,
});
const held: RunView = {
  ...someRun,
  jobName: 'Kit tags',
  toolName: 'Heated tip',
  hold: 'Begin at Long plotter: put in Outdoor vinyl, navy',
  holdFor: { machine: true, sheet: true, cover: false, tool: true, first: true },
  progress: { ...someRun.progress, state: 'holding', doneSeconds: 0, cutMm: 0, strokesDone: 0, isDown: false },
  preparation: [
    line('fed', 'Fed in straight'),
    line('warm', 'Heated tip is warm', false, 5),
    line('hot', 'Nobody touches the tip', true),
  ],
};
const open = (run: RunView, before: RunView[] = [], clocks: WarmClockView[] = []) =>
  renderWithBook(<RunPage jobId="job-1" />, {
    '/api/jobs/job-1/runs': { body: [...before, run] },
    '/api/runs/': { body: run },
    '/api/warm-clocks': { body: clocks },
    '/api/clock': { body: { now: 1_001_000 } },
    [`/api/recipes/${recipe.id}`]: { body: recipe },
    ...shopAnswers,
  });

describe('a run that waits for its maker', () => {
  it('does not start before what keeps people safe is ticked; a tick is sent at once', async () => {
    const { sent } = open(held);
    expect(await screen.findByText('One line for your safety still to tick')).toBeTruthy();
    fireEvent.press(screen.getByText('Start'));
    fireEvent.press(screen.getByRole('checkbox', { name: 'Nobody touches the tip' }));
    await waitFor(() =>
      expect(sent.find(({ path }) => path.endsWith('/preparation'))).toMatchObject({
        body: { line: 'hot', isTicked: true },
      }),
    );
    // What was pressed before is not caught up on.
    expect(sent.some(({ path }) => path.endsWith('/actions'))).toBe(false);
  });

  it('starts once it is ticked, whatever else is left open', async () => {
    const { sent } = open({ ...held, ticked: ['hot'] });
    fireEvent.press(await screen.findByText('Start'));
    await waitFor(() =>
      expect(sent.find(({ path }) => path.endsWith('/actions'))).toMatchObject({ body: { action: 'start' } }),
    );
  });

  it('is looked at between its passes: what is through already leaves out the rest', async () => {
    const first: RunView = { ...someRun, id: 'first', progress: { ...someRun.progress, state: 'finished' } };
    const rest: RunView = {
      ...held,
      id: 'rest',
      onTopOf: 'first',
      preparation: [],
      hold: 'Look at a corner: is it through after 2 passes?',
      holdFor: { machine: false, sheet: false, cover: false, tool: false, lookAfter: 2 },
    };
    const { sent } = open(rest, [first]);
    expect(await screen.findByText('Not yet: go on')).toBeTruthy();
    // What is not done to its end is not judged by itself.
    expect(screen.queryByTestId('finished-1')).toBeNull();
    fireEvent.press(screen.getByText('It is through: leave out the rest'));
    await waitFor(() =>
      expect(sent.find(({ path }) => path.endsWith('/actions'))).toMatchObject({ body: { action: 'enough' } }),
    );
  });

  it('has a clock for what takes its minutes', async () => {
    const name = `${held.id} warm`;
    const { sent } = open(held);
    fireEvent.press(await screen.findByText('Start its 5 min clock'));
    await waitFor(() =>
      expect(sent.find(({ path, method }) => method === 'POST' && path === '/api/warm-clocks')).toMatchObject({
        body: { name, jobId: held.jobId, text: 'Heated tip is warm', minutes: 5 },
      }),
    );
    screen.unmount();
    open(held, [], [{ name, jobId: held.jobId, text: 'Heated tip is warm', minutes: 50, since: 1_000_000 }]);
    expect(await screen.findByText(/^(50|49) min \d+ s$/)).toBeTruthy();
  });

  it('takes a line of the maker’s own', async () => {
    const { sent } = open(held);
    fireEvent.press(await screen.findByText('Add a line of my own'));
    fireEvent.changeText(screen.getByLabelText('What has to be ready?'), 'Cat out of the room');
    fireEvent.press(screen.getByText('Before every start'));
    await waitFor(() =>
      expect(sent.find(({ path }) => path === '/api/preparation-lines')).toMatchObject({
        body: { text: 'Cat out of the room', process: null, machineId: null },
      }),
    );
  });
});

describe('a run over a cable', () => {
  const cable: RunView = { ...held, driver: 'cable', ticked: ['hot'] };

  it('wants its machine connected before it starts', async () => {
    open(cable);
    expect(await screen.findByText('Connect Long plotter first.')).toBeTruthy();
    fireEvent.press(await screen.findByText('Connect Long plotter'));
    expect(await screen.findByText(/opens no serial ports/)).toBeTruthy();
  });

  it('that was broken off says what happened, and offers no plain “Go on”', async () => {
    open({
      ...cable,
      preparation: null,
      interruption: { why: 'refused', line: 12, text: 'G5 X1', said: 'error:20' },
      progress: { ...held.progress, state: 'paused', doneSeconds: 4 },
    });
    expect(await screen.findByText('A line was refused')).toBeTruthy();
    expect(
      screen.getByText('Long plotter was expected to take line 12 of its file, “G5 X1”; it answered “error:20”.'),
    ).toBeTruthy();
    expect(screen.queryByText('Go on')).toBeNull();
    expect(screen.getByText('Cancel')).toBeTruthy();
  });
});
