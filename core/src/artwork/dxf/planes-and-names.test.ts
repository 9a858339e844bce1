import { TextDecoder } from 'node:util';
import { dxf, entity, groups, line } from '../../../testing/dxf';
import { contourBounds, flatten, signedArea } from '../../geometry';
import { decodeDxf, readDxf, type ArtworkReading } from '../index';
import { colourOfIndex } from './colour-index';

// The test preset's own decoder knows UTF-8 alone.
globalThis.TextDecoder = TextDecoder as typeof globalThis.TextDecoder;

const DOWN: [number, number][] = [
  [210, 0],
  [220, 0],
  [230, -1],
];
const read = (...entities: string[]) => readDxf(dxf({ units: 4, entities }));
const boxOf = ({ parts }: ArtworkReading) => {
  const { minX, maxX, minY, maxY } = contourBounds(
    parts.flatMap(({ contours }) => contours),
    0.001,
  )!;
  return [minX, maxX, minY, maxY].map((n) => Math.round(n * 100) / 100 + 0);
};

describe('what is drawn in a plane that looks down', () => {
  it.each([
    ['a circle', entity('CIRCLE', '0', [10, 10], [20, 0], [40, 3], ...DOWN), [-13, -7, -3, 3]],
    [
      'an arc of a quarter turn',
      entity('ARC', '0', [10, 10], [20, 0], [40, 4], [50, 0], [51, 90], ...DOWN),
      [-14, -10, -4, 0],
    ],
    [
      'a polyline',
      entity('LWPOLYLINE', '0', [90, 3], [70, 1], ...DOWN, [10, 1], [20, 0], [10, 5], [20, 0], [10, 5], [20, 3]),
      [-5, -1, -3, 0],
    ],
    [
      'an old polyline',
      [
        entity('POLYLINE', '0', [66, 1], [70, 0], ...DOWN),
        ...[
          [1, 0],
          [5, 2],
        ].map(([x, y]) => entity('VERTEX', '0', [10, x], [20, y])),
        groups([0, 'SEQEND']),
      ].join('\n'),
      [-5, -1, -2, 0],
    ],
    [
      'a solid',
      entity('SOLID', '0', [10, 0], [20, 0], [11, 20], [21, 0], [12, 0], [22, 10], [13, 20], [23, 10], ...DOWN),
      [-20, 0, -10, 0],
    ],
    [
      'a trace',
      entity('TRACE', '0', [10, 0], [20, 0], [11, 20], [21, 0], [12, 0], [22, 10], [13, 20], [23, 10], ...DOWN),
      [-20, 0, -10, 0],
    ],
    [
      'a line, which is told in the drawing’s own axes',
      entity('LINE', '0', [10, 1], [20, 2], [11, 3], [21, 4], ...DOWN),
      [1, 3, -4, -2],
    ],
    [
      'half an ellipse, which runs the other way round',
      entity('ELLIPSE', '0', [10, 10], [20, 0], [11, 4], [21, 0], [40, 0.5], [41, 0], [42, Math.PI], ...DOWN),
      [6, 14, 0, 2],
    ],
    [
      'a hatch',
      entity(
        'HATCH',
        '0',
        [10, 0],
        [20, 0],
        ...DOWN,
        [91, 1],
        [92, 2],
        [72, 0],
        [73, 1],
        [93, 3],
        [10, 1],
        [20, 0],
        [10, 4],
        [20, 0],
        [10, 4],
        [20, 6],
      ),
      [-4, -1, -6, 0],
    ],
  ])('%s is seen from above', (_, source, box) => {
    expect(boxOf(read(source))).toEqual(box);
  });

  it('a block is, with its place and its turn', () => {
    const blocks = [{ name: 'arrow', entities: [line('0', 0, 0, 4, 0)] }];
    const insert = groups([0, 'INSERT'], [8, '0'], [2, 'arrow'], [10, 10], [20, 5], [50, 90], ...DOWN);
    expect(boxOf(readDxf(dxf({ units: 4, blocks, entities: [insert] })))).toEqual([-10, -10, -9, -5]);
  });
});

