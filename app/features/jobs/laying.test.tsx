import type { AskedAction } from '@keen-anvil/contract';
import * as mockReact from 'react';
import * as mockLayout from '@keen-anvil/core/layout';
import type { CloseWish, MoreCopiesWish } from '@keen-anvil/core/layout';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { shopAnswers } from '../../testing/fixtures';
import { answerOf, wholeJob } from '../../testing/job-answer';
import { job } from '../../testing/job-fixtures';
import { posted, renderWithBook } from '../../testing/with-book';
import { LayPage } from './lay-page';
import { laidThings, movedThings, relayAction } from './laid-things';
import { nestGroup } from '@keen-anvil/core/steps';
import { NestPage, sayUnplaced } from './nest-page';

const mockRouter = {
  push: jest.fn(),
  replace: jest.fn(),
  back: jest.fn(),
  setParams: jest.fn(),
  canGoBack: () => true,
};
jest.mock('expo-router', () => ({ useRouter: () => mockRouter, usePathname: () => '/' }));
const mockClock = () => {
  let at = 0;
  return () => at++;
};
/** The worker's own work, here. */
jest.mock('./use-nesting', () => ({
  ...jest.requireActual('./use-nesting'),
  useNesting: () => {
    const [state, setState] = mockReact.useState<object>({
      best: null,
      wish: null,
      isRunning: false,
      beganAt: 0,
      error: null,
      found: 0,
    });
    return {
      ...state,
      begin: async (wish: CloseWish) =>
        setState((now) => ({
          ...now,
          wish,
          best: mockLayout.layClosely({ ...wish, millis: 50 }, mockClock()),
          found: 1,
        })),
      stop: () => undefined,
    };
  },
  roomForMore: async (wish: MoreCopiesWish) => mockLayout.moreCopies(wish, mockClock()),
  solidsOf: async (shapes: Parameters<typeof mockLayout.solidOf>[0][]) => ({
    parts: shapes.map(mockLayout.solidOf),
    ground: [],
  }),
}));

const shown = wholeJob(job);
const answers = {
  '/api/jobs/job-1/actions': { body: answerOf(shown) },
  '/api/jobs/job-1/shop': { body: { machines: [], tools: [], materials: [], recipes: [], lastPlace: null } },
  '/api/jobs/job-1': { body: answerOf(shown) },
  ...shopAnswers,
};
type LayAction = Extract<AskedAction, { do: 'lay-parts' }>;
const told = async ({ sent }: ReturnType<typeof renderWithBook>): Promise<LayAction> => {
  const actions = () => posted(sent, '/api/jobs/job-1/actions') as { action: LayAction }[];
  await waitFor(() => expect(actions()).toHaveLength(1));
  return actions()[0].action;
};
const sheetId = shown.steps[0].sheets[0].id;

beforeEach(() => jest.clearAllMocks());

describe('the action that lays copies otherwise', () => {
  it('names every place of the parts that change, each with its sheet', () => {
    const things = laidThings(shown, sheetId);
    const [first] = things;
    const action = relayAction(shown, movedThings([first], { x: 3, y: 4 }));
    expect(action.partIds).toEqual(first.members.map(({ partId }) => partId));
    const [{ place }] = first.members;
    expect(action.lies[0]).toMatchObject({ x: place.x + 3, y: place.y + 4, sheet: 0 });
    expect(action.sheets).toEqual([{ sheetId, stockPieceId: null, onCarrier: shown.steps[0].onCarrier }]);
  });
});

describe('laying by hand', () => {
  it('moves what is chosen by a set step, and copies it to where there is room', async () => {
    const server = renderWithBook(<LayPage jobId="job-1" number={1} sheetId={null} />, answers);
    fireEvent.press(await screen.findByRole('button', { name: 'Choose all' }));
    fireEvent.press(screen.getByRole('button', { name: 'Move right' }));
    const moved = await told(server);
    expect(moved.do).toBe('lay-parts');
    const before = new Map(shown.steps.flatMap(({ parts }) => parts.map(({ id, places }) => [id, places[0].x])));
    for (const { partId, x } of moved.lies) expect(x).toBe(before.get(partId)! + 1);
  });

  it('says that nothing is chosen until something is', async () => {
    renderWithBook(<LayPage jobId="job-1" number={1} sheetId={null} />, answers);
    expect(await screen.findByText(/Nothing is chosen yet/)).toBeTruthy();
    fireEvent.press(screen.getByRole('button', { name: 'Measure' }));
    expect(screen.getByText('Tap two places on the sheet.')).toBeTruthy();
  });

  it('says why there is no sheet to be laid on', async () => {
    renderWithBook(<LayPage jobId="job-1" number={9} sheetId={null} />, answers);
    expect(await screen.findByText('No sheet yet')).toBeTruthy();
  });
});

describe('nesting the parts of a step', () => {
  it('lays them so often as it is told, and takes that into the job', async () => {
    const server = renderWithBook(<NestPage jobId="job-1" number={1} />, answers);
    fireEvent.press(await screen.findByRole('radio', { name: 'So often' }));
    fireEvent.press(screen.getByRole('button', { name: 'Nest' }));
    expect(await screen.findByText(/ % used/)).toBeTruthy();
    fireEvent.press(screen.getByRole('button', { name: 'Take it' }));
    const action = await told(server);
    for (const { id } of shown.steps[0].parts.filter(({ role }) => role === 'process'))
      expect(action.lies.filter(({ partId }) => partId === id)).toHaveLength(2);
    expect(action.sheets[0].sheetId).toBe(sheetId);
  });

  it('does not take for new wishes what was laid for others', async () => {
    renderWithBook(<NestPage jobId="job-1" number={1} />, answers);
    fireEvent.press(await screen.findByRole('button', { name: 'Nest' }));
    await screen.findByRole('button', { name: 'Take it' });
    fireEvent.press(screen.getByRole('radio', { name: 'As drawn' }));
    expect(screen.queryByRole('button', { name: 'Take it' })).toBeNull();
    expect(screen.getByRole('button', { name: 'Nest' })).toBeTruthy();
  });
});

test('what found no room is said by its name', () => {
  const group = nestGroup(
    shown,
    1,
    shopAnswers['/api/materials'].body as never,
    shopAnswers['/api/machines'].body as never,
  )!;
  const [first] = group.parts;
  const name = shown.steps[0].parts.find(({ id }) => id === first.id)!.name;
  const lies = [{ partId: 'another' }] as never;
  expect(sayUnplaced(group, { lies, unplaced: [{ partIds: [first.id], count: 2 }] })).toBe(
    `No room for “${name}” (2). Choose more pieces, a smaller gap, or fewer copies.`,
  );
  expect(sayUnplaced(group, { lies, unplaced: [] })).toBeNull();
  expect(sayUnplaced(group, { lies: [], unplaced: [] })).toContain('Nothing finds room.');
});
