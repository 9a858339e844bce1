import { readFileSync } from 'node:fs';
import { testFont } from '../../../testing/harfbuzz';
import { contourBounds, flatten, signedArea } from '../../geometry';
import { readSvg } from '../index';
import type { ArtworkPart } from '../reading';
import type { FontWish, LoadedFont } from '../text/fonts';

const drawing = (inside: string, size = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inside}</svg>`;
const bounds = (part: ArtworkPart) => contourBounds(part.contours)!;
const area = (parts: ArtworkPart[]) =>
  parts.reduce(
    (sum, { contours }) =>
      sum +
      contours.reduce(
        (own, contour, i) => own + (i ? -1 : 1) * Math.abs(signedArea(flatten(contour, 0.001).points)),
        0,
      ),
    0,
  );
let slab: LoadedFont;
let regular: LoadedFont;
beforeAll(async () => {
  slab = await testFont('zilla-slab/700Bold/ZillaSlab_700Bold.ttf');
  regular = await testFont('zilla-slab/400Regular/ZillaSlab_400Regular.ttf');
});
const fonts = ({ family, weight }: FontWish) =>
  /zilla slab/i.test(family) ? (weight < 550 ? regular : slab) : undefined;

describe('a text that is written downwards', () => {
  const words = (more: string) =>
    readSvg(drawing(`<text font-family="Zilla Slab" font-size="10" ${more}>IOI</text>`), { fonts }).parts;
  const boxOf = (parts: ArtworkPart[]) => contourBounds(parts.flatMap(({ contours }) => contours))!;

  it('runs down from where it stands, its letters lying on their sides about the line', () => {
    const across = boxOf(words('x="20" y="30"'));
    const down = boxOf(words('x="20" y="30" writing-mode="vertical-rl"'));
    expect(down.maxY - down.minY).toBeCloseTo(across.maxX - across.minX, 3);
    expect(down.minY - 30).toBeCloseTo(across.minX - 20, 3);
    expect(down.maxX - down.minX).toBeCloseTo(across.maxY - across.minY, 3);
    // The line goes through the letters, not along their feet.
    expect(down.minX).toBeLessThan(20);
    expect(down.maxX).toBeGreaterThan(20);
  });

  it('is moved by what it says of its places', () => {
    const plain = boxOf(words('x="20" y="30" style="writing-mode:tb"'));
    const moved = boxOf(words('x="20" y="30" dx="3" dy="5" style="writing-mode:tb"'));
    expect([moved.minX - plain.minX, moved.minY - plain.minY].map((n) => Math.round(n * 1e4) / 1e4)).toEqual([3, 5]);
  });
});

describe('units without a size of their own', () => {
  it('per cent refer to the drawing, em to the font in force', () => {
    const [percent, em] = readSvg(
      drawing(
        '<rect width="50%" height="10%"/><g font-size="4"><g style="font-size: 2em"><rect width="3em" height="2ex"/></g></g>',
      ),
    ).parts;
    expect(bounds(percent)).toEqual({ minX: 0, minY: 0, maxX: 50, maxY: 10 });
    expect(bounds(em)).toEqual({ minX: 0, minY: 0, maxX: 24, maxY: 8 });
  });

  it('a file in bare px asks once, with the size that each answer gives, and takes the answer', () => {
    const bare = drawing('<rect width="96" height="48"/>', 'width="96" height="48"');
    const { asks, widthMm } = readSvg(bare);
    expect(widthMm).toBeCloseTo(25.4, 9);
    expect(asks?.answers.map(({ label, widthMm: w, heightMm: h }) => [label, w.toFixed(2), h.toFixed(2)])).toEqual([
      ['96 px to the inch', '25.40', '12.70'],
      ['72 px to the inch', '33.87', '16.93'],
      ['1 px is 1 mm', '96.00', '48.00'],
      ['1 px is 1 inch', '2438.40', '1219.20'],
    ]);
    const answered = readSvg(bare, { choices: { unitMm: 1 } });
    expect([answered.asks, answered.notices]).toEqual([undefined, []]);
    expect(bounds(answered.parts[0])).toEqual({ minX: 0, minY: 0, maxX: 96, maxY: 48 });
  });

  it('an answer changes nothing where the file says its size', () => {
    expect(readSvg(drawing('<rect width="9" height="9"/>'), { choices: { unitMm: 7 } }).parts).toEqual(
      readSvg(drawing('<rect width="9" height="9"/>')).parts,
    );
  });
});

describe('drawings in drawings', () => {
  it('a nested svg and a symbol stand in boxes of their own', () => {
    const nested = readSvg(
      drawing('<svg x="10" y="20" width="50" height="50" viewBox="0 0 10 10"><rect width="10" height="10"/></svg>'),
    ).parts;
    expect(bounds(nested[0])).toEqual({ minX: 10, minY: 20, maxX: 60, maxY: 70 });
    const used = readSvg(
      drawing(
        '<symbol id="s" viewBox="0 0 4 4"><circle cx="2" cy="2" r="2"/></symbol><use href="#s" x="5" y="5" width="40" height="40"/>',
      ),
    ).parts;
    expect(area(used) / (Math.PI * 400)).toBeCloseTo(1, 3);
  });

  it('rules are applied by how particular they are, whatever their order', () => {
    const css =
      '<style>#b { fill: #00ff00 } .a { fill: #0000ff } rect { fill: #ff0000 } g > rect.a { fill: #00ffff }</style>';
    const { parts } = readSvg(
      drawing(
        `${css}<rect class="a" id="b" width="5" height="5"/><g><rect class="a" width="5" height="5"/></g><rect class="a" width="5" height="5"/><rect fill="#123456" width="5" height="5"/>`,
      ),
    );
    expect(parts.map((part) => part.colour)).toEqual(['#00ff00', '#00ffff', '#0000ff', '#ff0000']);
  });

  it('what programs write about themselves does no harm', () => {
    const own =
      '<metadata><rdf xmlns="urn:x"><title>plan</title></rdf></metadata><prog:view xmlns:prog="urn:prog" prog:zoom="3"/><defs><prog:grid xmlns:prog="urn:prog"/></defs>';
    const reading = readSvg(drawing(`${own}<rect width="5" height="5" data-name="box"/>`));
    expect([reading.parts.length, reading.notices]).toEqual([1, []]);
  });
});

describe('text in a drawing', () => {
  const text =
    '<g font-family="Zilla Slab, serif" font-size="20"><text x="50" y="40" text-anchor="middle" fill="#1d2f5c">OAR</text></g>';

  it('in a font of ours is outlined where it stands', () => {
    const { parts, notices } = readSvg(drawing(text), { fonts });
    expect(notices).toEqual([]);
    expect(parts.map((part) => [part.name, part.colour])).toEqual([
      ['O', '#1d2f5c'],
      ['A', '#1d2f5c'],
      ['R', '#1d2f5c'],
    ]);
    const box = contourBounds(parts.flatMap((part) => part.contours))!;
    expect((box.minX + box.maxX) / 2).toBeGreaterThan(49);
    expect((box.minX + box.maxX) / 2).toBeLessThan(51);
    expect(bounds(parts[1]).maxY).toBeCloseTo(40, 1);
  });

  it('in any other font is listed with its words', () => {
    const { parts, notices } = readSvg(drawing(text));
    expect(parts).toEqual([]);
    expect(notices[0].message).toContain('Text “OAR” is not read');
  });
});

// Icons of the package @mdi/svg (Apache 2.0): 24 units wide, no true size.
describe('real files', () => {
  it.each(['anchor', 'medal', 'trophy', 'flag-checkered'])('%s is read whole and to the size of its path', (name) => {
    const source = readFileSync(require.resolve(`@mdi/svg/svg/${name}.svg`), 'utf8');
    const { parts, notices, widthMm, heightMm } = readSvg(source, { choices: { unitMm: 1 } });
    expect([widthMm, heightMm]).toEqual([24, 24]);
    expect(notices).toEqual([]);
    const numbers = contourBounds(parts.flatMap((part) => part.contours))!;
    expect(numbers.minX).toBeGreaterThanOrEqual(0);
    expect(numbers.maxY).toBeLessThanOrEqual(24);
    expect(area(parts)).toBeGreaterThan(20);
  });

  it('a triangular flag has the area reckoned by hand', () => {
    // Path: M7,2H9V22H7V2M19,9L11,14.6V3.4L19,9Z: a pole of 2 × 20 and a triangle of 11.2 × 8 / 2.
    const source = readFileSync(require.resolve('@mdi/svg/svg/flag-triangle.svg'), 'utf8');
    expect(area(readSvg(source, { choices: { unitMm: 1 } }).parts)).toBeCloseTo(40 + (11.2 * 8) / 2, 6);
  });
});
