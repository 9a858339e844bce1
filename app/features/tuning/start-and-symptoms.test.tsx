import type { RecipeDetail } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { recipe, shopAnswers } from '../../testing/fixtures';
import { shape, tuning, withSheet } from '../../testing/tuning-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { StartTuningPage } from './start-tuning-page';
import { SymptomPage } from './symptom-page';

const mockRouter = {
  push: jest.fn(),
  replace: jest.fn(),
  back: jest.fn(),
  canGoBack: () => false,
  setParams: jest.fn(),
};
let mockParams: Record<string, string> = {};
jest.mock('expo-router', () => ({ useRouter: () => mockRouter, useLocalSearchParams: () => mockParams }));

const answers = (shown: RecipeDetail = recipe, open: unknown[] = []) => ({
  [`/api/recipes/${recipe.id}/tunings`]: { body: open },
  [`/api/recipes/${recipe.id}`]: { body: shown },
  ...shopAnswers,
});

describe('beginning a tuning', () => {
  it('starts from the recipe, as sure as its temper is, on a piece in stock', async () => {
    const { sent } = renderWithBook(<StartTuningPage recipeId={recipe.id} jobId="job-1" start={null} />, answers());
    expect(await screen.findByText('Begin with')).toBeTruthy();
    expect(await screen.findByText('navy roll')).toBeTruthy();
    // What has run out is nothing to try on.
    expect(screen.queryByLabelText('test sheets')).toBeNull();
    fireEvent.press(screen.getByLabelText('Force up by 1'));
    expect(screen.queryByText('held where it is')).toBeNull();
    const free = screen.getAllByText('may be turned; tap to hold it').length;
    fireEvent.press(screen.getByLabelText('may be turned; tap to hold it: Speed'));
    expect(screen.getByText('held where it is')).toBeTruthy();
    expect(screen.getAllByText('may be turned; tap to hold it')).toHaveLength(free - 1);
    fireEvent.press(screen.getByText('Begin tuning'));
    await waitFor(() => expect(sent.some(({ method }) => method === 'POST')).toBe(true));
    expect(sent.find(({ method }) => method === 'POST')!.body).toMatchObject({
      start: { ...recipe.settings, force: 17 },
      startSpread: 0.2,
      fixed: ['speed'],
      jobId: 'job-1',
      stockPieceId: 'roll',
      scrapWidthMm: 305,
      scrapLengthMm: 4200,
    });
  });

  it('takes a rectangle that was measured, and a guess for what it is', async () => {
    const { sent } = renderWithBook(
      <StartTuningPage recipeId={recipe.id} jobId={null} start={{ ...recipe.settings, force: 9 }} />,
      answers(),
    );
    fireEvent.press(await screen.findByText('A rectangle I measure'));
    fireEvent.press(screen.getByLabelText(/Width up by 5/));
    fireEvent.press(screen.getByLabelText('a guess'));
    fireEvent.press(screen.getByText('Begin tuning'));
    await waitFor(() => expect(sent.some(({ method }) => method === 'POST')).toBe(true));
    expect(sent.find(({ method }) => method === 'POST')!.body).toMatchObject({
      start: { force: 9 },
      startSpread: 1,
      stockPieceId: null,
      scrapWidthMm: 155,
      scrapLengthMm: 100,
    });
  });

  it('needs one dial that may turn', async () => {
    const { sent } = renderWithBook(<StartTuningPage recipeId={recipe.id} jobId={null} start={null} />, answers());
    await screen.findByText('Begin with');
    for (const label of ['Force', 'Passes', 'Speed', 'Blade depth'])
      fireEvent.press(screen.getByLabelText(`may be turned; tap to hold it: ${label}`));
    expect(screen.getByText('At least one dial has to be free to turn.')).toBeTruthy();
    fireEvent.press(screen.getByText('Begin tuning'));
    expect(sent.filter(({ method }) => method === 'POST')).toEqual([]);
  });

  it('leads to the tuning that is open already', async () => {
    renderWithBook(<StartTuningPage recipeId={recipe.id} jobId={null} start={null} />, answers(recipe, [tuning]));
    fireEvent.press(await screen.findByText('Go on with the open tuning'));
    expect(mockRouter.replace).toHaveBeenCalledWith({ pathname: '/book/tuning/[id]', params: { id: 'tuning-1' } });
  });

  it('goes on from the trials of one that ended without a result, on another scrap', async () => {
    const tried = { ...shape, outcome: 'under' as const };
    const ended = withSheet('done', [tried], {
      state: 'ended',
      earlier: [{ id: 'first', settings: tuning.start, onTopOf: [], outcome: 'far-under' }],
    });
    const { sent } = renderWithBook(
      <StartTuningPage recipeId={recipe.id} jobId={null} start={null} />,
      answers(recipe, [ended]),
    );
    expect(await screen.findByRole('radio', { name: 'Go on from its 2 trials', checked: true })).toBeTruthy();
    // Where they began stands: there is nothing to begin with, and no sureness to ask for.
    expect(screen.queryByText('Begin with')).toBeNull();
    expect(screen.queryByText('How sure is that?')).toBeNull();
    fireEvent.press(screen.getByText('Begin tuning'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')?.body).toMatchObject({
        goesOnFrom: 'tuning-1',
        start: ended.start,
      }),
    );
  });

  it('begins anew where that is wished, and where numbers were asked for', async () => {
    const ended = withSheet('done', [{ ...shape, outcome: 'under' }], { state: 'ended' });
    const { sent } = renderWithBook(
      <StartTuningPage recipeId={recipe.id} jobId={null} start={{ ...recipe.settings, force: 9 }} />,
      answers(recipe, [ended]),
    );
    expect(await screen.findByRole('radio', { name: 'Begin anew', checked: true })).toBeTruthy();
    fireEvent.press(screen.getByText('Go on from its trial'));
    fireEvent.press(screen.getByText('Begin anew'));
    fireEvent.press(screen.getByText('Begin tuning'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')?.body).toMatchObject({
        goesOnFrom: null,
        start: { force: 9 },
      }),
    );
  });

  it('has nothing to go on from where the last one was settled, or nothing was tried', async () => {
    renderWithBook(
      <StartTuningPage recipeId={recipe.id} jobId={null} start={null} />,
      answers(recipe, [
        { ...tuning, state: 'ended' },
        withSheet('done', [{ ...shape, outcome: 'under' }], { state: 'ended' }),
      ]),
    );
    expect(await screen.findByText('Begin with')).toBeTruthy();
    expect(screen.queryByText('Begin anew')).toBeNull();
  });

  it('keeps what was set where the server refuses', async () => {
    renderWithBook(<StartTuningPage recipeId={recipe.id} jobId={null} start={null} />, {
      ...answers(),
      [`/api/recipes/${recipe.id}/tunings`]: {
        status: 409,
        body: { error: { code: 'exists', message: 'This recipe is being tuned already.' } },
      },
    });
    fireEvent.press(await screen.findByLabelText('Force up by 1'));
    fireEvent.press(screen.getByText('Begin tuning'));
    expect(await screen.findByText('This recipe is being tuned already.')).toBeTruthy();
    expect(screen.getByDisplayValue('17')).toBeTruthy();
  });
});

