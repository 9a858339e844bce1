import type { RunView } from '@keen-anvil/contract';
import { someRun } from '../../testing/run-fixtures';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { recipe, shopAnswers } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { RunPage } from './run-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));
// The sheet's picture is worked out in a web worker, which is not here.
jest.mock('../jobs/use-inspections', () => ({ useInspections: () => [] }));

beforeAll(() => {
  globalThis.EventSource = class {
    close() {}
    addEventListener() {}
  } as unknown as typeof EventSource;
});

const run = someRun;
const { progress } = run;
const open = (...runs: RunView[]) =>
  renderWithBook(<RunPage jobId="job-1" />, {
    '/api/jobs/job-1/runs': { body: runs },
    '/api/runs/': { body: runs[0] },
    [`/api/recipes/${recipe.id}`]: { body: recipe },
    ...shopAnswers,
  });
const in_ = (state: RunView['progress']['state'], more: Partial<RunView> = {}): RunView => ({
  ...run,
  ...more,
  progress: { ...progress, ...more.progress, state },
});

describe('the run of a job', () => {
  it('says what is left and how far the tool is', async () => {
    open(run);
    expect(await screen.findByText('6 s')).toBeTruthy();
    expect(screen.getByText(/0[.,]82 m cut/)).toBeTruthy();
    expect(screen.getByText('Step 1: Outdoor vinyl, navy')).toBeTruthy();
  });

  it('says minutes and seconds in one, to be read as one', async () => {
    open({ ...run, progress: { ...progress, totalSeconds: progress.doneSeconds + 185 } });
    expect(await screen.findByText('3 min 5 s')).toBeTruthy();
  });

  it.each([
    ['running', 'Pause', 'pause'],
    ['paused', 'Go on', 'resume'],
  ] as const)('that is %s has a key “%s”', async (state, title, action) => {
    const { sent } = open(in_(state));
    fireEvent.press(await screen.findByText(title));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/runs/run-1/actions',
        body: { action },
      }),
    );
  });

  it('that is begun is cancelled only once that is said again', async () => {
    const { sent } = open(in_('running'));
    fireEvent.press(await screen.findByText('Cancel'));
    expect(sent.filter(({ method }) => method === 'POST')).toEqual([]);
    fireEvent.press(screen.getByText('Cancel it'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({ body: { action: 'cancel' } }),
    );
  });

  it('holds between two materials, with what to put in and what to dial', async () => {
    const { sent } = open(
      in_('finished', { measuredSeconds: 10, outcome: 'right' }),
      in_('holding', { id: 'run-2', position: 1, stepNumber: 2, hold: 'Put in Outdoor vinyl, white' }),
    );
    expect(await screen.findByText('Put in Outdoor vinyl, white')).toBeTruthy();
    expect(screen.getByText(/Fine blade in Long plotter, dialled to:/)).toBeTruthy();
    fireEvent.press(screen.getByText('Next material is in'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/runs/run-2/actions',
        body: { action: 'start' },
      }),
    );
  });

  it('calls the tool where a hold is for another one', async () => {
    const holdFor = { machine: false, sheet: false, cover: false, tool: true };
    open(in_('holding', { hold: 'Leave the sheet where it lies and put in Pen', holdFor }));
    expect(await screen.findByText('The tool is in')).toBeTruthy();
  });

  it('asks for the verdict once it is finished, and shows what that made of the recipe', async () => {
    open(in_('finished', { measuredSeconds: 11 }));
    expect(await screen.findByText(/How did it come out/)).toBeTruthy();
    expect(screen.getByText(/took 11 s, reckoned 10 s/)).toBeTruthy();
  });

  it('shows what a scored run made of the recipe, and leads there', async () => {
    open(in_('finished', { measuredSeconds: 11, outcome: 'right' }));
    expect(await screen.findByText('The recipe is now')).toBeTruthy();
    expect(screen.getByText('right 3 times in trials')).toBeTruthy();
    fireEvent.press(screen.getByText('See it in the book'));
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/book/[id]', params: { id: recipe.id } });
  });

  it('leads on to the press once a film is judged', async () => {
    open(in_('finished', { measuredSeconds: 11, outcome: 'right', isThenPressed: true }));
    fireEvent.press(await screen.findByText('On to the press'));
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/jobs/[id]/press', params: { id: 'job-1' } });
  });

  it('says that what was cut stays cut where it was cancelled', async () => {
    open(in_('cancelled'));
    expect(await screen.findByText(/What was cut until then stays cut/)).toBeTruthy();
    fireEvent.press(screen.getByText('Back to the job'));
    expect(mockRouter.replace).toHaveBeenCalledWith({ pathname: '/jobs/[id]', params: { id: 'job-1' } });
  });

  it('says what to do first where there is none', async () => {
    open();
    expect(await screen.findByText('This job was not run yet')).toBeTruthy();
  });

  it('asks at a hold for the verdict on what lies there before anything else', async () => {
    open(
      in_('finished', { measuredSeconds: 10 }),
      in_('holding', { id: 'run-2', position: 1, stepNumber: 2, hold: 'Put in Outdoor vinyl, white' }),
    );
    expect(await screen.findByText(/How did it come out/)).toBeTruthy();
    const order = screen.getAllByTestId(/finished-1|hold-card/).map(({ props }) => props.testID as string);
    expect(order).toEqual(['finished-1', 'hold-card']);
  });

  it('offers first to go over again what was not enough, and not to go on', async () => {
    const { sent } = open(
      in_('finished', { measuredSeconds: 10, outcome: 'under', stronger: { force: 17, speed: 5, passes: 1 } }),
      in_('holding', { id: 'run-2', position: 1, stepNumber: 2, hold: 'Put in Outdoor vinyl, white' }),
    );
    expect(await screen.findByText('Go over it again, a little stronger')).toBeTruthy();
    expect(screen.queryByText('Next material is in')).toBeNull();
    fireEvent.press(screen.getByText('Go over it again, a little stronger'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/runs/run-1/again',
        body: { id: expect.any(String) },
      }),
    );
  });

  it('that waits to go over it again is started, and not asked for once more', async () => {
    const { sent } = open(
      in_('finished', { measuredSeconds: 10, outcome: 'under', stronger: { force: 17, speed: 5, passes: 1 } }),
      in_('holding', {
        id: 'run-2',
        position: 1,
        onTopOf: 'run-1',
        hold: 'Go over it again',
        holdFor: { machine: false, sheet: false, cover: false, tool: false, again: true },
      }),
    );
    fireEvent.press(await screen.findByRole('button', { name: 'Go over it again' }));
    expect(screen.queryByText('Go over it again, a little stronger')).toBeNull();
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/runs/run-2/actions',
        body: { action: 'start' },
      }),
    );
  });

  it('on a machine of one’s own is done when one says so', async () => {
    const { sent } = open(in_('running', { isByHand: true, driver: 'by-hand' }));
    expect(await screen.findByText(/on your own Long plotter/)).toBeTruthy();
    fireEvent.press(screen.getByText('I have run it'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({ body: { action: 'done' } }),
    );
  });

  it('a verdict can be undone and corrected, and says what was said before', async () => {
    const { sent } = open(
      in_('finished', {
        measuredSeconds: 10,
        outcome: 'right',
        earlier: [{ outcome: 'over', at: '2026-11-20T10:00:00.000Z' }],
      }),
    );
    expect(await screen.findByText(/Said before: backing marked/)).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Undo: clean'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/runs/run-1/outcome',
        body: { outcome: null },
      }),
    );
    fireEvent.press(screen.getByLabelText('Correct it: the verdict on Outdoor vinyl, navy'));
    fireEvent.press(screen.getByText('hangs in places'));
    await waitFor(() =>
      expect(sent.filter(({ method }) => method === 'POST').at(-1)).toMatchObject({ body: { outcome: 'under' } }),
    );
  });

  it('says what a step waits for whose machine another job is on, and lets it be cancelled', async () => {
    const { sent } = open(
      in_('finished', { measuredSeconds: 10, outcome: 'right' }),
      in_('queued', { id: 'run-2', position: 1, stepNumber: 2 }),
    );
    expect(await screen.findByText('Step 2 waits for Long plotter')).toBeTruthy();
    fireEvent.press(screen.getByText('Cancel'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/runs/run-2/actions',
        body: { action: 'cancel' },
      }),
    );
  });

  it('a verdict that was taken back is given again at one tap', async () => {
    const { sent } = open(
      in_('finished', {
        measuredSeconds: 10,
        outcome: null,
        earlier: [{ outcome: 'right', at: '2026-11-20T10:00:00.000Z' }],
      }),
    );
    fireEvent.press(await screen.findByText('Do again: clean'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/runs/run-1/outcome',
        body: { outcome: 'right' },
      }),
    );
  });

  it('at a press shows the blank, the phases by name, and how long the present one goes on', async () => {
    open(
      in_('running', {
        process: 'heat-press',
        settings: { temperature: 160, dwell: 15, preheat: 5 },
        progress: { ...progress, state: 'running', doneSeconds: 12, totalSeconds: 24, cutMm: 0 },
      }),
    );
    expect(await screen.findByLabelText('Press: 12 seconds left')).toBeTruthy();
    for (const name of ['Preheat the blank', 'Lay it on']) expect(screen.getByText(name)).toBeTruthy();
    expect(screen.queryByText(/m cut/)).toBeNull();
  });
});
