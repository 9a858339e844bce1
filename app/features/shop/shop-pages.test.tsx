import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { fineBlade, machines, shopAnswers, summary, tools } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { EditMachinePage, NewMachinePage } from './machine-form';
import { MachinePage } from './machine-page';
import { ShopList } from './shop-list';
import { EditToolPage, NewToolPage } from './tool-form';
import { ToolPage } from './tool-page';

const mockReplace = jest.fn();
jest.mock('expo-router', () => ({
  useRouter: () => ({ push: jest.fn(), replace: mockReplace, back: jest.fn(), canGoBack: () => false }),
  useGlobalSearchParams: () => ({}),
}));
const [long] = machines;

describe('the shop', () => {
  it('lists machines with what is known of their scales, and tools with what is left of them', async () => {
    renderWithBook(<ShopList />, {
      ...shopAnswers,
      '/api/workshops': { body: [{ id: 'w', name: 'Slipway Studio', isDemo: true, isHere: true }] },
    });
    expect(await screen.findByText('Diode laser, 400 mm × 400 mm')).toBeTruthy();
    expect(screen.getAllByText('all scales known').length).toBeGreaterThan(0);
    expect(await screen.findByText('2088 m left of about 2500 m')).toBeTruthy();
    expect(screen.getByText('118 h')).toBeTruthy();
    expect(await screen.findByText('the made-up workshop to look around in')).toBeTruthy();
  });

  it('tells where two tools have one name', async () => {
    renderWithBook(<ShopList />, { ...shopAnswers, '/api/tools': { body: [...tools, { ...fineBlade, id: 'twin' }] } });
    expect(await screen.findAllByText('Fine blade (one of two so called)')).toHaveLength(2);
  });
});

describe('a machine', () => {
  it('names the recipes that no longer fit it', async () => {
    renderWithBook(<MachinePage id="long" />, {
      '/api/machines/long/misfits': {
        body: [{ recipe: summary, problem: "Long plotter's force goes from 1 to 14; 16 was given." }],
      },
      ...shopAnswers,
    });
    expect(await screen.findByText('One recipe no longer fits')).toBeTruthy();
    expect(screen.getByText("Long plotter's force goes from 1 to 14; 16 was given.")).toBeTruthy();
  });

  it('asks a laser for its beam and a plotter for its rollers', async () => {
    renderWithBook(<NewMachinePage />, shopAnswers);
    expect(screen.getByLabelText('Margin at the tail')).toBeTruthy();
    fireEvent.changeText(screen.getByLabelText('Name'), 'Second diode');
    fireEvent.press(screen.getByLabelText('Diode laser'));
    expect(screen.getByLabelText('Rated power')).toBeTruthy();
    expect(screen.queryByLabelText('Margin at the tail')).toBeNull();
    // What was typed before stays.
    expect(screen.getByDisplayValue('Second diode')).toBeTruthy();
  });

  it('is made with the dials that its kind usually has', async () => {
    const { sent } = renderWithBook(<NewMachinePage />, {
      '/api/machines': { status: 201, body: { machine: long, misfits: [] } },
    });
    fireEvent.changeText(screen.getByLabelText('Name'), 'Bench plotter');
    fireEvent.press(screen.getByText('Put it into the shop'));
    await waitFor(() => expect(sent).not.toHaveLength(0));
    expect(sent[0].body).toMatchObject({
      name: 'Bench plotter',
      kind: 'plotter',
      dials: [{ name: 'force', calibration: [] }, { name: 'speed' }],
      motion: { topSpeedMmS: 100 },
    });
  });

  it('shows both versions of a stale write, and writes mine onto the newer one', async () => {
    const newer = { ...long, version: 9, name: 'Long plotter, oiled' };
    const { sent } = renderWithBook(<EditMachinePage id="long" />, {
      '/api/machines/long': {
        status: 409,
        body: { error: { code: 'stale', message: 'This machine was changed in the meantime.', current: newer } },
      },
      ...shopAnswers,
    });
    fireEvent.changeText(await screen.findByLabelText('Holders'), '1');
    fireEvent.press(screen.getByText('Write it down'));
    expect(await screen.findByText(/^Theirs: name Long plotter, oiled/)).toBeTruthy();
    fireEvent.press(screen.getByText('Write mine'));
    await waitFor(() => expect(sent.filter((request) => request.method === 'PUT')).toHaveLength(2));
    expect(
      sent
        .filter((request) => request.method === 'PUT')
        .map((request) => (request.body as { version: number }).version),
    ).toEqual([3, 9]);
  });
});

describe('a tool', () => {
  it('shows the lives it had, and starts a new one', async () => {
    const { sent } = renderWithBook(<ToolPage id="fine" />, {
      '/api/tools/fine/replacement': { body: { ...fineBlade, wear: 0 } },
      ...shopAnswers,
    });
    expect(await screen.findByText('Life 1: 2440 m')).toBeTruthy();
    expect(screen.getByText(/tip broken off/)).toBeTruthy();
    expect(screen.getByText('45 °')).toBeTruthy();
    fireEvent.press(screen.getByText('Replaced by a new one'));
    fireEvent.changeText(screen.getByLabelText('A word about the old one'), 'dull');
    fireEvent.press(screen.getByText('Start the new life'));
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'POST')?.body).toEqual({ version: 5, note: 'dull' }),
    );
  });

  it('is asked for the facts of its kind, and for its machine where it is built in', async () => {
    renderWithBook(<NewToolPage />, shopAnswers);
    fireEvent.press(await screen.findByLabelText('Pen'));
    expect(screen.getByLabelText('Ink colour')).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Laser head'));
    expect(await screen.findByLabelText('Diode')).toBeTruthy();
    expect(screen.queryByLabelText('Ink colour')).toBeNull();
  });

  it('keeps its kind when it is changed', async () => {
    const { sent } = renderWithBook(<EditToolPage id="fine" />, {
      '/api/tools/fine': { body: fineBlade },
      ...shopAnswers,
    });
    expect(await screen.findByDisplayValue('Fine blade')).toBeTruthy();
    expect(screen.queryByLabelText('Pen')).toBeNull();
    fireEvent.changeText(screen.getByLabelText('Angle'), '200');
    fireEvent.press(screen.getByText('Write it down'));
    expect(await screen.findByText('Angle goes from 10 to 90 °; 200 was given.')).toBeTruthy();
    fireEvent.changeText(screen.getByLabelText('Angle'), '60');
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'PUT')?.body).toEqual({
        name: 'Fine blade',
        kind: 'fine-blade',
        machineId: null,
        details: { angle: 60 },
        wear: 412,
        life: 2500,
        version: 5,
      }),
    );
  });
});
