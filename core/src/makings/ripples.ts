import {
  difference,
  edgesOf,
  intersection,
  nestRings,
  offset,
  regionOf,
  union,
  withoutHoles,
  type Region,
} from '../geometry';
import { choice, count, length } from '../measured';
import { withEye } from './eye';
import { OperationRefusedError, type Operation } from './operation';
import { boxOf } from './repeats';

/** A part with bands round it that grow outward, held together by a spine. */
export const RIPPLES: Operation = {
  name: 'ripples',
  label: 'Ripples',
  needs: 'one',
  takesGroups: true,
  measures: [
    count('count', 'Ripples', 3, 1, 40),
    length('gap', 'Gap', 3, { min: 0.2, max: 500, step: 0.5 }),
    length('rib', 'Rib', 2, { min: 0.2, max: 500, step: 0.5 }),
    length('spine', 'Width of the spine', 3, { min: 0.2, max: 500, step: 0.5 }),
    { name: 'angle', label: 'Spine at', unit: '°', usual: 90, min: -180, max: 180, step: 5 },
    choice('middle', 'The middle', ['stays solid', 'is open']),
    length('hole', 'Hole of an eye (0: none)', 0, { min: 0, max: 200, step: 0.5 }),
  ],
  tell: ([lines], measures) => {
    const made = regionOf(RIPPLES.apply([lines], measures));
    const pieces = nestRings(made).filter((around) => around.length === 0).length;
    return pieces > 1
      ? `It comes in ${pieces} pieces: the spine does not meet all of them. Turn it, make it wider, or set the ripples nearer.`
      : null;
  },
  apply: ([lines], { count: number, gap, rib, spine, angle, middle, hole }) => {
    const core = regionOf(lines);
    if (core.length === 0) throw new OperationRefusedError('ripples go round an outline, and it has none');
    // What lies within the part stays as it is: ripples go round the outside.
    const outside = withoutHoles(core);
    const bands: Region[] = [middle === 0 ? core : difference(core, offset(core, -rib))];
    // Each at its own distance from the part: grown by one after the other, every corner would come to have ever more points.
    let edge = outside;
    for (let i = 0; i < number; i++) {
      const inner = offset(outside, i * (gap + rib) + gap);
      edge = offset(outside, (i + 1) * (gap + rib));
      bands.push(difference(edge, inner));
    }
    const box = boxOf(edgesOf(edge));
    const bar = spineOf(box, spine, angle);
    // The spine ends with the outermost ripple; holes of the part and an open middle stay open.
    const stays = [difference(outside, core), ...(middle === 0 ? [] : [offset(core, -rib)])];
    const held = difference(intersection([bar], edge), union(stays));
    const whole = union([...bands, held]);
    return edgesOf(hole > 0 ? withEye(whole, box, 0, hole, Math.max(rib, 0.5), 0) : whole);
  },
};

function spineOf({ minX, maxX, minY, maxY }: ReturnType<typeof boxOf>, width: number, angle: number) {
  const turn = (angle * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const far = maxX - minX + maxY - minY;
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([s, t]) => ({
    x: x + s * far * ux - (t * width * uy) / 2,
    y: y + s * far * uy + (t * width * ux) / 2,
  }));
}
