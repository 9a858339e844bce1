import { difference, edgesOf, intersection, offset, regionOf, union, type Region } from '../geometry';
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
  apply: ([lines], { count: number, gap, rib, spine, angle, middle, hole }) => {
    const core = regionOf(lines);
    if (core.length === 0) throw new OperationRefusedError('ripples go round an outline, and it has none');
    const bands: Region[] = [middle === 0 ? core : difference(core, offset(core, -rib))];
    // Each at its own distance from the part: grown by one after the other, every corner would come to have ever more points.
    let edge = core;
    for (let i = 0; i < number; i++) {
      const inner = offset(core, i * (gap + rib) + gap);
      edge = offset(core, (i + 1) * (gap + rib));
      bands.push(difference(edge, inner));
    }
    const box = boxOf(edgesOf(edge));
    const bar = spineOf(box, spine, angle);
    // The spine ends with the outermost ripple; an open middle stays open.
    const held = intersection([bar], edge);
    const whole = union([...bands, middle === 0 ? held : difference(held, offset(core, -rib))]);
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
