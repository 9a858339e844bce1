import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { leather, navy, pageOf, shopAnswers, summary } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { EditMaterialPage, NewMaterialPage } from './material-form';
import { MaterialPage } from './material-page';
import { PieceForm } from './piece-form';
import { StockList } from './stock-list';

jest.mock('expo-router', () => ({
  useRouter: () => ({ push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false }),
  useGlobalSearchParams: () => ({}),
}));
jest.mock('expo-document-picker', () => ({ getDocumentAsync: jest.fn() }));
const answers = { '/api/recipes': pageOf(summary), ...shopAnswers };

describe('the shelf', () => {
  it('shows materials by family with what is left of them, and those put away last', async () => {
    renderWithBook(<StockList />, { '/api/materials': { body: [navy, { ...leather, isArchived: true }] } });
    expect(await screen.findByText('Vinyl')).toBeTruthy();
    expect(screen.getByText('navy roll: 4.2 m')).toBeTruthy();
    expect(screen.getByText('Put away')).toBeTruthy();
    expect(screen.queryByText('Leather')).toBeNull();
  });

  it('says what to do first where it is empty', async () => {
    renderWithBook(<StockList />, { '/api/materials': { body: [] } });
    expect(await screen.findByText('The shelf is empty')).toBeTruthy();
  });
});

describe('a material', () => {
  it('shows its facts, what the supplier says, its pieces and its recipes', async () => {
    renderWithBook(<MaterialPage id="navy" />, answers);
    expect(await screen.findByText('Card: “force medium-low”.')).toBeTruthy();
    expect(screen.getByText('permanently')).toBeTruthy();
    expect(screen.getByText('9.40 a square metre')).toBeTruthy();
    expect(screen.getByText('test sheets: none left')).toBeTruthy();
    expect(await screen.findByText('Long plotter, Fine blade')).toBeTruthy();
  });

  it('shows the pieces of a large stock a page at a time', async () => {
    const pieces = Array.from({ length: 130 }, (_, i) => ({
      ...navy.pieces[0],
      id: `piece ${i}`,
      name: `Offcut ${i}`,
    }));
    renderWithBook(<MaterialPage id="navy" />, { ...answers, '/api/materials': { body: [{ ...navy, pieces }] } });
    expect(await screen.findByText(/^Offcut 59/)).toBeTruthy();
    expect(screen.queryByText(/^Offcut 60/)).toBeNull();
    fireEvent.press(screen.getByText('60 more of 70'));
    expect(screen.getByText(/^Offcut 119/)).toBeTruthy();
    fireEvent.press(screen.getByText('10 more of 10'));
    expect(screen.getByText(/^Offcut 129/)).toBeTruthy();
  });

  it('says how far its thickness was measured to be off', async () => {
    renderWithBook(<MaterialPage id="leather" />, { ...answers, '/api/recipes': pageOf() });
    expect(await screen.findByText('2.5 mm ± 0.141 mm, from 2 readings')).toBeTruthy();
    expect(await screen.findByText('Nothing yet. A new recipe starts from the nearest ones.')).toBeTruthy();
  });

  it('is asked for the facts of its family; cents and readings go as numbers', async () => {
    const { sent } = renderWithBook(<NewMaterialPage />, { '/api/materials': { status: 201, body: leather } });
    fireEvent.press(screen.getByLabelText('Leather'));
    fireEvent.changeText(screen.getByLabelText('Name'), 'Belt leather');
    fireEvent.changeText(screen.getByLabelText('Thickness'), '3');
    fireEvent.changeText(screen.getByLabelText('Or readings with calipers, in mm'), '3,0 3.2');
    fireEvent.press(screen.getByLabelText('chrome'));
    fireEvent.changeText(screen.getByLabelText('Price'), '12,50');
    fireEvent.press(screen.getByText('Put it on the shelf'));
    await waitFor(() => expect(sent.some((request) => request.method === 'POST')).toBe(true));
    expect(sent.find((request) => request.method === 'POST')!.body).toMatchObject({
      name: 'Belt leather',
      family: 'leather',
      thicknessMm: 3,
      readingsMm: [3, 3.2],
      priceCents: 1250,
      details: { tanning: 'chrome' },
      supplierCard: null,
      heatLimitC: null,
    });
  });

  it('comes with what is true of its family, and begins anew with what the form began with', async () => {
    const { sent } = renderWithBook(<NewMaterialPage />, { '/api/materials': { status: 201, body: leather } });
    fireEvent.press(screen.getByLabelText('Transfer film'));
    fireEvent.changeText(screen.getByLabelText('Name'), 'Glitter film');
    expect(screen.getByLabelText('Worked from its back, so reversed').props.value ?? true).toBe(true);
    fireEvent.press(screen.getByLabelText('Ink transfer paper'));
    fireEvent.changeText(screen.getByLabelText('Or readings with calipers, in mm'), '0.1 abc');
    fireEvent.press(screen.getByText('Put it on the shelf'));
    expect(await screen.findByText(/“abc” came/)).toBeTruthy();
    fireEvent.changeText(screen.getByLabelText('Or readings with calipers, in mm'), '0.1 0.12');
    fireEvent.press(screen.getByText('Put it on the shelf'));
    await waitFor(() => expect(sent.some((request) => request.method === 'POST')).toBe(true));
    // Readings alone are a thickness.
    expect(sent.find((request) => request.method === 'POST')!.body).toMatchObject({
      family: 'ink-paper',
      defaultProcess: 'sublimate',
      mirrored: true,
      thicknessMm: 0.11,
      readingsMm: [0.1, 0.12],
    });
  });

  it('keeps what was not touched when it is changed', async () => {
    const { sent } = renderWithBook(<EditMaterialPage id="navy" />, {
      '/api/materials/navy': { body: navy },
      ...shopAnswers,
    });
    fireEvent.changeText(await screen.findByLabelText('Finish'), 'matt');
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() => expect(sent.some((request) => request.method === 'PUT')).toBe(true));
    // What stays with its machines is not sent at all: the server keeps it.
    const {
      id: _id,
      pieces: _pieces,
      photoId: _photo,
      isArchived: _archived,
      spreadMm: _spread,
      kerfs: _kerfs,
      ...fields
    } = navy;
    expect(sent.find((request) => request.method === 'PUT')!.body).toEqual({ ...fields, finish: 'matt' });
  });
});

