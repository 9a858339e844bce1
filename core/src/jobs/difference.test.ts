import fc from 'fast-check';
import { boxAt, drawnPart, jobWith, readingOf, shopWith, someId } from '../../testing/job';
import {
  ActionRefusedError,
  applyDifference,
  changeJob,
  differenceOf,
  inOne,
  isNothing,
  tidied,
  turnedRound,
  type JobAction,
  type JobDocument,
} from './index';

const readings = {
  plate: [
    readingOf(
      drawnPart('Plate', '#ff0000', boxAt(0, 0, 40), boxAt(10, 10, 5)),
      drawnPart('Star', '#ff0000', boxAt(50, 0, 10)),
      drawnPart('Frame', '#0000ff', boxAt(0, 0, 100, 60)),
      drawnPart('Dot', '#00ff00', boxAt(80, 30, 4)),
    ),
  ],
};
const shop = shopWith(readings);
const start = jobWith(readings, shop);

/** Some action on a job as it is, by four numbers; not every one makes sense. */
function someAction(job: JobDocument, [what, a, b, c]: [number, number, number, number]): JobAction {
  const id = someId();
  const shown = job.parts.filter(({ role }) => role !== 'within');
  const part = shown[a % shown.length].id;
  const partIds = [...new Set([part, shown[b % shown.length].id])];
  const step = job.steps[a % Math.max(1, job.steps.length)]?.id ?? 'none';
  const other = job.steps[b % Math.max(1, job.steps.length)]?.id ?? 'none';
  const ofStep = job.parts.filter(({ stepId, role }) => stepId === step && role !== 'within').map((p) => p.id);
  const actions: JobAction[] = [
    { id, do: 'change-role', partIds: [part], role: (['process', 'guide', 'out'] as const)[c % 3] },
    { id, do: 'move-to-step', partIds, stepId: other },
    { id, do: 'split-step', partIds, stepId: someId() },
    { id, do: 'take-apart', partIds },
    { id, do: 'put-together', partIds },
    { id, do: 'draw-outline', partIds: [part], distanceMm: (c % 9) - 4 },
    { id, do: 'put-bridges', partIds: [part], bridges: [{ x: c, y: b, angle: 0, lengthMm: 5, widthMm: 1 }] },
    { id, do: 'change-step', stepId: step, materialId: ['navy', 'transfer', 'card', 'foil'][c % 4] },
    { id, do: 'change-step', stepId: step, mirrored: c % 2 === 0 },
    { id, do: 'change-step', stepId: step, onCarrier: c % 2 === 0 },
    { id, do: 'nudge-parts', stepId: step, partIds: ofStep.slice(0, 1 + (c % 3)), dxMm: c, dyMm: -b },
    { id, do: 'merge-steps', stepId: step, intoId: other },
    { id, do: 'group-steps', by: c % 2 ? 'colour' : 'layer' },
    { id, do: 'order-steps', order: c % 2 ? [] : [...job.steps].reverse().map((s) => s.id) },
    { id, do: 'change-drawing', drawingId: 'plate', widthMm: 20 + c },
  ];
  return actions[what % actions.length];
}

const numbers = fc.tuple(fc.nat(14), fc.nat(20), fc.nat(20), fc.nat(60));

/** Does some actions, those that make sense, and hears of each document. */
function doAll(rows: [number, number, number, number][], heard: (from: JobDocument, to: JobDocument) => void) {
  let now = start;
  for (const row of rows) {
    try {
      const next = changeJob(now, someAction(now, row), shop);
      heard(now, next);
      now = next;
    } catch (error) {
      if (!(error instanceof ActionRefusedError)) throw error;
    }
  }
  return now;
}

