import type { RecipeDetail } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { longPlotter } from '../../../core/testing/shop';
import { tally } from '../../../core/testing/tally';
import { renderWithBook } from '../../testing/with-book';
import { History } from './history';
import { NudgeRecipe } from './nudge-recipe';

const machine = { ...longPlotter, version: 1, isArchived: false };
const kissCut = { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 };
const recipe = {
  id: 'r',
  version: 3,
  process: 'kiss-cut',
  settings: kissCut,
  typed: {},
  source: 'own-trial',
  reason: '',
  note: '',
  temper: { temper: 'blue', tally: tally({}) },
  lastUsedAt: null,
  isNailed: false,
  isArchived: false,
  material: { id: 'm', name: 'Outdoor vinyl, navy', colour: '#1d2f5c', family: 'vinyl', thicknessMm: 0.08 },
  machine: { id: 'long', name: 'Long plotter' },
  tool: { id: 't', name: 'Fine blade', kind: 'fine-blade' },
  revisions: [
    {
      number: 2,
      settings: kissCut,
      typed: {},
      source: 'own-trial',
      reason: 'clean',
      createdAt: '2026-10-02T10:00:00Z',
    },
    {
      number: 1,
      settings: { ...kissCut, force: 12, overcut: undefined },
      typed: {},
      source: 'supplier-card',
      reason: 'the card',
      createdAt: '2026-10-01T10:00:00Z',
    },
  ],
  evidence: [],
  variants: [],
  wearHint: null,
} as unknown as RecipeDetail;

describe('a nudge', () => {
  it('is sent as a change beside the value, with its reason, for the tool', async () => {
    const { sent } = renderWithBook(<NudgeRecipe recipe={recipe} machine={machine} onClose={jest.fn()} />, {
      '/api/recipes/r/variants': { status: 201, body: recipe },
      '/api/materials': { body: [] },
      '/api/machines': { body: [machine] },
    });
    fireEvent.press(screen.getByText('Keep the nudge'));
    expect(sent.filter((request) => request.method === 'POST')).toEqual([]);
    fireEvent.press(screen.getByLabelText('Force up by 1'));
    fireEvent.press(screen.getByLabelText('Speed up by 1'));
    fireEvent.press(screen.getByLabelText('Speed down by 1'));
    expect(screen.getByText('+1 force')).toBeTruthy();
    fireEvent.changeText(screen.getByLabelText('Why this nudge?'), ' stiff roll ');
    fireEvent.press(screen.getByText('Keep the nudge'));
    await waitFor(() => expect(sent.some((request) => request.method === 'POST')).toBe(true));
    expect(sent.find((request) => request.method === 'POST')!.body).toMatchObject({
      changes: { force: 1 },
      reason: 'stiff roll',
      toolId: 't',
      stockPieceId: null,
    });
  });
});

describe('the history', () => {
  it('says what changed in every revision, and leads back to any but the present one', async () => {
    const { sent } = renderWithBook(<History recipe={recipe} />, {
      '/api/recipes/r/return': { status: 201, body: recipe },
      '/api/machines': { body: [machine] },
    });
    expect(screen.getByText('force 12 → 16, overcut 0.4 (was not set)')).toBeTruthy();
    expect(screen.queryByLabelText('Go back to revision 2')).toBeNull();
    fireEvent.press(screen.getByLabelText('Go back to it: revision 1'));
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'POST')?.body).toEqual({ version: 3, number: 1 }),
    );
  });
});
