import type { ToolView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { View } from 'react-native';
import { fineBlade, machines, shopAnswers } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { changedFields, rememberTurn, turned } from './record-turns';
import { toolFields } from './record-fields';
import { EditToolPage } from './tool-form';
import { ToolPage } from './tool-page';

jest.mock('expo-router', () => ({
  useRouter: () => ({ push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false }),
  useGlobalSearchParams: () => ({}),
}));

const puts = (sent: { method: string; body: unknown }[]) =>
  sent.filter(({ method }) => method === 'PUT').map(({ body }) => body as { name: string; version: number });

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

  it('is taken back and done again, with the version that it has by then', async () => {
    // A server that keeps the tool.
    let now: ToolView = fineBlade;
    const { sent } = renderWithBook(
      <View>
        <EditToolPage id="fine" />
        <ToolPage id="fine" />
      </View>,
      shopAnswers,
    );
    const answer = globalThis.fetch as jest.Mock;
    const before = answer.getMockImplementation()!;
    answer.mockImplementation(async (path: string, request: { method?: string; body?: string }) => {
      const said = await before(path, request);
      if (!path.startsWith('/api/tools')) return said;
      if (request.method === 'PUT') now = { ...now, ...JSON.parse(request.body!), version: now.version + 1 };
      return { ok: true, status: 200, json: async () => (path === '/api/tools' ? [now] : now) };
    });
    fireEvent.changeText(await screen.findByLabelText('Name'), 'Finer blade');
    fireEvent.press(screen.getByText('Write it down'));
    fireEvent.press(await screen.findByText('Undo: name'));
    await waitFor(() => expect(puts(sent).at(-1)).toEqual({ ...toolFields(fineBlade), version: 6 }));
    fireEvent.press(await screen.findByText('Do again: name'));
    await waitFor(() => expect(puts(sent).at(-1)).toMatchObject({ name: 'Finer blade', version: 7 }));
    expect(await screen.findByText('Undo: name')).toBeTruthy();
    expect(screen.queryByText('Do again: name')).toBeNull();
  });

  it('is not offered once somebody else has changed the record', async () => {
    rememberTurn('tool fine', { label: 'life', before: toolFields(fineBlade), after: toolFields(fineBlade) }, 3, 4);
    renderWithBook(<ToolPage id="fine" />, shopAnswers);
    expect(await screen.findByText('Life 1: 2440 m')).toBeTruthy();
    expect(screen.queryByText('Undo: life')).toBeNull();
    // Nothing was kept of this one.
    expect(() => turned('tool other', 'undo', 2)).not.toThrow();
  });
});
