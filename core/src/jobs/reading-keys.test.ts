import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { keyed, type JobDocument } from './index';

const RED = '#ff0000';
const plate = drawnPart('Plate', RED, boxAt(0, 0, 40), boxAt(10, 10, 5));
const star = drawnPart('Star', RED, boxAt(50, 0, 10));
const frame = drawnPart('Frame', RED, boxAt(0, 0, 100, 60));
const first = readingOf(plate, star, frame);
const again = (...parts: (typeof plate)[]) => keyed({ ...first, parts }, 2, first);

/** The job after its drawing was read again, with its second reading. */
function readAgain(document: JobDocument, second: typeof first): JobDocument {
  return done(document, shopWith({ drawing: [first, second] }), {
    do: 'take-reading',
    drawingId: 'drawing',
    reading: 2,
    name: 'drawing.svg',
    choices: {},
    drawn: { minX: 0, minY: 0, maxX: 100, maxY: 60 },
  });
}

describe('the keys of a reading', () => {
  it('stay with the parts that are there again, in whatever order; what is new has a key that never was', () => {
    const speck = drawnPart('Speck', RED, boxAt(70, 40, 1));
    const second = again(speck, frame, plate);
    expect(first.parts.map(({ key }) => key)).toEqual(['0', '1', '2']);
    expect(second.parts.map(({ name, key }) => [name, key])).toEqual([
      ['Speck', '0.2'],
      ['Frame', '2'],
      ['Plate', '0'],
    ]);
    const third = keyed({ ...first, parts: [star, plate] }, 3, second);
    expect(third.parts.map(({ key }) => key)).toEqual(['0.3', '0']);
  });
});

describe('a drawing that is read again', () => {
  const shop = shopWith({ drawing: [first] });
  const job = jobWith({ drawing: [first] }, shop);
  const idOf = (name: string) => job.parts.find((part) => part.name === name)!.id;

  it('keeps its parts with all that was done to them; what is gone takes with it what stands on it', () => {
    const made = done(
      job,
      shop,
      { do: 'draw-outline', partIds: [idOf('Star')], distanceMm: 2 },
      { do: 'draw-outline', partIds: [idOf('Plate')], distanceMm: 2 },
      { do: 'change-role', role: 'guide', partIds: [idOf('Frame')] },
    );
    const next = readAgain(made, again(frame, plate));
    expect(next.parts.map(({ id, name, role }) => [id, name, role])).toEqual([
      [idOf('Frame'), 'Frame', 'guide'],
      [idOf('Plate'), 'Plate', 'process'],
      [expect.any(String), 'Plate, outline at 2 mm', 'process'],
    ]);
    expect(next.drawings[0].reading).toBe(2);
  });

  it('keeps what was put together, without what is gone', () => {
    const made = done(job, shop, { do: 'put-together', partIds: [idOf('Star'), idOf('Plate'), idOf('Frame')] });
    const next = readAgain(made, again(plate, frame));
    const [whole] = next.parts.filter(({ role }) => role !== 'within');
    expect(whole.making).toMatchObject({ op: 'together', of: { length: 2 } });
    expect(
      shopWith({ drawing: [first, again(plate, frame)] })
        .shapes(next)
        .get(whole.id)!.contours,
    ).toHaveLength(3);
  });

  it('brings in what is new, in the step of its colour', () => {
    const next = readAgain(job, again(plate, star, frame, drawnPart('Speck', RED, boxAt(70, 40, 1))));
    expect(next.steps).toHaveLength(1);
    expect(next.parts.map(({ name }) => name)).toEqual(['Plate', 'Star', 'Frame', 'Speck']);
  });

  it('takes the lines that a part has now, all where it had all', () => {
    const filled = drawnPart('Plate', RED, boxAt(0, 0, 40));
    const next = readAgain(job, again(filled, star, frame));
    expect(next.parts[0].making).toMatchObject({ contours: [['0', 0]] });
    const apart = done(job, shop, { do: 'take-apart', partIds: [idOf('Plate')] });
    expect(readAgain(apart, again(filled, star, frame)).parts.map(({ name }) => name)).toEqual([
      'Plate',
      'Star',
      'Frame',
    ]);
  });
});
