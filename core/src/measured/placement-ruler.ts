import { PLACEMENT_RULER_NAME } from './aid-names';
import { digitLines, digitsWidth } from '../shapes';
import type { CurveContour, Polyline } from '../geometry';
import { at, line } from './contours';
import { choice, length, type MeasuredPart, type MeasuredShape, type Measures } from './measured-shape';
import { atMost } from './refuse';

const SIDE = length('side', 'To each side', 120, { min: 20, max: 400, step: 5 });
const DOWN = length('down', 'Down the middle', 180, { min: 30, max: 600, step: 5 });
const NECK = length('neck', 'Width of the neckline', 160, { min: 20, max: 400, step: 5 });
const DIP = length('dip', 'Depth of the neckline', 20, { min: 0, max: 300, step: 1 });
const INCH_MM = 25.4;

const asContour = ({ points, closed }: Polyline): CurveContour => ({ ...line(...points), closed });

/** As far as a mark stays from an edge that it would lie on. */
const CLEAR_MM = 1;
const FIGURE_MM = 4;
const MARK_MM = { long: 4, short: 2.5 };

/** The outline: a sheet with the curve of the neckline cut out of its upper edge. */
function outlineOf({ side, down, neck, dip }: Measures): CurveContour {
  // The neckline's curve has its handles a third lower than it dips.
  const low = dip * (4 / 3);
  return {
    closed: true,
    start: [0, 0],
    segments: [
      ['L', side - neck / 2, 0],
      ['C', side - neck / 4, low, side + neck / 4, low, side + neck / 2, 0],
      ['L', 2 * side, 0],
      ['L', 2 * side, dip + down],
      ['L', 0, dip + down],
      ['L', 0, 0],
    ],
  };
}

/** A number whose middle is at a place. */
const figure = (number: number, x: number, y: number): CurveContour[] =>
  digitLines(number, FIGURE_MM, { x: x - digitsWidth(number, FIGURE_MM) / 2, y }).map(asContour);

/**
 * A ruler to lay a print on a garment by: the curve of the neckline is cut out of its upper edge, a middle line goes down from
 * there, and marks and figures in centimetres or half inches go down that line and along the lower edge.
 */
export const PLACEMENT_RULER: MeasuredShape = {
  name: PLACEMENT_RULER_NAME,
  label: 'Placement ruler',
  measures: [SIDE, DOWN, NECK, DIP, choice('inches', 'Marks each', ['centimetre', 'half inch'])],
  draw: (measures) => {
    const { side, down, neck, dip, inches } = measures;
    atMost(NECK, neck, 2 * side - 2 * CLEAR_MM, 'The neckline is wider than the ruler');
    atMost(DIP, dip, down - 10, 'The neckline reaches the end of the ruler');
    const every = inches ? INCH_MM / 2 : 10;
    const middle = side;
    const marks: CurveContour[] = [];
    const figures: CurveContour[] = [];
    // Every second mark has its figure: whole inches, or every two centimetres.
    const figureOf = (i: number): number | null => (i % 2 === 0 ? (inches ? i / 2 : i) : null);
    const markOf = (i: number): number => (i % 2 === 0 || !inches ? MARK_MM.long : MARK_MM.short);
    for (let i = 1; i * every <= down - CLEAR_MM; i++) {
      const y = dip + i * every;
      marks.push(line(at(middle - markOf(i), y), at(middle + markOf(i), y)));
      const number = figureOf(i);
      if (number !== null) figures.push(...figure(number, middle + 9, y - FIGURE_MM / 2));
    }
    const foot = dip + down;
    for (let i = 1; i * every <= side - CLEAR_MM; i++)
      for (const way of [-1, 1]) {
        const x = middle + way * i * every;
        marks.push(line(at(x, foot), at(x, foot - markOf(i))));
        const number = figureOf(i);
        if (number !== null) figures.push(...figure(number, x, foot - MARK_MM.long - 2 - FIGURE_MM));
      }
    const parts: MeasuredPart[] = [
      { name: 'ruler', contours: [outlineOf(measures)] },
      { name: 'middle line', contours: [line(at(middle, dip), at(middle, foot))], isMarking: true },
      { name: 'marks', contours: marks, isMarking: true },
      { name: 'figures', contours: figures, isMarking: true },
    ];
    return {
      parts,
      dimensions: [
        { of: 'side', from: at(middle, dip + down), to: at(2 * side, dip + down) },
        { of: 'down', from: at(middle, dip), to: at(middle, dip + down) },
        { of: 'neck', from: at(middle - neck / 2, 0), to: at(middle + neck / 2, 0) },
      ],
    };
  },
};
