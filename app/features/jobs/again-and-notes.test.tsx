import type { JobDetail, TemplateDetail } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { tally } from '../../../core/testing/tally';
import { machines, navy, shopAnswers, tools } from '../../testing/fixtures';
import { job, step } from '../../testing/job-fixtures';
import { asked } from '../../testing/asked';
import { renderWithBook } from '../../testing/with-book';
import { ChecksView } from './checks-view';
import { weakestTemper } from './job-page';
import { KeepTemplate } from './keep-template';
import { NewJobPage } from './new-job-page';
import { NotesLeaf } from './notes-leaf';
import { NudgeStep } from './nudge-step';
import { TurnKeys } from './turn-keys';
import type { InspectedStep } from './use-inspections';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));
const changed = (sent: { path: string; method: string; body: unknown }[]) =>
  sent.filter(({ method }) => method !== 'GET').map(({ path, body }) => ({ path, body }));

describe('a job made again', () => {
  const template: TemplateDetail = {
    id: 't',
    name: 'Boat numbers, two colours',
    jobId: 'job-1',
    stepCount: 2,
    madeAt: '2026-05-01T10:00:00.000Z',
    isArchived: false,
    steps: [
      {
        label: 'Kiss cut',
        materialName: 'Outdoor vinyl, navy',
        machineName: 'Long plotter',
        settings: null,
        temper: 'violet',
      },
    ],
    changes: [{ step: 2, kind: 'recipe-revised', say: 'The recipe was changed: force 12 → 16' }],
  };

  it('shows what has changed since before it is begun', async () => {
    const { sent } = renderWithBook(<NewJobPage />, {
      '/api/templates/t': { body: template },
      '/api/templates': { body: [template] },
      '/api/jobs': { status: 201, body: job },
    });
    fireEvent.press(await screen.findByText('Boat numbers, two colours'));
    expect(await screen.findByText('Step 2: The recipe was changed: force 12 → 16')).toBeTruthy();
    fireEvent.press(screen.getByText('Make it again'));
    await waitFor(() =>
      expect(changed(sent)).toEqual([
        { path: '/api/jobs', body: { id: expect.any(String), name: 'Boat numbers, two colours', templateId: 't' } },
      ]),
    );
    await waitFor(() => expect(mockRouter.replace).toHaveBeenCalled());
  });

  it('is kept as a template under a name', async () => {
    const { sent } = renderWithBook(<KeepTemplate job={job} />, {
      '/api/jobs/job-1/templates': { status: 201, body: [template] },
    });
    fireEvent.press(screen.getByText('Keep as a template'));
    fireEvent.changeText(screen.getByLabelText('Name of the template'), 'Numbers, each spring');
    fireEvent.press(screen.getByText('Keep it'));
    expect(await screen.findByText(/Kept as the template “Numbers, each spring”/)).toBeTruthy();
    expect(changed(sent)[0].body).toMatchObject({ name: 'Numbers, each spring' });
  });
});

describe('notes of a job', () => {
  it('take a colour from the drawing', async () => {
    const { sent } = renderWithBook(<NotesLeaf job={job} />, { '/api/jobs/job-1/notes': { status: 201, body: job } });
    fireEvent.press(screen.getByText('Write a note'));
    fireEvent.press(screen.getByLabelText('Colour'));
    fireEvent.press(screen.getByLabelText('Take #e8b31e'));
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() =>
      expect(changed(sent)).toEqual([
        {
          path: '/api/jobs/job-1/notes',
          body: { id: expect.any(String), kind: 'colour', label: 'Club navy', value: '#e8b31e' },
        },
      ]),
    );
  });

  it('are shown, put away, and brought back', async () => {
    const { sent } = renderWithBook(
      <NotesLeaf
        job={{
          ...job,
          notes: [
            {
              id: 'n',
              kind: 'measure',
              label: 'Below the neckline',
              value: '75 mm',
              madeAt: '2026-11-01T10:00:00.000Z',
              isArchived: false,
            },
          ],
        }}
      />,
      { '/api/notes/n': { body: job } },
    );
    expect(screen.getByText('75 mm')).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Put away the note Below the neckline'));
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ path: '/api/notes/n/archive', method: 'POST', body: { isArchived: true } }),
    );
  });

  it('that are put away can be found again', async () => {
    const { sent } = renderWithBook(
      <NotesLeaf
        job={{
          ...job,
          notes: [
            {
              id: 'n',
              kind: 'measure',
              label: 'Below the neckline',
              value: '75 mm',
              madeAt: '2026-11-01T10:00:00.000Z',
              isArchived: true,
            },
          ],
        }}
      />,
      { '/api/notes/n': { body: job } },
    );
    expect(screen.queryByText(/75 mm/)).toBeNull();
    fireEvent.press(screen.getByText('1 put away'));
    fireEvent.press(screen.getByLabelText('Bring back the note Below the neckline'));
    await waitFor(() => expect(sent[0]).toMatchObject({ path: '/api/notes/n/archive', body: { isArchived: false } }));
  });
});

