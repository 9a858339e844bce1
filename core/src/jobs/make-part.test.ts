import { boxAt, done, drawnPart, jobWith, readingOf, shopWith, someId } from '../../testing/job';
import { contourBounds } from '../geometry';
import {
  ActionRefusedError,
  changeJob,
  cupOf,
  placementsOf,
  processedIn,
  type JobAction,
  type JobDocument,
  type JobShop,
} from './index';

const RED = '#ff0000';
const BLUE = '#0000ff';

/** Two squares that lie over each other and one aside, all in red; a frame in blue. */
const drawing = readingOf(
  drawnPart('Left', RED, boxAt(0, 0, 20)),
  drawnPart('Right', RED, boxAt(10, 0, 20)),
  drawnPart('Aside', RED, boxAt(60, 7, 10)),
  drawnPart('Frame', BLUE, boxAt(0, 0, 100, 60)),
);
const readings = { drawing: [drawing] };
const word = { word: [readingOf(drawnPart('B', RED, boxAt(0, 0, 8)), drawnPart('O', RED, boxAt(10, 0, 9)))] };
let shop: JobShop;
let job: JobDocument;
beforeEach(() => {
  shop = shopWith(readings);
  job = jobWith(readings, shop);
});

const named = (document: JobDocument, name: string) =>
  document.parts.find((part) => part.name === name && part.role !== 'within')!;
const ids = (...names: string[]) => names.map((name) => named(job, name).id);
const box = (document: JobDocument, name: string) => {
  const { minX, minY, maxX, maxY } = contourBounds(shop.shapes(document).get(named(document, name).id)!.contours)!;
  return [minX, minY, maxX, maxY].map((mm) => Math.round(mm * 100) / 100);
};
const act = (
  document: JobDocument,
  action: Omit<Extract<JobAction, { do: 'make-part' }>, 'id' | 'do' | 'measures'> & {
    measures?: Record<string, number>;
  },
) => changeJob(document, { id: someId(), do: 'make-part', measures: {}, ...action }, shop);
const refusal = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof ActionRefusedError) return error.message;
    throw error;
  }
  return 'it was not refused';
};

describe('parts made into one', () => {
  it('go on as the first, the others within it, and come apart as what they were', () => {
    const joined = act(job, { partIds: ids('Left', 'Right'), by: 'join' });
    expect(named(joined, 'Left').id).toBe(named(job, 'Left').id);
    expect(box(joined, 'Left')).toEqual([0, 0, 30, 20]);
    expect(processedIn(joined, joined.steps[0].id).map(({ name }) => name)).toEqual(['Left', 'Aside']);
    const apart = done(joined, shop, { do: 'take-apart', partIds: [named(joined, 'Left').id] });
    expect(['Left', 'Right'].map((name) => box(apart, name))).toEqual([box(job, 'Left'), box(job, 'Right')]);
    expect(placementsOf(apart, named(apart, 'Right').id)).toHaveLength(1);
  });

  it('are cut out of the one that is named first', () => {
    const [left, right] = ids('Left', 'Right');
    expect(box(act(job, { partIds: [left, right], by: 'cut-out' }), 'Left')).toEqual([0, 0, 10, 20]);
    expect(box(act(job, { partIds: [right, left], by: 'cut-out' }), 'Right')).toEqual([20, 0, 30, 20]);
  });

  it('of two steps ask in which it is done', () => {
    const partIds = ids('Left', 'Frame');
    expect(refusal(() => act(job, { partIds, by: 'join' }))).toBe(
      'These parts are in steps 1 and 2: say in which of them it is done.',
    );
    const made = act(job, { partIds, by: 'shared', stepId: job.steps[1].id });
    expect(named(made, 'Left').stepId).toBe(job.steps[1].id);
  });

  it('are refused where nothing is left, with the name of the part, and where there is but one', () => {
    expect(refusal(() => act(job, { partIds: ids('Left', 'Aside'), by: 'shared' }))).toBe('Nothing is left of “Left”.');
    expect(refusal(() => act(job, { partIds: ids('Left'), by: 'join' }))).toBe(
      'Choose two parts or more: “Join” needs several.',
    );
    expect(refusal(() => act(job, { partIds: ids('Left'), by: 'melt' }))).toBe('Nobody knows here how to make “melt”.');
  });
});

describe('sizing a single part', () => {
  it('has outlines follow at their distance, and is refused for an outline itself or a locked drawing', () => {
    const outlined = done(job, shop, { do: 'draw-outline', partIds: ids('Left'), distanceMm: 2 });
    const name = 'Left, outline at 2 mm';
    const large = act(outlined, { partIds: ids('Left'), by: 'moved', measures: { width: 40 } });
    expect(box(large, 'Left')).toEqual([-10, -10, 30, 30]);
    expect(box(large, name)).toEqual([-12, -12, 32, 32]);
    const line = named(outlined, name).id;
    expect(refusal(() => act(outlined, { partIds: [line], by: 'moved', measures: { width: 40 } }))).toBe(
      '“Left, outline at 2 mm” keeps 2 mm from what it goes round: size that, and it follows.',
    );
    const moved = act(outlined, { partIds: [line], by: 'moved', measures: { right: 5 } });
    expect(refusal(() => done(moved, shop, { do: 'change-making', partId: line, measures: { width: 9 } }))).toContain(
      'size that, and it follows',
    );
    const locked = done(job, shop, { do: 'change-drawing', drawingId: job.drawings[0].id, isSizeLocked: true });
    expect(refusal(() => act(locked, { partIds: ids('Left'), by: 'moved', measures: { width: 40 } }))).toContain(
      'is locked',
    );
  });
});

