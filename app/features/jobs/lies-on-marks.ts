import type { JobDetail, SheetOfStep } from '@keen-anvil/contract';
import { printedOn } from '@keen-anvil/core/steps';
import type { Bounds } from '@keen-anvil/core/geometry';
import { onPageMarks, type MarkSet } from '@keen-anvil/core/registration';
import { allParts } from './all-parts';

interface PageSize {
  widthMm: number;
  heightMm: number;
}

/** Whether something that is printed lies on a mark of its page. */
export const liesOnMarks = (job: JobDetail, sheet: SheetOfStep, page: PageSize, set: MarkSet): boolean =>
  onPageMarks(printedOn(allParts(job), sheet), page, set).length > 0;

/** Whether something that is printed, or a mark, lies where the printer leaves the page white. @param whiteMm at each edge */
export function leavesPrinter(
  job: JobDetail,
  sheet: SheetOfStep,
  page: PageSize,
  set: MarkSet,
  whiteMm: number,
): boolean {
  const isOut = ({ minX, minY, maxX, maxY }: Bounds) =>
    minX < whiteMm || minY < whiteMm || maxX > page.widthMm - whiteMm || maxY > page.heightMm - whiteMm;
  return set.insetMm < whiteMm || printedOn(allParts(job), sheet).some(isOut);
}
