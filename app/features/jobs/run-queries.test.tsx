import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { Text } from 'react-native';
import { renderWithBook } from '../../testing/with-book';
import { someRun } from '../../testing/run-fixtures';
import { useRunAction, useTick } from './run-queries';

function Keys() {
  const tick = useTick('job-1');
  const act = useRunAction('job-1');
  return (
    <Text
      onPress={() => {
        tick.mutate({ id: 'run-1', ticked: ['goggles'] });
        act.mutate({ id: 'run-1', action: 'start' });
      }}
    >
      Tick and start
    </Text>
  );
}

describe('a start that is pressed right after the last tick', () => {
  it('goes out once the tick has been taken', async () => {
    const { sent } = renderWithBook(<Keys />, { '/api/runs/': { body: someRun } });
    let isTaken = false;
    const ask = globalThis.fetch;
    globalThis.fetch = jest.fn(async (path: string, request: RequestInit) => {
      if (String(path).endsWith('/actions')) expect(isTaken).toBe(true);
      const answer = await ask(path, request);
      if (String(path).endsWith('/preparation')) isTaken = true;
      return answer;
    }) as typeof fetch;
    fireEvent.press(screen.getByText('Tick and start'));
    await waitFor(() => expect(sent.map(({ path }) => path.split('/').at(-1))).toEqual(['preparation', 'actions']));
  });
});
