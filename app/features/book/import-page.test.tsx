import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { renderWithBook } from '../../testing/with-book';
import { ImportPage } from './import-page';

jest.mock('expo-router', () => ({
  useRouter: () => ({ push: jest.fn(), replace: jest.fn(), canGoBack: () => false }),
}));
jest.mock('expo-document-picker', () => ({
  getDocumentAsync: jest.fn(async () => ({ canceled: false, assets: [{ name: 'rows.csv', file: { size: 3 } }] })),
}));

const row = (fate: string, name: string, ...says: string[]) => ({ where: 'line 2', kind: 'recipe', name, fate, says });
const plan = (counts: object, rows: object[]) => ({
  fileName: 'rows.csv',
  counts: { new: 0, changed: 0, same: 0, refused: 0, ...counts },
  rows,
});
const open = (preview: object, status = 200) =>
  renderWithBook(<ImportPage />, {
    '/api/book/import?fileName=rows.csv&preview=true': { status, body: preview },
    '/api/book/import': { body: preview },
  });

describe('bringing a book in', () => {
  it('shows what the file would do, and writes only when told', async () => {
    const { sent } = open(
      plan({ new: 1, changed: 1 }, [row('changed', 'Kiss cut on navy', 'force 16 → 17'), row('new', 'Score on card')]),
    );
    fireEvent.press(screen.getByText('Choose a file'));
    expect(await screen.findByText('force 16 → 17')).toBeTruthy();
    expect(screen.getByText('Score on card')).toBeTruthy();
    expect(sent).toHaveLength(1);
    fireEvent.press(screen.getByText('Write these 2 rows into the book'));
    expect(await screen.findByText('It is in the book')).toBeTruthy();
    expect(sent[1].path).toContain('preview=false&leaveOut=false');
  });

  it('writes nothing while rows are refused, until they are left out', async () => {
    const { sent } = open(
      plan({ new: 1, refused: 1 }, [
        row('refused', 'Granite', 'Line 3, column material: there is no material called “Granite” in this workshop.'),
        row('new', 'Score on card'),
      ]),
    );
    fireEvent.press(screen.getByText('Choose a file'));
    expect(await screen.findByText(/there is no material called “Granite”/)).toBeTruthy();
    fireEvent.press(screen.getByText('Write this row into the book'));
    expect(sent).toHaveLength(1);
    fireEvent(screen.getByLabelText('Leave the refused rows out'), 'valueChange', true);
    fireEvent.press(screen.getByText('Write this row into the book'));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1].path).toContain('leaveOut=true');
  });

  it('says why a file cannot be read at all, and takes another', async () => {
    open({ error: { code: 'refused', message: '“rows.csv” is empty.', field: 'file' } }, 422);
    fireEvent.press(screen.getByText('Choose a file'));
    expect(await screen.findByText('“rows.csv” is empty.')).toBeTruthy();
    expect(screen.getByText('Choose a file')).toBeTruthy();
  });

  it('says so where everything stands in the book already', async () => {
    open(plan({ same: 12 }, []));
    fireEvent.press(screen.getByText('Choose a file'));
    expect(await screen.findByText('Everything in this file stands in the book already.')).toBeTruthy();
    expect(screen.queryByText(/^Write/)).toBeNull();
  });
});
