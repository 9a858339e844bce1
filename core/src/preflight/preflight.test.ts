import type { CurveContour } from '../geometry';
import { placeParts, type PlacedPart } from '../layout';
import { checkStep, type CheckedStep } from './index';

const ring = (points: [number, number][]): CurveContour => ({
  closed: true,
  start: points[0],
  segments: points.slice(1).map(([x, y]) => ['L', x, y]),
});
const box = (x: number, y: number, width: number, height: number) =>
  ring([[x, y], [x + width, y], [x + width, y + height], [x, y + height]]);
const circle = (cx: number, cy: number, r: number): CurveContour => {
  const k = 0.5522847498 * r;
  return {
    closed: true,
    start: [cx + r, cy],
    segments: [
      ['C', cx + r, cy + k, cx + k, cy + r, cx, cy + r],
      ['C', cx - k, cy + r, cx - r, cy + k, cx - r, cy],
      ['C', cx - r, cy - k, cx - k, cy - r, cx, cy - r],
      ['C', cx + k, cy - r, cx + r, cy - k, cx + r, cy],
    ],
  };
};
const lay = (...shapes: CurveContour[][]): PlacedPart[] =>
  placeParts(shapes.map((contours, i) => ({ id: `${i}`, name: `Part ${i + 1}`, colour: '#000000', contours, place: { x: 0, y: 0 } })), false);
const step = (placed: PlacedPart[], over: Partial<CheckedStep> = {}): CheckedStep => ({
  placed,
  sheet: { name: 'navy offcut', widthMm: 200, lengthMm: 150 },
  cuttable: { minX: 8, minY: 12, maxX: 192, maxY: 125 },
  machineName: 'Long plotter',
  material: { name: 'Outdoor vinyl navy', smallestDetailMm: 1, mirrored: false },
  mirrored: false,
  ...over,
});
const codes = (s: CheckedStep) => checkStep(s).map((finding) => finding.code);

describe('where the parts lie', () => {
  it('is fine within the cuttable area', () => {
    expect(checkStep(step(lay([box(10, 20, 50, 50)])))).toEqual([]);
  });

  it('over the edge is a stop, with the place and the size of the sheet', () => {
    const [finding] = checkStep(step(lay([box(180, 20, 50, 50)], [box(20, 20, 10, 10)])));
    expect(finding).toMatchObject({ code: 'off-sheet', severity: 'stop', message: '“Part 1” lies over the edge of navy offcut (200 × 150 mm).' });
    expect(finding.places).toEqual([{ minX: 180, minY: 20, maxX: 230, maxY: 70 }]);
  });

  it('in the margin is a stop of its own', () => {
    expect(codes(step(lay([box(2, 20, 50, 50)])))).toEqual(['out-of-reach']);
    expect(codes(step(lay([box(10, 20, 50, 50)]), { cuttable: null }))).toEqual(['out-of-reach']);
  });
});

describe('details', () => {
  it('smaller than the material holds are pointed at', () => {
    const [finding] = checkStep(step(lay([box(20, 20, 50, 50)], [circle(100, 50, 0.4)], [box(120, 20, 0.5, 30)])));
    expect(finding).toMatchObject({ code: 'small-detail', severity: 'warn', message: '2 places are narrower than the 1 mm that Outdoor vinyl navy holds.' });
    expect(finding.places[0].minX).toBeCloseTo(99.6, 1);
  });

  it('and narrow holes too', () => {
    expect(codes(step(lay([box(20, 20, 50, 50), box(30, 30, 0.6, 20)])))).toContain('small-hole');
  });

  it('but not the sharp corner of a hole', () => {
    const triangle = ring([[30, 30], [60, 34], [30, 38]]);
    expect(codes(step(lay([box(20, 20, 50, 50), triangle])))).toEqual([]);
  });

  it('a thin wall between two holes is a thin place of the part', () => {
    expect(codes(step(lay([box(20, 20, 50, 50), box(25, 25, 19.8, 40), box(45, 25, 20, 40)])))).toEqual(['small-detail']);
  });
});

describe('lines cut twice', () => {
  it('the same outline drawn twice is found once, with its length', () => {
    const [finding] = checkStep(step(lay([circle(60, 60, 20)], [circle(60, 60, 20)])));
    expect(finding.code).toBe('doubled-line');
    expect(finding.message).toMatch(/along 12[56] mm/);
    expect(finding.places).toHaveLength(1);
  });

  it('two boxes that share a side, whatever their length and direction', () => {
    const [finding] = checkStep(step(lay([box(20, 20, 30, 60)], [box(50, 30, 30, 20)])));
    expect(finding.message).toContain('along 20 mm');
    expect(finding.places[0]).toEqual({ minX: 50, minY: 30, maxX: 50, maxY: 50 });
  });

  it('crossing and nearly touching lines are none', () => {
    expect(codes(step(lay([box(20, 20, 30, 30)], [box(35, 35, 30, 30)])))).toEqual([]);
    expect(codes(step(lay([box(20, 20, 30, 30)], [box(50.2, 20, 30, 30)])))).toEqual([]);
  });
});

describe('mirroring', () => {
  const film = { name: 'Transfer film white', smallestDetailMm: 1, mirrored: true };
  it('is missed where the material is cut from its back, and noticed where it is not', () => {
    expect(codes(step(lay([box(20, 20, 50, 50)]), { material: film }))).toEqual(['mirror-missing']);
    expect(codes(step(lay([box(20, 20, 50, 50)]), { material: film, mirrored: true }))).toEqual([]);
    expect(codes(step(lay([box(20, 20, 50, 50)]), { mirrored: true }))).toEqual(['mirror-unneeded']);
  });
});
