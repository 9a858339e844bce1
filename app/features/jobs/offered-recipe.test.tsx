import type { StepView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { machines, recipe, shopAnswers, suggestion } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { OfferedRecipe } from './offered-recipe';

const [long] = machines;
const stepWith = (match: Partial<StepView['match']>): StepView =>
  ({
    id: 's',
    process: 'kiss-cut',
    materialId: 'navy',
    machineId: 'long',
    toolId: 'fine',
    match: { recipe: null, settings: null, variant: null, suggestion: null, refusal: null, ...match },
  }) as unknown as StepView;
const open = (match: Partial<StepView['match']>) =>
  renderWithBook(
    <OfferedRecipe step={stepWith(match)} machine={long} processLabel="Kiss cut" materialName="Outdoor vinyl, navy" />,
    { '/api/recipes': { status: 201, body: recipe }, ...shopAnswers },
  );

describe('a step without a recipe', () => {
  it('offers what the book suggests, and keeps why', async () => {
    const { sent } = open({ suggestion });
    expect(screen.getByText('No recipe yet for kiss cut on Outdoor vinyl, navy.')).toBeTruthy();
    expect(screen.getByText('straw')).toBeTruthy();
    fireEvent.press(screen.getByText('Start with it'));
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'POST')?.body).toMatchObject({
        settings: suggestion.settings,
        source: 'carried-over',
        reason: expect.stringContaining('off by two steps'),
      }),
    );
  });

  it('says why the book cannot say, and starts one’s own numbers at the gentlest', async () => {
    const { sent } = open({ refusal: 'It would be a guess.' });
    expect(screen.getByText('It would be a guess.')).toBeTruthy();
    fireEvent.press(screen.getByText('Set the numbers myself'));
    fireEvent.press(screen.getByLabelText('Force up by 1'));
    fireEvent.press(screen.getByText('Write it down as bare'));
    await waitFor(() =>
      expect(sent.find((request) => request.method === 'POST')?.body).toMatchObject({
        settings: { force: 2, speed: 1, passes: 1 },
        source: 'guess',
      }),
    );
  });
});
