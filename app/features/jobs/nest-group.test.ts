import {
  checkedAround,
  checkedJob,
  closePiece,
  hasTwoSameSides,
  layAction,
  nestGroup,
  piecesAround,
  workOn,
} from '@keen-anvil/core/steps';
import { checkJob } from '@keen-anvil/core/preflight';
import { pointAt, turnedSheet, type CloseLaying } from '@keen-anvil/core/layout';
import { contourBounds } from '@keen-anvil/core/geometry';
import { brought } from '@keen-anvil/core/registration';
import { navy, machines } from '../../testing/fixtures';
import { wholeJob } from '../../testing/job-answer';
import { artwork, job, part, square, step } from '../../testing/job-fixtures';

const SHEET = step.sheets[0].id;
const at = (id: string, x: number, y: number, angle = 0, turnedOver = false) => ({
  id,
  partId: '',
  sheetId: SHEET,
  x,
  y,
  angle,
  turnedOver,
});
const marks = { ...artwork, id: 'marks', source: 'measured' as const, choices: { shape: 'turn-marks', measures: {} } };
const rim = part({ id: 'rim', contours: [square(0, 0, 40)], places: [at('a', 10, 10)] });
/** Behind the rim, 3 mm from its left edge as it is read from there. */
const back = part({ id: 'back', contours: [square(3, 5, 10)], places: [at('b', 50, 10, 0, true)] });
const hole = part({ id: 'hole', artworkId: 'marks', contours: [square(0, 0, 4)], places: [at('c', 2, 2)] });
const medal = wholeJob({
  ...job,
  artworks: [artwork, marks],
  steps: [
    { ...step, id: 'front', position: 0, parts: [rim] },
    { ...step, id: 'holes', position: 1, parts: [hole] },
    { ...step, id: 'behind', position: 2, turned: 'left-right', mirrored: true, isFromBack: true, parts: [back] },
  ],
});
const group = nestGroup(medal, 1, [navy], machines)!;
const laying = (...places: { x: number; y: number; angle: number; sheetNumber?: number }[]): CloseLaying =>
  ({
    lies: places.map(({ sheetNumber = 0, ...place }) => ({
      ...place,
      partId: 'rim',
      pieceId: 'roll',
      sheetNumber,
      turnedOver: false,
    })),
  }) as unknown as CloseLaying;

describe('what is nested of a job with two sides', () => {
  it('are its fronts; marks stay where they are, also for what is laid round them', () => {
    expect(group.parts.map(({ id }) => id)).toEqual(['rim']);
    expect([group.backs.map(({ id }) => id), group.held.map(({ id }) => id)]).toEqual([['back'], ['hole']]);
    // Asked for from the back, the same are nested.
    expect(nestGroup(medal, 3, [navy], machines)!.parts).toEqual(group.parts);
    const { holes } = closePiece(navy.pieces[0], group)!;
    expect(holes).toHaveLength(1);
    expect(holes[0]).toContainEqual({ x: 2, y: 2 });
  });

  it('is checked without its marks: they come first, and lie where there is room', () => {
    const { steps } = checkedJob(medal);
    expect(steps.map(({ id }) => id)).toEqual(['front', 'behind']);
    expect(checkJob(checkedJob(medal))).toEqual([]);
    const [front, holes] = medal.steps.map((of) => workOn(of, SHEET));
    expect([checkedAround(medal, front).isOfMarks, checkedAround(medal, holes).isOfMarks]).toEqual([false, true]);
  });

  it('takes its back along, wherever and however its front goes', () => {
    const action = layAction(group, laying({ x: 100, y: 60, angle: 90 }, { x: 20, y: 80, angle: 0 }));
    expect(action.partIds).toEqual(['rim', 'back', 'hole']);
    const over = turnedSheet('left-right', { widthMm: 305, lengthMm: 4200 });
    const of = (id: string) => action.lies.filter(({ partId }) => partId === id);
    for (const i of [0, 1]) {
      // As it is read from the back, its corner stays 3 and 5 mm from that of the rim.
      const corner = brought(over, pointAt({ x: 40, y: 0 }, of('rim')[i]));
      const near = brought(over, pointAt({ x: 3, y: 5 }, of('back')[i]));
      expect(Math.hypot(near.x - corner.x, near.y - corner.y)).toBeCloseTo(Math.hypot(3, 5), 6);
      expect(of('back')[i].turnedOver).toBe(true);
    }
    expect(of('hole')).toEqual([{ partId: 'hole', sheet: 0, x: 2, y: 2, angle: 0, turnedOver: false }]);
  });

  it('has marks on every sheet that it is laid on', () => {
    const action = layAction(group, laying({ x: 9, y: 9, angle: 0 }, { x: 9, y: 9, angle: 0, sheetNumber: 1 }));
    expect(action.sheets.map(({ sheetId }) => sheetId)).toEqual([SHEET, null]);
    expect(action.lies.filter(({ partId }) => partId === 'hole').map(({ sheet }) => sheet)).toEqual([0, 1]);
  });
});

