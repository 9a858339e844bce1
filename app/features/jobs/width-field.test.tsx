import type { JobDetail } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { renderWithBook } from '../../testing/with-book';
import { WidthField } from './width-field';

const job: JobDetail = {
  id: 'job-1',
  name: 'Boat numbers',
  state: 'open',
  stepCount: 0,
  colours: [],
  updatedAt: '2026-05-02T09:00:00Z',
  version: 4,
  widthMm: 200,
  artwork: { id: 'art-1', fileName: 'boat-number-48.svg', byteCount: 900, drawnWidthMm: 200, drawnHeightMm: 124, notices: [] },
  steps: [],
};
const field = () => screen.getByLabelText('Width of the drawing in mm');

describe('the exact width of a drawing', () => {
  it('says how high it becomes before it is set', () => {
    renderWithBook(<WidthField job={job} />);
    expect(screen.getByText('height follows: 124 mm')).toBeTruthy();
    fireEvent.changeText(field(), '150');
    expect(screen.getByText('height follows: 93 mm')).toBeTruthy();
    fireEvent.changeText(field(), 'wide');
    expect(screen.getByText('type a number of mm')).toBeTruthy();
  });

  it('sends the number with the version it was read at, a decimal comma too', async () => {
    const { sent } = renderWithBook(<WidthField job={job} />, { '/api/jobs/job-1': { body: { ...job, version: 5, widthMm: 120.5 } } });
    fireEvent.changeText(field(), '120,5');
    fireEvent.press(screen.getByText('Set'));
    await waitFor(() => expect(sent[0]).toEqual({ path: '/api/jobs/job-1', method: 'PATCH', body: { version: 4, widthMm: 120.5 } }));
  });

  it('keeps what was typed where it is refused', async () => {
    renderWithBook(<WidthField job={job} />, { '/api/jobs': { status: 400, body: { error: { code: 'contract', message: 'The width goes from 1 to 10000 mm.', field: 'widthMm' } } } });
    fireEvent.changeText(field(), '0');
    fireEvent.press(screen.getByText('Set'));
    expect(await screen.findByText('The width goes from 1 to 10000 mm.')).toBeTruthy();
    expect(field().props.value).toBe('0');
  });

  it('is not there before there is a drawing', () => {
    renderWithBook(<WidthField job={{ ...job, artwork: null, widthMm: null }} />);
    expect(screen.queryByLabelText('Width of the drawing in mm')).toBeNull();
  });
});
