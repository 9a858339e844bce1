import { isOfPictures } from './picture-steps';
import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { USUAL_CHOICES } from '../artwork-choices';
import { applyToPoint } from 'transformation-matrix';
import { contourBounds, type Affine } from '../geometry';
import { boundsOnSheet, DOT_MM, USUAL_MARKS } from '../layout';
import {
  ActionRefusedError,
  changeJob,
  madeLayers,
  processedIn,
  type JobAction,
  type JobDocument,
  type JobShop,
  type Print,
} from './index';

const RED = '#ff0000';
const kept = { ...USUAL_CHOICES, tracing: { ...USUAL_CHOICES.tracing, way: 'kept' as const } };
const pictureOf = (width: number, height: number) => ({
  ...readingOf(drawnPart('Picture', '#336699', boxAt(0, 0, width, height))),
  widthMm: width,
  heightMm: height,
});

/** Two windows of a frame, 20 by 40 mm, and two pictures that are kept as such: one wide, one upright. */
const readings = {
  frame: [readingOf(drawnPart('Left', RED, boxAt(0, 0, 20, 40)), drawnPart('Right', RED, boxAt(30, 0, 20, 40)))],
  wide: [pictureOf(120, 80)],
  upright: [pictureOf(60, 90)],
};
let shop: JobShop;
let job: JobDocument;
beforeEach(() => {
  shop = shopWith(readings);
  job = jobWith(readings, shop);
  job = {
    ...job,
    drawings: job.drawings.map((drawing) =>
      drawing.id === 'frame' ? drawing : { ...drawing, source: 'picture', choices: kept },
    ),
  };
  // Nothing of what was seen while they were no pictures is known any more.
  shop = shopWith(readings);
});

const named = (document: JobDocument, name: string) =>
  document.parts.find((part) => part.name === name && part.role !== 'within')!;
const shape = (document: JobDocument, name: string) => shop.shapes(document).get(named(document, name).id)!;
const window = (over: Partial<Print> = {}): Print => ({
  drawingId: 'wide',
  isAsDrawn: false,
  fill: null,
  measures: {},
  ...over,
});
const print = (document: JobDocument, prints: Record<string, Print | null>) =>
  done(document, shop, {
    do: 'print-parts',
    prints: Object.entries(prints).map(([name, each]) => ({ partId: named(job, name).id, print: each })),
  });
const refusal = (action: Omit<Extract<JobAction, { do: 'print-parts' }>, 'id'>): string => {
  try {
    changeJob(job, { id: 'x', ...action }, shop);
  } catch (error) {
    if (error instanceof ActionRefusedError) return error.message;
    throw error;
  }
  return 'it was not refused';
};
const moved = ([a, b, c, d, e, f]: Affine, at: [number, number]) => applyToPoint({ a, b, c, d, e, f }, at);
/** Where the corners of a picture come to lie. */
const corners = (document: JobDocument, name: string) => {
  const { widthMm, heightMm, matrix } = shape(document, name).print!.picture!;
  return [
    [0, 0],
    [widthMm, heightMm],
  ].map(([x, y]) => moved(matrix, [x, y]).map((n) => Math.round(n * 1000) / 1000 + 0));
};

