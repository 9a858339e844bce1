import { existsSync } from 'node:fs';
import { loadHarfBuzz, testFont } from '../../../testing/harfbuzz';
import {
  boundsOf,
  contourBounds,
  flatten,
  isInside,
  regionArea,
  signedArea,
  union,
  type CurveContour,
} from '../../geometry';
import { ArtworkRefusedError } from '../reading';
import { capHeightOf, type LoadedFont } from './fonts';
import { harfbuzzFont } from './harfbuzz-font';
import { readText } from './read-text';
import { setText } from './set-text';
import { USUAL_TEXT, type TextChoices } from '../../artwork-choices';

let slab: LoadedFont;
let script: LoadedFont;
beforeAll(async () => {
  slab = await testFont('zilla-slab/700Bold/ZillaSlab_700Bold.ttf');
  script = await testFont('pacifico/400Regular/Pacifico_400Regular.ttf', true);
});
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

  it('has figures as high as its capitals', () => {
    const heightOf = (words: string) => readText(slab, asked(words, { capHeightMm: 25 })).heightMm;
    for (const figure of '0123456789') expect(heightOf(figure) / heightOf('H')).toBeGreaterThan(0.96);
  });

  it('keeps holes with their letters and one part for each letter', () => {
    const { parts } = readText(slab, asked('BOD'));
    expect(parts.map(({ name, contours }) => [name, contours.length])).toEqual([
      ['B', 3],
      ['O', 2],
      ['D', 2],
    ]);
    expect(
      parts.every(({ contours: [outline, ...holes] }) => holes.every((hole) => isInside(ring(hole)[0], ring(outline)))),
    ).toBe(true);
  });

  it('spaces letters and lines by what is asked', () => {
    const wide = readText(slab, asked('HH', { letterSpacingMm: 7 })).widthMm - readText(slab, asked('HH')).widthMm;
    expect(wide).toBeCloseTo(7, 6);
    const rows = (lineSpacing: number) => readText(slab, asked('H\nH', { lineSpacing })).heightMm;
    expect(rows(2) - rows(1)).toBeCloseTo(rows(3) - rows(2), 6);
    expect(rows(2)).toBeGreaterThan(rows(1) + 10);
  });

  describe('of several lines', () => {
    const rows = (over: Partial<TextChoices>) => {
      const words = 'COXSWAIN\nrowan';
      const text = asked(words, over);
      const { parts, widthMm, heightMm } = readText(
        (line) => (text.lines[line]?.fontId === 'script' ? script : slab),
        text,
      );
      const upper = box(parts.filter(({ name }) => 'COXSWAIN'.includes(name)).flatMap(({ contours }) => contours));
      const lower = box(parts.filter(({ name }) => !'COXSWAIN'.includes(name)).flatMap(({ contours }) => contours));
      return { upper, lower, widthMm, heightMm, parts };
    };
    const own = [
      { fontId: null, capHeightMm: null },
      { fontId: 'script', capHeightMm: 30 },
    ];

    it('leaves the gap that is set clear between the lowest of one and the highest of the next', () => {
      for (const lineGapMm of [3, 0.5, 0, 12.25]) {
        const { upper, lower } = rows({ lineGapMm });
        expect(lower.minY - upper.maxY).toBeCloseTo(lineGapMm, 2);
        const other = rows({ lineGapMm, lines: own });
        expect(other.lower.minY - other.upper.maxY).toBeCloseTo(lineGapMm, 2);
      }
    });

    it('sets each in a font and height of its own; what has nothing of its own is as the rest', () => {
      const { parts, upper } = rows({ lines: own, lineGapMm: 3 });
      // Joined, the second line is one piece; the first is one for each letter, as high as the text says.
      expect(parts.map(({ name }) => name)).toEqual([...'COXSWAIN', 'rowan']);
      // Each line is a layer, so that it is chosen at a tap, or made a step of its own.
      expect(parts.map(({ layer }) => layer)).toEqual([...Array<string>(8).fill('Line 1'), 'Line 2']);
      expect(readText(slab, asked('HH')).parts.map(({ layer }) => layer)).toEqual([null, null]);
      expect(Math.abs(upper.maxY - upper.minY - 20)).toBeLessThan(1);
      expect(rows({ lines: [own[0], { fontId: null, capHeightMm: 10 }] }).lower.maxY).toBeLessThan(rows({}).lower.maxY);
    });

    it('is as wide as asked, its letters sized in proportion, what stands between them kept', () => {
      for (const over of [{}, { letterSpacingMm: 2 }, { lines: own, letterSpacingMm: 1 }, { arcRadiusMm: 200 }]) {
        const { widthMm, upper, lower } = rows({ widthMm: 76, lineGapMm: 3, ...over });
        expect(Math.abs(widthMm - 76)).toBeLessThan(0.01);
        if (!('arcRadiusMm' in over)) expect(lower.minY - upper.maxY).toBeCloseTo(3, 2);
      }
      const small = readText(slab, asked('HH', { letterSpacingMm: 7, widthMm: 20 })).parts.map(({ contours }) =>
        box(contours),
      );
      const wide = readText(slab, asked('HH', { letterSpacingMm: 7, widthMm: 60 })).parts.map(({ contours }) =>
        box(contours),
      );
      const clear = ([left, right]: { minX: number; maxX: number }[]) => right.minX - left.maxX;
      const letter = ([left]: { minX: number; maxX: number }[]) => left.maxX - left.minX;
      // The side bearings of the letters grow with them, the 7 mm do not.
      expect((clear(wide) - 7) / (clear(small) - 7)).toBeCloseTo(letter(wide) / letter(small), 3);
    });

    it('refuses a width that what stands between letters fills already', () => {
      expect(() => readText(slab, asked('HHHH', { letterSpacingMm: 20, widthMm: 50 }))).toThrow(
        'A width that leaves room for letters was expected; 50 mm is no more than what stands between them.',
      );
    });
  });

  it('bends round a circle: every letter’s foot is as far from its centre', () => {
    const radius = 60;
    const { parts } = readText(slab, asked('HHHHH', { arcRadiusMm: radius, capHeightMm: 10 }));
    const near = parts.map(({ contours }) =>
      Math.min(...ring(contours[0]).map(({ x, y }) => Math.hypot(x, y - radius))),
    );
    const far = parts.map(({ contours }) =>
      Math.max(...ring(contours[0]).map(({ x, y }) => Math.hypot(x, y - radius))),
    );
    expect(Math.max(...near) - Math.min(...near)).toBeLessThan(0.02);
    expect(near[0]).toBeGreaterThan(radius - 0.05);
    expect(near[0]).toBeLessThan(radius + 0.2);
    // A second line stands on a smaller circle, further in by its own distance.
    const lines = readText(slab, asked('H\nH', { arcRadiusMm: radius, capHeightMm: 10 })).parts.map(({ contours }) =>
      Math.min(...ring(contours[0]).map(({ x, y }) => Math.hypot(x, y - radius))),
    );
    expect(lines[1]).toBeLessThan(lines[0] - 8);
    expect(far[2]).toBeGreaterThan(radius + 9.8);
    const straight = readText(slab, asked('HHHHH', { capHeightMm: 10 })).parts;
    expect(area(parts[0].contours[0])).toBeCloseTo(area(straight[0].contours[0]), 2);
    // Below 0 the middle hangs lowest.
    const hung = readText(
      slab,
      asked('HHHHH', { arcRadiusMm: -radius, capHeightMm: 10, letterSpacingMm: 6 }),
    ).parts.map(({ contours }) => box(contours).maxY);
    expect(hung[2]).toBeGreaterThan(hung[0]);
  });

  it('is set reversed where it is read from behind', () => {
    const straight = box(readText(slab, asked('RL')).parts[0].contours);
    const { parts } = readText(slab, asked('RL', { isReversed: true }));
    expect(box(parts[0].contours).minX).toBeCloseTo(-straight.maxX, 6);
    expect(parts[0].name).toBe('R');
  });

  it('says which letters the font does not have, and refuses what it cannot set', async () => {
    const { notices, parts } = readText(slab, asked('A漢'));
    expect(parts).toHaveLength(1);
    expect(notices).toEqual([{ code: 'unread', message: 'The font has no “漢”', count: 1 }]);
    expect(() => readText(slab, asked('漢'))).toThrow('The font has none of these letters.');
    expect(() => readText(slab, asked(' \n '))).toThrow(ArtworkRefusedError);
    expect(() => readText(slab, asked('x'.repeat(401)))).toThrow('at most 400 letters');
    const hb = await loadHarfBuzz();
    expect(() => harfbuzzFont(hb, new Uint8Array([1, 2, 3]))).toThrow(/^A font in TTF or OTF form was expected/);
  });
});

