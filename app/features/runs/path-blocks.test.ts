import { standInFor } from '@keen-anvil/core/standins';
import type { Machine } from '@keen-anvil/core/machines';
import { doneWithin, pathBlocks, rowPitch } from './path-blocks';
import { pointAlong } from './point-along';

const laser = {
  id: 'l',
  name: 'Laser',
  kind: 'diode-laser',
  workWidthMm: 400,
  workLengthMm: 400,
  motion: {
    accelerationMmS2: 1000,
    topSpeedMmS: 100,
    travelSpeedMmS: 100,
    junctionDeviationMm: 0.05,
    headDownSeconds: 0,
    headUpSeconds: 0,
  },
  dials: [],
} as unknown as Machine;
const traceOf = (file: string) => {
  const trace = standInFor(laser, file, {}, { x: 0, y: 400 }).trace();
  if (trace.kind !== 'path') throw new Error('a path was expected');
  return trace;
};
const long = [
  'G21',
  'G90',
  'M4 S0',
  ...Array.from({ length: 500 }, (_, i) => `G0 X${i % 50} Y${i} S0\nG1 X${(i % 50) + 10} Y${i} S500 F3000`),
].join('\n');

describe('rows of an engraved area', () => {
  const rows = (pitch: number) =>
    [
      'G21',
      'G90',
      'M4 S0',
      ...Array.from(
        { length: 40 },
        (_, i) => `G0 X${i % 2 ? 12 : 0} Y${i * pitch} S0\nG1 X${i % 2 ? 0 : 12} S500 F3000`,
      ),
    ].join('\n');

  it('are drawn no wider than they are apart', () => {
    expect(rowPitch(traceOf(rows(0.1)))).toBeCloseTo(0.1, 6);
  });

  it('are no rows where they are far apart, or no lines beside each other', () => {
    expect(rowPitch(traceOf(rows(4)))).toBeNull();
    const star = Array.from(
      { length: 40 },
      (_, i) => `G0 X50 Y50 S0\nG1 X${50 + 40 * Math.cos(i / 3)} Y${50 + 40 * Math.sin(i / 3)} S500 F3000`,
    );
    expect(rowPitch(traceOf(['G21', 'G90', 'M4 S0', ...star].join('\n')))).toBeNull();
  });
});

describe('the path of a head as a picture', () => {
  it('is in blocks of time without a gap, the tool down and the ways between apart', () => {
    const blocks = pathBlocks(traceOf(long));
    expect(blocks.length).toBeGreaterThan(3);
    blocks.forEach(({ from }, i) => i && expect(from).toBeGreaterThanOrEqual(blocks[i - 1].to - 1e-9));
    const count = (key: 'down' | 'up') => blocks.reduce((sum, block) => sum + (block[key].match(/M/g)?.length ?? 0), 0);
    expect(count('down')).toBe(500);
    expect(count('up')).toBeGreaterThanOrEqual(500);
  });

  it('is drawn up to where the head is', () => {
    const trace = traceOf('G21\nG90\nM4 S0\nG0 X0 Y0 S0\nG1 X100 Y0 S500 F3000');
    const half = doneWithin(trace, 0, trace.totalSeconds / 2);
    const x = Number(/L([\d.]+) /.exec(half)![1]);
    expect(x).toBeGreaterThan(45);
    expect(x).toBeLessThan(55);
    expect(doneWithin(trace, 0, trace.totalSeconds)).toContain('L100 400');
  });
});

describe('a foot that walks an edge', () => {
  it('is where the share of the way puts it', () => {
    const way = [
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 30, y: 10 },
    ];
    expect(pointAlong(way, 0.5)).toEqual({ x: 20, y: 0 });
    expect(pointAlong(way, 0.875)).toEqual({ x: 30, y: 5 });
    expect(pointAlong(way, 2)).toEqual({ x: 30, y: 10 });
  });
});
