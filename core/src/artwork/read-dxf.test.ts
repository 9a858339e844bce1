import fc from 'fast-check';
import { dxf, entity, groups, line } from '../../testing/dxf';
import { flatten, polylineLength, signedArea } from '../geometry';
import { readDxf, type ArtworkReading } from './index';
import { joinEnds } from './join-ends';

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
const lengthOf = ({ parts }: ArtworkReading) =>
  parts.flatMap(({ contours }) => contours).reduce((sum, contour) => sum + polylineLength(flatten(contour, 0.0005)), 0);
const read = (...entities: string[]) => readDxf(dxf({ units: 4, entities }));

describe('what a DXF drawing draws', () => {
  it('a circle has its area, an arc its length', () => {
    expect(areaOf(read(entity('CIRCLE', '0', [10, 50], [20, 40], [40, 10]))) / (Math.PI * 100)).toBeCloseTo(1, 3);
    const arc = read(entity('ARC', '0', [10, 0], [20, 0], [40, 20], [50, 350], [51, 80]));
    expect(lengthOf(arc) / ((20 * Math.PI) / 2)).toBeCloseTo(1, 4);
    expect(arc.parts[0].contours[0].closed).toBe(false);
  });

  it('an ellipse has its area, turned and whole, and half of it half the length', () => {
    const whole = read(
      entity('ELLIPSE', '0', [10, 5], [20, 5], [11, 6], [21, 8], [40, 0.5], [41, 0], [42, 2 * Math.PI]),
    );
    expect(areaOf(whole) / (Math.PI * 10 * 5)).toBeCloseTo(1, 3);
    const half = read(entity('ELLIPSE', '0', [10, 5], [20, 5], [11, 6], [21, 8], [40, 0.5], [41, 0], [42, Math.PI]));
    expect(lengthOf(half) / (lengthOf(whole) / 2)).toBeCloseTo(1, 4);
  });

  it('a polyline has its bulges: two of one make a circle, one of a quarter turn a rounded corner', () => {
    const poly = (closed: number, ...vertices: [number, number, number][]) =>
      entity(
        'LWPOLYLINE',
        '0',
        [90, vertices.length],
        [70, closed],
        ...vertices.flatMap(([x, y, bulge]): [number, number][] => [
          [10, x],
          [20, y],
          [42, bulge],
        ]),
      );
    expect(areaOf(read(poly(1, [0, 0, 1], [20, 0, 1]))) / (Math.PI * 100)).toBeCloseTo(1, 3);
    // A square of 10 with one corner rounded outwards by a quarter circle of radius 10.
    const quarter = Math.tan(Math.PI / 8);
    expect(areaOf(read(poly(1, [0, 0, 0], [10, 0, quarter], [0, 10, 0])))).toBeCloseTo(Math.PI * 25, 1);
    expect(areaOf(read(poly(1, [0, 0, 0], [10, 0, 0], [10, 5, 0], [0, 5, 0])))).toBeCloseTo(50, 6);
  });

  it('a polyline with a group in its vertices that nobody knows is read past it', () => {
    const odd = entity(
      'LWPOLYLINE',
      '0',
      [90, 4],
      [70, 1],
      [10, 0],
      [20, 0],
      [32, -1],
      [42, 0],
      [10, 10],
      [20, 0],
      [10, 10],
      [20, 5],
      [34, 7],
      [10, 0],
      [20, 5],
    );
    expect(areaOf(read(odd))).toBeCloseTo(50, 6);
  });

  it('an old polyline with vertices of its own', () => {
    const vertex = (x: number, y: number) => entity('VERTEX', '0', [10, x], [20, y]);
    const poly = [
      entity('POLYLINE', '0', [66, 1], [70, 1]),
      vertex(0, 0),
      vertex(30, 0),
      vertex(0, 40),
      groups([0, 'SEQEND']),
    ].join('\n');
    expect(areaOf(read(poly))).toBeCloseTo(600, 6);
  });

  it('a spline of degree 3 is the Bézier it is, and a rational one of degree 2 a quarter circle', () => {
    const spline = (degree: number, knots: number[], points: [number, number][], weights: number[] = []) =>
      entity(
        'SPLINE',
        '0',
        [70, 8],
        [71, degree],
        [72, knots.length],
        [73, points.length],
        ...knots.map((knot): [number, number] => [40, knot]),
        ...weights.map((weight): [number, number] => [41, weight]),
        ...points.flatMap(([x, y]): [number, number][] => [
          [10, x],
          [20, y],
          [30, 0],
        ]),
      );
    const bezier = read(
      spline(
        3,
        [0, 0, 0, 0, 1, 1, 1, 1],
        [
          [0, 0],
          [10, 30],
          [30, 30],
          [40, 0],
        ],
      ),
    );
    const numbers = bezier.parts[0].contours[0].segments[0].slice(1) as number[];
    [10, -30, 30, -30, 40, 0].forEach((expected, i) => expect(numbers[i]).toBeCloseTo(expected, 9));
    const arc = read(
      spline(
        2,
        [0, 0, 0, 1, 1, 1],
        [
          [10, 0],
          [10, 10],
          [0, 10],
        ],
        [1, Math.SQRT1_2, 1],
      ),
    );
    for (const { x, y } of flatten(arc.parts[0].contours[0], 0.001).points) expect(Math.hypot(x, y)).toBeCloseTo(10, 2);
    const wrong = read(
      spline(
        3,
        [0, 1],
        [
          [0, 0],
          [1, 1],
        ],
      ),
      line('0', 0, 0, 5, 0),
    );
    expect(wrong.notices[0].message).toContain('SPLINE: A spline of degree 3 with 2 points has 6 knots; 2 came.');
    expect(wrong.parts).toHaveLength(1);
  });

  it('a solid has its corners in their odd order', () => {
    expect(
      areaOf(read(entity('SOLID', '0', [10, 0], [20, 0], [11, 20], [21, 0], [12, 0], [22, 10], [13, 20], [23, 10]))),
    ).toBeCloseTo(200, 6);
  });
});

