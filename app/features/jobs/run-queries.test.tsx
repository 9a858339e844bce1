import { act, fireEvent, screen, waitFor } from '@testing-library/react-native';
import { Text } from 'react-native';
import { renderWithBook } from '../../testing/with-book';
import { someRun } from '../../testing/run-fixtures';
import { useRunAction, useRuns, useTick } from './run-queries';

function Keys() {
  const tick = useTick('job-1');
  const act = useRunAction('job-1');
  return (
    <Text
      onPress={() => {
        tick.mutate({ id: 'run-1', line: 'goggles', isTicked: true });
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

function Ticks() {
  const runs = useRuns('job-1');
  const tick = useTick('job-1');
  return (
    <>
      <Text>{`Ticked: ${runs.data?.[0].ticked.join(', ')}`}</Text>
      <Text onPress={() => void runs.refetch()}>Ask anew</Text>
      {['goggles', 'air'].map((line) => (
        <Text key={line} onPress={() => tick.mutate({ id: 'run-1', line, isTicked: true })}>
          {`Tick ${line}`}
        </Text>
      ))}
    </>
  );
}

describe('a tick', () => {
  it('is not taken from the screen by an answer that was asked for before it', async () => {
    const { sent } = renderWithBook(<Ticks />, { '/api/jobs/job-1/runs': { body: [{ ...someRun, ticked: [] }] } });
    await screen.findByText('Ticked:');
    const ask = globalThis.fetch;
    const [late, taken] = [laterOn(), laterOn()];
    globalThis.fetch = jest.fn(async (path: string, request: RequestInit) => {
      const answer = await ask(path, request);
      await (path.endsWith('/preparation') ? taken : late).comes;
      return answer;
    }) as typeof fetch;
    fireEvent.press(screen.getByText('Ask anew'));
    await waitFor(() => expect(sent).toHaveLength(2));
    fireEvent.press(screen.getByText('Tick goggles'));
    expect(await screen.findByText('Ticked: goggles')).toBeTruthy();
    await act(async () => late.come());
    fireEvent.press(screen.getByText('Tick air'));
    expect(await screen.findByText('Ticked: goggles, air')).toBeTruthy();
    taken.come();
    await waitFor(() =>
      expect(sent.filter(({ path }) => path.endsWith('/preparation')).map(({ body }) => body)).toEqual([
        { line: 'goggles', isTicked: true },
        { line: 'air', isTicked: true },
      ]),
    );
  });
});

/** Something that comes when it is told to. */
function laterOn() {
  let come = () => {};
  const comes = new Promise<void>((resolve) => (come = resolve));
  return { comes, come: () => come() };
}
