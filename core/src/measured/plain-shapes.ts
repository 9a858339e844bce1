import { arc, at, circle, ellipse, pointsRound, polygon, rectangle } from './contours';
import { count, length, type Dimension, type MeasuredShape } from './measured-shape';
import { atLeast, atMost } from './refuse';
import type { CurveContour } from '../geometry';

const WIDTH = length('width', 'Width', 60);
const HEIGHT = length('height', 'Height', 40);

/** The lines that show the width below a shape and the height at its right. */
export const sizes = (width: number, height: number): Dimension[] => [
  { of: 'width', from: at(0, height), to: at(width, height) },
  { of: 'height', from: at(width, 0), to: at(width, height) },
];

const one = (name: string, ...contours: CurveContour[]) => [{ name, contours }];

const RECTANGLE: MeasuredShape = {
  name: 'rectangle',
  label: 'Rectangle',
  measures: [WIDTH, HEIGHT],
  draw: ({ width, height }) => ({
    parts: one('rectangle', rectangle(at(0, 0), width, height)),
    dimensions: sizes(width, height),
  }),
};

const CORNER = length('corner', 'Corner radius', 6, { min: 0, max: 1000, step: 0.5 });
const PLATE: MeasuredShape = {
  name: 'plate',
  label: 'Round-cornered plate',
  measures: [WIDTH, HEIGHT, CORNER],
  draw: ({ width, height, corner }) => {
    atMost(CORNER, corner, Math.min(width, height) / 2, 'The corners meet');
    return {
      parts: one('plate', rectangle(at(0, 0), width, height, corner)),
      dimensions: [...sizes(width, height), { of: 'corner', from: at(0, corner), to: at(corner, corner) }],
    };
  },
};

const DIAMETER = length('diameter', 'Diameter', 50);
const CIRCLE: MeasuredShape = {
  name: 'circle',
  label: 'Circle',
  measures: [DIAMETER],
  draw: ({ diameter }) => ({
    parts: one('circle', circle(at(diameter / 2, diameter / 2), diameter / 2)),
    dimensions: [{ of: 'diameter', from: at(0, diameter / 2), to: at(diameter, diameter / 2) }],
  }),
};

const INNER = length('inner', 'Inner diameter', 30, { min: 0.5 });
const RING: MeasuredShape = {
  name: 'ring',
  label: 'Ring',
  measures: [DIAMETER, INNER],
  draw: ({ diameter, inner }) => {
    atMost(INNER, inner, diameter - 0.2, 'Nothing is left of the ring');
    const middle = at(diameter / 2, diameter / 2);
    return {
      parts: one('ring', circle(middle, diameter / 2), circle(middle, inner / 2)),
      dimensions: [
        { of: 'diameter', from: at(0, diameter), to: at(diameter, diameter) },
        { of: 'inner', from: at((diameter - inner) / 2, diameter / 2), to: at((diameter + inner) / 2, diameter / 2) },
      ],
    };
  },
};

const OVAL: MeasuredShape = {
  name: 'oval',
  label: 'Oval',
  measures: [WIDTH, HEIGHT],
  draw: ({ width, height }) => ({
    parts: one('oval', ellipse(at(width / 2, height / 2), width / 2, height / 2)),
    dimensions: sizes(width, height),
  }),
};

const POLYGON: MeasuredShape = {
  name: 'polygon',
  label: 'Regular polygon',
  measures: [count('corners', 'Corners', 6, 3, 60), length('diameter', 'Across its corners', 50)],
  draw: ({ corners, diameter }) => ({
    parts: one('polygon', polygon(pointsRound(at(diameter / 2, diameter / 2), diameter / 2, corners))),
    dimensions: [{ of: 'diameter', from: at(diameter / 2, 0), to: at(diameter / 2, diameter) }],
  }),
};

const STAR: MeasuredShape = {
  name: 'star',
  label: 'Star',
  measures: [count('points', 'Points', 5, 3, 60), DIAMETER, length('inner', 'Between its points', 20, { min: 0.5 })],
  draw: ({ points, diameter, inner }) => {
    atMost({ name: 'inner', label: 'Between its points' }, inner, diameter - 0.2, 'It is no star any more');
    const middle = at(diameter / 2, diameter / 2);
    const outer = pointsRound(middle, diameter / 2, points * 2);
    const within = pointsRound(middle, inner / 2, points * 2);
    return {
      parts: one('star', polygon(outer.map((point, i) => (i % 2 ? within[i] : point)))),
      dimensions: [
        { of: 'diameter', from: at(0, diameter), to: at(diameter, diameter) },
        { of: 'inner', from: at((diameter - inner) / 2, diameter / 2), to: at((diameter + inner) / 2, diameter / 2) },
      ],
    };
  },
};

