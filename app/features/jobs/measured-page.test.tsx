import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { job, artwork } from '../../testing/job-fixtures';
import { answerOf } from '../../testing/job-answer';
import { posted, renderWithBook } from '../../testing/with-book';
import { keepDraft } from '../../ui/use-draft';
import { MeasuredPage } from './measured-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => true };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter, usePathname: () => '/' }));

const open = (artworkId: string | null = null, measures?: Record<string, number>) => {
  const shown = measures
    ? { ...job, artworks: [{ ...artwork, source: 'measured' as const, choices: { shape: 'tag', measures } }] }
    : job;
  const whole = answerOf(shown);
  return renderWithBook(<MeasuredPage jobId="job-1" artworkId={artworkId} />, {
    '/api/jobs/job-1': { body: whole },
    '/api/jobs/job-1/shapes': { body: whole },
    '/api/artworks/art/reading': { body: whole },
  });
};

beforeEach(() => {
  keepDraft('shape job-1', null);
  keepDraft('shape art', null);
  jest.clearAllMocks();
});

describe('the shelf of measured shapes', () => {
  it('has a shape taken into the job with the measures that were turned', async () => {
    const { sent } = open();
    fireEvent.press(await screen.findByLabelText('Tag with a hole'));
    fireEvent.press(screen.getByLabelText('Edge to hole, 4 mm'));
    fireEvent.press(screen.getByLabelText('Edge to hole up by 0.5 mm'));
    expect(screen.getByLabelText('Edge to hole, 4.5 mm')).toBeTruthy();
    fireEvent.press(screen.getByText('Put it into the job'));
    await waitFor(() =>
      expect(posted(sent, '/api/jobs/job-1/shapes')).toEqual([
        {
          id: expect.any(String),
          measured: { shape: 'tag', measures: expect.objectContaining({ rim: 4.5, width: 40 }) },
        },
      ]),
    );
    await waitFor(() => expect(mockRouter.back).toHaveBeenCalled());
  });

  it('says which measure cannot be, and what it may be, and takes nothing meanwhile', async () => {
    const { sent } = open();
    fireEvent.press(await screen.findByLabelText('Ring'));
    fireEvent.press(screen.getByLabelText('Inner diameter, 30 mm'));
    fireEvent.changeText(screen.getByLabelText('Inner diameter'), '60');
    expect(
      screen.getAllByText(/inner diameter may be 49.8 mm at most at this size; 60 mm came/).length,
    ).toBeGreaterThan(0);
    fireEvent.press(screen.getByText('Put it into the job'));
    expect(posted(sent, '/api/jobs/job-1/shapes')).toEqual([]);
  });

  it('changes the measures of one that is in the job, and shows what they were', async () => {
    const { sent } = open('art', { width: 40, height: 60, corner: 5, holes: 1, hole: 4, rim: 4, slot: 4 });
    fireEvent.press(await screen.findByLabelText('Width up by 1 mm'));
    expect(screen.getByText(/was 40/)).toBeTruthy();
    fireEvent.press(screen.getByText('Make it so'));
    await waitFor(() =>
      expect(posted(sent, '/api/artworks/art/reading')).toEqual([
        { keep: true, measured: { shape: 'tag', measures: expect.objectContaining({ width: 41 }) } },
      ]),
    );
  });
});
