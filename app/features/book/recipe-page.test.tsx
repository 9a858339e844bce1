import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { recipe, shopAnswers } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { RecipePage } from './recipe-page';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({
  useRouter: () => ({ push: mockPush, replace: jest.fn(), back: jest.fn(), canGoBack: () => false }),
}));

const open = (over: Partial<typeof recipe> = {}, more: Record<string, { status?: number; body: unknown }> = {}) =>
  renderWithBook(<RecipePage id="recipe-1" />, {
    ...more,
    '/api/recipes/recipe-1/note': { body: { ...recipe, note: 'new' } },
    '/api/recipes/recipe-1': { body: { ...recipe, ...over } },
    '/api/nails': { body: [] },
    '/api/variants': { body: recipe },
    ...shopAnswers,
  });

describe('the page of a recipe', () => {
  it('shows what to dial in with the machine’s words, how proven it is, and what happened', async () => {
    open();
    expect(await screen.findByText('Blade depth')).toBeTruthy();
    expect(screen.getByText('violet')).toBeTruthy();
    expect(screen.getByText('right 3 times in trials')).toBeTruthy();
    expect(screen.getByText('Boat numbers')).toBeTruthy();
    expect(screen.getByText(/tool at 400 m/)).toBeTruthy();
    // A trial with other numbers says with which.
    expect(screen.getByText(/with depth 2 clicks, force 12, speed 5/)).toBeTruthy();
    expect(screen.getByText('Slow at the tips.')).toBeTruthy();
  });

  it('leads to the dial card', async () => {
    open();
    fireEvent.press(await screen.findByText('Dial card'));
    expect(mockPush).toHaveBeenCalledWith({ pathname: '/book/[id]/dial', params: { id: 'recipe-1' } });
  });

  it('says what to dial in where a nudge for the tool is in force, and leaves the base as it is', async () => {
    open({
      variants: [
        {
          id: 'v',
          changes: { force: 2 },
          reason: 'worn',
          toolId: 'fine',
          stockPieceId: null,
          forName: 'Fine blade',
          createdAt: '2026-10-06T10:00:00.000Z',
          endedAt: null,
        },
      ],
    });
    expect(await screen.findByText('With this fine blade dial in, nudged +2 force:')).toBeTruthy();
    expect(screen.getByText('18')).toBeTruthy();
    expect(screen.getAllByText('16').length).toBeGreaterThan(0);
    fireEvent.press(screen.getByText('Take it back'));
  });

  it('passes on what wear asks for, with the outcomes that say so, as a nudge to keep', async () => {
    const because = [
      { outcome: 'right' as const, wear: 100, settings: recipe.settings, at: '2026-07-01T10:00:00.000Z' },
      { outcome: 'under' as const, wear: 390, settings: recipe.settings, at: '2026-10-01T10:00:00.000Z' },
      {
        outcome: 'right' as const,
        wear: 395,
        settings: { ...recipe.settings, force: 17 },
        at: '2026-10-02T10:00:00.000Z',
      },
    ];
    open({ wearHint: { quantity: 'force', steps: 1, change: 1, wear: 412, because } });
    expect(await screen.findByText('+1 force for this fine blade (412 m)')).toBeTruthy();
    expect(screen.getByText(/hangs in places at 390 m, force 16/)).toBeTruthy();
    fireEvent.press(screen.getByText('Keep it as a nudge'));
    expect(screen.getByDisplayValue('worn 412 m')).toBeTruthy();
    expect(screen.getByText('+1 force')).toBeTruthy();
  });

  it('nails the card up behind those that are there', async () => {
    const { sent } = open();
    fireEvent.press(await screen.findByText('Nail it to the Bench'));
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'PUT')?.body).toEqual({ recipeIds: ['recipe-1'] }),
    );
  });

  it('undoes the last change of its numbers and does it again, each as a revision', async () => {
    const [first] = recipe.revisions;
    const second = { ...first, number: 2, settings: { ...first.settings, force: 18 }, reason: 'deeper' };
    const { sent } = open({ settings: second.settings, revisions: [second, first] });
    fireEvent.press(await screen.findByText('Undo: force 16 → 18'));
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'POST')).toMatchObject({
        path: '/api/recipes/recipe-1/return',
        body: { version: 4, number: 1 },
      }),
    );
  });

  it('does again what was undone', async () => {
    const [first] = recipe.revisions;
    const second = { ...first, number: 2, settings: { ...first.settings, force: 18 }, reason: 'deeper' };
    const { sent } = open({ revisions: [{ ...first, number: 3, returnedTo: 1 }, second, first] });
    fireEvent.press(await screen.findByText('Do again: force 16 → 18'));
    expect(screen.queryByText(/^Undo/)).toBeNull();
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'POST')?.body).toEqual({ version: 4, number: 2 }),
    );
  });

  it('cannot be nailed up before it is known what hangs there', async () => {
    const { sent } = open(
      {},
      { '/api/bench': { status: 503, body: { error: { code: 'down', message: 'Not now.' } } } },
    );
    fireEvent.press(await screen.findByText('Nail it to the Bench'));
    expect(sent.some((request) => request.method === 'PUT')).toBe(false);
  });

  it('keeps a note with the version it was read at', async () => {
    const { sent } = open();
    fireEvent.press(await screen.findByText('Change the note'));
    fireEvent.changeText(screen.getByLabelText('Note'), 'Slower at the tips.');
    fireEvent.press(screen.getByText('Keep the note'));
    await waitFor(() =>
      expect(sent.find((request) => request.path.endsWith('/note'))?.body).toEqual({
        version: 4,
        note: 'Slower at the tips.',
      }),
    );
  });

  it('says what went wrong where there is no such recipe', async () => {
    renderWithBook(<RecipePage id="gone" />, {
      '/api/recipes/gone': {
        status: 404,
        body: { error: { code: 'not-found', message: 'That recipe is not there (any more).' } },
      },
    });
    expect(await screen.findByText('That recipe is not there (any more).')).toBeTruthy();
    expect(screen.getByText('Try again')).toBeTruthy();
  });
});
