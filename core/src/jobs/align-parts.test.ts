import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { USUAL_TEXT } from '../artwork-choices';
import { boundsMiddle, contourBounds, joinBounds } from '../geometry';
import { ActionRefusedError, type JobDocument, type JobShop } from './index';

/** A word whose letters stand at 20: an a, a g that hangs below, an o that reaches a little below, a dash; and a star. */
const readings = {
  word: [
    readingOf(
      drawnPart('a', '#000000', boxAt(0, 8, 8, 12)),
      drawnPart('h', '#000000', boxAt(10, 2, 8, 18)),
      drawnPart('g', '#000000', boxAt(20, 8, 8, 18)),
      drawnPart('o', '#000000', boxAt(30, 7.8, 8, 12.4)),
      drawnPart('-', '#000000', boxAt(40, 13, 6, 2)),
    ),
  ],
  star: [readingOf(drawnPart('Star', '#ff0000', boxAt(60, 40, 10)))],
};
let shop: JobShop;
let job: JobDocument;
beforeEach(() => {
  shop = shopWith(readings);
  job = jobWith(readings, shop);
  job = {
    ...job,
    drawings: job.drawings.map((drawing) =>
      drawing.id === 'word' ? { ...drawing, source: 'text', choices: USUAL_TEXT } : drawing,
    ),
  };
});

const idOf = (name: string) => job.parts.find((part) => part.name === name)!.id;
const feet = (document: JobDocument, name: string) => {
  const part = document.parts.find((each) => each.name === name && each.role !== 'within')!;
  return Math.round(contourBounds(shop.shapes(document).get(part.id)!.contours)!.maxY * 1000) / 1000;
};
const onText = (...names: string[]) => done(job, shop, { do: 'align-parts', partIds: names.map(idOf), at: 'on-text' });

describe('parts laid onto the line of a text', () => {
  it.each([[['a']], [['g']], [['o']], [['h', 'g', 'o']]])(
    'stand where most of its letters stand, whichever is chosen: %s',
    (letters) => {
      const next = onText('Star', ...letters);
      expect(feet(next, 'Star')).toBe(20);
      expect(feet(next, 'g')).toBe(26);
    },
  );

  it('need a letter, and something to be laid', () => {
    const star = { ...job, drawings: job.drawings };
    expect(() => done(star, shop, { do: 'align-parts', partIds: [idOf('a'), idOf('h')], at: 'on-text' })).toThrow(
      ActionRefusedError,
    );
    expect(() => onText('a', 'h')).toThrow('what is to stand on the line');
    job = { ...job, drawings: job.drawings.map((drawing) => ({ ...drawing, source: 'svg' as const, choices: {} })) };
    expect(() => onText('Star', 'a')).toThrow('Choose a letter of a text');
  });
});

describe('what came in together, laid to something else', () => {
  const both = {
    ...readings,
    plate: [readingOf(drawnPart('Plate', '#0000ff', boxAt(100, 100, 60, 40)))],
  };
  const own = { shop: undefined as unknown as JobShop, job: undefined as unknown as JobDocument };
  beforeEach(() => {
    own.shop = shopWith(both);
    own.job = jobWith(both, own.shop);
  });
  const partOf = (document: JobDocument, name: string) =>
    document.parts.find((part) => part.name === name && part.role !== 'within')!;
  const boxOf = (document: JobDocument, name: string) =>
    contourBounds(own.shop.shapes(document).get(partOf(document, name).id)!.contours)!;
  const align = (...names: string[]) =>
    done(own.job, own.shop, {
      do: 'align-parts',
      partIds: names.map((name) => partOf(own.job, name).id),
      at: 'on-one-middle',
    });

  it('goes as one: its letters keep their distances', () => {
    const next = align('a', 'h', 'o', 'Plate');
    expect(boxOf(next, 'Plate')).toEqual(boxOf(own.job, 'Plate'));
    const plate = boundsMiddle(boxOf(own.job, 'Plate'));
    const three = boundsMiddle(['a', 'h', 'o'].map((name) => boxOf(own.job, name)).reduce(joinBounds));
    const by = { x: plate.x - three.x, y: plate.y - three.y };
    for (const name of ['a', 'h', 'o']) {
      const [was, is] = [boxOf(own.job, name), boxOf(next, name)];
      expect([is.minX - was.minX, is.minY - was.minY]).toEqual([expect.closeTo(by.x), expect.closeTo(by.y)]);
    }
  });

  it('lies on their sheet as it is drawn, wherever each lay before', () => {
    const places = (document: JobDocument, name: string) =>
      document.placements.filter(({ partId }) => partId === partOf(document, name).id);
    const sheetId = places(own.job, 'Plate')[0].sheetId;
    own.job = {
      ...own.job,
      placements: own.job.placements.map((place, i) => ({ ...place, sheetId, x: 3 * i, y: -2 * i })),
    };
    const next = align('a', 'h', 'Plate');
    const [plate] = places(own.job, 'Plate');
    for (const name of ['a', 'h', 'Plate'])
      expect(places(next, name)).toEqual([
        { ...places(next, name)[0], sheetId, x: plate.x, y: plate.y, angle: plate.angle },
      ]);
    // What was not chosen stays.
    expect(places(next, 'g')).toEqual(places(own.job, 'g'));
  });

  it('is laid part by part where nothing else is chosen', () => {
    const next = align('a', 'g');
    expect(boxOf(next, 'g').minX + boxOf(next, 'g').maxX).toBeCloseTo(boxOf(next, 'a').minX + boxOf(next, 'a').maxX);
  });
});
