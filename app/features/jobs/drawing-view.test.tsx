import { USUAL_TEXT } from '@keen-anvil/core/artwork-choices';
import type { JobDetail } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { shopAnswers } from '../../testing/fixtures';
import { artwork, job as plainJob, part, square, step } from '../../testing/job-fixtures';
import { asked } from '../../testing/asked';
import { renderWithBook } from '../../testing/with-book';
import { allParts, circles, strays, treeOf, upTo } from './all-parts';
import { DrawingView } from './drawing-view';
import { PartActions } from './part-actions';
import { useChosenParts } from './use-chosen-parts';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));

const circle = (x: number, y: number, r: number): JobDetail['steps'][number]['parts'][number]['contours'][number] => {
  const k = 0.5523 * r;
  return {
    closed: true,
    start: [x + r, y],
    segments: [
      ['C', x + r, y + k, x + k, y + r, x, y + r],
      ['C', x - k, y + r, x - r, y + k, x - r, y],
      ['C', x - r, y - k, x - k, y - r, x, y - r],
      ['C', x + k, y - r, x + r, y - k, x + r, y],
    ],
  };
};
const job: JobDetail = {
  ...plainJob,
  undo: 'taking apart',
  steps: [
    {
      ...step,
      parts: [
        part({ name: 'plate', layer: 'cut' }),
        part({ id: 'hole', name: 'hole', layer: 'cut', contours: [circle(10, 10, 2)] }),
      ],
    },
    {
      ...step,
      id: 'step-2',
      position: 1,
      parts: [
        part({
          id: 'mark',
          name: 'mark',
          layer: 'mark',
          colour: '#1d2f5c',
          stepId: 'step-2',
          contours: [square(60, 0, 5)],
        }),
      ],
    },
  ],
  otherParts: [
    part({ id: 'note', name: 'note', layer: 'mark', colour: '#1d2f5c', role: 'guide', contours: [square(60, 20, 30)] }),
  ],
};

/** The drawing with its actions, as the page puts them together. */
function Whole({ shown }: { shown: JobDetail }) {
  const parts = allParts(shown);
  const { chosen, choose, chosenParts, letGo } = useChosenParts(parts);
  return (
    <>
      <DrawingView job={shown} parts={parts} chosen={chosen} onChoose={choose} maxHeight={300} />
      {chosenParts.length ? <PartActions job={shown} chosen={chosenParts} onLetGo={letGo} /> : null}
    </>
  );
}
const open = (shown: JobDetail = job, answers: Record<string, { status?: number; body: unknown }> = {}) =>
  renderWithBook(<Whole shown={shown} />, {
    '/api/jobs/job-1/actions': { body: shown },
    '/api/jobs/job-1/undo': { body: shown },
    '/api/artworks/': { body: shown },
    ...shopAnswers,
    ...answers,
  });
const posted = (sent: ReturnType<typeof open>['sent']) =>
  sent.filter(({ method }) => method !== 'GET').map(({ path, body }) => ({ path, body }));

describe('very many parts', () => {
  it('are drawn as one for each look, with the chosen ones on top', async () => {
    const many = Array.from({ length: 320 }, (_, i) =>
      part({ id: `m${i}`, name: `m${i}`, colour: i % 2 ? '#1d2f5c' : '#e8b31e', contours: [square(i * 2, 0, 1)] }),
    );
    open({ ...job, otherParts: [], steps: [{ ...step, parts: many }] });
    fireEvent(screen.getByTestId('drawing-picture'), 'layout', { nativeEvent: { layout: { width: 358, height: 80 } } });
    const yellow = await screen.findByTestId('drawn-process #e8b31e true');
    expect((yellow.props.d as string).match(/M/g)).toHaveLength(160);
    expect(screen.queryByTestId('drawn-m0')).toBeNull();
    expect(screen.queryByTestId('drawn-chosen')).toBeNull();
    fireEvent.press(screen.getByText('#1d2f5c'));
    expect(((await screen.findByTestId('drawn-chosen')).props.d as string).match(/M/g)).toHaveLength(160);
  });
});

