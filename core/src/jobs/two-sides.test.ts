import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { numbersBelow } from '../../testing/random';
import { boundsOf, contourBounds, transformContour, flatten, type Point } from '../geometry';
import { planeAt, thingsOn, turnedSheet, type SheetTurn } from '../layout';
import { drawMeasured, TURN_MARKS } from '../measured';
import { turnsOf, sayHold } from '../recipes';
import { brought, correctionFrom } from '../registration';
import { readMarks, turnedByHand } from '../standins';
import { placementsOf, type JobDocument, type JobShop, type Step } from './index';

const [FRONT, BACK, RIM] = ['#111111', '#222222', '#333333'];
/** A medal: something at the left of its front, something at the left of its back, and its rim. */
const drawn = {
  medal: [
    readingOf(
      drawnPart('front', FRONT, boxAt(2, 5, 10, 4)),
      drawnPart('back', BACK, boxAt(3, 20, 6, 8)),
      drawnPart('rim', RIM, boxAt(0, 0, 40, 30)),
    ),
  ],
};
const SHEET = { widthMm: 210, lengthMm: 297 };
let shop: JobShop;
let job: JobDocument;

const part = (document: JobDocument, name: string) => document.parts.find((each) => each.name === name)!;
const stepOf = (document: JobDocument, name: string): Step =>
  document.steps.find(({ id }) => id === part(document, name).stepId)!;
/** Where a part lies each time, as it is seen from the front. */
const boxes = (document: JobDocument, name: string) => {
  const { id } = part(document, name);
  const { contours } = shop.shapes(document).get(id)!;
  return placementsOf(document, id).map((place) => {
    const { minX, minY, maxX, maxY } = contourBounds(contours.map((c) => transformContour(c, planeAt(place))))!;
    return [minX, minY, maxX, maxY].map((mm) => Math.round(mm * 1000) / 1000);
  });
};
const turn = (document: JobDocument, name: string, turned: SheetTurn | null) =>
  done(document, shop, { do: 'change-step', stepId: stepOf(document, name).id, turned });

beforeEach(() => {
  shop = shopWith(drawn);
  job = jobWith(drawn, shop);
  for (const name of ['front', 'back', 'rim'])
    job = done(
      job,
      shop,
      { do: 'change-step', stepId: stepOf(job, name).id, materialId: 'card' },
      { do: 'change-step', stepId: stepOf(job, name).id, process: name === 'rim' ? 'laser-cut' : 'laser-line' },
    );
});