describe('a piece', () => {
  it('of a roll is its length, of sheets their number', async () => {
    const { sent } = renderWithBook(
      <PieceForm material={{ id: 'navy', family: 'vinyl' }} piece={null} onClose={jest.fn()} />,
      {
        '/api/materials/navy/pieces': { status: 201, body: navy },
      },
    );
    expect(screen.getByLabelText('How many')).toBeTruthy();
    fireEvent.press(screen.getByLabelText('roll'));
    expect(screen.queryByLabelText('How many')).toBeNull();
    fireEvent.changeText(screen.getByLabelText('Name'), 'second roll');
    fireEvent.changeText(screen.getByLabelText('Width'), '12 in');
    fireEvent.changeText(screen.getByLabelText('Length left on the roll'), '5000');
    fireEvent.press(screen.getByText('Put it into stock'));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({
        kind: 'roll',
        name: 'second roll',
        widthMm: 304.8,
        lengthMm: 5000,
        count: 1,
        outline: null,
      }),
    );
  });

  it.each([
    ['vinyl', 'sheets'],
    ['metal', 'blanks'],
  ] as const)('of %s is at first what that comes as: %s', (family, kind) => {
    renderWithBook(<PieceForm material={{ id: 'navy', family }} piece={null} onClose={jest.fn()} />, {});
    expect(screen.getByLabelText(kind)).toBeChecked();
  });

  it('of an offcut may have its true outline, which sets its size', async () => {
    const { sent } = renderWithBook(
      <PieceForm material={{ id: 'navy', family: 'vinyl' }} piece={null} onClose={jest.fn()} />,
      {
        '/api/materials/navy/pieces': { status: 201, body: navy },
      },
    );
    fireEvent.press(screen.getByLabelText('offcut'));
    fireEvent.changeText(screen.getByLabelText('Outline'), '0 0, 100 0, 60 80');
    expect(screen.queryByLabelText('Width')).toBeNull();
    fireEvent.changeText(screen.getByLabelText('Name'), 'corner');
    fireEvent.press(screen.getByText('Put it into stock'));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({
        kind: 'offcut',
        widthMm: 100,
        lengthMm: 80,
        outline: [
          { x: 0, y: 0 },
          { x: 100, y: 0 },
          { x: 60, y: 80 },
        ],
      }),
    );
  });
});
