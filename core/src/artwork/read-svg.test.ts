import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { contourBounds, flatten, normalise, polylineLength, regionArea } from '../geometry';
import { ArtworkRefusedError, artworkBounds, readSvg, type ArtworkPart } from './index';

const drawing = (inside: string, attributes = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`;
const area = (part: ArtworkPart) =>
  regionArea(normalise(part.contours.map((contour) => flatten(contour, 0.001).points)));
const only = (source: string) => {
  const { parts } = readSvg(source);
  expect(parts).toHaveLength(1);
  return parts[0];
};
const messages = (source: string) => readSvg(source).notices.map((notice) => notice.message);

describe('the boat number as the maker brings it in', () => {
  const reading = readSvg(readFileSync(join(__dirname, '../../testing/boat-number-48.svg'), 'utf8'));

  it('has its true size and two colours', () => {
    expect([reading.widthMm, reading.heightMm]).toEqual([208, 132]);
    expect([...new Set(reading.parts.map((part) => part.colour))]).toEqual(['#f4f4ef', '#1d2f5c']);
    const bounds = artworkBounds(reading.parts)!;
    expect([bounds.minX, bounds.minY, bounds.maxX, bounds.maxY]).toEqual(
      [4, 4, 204, 128].map((n) => expect.closeTo(n, 2)),
    );
  });

  it('keeps the holes of the digits with their outlines', () => {
    const contours = Object.fromEntries(reading.parts.map((part) => [part.name, part.contours.length]));
    expect(contours).toMatchObject({ 'digit-4': 2, 'digit-8': 3, stop: 1 });
  });

  it('keeps layers, and says which words it did not read', () => {
    expect(reading.parts.map((part) => part.layer)).toEqual(['plate', 'number', 'number', 'number']);
    expect(reading.notices).toEqual([
      {
        code: 'unread',
        message: 'Text “cut two of each” is not read; turn it into outlines first, or set it here with the text tool',
        count: 1,
      },
    ]);
  });
});

describe('shapes, by hand-computed areas', () => {
  it.each([
    ['<rect x="10" y="10" width="20" height="30"/>', 600],
    ['<rect width="20" height="30" rx="5"/>', 600 - (4 - Math.PI) * 25],
    ['<rect width="20" height="30" rx="5" ry="2"/>', 600 - (4 - Math.PI) * 10],
    ['<rect width="20" height="30" rx="50" ry="50"/>', Math.PI * 10 * 15],
    ['<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
    ['<ellipse cx="50" cy="50" rx="20" ry="10"/>', Math.PI * 200],
    ['<polygon points="0,0 10,0 10,10"/>', 50],
    ['<polyline points="0 0 10 0 10 10"/>', 50],
    ['<path d="M0 0h10v10h-10z"/>', 100],
    ['<path d="m10 10 l10 0 0 10 -10 0z"/>', 100],
    ['<path d="M0,0L10,0L10,10"/>', 50],
    ['<path d="M10 0A10 10 0 1 1 -10 0A10 10 0 0 1 10 0Z"/>', Math.PI * 100],
    ['<path d="M0 0Q5 10 10 0Z"/>', (2 / 3) * 10 * 5],
    ['<path d="M0 0C0 10 10 10 10 0Z"/>', 60],
    ['<path d="M0 0C0 5 5 5 5 0S10-5 10 0Z" fill-rule="evenodd"/>', 30],
    ['<circle cx="50%" cy="50%" r="10%"/>', Math.PI * 100],
    ['<rect width="1in" height="96px"/>', 96 * 96],
  ])('%s', (shape, expected) => {
    const total = readSvg(drawing(shape)).parts.reduce((sum, part) => sum + area(part), 0);
    expect(Math.abs(total - expected) / expected).toBeLessThan(0.001);
  });

  it('a line stays an open line of its own length', () => {
    const part = only(drawing('<line x1="10" y1="10" x2="40" y2="50" stroke="black"/>'));
    expect(part.contours[0].closed).toBe(false);
    expect(polylineLength(flatten(part.contours[0], 0.1))).toBe(50);
  });

  it('draws nothing where SVG draws nothing', () => {
    expect(
      readSvg(drawing('<circle r="0"/><rect width="-1" height="5"/><path d=""/><polygon points=""/>')).parts,
    ).toEqual([]);
  });
});

describe('holes', () => {
  const nested = (rule: string, inner: string) => `<path fill-rule="${rule}" d="M0 0H30V30H0Z ${inner}"/>`;
  const sameWay = 'M10 10H20V20H10Z';
  const otherWay = 'M10 10V20H20V10Z';

  it('follow the fill rule', () => {
    expect(area(only(drawing(nested('evenodd', sameWay))))).toBeCloseTo(800, 3);
    expect(area(only(drawing(nested('nonzero', otherWay))))).toBeCloseTo(800, 3);
    expect(area(only(drawing(nested('nonzero', sameWay))))).toBeCloseTo(900, 3);
  });

  it('that are none are left out with a word', () => {
    expect(messages(drawing(nested('nonzero', sameWay)))).toEqual([expect.stringContaining('shows no edge')]);
  });

  it('an island in a hole is a part of its own', () => {
    const { parts } = readSvg(drawing('<path fill-rule="evenodd" d="M0 0H30V30H0ZM5 5H25V25H5ZM10 10H20V20H10Z"/>'));
    expect(parts.map((part) => [part.contours.length, Math.round(area(part))])).toEqual([
      [2, 500],
      [1, 100],
    ]);
  });
});

describe('where things are', () => {
  it('nested transforms are applied from the inside out', () => {
    const part = only(
      drawing(
        '<g transform="translate(10 20)"><g transform="scale(2)"><rect x="1" y="1" width="5" height="5" transform="rotate(90)"/></g></g>',
      ),
    );
    expect(contourBounds(part.contours)).toEqual({ minX: -2, minY: 22, maxX: 8, maxY: 32 });
  });

  it('skew and matrix change the area by their determinant', () => {
    expect(area(only(drawing('<rect width="10" height="10" transform="skewX(30) matrix(2 0 1 3 5 5)"/>')))).toBeCloseTo(
      600,
      2,
    );
  });

  it('a repeat stands where it is used, with the style of the place', () => {
    const { parts } = readSvg(
      drawing(
        '<defs><rect id="r" width="5" height="5"/></defs><use href="#r" x="10" fill="#f00"/><use xlink:href="#r" y="20" transform="scale(2)"/>',
      ),
    );
    expect(parts.map((part) => part.colour)).toEqual(['#ff0000', '#000000']);
    expect(contourBounds(parts[1].contours)).toEqual({ minX: 0, minY: 40, maxX: 10, maxY: 50 });
  });

  it.each([
    ['width="50mm" height="100mm" viewBox="0 0 100 100"', { minX: 0, minY: 25, maxX: 50, maxY: 75 }],
    [
      'width="50mm" height="100mm" viewBox="0 0 100 100" preserveAspectRatio="none"',
      { minX: 0, minY: 0, maxX: 50, maxY: 100 },
    ],
    [
      'width="50mm" height="100mm" viewBox="0 0 100 100" preserveAspectRatio="xMinYMin slice"',
      { minX: 0, minY: 0, maxX: 100, maxY: 100 },
    ],
    [
      'width="50mm" height="100mm" viewBox="0 0 100 100" preserveAspectRatio="xMidYMax meet"',
      { minX: 0, minY: 50, maxX: 50, maxY: 100 },
    ],
    ['width="10cm" viewBox="-10 -10 200 200"', { minX: 5, minY: 5, maxX: 55, maxY: 55 }],
  ])('%s', (attributes, bounds) => {
    const found = contourBounds(only(drawing('<rect width="100" height="100"/>', attributes)).contours)!;
    for (const key of ['minX', 'minY', 'maxX', 'maxY'] as const) expect(found[key]).toBeCloseTo(bounds[key], 4);
  });

  it('a file without a size is read in px, and says so', () => {
    const reading = readSvg(drawing('<rect width="96" height="96"/>', 'viewBox="0 0 192 96"'));
    expect(reading.widthMm).toBeCloseTo(50.8, 6);
    expect(reading.notices[0]).toMatchObject({ code: 'size-assumed' });
  });

  it('any size in any unit gives the same drawing at its own scale', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 900, noNaN: true }),
        fc.constantFrom('mm', 'cm', 'in', 'pt', 'px'),
        (size, unit) => {
          const factor = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, px: 25.4 / 96 }[unit]!;
          const reading = readSvg(
            drawing(
              '<rect width="50" height="100"/>',
              `width="${size}${unit}" height="${size}${unit}" viewBox="0 0 100 100"`,
            ),
          );
          expect(contourBounds(reading.parts[0].contours)!.maxX).toBeCloseTo((size * factor) / 2, 3);
        },
      ),
    );
  });
});

describe('colours', () => {
  it.each([
    ['<rect width="5" height="5" fill="navy"/>', '#000080'],
    ['<rect width="5" height="5" style="fill:rgb(10, 20, 30)"/>', '#0a141e'],
    ['<style>.a{fill:#123}</style><rect class="b a" width="5" height="5" fill="red"/>', '#112233'],
    [
      '<style>#x{fill:#010203} rect{fill:#fff} .a{fill:#000}</style><rect id="x" class="a" width="5" height="5"/>',
      '#010203',
    ],
    ['<style>rect{fill:#fff !important}</style><rect style="fill:#000" width="5" height="5"/>', '#ffffff'],
    ['<style>g > .a{fill:#0f0}</style><g fill="red"><rect class="a" width="5" height="5"/></g>', '#00ff00'],
    ['<g fill="teal"><g><rect width="5" height="5"/></g></g>', '#008080'],
    ['<g color="#abcdef"><rect width="5" height="5" fill="currentColor"/></g>', '#abcdef'],
    ['<rect width="5" height="5" fill="none" stroke="hsl(0, 100%, 50%)"/>', '#ff0000'],
  ])('%s', (shape, colour) => {
    expect(only(drawing(shape)).colour).toBe(colour);
  });
});

describe('what is not read is said', () => {
  it.each([
    ['<image href="data:image/png;base64,AA=="/>', 'picture'],
    ['<rect width="5" height="5" fill="url(#g)"/>', 'gradient'],
    ['<rect width="5" height="5" display="none"/>', 'Hidden'],
    ['<g visibility="hidden"><rect width="5" height="5"/></g>', 'Hidden'],
    ['<rect width="5" height="5" fill="none"/>', 'without fill and line'],
    ['<rect width="5vw" height="5"/>', 'unit “vw”'],
    ['<g mask="url(#m)"><rect width="5" height="5"/></g>', 'A mask in the drawing is no plain shape'],
    ['<rect width="5" height="5" transform="spin(4)"/>', 'cannot be read'],
    ['<path d="M0 0L10 0L10 oops"/>', 'breaks off'],
    ['<use href="#gone"/>', 'not in the drawing'],
    ['<rect width="5" height="5" clip-path="url(#c)"/>', 'A clip path in the drawing cannot be read'],
    ['<flowRoot/>', '<flowRoot> is not read'],
    ['<style>@media (min-width: 9px) { rect { fill: red } }</style>', '@media'],
  ])('%s', (inside, words) => {
    expect(messages(drawing(inside)).join()).toContain(words);
  });

  it('counts what comes more than once', () => {
    expect(readSvg(drawing('<image/><image/><image/>')).notices[0].count).toBe(3);
  });
});

describe('entities of a drawing', () => {
  it('may be short names for texts and addresses', () => {
    const { parts } = readSvg(
      '<!DOCTYPE svg [<!-- of a drawing program --><!ENTITY space "http://www.w3.org/2000/svg"><!ENTITY n "rim &amp; &#233;dge"><!ENTITY c "#ff0000">]>' +
        '<svg xmlns="&space;" width="9mm" height="9mm"><rect id="&n;" fill="&c;" width="9" height="9"/></svg>',
    );
    expect(parts[0]).toMatchObject({ name: 'rim & édge', colour: '#ff0000' });
  });
});

describe('files that are refused', () => {
  const nest = (depth: number) => '<g>'.repeat(depth) + '</g>'.repeat(depth);
  const bomb = `<!DOCTYPE svg [<!ENTITY a0 "lol">${Array.from({ length: 9 }, (_, i) => `<!ENTITY a${i + 1} "${`&a${i};`.repeat(10)}">`).join('')}]><svg>&a9;</svg>`;
  const billion = [
    '<g id="a0"><rect width="1" height="1"/></g>',
    ...Array.from({ length: 12 }, (_, i) => `<g id="a${i + 1}">${`<use href="#a${i}"/>`.repeat(10)}</g>`),
  ].join('');
  it.each([
    ['an entity bomb', bomb, 'grow beyond any name'],
    [
      'an entity used without end',
      `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(4000)}">]><svg>${'&a;'.repeat(60)}</svg>`,
      'grow beyond any drawing',
    ],
    [
      'entities in a circle',
      '<!DOCTYPE svg [<!ENTITY a "&b;"><!ENTITY b "&a;">]><svg>&b;</svg>',
      'point at each other',
    ],
    ['an entity of another file', '<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///x">]><svg>&a;</svg>', 'another file'],
    ['an entity that holds a part', '<!DOCTYPE svg [<!ENTITY a "<script/>">]><svg>&a;</svg>', 'hold parts'],
    ['a script by an entity', '<!DOCTYPE svg [<!ENTITY a "javascript:x()">]><svg><a href="&a;"/></svg>', 'script'],
    ['an unknown entity', drawing('<text>&boom;</text>'), 'not well-formed'],
    ['a script', drawing('<script>alert(1)</script>'), 'script'],
    ['an event handler', drawing('<rect onload="x()"/>'), 'script in “onload”'],
    ['another file', drawing('<image href="//elsewhere/a.png"/>'), 'another file'],
    ['another file in a style', drawing('<rect style="fill:url(file:///x)"/>'), 'another file'],
    ['an imported style sheet', drawing('<style>@import "x.css";</style>'), 'another file'],
    ['groups without end', drawing(nest(5000)), 'deep in each other'],
    ['a billion repeats', drawing(`<defs>${billion}</defs><use href="#a12"/>`), 'every repeat'],
    ['a repeat of itself', drawing('<g id="a"><use href="#a"/></g>'), 'point at each other'],
    ['no drawing', '<html/>', 'starts with <html>'],
    ['nothing', '', 'well-formed'],
    ['half a file', '<svg><g>', 'well-formed'],
    ['a bad view box', drawing('', 'viewBox="0 0 0 10"'), 'viewBox'],
    ['a size that is none', drawing('', 'width="wide"'), 'size must be a length'],
  ])('%s', (_, source, words) => {
    expect(() => readSvg(source)).toThrow(ArtworkRefusedError);
    expect(() => readSvg(source)).toThrow(words);
  });
});
