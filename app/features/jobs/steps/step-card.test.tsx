import type { StepView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { machines, navy, shopAnswers, tools } from '../../../testing/fixtures';
import { job, step } from '../../../testing/job-fixtures';
import { asked } from '../../../testing/asked';
import { renderWithBook } from '../../../testing/with-book';
import { StepCard } from './step-card';
import type { InspectedStep } from '../use-inspections';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));

const bed = { machine: machines[0], material: navy, piece: navy.pieces[0], tool: tools[0] };
const inspected = (change: Partial<StepView> = {}, hasBed = true) =>
  ({
    step: { ...step, ...change },
    bed: hasBed ? bed : null,
    inspection: { data: { seconds: 12, isRough: false, cutMm: 1480, parts: [], findings: [] } },
  }) as unknown as InspectedStep;
const show = (change: Partial<StepView> = {}, hasBed = true, isOpen = false) => {
  const onOpen = jest.fn();
  return {
    onOpen,
    ...renderWithBook(
      <StepCard job={job} inspected={inspected(change, hasBed)} isOpen={isOpen} isNext onOpen={onOpen} />,
      { '/api/steps/step-1': { body: job }, ...shopAnswers },
    ),
  };
};

describe('a rung of the step ladder', () => {
  it('says its material, how long it takes, and the recipe it found', async () => {
    show();
    expect(screen.getByText('Outdoor vinyl, navy')).toBeTruthy();
    expect(screen.getByTestId('estimate').props.children.join('')).toMatch(/12 s.*1[.,]48/);
    fireEvent.press(screen.getByText(/^recipe found/));
    expect(mockRouter.push).toHaveBeenCalledWith({ pathname: '/book/[id]', params: { id: 'recipe-1' } });
  });

  it('says all that the temper stands on, also what went wrong last', () => {
    const { recipe } = step.match;
    const tally = { ...recipe!.temper.tally, settledAfter: null, rights: 1, runRights: 0, wrongs: 2, rightsSince: 0 };
    show({ match: { ...step.match, recipe: { ...recipe!, temper: { temper: 'bare', tally } } } });
    expect(screen.getByText('recipe found: right once in trials; wrong twice, and not right since')).toBeTruthy();
  });

  it.each([
    ['offers', 'what a machine of the shop does', machines, 'Kiss cut instead, as is usual for it'],
    ['only says', 'what none does', [], 'Usual for it is: kiss cut. No machine in your shop does that yet.'],
  ])('%s what is usual for its material: %s', async (_does, _what, present, words) => {
    const match = { ...step.match, recipe: null, settings: null, variant: null, refusal: 'Nothing near enough.' };
    const other = inspected({ process: 'laser-cut', match });
    renderWithBook(<StepCard job={job} inspected={other} isOpen={false} isNext onOpen={jest.fn()} />, {
      ...shopAnswers,
      '/api/machines': { body: present },
    });
    expect(await screen.findByText(words)).toBeTruthy();
  });

  it('can have its recipe tuned, and knows the way back', () => {
    show();
    fireEvent.press(screen.getByLabelText('Tune it: the recipe of step 1'));
    expect(mockRouter.push).toHaveBeenCalledWith({
      pathname: '/book/[id]/tune',
      params: { id: 'recipe-1', job: 'job-1' },
    });
  });

  it('asks for the material first', () => {
    show({ materialId: null, stockPieceId: null }, false);
    expect(screen.getByText('Which material?')).toBeTruthy();
    expect(screen.getByText('Choose the material')).toBeTruthy();
    expect(screen.queryByLabelText('Open the recipe')).toBeNull();
  });

  it('puts a plain sheet into stock where there is nothing of its material, and lies on that', async () => {
    const bare = { ...navy, pieces: [] };
    const other = inspected({ materialId: navy.id, stockPieceId: null }, false);
    const { sent } = renderWithBook(<StepCard job={job} inspected={other} isOpen={false} isNext onOpen={jest.fn()} />, {
      ...shopAnswers,
      [`/api/materials/${navy.id}/pieces`]: { body: bare },
      '/api/materials': { body: [bare] },
    });
    fireEvent.press(await screen.findByText('A plain sheet, 300 × 300 mm'));
    const posted = () => sent.filter(({ method }) => method === 'POST').map(({ body }) => body as { id: string });
    await waitFor(() => expect(posted()).toHaveLength(2));
    const [sheet, action] = posted();
    expect(sheet).toMatchObject({ kind: 'sheet', widthMm: 300, lengthMm: 300, count: 1 });
    expect(action).toMatchObject(asked({ do: 'change-step', stepId: 'step-1', stockPieceId: sheet.id }));
  });

  it('says that it is nudged, and why', () => {
    show({ match: job.steps[1].match });
    expect(screen.getByText('nudged +2 force for Fine blade: stiff roll')).toBeTruthy();
  });

  it('says where there is no recipe, and why none is suggested', () => {
    show({
      match: {
        recipe: null,
        settings: null,
        variant: null,
        suggestion: null,
        refusal: 'Nothing in the book is near enough.',
      },
    });
    expect(screen.getByText(/No recipe yet for kiss cut on Outdoor vinyl, navy/)).toBeTruthy();
    expect(screen.getByText('Nothing in the book is near enough.')).toBeTruthy();
    expect(screen.queryByLabelText('Tune it: the recipe of step 1')).toBeNull();
  });

  it('is opened by its head, and says where it is left out', () => {
    const { onOpen } = show({ isSkipped: true });
    fireEvent.press(screen.getByText('1'));
    expect(onOpen).toHaveBeenCalled();
    expect(screen.getByText('Left out of the run.')).toBeTruthy();
  });

  it('sends a change with the version it was made on', async () => {
    const { sent } = show({}, true, true);
    fireEvent.press(screen.getByText('Process'));
    fireEvent.press(await screen.findByText('Score'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        path: '/api/jobs/job-1/actions',
        body: asked({ do: 'change-step', stepId: 'step-1', process: 'score' }),
      }),
    );
  });
});
