import { contourBounds, flatten, normalise, polylineLength, regionArea } from '../../geometry';
import { readSvg } from '../index';

const drawing = (
  inside: string,
  root = 'xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"',
) => `<svg ${root}>${inside}</svg>`;
const read = (inside: string) => readSvg(drawing(inside));
const box = (inside: string) => {
  const { minX, minY, maxX, maxY } = contourBounds(
    read(inside).parts.flatMap(({ contours }) => contours),
    0.001,
  )!;
  return [minX, minY, maxX, maxY].map((n) => Math.round(n * 1000) / 1000 + 0);
};
const areaOf = (inside: string) =>
  read(inside).parts.reduce(
    (sum, { contours }) => sum + regionArea(normalise(contours.map((contour) => flatten(contour, 0.001).points))),
    0,
  );

describe('what does not show', () => {
  it.each([
    '<rect width="9" height="9" fill-opacity="0"/>',
    '<rect width="9" height="9" fill-opacity="0%"/>',
    '<rect width="9" height="9" style="opacity: 0%"/>',
    '<g opacity="0.0"><rect width="9" height="9"/></g>',
    '<rect width="9" height="9" fill="none" stroke="#000" stroke-opacity="0"/>',
    '<rect width="9" height="9" fill="none" stroke="#000" stroke-width="0"/>',
    '<g fill-opacity="0"><rect width="9" height="9"/></g>',
    '<g stroke-width="0px" fill="none" stroke="#000"><path d="M0 0H9V9"/></g>',
  ])('%s is no cut line, and that is said', (inside) => {
    const { parts, notices } = read(inside);
    expect(parts).toEqual([]);
    expect(notices).toEqual([
      expect.objectContaining({ code: 'left-out', message: expect.stringContaining('Hidden in the drawing') }),
    ]);
  });

  it('what shows faintly is there, and a line round what is see-through too', () => {
    expect(read('<rect width="9" height="9" opacity="5%"/>').parts).toHaveLength(1);
    expect(read('<rect width="9" height="9" fill-opacity="0" stroke="#123456"/>').parts[0].colour).toBe('#123456');
  });
});

describe('transforms as style sheets write them', () => {
  it.each([
    ['<rect width="10" height="5" style="transform: translate(10px, 50%)"/>', [10, 50, 20, 55]],
    [
      '<style>rect { transform: rotate(0.25turn) }</style><rect width="10" height="5" transform="scale(3)"/>',
      [-5, 0, 0, 10],
    ],
    ['<rect x="20" y="20" width="10" height="4" transform="rotate(90)" transform-origin="20 20"/>', [16, 20, 20, 30]],
    [
      '<rect x="20" y="20" width="10" height="4" style="transform: rotate(180deg); transform-origin: center"/>',
      [70, 76, 80, 80],
    ],
    [
      '<rect x="20" y="20" width="10" height="4" style="transform: scale(2, 3); transform-box: fill-box; transform-origin: 0% 100%"/>',
      [20, 12, 40, 24],
    ],
    ['<rect width="10" height="4" style="transform: translateX(1cm) scaleY(2)"/>', [37.795, 0, 47.795, 8]],
  ])('%s', (inside, expected) => {
    expect(box(inside)).toEqual(expected);
  });

  it('one that cannot be read leaves its element out, with its words', () => {
    expect(read('<rect width="9" height="9" style="transform: rotate3d(1,1,1,45deg)"/>').notices[0].message).toContain(
      'rotate3d',
    );
  });
});

