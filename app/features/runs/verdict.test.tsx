import type { RunView } from '@keen-anvil/contract';
import { someRun } from '../../testing/run-fixtures';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { renderWithBook } from '../../testing/with-book';
import { Verdict } from './verdict';

const run: RunView = {
  ...someRun,
  measuredSeconds: 10,
  progress: { ...someRun.progress, state: 'finished', doneSeconds: 10 },
  seenOutcome: 'under',
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
