import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import type { CurveContour } from '../geometry';
import { placementsOf } from './parts-of';

/** A letter that stands on the right of its box: straight above its middle there is nothing of it. */
const corner: CurveContour = {
  closed: true,
  start: [0, 15],
  segments: [
    ['L', 16, 15],
    ['L', 16, 0],
    ['L', 20, 0],
    ['L', 20, 20],
    ['L', 0, 20],
  ],
};
const open: CurveContour = { closed: false, start: [70, 0], segments: [['L', 80, 10]] };
const readings = {
  name: [
    readingOf(
      drawnPart('O', '#000000', boxAt(0, 0, 20)),
      drawnPart('J', '#000000', {
        ...corner,
        start: [30, 15],
        segments: corner.segments.map(([, x, y]) => ['L', x + 30, y] as ['L', number, number]),
      }),
      drawnPart('line', '#000000', open),
    ),
  ],
};
const shop = shopWith(readings);
const job = jobWith(readings, shop);
const ids = (...names: string[]) => names.map((name) => job.parts.find((part) => part.name === name)!.id);
const EYE = { angle: 0, hole: 3, band: 2, neck: 0.5 };

describe('what is made of several parts at once', () => {
  it('gives each letter its own eye, also one with nothing straight above its middle', () => {
    const next = done(job, shop, { do: 'make-part', partIds: ids('O', 'J'), by: 'eye', measures: EYE });
    const shapes = shop.shapes(next);
    for (const id of ids('O', 'J')) expect(shapes.get(id)!.contours.length).toBe(2);
    const [top] = shapes
      .get(ids('J')[0])!
      .contours.map(({ segments }) => Math.min(...segments.map((each) => each.at(-1) as number)));
    expect(top).toBeCloseTo(-7.5, 1);
  });

  it('says of which it cannot be made, and makes none', () => {
    expect(() => done(job, shop, { do: 'make-part', partIds: ids('O', 'line'), by: 'eye', measures: EYE })).toThrow(
      '“line” cannot be made: an eye needs an outline to hold on to.',
    );
  });

  it('makes a mirrored pair of two parts, each laid by itself', () => {
    const [part] = ids('O');
    const next = done(job, shop, {
      do: 'make-part',
      partIds: [part],
      by: 'mirrored',
      measures: { side: 0, gap: 2, own: 2 },
    });
    const pair = next.parts.filter(({ name, role }) => name.startsWith('O') && role !== 'within');
    expect(pair.map(({ name }) => name)).toEqual(['O', 'O, mirrored']);
    expect(pair.map(({ id }) => placementsOf(next, id).length)).toEqual([1, 1]);
    const [left, right] = pair.map(({ id }) => shop.shapes(next).get(id)!.contours[0].start[0]);
    expect([left, right]).toEqual([0, 42]);
  });

  it('breaks a part along another, which goes into both pieces', () => {
    const [letter, knife] = ids('O', 'line');
    const across = done(job, shop, {
      do: 'make-part',
      partIds: [knife],
      by: 'moved',
      measures: { right: -65, down: 5, turn: 0, width: 0, height: 0 },
    });
    const next = done(across, shop, { do: 'make-part', partIds: [letter, knife], by: 'broken', measures: { side: 0 } });
    const pieces = next.parts.filter(({ name, role }) => name.startsWith('O') && role !== 'within');
    expect(pieces.map(({ name }) => name)).toEqual(['O', 'O, other piece']);
    expect(next.parts.find(({ id }) => id === knife)!.role).toBe('within');
  });
});
