import { readEntity, type Group, type Scanner } from './group-reader';

/** Reads SPLINE with its weights, which the parser leaves aside. */
export class WeightedSpline {
  readonly ForEntityName = 'SPLINE';

  parseEntity(scanner: Scanner, first: Group): Record<string, unknown> {
    const controlPoints: { x: number; y: number }[] = [];
    const knotValues: number[] = [];
    const weights: number[] = [];
    const entity: Record<string, unknown> = { type: first.value, controlPoints, knotValues, weights };
    return readEntity(scanner, entity, ({ code, value }) => {
      if (code === 70) entity.closed = (Number(value) & 1) !== 0;
      else if (code === 71) entity.degreeOfSplineCurve = value;
      else if (code === 40) knotValues.push(Number(value));
      else if (code === 41) weights.push(Number(value));
      else if (code === 10) controlPoints.push({ x: Number(value), y: NaN });
      else if (code === 20 && controlPoints.length) controlPoints[controlPoints.length - 1].y = Number(value);
    });
  }
}
