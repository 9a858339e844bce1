import { fireEvent, screen } from '@testing-library/react-native';
import { shopAnswers } from '../../testing/fixtures';
import { job } from '../../testing/job-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { JobDialCard } from './job-dial-card';

const mockRouter = {
  push: jest.fn(),
  replace: jest.fn(),
  back: jest.fn(),
  canGoBack: () => false,
  setParams: jest.fn(),
};
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));
// Keys are the browser's; they are pressed in the browser tests.
jest.mock('react-hotkeys-hook', () => ({ useHotkeys: () => undefined }));

const open = (step: number, shown = job) =>
  renderWithBook(<JobDialCard id="job-1" step={step} />, { '/api/jobs/job-1': { body: shown }, ...shopAnswers });

describe('the dial cards of a job', () => {
  it('show one step at a time, and lead to the next', async () => {
    open(1);
    expect(await screen.findByText('step 1 of 2')).toBeTruthy();
    expect(screen.getByText('16')).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Next step'));
    expect(mockRouter.setParams).toHaveBeenCalledWith({ step: '2' });
  });

  it('dial in what is nudged, and say so', async () => {
    open(2);
    expect(await screen.findByText('18')).toBeTruthy();
    expect(screen.getByText(/nudged \+2 force/)).toBeTruthy();
  });

  it('pass over steps that are left out', async () => {
    open(2, { ...job, steps: [job.steps[0], { ...job.steps[1], isSkipped: true }] });
    expect(await screen.findByText('16')).toBeTruthy();
    expect(screen.queryByText('18')).toBeNull();
  });

  it('go back to the job', async () => {
    open(1);
    fireEvent.press(await screen.findByText('Close the card'));
    expect(mockRouter.replace).toHaveBeenCalledWith({ pathname: '/jobs/[id]', params: { id: 'job-1' } });
  });
});