describe('a sheet that is worked on both sides', () => {
  it('has its back behind its front, as it is read from there, and is cut last, from the back', () => {
    const next = turn(job, 'back', 'left-right');
    expect(
      next.steps.map(({ process, turned, mirrored, isFromBack }) => [process, turned, mirrored, isFromBack]),
    ).toEqual([
      ['laser-line', null, false, false],
      ['laser-line', 'left-right', true, true],
      ['laser-cut', 'left-right', false, false],
    ]);
    const [[left, top, right]] = boxes(next, 'rim');
    // 3 mm from the left edge of the medal as it is read, so 3 mm from the right one as it is seen from the front.
    expect(boxes(next, 'back')).toEqual([[right - 9, top + 20, right - 3, top + 28]]);
    expect(boxes(next, 'front')).toEqual([[left + 2, top + 5, left + 12, top + 9]]);
    // Turned over, it reads as it was drawn, at the same distance from the edge that is the left one by then.
    const over = turnedSheet('left-right', SHEET);
    const at = brought(over, { x: right - 3, y: top + 20 });
    const edge = brought(over, { x: right, y: top });
    expect([at.x - edge.x, at.y - edge.y]).toEqual([3, 20]);
  });

  it('can be turned top to bottom instead, for all that is done on it', () => {
    const next = turn(turn(job, 'back', 'left-right'), 'back', 'top-bottom');
    expect(next.steps.map(({ turned }) => turned)).toEqual([null, 'top-bottom', 'top-bottom']);
    const [[left, top, , bottom]] = boxes(next, 'rim');
    expect(boxes(next, 'back')).toEqual([[left + 3, bottom - 28, left + 9, bottom - 20]]);
    const over = turnedSheet('top-bottom', SHEET);
    expect(brought(over, { x: left + 3, y: bottom - 20 }).y - brought(over, { x: left, y: bottom }).y).toBeCloseTo(
      20,
      9,
    );
    expect(top).toBeLessThan(bottom);
  });

  it('lies as before once nothing is done on its back any more', () => {
    const again = turn(turn(job, 'back', 'top-bottom'), 'back', null);
    expect(again.steps.map(({ turned, mirrored, isFromBack }) => [turned, mirrored, isFromBack])).toEqual(
      job.steps.map(() => [null, false, false]),
    );
    for (const name of ['front', 'back', 'rim']) expect(boxes(again, name)).toEqual(boxes(job, name));
    expect(part(again, 'back') && placementsOf(again, part(again, 'back').id)[0].angle).toBe(0);
  });

  it('has a back for each copy of its front, turned with it, and moved with it as one thing', () => {
    const sheetId = job.sheets.find(({ stockPieceId }) => stockPieceId === 'card sheet')!.id;
    const [rim, front] = ['rim', 'front'].map((name) => part(job, name).id);
    const lie = (partId: string, x: number, y: number, angle: number) => ({
      partId,
      sheet: 0,
      x,
      y,
      angle,
      turnedOver: false,
    });
    const copies = [
      [10, 10, 0],
      [100, 60, 90],
      [60, 120, -30],
    ] as const;
    const laid = done(job, shop, {
      do: 'lay-parts',
      partIds: [rim, front],
      sheets: [{ sheetId, stockPieceId: null, onCarrier: false }],
      lies: [rim, front].flatMap((id) => copies.map(([x, y, angle]) => lie(id, x, y, angle))),
    });
    const next = turn(laid, 'back', 'left-right');
    const backs = placementsOf(next, part(next, 'back').id);
    expect(backs.map(({ angle, turnedOver }) => [angle, turnedOver])).toEqual(
      copies.map(([, , angle]) => [angle, true]),
    );
    // Seen from the back, each is where it was drawn, to its own rim.
    const over = turnedSheet('left-right', SHEET);
    const seen = (id: string, i: number, at: Point) => brought(over, brought(planeAt(placementsOf(next, id)[i]), at));
    copies.forEach((_, i) => {
      const corner = seen(rim, i, { x: 40, y: 0 });
      const near = seen(part(next, 'back').id, i, { x: 3, y: 20 });
      expect(Math.hypot(near.x - corner.x, near.y - corner.y)).toBeCloseTo(Math.hypot(3, 20), 9);
    });
    const shapes = shop.shapes(next);
    const things = thingsOn(
      next.parts.flatMap(({ id, stepId }) =>
        placementsOf(next, id).map((place) => ({
          id,
          stepId,
          sheetId,
          place,
          bounds: contourBounds(shapes.get(id)!.contours)!,
        })),
      ),
    );
    expect(things.map(({ members }) => members.length)).toEqual([3, 3, 3]);
  });

  it('has a back that was drawn beside its front middle behind middle, and keeps it there when the drawing grows', () => {
    const beside = { ...drawn, back: [readingOf(drawnPart('crest', BACK, boxAt(0, 0, 20, 10)))] };
    shop = shopWith(beside);
    let next = jobWith(beside, shop);
    for (const name of ['front', 'rim', 'crest'])
      next = done(next, shop, { do: 'change-step', stepId: stepOf(next, name).id, materialId: 'card' });
    next = done(
      next,
      shop,
      { do: 'change-drawing', drawingId: 'back', xMm: 60, yMm: 80 },
      { do: 'change-step', stepId: stepOf(next, 'crest').id, process: 'draw' },
    );
    next = turn(next, 'crest', 'left-right');
    const middles = () =>
      ['rim', 'crest'].map((name) => boxes(next, name).map(([a, b, c, d]) => [(a + c) / 2, (b + d) / 2])[0]);
    expect(middles()[1]).toEqual(middles()[0].map((mm) => expect.closeTo(mm, 2)));
    next = done(next, shop, { do: 'change-drawing', drawingId: 'back', widthMm: 30 });
    expect(middles()[1]).toEqual(middles()[0].map((mm) => expect.closeTo(mm, 2)));
  });

  it('stays where it lies where nothing is done on its front, and comes back as it was', () => {
    const alone = {
      plate: [readingOf(drawnPart('plate', BACK, boxAt(0, 0, 60, 40)), drawnPart('word', BACK, boxAt(5, 6, 20, 8)))],
    };
    shop = shopWith(alone);
    let next = jobWith(alone, shop);
    next = done(
      next,
      shop,
      { do: 'change-step', stepId: next.steps[0].id, materialId: 'card' },
      { do: 'change-step', stepId: next.steps[0].id, process: 'draw' },
    );
    const lay = () => ['plate', 'word'].map((name) => boxes(next, name)[0]);
    const [plate, word] = lay();
    next = turn(next, 'plate', 'left-right');
    expect(lay()).toEqual([plate, [plate[2] - 25, word[1], plate[2] - 5, word[3]]]);
    next = turn(next, 'plate', 'top-bottom');
    expect(lay()).toEqual([plate, [word[0], plate[3] - 14, word[2], plate[3] - 6]]);
    next = turn(next, 'plate', null);
    expect(lay()).toEqual([plate, word]);
    // Another piece: it lies on that one afresh, to be read from the back still.
    next = turn(next, 'plate', 'top-bottom');
    next = done(next, shop, { do: 'change-step', stepId: next.steps[0].id, onCarrier: true });
    const [afresh, read] = lay();
    expect(afresh[0]).toBeGreaterThanOrEqual(0);
    expect(read).toEqual([afresh[0] + 5, afresh[3] - 14, afresh[0] + 25, afresh[3] - 6]);
  });

  it('stops before it is turned, and says how', () => {
    const next = turn(job, 'back', 'left-right');
    const [first, second, third] = turnsOf(next.steps.map((step) => ({ ...step, sheetId: 'sheet' })));
    expect(first.hold).toBeNull();
    expect(second).toMatchObject({ hold: { turnOver: 'left-right', sheet: false }, keepsSheet: false });
    expect(third).toEqual({ hold: null, keepsSheet: true });
    const names = { material: 'Birch', isFoil: false, tool: 'Beam', machine: 'Diode' };
    expect(sayHold(second.hold!, names)).toBe('Turn the sheet over, left to right');
    expect(sayHold({ machine: false, sheet: true, cover: false, tool: false, turnOver: 'top-bottom' }, names)).toBe(
      'Put in Birch, its back up',
    );
  });
});

