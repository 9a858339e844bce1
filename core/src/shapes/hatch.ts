import type { Bounds, Polyline } from '../geometry';

/**
 * Lines across a rectangle, back and forth, `intervalMm` apart, from its upper edge on; the first and the last line keep
 * half an interval from the edges, so that a patch covers just its area.
 * @throws RangeError for an interval that is not above 0
 */
export function hatchLines({ minX, minY, maxX, maxY }: Bounds, intervalMm: number): Polyline[] {
  if (!(intervalMm > 0)) throw new RangeError(`The interval of a hatch is above 0 mm; ${intervalMm} came.`);
  const count = Math.max(1, Math.floor((maxY - minY) / intervalMm + 1e-9));
  const first = minY + (maxY - minY - (count - 1) * intervalMm) / 2;
  return Array.from({ length: count }, (_, i) => {
    const y = first + i * intervalMm;
    const [from, to] = i % 2 ? [maxX, minX] : [minX, maxX];
    return {
      closed: false,
      points: [
        { x: from, y },
        { x: to, y },
      ],
    };
  });
}
