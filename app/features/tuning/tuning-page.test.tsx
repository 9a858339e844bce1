import type { TuningAdviceView, TuningView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { tally } from '../../../core/testing/tally';
import { recipe, shopAnswers } from '../../testing/fixtures';
import { advice, shape, tuning, withSheet } from '../../testing/tuning-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { OpenTunings } from '../bench/open-tunings';
import { TuningPage } from './tuning-page';

const mockRouter = {
  push: jest.fn(),
  replace: jest.fn(),
  back: jest.fn(),
  canGoBack: () => false,
  setParams: jest.fn(),
};
jest.mock('expo-router', () => ({ useRouter: () => mockRouter, useLocalSearchParams: () => ({}) }));

/** The page with the server answering with this tuning, and to what is sent with the next one. */
function open(
  shown: TuningView,
  told: Partial<TuningAdviceView> = {},
  answers: Record<string, { status?: number; body: unknown }> = {},
) {
  return renderWithBook(<TuningPage id="tuning-1" />, {
    ...answers,
    '/api/tunings/tuning-1/advice': { body: { advice, passPlan: null, ...told } },
    '/api/tunings/tuning-1': { body: shown },
    ...shopAnswers,
  });
}
const posted = (sent: { path: string; method: string; body: unknown }[]) =>
  sent.filter(({ method }) => method === 'POST');

describe('what to try next', () => {
  it('stands large with what it was, its chances and why', async () => {
    open(withSheet('done', [{ ...shape, outcome: 'under' }]));
    expect(await screen.findByText('Try next')).toBeTruthy();
    expect(screen.getByText('15')).toBeTruthy();
    expect(screen.getByText('was 12')).toBeTruthy();
    expect(screen.getByLabelText('hangs in places 20 %, clean 70 %, backing marked 10 %')).toBeTruthy();
    expect(screen.getByTestId('why').props.children).toBe(
      'Force 15: likely “clean” (70 %); force 12 gave “hangs in places”.',
    );
  });

  it('is laid out by one key; a blade has no key for several', async () => {
    const { sent } = open(
      tuning,
      {},
      { '/api/tunings/tuning-1/sheets': { status: 201, body: withSheet('planned', [shape]) } },
    );
    fireEvent.press(await screen.findByText('Lay out this trial'));
    expect(screen.queryByText('Lay out 4 at once')).toBeNull();
    expect(await screen.findByText('Trial 1')).toBeTruthy();
    expect(posted(sent)[0]).toMatchObject({ path: '/api/tunings/tuning-1/sheets', body: { count: 1 } });
  });

  it('keeps the page where the server refuses, and says why', async () => {
    open(
      tuning,
      {},
      {
        '/api/tunings/tuning-1/sheets': {
          status: 422,
          body: { error: { code: 'refused', message: 'There is no room for another trial on navy roll.' } },
        },
      },
    );
    fireEvent.press(await screen.findByText('Lay out this trial'));
    expect(await screen.findByText('There is no room for another trial on navy roll.')).toBeTruthy();
    expect(screen.getByText('Begin with')).toBeTruthy();
  });

  it('goes on from what was tried in an earlier tuning, and lists that below its own', async () => {
    open({
      ...tuning,
      earlier: [
        { id: 'first', settings: { ...tuning.start, force: 9 }, onTopOf: [], outcome: 'far-under' },
        { id: 'second', settings: { ...tuning.start, force: 14 }, onTopOf: [], outcome: 'right' },
      ],
    });
    expect(await screen.findByText('Try next')).toBeTruthy();
    expect(screen.getByText('was 14')).toBeTruthy();
    expect(screen.getByText(/If you had to stop now/)).toBeTruthy();
    expect(screen.getAllByText('in an earlier tuning')).toHaveLength(2);
    expect(screen.getAllByText(/^Force \d+$/).map((text) => text.props.children as string)).toEqual([
      'Force 14',
      'Force 9',
    ]);
  });

  it('offers a second pass in place where that would help, and only then', async () => {
    const last = { ...shape, outcome: 'under' as const };
    const repeat = {
      ofShapeId: 'shape-1',
      number: 1,
      settings: { ...shape.settings, force: 8 },
      chance: { under: 0.1, right: 0.8, over: 0.1 },
    };
    const { sent } = open(
      withSheet('done', [last]),
      { advice: { ...advice, repeat } },
      {
        '/api/tunings/tuning-1/sheets': {
          status: 201,
          body: withSheet('planned', [{ ...shape, onTopOf: [shape.settings] }]),
        },
      },
    );
    expect(
      await screen.findByText(/A second time over trial 1 with Force 8 makes it right with a chance of 80 %/),
    ).toBeTruthy();
    fireEvent.press(screen.getByText('Go over it again'));
    await waitFor(() => expect(posted(sent)[0].body).toMatchObject({ repeatOf: 'shape-1' }));
    expect(await screen.findByText('Do not lift the sheet')).toBeTruthy();
  });

  it('is silent of a second pass that would hardly help', async () => {
    const repeat = {
      ofShapeId: 'shape-1',
      number: 1,
      settings: shape.settings,
      chance: { under: 0.5, right: 0.3, over: 0.2 },
    };
    open(withSheet('done', [{ ...shape, outcome: 'under' }]), { advice: { ...advice, repeat } });
    expect(await screen.findByText('Try next')).toBeTruthy();
    expect(screen.queryByText('Do not lift the sheet')).toBeNull();
  });

  it('says how thick material is gone through, and where to stop and look', async () => {
    open(tuning, { passPlan: { passes: 3, lookAfter: 2, depthsMm: [1, 2, 3.1], through: [0, 0.3, 0.95] } });
    expect(await screen.findByText('Stop after pass 2 and look: it could be through by then.')).toBeTruthy();
    expect(screen.getByText('Pass 3: down to 3.1 mm')).toBeTruthy();
    expect(screen.getByText('through 95 %')).toBeTruthy();
  });

  it('says so where no number will do', async () => {
    open(withSheet('done', [{ ...shape, outcome: 'over' }]), {
      advice: { ...advice, isHopeless: true, why: "The window is narrower than the machine's scatter" },
    });
    expect(await screen.findByText('No number will do')).toBeTruthy();
    expect(screen.getByText(/a fresh tool/)).toBeTruthy();
  });
});

describe('a sheet', () => {
  it('is run on the stand-in, or was done by hand', async () => {
    const { sent } = open(
      withSheet('planned', [shape]),
      {},
      { '/api/trial-sheets/sheet-1/run': { body: withSheet('done', [shape]) } },
    );
    expect(await screen.findByText('Run on the stand-in')).toBeTruthy();
    expect(screen.getByText(/Takes about 6 s on Long plotter/)).toBeTruthy();
    fireEvent.press(screen.getByText('I have cut it'));
    expect(await screen.findByText('How did trial 1 come out?')).toBeTruthy();
    expect(posted(sent)[0].body).toEqual({ by: 'by-hand' });
  });

  it('is taken off again before it was run', async () => {
    open(withSheet('planned', [shape]), {}, { '/api/trial-sheets/sheet-1/drop': { body: tuning } });
    fireEvent.press(await screen.findByText('Take it off again'));
    expect(await screen.findByText('Begin with')).toBeTruthy();
  });

  it('shows how far it is while it runs', async () => {
    open(withSheet('running', [shape]));
    expect(await screen.findByText('3 s of about 6 s')).toBeTruthy();
  });

  it('is scored in the words of the process; what the stand-in saw is marked with where it was wrong', async () => {
    const seen = { ...shape, seenOutcome: 'under' as const, seenFault: 'corners' as const };
    const { sent } = open(
      withSheet('done', [seen]),
      {},
      { '/api/trials/shape-1/outcome': { body: withSheet('done', [{ ...seen, outcome: 'right' }], { version: 2 }) } },
    );
    expect(await screen.findByText('the stand-in saw this, at the corners')).toBeTruthy();
    for (const word of ['not cut', 'hangs in places', 'clean', 'backing marked', 'backing cut'])
      expect(screen.getByText(word)).toBeTruthy();
    // The maker has the last word.
    fireEvent.press(screen.getByText('clean'));
    expect(await screen.findByText('Try next')).toBeTruthy();
    expect(posted(sent)[0].body).toEqual({ outcome: 'right' });
    expect(screen.getByTestId('trials')).toBeTruthy();
  });
});

describe('the end of a tuning', () => {
  it('writes what is settled into the recipe', async () => {
    const settled = withSheet('done', [{ ...shape, outcome: 'right' }], { version: 7 });
    const over = {
      ...settled,
      state: 'settled' as const,
      recipe: { ...recipe, temper: { temper: 'violet' as const, tally: tally({ settledAfter: 4 }) } },
    };
    const { sent } = open(
      settled,
      { advice: { ...advice, isSettled: true, why: 'force 15 is settled' } },
      { '/api/tunings/tuning-1/end': { body: over } },
    );
    expect(await screen.findByText('Settled')).toBeTruthy();
    fireEvent.press(screen.getByText('Write it into the recipe'));
    expect(await screen.findByText('Settled and written down')).toBeTruthy();
    expect(posted(sent)[0].body).toEqual({ version: 7, how: 'settle' });
    expect(screen.getByText('settled by tuning in 4 trials')).toBeTruthy();
    fireEvent.press(screen.getByText('See the recipe'));
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/book/[id]', params: { id: 'recipe-1' } });
  });

  it('leaves the numbers as they were, after asking once; a job is gone back to', async () => {
    const { sent } = open(
      { ...tuning, jobId: 'job-1' },
      {},
      { '/api/tunings/tuning-1/end': { body: { ...tuning, jobId: 'job-1', state: 'ended' } } },
    );
    fireEvent.press(await screen.findByText('End it without a result'));
    fireEvent.press(screen.getByText('Go on tuning'));
    expect(posted(sent)).toEqual([]);
    fireEvent.press(screen.getByText('End it without a result'));
    fireEvent.press(screen.getByText('End it'));
    expect(await screen.findByText('Ended without a result')).toBeTruthy();
    fireEvent.press(screen.getByText('Back to the job'));
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/jobs/[id]', params: { id: 'job-1' } });
    // Nothing was tried: there is nothing to go on from.
    expect(screen.getByText('Nothing was tried.')).toBeTruthy();
    fireEvent.press(screen.getByText('Begin anew'));
    expect(mockRouter.push).toHaveBeenLastCalledWith({
      pathname: '/book/[id]/tune',
      params: { id: recipe.id, job: 'job-1' },
    });
  });

  it('can be gone on from where something was tried', async () => {
    open(withSheet('done', [{ ...shape, outcome: 'under' }], { state: 'ended' }));
    expect(await screen.findByText(/A new tuning can go on from them/)).toBeTruthy();
    fireEvent.press(screen.getByText('Go on tuning'));
    expect(mockRouter.push).toHaveBeenLastCalledWith({ pathname: '/book/[id]/tune', params: { id: recipe.id } });
  });

  it('says so where the tuning cannot be had', async () => {
    renderWithBook(<TuningPage id="gone" />, {
      '/api/tunings/gone': {
        status: 404,
        body: { error: { code: 'not-found', message: 'That tuning is not there (any more).' } },
      },
      ...shopAnswers,
    });
    expect(await screen.findByText(/That tuning is not there/)).toBeTruthy();
  });
});

describe('the Bench', () => {
  it('shows what is being tuned, and how it last came out', async () => {
    renderWithBook(<OpenTunings tunings={[withSheet('done', [{ ...shape, outcome: 'under' }])]} />, {});
    fireEvent.press(await screen.findByText('Outdoor vinyl, navy'));
    expect(screen.getByText(/Kiss cut on Long plotter · 1 trial, the last one “hangs in places”/)).toBeTruthy();
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/book/tuning/[id]', params: { id: 'tuning-1' } });
  });

  it('counts what was tried before it went on', async () => {
    const before = { id: 'first', settings: tuning.start, onTopOf: [], outcome: 'far-under' as const };
    const tried = {
      ...withSheet('planned', [shape]),
      earlier: [before, { ...before, id: 'second', outcome: 'under' as const }],
    };
    renderWithBook(<OpenTunings tunings={[tried]} />, {});
    expect(await screen.findByText(/· 2 trials, the last one “hangs in places”/)).toBeTruthy();
  });
});
