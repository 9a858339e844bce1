import { PLACEMENT_RULER_NAME } from './aid-names';
import { digitLines } from '../shapes';
import type { CurveContour, Polyline } from '../geometry';
import { at, line } from './contours';
import { choice, length, type MeasuredPart, type MeasuredShape } from './measured-shape';
import { atMost } from './refuse';

const SIDE = length('side', 'To each side', 120, { min: 20, max: 400, step: 5 });
const DOWN = length('down', 'Down the middle', 180, { min: 30, max: 600, step: 5 });
const NECK = length('neck', 'Width of the neckline', 160, { min: 20, max: 400, step: 5 });
const DIP = length('dip', 'Depth of the neckline', 20, { min: 0, max: 300, step: 1 });
const INCH_MM = 25.4;

const asContour = ({ points, closed }: Polyline): CurveContour => ({ ...line(...points), closed });

/**
 * A ruler to lay a print on a garment by: a middle line under the curve of the neckline, with marks and figures in
 * centimetres or half inches.
 */
export const PLACEMENT_RULER: MeasuredShape = {
  name: PLACEMENT_RULER_NAME,
  label: 'Placement ruler',
  measures: [SIDE, DOWN, NECK, DIP, choice('inches', 'Marks each', ['centimetre', 'half inch'])],
  draw: ({ side, down, neck, dip, inches }) => {
    atMost(NECK, neck, 2 * side, 'The neckline is wider than the ruler');
    atMost(DIP, dip, down - 10, 'The neckline reaches the end of the ruler');
    const every = inches ? INCH_MM / 2 : 10;
    const middle = side;
    // The neckline's curve has its handles a third lower than it dips.
    const low = dip * (4 / 3);
    const parts: MeasuredPart[] = [
      { name: 'middle line', contours: [line(at(middle, dip), at(middle, dip + down))] },
      {
        name: 'neckline',
        contours: [
          {
            closed: false,
            start: [middle - neck / 2, 0],
            segments: [['C', middle - neck / 4, low, middle + neck / 4, low, middle + neck / 2, 0]],
          },
        ],
      },
      { name: 'cross line', contours: [line(at(0, dip + down), at(2 * side, dip + down))] },
    ];
    const marks: CurveContour[] = [];
    const figures: CurveContour[] = [];
    for (let i = 1; i * every <= down + 1e-9; i++) {
      const [y, isLong] = [dip + i * every, i % 2 === 0 || !inches];
      const half = isLong ? 4 : 2.5;
      marks.push(line(at(middle - half, y), at(middle + half, y)));
      const figure = inches ? i / 2 : i;
      if (isLong && (inches || i % 2 === 0))
        figures.push(...digitLines(figure, 4, { x: middle + 6, y: y - 2 }).map(asContour));
    }
    for (let i = 1; i * every <= side + 1e-9; i++)
      for (const way of [-1, 1]) {
        const x = middle + way * i * every;
        const isLong = i % 2 === 0 || !inches;
        marks.push(line(at(x, dip + down), at(x, dip + down - (isLong ? 4 : 2.5))));
      }
    return {
      parts: [...parts, { name: 'marks', contours: marks }, { name: 'figures', contours: figures }],
      dimensions: [
        { of: 'side', from: at(middle, dip + down), to: at(2 * side, dip + down) },
        { of: 'down', from: at(middle, dip), to: at(middle, dip + down) },
        { of: 'neck', from: at(middle - neck / 2, 0), to: at(middle + neck / 2, 0) },
      ],
    };
  },
};
