import type { JobDetail, ReadingPreview } from '@keen-anvil/contract';
import { USUAL_TEXT } from '@keen-anvil/core/artwork-choices';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { shopAnswers } from '../../testing/fixtures';
import { artwork, job, square } from '../../testing/job-fixtures';
import { keepsOnThisDevice } from '../../testing/local-shelf';
import { posted, renderWithBook } from '../../testing/with-book';
import { keepDraft, readDraft } from '../../ui/use-draft';
import { TextPage } from './text-page';
import { TracePage } from './trace-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => true };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));
keepsOnThisDevice();
beforeEach(() => mockRouter.back.mockClear());

const preview: ReadingPreview = {
  widthMm: 82.4,
  heightMm: 20,
  parts: [{ name: '48', colour: '#000000', contours: [square(0, 0, 20)] }],
  notices: [{ code: 'unread', message: 'The font has no “漢”', count: 1 }],
  asks: null,
};
const answers = (shown: JobDetail) => ({
  '/api/text-preview': { body: preview },
  '/api/fonts': { body: [{ id: 'own', name: 'club letters' }] },
  '/api/jobs/job-1/texts': { status: 201, body: shown },
  '/api/artworks/': { body: shown },
  '/api/jobs/job-1': { body: shown },
  ...shopAnswers,
});
describe('setting a text', () => {
  it('shows it as it will be, with its size and what the font lacks, and puts it into the job', async () => {
    const { sent } = renderWithBook(<TextPage jobId="job-1" artworkId={null} />, answers(job));
    fireEvent.changeText(await screen.findByLabelText('Words'), '48');
    fireEvent.press(await screen.findByLabelText('Joined script'));
    fireEvent.changeText(screen.getByLabelText('Height of a capital, mm'), '42');
    fireEvent.changeText(screen.getByLabelText('Bent round a radius, mm'), '-120');
    expect(await screen.findByText(/82.4 × 20 mm, one piece/)).toBeTruthy();
    expect(screen.getByText('The font has no “漢”')).toBeTruthy();
    fireEvent.press(screen.getByText('Put it into the job'));
    await waitFor(() =>
      expect(posted(sent, '/api/jobs/job-1/texts')).toEqual([
        {
          id: expect.any(String),
          text: { ...USUAL_TEXT, words: '48', fontId: 'script', capHeightMm: 42, arcRadiusMm: -120 },
        },
      ]),
    );
    await waitFor(() => expect(mockRouter.back).toHaveBeenCalled());
  });

  it('is not sent while a number is none', async () => {
    const { sent } = renderWithBook(<TextPage jobId="job-1" artworkId={null} />, answers(job));
    fireEvent.changeText(await screen.findByLabelText('Words'), '48');
    fireEvent.changeText(screen.getByLabelText('Height of a capital, mm'), 'high');
    fireEvent.press(screen.getByText('Put it into the job'));
    expect(posted(sent, '/api/jobs/job-1/texts')).toEqual([]);
  });

  it('changes one that is there', async () => {
    const withText = {
      ...job,
      artworks: [{ ...artwork, source: 'text' as const, choices: { ...USUAL_TEXT, words: 'Osprey' } }],
    };
    const { sent } = renderWithBook(<TextPage jobId="job-1" artworkId="art" />, answers(withText));
    expect((await screen.findByLabelText('Words')).props.value).toBe('Osprey');
    fireEvent.changeText(screen.getByLabelText('Words'), 'Bend');
    fireEvent.press(screen.getByText('Set it so'));
    await waitFor(() =>
      expect(posted(sent, '/api/artworks/art/reading')).toEqual([
        { keep: true, text: { ...USUAL_TEXT, words: 'Bend' } },
      ]),
    );
  });
});

describe('tracing a picture', () => {
  const withPicture = { ...job, artworks: [{ ...artwork, source: 'picture' as const, name: 'coaster.png' }] };
  const show = (more: Record<string, { status?: number; body: unknown }> = {}) =>
    renderWithBook(<TracePage jobId="job-1" artworkId="art" />, { ...more, ...answers(withPicture) });

  it('shows what comes of it while one turns, and keeps what was looked at', async () => {
    const { sent } = show({ '/api/artworks/art/reading': { body: { ...withPicture, ...preview } } });
    fireEvent.press(await screen.findByLabelText('By a few colours'));
    fireEvent.changeText(screen.getByLabelText('Tolerance in mm'), '0,2');
    expect(await screen.findByText('1 part of 4 points, 82.4 × 20 mm with its border')).toBeTruthy();
    expect(posted(sent, '/api/artworks/art/reading')).toEqual([
      {
        keep: false,
        reading: {
          unitMm: null,
          joinMm: 0.05,
          tracing: {
            way: 'colours',
            threshold: null,
            isInverted: false,
            colours: 3,
            toleranceMm: 0.2,
            smallestMm2: 0.5,
          },
        },
      },
    ]);
    fireEvent.press(screen.getByText('Keep it so'));
    await waitFor(() => expect(posted(sent, '/api/artworks/art/reading')).toHaveLength(2));
    expect(posted(sent, '/api/artworks/art/reading')[1]).toMatchObject({ keep: true });
    await waitFor(() => expect(mockRouter.back).toHaveBeenCalled());
  });

  it('says what is wrong and stays', async () => {
    show({
      '/api/artworks/art/reading': {
        status: 422,
        body: { error: { code: 'refused', message: 'The picture is so full of specks.' } },
      },
    });
    fireEvent.press(await screen.findByText('Keep it so'));
    expect(await screen.findByText('The picture is so full of specks.')).toBeTruthy();
    expect(mockRouter.back).not.toHaveBeenCalled();
  });

  it('has what was turned again after a reload, with what comes of it', async () => {
    keepDraft('tracing of art', {
      wish: { way: 'colours', threshold: null, isInverted: false, colours: 5, toleranceMm: 0.3, smallestMm2: 1 },
      typed: { tolerance: '0.3', speck: '1' },
    });
    const { sent } = show({ '/api/artworks/art/reading': { body: { ...withPicture, ...preview } } });
    expect(await screen.findByText('What you had typed is here again.')).toBeTruthy();
    await waitFor(() =>
      expect(posted(sent, '/api/artworks/art/reading')[0]).toMatchObject({
        keep: false,
        reading: { tracing: { colours: 5, toleranceMm: 0.3 } },
      }),
    );
    fireEvent.press(screen.getByText('Keep it so'));
    await waitFor(() => expect(mockRouter.back).toHaveBeenCalled());
    expect(readDraft('tracing of art')).toBeNull();
  });

  it('is only for pictures', async () => {
    renderWithBook(<TracePage jobId="job-1" artworkId="art" />, answers(job));
    expect(await screen.findByText('That is no picture')).toBeTruthy();
  });
});