describe('a picture cropped to a part', () => {
  it('just covers it, its middle on the part’s middle, and leaves the cut as it was', () => {
    const next = print(job, { Left: window() });
    // 120 × 80 over 20 × 40: half its size, 60 × 40, from −20 to 40.
    expect(corners(next, 'Left')).toEqual([
      [-20, 0],
      [40, 40],
    ]);
    expect(shape(next, 'Left').contours).toEqual(shape(job, 'Left').contours);
    // It is not cut out in its own frame as well; the other picture is.
    expect(next.parts.filter(({ name }) => name === 'Picture').map(({ role }) => role)).toEqual(['out', 'process']);
    expect(named(next, 'Left').id).toBe(named(job, 'Left').id);
    expect(processedIn(next, named(next, 'Left').stepId!).map(({ name }) => name)).toEqual(['Left', 'Right']);
  });

  it('is moved, sized and turned under it, and goes along when the part is made larger', () => {
    const moved = print(job, { Left: window({ measures: { right: 5, down: -2, size: 200 } }) });
    expect(corners(moved, 'Left')).toEqual([
      [-45, -22],
      [75, 58],
    ]);
    // A quarter turn: 80 across and 120 down have to cover 20 by 40.
    const turned = print(job, { Left: window({ measures: { turn: 90 } }) });
    expect(corners(turned, 'Left')).toEqual([
      [10 + 80 / 6, 0].map((n) => Math.round(n * 1000) / 1000),
      [10 - 80 / 6, 40].map((n) => Math.round(n * 1000) / 1000),
    ]);
    const large = done(print(job, { Left: window() }), shop, {
      do: 'change-drawing',
      drawingId: 'frame',
      widthMm: 200,
    });
    const box = contourBounds(shape(large, 'Left').contours)!;
    expect(box.maxY - box.minY).toBeCloseTo(80, 6);
    const [[left, top], [right, bottom]] = corners(large, 'Left');
    expect([right - left, bottom - top]).toEqual([120, 80]);
  });

  it('is another one in each window, changed and taken out again by itself', () => {
    const both = print(job, { Left: window(), Right: window({ drawingId: 'upright', fill: '#d4af4a' }) });
    expect(shape(both, 'Right').print).toMatchObject({ fill: '#d4af4a', picture: { drawingId: 'upright' } });
    const other = print(both, { Left: window({ measures: { size: 150, bleed: 2 } }) });
    expect(shape(other, 'Left').print!.bleedMm).toBe(2);
    expect(other.parts).toHaveLength(both.parts.length);
    const turned = done(other, shop, {
      do: 'change-making',
      partId: named(other, 'Left').id,
      measures: { size: 100 },
    });
    expect(corners(turned, 'Left')).toEqual(corners(both, 'Left'));
    const bare = print(turned, { Left: null });
    expect(shape(bare, 'Left').print).toBeNull();
    expect(named(bare, 'Left').making).toEqual(named(job, 'Left').making);
    expect(bare.parts).toHaveLength(job.parts.length + 1);
    const apart = done(both, shop, { do: 'take-apart', partIds: [named(both, 'Right').id] });
    expect(shape(apart, 'Right').print).toBeNull();
  });

  it('is refused with what was expected', () => {
    const partId = named(job, 'Left').id;
    const asked = (each: Print | null, id = partId) =>
      refusal({ do: 'print-parts', prints: [{ partId: id, print: each }] });
    expect(asked(window({ drawingId: 'frame' }))).toBe(
      '“frame.svg” is no picture: a PNG or JPG was expected to be printed.',
    );
    expect(asked(window({ drawingId: 'gone' }))).toBe('That picture is not in this job.');
    expect(asked(window({ drawingId: null }))).toContain('neither came');
    expect(asked(window({ measures: { size: 1 } }))).toContain('Size (100: just covers it): 5 to 2000 % was expected');
    expect(asked(window(), 'gone')).toContain('0 of them are in this job');
  });

  it('is its own frame, printed whole, where it is kept as a picture', () => {
    expect(shape(job, 'Picture').print).toMatchObject({ picture: { widthMm: 120 }, fill: null, bleedMm: 0 });
    const all = shop.shapes(job);
    const { x, y } = { x: job.drawings[1].xMm, y: job.drawings[1].yMm };
    expect(moved(all.get(named(job, 'Picture').id)!.print!.picture!.matrix, [0, 0])).toEqual([x, y]);
  });
});

describe('a printed part that is worked on', () => {
  const make = (document: JobDocument, by: string, measures: Record<string, number>, name = 'Left') =>
    done(document, shop, { do: 'make-part', partIds: [named(document, name).id], by, measures });

  it('takes its print along where it is moved, turned and sized', () => {
    const printed = print(job, { Left: window() });
    const [from, to] = corners(printed, 'Left');
    const shifted = make(printed, 'moved', { right: 7, down: -3 });
    expect(corners(shifted, 'Left')).toEqual([
      [from[0] + 7, from[1] - 3],
      [to[0] + 7, to[1] - 3],
    ]);
    const box = contourBounds(shape(printed, 'Left').contours)!;
    const wide = make(printed, 'moved', { width: 2 * (box.maxX - box.minX) });
    const [left, right] = corners(wide, 'Left');
    expect(right[0] - left[0]).toBeCloseTo(2 * (to[0] - from[0]));
    const whole = make(job, 'moved', { right: 12 }, 'Picture');
    const was = shape(job, 'Picture').print!.picture!.matrix;
    expect(shape(whole, 'Picture').print!.picture!.matrix).toEqual([...was.slice(0, 4), was[4] + 12, was[5]]);
    // It is only printed as before: its frame is not cut unasked.
    const { stepId } = named(whole, 'Picture');
    expect([isOfPictures(job, stepId!), isOfPictures(whole, stepId!)]).toEqual([true, true]);
  });

  it('keeps it where it lies where its outline is made otherwise, and has none where it is repeated', () => {
    const printed = print(job, { Left: window() });
    expect(corners(make(printed, 'eye', {}), 'Left')).toEqual(corners(printed, 'Left'));
    expect(shape(make(printed, 'rows', { across: 2 }), 'Left').print).toBeNull();
  });
});