describe('several parts made as a group', () => {
  it('keep how they lie to each other, and come apart again', () => {
    const rows = act(job, {
      partIds: ids('Left', 'Aside'),
      by: 'rows',
      measures: { across: 2, down: 1, gapX: 5 },
      asGroup: true,
    });
    // From 0 to 70, and as wide again after a gap of 5.
    expect(box(rows, 'Left')).toEqual([0, 0, 145, 20]);
    expect(shop.shapes(rows).get(named(rows, 'Left').id)!.contours).toHaveLength(4);
    const apart = done(
      rows,
      shop,
      { do: 'take-apart', partIds: [named(rows, 'Left').id] },
      { do: 'take-apart', partIds: [named(rows, 'Left').id] },
    );
    expect(box(apart, 'Left')).toEqual([0, 0, 20, 20]);
    expect(box(apart, 'Aside')).toEqual([60, 7, 70, 17]);
    const letters = jobWith(word, shopWith(word));
    const [b, o] = letters.parts.map(({ id }) => id);
    const wordMade = done(letters, shopWith(word), { do: 'put-together', partIds: [b, o] });
    expect(wordMade.parts.filter(({ role }) => role !== 'within').map(({ name }) => name)).toEqual(['BO']);
    const whole = wordMade.parts.find(({ name }) => name === 'BO')!;
    const loose = done(wordMade, shopWith(word), { do: 'take-apart', partIds: [whole.id] });
    expect(loose.parts.map(({ name }) => name).sort()).toEqual(['B', 'O']);
    expect(refusal(() => act(job, { partIds: ids('Left', 'Frame'), by: 'rows', asGroup: true }))).toContain(
      'are in several steps',
    );
  });
});

describe('what stands on a part that is made anew', () => {
  it('goes along: an outline goes round what it became, and follows its measures', () => {
    const outlined = done(job, shop, { do: 'draw-outline', partIds: ids('Left'), distanceMm: 2 });
    const rows = act(outlined, { partIds: ids('Left'), by: 'rows', measures: { across: 2, down: 1, gapX: 5 } });
    expect(box(rows, 'Left, outline at 2 mm')).toEqual([-2, -2, 47, 22]);
    const wider = done(rows, shop, { do: 'change-making', partId: ids('Left')[0], measures: { gapX: 15 } });
    expect(box(wider, 'Left, outline at 2 mm')).toEqual([-2, -2, 57, 22]);
    // Measures that were not spoken of stay.
    expect(named(wider, 'Left').making).toMatchObject({ by: 'rows', measures: { across: 2, down: 1, gapX: 15 } });
  });

  it('an outline has its own distance turned; several come at once, with their corners', () => {
    const outlined = done(job, shop, {
      do: 'draw-outline',
      partIds: ids('Left'),
      distanceMm: 2,
      count: 3,
      corners: 'sharp',
    });
    expect(box(outlined, 'Left, outline at 6 mm')).toEqual([-6, -6, 26, 26]);
    const partId = named(outlined, 'Left, outline at 2 mm').id;
    const turned = done(outlined, shop, { do: 'change-making', partId, measures: { distance: 4 } });
    expect(box(turned, 'Left, outline at 2 mm')).toEqual([-4, -4, 24, 24]);
    expect(refusal(() => done(outlined, shop, { do: 'change-making', partId, measures: { distance: -30 } }))).toContain(
      'has no line at -30 mm',
    );
    expect(refusal(() => done(outlined, shop, { do: 'change-making', partId, measures: { distance: 1e9 } }))).toBe(
      'Distance: -200 to 200 mm was expected; 1000000000 came.',
    );
    expect(refusal(() => done(outlined, shop, { do: 'change-making', partId, measures: { distance: 0 } }))).toContain(
      'is the part itself',
    );
    expect(refusal(() => done(job, shop, { do: 'change-making', partId: ids('Left')[0], measures: { gapX: 1 } }))).toBe(
      '“Left” has no measures that could be turned.',
    );
  });
});