describe('old polylines', () => {
  const vertex = (x: number, y: number, flags = 0) => entity('VERTEX', '0', [10, x], [20, y], [70, flags]);

  it('leave out the corners that only steer a spline', () => {
    const poly = [
      entity('POLYLINE', '0', [66, 1], [70, 4]),
      vertex(0, 99, 16),
      vertex(0, 0, 8),
      vertex(5, 1, 8),
      vertex(9, 0, 8),
      vertex(9, 99, 16),
      groups([0, 'SEQEND']),
    ].join('\n');
    expect(boxOf(read(poly))).toEqual([0, 9, -1, 0]);
  });

  it('that are meshes are listed, not joined blindly, and what follows is read', () => {
    const mesh = [
      entity('POLYLINE', '0', [66, 1], [70, 64], [71, 3], [72, 1]),
      vertex(0, 0, 192),
      vertex(9, 0, 192),
      vertex(9, 9, 192),
      entity('VERTEX', '0', [10, 0], [20, 0], [70, 128], [71, 1], [72, 2], [73, 3]),
      groups([0, 'SEQEND'], [8, '0']),
    ].join('\n');
    const { parts, notices } = read(mesh, line('0', 0, 0, 5, 0));
    expect(parts).toHaveLength(1);
    expect(notices.map(({ message }) => message)).toEqual(['POLYLINE (mesh) is not read']);
  });
});

describe('what is not read', () => {
  it('is listed wherever it stands, in blocks too', () => {
    const blocks = [
      {
        name: 'frame',
        entities: [entity('REGION', '0', [70, 1]), entity('LEADER', '0', [10, 0], [20, 0]), line('0', 0, 0, 4, 0)],
      },
    ];
    const { notices, parts } = readDxf(
      dxf({
        units: 4,
        blocks,
        entities: [
          groups([0, 'INSERT'], [8, '0'], [2, 'frame']),
          entity('RAY', '0', [10, 0]),
          entity('TOLERANCE', '0', [10, 0]),
        ],
      }),
    );
    expect(parts).toHaveLength(1);
    expect(notices.map(({ message }) => message).sort()).toEqual([
      'LEADER is not read',
      'RAY is not read',
      'REGION is not read',
      'TOLERANCE is not read',
    ]);
  });
});

describe('a hatch bounded by splines, as newer files tell it', () => {
  it('with its fit data keeps the edges after it', () => {
    const spline: [number, number][] = [
      [72, 4],
      [94, 1],
      [73, 0],
      [74, 0],
      [95, 4],
      [96, 2],
      [40, 0],
      [40, 0],
      [40, 1],
      [40, 1],
      [10, 0],
      [20, 0],
      [10, 10],
      [20, 0],
      [97, 2],
      [11, 0],
      [21, 0],
      [11, 10],
      [21, 0],
      [12, 1],
      [22, 0],
      [13, 1],
      [23, 0],
    ];
    const edge = (x1: number, y1: number, x2: number, y2: number): [number, number][] => [
      [72, 1],
      [10, x1],
      [20, y1],
      [11, x2],
      [21, y2],
    ];
    const { parts, notices } = read(
      entity(
        'HATCH',
        '0',
        [10, 0],
        [20, 0],
        [91, 1],
        [92, 1],
        [93, 3],
        ...spline,
        ...edge(10, 0, 10, 6),
        ...edge(10, 6, 0, 0),
        [97, 0],
      ),
    );
    expect(notices).toEqual([]);
    expect(Math.abs(signedArea(flatten(parts[0].contours[0], 0.01).points))).toBeCloseTo(30, 6);
  });
});

