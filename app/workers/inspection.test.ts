import { straightAt } from '@keen-anvil/core/layout';
import { longPlotter } from '../../core/testing/shop';
import { tally } from '../../core/testing/tally';
import type { CurveContour } from '@keen-anvil/core/geometry';
import { inspectStep, type InspectionRequest } from './inspection';

const square: CurveContour = {
  closed: true,
  start: [0, 0],
  segments: [
    ['L', 40, 0],
    ['L', 40, 40],
    ['L', 0, 40],
  ],
};
const dot: CurveContour = {
  closed: true,
  start: [50, 10],
  segments: [
    ['L', 50.4, 10],
    ['L', 50.4, 10.4],
    ['L', 50, 10.4],
  ],
};

const request = (place = straightAt({ x: 20, y: 30 })): InspectionRequest => ({
  step: {
    machine: longPlotter,
    process: 'kiss-cut',
    settings: { force: 14, speed: 5, passes: 1 },
    holder: 2,
    parts: [
      { id: 'a', name: 'plate', colour: '#000000', contours: [square], place },
      { id: 'b', name: 'dot', colour: '#000000', contours: [dot], place },
    ],
  },
  check: {
    sheet: { name: 'sheet', widthMm: 200, lengthMm: 200 },
    cuttable: { minX: 8, minY: 12, maxX: 192, maxY: 175 },
    machine: longPlotter,
    process: 'kiss-cut',
    settings: { force: 14, speed: 5, passes: 1 },
    temper: { temper: 'violet', tally: tally({}) },
    tool: { name: 'Fine blade', kind: 'fine-blade', wear: 10, life: 2500 },
    holder: 2,
    material: { name: 'vinyl', family: 'vinyl', smallestDetailMm: 1, mirrored: false, inStock: 1 },
    mirrored: false,
    scripts: {},
  },
});

describe('a step looked at in the worker', () => {
  it('comes back drawn, timed and checked', () => {
    const { parts, findings, seconds, cutMm, isRough } = inspectStep(request());
    expect(parts[0]).toMatchObject({
      id: 'a',
      path: 'M20 30L60 30L60 70L20 70Z',
      bounds: { minX: 20, minY: 30, maxX: 60, maxY: 70 },
    });
    expect(cutMm).toBeCloseTo(160 + 1.6, 6);
    expect(seconds).toBeGreaterThan(161.6 / 150);
    expect(isRough).toBe(false);
    expect(findings.map((finding) => finding.code)).toEqual(['small-piece', 'small-detail']);
  });

  it('is told where the margins are', () => {
    expect(inspectStep(request(straightAt({ x: 2, y: 30 }))).findings[0].code).toBe('out-of-reach');
    expect(inspectStep(request(straightAt({ x: 155, y: 30 }))).findings[0].code).toBe('off-sheet');
  });
});
