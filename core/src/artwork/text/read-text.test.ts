import { readFileSync } from 'node:fs';
import { boundsOf, flatten, isInside, signedArea, type CurveContour } from '../../geometry';
import { ArtworkRefusedError } from '../reading';
import { capHeightOf, loadFont, type LoadedFont } from './fonts';
import { readText } from './read-text';
import { USUAL_TEXT, type TextChoices } from '../../artwork-choices';

const shipped = (file: string, isScript = false): LoadedFont => loadFont(readFileSync(require.resolve(`@expo-google-fonts/${file}`)), isScript);
const slab = shipped('zilla-slab/700Bold/ZillaSlab_700Bold.ttf');
const script = shipped('pacifico/400Regular/Pacifico_400Regular.ttf', true);
const asked = (words: string, over: Partial<TextChoices> = {}): TextChoices => ({ ...USUAL_TEXT, words, ...over });
const ring = (contour: CurveContour) => flatten(contour, 0.01).points;
const box = (contours: CurveContour[]) => boundsOf(contours.flatMap(ring))!;
const area = (contour: CurveContour) => Math.abs(signedArea(ring(contour)));

describe('a text', () => {
  it('is as high as asked for, by its capitals', () => {
    const { parts, heightMm } = readText(slab, asked('H', { capHeightMm: 25 }));
    expect(parts).toHaveLength(1);
    expect(Math.abs(heightMm - 25)).toBeLessThan(0.25);
    expect(capHeightOf(slab)).toBeGreaterThan(0.5);
  });

  it('keeps holes with their letters and one part for each letter', () => {
    const { parts } = readText(slab, asked('BOD'));
    expect(parts.map(({ name, contours }) => [name, contours.length])).toEqual([['B', 3], ['O', 2], ['D', 2]]);
    expect(parts.every(({ contours: [outline, ...holes] }) => holes.every((hole) => isInside(ring(hole)[0], ring(outline))))).toBe(true);
  });

  it('spaces letters and lines by what is asked', () => {
    const wide = readText(slab, asked('HH', { letterSpacingMm: 7 })).widthMm - readText(slab, asked('HH')).widthMm;
    expect(wide).toBeCloseTo(7, 6);
    const rows = (lineSpacing: number) => readText(slab, asked('H\nH', { lineSpacing })).heightMm;
    expect(rows(2) - rows(1)).toBeCloseTo(rows(3) - rows(2), 6);
    expect(rows(2)).toBeGreaterThan(rows(1) + 10);
  });

  it('bends round a circle: every letter’s foot is as far from its centre', () => {
    const radius = 60;
    const { parts } = readText(slab, asked('HHHHH', { arcRadiusMm: radius, capHeightMm: 10 }));
    const near = parts.map(({ contours }) => Math.min(...ring(contours[0]).map(({ x, y }) => Math.hypot(x, y - radius))));
    const far = parts.map(({ contours }) => Math.max(...ring(contours[0]).map(({ x, y }) => Math.hypot(x, y - radius))));
    expect(Math.max(...near) - Math.min(...near)).toBeLessThan(0.02);
    expect(near[0]).toBeGreaterThan(radius - 0.05);
    expect(near[0]).toBeLessThan(radius + 0.2);
    // A second line stands on a smaller circle, further in by its own distance.
    const lines = readText(slab, asked('H\nH', { arcRadiusMm: radius, capHeightMm: 10 })).parts.map(({ contours }) => Math.min(...ring(contours[0]).map(({ x, y }) => Math.hypot(x, y - radius))));
    expect(lines[1]).toBeLessThan(lines[0] - 8);
    expect(far[2]).toBeGreaterThan(radius + 9.8);
    const straight = readText(slab, asked('HHHHH', { capHeightMm: 10 })).parts;
    expect(area(parts[0].contours[0])).toBeCloseTo(area(straight[0].contours[0]), 2);
    // Below 0 the middle hangs lowest.
    const hung = readText(slab, asked('HHHHH', { arcRadiusMm: -radius, capHeightMm: 10, letterSpacingMm: 6 })).parts.map(({ contours }) => box(contours).maxY);
    expect(hung[2]).toBeGreaterThan(hung[0]);
  });

  it('is set reversed where it is read from behind', () => {
    const straight = box(readText(slab, asked('RL')).parts[0].contours);
    const { parts } = readText(slab, asked('RL', { isReversed: true }));
    expect(box(parts[0].contours).minX).toBeCloseTo(-straight.maxX, 6);
    expect(parts[0].name).toBe('R');
  });

  it('says which letters the font does not have, and refuses what it cannot set', () => {
    const { notices, parts } = readText(slab, asked('A漢'));
    expect(parts).toHaveLength(1);
    expect(notices).toEqual([{ code: 'unread', message: 'The font has no “漢”', count: 1 }]);
    expect(() => readText(slab, asked('漢'))).toThrow('The font has none of these letters.');
    expect(() => readText(slab, asked(' \n '))).toThrow(ArtworkRefusedError);
    expect(() => readText(slab, asked('x'.repeat(401)))).toThrow('at most 400 letters');
    expect(() => loadFont(new Uint8Array([1, 2, 3]))).toThrow(/^A font in TTF or OTF form was expected/);
  });
});

describe('a joined script', () => {
  it('becomes one outline, without the doubled stretches between its letters', () => {
    const word = readText(script, asked('rowan', { capHeightMm: 30 }));
    expect(word.parts).toHaveLength(1);
    const [joined] = word.parts;
    expect(joined.name).toBe('rowan');
    const apart = [...'rowan'].reduce((sum, letter) => sum + readText(script, asked(letter, { capHeightMm: 30 })).parts[0].contours.reduce((s, c, i) => s + (i ? -area(c) : area(c)), 0), 0);
    const together = joined.contours.reduce((s, c, i) => s + (i ? -area(c) : area(c)), 0);
    expect(together).toBeLessThan(apart - 1);
    expect(together).toBeGreaterThan(apart * 0.8);
  });

  it('knows which letters should hang together, and leaves the dots out of that', () => {
    const loose = readText(script, asked('oar', { letterSpacingMm: 12, capHeightMm: 20 })).parts;
    expect(loose.map((part) => part.script)).toEqual(['word 0', 'word 0', 'word 0']);
    const dotted = readText(script, asked('i', { capHeightMm: 20 })).parts;
    expect(dotted.map((part) => part.script)).toEqual(expect.arrayContaining(['word 0', undefined]));
    expect(readText(slab, asked('oar')).parts.some((part) => part.script)).toBe(false);
  });
});
