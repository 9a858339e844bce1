import { diode, longPlotter } from '../../testing/shop';
import { edgeFile, edgeWay, readGcode, readHpgl } from './index';

const strokes = [
  {
    points: [
      { x: 50, y: 50 },
      { x: 80, y: 50 },
      { x: 65, y: 90 },
      { x: 50, y: 50 },
    ],
  },
  {
    points: [
      { x: 60, y: 60 },
      { x: 70, y: 60 },
    ],
  },
];

describe('walking the edge', () => {
  it('goes round the box of what is about to run, or tightly round it', () => {
    expect(edgeWay(strokes, 'box')).toEqual([
      { x: 50, y: 50 },
      { x: 80, y: 50 },
      { x: 80, y: 90 },
      { x: 50, y: 90 },
      { x: 50, y: 50 },
    ]);
    expect(edgeWay(strokes, 'hull')).toHaveLength(4);
    expect(edgeWay([], 'hull')).toEqual([]);
  });

  it('keeps a beam off where it cannot point, and at its pointing power where it can', () => {
    const zero = { x: 0, y: 400 };
    const way = edgeWay(strokes, 'box');
    expect(readGcode(edgeFile(diode, way, zero), zero).moves.every(({ power }) => power === 0)).toBe(true);
    const pointing = readGcode(edgeFile({ ...diode, pointPower: 0.01 }, way, zero), zero).moves;
    expect(Math.max(...pointing.map(({ power }) => power))).toBe(0.01);
    expect(pointing.filter(({ power }) => power > 0)).toHaveLength(4);
    expect(Math.max(...pointing.map(({ speedMmS }) => speedMmS ?? 0))).toBeLessThanOrEqual(40);
  });

  it('keeps a tool up all the way', () => {
    const text = edgeFile(longPlotter, edgeWay(strokes, 'box'), { x: 0, y: 0 });
    expect(readHpgl(text).strokes).toEqual([]);
    expect(text).toContain('PU5000,5000;\nPU5000,8000;');
  });
});