describe('choosing parts', () => {
  it('finds small ones, circles and strays', () => {
    const parts = allParts(job);
    expect(upTo(parts, 6).map(({ id }) => id)).toEqual(['hole', 'mark']);
    expect(circles(parts).map(({ id }) => id)).toEqual(['hole']);
    const letters = ['a', 'b', 'c'].map((id, i) => part({ id, contours: [square(200 + 4 * i, 200, 3)] }));
    const work = [0, 60, 120, 180].map((x) => part({ id: `w${x}`, contours: [square(x, 0, 50)] }));
    expect(
      strays(allParts({ ...job, otherParts: [], steps: [{ ...step, parts: [...work, ...letters] }] }))
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['a', 'b', 'c']);
  });

  it('stands in a tree of layers and colours', () => {
    expect(
      treeOf(allParts(job)).map(({ layer, colours }) => [
        layer,
        colours.map(({ colour, parts }) => [colour, parts.length]),
      ]),
    ).toEqual([
      ['cut', [['#e8b31e', 2]]],
      ['mark', [['#1d2f5c', 2]]],
    ]);
  });

  it('a layer at one press, and what is done with each part is said', () => {
    open();
    expect(screen.getByText('guide only')).toBeTruthy();
    expect(screen.getByText('step 2')).toBeTruthy();
    fireEvent.press(screen.getByText('Layer “cut”'));
    expect(screen.getByText('2 parts are chosen')).toBeTruthy();
    fireEvent.press(screen.getByText('All of this colour'));
    expect(screen.getByText('2 parts are chosen')).toBeTruthy();
    fireEvent.press(screen.getByText('Let go'));
    expect(screen.queryByText('2 parts are chosen')).toBeNull();
  });
});

describe('what is done with them', () => {
  it('leaves them out, makes them guides or processes them again', async () => {
    const { sent } = open();
    fireEvent.press(screen.getByText('hole'));
    fireEvent.press(screen.getByText('Leave out'));
    await waitFor(() =>
      expect(posted(sent)).toEqual([
        { path: '/api/jobs/job-1/actions', body: asked({ do: 'change-role', role: 'out', partIds: ['hole'] }) },
      ]),
    );
    await waitFor(() => expect(screen.queryByText('“hole” is chosen')).toBeNull());
    fireEvent.press(screen.getByText('guide only'));
    fireEvent.press(screen.getByText('Process'));
    await waitFor(() =>
      expect(posted(sent)[1].body).toEqual(asked({ do: 'change-role', role: 'process', partIds: ['note'] })),
    );
  });

  it('lets go of them once it is done, and not of what was chosen meanwhile', async () => {
    open();
    fireEvent.press(screen.getByText('hole'));
    fireEvent.press(screen.getByText('Leave out'));
    fireEvent.press(screen.getByText('step 2'));
    expect(screen.getByText('2 parts are chosen')).toBeTruthy();
    expect(await screen.findByText('“mark” is chosen')).toBeTruthy();
  });

  it('moves them into a step, or a new one of their own', async () => {
    const { sent } = open();
    fireEvent.press(screen.getByText('hole'));
    fireEvent.press(screen.getByText('Into a step'));
    fireEvent.press(screen.getByText('Step 2: Kiss cut'));
    await waitFor(() =>
      expect(posted(sent)[0].body).toEqual(asked({ do: 'move-to-step', stepId: 'step-2', partIds: ['hole'] })),
    );
    await waitFor(() => expect(screen.queryByText('“hole” is chosen')).toBeNull());
    fireEvent.press(screen.getByText('step 2'));
    fireEvent.press(screen.getByText('Into a step'));
    fireEvent.press(screen.getByText('A new step'));
    await waitFor(() => expect(posted(sent)[1].body).toMatchObject(asked({ do: 'split-step', partIds: ['mark'] })));
  });

  it('draws an outline at a typed distance, and keeps the choice where it is refused', async () => {
    const { sent } = open(job, {
      '/api/jobs/job-1/actions': {
        status: 422,
        body: { error: { code: 'refused', message: 'Nothing is left of it.' } },
      },
    });
    fireEvent.press(screen.getByText('hole'));
    fireEvent.press(screen.getByText('Outline at a distance'));
    fireEvent.changeText(screen.getByLabelText('Distance in mm'), '-2,5');
    fireEvent.press(screen.getByText('Draw the outline'));
    await waitFor(() =>
      expect(posted(sent)[0].body).toEqual(asked({ do: 'draw-outline', distanceMm: -2.5, partIds: ['hole'] })),
    );
    expect(await screen.findByText('Nothing is left of it.')).toBeTruthy();
    expect(screen.getByText('“hole” is chosen')).toBeTruthy();
  });

  it('is undone by its name', async () => {
    const { sent } = open();
    fireEvent.press(screen.getByText('Undo: taking apart'));
    await waitFor(() => expect(posted(sent)[0].path).toBe('/api/jobs/job-1/undo'));
  });
});

