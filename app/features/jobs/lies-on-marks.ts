import type { JobDetail, SheetOfStep } from '@keen-anvil/contract';
import { laidOn } from '@keen-anvil/contract/work';
import type { Bounds, Point } from '@keen-anvil/core/geometry';
import { boundsOnSheet } from '@keen-anvil/core/layout';
import { DOT_MM, markLines, type MarkSet } from '@keen-anvil/core/registration';
import { allParts } from './all-parts';

/** What is kept free round a mark, so that it is told from the print, in mm. */
const CLEAR_MM = 2;

/** Whether something that is printed lies on a mark of its page. */
export function liesOnMarks(job: JobDetail, sheet: SheetOfStep, marks: readonly Point[], set: MarkSet): boolean {
  const { legs, dots } = markLines(marks, set);
  const boxes = [
    ...legs.map(([from, to]) => ({
      minX: Math.min(from.x, to.x) - CLEAR_MM,
      minY: Math.min(from.y, to.y) - CLEAR_MM,
      maxX: Math.max(from.x, to.x) + CLEAR_MM,
      maxY: Math.max(from.y, to.y) + CLEAR_MM,
    })),
    ...dots.map(({ x, y }) => {
      const reach = DOT_MM / 2 + CLEAR_MM;
      return { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach };
    }),
  ];
  return printedOn(job, sheet).some((lies) => boxes.some((box) => meet(box, lies)));
}

/** Whether something that is printed, or a mark, lies where the printer leaves the page white. @param whiteMm at each edge */
export function leavesPrinter(
  job: JobDetail,
  sheet: SheetOfStep,
  page: { widthMm: number; heightMm: number },
  set: MarkSet,
  whiteMm: number,
): boolean {
  const isOut = ({ minX, minY, maxX, maxY }: Bounds) =>
    minX < whiteMm || minY < whiteMm || maxX > page.widthMm - whiteMm || maxY > page.heightMm - whiteMm;
  return set.insetMm < whiteMm || printedOn(job, sheet).some(isOut);
}

const meet = (a: Bounds, b: Bounds): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

/** What each print takes up on a sheet, with its bleed. */
const printedOn = (job: JobDetail, sheet: SheetOfStep): Bounds[] =>
  allParts(job)
    .filter(({ print, role }) => print !== null && role !== 'out')
    .flatMap((part) =>
      laidOn(part, sheet).map(({ place }) => {
        const { minX, minY, maxX, maxY } = boundsOnSheet({ bounds: part.bounds, place });
        const bleed = part.print!.bleedMm;
        return { minX: minX - bleed, minY: minY - bleed, maxX: maxX + bleed, maxY: maxY + bleed };
      }),
    );
