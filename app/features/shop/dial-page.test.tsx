import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { longPlotter } from '../../../core/testing/shop';
import { renderWithBook } from '../../testing/with-book';
import { DialPage } from './dial-page';

const mockReplace = jest.fn();
jest.mock('expo-router', () => ({
  useRouter: () => ({ replace: mockReplace, push: jest.fn(), canGoBack: () => false }),
}));

const machine = { ...longPlotter, version: 4, isArchived: false };
const open = (name = 'force') =>
  renderWithBook(<DialPage id="long" name={name} />, {
    '/api/machines/long': { body: { machine, misfits: [] } },
    '/api/machines': { body: [machine] },
  });

describe('measuring a dial', () => {
  it('shows how far a reading is off the line between its neighbours', async () => {
    open();
    expect(await screen.findByText(/measured; good to about/)).toBeTruthy();
    fireEvent.changeText(screen.getByLabelText('Reading 2: gave'), '170');
    // Between 40 at 5 and 320 at 40 the line says 160 at 20.
    expect(screen.getByText(/\+10 gf/)).toBeTruthy();
  });

  it('refuses readings that are none, or off the scale, before anything is sent', async () => {
    const { sent } = open();
    fireEvent.press(await screen.findByText('Add a reading'));
    expect(screen.getByText('One of the readings is no number yet.')).toBeTruthy();
    fireEvent.changeText(screen.getByLabelText('Reading 4: set to'), '60');
    fireEvent.changeText(screen.getByLabelText('Reading 4: gave'), '400');
    expect(screen.getByText('It cannot have been measured at 60: the dial goes from 1 to 40.')).toBeTruthy();
    fireEvent.press(screen.getByText('Write it down'));
    expect(sent.filter((request) => request.method === 'PUT')).toEqual([]);
  });

  it('sends the whole machine with the one dial changed, at the version it was read', async () => {
    const { sent } = open();
    fireEvent.changeText(await screen.findByLabelText('Reading 3: gave'), '330');
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() => expect(sent.some((request) => request.method === 'PUT')).toBe(true));
    const body = sent.find((request) => request.method === 'PUT')!.body as typeof machine;
    expect(body.version).toBe(4);
    expect(body.dials.map((dial) => dial.name)).toEqual(['depth', 'force', 'speed']);
    expect(body.dials[1].calibration).toEqual([
      { dial: 5, physical: 40 },
      { dial: 20, physical: 160 },
      { dial: 40, physical: 330 },
    ]);
    await waitFor(() => expect(mockReplace).toHaveBeenCalled());
  });
});
