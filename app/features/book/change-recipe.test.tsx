import type { RecipeDetail } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { longPlotter } from '../../../core/testing/shop';
import { tally } from '../../../core/testing/tally';
import { renderWithBook } from '../../testing/with-book';
import { ChangeRecipe } from './change-recipe';

const recipe: RecipeDetail = {
  id: 'recipe-1',
  version: 2,
  process: 'kiss-cut',
  settings: { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 },
  source: 'own-trial',
  reason: 'clean at 16',
  temper: { temper: 'blue', tally: tally({}) },
  lastUsedAt: null,
  material: { id: 'm', name: 'Outdoor vinyl, navy', colour: '#1d2f5c', family: 'vinyl', thicknessMm: 0.08 },
  machine: { id: 'long', name: 'Long plotter' },
  tool: { id: 't', name: 'Fine blade', kind: 'fine-blade' },
  revisions: [],
  evidence: [],
  variants: [],
  wearHint: null,
  note: '',
  typed: {},
  isNailed: false,
  isArchived: false,
};
const machine = { ...longPlotter, version: 1, isArchived: false };
const why = () => screen.getByLabelText('Why?');
const write = () => screen.getByText('Write it down');
const open = (answers?: Parameters<typeof renderWithBook>[1]) => {
  const onClose = jest.fn();
  return { onClose, ...renderWithBook(<ChangeRecipe recipe={recipe} machine={machine} onClose={onClose} />, answers) };
};

describe('changing the numbers of a recipe', () => {
  it('writes nothing without a change and a reason', () => {
    const { sent } = open();
    fireEvent.press(write());
    fireEvent.changeText(why(), 'to see');
    fireEvent.press(write());
    expect(sent).toEqual([]);
  });

  it('sends the numbers, the reason and the version it was read at', async () => {
    const { sent, onClose } = open({
      '/api/recipes/recipe-1/revisions': { status: 201, body: { ...recipe, version: 3 } },
    });
    fireEvent.press(screen.getByLabelText('Force up by 1'));
    fireEvent.changeText(why(), ' hung at one corner ');
    fireEvent.press(write());
    await waitFor(() => expect(onClose).toHaveBeenCalled());
    expect(sent[0].body).toEqual({
      version: 2,
      settings: { ...recipe.settings, force: 17 },
      typed: {},
      source: 'own-trial',
      reason: 'hung at one corner',
    });
  });

  it('shows both where somebody else was quicker, and lets the maker decide', async () => {
    const newer = { ...recipe, version: 3, settings: { ...recipe.settings, force: 18 } };
    const { sent, onClose } = open({
      '/api/recipes': {
        status: 409,
        body: { error: { code: 'stale', message: 'This recipe was changed in the meantime.', current: newer } },
      },
    });
    fireEvent.press(screen.getByLabelText('Speed down by 1'));
    fireEvent.changeText(why(), 'slower');
    fireEvent.press(write());
    expect(await screen.findByText('Theirs: depth 2, force 18, speed 5, overcut 0.4')).toBeTruthy();
    expect(screen.getByText('Yours: depth 2, force 16, speed 4, overcut 0.4')).toBeTruthy();
    fireEvent.press(screen.getByText('Write mine'));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1].body).toMatchObject({ version: 3, settings: { speed: 4 }, reason: 'slower' });
    fireEvent.press(await screen.findByText('Keep theirs'));
    expect(onClose).toHaveBeenCalled();
  });
});