describe('a rim', () => {
  it('comes beside the parts that it goes round, follows them, and is not taken apart', () => {
    const rimmed = act(job, { partIds: ids('Left', 'Right'), by: 'rim', measures: { width: 2 } });
    expect(box(rimmed, 'Left, rim')).toEqual([-2, -2, 32, 22]);
    expect(processedIn(rimmed, rimmed.steps[0].id).map(({ name }) => name)).toEqual([
      'Left',
      'Right',
      'Left, rim',
      'Aside',
    ]);
    const wider = act(rimmed, { partIds: ids('Left'), by: 'moved', measures: { right: -10 } });
    expect(box(wider, 'Left, rim')).toEqual([-12, -2, 32, 22]);
    expect(refusal(() => done(rimmed, shop, { do: 'take-apart', partIds: [named(rimmed, 'Left, rim').id] }))).toContain(
      'nothing to take apart',
    );
  });
});

describe('one part', () => {
  it('broken along a line is two, each with its place, and each comes back as the whole', () => {
    const broken = act(job, { partIds: ids('Aside'), by: 'half', measures: { angle: 90 } });
    expect([box(broken, 'Aside'), box(broken, 'Aside, other piece')]).toEqual([
      [65, 7, 70, 17],
      [60, 7, 65, 17],
    ]);
    expect(placementsOf(broken, named(broken, 'Aside, other piece').id)).toHaveLength(1);
  });

  it('is refused measures it has not, or that are out of range, by their name', () => {
    const error = refusal(() => act(job, { partIds: ids('Left'), by: 'round', measures: { count: 10_000 } }));
    expect(error).toBe('How many: 2 to 2000 was expected; 10000 came.');
    expect(refusal(() => act(job, { partIds: ids('Left'), by: 'round', measures: { width: 1 } }))).toContain(
      'has no measure “width”',
    );
  });

  it('cannot be made into more lines than a machine takes', () => {
    expect(refusal(() => act(job, { partIds: ids('Left'), by: 'rows', measures: { across: 500, down: 500 } }))).toBe(
      '“Left” cannot be made: that would be 750000 lines, and 200000 are the most: repeat it less often.',
    );
  });
});

describe('parts laid to each other', () => {
  const align = (
    document: JobDocument,
    at: Extract<JobAction, { do: 'align-parts' }>['at'],
    names = ['Left', 'Right', 'Aside'],
  ) => done(document, shop, { do: 'align-parts', partIds: ids(...names), at });
  const boxes = (document: JobDocument) => ['Left', 'Right', 'Aside'].map((name) => box(document, name));

  it('by an edge, by their middles, on one middle: those of the largest, which stays where it is', () => {
    expect(boxes(align(job, 'left')).map(([minX]) => minX)).toEqual([0, 0, 0]);
    expect(boxes(align(job, 'bottom')).map((b) => b[3])).toEqual([20, 20, 20]);
    expect(boxes(align(job, 'on-one-middle')).map(([a, b, c, d]) => [(a + c) / 2, (b + d) / 2])).toEqual([
      [10, 10],
      [10, 10],
      [10, 10],
    ]);
    expect(boxes(align(job, 'right')).map(([, , maxX]) => maxX)).toEqual([20, 20, 20]);
  });

  it('are spread so that the gaps are alike, and moved on by the same measures', () => {
    const spread = align(job, 'spread-across');
    expect(boxes(spread).map(([minX, , maxX]) => [minX, maxX])).toEqual([
      [0, 20],
      [30, 50],
      [60, 70],
    ]);
    const again = align(spread, 'top');
    expect(boxes(again).map(([, minY]) => minY)).toEqual([0, 0, 0]);
    // One that was moved before is moved by its own measures: nothing piles up.
    expect(named(again, 'Right').making).toMatchObject({ by: 'moved', measures: { right: 20 } });
    expect(again.parts.filter(({ role }) => role === 'within')).toHaveLength(2);
  });

  it('need to be several', () => {
    expect(refusal(() => align(job, 'left', ['Left']))).toBe('Choose 2 things or more to lay to each other.');
    expect(refusal(() => align(job, 'spread-down', ['Left', 'Right']))).toBe(
      'Choose 3 things or more to lay to each other.',
    );
  });
});

describe('parts of several steps that are bent to one cup', () => {
  it('are bent as one, each in its own step, and tell the cup that they were bent to', () => {
    const measures = { how: 0, top: 85, bottom: 60, height: 110 };
    const next = done(job, shop, {
      do: 'make-part',
      partIds: ids('Aside', 'Frame'),
      by: 'cone',
      measures,
      asGroup: true,
    });
    expect(named(next, 'Aside').stepId).toBe(named(job, 'Aside').stepId);
    expect(named(next, 'Frame').stepId).toBe(named(job, 'Frame').stepId);
    const shapes = shop.shapes(next);
    const cups = ['Aside', 'Frame'].map((name) => cupOf(next, shapes, named(next, name))!);
    // One cup, with the middle of its edge over the middle of both.
    expect(cups[0]).toEqual(cups[1]);
    expect(cups[0].origin).toEqual({ x: 50, y: 0 });
    // What lay in the frame lies in it still.
    const [inner, outer] = [box(next, 'Aside'), box(next, 'Frame')];
    expect(inner[0]).toBeGreaterThan(outer[0]);
    expect(inner[2]).toBeLessThan(outer[2]);
  });
});
