import type { RunView } from '@keen-anvil/contract';
import { aloneRun } from '../../testing/run-fixtures';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { renderWithBook } from '../../testing/with-book';
import { Verdict } from './verdict';

const run: RunView = {
  id: 'run-1',
  seriesId: 'series-1',
  jobId: 'job-1',
  jobName: 'Boat numbers',
  stepId: 'step-1',
  stepNumber: 1,
  sheetId: null,
  sheetTurn: 1,
  sheetOf: 1,
  position: 0,
  process: 'kiss-cut',
  colour: '#1d2f5c',
  materialName: 'Outdoor vinyl, navy',
  machineId: 'long',
  machineName: 'Long plotter',
  toolName: 'Fine blade',
  settings: { force: 16, speed: 5, passes: 1 },
  recipeId: 'recipe-1',
  hold: null,
  holdFor: null,
  estimateSeconds: 9,
  measuredSeconds: 9,
  progress: {
    state: 'finished',
    doneSeconds: 9,
    totalSeconds: 9,
    cutMm: 820,
    strokesDone: 6,
    line: 0,
    at: { x: 0, y: 0 },
    isDown: false,
  },
  seenOutcome: 'under',
  outcome: null,
  earlier: [],
  isByHand: false,
  onTopOf: null,
  stronger: null,
  isBrought: false,
  ...aloneRun,
};

describe('how did it come out?', () => {
  it('asks in the words of the process, and marks what the stand-in saw', () => {
    renderWithBook(<Verdict run={run} />);
    for (const words of ['not cut', 'hangs in places', 'clean', 'backing marked', 'backing cut'])
      expect(screen.getByText(words)).toBeTruthy();
    expect(screen.getAllByText('the stand-in saw this')).toHaveLength(1);
  });

  it('sends what the maker says, not what the stand-in saw', async () => {
    const { sent } = renderWithBook(<Verdict run={run} />, {
      '/api/runs/run-1/outcome': { body: { ...run, outcome: 'right' } },
    });
    fireEvent.press(screen.getByText('clean'));
    await waitFor(() =>
      expect(sent).toEqual([{ path: '/api/runs/run-1/outcome', method: 'POST', body: { outcome: 'right' } }]),
    );
  });

  it('says what went wrong and keeps asking', async () => {
    renderWithBook(<Verdict run={run} />, {
      '/api/runs': {
        status: 409,
        body: { error: { code: 'run-state', message: 'A run can be scored once it is finished.' } },
      },
    });
    fireEvent.press(screen.getByText('clean'));
    expect(await screen.findByText('A run can be scored once it is finished.')).toBeTruthy();
    expect(screen.getByText('backing cut')).toBeTruthy();
  });
});