describe('a joined script', () => {
  it('becomes one outline, without the doubled stretches between its letters', () => {
    const word = readText(script, asked('rowan', { capHeightMm: 30 }));
    expect(word.parts).toHaveLength(1);
    const [joined] = word.parts;
    expect(joined.name).toBe('rowan');
    // Each letter as it stands in the word: this font has other forms for letters that stand alone.
    const apart = setText(() => script, asked('rowan', { capHeightMm: 30 })).letters.reduce(
      (sum, { contours }) => sum + regionArea(union([contours.map(ring)])),
      0,
    );
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

describe('letters as they belong', () => {
  const sansFile = '/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf';
  const width = (font: LoadedFont, words: string, over: Partial<TextChoices> = {}) =>
    readText(font, asked(words, { align: 'left', ...over })).widthMm;

  it('are kerned by the font’s own tables, and spaced without ligatures', async () => {
    const plain = await testFont('atkinson-hyperlegible/700Bold/AtkinsonHyperlegible_700Bold.ttf');
    const pair = setText(() => plain, asked('AVAV', { align: 'left' })).letters;
    const foot = (i: number) => contourBounds(pair[i].contours)!.minX;
    const alone = width(plain, 'A');
    // A V closes up: V begins before the end of A.
    expect(foot(1)).toBeLessThan(foot(0) + alone);
    expect(setText(() => script, asked('ffi', { letterSpacingMm: 3 })).letters.map(({ letter }) => letter)).toEqual([
      'f',
      'f',
      'i',
    ]);
  });

  it('with a ring or a tail of their own keep it, whether written as one sign or as two', () => {
    const area = (words: string) =>
      readText(slab, asked(words)).parts.reduce(
        (sum, { contours }) => sum + regionArea(union([contours.map(ring)])),
        0,
      );
    const A = area('A');
    for (const words of ['Å', 'A\u030a']) expect(area(words)).toBeGreaterThan(A * 1.05);
    expect(area('ç')).toBeGreaterThan(area('c') * 1.05);
    expect(area('Å')).toBeCloseTo(area('A\u030a'), 3);
    expect(readText(slab, asked('Å')).notices).toEqual([]);
  });

  it('a soft hyphen is none', () => {
    const { parts, widthMm } = readText(slab, asked('bow\u00adman'));
    expect(parts.map(({ name }) => name).join('')).not.toContain('-');
    expect(widthMm).toBeCloseTo(readText(slab, asked('bowman')).widthMm, 6);
  });

  it('run from right to left, joined, where their script does', async () => {
    if (!existsSync(sansFile)) return;
    const sans = await testFont(sansFile);
    // Beh, beh, beh: begin, middle and end have forms of their own, and hang together.
    const joined = setText(() => sans, asked('ببب', { align: 'left' })).letters;
    expect(joined.map(({ letter }) => letter)).toEqual(['ب', 'ب', 'ب']);
    const sizes = joined.map(({ contours }) => Math.round(regionArea(union([contours.map(ring)])) * 10));
    expect(new Set(sizes).size).toBeGreaterThan(1);
    // In a line of both, Latin keeps its order and Hebrew runs against it.
    expect(setText(() => sans, asked('ab אב', { align: 'left' })).letters.map(({ letter }) => letter)).toEqual([
      'a',
      'b',
      'ב',
      'א',
    ]);
  });
});
