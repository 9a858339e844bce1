import { polylineLength, flatten, signedArea, type Polyline } from '../../geometry';
import { writeGcode, writeHpgl } from '../../output';
import { ArtworkRefusedError } from '../reading';
import { readGcodeArtwork, readHpglArtwork } from './read-plot';

const square: Polyline['points'] = [
  { x: 10, y: 20 },
  { x: 40, y: 20 },
  { x: 40, y: 60 },
  { x: 10, y: 60 },
  { x: 10, y: 20 },
];
const line: Polyline['points'] = [
  { x: 15, y: 25 },
  { x: 35, y: 25 },
];

describe('a plotter file as artwork', () => {
  it('comes back as what was written, closed where it closes, holes with their outlines', () => {
    const hole = square.map(({ x, y }) => ({ x: 20 + (x - 10) / 4, y: 30 + (y - 20) / 4 }));
    const text = writeHpgl({
      strokes: [{ points: square }, { points: hole }, { points: line }],
      pen: 2,
      speedMmS: 100,
      forceGf: 90,
    });
    const { parts, widthMm, heightMm } = readHpglArtwork(text);
    expect([widthMm, heightMm]).toEqual([30, 40]);
    expect(parts.map(({ layer, contours }) => [layer, contours.length, contours[0].closed])).toEqual([
      ['pen 2', 1, false],
      ['pen 2', 2, true],
    ]);
    expect(Math.abs(signedArea(flatten(parts[1].contours[0], 0.01).points))).toBeCloseTo(1200, 6);
    expect(polylineLength(flatten(parts[0].contours[0], 0.01))).toBeCloseTo(20, 6);
  });

  it('has a layer and a colour for each pen', () => {
    const { parts } = readHpglArtwork('IN;SP1;PU0,0;PD400,0;SP2;PU0,400;PD400,400;PU;');
    expect(parts.map((part) => part.layer)).toEqual(['pen 1', 'pen 2']);
    expect(parts[0].colour).toMatch(/^#[0-9a-f]{6}$/);
    expect(parts[0].colour).not.toBe(parts[1].colour);
  });

  it('lists what it does not know, and refuses damage with a sentence', () => {
    expect(readHpglArtwork('IN;SP1;PD400,0;XQ3;').notices).toEqual([
      { code: 'unread', message: 'HP-GL XQ is not read', count: 1 },
    ]);
    expect(() => readHpglArtwork('IN;SP1;PD400;')).toThrow(ArtworkRefusedError);
    expect(() => readHpglArtwork('IN;SP1;PD400,99999999999;')).toThrow('reaches further than 100 m');
  });
});

describe('HP-GL of other programs', () => {
  it('a label is no command, whatever its letters spell', () => {
    const { parts, notices } = readHpglArtwork('IN;SP2;LBSPEED 5\u0003;PU0,0;PD400,0;PU;');
    expect(parts.map(({ layer }) => layer)).toEqual(['pen 2']);
    expect(notices.map(({ message }) => message)).toEqual(['HP-GL LB (the label “SPEED 5”) is not read']);
    expect(readHpglArtwork('IN;SP2;DT*;LBSP3;PU9,9*;PU0,0;PD400,0;PU;').parts.map(({ layer }) => layer)).toEqual([
      'pen 2',
    ]);
    expect(readHpglArtwork('IN;SP2;LBSPEED 5;PU0,0;PD400,0;PU;').parts.map(({ layer }) => layer)).toEqual(['pen 2']);
    expect(readHpglArtwork('IN;CO"SP7 is the old pen";SP2;PU0,0;PD400,0;').parts.map(({ layer }) => layer)).toEqual([
      'pen 2',
    ]);
  });

  it('units scaled to corners that it does not name are asked for, never stretched', () => {
    const source = 'IN;SC0,297,0,210;SP1;PU0,0;PD100,0,100,50,0,50,0,0;PU;';
    const asked = readHpglArtwork(source);
    expect(asked.widthMm / asked.heightMm).toBeCloseTo(0.5, 9);
    expect(
      asked.asks?.answers.map(({ widthMm, heightMm }) => [widthMm, heightMm].map((n) => Math.round(n * 100) / 100)),
    ).toContainEqual([50, 100]);
    expect(asked.notices).toEqual([expect.objectContaining({ code: 'size-assumed' })]);
    const answered = readHpglArtwork(source, { unitMm: 1 });
    expect([answered.widthMm, answered.heightMm, answered.asks]).toEqual([50, 100, undefined]);
  });

  it('units of so many plotter units each have a true length, and corners alone move along', () => {
    expect(readHpglArtwork('IN;SC0,40,0,40,2;SP1;PU0,0;PD10,0;').heightMm).toBeCloseTo(10, 9);
    expect(readHpglArtwork('IN;IP0,0,4000,8000;SC0,100,0,100,1;SP1;PU0,0;PD50,0,50,50;')).toMatchObject({
      widthMm: 50,
      heightMm: 50,
    });
  });
});

describe('arcs in G-code', () => {
  const arcs = (...lines: string[]) => readGcodeArtwork(['G21 G90 M4 S500 F600', ...lines].join('\n'));
  const radii = (reading: ReturnType<typeof readGcodeArtwork>, x: number, y: number) =>
    flatten(reading.parts[0].contours[0], 0.001).points.map((p) => Math.hypot(p.x - x, p.y - y));

  it('a whole circle by its centre is one, of curves', () => {
    const circle = arcs('G0 X10 Y0', 'G2 X10 Y0 I-10 J0');
    expect(circle.parts[0].contours[0]).toMatchObject({ closed: true });
    expect(circle.parts[0].contours[0].segments.every(([kind]) => kind === 'C')).toBe(true);
    expect([circle.widthMm, circle.heightMm]).toEqual([expect.closeTo(20, 2), expect.closeTo(20, 2)]);
    for (const radius of radii(circle, 10, 10)) expect(radius).toBeCloseTo(10, 3);
  });

  it('run clockwise or against it, by centre and by radius, and the longer way where R is below 0', () => {
    // A quarter from the top to the right, about 0, 0: the arc bulges to the upper right.
    const clockwise = arcs('G0 X0 Y10', 'G2 X10 Y0 I0 J-10');
    for (const radius of radii(clockwise, 0, 10)) expect(radius).toBeCloseTo(10, 3);
    expect(polylineLength(flatten(clockwise.parts[0].contours[0], 0.0005))).toBeCloseTo(5 * Math.PI, 2);
    expect(polylineLength(flatten(arcs('G0 X0 Y10', 'G2 X10 Y0 R10').parts[0].contours[0], 0.0005))).toBeCloseTo(
      5 * Math.PI,
      2,
    );
    expect(polylineLength(flatten(arcs('G0 X0 Y10', 'G3 X10 Y0 I0 J-10').parts[0].contours[0], 0.0005))).toBeCloseTo(
      15 * Math.PI,
      2,
    );
    expect(polylineLength(flatten(arcs('G0 X0 Y10', 'G2 X10 Y0 R-10').parts[0].contours[0], 0.0005))).toBeCloseTo(
      15 * Math.PI,
      2,
    );
    expect(
      polylineLength(flatten(arcs('G0 X0 Y10', 'G91', 'G3 X10 Y-10 R10').parts[0].contours[0], 0.0005)),
    ).toBeCloseTo(5 * Math.PI, 2);
  });

  it('join lines before and after them', () => {
    const { parts } = arcs('G0 X0 Y0', 'G1 X20 Y0', 'G3 X20 Y10 I0 J5', 'G1 X0 Y10', 'G3 X0 Y0 I0 J-5');
    expect(parts).toHaveLength(1);
    expect(Math.abs(signedArea(flatten(parts[0].contours[0], 0.001).points))).toBeCloseTo(200 + Math.PI * 25, 1);
  });

  it.each([
    ['G2 X10 Y10', 'Line 2: an arc (G2) was expected to name its centre'],
    ['G2 X10 Y10 I3 J0', 'Line 2: the end of an arc was expected on its circle'],
    ['G3 X10 Y0 R2', 'Line 2: an arc of radius 2 mm cannot reach'],
    ['G3 X0 Y0 R2', 'Line 2: a whole circle was expected to name its centre'],
  ])('“%s” is refused with its line', (line, sentence) => {
    expect(() => arcs(line)).toThrow(sentence);
  });
});

describe('G-code as artwork', () => {
  it('has a layer for each power and speed, and leaves the way with the beam off out', () => {
    const pass = (power: number, points: Polyline['points']) => ({
      strokes: [{ points }],
      power,
      speedMmS: 20,
      air: false,
    });
    const { parts, widthMm, heightMm } = readGcodeArtwork(
      writeGcode([pass(0.6, square), pass(0.2, line)], { x: 0, y: 300 }),
    );
    expect([widthMm, heightMm]).toEqual([30, 40]);
    expect(parts.map(({ layer }) => layer)).toEqual(['60 % at 1200 mm/min', '20 % at 1200 mm/min']);
    expect(Math.abs(signedArea(flatten(parts[0].contours[0], 0.01).points))).toBeCloseTo(1200, 6);
    // The drawing stands as it did on the sheet, its upper left corner at 0, 0.
    expect(parts[1].contours[0].start).toEqual([5, 5]);
  });

  it('is refused where a word has no number', () => {
    expect(() => readGcodeArtwork('G21\nG1 X')).toThrow(/G-code file is damaged: Line 2/);
  });
});
