import { testFont } from '../../../testing/harfbuzz';
import { contourBounds, flatten, regionArea, union } from '../../geometry';
import { readSvg } from '../index';
import type { ArtworkPart } from '../reading';
import type { FontWish, LoadedFont } from '../text/fonts';

let bold: LoadedFont;
let regular: LoadedFont;
beforeAll(async () => {
  bold = await testFont('ibm-plex-mono/700Bold/IBMPlexMono_700Bold.ttf');
  regular = await testFont('ibm-plex-mono/400Regular/IBMPlexMono_400Regular.ttf');
});
const fonts = ({ family, weight }: FontWish) => (/even/i.test(family) ? (weight >= 550 ? bold : regular) : undefined);
/** In a font whose letters are all 6 units wide at a size of 10. */
const read = (inside: string) =>
  readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"><g font-family="Even" font-size="10">${inside}</g></svg>`,
    { fonts },
  );
const bounds = (part: ArtworkPart) => contourBounds(part.contours, 0.001)!;
const middles = (parts: ArtworkPart[]) =>
  parts.map((part) => Math.round(((bounds(part).minX + bounds(part).maxX) / 2) * 10) / 10);
const feet = (parts: ArtworkPart[]) => parts.map((part) => Math.round(bounds(part).maxY * 10) / 10);
const ink = (parts: ArtworkPart[]) =>
  parts.reduce(
    (sum, { contours }) => sum + regionArea(union([contours.map((contour) => flatten(contour, 0.005).points)])),
    0,
  );

describe('letters with places of their own', () => {
  it('every letter stands at its x and y, further ones follow', () => {
    const { parts } = read('<text x="10 30" y="20 40">HHH</text>');
    expect(middles(parts)).toEqual([13, 33, 39]);
    expect(feet(parts)).toEqual([20, 40, 40]);
  });

  it('several lines come out as they are drawn', () => {
    const { parts } = read(
      '<text x="10" y="20">HH<tspan x="10" dy="12">HH</tspan><tspan x="10" dy="1.2em">H</tspan></text>',
    );
    expect(middles(parts)).toEqual([13, 19, 13, 19, 13]);
    expect(feet(parts)).toEqual([20, 20, 32, 32, 44]);
  });

  it('dx and dy shift from there on, lists letter by letter', () => {
    const { parts } = read('<text x="0" y="20" dx="0 5" dy="0 0 -3">HHH</text>');
    expect(middles(parts)).toEqual([3, 14, 20]);
    expect(feet(parts)).toEqual([20, 20, 17]);
  });

  it('each line is aligned by itself', () => {
    const { parts } = read(
      '<text text-anchor="middle"><tspan x="50" y="20">HHHH</tspan><tspan x="50" y="40">HH</tspan></text>',
    );
    expect(middles(parts)).toEqual([41, 47, 53, 59, 47, 53]);
  });

  it('a turned letter is turned about its own foot', () => {
    const { parts } = read('<text x="50" y="50" rotate="90">I</text>');
    const { minX, maxX, minY } = bounds(parts[0]);
    expect(minX).toBeCloseTo(50, 1);
    expect(maxX).toBeGreaterThan(56);
    expect(minY).toBeGreaterThan(49.9);
  });

  it('stand along a path, turned as it goes, and those beyond its end are told', () => {
    const { parts, notices } = read(
      '<defs><path id="down" d="M20 10V32"/></defs><text><textPath href="#down" startOffset="2">HHHHH</textPath></text>',
    );
    expect(parts).toHaveLength(3);
    // A path that runs down turns a letter by 90°: its foot is on the left of where it goes.
    for (const part of parts) expect(bounds(part).minX).toBeCloseTo(20, 1);
    expect(parts.map((part) => Math.round((bounds(part).minY + bounds(part).maxY) / 2))).toEqual([15, 21, 27]);
    expect(notices).toEqual([
      expect.objectContaining({
        code: 'left-out',
        count: 2,
        message: expect.stringContaining('no room left on its path'),
      }),
    ]);
  });
});

describe('letters in styles of their own', () => {
  it('inner size, weight and colour are those of the drawing', () => {
    const { parts } = read(
      '<text x="0" y="50" fill="#112233">H<tspan font-size="20" fill="#445566">H</tspan><tspan font-weight="bold">H</tspan></text>',
    );
    const at = (middle: number) => parts[middles(parts).indexOf(middle)];
    expect(parts.map(({ colour }) => colour).sort()).toEqual(['#112233', '#112233', '#445566']);
    const heights = [at(3), at(12), at(21)].map((part) => bounds(part).maxY - bounds(part).minY);
    expect(heights[1] / heights[0]).toBeCloseTo(2, 2);
    expect(ink([at(21)])).toBeGreaterThan(ink([at(3)]) * 1.2);
  });

  it('a regular weight stays regular, in the short form of style sheets too', () => {
    const plain = ink(read('<text y="50">H</text>').parts);
    expect(ink(read('<text y="50" font-weight="400">H</text>').parts)).toBeCloseTo(plain, 6);
    expect(ink(read('<text y="50" style="font: bold 10px Even">H</text>').parts)).toBeGreaterThan(plain * 1.2);
  });

  it('what is not displayed is not there, and what is hidden keeps its room', () => {
    const none = read('<text x="0" y="20">H<tspan display="none">H</tspan>H</text>');
    expect(middles(none.parts)).toEqual([3, 9]);
    expect(none.notices).toEqual([{ code: 'left-out', message: 'Hidden in the drawing: <tspan>', count: 1 }]);
    expect(middles(read('<text x="0" y="20">H<tspan visibility="hidden">H</tspan>H</text>').parts)).toEqual([3, 15]);
  });

  it('a letter that the font lacks is told, and no box is engraved', () => {
    const { parts, notices } = read('<text x="0" y="20">H漢H</text>');
    expect(parts.map(({ name }) => name)).toEqual(['H', 'H']);
    expect(notices).toEqual([{ code: 'unread', message: 'The font has no “漢”', count: 1 }]);
  });

  it('words in a font that is not there are listed, the others are set', () => {
    const { parts, notices } = read('<text x="0" y="20">H<tspan x="50" font-family="Nowhere">regatta</tspan></text>');
    expect(parts).toHaveLength(1);
    expect(notices[0].message).toContain('Text “regatta” is not read');
  });

  it('white space is one space, across lines of the file, unless it is kept', () => {
    expect(middles(read('<text x="0" y="20">\n  H\n  <tspan>  H </tspan>\n</text>').parts)).toEqual([3, 15]);
    expect(middles(read('<text x="0" y="20" xml:space="preserve">H  H</text>').parts)).toEqual([3, 21]);
  });
});
