import { render, screen } from '@testing-library/react-native';
import { BenchBookTheme } from '../../ui/theme';
import { endWarming, startWarming, warmClocks } from '../runs/warm-clocks';
import { Warming } from './warming';

jest.mock('expo-router', () => ({ useRouter: () => ({ push: jest.fn() }), Link: 'Link' }));

const tip = { name: 'run-1 warm', jobId: 'job-1', text: 'Heated tip is warm', minutes: 5 };

describe('what warms up', () => {
  it('is shown on the Bench until it is ticked off, and a second start changes nothing', () => {
    const now = Date.now();
    startWarming({ ...tip, at: now - 60_000 });
    startWarming({ ...tip, at: now });
    expect(warmClocks(now).map(({ at }) => at)).toEqual([now - 60_000]);
    const { unmount } = render(
      <BenchBookTheme>
        <Warming />
      </BenchBookTheme>,
    );
    expect(screen.getByText('Heated tip is warm')).toBeTruthy();
    expect(screen.getByText(/^(4 min 0|3 min 59) s left$/)).toBeTruthy();
    unmount();
    endWarming(tip.name);
    expect(warmClocks(now)).toEqual([]);
  });

  it('is put away where nobody looked at it for half a day', () => {
    startWarming({ ...tip, at: 1_000 });
    expect(warmClocks(1_000 + 13 * 3_600_000)).toEqual([]);
  });
});
