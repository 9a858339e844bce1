import { contourBounds, flatten, normalise, regionArea } from '../../geometry';
import { readSvg } from '../index';
import type { ArtworkPart } from '../reading';

const drawing = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="100mm" height="100mm" viewBox="0 0 100 100">${inside}</svg>`;
const partsOf = (inside: string) => readSvg(drawing(inside)).parts;
const area = (parts: readonly ArtworkPart[]) =>
  parts.reduce(
    (sum, { contours }) => sum + regionArea(normalise(contours.map((contour) => flatten(contour, 0.001).points))),
    0,
  );
const boxOf = (parts: readonly ArtworkPart[]) => contourBounds(parts.flatMap(({ contours }) => contours))!;

describe('what a clip path leaves', () => {
  it.each([
    ['one shape', '<clipPath id="c"><rect width="10" height="10"/></clipPath>', 100],
    [
      'two shapes that overlap',
      '<clipPath id="c"><rect width="10" height="10"/><rect x="5" width="10" height="10"/></clipPath>',
      150,
    ],
    [
      'a shape moved by its own transform and the clip path’s',
      '<clipPath id="c" transform="translate(15 0)"><rect width="10" height="10" transform="translate(0 15)"/></clipPath>',
      25,
    ],
    [
      'a share of what it clips',
      '<clipPath id="c" clipPathUnits="objectBoundingBox"><rect width=".5" height=".25"/></clipPath>',
      50,
    ],
    [
      'a ring by its own rule',
      '<clipPath id="c"><path clip-rule="evenodd" d="M0 0H20V20H0ZM5 5H15V15H5Z"/></clipPath>',
      300,
    ],
    [
      'a shape that is used',
      '<rect id="r" display="none" width="1" height="1"/><clipPath id="c"><use href="#r2"/></clipPath><defs><rect id="r2" width="4" height="5"/></defs>',
      20,
    ],
    [
      'one clipped itself',
      '<clipPath id="d"><rect width="3" height="9"/></clipPath><clipPath id="c" clip-path="url(#d)"><rect width="10" height="10"/></clipPath>',
      27,
    ],
    ['a shape that has no fill', '<clipPath id="c"><rect width="10" height="10" fill="none"/></clipPath>', 100],
    ['nothing', '<clipPath id="c"></clipPath>', 0],
  ])('is %s', (_, defs, left) => {
    expect(area(partsOf(`${defs}<rect width="20" height="20" clip-path="url(#c)"/>`))).toBeCloseTo(left, 3);
  });

  it('is shown of groups and of lines too, and curves stay curves', () => {
    const clip = '<clipPath id="c"><circle cx="10" cy="10" r="8"/></clipPath>';
    const [disc] = partsOf(`${clip}<g clip-path="url(#c)"><rect width="40" height="40"/></g>`);
    expect(area([disc])).toBeCloseTo(Math.PI * 64, 1);
    expect(disc.contours[0].segments.length).toBeLessThan(9);
    const lines = partsOf(`${clip}<path clip-path="url(#c)" fill="none" stroke="red" d="M0 10H40"/>`);
    expect(boxOf(lines)).toMatchObject({ minX: expect.closeTo(2, 3), maxX: expect.closeTo(18, 3) });
  });

  it('is the part as it was drawn where it hides nothing of it', () => {
    const plain = partsOf('<circle cx="10" cy="10" r="5"/>');
    const clipped = partsOf(
      '<clipPath id="c"><rect width="30" height="30"/></clipPath><circle clip-path="url(#c)" cx="10" cy="10" r="5"/>',
    );
    expect(clipped).toEqual(plain);
  });

  it('is the whole where clip paths stand within each other in a circle, and that is said', () => {
    const { parts, notices } = readSvg(
      drawing(
        '<clipPath id="c"><rect clip-path="url(#c)" width="5" height="5"/></clipPath><rect width="20" height="20" clip-path="url(#c)"/>',
      ),
    );
    expect(area(parts)).toBeGreaterThan(0);
    expect(notices.length).toBeGreaterThan(0);
  });
});

describe('what a mask shows', () => {
  it.each([
    ['what lies under white', '<rect width="10" height="10" fill="white"/>', 100],
    [
      'nothing under black',
      '<rect width="10" height="10" fill="white"/><circle cx="5" cy="5" r="2" fill="black"/>',
      100 - Math.PI * 4,
    ],
    ['nothing where nothing lies', '', 0],
  ])('is %s', (_, inside, left) => {
    expect(area(partsOf(`<mask id="m">${inside}</mask><rect width="20" height="20" mask="url(#m)"/>`))).toBeCloseTo(
      left,
      1,
    );
  });

  it('in part is said, and read whole', () => {
    const { parts, notices } = readSvg(
      drawing(
        '<mask id="m"><rect width="9" height="9" fill="grey"/></mask><rect width="20" height="20" mask="url(#m)"/>',
      ),
    );
    expect(area(parts)).toBeCloseTo(400, 6);
    expect(notices.map(({ message }) => message).join()).toContain('read whole');
  });
});

describe('markers', () => {
  const dot = (more = '') =>
    `<marker id="d" markerWidth="4" markerHeight="4" refX="2" refY="2" ${more}><rect width="4" height="4"/></marker>`;
  const marks = (inside: string) => partsOf(inside).filter(({ isFilled }) => isFilled);
  const line = '<path d="M10 10H30V40" fill="none" stroke="red" stroke-width="2" marker';

  it('stand at the start, the corners and the end, as thick as the line', () => {
    expect(marks(`${dot()}${line}="url(#d)"/>`).map((part) => boxOf([part]))).toEqual([
      { minX: 6, minY: 6, maxX: 14, maxY: 14 },
      { minX: 26, minY: 6, maxX: 34, maxY: 14 },
      { minX: 26, minY: 36, maxX: 34, maxY: 44 },
    ]);
    expect(marks(`${dot('markerUnits="userSpaceOnUse"')}${line}-end="url(#d)"/>`).map((part) => boxOf([part]))).toEqual(
      [{ minX: 28, minY: 38, maxX: 32, maxY: 42 }],
    );
  });

  it('turn with the line, and are inherited from a group', () => {
    const arrow =
      '<marker id="a" orient="auto" markerWidth="9" markerHeight="2" refY="1" markerUnits="userSpaceOnUse"><path d="M0 0L9 1L0 2Z"/></marker>';
    const [end] = marks(`${arrow}<g marker-end="url(#a)">${line.replace(' marker', '')}/></g>`);
    expect(boxOf([end])).toEqual({ minX: 29, minY: 40, maxX: 31, maxY: 49 });
  });

  it('are cut off at their box, and have the line’s own colour where they ask for it', () => {
    const wide =
      '<marker id="w" markerWidth="2" markerHeight="2" markerUnits="userSpaceOnUse"><rect width="8" height="8" fill="context-stroke"/></marker>';
    const [mark] = marks(`${wide}${line}-start="url(#w)"/>`);
    expect(area([mark])).toBeCloseTo(4, 6);
    expect(mark.colour).toBe('#ff0000');
  });
});

describe('styles as a browser takes them', () => {
  const colours = (inside: string) => partsOf(inside).map(({ colour }) => colour);
  const box = '<rect class="a b" id="i" width="5" height="5"/>';
  it.each([
    ['a variable', '<style>:root{--c:#00ff00}rect{fill:var(--c)}</style>', '#00ff00'],
    ['a variable that is not there, with another instead', '<style>rect{fill:var(--no, #0000ff)}</style>', '#0000ff'],
    ['one that stands in another', '<style>svg{--a:var(--b);--b:#00ff00}rect{fill:var(--a)}</style>', '#00ff00'],
    [
      'one that stands in itself, as if it were not written',
      '<style>svg{--a:var(--a)}rect{fill:var(--a)}</style>',
      '#000000',
    ],
    ['where, which weighs nothing', '<style>:where(#i){fill:red}rect{fill:#00ff00}</style>', '#00ff00'],
    ['is, which weighs as much as what is in it', '<style>:is(#i){fill:#00ff00}.a.b{fill:red}</style>', '#00ff00'],
    ['not for print', '<style>rect{fill:#00ff00}@media print{rect{fill:red}}</style>', '#00ff00'],
    ['for a screen', '<style>rect{fill:red}@media screen{rect{fill:#00ff00}}</style>', '#00ff00'],
    ['a sheet with one bad word', '<style>.a{fill:#00ff00; oops} ??? .z{fill:red} .b{stroke:none}</style>', '#00ff00'],
    [
      'a sheet for print alone',
      '<style media="print">rect{fill:red}</style><style>rect{fill:#00ff00}</style>',
      '#00ff00',
    ],
  ])('%s', (_, sheet, colour) => expect(colours(sheet + box)).toEqual([colour]));

  it('a variable that a repeat hands in', () => {
    expect(
      colours('<defs><rect id="t" width="5" height="5" fill="var(--c)"/></defs><use href="#t" style="--c:#00ff00"/>'),
    ).toEqual(['#00ff00']);
  });

  it('what shows nothing by its colour is no cut', () => {
    expect(partsOf('<g color="transparent"><rect width="5" height="5" fill="currentColor"/></g>')).toEqual([]);
  });

  it.each([
    ['<style>rect{x:10px;y:20px;width:30px;height:5px}</style><rect/>', [10, 20, 40, 25]],
    ['<style>circle{r:4px;cx:10px}</style><circle cy="10"/>', [6, 6, 14, 14]],
    ['<rect width="4" height="2" style="translate:10px 20px"/>', [10, 20, 14, 22]],
    ['<rect width="4" height="2" style="rotate:90deg"/>', [-2, 0, 0, 4]],
    ['<rect width="4" height="2" style="scale:2 3"/>', [0, 0, 8, 6]],
    ['<rect width="4" height="2" style="translate:10px;scale:2" transform="translate(1 1)"/>', [12, 2, 20, 6]],
    ['<path style="d:path(\'M1 1H5V3Z\')"/>', [1, 1, 5, 3]],
  ])('measures in a style: %s', (inside, [minX, minY, maxX, maxY]) => {
    const box = boxOf(partsOf(inside));
    expect([box.minX, box.minY, box.maxX, box.maxY].map((n) => Math.round(n * 1e4) / 1e4 + 0)).toEqual([
      minX,
      minY,
      maxX,
      maxY,
    ]);
  });
});

describe('drawings within the drawing', () => {
  it('do not show without a size', () => {
    expect(partsOf('<svg width="0"><rect width="5" height="5"/></svg><rect width="3" height="3"/>')).toHaveLength(1);
  });

  it('a symbol has its own size where the repeat says none, and the repeat’s where it does', () => {
    const symbol = '<symbol id="s" viewBox="0 0 10 10" width="20" height="20"><rect width="10" height="10"/></symbol>';
    expect(boxOf(partsOf(`${symbol}<use href="#s" x="5"/>`))).toEqual({ minX: 5, minY: 0, maxX: 25, maxY: 20 });
    expect(boxOf(partsOf(`${symbol}<use href="#s" width="40" height="40"/>`))).toEqual({
      minX: 0,
      minY: 0,
      maxX: 40,
      maxY: 40,
    });
  });

  it('a repeat may size a drawing', () => {
    const inner =
      '<defs><svg id="n" viewBox="0 0 10 10" width="10" height="10"><rect width="10" height="10"/></svg></defs>';
    expect(boxOf(partsOf(`${inner}<use href="#n" width="30" height="30"/>`))).toEqual({
      minX: 0,
      minY: 0,
      maxX: 30,
      maxY: 30,
    });
  });

  it('a curve that runs back along its own line is read at once', () => {
    expect(area(partsOf('<path d="M10 10q5 0 0 0h-5v20z"/>'))).toBeCloseTo(50, 6);
  });
});
