import { live, onScreen, onSheet, wholeOf, zoomed } from './lay-view';

describe('how a sheet is looked at', () => {
  const view = wholeOf({ minX: -10, minY: 0, maxX: 290, maxY: 200 }, 390, 300);

  it('shows all of it, with room for the rulers', () => {
    expect(onScreen(view, { x: -10, y: 0 })).toEqual({ x: 34, y: 26 });
    const far = onScreen(view, { x: 290, y: 200 });
    expect(far.x).toBeLessThanOrEqual(378.001);
    expect(far.y).toBeLessThanOrEqual(288.001);
  });

  it('goes nearer about the finger, and no further than makes sense', () => {
    const finger = { x: 200, y: 150 };
    const nearer = zoomed(view, 3, finger);
    expect(nearer.scale).toBeCloseTo(3 * view.scale);
    const [before, after] = [onSheet(view, finger), onSheet(nearer, finger)];
    expect([after.x, after.y]).toEqual([expect.closeTo(before.x, 9), expect.closeTo(before.y, 9)]);
    expect(zoomed(view, 1e9, finger).scale).toBe(60);
    expect(onSheet(zoomed(view, 1e-9, finger), finger).x).toBeCloseTo(before.x, 9);
  });

  it('is told to who draws it alone', () => {
    const number = live(1);
    const heard: number[] = [];
    const end = number.subscribe(() => heard.push(number.get()));
    number.set(2);
    end();
    number.set(3);
    expect([heard, number.get()]).toEqual([[2], 3]);
  });
});
