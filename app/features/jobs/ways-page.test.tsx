import type { StepRequest } from '@keen-anvil/core/output';
import { fireEvent, screen, waitFor, within } from '@testing-library/react-native';
import { machines, navy, shopAnswers, tools } from '../../testing/fixtures';
import { asked } from '../../testing/asked';
import { answerOf, wholeJob } from '../../testing/job-answer';
import { job, step } from '../../testing/job-fixtures';
import { posted, renderWithBook } from '../../testing/with-book';
import { WaysPage } from './ways-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => true };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter, usePathname: () => '/' }));
jest.mock('./use-inspections', () => ({
  useInspections: (shown: { steps: object[] }) =>
    shown.steps.map((each) => ({
      step: each,
      bed: mockBed(),
      inspection: {},
    })),
}));
function mockBed() {
  return { machine: machines[0], material: navy, piece: navy.pieces[0], tool: tools[0] };
}
const mockAsked: StepRequest[] = [];
const mockSeconds: Record<string, number> = { 'both-ways': 240, 'one-way': 400, following: 300, hatch: 280 };
jest.mock('./inspect', () => ({
  numberOf: () => 1,
  compareInWorker: async (request: StepRequest) => {
    mockAsked.push(request);
    const seconds = request.process === 'laser-line' ? 20 : mockSeconds[request.fill!];
    return { seconds, isRough: false, cutMm: 12_340, travelMm: 400, loupe: null };
  },
}));

const recipe = (process: string, temper: string, interval?: number) => ({
  process,
  temper,
  materialId: step.materialId,
  machineId: step.machineId,
  toolId: step.toolId,
  settings: { power: 40, speed: 3000, passes: 1, ...(interval ? { interval } : {}) },
  variants: [],
});
const engraved = (process: 'laser-area' | 'kiss-cut') =>
  wholeJob({ ...job, steps: [{ ...step, process }, ...job.steps.slice(1)] });
const open = (shown = engraved('laser-area'), number = 1) =>
  renderWithBook(<WaysPage jobId="job-1" number={number} />, {
    '/api/jobs/job-1/actions': { body: answerOf(shown) },
    '/api/jobs/job-1/shop': {
      body: {
        machines: [],
        tools: [],
        materials: [],
        recipes: [recipe('laser-area', 'violet', 0.1), recipe('laser-line', 'bronze')],
        lastPlace: null,
      },
    },
    '/api/jobs/job-1': { body: answerOf(shown) },
    ...shopAnswers,
  });
beforeEach(() => {
  mockAsked.splice(0);
  jest.clearAllMocks();
});

describe('ways to engrave', () => {
  it('stand side by side with their time, their length and what the recipe’s temper says of each', async () => {
    open();
    const card = async (key: string) => within(await screen.findByTestId(`way-${key}`));
    expect((await card('both-ways')).getByText('Done this way now')).toBeTruthy();
    await waitFor(async () => expect((await card('one-way')).getByText('6 min 40 s')).toBeTruthy());
    expect((await card('both-ways')).getByText('violet')).toBeTruthy();
    expect((await card('one-way')).getByText('violet')).toBeTruthy();
    expect((await card('following')).getByText('straw')).toBeTruthy();
    expect((await card('hatch')).getByText(/were tried row by row, not this way/)).toBeTruthy();
    // The outline alone has a recipe of its own.
    expect((await card('outline')).getByText('bronze')).toBeTruthy();
    expect((await card('outline')).getByText('12.34 m with the beam on, 0.4 m between')).toBeTruthy();
    await waitFor(() => expect(new Set(mockAsked.map(({ fill, process }) => `${process} ${fill}`)).size).toBe(5));
  });

  it('are taken by a key', async () => {
    const { sent } = open();
    fireEvent.press(within(await screen.findByTestId('way-outline')).getByText('Do it this way'));
    await waitFor(() =>
      expect(posted(sent, '/api/jobs/job-1/actions')).toEqual([
        asked({ do: 'change-step', stepId: 'step-1', process: 'laser-line', fill: 'both-ways' }),
      ]),
    );
    await waitFor(() => expect(mockRouter.back).toHaveBeenCalled());
  });

  it('are not there for a step that engraves nothing, or is not there', async () => {
    open(engraved('kiss-cut'));
    expect(await screen.findByText('Step 1 engraves no area')).toBeTruthy();
    screen.unmount();
    open(engraved('laser-area'), 9);
    expect(await screen.findByText('Step 9 engraves no area')).toBeTruthy();
  });
});
