import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { artwork, job } from '../../testing/job-fixtures';
import { keepsOnThisDevice } from '../../testing/local-shelf';
import { asked } from '../../testing/asked';
import { renderWithBook } from '../../testing/with-book';
import { keepDraft, readDraft } from '../../ui/use-draft';
import { SizeDecision } from './size-decision';

keepsOnThisDevice();
const onClose = jest.fn();
const open = (own = artwork) =>
  renderWithBook(<SizeDecision jobId="job-1" artwork={own} sheets={[]} isOpen onClose={onClose} />, {
    '/api/jobs/job-1/actions': { body: job },
  });

describe('the exact size', () => {
  it('keeps the ratio while a width is typed, and sends the size', async () => {
    const { sent } = open();
    const ratio = (artwork.facts.keptHeightMm * artwork.scaleY) / (artwork.facts.keptWidthMm * artwork.scaleX);
    fireEvent.changeText(screen.getByLabelText('Width of the drawing in mm'), '120');
    expect(Number(screen.getByLabelText('Height of the drawing in mm').props.value)).toBeCloseTo(120 * ratio, 1);
    fireEvent.press(screen.getByText('Set the size'));
    await waitFor(() =>
      expect(sent.at(-1)?.body).toMatchObject(asked({ do: 'change-drawing', drawingId: 'art', widthMm: 120 })),
    );
    await waitFor(() => expect(readDraft('size of art')).toBeNull());
  });

  it('has what was typed again after a reload, and begins afresh where that is wished', () => {
    keepDraft('size of art', { isRatioKept: false, width: '73.5', height: '11', percent: '' });
    open();
    expect(screen.getByDisplayValue('73.5')).toBeTruthy();
    fireEvent.press(screen.getByText('Begin anew'));
    expect(screen.queryByDisplayValue('73.5')).toBeNull();
    expect(readDraft('size of art')).toBeNull();
  });
});