describe('finding out what is wrong', () => {
  beforeEach(() => void (mockParams = {}));

  it('asks first what is seen, in what the process can show', async () => {
    renderWithBook(<SymptomPage recipeId={recipe.id} />, answers());
    fireEvent.press(await screen.findByText('the backing is cut'));
    expect(mockRouter.setParams).toHaveBeenCalledWith({ seen: 'backing-cut' });
    expect(screen.queryByLabelText('the foil skips')).toBeNull();
  });

  it('orders the causes, and turns each that is a dial into a trial or a nudge', async () => {
    mockParams = { seen: 'backing-cut' };
    renderWithBook(<SymptomPage recipeId={recipe.id} />, answers());
    expect(await screen.findByText('The backing is cut')).toBeTruthy();
    expect(screen.getAllByText('−1 force')).toHaveLength(2);
    expect(screen.getByText('the blade stands out too far')).toBeTruthy();
    fireEvent.press(screen.getAllByText('Try it on a scrap')[0]);
    expect(mockRouter.push).toHaveBeenCalledWith(expect.objectContaining({ pathname: '/book/[id]/tune' }));
    fireEvent.press(screen.getAllByText('Nudge')[0]);
    expect(await screen.findByText('Keep the nudge')).toBeTruthy();
  });

  it('says nothing before the tool’s wear is known: the order of the causes hangs on it', async () => {
    mockParams = { seen: 'torn-corners' };
    const { '/api/tools': _tools, ...others } = answers();
    renderWithBook(<SymptomPage recipeId={recipe.id} />, { ...others, '/api/tools': { body: [] } });
    expect(await screen.findByLabelText('Loading')).toBeTruthy();
    expect(screen.queryByTestId('cause')).toBeNull();
  });

  it('says what is known beside what was seen', async () => {
    mockParams = { seen: 'torn-corners' };
    renderWithBook(<SymptomPage recipeId={recipe.id} />, answers());
    expect(await screen.findByText(/Fine blade at 412 m of 2.?500; right 3 times in trials/)).toBeTruthy();
  });
});