describe('units, layers and colours', () => {
  it.each([
    [1, 25.4],
    [4, 1],
    [5, 10],
    [6, 1000],
  ])('unit %d makes %d mm of one', (units, mm) => {
    const { widthMm, notices } = readDxf(dxf({ units, entities: [line('0', 0, 0, 2, 0)] }));
    expect(widthMm).toBeCloseTo(2 * mm, 9);
    expect(notices).toEqual([]);
  });

  it('a drawing without a unit is taken to be in mm, and that is said', () => {
    expect(readDxf(dxf({ entities: [line('0', 0, 0, 2, 0)] })).notices).toEqual([
      { code: 'size-assumed', message: 'The drawing names no unit; millimetres are assumed', count: 1 },
    ]);
  });

  it('what is drawn keeps its layer, in the layer’s colour or its own', () => {
    const { parts } = readDxf(
      dxf({
        units: 4,
        layers: [
          { name: 'hull', colour: 5 },
          { name: 'oars', colour: 1 },
        ],
        entities: [
          line('hull', 0, 0, 9, 0),
          line('oars', 0, 5, 9, 5),
          entity('LINE', 'hull', [62, 3], [10, 0], [20, 9], [11, 9], [21, 9]),
        ],
      }),
    );
    expect(parts.map(({ layer, colour }) => [layer, colour])).toEqual([
      ['hull', '#0000ff'],
      ['oars', '#ff0000'],
      ['hull', '#00ff00'],
    ]);
  });

  it('y goes down on our sheets', () => {
    const { parts } = read(line('0', 0, 0, 0, 10));
    expect(parts[0].contours[0].segments).toEqual([['L', 0, -10]]);
  });
});