describe('what is kept clear of', () => {
  const plate = part({
    id: 'plate',
    role: 'guide',
    stepId: 'front',
    contours: [square(0, 0, 80)],
    places: [at('g', 120, 20)],
  });
  const sheetOf = (...guides: (typeof plate)[]) => {
    const one = { ...step, id: 'front', parts: [{ ...rim, stepId: 'front' }] };
    return nestGroup(wholeJob({ ...job, steps: [one], otherParts: guides }), 1, [navy], machines)!;
  };
  const holesOn = (kind: 'roll' | 'sheet', of: ReturnType<typeof sheetOf>) =>
    closePiece({ ...navy.pieces[0], kind, widthMm: 297, lengthMm: 420 }, of)!.holes;

  it('is a guide that shows where a blank lies, and not one that the work lies on', () => {
    expect(holesOn('sheet', sheetOf(plate))[0]).toContainEqual({ x: 120, y: 20 });
    expect(holesOn('sheet', sheetOf({ ...plate, places: [at('g', 0, 0)] }))).toEqual([]);
  });

  it('is the marks of a printed page with their white, where it is a page', () => {
    const printed = { ...plate, print: { picture: null, fill: '#ffffff', bleedMm: 0 } };
    expect(holesOn('sheet', sheetOf(printed))).toHaveLength(4);
    expect(holesOn('roll', sheetOf(printed))).toEqual([]);
  });
});

describe('what stays where it is while the rest is nested', () => {
  it('makes its sheet one by itself, with what stays as spots that are taken', () => {
    const close = { ...closePiece(navy.pieces[0], { ...group, held: [] })!, count: 3 };
    const around = piecesAround(close, group, new Set(['rim']));
    expect(around.map(({ id, count }) => [id, count])).toEqual([
      [SHEET, 1],
      ['roll', 2],
    ]);
    const [ring] = around[0].holes;
    expect(contourBounds([square(10, 10, 40)])).toEqual({
      minX: Math.min(...ring.map(({ x }) => x)),
      minY: Math.min(...ring.map(({ y }) => y)),
      maxX: Math.max(...ring.map(({ x }) => x)),
      maxY: Math.max(...ring.map(({ y }) => y)),
    });
    expect(around[1].holes).toEqual([]);
    // What is laid on it by name goes onto that very sheet.
    const named = laying({ x: 100, y: 60, angle: 0 });
    named.lies[0].pieceId = SHEET;
    expect(layAction({ ...group, held: [] }, named).sheets).toEqual([
      { sheetId: SHEET, stockPieceId: null, onCarrier: false },
    ]);
  });

  it('depends on the material whether copies may be turned over', () => {
    const cut = { ...group, backs: [], steps: [{ ...group.steps[0], process: 'through-cut' as const }] };
    const card = { ...navy, family: 'card' as const, facing: 'either side', mirrored: false };
    expect(hasTwoSameSides({ ...cut, material: card })).toBe(true);
    expect(hasTwoSameSides({ ...cut, material: { ...card, facing: 'print side up' } })).toBe(false);
    expect(hasTwoSameSides({ ...cut, material: card, steps: [{ ...cut.steps[0], process: 'draw' }] })).toBe(false);
  });
});

describe('what is printed', () => {
  const printed = { picture: null, fill: '#ffffff', bleedMm: 0 };
  const one = { ...step, id: 'front', parts: [{ ...rim, stepId: 'front' }] };
  const under = part({
    id: 'under',
    role: 'guide',
    stepId: 'front',
    contours: [square(5, 5, 20)],
    places: [at('u', 10, 10)],
  });

  it('lies on the sheet as what is cut does: what is shown under a rim goes with it, a blank is kept clear of', () => {
    const job_ = wholeJob({ ...job, steps: [one], otherParts: [{ ...under, print: printed }] });
    expect(nestGroup(job_, 1, [navy], machines)!.parts.map(({ id }) => id)).toEqual(['rim', 'under']);
    const bare = wholeJob({ ...job, steps: [one], otherParts: [under] });
    expect(nestGroup(bare, 1, [navy], machines)!.parts.map(({ id }) => id)).toEqual(['rim']);
  });

  it('is laid out in a step that is only printed, too', () => {
    const picture = { ...step, id: 'picture', position: 1, isSkipped: true };
    const on = (print: typeof printed | null) =>
      nestGroup(
        wholeJob({ ...job, steps: [one, { ...picture, parts: [{ ...rim, id: 'frame', stepId: 'picture', print }] }] }),
        1,
        [navy],
        machines,
      )!;
    expect(on(printed).parts.map(({ id }) => id)).toEqual(['rim', 'frame']);
    expect(on(null).parts.map(({ id }) => id)).toEqual(['rim']);
  });
});

describe('what is left out', () => {
  it('goes wherever that goes that it lies in', () => {
    const one = { ...step, id: 'front', parts: [{ ...rim, stepId: 'front' }] };
    const out = part({
      id: 'out',
      role: 'out',
      stepId: 'front',
      contours: [square(3, 5, 10)],
      places: [at('o', 10, 10)],
    });
    const of = nestGroup(wholeJob({ ...job, steps: [one], otherParts: [out] }), 1, [navy], machines)!;
    const action = layAction(of, laying({ x: 100, y: 60, angle: 90 }));
    expect(action.partIds).toEqual(['rim', 'out']);
    expect(action.lies.find(({ partId }) => partId === 'out')).toMatchObject({ x: 100, y: 60, angle: 90 });
  });
});
