import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { contourBounds } from '../geometry';
import { ActionRefusedError, placementsOf, processedIn, type JobDocument, type JobShop } from './index';

/** A star and a disc beside it with a hole, in two colours: a gap of 3 mm between them. */
const readings = {
  crest: [
    readingOf(
      drawnPart('Star', '#d4af4a', boxAt(0, 0, 20)),
      drawnPart('Disc', '#1d2f5c', boxAt(23, 0, 20), boxAt(28, 5, 10)),
    ),
  ],
};
let shop: JobShop;
let job: JobDocument;
beforeEach(() => {
  shop = shopWith(readings);
  job = jobWith(readings, shop);
});

const named = (document: JobDocument, name: string) =>
  document.parts.find((part) => part.name === name && part.role !== 'within')!;
const box = (document: JobDocument, name: string) => {
  const { minX, maxX, minY, maxY } = contourBounds(shop.shapes(document).get(named(document, name).id)!.contours)!;
  return [minX, maxX, minY, maxY].map((mm) => Math.round(mm * 100) / 100);
};
const rimmed = (over: { gapsMm?: number; peelMm?: number | null } = {}) =>
  done(job, shop, {
    do: 'make-rim',
    partIds: [named(job, 'Star').id, named(job, 'Disc').id],
    widthMm: 3,
    gapsMm: 4,
    peelMm: 5,
    colour: '#fdfdfb',
    bleedMm: 1,
    ...over,
  });

describe('a rim', () => {
  it('is kiss cut, cut through further out, and printed with what it goes round', () => {
    const next = rimmed();
    expect(next.steps.map(({ id, process }) => [process, processedIn(next, id).map(({ name }) => name)])).toEqual([
      ['kiss-cut', ['Star, rim']],
      ['through-cut', ['Star, rim, outline at 5 mm']],
    ]);
    const shapes = shop.shapes(next);
    expect(shapes.get(named(next, 'Star, rim').id)!.print).toEqual({ picture: null, fill: '#fdfdfb', bleedMm: 1 });
    expect(shapes.get(named(next, 'Star').id)!.print).toEqual({ picture: null, fill: '#d4af4a', bleedMm: 0 });
    expect([named(next, 'Star').role, named(next, 'Disc').role]).toEqual(['guide', 'guide']);
    // One line, as the gap is closed and the hole filled.
    expect(shapes.get(named(next, 'Star, rim').id)!.contours).toHaveLength(1);
    expect(box(next, 'Star, rim')).toEqual([-3, 46, -3, 23]);
    expect(box(next, 'Star, rim, outline at 5 mm')).toEqual([-8, 51, -8, 28]);
    // All of it lies as one.
    const lies = next.parts.flatMap(({ id }) => placementsOf(next, id).map(({ x, y }) => [x, y].join()));
    expect(new Set(lies).size).toBe(1);
    expect(placementsOf(next, named(next, 'Star').id)).toHaveLength(1);
  });

  it('leaves wider gaps open, and needs no cut further out', () => {
    const next = rimmed({ gapsMm: 0, peelMm: null });
    expect(next.steps.map(({ process }) => process)).toEqual(['kiss-cut']);
    expect(() => rimmed({ gapsMm: 200 })).toThrow(ActionRefusedError);
  });

  it('follows when its width is turned, with the cut further out', () => {
    const next = rimmed();
    const rim = next.parts.find(({ making }) => making.op === 'worked' && making.by === 'rim')!;
    const wide = done(next, shop, { do: 'change-making', partId: rim.id, measures: { width: 6 } });
    expect(box(wide, 'Star, rim')).toEqual([-6, 49, -6, 26]);
    expect(box(wide, 'Star, rim, outline at 5 mm')).toEqual([-11, 54, -11, 31]);
  });
});
