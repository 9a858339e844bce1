import fc from 'fast-check';
import { homography } from './index';

const square = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];

describe('a photo brought to true size', () => {
  it('takes the corners to the corners, and the crossing of the diagonals to the crossing', () => {
    const seen = [
      { x: 100, y: 80 },
      { x: 520, y: 120 },
      { x: 480, y: 300 },
      { x: 130, y: 280 },
    ];
    const place = homography(square, seen);
    square.forEach((corner, i) => {
      expect(place(corner).x).toBeCloseTo(seen[i].x, 6);
      expect(place(corner).y).toBeCloseTo(seen[i].y, 6);
    });
    // Straight lines stay straight: the middle lies on both diagonals.
    const { x, y } = place({ x: 0.5, y: 0.5 });
    for (const [a, b] of [
      [seen[0], seen[2]],
      [seen[1], seen[3]],
    ])
      expect(((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)) / 1e5).toBeCloseTo(0, 6);
  });

  it('goes there and back', () => {
    const jitter = fc.integer({ min: -20, max: 20 });
    fc.assert(
      fc.property(
        fc.array(jitter, { minLength: 8, maxLength: 8 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (j, u, v) => {
          const seen = square.map(({ x, y }, i) => ({ x: 100 + 200 * x + j[2 * i], y: 50 + 150 * y + j[2 * i + 1] }));
          const back = homography(seen, square)(homography(square, seen)({ x: u, y: v }));
          expect(back.x).toBeCloseTo(u, 6);
          expect(back.y).toBeCloseTo(v, 6);
        },
      ),
    );
  });

  it('is refused where there are not four corners, or three lie in a line', () => {
    expect(() => homography(square.slice(1), square)).toThrow('Four corners were expected; 3 and 4 came.');
    expect(() =>
      homography(square, [
        { x: 0, y: 0 },
        { x: 1, y: 0 },
        { x: 2, y: 0 },
        { x: 0, y: 1 },
      ]),
    ).toThrow('lie in a line');
  });
});