const SHIELD: MeasuredShape = {
  name: 'shield',
  label: 'Shield',
  measures: [
    { ...WIDTH, usual: 50 },
    { ...HEIGHT, usual: 60 },
  ],
  draw: ({ width, height }) => {
    const [middle, side] = [width / 2, height * 0.42];
    return {
      parts: one('shield', {
        closed: true,
        start: [0, 0],
        segments: [
          ['L', width, 0],
          ['L', width, side],
          ['C', width, height * 0.72, middle + width * 0.2, height * 0.9, middle, height],
          ['C', middle - width * 0.2, height * 0.9, 0, height * 0.72, 0, side],
        ],
      }),
      dimensions: sizes(width, height),
    };
  },
};

const ARCH: MeasuredShape = {
  name: 'arch',
  label: 'Arch',
  measures: [
    { ...WIDTH, usual: 50 },
    { ...HEIGHT, usual: 70 },
  ],
  draw: ({ width, height }) => {
    atLeast(HEIGHT, height, width / 2, 'The arch is a half circle');
    const r = width / 2;
    return {
      parts: one('arch', {
        closed: true,
        start: [0, height],
        segments: [['L', 0, r], ...arc(at(r, r), r, Math.PI, Math.PI), ['L', width, height]],
      }),
      dimensions: sizes(width, height),
    };
  },
};

const HEART: MeasuredShape = {
  name: 'heart',
  label: 'Heart',
  measures: [
    { ...WIDTH, usual: 50 },
    { ...HEIGHT, usual: 46 },
  ],
  draw: ({ width, height }) => {
    // Two half circles side by side above a point, stretched to the size.
    const [r, middle, down] = [width / 4, width / 2, width / 4];
    const stretch = height / width;
    const y = (mm: number) => mm * stretch;
    const k = 0.5522847498 * r;
    return {
      parts: one('heart', {
        closed: true,
        start: [middle, y(down)],
        segments: [
          ['C', middle, y(down - k), middle + r - k, 0, middle + r, 0],
          ['C', middle + r + k, 0, width, y(down - k), width, y(down)],
          ['C', width, y(width * 0.55), middle + r * 0.6, y(width * 0.8), middle, height],
          ['C', middle - r * 0.6, y(width * 0.8), 0, y(width * 0.55), 0, y(down)],
          ['C', 0, y(down - k), middle - r - k, 0, middle - r, 0],
          ['C', middle - r + k, 0, middle, y(down - k), middle, y(down)],
        ],
      }),
      dimensions: sizes(width, height),
    };
  },
};

const NOTCH = length('notch', 'Notch', 8, { min: 0, step: 0.5 });
const BANNER: MeasuredShape = {
  name: 'banner',
  label: 'Banner',
  measures: [{ ...WIDTH, usual: 90 }, { ...HEIGHT, usual: 20 }, NOTCH],
  draw: ({ width, height, notch }) => {
    atMost(NOTCH, notch, width / 2 - 0.5, 'The notches meet');
    return {
      parts: one(
        'banner',
        polygon([
          at(0, 0),
          at(width, 0),
          at(width - notch, height / 2),
          at(width, height),
          at(0, height),
          at(notch, height / 2),
        ]),
      ),
      dimensions: [...sizes(width, height), { of: 'notch', from: at(0, height / 2), to: at(notch, height / 2) }],
    };
  },
};

const LEAF: MeasuredShape = {
  name: 'leaf',
  label: 'Leaf',
  measures: [
    { ...WIDTH, usual: 30 },
    { ...HEIGHT, usual: 60 },
  ],
  draw: ({ width, height }) => {
    const middle = width / 2;
    // The widest place of a curve with both its handles at a side is three quarters of the way to them.
    const reach = (width / 2) * (4 / 3);
    return {
      parts: one('leaf', {
        closed: true,
        start: [middle, 0],
        segments: [
          ['C', middle + reach, height * 0.3, middle + reach, height * 0.8, middle, height],
          ['C', middle - reach, height * 0.8, middle - reach, height * 0.3, middle, 0],
        ],
      }),
      dimensions: sizes(width, height),
    };
  },
};

/** Outlines of one piece, without holes to hang by. */
export const PLAIN_SHAPES: readonly MeasuredShape[] = [
  RECTANGLE,
  PLATE,
  CIRCLE,
  RING,
  OVAL,
  POLYGON,
  STAR,
  SHIELD,
  ARCH,
  HEART,
  BANNER,
  LEAF,
];