describe('a drawing of the job', () => {
  it('that does not say its size asks once, with what each answer makes', async () => {
    const asking = {
      ...job,
      artworks: [
        {
          ...artwork,
          facts: {
            ...artwork.facts,
            asks: {
              answers: [
                { label: '96 px to the inch', unitMm: 25.4 / 96, widthMm: 25.4, heightMm: 12.7 },
                { label: '1 px is 1 mm', unitMm: 1, widthMm: 96, heightMm: 48 },
              ],
            },
          },
        },
      ],
    };
    const { sent } = open(asking);
    fireEvent.press(screen.getByText('96 × 48 mm: 1 px is 1 mm'));
    await waitFor(() =>
      expect(posted(sent)[0]).toMatchObject({
        path: '/api/artworks/art/reading',
        body: { keep: true, reading: { unitMm: 1 } },
      }),
    );
  });

  it('whose material is cut from the back asks which way it reads', async () => {
    const { sent } = open({ ...job, steps: job.steps.map((s) => ({ ...s, mirrored: true })) });
    fireEvent.press(screen.getByText('Reversed already'));
    await waitFor(() =>
      expect(posted(sent)[0]).toMatchObject({
        path: '/api/jobs/job-1/actions',
        body: asked({ do: 'change-drawing', drawingId: 'art', readsReversed: true }),
      }),
    );
  });

  it('is made an exact size, by its ratio or both ways, and locked', async () => {
    const { sent } = open();
    fireEvent.press(screen.getByLabelText('Size of boat-number.svg'));
    fireEvent.changeText(screen.getByLabelText('Width of the drawing in mm'), '120');
    expect(screen.getByLabelText('Height of the drawing in mm').props.value).toBe('45');
    expect(screen.getByLabelText('Scale in per cent').props.value).toBe('50');
    fireEvent.press(screen.getByText('Set the size'));
    await waitFor(() =>
      expect(posted(sent)[0]).toMatchObject({ body: asked({ do: 'change-drawing', drawingId: 'art', widthMm: 120 }) }),
    );
  });

  it('fits a measured thing', async () => {
    const { sent } = open();
    fireEvent.press(screen.getByLabelText('Size of boat-number.svg'));
    fireEvent.press(screen.getByText('Shirt front: medium'));
    await waitFor(() => expect(posted(sent)[0].body).toMatchObject({ action: { widthMm: 255 } }));
  });

  it('leads to tracing where it is a picture and to its words where it is a text', () => {
    open({
      ...job,
      artworks: [
        { ...artwork, source: 'picture', name: 'coaster.png' },
        {
          ...artwork,
          id: 'words',
          source: 'text',
          name: 'Text “48”',
          choices: { ...USUAL_TEXT, words: '48' },
        },
      ],
    });
    fireEvent.press(screen.getByText('Trace it otherwise'));
    expect(mockRouter.push).toHaveBeenLastCalledWith({
      pathname: '/jobs/[id]/trace',
      params: { id: 'job-1', artwork: 'art' },
    });
    fireEvent.press(screen.getByText('Change the words'));
    expect(mockRouter.push).toHaveBeenLastCalledWith({
      pathname: '/jobs/[id]/text',
      params: { id: 'job-1', artwork: 'words' },
    });
  });
});
