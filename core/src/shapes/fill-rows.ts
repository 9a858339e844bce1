import { boundsOf, type Point, type Polyline } from '../geometry';

/** A run of a row that is filled, from its start to its end. */
interface Row {
  points: Point[];
}

/**
 * Rows that fill closed contours (even-odd, so that holes stay free), `intervalMm` apart, back and forth: each row is a
 * stretch inside. Rows keep half an interval from the upper edge.
 * @throws RangeError for an interval that is not above 0
 */
export function fillRows(contours: readonly Polyline[], intervalMm: number): Row[] {
  if (!(intervalMm > 0)) throw new RangeError(`The interval of rows is above 0 mm; ${intervalMm} came.`);
  const box = boundsOf(contours.flatMap(({ points }) => points));
  if (!box) return [];
  const count = Math.max(1, Math.round((box.maxY - box.minY) / intervalMm));
  const crossings: number[][] = Array.from({ length: count }, () => []);
  const yOf = (row: number) => box.minY + (row + 0.5) * intervalMm;
  for (const { points } of contours) {
    for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
      const [a, b] = points[i].y < points[j].y ? [points[i], points[j]] : [points[j], points[i]];
      // Rows at a.y ≤ y < b.y, so that a corner on a row counts once.
      const first = Math.max(0, Math.ceil((a.y - box.minY) / intervalMm - 0.5));
      for (let row = first; row < count && yOf(row) < b.y; row++)
        crossings[row].push(a.x + ((b.x - a.x) * (yOf(row) - a.y)) / (b.y - a.y));
    }
  }
  const rows: Row[] = [];
  crossings.forEach((xs, row) => {
    xs.sort((p, q) => p - q);
    const y = yOf(row);
    const runs: Row[] = [];
    for (let i = 0; i + 1 < xs.length; i += 2)
      if (xs[i + 1] > xs[i])
        runs.push({
          points: [
            { x: xs[i], y },
            { x: xs[i + 1], y },
          ],
        });
    if (row % 2) runs.reverse().forEach((run) => run.points.reverse());
    rows.push(...runs);
  });
  return rows;
}
