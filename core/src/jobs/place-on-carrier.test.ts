import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { longPlotter } from '../../testing/shop';
import { besideEachOther } from '../layout';
import { cuttableArea } from '../machines';
import { planStep, stepFile, type StepRequest } from '../output';
import { turnsOf } from '../recipes';

const readings = { plate: [readingOf(drawnPart('plate', '#000000', boxAt(0, 0, 20)))] };
const one = shopWith(readings);
const shop = shopWith(readings, {
  materials: new Map(
    [...one.materials].map(([id, material]) => [
      id,
      { ...material, pieces: material.pieces.map((piece) => ({ ...piece, count: 3 })) },
    ]),
  ),
});
const job = jobWith(readings, shop);
const onCard = done(job, shop, { do: 'change-step', stepId: job.steps[0].id, materialId: 'card', onCarrier: true });
const [sheet] = onCard.sheets;

describe('pieces on a carrier', () => {
  it('lie where it is said, and in its corner again', () => {
    const at = { x: 25, y: 25 };
    const placed = done(onCard, shop, { do: 'place-on-carrier', places: [{ sheetId: sheet.id, at }] });
    expect(placed.sheets[0]).toMatchObject({ onCarrier: true, carrierAt: at });
    const back = done(placed, shop, { do: 'place-on-carrier', places: [{ sheetId: sheet.id, at: null }] });
    expect(back.sheets).toEqual(onCard.sheets);
  });

  it('stay laid out over their sheets where these are put onto a carrier, or taken off it', () => {
    const partId = onCard.parts[0].id;
    const [step] = onCard.steps;
    const two = done(onCard, shop, {
      do: 'lay-parts',
      partIds: [partId],
      sheets: [
        { sheetId: sheet.id, stockPieceId: null, onCarrier: false },
        { sheetId: null, stockPieceId: sheet.stockPieceId, onCarrier: false },
      ],
      lies: [0, 1].map((i) => ({ partId, sheet: i, x: 20, y: 30, angle: 0, turnedOver: false })),
    });
    const on = done(two, shop, { do: 'change-step', stepId: step.id, onCarrier: true });
    expect(on.sheets.map(({ onCarrier }) => onCarrier)).toEqual([true, true]);
    expect(on.placements).toEqual(two.placements);
    const off = done(on, shop, { do: 'change-step', stepId: step.id, onCarrier: false });
    expect(off.sheets).toEqual(two.sheets);
  });

  it('do not lie on each other', () => {
    const partId = onCard.parts[0].id;
    const two = done(onCard, shop, {
      do: 'lay-parts',
      partIds: [partId],
      sheets: [
        { sheetId: sheet.id, stockPieceId: null, onCarrier: true },
        { sheetId: null, stockPieceId: sheet.stockPieceId, onCarrier: true },
      ],
      lies: [0, 1].map((i) => ({ partId, sheet: i, x: 20, y: 30, angle: 0, turnedOver: false })),
    });
    const places = (x: number) => two.sheets.map(({ id }, i) => ({ sheetId: id, at: { x: i * x, y: 0 } }));
    expect(() => done(two, shop, { do: 'place-on-carrier', places: places(100) })).toThrow(
      'Sheet 2 would lie on sheet 1 there: give each its own place.',
    );
    // A card is 210 mm wide.
    expect(done(two, shop, { do: 'place-on-carrier', places: places(210) }).sheets[1].carrierAt).toEqual({
      x: 210,
      y: 0,
    });
  });

  it('find room beside each other, row by row, or none', () => {
    const bed = { workWidthMm: 305, workLengthMm: 300, carrierSideMm: 0, carrierLeadMm: 0 };
    const strip = { widthMm: 70, lengthMm: 280 };
    expect(besideEachOther([strip, strip, strip], bed, 5)).toEqual([
      { x: 0, y: 0 },
      { x: 75, y: 0 },
      { x: 150, y: 0 },
    ]);
    const tag = { widthMm: 140, lengthMm: 90 };
    expect(besideEachOther([tag, tag, tag], bed, 5)?.[2]).toEqual({ x: 0, y: 95 });
    expect(besideEachOther([strip, strip, strip, strip, strip], bed, 5)).toBeNull();
  });

  it('are worked one after the other without a stop, where they share one', () => {
    const step = { process: 'through-cut', materialId: 'wood', machineId: 'm', toolId: 'knife', holder: 1 } as const;
    const sheets = (places: ({ x: number; y: number } | null)[]) =>
      turnsOf(places.map((carrierAt, i) => ({ ...step, sheetId: `sheet ${i}`, carrierAt })));
    expect(
      sheets([
        { x: 0, y: 0 },
        { x: 75, y: 0 },
      ]).map(({ hold }) => hold),
    ).toEqual([null, null]);
    expect(sheets([null, null])[1].hold).toMatchObject({ sheet: true });
    expect(sheets([{ x: 0, y: 0 }, null])[1].hold).toMatchObject({ sheet: true });
  });

  it('have their place in the file, and what is reached goes by it', () => {
    const request: StepRequest = {
      machine: longPlotter,
      process: 'drag-engrave',
      settings: { force: 10, speed: 5, passes: 1 },
      holder: 1,
      parts: [
        {
          id: 'p',
          name: 'p',
          colour: '#000000',
          contours: [boxAt(0, 0, 20)],
          place: { x: 10, y: 15, angle: 0, turnedOver: false },
        },
      ],
      carrierAt: { x: 25, y: 30 },
    };
    const { text } = stepFile(request, planStep(request));
    const inFile = [...text.replace(/PU0,0;/g, '').matchAll(/P[UD]([\d,-]+);/g)].flatMap(([, numbers]) => {
      const all = numbers.split(',').map(Number);
      return all.flatMap((y, k) => (k % 2 ? [] : [[all[k + 1] / 100, y / 100]]));
    });
    expect(Math.min(...inFile.map(([x]) => x))).toBeCloseTo(35, 2);
    expect(Math.min(...inFile.map(([, y]) => y))).toBeCloseTo(45, 2);
    const piece = { widthMm: 100, lengthMm: 100 };
    const bed = { ...longPlotter, workWidthMm: 305, carrierSideMm: 0 };
    expect(cuttableArea(bed, piece, true, { x: 250, y: 0 })!.maxX).toBe(55);
    expect(cuttableArea(bed, piece, true, { x: 320, y: 0 })).toBeNull();
  });
});
