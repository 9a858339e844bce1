import { gridPlaces } from './index';

describe('blanks in a grid', () => {
  const plate = { minX: 5, minY: -3, maxX: 85, maxY: 47 };

  it('begin exactly so far in and up, whatever corner they were drawn from', () => {
    const [only] = gridPlaces(plate, { inMm: 30, upMm: 20, across: 1, along: 1, gapMm: 10 });
    expect([only.x + plate.minX, only.y + plate.minY]).toEqual([30, 20]);
  });

  it('go on beside and behind each other with the gap between them', () => {
    const corners = gridPlaces(plate, { inMm: 30, upMm: 20, across: 3, along: 2, gapMm: 10 }).map(({ x, y }) => [
      x + plate.minX,
      y + plate.minY,
    ]);
    expect(corners).toEqual([
      [30, 20],
      [120, 20],
      [210, 20],
      [30, 80],
      [120, 80],
      [210, 80],
    ]);
  });
});
