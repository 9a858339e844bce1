/** What the parser's scanner offers. */
interface Scanner {
  next: () => { code: number; value: unknown };
  isEOF: () => boolean;
}

interface Point {
  x: number;
  y: number;
}

/** Reads SPLINE with its weights, which the parser leaves aside. */
export class WeightedSpline {
  readonly ForEntityName = 'SPLINE';

  parseEntity(scanner: Scanner, first: { code: number; value: unknown }): Record<string, unknown> {
    const controlPoints: Point[] = [];
    const knotValues: number[] = [];
    const weights: number[] = [];
    const entity: Record<string, unknown> = { type: first.value, controlPoints, knotValues, weights };
    let group = scanner.next();
    while (!scanner.isEOF() && group.code !== 0) {
      const { code, value } = group;
      if (code === 8) entity.layer = value;
      else if (code === 62) entity.colorIndex = value;
      else if (code === 420) entity.color = value;
      else if (code === 70) entity.closed = (Number(value) & 1) !== 0;
      else if (code === 71) entity.degreeOfSplineCurve = value;
      else if (code === 40) knotValues.push(Number(value));
      else if (code === 41) weights.push(Number(value));
      else if (code === 10) controlPoints.push({ x: Number(value), y: NaN });
      else if (code === 20 && controlPoints.length) controlPoints[controlPoints.length - 1].y = Number(value);
      group = scanner.next();
    }
    return entity;
  }
}
