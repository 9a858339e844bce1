import { USUAL_MARKS, marksFor } from '@keen-anvil/core/registration';
import { wholeJob } from '../../testing/job-answer';
import { job, part, square, step } from '../../testing/job-fixtures';
import { leavesPrinter, liesOnMarks } from './lies-on-marks';

const page = { widthMm: 210, heightMm: 297 };
const [sheet] = step.sheets;
/** A printed square of 30 mm with 2 mm of bleed at a place. */
const printedAt = (x: number, y: number) => {
  const sticker = part({
    contours: [square(0, 0, 30)],
    print: { picture: null, fill: '#22406e', bleedMm: 2 },
    places: [{ id: 'p', partId: 'part-1', sheetId: sheet.id, x, y, angle: 0, turnedOver: false }],
  });
  return wholeJob({ ...job, steps: [{ ...step, parts: [sticker] }], otherParts: [] });
};

describe('what is printed on a page', () => {
  it('lies on no mark, its bleed neither', () => {
    const on = (x: number, y: number, set = USUAL_MARKS) => liesOnMarks(printedAt(x, y), sheet, page, set);
    expect(on(60, 60)).toBe(false);
    expect(on(5, 5)).toBe(true);
    // The legs end 22 mm in, the dots of the first mark 34.
    expect([on(15, 60), on(26, 17)]).toEqual([false, false]);
    expect(on(15, 15)).toBe(true);
    expect(on(150, 240)).toBe(false);
    expect(on(165, 252)).toBe(true);
    const inwards = marksFor({ markInsetMm: 40 });
    expect([on(5, 5, inwards), on(41, 41, inwards)]).toEqual([false, true]);
  });

  it('stays within what the printer reaches, and so do the marks', () => {
    const out = (x: number, y: number, whiteMm: number, set = USUAL_MARKS) =>
      leavesPrinter(printedAt(x, y), sheet, page, set, whiteMm);
    expect(out(60, 60, 4)).toBe(false);
    // 5 mm from the edge, of which the bleed takes two.
    expect([out(5, 100, 3), out(5, 100, 4)]).toEqual([false, true]);
    expect([out(176, 100, 2), out(177, 100, 2)]).toEqual([false, true]);
    expect([out(60, 60, 12), out(60, 60, 13)]).toEqual([false, true]);
  });
});