describe('what is different between two documents', () => {
  it('leads from each to the other, whatever was done', () => {
    fc.assert(
      fc.property(fc.array(numbers, { maxLength: 12 }), (rows) => {
        doAll(rows, (from, to) => {
          const difference = differenceOf(from, to);
          expect(applyDifference(from, difference)).toEqual(to);
          expect(applyDifference(to, turnedRound(difference))).toEqual(from);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('of a row of actions is one that leads all the way', () => {
    fc.assert(
      fc.property(fc.array(numbers, { maxLength: 8 }), (rows) => {
        let all = differenceOf(start, start);
        expect(isNothing(all)).toBe(true);
        const end = doAll(rows, (from, to) => (all = inOne(all, differenceOf(from, to))));
        expect(applyDifference(start, all)).toEqual(end);
        expect(applyDifference(end, turnedRound(all))).toEqual(start);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves what somebody else changed in between as they left it', () => {
    const step = start.steps[0].id;
    const act = (document: JobDocument, action: object) =>
      changeJob(document, { id: someId(), ...action } as JobAction, shop);
    const mine = act(start, { do: 'change-step', stepId: step, isSkipped: true });
    const both = act(mine, { do: 'change-drawing', drawingId: 'plate', isSizeLocked: true });
    const theirsToo = act(both, { do: 'change-step', stepId: step, holder: 2 });
    const back = applyDifference(theirsToo, turnedRound(differenceOf(start, mine)));
    expect(back.steps[0]).toMatchObject({ isSkipped: false, holder: 2 });
    expect(back.drawings[0].isSizeLocked).toBe(true);
    // They took it in again themselves: that stays.
    const again = act(mine, { do: 'change-step', stepId: step, isSkipped: false });
    expect(applyDifference(again, turnedRound(differenceOf(start, mine)))).toEqual(again);
  });

  it('that brings back what somebody else’s work stands on leaves nothing hanging', () => {
    const act = (document: JobDocument, action: object) =>
      changeJob(document, { id: someId(), ...action } as JobAction, shop);
    const outlined = act(start, { do: 'draw-outline', partIds: [start.parts[1].id], distanceMm: 1 });
    const outline = outlined.parts.find(({ making }) => making.op === 'outline')!.id;
    const split = act(outlined, { do: 'split-step', partIds: [outline], stepId: someId() });
    const back = tidied(applyDifference(split, turnedRound(differenceOf(start, outlined))));
    expect(back.parts).toHaveLength(start.parts.length);
    expect(back.placements.every(({ partId }) => back.parts.some(({ id }) => id === partId))).toBe(true);
  });
});

describe('a job after whatever was done to it', () => {
  it('has every part that is processed in a step and on a sheet, every step with something to do, and shapes for all', () => {
    fc.assert(
      fc.property(fc.array(numbers, { maxLength: 14 }), (rows) => {
        doAll(rows, (_, job) => {
          const steps = new Set(job.steps.map(({ id }) => id));
          const sheets = new Set(job.sheets.map(({ id }) => id));
          for (const part of job.parts) {
            if (part.role !== 'process') continue;
            expect(steps.has(part.stepId!)).toBe(true);
            expect(job.placements.some(({ partId }) => partId === part.id)).toBe(true);
          }
          for (const { id } of job.steps)
            expect(job.parts.some(({ stepId, role }) => stepId === id && role === 'process')).toBe(true);
          for (const { sheetId, partId, turnedOver } of job.placements) {
            expect(sheets.has(sheetId)).toBe(true);
            const part = job.parts.find(({ id }) => id === partId)!;
            expect(turnedOver).toBe(job.steps.find(({ id }) => id === part.stepId)!.mirrored);
          }
          expect(job.sheets.map(({ number }) => number)).toEqual(job.sheets.map((_sheet, i) => i + 1));
          expect(new Set(job.parts.map(({ id }) => id)).size).toBe(job.parts.length);
          expect([...shop.shapes(job).keys()].sort()).toEqual(job.parts.map(({ id }) => id).sort());
          // A drawing that was made small may have no room for a line inside; nothing else may be missing.
          for (const { fault } of shop.shapes(job).values())
            if (fault !== null) expect(fault).toMatch(/has no line at -|Nothing is left of/);
        });
      }),
      { numRuns: 80 },
    );
  });
});
