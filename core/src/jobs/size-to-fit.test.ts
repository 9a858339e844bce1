import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { transformContour } from '../geometry';
import { knownBounds } from '../geometry';
import { planeAt } from '../layout';
import type { JobDocument } from './document';
import { placementsOf } from './parts-of';

const readings = {
  mark: [
    readingOf(drawnPart('mark', '#000000', boxAt(7, 9, 20, 10)), drawnPart('leaf', '#000000', boxAt(40, 9, 5, 5))),
  ],
};
const shop = shopWith(readings);
const bare = jobWith(readings, shop);
const idOf = (name: string) => bare.parts.find((part) => part.name === name)!.id;
const boxOf = (job: JobDocument, name: string) => {
  const [place] = placementsOf(job, idOf(name));
  return knownBounds(
    shop
      .shapes(job)
      .get(idOf(name))!
      .contours.map((line) => transformContour(line, planeAt(place))),
  )!;
};
const onCard = done(bare, shop, { do: 'change-step', stepId: bare.steps[0].id, materialId: 'card' });
const alone = done(onCard, shop, { do: 'change-role', partIds: [idOf('leaf')], role: 'out' });

describe('as large as fits', () => {
  it('is sized and laid on its piece, with the distance kept that was asked for', () => {
    const next = done(alone, shop, { do: 'size-to-fit', partId: idOf('mark'), gapMm: 5, anyAngle: false });
    const { minX, minY, maxX, maxY } = boxOf(next, 'mark');
    // The card is 210 × 297 mm: as drawn, twice as wide as high, it fills the width.
    expect(maxX - minX).toBeGreaterThan(160);
    expect((maxX - minX) / (maxY - minY)).toBeCloseTo(2, 3);
    expect(minX).toBeGreaterThanOrEqual(4.95);
    expect(minY).toBeGreaterThanOrEqual(4.95);
    expect(maxX).toBeLessThanOrEqual(205.05);
    expect(maxY).toBeLessThanOrEqual(292.05);
  });

  it('turns to be larger, and turns the same measure when it is asked for again', () => {
    const once = done(alone, shop, { do: 'size-to-fit', partId: idOf('mark'), gapMm: 5, anyAngle: true });
    const still = done(alone, shop, { do: 'size-to-fit', partId: idOf('mark'), gapMm: 5, anyAngle: false });
    const widthOf = (job: JobDocument) => {
      const { making } = job.parts.find(({ id }) => id === idOf('mark'))!;
      return making.op === 'worked' ? making.measures.width : 0;
    };
    expect(widthOf(once)).toBeGreaterThan(1.2 * widthOf(still));
    const again = done(once, shop, { do: 'size-to-fit', partId: idOf('mark'), gapMm: 20, anyAngle: true });
    expect(again.parts).toHaveLength(once.parts.length);
    expect(widthOf(again)).toBeLessThan(widthOf(once));
  });

  it('keeps clear of what else lies there', () => {
    const next = done(onCard, shop, { do: 'size-to-fit', partId: idOf('mark'), gapMm: 2, anyAngle: false });
    const [mark, leaf] = ['mark', 'leaf'].map((name) => boxOf(next, name));
    const apart = Math.max(leaf.minX - mark.maxX, mark.minX - leaf.maxX, leaf.minY - mark.maxY, mark.minY - leaf.maxY);
    expect(apart).toBeGreaterThanOrEqual(-0.01);
  });

  it('is refused while it lies several times, so that no copy is lost', () => {
    const [place] = placementsOf(alone, idOf('mark'));
    const twice = done(alone, shop, {
      do: 'lay-parts',
      partIds: [idOf('mark')],
      sheets: [{ sheetId: place.sheetId, stockPieceId: null, onCarrier: false }],
      lies: [20, 60].map((y) => ({ partId: idOf('mark'), sheet: 0, x: 0, y, angle: 0, turnedOver: false })),
    });
    expect(() => done(twice, shop, { do: 'size-to-fit', partId: idOf('mark'), gapMm: 2, anyAngle: true })).toThrow(
      '“mark” lies 2 times',
    );
  });

  it('is refused with a sentence where no piece is chosen', () => {
    expect(() => done(bare, shop, { do: 'size-to-fit', partId: idOf('mark'), gapMm: 2, anyAngle: true })).toThrow(
      'Nobody has said yet which piece it lies on',
    );
  });
});
