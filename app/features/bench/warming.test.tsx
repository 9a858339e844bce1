import { screen } from '@testing-library/react-native';
import { renderWithBook } from '../../testing/with-book';
import { warmLeft } from '../runs/warm-clocks';
import { Warming } from './warming';

jest.mock('expo-router', () => ({ useRouter: () => ({ push: jest.fn() }), Link: 'Link' }));

const tip = { name: 'run-1 warm', jobId: 'job-1', text: 'Heated tip is warm', minutes: 60, since: 1_000_000 };

describe('what warms up', () => {
  it('is shown on the Bench by the server’s clock, with what is left', async () => {
    renderWithBook(<Warming />, {
      '/api/warm-clocks': { body: [tip, { ...tip, name: 'run-2 warm', text: 'Pen is warm', minutes: 0.5 }] },
      '/api/clock': { body: { now: 1_060_000 } },
    });
    expect(await screen.findByText('Heated tip is warm')).toBeTruthy();
    expect(await screen.findByText(/^(59|58) min \d+ s left$/)).toBeTruthy();
    expect(screen.getByText('Its time is over: tick it off.')).toBeTruthy();
  });

  it('takes no room where nothing does', async () => {
    renderWithBook(<Warming />, { '/api/warm-clocks': { body: [] } });
    expect(screen.queryByText('Warming up')).toBeNull();
  });

  it('never has less than nothing left', () => {
    expect(warmLeft(tip, tip.since + 90_000)).toBe(3510);
    expect(warmLeft(tip, tip.since + 86_400_000)).toBe(0);
  });
});
