import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { contourBounds } from '../geometry';
import { ActionRefusedError, placementsOf, processedIn, sheetOf, type JobDocument, type JobShop } from './index';

const RED = '#ff0000';

/** A crest with a hole, and a star that is done with it in one step. */
const readings = {
  crest: [
    readingOf(
      drawnPart('Crest', RED, boxAt(0, 0, 60, 40), boxAt(20, 10, 20)),
      drawnPart('Star', RED, boxAt(80, 0, 12)),
    ),
  ],
};
let shop: JobShop;
let job: JobDocument;
beforeEach(() => {
  shop = shopWith(readings);
  job = jobWith(readings, shop);
});

const named = (document: JobDocument, name: string) => document.parts.find((part) => part.name === name)!;
const stepOf = (document: JobDocument, name: string) =>
  document.steps.find(({ id }) => id === named(document, name).stepId)!;
const sheetBox = (document: JobDocument, name: string) => {
  const { id } = named(document, name);
  const { minX, maxX, minY, maxY } = contourBounds(shop.shapes(document).get(id)!.contours)!;
  const [{ x, y, turnedOver }] = placementsOf(document, id);
  const [left, right] = turnedOver ? [x - maxX, x - minX] : [x + minX, x + maxX];
  return [left, right, y + minY, y + maxY];
};
const debossed = (gapMm = 0.8) => done(job, shop, { do: 'deboss-from-back', partIds: [named(job, 'Crest').id], gapMm });

describe('debossing from the back', () => {
  it('makes a reversed stencil and a line inside it at the gap, which is pressed twice after the stencil is cut', () => {
    const next = debossed();
    expect(
      next.steps.map(({ process, rounds, mirrored, isFromBack }) => [process, rounds, mirrored, isFromBack]),
    ).toEqual([
      ['kiss-cut', 1, false, false],
      ['through-cut', 1, true, true],
      ['deboss', 2, true, true],
    ]);
    expect(processedIn(next, stepOf(next, 'Star').id).map(({ name }) => name)).toEqual(['Star']);
    expect(stepOf(next, 'Crest').process).toBe('through-cut');
    expect(stepOf(next, 'Crest, stylus line')).toMatchObject({ process: 'deboss', toolId: 'stylus', materialId: null });
    const lines = shop
      .shapes(next)
      .get(named(next, 'Crest, stylus line').id)!
      .contours.map((c) => contourBounds([c])!);
    // Inside the edge, and round the hole.
    expect(lines.map(({ minX, maxX }) => [minX, maxX].map((mm) => Math.round(mm * 100) / 100))).toEqual([
      [0.8, 59.2],
      [19.2, 40.8],
    ]);
  });

  it('keeps both on the same marks, the sheet over its stencil, whatever is chosen first', () => {
    for (const order of [
      ['Crest', 'Crest, stylus line'],
      ['Crest, stylus line', 'Crest'],
    ]) {
      let next = debossed();
      for (const name of order)
        next = done(next, shop, {
          do: 'change-step',
          stepId: stepOf(next, name).id,
          materialId: name === 'Crest' ? 'navy' : 'card',
        });
      const [stencil, press] = [stepOf(next, 'Crest'), stepOf(next, 'Crest, stylus line')];
      expect([stencil.process, press.process, stencil.mirrored, press.mirrored]).toEqual([
        'through-cut',
        'deboss',
        true,
        true,
      ]);
      expect(sheetOf(next, press.id)).toEqual(sheetOf(next, stencil.id));
      expect(sheetOf(next, press.id)?.stockPieceId).toBe('navy roll');
      const [outer, line] = [sheetBox(next, 'Crest'), sheetBox(next, 'Crest, stylus line')];
      expect(line.map((mm, i) => mm - outer[i]).map((mm) => Math.round(mm * 100) / 100)).toEqual([
        0.8, -0.8, 0.8, -0.8,
      ]);
    }
  });

  it('keeps its gap when the drawing is made larger', () => {
    const large = done(debossed(), shop, { do: 'change-drawing', drawingId: job.drawings[0].id, widthMm: 200 });
    const [outer, line] = [sheetBox(large, 'Crest'), sheetBox(large, 'Crest, stylus line')];
    expect(outer[1] - outer[0]).toBeCloseTo(120, 6);
    expect(line.map((mm, i) => mm - outer[i]).map((mm) => Math.round(mm * 100) / 100)).toEqual([0.8, -0.8, 0.8, -0.8]);
  });

  it('is refused where the line has no room, or what is chosen is gone', () => {
    expect(() => debossed(10)).toThrow(ActionRefusedError);
    expect(() => debossed(10)).toThrow('has no line at -10 mm');
    expect(() => done(job, shop, { do: 'deboss-from-back', partIds: ['gone'], gapMm: 1 })).toThrow(ActionRefusedError);
  });
});
