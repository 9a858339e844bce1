import type { CurveContour } from '../geometry';
import { rectangle } from '../measured/contours';
import { liesOverOf } from './lies-over';

const square = (x: number, y: number, size: number): CurveContour => rectangle({ x, y }, size, size);
const part = (...contours: CurveContour[]) => ({ contours });

describe('what lies over what', () => {
  it('is what covers the same place', () => {
    const over = liesOverOf([
      { id: 'name', parts: [part(square(0, 0, 20)), part(square(40, 0, 20))] },
      { id: 'star', parts: [part(square(50, 10, 20))] },
      { id: 'number', parts: [part(square(0, 30, 20))] },
    ]);
    expect(over('star', 'name')).toBe(true);
    expect(over('number', 'name')).toBe(false);
    expect(over('number', 'star')).toBe(false);
  });

  it('is not what lies in the hole of a ring, nor what only touches', () => {
    const over = liesOverOf([
      { id: 'ring', parts: [part(square(0, 0, 60), square(10, 10, 40))] },
      { id: 'letter', parts: [part(square(20, 20, 15))] },
      { id: 'beside', parts: [part(square(60, 0, 15))] },
    ]);
    expect(over('letter', 'ring')).toBe(false);
    expect(over('beside', 'ring')).toBe(false);
  });

  it('is not what is printed on the same sheet', () => {
    const print = (id: string, carrier: string) => ({ id, carrier, parts: [part(square(0, 0, 20))] });
    const over = liesOverOf([print('blue', 'paper'), print('red', 'paper'), print('gold', 'film')]);
    expect(over('red', 'blue')).toBe(false);
    expect(over('gold', 'blue')).toBe(true);
  });

  it('is never what is on the other side, and the box of what has no closed outline', () => {
    const line: CurveContour = { ...square(0, 0, 30), closed: false };
    const over = liesOverOf([
      { id: 'front', parts: [part(square(0, 0, 20))] },
      { id: 'back', side: 'back', parts: [part(square(0, 0, 20))] },
      { id: 'line', parts: [part(line)] },
    ]);
    expect(over('back', 'front')).toBe(false);
    expect(over('line', 'front')).toBe(true);
  });
});
