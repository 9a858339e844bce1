import { madeBy } from '@keen-anvil/core/jobs';
import { operationOf } from '@keen-anvil/core/makings';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { asked } from '../../testing/asked';
import { answerOf, wholeJob } from '../../testing/job-answer';
import { job, part, square, step } from '../../testing/job-fixtures';
import { posted, renderWithBook } from '../../testing/with-book';
import { allParts } from './all-parts';
import { PartActions } from './part-actions';

const left = part({ id: 'left', name: 'left', contours: [square(0, 0, 20)] });
const right = part({ id: 'right', name: 'right', contours: [square(10, 0, 20)] });
const aside = part({ id: 'aside', name: 'aside', contours: [square(60, 0, 10)] });
const withParts = (...parts: (typeof left)[]) =>
  wholeJob({ ...job, steps: [{ ...step, parts }, ...job.steps.slice(1)] });

function open(shown: typeof job, ...ids: string[]) {
  const chosen = allParts(shown).filter(({ id }) => ids.includes(id));
  return renderWithBook(<PartActions job={shown} chosen={chosen} onLetGo={() => undefined} />, {
    '/api/jobs/job-1/actions': { body: answerOf(shown) },
  });
}
const actions = (sent: Parameters<typeof posted>[0]) => posted(sent, '/api/jobs/job-1/actions');

describe('what could become of parts', () => {
  it('cuts the smaller out of the larger or the other way round, and sends them in that order', async () => {
    const { sent } = open(withParts(left, right), 'left', 'right');
    fireEvent.press(screen.getByText('What could become of them'));
    fireEvent.press(await screen.findByLabelText('Cut out of “right”'));
    fireEvent.press(screen.getByText('Make it so'));
    await waitFor(() =>
      expect(actions(sent)).toEqual([
        asked({ do: 'make-part', partIds: ['right', 'left'], by: 'cut-out', measures: {} }),
      ]),
    );
  });

  it('says so where nothing would be left, and makes nothing', async () => {
    const { sent } = open(withParts(left, aside), 'left', 'aside');
    fireEvent.press(screen.getByText('What could become of them'));
    fireEvent.press(await screen.findByLabelText('Keep what all share'));
    expect(await screen.findByText('Nothing would be left of it.')).toBeTruthy();
    fireEvent.press(screen.getByText('Make it so'));
    expect(actions(sent)).toEqual([]);
  });

  it('asks in which step it is done where they are in several', async () => {
    const other = { ...right, stepId: job.steps[1].id };
    const shown = wholeJob({
      ...job,
      steps: [
        { ...step, parts: [left] },
        { ...job.steps[1], parts: [other] },
      ],
    });
    const { sent } = open(shown, 'left', 'right');
    fireEvent.press(screen.getByText('What could become of them'));
    fireEvent.press(await screen.findByLabelText('Join'));
    expect(screen.getByText('Say in which step it is done.')).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Step 2'));
    fireEvent.press(screen.getByText('Make it so'));
    await waitFor(() => expect(actions(sent)[0]).toMatchObject({ action: { by: 'join', stepId: job.steps[1].id } }));
  });

  it('has measures turned before it is made', async () => {
    const { sent } = open(withParts(left), 'left');
    fireEvent.press(screen.getByText('What could become of it'));
    fireEvent.press(await screen.findByLabelText('Repeat in rows'));
    fireEvent.press(screen.getByLabelText('Rows stand, straight'));
    fireEvent.press(screen.getByLabelText('by half a step'));
    // Not before it is known what would come of it.
    await waitFor(() => {
      const key = screen.queryByText('Make it so');
      if (key) fireEvent.press(key);
      expect(actions(sent)).toHaveLength(1);
    });
    await waitFor(() =>
      expect(actions(sent)[0]).toMatchObject({ action: { by: 'rows', measures: { across: 3, offset: 1 } } }),
    );
  });

  it('lays parts to each other', async () => {
    const { sent } = open(withParts(left, right), 'left', 'right');
    fireEvent.press(screen.getByText('What could become of them'));
    fireEvent.press(screen.getByLabelText('On one middle'));
    await waitFor(() =>
      expect(actions(sent)).toEqual([asked({ do: 'align-parts', partIds: ['left', 'right'], at: 'on-one-middle' })]),
    );
    expect(screen.queryByLabelText('Even gaps across')).toBeNull();
  });
});

describe('a part that was made', () => {
  it('has its measures turned in its own leaf', async () => {
    const rows = part({
      ...left,
      layers: [
        {
          partId: 'left',
          label: 'Repeat in rows',
          list: operationOf('rows')!.measures,
          measures: { across: 3, down: 2, gapX: 4, gapY: 4, offset: 0 },
        },
        { partId: 'inner', ...madeBy({ op: 'outline', of: ['x'], distanceMm: 2 })! },
      ],
    });
    const { sent } = open(withParts(rows), 'left');
    fireEvent.press(screen.getByText('Its measures'));
    fireEvent.press(screen.getByLabelText('Gap across, 4 mm'));
    fireEvent.press(screen.getByLabelText('Gap across up by 0.5 mm'));
    await waitFor(() =>
      expect(actions(sent)).toEqual([asked({ do: 'change-making', partId: 'left', measures: { gapX: 4.5 } })]),
    );
    // What it was made of before is turned in the same leaf.
    fireEvent.press(screen.getByLabelText('An outline at a distance'));
    fireEvent.press(screen.getByLabelText('Distance up by 0.5 mm'));
    await waitFor(() =>
      expect(actions(sent)[1]).toEqual(asked({ do: 'change-making', partId: 'inner', measures: { distance: 2.5 } })),
    );
  });

  it('has the distance of an outline turned, and none where there is nothing to turn', () => {
    open(
      withParts(
        part({ ...left, layers: [{ partId: 'left', ...madeBy({ op: 'outline', of: ['x'], distanceMm: 2 })! }] }),
      ),
      'left',
    );
    fireEvent.press(screen.getByText('Its measures'));
    expect(screen.getByLabelText('Distance, 2 mm')).toBeTruthy();
    screen.unmount();
    open(withParts(left), 'left');
    expect(screen.queryByText('Its measures')).toBeNull();
  });
});

describe('outlines at a distance', () => {
  it('are drawn with their corners, without holes and several at once where that is asked for', async () => {
    const { sent } = open(withParts(left), 'left');
    fireEvent.press(screen.getByText('Outline at a distance'));
    fireEvent.press(screen.getByLabelText('Sharp'));
    fireEvent(screen.getByLabelText('Without its holes'), 'valueChange', true);
    fireEvent.press(screen.getByLabelText('How many up by 1'));
    fireEvent.press(screen.getByText('Draw 2 outlines'));
    await waitFor(() =>
      expect(actions(sent)).toEqual([
        asked({ do: 'draw-outline', partIds: ['left'], distanceMm: 2, corners: 'sharp', fillsHoles: true, count: 2 }),
      ]),
    );
  });
});
