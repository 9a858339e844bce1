import { contourBounds } from '../../geometry';
import { USUAL_TEXT } from '../../artwork-choices';
import { readText } from './read-text';
import { strokeFont, type StrokeLetter } from './stroke-font';

/** Baseline at 0, capitals 20 high, small letters 14. */
const LETTERS: Record<string, StrokeLetter> = {
  L: {
    left: -8,
    right: 8,
    strokes: [
      [
        [-6, 20],
        [-6, 0],
        [6, 0],
      ],
    ],
  },
  i: {
    left: -4,
    right: 4,
    strokes: [
      [
        [0, 18],
        [0, 19],
      ],
      [
        [0, 14],
        [0, 0],
      ],
    ],
  },
  o: {
    left: -9,
    right: 9,
    strokes: [
      [
        [7, 7],
        [5, 12],
        [0, 14],
        [-5, 12],
        [-7, 7],
        [-5, 2],
        [0, 0],
        [5, 2],
        [7, 7],
      ],
    ],
  },
  "'": {
    left: -3,
    right: 3,
    strokes: [
      [
        [0, 20],
        [0, 15],
      ],
    ],
  },
  ' ': { left: -5, right: 5, strokes: [] },
};
const font = strokeFont((sign) => LETTERS[sign], { baseline: 0, capHeight: 20, xHeight: 14, descender: -6 });
const set = (words: string, capHeightMm = 20) => readText(font, { ...USUAL_TEXT, words, capHeightMm, align: 'left' });

describe('letters of single lines', () => {
  it('are open lines, one part for each letter, as high as asked for', () => {
    const { parts, heightMm, notices } = set('Lo L', 10);
    expect(parts.map(({ name }) => name)).toEqual(['L', 'o', 'L']);
    expect(parts.every(({ contours, isFilled }) => contours.every(({ closed }) => !closed) && isFilled === false)).toBe(
      true,
    );
    expect(heightMm).toBeCloseTo(10, 6);
    expect(notices).toEqual([]);
    // L is 16 wide, o 18, a space 10, and letters stand two units in from the left.
    expect(contourBounds(parts[2].contours)!.minX).toBeCloseTo((16 + 18 + 10 + 2) / 2, 6);
  });

  it('keep corners sharp and round what turns a little at a time', () => {
    const [l, o] = set('Lo').parts.map(({ contours }) => contours[0].segments.map(([kind]) => kind));
    expect(l).toEqual(['L', 'L']);
    expect(new Set(o)).toEqual(new Set(['C']));
    // A smooth line bulges beyond its chords, and stays near the points.
    const box = contourBounds(set('o').parts[0].contours, 0.001)!;
    expect(box.maxX - box.minX).toBeGreaterThan(13.9);
    expect(box.maxX - box.minX).toBeLessThan(14.8);
  });

  it('take marks of their own, written as one sign or as two, and lose their dot to them', () => {
    const strokes = (words: string) => set(words).parts[0].contours.length;
    expect(strokes('i')).toBe(2);
    expect(strokes('í')).toBe(2);
    expect(strokes('i\u0308')).toBe(3);
    expect(strokes('ö')).toBe(3);
    const [plain, marked] = ['o', 'ó'].map((word) => contourBounds(set(word).parts[0].contours)!);
    expect(marked.minY).toBeLessThan(plain.minY - 5);
    expect(marked.maxY).toBeCloseTo(plain.maxY, 6);
    expect(set('’').parts).toHaveLength(1);
  });

  it('are named where they are missing', () => {
    expect(set('Lx').notices).toEqual([{ code: 'unread', message: 'The font has no “x”', count: 1 }]);
    expect(() => set('x')).toThrow('The font has none of these letters.');
  });
});
