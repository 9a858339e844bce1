import { polylineLength, flatten, signedArea, type Polyline } from '../../geometry';
import { writeGcode, writeHpgl } from '../../output';
import { ArtworkRefusedError } from '../reading';
import { readGcodeArtwork, readHpglArtwork } from './read-plot';

const square: Polyline['points'] = [{ x: 10, y: 20 }, { x: 40, y: 20 }, { x: 40, y: 60 }, { x: 10, y: 60 }, { x: 10, y: 20 }];
const line: Polyline['points'] = [{ x: 15, y: 25 }, { x: 35, y: 25 }];

describe('a plotter file as artwork', () => {
  it('comes back as what was written, closed where it closes, holes with their outlines', () => {
    const hole = square.map(({ x, y }) => ({ x: 20 + (x - 10) / 4, y: 30 + (y - 20) / 4 }));
    const text = writeHpgl({ strokes: [{ points: square }, { points: hole }, { points: line }], pen: 2, speedMmS: 100, forceGf: 90 });
    const { parts, widthMm, heightMm } = readHpglArtwork(text);
    expect([widthMm, heightMm]).toEqual([30, 40]);
    expect(parts.map(({ layer, contours }) => [layer, contours.length, contours[0].closed])).toEqual([['pen 2', 1, false], ['pen 2', 2, true]]);
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
    expect(readHpglArtwork('IN;SP1;PD400,0;XQ3;').notices).toEqual([{ code: 'unread', message: 'HP-GL XQ is not read', count: 1 }]);
    expect(() => readHpglArtwork('IN;SP1;PD400;')).toThrow(ArtworkRefusedError);
    expect(() => readHpglArtwork('IN;SP1;PD400,99999999999;')).toThrow('reaches further than 100 m');
  });
});

describe('G-code as artwork', () => {
  it('has a layer for each power and speed, and leaves the way with the beam off out', () => {
    const pass = (power: number, points: Polyline['points']) => ({ strokes: [{ points }], power, speedMmS: 20, air: false });
    const { parts, widthMm, heightMm } = readGcodeArtwork(writeGcode([pass(0.6, square), pass(0.2, line)], 300));
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
