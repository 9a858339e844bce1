import type { RecordTurnsView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { fineBlade, machines } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { changedFields } from './changed-fields';
import { TurnKeys } from './turn-keys';

describe('what was changed of a record', () => {
  it('is said by the names of its fields', () => {
    const [long] = machines;
    expect(changedFields(fineBlade, { ...fineBlade, life: 2000 })).toBe('life');
    expect(changedFields(long, { ...long, marginSideMm: 9, motion: { ...long.motion, topSpeedMmS: 80 } })).toBe(
      'margin side and top speed',
    );
    expect(
      changedFields(long, {
        ...long,
        dials: long.dials.map((dial) => (dial.name === 'force' ? { ...dial, max: 30 } : dial)),
      }),
    ).toBe('force');
    expect(changedFields(fineBlade, { ...fineBlade, name: 'Old blade', wear: 3, life: 9 })).toBe(
      'name, wear and 1 more',
    );
  });

  it('is taken back and done again by the server, which says what can be turned after that', async () => {
    const address = '/api/records/tool/fine/turns';
    const renamed = { before: { name: 'Finer blade' }, after: { name: 'Fine blade' } };
    const [made, takenBack]: RecordTurnsView[] = [
      { undo: renamed, redo: null },
      { undo: null, redo: { before: renamed.after, after: renamed.before } },
    ];
    const { sent } = renderWithBook(<TurnKeys kind="tool" id="fine" />, {
      [address]: {
        body: (asked: { method: string }[]) => (asked.some(({ method }) => method === 'POST') ? takenBack : made),
      },
    });
    fireEvent.press(await screen.findByText('Undo: name'));
    expect(await screen.findByText('Do again: name')).toBeTruthy();
    expect(screen.queryByText('Undo: name')).toBeNull();
    await waitFor(() =>
      expect(sent.filter(({ method }) => method === 'POST').map(({ body }) => body)).toEqual([{ turn: 'undo' }]),
    );
  });

  it('is not offered where nothing can be turned', async () => {
    renderWithBook(<TurnKeys kind="tool" id="fine" />, {
      '/api/records/tool/fine/turns': { body: { undo: null, redo: null } },
    });
    await waitFor(() => expect(globalThis.fetch).toHaveBeenCalled());
    expect(screen.queryByTestId('turns')).toBeNull();
  });
});