describe('what is printed as a page', () => {
  it('is laid within the marks of its page, and the white round them', () => {
    const card = [...shop.materials.values()].find(({ pieces }) => pieces.some(({ widthMm }) => widthMm === 210))!;
    const laidOut = (document: JobDocument) => {
      const { stepId } = named(document, 'Left');
      const next = done(document, shop, { do: 'change-step', stepId: stepId!, materialId: card.id });
      const part = named(next, 'Left');
      const place = next.placements.find(({ partId }) => partId === part.id)!;
      const bounds = contourBounds(shop.shapes(next).get(part.id)!.contours)!;
      return boundsOnSheet({ bounds, place });
    };
    // Two millimetres of white beyond the bracket, in which the dots are the widest.
    const white = USUAL_MARKS.insetMm + DOT_MM / 2 + 2;
    const bare = laidOut(job);
    expect(Math.min(bare.minX, bare.minY)).toBeLessThan(white);
    const page = laidOut(print(job, { Left: window() }));
    expect(Math.min(page.minX, page.minY)).toBeGreaterThanOrEqual(white);
  });
});

describe('the layers of a part', () => {
  it('can each be turned, and what stands on them follows', () => {
    const rows = done(job, shop, {
      do: 'make-part',
      partIds: [named(job, 'Left').id],
      by: 'rows',
      measures: { across: 2, down: 1, gapX: 5 },
    });
    const shown = print(rows, { Left: window() });
    const layers = madeLayers(shown, named(shown, 'Left'));
    expect(layers.map(({ label }) => label)).toEqual(['Its print', 'Repeat in rows']);
    const wide = done(shown, shop, { do: 'change-making', partId: layers[1].partId, measures: { across: 4 } });
    expect(contourBounds(shape(wide, 'Left').contours)!.maxX).toBeCloseTo(4 * 20 + 3 * 5, 6);
    expect(shape(wide, 'Left').print!.picture!.matrix).not.toEqual(shape(shown, 'Left').print!.picture!.matrix);
  });
});

describe('a picture as it is, brought into a job', () => {
  const added = (id: string, way: 'kept' | 'threshold' = 'kept') => {
    const choices = { ...USUAL_CHOICES, tracing: { ...USUAL_CHOICES.tracing, way } };
    const drawn = { minX: 0, minY: 0, maxX: 120, maxY: 80 };
    return { do: 'add-drawing' as const, drawingId: id, source: 'picture' as const, name: id, choices, drawn };
  };
  const stepOf = (document: JobDocument) =>
    document.steps.find(
      ({ id }) =>
        id === document.parts.find(({ making }) => making.op === 'drawn' && making.drawingId === 'photo')!.stepId,
    )!;
  let start: JobDocument;
  beforeEach(() => {
    shop = shopWith({
      ...readings,
      photo: [pictureOf(120, 80), readingOf(drawnPart('crest', '#222222', boxAt(5, 5, 50, 50)))],
    });
    start = done(job, shop, added('photo'));
  });

  it('is printed, and nothing is done along its frame until the maker says so', () => {
    const step = stepOf(start);
    expect(step.isSkipped).toBe(true);
    // It lies on the sheet of what it is printed on all the same.
    expect(processedIn(start, step.id)).toHaveLength(1);
    const cut = done(start, shop, { do: 'change-step', stepId: step.id, isSkipped: false });
    expect(stepOf(cut).isSkipped).toBe(false);
  });

  it('is worked on where it is engraved, or where its process is said; its material alone does not cut it', () => {
    const step = stepOf(start);
    const engraved = done(start, shop, { do: 'change-step', stepId: step.id, process: 'laser-area' });
    expect(stepOf(engraved).isSkipped).toBe(false);
    const cut = done(start, shop, { do: 'change-step', stepId: step.id, process: 'kiss-cut' });
    expect(stepOf(cut).isSkipped).toBe(false);
    const [material] = shop.materials.values();
    const chosen = done(start, shop, { do: 'change-step', stepId: step.id, materialId: material.id });
    expect([stepOf(chosen).materialId, stepOf(chosen).isSkipped]).toEqual([material.id, true]);
  });

  it('is worked on from when it is traced', () => {
    const { name, choices, drawn } = added('photo', 'threshold');
    const traced = done(start, shop, { do: 'take-reading', drawingId: 'photo', reading: 2, name, choices, drawn });
    expect(stepOf(traced).isSkipped).toBe(false);
  });
});