describe('a drawing within the drawing', () => {
  const nested = (inside: string, more = '') => `<svg x="10" y="10" width="20" height="20" ${more}>${inside}</svg>`;

  it('is cut off at its box, curves kept', () => {
    expect(box(nested('<rect x="5" y="5" width="90" height="5"/>'))).toEqual([15, 15, 30, 20]);
    const circle = '<circle cx="20" cy="10" r="8"/>';
    expect(areaOf(nested(circle)) / (Math.PI * 32)).toBeCloseTo(1, 3);
    expect(read(nested(circle)).parts[0].contours[0].segments.some(([kind]) => kind === 'C')).toBe(true);
    expect(read(nested(circle)).notices[0].message).toContain('cut off there');
  });

  it('lines are cut off too, and what lies outside is gone', () => {
    const { parts } = read(
      nested('<path d="M-5 10H50" fill="none" stroke="#000"/><rect x="40" width="5" height="5"/>'),
    );
    expect(parts).toHaveLength(1);
    expect(polylineLength(flatten(parts[0].contours[0], 0.01))).toBeCloseTo(20, 3);
  });

  it('shows all of it where it may overflow, and says nothing where nothing reaches out', () => {
    expect(box(nested('<rect x="5" y="5" width="90" height="5"/>', 'overflow="visible"'))).toEqual([15, 15, 105, 20]);
    expect(read(nested('<rect width="20" height="20"/>')).notices).toEqual([]);
  });

  it('a symbol is cut off as well', () => {
    expect(
      areaOf(
        '<symbol id="s" viewBox="0 0 10 10"><rect x="5" width="30" height="5"/></symbol><use href="#s" width="10" height="10"/>',
      ),
    ).toBeCloseTo(25, 3);
  });
});

describe('choices and rules of a file', () => {
  it('rules that look at what stands before an element hold', () => {
    const css =
      '<style>rect:first-child { fill: #ff0000 } rect + rect { fill: #00ff00 } circle ~ rect { fill: #0000ff }</style>';
    const { parts, notices } = read(
      `<g>${css}</g><g><rect width="5" height="5"/> <rect width="5" height="5"/><circle r="2"/><rect width="5" height="5"/></g>`,
    );
    expect(parts.map(({ colour }) => colour)).toEqual(['#ff0000', '#00ff00', '#000000', '#0000ff']);
    expect(notices).toEqual([]);
  });

  it('a switch takes the first child that fits', () => {
    const { parts } = read(
      '<switch><rect requiredExtensions="urn:x" width="1" height="1"/><rect systemLanguage="de" width="2" height="2"/><rect id="own" width="3" height="3"/><rect width="4" height="4"/></switch>',
    );
    expect(parts.map(({ name }) => name)).toEqual(['own']);
  });

  it('dashes and filters are told', () => {
    const { notices } = read(
      '<path d="M0 0H9" stroke="#000" stroke-dasharray="2 1"/><rect width="9" height="9" filter="url(#blur)"/>',
    );
    expect(notices.map(({ message }) => message)).toEqual([
      expect.stringContaining('dashes'),
      expect.stringContaining('filter'),
    ]);
  });

  it('prefixes of any name, and links that fetch nothing, are no reason to refuse', () => {
    const prefixed =
      '<ns0:svg xmlns:ns0="http://www.w3.org/2000/svg" xmlns:l="http://www.w3.org/1999/xlink" width="9mm" height="9mm"><ns0:defs><ns0:rect id="r" width="3" height="3"/></ns0:defs><ns0:use l:href="#r"/></ns0:svg>';
    expect(readSvg(prefixed).parts).toHaveLength(1);
    const linked =
      '<metadata xmlns:rdf="urn:rdf"><rdf:license href="https://example.org/licence" style="background: url(https://example.org/x)"/></metadata><a href="https://example.org"><rect width="3" height="3"/></a>';
    expect(read(linked).parts).toHaveLength(1);
    expect(() => read('<image href="photo.jpg" width="5" height="5"/>')).toThrow('refers to another file');
    expect(() => read('<a href="javascript:alert(1)"><rect width="3" height="3"/></a>')).toThrow('script');
  });

  it('what belongs to another program is not drawn', () => {
    expect(read('<html xmlns="http://www.w3.org/1999/xhtml"><rect width="5" height="5"/></html>').parts).toEqual([]);
  });
});
