import type { CurveContour, Point } from '../geometry';
import { arc, at, circle, movedBy } from './contours';
import { count, length, type MeasuredPart, type MeasuredShape } from './measured-shape';
import { sizes } from './plain-shapes';
import { atLeast, atMost } from './refuse';

const WIDTH = length('width', 'Width', 30);
const HEIGHT = length('height', 'Height', 50);

/** A drop: a circle below, and the two lines that touch it and meet in a point above. */
interface Drop {
  radius: number;
  /** The middle of its circle; the point is at the origin's height, above it. */
  middle: Point;
  /** Half of the angle at the point. */
  half: number;
}

function dropOf(width: number, height: number): Drop {
  const radius = width / 2;
  const down = height - radius;
  return { radius, middle: at(radius, down), half: Math.asin(radius / down) };
}

function outline({ radius, middle, half }: Drop): CurveContour {
  return {
    closed: true,
    start: [middle.x, 0],
    segments: [
      ['L', middle.x + radius * Math.cos(half), middle.y - radius * Math.sin(half)],
      ...arc(middle, radius, -half, Math.PI + 2 * half),
    ],
  };
}

const DROP: MeasuredShape = {
  name: 'drop',
  label: 'Drop',
  measures: [WIDTH, HEIGHT],
  draw: ({ width, height }) => {
    atLeast(HEIGHT, height, width * 1.02, 'A drop is higher than it is wide', {
      of: WIDTH,
      value: width,
      most: HEIGHT.max / 1.02,
    });
    return { parts: [{ name: 'drop', contours: [outline(dropOf(width, height))] }], dimensions: sizes(width, height) };
  },
};

const HALF_DROP: MeasuredShape = {
  name: 'half-drop',
  label: 'Half-drop',
  measures: [{ ...WIDTH, usual: 15 }, HEIGHT],
  draw: ({ width, height }) => {
    atLeast(HEIGHT, height, width * 2.04, 'A half-drop is more than twice as high as it is wide', {
      of: WIDTH,
      value: width,
      most: HEIGHT.max / 2.04,
    });
    const { radius, middle, half } = dropOf(width * 2, height);
    return {
      parts: [
        {
          name: 'half-drop',
          contours: [
            {
              closed: true,
              start: [0, 0],
              segments: [
                ['L', radius * Math.cos(half), middle.y - radius * Math.sin(half)],
                ...arc(at(0, middle.y), radius, -half, Math.PI / 2 + half),
              ],
            },
          ],
        },
      ],
      dimensions: sizes(width, height),
    };
  },
};

const HOLE = length('hole', 'Hole', 2, { min: 0.5, max: 50, step: 0.5 });
const RIM = length('rim', 'Edge to hole', 2, { min: 0.5, max: 50, step: 0.5 });
const PAIR = length('pair', 'Ring holes apart', 8, { min: 1, max: 500, step: 0.5 });
const SLIM = { name: 'slim', label: 'Height to width', unit: '%', usual: 150, min: 105, max: 400, step: 5 } as const;
/** Between the pieces as they lie, in mm. */
const GAP_MM = 4;

/**
 * How far below the point a hole can lie that far to the side, so that its rim is kept: to the straight side, or where that has
 * gone over into the round end, to that.
 */
function downFor({ middle, radius, half }: Drop, aside: number, keep: number, tooWide: (most: number) => void): number {
  const down = (aside + keep / Math.cos(half)) / Math.tan(half);
  // Along the side the straight line ends where it touches the circle.
  if (down * Math.cos(half) + aside * Math.sin(half) <= middle.y * Math.cos(half) + 1e-9) return down;
  const within = radius - keep;
  if (within < aside) tooWide(Math.max(0, within));
  return middle.y - Math.sqrt(Math.max(0, within ** 2 - aside ** 2));
}

/** Where a hole under the point comes to lie. */
const underPoint = (drop: Drop, hole: number, rim: number): Point =>
  at(
    drop.middle.x,
    downFor(drop, 0, hole / 2 + rim, () =>
      atMost(RIM, rim, drop.radius - hole / 2, 'The hole reaches the edge of a drop'),
    ),
  );

/** A pair of holes that far apart, below the point, with their rim to the edge. */
function pairUnderPoint(drop: Drop, hole: number, rim: number, pair: number): Point[] {
  const down = downFor(drop, pair / 2, hole / 2 + rim, (most) =>
    atMost(PAIR, pair, 2 * most, 'The ring holes reach the edge of a drop'),
  );
  return [at(drop.middle.x - pair / 2, down), at(drop.middle.x + pair / 2, down)];
}

/** A pair of holes above the round end. */
function pairAboveEnd({ middle, radius }: Drop, hole: number, rim: number, pair: number): Point[] {
  const within = radius - hole / 2 - rim;
  atMost(PAIR, pair, 2 * within - 0.01, 'The ring holes reach the edge of a drop');
  const down = middle.y + Math.sqrt(within ** 2 - (pair / 2) ** 2);
  return [at(middle.x - pair / 2, down), at(middle.x + pair / 2, down)];
}

const TIERED: MeasuredShape = {
  name: 'tiered-drops',
  label: 'Tiered drops',
  measures: [
    count('tiers', 'Tiers', 3, 2, 6),
    { ...WIDTH, label: 'Width of the first', usual: 18 },
    length('growth', 'Each wider by', 6, { min: -100, max: 100, step: 0.5 }),
    SLIM,
    HOLE,
    RIM,
    PAIR,
  ],
  draw: ({ tiers, width, growth, slim, hole, rim, pair }) => {
    atLeast(PAIR, pair, hole + 0.5, 'The ring holes run into each other');
    const parts: MeasuredPart[] = [];
    let top = 0;
    for (let i = 0; i < tiers; i++) {
      const wide = width + i * growth;
      atLeast(
        { name: 'growth', label: 'Each wider by' },
        growth,
        (4 - width) / (tiers - 1),
        'Nothing is left of the last drop',
      );
      const high = (wide * slim) / 100;
      const drop = dropOf(wide, high);
      const above = i === 0 ? [underPoint(drop, hole, rim)] : pairUnderPoint(drop, hole, rim, pair);
      const below = i === tiers - 1 ? [] : pairAboveEnd(drop, hole, rim, pair);
      const lowest = Math.max(...above.map(({ y }) => y));
      const end = below.length ? below[0].y - hole - rim : drop.middle.y + drop.radius - hole / 2 - rim;
      if (lowest > end)
        atMost(i === 0 ? HOLE : PAIR, i === 0 ? hole : pair, 0, 'The holes of a drop run into each other');
      const contours = [outline(drop), ...[...above, ...below].map((middle) => circle(middle, hole / 2))];
      const left = (width + (tiers - 1) * Math.max(0, growth) - wide) / 2;
      parts.push({
        name: `drop ${i + 1}`,
        contours: contours.map((contour) => movedBy(contour, left, top)),
      });
      top += high + GAP_MM;
    }
    const left = ((tiers - 1) * Math.max(0, growth)) / 2;
    return {
      parts,
      dimensions: [{ of: 'width', from: at(left, (width * slim) / 100), to: at(left + width, (width * slim) / 100) }],
    };
  },
};

/** Drops, and what is hung from drops. */
export const DROPS: readonly MeasuredShape[] = [DROP, HALF_DROP, TIERED];
