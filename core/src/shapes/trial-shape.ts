import type { Bounds, Point, Polyline } from '../geometry';
import { processOf, type ProcessName } from '../recipes';
import { digitLines, digitsWidth } from './digits';
import { hatchLines } from './hatch';

/** A shape that shows the faults of a process, with its number. Closed lines are followed, the hatch fills. */
export interface TrialShape {
  contours: Polyline[];
  label: Polyline[];
}

/** How large a trial shape is with its label, in mm. */
export interface TrialSize {
  widthMm: number;
  heightMm: number;
}

const LABEL_MM = 3;
const GAP_MM = 1.5;
/** Lines of a patch that a point engraves or a tip rubs are this far apart where the settings do not say, in mm. */
const PATCH_INTERVAL_MM = 0.6;

/** How much room a trial of a process takes. */
export function trialSize(process: ProcessName): TrialSize {
  const side = processOf(process).trial.sideMm;
  return { widthMm: side, heightMm: side + GAP_MM + LABEL_MM };
}

/**
 * What is cut, drawn or engraved for one trial: for what parts or creases, a square with a triangle in it and a corner of
 * narrow teeth, where small pieces and sharp corners tell; for what covers an area, a filled patch; for lines, a square
 * with lines ever closer; for the press, the outline of a swatch. Its number stands below.
 * @param at the upper left corner, in mm
 * @param intervalMm between the lines of a filled patch
 */
export function trialShape(
  process: ProcessName,
  number: number,
  at: Point,
  intervalMm = PATCH_INTERVAL_MM,
): TrialShape {
  const side = processOf(process).trial.sideMm;
  const box: Bounds = { minX: at.x, minY: at.y, maxX: at.x + side, maxY: at.y + side };
  const label = digitLines(number, LABEL_MM, {
    x: at.x + (side - digitsWidth(number, LABEL_MM)) / 2,
    y: box.maxY + GAP_MM,
  });
  return { contours: contoursOf(process, box, intervalMm), label };
}

function contoursOf(process: ProcessName, box: Bounds, intervalMm: number): Polyline[] {
  switch (processOf(process).trial.shows) {
    case 'patch':
      return hatchLines(box, intervalMm);
    case 'lines':
      return [frame(box), ...closerLines(box)];
    case 'edges':
      return [triangle(box), teeth(box), frame(box)];
    case 'swatch':
      return [frame(box)];
  }
}

const frame = ({ minX, minY, maxX, maxY }: Bounds): Polyline => ({
  closed: true,
  points: [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ],
});

/** A triangle that is easy to lift where it is cut clean. */
function triangle({ minX, minY, maxX }: Bounds): Polyline {
  const unit = (maxX - minX) / 12;
  return {
    closed: true,
    points: [
      [2, 6.5],
      [5, 1.5],
      [8, 6.5],
    ].map(([x, y]) => ({ x: minX + x * unit, y: minY + y * unit })),
  };
}

/** Narrow teeth in a corner: they tear or hang before anything else does. */
function teeth({ minX, minY, maxX }: Bounds): Polyline {
  const unit = (maxX - minX) / 12;
  const ridge = [
    [2, 10.5],
    [2, 8],
    [3.2, 10],
    [4.4, 8],
    [5.6, 10],
    [6.8, 8],
    [8, 10],
    [9.2, 8],
    [10.2, 10.5],
  ];
  return { closed: true, points: ridge.map(([x, y]) => ({ x: minX + x * unit, y: minY + y * unit })) };
}

/** Lines that stand ever closer, where ink runs together and creases crack. */
function closerLines({ minX, minY, maxX, maxY }: Bounds): Polyline[] {
  const width = maxX - minX;
  return [0.2, 0.45, 0.65, 0.8, 0.89, 0.94].map((share) => ({
    closed: false,
    points: [
      { x: minX + share * width, y: minY + 0.15 * width },
      { x: minX + share * width, y: maxY - 0.15 * width },
    ],
  }));
}