describe('layers and blocks', () => {
  it('are found by their names in capitals or small letters', () => {
    const blocks = [{ name: 'Plate', entities: [line('HULL', 0, 0, 4, 0)] }];
    const { parts } = readDxf(
      dxf({
        units: 4,
        layers: [{ name: 'Hull', colour: 1 }],
        blocks,
        entities: [groups([0, 'INSERT'], [8, '0'], [2, 'PLATE'])],
      }),
    );
    expect(parts.map(({ colour }) => colour)).toEqual(['#ff0000']);
  });

  it('an entity keeps its own colour by its index', () => {
    expect(
      read(entity('LWPOLYLINE', '0', [62, 5], [90, 2], [70, 0], [10, 0], [20, 0], [10, 5], [20, 5])).parts[0].colour,
    ).toBe('#0000ff');
    expect([1, 8, 11, 12, 30, 41, 249, 253].map(colourOfIndex)).toEqual([
      0xff0000, 0x808080, 0xff7f7f, 0xcc0000, 0xff7f00, 0xffdf7f, 0x4c262f, 0xadadad,
    ]);
  });

  const table = (flags: number, colour: number) =>
    groups(
      [0, 'SECTION'],
      [2, 'TABLES'],
      [0, 'TABLE'],
      [2, 'LAYER'],
      [70, 2],
      [0, 'LAYER'],
      [2, 'frame'],
      [70, flags],
      [62, colour],
      [0, 'LAYER'],
      [2, 'hull'],
      [70, 0],
      [62, 1],
      [0, 'ENDTAB'],
      [0, 'ENDSEC'],
    );
  const withTable = (flags: number, colour: number) => {
    const blocks = [{ name: 'plate', entities: [line('0', 0, 0, 4, 0), line('hull', 0, 1, 4, 1)] }];
    return readDxf(
      dxf({ units: 4, blocks, entities: [groups([0, 'INSERT'], [8, 'frame'], [2, 'plate'])] }).replace(
        groups([0, 'SECTION'], [2, 'TABLES'], [0, 'ENDSEC']),
        table(flags, colour),
      ),
    );
  };

  it('a block on a layer that is off shows what lies on its other layers', () => {
    const { parts, notices } = withTable(0, -3);
    expect(parts.map(({ layer }) => layer)).toEqual(['hull']);
    expect(notices).toEqual([
      { code: 'left-out', message: 'What lies on the hidden layer “frame” is left out', count: 1 },
    ]);
  });

  it('on a frozen one it shows nothing; frozen in later views is not frozen', () => {
    expect(withTable(1, 3).parts).toEqual([]);
    expect(withTable(2, 3).parts).toHaveLength(2);
  });

  it.each([
    [8, 2.54e-5],
    [10, 914.4],
    [21, 304.8006096],
  ])('unit %d makes %d mm of one', (units, mm) => {
    expect(readDxf(dxf({ units, entities: [line('0', 0, 0, 2, 0)] })).widthMm / 2).toBeCloseTo(mm, 6);
  });
});

describe('the letters of a file', () => {
  const named = (name: string) => dxf({ units: 4, entities: [line(name, 0, 0, 5, 0)] });

  it('are UTF-8, or of the code page that it names, or written out', () => {
    expect(readDxf(decodeDxf(new TextEncoder().encode(named('Bücher Ж'))))).toMatchObject({
      parts: [{ layer: 'Bücher Ж' }],
    });
    expect(readDxf(decodeDxf(new TextEncoder().encode(named('\\U+0416'))))).toMatchObject({ parts: [{ layer: 'Ж' }] });
    const bytes = (text: string, odd: number) =>
      Uint8Array.from([...text].map((letter) => (letter === '~' ? odd : letter.charCodeAt(0))));
    expect(decodeDxf(bytes(named('~'), 0xfc))).toContain('\nü\n');
    expect(decodeDxf(bytes(`${groups([9, '$DWGCODEPAGE'], [3, 'ANSI_1251'])}\n${named('~')}`, 0xc6))).toContain(
      '\nЖ\n',
    );
  });
});
