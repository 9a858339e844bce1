import { commonBounds, holds, joinBounds } from '../geometry';
import { marksFor, onPageMarks, withinPageMarks } from '../layout';
import type { Finding, Fix } from './finding';
import type { CheckedStep } from './step-input';

/** Prints that lie on a mark of their page: the marks could not be read, and what is cut would miss the print. */
export function checkPrintOnMark(step: CheckedStep): Finding[] {
  const { printed = [], sheet, machine } = step;
  const on = onPageMarks(printed, { widthMm: sheet.widthMm, heightMm: sheet.lengthMm }, marksFor(machine));
  if (on.length === 0) return [];
  return [
    {
      code: 'print-on-mark',
      severity: 'warn',
      message: `${on.length === 1 ? 'A print lies' : `${on.length} prints lie`} on a mark of the printed page: the mark could not be read.`,
      mend: 'Move it in, lay it by hand, or make it smaller.',
      places: on,
      ...inward(step),
    },
  ];
}

/** The move that brings every print between the marks, where they fit there as they lie. */
function inward({ printed = [], sheet, machine, cuttable }: CheckedStep): { fix?: Fix } {
  const inside = withinPageMarks({ widthMm: sheet.widthMm, heightMm: sheet.lengthMm }, marksFor(machine));
  const area = inside && cuttable ? commonBounds([inside, cuttable]) : inside;
  const box = printed.reduce(joinBounds);
  if (!area || box.maxX - box.minX > area.maxX - area.minX || box.maxY - box.minY > area.maxY - area.minY) return {};
  if (holds(area, box)) return {};
  const shift = (low: number, high: number, min: number, max: number) =>
    low < min ? min - low : high > max ? max - high : 0;
  return {
    fix: {
      kind: 'move-in',
      dxMm: shift(box.minX, box.maxX, area.minX, area.maxX),
      dyMm: shift(box.minY, box.maxY, area.minY, area.maxY),
      label: 'Move it in',
    },
  };
}