describe('the marks that a sheet is turned over by', () => {
  it('tell a sheet that was turned the wrong way', () => {
    const size = { widthMm: 300, lengthMm: 200 };
    const { parts } = drawMeasured({ shape: TURN_MARKS, measures: { width: 276, height: 176, hole: 3 } });
    const marks = parts.map(({ contours: [hole] }) => {
      const { minX, minY, maxX, maxY } = boundsOf(flatten(hole, 0.001).points)!;
      return { x: 12 + (minX + maxX) / 2, y: 12 + (minY + maxY) / 2 };
    });
    const drawnAs = marks.map((mark) => brought(turnedSheet('left-right', size), mark));
    const read = marks.map((mark) => brought(turnedSheet('top-bottom', size), mark));
    const found = [read[2], read[3], read[0], read[1]];
    expect(() => correctionFrom(drawnAs, found)).toThrow(/upside down/);
    // Not turned at all: the marks in the order in which they are read.
    const unturned = [marks[0], marks[1], marks[2], marks[3]];
    const asRead = [drawnAs[1], drawnAs[0], drawnAs[3], drawnAs[2]];
    expect(() => correctionFrom(asRead, unturned)).toThrow(/askew/);
    expect(() => correctionFrom(asRead, unturned, true)).toThrow(/do not fit/);
    expect(correctionFrom(drawnAs, drawnAs).residualMm).toBeLessThan(1e-9);
  });

  it('bring the back behind its front to 0.2 mm on 500 sheets that a hand has turned over', () => {
    const below = numbersBelow(1128);
    const worst = Array.from({ length: 500 }, (_, seed) => {
      const size = { widthMm: 150 + below(250), lengthMm: 100 + below(300) };
      const { parts } = drawMeasured({
        shape: TURN_MARKS,
        measures: { width: size.widthMm - 24, height: size.lengthMm - 24, hole: 3 },
      });
      const turnOver = turnedSheet(seed % 2 ? 'left-right' : 'top-bottom', size);
      const marks = parts.map(({ contours: [hole] }) => {
        const { minX, minY, maxX, maxY } = contourBounds([hole])!;
        return brought(turnOver, { x: 12 + (minX + maxX) / 2, y: 12 + (minY + maxY) / 2 });
      });
      const lies = turnedByHand(size, seed + 1);
      const read = readMarks(marks, { lies, noiseMm: 0.1, glare: 0.05, missing: 0, seed: seed + 1 });
      const { affine } = correctionFrom(marks, read, true);
      const front = Array.from({ length: 20 }, () => ({ x: below(size.widthMm), y: below(size.lengthMm) }));
      return Math.max(
        ...front.map((point) => {
          const over = brought(turnOver, point);
          const [is, done] = [brought(lies, over), brought(affine, over)];
          return Math.hypot(is.x - done.x, is.y - done.y);
        }),
      );
    });
    expect(worst.length).toBe(500);
    expect(Math.max(...worst)).toBeLessThan(0.2);
    // The hand was off by millimetres, or the test says nothing.
    const [a, , , , e, f] = turnedByHand({ widthMm: 200, lengthMm: 100 }, 3);
    expect(Math.abs(a - 1) + Math.abs(e) + Math.abs(f)).toBeGreaterThan(0.1);
  });
});