describe('a step of its own mind', () => {
  const answers = {
    '/api/jobs/job-1/actions': { body: job },
    '/api/recipes/recipe-1/variants': { status: 201, body: {} },
    ...shopAnswers,
  };

  it('is nudged in this job alone', async () => {
    const { sent } = renderWithBook(
      <NudgeStep jobId="job-1" isOpen step={step} machine={machines[0]} tool={tools[0]} onClose={jest.fn()} />,
      answers,
    );
    fireEvent.press(await screen.findByLabelText('Force up by 1'));
    fireEvent.changeText(screen.getByLabelText('Why this nudge?'), 'cold morning');
    fireEvent.press(screen.getByText('Keep it in this job'));
    await waitFor(() =>
      expect(changed(sent)).toEqual([
        {
          path: '/api/jobs/job-1/actions',
          body: asked({
            do: 'change-step',
            stepId: 'step-1',
            nudge: { changes: { force: 1 }, reason: 'cold morning' },
          }),
        },
      ]),
    );
  });

  it('offers its nudge to the book, and gives it up then', async () => {
    const nudgedStep = { ...step, nudge: { changes: { force: 2 }, reason: 'stiff roll' } };
    const { sent } = renderWithBook(
      <NudgeStep jobId="job-1" isOpen step={nudgedStep} machine={machines[0]} tool={tools[0]} onClose={jest.fn()} />,
      answers,
    );
    fireEvent.press(await screen.findByText('Give it to the book, for this tool'));
    await waitFor(() =>
      expect(changed(sent)).toEqual([
        {
          path: '/api/recipes/recipe-1/variants',
          body: {
            id: expect.any(String),
            changes: { force: 2 },
            reason: 'stiff roll',
            toolId: 'fine',
            stockPieceId: null,
          },
        },
        { path: '/api/jobs/job-1/actions', body: asked({ do: 'change-step', stepId: 'step-1', nudge: null }) },
      ]),
    );
  });

  it('runs earlier or later by hand, and by the rules again', async () => {
    const { sent } = renderWithBook(<TurnKeys job={{ ...job, isOrderByHand: true }} step={job.steps[1]} />, {
      '/api/jobs/job-1/actions': { body: job },
    });
    fireEvent.press(screen.getByLabelText('Earlier: step 2'));
    await waitFor(() =>
      expect(changed(sent)[0].body).toEqual(asked({ do: 'order-steps', order: ['step-2', 'step-1'] })),
    );
    fireEvent.press(screen.getByText('Order by the rules'));
    await waitFor(() => expect(changed(sent)[1].body).toEqual(asked({ do: 'order-steps', order: [] })));
  });

  it('the job has the temper of its weakest recipe', () => {
    const graded = (temper: 'blue' | 'straw') => ({
      ...step,
      match: { ...step.match, recipe: { ...step.match.recipe!, temper: { temper, tally: tally({}) } } },
    });
    expect(weakestTemper({ ...job, steps: [graded('blue'), graded('straw')] })).toBe('straw');
    expect(weakestTemper({ ...job, steps: [graded('blue'), { ...graded('straw'), isSkipped: true }] })).toBe('blue');
  });
});

describe('mending what a check found', () => {
  const bed = { machine: machines[0], material: navy, piece: navy.pieces[0], tool: tools[0] };
  const withFix = (fix: object) =>
    [
      {
        step,
        bed,
        inspection: {
          data: { findings: [{ code: 'x', severity: 'warn', message: 'Look.', mend: 'Mend it.', places: [], fix }] },
        },
      },
    ] as unknown as InspectedStep[];
  const answers = { '/api/jobs/job-1/actions': { body: job } };

  it.each([
    [
      { kind: 'leave-out', label: 'Leave it out', partIds: ['part-1'] },
      { do: 'change-role', role: 'out', partIds: ['part-1'] },
    ],
    [
      { kind: 'mirror', label: 'Let it read reversed', mirrored: true },
      { do: 'change-step', stepId: 'step-1', mirrored: true },
    ],
    [
      { kind: 'move-in', label: 'Move it in', dxMm: 3, dyMm: -2 },
      { do: 'move-in', stepId: 'step-1', dxMm: 3, dyMm: -2 },
    ],
    [
      { kind: 'bridges', label: 'Put 2 bridges in', partId: 'part-1', bridges: [] },
      { do: 'put-bridges', partIds: ['part-1'], bridges: [] },
    ],
  ])('%j', async (fix, action) => {
    const { sent } = renderWithBook(<ChecksView job={job} steps={withFix(fix)} onShow={jest.fn()} />, answers);
    fireEvent.press(screen.getByText(fix.label));
    await waitFor(() => expect(changed(sent)).toEqual([{ path: '/api/jobs/job-1/actions', body: asked(action) }]));
  });

  it('parts that nothing is done with are counted before a run', () => {
    const left: JobDetail = {
      ...job,
      otherParts: [
        { ...step.parts[0], id: 'a', role: 'out' },
        { ...step.parts[0], id: 'b', role: 'guide' },
      ],
    };
    renderWithBook(<ChecksView job={left} steps={[]} onShow={jest.fn()} />);
    expect(screen.getByTestId('left-out').props.children.join('')).toContain('1 part is left out, 1 is a guide');
  });
});
