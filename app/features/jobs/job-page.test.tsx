import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { machines, navy, shopAnswers, tools } from '../../testing/fixtures';
import { job } from '../../testing/job-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { JobPage } from './job-page';

const mockRouter = {
  push: jest.fn(),
  replace: jest.fn(),
  back: jest.fn(),
  setParams: jest.fn(),
  canGoBack: () => false,
};
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));
jest.mock('./sheet-view', () => ({ SheetView: () => null }));
const mockFindings: unknown[] = [];
jest.mock('./use-inspections', () => ({
  useInspections: (shown: { steps: object[] }) =>
    shown.steps.map((step) => ({
      step,
      bed: mockBed(),
      inspection: { data: { seconds: 12, isRough: false, cutMm: 1480, parts: [], findings: mockFindings } },
    })),
}));
function mockBed() {
  return { machine: machines[0], material: navy, piece: navy.pieces[0], tool: tools[0] };
}

const open = (shown: object = job, answers: Record<string, { status?: number; body: unknown }> = {}) =>
  renderWithBook(<JobPage id="job-1" />, { ...answers, '/api/jobs/job-1': { body: shown }, ...shopAnswers });
beforeEach(() => void mockFindings.splice(0));

describe('a job', () => {
  it('asks for its drawing first', async () => {
    open({ ...job, artworks: [], steps: [] });
    expect(await screen.findByText('Bring in the drawing')).toBeTruthy();
    expect(screen.getByText(/A drawing \(SVG, DXF\), a picture to be traced/)).toBeTruthy();
  });

  it('whose drawing was taken back offers to bring it in again', async () => {
    open({ ...job, artworks: [], steps: [], undo: null, redo: 'bringing in a drawing' });
    expect(await screen.findByText('Do again: bringing in a drawing')).toBeTruthy();
  });

  it('shows its steps in their order, and turns to the sheet and the checks', async () => {
    open();
    expect(await screen.findByTestId('step-1')).toBeTruthy();
    expect(screen.getByTestId('step-2')).toBeTruthy();
    fireEvent.press(screen.getByRole('tab', { name: 'Sheet' }));
    expect(screen.queryByTestId('step-1')).toBeNull();
    fireEvent.press(screen.getByRole('tab', { name: 'Steps' }));
    expect(screen.getByTestId('step-1')).toBeTruthy();
  });

  it('counts what the checks found on their tab', async () => {
    mockFindings.push({
      code: 'thin',
      severity: 'warning',
      message: 'Thinner than 1 mm.',
      mend: 'Make it larger.',
      places: [],
    });
    open();
    // One for each of the two steps.
    expect(await screen.findByRole('tab', { name: 'Checks 2' })).toBeTruthy();
  });

  it('is started on the stand-in, and leads to its run', async () => {
    const { sent } = open(job, { '/api/jobs/job-1/runs': { status: 201, body: [] } });
    fireEvent.press(await screen.findByText('Run on the stand-in'));
    await waitFor(() =>
      expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/jobs/[id]/run', params: { id: 'job-1' } }),
    );
    expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
      path: '/api/jobs/job-1/runs',
      body: { speedUp: 1 },
    });
  });

  it('says why it was not started, and stays', async () => {
    mockRouter.push.mockClear();
    open(job, {
      '/api/jobs/job-1/runs': {
        status: 409,
        body: { error: { code: 'busy', message: 'Long plotter is busy with other work.' } },
      },
    });
    fireEvent.press(await screen.findByText('Run on the stand-in'));
    expect(await screen.findByText('Long plotter is busy with other work.')).toBeTruthy();
    expect(mockRouter.push).not.toHaveBeenCalled();
  });

  it('says so where it is not there', async () => {
    renderWithBook(<JobPage id="gone" />, {
      '/api/jobs/gone': {
        status: 404,
        body: { error: { code: 'not-found', message: 'That job is not there (any more).' } },
      },
    });
    expect(await screen.findByText('That job is not there (any more).')).toBeTruthy();
  });
});
