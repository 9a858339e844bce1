import type { CurveContour } from '../geometry';
import { at, circle, line, rectangle } from './contours';
import { length, type MeasuredShape } from './measured-shape';
import { sizes } from './plain-shapes';
import { atMost } from './refuse';
import { TURN_MARKS } from './aid-names';

const WIDTH = length('width', 'Width', 100);
const HEIGHT = length('height', 'Height', 70);
const BAND = length('band', 'Width of the band', 4, { min: 0.2, max: 500, step: 0.5 });
const CORNER = length('corner', 'Corner radius', 6, { min: 0, max: 1000, step: 0.5 });
const GAP = length('gap', 'Between the lines', 3, { min: 0.2, max: 500, step: 0.5 });
const ARM = length('arm', 'Length of a mark', 8, { min: 1, max: 500, step: 0.5 });

const BORDER: MeasuredShape = {
  name: 'border',
  label: 'Box border',
  measures: [WIDTH, HEIGHT, BAND, CORNER],
  draw: ({ width, height, band, corner }) => {
    atMost(BAND, band, Math.min(width, height) / 2 - 0.2, 'The band closes up');
    atMost(CORNER, corner, Math.min(width, height) / 2, 'The corners meet');
    return {
      parts: [
        {
          name: 'border',
          contours: [
            rectangle(at(0, 0), width, height, corner),
            rectangle(at(band, band), width - 2 * band, height - 2 * band, Math.max(0, corner - band)),
          ],
        },
      ],
      dimensions: [...sizes(width, height), { of: 'band', from: at(0, height / 2), to: at(band, height / 2) }],
    };
  },
};

const RULED: MeasuredShape = {
  name: 'ruled-frame',
  label: 'Ruled frame',
  measures: [WIDTH, HEIGHT, GAP],
  draw: ({ width, height, gap }) => {
    atMost(GAP, gap, Math.min(width, height) / 2 - 0.2, 'The inner line closes up');
    return {
      parts: [
        { name: 'outer line', contours: [ruled(0, width, height)] },
        { name: 'inner line', contours: [ruled(gap, width, height)] },
      ],
      dimensions: [...sizes(width, height), { of: 'gap', from: at(0, height / 2), to: at(gap, height / 2) }],
    };
  },
};

/** A line that comes back to where it began, to be drawn: it stays open, so that nothing counts as inside. */
function ruled(inset: number, width: number, height: number): CurveContour {
  const [right, bottom] = [width - inset, height - inset];
  return line(at(inset, inset), at(right, inset), at(right, bottom), at(inset, bottom), at(inset, inset));
}

const MARKS: MeasuredShape = {
  name: 'corner-marks',
  label: 'Corner marks',
  measures: [WIDTH, HEIGHT, ARM],
  draw: ({ width, height, arm }) => {
    atMost(ARM, arm, Math.min(width, height) / 2, 'The marks run into each other');
    const mark = (x: number, y: number, right: 1 | -1, down: 1 | -1): CurveContour =>
      line(at(x + right * arm, y), at(x, y), at(x, y + down * arm));
    return {
      parts: [
        { name: 'mark, upper left', contours: [mark(0, 0, 1, 1)] },
        { name: 'mark, upper right', contours: [mark(width, 0, -1, 1)] },
        { name: 'mark, lower right', contours: [mark(width, height, -1, -1)] },
        { name: 'mark, lower left', contours: [mark(0, height, 1, -1)] },
      ],
      dimensions: [...sizes(width, height), { of: 'arm', from: at(0, 0), to: at(arm, 0) }],
    };
  },
};

/** The last of four marks stands so far further in than the others, so that a sheet turned the wrong way is told from a right one. */
const ODD_MM = 12;
const HOLE = length('hole', 'Holes', 3, { min: 0.5, max: 20, step: 0.5 });

const TO_TURN_BY: MeasuredShape = {
  name: TURN_MARKS,
  label: 'Marks to turn by',
  measures: [WIDTH, HEIGHT, HOLE],
  draw: ({ width, height, hole }) => {
    atMost(HOLE, hole, (Math.min(width, height) - ODD_MM) / 2, 'The holes run into each other');
    const r = hole / 2;
    const mark = (name: string, x: number, y: number) => ({ name: `mark, ${name}`, contours: [circle(at(x, y), r)] });
    return {
      parts: [
        mark('upper left', r, r),
        mark('upper right', width - r, r),
        mark('lower left', r, height - r),
        mark('lower right', width - r - ODD_MM, height - r),
      ],
      dimensions: [...sizes(width, height), { of: 'hole', from: at(0, r), to: at(hole, r) }],
    };
  },
};

/** What goes round other things. */
export const FRAMES: readonly MeasuredShape[] = [BORDER, RULED, MARKS, TO_TURN_BY];
