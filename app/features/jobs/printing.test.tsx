import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { asked } from '../../testing/asked';
import { answerOf, wholeJob } from '../../testing/job-answer';
import { artwork, job, part, square, step } from '../../testing/job-fixtures';
import { posted, renderWithBook } from '../../testing/with-book';
import { allParts } from './all-parts';
import { PartActions } from './part-actions';
import { WindowPage } from './window-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => true };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter, usePathname: () => '/' }));

const bow = part({ id: 'bow', name: 'bow', contours: [square(0, 0, 20)] });
const cox = part({ id: 'cox', name: 'cox', contours: [square(30, 0, 20)] });
const photo = (id: string) => ({
  ...artwork,
  id,
  name: `${id}.jpg`,
  source: 'picture' as const,
  facts: { ...artwork.facts, widthMm: 60, heightMm: 40, palette: ['#336699', '#f0c7a2'] },
});
const board = wholeJob({
  ...job,
  artworks: [artwork, photo('first'), photo('second')],
  steps: [{ ...step, parts: [bow, cox] }, ...job.steps.slice(1)],
});
const routes = (shown: typeof board) => ({
  '/api/jobs/job-1/actions': { body: answerOf(shown) },
  '/api/jobs/job-1/shop': { body: { machines: [], tools: [], materials: [], recipes: [], lastPlace: null } },
  '/api/jobs/job-1': { body: answerOf(shown) },
});
const sentActions = (sent: Parameters<typeof posted>[0]) => posted(sent, '/api/jobs/job-1/actions');
const chosen = (...ids: string[]) => {
  const parts = allParts(board).filter(({ id }) => ids.includes(id));
  return renderWithBook(<PartActions job={board} chosen={parts} onLetGo={() => undefined} />, routes(board));
};
const print = (drawingId: string, measures: Record<string, number> = {}, fill: string | null = null) => ({
  drawingId,
  isAsDrawn: false,
  fill,
  measures,
});

beforeEach(() => jest.clearAllMocks());

describe('pictures inside parts', () => {
  it('come one in each part, placed alike where that is asked for, with a colour of the picture', async () => {
    const { sent } = renderWithBook(<WindowPage jobId="job-1" partIds={['bow', 'cox']} />, routes(board));
    fireEvent.press(await screen.findByLabelText(/^Turn, 0/));
    fireEvent.press(screen.getByLabelText('Turn up by 1 °'));
    fireEvent.press(screen.getByLabelText('#f0c7a2'));
    fireEvent.press(screen.getByText('Give the others this place, size and turn'));
    fireEvent.press(screen.getByText('Print them in 2 parts'));
    const measures = { right: 0, down: 0, size: 100, turn: 1, bleed: 0 };
    await waitFor(() =>
      expect(sentActions(sent)).toEqual([
        asked({
          do: 'print-parts',
          prints: [
            { partId: 'bow', print: print('first', measures, '#f0c7a2') },
            { partId: 'cox', print: print('second', measures, '#f0c7a2') },
          ],
        }),
      ]),
    );
    await waitFor(() => expect(mockRouter.back).toHaveBeenCalled());
  });

  it('say so where there is no picture, or the part is gone', async () => {
    const bare = wholeJob({ ...board, artworks: [artwork] });
    renderWithBook(<WindowPage jobId="job-1" partIds={['bow']} />, routes(bare));
    expect(await screen.findByText('No picture in this job yet')).toBeTruthy();
    screen.unmount();
    renderWithBook(<WindowPage jobId="job-1" partIds={['other']} />, routes(board));
    expect(await screen.findByText('No such part in this job')).toBeTruthy();
  });
});

describe('a sticker with a rim', () => {
  it('is asked for with its rim, its edge to peel by and its colour', async () => {
    const { sent } = chosen('bow');
    fireEvent.press(screen.getByText('What could become of it'));
    fireEvent.press(screen.getByLabelText('A sticker, with a rim'));
    fireEvent.press(screen.getByLabelText('Rim up by 0.5 mm'));
    fireEvent(screen.getByLabelText('Cut through further out, to peel it by'), 'valueChange', false);
    fireEvent.press(screen.getByLabelText('#22262b'));
    await waitFor(() => {
      const key = screen.queryByText('Make the sticker');
      if (key) fireEvent.press(key);
      expect(sentActions(sent)).toHaveLength(1);
    });
    expect(sentActions(sent)).toEqual([
      asked({
        do: 'make-rim',
        partIds: ['bow'],
        widthMm: 3.5,
        gapsMm: 2,
        peelMm: null,
        colour: '#22262b',
        bleedMm: 1,
      }),
    ]);
  });
});

describe('debossing from the back', () => {
  it('asks for the gap, and makes nothing without one', async () => {
    const { sent } = chosen('bow');
    fireEvent.press(screen.getByText('What could become of it'));
    fireEvent.press(screen.getByLabelText('Deboss from the back'));
    const gap = screen.getByLabelText('Gap for the stylus, mm');
    fireEvent.changeText(gap, 'wide');
    expect(screen.getByText('A gap from 0.05 to 20 mm is needed.')).toBeTruthy();
    fireEvent.press(screen.getByText('Make stencil and stylus line'));
    fireEvent.changeText(gap, '0.65');
    fireEvent.press(screen.getByText('Make stencil and stylus line'));
    await waitFor(() =>
      expect(sentActions(sent)).toEqual([asked({ do: 'deboss-from-back', partIds: ['bow'], gapMm: 0.65 })]),
    );
  });
});
