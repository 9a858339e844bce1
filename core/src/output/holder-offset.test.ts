import { boxAt } from '../../testing/job';
import { longPlotter } from '../../testing/shop';
import { standInFor } from '../standins';
import { withHolderOffset } from '../machines';
import { holderSheet, planStep, stepFile, type StepRequest } from './index';

const machine = {
  ...longPlotter,
  holders: 2,
  holderOffsets: withHolderOffset(longPlotter, 2, { xMm: 1.5, yMm: -2 }),
};
const request = (holder: number, on = machine): StepRequest => ({
  machine: on,
  process: 'draw',
  settings: { speed: 5, passes: 1 },
  holder,
  parts: [
    {
      id: 'box',
      name: 'box',
      colour: '#000000',
      contours: [boxAt(0, 0, 20, 10)],
      place: { x: 40, y: 60, angle: 0, turnedOver: false },
    },
  ],
});
/** Where the strokes of a file go, but for the way home, in the file's own numbers: mm along the feed, and across. */
const penDown = (text: string): [number, number][] =>
  [...text.replace(/PU0,0;/g, '').matchAll(/P[UD]([\d,-]+);/g)].flatMap(([, numbers]) => {
    const all = numbers.split(',').map(Number);
    return all.flatMap((n, i) => (i % 2 ? [] : [[n / 100, all[i + 1] / 100] as [number, number]]));
  });
const extent = (text: string) => {
  const [ys, xs] = [0, 1].map((i) => penDown(text).map((pair) => pair[i]));
  return [Math.min(...xs), Math.min(...ys)];
};

describe('the offset between holders', () => {
  it('moves the file of the second holder back by it, and of the first not at all', () => {
    const [first, second] = [1, 2].map((holder) => stepFile(request(holder), planStep(request(holder))).text);
    expect(extent(first)).toEqual([40, 60]);
    expect(extent(second)).toEqual([38.5, 62]);
    expect(second).toContain('SP2;');
  });

  it('leaves the picture of the path on the sheet where the tool marks', () => {
    const plan = planStep(request(2));
    const { text } = stepFile(request(2), plan);
    const trace = standInFor(machine, text, { speed: 5, passes: 1 }, plan.frame).trace();
    if (trace.kind !== 'path') throw new Error('a plotter follows a path');
    const down = [...trace.isDown].findIndex((isDown) => isDown === 1);
    expect([trace.x[trace.first[down]], trace.y[trace.first[down]]]).toEqual([
      plan.strokes[0].points[0].x,
      plan.strokes[0].points[0].y,
    ]);
  });

  it('is measured by two crosses at one place, whatever was measured before', () => {
    const text = holderSheet(machine, 2);
    expect(text.match(/SP[12];/g)).toEqual(['SP1;', 'SP2;']);
    const [marked, bare] = text.split('IN;').filter(Boolean);
    expect(extent(bare)).toEqual([20, 20]);
    expect(extent(marked)).toEqual([20, 20]);
    expect(marked.length).toBeGreaterThan(bare.length);
    expect(() => holderSheet(machine, 3)).toThrow('A holder from 2 to 2 was expected; 3 came.');
    expect(() => holderSheet({ ...machine, holders: 1 }, 2)).toThrow('there is nothing to measure');
  });

  it('keeps those of other holders where one is measured', () => {
    expect(withHolderOffset({ holderOffsets: [{ xMm: 1, yMm: 2 }] }, 4, { xMm: 3, yMm: 4 })).toEqual([
      { xMm: 1, yMm: 2 },
      { xMm: 0, yMm: 0 },
      { xMm: 3, yMm: 4 },
    ]);
  });
});
