import { at, rectangle, slot } from './contours';
import { count, length, type MeasuredShape } from './measured-shape';
import { sizes } from './plain-shapes';
import { atLeast, atMost } from './refuse';

const CORNER = length('corner', 'Corner radius', 5, { min: 0, max: 1000, step: 0.5 });
const HOLE = length('hole', 'Hole', 4, { min: 0.5, max: 200, step: 0.5 });
const RIM = length('rim', 'Edge to hole', 4, { min: 0.5, max: 500, step: 0.5 });
const SLOT = length('slot', 'Length of the slot', 4, { min: 0.5, max: 1000, step: 0.5 });
/** What has to be left beside a hole, in mm. */
const LEAST_MM = 0.5;

/** A tag with one hole at its upper edge, or one at each side; a slot where it is longer than the hole is wide. */
export const TAG: MeasuredShape = {
  name: 'tag',
  label: 'Tag with a hole',
  measures: [
    length('width', 'Width', 40),
    length('height', 'Height', 60),
    CORNER,
    count('holes', 'Holes', 1, 1, 2),
    HOLE,
    RIM,
    SLOT,
  ],
  draw: ({ width, height, corner, holes, hole, rim, slot: long }) => {
    atMost(CORNER, corner, Math.min(width, height) / 2, 'The corners meet');
    const isSide = holes === 2;
    // A slot runs along the edge that the hole is at.
    const [along, across] = isSide ? [height, width / 2] : [width, height];
    atMost(HOLE, hole, Math.min(along, across) - 2 * LEAST_MM, 'The hole reaches the edge');
    atMost(RIM, rim, across - hole - LEAST_MM, 'The hole reaches the edge');
    const length = Math.max(hole, long);
    atMost(SLOT, length, along - 2 * LEAST_MM, 'The slot reaches the edge');
    // A round corner takes away what a square one has.
    atLeast(RIM, rim, leastInset(along, corner, hole, length) - hole / 2, 'The hole reaches the edge');
    const outline = rectangle(at(0, 0), width, height, corner);
    const inset = rim + hole / 2;
    const round = isSide
      ? [turned(at(inset, height / 2), length, hole), turned(at(width - inset, height / 2), length, hole)]
      : [slot(at(width / 2, inset), length, hole)];
    const middle = isSide ? at(inset, height / 2) : at(width / 2, inset);
    return {
      parts: [{ name: 'tag', contours: [outline, ...round] }],
      dimensions: [
        ...sizes(width, height),
        { of: 'hole', from: at(middle.x - hole / 2, middle.y), to: at(middle.x + hole / 2, middle.y) },
        isSide
          ? { of: 'rim', from: at(0, middle.y), to: at(rim, middle.y) }
          : { of: 'rim', from: at(middle.x, 0), to: at(middle.x, rim) },
      ],
    };
  },
};

/** A slot that runs down instead of across. */
function turned({ x, y }: { x: number; y: number }, length: number, width: number) {
  return length <= width
    ? slot(at(x, y), width, width)
    : rectangle(at(x - width / 2, y - length / 2), width, length, width / 2);
}

/** How far below its edge the middle of a slot has to lie so that its round ends keep clear of the round corners. */
function leastInset(along: number, corner: number, hole: number, length: number): number {
  // The end's middle beyond where the corner begins.
  const beyond = (length - hole) / 2 - (along / 2 - corner);
  if (beyond <= 0) return 0;
  // Within the corner it lies so far from that circle's middle at most.
  const most = corner - hole / 2 - LEAST_MM;
  return most <= beyond ? corner : corner - Math.sqrt(most ** 2 - beyond ** 2);
}
