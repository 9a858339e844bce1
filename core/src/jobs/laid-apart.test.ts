import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { holds, knownBounds, overlap, transformContour, type Bounds } from '../geometry';
import { boundsOnSheet, planeAt, USUAL_MARKS, withinPageMarks } from '../layout';
import type { JobDocument } from './document';
import { placementsOf, sheetOf } from './parts-of';

// The card is 210 × 297 mm: as they were drawn, beside each other, name and picture take 260 mm.
const readings = {
  name: [readingOf(drawnPart('name', '#000000', boxAt(0, 0, 150, 30)))],
  picture: [
    readingOf(
      drawnPart('disc', '#b03a2e', boxAt(160, 0, 100, 100)),
      drawnPart('eye', '#b03a2e', boxAt(180, 20, 20, 20)),
    ),
  ],
};
const shop = shopWith(readings);
const bare = jobWith(readings, shop);
const onCard = (job: JobDocument): JobDocument =>
  job.steps.reduce((now, { id }) => done(now, shop, { do: 'change-step', stepId: id, materialId: 'card' }), job);
const boxOf = (job: JobDocument, name: string): Bounds => {
  const part = job.parts.find((one) => one.name === name)!;
  const [place] = placementsOf(job, part.id);
  return knownBounds(
    shop
      .shapes(job)
      .get(part.id)!
      .contours.map((line) => transformContour(line, planeAt(place))),
  )!;
};
const stepOf = (job: JobDocument, name: string) => job.parts.find((part) => part.name === name)!.stepId!;
const CARD = { minX: 0, minY: 0, maxX: 210, maxY: 297 };

describe('drawings that have no room beside each other as they were brought in', () => {
  const job = onCard(bare);

  it('are laid on their sheet one by one, clear of each other, each in itself as it was drawn', () => {
    expect(sheetOf(job, stepOf(job, 'name'))!.id).toBe(sheetOf(job, stepOf(job, 'disc'))!.id);
    const [name, disc, eye] = ['name', 'disc', 'eye'].map((each) => boxOf(job, each));
    for (const box of [name, disc]) expect(holds(CARD, box)).toBe(true);
    expect(overlap(name, disc)).toBe(false);
    expect(eye.minX - disc.minX).toBeCloseTo(20, 6);
    expect(eye.minY - disc.minY).toBeCloseTo(20, 6);
  });

  it('stay over each other where one was moved onto another', () => {
    const three = { ...readings, mark: [readingOf(drawnPart('mark', '#2e5ab0', boxAt(0, 0, 10)))] };
    const its = shopWith(three);
    const beside = jobWith(three, its);
    const boxIn = (now: JobDocument, name: string) =>
      knownBounds(its.shapes(now).get(now.parts.find((part) => part.name === name)!.id)!.contours)!;
    const at = beside.drawings.find(({ id }) => id === 'mark')!;
    const [disc, mark] = [boxIn(beside, 'disc'), boxIn(beside, 'mark')];
    const over = done(beside, its, {
      do: 'change-drawing',
      drawingId: 'mark',
      xMm: at.xMm + disc.minX + 45 - mark.minX,
      yMm: at.yMm + disc.minY + 45 - mark.minY,
    });
    const laidOut = over.steps.reduce(
      (now, { id }) => done(now, its, { do: 'change-step', stepId: id, materialId: 'card' }),
      over,
    );
    const placeOf = (name: string) => {
      const { x, y } = placementsOf(laidOut, laidOut.parts.find((part) => part.name === name)!.id)[0];
      return { x, y };
    };
    expect(placeOf('mark')).toEqual(placeOf('disc'));
    expect(placeOf('name')).not.toEqual(placeOf('disc'));
  });

  it('are brought back without what lies with them being pushed off', () => {
    const stepId = stepOf(job, 'disc');
    const partIds = job.parts.filter((part) => part.stepId === stepId).map(({ id }) => id);
    const off = done(job, shop, { do: 'nudge-parts', stepId, partIds, dxMm: 150, dyMm: 0, alone: true });
    expect(holds(CARD, boxOf(off, 'disc'))).toBe(false);
    const dxMm = 210 - boxOf(off, 'disc').maxX;
    const back = done(off, shop, { do: 'move-in', stepId, dxMm, dyMm: 0 });
    for (const each of ['name', 'disc', 'eye']) expect(holds(CARD, boxOf(back, each))).toBe(true);
    expect(overlap(boxOf(back, 'name'), boxOf(back, 'disc'))).toBe(false);
  });

  it('go along where all of them fit when they are moved in', () => {
    const stepId = stepOf(job, 'name');
    const partIds = job.parts.filter((part) => part.stepId === stepId).map(({ id }) => id);
    const down = done(job, shop, { do: 'nudge-parts', stepId, partIds, dxMm: 0, dyMm: -20 });
    const back = done(down, shop, { do: 'move-in', stepId, dxMm: 0, dyMm: 20 });
    for (const each of ['name', 'disc']) expect(boxOf(back, each).minY - boxOf(down, each).minY).toBeCloseTo(20, 6);
  });
});

describe('what is printed beside other drawings, where all of it has room on the page but not between its marks', () => {
  it('is laid by itself, clear of the marks', () => {
    const two = {
      crest: [readingOf(drawnPart('crest', '#000000', boxAt(0, 0, 100, 60)))],
      tag: [readingOf(drawnPart('tag', '#b03a2e', boxAt(0, 0, 80, 40)))],
    };
    const its = shopWith(two);
    const beside = jobWith(two, its);
    const crest = beside.parts.find(({ name }) => name === 'crest')!;
    const laidOut = (job: JobDocument) => {
      const next = job.steps.reduce(
        (now, { id }) => done(now, its, { do: 'change-step', stepId: id, materialId: 'card' }),
        job,
      );
      const [place] = placementsOf(next, crest.id);
      return boundsOnSheet({ bounds: knownBounds(its.shapes(next).get(crest.id)!.contours)!, place });
    };
    const between = withinPageMarks({ widthMm: 210, heightMm: 297 }, USUAL_MARKS)!;
    const print = { drawingId: null, isAsDrawn: false, fill: '#22406e', measures: {} };
    const printed = done(beside, its, { do: 'print-parts', prints: [{ partId: crest.id, print }] });
    expect(holds(between, laidOut(beside))).toBe(false);
    expect(holds(between, laidOut(printed))).toBe(true);
  });
});