describe('blocks', () => {
  const bench = { name: 'plate', entities: [line('0', 0, 0, 4, 0)] };
  const insert = (...pairs: [number, number][]) => groups([0, 'INSERT'], [8, '0'], [2, 'plate'], ...pairs);

  it('stand in their place, scaled, turned and in rows', () => {
    const { parts } = readDxf(
      dxf({ units: 4, blocks: [bench], entities: [insert([10, 100], [20, 50], [41, 2], [42, 2], [50, 90])] }),
    );
    expect(parts[0].contours[0].start.map((n) => Math.round(n * 1e6) / 1e6)).toEqual([100, -50]);
    expect(
      (parts[0].contours[0].segments[0] as [string, number, number])
        .slice(1)
        .map((n) => Math.round((n as number) * 1e6) / 1e6),
    ).toEqual([100, -58]);
    expect(
      readDxf(
        dxf({ units: 4, blocks: [bench], entities: [insert([10, 0], [20, 0], [70, 3], [71, 2], [44, 10], [45, 20])] }),
      ).parts,
    ).toHaveLength(6);
  });

  it('that hold each other in a circle, or are not there, do no harm', () => {
    const round = { name: 'plate', entities: [insert([10, 1], [20, 1])] };
    expect(() => readDxf(dxf({ units: 4, blocks: [round], entities: [insert([10, 0], [20, 0])] }))).toThrow(
      'hold each other in a circle',
    );
    expect(
      readDxf(dxf({ units: 4, entities: [insert([10, 0], [20, 0]), line('0', 0, 0, 1, 0)] })).notices[0].message,
    ).toBe('The block “plate” is not in the drawing');
    expect(() =>
      readDxf(dxf({ units: 4, blocks: [bench], entities: [insert([10, 0], [20, 0], [70, 9000], [71, 9000])] })),
    ).toThrow('is repeated 81');
  });
});

describe('loose ends', () => {
  const square: [number, number, number, number][] = [
    [0, 0, 10, 0],
    [10, 10.02, 10, 0.01],
    [10, 10, 0, 10],
    [0, 0.02, 0, 10],
  ];

  it('within a tolerance make closed contours, whichever way the lines run', () => {
    const reading = read(...square.map((ends) => line('0', ...ends)));
    expect(reading.parts).toHaveLength(1);
    expect(reading.parts[0].contours[0].closed).toBe(true);
    expect(areaOf(reading)).toBeCloseTo(100, 0);
    expect(reading.notices.at(-1)!.message).toBe(
      '3 loose ends within 0.05 mm of each other were joined; no line stays open',
    );
  });

  it('further apart stay open, and that is said', () => {
    const { parts, notices } = read(...square.slice(0, 3).map((ends) => line('0', ...ends)));
    expect(parts[0].contours[0].closed).toBe(false);
    expect(notices.at(-1)!.message).toContain('1 line stays open');
    expect(read(line('0', 0, 0, 1, 0), line('0', 1.2, 0, 2, 0)).parts).toHaveLength(2);
  });

  it('holes belong to the outline round them', () => {
    const ring = (size: number) =>
      [
        [0, 0, 1, 0],
        [1, 0, 1, 1],
        [1, 1, 0, 1],
        [0, 1, 0, 0],
      ].map(([a, b, c, d]) => line('0', (a - 0.5) * size, (b - 0.5) * size, (c - 0.5) * size, (d - 0.5) * size));
    const reading = read(...ring(10), ...ring(4));
    expect(reading.parts.map(({ contours }) => contours.length)).toEqual([2]);
    expect(areaOf(reading)).toBeCloseTo(84, 6);
  });

  it('are joined with no line lost and none doubled, whatever order they come in', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 40 }), fc.integer(), (count, seed) => {
        const points = Array.from(
          { length: count },
          (_, i) =>
            [Math.cos((2 * Math.PI * i) / count) * 50, Math.sin((2 * Math.PI * i) / count) * 50] as [number, number],
        );
        const lines = points.map((start, i) => ({
          closed: false,
          start,
          segments: [['L', ...points[(i + 1) % count]] as ['L', number, number]],
        }));
        const shuffled = lines
          .map((contour, i) => ({ contour, key: Math.sin(seed + i * 12.9898) }))
          .sort((a, b) => a.key - b.key)
          .map(({ contour }) => contour);
        const { contours, joined, open } = joinEnds(shuffled, 0.01);
        expect([contours.length, joined, open]).toEqual([1, count - 1, 0]);
        expect(contours[0].closed).toBe(true);
        expect(contours[0].segments).toHaveLength(count);
      }),
    );
  });
});

