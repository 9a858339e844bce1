import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import {
  ActionRefusedError,
  changeJob,
  placementsOf,
  sheetsOf,
  type JobDocument,
  type JobShop,
  type LayParts,
} from './index';

const RED = '#ff0000';
const drawing = readingOf(drawnPart('Plate', RED, boxAt(0, 0, 40, 30)), drawnPart('Star', RED, boxAt(50, 0, 10)));
const readings = { drawing: [drawing] };

let shop: JobShop;
let job: JobDocument;
let plate: string;
let star: string;
beforeEach(() => {
  shop = shopWith(readings);
  job = done(jobWith(readings, shop), shop, {
    do: 'change-step',
    stepId: jobWith(readings, shop).steps[0].id,
    materialId: 'navy',
  });
  [plate, star] = job.parts.map(({ id }) => id);
});
const at = (partId: string, sheet: number, x: number, y = 0, angle = 0) => ({
  partId,
  sheet,
  x,
  y,
  angle,
  turnedOver: false,
});
const present = () => ({ sheetId: job.sheets[0].id, stockPieceId: null, onCarrier: false });
const fresh = (stockPieceId: string) => ({ sheetId: null, stockPieceId, onCarrier: true });
const lay = (action: Omit<LayParts, 'do'>) =>
  changeJob(job, { ...action, do: 'lay-parts', id: '0b9f3d0e-0000-4000-8000-000000000001' }, shop);

describe('saying where parts lie', () => {
  it('lays a part as often as it is named, and leaves all others', () => {
    const next = lay({
      partIds: [plate],
      sheets: [present()],
      lies: [at(plate, 0, 5, 5, 90), at(plate, 0, 60), at(plate, 0, 120)],
    });
    expect(placementsOf(next, plate).map(({ x, angle }) => [x, angle])).toEqual([
      [5, 90],
      [60, 0],
      [120, 0],
    ]);
    expect(placementsOf(next, plate)[0].id).toBe(placementsOf(job, plate)[0].id);
    expect(placementsOf(next, star)).toEqual(placementsOf(job, star));
    const fewer = changeJob(
      next,
      { do: 'lay-parts', id: 'b', partIds: [plate], sheets: [present()], lies: [at(plate, 0, 9)] },
      shop,
    );
    expect(placementsOf(fewer, plate)).toHaveLength(1);
  });

  it('takes sheets from the stock, and drops those on which nothing lies any more', () => {
    const next = lay({
      partIds: [plate, star],
      sheets: [present(), fresh('navy offcut')],
      lies: [at(plate, 0, 0), at(star, 1, 3)],
    });
    expect(
      sheetsOf(next, job.steps[0].id).map(({ number, stockPieceId, onCarrier }) => [number, stockPieceId, onCarrier]),
    ).toEqual([
      [1, 'navy roll', false],
      [2, 'navy offcut', true],
    ]);
    const [, second] = next.sheets;
    const back = changeJob(
      next,
      {
        do: 'lay-parts',
        id: 'c',
        partIds: [plate],
        sheets: [{ sheetId: second.id, stockPieceId: null, onCarrier: true }],
        lies: [at(plate, 0, 0)],
      },
      shop,
    );
    expect(back.sheets.map(({ id, number }) => [id, number])).toEqual([[second.id, 1]]);
  });

  it('is in the first place inside an odd piece, not only inside its box', () => {
    const [vinyl] = [...shop.materials.values()].filter(({ id }) => id === 'navy');
    const outline = [
      { x: 60, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 300 },
      { x: 0, y: 300 },
    ];
    const pieces = vinyl.pieces.map((piece) =>
      piece.id === 'navy offcut' ? { ...piece, widthMm: 300, lengthMm: 300, outline } : piece,
    );
    const odd = { ...shop, materials: new Map(shop.materials).set('navy', { ...vinyl, pieces }) };
    const onOdd = done(job, odd, { do: 'change-step', stepId: job.steps[0].id, stockPieceId: 'navy offcut' });
    const [place] = placementsOf(onOdd, plate);
    // The slope goes back by a fifth of the way down: at the top it begins beyond 60 mm.
    expect(place.x).toBeGreaterThan(60 - (place.y + 30) / 5);
  });

  it.each([
    [
      'a part of which no place is given',
      () => ({ partIds: [plate, star], sheets: [present()], lies: [at(plate, 0, 0)] }),
      /No place was given for “Star”/,
    ],
    [
      'a part that is gone',
      () => ({ partIds: ['gone'], sheets: [present()], lies: [at('gone', 0, 0)] }),
      /not in this job any more/,
    ],
    [
      'a sheet that is gone',
      () => ({ partIds: [plate], sheets: [{ ...present(), sheetId: 'gone' }], lies: [at(plate, 0, 0)] }),
      /sheet .* not in this job any more/,
    ],
    [
      'a sheet that was not named',
      () => ({ partIds: [plate], sheets: [present()], lies: [at(plate, 1, 0)] }),
      /Sheet 2 of 1/,
    ],
    [
      'a place of another part',
      () => ({ partIds: [plate], sheets: [present()], lies: [at(plate, 0, 0), at(star, 0, 0)] }),
      /not to be laid/,
    ],
    [
      'more sheets than there are',
      () => ({
        partIds: [plate],
        sheets: [fresh('navy offcut'), fresh('navy offcut')],
        lies: [at(plate, 0, 0), at(plate, 1, 0)],
      }),
      /2 sheets of a piece were asked for; 1 are on the shelf/,
    ],
    [
      'a piece of something else',
      () => ({ partIds: [plate], sheets: [fresh('sail cloth')], lies: [at(plate, 0, 0)] }),
      /not of this job's materials/,
    ],
    [
      'too many places',
      () => ({ partIds: [plate], sheets: [present()], lies: Array.from({ length: 50_000 }, () => at(plate, 0, 0)) }),
      /places are too many: a job has 5000 at most/,
    ],
    [
      'a place that is no number',
      () => ({ partIds: [plate], sheets: [present()], lies: [at(plate, 0, Number.NaN)] }),
      /on no sheet/,
    ],
  ])('refuses %s', (_, action, sentence) => {
    expect(() => lay(action())).toThrow(ActionRefusedError);
    expect(() => lay(action())).toThrow(sentence);
  });
});
