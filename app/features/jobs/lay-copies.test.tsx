import type { AskedAction } from '@keen-anvil/contract';
import * as mockLayout from '@keen-anvil/core/layout';
import type { MoreCopiesWish } from '@keen-anvil/core/layout';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { navy, shopAnswers } from '../../testing/fixtures';
import { answerOf, wholeJob } from '../../testing/job-answer';
import { job, part, square, step } from '../../testing/job-fixtures';
import { posted, renderWithBook } from '../../testing/with-book';
import { LayPage } from './lay-page';

jest.mock('expo-router', () => ({
  useRouter: () => ({ push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => true }),
  usePathname: () => '/',
}));
jest.mock('./use-nesting', () => ({
  ...jest.requireActual('./use-nesting'),
  roomForMore: async (wish: MoreCopiesWish) => mockLayout.moreCopies(wish, () => 0),
  solidsOf: async (shapes: Parameters<typeof mockLayout.solidOf>[0][]) => ({
    parts: shapes.map(mockLayout.solidOf),
    ground: [],
  }),
}));

/** Sheets of 100 × 100 mm, of which there are three, and a plate of 40 mm that is worked on both sides. */
const sheets = {
  ...navy,
  pieces: [{ ...navy.pieces[0], id: 'sheets', kind: 'sheet' as const, widthMm: 100, lengthMm: 100, count: 3 }],
};
const SHEET = { ...step.sheets[0], id: 'sheet of sheets', stockPieceId: 'sheets' };
const lie = (id: string, x: number, y: number, turnedOver = false) => ({
  id: `place 0 ${id}`,
  partId: id,
  sheetId: SHEET.id,
  x,
  y,
  angle: 0,
  turnedOver,
});
const plate = part({ id: 'plate', name: 'plate', contours: [square(0, 0, 40)], places: [lie('plate', 15, 15)] });
const back = part({
  id: 'back',
  name: 'back',
  stepId: 'step-2',
  contours: [square(5, 5, 10)],
  places: [lie('back', 55, 15, true)],
});
const on = { stockPieceId: 'sheets', sheets: [SHEET], onCarrier: true };
const shown = wholeJob({
  ...job,
  steps: [
    { ...step, ...on, parts: [plate] },
    {
      ...step,
      ...on,
      id: 'step-2',
      position: 1,
      turned: 'left-right',
      mirrored: true,
      isFromBack: true,
      parts: [back],
    },
  ],
  otherParts: [],
});
const answers = {
  ...shopAnswers,
  '/api/jobs/job-1/actions': { body: answerOf(shown) },
  '/api/jobs/job-1/shop': { body: { machines: [], tools: [], materials: [], recipes: [], lastPlace: null } },
  '/api/jobs/job-1': { body: answerOf(shown) },
  '/api/materials': { body: [sheets] },
};
type LayAction = Extract<AskedAction, { do: 'lay-parts' }>;

describe('copies that are laid by hand', () => {
  it('go onto a new sheet where this one is full, each with its back behind it', async () => {
    const server = renderWithBook(<LayPage jobId="job-1" number={1} sheetId={null} />, answers);
    fireEvent.press(await screen.findByRole('button', { name: 'Choose all' }));
    expect(screen.getByText(/^plate: /)).toBeTruthy();
    fireEvent.press(screen.getByRole('radio', { name: 'Copies' }));
    fireEvent.press(screen.getByRole('button', { name: 'Ten more' }));
    const sent = () => posted(server.sent, '/api/jobs/job-1/actions') as { action: LayAction }[];
    await waitFor(() => expect(sent()).toHaveLength(1));
    const { lies, sheets: asked } = sent()[0].action;
    expect(asked).toEqual([
      { sheetId: SHEET.id, stockPieceId: null, onCarrier: true },
      { sheetId: null, stockPieceId: 'sheets', onCarrier: true },
    ]);
    const of = (partId: string) => lies.filter((each) => each.partId === partId);
    const onNew = of('plate').filter(({ sheet }) => sheet === 1);
    expect(onNew.length).toBeGreaterThan(0);
    expect(screen.getByText(new RegExp(`${onNew.length} of them on a new sheet`))).toBeTruthy();
    expect(of('back')).toHaveLength(of('plate').length);
    // Behind each plate, 5 mm from what is its left edge from there.
    for (const [i, front] of of('plate').entries()) {
      const behind = of('back')[i];
      expect([behind.sheet, behind.turnedOver]).toEqual([front.sheet, true]);
      expect([behind.x - front.x, behind.y - front.y]).toEqual([expect.closeTo(40, 6), expect.closeTo(0, 6)]);
    }
  });
});