describe('a DXF file that is refused or read in part', () => {
  it.each([
    ['binary', `binary\u0000${dxf({ entities: [] })}`, 'DXF in text form was expected'],
    ['something else', '<svg/>', 'A DXF drawing was expected'],
    ['40 km wide', dxf({ units: 6, entities: [line('hull', 0, 0, 40_000, 0)] }), 'LINE on the layer “hull” lies 40'],
    [
      'no numbers',
      dxf({ units: 4, entities: [line('hull', Number.NaN, 0, 4, 0)] }),
      'should be a number, but is “NaN”',
    ],
  ])('%s: says what to do', (_, source, sentence) => {
    expect(() => readDxf(source)).toThrow(sentence);
  });

  it('reads a comma as a point, says so, and takes nothing else for a number', () => {
    const comma = dxf({ units: 4, entities: [line('0', 0, 0, 5, 0)] }).replace('11\n5\n', '11\n30,5\n');
    const { widthMm, notices } = readDxf(comma);
    expect(widthMm).toBeCloseTo(30.5, 9);
    expect(notices.map(({ message }) => message)).toContain(
      'Numbers that are written with a comma were read as with a point',
    );
    expect(() => readDxf(comma.replace('30,5', '30;5'))).toThrow('should be a number, but is “30;5”');
  });

  it.each([
    [
      'LINE',
      [
        [10, 0],
        [20, 0],
        [11, 5],
      ],
      'LINE: its group 21 (where it begins and ends) is missing; it was left out',
    ],
    [
      'CIRCLE',
      [
        [10, 0],
        [20, 0],
      ],
      'CIRCLE: its group 40 (its centre and radius) is missing; it was left out',
    ],
    [
      'ARC',
      [
        [10, 0],
        [20, 0],
        [40, 3],
      ],
      'ARC: its groups 50 and 51 (its centre, radius and angles) are missing; it was left out',
    ],
  ] as const)('a %s that lacks a group is left out, and that is said', (type, given, words) => {
    const { parts, notices } = read(
      entity(type, '0', ...(given as unknown as [number, number][])),
      line('0', 0, 0, 5, 0),
    );
    expect(parts).toHaveLength(1);
    expect(notices.map(({ message }) => message)).toContain(words);
  });

  it('knows survey miles, and colours that are no index', () => {
    const mile = readDxf(dxf({ units: 24, entities: [line('0', 0, 0, 0.00001, 0)] }));
    expect(mile.widthMm).toBeCloseTo(16.0935, 4);
    const coloured = (...codes: [number, number][]) =>
      read(entity('LINE', '0', ...codes, [10, 0], [20, 0], [11, 5], [21, 0])).parts[0].colour;
    expect(coloured([62, 7], [420, 0x12ab34])).toBe('#12ab34');
    expect(coloured([420, 0x12ab34], [62, 256])).toBe('#12ab34');
    expect(coloured([62, 1])).toBe('#ff0000');
  });

  it('lists what it does not read, and reads the rest', () => {
    const { parts, notices } = read(
      entity('TEXT', '0', [10, 0], [20, 0], [40, 5], [1, 'Osprey Bend']),
      entity('MLINE', '0', [10, 0], [20, 0]),
      line('0', 0, 0, 5, 0),
    );
    expect(parts).toHaveLength(1);
    expect(notices.map(({ message }) => message)).toEqual(
      expect.arrayContaining(['Text is not read; turn it into outlines', 'MLINE is not read']),
    );
  });

  it('takes any damage in a sentence', () => {
    const whole = dxf({
      units: 4,
      layers: [{ name: 'hull', colour: 5 }],
      entities: [
        line('hull', 0, 0, 9, 0),
        entity('CIRCLE', 'hull', [10, 5], [20, 5], [40, 3]),
        entity('LWPOLYLINE', 'hull', [90, 2], [70, 0], [10, 0], [20, 0], [10, 5], [20, 5]),
      ],
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: whole.length - 1 }),
        fc.integer({ min: 0, max: 30 }),
        fc.string({ maxLength: 6 }),
        (at, cut, put) => {
          try {
            const reading = readDxf(whole.slice(0, at) + put + whole.slice(at + cut));
            expect(
              reading.parts.flatMap(({ contours }) => contours).every(({ start }) => start.every(Number.isFinite)),
            ).toBe(true);
          } catch (error) {
            expect((error as Error).name).toBe('ArtworkRefusedError');
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});
