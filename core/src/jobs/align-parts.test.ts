import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { USUAL_TEXT } from '../artwork-choices';
import { contourBounds } from '../geometry';
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
