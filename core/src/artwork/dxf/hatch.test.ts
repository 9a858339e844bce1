import {
  Colors,
  DxfWriter,
  HatchBoundaryPaths,
  HatchPolylineBoundary,
  HatchPredefinedPatterns,
  Units,
  pattern,
  point2d,
  point3d,
  vertex,
} from '@tarikjabiri/dxf';
import { dxf, entity } from '../../../testing/dxf';
import { flatten, polylineLength, signedArea } from '../../geometry';
import { readDxf, type ArtworkReading } from '../index';

const areaOf = ({ parts }: ArtworkReading) =>
  parts.reduce(
    (sum, { contours }) =>
      sum +
      contours.reduce(
        (area, contour, i) => area + (i ? -1 : 1) * Math.abs(signedArea(flatten(contour, 0.001).points)),
        0,
      ),
    0,
  );
const hatch = (...boundary: [number, number][]) =>
  readDxf(
    dxf({
      units: 4,
      entities: [
        entity('HATCH', '0', [10, 0], [20, 0], [30, 0], [2, 'SOLID'], [70, 1], ...boundary, [75, 0], [76, 1], [98, 0]),
      ],
    }),
  );

describe('the boundaries of a hatch', () => {
  it('a polyline with bulges, and a hole in it', () => {
    const outer: [number, number][] = [
      [92, 2],
      [72, 1],
      [73, 1],
      [93, 2],
      [10, 0],
      [20, 0],
      [42, 1],
      [10, 20],
      [20, 0],
      [42, 1],
      [97, 0],
    ];
    const inner: [number, number][] = [
      [92, 2],
      [72, 0],
      [73, 1],
      [93, 4],
      [10, 8],
      [20, -2],
      [10, 12],
      [20, -2],
      [10, 12],
      [20, 2],
      [10, 8],
      [20, 2],
      [97, 0],
    ];
    const reading = hatch([91, 2], ...outer, ...inner);
    expect(reading.parts).toHaveLength(1);
    expect(areaOf(reading) / (Math.PI * 100 - 16)).toBeCloseTo(1, 3);
  });

  it('edges: a half circle, run either way, closed by a line', () => {
    const edges = (counter: number, from: number, to: number): [number, number][] => [
      [91, 1],
      [92, 1],
      [93, 2],
      [72, 2],
      [10, 0],
      [20, 0],
      [40, 10],
      [50, from],
      [51, to],
      [73, counter],
      [72, 1],
      [10, -10],
      [20, 0],
      [11, 10],
      [21, 0],
      [97, 0],
    ];
    expect(areaOf(hatch(...edges(1, 0, 180))) / (Math.PI * 50)).toBeCloseTo(1, 3);
    expect(areaOf(hatch(...edges(0, 180, 360))) / (Math.PI * 50)).toBeCloseTo(1, 3);
  });

  it('edges: a whole ellipse, and a spline that is a Bézier', () => {
    const ellipse: [number, number][] = [
      [92, 1],
      [93, 1],
      [72, 3],
      [10, 0],
      [20, 0],
      [11, 10],
      [21, 0],
      [40, 0.5],
      [50, 0],
      [51, 360],
      [73, 1],
      [97, 0],
    ];
    expect(areaOf(hatch([91, 1], ...ellipse)) / (Math.PI * 50)).toBeCloseTo(1, 3);
    const knots: [number, number][] = [0, 0, 0, 0, 1, 1, 1, 1].map((knot) => [40, knot]);
    const spline: [number, number][] = [
      [92, 1],
      [93, 1],
      [72, 4],
      [94, 3],
      [73, 0],
      [74, 0],
      [95, 8],
      [96, 4],
      ...knots,
      [10, 0],
      [20, 0],
      [10, 0],
      [20, 30],
      [10, 30],
      [20, 30],
      [10, 30],
      [20, 0],
      [97, 0],
    ];
    // Under this cubic y·dx integrates to 3/5 of the square of its chord.
    expect(areaOf(hatch([91, 1], ...spline)) / 540).toBeCloseTo(1, 3);
  });

  it('that break off are told, and the rest is read', () => {
    const { notices } = hatch([91, 1], [92, 1], [93, 3], [72, 1], [10, 0]);
    expect(notices[0].message).toMatch(/^HATCH: its boundary breaks off where group 20 was expected/);
  });
});

// Written by the package @tarikjabiri/dxf (MIT).
describe('a file that a library wrote', () => {
  it('has its layers, colours, units, areas and lengths', () => {
    const writer = new DxfWriter();
    writer.setUnits(Units.Inches);
    writer.addLayer('plate', Colors.Blue, 'Continuous');
    writer.setCurrentLayerName('plate');
    writer.addCircle(point3d(1, 1), 0.5);
    writer.addLine(point3d(0, 0), point3d(3, 4));
    writer.addEllipse(point3d(5, 5), point3d(2, 0), 0.5, 0, 2 * Math.PI);
    writer.addLWPolyline(
      [{ point: point2d(20, 0) }, { point: point2d(22, 0) }, { point: point2d(22, 1) }, { point: point2d(20, 1) }],
      { flags: 1 },
    );
    const boundary = new HatchBoundaryPaths();
    const polygon = new HatchPolylineBoundary();
    for (const [x, y] of [
      [10, 10],
      [12, 10],
      [12, 13],
      [10, 13],
    ])
      polygon.add(vertex(x, y));
    boundary.addPolylineBoundary(polygon);
    writer.addHatch(boundary, pattern({ name: HatchPredefinedPatterns.SOLID }));
    const reading = readDxf(writer.stringify());
    expect(new Set(reading.parts.map((part) => part.layer))).toEqual(new Set(['plate']));
    expect(new Set(reading.parts.map((part) => part.colour))).toEqual(new Set(['#0000ff']));
    const inches2 = Math.PI * 0.25 + Math.PI * 2 + 2 + 6;
    const closed = { ...reading, parts: reading.parts.filter(({ contours }) => contours[0].closed) };
    expect(Math.abs(areaOf(closed) / (inches2 * 25.4 ** 2) - 1)).toBeLessThan(0.001);
    const [open] = reading.parts.filter(({ contours }) => !contours[0].closed);
    expect(polylineLength(flatten(open.contours[0], 0.01))).toBeCloseTo(5 * 25.4, 6);
    expect(reading.notices.filter(({ code }) => code === 'unread')).toEqual([]);
  });
});
